//! The drawings of tackle: what is said is what is drawn, and no two shapes are alike.
#![allow(
    clippy::unwrap_used,
    clippy::indexing_slicing,
    reason = "a test may fail loudly"
)]

use yarrowfen_core::answer::Answer;
use yarrowfen_core::base::codes::{BaitForm, HookStyle, Plastic, Point, Rig, Shape, Tie};
use yarrowfen_core::gear::seat::BenchBait;
use yarrowfen_core::question::Bait;
use yarrowfen_core::say::glossary;
use yarrowfen_core::{Engine, Options, PickRequest};
use yarrowfen_pages::draw::tackle::look::Look;

use yarrowfen_pages::draw::tackle::reach::{self, flattened};
use yarrowfen_pages::draw::tackle::rigged::{Rigged, Tied, rigged};
use yarrowfen_pages::draw::tackle::{baits, heads};
use yarrowfen_pages::draw::words;

type Pt = (f64, f64);

/// Left and right, top and foot of a path.
fn bounds(path: &str) -> (Pt, Pt) {
    let [x0, y0, x1, y1] = reach::bounds([path].into_iter()).unwrap();
    ((x0, x1), (y0, y1))
}

fn inside(run: &[Pt], p: Pt) -> bool {
    let mut within = false;
    let mut before = run[run.len() - 1];
    for at in run {
        if (at.1 > p.1) != (before.1 > p.1)
            && p.0 < (before.0 - at.0) * (p.1 - at.1) / (before.1 - at.1) + at.0
        {
            within = !within;
        }
        before = *at;
    }
    within
}

/// Share of the larger outline by which two differ, laid on each other by their middles.
fn differ(a: &str, b: &str) -> f64 {
    let centred = |path: &str| -> Vec<Pt> {
        let ((x0, x1), (y0, y1)) = bounds(path);
        let (x, y) = (f64::midpoint(x0, x1), f64::midpoint(y0, y1));
        flattened(path)[0]
            .iter()
            .map(|p| (p.0 - x, p.1 - y))
            .collect()
    };
    let (a, b) = (centred(a), centred(b));
    let (mut apart, mut in_a, mut in_b) = (0, 0, 0);
    for i in -60..60 {
        for j in -40..40 {
            let p = (f64::from(i) * 0.25 + 0.1, f64::from(j) * 0.25 + 0.1);
            let (x, y) = (inside(&a, p), inside(&b, p));
            apart += u32::from(x != y);
            in_a += u32::from(x);
            in_b += u32::from(y);
        }
    }
    f64::from(apart) / f64::from(in_a.max(in_b))
}

/// A head of 8 mm diameter as its table has it.
fn laid(engine: &Engine, shape: Shape) -> heads::LaidHead {
    let row = engine.tables().shape(shape);
    heads::laid(
        shape,
        (8.0 * row.length, 8.0 * row.height),
        (0.0, 0.0),
        Tie::Top,
    )
}

#[test]
fn every_two_shapes_differ_from_the_side_or_from_the_front() {
    let engine = Engine::new().unwrap();
    for (i, a) in Shape::ALL.iter().enumerate() {
        for b in &Shape::ALL[i + 1..] {
            // A swing head is a football, but for the ring that its hook hangs from.
            if (*a, *b) == (Shape::Football, Shape::SwingFootball) {
                continue;
            }
            let (one, two) = (laid(&engine, *a), laid(&engine, *b));
            let most = differ(&one.side, &two.side).max(differ(&one.front, &two.front));
            assert!(most > 0.06, "{a} and {b} differ by {most:.3}");
        }
    }
}

