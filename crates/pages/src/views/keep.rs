//! The form under Keep.

/// The form for keeping an answer.
#[derive(Default, Clone)]
pub struct KeepForm {
    /// The question, as a query string.
    pub query: String,
    /// Form token.
    pub csrf: String,
    /// What was typed, or what is proposed.
    pub name: String,
    /// Where.
    pub place: String,
    /// Remark.
    pub remark: String,
    /// Faults by field.
    pub faults: Vec<(&'static str, String)>,
}

impl KeepForm {
    /// The fault of a field.
    #[must_use]
    pub fn fault(&self, field: &str) -> Option<&String> {
        self.faults.iter().find(|f| f.0 == field).map(|f| &f.1)
    }
}
