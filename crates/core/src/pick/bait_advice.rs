//! What the water asks of a bait: colour family, length, plastic.

use crate::answer::Coded;
use crate::codes::{
    Bottom, Clarity, ColourView, FishAt, Forage, HeadColourView, Light, Mood, Plastic, Pressure,
};
use crate::pick::Picture;
use crate::pick::reasons::coded;

/// All advice on the bait.
#[must_use]
pub fn all(p: &Picture<'_>) -> Vec<Coded> {
    [colour(p), head_colour(p), length(p), plastic(p)]
        .into_iter()
        .flatten()
        .collect()
}

/// Colour family by clarity, food and light; turned round by the angler's view.
fn colour(p: &Picture<'_>) -> Option<Coded> {
    let w = &p.request.water;
    let by_clarity = match w.clarity {
        Clarity::Clear => "clear and natural: smoke, pale green, sand brown",
        Clarity::Stained => "darker: green and brown with a touch of contrast",
        Clarity::Muddy => "black, dark blue, or bright chartreuse",
    };
    let against = match w.clarity {
        Clarity::Clear => "bright white, pink or chartreuse, against the usual",
        Clarity::Stained => "pale and natural, against the usual",
        Clarity::Muddy => "plain dark brown, against the usual",
    };
    let family = if p.request.views.colour == Some(ColourView::Against) {
        against
    } else {
        by_clarity
    };
    let food = match p.request.forage {
        Some(Forage::Crayfish) => "; brown with an orange fleck for crayfish",
        Some(Forage::Goby) => "; sand and dark olive for gobies",
        Some(Forage::SmallFish) => "; pearl or silver under a dark back for small fish",
        Some(Forage::Insects) => "; black or dark brown for leeches and larvae",
        None => "",
    };
    let light = match w.light {
        Light::Low => "; in low light a touch of something bright",
        Light::Bright => "; subtle under a high sun",
    };
    Some(coded(
        "bait_colour",
        format!("Colour {family}{food}{light}"),
    ))
}

fn head_colour(p: &Picture<'_>) -> Option<Coded> {
    (p.request.views.head_colour == Some(HeadColourView::Matters)).then(|| {
        coded(
            "head_colour",
            "Head in the colour of the bait's back, as you hold that it matters",
        )
    })
}

/// Smaller for cold, heat, pressure and unwilling fish; bigger in muddy water.
fn length(p: &Picture<'_>) -> Option<Coded> {
    let r = p.request;
    let t = p.conditions.temp_c;
    let (usual, rig) = (p.rig.bait.default_mm, &p.rig.bait);
    let shy = r.mood == Mood::Inactive || r.pressure == Pressure::High;
    let smaller = (0.8 * usual).max(rig.least_mm);
    let bigger = (1.2 * usual).min(rig.most_mm);
    if r.water.clarity == Clarity::Muddy && r.bait.length_mm < bigger {
        let text = format!("Muddy: up to {} on this rig, for presence", p.size(bigger));
        Some(coded("bait_longer", text))
    } else if (shy || !(10.0..=27.0).contains(&t)) && r.bait.length_mm > smaller {
        let text = format!("Down to {} for fish that hang back", p.size(smaller));
        Some(coded("bait_shorter", text))
    } else {
        None
    }
}

fn plastic(p: &Picture<'_>) -> Option<Coded> {
    let (bait, w) = (&p.request.bait, &p.request.water);
    let soft = matches!(w.bottom, Bottom::Mud | Bottom::Silt | Bottom::AlgaeFilm);
    if p.request.fish_at == FishAt::Suspended && bait.plastic == Plastic::Salted {
        return Some(coded(
            "bait_lighter_plastic",
            "Plain plastic in place of salted: it hangs longer for fish off the bottom",
        ));
    }
    (soft && bait.plastic == Plastic::Salted).then(|| {
        coded(
            "bait_floats",
            "Floating or plain plastic: salted sinks into soft bottom and lies there",
        )
    })
}