#[test]
fn a_head_is_as_long_and_high_as_said() {
    let engine = Engine::new().unwrap();
    for shape in Shape::ALL {
        let row = engine.tables().shape(*shape);
        let ((x0, x1), (y0, y1)) = bounds(&laid(&engine, *shape).side);
        let (long, high) = (8.0 * row.length, 8.0 * row.height);
        // Plates round to hundredths of the diameter.
        assert!(
            ((x1 - x0) / long - 1.0).abs() < 0.05,
            "{shape}: {} for {long}",
            x1 - x0
        );
        assert!(
            ((y1 - y0) / high - 1.0).abs() < 0.05,
            "{shape}: {} for {high}",
            y1 - y0
        );
    }
}

#[test]
fn a_bait_is_as_long_and_deep_as_said_and_no_two_are_alike() {
    let mut seen = Vec::new();
    for form in BaitForm::ALL {
        let bait = baits::laid(*form, 0.0, 100.0, 16.0);
        let ((x0, x1), _) = bounds(&bait.outlines().concat());
        assert!(
            x0.abs() < 0.6 && (x1 - 100.0).abs() < 1.0,
            "{form}: {x0} to {x1}"
        );
        let (_, (y0, y1)) = bounds(&bait.body);
        assert!((y1 - y0 - 16.0).abs() < 0.4, "{form}: {} deep", y1 - y0);
        assert!(!seen.contains(&bait.body), "{form}");
        seen.push(bait.body);
    }
}

/// What a rig ties on over a cover, with its own bait.
fn answered(engine: &Engine, rig: Rig, cover: &str) -> (Answer, BaitForm) {
    let json = format!(
        r#"{{"rig":"{}","water":{{"cover":"{cover}"}}}}"#,
        rig.code()
    );
    let asked = PickRequest::from_json(json.as_bytes()).unwrap();
    let asked = engine.settled(&asked).into_owned();
    (engine.pick(&asked, Options::default()), asked.bait.form)
}

fn sound(drawn: &Rigged, what: &str) {
    for part in &drawn.parts {
        assert!(
            !part.d.contains("NaN") && !part.d.contains("inf"),
            "{what} {:?}",
            part.look
        );
    }
}

/// Each rig in its own bait, over covers that ask for each kind of point.
#[test]
fn each_rig_is_drawn_with_its_hook_where_the_plastic_hides_it() {
    let engine = Engine::new().unwrap();
    for rig in Rig::ALL {
        for cover in ["none", "sparse_grass", "wood"] {
            let (a, form) = answered(&engine, *rig, cover);
            let drawn = rigged(&Tied::of(&a, form));
            let has = |look: Look| drawn.parts.iter().any(|p| p.look == look);
            assert!(
                has(Look::Wire) && has(Look::WireWithin) && has(Look::Plastic),
                "{rig} {cover}"
            );
            assert_eq!(
                has(Look::Metal),
                !has(Look::MetalWithin),
                "{rig}: the head is in the bait or before it"
            );
            let back = -a.bait.depth_mm / 2.0;
            match a.hook.point {
                Point::Exposed => assert!(
                    drawn.hook.tip.1 < back,
                    "{rig} {cover}: an open point stands clear"
                ),
                Point::SkinHooked | Point::Weedless => {
                    assert!(
                        drawn.hook.tip.1 > back,
                        "{rig} {cover}: a hidden point lies under the back"
                    );
                }
            }
            assert!((drawn.end - a.bait.length_mm).abs() < 1e-9);
            sound(&drawn, &format!("{rig} {cover}"));
        }
    }
}

