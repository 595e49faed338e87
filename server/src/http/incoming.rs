//! Reads the bytes of a request, against a limit of size and of time.

use std::time::Duration;

use actix_web::dev::Payload;
use actix_web::web::{Bytes, BytesMut};
use futures_util::StreamExt;
use tokio::time::{Instant, timeout_at};

use crate::error::{ApiError, ApiResult};

/// How long any body may take; what is larger may take as long as it comes at this rate, bytes a second. A body of 12 MB
/// may take 13 minutes. Source: `ours`: a tenth of the slowest network that a tablet is used on.
const RATE: f64 = 16_000.0;

/// How much a body may hold, and how long it may take.
#[derive(Clone, Copy, Debug)]
pub struct Intake {
    /// Bytes at most.
    pub most: usize,
    /// Time that any body has.
    pub time: Duration,
}

/// Time that any body has: of the server's configuration.
#[derive(Clone, Copy, Debug)]
pub struct BodyTime(pub Duration);

/// Why a body was not read.
#[derive(Debug)]
pub enum NotWhole {
    /// It holds more bytes than it may.
    TooLarge,
    /// It came too slowly.
    TooSlow,
    /// The connection failed.
    Broken(String),
}

impl NotWhole {
    /// The same as the answer, except where a body is too large: the reader says what it may hold.
    ///
    /// # Errors
    /// Always.
    pub fn unless_too_large<T>(self, too_large: impl FnOnce() -> ApiError) -> ApiResult<T> {
        Err(match self {
            Self::TooLarge => too_large(),
            Self::TooSlow => ApiError::TooSlow,
            Self::Broken(why) => ApiError::Cut(why),
        })
    }
}

/// Reads a body to its end.
///
/// # Errors
/// What kept it from being read whole.
pub async fn read(mut payload: Payload, intake: Intake) -> Result<Bytes, NotWhole> {
    let began = Instant::now();
    let mut whole = BytesMut::new();
    loop {
        #[allow(clippy::cast_precision_loss, reason = "a body of megabytes")]
        let earned = Duration::from_secs_f64(whole.len() as f64 / RATE);
        let next = timeout_at(began + intake.time.max(earned), payload.next()).await;
        match next.map_err(|_| NotWhole::TooSlow)? {
            None => return Ok(whole.freeze()),
            Some(Err(error)) => return Err(NotWhole::Broken(error.to_string())),
            Some(Ok(part)) if whole.len() + part.len() > intake.most => {
                return Err(NotWhole::TooLarge);
            }
            Some(Ok(part)) => whole.extend_from_slice(&part),
        }
    }
}

#[cfg(test)]
mod tests {
    use actix_web::error::PayloadError;
    use futures_util::{Stream, stream};

    use super::*;

    const INTAKE: Intake = Intake { most: 100_000, time: Duration::from_millis(100) };

    fn slowly(parts: usize, size: usize, pause: Duration) -> Payload {
        let parts = stream::unfold(0, move |sent| async move {
            tokio::time::sleep(pause).await;
            (sent < parts).then(|| (Ok::<_, PayloadError>(Bytes::from(vec![b'x'; size])), sent + 1))
        });
        payload(parts)
    }

    fn payload(parts: impl Stream<Item = Result<Bytes, PayloadError>> + 'static) -> Payload {
        Payload::Stream { payload: Box::pin(parts) }
    }

    #[actix_web::test]
    async fn a_body_that_drips_is_too_slow_and_one_that_flows_is_not() {
        let dripped = read(slowly(1_000, 1, Duration::from_millis(5)), INTAKE).await;
        assert!(matches!(dripped, Err(NotWhole::TooSlow)), "{dripped:?}");
        // 50 kB in 0.25 s at 200 kB/s: longer than any body has, and far over the rate
        let flowed = read(slowly(50, 1_000, Duration::from_millis(5)), INTAKE).await;
        assert!(matches!(flowed, Ok(whole) if whole.len() == 50_000));
    }

    #[actix_web::test]
    async fn a_body_over_its_limit_is_not_read_on() {
        let large = read(slowly(usize::MAX, 60_000, Duration::ZERO), INTAKE).await;
        assert!(matches!(large, Err(NotWhole::TooLarge)), "{large:?}");
        let broken = stream::iter([Err(PayloadError::Incomplete(None))]);
        assert!(matches!(read(payload(broken), INTAKE).await, Err(NotWhole::Broken(_))));
    }
}
