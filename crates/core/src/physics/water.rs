//! Fresh water by temperature: density and viscosity.

use crate::base::maths;
use crate::base::{DynamicViscosity, MassDensity, ThermodynamicTemperature};
use uom::si::{
    dynamic_viscosity::pascal_second, mass_density::kilogram_per_cubic_meter,
    thermodynamic_temperature::degree_celsius,
};

/// Density of air-free fresh water at atmospheric pressure.
///
/// Published: G. S. Kell, *J. Chem. Eng. Data* 20 (1975) 97, equation for
/// 0 to 150 °C; here used from −1 to 40 °C. Example: 20 °C → 998.2 kg/m³.
#[must_use]
pub fn density(temperature: ThermodynamicTemperature) -> MassDensity {
    let t = temperature.get::<degree_celsius>();
    let numerator = 999.839_52
        + t * (16.945_176
            + t * (-7.987_040_1e-3
                + t * (-46.170_461e-6 + t * (105.563_02e-9 - t * 280.542_53e-12))));
    MassDensity::new::<kilogram_per_cubic_meter>(numerator / (1.0 + 16.879_850e-3 * t))
}

/// Dynamic viscosity of fresh water at atmospheric pressure.
///
/// Published: J. Kestin, M. Sokolov, W. A. Wakeham, *J. Phys. Chem. Ref. Data*
/// 7 (1978) 941, correlation for −8 to 150 °C. Example: 20 °C → 1.002 mPa·s.
#[must_use]
pub fn viscosity(temperature: ThermodynamicTemperature) -> DynamicViscosity {
    let d = 20.0 - temperature.get::<degree_celsius>();
    let log10 = d / (116.0 - d) * (1.236_4 - 1.37e-3 * d + 5.7e-6 * d * d);
    DynamicViscosity::new::<pascal_second>(1.002e-3 * maths::exp(std::f64::consts::LN_10 * log10))
}

/// The water that a lure falls through.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Water {
    /// Density.
    pub density: MassDensity,
    /// Dynamic viscosity.
    pub viscosity: DynamicViscosity,
}

impl Water {
    /// Fresh water at a temperature.
    #[must_use]
    pub fn at(temperature: ThermodynamicTemperature) -> Self {
        Self {
            density: density(temperature),
            viscosity: viscosity(temperature),
        }
    }
}
