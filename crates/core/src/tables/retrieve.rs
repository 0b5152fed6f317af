//! A retrieve as a list of moves: how it is written, read and told.

use crate::base::codes::MoveKind;
use crate::base::text::{Arg, Said, sentences};
use crate::base::vocabulary;
use crate::base::{Dimension, UnitSystem, plain};

/// One move of a retrieve.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Move {
    /// What is done.
    pub kind: MoveKind,
    /// How far (m, line drawn in or rod tip raised) or how long (s), as the
    /// kind has it.
    pub amount: f64,
    /// How fast, m/s; none where the retrieve's own speed or the kind's usual
    /// one is meant.
    pub speed: Option<f64>,
}

impl MoveKind {
    /// Whether its amount is seconds; else metres.
    #[must_use]
    pub fn by_time(self) -> bool {
        matches!(self, Self::Shake | Self::Pause | Self::DeadStick)
    }

    /// Whether it means to take the lure off the bottom.
    #[must_use]
    pub fn leaves_bottom(self) -> bool {
        matches!(self, Self::Hop | Self::Snap | Self::LiftKill | Self::Scoot)
    }

    /// Whether the lure is drawn along the bottom by it.
    #[must_use]
    pub fn draws(self) -> bool {
        matches!(self, Self::Drag | Self::Wind)
    }
}

/// Least and most that a move may measure: m or s.
const LEAST: f64 = 0.02;
const MOST_M: f64 = 60.0;
const MOST_S: f64 = 120.0;
/// A rod's tip is not raised farther than this, m.
const MOST_RAISE_M: f64 = 5.0;
/// Most moves that one list takes.
pub const MOST_MOVES: usize = 40;

impl Move {
    /// As it stands in a sentence: `drag 1.3 m`, `pause 3 s`.
    #[must_use]
    pub fn told(&self) -> Said {
        let amount = if self.kind.by_time() {
            Arg::Seconds(self.amount)
        } else {
            Arg::Distance(self.amount)
        };
        let kind = Arg::Word(self.kind.label());
        match self.speed {
            Some(speed) => sentences::move_at(kind, amount, Arg::Speed(speed)),
            None => sentences::move_done(kind, amount),
        }
    }

    /// As it is written where it is read again: `drag 1.3 m`, `pause 3 s`, `wind 4 m at 30 cm/s`.
    #[must_use]
    pub fn words(&self, units: UnitSystem) -> String {
        let amount = if self.kind.by_time() {
            format!("{} s", plain(self.amount, 1))
        } else {
            Dimension::Distance.print_fine(self.amount, units)
        };
        let speed = self
            .speed
            .map(|s| format!(" at {}", Dimension::Speed.print(s, units)));
        let kind = vocabulary::written(self.kind);
        format!("{kind} {amount}{}", speed.unwrap_or_default())
    }
}

/// Reads a list of moves as people write it: `drag 1.3 m, hop 40 cm, pause 3 s`.
///
/// # Errors
/// The first move that is not understood, named, with what would be.
pub fn read(text: &str, units: UnitSystem) -> Result<Vec<Move>, String> {
    let moves: Vec<Move> = parts(text)
        .map(|part| read_one(part, units))
        .collect::<Result<_, _>>()?;
    if moves.is_empty() {
        return Err("write at least one move, such as: drag 30 cm, pause 5 s".into());
    }
    if moves.len() > MOST_MOVES {
        return Err(format!(
            "more than {MOST_MOVES} moves: the list is repeated anyway"
        ));
    }
    Ok(moves)
}

/// The moves of a list: a comma within a number is that number's.
fn parts(text: &str) -> impl Iterator<Item = &str> {
    let mut last = ' ';
    let mut ahead = text.chars().skip(1).chain(std::iter::once(' '));
    let split = move |c: char| {
        let next = ahead.next().unwrap_or(' ');
        let decimal = c == ',' && last.is_ascii_digit() && next.is_ascii_digit();
        last = c;
        matches!(c, ',' | ';' | '\n') && !decimal
    };
    text.split(split).map(str::trim).filter(|p| !p.is_empty())
}

