//! How this server's doors stand: what its configuration settles once.

use std::net::IpAddr;
use std::sync::Arc;

use actix_web::HttpRequest;
use actix_web::http::header::HOST;
use time::Duration;
use webauthn_rs::Webauthn;

use crate::config::Config;
use crate::doors::passkey;
use crate::store::door::sessions::Ends;

/// How the doors stand.
#[derive(Clone, Debug)]
pub struct Doors {
    /// How long sessions last.
    pub ends: Ends,
    /// Whether pages come over https, so that cookies are sent over nothing else.
    pub secure: bool,
    /// Whether it is reached from outside this machine, under a public name.
    pub outside: bool,
    /// Whether the invented people of a demo may come in by one touch: on this machine alone.
    pub demo: bool,
    /// Whether the calculators answer those who are not signed in.
    pub open_calculators: bool,
    /// Under which names the shop is reached, besides loopback's.
    pub hosts: Vec<String>,
    /// Whether names of loopback are served: they are not on a network's address.
    pub loopback: bool,
    /// The proxies whose word on an address is taken.
    pub proxies: Vec<IpAddr>,
    /// The most requests a second of one address, and at once twice that.
    pub flood_per_second: u32,
    /// What checks passkeys, where the shop has a name to keep them for.
    pub passkeys: Option<Arc<Webauthn>>,
    /// The script that the page of this version begins with: an open page with another one is of another version.
    pub page: Option<String>,
    /// Where the shop's people reach it, for a link: as in `GALVANON_PUBLIC_URL`.
    pub public_url: Option<String>,
}

impl Doors {
    /// As a configuration says.
    #[must_use]
    pub fn of(config: &Config) -> Self {
        let public = config.public_url.as_deref().map(|url| url.trim_end_matches('/').to_owned());
        let https = public.as_deref().is_some_and(|url| url.starts_with("https://"));
        let loopback = config.listen.is_loopback();
        let outside = public.as_deref().and_then(host_of).is_some_and(|host| host != "localhost");
        let mut hosts: Vec<String> = config.hosts.iter().map(|host| host.to_lowercase()).collect();
        hosts.extend(public.as_deref().and_then(host_of).map(str::to_lowercase));
        Self {
            ends: Ends {
                idle: Duration::minutes(config.idle_minutes),
                absolute: Duration::hours(config.session_hours),
            },
            secure: https || config.tls_cert.is_some(),
            demo: loopback && !outside && config.tls_cert.is_none(),
            outside,
            passkeys: passkey::of(public.as_deref()).map(Arc::new),
            open_calculators: !config.closed,
            hosts,
            loopback,
            proxies: config.proxies.clone(),
            flood_per_second: config.flood_per_second.max(1),
            page: std::fs::read_to_string(config.web.join("index.html"))
                .ok()
                .and_then(|page| script_of(&page)),
            public_url: public,
        }
    }

    /// Whether a request names a host that is ours: a page elsewhere could let its own name point at this machine and read
    /// what is here.
    #[must_use]
    pub fn serve(&self, request: &HttpRequest) -> bool {
        let told = request.headers().get(HOST).and_then(|host| host.to_str().ok());
        // HTTP/2 names it in the address
        let told = told.or_else(|| request.uri().authority().map(|authority| authority.as_str()));
        let Some(host) = told.map(|host| without_port(host).to_lowercase()) else { return false };
        let of_loopback = ["localhost", "127.0.0.1", "[::1]"].contains(&host.as_str());
        // on a network an address is a name of its own: no page can make its name an address
        let address = host.trim_matches(['[', ']']).parse::<IpAddr>().is_ok();
        (self.loopback && of_loopback) || (!self.loopback && address) || self.hosts.contains(&host)
    }

    /// The address that a request comes from: a named proxy's word on it is taken, nobody else's.
    #[must_use]
    pub fn address(&self, request: &HttpRequest) -> Option<IpAddr> {
        let peer = request.peer_addr().map(|peer| peer.ip());
        if !peer.is_some_and(|peer| self.proxies.contains(&peer)) {
            return peer;
        }
        let told = request.headers().get_all("x-forwarded-for");
        let told: Vec<&str> = told.filter_map(|value| value.to_str().ok()).collect();
        // the last one was written by our own proxy, those before it by anybody
        let last = told.last().and_then(|list| list.rsplit(',').next());
        last.and_then(|text| text.trim().parse().ok()).or(peer)
    }
}

