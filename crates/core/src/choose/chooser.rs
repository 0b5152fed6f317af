//! What choices are made from: the tables and the ladders, read once.

use std::borrow::Cow;

use super::options::Options;
use super::rank::{Ranked, rank};
use super::rig_on_question::RigOnQuestion;
use crate::base::codes::Rig;
use crate::base::limits;
use crate::base::{Ladder, Rung, rungs};
use crate::question::PickRequest;
use crate::tables::Tables;

/// Tables and ladders, and nothing else.
#[derive(Debug)]
pub struct Chooser {
    /// The tables.
    pub tables: Tables,
    ounce_rungs: Vec<Rung>,
    gram_rungs: Vec<Rung>,
}

impl Chooser {
    /// With tables that were checked.
    #[must_use]
    pub fn new(tables: Tables) -> Self {
        Self {
            tables,
            ounce_rungs: rungs(Ladder::Ounces),
            gram_rungs: rungs(Ladder::Grams),
        }
    }

    /// The rungs of a ladder, lightest first.
    #[must_use]
    pub fn ladder(&self, ladder: Ladder) -> &[Rung] {
        match ladder {
            Ladder::Ounces => &self.ounce_rungs,
            Ladder::Grams => &self.gram_rungs,
        }
    }

    /// One rig on a question.
    #[must_use]
    pub fn rig_on<'a>(
        &'a self,
        request: &'a PickRequest,
        options: Options,
        rig: Rig,
    ) -> RigOnQuestion<'a> {
        let rungs = self.ladder(options.ladder);
        RigOnQuestion::new(
            &self.tables,
            rungs,
            request,
            options,
            &self.tables.rigs[rig],
        )
    }

    /// All nine on a question.
    #[must_use]
    pub fn every_rig_on<'a>(
        &'a self,
        request: &'a PickRequest,
        options: Options,
    ) -> Vec<RigOnQuestion<'a>> {
        let on = |rig: &Rig| self.rig_on(request, options, *rig);
        Rig::ALL.iter().map(on).collect()
    }

    /// A question on a rig, with that rig's usual bait for what was left out of it: its
    /// length where none was told, and its plastic too where the form was not.
    #[must_use]
    pub fn settled<'q>(&self, request: &'q PickRequest) -> Cow<'q, PickRequest> {
        let assumed = |field: &str| request.assumed.iter().any(|a| a == field);
        let (form, length) = (assumed("bait.form"), assumed(limits::BAIT_LENGTH.field));
        let Some(rig) = request.rig.filter(|_| form || length) else {
            return Cow::Borrowed(request);
        };
        let usual = &self.tables.rigs[rig].bait;
        let mut settled = request.clone();
        if length {
            settled.bait.length_mm = usual.default_mm;
        }
        if form {
            settled.bait.form = usual.default_form;
        }
        if form && assumed("bait.plastic") {
            settled.bait.plastic = usual.default_plastic;
        }
        Cow::Owned(settled)
    }

    /// The rig that is asked for, or the one that suits best.
    #[must_use]
    pub fn rig_for(&self, request: &PickRequest, options: Options) -> Rig {
        request.rig.unwrap_or_else(|| {
            let all = self.every_rig_on(request, options);
            rank(&all).first().map_or(Rig::Ned, Ranked::rig)
        })
    }
}
