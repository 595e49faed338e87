//! Passwords and PINs: which are taken, how they are hashed and checked. Never more than two hashes at once, each 19 MiB.

use std::sync::LazyLock;
use std::time::Duration;

use actix_web::web;
use argon2::Argon2;
use argon2::password_hash::phc::PasswordHash;
use argon2::password_hash::{PasswordHasher, PasswordVerifier};
use serde_json::Value;
use tokio::sync::Semaphore;

use crate::error::{ApiError, ApiResult, FieldError};
use crate::http::fields::Fields;

/// The shortest password, characters. OWASP ASVS 4.0.3, 2.1.1.
pub const SHORTEST: usize = 12;
/// The longest password, characters. OWASP ASVS 4.0.3, 2.1.2.
pub const LONGEST: usize = 128;
/// How long a PIN is, digits.
const PIN: std::ops::RangeInclusive<usize> = 4..=8;
/// Hashes at once.
const AT_ONCE: usize = 2;
/// How long a hash may wait for its turn.
const WAIT: Duration = Duration::from_secs(1);
/// Characters of which how easily they are guessed is told; what follows only makes it harder.
const JUDGED: usize = 64;

static TURNS: Semaphore = Semaphore::const_new(AT_ONCE);

/// A hash that no password has: what is checked for an unknown name takes as long as for a known one.
static NOBODY: LazyLock<String> =
    LazyLock::new(|| hashed(b"nobody has this password").unwrap_or_default());

/// Argon2id with 19 MiB, two passes, one lane: the crate's defaults, which are those of the OWASP Password Storage Cheat Sheet.
fn hashed(secret: &[u8]) -> ApiResult<String> {
    let hash = Argon2::default().hash_password(secret);
    Ok(hash.map_err(|error| ApiError::Internal(error.to_string()))?.to_string())
}

async fn in_turn<T: Send + 'static>(work: impl FnOnce() -> T + Send + 'static) -> ApiResult<T> {
    let turn = tokio::time::timeout(WAIT, TURNS.acquire()).await;
    let Ok(Ok(_turn)) = turn else { return Err(ApiError::Busy) };
    web::block(work).await.map_err(|error| ApiError::Internal(error.to_string()))
}

/// The hash of a password or PIN.
///
/// # Errors
/// [`ApiError::Busy`] while two others are being hashed.
pub async fn hash(secret: &str) -> ApiResult<String> {
    let secret = secret.to_owned();
    in_turn(move || hashed(secret.as_bytes())).await?
}

/// Whether a password or PIN is the one of a hash; without a hash it is none, after as long.
///
/// # Errors
/// [`ApiError::Busy`] while two others are being hashed.
pub async fn is(secret: &str, kept: Option<&str>) -> ApiResult<bool> {
    // an honest one is never longer: what is longer is not hashed for minutes
    let secret: String = secret.chars().take(LONGEST + 1).collect();
    let known = kept.is_some();
    let kept = kept.map_or_else(|| NOBODY.clone(), ToOwned::to_owned);
    in_turn(move || {
        let hash = PasswordHash::new(&kept);
        let right = hash
            .is_ok_and(|hash| Argon2::default().verify_password(secret.as_bytes(), &hash).is_ok());
        right && known
    })
    .await
}

fn fault(path: &str, code: &str) -> FieldError {
    let mut fields = Fields::default();
    let words = [
        ("low", SHORTEST.to_string()),
        ("high", LONGEST.to_string()),
        ("allowed", format!("{} to {}", PIN.start(), PIN.end())),
    ];
    // what was typed is never told back
    fields.refuse(path, code, Value::Null, &words);
    fields.errors.remove(0)
}

