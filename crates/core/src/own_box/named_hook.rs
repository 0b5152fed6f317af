//! The hooks of a box by their measures: what the angler measured wins, the
//! number fills in what he did not.

use super::item::Thing;
use super::marked::HookNumber;
use crate::base::codes::{HookStyle, Wire};
use crate::gear::hook::MeasuredHook;
use crate::tables::Tables;

/// A hook with its name and measures, and which of them were measured.
#[derive(Debug, Clone, PartialEq)]
pub struct NamedHook {
    /// The number; none where only measures are known.
    pub number: Option<HookNumber>,
    /// Its cut.
    pub style: HookStyle,
    /// Gauge of its wire.
    pub wire: Wire,
    /// Its measures.
    pub measures: MeasuredHook,
    /// Whether the angler measured the gap.
    pub gap_measured: bool,
    /// Whether the angler measured the length.
    pub length_measured: bool,
    /// What the number says of gap and length, mm.
    pub nominal_mm: Option<(f64, f64)>,
}

impl NamedHook {
    /// By number alone; none where the table of hooks does not have it.
    #[must_use]
    pub fn nominal(tables: &Tables, number: &str, style: HookStyle, wire: Wire) -> Option<Self> {
        let number = HookNumber::parse(number)?;
        Self::new(tables, Some(&number), style, (None, None), wire)
    }

    /// By number and measures: what was measured wins; none where gap or length are
    /// known by neither.
    #[must_use]
    pub fn new(
        tables: &Tables,
        number: Option<&HookNumber>,
        style: HookStyle,
        (gap, length): (Option<f64>, Option<f64>),
        wire: Wire,
    ) -> Option<Self> {
        let row = number.and_then(|n| {
            let mut sizes = tables.hooks.size.iter();
            sizes.find(|s| s.label == n.as_str())
        });
        let factor = tables.hook_style(style);
        let nominal_mm = row.map(|r| (r.gap_mm * factor.gap, r.length_mm * factor.length));
        let gap_mm = gap.or(nominal_mm.map(|n| n.0))?;
        Some(Self {
            number: number.cloned(),
            style,
            wire,
            measures: MeasuredHook {
                gap_mm,
                length_mm: length.or(nominal_mm.map(|n| n.1))?,
                wire_mm: tables.wire_mm(wire, gap_mm),
            },
            gap_measured: gap.is_some(),
            length_measured: length.is_some(),
            nominal_mm,
        })
    }

    /// `3/0 wide gap`, or by its gap where it has no number.
    #[must_use]
    pub fn label(&self) -> String {
        match &self.number {
            Some(n) => format!("{} {}", n.as_str(), self.style),
            None => format!("{} with {} mm gap", self.style, self.measures.gap_mm),
        }
    }
}

/// The hook of a head or of the hook list; none where the thing has none, or
/// where neither measures nor a known number say how large it is.
#[must_use]
pub fn named_hook(tables: &Tables, thing: &Thing) -> Option<NamedHook> {
    match thing {
        Thing::Head(h) => {
            let style = h.hook_style.unwrap_or(HookStyle::RoundBend);
            let measured = (h.gap_mm, h.length_mm);
            let wire = h.wire.unwrap_or(Wire::Medium);
            NamedHook::new(tables, h.hook.as_ref(), style, measured, wire)
        }
        Thing::Hook(h) => NamedHook::new(
            tables,
            h.hook.as_ref(),
            h.hook_style,
            (h.gap_mm, h.length_mm),
            h.wire,
        ),
        Thing::Bait(_) | Thing::Line(_) | Thing::Rod(_) => None,
    }
}
