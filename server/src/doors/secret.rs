//! Keys that nobody guesses, and their hashes: 32 bytes of the system's random numbers, so that a plain hash of them is
//! enough to keep.

use base64::Engine;
use base64::engine::general_purpose::URL_SAFE_NO_PAD;
use sha2::{Digest, Sha256};

use crate::error::{ApiError, ApiResult};
use crate::store::door::KeyHash;

/// Letters and digits that are not mistaken for one another when a person copies them.
const COPIED: &[u8; 32] = b"ABCDEFGHJKLMNPQRSTUVWXYZ23456789";
/// How many of them a code has that a person copies: 80 bits.
const COPIED_LENGTH: usize = 16;

fn random<const N: usize>() -> ApiResult<[u8; N]> {
    let mut bytes = [0; N];
    getrandom::fill(&mut bytes).map_err(|error| ApiError::Internal(error.to_string()))?;
    Ok(bytes)
}

/// A new key, as it is sent.
///
/// # Errors
/// When the system has no random numbers.
pub fn key() -> ApiResult<String> {
    Ok(URL_SAFE_NO_PAD.encode(random::<32>()?))
}

/// Random bytes, for a secret of a second factor.
///
/// # Errors
/// When the system has no random numbers.
pub fn bytes() -> ApiResult<[u8; 20]> {
    random()
}

/// A new code that a person copies, in groups of four.
///
/// # Errors
/// When the system has no random numbers.
pub fn copied() -> ApiResult<String> {
    let bytes = random::<COPIED_LENGTH>()?;
    // 32 signs: each byte gives each of them equally often
    let signs = bytes.iter().map(|byte| char::from(COPIED[usize::from(byte % 32)]));
    let mut code = String::new();
    for (at, sign) in signs.enumerate() {
        if at > 0 && at % 4 == 0 {
            code.push('-');
        }
        code.push(sign);
    }
    Ok(code)
}

/// What is kept of a key.
#[must_use]
pub fn hash(key: &str) -> KeyHash {
    Sha256::digest(key.as_bytes()).into()
}

/// What is kept of a code that a person copies: without its dashes and in whatever case.
#[must_use]
pub fn hash_copied(code: &str) -> KeyHash {
    let plain: String = code.chars().filter(char::is_ascii_alphanumeric).collect();
    hash(&plain.to_ascii_uppercase())
}

#[cfg(test)]
mod tests {
    use std::collections::BTreeSet;

    use super::*;

    #[test]
    fn no_two_keys_are_alike_and_a_hash_does_not_show_its_key() {
        let keys: BTreeSet<String> = (0..200).map(|_| key().unwrap_or_default()).collect();
        assert_eq!(keys.len(), 200);
        assert!(keys.iter().all(|key| key.len() == 43), "{keys:?}");
        // FIPS 180-4, example of one block: SHA-256 of "abc"
        let abc = hash("abc");
        assert_eq!(abc[..4], [0xba, 0x78, 0x16, 0xbf]);
    }

    #[test]
    fn a_code_is_copied_by_hand_with_or_without_its_dashes() {
        let code = copied().unwrap_or_default();
        assert_eq!((code.len(), code.matches('-').count()), (19, 3), "{code}");
        let typed = format!(" {} ", code.replace('-', " ").to_lowercase());
        assert_eq!(hash_copied(&typed), hash_copied(&code));
        assert_ne!(hash_copied(&code), hash_copied("ABCD-EFGH-JKLM-NPQR"));
    }
}
