//! Printing numbers, for pages that hold hundreds of them.

/// Prints with at most `places` decimals and no trailing zeros: `2.4`, `3`.
#[must_use]
pub fn plain(value: f64, places: usize) -> String {
    printed(value, places).to_string()
}

/// A number in print, without a place on the heap: a page has some hundred.
#[derive(Debug, Clone, Copy)]
pub struct Printed(Print);

#[derive(Debug, Clone, Copy)]
enum Print {
    /// Digits, in the last bytes from an index on.
    Short([u8; Printed::ROOM], usize),
    /// Too long to be printed by whole numbers; left to std.
    Long(f64, usize),
}

impl Printed {
    /// 15 digits, a point, a sign, and zeros in front of a fraction.
    const ROOM: usize = 24;
}

impl std::fmt::Display for Printed {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        match &self.0 {
            // Only digits, a point and a sign were written.
            Print::Short(text, from) => {
                f.write_str(std::str::from_utf8(&text[*from..]).unwrap_or_default())
            }
            Print::Long(value, places) => {
                let text = format!("{value:.places$}");
                let short = match text.split_once('.') {
                    Some((whole, fraction)) if fraction.trim_end_matches('0').is_empty() => whole,
                    Some(_) => text.trim_end_matches('0'),
                    None => &text,
                };
                f.write_str(short)
            }
        }
    }
}

/// A number with at most `places` decimals and no trailing zeros.
///
/// Numbers of a page's size are printed by whole numbers, several times faster
/// than the exact printing of floats.
#[must_use]
pub fn printed(value: f64, places: usize) -> Printed {
    /// Powers of ten that are used; beyond them printing is left to std.
    const SCALES: [f64; 7] = [1.0, 1e1, 1e2, 1e3, 1e4, 1e5, 1e6];
    let scaled = SCALES.get(places).map(|s| (value * s).round());
    Printed(match scaled {
        Some(v) if v.abs() < 1e15 => digits(v as i64, places),
        _ => Print::Long(value, places),
    })
}

/// Digits of a whole number with a decimal point `places` from the right.
fn digits(scaled: i64, places: usize) -> Print {
    let (mut digits, mut left) = (scaled.unsigned_abs(), places);
    while left > 0 && digits % 10 == 0 {
        digits /= 10;
        left -= 1;
    }
    let mut text = [b'0'; Printed::ROOM];
    let mut at = text.len();
    let mut written = 0;
    while digits > 0 || written <= left {
        if written == left && left > 0 {
            at -= 1;
            text[at] = b'.';
        }
        at -= 1;
        text[at] = b'0' + (digits % 10) as u8;
        digits /= 10;
        written += 1;
    }
    if scaled < 0 {
        at -= 1;
        text[at] = b'-';
    }
    Print::Short(text, at)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn numbers_are_printed_without_trailing_zeros() {
        let said = [
            (2.4, 1),
            (3.0, 2),
            (0.05, 2),
            (-0.04, 1),
            (-1.25, 2),
            (10.0, 0),
            (0.0, 3),
            (100.0, 1),
            (0.125, 3),
            (1e300, 2),
        ]
        .map(|(v, p)| plain(v, p));
        // More digits than the short way has room for: the long way leaves no zeros either.
        let huge = format!("{:.0}", 1e300);
        assert_eq!(
            said,
            [
                "2.4", "3", "0.05", "0", "-1.25", "10", "0", "100", "0.125", &huge
            ]
        );
        for k in -2000..2000 {
            let v = f64::from(k) * 0.137;
            let std = format!("{v:.3}");
            let std = std.trim_end_matches('0').trim_end_matches('.');
            assert_eq!(plain(v, 3), if std == "-0" { "0" } else { std });
        }
    }
}
