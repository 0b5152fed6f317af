//! What the rules say, filled from the decision in hand.

use std::borrow::Cow;

use crate::answer::{Coded, SchoolAnswer, Switch, Text};
use crate::base::codes::School;
use crate::base::text::{Arg, Said, fill, sentences};
use crate::base::{Mass, grams};
use crate::choose::decision::Decision;
use crate::choose::rod::rod_most_g;
use crate::choose::verdicts::Verdicts;
use crate::explore::cast_ready::held;
use crate::physics::hold;
use crate::tables::rules::{Hole, Rule};
use uom::si::{length::millimeter, mass::ounce};

use super::weight::bought;

/// Turns of the handle a second at which one says so; slower ones are said as
/// seconds for a turn.
const QUICK: f64 = 0.95;

/// Turns of the handle as an angler counts them.
#[must_use]
pub fn turns(per_second: f64) -> Arg {
    if (QUICK..1.0 / QUICK).contains(&per_second) {
        sentences::one_turn_a_second().into()
    } else if per_second >= QUICK || per_second <= 0.0 {
        sentences::turns_a_second(Arg::Number(per_second, 1)).into()
    } else {
        sentences::turn_in(Arg::Number(1.0 / per_second, 1)).into()
    }
}

/// A named number in the unit that its name ends with.
pub(super) fn named(name: &str, value: f64) -> Arg {
    match name.rsplit('_').next() {
        Some("c") => Arg::Temperature(value),
        Some("m") => Arg::Distance(value),
        Some("mm") => Arg::Size(value),
        Some("mps") => Arg::Speed(value),
        _ => Arg::Number(value, 2),
    }
}

fn value(hole: Hole, d: &Decision<'_>, v: &Verdicts<'_>) -> Option<Arg> {
    let (on, r, rig) = (d.on, d.on.request, d.on.rig);
    let c = &on.conditions;
    Some(match hole {
        Hole::Temperature => Arg::Temperature(c.temp_c),
        Hole::Season => Arg::Word(r.season.label()),
        Hole::Length => Arg::Size(r.bait.length_mm),
        Hole::Form => Arg::Word(r.bait.form.label()),
        Hole::Rig => Arg::Word(rig.code.label()),
        Hole::RigLeast => Arg::Size(rig.bait.least_mm),
        Hole::RigMost => Arg::Size(rig.bait.most_mm),
        Hole::Count => Arg::Number(d.count_s().unwrap_or_else(|| d.down_s()).max(1.0), 0),
        Hole::FishDepth => Arg::Distance(d.reach_m()),
        Hole::Carried => Arg::Distance(hold::carried_m(c.current_mps, d.down_s())),
        Hole::UsualLeast => bought(Mass::new::<ounce>(rig.usual_oz.0)),
        Hole::UsualMost => bought(Mass::new::<ounce>(rig.usual_oz.1)),
        Hole::Total => Arg::Number(grams(d.total), 1),
        Hole::RodMost => Arg::Number(rod_most_g(r, on.tables)?, 1),
        Hole::BaitMost => {
            let rest = d.total - on.bait.mass();
            Arg::Number((rod_most_g(r, on.tables)? - grams(rest)).max(0.0), 0)
        }
        Hole::Wire => Arg::Word(d.hook.wire.label()),
        Hole::Exit => Arg::Size(d.hook.exit_mm),
        Hole::FallTime => Arg::Number(d.down_s(), 0),
        Hole::How => Arg::Word(held(d.way_down).label()),
        Hole::Rest => Arg::Number(v.brought.rest_s, 1),
        Hole::Moves => Arg::List(v.brought.moves.iter().map(|m| m.told().into()).collect()),
        Hole::Speed => Arg::Speed(c.retrieve_mps),
        Hole::Turns => turns(c.retrieve_mps / r.turn_m()),
        Hole::LiftTime => Arg::Number(v.lift_s?, 1),
        Hole::Longer => Arg::Size(on.longer_bait_mm()),
        Hole::Shorter => Arg::Size(on.shorter_bait_mm()),
        Hole::HookedDepth => Arg::Size(d.hooked_depth()?.get::<millimeter>()),
        Hole::SlimDepth => Arg::Size(on.bait.depth_band.0.get::<millimeter>()),
        Hole::FatDepth => Arg::Size(on.bait.depth_band.1.get::<millimeter>()),
        Hole::SlimHook => Arg::Text(on.hook_band()?.0.to_owned()),
        Hole::FatHook => Arg::Text(on.hook_band()?.1.to_owned()),
        // Only changes have a value of their own.
        Hole::Value => return None,
    })
}

fn arg<'a>(hole: &str, d: &Decision<'_>, v: &Verdicts<'_>) -> Option<Cow<'a, Arg>> {
    if let Some(hole) = Hole::named(hole) {
        return value(hole, d, v).map(Cow::Owned);
    }
    if let Some(number) = d.on.tables.rules.named.get(hole) {
        return Some(Cow::Owned(named(hole, *number)));
    }
    // A slot for which no phrase holds stays empty.
    let phrase = v.phrases.iter().find(|p| p.0 == hole);
    let text = phrase.map_or(Text::Borrowed(""), |p| rule(p.1, d, v));
    Some(Cow::Owned(Arg::Text(text.into_owned())))
}

/// What a rule says.
#[must_use]
pub fn rule(rule: &Rule, d: &Decision<'_>, v: &Verdicts<'_>) -> Text {
    fill(rule.says, d.on.options.units, |hole| arg(hole, d, v))
}

/// What each of some rules says.
#[must_use]
pub fn rules(all: &[&Rule], d: &Decision<'_>, v: &Verdicts<'_>) -> Vec<Text> {
    all.iter().map(|r| rule(r, d, v)).collect()
}

/// The same under the rules' codes.
#[must_use]
pub fn coded(all: &[&Rule], d: &Decision<'_>, v: &Verdicts<'_>) -> Vec<Coded> {
    let one = |r: &&Rule| Coded {
        code: r.code.into(),
        text: rule(r, d, v),
    };
    all.iter().map(one).collect()
}

/// Something to turn to.
#[must_use]
pub fn switch(to: &'static str, when: &Rule, d: &Decision<'_>, v: &Verdicts<'_>) -> Switch {
    Switch {
        to: to.into(),
        when: rule(when, d, v),
    }
}

/// Where schools part by a rung or more, the answer names the other side.
#[must_use]
pub fn disputed_weight(d: &Decision<'_>, schools: &[SchoolAnswer]) -> Option<Coded> {
    let (followed, tied_on): (School, &str) = (d.school, d.rung().label);
    let side = |s: &SchoolAnswer| {
        let label = Arg::Text(s.label.clone().into_owned());
        sentences::dispute_side(Arg::Word(s.school.label()), label).into()
    };
    let differ: Vec<Arg> = schools
        .iter()
        .filter(|s| s.school != followed && s.label != tied_on)
        .map(side)
        .collect();
    let said: Said = sentences::disputed_weight(Arg::List(differ.clone()));
    (!differ.is_empty()).then(|| Coded {
        code: said.code.into(),
        text: said.text(d.on.options.units),
    })
}
