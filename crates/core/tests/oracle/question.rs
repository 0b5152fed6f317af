//! What a question means, looked up plainly: school, line, shapes, hook.

use toml::{Table, Value};
use yarrowfen_core::question::PickRequest;

use crate::book::{Book, between, num, num_or, number};

/// The conditions that triggers turn.
#[derive(Clone, Copy)]
pub struct Now {
    pub depth: f64,
    pub wind: f64,
    pub current: f64,
    pub drift: f64,
    pub retrieve: f64,
    pub temp: f64,
}

/// A question with the tables that it is read with.
pub struct Asked<'a> {
    pub book: &'a Book,
    pub q: &'a PickRequest,
    pub rig: &'a Table,
}

/// The hook by its measures, mm.
pub struct Hook<'a> {
    pub size: &'a str,
    pub gap: f64,
    pub length: f64,
}

fn listed(list: &Value, code: &str) -> bool {
    list.as_array()
        .unwrap()
        .iter()
        .any(|v| v.as_str() == Some(code))
}

impl<'a> Asked<'a> {
    pub fn new(book: &'a Book, q: &'a PickRequest) -> Self {
        let rig = book.rig(q.rig.unwrap().code());
        Self { book, q, rig }
    }

    pub fn of_rig(&self, group: &str) -> &'a Value {
        &self.rig[group]
    }

    fn without_course(&self) -> Now {
        let (q, w) = (self.q, &self.q.water);
        let season = self.book.conditions("season_temp_c");
        Now {
            depth: w.depth_m,
            wind: w.wind_mps,
            current: w.current_mps,
            drift: w.drift_mps,
            retrieve: q.retrieve_mps.unwrap_or(0.0),
            temp: w.temp_c.unwrap_or_else(|| num(season, q.season.code())),
        }
    }

    /// The same with the speed of the course that follows from it.
    pub fn now(&self) -> Now {
        let now = self.without_course();
        let usual = || {
            let mps = self.usual_mps(&now, self.school(&now));
            (mps * 1000.0).round() / 1000.0
        };
        Now {
            retrieve: self.q.retrieve_mps.unwrap_or_else(usual),
            ..now
        }
    }

    /// Share of the wind that blows across the line.
    pub fn wind_share(&self) -> f64 {
        let side = self.q.water.wind_side.map_or("usual", |s| s.code());
        num(self.book.conditions("wind"), side)
    }

    /// Speed of the water past the line, that past a head on the bottom, and that at which the boat
    /// draws the head through the water besides.
    pub fn passing(&self, now: &Now) -> (f64, f64, f64) {
        // 5 cm over the bottom, or the whole current where it is shallower.
        let low = now.current * (0.05 / now.depth).min(1.0).powf(1.0 / 6.0);
        if self.q.water.slips {
            let apart = |flow: f64| (flow - now.drift).abs();
            (apart(now.current), apart(low), 0.0)
        } else {
            (now.current, low, now.drift)
        }
    }

    /// What each school says, by its share; the one that stands alone where the
    /// water has no word.
    pub fn shares(&self, now: &Now) -> Vec<(&'a str, f64)> {
        let by = self.book.conditions("school_default");
        let fish = self.q.species.code();
        let own = self.rig["default_school"].as_str().unwrap();
        if let Some(asked) = self.q.school {
            return vec![(asked.code(), 1.0)];
        }
        if !self.rig["school_follows_water"].as_bool().unwrap() {
            return vec![(own, 1.0)];
        }
        if self.rig.contains_key("leaves_bottom") && self.q.fish_at.code() == "suspended" {
            return vec![("hang_time", 1.0)];
        }
        if listed(&by["contact_species"], fish) {
            return vec![("bottom_contact", 1.0)];
        }
        let blend = num(by, "blend");
        let voice = |value: f64, edge: f64| {
            let (from, to) = (edge - blend * edge, edge + blend * edge);
            ((value - from) / (to - from)).clamp(0.0, 1.0)
        };
        let usual = num(self.book.conditions("wind"), "usual");
        let felt_wind = now.wind * (self.wind_share() / usual).min(1.0);
        let mut contact = voice(felt_wind, num(by, "strong_wind_mps"))
            .max(voice(self.passing(now).0, num(by, "strong_current_mps")));
        if let Some(edge) = self.rig.get("contact_below_m").map(number)
            && listed(&by["deep_contact_species"], fish)
        {
            contact = contact.max(voice(now.depth, edge));
        }
        let mut reaction = 0.0;
        if listed(&by["reaction_species"], fish) {
            reaction = voice(now.depth, num(by, "reaction_depth_m"))
                .min(voice(now.drift, num(by, "reaction_drift_mps")));
        }
        let rest = 1.0 - reaction;
        vec![
            (own, rest * (1.0 - contact)),
            ("bottom_contact", rest * contact),
            ("reaction", reaction),
        ]
    }

    /// The school that the answer follows: reaction, then contact, where it has half the say.
    pub fn school(&self, now: &Now) -> &'a str {
        let shares = self.shares(now);
        if shares.len() == 1 {
            return shares[0].0;
        }
        let (contact, reaction) = (shares[1].1, shares[2].1);
        if reaction >= 0.5 {
            "reaction"
        } else if contact >= 0.5 * (1.0 - reaction) {
            "bottom_contact"
        } else {
            shares[0].0
        }
    }

    /// Kind of the line, its diameter in m and its density.
    pub fn line(&self) -> (f64, f64) {
        let t = &self.q.tackle;
        let under_docks = self.rig.get("skips").is_some_and(|s| s.as_bool().unwrap())
            && self.q.water.cover.code() == "docks";
        let usual = self
            .rig
            .get("line_kind")
            .map_or("braid", |k| k.as_str().unwrap());
        let kind = match (t.line_kind, self.q.views.main_line.map(|v| v.code())) {
            (Some(kind), _) => kind.code(),
            (None, Some("straight")) => "fluorocarbon",
            (None, Some(_)) => "braid",
            (None, None) if under_docks => "fluorocarbon",
            (None, None) => usual,
        };
        let row = self.book.line(kind);
        let usual = if kind == "braid" {
            "usual_braid_lb"
        } else {
            "usual_straight_lb"
        };
        let lb = t.line_lb.unwrap_or_else(|| number(&self.rig[usual]));
        let mm = t.line_mm.unwrap_or_else(|| between(&row["test"], lb));
        (mm / 1000.0, num(row, "density"))
    }

    /// How readily the place takes tackle.
    pub fn snag(&self) -> f64 {
        let w = &self.q.water;
        let row = |list, code| num(self.book.condition(list, code), "snag");
        row("bottom", w.bottom.code()).max(row("cover", w.cover.code()))
    }

    /// Score of a shape at a current and a retrieve.
    fn score(&self, code: &str, current: f64, retrieve: f64) -> f64 {
        let (w, v) = (&self.q.water, self.book.conditions("shape"));
        let flat = ["stand_up", "mushroom"].contains(&code);
        let topples = flat && self.q.views.stand_up.is_some_and(|s| s.code() == "topples");
        let has = |name: &str| {
            let it = num_or(&self.book.shape(code)["traits"], name, 0.0);
            if name == "upright" && topples {
                it * num(v, "topples")
            } else {
                it
            }
        };
        let sum = |asks: &Value| {
            asks.as_table()
                .unwrap()
                .iter()
                .map(|(k, x)| number(x) * has(k))
                .sum::<f64>()
        };
        let band = |name: &str, x: f64| {
            let all = v[name].as_array().unwrap().iter().rev();
            all.clone()
                .find(|b| x >= number(&b[0]))
                .map_or(0.0, |b| number(&b[1]))
        };
        let floats = self.q.bait.plastic.code() == "floating";
        let stands = if floats {
            num(v, "floating_upright") * has("upright")
        } else {
            0.0
        };
        let spoken = self.book.shape_rules().iter().filter(|rule| {
            let holds = |w: &Value| self.holds(w.as_table().unwrap(), "");
            rule["shape"].as_str() == Some(code) && rule.get("if").is_none_or(holds)
        });
        let spoken: f64 = spoken.map(|rule| number(&rule["adds"])).sum();
        number(&self.rig["shapes"][code])
            + spoken
            + ["bottom", "cover", "clarity", "species"]
                .iter()
                .zip([
                    w.bottom.code(),
                    w.cover.code(),
                    w.clarity.code(),
                    self.q.species.code(),
                ])
                .map(|(list, code)| sum(&self.book.condition(list, code)["asks"]))
                .sum::<f64>()
            + self.rig.get("asks").map_or(0.0, sum)
            + stands
            + band("current_bands", current) * has("current")
            + band("retrieve_bands", retrieve) * has("track")
    }

    fn best_shape(&self, current: f64, retrieve: f64) -> &'a str {
        let own = self.rig["shapes"].as_table().unwrap();
        let asked = self.q.shape.map(|s| s.code());
        if let Some(asked) = asked.filter(|s| own.contains_key(*s)) {
            return asked;
        }
        let all_shut = own.keys().all(|code| self.shut_out(code));
        let mut found = ("", f64::NEG_INFINITY);
        for code in self.book.shape_codes() {
            if own.contains_key(code)
                && (all_shut || !self.shut_out(code))
                && self.score(code, current, retrieve) > found.1 + 1e-9
            {
                found = (code, self.score(code, current, retrieve));
            }
        }
        found.0
    }

    /// The shape tied on, then those that slower water would have asked for.
    pub fn shapes(&self, now: &Now) -> Vec<&'a str> {
        let v = self.book.conditions("shape");
        let speeds = |name: &str, most: f64| -> Vec<f64> {
            let bands = v[name].as_array().unwrap().iter().map(|b| number(&b[0]));
            std::iter::once(0.0)
                .chain(bands)
                .filter(|s| *s <= most)
                .collect()
        };
        let wound = self.wound(now);
        let (passing, ..) = self.passing(now);
        let mut all = vec![self.best_shape(passing, wound)];
        for current in speeds("current_bands", passing) {
            for retrieve in speeds("retrieve_bands", wound) {
                all.push(self.best_shape(current, retrieve));
            }
        }
        all
    }

    pub fn bait_depth_mm(&self) -> f64 {
        let b = &self.q.bait;
        b.body_mm.unwrap_or_else(|| {
            let (form, build) = (self.book.form(b.form.code()), self.book.build());
            let line = &form["depth_mm"];
            let usual = number(&line[0]) + number(&line[1]) * b.length_mm;
            let most = num(build, "thickest") * b.length_mm;
            usual.min(most) * b.build.map_or(1.0, |k| num_or(build, k.code(), 1.0))
        })
    }

    /// How the point stands: `exposed`, `skin_hooked` or `weedless`.
    pub fn point(&self) -> &'a str {
        let cover = self.book.condition("cover", self.q.water.cover.code())["point"]
            .as_str()
            .unwrap();
        let covered = if cover == "exposed" {
            "skin_hooked"
        } else {
            cover
        };
        match (
            self.q.views.point.map(|p| p.code()),
            self.of_rig("hook")["hide"].as_str().unwrap(),
        ) {
            (Some("free"), _) => "exposed",
            (Some("hide"), _) | (_, "always") => covered,
            (_, "never") => "exposed",
            _ => cover,
        }
    }

    fn style(&self, depth_mm: f64) -> &'a str {
        let (rule, length) = (self.of_rig("hook"), self.q.bait.length_mm);
        let fat = num(self.book.form(self.q.bait.form.code()), "fat_mm");
        if self.open() {
            let mut by_length = rule["shank"].as_array().unwrap().iter();
            return by_length.find(|s| length <= num(s, "to_mm")).unwrap()["style"]
                .as_str()
                .unwrap();
        }
        let how = if depth_mm >= fat {
            "hidden_fat"
        } else {
            "hidden_slim"
        };
        rule[how].as_str().unwrap()
    }

    fn open(&self) -> bool {
        let always = self.of_rig("hook")["hide"].as_str() == Some("always");
        self.point() == "exposed" || (self.point() == "skin_hooked" && !always)
    }

    /// The hook with the least against it, of all sizes.
    fn best_hook(&self, depth_mm: f64, least_gap: f64) -> Hook<'a> {
        let (rule, length) = (self.of_rig("hook"), self.q.bait.length_mm);
        let style = self.book.style(self.style(depth_mm));
        let mouth = rule
            .get("gap_by_species")
            .map_or(1.0, |m| num_or(m, self.q.species.code(), 1.0));
        let mut wanted = num(rule, "gap_over_depth") * mouth * depth_mm;
        let always = rule["hide"].as_str() == Some("always");
        if self.point() == "weedless" || (self.point() == "skin_hooked" && always) {
            wanted = wanted.max(depth_mm + num(rule, "hidden_free_mm"));
        }
        let usual = num(rule, "length_target");
        let target = rule
            .get("length_by_form")
            .map_or(usual, |f| num_or(f, self.q.bait.form.code(), usual));
        let most = num(rule, "length_most") * target / usual;
        let least_gap = least_gap.max(mouth * num_or(rule, "least_gap_mm", 0.0));
        let tail = num(self.book.form(self.q.bait.form.code()), "tail_root") * length;
        let shortest = num_or(rule, "length_least", 0.0);
        let all: Vec<Hook<'_>> = self
            .book
            .sizes()
            .iter()
            .map(|s| Hook {
                size: s["label"].as_str().unwrap(),
                gap: num(s, "gap_mm") * num(style, "gap"),
                length: num(s, "length_mm") * num(style, "length"),
            })
            .collect();
        let against = |h: &Hook<'_>| {
            let (gap, share) = (h.gap / wanted, h.length / length);
            let filled = if gap < 0.94 {
                10.0 + 10.0 * (0.94 / gap).ln()
            } else {
                0.0
            };
            filled
                + gap.ln().abs()
                + 3.0 * (share / most).ln().max(0.0)
                + num(rule, "length_weight") * (share / target).ln().abs()
        };
        let wide = |h: &Hook<'_>| h.gap >= least_gap;
        let within = |h: &Hook<'_>| {
            let share = h.length / length;
            share <= most && share >= shortest && h.length <= tail
        };
        let free = |h: &Hook<'_>| h.gap >= 0.94 * wanted;
        // Where none lies well, the next best; of equals the larger; where none
        // is wide enough, the largest there is.
        let group = |ok: &dyn Fn(&Hook<'_>) -> bool| {
            let some: Vec<usize> = (0..all.len())
                .filter(|i| wide(&all[*i]) && ok(&all[*i]))
                .collect();
            let least = some
                .iter()
                .map(|i| against(&all[*i]))
                .fold(f64::INFINITY, f64::min);
            some.into_iter()
                .rfind(|i| against(&all[*i]) <= least + 1e-9)
        };
        let found = group(&|h| within(h) && free(h))
            .or_else(|| group(&within))
            .or_else(|| group(&|_| true))
            .unwrap_or(all.len() - 1);
        all.into_iter().nth(found).unwrap()
    }

    /// The hook tied on: a fat bait gets no smaller gap than a slimmer one.
    pub fn hook(&self) -> Hook<'a> {
        let fat = num(self.book.form(self.q.bait.form.code()), "fat_mm");
        let (depth, slim) = (self.bait_depth_mm(), 0.999 * fat);
        let least = if depth < fat || self.style(depth) == self.style(slim) {
            0.0
        } else {
            self.best_hook(slim, 0.0).gap
        };
        self.best_hook(depth, least)
    }

    /// Mass in kg of the hook behind a head of so many g: wire as strong as
    /// what is tied to it.
    pub fn hook_kg(&self, hook: &Hook<'_>, head_g: f64) -> f64 {
        let stout = self.q.tackle.rod_max_g.is_some_and(|most| most >= 28.0);
        self.hook_kg_on(hook, head_g, stout)
    }

    fn hook_kg_on(&self, hook: &Hook<'_>, head_g: f64, stout: bool) -> f64 {
        let wires = self.book.wires();
        let place = |code: &str| {
            wires
                .iter()
                .position(|w| w["code"].as_str() == Some(code))
                .unwrap()
        };
        let mut wire = wires
            .iter()
            .position(|w| self.leader_lb(head_g) <= num(w, "most_leader_lb"))
            .unwrap();
        if stout && wire > place("light") {
            wire = wires.len() - 1;
        }
        if let Some(least) = self.of_rig("hook").get("least_wire") {
            wire = wire.max(place(least.as_str().unwrap()));
        }
        match self.q.views.hook_temper.map(|t| t.code()) {
            Some("flexible") => wire = wire.saturating_sub(1),
            Some("stiff") => wire = (wire + 1).min(wires.len() - 1),
            _ => {}
        }
        if self.q.views.hook_set.is_some_and(|s| s.code() == "crack") {
            wire = wire.max(place("medium"));
        }
        let thick = num(&wires[wire], "factor") * hook.gap.sqrt();
        let long = 1.5 * hook.length + std::f64::consts::PI * hook.gap / 2.0;
        std::f64::consts::PI * (thick / 2.0).powi(2) * long * 7850e-9
    }

    /// Strongest leader that is said where no fish have teeth, lb: those ask for no
    /// stouter hook.
    fn leader_lb(&self, head_g: f64) -> f64 {
        if let Some(own) = self.q.tackle.leader_lb {
            return own;
        }
        let t = &self.q.tackle;
        if let (Some("fluorocarbon" | "mono"), Some(own)) =
            (t.line_kind.map(|k| k.code()), t.line_lb)
        {
            return own;
        }
        let rows = self.rig["tackle"].as_array().unwrap();
        let row = rows.iter().find(|r| head_g <= num(r, "to_g")).unwrap();
        let (least, most) = (number(&row["leader_lb"][0]), number(&row["leader_lb"][1]));
        if ["wood", "brush", "docks"].contains(&self.q.water.cover.code()) {
            most + 4.0
        } else if self.q.water.clarity.code() == "clear" {
            f64::midpoint(least, most)
        } else {
            most
        }
    }

    /// The hook that the window is computed with: behind the rig's usual head.
    pub fn window_hook_kg(&self, hook: &Hook<'_>) -> f64 {
        let oz = &self.rig["usual_oz"];
        let usual_g = 28.349_523_125 * f64::midpoint(number(&oz[0]), number(&oz[1]));
        self.hook_kg_on(hook, usual_g, false)
    }
}