/// Whether a password is taken: long enough, and none that is guessed first. Its owner's name and the shop's count as known.
///
/// # Errors
/// [`ApiError::Invalid`] at `path`, without the password.
pub fn taken(path: &str, password: &str, known: &[&str]) -> ApiResult<()> {
    let length = password.chars().count();
    if !(SHORTEST..=LONGEST).contains(&length) {
        return Err(ApiError::Invalid(vec![fault(path, "password_length")]));
    }
    let judged: String = password.chars().take(JUDGED).collect();
    let together = known.iter().map(|text| text.split_whitespace().collect::<String>());
    let apart = known.iter().flat_map(|text| text.split_whitespace()).map(ToOwned::to_owned);
    let known: Vec<String> = together.chain(apart).collect();
    let known: Vec<&str> = known.iter().map(String::as_str).collect();
    if zxcvbn::zxcvbn(&judged, &known).score() < zxcvbn::Score::Three {
        return Err(ApiError::Invalid(vec![fault(path, "password_common")]));
    }
    Ok(())
}

/// Whether a PIN is taken: digits, neither one alone nor in a row.
///
/// # Errors
/// [`ApiError::Invalid`] at `path`, without the PIN.
pub fn pin_taken(path: &str, pin: &str) -> ApiResult<()> {
    if !PIN.contains(&pin.len()) || !pin.bytes().all(|byte| byte.is_ascii_digit()) {
        return Err(ApiError::Invalid(vec![fault(path, "pin_digits")]));
    }
    let steps: Vec<i16> =
        pin.as_bytes().windows(2).map(|two| i16::from(two[1]) - i16::from(two[0])).collect();
    if [0, 1, -1].iter().any(|step| steps.iter().all(|it| it == step)) {
        return Err(ApiError::Invalid(vec![fault(path, "pin_common")]));
    }
    Ok(())
}

#[cfg(test)]
mod tests {
    use super::*;

    fn code_of(told: ApiResult<()>) -> String {
        match told {
            Ok(()) => "taken".into(),
            Err(ApiError::Invalid(faults)) => {
                assert_eq!(faults[0].value, Value::Null, "what was typed is not told back");
                faults[0].code.clone()
            }
            Err(other) => other.to_string(),
        }
    }

    #[test]
    fn a_password_is_long_and_not_among_the_first_that_are_tried() {
        let of = |text: &str| code_of(taken("password", text, &["Marta Quill"]));
        assert_eq!(of("short"), "password_length");
        assert_eq!(of(&"x".repeat(129)), "password_length");
        // common practice: what lists of leaked passwords begin with, drawn out to the length
        for common in
            ["password1234", "123456789012", "qwertyuiopas", "aaaaaaaaaaaa", "martaquill12"]
        {
            assert_eq!(of(common), "password_common", "{common}");
        }
        for good in ["kerf drag lever cherry", "Vq7!tangle-brass", "плита режется чисто"]
        {
            assert_eq!(of(good), "taken", "{good}");
        }
        assert_eq!(of(&format!("kerf drag lever cherry {}", "é".repeat(105))), "taken");
    }

    #[test]
    fn a_pin_is_four_to_eight_digits_and_no_row() {
        let of = |pin: &str| code_of(pin_taken("pin", pin));
        for odd in ["", "123", "123456789", "12a4", "１２３４"] {
            assert_eq!(of(odd), "pin_digits", "{odd}");
        }
        for common in ["0000", "1234", "87654321"] {
            assert_eq!(of(common), "pin_common", "{common}");
        }
        for good in ["2580", "1357", "20261128"] {
            assert_eq!(of(good), "taken", "{good}");
        }
    }

    #[actix_web::test]
    async fn a_password_is_known_again_and_nobody_has_one() {
        let kept = hash("kerf drag lever cherry").await.unwrap_or_default();
        assert!(kept.starts_with("$argon2id$v=19$m=19456,t=2,p=1$"), "{kept}");
        assert!(matches!(is("kerf drag lever cherry", Some(&kept)).await, Ok(true)));
        assert!(matches!(is("kerf drag lever Cherry", Some(&kept)).await, Ok(false)));
        assert!(matches!(is("nobody has this password", None).await, Ok(false)));
        assert!(matches!(is("x", Some("no hash")).await, Ok(false)));
    }
}
