//! The reasons for weight and hook, with their numbers.

use crate::codes::{Basis, LowerBound, Topic, UpperBound, Wire};
use crate::physics::sink::HeadBody;
use crate::pick::compose::Verdict;
use crate::pick::needs::Needs;
use crate::pick::reasons::Reasons;
use crate::pick::window::Choice;
use crate::pick::{Picture, line};
use crate::record::OwnFall;
use crate::tackle::hook::{self, HookFit, TIGHT};
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
    let s = &needs.setting;
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
        LowerBound::Contact if needs.nose() >= choice.lower.0 => {
            "too light to hold the bait's nose on the bottom".into()
        }
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
            p.speed(needs.ceiling().get::<meter_per_second>())
        ),
        UpperBound::Overpower => format!(
            "drags the life out of a {} bait",
            p.size(p.request.bait.length_mm)
        ),
        UpperBound::Snag => format!("wedges and snags on {}", p.request.water.bottom),
        UpperBound::RodMax => "more than the rod throws".into(),
        UpperBound::HoverLevel => format!(
            "nose down into a spiral: a {} bait no longer hangs level",
            p.size(p.request.bait.length_mm)
        ),
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
        plain(p.time_s, usize::from(p.time_s < 10.0)),
        p.distance(p.conditions.depth_m),
        p.school,
        p.speed(wanted),
    );
    reasons.pro(Topic::Weight, "fall_speed", basis, text);
    let felt = needs.felt();
    let weight = needs.weight(head);
    if !needs.asks(LowerBound::Feel) {
        reasons.pro(
            Topic::Weight,
            "off_the_bottom",
            Basis::CommonPractice,
            "Fished off the bottom: it need not be felt there, it must glide",
        );
    } else if weight >= felt {
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
    if needs.asks(LowerBound::Contact) && weight < held {
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
pub fn hook(fit: &HookFit, p: &Picture<'_>, reasons: &mut Reasons) {
    let m = &fit.measured;
    let (gap, depth) = (p.size(m.gap_mm), p.size(p.bait_depth_mm));
    let (about, basis) = (Topic::Hook, Basis::Physics);
    let free = m.gap_mm - p.bait_depth_mm;
    if fit.gap_ratio >= TIGHT {
        let text = format!("Gap {gap} for a bait {depth} thick: the point stays clear");
        reasons.pro(about, "gap_fits", basis, text);
    } else if free > 0.0 {
        let text = format!(
            "Gap {gap} leaves {} over a bait {depth} thick: little for a hidden point",
            p.size(free)
        );
        reasons.con(about, "gap_tight", basis, text);
    } else {
        let text = format!(
            "Gap {gap} is small for a bait {depth} thick: the plastic fills it and the point never bites"
        );
        reasons.con(about, "gap_filled", basis, text);
    }
    let share = plain(fit.length_ratio * 100.0, 0);
    let length = p.size(m.length_mm);
    if fit.too_long {
        let text = format!("The hook takes {share} % of the bait and stiffens it");
        reasons.con(about, "hook_long", basis, text);
    } else {
        let text = format!("Its {length} take {share} % of the bait: most of it moves");
        reasons.pro(about, "hook_length", basis, text);
    }
    if fit.past_tail_root {
        let exit = p.size(fit.exit_mm);
        let text = format!("It comes out at {exit}, behind the root of the tail");
        reasons.con(about, "past_tail_root", basis, text);
    }
    wire(p, reasons);
}

/// Why this wire, and what would straighten it.
fn wire(p: &Picture<'_>, reasons: &mut Reasons) {
    let (wire, about) = (p.hook.wire, Topic::Hook);
    let basis = Basis::CommonPractice;
    let text = match wire {
        Wire::Light => "Light wire goes in at a pull of the reel; a cracked rod cuts flesh with it",
        Wire::Medium => "Medium wire stands a firm sweep",
        Wire::Heavy => "Heavy wire for strong line and rod",
    };
    reasons.pro(about, "wire", basis, text);
    let leader = line::leader(p.request, line::row(p.rig, p.head)).1;
    if hook::wire_for(p.tables, leader) > wire {
        let text = format!("A leader of {} lb straightens {wire}", plain(leader, 0));
        reasons.con(about, "wire_straightens", basis, text);
    }
}

/// What one's own sink tests change.
pub(super) fn own_fall(own: &OwnFall, v: &Verdict<'_>, p: &Picture<'_>, reasons: &mut Reasons) {
    let text = format!(
        "Your {} sink tests: {} times the book's drag (± {}); it falls at {}",
        own.tests,
        plain(own.factor, 2),
        plain(2.0 * own.error, 2),
        p.speed(v.fall.speed().get::<meter_per_second>())
    );
    reasons.pro(Topic::Weight, "own_sink_tests", Basis::OwnRecord, text);
}