/// The address of the first script of ours in a page.
fn script_of(page: &str) -> Option<String> {
    let mut quoted = page.split('"');
    quoted.find(|part| part.starts_with("/assets/") && part.ends_with(".js")).map(str::to_owned)
}

/// A host without its port: `[::1]:8080` is `[::1]`.
fn without_port(authority: &str) -> &str {
    match authority.rfind(':') {
        Some(at) if !authority[at..].contains(']') => &authority[..at],
        _ => authority,
    }
}

/// The host of an address as `https://shop.example:8443/`.
fn host_of(url: &str) -> Option<&str> {
    let rest = url.split_once("://")?.1;
    let authority = rest.split('/').next()?;
    Some(without_port(authority))
}

#[cfg(test)]
mod tests {
    use actix_web::test::TestRequest;

    use super::*;

    fn doors(change: impl FnOnce(&mut Config)) -> Doors {
        let mut config = Config::on_loopback("web/dist".into());
        change(&mut config);
        Doors::of(&config)
    }

    #[test]
    fn the_demo_has_a_door_of_its_own_on_this_machine_alone() {
        assert!(doors(|_| ()).demo);
        assert!(doors(|config| config.public_url = Some("http://localhost:8080".into())).demo);
        assert!(!doors(|config| config.public_url = Some("https://shop.example".into())).demo);
        assert!(!doors(|config| config.listen = [10, 0, 0, 7].into()).demo);
    }

    #[test]
    fn a_public_name_makes_cookies_secure_and_is_a_known_host() {
        let named = doors(|config| config.public_url = Some("https://Shop.example:8443/".into()));
        assert!(named.secure);
        assert_eq!(named.hosts, ["shop.example"]);
        assert!(!doors(|_| ()).secure);
    }

    #[test]
    fn on_a_network_a_tablet_may_reach_the_shop_by_its_address() {
        let named = doors(|config| {
            config.listen = [192, 0, 2, 10].into();
            config.hosts = vec!["cuts.shop".into()];
        });
        let asked = |host: &str| {
            named.serve(&TestRequest::default().insert_header((HOST, host)).to_http_request())
        };
        for ours in ["192.0.2.10:8443", "[2001:db8::1]:8443", "cuts.shop"] {
            assert!(asked(ours), "{ours}");
        }
        for strange in ["evil.example", "192.0.2.10.evil.example", "localhost", ""] {
            assert!(!asked(strange), "{strange}");
        }
    }

    #[test]
    fn a_page_is_told_by_its_script() {
        let page = r#"<link href="/assets/a.css"><script type="module" src="/assets/index-7.js"></script>"#;
        assert_eq!(script_of(page).as_deref(), Some("/assets/index-7.js"));
        assert_eq!(script_of("<p>no page</p>"), None);
    }

    #[test]
    fn only_a_named_proxy_says_where_a_request_comes_from() {
        let request = |peer: &str| {
            let peer = format!("{peer}:40000").parse().unwrap_or_else(|_| ([0, 0, 0, 0], 0).into());
            TestRequest::default()
                .peer_addr(peer)
                .insert_header(("X-Forwarded-For", "1.2.3.4, 203.0.113.9"))
                .to_http_request()
        };
        let behind = doors(|config| config.proxies = vec![[10, 0, 0, 1].into()]);
        assert_eq!(behind.address(&request("10.0.0.1")), Some([203, 0, 113, 9].into()));
        assert_eq!(behind.address(&request("10.0.0.2")), Some([10, 0, 0, 2].into()));
    }

    #[test]
    fn a_host_is_known_by_name_whatever_its_port() {
        let doors = doors(|config| config.public_url = Some("https://shop.example".into()));
        let asked = |host: &str| {
            doors.serve(&TestRequest::default().insert_header((HOST, host)).to_http_request())
        };
        for ours in ["localhost", "LocalHost:8080", "127.0.0.1:1", "[::1]:8080", "shop.example:443"]
        {
            assert!(asked(ours), "{ours}");
        }
        for strange in
            ["evil.example", "localhost.evil.example", "127.0.0.1.evil.example", "", "[::2]"]
        {
            assert!(!asked(strange), "{strange}");
        }
    }
}
