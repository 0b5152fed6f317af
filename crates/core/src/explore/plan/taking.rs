//! A box that is packed from: what is taken for one thing is not there for the next.

use crate::own_box::{Item, NamedHook, Thing};
use crate::tables::Tables;

/// What the box has of something that is packed.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct InBox {
    /// How many there are.
    pub all: u32,
    /// How many of them are left for this, after what is packed before it.
    pub left: u32,
    /// Hooks of the heads that are taken, where they are not of the number that is named.
    pub hooks: Vec<String>,
}

/// How a thing of the box goes with what is packed.
pub(super) enum Fit {
    /// It is what is named.
    Named,
    /// It does as well, with this hook.
    With(String),
}

impl Fit {
    /// Of a hook that fishes, where one of this number is named. One that nobody knows the size
    /// of is taken for it.
    pub(super) fn of(hook: Option<&NamedHook>, size: &str) -> Self {
        let Some(hook) = hook else { return Self::Named };
        match &hook.number {
            Some(number) if number.as_str() == size => Self::Named,
            Some(number) => Self::With(number.as_str().to_owned()),
            None => Self::With(hook.label()),
        }
    }
}

/// The box while it is packed from.
pub(super) struct Taking<'h> {
    pub(super) tables: &'h Tables,
    /// Things with how many are left of each; none where there is no box.
    things: Option<Vec<(&'h Item, u32)>>,
}

impl<'h> Taking<'h> {
    pub(super) fn new(tables: &'h Tables, things: Option<&'h [&'h Item]>) -> Self {
        let left = |things: &'h [&'h Item]| things.iter().map(|i| (*i, i.count)).collect();
        Self {
            tables,
            things: things.map(left),
        }
    }

    /// Takes so many, what is named before what does as well; none where there is no box.
    pub(super) fn take(
        &mut self,
        count: u32,
        fit: impl Fn(&Thing) -> Option<Fit>,
    ) -> Option<InBox> {
        let things = self.things.as_mut()?;
        let mut found: Vec<(Fit, u32, &mut u32)> = things
            .iter_mut()
            .filter_map(|(item, left)| Some((fit(&item.thing)?, item.count, left)))
            .collect();
        found.sort_by_key(|f| matches!(f.0, Fit::With(_)));
        let sum = |of: fn(&(Fit, u32, &mut u32)) -> u32| found.iter().map(of).sum();
        let mut owned = InBox {
            all: sum(|f| f.1),
            left: sum(|f| *f.2),
            hooks: Vec::new(),
        };
        let mut wanted = count;
        for (fit, _, left) in found {
            let taken = wanted.min(*left);
            *left -= taken;
            wanted -= taken;
            if let Fit::With(hook) = fit
                && taken > 0
                && !owned.hooks.contains(&hook)
            {
                owned.hooks.push(hook);
            }
        }
        Some(owned)
    }
}