/// Whatever hook is tied to a rig: an open one is as long and as wide as said from the face
/// on, and a hidden point lies as deep under the back as it should.
#[test]
fn each_rig_with_each_hook_and_point_is_drawn_by_its_measures() {
    let engine = Engine::new().unwrap();
    for rig in Rig::ALL {
        let (a, form) = answered(&engine, *rig, "none");
        for style in HookStyle::ALL {
            for point in Point::ALL {
                let open = *point == Point::Exposed;
                // A hook is one or the other.
                if open == yarrowfen_core::gear::hook::hides(*style) {
                    continue;
                }
                let tied = Tied {
                    style: *style,
                    point: *point,
                    ..Tied::of(&a, form)
                };
                let drawn = rigged(&tied);
                let what = format!("{rig} {style} {point}");
                sound(&drawn, &what);
                let (long, gap) = (a.hook.length_mm, a.hook.gap_mm);
                if open {
                    let drawn_long = drawn.hook.back - drawn.face;
                    assert!(
                        (drawn_long / long - 1.0).abs() < 0.01,
                        "{what} {drawn_long} of {long}"
                    );
                    let wide = drawn.hook.low - drawn.hook.high;
                    assert!((wide / gap - 1.0).abs() < 0.01, "{what} {wide} of {gap}");
                } else {
                    let under = drawn.hook.tip.1 + a.bait.depth_mm / 2.0;
                    let wanted = if *point == Point::Weedless {
                        0.3 * a.bait.depth_mm
                    } else {
                        0.9
                    };
                    assert!(
                        (under - wanted.max(0.9)).abs() < 0.1,
                        "{what} {under} of {wanted}"
                    );
                }
            }
        }
    }
}

/// The depth that the bench computes with is the depth that is drawn.
#[test]
fn a_bait_is_drawn_as_deep_at_each_place_as_it_is_reckoned() {
    let engine = Engine::new().unwrap();
    for form in BaitForm::ALL {
        let asked = Bait {
            form: *form,
            length_mm: 100.0,
            body_mm: Some(16.0),
            plastic: Plastic::Standard,
            build: None,
            mass_g: None,
        };
        let reckoned = BenchBait::new(&asked, None, engine.tables());
        let body = &flattened(&baits::laid(*form, 0.0, 100.0, 16.0).body)[0];
        let end = body.iter().map(|p| p.0).fold(0.0, f64::max);
        for k in 1..40 {
            let x = f64::from(k) * 2.5 + 0.01;
            if x > end.min(reckoned.tail_root_mm()) {
                break;
            }
            let next = body.iter().skip(1).chain(body.first());
            let crossings: Vec<f64> = (body.iter().zip(next))
                .filter(|(a, b)| (a.0 > x) != (b.0 > x))
                .map(|(a, b)| a.1 + (b.1 - a.1) * (x - a.0) / (b.0 - a.0))
                .collect();
            let most = crossings.iter().copied().fold(f64::MIN, f64::max);
            let least = crossings.iter().copied().fold(f64::MAX, f64::min);
            let (drawn, said) = (most - least, reckoned.depth_at(x));
            assert!(
                (drawn - said).abs() < 0.06 * 16.0,
                "{form} at {x}: drawn {drawn:.2}, reckoned {said:.2}"
            );
        }
    }
}

/// The drawings as they are: a change of one is looked at before it is taken.
#[test]
fn the_drawings_are_as_they_were_looked_at() {
    let engine = Engine::new().unwrap();
    for group in glossary() {
        let drawn = group.terms.iter().filter_map(|t| {
            let figure = words::drawing(&engine, group.code, t.code)?;
            let parts = figure
                .parts
                .iter()
                .map(|p| format!("  {} {}", p.class, p.d.trim()));
            let all = parts.collect::<Vec<_>>().join("\n");
            Some(format!(
                "{} {}\n{}{all}",
                t.code, figure.view, figure.ground
            ))
        });
        insta::assert_snapshot!(group.code, drawn.collect::<Vec<_>>().join("\n"));
    }
}

#[test]
fn each_term_has_a_drawing_and_no_two_of_a_kind_are_alike() {
    let engine = Engine::new().unwrap();
    for group in glossary() {
        let mut seen: Vec<String> = Vec::new();
        for term in &group.terms {
            let figure = words::drawing(&engine, group.code, term.code);
            let figure = figure.unwrap_or_else(|| panic!("{} {}", group.code, term.code));
            let all: String = figure.parts.iter().map(|p| p.d.as_str()).collect();
            let all = all + &figure.ground;
            assert!(!seen.contains(&all), "{} {}", group.code, term.code);
            seen.push(all);
        }
    }
}
