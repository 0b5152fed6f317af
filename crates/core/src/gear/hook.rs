//! How a hook fits a bait, by millimetres.

use crate::base::maths;

use crate::base::codes::{BaitForm, HookStyle, Point, Sits, Species, Wire};
use crate::gear::bait::MeasuredBait;
pub use crate::gear::measured_hook::MeasuredHook;
use crate::tables::{Hide, HookSize, RigHook, Tables};
use uom::si::length::millimeter;

/// The hook chosen for a bait.
#[derive(Debug, Clone, PartialEq)]
pub struct HookFit {
    /// Size as printed, a hint.
    pub size: String,
    /// Style.
    pub style: HookStyle,
    /// Its measures.
    pub measured: MeasuredHook,
    /// Exit mark from the nose, mm.
    pub exit_mm: f64,
    /// The sizes next to it.
    pub near: Vec<String>,
    /// Gap over what the bait asks for; below 1 it is tight.
    pub gap_ratio: f64,
    /// Hook length over bait length.
    pub length_ratio: f64,
    /// Whether that stiffens a bait of this form.
    pub too_long: bool,
    /// Whether the exit lies behind the tail root.
    pub past_tail_root: bool,
    /// Whether its point comes free within what length the bait bears; else no hook that
    /// is sold does, and this is the nearest.
    pub fits: bool,
}

/// Gap asked for, below which a hook is tight: the plastic must give before the point bites.
pub const TIGHT: f64 = 0.94;

/// Gap asked for, below which the plastic does not give far enough for the point to come free (v0).
const NO_ROOM: f64 = 0.75;

/// Share of the wanted length under which a hook misses tail bites (v0).
const SHORT: f64 = 0.72;
/// Gap over what is asked for from which a hook is much for the bait (v0).
const WIDE: f64 = 1.75;

/// How a hook sits by its gap alone, as a share of what is asked for.
#[must_use]
pub fn by_gap(gap_ratio: f64) -> Sits {
    match () {
        () if gap_ratio < NO_ROOM => Sits::GapFilled,
        () if gap_ratio < TIGHT => Sits::Tight,
        () if gap_ratio > WIDE => Sits::Wide,
        () => Sits::Right,
    }
}

/// A hook judged against a bait.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Judgement {
    /// In a word.
    pub sits: Sits,
    /// Gap over what the bait asks for: see [`by_gap()`].
    pub gap_ratio: f64,
    /// Gap that the bait asks for, mm.
    pub wanted_gap_mm: f64,
    /// Hook length over bait length.
    pub length_ratio: f64,
    /// The share that the rig asks for.
    pub target_ratio: f64,
    /// Exit mark from the nose, mm.
    pub exit_mm: f64,
    /// What speaks against it: 0 is perfect.
    pub cost: f64,
}

/// What a hook is chosen by.
#[derive(Debug, Clone, Copy)]
pub struct Asked<'a> {
    /// The rig's rule.
    pub rule: &'a RigHook,
    /// The bait.
    pub bait: &'a MeasuredBait,
    /// Its form.
    pub form: BaitForm,
    /// The fish, whose mouth may ask for more.
    pub species: Species,
    /// How the point stands.
    pub point: Point,
}

/// How well a hook lies in a bait, the best first.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
enum Lies {
    /// Within every bound, the point free.
    Free,
    /// Within the bounds of length, its gap tight or filled.
    Tight,
    /// Behind the tail root, too long or too short for the bait.
    Outside,
}

