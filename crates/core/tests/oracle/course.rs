//! How the bait goes through the water, read off the rig's list of rules by an
//! evaluator of its own.

use toml::{Table, Value};

use crate::book::{between, num, num_or};
use crate::question::{Asked, Now};

fn listed(list: &Value, code: Option<&str>) -> bool {
    let all = list.as_array().unwrap();
    code.is_some_and(|code| all.iter().any(|v| v.as_str() == Some(code)))
}

impl<'a> Asked<'a> {
    pub fn holds(&self, when: &Table, school: &str) -> bool {
        let q = self.q;
        when.iter().all(|(fact, wanted)| match fact.as_str() {
            "any" => {
                let mut all = wanted.as_array().unwrap().iter();
                all.any(|one| self.holds(one.as_table().unwrap(), school))
            }
            "school" => listed(wanted, Some(school)),
            "fish_at" => listed(wanted, Some(q.fish_at.code())),
            "mood" => listed(wanted, Some(q.mood.code())),
            "species" => listed(wanted, Some(q.species.code())),
            "pressure" => listed(wanted, Some(q.pressure.code())),
            "cover" => listed(wanted, Some(q.water.cover.code())),
            "bottom" => listed(wanted, Some(q.water.bottom.code())),
            "forage" => listed(wanted, q.forage.map(|f| f.code())),
            "stones" => {
                let row = self.book.condition("bottom", q.water.bottom.code());
                wanted.as_bool() == Some(row.get("stones").is_some())
            }
            "fish_at_given" => !q.assumed.iter().any(|a| a == "fish_at"),
            "cast_m" => q.cast_m <= self.book.named(&wanted["to"]),
            other => panic!("a fact that the oracle does not know: {other}"),
        })
    }

    /// The course by a school.
    pub fn course(&self, school: &str) -> &'a str {
        if let Some(asked) = self.q.course {
            return asked.code();
        }
        let mut rules = self.of_rig("retrieve")["course"].as_array().unwrap().iter();
        let holds = |rule: &&Value| {
            let when = rule.get("if").and_then(Value::as_table);
            when.is_none_or(|w| self.holds(w, school))
        };
        rules.find(holds).unwrap()["gives"].as_str().unwrap()
    }

    /// What a table of what hands do makes of a speed.
    fn speed(&self, temp: f64) -> f64 {
        between(&self.book.courses("hands")["speed"], temp)
    }

    /// How much slower line comes in than a swum bait goes level, at half the cast.
    fn slope(&self, now: &Now) -> f64 {
        let school = self.school(now);
        if self.course(school) != "swum" {
            return 1.0;
        }
        let down = self.reach(now, school) + self.stand().0;
        let away = (self.q.cast_m / 2.0).max(down);
        away / away.hypot(down)
    }

    /// Depth at which it is fished: the bottom, or where the fish are.
    pub fn reach(&self, now: &Now, school: &str) -> f64 {
        let (q, row) = (self.q, self.book.conditions("fish"));
        let (depth, said) = (now.depth, q.water.fish_depth_m);
        let over = |m: f64| depth - m.min(num(row, "above_share") * depth);
        if !self.off_bottom(school) {
            let bottom = self.book.condition("bottom", q.water.bottom.code());
            return over(num_or(bottom, "above_m", 0.0));
        }
        match (q.fish_at.code(), said) {
            ("bottom", _) | ("just_above", None) => over(num(row, "above_m")),
            (_, Some(said)) => said.min(depth),
            _ => num(row, "middle") * depth,
        }
    }

    /// Speed of what is drawn or wound, m/s, where nobody asks for one.
    pub fn usual_mps(&self, now: &Now, school: &str) -> f64 {
        let temp = now.temp;
        let code = self.course(school);
        let course = num(self.book.course(code), "speed_mps");
        let own = num_or(&self.of_rig("retrieve")["speed_mps"], code, course);
        let mood = &self.book.courses("hands")[self.q.mood.code()];
        let level = own * num(mood, "speed") * self.speed(temp);
        level * self.slope(now)
    }

    /// Speed under given conditions: as asked, else as hands have it in their cold.
    pub fn wound(&self, now: &Now) -> f64 {
        if self.q.retrieve_mps.is_some() {
            return now.retrieve;
        }
        let then = self.now();
        let colder = self.speed(now.temp) / self.speed(then.temp);
        now.retrieve * colder * self.slope(now) / self.slope(&then)
    }

    pub fn off_bottom(&self, school: &str) -> bool {
        let row = self.book.course(self.course(school));
        row.get("off_bottom").is_some_and(|v| v.as_bool().unwrap())
    }

    /// Whether it must stay on the bottom only while nothing is done.
    pub fn lies(&self, school: &str) -> bool {
        let row = self.book.course(self.course(school));
        row.get("lies").is_some_and(|v| v.as_bool().unwrap())
    }

    /// What bounds a weight from below.
    pub fn lower_needs(&self, school: &str) -> Vec<&'a str> {
        let named = |key: &str| -> Vec<&'a str> {
            let list = self.rig.get(key).map(|l| l.as_array().unwrap());
            list.into_iter()
                .flatten()
                .map(|n| n.as_str().unwrap())
                .collect()
        };
        let course = self.book.course(self.course(school));
        let not = named("needs_not");
        let all = course["needs"].as_array().unwrap().iter();
        let mut needs: Vec<&str> = all.map(|n| n.as_str().unwrap()).collect();
        needs.retain(|n| !not.contains(n));
        if !self.off_bottom(school) {
            needs.extend(named("needs_also"));
        }
        needs
    }

    /// Height of the rod over the water, m, and the share of a forecast's wind that
    /// blows at the middle of the line.
    pub fn stand(&self) -> (f64, f64) {
        let stand = self.q.stand_m.unwrap_or(1.5);
        let log = |m: f64| (m / 2e-4).ln();
        (stand, log((stand / 2.0).max(0.1)) / log(10.0))
    }

    /// Whether a shape cannot be fished there.
    pub fn shut_out(&self, code: &str) -> bool {
        let Some(shut) = self.book.shape(code).get("shut") else {
            return false;
        };
        let w = &self.q.water;
        let by = |key: &str, code: &str| shut.get(key).is_some_and(|l| listed(l, Some(code)));
        by("cover", w.cover.code())
            || by("bottom", w.bottom.code())
            || by("fish_at", self.q.fish_at.code())
    }
}
