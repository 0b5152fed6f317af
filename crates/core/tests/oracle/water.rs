//! Falling and holding, added up piece by piece.

use std::f64::consts::PI;

/// Standard gravity, m/s² (published: ISO 80000-3).
pub const G: f64 = 9.806_65;

/// Density in kg/m³ and viscosity in Pa·s of fresh water at °C. Published:
/// Kell 1975; Kestin, Sokolov, Wakeham 1978.
pub fn fresh(c: f64) -> (f64, f64) {
    let terms = [
        999.839_52,
        16.945_176,
        -7.987_040_1e-3,
        -46.170_461e-6,
        105.563_02e-9,
        -280.542_53e-12,
    ];
    let density = terms
        .iter()
        .enumerate()
        .map(|(i, k)| k * c.powi(i32::try_from(i).unwrap()))
        .sum::<f64>();
    let d = 20.0 - c;
    let power = d / (c + 96.0) * (1.2364 - 1.37e-3 * d + 5.7e-6 * d.powi(2));
    (
        density / (1.0 + 16.879_850e-3 * c),
        1.002e-3 * 10_f64.powf(power),
    )
}

/// Where a function that falls through 0 does so between two ends.
pub fn root(mut low: f64, mut high: f64, f: impl Fn(f64) -> f64) -> f64 {
    for _ in 0..70 {
        let middle = f64::midpoint(low, high);
        if f(middle) > 0.0 {
            low = middle
        } else {
            high = middle
        }
    }
    f64::midpoint(low, high)
}

/// Cd of a sphere. Published: Clift & Gauvin 1970, coefficients of Barati 2014.
fn sphere(re: f64) -> f64 {
    let re = re.clamp(0.01, 3e5);
    24.0 / re + 24.0 * 0.152 * re.powf(0.677 - 1.0) + 0.417 / (1.0 + 5070.0 / re.powf(0.94))
}

/// Cd of a cylinder across the flow. Published: White, Viscous Fluid Flow.
pub fn cylinder(re: f64) -> f64 {
    1.0 + 10.0 * re.clamp(1.0, 2e5).powf(-2.0 / 3.0)
}

/// A rigged head in the water it falls through.
#[derive(Clone, Copy)]
pub struct Body {
    pub head_kg: f64,
    pub metal: f64,
    /// None for a sphere.
    pub cd: Option<f64>,
    pub frontal: f64,
    pub hook_kg: f64,
    pub bait_m3: f64,
    pub plastic: f64,
    /// Length × depth × form, m².
    pub side: f64,
    pub line_m: f64,
    pub water: (f64, f64),
}

impl Body {
    fn diameter(&self) -> f64 {
        2.0 * (3.0 * self.head_kg / self.metal / (4.0 * PI)).cbrt()
    }
    fn head_area(&self, speed: f64) -> f64 {
        let (rho, mu) = self.water;
        let cd = self
            .cd
            .unwrap_or_else(|| sphere(rho * speed * self.diameter() / mu));
        cd * self.frontal * PI * (self.diameter() / 2.0).powi(2)
    }

    /// Of the head alone, N.
    pub fn head_n(&self) -> f64 {
        G * (self.head_kg - self.water.0 * self.head_kg / self.metal)
    }
    /// Of the whole rig: what it weighs less what it pushes aside, N.
    pub fn weight_n(&self) -> f64 {
        let kg = self.head_kg + self.hook_kg + self.bait_m3 * self.plastic;
        let m3 = self.head_kg / self.metal + self.hook_kg / 7850.0 + self.bait_m3;
        G * (kg - self.water.0 * m3)
    }

    /// Seconds to a depth, the bait hung at a posture: steady at each depth,
    /// added up in 2000 slices.
    pub fn seconds(&self, depth: f64, posture: f64) -> f64 {
        let w = self.weight_n();
        if w <= 0.0 {
            return f64::INFINITY;
        }
        let slice = depth / 2000.0;
        let at = |mean: f64| -> f64 {
            let bare = self.head_area(mean) + 1.1 * posture * self.side;
            let area = |i: u32| bare + 0.015 * PI * self.line_m * slice * (f64::from(i) + 0.5);
            (0..2000)
                .map(|i| slice / (2.0 * w / self.water.0 / area(i)).sqrt())
                .sum()
        };
        if self.cd.is_some() {
            return at(1.0);
        }
        // A sphere's coefficient is that at the mean speed.
        at(root(1e-4, 10.0, |mean| depth / at(mean) - mean))
    }

    /// Weight that keeps it down while it is drawn, N.
    pub fn hold_n(&self, past: f64, trailing: f64, pull: &Drawn) -> f64 {
        let q = 0.5 * self.water.0 * past * past;
        let level = q * (self.head_area(past) + 1.1 * trailing * self.side);
        pull.margin * pull.up(level, self.line_m, self.water.0) + 0.07 * q * self.side
    }
}

/// A line from the head on the bottom to the rod.
pub struct Drawn {
    pub depth: f64,
    pub away: f64,
    /// Height of the rod over the water.
    pub stand: f64,
    /// What the upward pull counts.
    pub margin: f64,
    pub current: f64,
    pub drift: f64,
    pub line_density: f64,
}

impl Drawn {
    /// Upward pull at the head, N, whose level part is `level`: the moments of
    /// the line about the rod tip vanish, so the head carries of each load the
    /// share that it lies away from the tip.
    fn up(&self, level: f64, d: f64, water: f64) -> f64 {
        let height = self.depth + self.stand;
        let length = self.away.hypot(height);
        let (along_x, along_z) = (self.away / length, height / length);
        let pieces = 4000;
        let piece = length / f64::from(pieces);
        let (mut carried_x, mut carried_z) = (0.0, 0.0);
        for i in 0..pieces {
            let share = (f64::from(i) + 0.5) / f64::from(pieces);
            let over_bottom = share * height;
            let wet = over_bottom < self.depth;
            let medium = if wet { water } else { 1.225 };
            let flow = if wet {
                -self.current * (over_bottom / self.depth).powf(1.0 / 6.0) - self.drift
            } else {
                -self.drift
            };
            let along = flow * along_x;
            let (across_x, across_z) = (flow - along * along_x, -along * along_z);
            let across = across_x.hypot(across_z);
            let q = 0.5 * medium * d * piece;
            let viscosity = if wet { 1.2e-6 } else { 1.461e-5 };
            let cd = cylinder(across * d / viscosity);
            let push = |way_across: f64, way_along: f64| {
                q * (cd * across * way_across + PI * 0.015 * along.abs() * along * way_along)
            };
            let heavy = PI / 4.0 * d * d * (self.line_density - medium) * G * piece;
            carried_x += (1.0 - share) * push(across_x, along_x);
            carried_z += (1.0 - share) * (push(across_z, along_z) - heavy);
        }
        let taut = (level - carried_x).max(0.0) * along_z / along_x;
        (taut + carried_z).max(0.0)
    }
}
