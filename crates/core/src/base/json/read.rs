//! Reading.

use std::fmt;
use std::num::IntErrorKind;

use serde::Deserialize;
use serde::de::{
    self, DeserializeSeed, Deserializer, EnumAccess, IgnoredAny, IntoDeserializer, MapAccess,
    SeqAccess, VariantAccess, Visitor,
};

/// Deepest nesting that is read: a text from a stranger must not use up the stack.
const DEEPEST: u8 = 64;

/// A text that is no JSON, or not of the type that is wanted. It says no more: see the module.
#[derive(Debug, Clone, Copy, PartialEq, Eq, thiserror::Error)]
#[error("it cannot be read")]
pub struct Unread;

impl de::Error for Unread {
    fn custom<T: fmt::Display>(_: T) -> Self {
        Self
    }
}

type Read<T> = Result<T, Unread>;

/// Reads a value of a text.
///
/// # Errors
/// [`Unread`].
pub fn read<'de, T: Deserialize<'de>>(text: &'de [u8]) -> Result<T, Unread> {
    let text = std::str::from_utf8(text).map_err(|_| Unread)?;
    let mut reader = Reader {
        text,
        at: 0,
        left: DEEPEST,
    };
    let value = T::deserialize(&mut reader)?;
    match reader.next_byte() {
        None => Ok(value),
        Some(_) => Err(Unread),
    }
}

struct Reader<'de> {
    text: &'de str,
    at: usize,
    /// How much deeper it may go.
    left: u8,
}

/// A number, as its text has it.
enum Number {
    Natural(u64),
    Negative(i64),
    Real(f64),
}

impl Reader<'_> {
    fn bytes(&self) -> &[u8] {
        self.text.as_bytes()
    }

    /// The next byte that is no space; it is not taken.
    #[inline(never)]
    fn next_byte(&mut self) -> Option<u8> {
        let rest = &self.bytes()[self.at..];
        let space = |b: &&u8| matches!(**b, b' ' | b'\n' | b'\r' | b'\t');
        self.at += rest.iter().take_while(space).count();
        self.bytes().get(self.at).copied()
    }

    /// Takes a byte that has to stand there.
    #[inline(never)]
    fn take(&mut self, wanted: u8) -> Read<()> {
        if self.next_byte() != Some(wanted) {
            return Err(Unread);
        }
        self.at += 1;
        Ok(())
    }

    #[inline(never)]
    fn opened(&mut self, by: u8) -> Read<()> {
        self.take(by)?;
        self.left = self.left.checked_sub(1).ok_or(Unread)?;
        Ok(())
    }

    #[inline(never)]
    fn closed(&mut self, by: u8) -> Read<()> {
        self.left += 1;
        self.take(by)
    }

    /// Whether another element stands before the end.
    #[inline(never)]
    fn another(&mut self, first: &mut bool, end: u8) -> Read<bool> {
        if self.next_byte() == Some(end) {
            return Ok(false);
        }
        if !std::mem::take(first) {
            self.take(b',')?;
        }
        Ok(true)
    }

    #[inline(never)]
    fn word(&mut self, word: &str) -> Read<()> {
        self.next_byte();
        if !self.text[self.at..].starts_with(word) {
            return Err(Unread);
        }
        self.at += word.len();
        Ok(())
    }

    #[inline(never)]
    fn truth(&mut self) -> Read<bool> {
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
    fn number(&mut self) -> Read<Number> {
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
    fn string(&mut self) -> Read<String> {
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

/// Types that are numbers, and those that are texts, each by one way.
macro_rules! by {
    ($way:ident: $($name:ident)*) => { $(
        fn $name<V: Visitor<'de>>(self, visitor: V) -> Read<V::Value> { self.$way(visitor) }
    )* };
}

impl<'de> Reader<'de> {
    fn numeric<V: Visitor<'de>>(&mut self, visitor: V) -> Read<V::Value> {
        match self.number()? {
            Number::Natural(n) => visitor.visit_u64(n),
            Number::Negative(n) => visitor.visit_i64(n),
            Number::Real(n) => visitor.visit_f64(n),
        }
    }

    fn textual<V: Visitor<'de>>(&mut self, visitor: V) -> Read<V::Value> {
        visitor.visit_string(self.string()?)
    }

    fn listed<V: Visitor<'de>>(&mut self, visitor: V) -> Read<V::Value> {
        self.opened(b'[')?;
        let read = visitor.visit_seq(Parts(self, true))?;
        self.closed(b']')?;
        Ok(read)
    }

    fn named<V: Visitor<'de>>(&mut self, visitor: V) -> Read<V::Value> {
        self.opened(b'{')?;
        let read = visitor.visit_map(Parts(self, true))?;
        self.closed(b'}')?;
        Ok(read)
    }
}

