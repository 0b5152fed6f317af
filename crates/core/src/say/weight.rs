//! The reasons for the weight, with their numbers.

use uom::si::{force::newton, time::second, velocity::meter_per_second};

use crate::answer::reasons::Reasons;
use crate::base::codes::{Basis, LowerBound, Topic, UpperBound};
use crate::base::text::{Arg, Said, sentences};
use crate::base::{Force, GRAVITY, Ladder, Mass, Velocity, grams, maths, ounces, rungs};
use crate::choose::decision::Decision;
use crate::choose::own_drag::OwnFall;
use crate::explore::cast_ready::held;
use crate::tables::WayDown;

/// A force as the weight that a hand knows.
fn pull(n: Force) -> Arg {
    Arg::Mass(n.get::<newton>() / GRAVITY * 1000.0)
}

/// A mass in the reader's unit.
pub(super) fn told(m: Mass) -> Arg {
    Arg::Mass(grams(m))
}

/// Ounces as the nearest fraction that one can buy, without the unit.
pub(super) fn bought(m: Mass) -> Arg {
    let sold = rungs(Ladder::Ounces).into_iter().map(|r| (r.mass, r.label));
    let away = |of: Mass| maths::ln((of / m).value).abs();
    let nearest = sold.min_by(|a, b| away(a.0).total_cmp(&away(b.0)));
    match nearest.filter(|n| away(n.0) < BOUGHT) {
        Some((_, label)) => Arg::Word(label.trim_end_matches(" oz")),
        None => Arg::Number(ounces(m), 2),
    }
}

/// A mass that lies further from every head sold, as a logarithm, is told as it is.
const BOUGHT: f64 = 0.2;

fn speed(v: Velocity) -> Arg {
    Arg::Speed(v.get::<meter_per_second>())
}

/// Wind against a cast from which it is named, m/s.
const HEAD_WIND_MPS: f64 = 1.0;

/// The light end of the window, with its numbers.
#[must_use]
pub fn lower(d: &Decision<'_>) -> Said {
    let (needs, c) = (&d.needs, &d.on.conditions);
    let s = &needs.setting;
    if s.least >= d.choice.lower.0 {
        return sentences::lower_least_for_fish(Arg::Word(d.on.request.species.label()));
    }
    match d.choice.lower.1 {
        LowerBound::TimeToBottom => {
            sentences::lower_time_to_bottom(Arg::Number(s.wait.get::<second>(), 0))
        }
        LowerBound::SinkTarget => sentences::lower_sink_target(
            Arg::Word(d.school.label()),
            speed(needs.fall.least * s.target),
        ),
        LowerBound::Contact if needs.nose() >= d.choice.lower.0 => sentences::lower_contact_nose(),
        LowerBound::Contact if needs.drift_binds(&needs.head(d.choice.lower.0)) => {
            sentences::lower_contact_drift(speed(s.drift))
        }
        LowerBound::Contact if s.drawn.value <= 0.0 => sentences::lower_contact_lying(),
        LowerBound::Contact => sentences::lower_contact(speed(s.drawn)),
        LowerBound::Feel if c.passing_mps() > 0.05 => {
            sentences::lower_feel_current(pull(needs.felt()))
        }
        LowerBound::Feel if c.wind_mps > 0.0 => {
            sentences::lower_feel_wind(Arg::Wind(c.wind_mps), pull(needs.felt()))
        }
        LowerBound::Feel => sentences::lower_feel_hand(pull(needs.felt())),
        LowerBound::Bow => sentences::lower_bow(Arg::Wind(c.wind_mps), pull(needs.bow_held())),
        LowerBound::Castable if c.wind_against * c.wind_mps >= HEAD_WIND_MPS => {
            sentences::lower_castable_wind(Arg::Distance(c.cast_m), Arg::Wind(c.wind_mps))
        }
        LowerBound::Castable => sentences::lower_castable(Arg::Distance(c.cast_m)),
        LowerBound::SnapFree => sentences::lower_snap_free(),
        LowerBound::Grind => sentences::lower_grind(),
        LowerBound::HoldsDepth => {
            let slowest = s.swim.slowest * s.wound;
            sentences::lower_holds_depth(Arg::Distance(d.reach_m()), speed(slowest))
        }
    }
}

