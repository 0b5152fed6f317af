//! What comes of the changes that are tried together.

use yarrowfen_core::answer::mend::{MeasureThen, MendAnswer, MendCause, TogetherTold};
use yarrowfen_core::base::codes::{BaitForm, Gauge, Remedy, Standing};
use yarrowfen_core::base::text::capital;

use crate::ask::PickForm;
use crate::ask::mend::{MOST_TRIED, MendForm, Tried, written};
use crate::draw::mend::{Look, MendDrawing, drawing};

/// A measure after the changes.
pub struct Big {
    /// How much.
    pub text: String,
    /// What it is, and what is wanted of it.
    pub of: String,
    /// Whether it is within that.
    pub mended: bool,
}

/// What comes of the changes tried.
pub struct AfterView {
    /// What is changed, each in words.
    pub done: Vec<String>,
    /// The first measure then.
    pub big: Option<Big>,
    /// The other measures then.
    pub measures: Vec<String>,
    /// What it does to the rest.
    pub effects: Vec<String>,
    /// Complaints that it may bring.
    pub brings: Vec<String>,
    /// The pick with it.
    pub pick: String,
    /// Cause and remedy of each, for writing it down.
    pub tried: String,
    /// The same in words.
    pub said: String,
    /// What is tied on then.
    pub drawing: Option<MendDrawing>,
}

/// Changes that are tried where nobody chose: those of the first causes that are measured to
/// be so.
#[must_use]
pub fn first_tried(a: &MendAnswer) -> Vec<Tried> {
    let beyond = |c: &&MendCause| matches!(c.says, Standing::Likely | Standing::Possible);
    let computed = |c: &MendCause| {
        let mut all = c.change.iter().chain(&c.others);
        all.find(|change| change.tried)
            .map(|change| (c.code, change.code))
    };
    let causes = a.causes.iter().filter(beyond);
    let mut tried: Vec<Tried> = causes.filter_map(computed).take(MOST_TRIED).collect();
    // Two that pull opposite ways cancel out: the first alone.
    if let [first, second] = tried[..]
        && (first.1 == second.1 || opposed(first.1, second.1))
    {
        tried.truncate(1);
    }
    tried
}

/// Changes that undo one another.
fn opposed(a: Remedy, b: Remedy) -> bool {
    const PAIRS: [(Remedy, Remedy); 6] = [
        (Remedy::HeavierHead, Remedy::LighterHead),
        (Remedy::HeavierWire, Remedy::LighterWire),
        (Remedy::StrongerRod, Remedy::SofterRod),
        (Remedy::StrongerLeader, Remedy::ThinnerLeader),
        (Remedy::ShorterBait, Remedy::LargerBait),
        (Remedy::ShorterCast, Remedy::LongerCast),
    ];
    PAIRS.iter().any(|p| *p == (a, b) || *p == (b, a))
}

/// What comes of the changes that are tried.
pub(super) fn after(
    a: &MendAnswer,
    (form, tried): (&MendForm, &[Tried]),
    told: TogetherTold,
    (bait, gauge): (BaitForm, Option<Gauge>),
) -> AfterView {
    let by_hand = |t: &&Tried| !told.done.iter().any(|d| (d.0, d.1) == **t);
    let text_of = |t: &Tried| {
        let cause = a.causes.iter().find(|c| c.code == t.0)?;
        let mut all = cause.change.iter().chain(&cause.others);
        all.find(|c| c.code == t.1).map(|c| c.text.to_string())
    };
    let computed = told.done.iter().map(|d| d.2.to_string());
    let done: Vec<String> = computed
        .chain(tried.iter().filter(by_hand).filter_map(text_of))
        .collect();
    let named = |m: &MeasureThen| Big {
        text: m.text.to_string(),
        of: format!("{}, {}", m.gauge.label(), m.wanted),
        mended: m.mended,
    };
    let mut measures = told
        .measures
        .iter()
        .filter(|m| !m.text.is_empty())
        .map(named);
    let big = measures.next();
    let seen = told.measures.iter().find(|m| Some(m.gauge) == gauge);
    let pick = PickForm::from_request(&told.question, form.pick.options()).query();
    AfterView {
        said: done.join("; "),
        done,
        big,
        measures: measures
            .map(|m| format!("{}: {}", capital(&m.of), m.text))
            .collect(),
        effects: told
            .effects
            .iter()
            .map(|e| format!("{} {} → {}", capital(e.code.label()), e.now, e.then))
            .collect(),
        brings: told.brings.iter().map(|s| s.label().to_owned()).collect(),
        pick: format!("/?{pick}"),
        tried: written(tried),
        drawing: (!told.done.is_empty()).then(|| {
            let look = Look {
                gauge,
                beyond: seen.is_some_and(|m| !m.mended),
                units: form.pick.units,
                id: "then",
            };
            let mut drawn = drawing(&told.tied_on, bait, look);
            drawn.figure.told = format!("After it: {}", drawn.figure.told);
            drawn
        }),
    }
}
