//! The address that a request came from, as attempts are counted by.

use std::future::{Ready, ready};
use std::net::{IpAddr, Ipv6Addr, SocketAddr};

use actix_web::dev::Payload;
use actix_web::{FromRequest, HttpRequest, web};
use ipnet::IpNet;

use crate::app::App;
use crate::reply::PageError;

/// Where proxies say for whom they ask, each at the end of what the one before said.
const FORWARDED: &str = "x-forwarded-for";

/// The network of whoever asks: an address of IPv4, or the 64 bits of IPv6 that one customer
/// is given.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct ClientIp(pub String);

/// An address, with or without its port, as proxies write it.
fn address(text: &str) -> Option<IpAddr> {
    let text = text.trim();
    let with_port = || text.parse::<SocketAddr>().ok().map(|a| a.ip());
    let bare = || text.trim_matches(['[', ']']).parse().ok();
    with_port().or_else(bare)
}

/// Who asks: whoever connects, unless that is a proxy of ours; then whoever it asks for, and so
/// on while that is one. What somebody else wrote further to the left is not believed.
fn client(peer: IpAddr, forwarded: &[&str], trusted: &[IpNet]) -> IpAddr {
    let ours = |ip: IpAddr| trusted.iter().any(|net| net.contains(&ip));
    let said = forwarded.iter().flat_map(|line| line.split(','));
    let mut at = peer.to_canonical();
    for entry in said.collect::<Vec<_>>().into_iter().rev() {
        if !ours(at) {
            break;
        }
        match address(entry) {
            Some(ip) => at = ip.to_canonical(),
            None => break,
        }
    }
    at
}

/// What is counted for an address.
fn network(ip: IpAddr) -> String {
    match ip {
        IpAddr::V4(ip) => ip.to_string(),
        IpAddr::V6(ip) => {
            let [a, b, c, d, ..] = ip.segments();
            format!("{}/64", Ipv6Addr::new(a, b, c, d, 0, 0, 0, 0))
        }
    }
}

impl FromRequest for ClientIp {
    type Error = PageError;
    type Future = Ready<Result<Self, PageError>>;
    fn from_request(http: &HttpRequest, _: &mut Payload) -> Self::Future {
        ready(Ok(client_ip(http)))
    }
}

/// The network that a request came from.
pub(super) fn client_ip(http: &HttpRequest) -> ClientIp {
    let app = http.app_data::<web::Data<App>>();
    let trusted = app.map_or(&[][..], |app| &app.proxies);
    let forwarded = http.headers().get_all(FORWARDED);
    let forwarded: Vec<&str> = forwarded.filter_map(|v| v.to_str().ok()).collect();
    let network = http
        .peer_addr()
        .map(|peer| network(client(peer.ip(), &forwarded, trusted)));
    ClientIp(network.unwrap_or_else(|| "unknown".into()))
}

#[cfg(test)]
mod tests {
    use super::*;

    fn who(peer: &str, forwarded: &[&str], trusted: &[&str]) -> String {
        let trusted: Vec<IpNet> = trusted.iter().map(|t| t.parse().unwrap()).collect();
        network(client(peer.parse().unwrap(), forwarded, &trusted))
    }

    #[test]
    fn without_a_proxy_of_ours_nobody_says_who_he_is() {
        assert_eq!(who("203.0.113.7", &["198.51.100.1"], &[]), "203.0.113.7");
        assert_eq!(
            who("203.0.113.7", &["198.51.100.1"], &["10.0.0.0/8"]),
            "203.0.113.7"
        );
    }

    #[test]
    fn a_proxy_of_ours_is_believed_and_what_stands_before_it_is_not() {
        let ours = ["10.0.0.0/8", "::1/128"];
        assert_eq!(who("10.0.0.1", &["198.51.100.1"], &ours), "198.51.100.1");
        // What the client wrote himself stands to the left.
        assert_eq!(
            who("10.0.0.1", &["192.0.2.9, 198.51.100.1"], &ours),
            "198.51.100.1"
        );
        // Two proxies, in two lines.
        assert_eq!(
            who("10.0.0.1", &["192.0.2.9, 198.51.100.1", "10.0.0.2"], &ours),
            "198.51.100.1"
        );
        assert_eq!(who("::1", &["198.51.100.1:4000"], &ours), "198.51.100.1");
        assert_eq!(
            who("::ffff:10.0.0.1", &["[2001:db8:1:2:3:4:5:6]:4000"], &ours),
            "2001:db8:1:2::/64"
        );
        // Nothing that can be read: the proxy stands for all.
        for none in ["", "unknown", "_hidden", "1.2.3"] {
            assert_eq!(who("10.0.0.1", &[none], &ours), "10.0.0.1");
        }
        assert_eq!(who("10.0.0.1", &[], &ours), "10.0.0.1");
    }

    #[test]
    fn a_customer_of_ipv6_is_one_however_many_addresses_he_takes() {
        let one = who("2001:db8:1:2:ffff::1", &[], &[]);
        assert_eq!(one, who("2001:db8:1:2:0:5::9", &[], &[]));
        assert_ne!(one, who("2001:db8:1:3::1", &[], &[]));
    }
}
