//! What a box has for an answer, in words.

use uom::si::{time::second, velocity::meter_per_second};

use crate::answer::{OwnAnswer, OwnHead, OwnHook, OwnTool};
use crate::base::codes::Sits;
use crate::base::text::{Arg, Said, sentences};
use crate::base::{UnitSystem, round};
use crate::choose::decision::Decision;
use crate::explore::from_box::{BoxFound, HeadFound, HookFound};
use crate::explore::tools::ToolFound;
use crate::own_box::{Item, Thing};

/// How far a measured gap lies from the number's before that is said.
const OFF_NUMBER: f64 = 0.05;

fn text(said: &str) -> Arg {
    Arg::Text(said.to_owned())
}

/// What tying a head on costs against the ideal.
fn costs(h: &HeadFound, hook: Option<&OwnHook>, d: &Decision<'_>) -> Vec<Said> {
    let mut costs = Vec::new();
    let time = |f: crate::physics::sink::Fall| f.time().map(|t| round(t.get::<second>(), 2));
    if let (Some(own), Some(ideal)) = (time(h.fall), time(d.fall))
        && h.rungs_off != 0
    {
        let seconds = Arg::Number((own - ideal).abs(), 1);
        costs.push(if own < ideal {
            sentences::own_sooner(seconds)
        } else {
            sentences::own_later(seconds)
        });
    }
    let light =
        |need: &crate::base::codes::LowerBound| sentences::own_too_light(Arg::Word(need.label()));
    costs.extend(h.too_light.iter().map(light));
    let heavy =
        |need: &crate::base::codes::UpperBound| sentences::own_too_heavy(Arg::Word(need.label()));
    costs.extend(h.too_heavy.iter().map(heavy));
    if let Some(hook) = hook.filter(|k| k.sits != Sits::Right) {
        costs.push(sentences::words(text(&hook.text)));
    }
    if let Some(better) = h.better {
        costs.push(sentences::own_misfit(Arg::Word(better.label())));
    }
    if hook.is_some_and(|k| k.open) {
        costs.push(sentences::own_open_point());
    }
    costs
}

fn hook(found: &HookFound, units: UnitSystem) -> OwnHook {
    let (hook, judged) = (&found.hook, &found.judged);
    let m = &hook.measures;
    let how = if hook.gap_measured {
        sentences::own_measured()
    } else {
        sentences::own_by_number()
    };
    let (sits, gap) = (Arg::Word(judged.sits.label()), Arg::FineSize(m.gap_mm));
    let mut said = match judged.sits {
        Sits::Short | Sits::Stiff | Sits::PastTailRoot => sentences::own_hook_long(
            sits,
            Arg::FineSize(m.length_mm),
            Arg::Number(judged.length_ratio, 2),
            Arg::Number(judged.target_ratio, 2),
            gap,
            how.into(),
        ),
        Sits::Right | Sits::Wide | Sits::Tight | Sits::GapFilled => {
            sentences::own_hook_gap(sits, gap, how.into(), Arg::FineSize(judged.wanted_gap_mm))
        }
    };
    if let Some((nominal, _)) = hook.nominal_mm
        && hook.gap_measured
        && (nominal - m.gap_mm).abs() > OFF_NUMBER * nominal
    {
        said = sentences::own_hook_number(said.into(), Arg::FineSize(nominal));
    }
    OwnHook {
        at: found.at,
        title: hook.label(),
        gap_mm: round(m.gap_mm, 1),
        length_mm: round(m.length_mm, 1),
        measured: hook.gap_measured && hook.length_measured,
        sits: judged.sits,
        open: found.open,
        text: said.text(units).into_owned(),
    }
}

