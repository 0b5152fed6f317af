//! What a planned day is made of: `data/days.toml`, which explains its fields.

use serde::{Deserialize, Serialize};

use super::DataError;
use super::rows::{Curve, row};
use crate::base::codes::{DayPart, Rig};

row!(PartRow {
    code: DayPart,
    rigs: Vec<Rig>
});
row!(ServeRow {
    rig_near: f64,
    rung: f64,
    shape: f64,
    rank: f64,
    not_owned: f64,
    rungs_most: usize,
    compromise_rungs: usize,
    retie_min: f64,
    step_min: f64,
    least_step_min: f64,
    depths: u32
});
row!(PackRow {
    lost_an_hour: Curve,
    own_hours: f64,
    enough: f64,
    spare: u32,
    baits_an_hour: f64,
    leader_m: f64
});
row!(UsualDay {
    move_min: u16,
    from_min: u16,
    to_min: u16,
    rods: u8,
    turn_min: u16
});
row!(DayTables {
    part: Vec<PartRow>,
    serve: ServeRow,
    pack: PackRow,
    usual: UsualDay
});

impl DayTables {
    /// The part of the work that a rig does.
    #[must_use]
    pub fn part_of(&self, rig: Rig) -> DayPart {
        let found = self.part.iter().find(|p| p.rigs.contains(&rig));
        found.map_or(DayPart::Search, |p| p.code)
    }

    /// That each rig is of one part, and the numbers are within reason.
    pub(super) fn check(&self) -> Result<(), DataError> {
        let wrong = |what: &str| Err(DataError::wrong("days.toml", what));
        let of = |rig: &Rig| self.part.iter().filter(|p| p.rigs.contains(rig)).count();
        if !Rig::ALL.iter().all(|rig| of(rig) == 1) {
            return wrong("each rig is of one part");
        }
        let parts: Vec<DayPart> = self.part.iter().map(|p| p.code).collect();
        if parts != DayPart::ALL {
            return wrong("every part stands once, in the order over a spot");
        }
        let (serve, pack) = (&self.serve, &self.pack);
        if !(15.0..=120.0).contains(&serve.step_min) || !(2..=9).contains(&serve.depths) {
            return wrong("a day is looked at too roughly or too finely");
        }
        if !(5..=120).contains(&self.usual.turn_min) {
            return wrong("a turn is 5 to 120 minutes");
        }
        if !(0.5..1.0).contains(&pack.enough) || pack.own_hours <= 0.0 {
            return wrong("what is packed is enough in 0.5 to 1 of days");
        }
        Ok(())
    }
}