fn read_one(text: &str, units: UnitSystem) -> Result<Move, String> {
    let lower = text.to_lowercase();
    let shown = crate::base::shorten(text);
    let (kind, long) = vocabulary::starts_with::<MoveKind>(&lower).ok_or_else(|| {
        let all: Vec<_> = MoveKind::ALL
            .iter()
            .map(|k| vocabulary::written(*k))
            .collect();
        format!("“{shown}” is no move; write one of: {}", all.join(", "))
    })?;
    let rest = lower[long..].trim();
    let (amount, speed) = match rest.split_once(" at ") {
        Some((a, s)) => (a.trim(), Some(s.trim())),
        None => (rest, None),
    };
    let unread = |e: &dyn std::fmt::Display| format!("“{shown}”: {e}");
    let (amount, most) = if kind.by_time() {
        let digits = amount.trim_end_matches(|c: char| c.is_alphabetic() || c.is_whitespace());
        let unit = amount[digits.len()..].trim();
        if !matches!(unit, "" | "s" | "sec" | "seconds" | "second") {
            return Err(unread(&"give seconds, such as 5 s"));
        }
        let seconds: Result<f64, _> = digits.replace(',', ".").parse();
        (
            seconds.map_err(|_| unread(&"give seconds, such as 5 s"))?,
            MOST_S,
        )
    } else {
        let read = Dimension::Distance.read(amount, units);
        let raised = kind.leaves_bottom() && kind != MoveKind::Scoot;
        (
            read.map_err(|e| unread(&e))?,
            if raised { MOST_RAISE_M } else { MOST_M },
        )
    };
    if !(LEAST..=most).contains(&amount) {
        return Err(unread(&format!("must lie between {LEAST} and {most}")));
    }
    let speed = speed.map(|s| Dimension::Speed.read(s, units).map_err(|e| unread(&e)));
    let speed = speed.transpose()?;
    if speed.is_some_and(|s| !(0.01..=6.0).contains(&s)) {
        return Err(unread(&"the speed must lie between 1 cm/s and 6 m/s"));
    }
    Ok(Move {
        kind,
        amount,
        speed,
    })
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_list_reads_back_as_it_is_written() {
        let text = "dead-stick 10 s, drag 1.3 m at 0.15 m/s, hop 0.4 m, lift and kill 1 m, scoot 0.6 m, shake 3 s";
        let moves = read(text, UnitSystem::Metric).unwrap();
        assert_eq!(moves.len(), 6);
        assert_eq!(
            moves[1],
            Move {
                kind: MoveKind::Drag,
                amount: 1.3,
                speed: Some(0.15)
            }
        );
        assert_eq!(moves[3].kind, MoveKind::LiftKill);
        for units in [UnitSystem::Metric, UnitSystem::Imperial] {
            let told: Vec<_> = moves.iter().map(|m| m.words(units)).collect();
            let again = read(&told.join(", "), units).unwrap();
            for (a, b) in moves.iter().zip(&again) {
                assert_eq!(a.kind, b.kind);
                assert!(
                    (a.amount - b.amount).abs() < 0.06,
                    "{} {}",
                    a.amount,
                    b.amount
                );
            }
        }
    }

    #[test]
    fn what_is_no_move_is_named() {
        for (bad, said) in [
            ("drag 1,3 m, jump 2", "“jump 2”"),
            ("dance 3 s", "“dance 3 s” is no move"),
            ("drag", "“drag”"),
            ("pause 5 m", "give seconds"),
            ("drag -3 m", "“drag -3 m”"),
            ("snap 40 m", "must lie between"),
            ("drag 1 m at 90 m/s", "speed"),
            ("", "at least one"),
        ] {
            let told = read(bad, UnitSystem::Metric).unwrap_err();
            assert!(told.contains(said), "{bad}: {told}");
        }
        let long = "drag 1 m, ".repeat(60);
        assert!(
            read(&long, UnitSystem::Metric)
                .unwrap_err()
                .contains("more than")
        );
    }
}
