//! Which rig on which rod over a day: the most of it served, with the fewest retyings.
//!
//! A day is a row of slots (stops, or hours of one), each with situations that some rigs
//! serve, each the better or the worse. So many rods are carried; a rod that was not used yet
//! was tied at home, for nothing. The first aim is the fewest minutes lost: those of situations
//! that nothing serves, and those that each retying on the water takes. Among equals fewer
//! retyings win, then what serves best. Branch and bound finds the rig for each situation where
//! the day is small; otherwise they are chosen one after the other. The retyings of a choice are
//! the fewest possible: the rod is retied whose rig is wanted again last (published:
//! L. A. Belady, *IBM Systems Journal* 5 (1966) 78, for pages of a memory, whose proof holds for
//! rods).

/// A situation of a slot.
#[derive(Debug, Clone, PartialEq)]
pub struct Wanted {
    /// Minutes that it counts for; over 0.
    pub minutes: f64,
    /// Rigs that serve it, each once.
    pub by: Vec<Serving>,
}

/// A rig that serves a situation.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Serving {
    /// The rig, by its number.
    pub rig: usize,
    /// How much worse than the best it does; 0 and over.
    pub off: f64,
}

/// A slot: its situations come together, so that the rigs for all of them are carried at once.
pub type Slot = Vec<Wanted>;

/// Most rods and situations for which every choice is looked at.
pub const MOST_RODS: usize = 5;
/// See [`MOST_RODS`].
pub const MOST_SITUATIONS: usize = 12;

/// Rods over a day.
#[derive(Debug, Clone, PartialEq)]
pub struct Rods {
    /// By slot, what each rod carries; none is not used yet.
    pub carried: Vec<Vec<Option<usize>>>,
    /// By slot and situation, the rig that serves it; none leaves it unserved.
    pub serves: Vec<Vec<Option<usize>>>,
    /// What is retied on the water: before which slot, which rod, to which rig.
    pub retied: Vec<(usize, usize, usize)>,
    /// Minutes unserved.
    pub unserved: f64,
    /// Whether no choice is better; else it was found one situation after the other.
    pub exact: bool,
}

/// What a choice costs. `lost` comes first, then `retyings`, then `off`.
#[derive(Debug, Clone, Copy, PartialEq)]
struct Cost {
    /// Minutes that nothing serves, and those that the retyings take.
    lost: f64,
    retyings: usize,
    /// How much worse than the best the situations are served, times their minutes.
    off: f64,
}

impl Cost {
    const WORST: Self = Self {
        lost: f64::INFINITY,
        retyings: usize::MAX,
        off: f64::INFINITY,
    };

    /// Sums that differ by less are the same.
    fn below(&self, other: &Self) -> bool {
        const SAME: f64 = 1e-6;
        if (self.lost - other.lost).abs() > SAME {
            return self.lost < other.lost;
        }
        if self.retyings != other.retyings {
            return self.retyings < other.retyings;
        }
        self.off < other.off - SAME
    }
}

/// Rigs wanted at once, by slot, each once.
type Asked = Vec<Vec<usize>>;

/// Plans the rods of a day on which each retying takes `retie_min` minutes.
#[must_use]
pub fn rods(slots: &[Slot], carried: usize, retie_min: f64) -> Rods {
    let count: usize = slots.iter().map(Vec::len).sum();
    let small = carried <= MOST_RODS && count <= MOST_SITUATIONS;
    let order: Vec<(usize, usize)> = slots
        .iter()
        .enumerate()
        .flat_map(|(slot, all)| (0..all.len()).map(move |at| (slot, at)))
        .collect();
    let mut search = Search {
        slots,
        rods: carried,
        retie_min,
        to_come: to_come(slots, &order),
        order,
        best: (Cost::WORST, Vec::new()),
    };
    let first = search.one_after_the_other();
    search.best = (search.cost(&first), first);
    if small {
        search.branch(&mut Vec::new());
    }
    let chosen = search.best.1.clone();
    search.told(&chosen, small)
}

