//! How much is written from one network without an account: enough for a club at the water, too little to fill a disk.

use std::num::NonZeroU32;
use std::time::Duration;

use governor::{DefaultKeyedRateLimiter, Quota, RateLimiter};

use crate::reader::{ClientIp, Known};
use crate::reply::PageError;

/// So many at once.
const AT_ONCE: NonZeroU32 = NonZeroU32::new(300).unwrap();
/// And one more in this time: some 90 MB a day at most.
const ONE_MORE: Duration = Duration::from_secs(10);

/// What strangers wrote of late, by their network.
#[derive(Debug)]
pub struct Strangers(DefaultKeyedRateLimiter<String>);

impl Default for Strangers {
    fn default() -> Self {
        let quota = Quota::with_period(ONE_MORE).unwrap_or(Quota::per_second(AT_ONCE));
        Self(RateLimiter::keyed(quota.allow_burst(AT_ONCE)))
    }
}

impl Strangers {
    /// Whether somebody may write something down: whoever has an account may, within its own bounds.
    ///
    /// # Errors
    /// [`PageError::TooMany`].
    pub fn may_write(&self, reader: &Known, ip: &ClientIp) -> Result<(), PageError> {
        if reader.account().is_some() || self.0.check_key(&ip.0).is_ok() {
            return Ok(());
        }
        Err(PageError::TooMany)
    }

    /// Forgets networks that wrote nothing of late.
    pub fn forget_old(&self) {
        self.0.retain_recent();
        self.0.shrink_to_fit();
    }
}
