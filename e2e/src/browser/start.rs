//! How a browser is started, with a fresh profile and no monitor.

use std::path::Path;
use std::process::Stdio;
use std::sync::Arc;
use std::time::Duration;

use anyhow::{Context, Result, bail};
use serde_json::json;
use thirtyfour::common::capabilities::chromium::ChromiumLikeCapabilities;
use thirtyfour::prelude::*;
use tokio::io::{AsyncBufReadExt, BufReader};
use tokio::process::{Child, Command};
use tokio::sync::Mutex;

use crate::browser::{Browser, Viewport};

/// How often a browser is started before it is given up.
const STARTS: u32 = 5;

/// Chromium without windows: it starts in a third of the time. Not the script before it, which would be ended alone.
const CHROMIUM: &str = "/usr/lib/chromium/chromium-headless-shell";

const FLAGS: [&str; 11] = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-dev-shm-usage",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--hide-scrollbars",
    "--force-device-scale-factor=1",
    "--force-color-profile=srgb",
];

/// Starts a driver, whose browser keeps its profile in a folder.
async fn start_service(folder: &Path) -> Result<(Child, u16)> {
    let mut service = Command::new("chromedriver")
        .arg("--port=0")
        .env("TMPDIR", folder)
        .stdout(Stdio::piped())
        .stderr(Stdio::null())
        .kill_on_drop(true)
        .spawn()
        .context("chromedriver is missing: run bin/test")?;
    let output = service.stdout.take().context("chromedriver's output")?;
    let mut lines = BufReader::new(output).lines();
    while let Some(line) = lines.next_line().await? {
        let port =
            line.rsplit_once("successfully on port ").map(|(_, port)| port.trim_end_matches('.'));
        if let Some(port) = port.and_then(|port| port.parse().ok()) {
            // keep reading, so that it never waits for a full pipe
            tokio::spawn(async move { while let Ok(Some(_)) = lines.next_line().await {} });
            return Ok((service, port));
        }
    }
    bail!("chromedriver named no port")
}

impl Browser {
    /// Opens a browser with a fresh profile.
    ///
    /// # Errors
    /// When chromedriver or Chromium do not start.
    pub async fn start(address: &str, viewport: Viewport) -> Result<Self> {
        let mut tries = 1;
        loop {
            match Self::start_once(address, viewport).await {
                // several drivers starting at once can pick the same free port: one of them ends
                Err(_) if tries < STARTS => tries += 1,
                outcome => return outcome,
            }
            tokio::time::sleep(Duration::from_millis(300)).await;
        }
    }

    async fn start_once(address: &str, viewport: Viewport) -> Result<Self> {
        let profile = tempfile::tempdir()?;
        let (service, port) = start_service(profile.path()).await?;
        let mut capabilities = DesiredCapabilities::chrome();
        capabilities.set_binary(CHROMIUM)?;
        for flag in FLAGS {
            capabilities.add_arg(flag)?;
        }
        let driver = WebDriver::new(format!("http://127.0.0.1:{port}"), capabilities).await?;
        let service = Arc::new((Mutex::new(service), profile));
        let browser = Self { driver, address: address.to_owned(), _service: service };
        browser
            .devtools(
                "Emulation.setDeviceMetricsOverride",
                json!({ "width": viewport.width, "height": viewport.height, "deviceScaleFactor": 1, "mobile": false }),
            )
            .await?;
        let scheme = if viewport.dark { "dark" } else { "light" };
        let features = json!({ "features": [{ "name": "prefers-color-scheme", "value": scheme }] });
        browser.devtools("Emulation.setEmulatedMedia", features).await?;
        Ok(browser)
    }
}
