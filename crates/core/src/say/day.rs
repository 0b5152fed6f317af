//! A day on the water, a line for each thing that was written down.

use crate::answer::Text;
use crate::base::codes::Species;
use crate::base::text::{Arg, day_sentences as say};
use crate::base::{Dimension, UnitSystem, plain};
use crate::day::{Bite, Event, FishTold, Tied, What};

/// A fish's length.
#[must_use]
pub fn fish_length(cm: f64, units: UnitSystem) -> String {
    match units {
        UnitSystem::Metric => format!("{} cm", plain(cm, 1)),
        UnitSystem::Imperial => Dimension::Size.print(10.0 * cm, units),
    }
}

/// What an event is about, beside itself.
#[derive(Debug, Clone, Copy, Default)]
pub struct About<'e> {
    /// What was told of the bite.
    pub fish: Option<&'e FishTold>,
    /// The fish that are fished for.
    pub species: Option<Species>,
    /// The spot that rested.
    pub spot: Option<&'e str>,
}

/// An event in a line.
#[must_use]
pub fn line(event: &Event, about: About<'_>, units: UnitSystem) -> Text {
    match &event.what {
        What::Stop(stop) => say::line_stop(
            Arg::Text(stop.place.clone()),
            Arg::Distance(stop.depth_m),
            Arg::Word(stop.bottom.label()),
            Arg::Wind(stop.wind_mps),
        )
        .text(units),
        What::TiedOn(tied) => of_tied(tied, units),
        What::InHand { rod } => say::line_rod(Arg::Number(f64::from(*rod), 0)).text(units),
        What::Bite(bite) => of_bite(*bite, about, units).into(),
        What::HungUp => say::line_hung().text(units),
        What::HeadGone { .. } => say::line_gone().text(units),
        What::Note { text } => text.clone().into(),
        What::Rest(rest) => say::line_rest(
            Arg::Text(rest.spot.clone()),
            Arg::Number(f64::from(rest.minutes), 0),
        )
        .text(units),
        What::WentBack { .. } => {
            say::line_back(Arg::Text(about.spot.unwrap_or_default().to_owned())).text(units)
        }
        What::Tried(tried) => say::line_tried(
            Arg::Word(tried.symptom.label()),
            Arg::Text(tried.said.clone()),
        )
        .text(units),
        What::Paused => say::line_paused().text(units),
        What::Ended => say::line_ended().text(units),
        // Told with the bite, and by what does not stand.
        What::Fish(_) | What::Undone { .. } => say::line_undone().text(units),
    }
}

fn of_tied(tied: &Tied, units: UnitSystem) -> Text {
    let said = say::line_tied(
        Arg::Text(tied.label.clone()),
        Arg::Word(tied.shape.label()),
        Arg::Size(tied.length_mm),
        Arg::Word(tied.form.label()),
    );
    match tied.why {
        Some(why) => {
            let why = Arg::Word(why.label());
            say::line_tied_why(Arg::Said(Box::new(said)), why).text(units)
        }
        None => said.text(units),
    }
}

fn of_bite(bite: Bite, about: About<'_>, units: UnitSystem) -> String {
    let told = about.fish;
    let mut parts = vec![bite.outcome.label().to_owned()];
    if let Some(species) = told.and_then(|t| t.species)
        && Some(species) != about.species
    {
        species.label().clone_into(&mut parts[0]);
    }
    if let Some(cm) = told.and_then(|t| t.cm) {
        parts.push(fish_length(cm, units));
    }
    if let Some(phase) = told.and_then(|t| t.phase).or(bite.phase) {
        parts.push(phase.label().to_owned());
    }
    if let Some(throat) = told.and_then(|t| t.throat) {
        let throat = say::line_throat(Arg::Word(throat.label())).text(units);
        parts.push(throat.into());
    }
    parts.join(", ")
}
