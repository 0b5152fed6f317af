//! The drawings of tackle: what is said is what is drawn, and no two shapes are alike.
#![allow(
    clippy::unwrap_used,
    clippy::indexing_slicing,
    reason = "a test may fail loudly"
)]

use yarrowfen_core::base::codes::{BaitForm, Point, Rig, Shape, Tie};
use yarrowfen_core::{Engine, Options, PickRequest};
use yarrowfen_pages::draw::tackle::rigged::{Look, rigged};
use yarrowfen_pages::draw::tackle::{baits, heads};

type Pt = (f64, f64);

/// Points along each closed run of a path of `M`, `L`, `Q`, `C`, `A` and `Z`.
fn flat(path: &str) -> Vec<Vec<Pt>> {
    let mut spaced = String::new();
    for c in path.chars() {
        if c.is_ascii_alphabetic() {
            spaced.extend([' ', c, ' ']);
        } else {
            spaced.push(c);
        }
    }
    let tokens: Vec<&str> = spaced.split_whitespace().collect();
    let (mut runs, mut i) = (Vec::<Vec<Pt>>::new(), 0);
    while i < tokens.len() {
        let command = tokens[i];
        i += 1;
        let mut numbers = Vec::new();
        while i < tokens.len() && tokens[i].parse::<f64>().is_ok() {
            numbers.push(tokens[i].parse::<f64>().unwrap());
            i += 1;
        }
        let p = |k: usize| (numbers[k], numbers[k + 1]);
        match command {
            "M" => runs.push(vec![p(0)]),
            "L" => runs.last_mut().unwrap().push(p(0)),
            "Q" | "C" => {
                let run = runs.last_mut().unwrap();
                let from = *run.last().unwrap();
                let (a, b, to) = if command == "Q" {
                    (p(0), p(0), p(2))
                } else {
                    (p(0), p(2), p(4))
                };
                for step in 1..=12 {
                    let t = f64::from(step) / 12.0;
                    let u = 1.0 - t;
                    let on = |f: f64, a: f64, b: f64, to: f64| {
                        if command == "Q" {
                            u * u * f + 2.0 * u * t * a + t * t * to
                        } else {
                            u * u * u * f
                                + 3.0 * u * u * t * a
                                + 3.0 * u * t * t * b
                                + t * t * t * to
                        }
                    };
                    run.push((on(from.0, a.0, b.0, to.0), on(from.1, a.1, b.1, to.1)));
                }
            }
            "A" => runs.last_mut().unwrap().push(p(5)),
            _ => {}
        }
    }
    runs
}

fn bounds(path: &str) -> (Pt, Pt) {
    let all: Vec<Pt> = flat(path).concat();
    let fold =
        |f: fn(f64, f64) -> f64, start: f64, of: fn(&Pt) -> f64| all.iter().map(of).fold(start, f);
    (
        (
            fold(f64::min, f64::MAX, |p| p.0),
            fold(f64::max, f64::MIN, |p| p.0),
        ),
        (
            fold(f64::min, f64::MAX, |p| p.1),
            fold(f64::max, f64::MIN, |p| p.1),
        ),
    )
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
        flat(path)[0].iter().map(|p| (p.0 - x, p.1 - y)).collect()
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
        let all = [bait.body.clone()]
            .into_iter()
            .chain(bait.parts)
            .chain(bait.far);
        let ((x0, x1), _) = bounds(&all.collect::<String>());
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

/// Each rig in its own bait, over covers that ask for each kind of point.
#[test]
fn each_rig_is_drawn_with_its_hook_where_the_plastic_hides_it() {
    let engine = Engine::new().unwrap();
    for rig in Rig::ALL {
        for cover in ["none", "sparse_grass", "wood"] {
            let json = format!(
                r#"{{"rig":"{}","water":{{"cover":"{cover}"}}}}"#,
                rig.code()
            );
            let asked = PickRequest::from_json(json.as_bytes()).unwrap();
            let asked = engine.settled(&asked).into_owned();
            let a = engine.pick(&asked, Options::default());
            let drawn = rigged(&a, asked.bait.form);
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
            assert!((drawn.end - drawn.nose - a.bait.length_mm).abs() < 1e-9);
            for part in &drawn.parts {
                assert!(
                    !part.d.contains("NaN") && !part.d.contains("inf"),
                    "{rig} {:?}",
                    part.look
                );
            }
        }
    }
}
