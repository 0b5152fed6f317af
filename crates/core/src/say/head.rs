//! The head: its shape, tie, eye and keeper, with the reasons.

use uom::si::length::millimeter;

use super::words_of;
use crate::answer::reasons::Reasons;
use crate::answer::{Head, Text};
use crate::base::codes::{
    Basis, Cover, HeadTrait, Keeper, Plastic, Shape, SpringView, StandUpView, Tie, Topic,
};
use crate::base::round;
use crate::base::text::{Arg, Said, capital, sentences};
use crate::choose::decision::Decision;
use crate::choose::tie;
use crate::choose::verdicts::Verdicts;
use crate::tables::ShapeRow;
use crate::tables::when::Flag;

/// Traits below which a shape hangs up in wood.
const POOR_IN_WOOD: f64 = 0.4;

/// The head as it is told.
#[must_use]
pub fn head(d: &Decision<'_>) -> Head {
    let across = d.body.sphere_diameter.get::<millimeter>();
    Head {
        shape: d.shape.code,
        tie: d.tie,
        eye: eye(d),
        keeper: tie::keeper(d.on.request, d.on.tables),
        material: d.on.conditions.material,
        length_mm: round(across * d.shape.length, 1),
        height_mm: round(across * d.shape.height, 1),
    }
}

/// How the eye is turned, and how tall the post stands, in words.
#[must_use]
pub fn eye(d: &Decision<'_>) -> Text {
    let said = match (d.tie, d.on.request.water.cover) {
        (Tie::Top, Cover::None) => sentences::eye_top(),
        (Tie::Recessed, _) => sentences::eye_recessed(),
        (Tie::Nose, _) => sentences::eye_nose(),
        _ => sentences::eye_low(),
    };
    said.text(d.on.options.units)
}

/// Says why this shape, and what speaks against it.
pub fn shape(d: &Decision<'_>, v: &Verdicts<'_>, reasons: &mut Reasons) {
    let (on, r, c) = (d.on, d.on.request, &d.on.conditions);
    let ranked = on.shapes.ranked(c.passing_mps(), c.retrieve_mps);
    let Some(((best_score, best), rest)) = ranked.split_first() else {
        return;
    };
    let (about, basis) = (Topic::Shape, Basis::CommonPractice);
    let bottom = Arg::Word(r.water.bottom.label());
    let place = match r.water.cover {
        Cover::None => bottom,
        cover => sentences::place_with_cover(Arg::Word(cover.label()), bottom).into(),
    };
    let name = Arg::Text(capital(best.code.label()));
    let off_bottom = v.facts.flags[Flag::OffBottom];
    let list = if off_bottom {
        "ShapeOffBottom"
    } else {
        "ShapeSays"
    };
    let says = words_of(list, best.code.code());
    if r.shape == Some(best.code) {
        reasons.pro(about, basis, sentences::shape_asked(name, says));
        if on.shape_shut() {
            reasons.con(about, basis, shape_shut(d));
        } else if let Some(other) = on.shapes.would_suit(c.passing_mps(), c.retrieve_mps) {
            let said = sentences::shape_would_suit(Arg::Word(other.code.label()));
            reasons.con(about, basis, said);
        }
    } else {
        reasons.pro(about, basis, sentences::shape_by_traits(name, place, says));
    }
    for rule in &v.shape {
        reasons.pro(about, basis, Said::plain(rule.code));
    }
    if let Some((score, second)) = rest.first()
        && best_score - score < on.tables.conditions.shape.close
    {
        let said = sentences::shape_close_second(Arg::Word(second.code.label()));
        reasons.con(about, basis, said);
    }
    let may_meet_wood = !off_bottom && r.water.cover == Cover::None;
    if best.traits[HeadTrait::Wood] < POOR_IN_WOOD && may_meet_wood {
        reasons.con(about, basis, sentences::shape_wood());
    }
    let leans = best.code == Shape::Mushroom && r.bait.plastic != Plastic::Floating;
    if !off_bottom && (best.code == Shape::StandUp || leans) {
        let said = match r.views.stand_up {
            Some(StandUpView::Topples) => sentences::disputed_stand_up_topples(),
            _ => sentences::disputed_stand_up(),
        };
        reasons.con_coded("disputed_stand_up", about, basis, said);
    }
}

/// Why the shape tied on, which was asked for, cannot be fished there.
#[must_use]
pub fn shape_shut(d: &Decision<'_>) -> Said {
    shut(d, d.shape)
}

/// Why a shape cannot be fished there: by its cover, its bottom, or where the fish are.
#[must_use]
pub fn shut_out(d: &Decision<'_>, row: &ShapeRow) -> Text {
    shut(d, row).text(d.on.options.units)
}

fn shut(d: &Decision<'_>, row: &ShapeRow) -> Said {
    let r = d.on.request;
    let place = if row.shut.cover.contains(&r.water.cover) {
        r.water.cover.label()
    } else if row.shut.bottom.contains(&r.water.bottom) {
        r.water.bottom.label()
    } else {
        r.fish_at.label()
    };
    sentences::shape_shut_out(Arg::Word(row.code.label()), Arg::Word(place))
}

/// Says why this tie and keeper.
pub fn tie_and_keeper(d: &Decision<'_>, head: &Head, reasons: &mut Reasons) {
    let (r, basis) = (d.on.request, Basis::CommonPractice);
    if d.shape.bare {
        return;
    }
    if let Some(rule) = d.tie_rule {
        reasons.pro(Topic::Tie, basis, Said::plain(rule.code));
    }
    if d.on.rig.separate_hook {
        return;
    }
    let usual = d.on.tables.plastic(r.bait.plastic).keeper;
    if head.keeper == usual {
        let said = sentences::keeper_by_plastic(words_of("KeeperSays", r.bait.plastic.code()));
        reasons.pro(Topic::Keeper, basis, said);
    } else {
        reasons.pro(Topic::Keeper, basis, sentences::keeper_without_spring());
    }
    let asked: Option<SpringView> = r.views.spring;
    if head.keeper == Keeper::Screw && asked.is_none() {
        reasons.con(Topic::Keeper, basis, sentences::disputed_spring());
    }
}

/// Warns where eye and post stand so high before the point that they block it.
pub fn post(d: &Decision<'_>, head: &Head, reasons: &mut Reasons) {
    let gap = d.hook.gap_mm;
    // A rig whose line is always tied at one place has no other tie to take.
    if d.shape.bare || d.on.rig.tie.is_some() {
        return;
    }
    if let Some(high) = tie::blocking_post_mm(head.tie, head.height_mm, gap, &d.on.tables.hooks) {
        let said = sentences::post_blocks(Arg::Size(high), Arg::Size(gap));
        reasons.con(Topic::Tie, Basis::Physics, said);
    }
}
