//! The two cookies: the key of a session and the key of a tablet. No script reads them, no other site sends them.

use actix_web::HttpRequest;
use actix_web::cookie::time::Duration;
use actix_web::cookie::{Cookie, SameSite};

/// Which key.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Key {
    /// Of a session.
    Session,
    /// Of a registered tablet.
    Device,
}

/// How long a tablet keeps its key: browsers keep none longer. RFC 6265bis, 5.5.
const DEVICE_DAYS: i64 = 400;

impl Key {
    /// Its name: over https one that only this host can have set. RFC 6265bis, 4.1.3.2.
    fn name(self, secure: bool) -> &'static str {
        match (self, secure) {
            (Self::Session, true) => "__Host-galvanon",
            (Self::Session, false) => "galvanon",
            (Self::Device, true) => "__Host-galvanon-device",
            (Self::Device, false) => "galvanon-device",
        }
    }

    /// The key that a request carries.
    #[must_use]
    pub fn of(self, request: &HttpRequest, secure: bool) -> Option<String> {
        request.cookie(self.name(secure)).map(|cookie| cookie.value().to_owned())
    }

    /// The cookie that gives a key to a browser.
    #[must_use]
    pub fn given(self, key: &str, secure: bool, lasts: Duration) -> Cookie<'static> {
        let lasts = if self == Self::Device { Duration::days(DEVICE_DAYS) } else { lasts };
        Cookie::build(self.name(secure), key.to_owned())
            .path("/")
            .secure(secure)
            .http_only(true)
            .same_site(SameSite::Lax)
            .max_age(lasts)
            .finish()
    }

    /// The cookie that takes it back.
    #[must_use]
    pub fn taken(self, secure: bool) -> Cookie<'static> {
        let mut cookie = self.given("", secure, Duration::ZERO);
        cookie.make_removal();
        cookie
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn over_https_a_cookie_is_of_this_host_alone() {
        let day = Duration::days(1);
        let cookie = Key::Session.given("k", true, day).to_string();
        for part in
            ["__Host-galvanon=k", "HttpOnly", "SameSite=Lax", "Secure", "Path=/", "Max-Age=86400"]
        {
            assert!(cookie.contains(part), "{part} is not in {cookie}");
        }
        assert!(!cookie.contains("Domain"), "{cookie}");
        // on this machine itself there is no https: a browser would not keep it
        let plain = Key::Device.given("k", false, day).to_string();
        assert!(!plain.contains("Secure") && plain.starts_with("galvanon-device=k"), "{plain}");
        assert!(Key::Session.taken(true).to_string().contains("Max-Age=0"));
    }
}
