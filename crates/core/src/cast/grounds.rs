//! Bottoms to begin with, until one's own is drawn, typed or sounded. Invented.

use super::profile::{MOST_POINTS, Profile};
use crate::base::FieldError;
use crate::base::text::{Arg, sentences};

/// A bottom by name.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct NamedBottom {
    /// Code.
    pub code: &'static str,
    /// What a reader calls it.
    pub label: &'static str,
    /// Distance from the bank and depth, m.
    pub points: &'static [(f64, f64)],
}

/// The bottoms that come with the program.
pub const GROUNDS: &[NamedBottom] = &[
    NamedBottom {
        code: "slope",
        label: "an even slope",
        points: &[(0.0, 0.4), (20.0, 5.2), (40.0, 8.0), (80.0, 9.0)],
    },
    NamedBottom {
        code: "ledges",
        label: "clay ledges",
        points: &[
            (0.0, 0.3),
            (4.0, 1.0),
            (5.0, 2.0),
            (9.0, 2.4),
            (10.5, 4.0),
            (16.0, 4.4),
            (17.5, 5.8),
            (40.0, 7.0),
            (80.0, 9.0),
        ],
    },
    NamedBottom {
        code: "flat",
        label: "a flat",
        points: &[(0.0, 0.5), (3.0, 2.6), (6.0, 3.0), (80.0, 3.2)],
    },
    NamedBottom {
        code: "sill",
        label: "a sill before deep water",
        points: &[
            (0.0, 0.8),
            (7.0, 3.4),
            (10.0, 1.6),
            (12.0, 1.6),
            (16.0, 5.0),
            (40.0, 6.5),
            (80.0, 7.0),
        ],
    },
    NamedBottom {
        code: "mere",
        label: "a shallow mere",
        points: &[(0.0, 0.3), (8.0, 1.1), (40.0, 1.9), (80.0, 2.1)],
    },
];

impl NamedBottom {
    /// The bottom with this code.
    #[must_use]
    pub fn from_code(code: &str) -> Option<&'static Self> {
        GROUNDS.iter().find(|g| g.code == code)
    }

    /// As a profile.
    #[must_use]
    pub fn profile(&self) -> Profile {
        Profile {
            points: self.points.to_vec(),
        }
    }
}

/// Reads a bottom as typed or taken from a CSV: a line for each point, distance
/// and depth in m, with a comma, semicolon, tab or blanks between; a first line
/// of words is a heading. A line may hold several points with `|` between.
///
/// # Errors
/// Every line that is none, up to twenty; then what [`Profile::new`] finds.
pub fn read(text: &str) -> Result<Profile, Vec<FieldError>> {
    let (mut points, mut faults) = (Vec::new(), Vec::new());
    let lines = text.trim_start_matches('\u{feff}').split(['\n', '|']);
    let mut first = true;
    for (at, line) in lines.map(str::trim).enumerate().filter(|l| !l.1.is_empty()) {
        match point(line) {
            Some(p) => points.push(p),
            None if first && line.chars().any(char::is_alphabetic) => {}
            None if faults.len() < 20 => {
                let shown = crate::base::shorten(line);
                let line = Arg::Text((at + 1).to_string());
                let what = sentences::fault_no_point(line, Arg::Text(shown));
                faults.push(FieldError::new("profile", what));
            }
            None => {}
        }
        first = false;
        if points.len() > MOST_POINTS {
            break;
        }
    }
    if faults.is_empty() {
        Profile::new(points)
    } else {
        Err(faults)
    }
}

/// `12.5, 3.4` or, with a decimal comma, `12,5; 3,4`.
fn point(line: &str) -> Option<(f64, f64)> {
    let blank = |c: char| c == '\t' || c == ' ';
    let parts: Vec<&str> = if line.contains(';') {
        line.split(';').collect()
    } else if line.contains(blank) && !line.contains(", ") {
        line.split(blank).filter(|p| !p.is_empty()).collect()
    } else {
        line.split(',').collect()
    };
    let number = |t: &str| {
        let t = t
            .trim()
            .trim_matches('"')
            .trim_end_matches(" m")
            .replace(',', ".");
        t.parse::<f64>().ok().filter(|n| n.is_finite())
    };
    match parts[..] {
        [a, b] => Some((number(a)?, number(b)?)),
        _ => None,
    }
}

/// A profile as one line that [`read`] takes: `0 0.4|20 5.2`.
#[must_use]
pub fn line_of(profile: &Profile) -> String {
    let one = |p: &(f64, f64)| {
        format!(
            "{} {}",
            crate::base::plain(p.0, 2),
            crate::base::plain(p.1, 2)
        )
    };
    profile
        .points()
        .iter()
        .map(one)
        .collect::<Vec<_>>()
        .join("|")
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_bottom_is_read_as_people_write_it() {
        let wanted = [(0.0, 0.5), (12.5, 3.25)];
        for text in [
            "0 0.5\n12.5 3.25",
            "distance,depth\r\n0,0.5\r\n12.5,3.25\r\n",
            "\u{feff}0;0,5\n12,5;3,25",
            "0\t0.5\n\n12.5\t3.25",
            "0 0.5|12.5 3.25",
        ] {
            assert_eq!(read(text).unwrap().points(), wanted, "{text}");
        }
        let again = read(&line_of(&read("0 0.5\n12.5 3.25").unwrap())).unwrap();
        assert_eq!(again.points(), wanted);
    }

    #[test]
    fn each_bad_line_is_named() {
        let faults = read("0 0.5\nten 3\n5 1 2\n6 nan").unwrap_err();
        let said: Vec<_> = faults.iter().map(|f| f.message.as_str()).collect();
        assert!(
            said[0].starts_with("line 2")
                && said[1].starts_with("line 3")
                && said[2].starts_with("line 4"),
            "{said:?}"
        );
        assert!(read("").is_err() && read("words only").is_err());
        let long = "x".repeat(5000);
        assert!(read(&format!("0 1\n{long}")).unwrap_err()[0].message.len() < 200);
    }

    #[test]
    fn the_grounds_that_come_along_are_sound() {
        for g in GROUNDS {
            assert!(Profile::new(g.points.to_vec()).is_ok(), "{}", g.code);
        }
    }
}
