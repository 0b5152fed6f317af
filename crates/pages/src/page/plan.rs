//! A day that is planned.

use time::Date;
use yarrowfen_core::Engine;
use yarrowfen_core::base::json;
use yarrowfen_core::day::Planned;
use yarrowfen_core::explore::ledger::Lost;
use yarrowfen_core::explore::plan::{Plan, PlanAsked, PlanHeld};
use yarrowfen_core::own_box::Item;
use yarrowfen_core::say::plan as say;
use yarrowfen_rows::PlannedDay;

use super::number_of;
use crate::ask::Faults;
use crate::ask::plan::{DayForm, Fresh};
use crate::held::HeldBox;
use crate::planned::planned;
use crate::reader::Reader;
use crate::reply::{Part, Reply, Shown, status};
use crate::views::plan::{Around, DayPrintPage, Decided, PlanPage};

/// What is held of who plans.
#[derive(Debug, Clone, Copy, Default)]
pub struct DayHeld<'h> {
    /// The box with the waters, of who is signed in.
    pub things: Option<&'h HeldBox>,
    /// Heads that he lost, by bottom.
    pub lost: &'h [Lost],
    /// Days that he kept, the next first.
    pub kept: &'h [PlannedDay],
}

/// A day as it was decided.
#[derive(Debug)]
pub struct DayDecided {
    /// The day.
    pub day: Date,
    /// What was asked.
    pub asked: PlanAsked,
    /// What was decided.
    pub plan: Plan,
    /// The same as the day on the water reads it.
    pub planned: Planned,
}

/// What became of the days of a calendar that was taken in.
#[derive(Debug, Clone, Copy)]
pub struct DaysTakenIn {
    /// How many were taken.
    pub taken: u32,
    /// How many of them are over, so that the list does not show them.
    pub past: u32,
    /// How many were called off and left out.
    pub cancelled: u32,
}

impl DaysTakenIn {
    /// The page that tells it.
    #[must_use]
    pub fn address(&self) -> String {
        let Self {
            taken,
            past,
            cancelled,
        } = self;
        format!("/days?taken={taken}&past={past}&cancelled={cancelled}#kept")
    }

    /// In sentences.
    fn told(self) -> String {
        let mut told = number_of(self.taken, "day was taken in.", "days were taken in.");
        if self.past > 0 {
            let over = number_of(self.past, "of them is over", "of them are over");
            told.push_str(&format!(" {over}: the list has only the days to come."));
        }
        if self.cancelled > 0 {
            let off = number_of(self.cancelled, "was called off", "were called off");
            told.push_str(&format!(" {off} and left out."));
        }
        told
    }
}

/// How a day is shown: the page or a part of it, as which kept day, with what was just deleted,
/// and whether a forecast can be asked for.
#[derive(Debug, Clone, Default)]
pub struct DayShown {
    /// The kept day that it is.
    pub id: Option<String>,
    /// A kept day that was just deleted.
    pub deleted: Option<String>,
    /// What was just taken in from a calendar.
    pub taken_in: Option<DaysTakenIn>,
    /// Whether a forecast can be asked for.
    pub forecast: bool,
}

/// The form of a query.
#[must_use]
pub fn day_form(
    engine: &Engine,
    reader: &Reader,
    query: &str,
    (held, today): (DayHeld<'_>, Date),
) -> DayForm {
    let fresh = Fresh {
        waters: held.things.map_or(&[][..], |h| &h.waters),
        today,
        usual: &engine.tables().days.usual,
    };
    DayForm::from_query(query, reader, fresh)
}

/// Decides a day.
///
/// # Errors
/// Every fault by its key.
pub fn day_decided(
    engine: &Engine,
    reader: &Reader,
    form: &DayForm,
    held: DayHeld<'_>,
) -> Result<DayDecided, Faults> {
    let (day, asked) = form.asked(engine)?;
    let things: Option<Vec<&Item>> = held.things.map(HeldBox::at_hand);
    let own = PlanHeld {
        things: things.as_deref(),
        lost: held.lost,
    };
    let plan = engine
        .plan(&asked, own, reader.options)
        .map_err(|fault| vec![("plan", say::fault(fault, &asked))])?;
    let planned = planned((day, &asked, &plan), held.things, reader.options);
    Ok(DayDecided {
        day,
        asked,
        plan,
        planned,
    })
}

/// Longest name of a day, characters.
const MOST_NAME: usize = 80;

impl DayDecided {
    /// What it is called: its stops in a line.
    #[must_use]
    pub fn name(&self) -> String {
        let stops: Vec<&str> = self.asked.stops.iter().map(|s| s.name.as_str()).collect();
        stops.join("; ").chars().take(MOST_NAME).collect()
    }

    fn shown(&self, form: &DayForm) -> Decided<'_> {
        Decided {
            day: self.day,
            asked: &self.asked,
            plan: &self.plan,
            offset: form.offset_min(),
        }
    }
}

/// The page of a form, or the part of it that changes.
///
/// # Errors
/// When the template fails.
pub fn day_page(
    engine: &Engine,
    reader: &Reader,
    form: &DayForm,
    (held, shown): (DayHeld<'_>, DayShown),
    part: Part,
) -> Shown {
    let found = day_decided(engine, reader, form, held);
    let around = Around {
        waters: held.things.map_or(&[][..], |h| &h.waters),
        kept: held.kept,
        id: shown.id,
        deleted: shown.deleted,
        taken_in: shown.taken_in.map(DaysTakenIn::told),
        forecast: shown.forecast,
    };
    let none = Faults::new();
    let faults = found.as_ref().err().unwrap_or(&none);
    let decided = found.as_ref().ok().map(|d| {
        let first = d.planned.steps.first();
        // What cannot be written as JSON is not offered: the button then says what is wrong.
        let begins = first.and_then(|s| json::written(&s.whats));
        (d.shown(form), begins.unwrap_or_default())
    });
    let code = status(faults.is_empty());
    let page = PlanPage::new(reader, form, faults, decided, &around);
    let address = format!("/days?{}", page.query);
    let reply = Reply::changing(code, &page, part)?;
    // A kept day has an address of its own until a word of it is changed.
    Ok(reply.at_address_if(part, address).in_parts())
}

/// The day on a sheet of A6; with faults, the page that names them.
///
/// # Errors
/// When the template fails.
pub fn day_print(
    engine: &Engine,
    reader: &Reader,
    form: &DayForm,
    (held, shown): (DayHeld<'_>, DayShown),
) -> Shown {
    match day_decided(engine, reader, form, held) {
        Ok(d) => Reply::page(
            200,
            &DayPrintPage::new(reader, &form.query(), d.shown(form)),
        ),
        Err(_) => day_page(engine, reader, form, (held, shown), Part::Whole),
    }
}
