//! Heads, hooks and baits by themselves.

use yarrowfen_core::base::codes::{BaitForm, HookStyle, Shape, Tie};
use yarrowfen_core::base::maths;

use super::baits;
use super::heads::{self, LaidHead};
use super::hooks::{self, HookSize};
use super::look::{Look, Part, metal};
use super::path::{Path, Pt, ellipse, turned_path};
use super::rigged::{Tied, tied_to_hook};
use super::tie::{Fittings, extras, extras_in_front, ring_of, swing_ring};

/// The plastic of a bait alone, from the side.
#[must_use]
pub fn bait_alone(form: BaitForm, length: f64, depth: f64) -> Vec<Part> {
    let bait = baits::laid(form, 0.0, length, depth);
    let mut all = bait.behind(depth);
    all.extend(bait.front(depth));
    all.retain(|p| !p.d.is_empty());
    all
}

/// What of a bait hides what lies in it.
#[must_use]
pub fn plastic_of(parts: &[Part]) -> String {
    let hides = parts.iter().filter(|p| p.is_plastic());
    hides.map(|p| p.d.as_str()).collect()
}

/// A bait from above or from behind, where that tells more; with its words.
#[must_use]
pub fn bait_otherwise(
    form: BaitForm,
    length: f64,
    depth: f64,
) -> Option<(&'static str, Vec<Part>)> {
    let (from, bait) = super::above::laid(form, length, depth)?;
    let mut all = bait.behind(depth);
    all.extend(bait.front(depth));
    all.retain(|p| !p.d.is_empty());
    Some((from, all))
}

/// A hook alone, its eye or the face of its head at 0.
#[must_use]
pub fn hook_alone(style: HookStyle, size: HookSize) -> Vec<Part> {
    let hook = hooks::laid(style, size, (0.0, 0.0), 0.0);
    let r = ring_of(size.wire);
    let mut parts = vec![
        Part::new(Look::Wire, hook.wire),
        Part::new(Look::Barb, hook.point),
        Part::new(Look::Ring, ellipse((-r, 0.0), r, r)),
    ];
    if style == HookStyle::BellyWeighted {
        parts.extend(belly_weight(size));
    }
    parts
}

/// The weight on the shank of a wide gap, three tenths of the hook long.
fn belly_weight(size: HookSize) -> [Part; 2] {
    let long = 0.3 * size.length;
    let at = (
        0.42 * size.gap + 0.1 * size.length,
        0.55 * size.gap + 0.06 * size.gap,
    );
    let slope = maths::atan2(0.395 * size.gap, (size.length - 1.22 * size.gap).max(0.1));
    let head = heads::laid(Shape::BellyWeight, (long, 0.5 * long), at, Tie::Nose);
    let turned = turned_path(&head.side, at, slope.to_degrees());
    metal(&turned, head.size)
}

/// How a head is tied where no bait is about it, which its ring would have to clear.
fn bare(t: &Tied, head: &LaidHead) -> Fittings {
    Fittings {
        post: t.post,
        ..t.fittings(head)
    }
}

/// A head alone: with its own hook, or with the stub of a shank.
#[must_use]
pub fn head_alone(t: &Tied, hooked: bool) -> Vec<Part> {
    let head = heads::laid(t.shape, t.head, (0.0, 0.0), t.tie);
    let fittings = bare(t, &head);
    let mut all = Vec::new();
    let swings = t.shape == Shape::SwingFootball;
    let d = head.diameter();
    if swings {
        let (x, r) = swing_ring(&head, t.hook.wire);
        all.push(Part::new(Look::Ring, ellipse((x, 0.0), r, r)));
        if hooked {
            let at = (x + 1.55 * r, 0.0);
            let hook = hooks::laid(t.style, t.hook, at, 0.0);
            all.push(Part::new(Look::Wire, hook.wire));
            all.push(Part::new(Look::Barb, hook.point));
            all.push(Part::new(
                Look::Ring,
                ellipse((x + 1.3 * r, 0.0), 0.7 * r, 0.7 * r),
            ));
        }
    } else if tied_to_hook(t.shape) {
        // The weight alone: it is pushed into the bait or sits on a hook's shank.
    } else if hooked {
        let hook = hooks::laid_from(t.style, t.hook, (head.face, 0.0), 0.0, 0.0);
        all.push(Part::new(Look::Wire, hook.wire));
        all.push(Part::new(Look::Barb, hook.point));
    } else {
        let (from, to) = ((head.face - 0.1 * d, 0.0), (head.face + 1.1 * d, 0.0));
        all.push(Part::new(Look::Wire, Path::at(from).line(to).open()));
    }
    let (before, after) = if tied_to_hook(t.shape) {
        (Vec::new(), Vec::new())
    } else {
        fittings.side(&head)
    };
    all.extend(before);
    all.extend(fittings.keeper(&head));
    all.extend(extras(&head));
    all.extend(metal(&head.side, head.size));
    all.push(Part::new(Look::MetalLine, &*head.lines));
    all.extend(after);
    all.retain(|p| !p.d.is_empty());
    all
}

/// The head of what is tied on from the front, the middle of its face at a place.
#[must_use]
pub fn head_in_front(t: &Tied, at: Pt) -> Vec<Part> {
    let head = heads::laid(t.shape, t.head, (0.0, 0.0), t.tie);
    let fittings = bare(t, &head);
    let mut all = extras_in_front(&head, at);
    if tied_to_hook(t.shape) {
        let tie = Tie::Nose;
        all.extend(
            Fittings { tie, ..fittings }
                .front(&head, at)
                .into_iter()
                .filter(|p| p.look != Look::Ring),
        );
    } else {
        all.extend(fittings.front(&head, at));
    }
    all
}
