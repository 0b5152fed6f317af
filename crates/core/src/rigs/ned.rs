//! The Ned rig. Basis: common practice.

use crate::answer::{Coded, Switch, Text};
use crate::codes::Wire;
use crate::codes::{
    BaitForm, Bottom, Clarity, Cover, FishAt, Forage, HookStyle, Mood, Plastic, Point, Pressure,
    School,
};
use crate::pick::Picture;
use crate::pick::reasons::{coded, switch};
use crate::rigs::Practice;
use crate::units::{Dimension, plain};

/// A small bait behind a small head, fished slowly on the bottom.
pub struct Ned;

/// How far one drag goes, m, and how long the bait then rests, s.
const DRAG_M: f64 = 0.3;
const REST_S: f64 = 5.0;
/// Most bites come within this many seconds of landing.
const FIRST_REST_S: f64 = 15.0;
/// Under this depth a switch to unweighted plastic is worth a thought, m.
const VERY_SHALLOW_M: f64 = 1.0;

impl Practice for Ned {
    fn rigging(&self, p: &Picture<'_>) -> Vec<Text> {
        let exit = p.size(p.hook.exit_mm);
        let mark = format!("Mark the bait {exit} from the nose: there the bend ends");
        let mut steps: Vec<Text> = if p.hook.style == HookStyle::WideGap {
            vec![
                "Run the point 6 mm into the nose, out below, and turn the hook".into(),
                mark.into(),
                "Push the point straight through at the mark and lay it back under the skin".into(),
            ]
        } else {
            vec![
                mark.into(),
                "Thread it down the middle, out there".into(),
                "Seat the nose flush and dead straight".into(),
            ]
        };
        if p.hook.point == Point::SkinHooked {
            steps.push("Tuck the point just under the skin of the back".into());
        }
        if p.request.bait.plastic == Plastic::Floating {
            steps.push("One tiny dot of gel glue, no blob".into());
        }
        steps
    }

    fn retrieve(&self, p: &Picture<'_>) -> Vec<Text> {
        let how = if p.school == School::Reaction {
            "with the bail open"
        } else {
            "on a tight line"
        };
        let first = format!(
            "Let it fall {how}, {} s; rest it {} s: most bites come then",
            plain(p.school_time_s, 0),
            plain(FIRST_REST_S, 0)
        );
        let drag = format!(
            "Drag {} at {}, rest {} s, again",
            p.distance(DRAG_M),
            p.speed(p.conditions.retrieve_mps),
            plain(REST_S, 0),
        );
        let slope = "Cast deep, come up the slope".to_owned();
        match p.school {
            School::Reaction => vec![
                first.into(),
                "Snap it off the bottom with a short lift, open the bail and let it crash back"
                    .into(),
                "Count the seconds down; a fall that stops early is a fish".into(),
            ],
            School::BottomContact => vec![first.into(), drag.into(), slope.into()],
            School::HangTime => vec![
                first.into(),
                drag.into(),
                "Or lift a hand's breadth, swing back tight".into(),
                slope.into(),
            ],
        }
    }

    fn hook_set(&self, p: &Picture<'_>) -> Text {
        match p.hook.wire {
            Wire::Light => {
                "Reel until the line is tight, then sweep. Never snap: the wire is light".into()
            }
            Wire::Medium | Wire::Heavy => {
                "Reel until the line is tight, then sweep hard: the wire is stout".into()
            }
        }
    }

    fn leave_when(&self, p: &Picture<'_>) -> Text {
        if p.request.mood == Mood::Active {
            "Fish chase: cover water with a small swimbait and come back with this".into()
        } else {
            "Nothing in a quarter of an hour where fish are, or filth on the hook at every cast"
                .into()
        }
    }

