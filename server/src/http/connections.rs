//! How many connections are open, in all and by address: nobody keeps the others out by holding them.
//!
//! Behind a trusted proxy all connections are its own: there each request under way counts for the address that the proxy
//! names.

use std::any::Any;
use std::collections::HashMap;
use std::net::IpAddr;
use std::sync::{Arc, Mutex, PoisonError};

use actix_tls::accept::rustls_0_23::TlsStream;
use actix_web::dev::Extensions;
use actix_web::rt::net::TcpStream;
use socket2::SockRef;

use crate::config::Most;
use crate::error::ApiError;

#[derive(Debug, Default)]
struct Counts {
    all: usize,
    each: HashMap<IpAddr, usize>,
}

/// The connections that are open; its clones are the same count.
#[derive(Clone, Debug)]
pub struct Connections {
    most: Most,
    proxies: Arc<[IpAddr]>,
    counts: Arc<Mutex<Counts>>,
}

/// One that is counted for as long as it lives.
#[derive(Debug)]
pub struct Open {
    of: Connections,
    address: Option<IpAddr>,
    /// Why requests over it are refused.
    refused: Option<Refused>,
}

#[derive(Clone, Copy, Debug, PartialEq, Eq)]
enum Refused {
    All,
    Each,
}

impl Open {
    /// Why nothing is answered over it.
    ///
    /// # Errors
    /// [`ApiError::TooMany`] of one address, [`ApiError::Busy`] in all.
    pub fn check(&self) -> Result<(), ApiError> {
        match self.refused {
            None => Ok(()),
            Some(Refused::All) => Err(ApiError::Busy),
            Some(Refused::Each) => Err(ApiError::TooMany(1)),
        }
    }
}

impl Drop for Open {
    fn drop(&mut self) {
        let mut counts = self.of.counts.lock().unwrap_or_else(PoisonError::into_inner);
        counts.all = counts.all.saturating_sub(1);
        let Some(address) = self.address else { return };
        if let Some(count) = counts.each.get_mut(&address) {
            *count -= 1;
            if *count == 0 {
                counts.each.remove(&address);
            }
        }
    }
}

impl Connections {
    /// None yet.
    #[must_use]
    pub fn of(most: Most, proxies: &[IpAddr]) -> Self {
        Self { most, proxies: proxies.into(), counts: Arc::default() }
    }

    /// Counts one more: a connection, or behind a proxy a request under way.
    #[must_use]
    pub fn open(&self, address: Option<IpAddr>) -> Open {
        let mut counts = self.counts.lock().unwrap_or_else(PoisonError::into_inner);
        counts.all += 1;
        let own = address.map_or(0, |address| {
            let count = counts.each.entry(address).or_default();
            *count += 1;
            *count
        });
        let refused = if own > self.most.each {
            Some(Refused::Each)
        } else {
            (counts.all > self.most.all).then_some(Refused::All)
        };
        Open { of: self.clone(), address, refused }
    }

    /// How many an address has.
    fn count(&self, address: IpAddr) -> usize {
        let counts = self.counts.lock().unwrap_or_else(PoisonError::into_inner);
        counts.each.get(&address).copied().unwrap_or(0)
    }

    /// Counts an accepted connection. Requests over one beyond the limit are refused; beyond twice the limit it is closed.
    pub fn accepted(&self, connection: &dyn Any, data: &mut Extensions) {
        let plain = connection.downcast_ref::<TcpStream>();
        let stream = plain
            .or_else(|| connection.downcast_ref::<TlsStream<TcpStream>>().map(|it| it.get_ref().0));
        let Some(stream) = stream else { return };
        let address = stream.peer_addr().ok().map(|peer| peer.ip());
        let own = address.filter(|address| !self.proxies.contains(address));
        let open = self.open(own);
        if own.is_some_and(|own| self.count(own) > 2 * self.most.each) {
            // it is closed already where this fails
            let _ = SockRef::from(stream).shutdown(std::net::Shutdown::Both);
        }
        data.insert(open);
    }

    /// Counts a request that a proxy passes on for somebody; `None` for a request that comes by itself.
    #[must_use]
    pub fn forwarded(&self, peer: Option<IpAddr>, address: Option<IpAddr>) -> Option<Open> {
        let by_proxy = peer.is_some_and(|peer| self.proxies.contains(&peer));
        (by_proxy && peer != address).then(|| self.open(address))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    const ONE: IpAddr = IpAddr::V4(std::net::Ipv4Addr::new(10, 0, 0, 1));
    const OTHER: IpAddr = IpAddr::V4(std::net::Ipv4Addr::new(10, 0, 0, 2));

    #[test]
    fn one_address_keeps_no_other_out_and_a_closed_connection_counts_no_more() {
        let all = Connections::of(Most { all: 100, each: 3 }, &[]);
        let held: Vec<Open> = (0..3).map(|_| all.open(Some(ONE))).collect();
        assert!(held.iter().all(|open| open.check().is_ok()));
        assert!(matches!(all.open(Some(ONE)).check(), Err(ApiError::TooMany(_))));
        assert!(all.open(Some(OTHER)).check().is_ok());
        drop(held);
        assert!(all.open(Some(ONE)).check().is_ok());
    }

    #[test]
    fn in_all_there_are_no_more_than_the_server_holds() {
        let all = Connections::of(Most { all: 2, each: 2 }, &[]);
        let (_a, _b) = (all.open(Some(ONE)), all.open(Some(OTHER)));
        assert!(matches!(all.open(None).check(), Err(ApiError::Busy)));
    }

    #[test]
    fn behind_a_proxy_the_address_that_it_names_counts() {
        let all = Connections::of(Most { all: 100, each: 1 }, &[ONE]);
        let first = all.forwarded(Some(ONE), Some(OTHER));
        let second = all.forwarded(Some(ONE), Some(OTHER));
        assert!(first.as_ref().is_some_and(|open| open.check().is_ok()));
        assert!(second.is_some_and(|open| open.check().is_err()), "the first is still under way");
        drop(first);
        // nobody else's word counts, and who comes directly is counted by connection
        assert!(all.forwarded(Some(OTHER), Some(ONE)).is_none());
        assert!(all.forwarded(Some(OTHER), Some(OTHER)).is_none());
    }
}