impl Asked<'_> {
    /// From this depth on the bait is fat, mm.
    fn fat_mm(&self) -> f64 {
        self.bait.fat_from.get::<millimeter>()
    }

    fn bait_mm(&self) -> f64 {
        self.bait.length.get::<millimeter>()
    }

    /// Style by bait length, or for a hidden point by how fat the bait is.
    fn style(&self, depth_mm: f64) -> HookStyle {
        if self.point == Point::Exposed
            || (self.point == Point::SkinHooked && self.rule.hide != Hide::Always)
        {
            return self
                .rule
                .shank
                .iter()
                .find(|s| self.bait_mm() <= s.to_mm)
                .map_or(HookStyle::RoundBend, |s| s.style);
        }
        if depth_mm >= self.fat_mm() {
            self.rule.hidden_fat
        } else {
            self.rule.hidden_slim
        }
    }

    /// How much more gap the mouth of these fish asks for.
    fn mouth(&self) -> f64 {
        let by_species = self.rule.gap_by_species.get(&self.species);
        by_species.copied().unwrap_or(1.0)
    }

    /// Gap asked for, mm: a share of the depth of the bait, and for a hidden
    /// point the room that it needs to come free.
    fn wanted_gap(&self, depth_mm: f64) -> f64 {
        let open = self.rule.gap_over_depth * self.mouth() * depth_mm;
        let hidden = self.point == Point::Weedless
            || (self.point == Point::SkinHooked && self.rule.hide == Hide::Always);
        if hidden {
            open.max(depth_mm + self.rule.hidden_free_mm)
        } else {
            open
        }
    }

    /// Wanted and greatest hook length over the length of a bait of this form.
    fn lengths(&self) -> (f64, f64) {
        let rule = self.rule;
        let by_form = rule.length_by_form.get(&self.form).copied();
        let target = by_form.unwrap_or(rule.length_target);
        (target, rule.length_most * target / rule.length_target)
    }

    /// Least and greatest hook length over the length of the bait that still serve.
    #[must_use]
    pub fn length_bounds(&self) -> (f64, f64) {
        let (target, most) = self.lengths();
        (self.rule.length_least.max(SHORT * target), most)
    }

    /// Where a hook of these measures lies. Bounds come before what is best: a
    /// hook behind the tail root is never taken for its gap.
    fn lies(&self, gap_mm: f64, length_mm: f64, wanted_gap: f64) -> Lies {
        let rule = self.rule;
        let share = length_mm / self.bait_mm();
        let within = share <= self.lengths().1
            && share >= rule.length_least
            && length_mm <= self.bait.tail_root.get::<millimeter>();
        match within {
            false => Lies::Outside,
            true if gap_mm < TIGHT * wanted_gap => Lies::Tight,
            true => Lies::Free,
        }
    }

    /// Whether a hook of these measures goes in the bait at all: looser than what is best.
    fn takes(&self, gap_mm: f64, length_mm: f64) -> bool {
        let share = length_mm / self.bait_mm();
        let room = gap_mm >= NO_ROOM * self.wanted_gap(self.bait.depth.get::<millimeter>());
        let root = self.rule.past_root * self.bait.tail_root.get::<millimeter>();
        room && share <= self.lengths().1 && share >= self.rule.length_least && length_mm <= root
    }

    /// What speaks against a size: 0 is perfect.
    fn cost(&self, gap_mm: f64, length_mm: f64, wanted_gap: f64) -> f64 {
        let rule = self.rule;
        let (target, most) = self.lengths();
        let (gap, length) = (gap_mm / wanted_gap, length_mm / self.bait_mm());
        let tight = if gap < TIGHT {
            10.0 + 10.0 * maths::ln(TIGHT / gap)
        } else {
            0.0
        };
        let long = maths::ln(length / most).max(0.0) * 3.0;
        tight + long + maths::ln(gap).abs() + rule.length_weight * maths::ln(length / target).abs()
    }

    /// How a hook of these measures sits in the bait.
    #[must_use]
    pub fn sits(&self, hook: &MeasuredHook) -> Sits {
        let depth_mm = self.bait.depth.get::<millimeter>();
        let (target, most) = self.lengths();
        let gap_ratio = hook.gap_mm / self.wanted_gap(depth_mm);
        let length_ratio = hook.length_mm / self.bait_mm();
        match () {
            () if by_gap(gap_ratio) == Sits::GapFilled => Sits::GapFilled,
            () if hook.exit_mm(depth_mm) > self.bait.tail_root.get::<millimeter>() => {
                Sits::PastTailRoot
            }
            () if length_ratio > most => Sits::Stiff,
            () if by_gap(gap_ratio) == Sits::Tight => Sits::Tight,
            () if length_ratio < SHORT * target => Sits::Short,
            () => by_gap(gap_ratio),
        }
    }

    /// The same with what it goes by.
    #[must_use]
    pub fn judge(&self, hook: &MeasuredHook) -> Judgement {
        let depth_mm = self.bait.depth.get::<millimeter>();
        let wanted = self.wanted_gap(depth_mm);
        Judgement {
            sits: self.sits(hook),
            gap_ratio: hook.gap_mm / wanted,
            wanted_gap_mm: wanted,
            length_ratio: hook.length_mm / self.bait_mm(),
            target_ratio: self.lengths().0,
            exit_mm: hook.exit_mm(depth_mm),
            cost: self.cost(hook.gap_mm, hook.length_mm, wanted),
        }
    }

    /// Index of the best size of a style, of those with at least a gap.
    fn best(&self, tables: &Tables, style: HookStyle, depth_mm: f64, least_gap: f64) -> usize {
        let factor = tables.hook_style(style);
        let sizes = &tables.hooks.size;
        let wanted = self.wanted_gap(depth_mm);
        let cost = |i: usize| {
            let (gap, length) = (
                sizes[i].gap_mm * factor.gap,
                sizes[i].length_mm * factor.length,
            );
            (
                self.lies(gap, length, wanted),
                self.cost(gap, length, wanted),
            )
        };
        let least = least_gap.max(self.mouth() * self.rule.least_gap_mm);
        let wide_enough = |i: &usize| sizes[*i].gap_mm * factor.gap >= least;
        // Of sizes that cost the same (several have one proportion of length to
        // gap) the larger, so that rounding decides nothing.
        let better = |best: (usize, (Lies, f64)), i: usize| {
            let (lies, cost) = cost(i);
            let (best_lies, best_cost) = best.1;
            if lies < best_lies || (lies == best_lies && cost <= best_cost + 1e-9) {
                (i, (lies, cost))
            } else {
                best
            }
        };
        let fitting = (0..sizes.len()).filter(wide_enough);
        let none = (sizes.len() - 1, (Lies::Outside, f64::INFINITY));
        fitting.fold(none, better).0
    }

    /// Style and index of the size chosen. A bait just fat enough for another
    /// style gets no smaller gap than a slimmer one got from the first.
    fn choose(&self, tables: &Tables) -> (HookStyle, usize) {
        let depth_mm = self.bait.depth.get::<millimeter>();
        let style = self.style(depth_mm);
        let slimmer = self.fat_mm() * 0.999;
        let slim_style = self.style(slimmer);
        let least_gap = if style == slim_style || depth_mm < self.fat_mm() {
            0.0
        } else {
            let i = self.best(tables, slim_style, slimmer, 0.0);
            tables.hooks.size[i].gap_mm * tables.hook_style(slim_style).gap
        };
        (style, self.best(tables, style, depth_mm, least_gap))
    }
}

