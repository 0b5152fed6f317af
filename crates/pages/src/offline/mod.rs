//! The pages where there is no server: a call in JSON comes in, a reply goes out. The same
//! functions make the same pages; here only what is asked and what is held is unpacked.
//!
//! A reply is two lines of JSON, the [`Head`] and the events that are to be kept, and after
//! them the page.

mod device;

pub use device::{Device, Loaded, Whose};

use serde::{Deserialize, Serialize};
use yarrowfen_core::Engine;
use yarrowfen_core::base::json;
use yarrowfen_core::day::{Event, EventId, What};
use yarrowfen_rows::{MendTry, NewMendTry, Sink};

use crate::ask::today::Stamp;
use crate::page::{self, Held, MendHeld, TodayHeld};
use crate::reply::{Part, Reply, Shown};

/// A page of what a device holds; nothing where it does not hold what the page is about.
type Page = fn(&Engine, &Loaded, &Asked) -> Option<Shown>;

/// The pages that are made here, by their addresses. Each stands alone behind its pointer, so
/// that a browser compiles only what the page that is asked for needs.
const PAGES: &[(&str, Page)] = &[
    ("/", |e, l, a| {
        let held = Held {
            things: l.things.as_ref(),
            sinks: &l.sinks,
            sizes: &l.sizes,
        };
        Some(page::pick(e, &l.reader, &a.query, held, a.part()))
    }),
    ("/card", |e, l, a| Some(page::card(e, &l.reader, &a.query))),
    ("/how", |e, l, a| Some(page::how(e, &l.reader, &a.query))),
    ("/mend", |e, l, a| {
        let (things, tries) = (l.things.as_ref(), &tries(l, a));
        let held = MendHeld { things, tries };
        Some(page::mend(e, &l.reader, &a.query, held, a.part()))
    }),
    ("/bench", |e, l, a| {
        page::bench(e, &l.reader, &a.query, l.things.as_ref(), a.part())
    }),
    ("/bench/print", |e, l, a| {
        Some(page::bench_print(e, &l.reader, &a.query))
    }),
    ("/cast", |e, l, a| {
        Some(page::cast(e, &l.reader, &a.query, false, a.part()))
    }),
    ("/count", |e, l, a| {
        Some(page::count(e, &l.reader, &a.query, &l.sinks, None))
    }),
    ("/words", |e, l, _| Some(page::words(e, &l.reader))),
    ("/box", |e, l, a| {
        let things = l.things.as_ref()?;
        Some(page::box_list(e, &l.reader, things, &a.query))
    }),
    ("/waters", |_, l, _| {
        let list = page::WatersList {
            waters: &l.things.as_ref()?.waters,
            ..page::WatersList::default()
        };
        Some(page::waters(&l.reader, list))
    }),
    ("/today", |e, l, a| {
        let held = today_held(l, a);
        Some(page::today(e, &l.reader, &a.query, held, a.part()))
    }),
];

/// The addresses of the pages that are made here.
pub fn made() -> impl Iterator<Item = &'static str> {
    PAGES.iter().map(|(path, _)| *path)
}

/// What every call for a page carries.
#[derive(Debug, Default, Deserialize)]
struct Asked {
    path: String,
    #[serde(default)]
    query: String,
    /// Whether only the part that changes is wanted.
    #[serde(default)]
    part: bool,
    /// The device's clock, ms, and what its time of day is ahead of UTC, minutes.
    now: (i64, i16),
    /// What was written down of late, sent or not.
    #[serde(default)]
    events: Vec<Event>,
    /// Which of it was not.
    #[serde(default)]
    unsent: Vec<EventId>,
    /// How many lines of other owners wait on this device.
    #[serde(default)]
    others: usize,
    /// What makes the forms of this page known from those of another.
    #[serde(default)]
    once: String,
    /// The question that was asked last on this device, where it knows another than the server.
    #[serde(default)]
    question: Option<String>,
}

impl Asked {
    fn part(&self) -> Part {
        if self.part {
            Part::Changed
        } else {
            Part::Whole
        }
    }
}

