//! Types, read of the signs of a text.

use std::fmt;

use serde::Deserialize;
use serde::de::{
    self, DeserializeSeed, Deserializer, EnumAccess, IgnoredAny, IntoDeserializer, MapAccess,
    SeqAccess, VariantAccess, Visitor,
};

use super::lex::{Number, Read, Reader, Unread};

impl de::Error for Unread {
    fn custom<T: fmt::Display>(_: T) -> Self {
        Self
    }
}

/// Reads a value of a text.
///
/// # Errors
/// [`Unread`].
pub fn read<'de, T: Deserialize<'de>>(text: &'de [u8]) -> Result<T, Unread> {
    let text = std::str::from_utf8(text).map_err(|_| Unread)?;
    let mut reader = Reader::new(text);
    let value = T::deserialize(&mut reader)?;
    match reader.next_byte() {
        None => Ok(value),
        Some(_) => Err(Unread),
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