/// From each situation on, what the rest of the day costs at least: what no rig serves, and
/// the best that serves the others.
fn to_come(slots: &[Slot], order: &[(usize, usize)]) -> Vec<(f64, f64)> {
    let mut least = vec![(0.0, 0.0)];
    for (slot, at) in order.iter().rev() {
        let wanted = &slots[*slot][*at];
        let (unserved, off) = least[least.len() - 1];
        let best = wanted.by.iter().map(|s| s.off).min_by(f64::total_cmp);
        least.push(match best {
            Some(best) => (unserved, off + wanted.minutes * best),
            None => (unserved + wanted.minutes, off),
        });
    }
    least.reverse();
    least
}

struct Search<'s> {
    slots: &'s [Slot],
    rods: usize,
    retie_min: f64,
    /// Each situation, in the order of the day.
    order: Vec<(usize, usize)>,
    /// See [`to_come()`].
    to_come: Vec<(f64, f64)>,
    best: (Cost, Vec<Option<usize>>),
}

impl Search<'_> {
    fn wanted(&self, at: usize) -> &Wanted {
        let (slot, situation) = self.order[at];
        &self.slots[slot][situation]
    }

    /// The rigs asked for by the first choices of a day; none where a slot asks for more than
    /// there are rods.
    fn asked(&self, chosen: &[Option<usize>]) -> Option<Asked> {
        let mut asked: Asked = vec![Vec::new(); self.slots.len()];
        for ((slot, _), rig) in self.order.iter().zip(chosen) {
            if let Some(rig) = rig
                && !asked[*slot].contains(rig)
            {
                asked[*slot].push(*rig);
            }
        }
        asked.iter().all(|a| a.len() <= self.rods).then_some(asked)
    }

    fn unserved(&self, chosen: &[Option<usize>]) -> f64 {
        let all = chosen.iter().enumerate().filter(|c| c.1.is_none());
        all.fold(0.0, |sum, (at, _)| sum + self.wanted(at).minutes)
    }

    fn off(&self, chosen: &[Option<usize>]) -> f64 {
        let off = |(at, rig): (usize, &Option<usize>)| {
            let wanted = self.wanted(at);
            let by = wanted.by.iter().find(|s| Some(s.rig) == *rig)?;
            Some(wanted.minutes * by.off)
        };
        chosen.iter().enumerate().filter_map(off).sum()
    }

    /// What a day costs at least that begins with these choices; of a whole day, what it costs.
    fn cost(&self, chosen: &[Option<usize>]) -> Cost {
        let (unserved, off) = self.to_come[chosen.len()];
        self.asked(chosen).map_or(Cost::WORST, |asked| {
            let retyings = carry(&asked, self.rods).retied.len();
            #[expect(clippy::cast_precision_loss, reason = "some dozens")]
            let tying = self.retie_min * retyings as f64;
            Cost {
                lost: self.unserved(chosen) + unserved + tying,
                retyings,
                off: self.off(chosen) + off,
            }
        })
    }

    /// Choices for the next situation: rigs that serve it, those already asked for first, then
    /// those that serve it best, and at last none.
    fn choices(&self, chosen: &[Option<usize>]) -> Vec<Option<usize>> {
        let mut rigs = self.wanted(chosen.len()).by.clone();
        rigs.sort_by(|a, b| a.off.total_cmp(&b.off).then(a.rig.cmp(&b.rig)));
        rigs.sort_by_key(|s| !chosen.contains(&Some(s.rig)));
        rigs.iter().map(|s| Some(s.rig)).chain([None]).collect()
    }

    /// Each situation by the rig that costs the least so far; where several serve as much at
    /// as few retyings, the one that serves the most of what is still to come.
    fn one_after_the_other(&self) -> Vec<Option<usize>> {
        let mut chosen: Vec<Option<usize>> = Vec::new();
        while chosen.len() < self.order.len() {
            let later = |rig: &Option<usize>| -> f64 {
                let later = (chosen.len()..self.order.len()).map(|at| self.wanted(at));
                let serves = |w: &&Wanted| w.by.iter().any(|s| Some(s.rig) == *rig);
                later.filter(serves).map(|w| w.minutes).sum()
            };
            let mut best: (Cost, f64, Option<usize>) = (Cost::WORST, 0.0, None);
            for choice in self.choices(&chosen) {
                let mut next = chosen.clone();
                next.push(choice);
                let (cost, serves) = (self.cost(&next), later(&choice));
                let rough = |c: &Cost| Cost { off: 0.0, ..*c };
                let equal =
                    !rough(&cost).below(&rough(&best.0)) && !rough(&best.0).below(&rough(&cost));
                let better = match equal {
                    true => serves > best.1 || (serves >= best.1 && cost.below(&best.0)),
                    false => cost.below(&best.0),
                };
                if better {
                    best = (cost, serves, choice);
                }
            }
            chosen.push(best.2);
        }
        chosen
    }

    /// Every choice that may still be better than the best known.
    fn branch(&mut self, chosen: &mut Vec<Option<usize>>) {
        if chosen.len() == self.order.len() {
            let cost = self.cost(chosen);
            if cost.below(&self.best.0) {
                self.best = (cost, chosen.clone());
            }
            return;
        }
        for choice in self.choices(chosen) {
            chosen.push(choice);
            // What the first choices cost is the least that all of them will.
            if self.cost(chosen).below(&self.best.0) {
                self.branch(chosen);
            }
            chosen.pop();
        }
    }

    fn told(&self, chosen: &[Option<usize>], exact: bool) -> Rods {
        let asked = self.asked(chosen).unwrap_or_default();
        let Carried { carried, retied } = carry(&asked, self.rods);
        let mut serves: Vec<Vec<Option<usize>>> = vec![Vec::new(); self.slots.len()];
        for ((slot, _), rig) in self.order.iter().zip(chosen) {
            serves[*slot].push(*rig);
        }
        Rods {
            carried,
            serves,
            retied,
            unserved: self.unserved(chosen),
            exact,
        }
    }
}