/// A form of the day's page, or what Mend writes down.
#[derive(Debug, Deserialize)]
struct Sent {
    #[serde(default)]
    form: String,
    id: EventId,
    device: EventId,
    seq: u32,
}

/// What is asked of the module.
#[derive(Debug, Deserialize)]
#[serde(rename_all = "snake_case")]
enum Call {
    /// To hold what a device has of a reader.
    Load { device: Box<Device> },
    /// A page.
    Get { asked: Asked },
    /// To take a form.
    Post { asked: Asked, sent: Sent },
}

/// The first line of a reply.
#[derive(Debug, Default, Serialize)]
pub struct Head {
    /// Status of HTTP; 0 where the page is none of those that are made here.
    status: u16,
    headers: Vec<(&'static str, String)>,
    /// The question that the page is about.
    question: Option<String>,
    /// A sink test that is to be kept.
    #[serde(skip_serializing_if = "Option::is_none")]
    sink: Option<Sink>,
}

/// The chooser, and who reads.
#[derive(Default)]
pub struct Worker {
    engine: Option<Engine>,
    loaded: Option<Loaded>,
}

impl Worker {
    /// Nobody reads yet.
    #[must_use]
    pub fn new() -> Self {
        Self {
            engine: Engine::new().ok(),
            loaded: None,
        }
    }

    /// Makes the first page once, for nobody: what it looks up at its first use is there then.
    /// It is what a module is written with. (All pages would add 26 kB to it, packed.)
    pub fn warm(&self) {
        if let (Some(engine), Some((_, page))) = (&self.engine, PAGES.first()) {
            let _ = page(engine, &Loaded::nobody(), &Asked::default());
        }
    }

    /// Answers a call: `load` holds what a device has of a reader, `get` makes a page, `post`
    /// takes a form.
    pub fn call(&mut self, call: &[u8]) -> Vec<u8> {
        match json::read(call) {
            Ok(Call::Load { device }) => {
                self.loaded = Some(device.loaded());
                packed(&Head::default(), &[], "")
            }
            Ok(Call::Get { asked }) => {
                self.is_asked(&asked);
                self.reply(|e, l| get(e, l, &asked).map(|r| (r, Keep::default())))
            }
            Ok(Call::Post { asked, sent }) => {
                self.is_asked(&asked);
                self.reply(|e, l| post(e, l, &asked, &sent))
            }
            Err(e) => failed(&format!("a call that is none: {e}")),
        }
    }

    /// What of the reader is told with each page.
    fn is_asked(&mut self, asked: &Asked) {
        let Some(Loaded { reader, .. }) = &mut self.loaded else {
            return;
        };
        reader.once.clone_from(&asked.once);
        if let Some(question) = &asked.question {
            reader.question.clone_from(question);
        }
    }

