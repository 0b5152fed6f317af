//! What a box lacks most: the fewest things that would serve the most of an
//! angler's own situations, by greedy set cover.

use crate::answer::GapState;
use crate::base::text::{Arg, Said, sentences};
use crate::choose::{Chooser, Options};
use crate::explore::gap_picture::{Picture, picture};
use crate::own_box::Item;

pub use super::gap_tasks::{BuyFound, Situation};
use super::gap_tasks::{HeadWanted, HookWanted, Owned, Serving, Task, Wants};

/// Situations that are looked at, the first given first.
pub const MOST_SITUATIONS: usize = 150;
/// Things on the list.
const MOST_BUYS: usize = 8;

/// What a box lacks, before it is put in words.
#[derive(Debug)]
pub struct GapsFound {
    /// How many situations were looked at.
    pub situations: usize,
    /// How many the box serves now.
    pub served: usize,
    /// What would serve the most of the others, one after the other.
    pub buys: Vec<BuyFound>,
    /// Situations that no single head serves.
    pub unservable: Vec<String>,
    /// Places of the things that serve none of the situations.
    pub idle: Vec<usize>,
    /// The same as a picture.
    pub picture: Picture,
}

/// What may be bought: a head with its hook, or a hook for a head without.
#[derive(Debug, Clone, PartialEq)]
enum Offer {
    Head(HeadWanted, Option<HookWanted>),
    Hook(HookWanted),
}

impl Offer {
    fn what(&self) -> Said {
        let text = |s: &str| Arg::Text(s.to_owned());
        match self {
            Self::Head(h, None) => sentences::buy_head(h.sold(), Arg::Word(h.shape.label())),
            Self::Head(h, Some(k)) => sentences::buy_head_hook(
                h.sold(),
                Arg::Word(h.shape.label()),
                text(&k.size),
                Arg::Word(k.style.label()),
            ),
            Self::Hook(k) => sentences::buy_hook(text(&k.size), Arg::Word(k.style.label())),
        }
    }
    fn serves(&self, need: &Need<'_, '_>) -> bool {
        match (self, need.what) {
            (Self::Head(h, hook), Wants::Head) => {
                let hook = hook.as_ref().and_then(|k| k.hook.as_ref());
                need.task.head_serves((h.shape, h.material, h.g), hook)
            }
            (Self::Hook(k), Wants::Hook) => k
                .hook
                .as_ref()
                .is_some_and(|hook| need.task.hook_serves(hook)),
            _ => false,
        }
    }
}

/// One thing that one situation needs.
struct Need<'t, 'a> {
    task: &'t Task<'a>,
    what: Wants,
}

/// Kept picks and waters in turns, a pick first: of more than are looked at, many of the one leave
/// room for the other.
#[must_use]
pub fn in_turns<'r>(
    picks: impl Iterator<Item = Situation<'r>>,
    waters: impl Iterator<Item = Situation<'r>>,
) -> Vec<Situation<'r>> {
    let mut turns: Vec<(usize, Situation<'r>)> =
        picks.enumerate().chain(waters.enumerate()).collect();
    turns.sort_by_key(|turn| turn.0);
    turns.into_iter().map(|turn| turn.1).collect()
}

/// What a box lacks for situations, and what of it lies idle.
#[must_use]
pub fn gaps(
    chooser: &Chooser,
    situations: &[Situation<'_>],
    things: &[&Item],
    options: Options,
) -> GapsFound {
    let tasks: Vec<Task<'_>> = situations
        .iter()
        .take(MOST_SITUATIONS)
        .enumerate()
        .map(|s| Task::new(chooser, s, options))
        .collect();
    let owned = Owned::of(&chooser.tables, things);
    let serving: Vec<Serving> = tasks.iter().map(|task| owned.serving(task)).collect();
    let mut open: Vec<Need<'_, '_>> = Vec::new();
    let (mut states, mut unservable) = (Vec::new(), Vec::new());
    for (task, Serving { lacks, .. }) in tasks.iter().zip(&serving) {
        let ideal = Offer::Head(task.ideal.clone(), Some(task.hook.clone()));
        let need = |what| Need { task, what };
        if lacks.contains(&Wants::Head) && !ideal.serves(&need(Wants::Head)) {
            states.push(GapState::Crossed);
            unservable.push(task.name.clone());
        } else {
            states.push(if lacks.is_empty() {
                GapState::Served
            } else {
                GapState::Open
            });
            open.extend(lacks.iter().copied().map(need));
        }
    }
    let buys = cover(open);
    let rungs = tasks.first().map_or(&[][..], |t| t.on.rungs);
    GapsFound {
        situations: tasks.len(),
        served: states.iter().filter(|s| **s == GapState::Served).count(),
        picture: picture(&tasks, (&states, &serving), &owned, &buys, rungs),
        buys,
        unservable,
        idle: owned.idle(&serving),
    }
}

/// The greedy cover: each time what newly serves the most, of equals the first
/// met. At most 1 + ln n times as long as the shortest list.
fn cover(mut open: Vec<Need<'_, '_>>) -> Vec<BuyFound> {
    let mut buys = Vec::new();
    while !open.is_empty() && buys.len() < MOST_BUYS {
        let offers = open.iter().map(|n| match n.what {
            Wants::Head => {
                let hook = (!n.task.on.rig.separate_hook).then(|| n.task.hook.clone());
                Offer::Head(n.task.ideal.clone(), hook)
            }
            Wants::Hook => Offer::Hook(n.task.hook.clone()),
        });
        let count = |o: &Offer| open.iter().filter(|n| o.serves(n)).count();
        let best = offers.fold(None, |best: Option<(usize, Offer)>, offer| {
            let serves = count(&offer);
            match best {
                Some((most, _)) if most >= serves => best,
                _ => Some((serves, offer)),
            }
        });
        let Some((1.., best)) = best else { break };
        let (now, rest): (Vec<_>, Vec<_>) = open.into_iter().partition(|n| best.serves(n));
        let mut serves: Vec<String> = now.iter().map(|n| n.task.name.clone()).collect();
        serves.dedup();
        // What was bought serves at least the situation that it was offered for.
        let Some(first) = now.first() else { break };
        let why = first.task.why(first.what);
        buys.push(BuyFound {
            what: best.what(),
            serves,
            why,
            at: now.iter().map(|n| n.task.at).collect(),
            head_g: match &best {
                Offer::Head(head, _) => Some(head.g),
                Offer::Hook(_) => None,
            },
        });
        open = rest;
    }
    buys
}

impl Task<'_> {
    fn why(&self, what: Wants) -> Said {
        let grams = |g: f64| Arg::Number(g, 1);
        match (what, self.windows.get(&self.ideal.shape)) {
            (Wants::Head, Some((least, most))) => {
                sentences::why_buy_head(grams(*least), grams(*most))
            }
            // The ideal head's shape is the best, and so has a window.
            (Wants::Head, None) | (Wants::Hook, _) => sentences::why_buy_hook(),
        }
    }
}
