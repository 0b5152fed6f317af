//! Measures of hook and bait: how much of the gap is left, what stands before the point, how
//! far the hook reaches.

use uom::si::length::millimeter;

use super::reading::Reading;
use crate::base::codes::{Cover, EyeTurn, HeadTrait, Point, Unsaid};
use crate::base::text::{Arg, mend_sentences as say};
use crate::choose::tied_on::TiedOn;
use crate::gear::hook::{TIGHT, hides};
use crate::gear::seat::PRESSED;

/// Gap that stays free when a fish presses the bait together, and what is wanted of it, mm:
/// no more than the point needs, and no less than a hook that counts as fitting leaves.
fn pressed(t: &TiedOn<'_>) -> (f64, f64) {
    let row = &t.d.on.tables.mend.hook;
    let (gap, over) = (t.hook.measures.gap_mm, t.over_shank_mm());
    let judged = t.hook_asked().judge(&t.hook.measures);
    let fitting = TIGHT * judged.wanted_gap_mm - PRESSED * over;
    let wanted = row.free_mm.min(row.free_share * gap).max(fitting);
    (gap - PRESSED * over, wanted)
}

/// Free gap when pressed, mm.
pub fn free_pressed(t: &TiedOn<'_>) -> Option<Reading> {
    let (free, wanted) = pressed(t);
    let (gap, over) = (t.hook.measures.gap_mm, t.over_shank_mm());
    let saw = say::measured_free_pressed(
        Arg::FineSize(gap),
        Arg::FineSize(over),
        Arg::Slight(free.max(0.0)),
    );
    Reading::from(free, wanted, saw)
}

/// How far the eye stands past the bait, mm, whose nose reaches half its depth over the head's
/// middle however the hook lies. One across the hook slides past a lip; it is in
/// the way only where it stands as high as the point. A hook that hangs free behind its head has
/// no eye before it.
pub fn eye_over_bait(t: &TiedOn<'_>) -> Option<Reading> {
    if t.d.on.rig.separate_hook {
        return None;
    }
    let tables = t.d.on.tables;
    let reach = t.d.on.bait_depth_mm() / 2.0;
    let in_line = tables.mend.hook.eye_mm;
    let across = tables.hooks.eye.blocks * t.hook.measures.gap_mm - reach;
    let most = match t.turn {
        EyeTurn::InLine => in_line,
        EyeTurn::Across => in_line.max(across),
    };
    let saw = say::measured_eye_over_bait(
        Arg::FineSize(t.eye_mm),
        Arg::Word(t.turn.label()),
        Arg::FineSize(reach),
    );
    Reading::to(t.eye_mm - reach, most, saw)
}

/// Whether there is a keeper at all: a hook that hangs free behind its head has none, unless
/// one was said.
fn has_keeper(t: &TiedOn<'_>) -> bool {
    !t.d.on.rig.separate_hook || !t.unsaid[Unsaid::Keeper]
}

/// What the keeper takes off the gap, mm, against what the gap has to spare.
pub fn keeper_off_gap(t: &TiedOn<'_>) -> Option<Reading> {
    if !has_keeper(t) {
        return None;
    }
    let row = &t.d.on.tables.mend.hook;
    let (free, wanted) = pressed(t);
    let (bulk, spare) = (row.keeper_mm[t.keeper], (free - wanted).max(0.0));
    let saw = say::measured_keeper_off_gap(
        Arg::Word(t.keeper.label()),
        Arg::Slight(bulk),
        Arg::Slight(spare),
    );
    Reading::to(bulk, spare.max(row.least_bulk_mm), saw)
}

fn share_of(t: &TiedOn<'_>, least: f64) -> Option<Reading> {
    let (hook, bait) = (t.hook.measures.length_mm, t.d.on.request.bait.length_mm);
    let saw = say::measured_hook_share(
        Arg::FineSize(hook),
        Arg::Size(bait),
        Arg::Percent(hook / bait),
    );
    Reading::from(hook / bait, least, saw)
}

/// Hook over bait length, 0..1, against what reaches a fish that nips the tail.
pub fn hook_share(t: &TiedOn<'_>) -> Option<Reading> {
    share_of(t, t.hook_asked().length_bounds().0)
}

