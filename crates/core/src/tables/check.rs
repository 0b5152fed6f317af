//! Checks of the tables: numbers within reason, curves that rise, words for
//! everything that is said.

use super::rig_row::RigRow;
use super::rows::HeadDrag;
use super::{DataError, Tables};
use crate::base::codes::{
    Action, BaitForm, Basis, Bottom, BoxList, Cause, Clarity, Code, ColourView, Counted, Course,
    Cover, CurrentWay, DayPart, Direction, Effect, EyeTurn, Factor, FallBy, Feeding, FishAt,
    Forage, Gauge, HangCause, HeadColourView, HookSetView, HookStyle, HookTemper, Judged, Keeper,
    LiftCause, Light, LineKind, LineView, LowerBound, Material, Mood, MoveKind, Outcome, Phase,
    Plastic, Point, PointView, Power, Pressure, Rig, School, Season, Shape, Sits, Species,
    SpringView, StandUpView, Standing, Symptom, Term, Throat, Tie, TieWhy, Toothy, Topic, TurnTo,
    UpperBound, Wire,
};
use crate::base::limits;
use crate::base::text::{catalogue, day_sentences, mend_sentences, sentences};
use crate::base::{Ladder, UnitSystem, vocabulary};

fn within(
    file: &'static str,
    what: &str,
    value: f64,
    least: f64,
    most: f64,
) -> Result<(), DataError> {
    if (least..=most).contains(&value) {
        Ok(())
    } else {
        Err(DataError::wrong(
            file,
            format!("{what} is {value}, outside {least} to {most}"),
        ))
    }
}

/// Checks that the catalogue has words for every code and every sentence that
/// is said by name.
pub(super) fn words() -> Result<(), DataError> {
    let all = catalogue();
    all.check_read()?;
    for (code, holes) in sentences::ALL
        .iter()
        .chain(mend_sentences::ALL)
        .chain(day_sentences::ALL)
    {
        all.check(code, |hole| holes.contains(&hole))?;
    }
    macro_rules! lists {
        ($($ty:ty),+ $(,)?) => { [$((<$ty as Code>::LIST, <$ty as Code>::CODES)),+] };
    }
    let lists = lists![
        Action,
        BaitForm,
        Basis,
        Bottom,
        BoxList,
        Cause,
        Clarity,
        ColourView,
        Course,
        Cover,
        CurrentWay,
        Direction,
        Effect,
        EyeTurn,
        FallBy,
        FishAt,
        Forage,
        Gauge,
        HangCause,
        HeadColourView,
        HookSetView,
        HookStyle,
        HookTemper,
        Judged,
        Keeper,
        Ladder,
        LiftCause,
        Light,
        LineKind,
        LineView,
        LowerBound,
        Material,
        Mood,
        MoveKind,
        Phase,
        Plastic,
        Point,
        PointView,
        Power,
        Pressure,
        Rig,
        School,
        Season,
        Shape,
        Sits,
        Species,
        SpringView,
        StandUpView,
        Standing,
        Symptom,
        Tie,
        Toothy,
        Topic,
        TurnTo,
        UnitSystem,
        UpperBound,
        Wire,
    ];
    // What is said of a code beside its own words.
    let further = [
        ("ShapeSays", Shape::CODES),
        ("PointSays", Cover::CODES),
        ("KeeperSays", Plastic::CODES),
        ("SchoolSays", School::CODES),
        ("WireSays", Wire::CODES),
        ("LowerNeeds", LowerBound::CODES),
        ("UpperSuffers", UpperBound::CODES),
        ("RigSays", Rig::CODES),
        ("HookStyleSays", HookStyle::CODES),
        ("BaitFormSays", BaitForm::CODES),
        ("BottomSays", Bottom::CODES),
        ("CourseSays", Course::CODES),
        ("TieSays", Tie::CODES),
        ("KeeperTold", Keeper::CODES),
        ("SchoolTold", School::CODES),
        ("TermSays", Term::CODES),
        ("Outcome", Outcome::CODES),
        ("TieWhy", TieWhy::CODES),
        ("Throat", Throat::CODES),
        ("Feeding", Feeding::CODES),
        ("Factor", Factor::CODES),
        ("Counted", Counted::CODES),
        ("DayPart", DayPart::CODES),
        ("DayPartTold", DayPart::CODES),
        ("PhaseShort", Phase::CODES),
        ("Axis", &["wind", "current", "retrieve", "drift"]),
    ];
    let known = |list: &str| lists.iter().find(|l| l.0 == list).map(|l| l.1);
    vocabulary::check(known).map_err(|what| DataError::wrong("vocabulary.toml", what))?;
    let limits = [limits::ALL, limits::OWN, limits::TIMED].concat();
    let numbers: Vec<_> = limits.iter().map(|l| l.code).collect();
    for (list, codes) in lists
        .into_iter()
        .chain(further)
        .chain([("Limit", &*numbers)])
    {
        all.check_list(list, codes)?;
    }
    Ok(())
}

impl Tables {
    /// Checks the reason of every number. That each code has its row and each
    /// sentence its words holds by how they are read.
    ///
    /// # Errors
    /// The first fault found.
    pub fn check(&self) -> Result<(), DataError> {
        self.check_numbers()?;
        self.check_tolerances()?;
        self.days.check()?;
        self.rigs.values().try_for_each(|rig| self.check_rig(rig))
    }

