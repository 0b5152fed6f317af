//! The question of the Cast page: the words of Pick, and those of the cast.

use std::borrow::Cow;

use yarrowfen_core::Engine;
use yarrowfen_core::base::codes::{Code, Direction, FallBy};
use yarrowfen_core::base::limits;
use yarrowfen_core::base::{Dimension, Mass, UnitSystem};
use yarrowfen_core::cast::CastRig;
use yarrowfen_core::cast::grounds::{self, NamedBottom};
use yarrowfen_core::cast::{Profile, Setup};
use yarrowfen_core::own_box::HeadWeight;
use yarrowfen_core::tables::retrieve as moves;
use yarrowfen_core::{Options, PickRequest};

pub use super::Faults;
use super::{PickForm, code_of, seconds};

/// The words of the cast, beside those of Pick.
pub const KEYS: [&str; 9] = [
    "head", "dir", "ground", "bed", "fall", "rest", "moves", "rod", "way",
];

/// The bottom that is flat, as deep as was asked: what Pick answers for.
pub const FLAT: &str = "flat";

/// Words that a rig brings along.
const BROUGHT: [&str; 4] = ["head", "fall", "rest", "moves"];

/// Which settings are laid side by side.
pub const SIDES: &[(&str, &str)] = &[
    ("weight", "weight"),
    ("speed", "speed"),
    ("way", "direction"),
];

/// The question as typed.
#[derive(Debug, Clone)]
pub struct CastForm {
    /// The words of Pick.
    pub pick: PickForm,
    raw: [String; KEYS.len()],
    /// What is laid side by side.
    pub side: &'static str,
}

/// The question, read.
#[derive(Debug, Clone)]
pub struct CastAsked {
    /// The question of Pick that it comes from.
    pub request: PickRequest,
    /// The rig.
    pub rig: CastRig,
    /// The cast.
    pub setup: Setup,
}

impl CastForm {
    /// From a query string.
    #[must_use]
    pub fn from_query(query: &str, before: Options) -> Self {
        let pairs: Vec<(String, String)> = serde_urlencoded::from_str(query).unwrap_or_default();
        let get = |key: &str| {
            let found = pairs.iter().find(|p| p.0 == key);
            found.map(|p| p.1.trim().to_owned()).unwrap_or_default()
        };
        let side = get("side");
        let pick = PickForm::from_query(query, before);
        // Another rig brings its own head and retrieve.
        let (was, rig) = (get("was"), pick.typed("rig"));
        let brings = !was.is_empty() && was != rig;
        let own = |key: &str| brings && BROUGHT.contains(&key);
        Self {
            raw: KEYS.map(|key| if own(key) { String::new() } else { get(key) }),
            pick,
            side: SIDES.iter().find(|s| s.0 == side).map_or("weight", |s| s.0),
        }
    }

    /// What was typed at a word of the cast.
    #[must_use]
    pub fn typed(&self, key: &str) -> &str {
        let at = KEYS.iter().position(|k| *k == key);
        at.map_or("", |at| &self.raw[at])
    }

    /// Puts a word in place of what was typed.
    pub fn set(&mut self, key: &str, text: String) {
        if let Some(at) = KEYS.iter().position(|k| *k == key) {
            self.raw[at] = text;
        }
    }

    /// The query string that brings this cast back, with some words changed.
    #[must_use]
    pub fn query_with(&self, changes: &[(&str, &str)]) -> String {
        let mut out = form_urlencoded::Serializer::new(self.pick.query_with(changes));
        for (key, typed) in KEYS.iter().zip(&self.raw) {
            let changed = changes.iter().find(|c| c.0 == *key).map(|c| c.1);
            let typed = self.with_units(key, typed);
            let text = changed.unwrap_or(&typed);
            if !text.is_empty() {
                out.append_pair(key, text);
            }
        }
        let side = changes
            .iter()
            .find(|c| c.0 == "side")
            .map_or(self.side, |c| c.1);
        out.append_pair("side", side);
        out.finish()
    }