/// The same against what keeps a fish that shakes its head.
pub fn hook_share_held(t: &TiedOn<'_>) -> Option<Reading> {
    let (least, most) = t.hook_asked().length_bounds();
    let held = &t.d.on.tables.mend.hook.held_share;
    let wanted = held.get(&t.d.on.request.bait.form).copied();
    share_of(t, wanted.unwrap_or(least).min(most))
}

/// Back of the bend from the nose, mm, against where the tail begins.
pub fn bend_at_tail(t: &TiedOn<'_>) -> Option<Reading> {
    let root = t.d.on.bait.tail_root.get::<millimeter>();
    let bend = t.hook.measures.length_mm;
    let saw = say::measured_bend_at_tail(Arg::FineSize(bend), Arg::FineSize(root));
    Reading::to(bend, root, saw)
}

/// Whether the point is hidden (1) where the cover catches an open one, whatever the rig is
/// usually fished with there.
pub fn point_hidden(t: &TiedOn<'_>) -> Option<Reading> {
    let (on, w) = (t.d.on, &t.d.on.request.water);
    let caught = on.tables.mend.way.catches.contains(&w.cover)
        || on.point.0 == Point::Weedless
        || on.tables.bottom(w.bottom).above_m > 0.0;
    let hidden = hides(t.hook.style);
    let place = if w.cover == Cover::None {
        w.bottom.label()
    } else {
        w.cover.label()
    };
    let saw = match (caught, hidden) {
        (true, false) => say::measured_point_hidden_open(Arg::Word(place)),
        (_, true) => say::measured_point_hidden(),
        (false, false) => say::measured_point_free(),
    };
    let one = |yes: bool| f64::from(u8::from(yes));
    Reading::from(one(hidden), one(caught), saw)
}

/// Whether the keeper holds this plastic (1).
pub fn keeper_holds(t: &TiedOn<'_>) -> Option<Reading> {
    if !has_keeper(t) {
        return None;
    }
    let (on, plastic) = (t.d.on, t.d.on.request.bait.plastic);
    let holding = &on.tables.mend.hook.holds[plastic];
    let advised = crate::choose::tie::keeper(on.request, on.tables);
    let holds = holding.contains(&t.keeper) || t.keeper == advised;
    let saw = say::measured_keeper_holds(
        Arg::Word(t.keeper.label()),
        Arg::Word(plastic.label()),
        Arg::Word(advised.label()),
    );
    Reading::from(f64::from(u8::from(holds)), 1.0, saw)
}

/// Degrees of the tie over the head.
pub fn tie_angle(t: &TiedOn<'_>) -> Option<Reading> {
    let mend = &t.d.on.tables.mend;
    let degrees = mend.tie.degrees[t.tie];
    let saw = say::measured_tie_angle(Arg::Word(t.tie.label()), Arg::Number(degrees, 0));
    Reading::to(degrees, mend.way.tie_deg, saw)
}

/// How a knot at this tie is rubbed over this bottom, 0..1.
pub fn knot_on_rock(t: &TiedOn<'_>) -> Option<Reading> {
    let (mend, bottom) = (&t.d.on.tables.mend, t.d.on.request.water.bottom);
    let wears = mend.tie.wears.get(&bottom).copied().unwrap_or(0.0);
    let rub = mend.tie.rubbed[t.tie] * wears;
    let saw = say::measured_knot_on_rock(
        Arg::Word(t.tie.label()),
        Arg::Word(bottom.label()),
        Arg::Number(rub, 1),
    );
    Reading::to(rub, mend.way.knot, saw)
}

/// How readily the shape wedges on this bottom, 0..1.
pub fn wedge(t: &TiedOn<'_>) -> Option<Reading> {
    let (on, bottom) = (t.d.on, t.d.on.request.water.bottom);
    let wedges = on.tables.bottom(bottom).snag * t.shape.traits[HeadTrait::Wedge];
    let saw = say::measured_wedge(
        Arg::Word(t.shape.code.label()),
        Arg::Word(bottom.label()),
        Arg::Number(wedges, 2),
    );
    Reading::to(wedges, on.tables.mend.way.wedge, saw)
}
