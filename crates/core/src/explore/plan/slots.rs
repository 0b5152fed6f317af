//! A stop cut into slots, in which nothing has to be retied for depth or wind.

use super::cells::{Serves, StopLook};
use crate::base::codes::DayPart;

/// A slot before it is decided what is on the rods.
pub(super) struct Open {
    pub(super) stop: usize,
    pub(super) minutes: (u16, u16),
    pub(super) depths: (f64, f64),
    pub(super) winds: (f64, f64),
    /// What serves each part.
    pub(super) parts: Vec<(DayPart, Serves)>,
}

/// Stretches of a row, each as long as something holds over all of it; one piece always does.
/// Taking each as long as it goes makes the fewest.
fn stretches(count: usize, holds: impl Fn(usize, usize) -> bool) -> Vec<(usize, usize)> {
    let (mut all, mut from) = (Vec::new(), 0);
    while from < count {
        let mut to = from;
        while to + 1 < count && holds(from, to + 1) {
            to += 1;
        }
        all.push((from, to));
        from = to + 1;
    }
    all
}

/// The middle of a piece of time.
fn middle((from, to): (f64, f64)) -> f64 {
    f64::midpoint(from, to)
}

/// The slots of a stop, in their order: band after band from the shallow to the deep, each hour
/// after hour.
pub(super) fn slots(look: &StopLook<'_>, stop: usize, hours: (u16, u16)) -> Vec<Open> {
    let depths = look.depths();
    let whole = (f64::from(hours.0), f64::from(hours.1));
    let pieces = look.pieces(whole);
    let bands = stretches(depths.len(), |from, to| {
        pieces.iter().all(|piece| {
            let at: Vec<(f64, f64)> = depths[from..=to]
                .iter()
                .map(|d| (*d, middle(*piece)))
                .collect();
            look.parts
                .iter()
                .all(|part| !look.common(part, &at).is_empty())
        })
    });
    #[expect(clippy::cast_precision_loss, reason = "a few depths")]
    let share = (whole.1 - whole.0) / depths.len() as f64;
    let mut all = Vec::new();
    for band in &bands {
        #[expect(clippy::cast_precision_loss, reason = "a few depths")]
        let time = (
            whole.0 + share * band.0 as f64,
            whole.0 + share * (band.1 + 1) as f64,
        );
        // One band's end is where the next begins.
        let deep = depths
            .get(band.1 + 1)
            .map_or(depths[band.1], |next| next.midpoint(depths[band.1]));
        let shallow = match band.0 {
            0 => depths[0],
            at => depths[at].midpoint(depths[at - 1]),
        };
        let here = &depths[band.0..=band.1];
        all.extend(of_band(look, stop, (here, (shallow, deep)), time));
    }
    all
}

/// The slots of a band.
fn of_band(
    look: &StopLook<'_>,
    stop: usize,
    (depths, ends): (&[f64], (f64, f64)),
    time: (f64, f64),
) -> Vec<Open> {
    let pieces = look.pieces(time);
    let at = |from: usize, to: usize| -> Vec<(f64, f64)> {
        let times = pieces[from..=to].iter().map(|p| middle(*p));
        times
            .flat_map(|m| depths.iter().map(move |d| (*d, m)))
            .collect()
    };
    let runs = stretches(pieces.len(), |from, to| {
        let at = at(from, to);
        look.parts
            .iter()
            .all(|part| !look.common(part, &at).is_empty())
    });
    let slot = |(from, to): (usize, usize)| {
        let at = at(from, to);
        let winds = pieces[from..=to].iter().map(|p| look.wind(middle(*p)));
        let least = winds.clone().fold(f64::INFINITY, f64::min);
        #[expect(
            clippy::cast_possible_truncation,
            clippy::cast_sign_loss,
            reason = "minutes of a day"
        )]
        let minute = |m: f64| m.round() as u16;
        Open {
            stop,
            minutes: (minute(pieces[from].0), minute(pieces[to].1)),
            depths: ends,
            winds: (least, winds.fold(0.0, f64::max)),
            parts: look
                .parts
                .iter()
                .map(|p| (p.part, look.common(p, &at)))
                .collect(),
        }
    };
    runs.into_iter().map(slot).collect()
}

#[cfg(test)]
mod tests {
    use super::stretches;

    #[test]
    fn stretches_are_as_long_as_they_may_be_and_leave_nothing_out() {
        assert_eq!(stretches(5, |_, _| true), [(0, 4)]);
        assert_eq!(stretches(3, |_, _| false), [(0, 0), (1, 1), (2, 2)]);
        assert_eq!(stretches(5, |from, to| to - from <= 2), [(0, 2), (3, 4)]);
        assert!(stretches(0, |_, _| true).is_empty());
    }
}
