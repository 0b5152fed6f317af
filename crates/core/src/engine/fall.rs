//! How fast it falls, with the band that can be answered for.

use uom::si::{force::newton, time::second, velocity::meter_per_second};

use crate::answer::Sink;
use crate::base::{Time, round};
use crate::choose::decision::Decision;
use crate::choose::own_drag::OwnFall;
use crate::explore::cast_ready::held;
use crate::physics::sink::{self, Fall};

/// A steady fall, m/s.
pub(super) fn mps(fall: Fall) -> f64 {
    fall.speed().get::<meter_per_second>()
}

/// The fall of what is tied on.
pub(super) fn sink(d: &Decision<'_>) -> Sink {
    let needs = &d.needs;
    let band = match d.on.options.own_fall {
        Some((_, own)) => own_band(mps(d.fall), own),
        None => book_band(d),
    };
    let slack = needs.fall_at(&d.body, d.on.tables.baits.posture.slack_line);
    Sink {
        speed_mps: round(mps(d.fall), 3),
        time_s: round(d.time_s(), 2),
        down_s: round(d.down_s(), 1),
        down_by: Some(held(d.way_down)),
        band_mps: band,
        slack_mps: round(mps(slack), 2),
        target_mps: round(needs.setting.target.get::<meter_per_second>(), 3),
        bare_head_mps: round(mps(needs.bare(&d.body)), 3),
        submerged_n: round(needs.weight(&d.body).get::<newton>(), 4),
    }
}

/// Least and most speed by the spread of the posture between two anglers'
/// baits, and by the published coefficient of the head.
fn book_band(d: &Decision<'_>) -> (f64, f64) {
    let (needs, body, s) = (&d.needs, &d.body, &d.needs.setting);
    let r = needs.rigged();
    let (close, wide) = d.on.tables.conditions.fall.spread;
    let published = sink::fall_by_sphericity(
        body,
        d.shape.sphericity,
        &r.trailing,
        r.tight,
        s.line,
        s.depth,
        &s.water,
    );
    let around = [
        needs.fall_at(body, r.tight * close),
        needs.fall_at(body, r.tight * wide),
        published,
        d.fall,
    ]
    .map(mps);
    let least = around.iter().copied().fold(f64::INFINITY, f64::min);
    let most = around.iter().copied().fold(0.0, f64::max);
    (round(least, 2), round(most, 2))
}

/// Two standard errors of one's own record either way; the speed goes with the
/// square root of the drag.
fn own_band(speed: f64, own: OwnFall) -> (f64, f64) {
    let by = |errors: f64| {
        let drag = (own.factor + errors * own.error).max(0.1 * own.factor);
        round(speed * (own.factor / drag).sqrt(), 3)
    };
    (by(2.0), by(-2.0))
}

/// Longest fall that is drawn, s.
const MOST_BEADS: u32 = 60;

/// One bead a second, at the depth reached by then.
pub(super) fn beads(fall: &Fall, time_s: Option<f64>) -> Vec<f64> {
    let Some(total) = time_s else {
        return Vec::new();
    };
    (1..=MOST_BEADS)
        .map(f64::from)
        .take_while(|t| *t <= total)
        .map(|t| round(fall.depth_after(Time::new::<second>(t)).value, 3))
        .collect()
}
