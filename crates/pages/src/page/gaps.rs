//! What a box lacks for its angler's own situations.

use yarrowfen_core::explore::gaps::{Situation, in_turns};
use yarrowfen_core::{Engine, PickRequest};

use crate::held::HeldBox;
use crate::reader::Reader;
use crate::reply::{Reply, Shown};
use crate::views::gaps::GapsPage;

/// The kept picks that a box is held against.
#[derive(Debug, Clone, Copy)]
pub struct Kept<'s> {
    /// Names and questions of the newest.
    pub newest: &'s [(String, PickRequest)],
    /// How many there are in all.
    pub all: usize,
}

/// The shopping list over the newest kept picks and the waters. Some hundredths of a second of computing.
///
/// # Errors
/// When the template fails.
pub fn gaps(engine: &Engine, reader: &Reader, held: &HeldBox, kept: Kept<'_>) -> Shown {
    let situation = |name: &String, request| Situation {
        name: name.clone(),
        request,
    };
    let picks = kept.newest.iter().map(|(n, request)| situation(n, request));
    let places = held.waters.iter().map(|w| situation(&w.name, &w.asked));
    let situations = in_turns(picks, places);
    let things = held.at_hand();
    let gaps = engine.gaps(&situations, &things, reader.options);
    let all = kept.all + held.waters.len();
    Reply::page(200, &GapsPage::new(reader, gaps, &things, all))
}

#[cfg(test)]
mod tests {
    use time::OffsetDateTime;
    use uuid::Uuid;
    use yarrowfen_core::explore::gaps::MOST_SITUATIONS;
    use yarrowfen_rows::Water;

    use super::*;
    use crate::offline::Loaded;

    /// Of five hundred waters and thousands of picks, the waters had never been looked at.
    #[test]
    fn many_picks_leave_room_for_the_waters() {
        let asked = |rig: &str| -> PickRequest {
            PickRequest::from_json(format!(r#"{{"rig":"{rig}"}}"#).as_bytes()).unwrap()
        };
        let newest: Vec<_> = (0..MOST_SITUATIONS)
            .map(|n| (format!("pick {n}"), asked("ned")))
            .collect();
        let water = |n: u128| Water {
            id: Uuid::from_u128(n),
            name: format!("pit {n}"),
            remark: String::new(),
            asked: asked("tube"),
            at: None,
            made_at: OffsetDateTime::UNIX_EPOCH,
        };
        let held = HeldBox::new(1, Vec::new(), (0..3).map(water).collect());
        let kept = Kept {
            newest: &newest,
            all: 2000,
        };
        let engine = Engine::new().unwrap();
        let page = gaps(&engine, &Loaded::nobody().reader, &held, kept).unwrap();
        assert!(page.body.contains("150 of 2003"), "{}", page.body);
        // All three pits are open, as everything is to an empty box, and stand on the list of what to buy.
        assert!((0..3).all(|n| page.body.contains(&format!("pit {n}"))));
    }
}
