//! The question, resolved: everything that the weight window computes with.

use crate::base::codes::{
    Course, Cover, FishAt, LineKind, LineView, LowerBound, Material, Reel, School, WindSide,
};
use crate::base::{Force, Length, Mass, MassDensity, ThermodynamicTemperature, Time, Velocity};
use crate::choose::course::Worked;
use crate::choose::rod::rod_most_g;
use crate::gear::bait::MeasuredBait;
use crate::physics::hold::current_at_head;
use crate::physics::water::Water;
use crate::question::PickRequest;
use crate::tables::{Hang, RigRow, SchoolRow, SwimRow, Tables, WayDown};
use enum_map::EnumMap;
use uom::si::{
    force::newton,
    length::{meter, millimeter},
    mass::gram,
    mass_density::kilogram_per_cubic_meter,
    thermodynamic_temperature::degree_celsius,
    time::second,
    velocity::meter_per_second,
};

/// The conditions that may be turned to see what would change an answer, in
/// the contract's units.
#[derive(Debug, Clone, Copy)]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct Conditions {
    pub depth_m: f64,
    pub wind_mps: f64,
    pub current_mps: f64,
    pub drift_mps: f64,
    pub retrieve_mps: f64,
    pub cast_m: f64,
    pub temp_c: f64,
    pub line_mm: f64,
    pub material: Material,
    /// Share of the wind's speed that blows across the line, 0 to 1.
    pub wind_share: f64,
    /// Share of the wind's speed that a cast flies against, 0 to 1.
    pub wind_against: f64,
    /// Whether the boat drifts the way the current runs.
    pub slips: bool,
    /// Where the fish are, and at what depth if that was said.
    pub fish: (FishAt, Option<f64>),
    /// How far over this bottom one stays without touching it, m.
    pub stays_above_m: f64,
}

impl Conditions {
    /// As asked, with what is usual where nothing is given.
    #[must_use]
    pub fn of(request: &PickRequest, rig: &RigRow, tables: &Tables) -> Self {
        let w = &request.water;
        let seasonal = tables.conditions.season_temp_c[request.season];
        Self {
            // Of a range the middle is computed with; what covers its ends is said apart.
            depth_m: w.middle_depth_m(),
            wind_mps: w.middle_wind_mps(),
            current_mps: w.current_mps,
            drift_mps: w.drift_mps,
            wind_share: tables.conditions.wind.share(w.wind_side),
            wind_against: tables.conditions.wind.against(w.wind_side),
            slips: w.slips,
            // Where nobody asks for one, it is the course's, which is known later.
            retrieve_mps: request.asked_mps().unwrap_or_default(),
            cast_m: request.cast_m,
            temp_c: w.temp_c.unwrap_or(seasonal),
            line_mm: line_in_use(request, rig, tables).1,
            material: request.tackle.material.unwrap_or(Material::Lead),
            fish: (request.fish_at, w.fish_depth_m),
            stays_above_m: tables.bottom(w.bottom).above_m,
        }
    }

    /// Speed of the surface water past the line, m/s: of a boat that drifts with the current the
    /// difference of the two.
    #[must_use]
    pub fn passing_mps(&self) -> f64 {
        if self.slips {
            (self.current_mps - self.drift_mps).abs()
        } else {
            self.current_mps
        }
    }

    /// Speed of the water past a head on the bottom, m/s, and that at which a boat draws the head
    /// through the water besides.
    fn passing_head_mps(&self) -> (f64, f64) {
        let depth = Length::new::<meter>(self.depth_m);
        let current = Velocity::new::<meter_per_second>(self.current_mps);
        let flow = current_at_head(current, depth).value;
        if self.slips {
            ((flow - self.drift_mps).abs(), 0.0)
        } else {
            (flow, self.drift_mps)
        }
    }

    /// The same with the wind from another side of the cast.
    #[must_use]
    pub fn with_wind_from(self, side: Option<WindSide>, tables: &Tables) -> Self {
        let wind = &tables.conditions.wind;
        Self {
            wind_share: wind.share(side),
            wind_against: wind.against(side),
            ..self
        }
    }

    /// How far a throw would carry in a calm that carries as far as the cast in this wind, m.
    #[must_use]
    pub fn thrown_m(&self, tables: &Tables) -> f64 {
        let lost = tables.conditions.wind.takes * self.wind_against * self.wind_mps;
        self.cast_m * (1.0 + lost)
    }

