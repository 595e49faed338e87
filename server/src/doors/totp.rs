//! The second factor: a code of six digits that an app of the person computes from a shared secret and the time (RFC 6238).

use time::OffsetDateTime;
use totp_rs::{Builder, Secret, Totp};

use crate::error::{ApiError, ApiResult};

/// How long a code holds, s. RFC 6238, 5.2.
const STEP_S: u64 = 30;

/// SHA-1, six digits, a step to either side: what every app computes. RFC 6238, 5.2; RFC 4226, 5.3.
fn of(secret: &[u8], account: &str) -> ApiResult<Totp> {
    Builder::new()
        .with_secret(secret.to_vec())
        .with_digits(6)
        .with_skew(1)
        .with_step_duration(STEP_S)
        .with_account_name(account)
        .with_issuer(Some("Galvanon"))
        .build()
        .map_err(|error| ApiError::Internal(error.to_string()))
}

/// The time step whose code it is, now or one step off; `None` where it is none of them.
///
/// # Errors
/// When the secret cannot be used.
pub fn step_of(secret: &[u8], code: &str, now: OffsetDateTime) -> ApiResult<Option<i64>> {
    let code: String = code.chars().filter(char::is_ascii_digit).collect();
    let Ok(at) = u64::try_from(now.unix_timestamp()) else { return Ok(None) };
    let step = of(secret, "person")?.check(&code, at);
    Ok(step.and_then(|step| i64::try_from(step).ok()))
}

/// The secret as an app takes it: in base 32, and as an address for a code to scan.
///
/// # Errors
/// When the secret cannot be used.
pub fn told(secret: &[u8], name: &str) -> ApiResult<(String, String)> {
    // a colon parts issuer and account in the address
    let url = of(secret, &name.replace(':', " "))?.to_url();
    let url = url.map_err(|error| ApiError::Internal(error.to_string()))?;
    Ok((Secret::from(secret).to_base32(), url))
}

#[cfg(test)]
mod tests {
    use super::*;

    /// RFC 6238, appendix B: the secret of its test vectors for SHA-1.
    const SECRET: &[u8] = b"12345678901234567890";

    #[test]
    fn codes_are_those_of_the_standard() {
        // RFC 6238, appendix B: eight digits there; six are the last six of them (RFC 4226, 5.3)
        for (at, code) in [(59, "287082"), (1_111_111_109, "081804"), (2_000_000_000, "279037")] {
            let now = OffsetDateTime::from_unix_timestamp(at).unwrap_or(OffsetDateTime::UNIX_EPOCH);
            let step = step_of(SECRET, code, now).unwrap_or_default();
            assert_eq!(step, Some(at / 30), "{at}");
            let late = now + time::Duration::seconds(30);
            assert_eq!(step_of(SECRET, code, late).unwrap_or_default(), Some(at / 30));
            let later = now + time::Duration::seconds(61);
            assert_eq!(step_of(SECRET, code, later).unwrap_or_default(), None);
        }
    }

    #[test]
    fn an_app_is_told_the_secret_in_base_32() {
        let (secret, url) = told(SECRET, "Marta Quill").unwrap_or_default();
        // RFC 4648, 6: the same bytes
        assert_eq!(secret, "GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ");
        assert!(url.starts_with("otpauth://totp/Galvanon:Marta%20Quill?secret=GEZD"), "{url}");
    }
}