    fn reply(&self, answer: impl FnOnce(&Engine, &Loaded) -> Option<(Shown, Keep)>) -> Vec<u8> {
        let (Some(engine), Some(loaded)) = (&self.engine, &self.loaded) else {
            return packed(&Head::default(), &[], "");
        };
        match answer(engine, loaded) {
            None => packed(&Head::default(), &[], ""),
            Some((Ok(reply), keep)) => {
                let head = Head {
                    status: reply.status,
                    headers: reply.headers,
                    question: reply.question,
                    sink: keep.sink,
                };
                packed(&head, &keep.events, &reply.body)
            }
            Some((Err(e), _)) => failed(&e.to_string()),
        }
    }
}

fn failed(why: &str) -> Vec<u8> {
    let head = Head {
        status: 500,
        ..Head::default()
    };
    packed(&head, &[], why)
}

/// A reply: its head, what is to be kept, and the page. All of it is plain texts and numbers,
/// which can be written.
fn packed(head: &Head, keep: &[Event], body: &str) -> Vec<u8> {
    let lines = [json::written(head), json::written(keep)];
    let [head, keep] = lines.map(Option::unwrap_or_default);
    [&head, &keep, body].join("\n").into_bytes()
}

fn today_held<'h>(l: &'h Loaded, asked: &'h Asked) -> TodayHeld<'h> {
    TodayHeld {
        things: l.things.as_ref(),
        events: &asked.events,
        unsent: &asked.unsent,
        waiting: Some(asked.unsent.len() + asked.others),
        planned: &l.planned,
        now: asked.now,
    }
}

/// What was tried, with what of it is on this device alone.
fn tries(l: &Loaded, asked: &Asked) -> Vec<MendTry> {
    let unsent = asked.events.iter().filter(|e| asked.unsent.contains(&e.id));
    let own = unsent.filter_map(|e| match &e.what {
        What::Tried(tried) => {
            let made_at = e.written.local()?;
            Some(MendTry {
                id: uuid::Uuid::from_u128(e.id.0),
                new: NewMendTry::of(tried, Some(made_at)),
                made_at,
            })
        }
        _ => None,
    });
    let mut all: Vec<MendTry> = own.collect();
    all.reverse();
    all.extend(l.tries.iter().cloned());
    all
}

/// A page by its address; nothing for one that is not made here.
fn get(engine: &Engine, l: &Loaded, asked: &Asked) -> Option<Shown> {
    let (_, page) = PAGES.iter().find(|(path, _)| *path == asked.path)?;
    page(engine, l, asked)
}

/// A form that is answered here, with what it writes down.
#[inline(never)]
fn post(engine: &Engine, l: &Loaded, asked: &Asked, sent: &Sent) -> Option<(Shown, Keep)> {
    let pairs: Vec<(String, String)> = serde_urlencoded::from_str(&sent.form).ok()?;
    let stamp = Stamp {
        id: sent.id,
        at: asked.now.0,
        offset: asked.now.1,
        device: sent.device,
        seq: sent.seq,
    };
    let part = asked.part();
    let held = today_held(l, asked);
    match asked.path.as_str() {
        "/today" => Some(
            match page::tapped(engine, &l.reader, &pairs, (held, stamp), part) {
                Err(page) => (page, Keep::default()),
                Ok(keep) => (after(engine, l, asked, &keep), Keep::of(keep)),
            },
        ),
        "/mend/write" => {
            let by = (held.events, stamp);
            let (to, keep) = page::mend_tapped(engine, &l.reader, &pairs, by)?;
            Some((Ok(Reply::see_other(&to)), Keep::of(keep)))
        }
        "/count" => Some(count(engine, l, asked, (&pairs, sent))),
        _ => None,
    }
}

/// Takes a count.
fn count(
    engine: &Engine,
    l: &Loaded,
    asked: &Asked,
    (pairs, sent): (&[(String, String)], &Sent),
) -> (Shown, Keep) {
    match page::counted(engine, &l.reader, pairs, &l.sinks) {
        Err(page) => (page, Keep::default()),
        Ok((to, test)) => {
            let at = i128::from(asked.now.0) * 1_000_000;
            let made_at = time::OffsetDateTime::from_unix_timestamp_nanos(at);
            let sink = Sink {
                id: uuid::Uuid::from_u128(sent.id.0),
                test,
                made_at: made_at.unwrap_or(time::OffsetDateTime::UNIX_EPOCH),
            };
            let keep = Keep {
                sink: Some(sink),
                ..Keep::default()
            };
            (Ok(Reply::see_other(&to)), keep)
        }
    }
}

/// What a form writes down.
#[derive(Default)]
struct Keep {
    events: Vec<Event>,
    sink: Option<Sink>,
}

impl Keep {
    fn of(events: Vec<Event>) -> Self {
        Self { events, sink: None }
    }
}

/// The day's page after a tap: its part, or the way to it.
fn after(engine: &Engine, l: &Loaded, asked: &Asked, keep: &[Event]) -> Shown {
    if !asked.part {
        return Ok(Reply::see_other("/today"));
    }
    let (mut events, mut unsent) = (asked.events.clone(), asked.unsent.clone());
    events.extend_from_slice(keep);
    unsent.extend(keep.iter().map(|e| e.id));
    let held = TodayHeld {
        things: l.things.as_ref(),
        events: &events,
        unsent: &unsent,
        waiting: Some(unsent.len() + asked.others),
        planned: &l.planned,
        now: asked.now,
    };
    page::today(engine, &l.reader, "", held, Part::Changed)
}
