//! Passkeys: a key pair that the person's browser or device holds, for the name of this shop alone (W3C Web Authentication).

use base64::Engine;
use base64::engine::general_purpose::URL_SAFE_NO_PAD;
use serde_json::{Value, json};
use sha2::{Digest, Sha256};
use url::Url;
use webauthn_rs::{Webauthn, WebauthnBuilder};

use crate::doors::secret;
use crate::error::{ApiError, ApiResult};

/// How long a browser may take to answer, ms.
const ANSWER_MS: u32 = 300_000;

/// What checks passkeys for the address of a shop; `None` where it names no host: an IP address is none.
#[must_use]
pub fn of(public_url: Option<&str>) -> Option<Webauthn> {
    let origin = Url::parse(public_url?).ok()?;
    let name = origin.domain()?.to_owned();
    WebauthnBuilder::new(&name, &origin).ok()?.rp_name("Galvanon").build().ok()
}

/// A refusal of what a browser answered: it opens no door.
#[must_use]
pub fn refused(error: &webauthn_rs::prelude::WebauthnError) -> ApiError {
    tracing::info!(%error, "a passkey was refused");
    ApiError::WrongKey
}

/// What is asked for a name that has no passkey: a challenge like any other, for a key that nobody holds.
///
/// # Errors
/// When the system has no random numbers.
pub fn decoy(host: &str, name: &str, salt: &[u8]) -> ApiResult<Value> {
    let mut hash = Sha256::new();
    hash.update(salt);
    hash.update(name.trim().to_lowercase().as_bytes());
    let id = URL_SAFE_NO_PAD.encode(hash.finalize());
    Ok(json!({ "publicKey": {
        "challenge": secret::key()?,
        "timeout": ANSWER_MS,
        "rpId": host,
        "allowCredentials": [{ "type": "public-key", "id": id }],
        "userVerification": "required",
    } }))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn passkeys_are_kept_for_a_name_and_an_address_is_none() {
        assert!(of(Some("https://cuts.shop")).is_some());
        assert!(of(Some("http://localhost:8080")).is_some());
        for none in [None, Some("https://10.0.0.7"), Some("https://[::1]:8443"), Some("cuts.shop")]
        {
            assert!(of(none).is_none(), "{none:?}");
        }
    }

    #[test]
    fn a_name_without_a_passkey_is_asked_for_the_same_key_each_time() {
        let of = |name: &str| decoy("cuts.shop", name, b"salt").unwrap_or_default();
        let (once, again) = (of("Nobody"), of(" nobody"));
        let key = "/publicKey/allowCredentials/0/id";
        assert_eq!(once.pointer(key), again.pointer(key));
        assert_ne!(once["publicKey"]["challenge"], again["publicKey"]["challenge"]);
        assert_ne!(once.pointer(key), of("Somebody").pointer(key));
    }
}
