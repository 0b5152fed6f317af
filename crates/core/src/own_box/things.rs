//! The five lists of a box, each field once: its name, its limits, the words
//! that a reader sees and says.

use super::cell::{Cell, Faults, Field, Texts};
use super::marked::{HeadWeight, HookNumber};
use super::words;
use crate::base::UnitSystem;
use crate::base::codes::BoxList;
use crate::base::codes::{
    Action, BaitForm, EyeTurn, HookStyle, Keeper, LineKind, Material, Plastic, Power, Shape, Tie,
    Wire,
};
use crate::base::limits;
use crate::base::text::{Arg, sentences};

/// Reads one field out of loose texts.
fn read<T: Cell>(
    texts: &Texts,
    field: &Field,
    units: UnitSystem,
    faults: &mut Faults,
) -> Option<T> {
    let text = texts.get(field.key).map_or("", |t| t.trim());
    let text = if text.is_empty() { field.usual } else { text };
    if text.is_empty() {
        if T::blank().is_none() {
            faults.push((
                field.key,
                sentences::fault_needed(Arg::Word(field.label)).into(),
            ));
        }
        return T::blank();
    }
    T::read(text, field, units)
        .map_err(|message| faults.push((field.key, message)))
        .ok()
}

/// A thing of the box: its struct, its fields, its reading and writing.
macro_rules! thing {
    ($(#[$doc:meta])* $name:ident { $($(#[$fdoc:meta])* $field:ident : $ty:ty $(, limit $limit:expr)? $(, usual $usual:literal)? ;)+ }) => {
        $(#[$doc])*
        #[derive(Debug, Clone, PartialEq)]
        pub struct $name { $($(#[$fdoc])* pub $field: $ty,)+ }
        impl $name {
            /// Its fields, in the order of the CSV.
            pub fn fields() -> Vec<Field> {
                vec![$({
                    #[allow(unused_mut, unused_assignments)]
                    let (mut limit, mut usual) = (None, "");
                    $(limit = Some($limit);)?
                    $(usual = $usual;)?
                    Field {
                        key: stringify!($field),
                        label: words::label(concat!(stringify!($name), "Fields"), stringify!($field)),
                        measure: words::label(concat!(stringify!($name), "Measures"), stringify!($field)),
                        holds: <$ty as Cell>::holds(limit),
                        needed: <$ty as Cell>::blank().is_none(),
                        usual,
                        spoken: words::spoken(BoxList::$name, stringify!($field)),
                    }
                }),+]
            }
            pub(super) fn read(texts: &Texts, fields: &[Field], units: UnitSystem, faults: &mut Faults) -> Option<Self> {
                let mut fields = fields.iter();
                // Every field is read, so that every fault is named.
                $(let $field = fields.next().and_then(|f| read::<$ty>(texts, f, units, faults));)+
                Some(Self { $($field: $field?),+ })
            }
            /// The text of each field, in the order of [`Self::fields`].
            pub fn write(&self) -> Vec<String> {
                vec![$(Cell::write(&self.$field)),+]
            }
        }
    };
}

thing! {
    /// A jig head of the box.
    Head {
        /// Its shape.
        shape: Shape;
        /// The weight marked on it.
        weight: HeadWeight;
        /// What it is cast from.
        material: Material, usual "lead";
        /// Where the line is tied.
        tie: Option<Tie>;
        /// Height of the post under the eye, mm.
        post_mm: Option<f64>, limit limits::OWN_POST;
        /// How the eye is turned.
        eye: Option<EyeTurn>;
        /// What holds the bait.
        keeper: Option<Keeper>;
        /// The number of its hook; none on a head that carries no hook of its own.
        hook: Option<HookNumber>;
        /// The cut of its hook.
        hook_style: Option<HookStyle>;
        /// Gap, measured, mm.
        gap_mm: Option<f64>, limit limits::OWN_GAP;
        /// Length from the face of the head to the back of the bend, measured, mm.
        length_mm: Option<f64>, limit limits::OWN_LENGTH;
        /// Gauge of its wire.
        wire: Option<Wire>;
    }
}
/// How far two heads of one mark may lie apart, as a share: less than from one size to the next.
const SAME_WEIGHT: f64 = 0.02;

/// From which to which weight, g, a head counts as one of this weight, g.
#[must_use]
pub fn same_weight(g: f64) -> (f64, f64) {
    (g * (1.0 - SAME_WEIGHT), g * (1.0 + SAME_WEIGHT))
}

impl Head {
    /// Whether it is a head of this shape and weight, g.
    #[must_use]
    pub fn is(&self, shape: Shape, g: f64) -> bool {
        let (least, most) = same_weight(g);
        self.shape == shape && (least..=most).contains(&self.weight.grams())
    }
}

thing! {
    /// A hook of the box, without a head.
    Hook {
        /// Its number.
        hook: Option<HookNumber>;
        /// Its cut.
        hook_style: HookStyle, usual "wide_gap";
        /// Gap, measured, mm.
        gap_mm: Option<f64>, limit limits::OWN_GAP;
        /// Length from the eye to the back of the bend, measured, mm.
        length_mm: Option<f64>, limit limits::OWN_LENGTH;
        /// Gauge of its wire.
        wire: Wire, usual "medium";
    }
}
thing! {
    /// A soft bait of the box.
    Bait {
        /// Its outline.
        form: BaitForm;
        /// Nose to tail, mm.
        length_mm: f64, limit limits::BAIT_LENGTH;
        /// Thickest depth, measured, mm.
        body_mm: Option<f64>, limit limits::BAIT_BODY;
        /// Where the tail begins, from the nose, measured, mm.
        tail_root_mm: Option<f64>, limit limits::OWN_TAIL_ROOT;
        /// What it is poured from.
        plastic: Plastic, usual "standard";
        /// Its colour, in the angler's words.
        colour: String;
    }
}
thing! {
    /// A line of the box.
    Line {
        /// What it is made of.
        line: LineKind;
        /// Its test, lb.
        test_lb: Option<f64>, limit limits::LINE_LB;
        /// Its diameter, measured, mm.
        diameter_mm: Option<f64>, limit limits::LINE_MM;
    }
}
thing! {
    /// A rod of the box.
    Rod {
        /// Least casting weight, g.
        least_g: f64, limit limits::ROD_MIN;
        /// Most casting weight, g.
        most_g: f64, limit limits::ROD_MAX;
        /// Its strength.
        power: Option<Power>;
        /// Where it bends.
        action: Option<Action>;
        /// Its length, m.
        length_m: Option<f64>, limit limits::OWN_ROD_LENGTH;
    }
}
