//! A person's journeys through the real build: server, database, and headless Chromium.
//!
//! [`journey`] starts all three for one test and ends them whatever happens. [`Browser`] says
//! what one sees and does on a screen, in words.

mod app;
mod browser;
mod door;
mod relay;

pub use app::{App, OWNER};
pub use browser::{Browser, Viewport};
pub use relay::Relay;

use std::future::Future;

/// A desk's screen, as the pictures in the docs are taken.
pub const DESK: Viewport = Viewport { width: 1280, height: 800, dark: false };
/// A phone held upright.
pub const PHONE: Viewport = Viewport { width: 360, height: 780, dark: false };
/// The desk's screen in the dark theme.
pub const DARK: Viewport = Viewport { width: 1280, height: 800, dark: true };

/// Runs a journey in a browser of its own, on the demo shop in a database of its own.
///
/// # Errors
/// What the journey fails with, or what kept it from starting.
pub async fn journey<F, Fut>(viewport: Viewport, walk: F) -> anyhow::Result<()>
where
    F: FnOnce(App, Browser) -> Fut,
    Fut: Future<Output = anyhow::Result<()>> + Send + 'static,
{
    let app = App::start().await?;
    let browser = Browser::start(&app.address, viewport).await?;
    browser.carry(&app.session(OWNER).await?).await?;
    // a task of its own: a panic in the journey must not keep the browser open
    let outcome = tokio::spawn(walk(app.clone(), browser.clone())).await;
    browser.quit().await?;
    app.forget().await?;
    match outcome {
        Ok(result) => result,
        Err(panic) => Err(anyhow::anyhow!("the journey panicked: {panic}")),
    }
}
