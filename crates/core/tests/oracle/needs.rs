//! Each need as the question "is this head enough?", and its end by halving.

use std::f64::consts::PI;

use toml::Value;

use crate::book::{between, num, num_or, number};
use crate::question::{Asked, Hook, Now};
use crate::water::{Body, Drawn, cylinder, fresh, root};

/// Lightest and heaviest head looked at, g.
const LEAST: f64 = 0.02;
pub const MOST: f64 = 120.0;

/// One rig in one water.
pub struct Weighed<'a> {
    asked: &'a Asked<'a>,
    now: Now,
    school: &'a str,
    hook_kg: f64,
    shapes: Vec<&'a str>,
}

/// A window: lower and upper end in g, each with the code of its need, and the
/// mass that falls near enough the wanted speed.
pub struct Window {
    pub lower: Vec<(f64, &'static str)>,
    pub upper: Vec<(f64, &'static str)>,
    pub near_target: f64,
}

impl<'a> Weighed<'a> {
    /// The same with the hook that goes with a head.
    pub fn behind(self, hook_kg: f64) -> Self {
        Self { hook_kg, ..self }
    }

    pub fn new(asked: &'a Asked<'a>, hook: &Hook<'_>, now: Now) -> Self {
        let school = asked.school(&now);
        Self {
            asked,
            now,
            school,
            hook_kg: asked.window_hook_kg(hook),
            shapes: asked.shapes(&now),
        }
    }

    pub fn body(&self, shape: &str, g: f64) -> Body {
        let (q, book) = (self.asked.q, self.asked.book);
        let (form, shape) = (book.form(q.bait.form.code()), book.shape(shape));
        let (length, depth) = (
            q.bait.length_mm / 1000.0,
            self.asked.bait_depth_mm() / 1000.0,
        );
        Body {
            head_kg: g / 1000.0,
            metal: book.material(q.tackle.material.map_or("lead", |m| m.code())),
            cd: shape["drag"].as_float(),
            frontal: num(shape, "frontal"),
            hook_kg: self.hook_kg,
            bait_m3: q.bait.mass_g.map_or(
                num(form, "volume") * PI * (depth / 2.0).powi(2) * length,
                |g| g / 1000.0 / num(book.plastic(q.bait.plastic.code()), "density"),
            ),
            plastic: num(book.plastic(q.bait.plastic.code()), "density"),
            side: num(form, "drag") * length * depth,
            line_m: self.asked.line().0,
            water: fresh(self.now.temp),
        }
    }

    /// The head that is tied on.
    pub fn tied(&self, g: f64) -> Body {
        self.body(self.shapes[0], g)
    }

    /// The posture in which it falls to its wanted speed.
    pub fn posture(&self) -> f64 {
        self.asked
            .book
            .posture(self.asked.rig["posture"].as_str().unwrap())
    }

    /// The posture in which it is let down to the bottom.
    fn let_down(&self) -> f64 {
        self.most(|school| self.let_down_by(school))
    }

    fn let_down_by(&self, school: &str) -> f64 {
        let slack = self.asked.book.condition("school", school)["falls_slack"]
            .as_bool()
            .unwrap();
        let own = self
            .asked
            .rig
            .get("way_down")
            .map_or("tight_line", |w| w.as_str().unwrap());
        if self.asked.rig["posture"].as_str() == Some("glide") {
            return self.posture();
        }
        self.asked
            .book
            .posture(if slack { "slack_line" } else { own })
    }

    /// Depth at which it is fished.
    pub fn reach(&self) -> f64 {
        self.asked.reach(&self.now, self.school)
    }

    /// What the schools say together, each by its share, in a drift.
    fn said(&self, now: &Now, of: impl Fn(&str) -> f64) -> f64 {
        let shares = self.asked.shares(now);
        shares
            .iter()
            .map(|(school, share)| share * of(school))
            .sum()
    }

    /// The more of what they say in the drift and without it.
    fn most(&self, of: impl Fn(&str) -> f64) -> f64 {
        self.said(&self.now, &of)
            .max(self.said(&self.at_rest(), &of))
    }

    /// The conditions without the drift; of a boat that slips as they are.
    fn at_rest(&self) -> Now {
        let drift = if self.asked.q.water.slips {
            self.now.drift
        } else {
            0.0
        };
        Now { drift, ..self.now }
    }

    fn of_school(&self, now: &Now, key: &str) -> f64 {
        self.said(now, |school| {
            num(self.asked.book.condition("school", school), key)
        })
    }

    pub fn target(&self) -> f64 {
        let fall = self.asked.book.conditions("fall");
        let falls = |now: &Now| {
            let deeper = between(&fall["depth"], self.reach()) - 1.0;
            self.said(now, |school| num(self.asked.of_rig("fall"), school))
                * (1.0 + self.of_school(now, "deepens") * deeper)
        };
        falls(&self.now).max(falls(&self.at_rest()))
            * between(&fall["temperature"], self.now.temp)
            * num(fall, self.asked.q.mood.code())
            * num_or(self.fish(), "falls", 1.0)
    }

    fn fish(&self) -> &Value {
        self.asked
            .book
            .condition("species", self.asked.q.species.code())
    }

    fn wait(&self) -> f64 {
        let patience = &self.asked.book.conditions("fall")["patience"];
        let waits = |now: &Now| self.of_school(now, "wait_s");
        waits(&self.now).min(waits(&self.at_rest())) * between(patience, self.now.depth)
    }

    fn speed(&self, body: &Body) -> f64 {
        self.reach() / body.seconds(self.reach(), self.posture())
    }

    /// How far a throw as hard would carry in a calm, m.
    fn thrown_m(&self) -> f64 {
        let wind = self.asked.book.conditions("wind");
        let against = match self.asked.q.water.wind_side.map(|s| s.code()) {
            Some("behind") => 0.0,
            Some("ahead") => 1.0,
            _ => num(wind, "against_across"),
        };
        self.asked.q.cast_m * (1.0 + num(wind, "takes") * against * self.now.wind)
    }

    /// Pull of gusts, N, on half of a cast of a length, m.
    fn blown_n(&self, cast_m: f64) -> f64 {
        let (line, _) = self.asked.line();
        let blown = self.asked.stand().1 * 1.38 * self.now.wind * self.asked.wind_share();
        0.94 * 0.5
            * 1.225
            * cylinder(blown * line / 1.461e-5)
            * line
            * (cast_m / 2.0)
            * blown
            * blown
    }

    /// N to be felt over.
    fn felt(&self) -> f64 {
        let (line, _) = self.asked.line();
        let rho = fresh(self.now.temp).0;
        let wind = 1.15 * self.blown_n(self.asked.q.cast_m);
        // The current over the depth, slice by slice.
        let (passing, ..) = self.asked.passing(&self.now);
        let slices = 400;
        let pressed: f64 = (0..slices)
            .map(|i| {
                let up: f64 = (f64::from(i) + 0.5) / f64::from(slices);
                let u = passing * up.powf(1.0 / 6.0);
                cylinder(u * line / 1.2e-6) * u * u / f64::from(slices)
            })
            .sum();
        let current = 1.1 * 0.69 * 0.5 * rho * pressed * line * self.now.depth;
        let hand = self.most(|school| num(self.asked.book.condition("school", school), "hand_n"));
        (wind * wind + current * current + hand * hand).sqrt()
    }

    /// Weight in N that holds it on the bottom.
    fn held(&self, body: &Body) -> f64 {
        let now = &self.now;
        let cast = self.asked.q.cast_m;
        let (_, at_head, drift) = self.asked.passing(now);
        let (stand, _) = self.asked.stand();
        let near = (cast / 4.0).max(now.depth + stand);
        let reel = if self.asked.lies(self.school) {
            0.0
        } else {
            self.asked.wound(now)
        };
        let drawn = |away: f64, drift: f64| {
            let past = (reel * away.hypot(now.depth + stand) / away).hypot(drift + at_head);
            self.drawn(body, (now.depth, away), (past, drift), 1.1)
        };
        let still = drawn(near, 0.0);
        if drift <= 0.0 {
            return still;
        }
        let trail = self.asked.q.trail_m.unwrap_or(cast);
        still.max(drawn(trail.max(near), drift))
    }

    /// Weight in N at a depth and so far off the rod, in water that runs past at a speed.
    fn drawn(
        &self,
        body: &Body,
        (depth, away): (f64, f64),
        (past, drift): (f64, f64),
        margin: f64,
    ) -> f64 {
        let trailing = self.asked.book.posture("trailing");
        let line = Drawn {
            depth,
            away,
            stand: self.asked.stand().0,
            margin,
            current: self.asked.passing(&self.now).0,
            drift,
            line_density: self.asked.line().1,
        };
        body.hold_n(past, trailing, &line)
    }

    /// Weight in N that neither rises nor sinks with a share of the cast out.
    fn afloat(&self, body: &Body, share: f64, times: f64) -> f64 {
        let (now, reach) = (&self.now, self.reach());
        let down = reach + self.asked.stand().0;
        let away = (share * self.asked.q.cast_m).max(down);
        let (_, at_head, _) = self.asked.passing(now);
        let level = times * self.asked.wound(now) * away.hypot(down) / away;
        self.drawn(body, (reach, away), (level.hypot(at_head), 0.0), 1.0)
    }

    /// The heaviest head that the rod is loaded with: a third over its rating, g.
    pub fn lobbed(&self) -> f64 {
        let most = self.asked.q.tackle.rod_max_g;
        most.map_or(f64::INFINITY, |most| {
            1.333 * most - self.other_g(&self.tied(1.0))
        })
    }

    fn outline(&self) -> f64 {
        self.asked.q.bait.length_mm * self.asked.bait_depth_mm() * 1e-6
    }

    fn other_g(&self, body: &Body) -> f64 {
        1000.0 * (body.hook_kg + body.bait_m3 * body.plastic)
    }

    /// Bait and hook, g.
    pub fn beside(&self) -> f64 {
        self.other_g(&self.tied(1.0))
    }

    fn meets(&self, need: &str, body: &Body) -> bool {
        let (q, book) = (self.asked.q, self.asked.book);
        if need != "near_target" && 1000.0 * body.head_kg < num_or(self.fish(), "least_g", 0.0) {
            return false;
        }
        match need {
            "time_to_bottom" => body.seconds(self.now.depth, self.let_down()) <= self.wait(),
            "contact" => {
                body.weight_n() >= self.held(body)
                    && body.head_n() >= num(book.conditions("nose"), "least_pa") * self.outline()
            }
            "feel" => body.weight_n() >= self.felt(),
            "bow" => body.weight_n() >= 1.15 * self.blown_n(self.asked.q.cast_m / 2.0),
            "castable" => {
                let cast = book.conditions("cast");
                let rod = q.tackle.rod_min_g.unwrap_or(0.0);
                let reel = match q.tackle.reel.map(|r| r.code()) {
                    Some("casting") => num(cast, "casting_g"),
                    _ => 0.0,
                };
                let bends = rod.max(reel) * between(&cast["loads"], q.cast_m);
                let flies = 1000.0 * body.head_kg + self.other_g(body);
                flies >= between(&cast["mass_g"], self.thrown_m()).max(bends)
            }
            "sink_target" => {
                self.speed(body) >= num(book.conditions("fall"), "least") * self.target()
            }
            "snap_free" => {
                let harder = num_or(self.asked.of_rig("limits"), "snap", 1.0);
                body.weight_n()
                    >= harder * num(book.condition("cover", q.water.cover.code()), "free_n")
            }
            "grind" => {
                1000.0 * body.head_kg
                    >= 0.96
                        * num_or(&Value::Table(self.asked.rig.clone()), "grind_oz", 0.0)
                        * 28.349_523_125
            }
            "holds_depth" => {
                let swim = book.courses("swim");
                body.weight_n() >= self.afloat(body, num(swim, "near"), num(swim, "slowest"))
            }
            "near_target" if self.lower_needs().contains(&"holds_depth") => {
                body.weight_n() >= self.afloat(body, 0.5, 1.0)
            }
            "near_target" if !self.lower_needs().contains(&"sink_target") => true,
            "near_target" => {
                self.speed(body) >= num(book.conditions("fall"), "enough") * self.target()
            }
            other => panic!("a need that the oracle does not know: {other}"),
        }
    }

    fn allows(&self, need: &str, shape: &str, g: f64) -> bool {
        let (q, book) = (self.asked.q, self.asked.book);
        let body = self.body(shape, g);
        let limits = self.asked.of_rig("limits");
        match need {
            "sink_ceiling" if !self.lower_needs().contains(&"sink_target") => true,
            "sink_ceiling" => {
                let waits = self.lower_needs().contains(&"time_to_bottom");
                let patient = if waits {
                    self.now.depth / self.wait()
                } else {
                    0.0
                };
                self.speed(&body)
                    <= num(book.conditions("fall"), "most") * self.target().max(patient)
            }
            "kept_up" if !self.lower_needs().contains(&"holds_depth") => true,
            "kept_up" => {
                let swim = book.courses("swim");
                body.weight_n() <= self.afloat(&body, num(swim, "far"), num(swim, "quickest"))
            }
            "overpower" => body.head_n() <= num(limits, "overpower_pa") * self.outline(),
            "hover_level" => limits
                .get("hover_pa")
                .is_none_or(|pa| body.head_n() <= number(pa) * self.outline()),
            "snag" => {
                let wedges = num_or(&book.shape(shape)["traits"], "wedge", 0.0).max(0.05);
                g * wedges * self.asked.snag() <= num(book.conditions("snag"), "most_g")
            }
            "everyday" => g <= 1.04 * number(self.asked.of_rig("everyday_oz")) * 28.349_523_125,
            "rod_max" => q
                .tackle
                .rod_max_g
                .is_none_or(|most| g + self.other_g(&body) <= most),
            other => panic!("a bound that the oracle does not know: {other}"),
        }
    }

    fn lower_needs(&self) -> Vec<&'a str> {
        self.asked.lower_needs(self.school)
    }

    /// The lightest head that meets a need with any shape that counts.
    fn lightest(&self, need: &str) -> f64 {
        root(LEAST, MOST, |g| {
            let met = self
                .shapes
                .iter()
                .all(|s| self.meets(need, &self.body(s, g)));
            if met { -1.0 } else { 1.0 }
        })
    }

    fn heaviest(&self, need: &str) -> f64 {
        // What binds the tied head alone, and what the most lenient shape allows.
        let shapes = if need == "rod_max" {
            &self.shapes[..1]
        } else {
            &self.shapes[..]
        };
        // Of no fall is a head looked at that is lighter than any.
        let least = if ["sink_ceiling", "kept_up"].contains(&need) {
            LEAST
        } else {
            0.0
        };
        root(least, MOST, |g| {
            if shapes.iter().any(|s| self.allows(need, s, g)) {
                1.0
            } else {
                -1.0
            }
        })
    }

    pub fn window(&self) -> Window {
        let asks = self.lower_needs();
        let lower = [
            "time_to_bottom",
            "contact",
            "feel",
            "castable",
            "sink_target",
            "snap_free",
            "grind",
            "holds_depth",
            "bow",
        ];
        let upper = [
            "sink_ceiling",
            "overpower",
            "snag",
            "rod_max",
            "hover_level",
            "everyday",
            "kept_up",
        ];
        Window {
            lower: lower
                .into_iter()
                .filter(|n| asks.contains(n))
                .map(|n| (self.lightest(n), n))
                .collect(),
            upper: upper.into_iter().map(|n| (self.heaviest(n), n)).collect(),
            near_target: self.lightest("near_target"),
        }
    }
}