    /// Wind as it counts for whether the bottom is felt, m/s: a wind along the cast counts less.
    #[must_use]
    pub fn felt_wind_mps(&self, tables: &Tables) -> f64 {
        let usual = tables.conditions.wind.usual;
        self.wind_mps * (self.wind_share / usual).min(1.0)
    }

    /// Depth at which the rig is fished on a course, m: the bottom (over a film on it),
    /// or where the fish are; just over the bottom, where they lie there.
    #[must_use]
    pub fn reach_m(&self, course: Course, tables: &Tables) -> f64 {
        let over = |m: f64| self.depth_m - m.min(tables.conditions.fish.above_share * self.depth_m);
        match self.fish.0 {
            _ if !tables.course(course).off_bottom => over(self.stays_above_m),
            FishAt::Bottom => over(tables.conditions.fish.above_m),
            FishAt::JustAbove | FishAt::Suspended => self.fish_m(tables),
        }
    }

    /// Depth of the fish, m: as said, else as is usual for where they are.
    #[must_use]
    pub fn fish_m(&self, tables: &Tables) -> f64 {
        let (row, depth) = (&tables.conditions.fish, self.depth_m);
        match self.fish {
            (FishAt::Bottom, _) => depth,
            (_, Some(said)) => said.min(depth),
            (FishAt::JustAbove, None) => depth - row.above_m.min(row.above_share * depth),
            (FishAt::Suspended, None) => row.middle * depth,
        }
    }
}

/// Density of the head's material.
#[must_use]
pub fn head_density(c: &Conditions, tables: &Tables) -> MassDensity {
    MassDensity::new::<kilogram_per_cubic_meter>(tables.density(c.material))
}

/// A temperature in °C.
#[must_use]
pub fn celsius(degrees: f64) -> ThermodynamicTemperature {
    ThermodynamicTemperature::new::<degree_celsius>(degrees)
}

/// Kind of main line: in hand, else by the angler's view, else by the rig.
#[must_use]
pub fn line_kind(request: &PickRequest, rig: &RigRow) -> LineKind {
    let skipped = rig.skips && request.water.cover == Cover::Docks;
    let usual = || match request.views.main_line {
        Some(LineView::Straight) => LineKind::Fluorocarbon,
        Some(LineView::BraidLeader) => LineKind::Braid,
        None if skipped => LineKind::Fluorocarbon,
        None => rig.line_kind.unwrap_or(LineKind::Braid),
    };
    request.tackle.line_kind.unwrap_or_else(usual)
}

/// Kind and diameter in mm of the line that wind and water pull on: measured,
/// else by test, else what is usual on this rig.
#[must_use]
pub fn line_in_use(request: &PickRequest, rig: &RigRow, tables: &Tables) -> (LineKind, f64) {
    let t = &request.tackle;
    let kind = line_kind(request, rig);
    let usual = if kind == LineKind::Braid {
        rig.usual_braid_lb
    } else {
        rig.usual_straight_lb
    };
    let mm = t
        .line_mm
        .unwrap_or_else(|| tables.line_mm(kind, t.line_lb.unwrap_or(usual)));
    (kind, mm)
}

