//! A change of the question, tried on the model.

use crate::base::codes::Unsaid;
use crate::base::text::Arg;
use crate::base::{grams, limits};
use crate::choose::tied_on::TiedOn;
use crate::own_box::HookNumber;
use crate::question::{HeadInHand, HookInHand, PickRequest};

/// A question with a change, and what was changed to.
#[derive(Debug, Clone)]
pub struct Try {
    /// The question then.
    pub request: PickRequest,
    /// What was changed, to what.
    pub to: Arg,
    /// Whether only the head or its hook was changed: what is advised then stays.
    pub head_alone: bool,
}

/// The question with all written out that is tied on, so that a change of one thing leaves
/// the others as they are. What nobody said of eye and post stays unsaid.
#[must_use]
pub fn written_out(t: &TiedOn<'_>) -> PickRequest {
    let on = t.d.on;
    let said = |unknown: Unsaid| !t.unsaid[unknown];
    let hook = &t.hook;
    let measured = on.request.head.as_ref().map(|h| &h.hook);
    let head = HeadInHand {
        shape: Some(t.shape.code),
        g: grams(t.mass),
        material: Some(t.material),
        tie: Some(t.tie),
        eye: said(Unsaid::Eye).then_some(t.turn),
        post_mm: said(Unsaid::Post).then_some(t.eye_mm),
        keeper: Some(t.keeper),
        hook: HookInHand {
            size: hook.number.as_ref().map(|n| n.as_str().to_owned()),
            style: Some(hook.style),
            gap_mm: measured
                .and_then(|h| h.gap_mm)
                .or(hook.number.is_none().then_some(hook.measures.gap_mm)),
            length_mm: measured
                .and_then(|h| h.length_mm)
                .or(hook.number.is_none().then_some(hook.measures.length_mm)),
            wire: Some(hook.wire),
        },
    };
    let mut request = PickRequest {
        rig: Some(on.rig.code),
        head: Some(head),
        ..on.request.clone()
    };
    // What the rig's usual bait filled in is now said.
    let bait = ["bait.form", "bait.plastic", limits::BAIT_LENGTH.field];
    request.assumed.retain(|a| !bait.contains(&a.as_str()));
    request
}

/// A change of the head that is tied on.
#[must_use]
pub fn with_head(t: &TiedOn<'_>, to: Arg, change: impl FnOnce(&mut HeadInHand)) -> Try {
    let mut tried = with(t, to, |r| {
        if let Some(head) = &mut r.head {
            change(head);
        }
    });
    tried.head_alone = true;
    tried
}

/// A change of the hook that is tied on, to one of a number.
#[must_use]
pub fn with_hook(t: &TiedOn<'_>, to: Arg, number: &HookNumber, change: HookInHand) -> Try {
    with_head(t, to, |head| {
        head.hook = HookInHand {
            size: Some(number.as_str().to_owned()),
            wire: head.hook.wire,
            ..change
        };
    })
}

/// Any change of the question.
#[must_use]
pub fn with(t: &TiedOn<'_>, to: Arg, change: impl FnOnce(&mut PickRequest)) -> Try {
    let mut request = written_out(t);
    change(&mut request);
    Try {
        request,
        to,
        head_alone: false,
    }
}
