//! JSON as the pages read and write it, held against serde_json, another reader and writer of it
//! (published: crates.io), and against the grammar (published: RFC 8259).

use std::collections::BTreeMap;

use proptest::prelude::*;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use yarrowfen_core::base::json::{Unread, read, written};

fn value() -> impl Strategy<Value = Value> {
    let leaf = prop_oneof![
        Just(Value::Null),
        any::<bool>().prop_map(Value::Bool),
        any::<i64>().prop_map(Value::from),
        any::<u64>().prop_map(Value::from),
        any::<f64>().prop_map(Value::from),
        (-1e6..1e6).prop_map(Value::from),
        any::<String>().prop_map(Value::from),
    ];
    leaf.prop_recursive(4, 40, 6, |inner| {
        prop_oneof![
            prop::collection::vec(inner.clone(), 0..6).prop_map(Value::from),
            prop::collection::btree_map(any::<String>(), inner, 0..6).prop_map(Value::from_iter),
        ]
    })
}

proptest! {
    #[test]
    fn what_serde_json_writes_is_read_as_it_reads_it(value in value(), pretty: bool) {
        let text = if pretty { serde_json::to_string_pretty(&value) } else { serde_json::to_string(&value) };
        prop_assert_eq!(read::<Value>(text.unwrap().as_bytes()), Ok(value));
    }

    #[test]
    fn what_is_written_serde_json_reads(value in value()) {
        let text = written(&value).unwrap();
        prop_assert_eq!(serde_json::from_str::<Value>(&text).unwrap(), value);
    }

}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(50_000))]
    /// Whatever stands there, both take it or neither does.
    #[test]
    fn a_text_is_json_to_both_or_to_none(text in r#"[\[\]{}:,"\\tfn0-9eE+. ulrsa\-]{0,9}"#) {
        let theirs = serde_json::from_str::<Value>(&text);
        let ours = read::<Value>(text.as_bytes());
        match (theirs, ours) {
            (Ok(theirs), Ok(ours)) => prop_assert_eq!(theirs, ours),
            (Err(_), Err(Unread)) => {}
            (theirs, ours) => prop_assert!(false, "{:?}: {:?} and {:?}", text, theirs, ours),
        }
    }

    /// A text with escapes and with characters of several bytes, wherever it is cut.
    #[test]
    fn a_string_is_the_same_to_both(inside in r#"([a-fu0-9é𝄞]|\\|\\u|\\ud834|\\udd1e|\\u00e9|"){0,6}"#) {
        let text = format!("\"{inside}\"");
        prop_assert_eq!(read::<String>(text.as_bytes()).ok(), serde_json::from_str::<String>(&text).ok(), "{}", text);
        let cut = &text[..text.len() - 1];
        prop_assert_eq!(read::<String>(cut.as_bytes()).ok(), serde_json::from_str::<String>(cut).ok(), "{}", cut);
    }
}

/// All shapes that a type can have.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
struct Shapes {
    unit: (),
    pair: (i8, f32),
    wide: (i128, u128),
    wrapped: Wrapped,
    maybe: Option<u16>,
    one: Vec<Variant>,
    named: BTreeMap<String, char>,
    #[serde(default)]
    left_out: u32,
}
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
struct Wrapped(String);
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
enum Variant {
    Plain,
    Held(i64),
    Two(u8, bool),
    Fields { a: f64 },
}

#[test]
fn every_shape_of_a_type_is_read_as_it_was_written() {
    let shapes = Shapes {
        unit: (),
        pair: (-3, 0.1),
        // Moments are written as such.
        wide: (-1_795_831_868_186_600, 1 << 40),
        wrapped: Wrapped("ä \u{1f41f} \n\"\\".into()),
        maybe: None,
        one: vec![
            Variant::Plain,
            Variant::Held(i64::MIN),
            Variant::Two(255, true),
            Variant::Fields { a: -0.0 },
        ],
        named: [("k".to_owned(), 'é')].into(),
        left_out: 4,
    };
    let text = written(&shapes).unwrap();
    assert_eq!(text, serde_json::to_string(&shapes).unwrap());
    assert_eq!(read::<Shapes>(text.as_bytes()), Ok(shapes.clone()));
    let more = text.replace(r#""left_out":4"#, r#""unknown":[{"a":[1,"x",null]}]"#);
    let without = Shapes {
        left_out: 0,
        ..shapes
    };
    assert_eq!(read::<Shapes>(more.as_bytes()), Ok(without));
}

#[test]
fn texts_of_the_standard_and_faults_against_it() {
    // RFC 8259, section 13, and a pair of units of UTF-16 from section 7.
    let image = r#"{"Image":{"Width":800,"Height":600,"Title":"View","Thumbnail":{"Height":125},
        "Animated":false,"IDs":[116,943,234,38793]}}"#;
    let read_here: Value = read(image.as_bytes()).unwrap();
    assert_eq!(read_here["Image"]["IDs"][3], 38_793);
    assert_eq!(
        read::<String>(br#""\uD834\uDD1E \u00e9\/""#),
        Ok("\u{1d11e} é/".into())
    );
    for bad in [
        "",
        "01",
        "+1",
        "1.",
        ".5",
        "-",
        "1e",
        "1e+",
        "[1,]",
        "[,1]",
        "{\"a\":1,}",
        "{a:1}",
        "{\"a\"}",
        "\"\n\"",
        "\"\\x\"",
        "\"\\u12g4\"",
        "\"\\ud834\"",
        "\"\\udd1e\"",
        "nul",
        "tru",
        "1 2",
        "[",
        "\"",
        "{\"a\":1 \"b\":2}",
        "NaN",
        "Infinity",
        "1e999",
        "\u{a0}1",
    ] {
        assert_eq!(read::<Value>(bad.as_bytes()), Err(Unread), "{bad}");
        assert!(serde_json::from_str::<Value>(bad).is_err(), "{bad}");
    }
    assert_eq!(read::<u8>(b"256"), Err(Unread));
    assert_eq!(read::<Option<u8>>(b"-1"), Err(Unread));
}

#[test]
fn a_text_from_a_stranger_does_not_use_up_the_stack() {
    let deep = |n: usize| "[".repeat(n) + &"]".repeat(n);
    assert!(read::<Value>(deep(60).as_bytes()).is_ok());
    assert_eq!(read::<Value>(deep(100_000).as_bytes()), Err(Unread));
    assert_eq!(read::<Value>("[".repeat(1 << 20).as_bytes()), Err(Unread));
    assert_eq!(
        read::<Value>(r#"{"a":"#.repeat(1 << 18).as_bytes()),
        Err(Unread)
    );
}