/// What the window is computed from, in SI.
#[derive(Debug, Clone, Copy)]
#[expect(missing_docs, reason = "each is explained where it is computed, below")]
pub struct Setting<'t> {
    pub depth: Length,
    /// Depth at which it is fished.
    pub reach: Length,
    pub wind: Velocity,
    pub current: Velocity,
    pub drift: Velocity,
    /// Speed at which it is drawn or wound.
    pub wound: Velocity,
    /// Current at a head on the bottom.
    pub at_head: Velocity,
    /// Height over the water from which the rod is held.
    pub stand: Length,
    /// How a swum bait is to keep its depth.
    pub swim: &'t SwimRow,
    /// Speed at which line is drawn in while it must stay on the bottom.
    pub drawn: Velocity,
    pub cast: Length,
    /// Line behind a drifting boat.
    pub trail: Length,
    pub line: Length,
    /// Density of the line, kg/m³.
    pub line_density: f64,
    pub water: Water,
    /// Wanted speed of the fall.
    pub target: Velocity,
    /// Longest wait for bottom.
    pub wait: Time,
    /// Share of the bait across the flow while it falls that far, as the bound takes it.
    pub wait_posture: f64,
    /// The same as it is let down.
    pub down_posture: f64,
    /// Pull that a hand must still feel.
    pub hand: Force,
    /// Pull that frees the head from cover.
    pub free: Force,
    /// Least mass that casts this far.
    pub castable: Mass,
    /// Lightest head that is fished for these fish.
    pub least: Mass,
    /// Most the rod is rated for, and most that it is loaded with.
    pub rod_most: Option<Mass>,
    /// See `rod_most`.
    pub rod_lobs: Option<Mass>,
    /// Heaviest head that does not wedge here, for a shape that wedges wholly.
    pub snag: Mass,
    /// Lightest submerged head that holds the bait's nose on the bottom.
    pub nose: Force,
    /// Heaviest submerged head that leaves the bait its life.
    pub overpower: Force,
    /// Heaviest submerged head under which the bait hangs level, where the rig asks for that.
    pub hover: Option<Force>,
    /// Lightest head that grinds along the bottom, on a rig that lives by that.
    pub grind: Mass,
    /// Heaviest head in everyday use on the rig.
    pub everyday: Mass,
    /// Which lower needs the rig has, in the contract's order.
    pub asks: EnumMap<LowerBound, bool>,
    pub head_density: MassDensity,
}

/// What the schools have to say, in a drift and without it.
#[derive(Debug, Clone, Copy)]
pub struct Shares {
    /// In the drift of the question.
    pub now: EnumMap<School, f64>,
    /// With no drift.
    pub at_rest: EnumMap<School, f64>,
}

/// What of a question stays the same while conditions and schools are tried:
/// looked up once, since the triggers try some hundred conditions.
#[derive(Debug, Clone)]
pub struct Unchanging<'t> {
    tables: &'t Tables,
    schools: EnumMap<School, SchoolAsks>,
    mood: f64,
    least: Mass,
    line_density: f64,
    free: Force,
    rod_least_g: f64,
    reel_least_g: f64,
    trail_m: f64,
    rod_most: Option<Mass>,
    snag: Mass,
    nose: Force,
    overpower: Force,
    hover: Option<Force>,
    grind: Mass,
    everyday: Mass,
    stand: Length,
}

/// How a rig is let down to the bottom by a school.
#[must_use]
pub fn way_down(rig: &RigRow, school: &SchoolRow) -> WayDown {
    if school.falls_slack {
        WayDown::SlackLine
    } else {
        rig.way_down.unwrap_or(WayDown::TightLine)
    }
}

/// What a school asks for, without the water.
#[derive(Debug, Clone, Copy)]
struct SchoolAsks {
    fall_mps: f64,
    wait: Time,
    wait_posture: f64,
    hand: Force,
    deepens: f64,
}

impl<'t> Unchanging<'t> {
    /// Of a question, on a rig, with a bait.
    #[must_use]
    pub fn new(
        request: &PickRequest,
        rig: &RigRow,
        bait: &MeasuredBait,
        tables: &'t Tables,
    ) -> Self {
        let cover = tables.cover(request.water.cover);
        let snag = tables.bottom(request.water.bottom).snag.max(cover.snag);
        let school = |code: School| {
            let row = tables.school(code);
            SchoolAsks {
                fall_mps: rig.fall[code],
                wait: Time::new::<second>(row.wait_s),
                // What hangs level falls level, however the line is held.
                wait_posture: match rig.posture {
                    Hang::Glide => tables.baits.posture.glide,
                    Hang::TightLine => tables.posture(way_down(rig, row)),
                },
                hand: Force::new::<newton>(row.hand_n),
                deepens: row.deepens,
            }
        };
        Self {
            tables,
            schools: EnumMap::from_fn(school),
            mood: tables.mood_factor(request.mood) * tables.species(request.species).falls,
            least: Mass::new::<gram>(tables.species(request.species).least_g),
            line_density: tables.line_density(line_kind(request, rig)),
            free: Force::new::<newton>(cover.free_n * rig.limits.snap),
            rod_least_g: request.tackle.rod_min_g.unwrap_or(0.0),
            reel_least_g: match request.tackle.reel {
                Some(Reel::Casting) => tables.conditions.cast.casting_g,
                Some(Reel::Spinning) | None => 0.0,
            },
            trail_m: request.trail_length_m(),
            rod_most: rod_most_g(request, tables).map(Mass::new::<gram>),
            snag: Mass::new::<gram>(tables.conditions.snag.most_g / snag.max(1e-3)),
            nose: Force::new::<newton>(tables.conditions.nose.least_pa * bait.outline.value),
            overpower: Force::new::<newton>(rig.limits.overpower_pa * bait.outline.value),
            hover: rig
                .limits
                .hover_pa
                .map(|pa| Force::new::<newton>(pa * bait.outline.value)),
            grind: rig.grind(),
            everyday: rig.everyday(),
            stand: Length::new::<meter>(request.held_at_m()),
        }
    }
}