    fn notes(&self, p: &Picture<'_>) -> Vec<Coded> {
        let mut notes = Vec::new();
        let bait = &p.request.bait;
        let limits = &p.rig.bait;
        if !(limits.least_mm..=limits.most_mm).contains(&bait.length_mm)
            || !limits.forms.contains(&bait.form)
        {
            let usual = format!("{} to {}", p.size(limits.least_mm), p.size(limits.most_mm));
            notes.push(coded("bait_outside_rig", format!("A {} {} is no usual Ned bait ({usual}, stick, craw or small worm); the numbers hold, the habit may not", p.size(bait.length_mm), bait.form)));
        }
        if bait.plastic != Plastic::Floating {
            notes.push(coded("lies_down", "This plastic sinks: at rest the bait lies or leans, only floating plastic stands up"));
        }
        if p.school != School::Reaction {
            notes.push(coded(
                "rest_after_landing",
                format!(
                    "Most bites come within {} s of landing: rest it first",
                    plain(FIRST_REST_S, 0)
                ),
            ));
        }
        notes
    }

    fn switches(&self, p: &Picture<'_>) -> Vec<Switch> {
        let r = p.request;
        let w = &r.water;
        let soft = matches!(w.bottom, Bottom::Mud | Bottom::Silt | Bottom::AlgaeFilm);
        let hiding = matches!(
            w.cover,
            Cover::Wood | Cover::Brush | Cover::Docks | Cover::DyingGrass
        );
        let mut all = Vec::new();
        let mut offer = |yes: bool, to: &'static str, when: &'static str| {
            if yes {
                all.push(switch(to, when));
            }
        };
        offer(
            soft,
            "drop_shot",
            "if weed or filth lies deeper than a hand on the bottom",
        );
        offer(
            r.mood == Mood::Inactive || r.pressure == Pressure::High,
            "drop_shot",
            "if fish look and will not follow: hold it still in front of them",
        );
        offer(
            hiding,
            "linked_ball_offset",
            "if it hangs in cover even with the point hidden",
        );
        offer(
            w.cover == Cover::HealthyGrass,
            "jig_worm",
            "in crisp grass: a flat head that snaps free",
        );
        offer(
            r.fish_at != FishAt::Bottom,
            "hover",
            "if fish stay off the bottom and will not come down",
        );
        offer(
            r.forage == Some(Forage::SmallFish) || r.mood == Mood::Active,
            "swimbait",
            "if they chase small fish",
        );
        offer(
            matches!(r.forage, Some(Forage::Crayfish | Forage::Goby)),
            "tube",
            "if they root among stones for crayfish or gobies",
        );
        offer(
            w.depth_m < VERY_SHALLOW_M,
            "weightless_worm",
            "if even the lightest head comes down too hard in so little water",
        );
        offer(true, "wacky", "if all bites come on the fall");
        offer(
            true,
            "shaky_head",
            "for a longer worm and a bigger mouth on the same bottom",
        );
        all
    }

    fn bait_switches(&self, p: &Picture<'_>) -> Vec<Switch> {
        let (bait, w) = (&p.request.bait, &p.request.water);
        let mut all = Vec::new();
        let mut offer = |yes: bool, to: BaitForm, when: Text| {
            if yes && bait.form != to {
                all.push(switch(to.code(), when));
            }
        };
        let soft = matches!(w.bottom, Bottom::Mud | Bottom::Silt);
        let stones = matches!(
            w.bottom,
            Bottom::Boulder | Bottom::ChunkRock | Bottom::Bedrock
        );
        offer(
            soft,
            BaitForm::Worm,
            "on soft bottom: a worm sticks up out of the sediment".into(),
        );
        offer(
            stones || p.request.forage == Some(Forage::Crayfish),
            BaitForm::Craw,
            "on stone where crayfish live".into(),
        );
        offer(
            w.clarity == Clarity::Muddy,
            BaitForm::Creature,
            "in muddy water: more to feel and to see".into(),
        );
        let usual = &p.rig.bait;
        offer(
            bait.length_mm > usual.most_mm,
            BaitForm::Stick,
            format!(
                "about {} long: this one is long for the rig",
                p.size(usual.default_mm)
            )
            .into(),
        );
        all
    }
}

impl Picture<'_> {
    /// A size in the reader's units.
    #[must_use]
    pub fn size(&self, mm: f64) -> String {
        Dimension::Size.print(mm, self.units)
    }
    /// A distance in the reader's units.
    #[must_use]
    pub fn distance(&self, m: f64) -> String {
        Dimension::Distance.print(m, self.units)
    }
    /// A speed in the reader's units.
    #[must_use]
    pub fn speed(&self, mps: f64) -> String {
        Dimension::Speed.print(mps, self.units)
    }
}
