//! A range of depths or winds: the points that it is looked at in, and the weight that covers most
//! of them.

use super::rig_on_question::RigOnQuestion;
use super::setting::Conditions;
use super::window::Choice;

/// How finely a range is looked at: its ends and what lies between.
const DEPTHS: u32 = 9;
const WINDS: u32 = 5;

impl RigOnQuestion<'_> {
    /// The conditions that a question's ranges are looked at in, a grid over them; none where it
    /// names no range.
    #[must_use]
    pub fn range_points(&self) -> Vec<Conditions> {
        let w = &self.request.water;
        if w.depth_max_m.is_none() && w.wind_max_mps.is_none() {
            return Vec::new();
        }
        let spread = |from: f64, to: Option<f64>, steps: u32| -> Vec<f64> {
            let Some(to) = to else { return vec![from] };
            let at = |i| from + (to - from) * f64::from(i) / f64::from(steps - 1);
            (0..steps).map(at).collect()
        };
        let winds = spread(w.wind_mps, w.wind_max_mps, WINDS);
        let depths = spread(w.depth_m, w.depth_max_m, DEPTHS);
        let at = |depth_m: f64| {
            winds.iter().map(move |wind_mps| Conditions {
                depth_m,
                wind_mps: *wind_mps,
                ..self.conditions
            })
        };
        depths.into_iter().flat_map(at).collect()
    }

    /// Whether a rung serves where a choice was made: it passes every need, or is what is tied on
    /// there all the same.
    #[must_use]
    pub fn serves(&self, there: &Choice, rung: usize) -> bool {
        there.contains(self.rungs[rung].mass) || there.rung == rung
    }

    /// The rung to tie on over the question's ranges: of those that do everything at their middle
    /// the one that does it over most of them, the nearest to the choice for the middle.
    pub(super) fn covering(&self, middle: &Choice) -> usize {
        let windows: Vec<Choice> = self
            .range_points()
            .iter()
            .map(|c| self.choose_at(c))
            .collect();
        let covers = |rung: usize| windows.iter().filter(|w| self.serves(w, rung)).count();
        let does_it = |rung: &usize| self.serves(middle, *rung);
        let apart = |rung: usize| rung.abs_diff(middle.rung);
        let all = (0..self.rungs.len()).filter(does_it);
        let best = all.max_by_key(|rung| (covers(*rung), std::cmp::Reverse(apart(*rung))));
        best.filter(|_| !windows.is_empty()).unwrap_or(middle.rung)
    }
}