/// See [`Rods`], whose fields these are.
struct Carried {
    carried: Vec<Vec<Option<usize>>>,
    retied: Vec<(usize, usize, usize)>,
}

/// What each rod carries in each slot, and what is retied for it: the fewest retyings that
/// these rigs in this order can be had for.
fn carry(asked: &Asked, rods: usize) -> Carried {
    let mut now: Vec<Option<usize>> = vec![None; rods];
    let (mut carried, mut retied) = (Vec::new(), Vec::new());
    for (slot, rigs) in asked.iter().enumerate() {
        for rig in rigs {
            if now.contains(&Some(*rig)) {
                continue;
            }
            // Not one that this slot asks for; an unused one before all, else the one whose rig
            // is wanted again last.
            let next = |held: usize| {
                let later = asked.iter().skip(slot + 1);
                later.take_while(|a| !a.contains(&held)).count()
            };
            let free = (0..rods).filter(|rod| now[*rod].is_none_or(|held| !rigs.contains(&held)));
            let rod = free.max_by_key(|rod| now[*rod].map_or(usize::MAX, next));
            if let Some(rod) = rod {
                if now[rod].is_some() {
                    retied.push((slot, rod, *rig));
                }
                now[rod] = Some(*rig);
            }
        }
        carried.push(now.clone());
    }
    // What is tied at home hangs from the first slot on.
    for rod in 0..rods {
        let first = carried.iter().position(|slot| slot[rod].is_some());
        if let Some(first) = first {
            let rig = carried[first][rod];
            for slot in &mut carried[..first] {
                slot[rod] = rig;
            }
        }
    }
    Carried { carried, retied }
}