/// Chooses the hook whose gap and length come closest to what the rig asks for
/// this bait. Gap first: a hook whose gap is filled is taken only when there
/// is no larger one.
#[must_use]
pub fn fit(tables: &Tables, asked: &Asked<'_>, wire: Wire) -> HookFit {
    let depth_mm = asked.bait.depth.get::<millimeter>();
    let (style, best) = asked.choose(tables);
    let factor = tables.hook_style(style);
    let sizes = &tables.hooks.size;
    let size = &sizes[best];
    let gap_mm = size.gap_mm * factor.gap;
    let measured = MeasuredHook {
        gap_mm,
        length_mm: size.length_mm * factor.length,
        wire_mm: tables.wire_mm(wire, gap_mm),
    };
    let exit_mm = measured.exit_mm(depth_mm);
    HookFit {
        size: size.label.clone(),
        style,
        measured,
        exit_mm,
        near: [best.checked_sub(1), Some(best + 1)]
            .into_iter()
            .flatten()
            .filter_map(|i| sizes.get(i).map(|s| s.label.clone()))
            .collect(),
        gap_ratio: gap_mm / asked.wanted_gap(depth_mm),
        length_ratio: measured.length_mm / asked.bait_mm(),
        too_long: measured.length_mm / asked.bait_mm() > asked.lengths().1,
        past_tail_root: exit_mm > asked.bait.tail_root.get::<millimeter>(),
        fits: asked.takes(gap_mm, measured.length_mm),
    }
}

/// The size alone that [`fit`] chooses.
#[must_use]
pub fn size<'t>(tables: &'t Tables, asked: &Asked<'_>) -> &'t str {
    &tables.hooks.size[asked.choose(tables).1].label
}

/// A size that was considered.
#[derive(Debug, Clone, PartialEq)]
#[expect(missing_docs, reason = "plain")]
pub struct SizeConsidered {
    pub size: String,
    pub gap_mm: f64,
    pub length_mm: f64,
    /// What speaks against it: 0 is perfect.
    pub cost: f64,
    pub taken: bool,
}

/// Every size of the chosen style, for showing how the hook was chosen.
#[must_use]
pub fn sizes_considered(
    tables: &Tables,
    asked: &Asked<'_>,
    chosen: &HookFit,
) -> Vec<SizeConsidered> {
    let factor = tables.hook_style(chosen.style);
    let wanted = asked.wanted_gap(asked.bait.depth.get::<millimeter>());
    let considered = |size: &HookSize| {
        let (gap_mm, length_mm) = (size.gap_mm * factor.gap, size.length_mm * factor.length);
        SizeConsidered {
            size: size.label.clone(),
            gap_mm,
            length_mm,
            cost: asked.cost(gap_mm, length_mm, wanted),
            taken: size.label == chosen.size,
        }
    };
    tables.hooks.size.iter().map(considered).collect()
}

/// Whether a hook of this cut hides its point.
#[must_use]
pub fn hides(style: HookStyle) -> bool {
    matches!(
        style,
        HookStyle::WormOffset | HookStyle::WideGap | HookStyle::BellyWeighted
    )
}

/// Wire by the strength of what is tied to it.
#[must_use]
pub fn wire_for(tables: &Tables, leader_lb: f64) -> Wire {
    let mut wires = tables.hooks.wire.values();
    wires
        .find(|w| leader_lb <= w.most_leader_lb)
        .map_or(Wire::Heavy, |w| w.code)
}
