//! Who sends a request, as the doors found out: see `doors::enter`.

use std::convert::Infallible;
use std::future::{Ready, ready};

use actix_web::dev::Payload;
use actix_web::{FromRequest, HttpMessage, HttpRequest};
use uuid::Uuid;

use crate::store::role::Role;

/// Who sends a request.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub struct Caller {
    /// The person who is signed in.
    pub person: Option<Uuid>,
    /// What they are in the shop.
    pub role: Option<Role>,
    /// Their session or token.
    pub key: Option<Uuid>,
    /// The registered tablet that sends it.
    pub device: Option<Uuid>,
    /// The tablet was revoked.
    pub revoked: bool,
    /// The token only looks.
    pub reads_only: bool,
    /// They came in by a PIN: enough to cut, not to change who may come in.
    pub by_pin: bool,
}

impl FromRequest for Caller {
    type Error = Infallible;
    type Future = Ready<Result<Self, Infallible>>;

    fn from_request(request: &HttpRequest, _: &mut Payload) -> Self::Future {
        ready(Ok(request.extensions().get::<Self>().copied().unwrap_or_default()))
    }
}

#[cfg(test)]
mod tests {
    use actix_web::test::TestRequest;

    use super::*;

    #[actix_web::test]
    async fn a_caller_is_who_the_doors_found_and_no_header_names_one() {
        let id = Uuid::now_v7();
        let named = TestRequest::default().insert_header(("Galvanon-Person", id.to_string()));
        let request = named.to_http_request();
        assert_eq!(Caller::extract(&request).await, Ok(Caller::default()));
        let found = Caller { person: Some(id), role: Some(Role::Viewer), ..Caller::default() };
        request.extensions_mut().insert(found);
        assert_eq!(Caller::extract(&request).await, Ok(found));
    }
}
