//! Wrong tries at the doors are counted in the database, so that two servers count together, by name, tablet and address.

use sqlx::PgPool;

use crate::doors::secret;
use crate::error::{ApiError, ApiResult};
use crate::store::door::tries::{self, Try, WINDOW_S};

/// What a door counts, and how many wrong tries of it are answered within a minute.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum About<'a> {
    /// A name, known or not, in any case.
    Name(&'a str),
    /// An address on the network.
    Address(&'a str),
    /// A registered tablet.
    Device(&'a str),
}

impl About<'_> {
    fn most(self) -> i64 {
        match self {
            Self::Name(_) => 10,
            Self::Address(_) => 100,
            Self::Device(_) => 10,
        }
    }

    fn key(self) -> [u8; 32] {
        match self {
            Self::Name(name) => secret::hash(&format!("name {}", name.trim().to_lowercase())),
            Self::Address(address) => secret::hash(&format!("address {address}")),
            Self::Device(device) => secret::hash(&format!("device {device}")),
        }
    }
}

/// Notes a try before it is looked at; [`right`] takes it back.
///
/// # Errors
/// [`ApiError::TooMany`] when there were too many.
pub async fn note(pool: &PgPool, about: &[About<'_>]) -> ApiResult<Try> {
    let keys: Vec<_> = about.iter().map(|one| one.key()).collect();
    let (noted, counts) = tries::note(&mut *pool.acquire().await?, &keys).await?;
    let over = about.iter().zip(&counts).any(|(one, count)| *count > one.most());
    #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "a minute")]
    if over { Err(ApiError::TooMany(WINDOW_S as u32)) } else { Ok(noted) }
}

/// It was right: it does not count.
///
/// # Errors
/// When the database fails.
pub async fn right(pool: &PgPool, noted: &Try) -> ApiResult<()> {
    tries::forgive(pool, noted).await
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_name_is_one_in_any_case_and_no_address() {
        assert_eq!(About::Name(" Marta Quill").key(), About::Name("marta quill").key());
        assert_ne!(About::Name("10.0.0.7").key(), About::Address("10.0.0.7").key());
    }
}
