//! The reasons for weight and hook, with their numbers.

use crate::codes::{Basis, LowerBound, Point, Topic, UpperBound};
use crate::physics::sink::HeadBody;
use crate::pick::Picture;
use crate::pick::needs::Needs;
use crate::pick::reasons::Reasons;
use crate::pick::shape::capital;
use crate::pick::window::Choice;
use crate::tackle::hook::HookFit;
use crate::units::{Dimension, Mass, grams, ounces, plain};
use uom::si::{force::newton, time::second, velocity::meter_per_second};

/// A force as the weight that a hand knows, in grams.
fn pull(n: crate::units::Force) -> String {
    format!(
        "{} g",
        plain(n.get::<newton>() / crate::units::GRAVITY * 1000.0, 1)
    )
}

/// A mass in both units.
fn both(m: Mass) -> String {
    format!("{} oz ({} g)", plain(ounces(m), 3), plain(grams(m), 1))
}

/// The light end of the window, in words with its numbers.
#[must_use]
pub fn lower(choice: &Choice, needs: &Needs<'_>, p: &Picture<'_>) -> String {
    let s = needs.setting;
    let c = p.conditions;
    match choice.lower.1 {
        LowerBound::TimeToBottom => format!(
            "longer than {} s to the bottom",
            plain(s.wait.get::<second>(), 0)
        ),
        LowerBound::SinkTarget => format!(
            "falls too slowly for the {} school, under {}",
            p.school,
            p.speed(needs.fall.least * s.target.get::<meter_per_second>())
        ),
        LowerBound::Contact => format!(
            "lifts off when drawn at {}",
            p.speed(s.past_head.get::<meter_per_second>())
        ),
        LowerBound::Feel if c.current_mps > 0.05 => format!(
            "bottom not felt: wind and current pull {}",
            pull(needs.felt())
        ),
        LowerBound::Feel if c.wind_mps > 0.0 => format!(
            "bottom not felt in {} of wind: {} to be felt over",
            Dimension::Wind.print(c.wind_mps, p.units),
            pull(needs.felt())
        ),
        LowerBound::Feel => format!("bottom not felt: the hand asks for {}", pull(needs.felt())),
        LowerBound::Castable => format!("will not cast {}", p.distance(c.cast_m)),
        LowerBound::SnapFree => "will not snap free of the grass".into(),
    }
}

/// The heavy end of the window.
#[must_use]
pub fn upper(choice: &Choice, needs: &Needs<'_>, p: &Picture<'_>) -> String {
    match choice.upper.1 {
        UpperBound::SinkCeiling => format!(
            "falls too fast for {} fish at {}, over {}",
            p.request.mood,
            Dimension::Temperature.print(p.conditions.temp_c, p.units),
            p.speed(needs.fall.most * needs.setting.target.get::<meter_per_second>())
        ),
        UpperBound::Overpower => format!(
            "drags the life out of a {} bait",
            p.size(p.request.bait.length_mm)
        ),
        UpperBound::Snag => format!("wedges and snags on {}", p.request.water.bottom),
        UpperBound::RodMax => "more than the rod throws".into(),
        UpperBound::HoverLevel => "no longer hovers level".into(),
    }
}

/// Why this weight.
pub fn weight(
    choice: &Choice,
    needs: &Needs<'_>,
    head: &HeadBody,
    p: &Picture<'_>,
    reasons: &mut Reasons,
) {
    let basis = Basis::Physics;
    let wanted = needs.setting.target.get::<meter_per_second>();
    let fall = needs.fall(head).speed().get::<meter_per_second>();
    let text = format!(
        "Falls {}, {} s to {}; the {} school wants about {}",
        p.speed(fall),
        plain(p.time_s, if p.time_s < 10.0 { 1 } else { 0 }),
        p.distance(p.conditions.depth_m),
        p.school,
        p.speed(wanted),
    );
    reasons.pro(Topic::Weight, "fall_speed", basis, text);
    let felt = needs.felt();
    let weight = needs.weight(head);
    if weight >= felt {
        reasons.pro(
            Topic::Weight,
            "felt",
            basis,
            format!(
                "Weighs {} in water; {} are enough to feel it over hand, wind and current",
                pull(weight),
                pull(felt)
            ),
        );
    } else {
        reasons.con(
            Topic::Weight,
            "not_felt",
            basis,
            format!(
                "Weighs {} in water, and {} are needed to feel it land",
                pull(weight),
                pull(felt)
            ),
        );
    }
    let held = needs.held(head);
    if weight < held {
        reasons.con(
            Topic::Weight,
            "lifts_off",
            basis,
            format!(
                "Drawn this fast it lifts off: {} are needed to hold bottom",
                pull(held)
            ),
        );
    }
    let binds = choice.lower.1.label();
    reasons.pro(
        Topic::Weight,
        "window",
        basis,
        format!(
            "The window runs from {} ({binds} below) to {} ({} above)",
            both(choice.lower.0),
            both(choice.upper.0),
            choice.upper.1.label()
        ),
    );
}

/// Why this hook, and what is wrong with it.
pub fn hook(fit: &HookFit, p: &Picture<'_>, depth_mm: f64, reasons: &mut Reasons) {
    let m = &fit.measured;
    let (gap, depth) = (p.size(m.gap_mm), p.size(depth_mm));
    if fit.gap_ratio >= 0.94 {
        reasons.pro(
            Topic::Hook,
            "gap_fits",
            Basis::Physics,
            format!("Gap {gap} for a bait {depth} thick: the point stays clear"),
        );
    } else {
        reasons.con(Topic::Hook, "gap_filled", Basis::Physics, format!("Gap {gap} is small for a bait {depth} thick: the plastic fills it and the point never bites"));
    }
    let share = plain(fit.length_ratio * 100.0, 0);
    if fit.length_ratio > p.rig.hook.length_most {
        reasons.con(
            Topic::Hook,
            "hook_long",
            Basis::Physics,
            format!("The hook takes {share} % of the bait and stiffens it"),
        );
    } else {
        reasons.pro(
            Topic::Hook,
            "hook_length",
            Basis::Physics,
            format!(
                "Its {} take {share} % of the bait: most of it moves",
                p.size(m.length_mm)
            ),
        );
    }
    if fit.past_tail_root {
        reasons.con(
            Topic::Hook,
            "past_tail_root",
            Basis::Physics,
            format!(
                "It comes out at {}, behind the root of the tail",
                p.size(fit.exit_mm)
            ),
        );
    }
    let cover = p.tables.cover(p.request.water.cover);
    reasons.pro(
        Topic::Hook,
        "point",
        Basis::CommonPractice,
        capital(&cover.point_says),
    );
    if cover.point == Point::Weedless {
        reasons.con(
            Topic::Hook,
            "disputed_hidden_point",
            Basis::CommonPractice,
            "A hidden point costs some bites; others leave it free and lose heads",
        );
    }
}
