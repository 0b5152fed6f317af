//! From the reader's own box: what to tie on, and what that costs.

use yarrowfen_core::PickRequest;
use yarrowfen_core::answer::{OwnAnswer, OwnHead};
use yarrowfen_core::base::{Dimension, UnitSystem, plain};
use yarrowfen_core::own_box::{Item, Thing};

use crate::ask::PickForm;
use crate::ask::bench::BenchForm;

/// What of a box serves an answer, as shown.
pub struct OwnView {
    /// As computed.
    pub own: OwnAnswer,
    /// Units of the texts.
    units: UnitSystem,
    /// The bench with the first head, or the first hook, in this bait.
    pub bench: Option<String>,
    /// The question again with the first own line that fits, and its name.
    pub with_line: Option<(String, String)>,
    /// The same with the first own rod that fits.
    pub with_rod: Option<(String, String)>,
}

impl OwnView {
    /// Of an answer and a box.
    #[must_use]
    pub fn new(own: OwnAnswer, things: &[&Item], request: &PickRequest, form: &PickForm) -> Self {
        let shown = own.heads.first().filter(|h| h.hook.is_some()).map(|h| h.at);
        let shown = own.hooks.first().map(|h| h.at).or(shown);
        let bench = shown.and_then(|at| things.get(at)).map(|item| {
            let bait = bench_bait(request, form.units);
            format!("/bench?{}", bait.query_of(item))
        });
        Self {
            with_line: with_line(&own, things, form),
            with_rod: with_rod(&own, things, form),
            units: form.units,
            own,
            bench,
        }
    }

    /// Own heads beside the first.
    #[must_use]
    pub fn others(&self) -> &[OwnHead] {
        self.own.heads.get(1..).unwrap_or_default()
    }

    /// The fall of an own head, with its units.
    #[must_use]
    pub fn fall(&self, head: &OwnHead) -> String {
        let speed = Dimension::Speed.print(head.speed_mps, self.units);
        match head.time_s {
            Some(t) => format!("falls {speed}, {} s to the bottom", plain(t, 1)),
            None => "floats".into(),
        }
    }
}

/// The bench's question for the bait of a pick.
fn bench_bait(request: &PickRequest, units: UnitSystem) -> BenchForm {
    let mut query = form_urlencoded::Serializer::new(String::new());
    query.append_pair("form", request.bait.form.code());
    query.append_pair(
        "length",
        &format!("{} mm", plain(request.bait.length_mm, 3)),
    );
    if let Some(mm) = request.bait.body_mm {
        query.append_pair("body", &format!("{} mm", plain(mm, 3)));
    }
    query.append_pair("plastic", request.bait.plastic.code());
    if let Some(rig) = request.rig {
        query.append_pair("rig", rig.code());
    }
    BenchForm::from_query(&query.finish(), units)
}

fn with_line(own: &OwnAnswer, things: &[&Item], form: &PickForm) -> Option<(String, String)> {
    let best = own.lines.first()?;
    let Thing::Line(line) = &things.get(best.at)?.thing else {
        return None;
    };
    let mm = line.diameter_mm?;
    if form.typed("line_mm") == plain(mm, 4) {
        return None;
    }
    let query = form.query_with(&[
        ("line_kind", line.line.code()),
        ("line_mm", &plain(mm, 4)),
        (
            "line_lb",
            &line.test_lb.map_or_else(String::new, |lb| plain(lb, 2)),
        ),
    ]);
    Some((format!("/?{query}"), best.title.clone()))
}

fn with_rod(own: &OwnAnswer, things: &[&Item], form: &PickForm) -> Option<(String, String)> {
    let best = own.rods.first()?;
    let Thing::Rod(rod) = &things.get(best.at)?.thing else {
        return None;
    };
    if form.typed("rod_max") == plain(rod.most_g, 2) {
        return None;
    }
    let (least, most) = (plain(rod.least_g, 2), plain(rod.most_g, 2));
    let query = form.query_with(&[("rod_min", &least), ("rod_max", &most)]);
    Some((format!("/?{query}"), best.title.clone()))
}