    fn check_numbers(&self) -> Result<(), DataError> {
        for s in self.shapes.values() {
            within("shapes.toml", "frontal", s.frontal, 0.3, 2.0)?;
            within("shapes.toml", "sphericity", s.sphericity, 0.3, 1.0)?;
            within("shapes.toml", "length", s.length, 0.4, 3.0)?;
            if let HeadDrag::Constant(cd) = s.drag {
                within("shapes.toml", "drag", cd, 0.05, 2.0)?;
            }
        }
        for f in self.baits.form.values() {
            within("baits.toml", "tail root", f.tail_root, 0.1, 1.0)?;
            if !f.profile.rises() {
                return Err(DataError::wrong(
                    "baits.toml",
                    format!(
                        "the profile of {} does not run from nose to tail",
                        f.code.code()
                    ),
                ));
            }
            let thickest = f.profile.0.iter().map(|k| k.1).fold(0.0, f64::max);
            within("baits.toml", "thickest of the profile", thickest, 1.0, 1.0)?;
            within("baits.toml", "volume", f.volume, 0.1, 1.0)?;
            within("baits.toml", "depth_mm", f.depth_mm.0, 0.0, 15.0)?;
            within("baits.toml", "depth_mm", f.depth_mm.1, 0.0, 0.3)?;
            within("baits.toml", "fat_mm", f.fat_mm, 1.0, 100.0)?;
            within("baits.toml", "drag", f.drag, 0.3, 3.0)?;
        }
        let rising = |file, ok: bool, what: &str| {
            if ok {
                Ok(())
            } else {
                Err(DataError::wrong(file, format!("{what} does not rise")))
            }
        };
        let sizes = &self.hooks.size;
        rising(
            "hooks.toml",
            sizes
                .windows(2)
                .all(|w| w[0].gap_mm < w[1].gap_mm && w[0].length_mm < w[1].length_mm),
            "hook size",
        )?;
        for l in self.lines.line.values() {
            rising(
                "lines.toml",
                l.test.rises() && l.test.0.windows(2).all(|w| w[0].1 < w[1].1),
                "line diameter",
            )?;
        }
        let shape = &self.conditions.shape;
        for bands in [&shape.current_bands, &shape.retrieve_bands] {
            let rise = |w: &[(f64, f64)]| w[0].0 < w[1].0 && w[0].1 < w[1].1;
            rising("conditions.toml", bands.windows(2).all(rise), "band")?;
        }
        within(
            "conditions.toml",
            "nose",
            self.conditions.nose.least_pa,
            0.0,
            100.0,
        )?;
        rising(
            "conditions.toml",
            self.conditions.fall.temperature.rises(),
            "temperature",
        )
    }

    /// No tolerance is finer than what can be told apart, and none of a rod reaches what it is
    /// lobbed with.
    fn check_tolerances(&self) -> Result<(), DataError> {
        let (file, t) = ("conditions.toml", &self.conditions.tolerance);
        let all = t.lower.values().chain(t.upper.values());
        for share in all.chain([&t.gap, &t.length]) {
            within(file, "tolerance", *share, t.alike, 0.5)?;
        }
        let lobbed = self.lines.rod.overload - 1.0;
        within(file, "alike", t.alike, 0.0, 0.1)?;
        within(file, "rod_max", t.upper[UpperBound::RodMax], 0.0, lobbed)
    }

    fn check_rig(&self, rig: &RigRow) -> Result<(), DataError> {
        let file = "rigs/*.toml";
        within(
            file,
            "bait length",
            rig.bait.default_mm,
            rig.bait.least_mm,
            rig.bait.most_mm,
        )?;
        within(file, "overpower", rig.limits.overpower_pa, 1.0, 2000.0)?;
        within(
            file,
            "hover",
            rig.limits.hover_pa.unwrap_or(1.0),
            1.0,
            500.0,
        )?;
        within(file, "snap", rig.limits.snap, 0.5, 3.0)?;
        within(file, "usual weight", rig.usual_oz.0, 0.005, rig.usual_oz.1)?;
        let fits = &rig.fits;
        within(file, "depth", fits.depth_m.0, 0.1, fits.depth_m.1)?;
        let scores = fits.form.values().chain(fits.bottom.values());
        let scores = scores
            .chain(fits.cover.values())
            .chain(fits.fish_at.values());
        let scores = scores.chain(fits.forage.values()).chain(fits.mood.values());
        for score in scores
            .chain(fits.species.values())
            .chain(fits.clarity.values())
        {
            within(file, "fit", *score, -1.0, 1.0)?;
        }
        let ends_open = |last: Option<f64>| last.is_some_and(|v| v >= 1000.0);
        if rig.shapes.is_empty()
            || !rig.fits.form.contains_key(&rig.bait.default_form)
            || !ends_open(rig.tackle.last().map(|t| t.to_g))
            || !ends_open(rig.hook.shank.last().map(|s| s.to_mm))
        {
            let what = format!(
                "{}: shapes, tackle or shanks are incomplete",
                rig.code.code()
            );
            return Err(DataError::wrong(file, what));
        }
        Ok(())
    }
}
