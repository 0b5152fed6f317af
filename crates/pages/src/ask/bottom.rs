//! A bottom that is typed, drawn, or comes from a file, into the words of a cast.

use yarrowfen_core::cast::{Profile, grounds};
use yarrowfen_core::{FieldError, sounder};

use super::cast::{CastForm, Faults};

/// Points of a bottom that travel in a query.
const MOST_IN_QUERY: usize = 60;
/// Lines of a bottom that could not be read which stay in the box, and bytes of them.
const MOST_TYPED: usize = 200;
const MOST_BYTES: usize = 4000;
/// Faults of a bottom that are told.
const MOST_FAULTS: usize = 5;

/// A log of a sounder has sentences in its lines; anything else is typed or a CSV.
fn read(text: &str) -> Result<Profile, Vec<FieldError>> {
    let mut first = text.lines().take(50);
    if first.any(|l| l.trim_start().starts_with('$')) {
        let (profile, _) = sounder::profile_of(text.as_bytes())?;
        return Ok(profile);
    }
    grounds::read(text)
}

/// Puts a bottom into a cast's words.
///
/// # Errors
/// What is wrong with it; what was typed then stays, of a long file its first lines.
pub fn take(cast: &mut CastForm, text: &str) -> Result<(), Faults> {
    cast.set("ground", "own".into());
    match read(text) {
        Ok(profile) => {
            cast.set("bed", grounds::line_of(&profile.thinned(MOST_IN_QUERY)));
            Ok(())
        }
        Err(faults) => {
            let mut ends = (0..=text.len().min(MOST_BYTES)).rev();
            let end = ends.find(|at| text.is_char_boundary(*at));
            let text = &text[..end.unwrap_or(0)];
            let lines: Vec<&str> = text.lines().take(MOST_TYPED).collect();
            cast.set("bed", lines.join("|"));
            let faults = faults.into_iter().take(MOST_FAULTS);
            Err(faults.map(|f| ("bed", f.message)).collect())
        }
    }
}
