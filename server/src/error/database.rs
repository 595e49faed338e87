//! Why the database did not answer, sorted by what the caller can do about it.

/// Trouble of the database that passes: the request is worth another try.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Trouble {
    /// It goes down, comes up, takes no changes, or cannot be reached.
    Away,
    /// A statement ran, or waited for a lock, longer than it may.
    Busy,
    /// Its disk or its memory is full.
    Full,
}

impl Trouble {
    /// The trouble behind an error; `None` for any other error.
    ///
    /// Source of the codes: PostgreSQL 15, Appendix A: connection failed (class 08), shut down (57P01 to 57P03), a standby that
    /// takes no changes (25006); statement cancelled by its time-out (57014), lock not available (55P03); disk full (53100), out
    /// of memory (53200).
    #[must_use]
    pub fn of(error: &sqlx::Error) -> Option<Self> {
        match error {
            sqlx::Error::PoolTimedOut
            | sqlx::Error::PoolClosed
            | sqlx::Error::WorkerCrashed
            | sqlx::Error::Io(_)
            | sqlx::Error::Tls(_) => Some(Self::Away),
            sqlx::Error::Database(told) => told.code().as_deref().and_then(Self::of_code),
            _ => None,
        }
    }

    fn of_code(code: &str) -> Option<Self> {
        match code {
            "57P01" | "57P02" | "57P03" | "25006" => Some(Self::Away),
            "57014" | "55P03" => Some(Self::Busy),
            "53100" | "53200" => Some(Self::Full),
            _ => code.starts_with("08").then_some(Self::Away),
        }
    }

    /// The code of the answer.
    #[must_use]
    pub const fn code(self) -> &'static str {
        match self {
            Self::Away => "unavailable",
            Self::Busy => "busy",
            Self::Full => "full",
        }
    }

    /// The same in words.
    #[must_use]
    pub const fn message(self) -> &'static str {
        match self {
            Self::Away => {
                "The shop's database is not in reach. Nothing was lost: it goes on when it is back."
            }
            Self::Busy => {
                "The shop's database is busy. Nothing was changed: try again in a moment."
            }
            Self::Full => {
                "The shop's database is full. Nothing was changed: tell whoever runs the server."
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn each_code_says_what_can_be_done() {
        for (code, trouble) in [
            ("08006", Some(Trouble::Away)),
            ("57P03", Some(Trouble::Away)),
            ("55P03", Some(Trouble::Busy)),
            ("57014", Some(Trouble::Busy)),
            ("53100", Some(Trouble::Full)),
            ("23505", None),
            ("42P01", None),
        ] {
            assert_eq!(Trouble::of_code(code), trouble, "{code}");
        }
        assert_eq!(Trouble::of(&sqlx::Error::PoolTimedOut), Some(Trouble::Away));
        assert_eq!(Trouble::of(&sqlx::Error::RowNotFound), None);
    }
}
