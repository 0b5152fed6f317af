//! What goes wrong: complaints looked at on the rig in hand, and put in words.

use crate::answer::mend::{MendAnswer, MendCause, TiedOnTold, TogetherTold};
use crate::base::codes::{Cause, Remedy, Rig};
use crate::choose::{Chooser, Options};
use crate::explore::mend::{self, Complaint, Doing};
use crate::own_box::Item;
use crate::question::{MendRequest, PickRequest};
use crate::say;

/// A thing of a box that mends a cause.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct OwnDoing {
    /// The cause.
    pub cause: Cause,
    /// The remedy that it is.
    pub remedy: Remedy,
    /// How many kinds of it mend the cause, and the place of the nearest.
    pub doing: Doing,
}

fn complaint(request: &MendRequest) -> Complaint<'_> {
    Complaint {
        symptom: request.symptom,
        phase: request.phase,
        found: &request.found,
    }
}

/// The causes of a complaint.
pub fn mend(chooser: &Chooser, request: &MendRequest, options: Options) -> MendAnswer {
    let complaint = complaint(request);
    mend::tied_on(chooser, &request.question, options, |t| {
        let found = mend::mend(chooser, options, t, &complaint);
        say::mend(t, &request.question, &complaint, found)
    })
}

/// Changes tried together.
pub fn together(
    chooser: &Chooser,
    request: &MendRequest,
    options: Options,
    tried: &[(Cause, Remedy)],
) -> TogetherTold {
    let suspects = &chooser.tables.mend.symptoms[request.symptom];
    let gauged = |(cause, remedy): &(Cause, Remedy)| {
        let suspect = suspects.iter().find(|s| s.cause == *cause)?;
        Some((*cause, suspect.gauge?, *remedy))
    };
    let asked: Vec<_> = tried.iter().filter_map(gauged).collect();
    mend::tied_on(chooser, &request.question, options, |t| {
        let found = mend::together(chooser, options, t, &asked);
        let then = found.request.clone();
        mend::tied_on(chooser, &then, options, |after| {
            say::together(t, after, found)
        })
    })
}

/// What of a box mends the causes that an answer found.
pub fn from_box(
    chooser: &Chooser,
    request: &MendRequest,
    options: Options,
    (answer, things): (&MendAnswer, &[&Item]),
) -> Vec<OwnDoing> {
    mend::tied_on(chooser, &request.question, options, |t| {
        let own = |cause: &MendCause| {
            let gauge = cause.measure.as_ref()?.code;
            let changes = cause.change.iter().chain(&cause.others);
            changes.filter(|c| c.tried).find_map(|change| {
                let by = (gauge, change.code);
                let doing = mend::doing((chooser, options), t, by, things)?;
                Some(OwnDoing {
                    cause: cause.code,
                    remedy: change.code,
                    doing,
                })
            })
        };
        answer.causes.iter().filter_map(own).collect()
    })
}

/// What is tied on by a question, and with which rig.
pub fn in_hand(chooser: &Chooser, question: &PickRequest, options: Options) -> (Rig, TiedOnTold) {
    mend::tied_on(chooser, question, options, |t| {
        (t.d.on.rig.code, say::tied_on(t))
    })
}
