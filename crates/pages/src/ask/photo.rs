//! What was tapped in a photograph, as an address holds it.

use yarrowfen_core::own_box::BoxList;
use yarrowfen_core::photo::{Place, Reference, Taps};

/// What is sought in a photograph.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Sought {
    /// How an address writes it.
    pub code: &'static str,
    /// What an angler calls it.
    pub label: &'static str,
    /// Where to tap.
    pub ends: &'static str,
    /// The field of a thing that holds it.
    pub key: &'static str,
    /// The lists whose things have it.
    pub lists: &'static [BoxList],
    /// The word of the bench that takes it; none of a post.
    pub bench: Option<&'static str>,
}

/// All that may be sought.
pub const SOUGHT: [Sought; 6] = [
    Sought {
        code: "gap",
        label: "gap of a hook",
        ends: "the shank below the point, and the point",
        key: "gap_mm",
        lists: &[BoxList::Head, BoxList::Hook],
        bench: Some("gap"),
    },
    Sought {
        code: "length",
        label: "length of a hook",
        ends: "the face of the head or the eye, and the back of the bend",
        key: "length_mm",
        lists: &[BoxList::Head, BoxList::Hook],
        bench: Some("long"),
    },
    Sought {
        code: "post",
        label: "post of a head",
        ends: "the foot of the post on the head, and the middle of the eye",
        key: "post_mm",
        lists: &[BoxList::Head],
        bench: None,
    },
    Sought {
        code: "bait",
        label: "length of a bait",
        ends: "its nose, and the end of its tail",
        key: "length_mm",
        lists: &[BoxList::Bait],
        bench: Some("length"),
    },
    Sought {
        code: "depth",
        label: "depth of a bait",
        ends: "back and belly where it is thickest",
        key: "body_mm",
        lists: &[BoxList::Bait],
        bench: Some("body"),
    },
    Sought {
        code: "tail",
        label: "tail root of a bait",
        ends: "its nose, and where the part begins that moves",
        key: "tail_root_mm",
        lists: &[BoxList::Bait],
        bench: Some("tail"),
    },
];

/// What lies beside the thing: code, name, and the rectangle.
pub const BESIDE: [(&str, &str, Reference); 2] = [
    ("card", "a bank card", Reference::CARD),
    ("frame", "the printed frame", Reference::FRAME),
];

/// Tap errors that are believed, pixels of the picture.
const TAP_PX: (f64, f64) = (0.5, 60.0);
/// Widest picture that is believed, pixels.
const MOST_PX: f64 = 30_000.0;

/// The question as it came.
#[derive(Debug, Clone)]
pub struct PhotoForm {
    /// What is sought.
    pub sought: Sought,
    /// What lies beside it: code, name and size.
    pub beside: (&'static str, &'static str, Reference),
    /// The taps; none while they are not all there.
    pub taps: Option<Taps>,
    /// Whether taps were sent that cannot be read.
    pub unreadable: bool,
    /// The bench that it was come from.
    pub bench: String,
}

fn numbers(text: &str) -> Option<Vec<f64>> {
    let read = |t: &str| t.trim().parse::<f64>().ok();
    let all: Option<Vec<f64>> = text.split(',').map(read).collect();
    all.filter(|v| v.iter().all(|v| v.is_finite() && v.abs() <= MOST_PX))
}

impl PhotoForm {
    /// From a query string.
    #[must_use]
    pub fn from_query(query: &str) -> Self {
        let pairs: Vec<(String, String)> = serde_urlencoded::from_str(query).unwrap_or_default();
        let get = |key: &str| {
            pairs
                .iter()
                .find(|p| p.0 == key)
                .map_or("", |p| p.1.as_str())
        };
        let beside = BESIDE.iter().find(|b| b.0 == get("beside"));
        let beside = *beside.unwrap_or(&BESIDE[0]);
        let sought = SOUGHT.iter().find(|s| s.code == get("of"));
        let taps = Self::taps(beside.2, &get);
        Self {
            sought: *sought.unwrap_or(&SOUGHT[0]),
            beside,
            unreadable: taps.is_none() && !get("corners").is_empty(),
            taps,
            bench: get("bench").chars().take(600).collect(),
        }
    }

    fn taps<'a>(reference: Reference, get: &dyn Fn(&str) -> &'a str) -> Option<Taps> {
        let places = |key: &str| -> Option<Vec<Place>> {
            let all = numbers(get(key))?;
            Some(all.chunks_exact(2).map(|c| (c[0], c[1])).collect())
        };
        let picture = places("picture")?;
        Some(Taps {
            reference,
            corners: places("corners")?.try_into().ok()?,
            ends: places("ends")?.try_into().ok()?,
            picture: *picture.first()?,
            tap_px: numbers(get("tap"))?.first()?.clamp(TAP_PX.0, TAP_PX.1),
        })
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn taps_are_read_and_what_is_no_number_is_not() {
        let asked =
            "of=post&beside=frame&corners=1,2,3,4,5,6,7,8&ends=1,2,3,4&picture=400,300&tap=2";
        let form = PhotoForm::from_query(asked);
        assert_eq!((form.sought.code, form.beside.0), ("post", "frame"));
        assert_eq!(form.taps.map(|t| t.ends), Some([(1.0, 2.0), (3.0, 4.0)]));
        for bad in ["corners=1,2", "corners=a", "corners=NaN,1,2,3,4,5,6,7", ""] {
            let form = PhotoForm::from_query(bad);
            assert!(form.taps.is_none());
            assert_eq!(form.unreadable, !bad.is_empty());
        }
    }
}
