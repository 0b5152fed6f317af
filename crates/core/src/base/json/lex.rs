//! The signs of a text, one after the other.

use std::num::IntErrorKind;

/// Deepest nesting that is read: a text from a stranger must not use up the stack.
const DEEPEST: u8 = 64;

/// A text that is no JSON, or not of the type that is wanted. It says no more: see the module.
#[derive(Debug, Clone, Copy, PartialEq, Eq, thiserror::Error)]
#[error("it cannot be read")]
pub struct Unread;

pub(super) type Read<T> = Result<T, Unread>;

/// A text, and how far it was read.
pub(super) struct Reader<'de> {
    text: &'de str,
    at: usize,
    /// How much deeper it may go.
    left: u8,
}

/// A number, as its text has it.
pub(super) enum Number {
    Natural(u64),
    Negative(i64),
    Real(f64),
}

impl<'de> Reader<'de> {
    /// From the beginning of a text.
    pub(super) fn new(text: &'de str) -> Self {
        Self {
            text,
            at: 0,
            left: DEEPEST,
        }
    }
}

impl Reader<'_> {
    fn bytes(&self) -> &[u8] {
        self.text.as_bytes()
    }

    /// The next byte that is no space; it is not taken.
    #[inline(never)]
    pub(super) fn next_byte(&mut self) -> Option<u8> {
        let rest = &self.bytes()[self.at..];
        let space = |b: &&u8| matches!(**b, b' ' | b'\n' | b'\r' | b'\t');
        self.at += rest.iter().take_while(space).count();
        self.bytes().get(self.at).copied()
    }

    /// Takes a byte that has to stand there.
    #[inline(never)]
    pub(super) fn take(&mut self, wanted: u8) -> Read<()> {
        if self.next_byte() != Some(wanted) {
            return Err(Unread);
        }
        self.at += 1;
        Ok(())
    }

    #[inline(never)]
    pub(super) fn opened(&mut self, by: u8) -> Read<()> {
        self.take(by)?;
        self.left = self.left.checked_sub(1).ok_or(Unread)?;
        Ok(())
    }

    #[inline(never)]
    pub(super) fn closed(&mut self, by: u8) -> Read<()> {
        self.left += 1;
        self.take(by)
    }

    /// Whether another element stands before the end.
    #[inline(never)]
    pub(super) fn another(&mut self, first: &mut bool, end: u8) -> Read<bool> {
        if self.next_byte() == Some(end) {
            return Ok(false);
        }
        if !std::mem::take(first) {
            self.take(b',')?;
        }
        Ok(true)
    }

    #[inline(never)]
    pub(super) fn word(&mut self, word: &str) -> Read<()> {
        self.next_byte();
        if !self.text[self.at..].starts_with(word) {
            return Err(Unread);
        }
        self.at += word.len();
        Ok(())
    }

    #[inline(never)]
    pub(super) fn truth(&mut self) -> Read<bool> {
        let is = self.next_byte() == Some(b't');
        self.word(if is { "true" } else { "false" })?;
        Ok(is)
    }

    fn digits(&mut self) -> usize {
        let rest = &self.bytes()[self.at..];
        let count = rest.iter().take_while(|b| b.is_ascii_digit()).count();
        self.at += count;
        count
    }

    fn passed(&mut self, one_of: &[u8]) -> bool {
        let there = self
            .bytes()
            .get(self.at)
            .is_some_and(|b| one_of.contains(b));
        self.at += usize::from(there);
        there
    }

    #[inline(never)]
    pub(super) fn number(&mut self) -> Read<Number> {
        self.next_byte();
        let begin = self.at;
        let negative = self.passed(b"-");
        let zero = self.bytes().get(self.at) == Some(&b'0');
        let whole = self.digits();
        let mut well = whole == 1 || (whole > 1 && !zero);
        let point = self.passed(b".");
        well &= !point || self.digits() > 0;
        let power = self.passed(b"eE");
        if power {
            self.passed(b"+-");
            well &= self.digits() > 0;
        }
        if !well {
            return Err(Unread);
        }
        let text = &self.text[begin..self.at];
        // A whole number that no integer takes is read as a real one; so is the negative zero.
        let integer = match (point || power, negative) {
            (true, _) => None,
            (_, false) => fits(text.parse().map(Number::Natural))?,
            (_, true) if text == "-0" => None,
            (_, true) => fits(text.parse().map(Number::Negative))?,
        };
        let real = || text.parse().ok().filter(|n: &f64| n.is_finite());
        integer.or_else(|| real().map(Number::Real)).ok_or(Unread)
    }

    /// Takes a text into its characters.
    #[inline(never)]
    pub(super) fn string(&mut self) -> Read<String> {
        self.take(b'"')?;
        let mut read = String::new();
        loop {
            let rest = &self.bytes()[self.at..];
            let plain = |b: &u8| *b >= b' ' && *b != b'"' && *b != b'\\';
            let end = rest.iter().position(|b| !plain(b)).ok_or(Unread)?;
            read.push_str(&self.text[self.at..self.at + end]);
            self.at += end + 1;
            match self.bytes()[self.at - 1] {
                b'"' => return Ok(read),
                b'\\' => read.push(self.escaped()?),
                _ => return Err(Unread),
            }
        }
    }

    #[inline(never)]
    fn escaped(&mut self) -> Read<char> {
        let by = self.bytes().get(self.at).copied();
        self.at += 1;
        Ok(match by.ok_or(Unread)? {
            b'n' => '\n',
            b'r' => '\r',
            b't' => '\t',
            b'b' => '\u{8}',
            b'f' => '\u{c}',
            b'u' => return self.unit_pair(),
            plain @ (b'"' | b'\\' | b'/') => char::from(plain),
            _ => return Err(Unread),
        })
    }

    /// A character in UTF-16, of which one outside the first plane has two units.
    fn unit_pair(&mut self) -> Read<char> {
        let first = self.unit()?;
        let code = if first & 0xFC00 == 0xD800 {
            let low = self.text[self.at..].starts_with("\\u");
            self.at += 2;
            let second = if low { self.unit()? } else { 0 };
            if second & 0xFC00 != 0xDC00 {
                return Err(Unread);
            }
            0x1_0000 + ((first & 0x3FF) << 10) + (second & 0x3FF)
        } else {
            first
        };
        char::from_u32(code).ok_or(Unread)
    }

    fn unit(&mut self) -> Read<u32> {
        let digits = self.text.get(self.at..self.at + 4).ok_or(Unread)?;
        self.at += 4;
        if !digits.bytes().all(|b| b.is_ascii_hexdigit()) {
            return Err(Unread);
        }
        u32::from_str_radix(digits, 16).map_err(|_| Unread)
    }
}

/// An integer, or none where it is one but too large.
fn fits(read: Result<Number, std::num::ParseIntError>) -> Read<Option<Number>> {
    match read {
        Ok(number) => Ok(Some(number)),
        Err(e)
            if matches!(
                e.kind(),
                IntErrorKind::PosOverflow | IntErrorKind::NegOverflow
            ) =>
        {
            Ok(None)
        }
        Err(_) => Err(Unread),
    }
}
