//! Reads the contract's fields one by one.

use super::{Fields, Loose};
use crate::base::codes::Toothy;
use crate::base::limits::Limit;
use crate::base::text::{Arg, sentences};
use crate::base::{FieldError, UnitSystem, shorten};

/// Reads fields one by one, gathering faults and what was assumed.
pub(super) struct Reader<'a> {
    pub(super) fields: &'a Fields,
    pub(super) system: UnitSystem,
    pub(super) faults: Vec<FieldError>,
    pub(super) assumed: Vec<String>,
}

impl Reader<'_> {
    pub(super) fn number(&mut self, limit: &Limit) -> Option<f64> {
        let checked = match self.fields.get(limit.field)? {
            Loose::Number(n) => limit.check(*n, self.system),
            _ => Err(
                sentences::fault_no_number(Arg::Word(limit.name()), Arg::Word(limit.unit)).into(),
            ),
        };
        checked
            .map_err(|m| self.faults.push(FieldError::new(limit.field, m)))
            .ok()
    }

    pub(super) fn number_or(&mut self, limit: &Limit, usual: f64) -> f64 {
        self.note_if_absent(limit.field);
        self.number(limit).unwrap_or(usual)
    }

    /// A number, or what is usual in the reader's units: metric, imperial.
    pub(super) fn usual(&mut self, limit: &Limit, (metric, imperial): (f64, f64)) -> f64 {
        let usual = match self.system {
            UnitSystem::Metric => metric,
            UnitSystem::Imperial => imperial,
        };
        self.number_or(limit, usual)
    }

    /// The lower end of a range of which the upper may be told alone: the usual one, but no higher than
    /// that.
    pub(super) fn usual_under(&mut self, limit: &Limit, usual: (f64, f64), upper: &Limit) -> f64 {
        let lower = self.usual(limit, usual);
        match self.fields.get(upper.field) {
            Some(Loose::Number(upper)) if !self.fields.contains_key(limit.field) => {
                lower.min(*upper)
            }
            _ => lower,
        }
    }

    /// The upper end of a range; one that is the lower end again is none.
    pub(super) fn upper_end(&mut self, limit: &Limit, lower: f64) -> Option<f64> {
        let upper = self.number(limit)?;
        if upper < lower {
            let message = sentences::fault_upper_end(Arg::Word(limit.name()));
            self.faults.push(FieldError::new(limit.field, message));
        }
        (upper > lower).then_some(upper)
    }

    pub(super) fn note_if_absent(&mut self, field: &str) {
        if !self.fields.contains_key(field) {
            self.assumed.push(field.to_owned());
        }
    }

    pub(super) fn code<T: Copy + 'static>(
        &mut self,
        field: &str,
        all: &'static [T],
        read: fn(&str) -> Option<T>,
        code: fn(T) -> &'static str,
    ) -> Option<T> {
        let found = match self.fields.get(field)? {
            Loose::Text(t) => read(t),
            _ => None,
        };
        if found.is_none() {
            let known: Vec<_> = all.iter().map(|v| code(*v)).collect();
            self.faults.push(FieldError::new(
                field,
                sentences::fault_no_code(Arg::Text(known.join(", "))),
            ));
        }
        found
    }

    /// The risk of teeth: its code, or yes and no.
    pub(super) fn toothy(&mut self) -> Toothy {
        const FIELD: &str = "toothy_fish";
        match self.fields.get(FIELD) {
            Some(Loose::Flag(yes)) => Toothy::of(*yes),
            _ => self
                .code(FIELD, Toothy::ALL, Toothy::from_code, Toothy::code)
                .unwrap_or(Toothy::None),
        }
    }

    /// A truth; false where it is not given.
    pub(super) fn flag(&mut self, field: &str) -> bool {
        match self.fields.get(field) {
            None => false,
            Some(Loose::Flag(yes)) => *yes,
            Some(_) => {
                let fault = FieldError::new(field, sentences::fault_no_flag());
                self.faults.push(fault);
                false
            }
        }
    }

    /// The number of a hook, as it is printed on a packet: 6, 1/0.
    pub(super) fn size(&mut self, field: &str) -> Option<String> {
        let Loose::Text(size) = self.fields.get(field)? else {
            let fault = sentences::fault_not_a_hook(Arg::Text(String::new()));
            self.faults.push(FieldError::new(field, fault));
            return None;
        };
        let number = size.strip_suffix("/0").unwrap_or(size);
        if number.is_empty() || number.len() > 2 || !number.bytes().all(|b| b.is_ascii_digit()) {
            let fault = sentences::fault_not_a_hook(Arg::Text(shorten(size)));
            self.faults.push(FieldError::new(field, fault));
        }
        Some(size.clone())
    }
}
