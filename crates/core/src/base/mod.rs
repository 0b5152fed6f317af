//! What everything stands on: codes, limits, quantities, numbers read and
//! printed, the ladders of weights, faults, and the functions of mathematics.

pub mod code;
pub mod codes;
mod dimension;
mod faults;
pub mod json;
mod ladder;
pub mod limits;
mod logged;
pub mod maths;
mod mending;
mod print;
mod quantities;
mod reading;
mod table_text;
pub mod text;
pub mod vocabulary;
mod worked;

pub use dimension::{Dimension, UnitSystem};
pub use faults::{FieldError, in_a_line};
pub use ladder::{Ladder, Rung, neighbours, rungs};
pub use print::{Printed, plain, printed};
pub use quantities::{
    Area, DynamicViscosity, Force, GRAMS_PER_OUNCE, GRAVITY, Length, Mass, MassDensity,
    ThermodynamicTemperature, Time, Velocity, Volume, grams, ounces, round,
};
pub(crate) use reading::read_number;
pub use reading::{ReadError, separator, shorten};
#[cfg(not(target_arch = "wasm32"))]
pub use table_text::{Files, read_table};
pub use table_text::{Loose, Ready, TableFault, TableSource};