impl<'de> Deserializer<'de> for &mut Reader<'de> {
    type Error = Unread;

    fn deserialize_any<V: Visitor<'de>>(self, visitor: V) -> Read<V::Value> {
        match self.next_byte().ok_or(Unread)? {
            b'{' => self.named(visitor),
            b'[' => self.listed(visitor),
            b'"' => self.textual(visitor),
            b'n' => self.word("null").and_then(|()| visitor.visit_unit()),
            b't' | b'f' => self.deserialize_bool(visitor),
            _ => self.numeric(visitor),
        }
    }

    fn deserialize_bool<V: Visitor<'de>>(self, visitor: V) -> Read<V::Value> {
        visitor.visit_bool(self.truth()?)
    }

    by! { numeric: deserialize_i8 deserialize_i16 deserialize_i32 deserialize_i64 deserialize_i128 deserialize_u8
    deserialize_u16 deserialize_u32 deserialize_u64 deserialize_u128 deserialize_f32 deserialize_f64 }
    by! { textual: deserialize_char deserialize_str deserialize_string deserialize_identifier
    deserialize_bytes deserialize_byte_buf }
    by! { listed: deserialize_seq }
    by! { named: deserialize_map }

    fn deserialize_option<V: Visitor<'de>>(self, visitor: V) -> Read<V::Value> {
        if self.next_byte() != Some(b'n') {
            return visitor.visit_some(self);
        }
        self.word("null")?;
        visitor.visit_none()
    }

    fn deserialize_unit<V: Visitor<'de>>(self, visitor: V) -> Read<V::Value> {
        self.word("null")?;
        visitor.visit_unit()
    }

    fn deserialize_unit_struct<V: Visitor<'de>>(self, _: &'static str, v: V) -> Read<V::Value> {
        self.deserialize_unit(v)
    }

    fn deserialize_newtype_struct<V: Visitor<'de>>(
        self,
        _: &'static str,
        visitor: V,
    ) -> Read<V::Value> {
        visitor.visit_newtype_struct(self)
    }

    fn deserialize_tuple<V: Visitor<'de>>(self, _: usize, visitor: V) -> Read<V::Value> {
        self.listed(visitor)
    }

    fn deserialize_tuple_struct<V: Visitor<'de>>(
        self,
        _: &'static str,
        _: usize,
        visitor: V,
    ) -> Read<V::Value> {
        self.listed(visitor)
    }

    fn deserialize_struct<V: Visitor<'de>>(
        self,
        _: &'static str,
        _: &'static [&'static str],
        visitor: V,
    ) -> Read<V::Value> {
        self.named(visitor)
    }

    fn deserialize_enum<V: Visitor<'de>>(
        self,
        _: &'static str,
        _: &'static [&'static str],
        visitor: V,
    ) -> Read<V::Value> {
        if self.next_byte() == Some(b'"') {
            let name = self.string()?;
            return visitor.visit_enum(IntoDeserializer::<Unread>::into_deserializer(name));
        }
        self.opened(b'{')?;
        let read = visitor.visit_enum(Variant(self))?;
        self.closed(b'}')?;
        Ok(read)
    }

    fn deserialize_ignored_any<V: Visitor<'de>>(self, visitor: V) -> Read<V::Value> {
        self.passed_by()?;
        visitor.visit_unit()
    }
}

impl Reader<'_> {
    /// Reads what nobody wants; written once, not for each who does not want it.
    #[inline(never)]
    fn passed_by(&mut self) -> Read<()> {
        self.deserialize_any(IgnoredAny).map(|_| ())
    }
}

/// What stands between brackets, and whether its first is still to come.
struct Parts<'r, 'de>(&'r mut Reader<'de>, bool);

impl<'de> SeqAccess<'de> for Parts<'_, 'de> {
    type Error = Unread;
    fn next_element_seed<T: DeserializeSeed<'de>>(&mut self, seed: T) -> Read<Option<T::Value>> {
        if !self.0.another(&mut self.1, b']')? {
            return Ok(None);
        }
        seed.deserialize(&mut *self.0).map(Some)
    }
}

impl<'de> MapAccess<'de> for Parts<'_, 'de> {
    type Error = Unread;
    fn next_key_seed<K: DeserializeSeed<'de>>(&mut self, seed: K) -> Read<Option<K::Value>> {
        if !self.0.another(&mut self.1, b'}')? {
            return Ok(None);
        }
        seed.deserialize(&mut *self.0).map(Some)
    }
    fn next_value_seed<T: DeserializeSeed<'de>>(&mut self, seed: T) -> Read<T::Value> {
        self.0.take(b':')?;
        seed.deserialize(&mut *self.0)
    }
}

/// A variant with what it holds.
struct Variant<'r, 'de>(&'r mut Reader<'de>);

impl<'de> EnumAccess<'de> for Variant<'_, 'de> {
    type Error = Unread;
    type Variant = Self;
    fn variant_seed<T: DeserializeSeed<'de>>(self, seed: T) -> Read<(T::Value, Self)> {
        let name = seed.deserialize(&mut *self.0)?;
        self.0.take(b':')?;
        Ok((name, self))
    }
}

impl<'de> VariantAccess<'de> for Variant<'_, 'de> {
    type Error = Unread;
    fn unit_variant(self) -> Read<()> {
        self.0.word("null")
    }
    fn newtype_variant_seed<T: DeserializeSeed<'de>>(self, seed: T) -> Read<T::Value> {
        seed.deserialize(self.0)
    }
    fn tuple_variant<V: Visitor<'de>>(self, _: usize, visitor: V) -> Read<V::Value> {
        self.0.listed(visitor)
    }
    fn struct_variant<V: Visitor<'de>>(
        self,
        _: &'static [&'static str],
        visitor: V,
    ) -> Read<V::Value> {
        self.0.named(visitor)
    }
}