fn head(found: &HeadFound, d: &Decision<'_>) -> OwnHead {
    let units = d.on.options.units;
    let (title, _) = Thing::Head(found.head.clone()).told(units);
    let hook = found.hook.as_ref().map(|h| hook(h, units));
    let costs = costs(found, hook.as_ref(), d);
    OwnHead {
        at: found.at,
        title,
        count: found.count,
        g: found.head.weight.grams(),
        serves: found.serves,
        answered: found.answered,
        rungs_off: found.rungs_off,
        speed_mps: round(found.fall.speed().get::<meter_per_second>(), 3),
        time_s: found.down.time().map(|t| round(t.get::<second>(), 2)),
        too_light: found.too_light.clone(),
        too_heavy: found.too_heavy.clone(),
        costs: costs.iter().map(|c| c.text(units).into_owned()).collect(),
        hook,
    }
}

fn tool(found: &ToolFound, things: &[&Item], units: UnitSystem) -> Option<OwnTool> {
    let (title, _) = things.get(found.at)?.thing.told(UnitSystem::Metric);
    Some(OwnTool {
        at: found.at,
        title,
        fits: found.fits,
        text: found.said.text(units).into_owned(),
    })
}

/// How far from the ideal.
fn off(rungs: i32) -> Arg {
    let count = || Arg::Number(f64::from(rungs.abs()), 0);
    match rungs {
        0 => sentences::off_none(),
        1 => sentences::off_one_heavier(),
        -1 => sentences::off_one_lighter(),
        2.. => sentences::off_heavier(count()),
        _ => sentences::off_lighter(count()),
    }
    .into()
}

fn in_a_sentence(heads: &[OwnHead], ideal: Said) -> Said {
    let Some(h) = heads.first() else {
        return sentences::own_none(ideal.into());
    };
    let (title, count) = (text(&h.title), Arg::Number(f64::from(h.count), 0));
    if h.costs.is_empty() && h.rungs_off == 0 {
        sentences::own_just_so(title, count)
    } else if h.serves {
        sentences::own_serves(title, off(h.rungs_off), count)
    } else if h.answered {
        sentences::own_answered(title, count)
    } else {
        sentences::own_nearest(title, off(h.rungs_off))
    }
}

/// What a box has for a decision, in words. `things` are those it was sought in.
#[must_use]
pub fn own(d: &Decision<'_>, found: &BoxFound, things: &[&Item]) -> OwnAnswer {
    let units = d.on.options.units;
    let heads: Vec<_> = found.heads.iter().map(|h| head(h, d)).collect();
    let separate = d.on.rig.separate_hook;
    let hook_serves = !separate || found.hooks.first().is_some_and(HookFound::fishes);
    let head_serves = heads.first().is_some_and(|h| h.serves || h.answered);
    let ideal = sentences::own_ideal(
        Arg::sold(d.rung().label.into(), d.on.conditions.material),
        Arg::Word(d.shape.code.label()),
    );
    let (size, style) = (|| text(&d.hook.size), || Arg::Word(d.hook.style.label()));
    let mut lacks: Vec<Arg> = Vec::new();
    if !head_serves {
        let ideal = ideal.clone();
        lacks.push(if separate {
            ideal.into()
        } else {
            sentences::own_ideal_hook(ideal.into(), size(), style()).into()
        });
    }
    if !hook_serves {
        lacks.push(sentences::own_a_hook(size(), style()).into());
    }
    let missing = match &lacks[..] {
        [] => None,
        [one] => Some(sentences::own_lacks(one.clone())),
        [one, two, ..] => Some(sentences::own_lacks_both(one.clone(), two.clone())),
    };
    let tools = |all: &[ToolFound]| all.iter().filter_map(|t| tool(t, things, units)).collect();
    OwnAnswer {
        serves: head_serves && hook_serves,
        text: in_a_sentence(&heads, ideal).text(units),
        missing: missing.map(|m| m.text(units)),
        hooks: found.hooks.iter().map(|h| hook(h, units)).collect(),
        rods: tools(&found.rods),
        lines: tools(&found.lines),
        heads,
    }
}
