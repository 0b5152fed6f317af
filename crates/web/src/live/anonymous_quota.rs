//! How much is written from one network without an account: enough for a club at the water, too
//! little to fill a disk. Requests and bytes are counted apart.

use std::num::NonZeroU32;
use std::time::Duration;

use governor::{DefaultKeyedRateLimiter, Quota, RateLimiter};

use crate::reader::{Caller, Known};
use crate::reply::PageError;

/// Requests at once.
const REQUESTS: NonZeroU32 = NonZeroU32::new(300).unwrap();
/// Another request is allowed after this time.
const REQUEST_EVERY: Duration = Duration::from_secs(10);
/// Blocks of 1 kB at once.
const BLOCKS: NonZeroU32 = NonZeroU32::new(4 * 1024).unwrap();
/// Another block is allowed after this time: 86 MB a day.
const BLOCK_EVERY: Duration = Duration::from_secs(1);
/// Bytes of a block.
const BLOCK: usize = 1024;

/// What was written without an account of late, by network.
#[derive(Debug)]
pub struct AnonymousQuota {
    requests: DefaultKeyedRateLimiter<String>,
    blocks: DefaultKeyedRateLimiter<String>,
}

impl Default for AnonymousQuota {
    fn default() -> Self {
        let limiter = |every, burst| {
            let quota = Quota::with_period(every).unwrap_or(Quota::per_second(burst));
            RateLimiter::keyed(quota.allow_burst(burst))
        };
        Self {
            requests: limiter(REQUEST_EVERY, REQUESTS),
            blocks: limiter(BLOCK_EVERY, BLOCKS),
        }
    }
}

impl AnonymousQuota {
    /// Counts a request that writes some bytes. Members are not counted: their accounts have
    /// bounds of their own.
    ///
    /// # Errors
    /// [`PageError::TooMany`] where the network wrote too much of late.
    pub fn admit(&self, reader: &Known, bytes: usize) -> Result<(), PageError> {
        if reader.account().is_some() {
            return Ok(());
        }
        self.admit_caller(&reader.caller, bytes)
    }

    fn admit_caller(&self, caller: &Caller, bytes: usize) -> Result<(), PageError> {
        let network = caller.key().to_owned();
        let blocks = u32::try_from(bytes.div_ceil(BLOCK)).unwrap_or(u32::MAX);
        let blocks = NonZeroU32::new(blocks).unwrap_or(NonZeroU32::MIN);
        let room = self.blocks.check_key_n(&network, blocks);
        if !matches!(room, Ok(Ok(()))) || self.requests.check_key(&network).is_err() {
            return Err(PageError::TooMany);
        }
        Ok(())
    }

    /// Forgets networks that wrote nothing of late.
    pub fn forget_old(&self) {
        for limiter in [&self.requests, &self.blocks] {
            limiter.retain_recent();
            limiter.shrink_to_fit();
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_network_is_bounded_by_requests_and_by_bytes() {
        let quota = AnonymousQuota::default();
        let [taps, logs, large] = ["a", "b", "c"].map(|n| Caller::stranger(n.into()));
        let taken = |caller, bytes| {
            let admitted = |_: &usize| quota.admit_caller(caller, bytes).is_ok();
            (0..2000).filter(admitted).count()
        };
        assert_eq!(taken(&taps, 200), 300);
        assert_eq!(taken(&logs, 1024 * 1024), 4);
        assert_eq!(taken(&large, 12 * 1024 * 1024), 0);
    }
}