/// The heavy end of the window.
#[must_use]
pub fn upper(d: &Decision<'_>) -> Said {
    let r = d.on.request;
    match d.choice.upper.1 {
        UpperBound::SinkCeiling => sentences::upper_sink_ceiling(
            Arg::Word(r.mood.label()),
            Arg::Temperature(d.on.conditions.temp_c),
            speed(d.needs.ceiling()),
        ),
        UpperBound::Overpower => sentences::upper_overpower(Arg::Size(r.bait.length_mm)),
        UpperBound::Snag => sentences::upper_snag(Arg::Word(snagging(d))),
        UpperBound::RodMax => sentences::upper_rod_max(),
        UpperBound::KeptUp => {
            let s = &d.needs.setting;
            let quickest = s.swim.quickest * s.wound;
            sentences::upper_kept_up(Arg::Distance(d.reach_m()), speed(quickest))
        }
        UpperBound::Everyday => sentences::upper_everyday(told(d.on.rig.everyday())),
        UpperBound::HoverLevel => sentences::upper_hover_level(Arg::Size(r.bait.length_mm)),
    }
}

/// What of the place takes tackle more readily: its cover, or its bottom.
fn snagging(d: &Decision<'_>) -> &'static str {
    let (tables, water) = (d.on.tables, &d.on.request.water);
    if tables.cover(water.cover).snag > tables.bottom(water.bottom).snag {
        water.cover.label()
    } else {
        water.bottom.label()
    }
}

/// Why this weight.
pub fn weight(d: &Decision<'_>, reasons: &mut Reasons) {
    let (needs, about, basis) = (&d.needs, Topic::Weight, Basis::Physics);
    let time = d.down_s();
    let (falls, wanted) = (speed(d.fall.speed()), speed(needs.setting.target));
    let depth = Arg::Distance(d.on.conditions.depth_m);
    let seconds = Arg::Number(time, usize::from(time < 10.0));
    let fished_for = Arg::Word(d.school.label());
    let fall = match d.way_down {
        WayDown::TightLine => {
            sentences::fall_speed_tight(falls, depth, seconds, fished_for, wanted)
        }
        way => {
            let how = Arg::Word(held(way).label());
            sentences::fall_speed(falls, depth, seconds, how, fished_for, wanted)
        }
    };
    if needs.asks(LowerBound::SinkTarget) {
        reasons.pro(about, basis, fall);
    } else if needs.asks(LowerBound::HoldsDepth) {
        let kept = sentences::keeps_its_depth(
            speed(needs.setting.wound),
            Arg::Distance(d.reach_m()),
            told(needs.balanced()),
        );
        reasons.pro(about, basis, kept);
    } else {
        reasons.pro(about, Basis::CommonPractice, sentences::grinds());
    }
    let (felt, weight) = (needs.felt(), needs.weight(&d.body));
    if !d.felt_on_bottom() {
        reasons.pro(about, Basis::CommonPractice, sentences::off_the_bottom());
    } else if weight >= felt {
        reasons.pro(about, basis, sentences::felt(pull(weight), pull(felt)));
    } else {
        reasons.con(about, basis, sentences::not_felt(pull(weight), pull(felt)));
    }
    let held = needs.held(&d.body);
    if needs.asks(LowerBound::Contact) && weight < held {
        reasons.con(about, basis, sentences::lifts_off(pull(held)));
    }
    let (lower, upper) = (d.choice.lower, d.choice.upper);
    let lightest = if needs.setting.least >= lower.0 {
        sentences::lower_least_for_fish(Arg::Word(d.on.request.species.label())).into()
    } else {
        Arg::Word(lower.1.label())
    };
    let window = sentences::window(
        told(lower.0),
        lightest,
        told(upper.0),
        Arg::Word(upper.1.label()),
    );
    reasons.pro(about, basis, window);
}

/// What one's own sink tests change.
pub fn own_sink_tests(own: &OwnFall, d: &Decision<'_>, reasons: &mut Reasons) {
    let tests = u32::try_from(own.tests).map_or(f64::INFINITY, f64::from);
    let said = sentences::own_sink_tests(
        Arg::Number(tests, 0),
        Arg::Number(own.factor, 2),
        Arg::Number(2.0 * own.error, 2),
        speed(d.fall.speed()),
    );
    reasons.pro(Topic::Weight, Basis::OwnRecord, said);
}