    /// Bare numbers get their unit, so that a change of units changes nothing.
    fn with_units<'t>(&self, key: &str, typed: &'t str) -> Cow<'t, str> {
        let bare = |text: &str| text.ends_with(|c: char| c.is_ascii_digit());
        let unit = Dimension::Distance.unit(self.pick.units);
        match key {
            "rod" if bare(typed) => Cow::Owned(format!("{typed} {unit}")),
            "moves" => match moves::read(typed, self.pick.units) {
                Ok(_) if !typed.split([',', ';']).any(bare) => Cow::Borrowed(typed),
                Ok(all) => Cow::Owned(moves_text(&all, self.pick.units)),
                Err(_) => Cow::Borrowed(typed),
            },
            _ => Cow::Borrowed(typed),
        }
    }

    fn code<T: Code>(&self, key: &'static str, usual: T, faults: &mut Faults) -> T {
        code_of(key, self.typed(key), usual, faults)
    }

    /// A number with its own reading; blank or `usual` is as usual.
    fn number(
        &self,
        key: &'static str,
        usual: f64,
        faults: &mut Faults,
        read: impl Fn(&str) -> Result<f64, String>,
    ) -> f64 {
        match self.typed(key) {
            "" | "usual" => usual,
            text => read(text).unwrap_or_else(|message| {
                faults.push((key, message));
                usual
            }),
        }
    }

    fn rod(&self, usual: f64, faults: &mut Faults) -> f64 {
        let units = self.pick.units;
        self.number("rod", usual, faults, |text| {
            let read = Dimension::Distance.read(text, units);
            let metres = read.map_err(|e| e.to_string())?;
            limits::OWN_ROD_LENGTH.check(metres, units)
        })
    }

    /// The bottom that is chosen: where none is, a flat of the depth that was asked for, or the
    /// first of those that come along.
    #[must_use]
    pub fn ground(&self) -> &str {
        match self.typed("ground") {
            "" if self.pick.typed("depth").is_empty() => grounds::GROUNDS[0].code,
            "" => FLAT,
            chosen => chosen,
        }
    }

    /// The bottom: typed, else the one that is chosen.
    fn profile(&self, request: Option<&PickRequest>, faults: &mut Faults) -> Profile {
        if self.ground() == FLAT && self.typed("bed").is_empty() {
            // Without a sound question nothing is played over it.
            let w = &request.unwrap_or(PickRequest::usual()).water;
            let deep = w.depth_max_m.unwrap_or(w.depth_m);
            return Profile::flat(w.depth_m.midpoint(deep));
        }
        let ground = NamedBottom::from_code(self.ground());
        let usual = || ground.unwrap_or(&grounds::GROUNDS[0]).profile();
        if self.typed("bed").is_empty() {
            if ground.is_none() && self.typed("ground") != "own" {
                faults.push(("ground", "this is not one of the choices".into()));
            }
            return usual();
        }
        grounds::read(self.typed("bed")).unwrap_or_else(|found| {
            faults.extend(found.into_iter().map(|f| ("bed", f.message)));
            usual()
        })
    }

    /// Reads the question, or names every fault.
    ///
    /// # Errors
    /// All faults; those of Pick's words by the contract's field.
    pub fn read(&self, engine: &Engine) -> Result<CastAsked, Faults> {
        let mut faults = Faults::new();
        let head = self.head(&mut faults);
        let direction = self.code("dir", Direction::Up, &mut faults);
        let request = self.pick_words(engine, &mut faults);
        let profile = self.profile(request.as_ref().ok(), &mut faults);
        let Ok(request) = request else {
            return Err(faults);
        };
        let (rig, usual) = engine.cast_over(
            &request,
            self.pick.options(),
            head.map(mass_of),
            (profile, direction),
        );
        let way = self.code("way", usual.current.1, &mut faults);
        let setup = Setup {
            fall: self.code("fall", usual.fall, &mut faults),
            rest: self.number("rest", usual.rest, &mut faults, |text| {
                seconds(text, &limits::REST)
            }),
            moves: self.moves(&usual, &mut faults),
            rod: self.rod(usual.rod, &mut faults),
            current: (usual.current.0, way),
            ..usual
        };
        if faults.is_empty() {
            Ok(CastAsked {
                request,
                rig,
                setup,
            })
        } else {
            Err(faults)
        }
    }

    /// The question of a fall alone: Pick's words, the head, how it falls.
    ///
    /// # Errors
    /// All faults.
    pub fn read_fall(&self, engine: &Engine) -> Result<(PickRequest, CastRig), Faults> {
        let mut faults = Faults::new();
        let head = self.head(&mut faults);
        let Ok(request) = self.pick_words(engine, &mut faults) else {
            return Err(faults);
        };
        let rig = engine.cast_rig(&request, self.pick.options(), head.map(mass_of));
        match self.fall(&rig) {
            Ok(_) if faults.is_empty() => Ok((request, rig)),
            Ok(_) => Err(faults),
            Err(more) => Err(faults.into_iter().chain(more).collect()),
        }
    }

    /// How it falls: as said, else as the rig does.
    ///
    /// # Errors
    /// When the word is none of the choices.
    pub fn fall(&self, rig: &CastRig) -> Result<FallBy, Faults> {
        let mut faults = Faults::new();
        let fall = self.code("fall", rig.fall, &mut faults);
        if faults.is_empty() {
            Ok(fall)
        } else {
            Err(faults)
        }
    }

    fn head(&self, faults: &mut Faults) -> Option<HeadWeight> {
        match self.typed("head") {
            "" | "usual" => None,
            text => HeadWeight::parse(text)
                .map_err(|m| faults.push(("head", m)))
                .ok(),
        }
    }

    fn pick_words(&self, engine: &Engine, faults: &mut Faults) -> Result<PickRequest, ()> {
        self.pick.asked(engine).map_err(|all| {
            faults.extend(all.into_iter().map(|f| (word_of(&f.field), f.message)));
        })
    }

    fn moves(&self, usual: &Setup, faults: &mut Faults) -> Vec<moves::Move> {
        match self.typed("moves") {
            "" | "usual" => usual.moves.clone(),
            text => moves::read(text, self.pick.units).unwrap_or_else(|message| {
                faults.push(("moves", message));
                usual.moves.clone()
            }),
        }
    }
}

