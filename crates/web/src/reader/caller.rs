//! For whom a limited resource is used: an account, or the network of a stranger.

use std::future::{Ready, ready};

use actix_web::dev::Payload;
use actix_web::{FromRequest, HttpRequest};
use yarrowfen_rows::OwnerId;

use super::ClientIp;
use super::client::client_ip;
use crate::reply::PageError;

/// Who uses a limited resource.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Caller {
    key: String,
    member: bool,
}

impl Caller {
    /// Somebody without an account, told by his network.
    #[must_use]
    pub fn stranger(network: String) -> Self {
        Self {
            key: network,
            member: false,
        }
    }

    /// Somebody who is signed in.
    #[must_use]
    pub fn member(owner: OwnerId) -> Self {
        Self {
            key: owner.0.to_string(),
            member: true,
        }
    }

    /// The key of this caller's queues.
    #[must_use]
    pub fn key(&self) -> &str {
        &self.key
    }

    /// Returns whether the caller is signed in.
    #[must_use]
    pub fn is_member(&self) -> bool {
        self.member
    }
}

/// A caller whose sign-in is not asked for: a stranger, told by his network.
impl FromRequest for Caller {
    type Error = PageError;
    type Future = Ready<Result<Self, PageError>>;
    fn from_request(http: &HttpRequest, _: &mut Payload) -> Self::Future {
        let ClientIp(network) = client_ip(http);
        ready(Ok(Self::stranger(network)))
    }
}
