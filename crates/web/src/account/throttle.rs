//! How often one may try. Guessing gets slow, and nobody is locked out for
//! good: a wait always ends, and never takes longer than its rule says.

use time::Duration;
use yarrowfen_store::Failures;

/// How failures of one subject slow it down.
#[derive(Debug, Clone, Copy)]
pub struct Rule {
    /// Failures that cost nothing.
    pub free: i32,
    /// Longest wait, s. The first wait is one second; each failure doubles it.
    pub most_s: i64,
}

/// One account tried from one address: a person who has forgotten.
pub const PAIR: Rule = Rule {
    free: 5,
    most_s: 15 * 60,
};
/// One account tried from anywhere. Short, since a stranger could cause it.
pub const ACCOUNT: Rule = Rule {
    free: 20,
    most_s: 30,
};
/// One address, whatever it tries.
pub const ADDRESS: Rule = Rule {
    free: 30,
    most_s: 15 * 60,
};
/// New accounts from one address.
pub const SIGN_UPS: Rule = Rule {
    free: 10,
    most_s: 15 * 60,
};

/// Visits to the demo from one address: each makes an angler of its own.
pub const DEMOS: Rule = Rule {
    free: 200,
    most_s: 15 * 60,
};

/// Seconds still to wait, if a try comes too early. A day without a failure
/// forgives all.
#[must_use]
pub fn wait(rule: Rule, so_far: Failures) -> Option<i64> {
    let since = so_far.since;
    if so_far.count < rule.free || since > Duration::days(1) {
        return None;
    }
    let doubled = u32::try_from(so_far.count - rule.free).unwrap_or(0).min(20);
    let whole = (1_i64 << doubled).min(rule.most_s);
    let left = whole - since.whole_seconds();
    (left > 0).then_some(left)
}

/// A wait in words.
#[must_use]
pub fn in_words(seconds: i64) -> String {
    match seconds {
        ..=1 => "a second".into(),
        2..=90 => format!("{seconds} seconds"),
        _ => format!("{} minutes", (seconds + 59) / 60),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn waits_double_and_end() {
        let after = |count, ago| {
            let so_far = Failures {
                count,
                since: Duration::seconds(ago),
            };
            wait(PAIR, so_far)
        };
        assert_eq!([after(0, 0), after(4, 0)], [None, None]);
        assert_eq!(
            [after(5, 0), after(6, 0), after(9, 0)],
            [Some(1), Some(2), Some(16)]
        );
        assert_eq!(after(9, 16), None);
        assert_eq!([after(100, 0), after(i32::MAX, 899)], [Some(900), Some(1)]);
        assert_eq!([after(100, 900), after(100, 90_000)], [None, None]);
    }
}
