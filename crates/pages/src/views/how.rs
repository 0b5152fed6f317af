//! How an answer was computed: every rule considered, taken or not.

use askama::Template;
use yarrowfen_core::answer::{Answer, Considered};
use yarrowfen_core::base::codes::Topic;

use super::Frame;

/// Rules on one topic.
pub struct Group {
    /// The topic.
    pub about: Topic,
    /// Its rules.
    pub rules: Vec<Considered>,
}

/// The page.
#[derive(Template)]
#[template(path = "how.html")]
pub struct HowPage {
    /// Frame.
    pub frame: Frame,
    /// The answer in a line.
    pub said: String,
    /// Rules by topic, in the order in which an answer is made.
    pub groups: Vec<Group>,
    /// Version of the model.
    pub model: String,
    /// Back to the answer.
    pub back: String,
}

impl HowPage {
    /// The page of an answer that was asked to explain itself.
    #[must_use]
    pub fn new(frame: Frame, a: Answer, query: &str) -> Self {
        let mut groups: Vec<Group> = Vec::new();
        for mut rule in a.considered {
            rule.rule = rule.rule.replace('_', " ").into();
            match groups.iter_mut().find(|g| g.about == rule.about) {
                Some(group) => group.rules.push(rule),
                None => groups.push(Group {
                    about: rule.about,
                    rules: vec![rule],
                }),
            }
        }
        Self {
            said: format!(
                "{} {}, hook {}, on a {}",
                a.weight.label, a.head.shape, a.hook.size, a.rig
            ),
            groups,
            model: a.model.into(),
            back: format!("/?{query}"),
            frame,
        }
    }
}
