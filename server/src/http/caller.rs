//! Who sends a request.

use std::convert::Infallible;
use std::future::{Ready, ready};

use actix_web::dev::Payload;
use actix_web::{FromRequest, HttpRequest};
use uuid::Uuid;

/// The header that names the person at the screen.
pub const PERSON: &str = "galvanon-person";

/// Who sends a request, as far as it says.
#[derive(Clone, Copy, Debug, Default)]
pub struct Caller {
    /// The person at the screen.
    pub person: Option<Uuid>,
}

impl FromRequest for Caller {
    type Error = Infallible;
    type Future = Ready<Result<Self, Infallible>>;

    fn from_request(request: &HttpRequest, _: &mut Payload) -> Self::Future {
        let told = request.headers().get(PERSON).and_then(|value| value.to_str().ok());
        ready(Ok(Self { person: told.and_then(|text| Uuid::parse_str(text).ok()) }))
    }
}

#[cfg(test)]
mod tests {
    use actix_web::test::TestRequest;

    use super::*;

    #[actix_web::test]
    async fn a_person_is_named_by_a_whole_id_or_not_at_all() {
        let id = Uuid::now_v7();
        for (sent, person) in [(id.to_string(), Some(id)), ("Marta".into(), None)] {
            let request = TestRequest::default().insert_header((PERSON, sent)).to_http_request();
            let caller = Caller::extract(&request).await;
            assert_eq!(caller.map(|caller| caller.person), Ok(person));
        }
        let nobody = Caller::extract(&TestRequest::default().to_http_request()).await;
        assert_eq!(nobody.map(|caller| caller.person), Ok(None));
    }
}
