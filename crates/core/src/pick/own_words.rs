//! What a box has for an answer, in words.

use crate::answer::Answer;
use crate::own::NamedHook;
use crate::pick::from_box::{Candidate, Matching, OwnAnswer, OwnHead, OwnHook, time_s};
use crate::pick::own_tools::OwnTool;
use crate::tackle::hook::{Judgement, Sits};
use crate::units::{Dimension, Mass, UnitSystem, plain, round};

impl Matching<'_, '_> {
    pub(super) fn rungs_off(&self, mass: Mass) -> i32 {
        let place = |m: Mass| {
            let below = self.work.rungs.iter().filter(|r| r.mass < m * (1.0 - 1e-6));
            i32::try_from(below.count()).unwrap_or(0)
        };
        place(mass) - place(self.ideal)
    }

    /// What tying it on costs against the ideal.
    pub(super) fn costs(&self, own: &OwnHead, c: &Candidate<'_>) -> Vec<String> {
        let mut costs = Vec::new();
        let ideal = time_s(self.verdict.fall);
        if let (Some(own_s), Some(ideal_s)) = (own.time_s, ideal)
            && own.rungs_off != 0
        {
            let off = own_s - ideal_s;
            let when = if off < 0.0 { "sooner" } else { "later" };
            costs.push(format!(
                "{} s {when} than the weight asked for",
                plain(off.abs(), 1)
            ));
        }
        costs.extend(own.too_light.iter().map(|n| format!("too light: {n}")));
        costs.extend(own.too_heavy.iter().map(|n| format!("too heavy: {n}")));
        if let Some(hook) = own.hook.as_ref().filter(|h| h.sits != Sits::Right) {
            costs.push(hook.text.clone());
        }
        let s = &self.shaped[c.shaped];
        if s.misfit > 0.15 {
            let best = self.work.shape_at(&self.work.conditions).code;
            costs.push(format!("a {} would suit this place better", best));
        }
        if own.hook.as_ref().is_some_and(|h| h.open) {
            costs.push("its point stands open where it should be hidden".into());
        }
        costs
    }

    pub(super) fn hook_told(&self, at: usize, hook: &NamedHook, judged: &Judgement) -> OwnHook {
        let size = |mm: f64| match self.units {
            UnitSystem::Metric => format!("{} mm", plain(mm, 1)),
            UnitSystem::Imperial => Dimension::Size.print(mm, self.units),
        };
        let m = &hook.measures;
        let measured = if hook.gap_measured {
            "measured"
        } else {
            "by its number"
        };
        let mut text = match judged.sits {
            Sits::Short | Sits::Stiff | Sits::PastTailRoot => format!(
                "{}: {} long, {} of the bait where {} is asked for; {} of gap {measured}",
                judged.sits,
                size(m.length_mm),
                plain(judged.length_ratio, 2),
                plain(judged.target_ratio, 2),
                size(m.gap_mm)
            ),
            Sits::Right | Sits::Wide | Sits::GapFilled => format!(
                "{}: {} of gap {measured}, {} asked for",
                judged.sits,
                size(m.gap_mm),
                size(judged.wanted_gap_mm)
            ),
        };
        if let Some((nominal, _)) = hook.nominal_mm
            && hook.gap_measured
            && (nominal - m.gap_mm).abs() > 0.05 * nominal
        {
            text += &format!(" (its number says {})", size(nominal));
        }
        OwnHook {
            at,
            title: hook.label(),
            gap_mm: round(m.gap_mm, 1),
            length_mm: round(m.length_mm, 1),
            measured: hook.gap_measured && hook.length_measured,
            sits: judged.sits,
            open: self.work.stands_open(hook.style),
            text,
            cost: judged.cost,
        }
    }

    pub(super) fn answer(
        &self,
        answer: &Answer,
        heads: Vec<OwnHead>,
        hooks: Vec<OwnHook>,
        rods: Vec<OwnTool>,
        lines: Vec<OwnTool>,
    ) -> OwnAnswer {
        let ideal = format!("{} {}", answer.weight.label, answer.head.shape);
        let hook_serves =
            !self.work.rig.separate_hook || hooks.first().is_some_and(OwnHook::fishes);
        let head_serves = heads.first().is_some_and(|h| h.serves);
        let text = match heads.first() {
            None => {
                format!("No head in your box that this rig is fished with; the answer is {ideal}")
            }
            Some(h) if h.costs.is_empty() && h.rungs_off == 0 => {
                format!(
                    "Tie on your {}: it is the weight asked for, {} left",
                    h.title, h.count
                )
            }
            Some(h) if h.serves => format!(
                "Tie on your {}, {}, within the window; {} left",
                h.title,
                rungs_in_words(h.rungs_off),
                h.count
            ),
            Some(h) => format!(
                "The nearest in your box is the {}, {}, and it does not do everything",
                h.title,
                rungs_in_words(h.rungs_off)
            ),
        };
        let mut lacks = Vec::new();
        if !head_serves {
            lacks.push(if self.work.rig.separate_hook {
                ideal
            } else {
                format!("{ideal}, hook {} {}", answer.hook.size, answer.hook.style)
            });
        }
        if !hook_serves {
            lacks.push(format!("a hook {} {}", answer.hook.size, answer.hook.style));
        }
        OwnAnswer {
            serves: head_serves && hook_serves,
            text: text.into(),
            missing: (!lacks.is_empty())
                .then(|| format!("Your box lacks {}", lacks.join(" and ")).into()),
            heads,
            hooks,
            rods,
            lines,
        }
    }
}

/// How far from the ideal, in words.
fn rungs_in_words(off: i32) -> String {
    let rungs = |n: i32| {
        if n == 1 {
            "a rung".into()
        } else {
            format!("{n} rungs")
        }
    };
    match off {
        0 => "the weight asked for".into(),
        1.. => format!("{} heavier than asked for", rungs(off)),
        _ => format!("{} lighter than asked for", rungs(-off)),
    }
}
