//! Small plates of things in a box, and of what was kept.

use yarrowfen_core::Engine;
use yarrowfen_core::answer::Answer;
use yarrowfen_core::base::codes::{BaitForm, HookStyle, Point, Tie};
use yarrowfen_core::choose::tie::ADVISED_EYE;
use yarrowfen_core::gear::seat::{BenchBait, head_size};
use yarrowfen_core::own_box::{Bait, Head, NamedHook, Thing, named_hook};
use yarrowfen_core::question;

use super::tackle::alone::{bait_alone, head_alone, hook_alone, plastic_of};
use super::tackle::figure::{Drawing, Figure};
use super::tackle::hooks::HookSize;
use super::tackle::look::Part;
use super::tackle::reach::bounds;
use super::tackle::rigged::{Tied, rigged};

/// Width and height of a small plate as it is shown, pixels.
const SHOWN_PX: (f64, f64) = (108.0, 46.0);
/// Thickness of a wire that nobody knows, mm.
const USUAL_WIRE_MM: f64 = 0.9;

/// The plate of a thing; none of lines and rods, which look all alike.
#[must_use]
pub fn plate(engine: &Engine, thing: &Thing, id: &str) -> Option<Figure> {
    let hook = named_hook(engine.tables(), thing);
    match thing {
        Thing::Head(head) => Some(of_head(engine, head, hook.as_ref(), id)),
        Thing::Hook(_) => {
            let hook = hook?;
            let parts = hook_alone(hook.style, HookSize::of(&hook.measures));
            Some(small(&parts, "", id, hook.measures.wire_mm))
        }
        Thing::Bait(bait) => Some(of_bait(engine, bait, id)),
        Thing::Line(_) | Thing::Rod(_) => None,
    }
}

/// What an answer ties on.
#[must_use]
pub fn plate_of_answer(a: &Answer, form: BaitForm, id: &str) -> Figure {
    let rig = rigged(&Tied::of(a, form));
    small(&rig.parts, &rig.plastic, id, a.hook.wire_mm)
}

fn of_head(engine: &Engine, head: &Head, hook: Option<&NamedHook>, id: &str) -> Figure {
    let size = hook.map_or(
        HookSize {
            gap: 1.0,
            length: 1.0,
            wire: USUAL_WIRE_MM,
        },
        |h| HookSize::of(&h.measures),
    );
    let tied = Tied {
        form: BaitForm::Stick,
        bait: (70.0, 10.0),
        shape: head.shape,
        head: head_size(
            engine.tables(),
            head.shape,
            head.weight.grams(),
            head.material,
        ),
        tie: head.tie.unwrap_or(Tie::Top),
        turn: head.eye.unwrap_or(ADVISED_EYE),
        keeper: head.keeper,
        style: hook.map_or(HookStyle::RoundBend, |h| h.style),
        hook: size,
        point: Point::Exposed,
        post: head.post_mm,
    };
    small(&head_alone(&tied, hook.is_some()), "", id, size.wire)
}

fn of_bait(engine: &Engine, bait: &Bait, id: &str) -> Figure {
    let asked = question::Bait {
        form: bait.form,
        length_mm: bait.length_mm,
        body_mm: bait.body_mm,
        plastic: bait.plastic,
        build: None,
        mass_g: None,
    };
    let depth = BenchBait::new(&asked, None, engine.tables()).depth_mm();
    let parts = bait_alone(bait.form, bait.length_mm, depth);
    let plastic = plastic_of(&parts);
    small(&parts, &plastic, id, USUAL_WIRE_MM)
}

/// As large as it fits into a small plate.
fn small(parts: &[Part], plastic: &str, id: &str, wire: f64) -> Figure {
    let b = bounds(parts.iter().map(|p| p.d.as_str())).unwrap_or_default();
    let unit = ((b[2] - b[0]) / SHOWN_PX.0).max((b[3] - b[1]) / SHOWN_PX.1);
    let drawing = Drawing {
        id,
        unit: unit.max(0.05),
        wire,
        hatched: false,
    };
    drawing.figure(parts, plastic, 2.0)
}