impl Unchanging<'_> {
    /// What several schools ask for together, each by its share.
    fn asked_by(&self, shares: &EnumMap<School, f64>) -> SchoolAsks {
        let each = || {
            self.schools
                .iter()
                .map(|(school, asks)| (shares[school], asks))
        };
        let sum = |of: fn(&SchoolAsks) -> f64| each().map(|(share, asks)| share * of(asks)).sum();
        SchoolAsks {
            fall_mps: sum(|a| a.fall_mps),
            wait: Time::new::<second>(sum(|a| a.wait.get::<second>())),
            wait_posture: sum(|a| a.wait_posture),
            hand: Force::new::<newton>(sum(|a| a.hand.get::<newton>())),
            deepens: sum(|a| a.deepens),
        }
    }
}

impl<'t> Setting<'t> {
    /// Resolves conditions for schools by their shares and a course, in water of their
    /// temperature, drawn or wound at a speed in m/s.
    #[must_use]
    pub fn new(
        ground: &Unchanging<'t>,
        (c, wound_mps): (&Conditions, f64),
        water: Water,
        (shares, worked): (&Shares, &Worked),
    ) -> Self {
        let (by, at_rest) = (
            &ground.asked_by(&shares.now),
            &ground.asked_by(&shares.at_rest),
        );
        let mps = Velocity::new::<meter_per_second>;
        let fall = &ground.tables.conditions.fall;
        let reach = c.reach_m(worked.code, ground.tables);
        let falls =
            |by: &SchoolAsks| by.fall_mps * (1.0 + by.deepens * (fall.depth.at(reach) - 1.0));
        // A drift adds to what is asked at rest, and takes nothing from it.
        let target = falls(by).max(falls(at_rest)) * fall.temperature.at(c.temp_c) * ground.mood;
        let (at_head, drawn_by_boat) = c.passing_head_mps();
        let lies = ground.tables.course(worked.code).lies;
        let drawn = if lies { 0.0 } else { wound_mps };
        let cast = &ground.tables.conditions.cast;
        let bends = cast.loads.at(c.cast_m) * ground.rod_least_g.max(ground.reel_least_g);
        let castable = cast.mass_g.at(c.thrown_m(ground.tables)).max(bends);
        Self {
            depth: Length::new::<meter>(c.depth_m),
            reach: Length::new::<meter>(reach),
            wind: mps(c.wind_share * c.wind_mps),
            current: mps(c.passing_mps()),
            drift: mps(drawn_by_boat),
            wound: mps(wound_mps),
            at_head: mps(at_head),
            stand: ground.stand,
            swim: &ground.tables.courses.swim,
            drawn: mps(drawn),
            cast: Length::new::<meter>(c.cast_m),
            trail: Length::new::<meter>(ground.trail_m),
            line: Length::new::<millimeter>(c.line_mm),
            line_density: ground.line_density,
            water,
            target: mps(target),
            wait: by.wait.min(at_rest.wait) * fall.patience.at(c.depth_m),
            wait_posture: by.wait_posture.max(at_rest.wait_posture),
            down_posture: by.wait_posture,
            hand: by.hand.max(at_rest.hand),
            free: ground.free,
            castable: Mass::new::<gram>(castable),
            least: ground.least,
            rod_most: ground.rod_most,
            rod_lobs: ground
                .rod_most
                .map(|m| ground.tables.lines.rod.overload * m),
            snag: ground.snag,
            nose: ground.nose,
            overpower: ground.overpower,
            hover: ground.hover,
            grind: ground.grind,
            everyday: ground.everyday,
            asks: worked.asks,
            head_density: head_density(c, ground.tables),
        }
    }
}