fn mass_of(head: HeadWeight) -> Mass {
    Mass::new::<uom::si::mass::gram>(head.grams())
}

/// The word of Pick that a field of the contract stands behind.
fn word_of(field: &str) -> &'static str {
    super::WORDS
        .iter()
        .find(|w| w.field == field)
        .map_or("depth", |w| w.key)
}

/// A list of moves, as it stands in a sentence.
#[must_use]
pub fn moves_text(all: &[moves::Move], units: UnitSystem) -> String {
    all.iter()
        .map(|m| m.words(units))
        .collect::<Vec<_>>()
        .join(", ")
}

#[cfg(test)]
mod tests {
    use super::*;

    fn form(query: &str) -> CastForm {
        CastForm::from_query(query, Options::default())
    }

    #[test]
    fn a_bare_cast_is_one_that_can_be_made() {
        let engine = Engine::new().unwrap();
        let asked = form("").read(&engine).unwrap();
        assert!(asked.rig.head_g > 0.2 && !asked.setup.moves.is_empty());
    }

    /// A question of three metres is cast over three: the head that is tied on is Pick's. From the
    /// countdown it had led to a slope of five, and a size more on the line.
    #[test]
    fn a_question_of_a_depth_is_cast_over_it() {
        let engine = Engine::new().unwrap();
        let said = |query: &str| {
            let form = form(query);
            let asked = form.read(&engine).unwrap();
            let deep = asked.setup.profile.depth_at(asked.setup.cast);
            (form.ground().to_owned(), deep, asked.rig.label)
        };
        let (ground, deep, head) = said("depth=3+m&rig=ned&form=stick&length=70+mm");
        assert_eq!((ground.as_str(), deep), (FLAT, 3.0));
        let pick = PickForm::from_query(
            "depth=3+m&rig=ned&form=stick&length=70+mm",
            Options::default(),
        );
        let answer = engine.pick(&pick.read().unwrap(), Options::default());
        assert_eq!(head, answer.weight.label);
        // One that is chosen is kept, and without a depth there is one of its own.
        assert_eq!(said("depth=3+m&ground=ledges").0, "ledges");
        assert_eq!(said("rig=ned").0, grounds::GROUNDS[0].code);
    }

    #[test]
    fn every_bad_word_is_named_and_kept() {
        let engine = Engine::new().unwrap();
        let bad = form(
            "depth=3+m&length=70+mm&wind=2+m/s&cast=9000+m&head=lots&dir=left&moves=dance&bed=1+2|0+3&rest=long",
        );
        let faults = bad.read(&engine).unwrap_err();
        for key in ["cast", "head", "dir", "bed"] {
            assert!(faults.iter().any(|f| f.0 == key), "{key}: {faults:?}");
        }
        let query = bad.query_with(&[]);
        assert!(query.contains("head=lots") && query.contains("moves=dance"));
        let later = form("moves=dance&rest=long").read(&engine).unwrap_err();
        assert_eq!(
            later.iter().map(|f| f.0).collect::<Vec<_>>(),
            ["rest", "moves"]
        );
    }

    #[test]
    fn another_rig_brings_its_own_retrieve() {
        let same = form("rig=ned&was=ned&moves=hop+1+m&head=1/4+oz&cast=20+m");
        assert_eq!(same.typed("moves"), "hop 1 m");
        let other = form("rig=tube&was=ned&moves=hop+1+m&head=1/4+oz&cast=20+m");
        assert_eq!((other.typed("moves"), other.typed("head")), ("", ""));
    }

    #[test]
    fn the_query_brings_the_same_cast_back() {
        let engine = Engine::new().unwrap();
        let first = form(
            "head=1/8+oz&dir=down&bed=0+1|9+3|30+6&moves=drag+1+m,+hop+30+cm&rest=3+s&rig=tube&length=70+mm&depth=3+m&wind=2+m/s&cast=18+m",
        );
        let again = form(&first.query_with(&[]));
        let (a, b) = (first.read(&engine).unwrap(), again.read(&engine).unwrap());
        assert_eq!(a.setup.moves, b.setup.moves);
        assert_eq!(a.setup.profile, b.setup.profile);
        assert!((a.rig.head_g - b.rig.head_g).abs() < 1e-9);
        assert_eq!(a.request, b.request);
    }
}
