//! Headless Chromium, driven by what a person sees and does.

use std::process::Stdio;
use std::sync::Arc;
use std::time::{Duration, Instant};

use anyhow::{Context, Result, bail};
use serde_json::{Value, json};
use thirtyfour::common::capabilities::chromium::ChromiumLikeCapabilities;
use thirtyfour::prelude::*;
use tokio::io::{AsyncBufReadExt, BufReader};
use tokio::process::{Child, Command};
use tokio::sync::Mutex;

/// How long something may take to appear: long, for a busy machine; it is no speed test.
const PATIENCE: Duration = Duration::from_secs(20);
const POLL: Duration = Duration::from_millis(40);
/// How often a browser is started before it is given up.
const STARTS: u32 = 5;

/// A mouse in the hand reports about so often.
const POINTER_STEP: Duration = Duration::from_millis(8);

/// A screen.
#[derive(Clone, Copy, Debug)]
pub struct Viewport {
    /// CSS pixels across.
    pub width: u32,
    /// CSS pixels down.
    pub height: u32,
    /// Whether the person likes it dark.
    pub dark: bool,
}

/// A browser on one page.
#[derive(Clone, Debug)]
pub struct Browser {
    driver: WebDriver,
    address: String,
    /// Ended when the last clone goes.
    _service: Arc<Mutex<Child>>,
}

const FLAGS: [&str; 12] = [
    "--headless",
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

/// Whether a click met something else than what was looked at.
fn has_moved(error: &WebDriverError) -> bool {
    use thirtyfour::error::WebDriverErrorInner::{ElementClickIntercepted, StaleElementReference};
    matches!(**error, ElementClickIntercepted(_) | StaleElementReference(_))
}

async fn start_service() -> Result<(Child, u16)> {
    let mut service = Command::new("chromedriver")
        .arg("--port=0")
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
        let (service, port) = start_service().await?;
        let mut capabilities = DesiredCapabilities::chrome();
        for flag in FLAGS {
            capabilities.add_arg(flag)?;
        }
        let driver = WebDriver::new(format!("http://127.0.0.1:{port}"), capabilities).await?;
        let browser =
            Self { driver, address: address.to_owned(), _service: Arc::new(Mutex::new(service)) };
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

    /// The same browser, with another way to the server.
    #[must_use]
    pub fn through(&self, address: &str) -> Self {
        Self { address: address.to_owned(), ..self.clone() }
    }

    /// Ends the browser.
    ///
    /// # Errors
    /// When it does not answer any more.
    pub async fn quit(self) -> Result<()> {
        Ok(self.driver.quit().await?)
    }

    /// From the next page on, clocks of the page say that so many hours have passed.
    ///
    /// # Errors
    /// When the browser does not answer.
    pub async fn later(&self, hours: u32) -> Result<()> {
        let script =
            format!("{{ const now = Date.now; Date.now = () => now() + {hours} * 3600e3; }}");
        let source = json!({ "source": script });
        self.devtools("Page.addScriptToEvaluateOnNewDocument", source).await?;
        Ok(())
    }

    pub(crate) async fn devtools(&self, command: &str, parameters: Value) -> Result<Value> {
        Ok(self.driver.cdp().send_raw(command, parameters).await?)
    }

    /// Goes to a path of the application.
    ///
    /// # Errors
    /// When the page does not load.
    pub async fn open(&self, path: &str) -> Result<()> {
        Ok(self.driver.goto(format!("{}{path}", self.address)).await?)
    }

    /// Loads the page again.
    ///
    /// # Errors
    /// When it does not load.
    pub async fn reload(&self) -> Result<()> {
        Ok(self.driver.refresh().await?)
    }

    /// The path the browser is at.
    ///
    /// # Errors
    /// When the browser does not answer.
    pub async fn path(&self) -> Result<String> {
        Ok(self.driver.current_url().await?.path().to_owned())
    }

    /// Waits for the first element that can be seen; one that is replaced meanwhile is looked up again.
    pub(crate) async fn displayed(&self, by: By, what: &str) -> Result<WebElement> {
        let until = Instant::now() + PATIENCE;
        while Instant::now() < until {
            for element in self.driver.find_all(by.clone()).await? {
                if element.is_displayed().await.unwrap_or(false) {
                    return Ok(element);
                }
            }
            tokio::time::sleep(POLL).await;
        }
        bail!("nothing to see: {what}")
    }

    /// Waits for something that matches a CSS selector and can be seen.
    ///
    /// # Errors
    /// When it does not appear.
    pub async fn see(&self, css: &str) -> Result<WebElement> {
        self.displayed(By::Css(css), css).await
    }

    /// Waits for something that matches a CSS selector, to be seen or not: a file field is hidden.
    ///
    /// # Errors
    /// When it does not appear.
    pub async fn there(&self, css: &str) -> Result<WebElement> {
        let until = Instant::now() + PATIENCE;
        while Instant::now() < until {
            if let Ok(element) = self.driver.find(By::Css(css)).await {
                return Ok(element);
            }
            tokio::time::sleep(POLL).await;
        }
        bail!("{css} is not there")
    }

    /// Waits for a button, link or choice that says `words`.
    ///
    /// # Errors
    /// When there is none.
    pub async fn see_words(&self, words: &str) -> Result<WebElement> {
        let path = format!(
            "//*[self::button or self::a or @role='radio' or @role='option' or @role='menuitem' or @role='menuitemradio'][contains(normalize-space(.), \"{words}\") or contains(@aria-label, \"{words}\")]"
        );
        self.displayed(By::XPath(path), words).await
    }

    /// Clicks what says `words`.
    ///
    /// # Errors
    /// When there is none.
    pub async fn click(&self, words: &str) -> Result<()> {
        let until = Instant::now() + PATIENCE;
        loop {
            let element = self.see_words(words).await?;
            self.bring_up(&element).await?;
            match element.click().await {
                // the page moved between the look and the click: nothing was clicked, and a person looks again
                Err(error) if has_moved(&error) && Instant::now() < until => {
                    tokio::time::sleep(POLL).await;
                }
                clicked => return Ok(clicked?),
            }
        }
    }

    /// Waits until the text at `css` holds `words`, and gives that text.
    ///
    /// # Errors
    /// When it does not come to that; the error holds the last text.
    pub async fn reads(&self, css: &str, words: &str) -> Result<String> {
        let until = Instant::now() + PATIENCE;
        let mut last = String::new();
        while Instant::now() < until {
            if let Ok(element) = self.driver.find(By::Css(css)).await
                && let Ok(text) = element.text().await
            {
                last = text;
                if last.contains(words) {
                    return Ok(last);
                }
            }
            tokio::time::sleep(POLL).await;
        }
        bail!("{css} does not come to read \"{words}\"; it reads \"{last}\"")
    }

    /// Waits until nothing matches a CSS selector.
    ///
    /// # Errors
    /// When it stays.
    pub async fn gone(&self, css: &str) -> Result<()> {
        let until = Instant::now() + PATIENCE;
        while Instant::now() < until {
            if self.driver.find_all(By::Css(css)).await?.is_empty() {
                return Ok(());
            }
            tokio::time::sleep(POLL).await;
        }
        bail!("{css} is still there")
    }

    /// The value of a setting, as its number is shown: "15.7 in/min".
    ///
    /// # Errors
    /// When it is not shown.
    pub async fn setting(&self, quantity: &str) -> Result<String> {
        let css = format!("[data-quantity='{quantity}'] [data-value]");
        Ok(self.see(&css).await?.text().await?)
    }

    /// Types a quick-entry line in place of what stands there.
    ///
    /// # Errors
    /// When there is no quick entry.
    pub async fn type_line(&self, text: &str) -> Result<()> {
        self.fill("[data-quick-entry]", text).await
    }

    /// Types into a field in place of what stands there.
    ///
    /// # Errors
    /// When there is no such field.
    pub async fn fill(&self, css: &str, text: &str) -> Result<()> {
        let field = self.see(css).await?;
        self.bring_up(&field).await?;
        field.click().await?;
        field.send_keys(Key::Control + "a").await?;
        Ok(field.send_keys(text).await?)
    }

    /// Scrolls something out from under the header that stays in place, as a person would.
    async fn bring_up(&self, element: &WebElement) -> Result<()> {
        let script = "arguments[0].scrollIntoView({ block: 'center' })";
        self.driver.execute(script, vec![element.to_json()?]).await?;
        Ok(())
    }

    /// The field with a label.
    ///
    /// # Errors
    /// When there is none.
    pub async fn field(&self, label: &str) -> Result<WebElement> {
        let path = format!("//label[normalize-space(.)='{label}']/following::input[1]");
        self.displayed(By::XPath(path), label).await
    }

    /// Types into the field with a label and presses Enter.
    ///
    /// # Errors
    /// When there is none.
    pub async fn fill_field(&self, label: &str, text: &str) -> Result<()> {
        let field = self.field(label).await?;
        self.bring_up(&field).await?;
        field.click().await?;
        field.send_keys(Key::Control + "a").await?;
        field.send_keys(text).await?;
        Ok(field.send_keys(Key::Enter + "").await?)
    }

    /// Clicks what matches a CSS selector twice, as a hurried hand does.
    ///
    /// # Errors
    /// When there is no such element.
    pub async fn double_click(&self, css: &str) -> Result<()> {
        let element = self.see(css).await?;
        Ok(self.driver.action_chain().double_click_element(&element).perform().await?)
    }

    /// Presses keys on whatever has the focus.
    ///
    /// # Errors
    /// When the browser does not answer.
    pub async fn press(&self, keys: &str) -> Result<()> {
        Ok(self.driver.action_chain().send_keys(keys).perform().await?)
    }

    /// Presses a key together with Control.
    ///
    /// # Errors
    /// When the browser does not answer.
    pub async fn press_control(&self, key: char) -> Result<()> {
        let chain = self.driver.action_chain().key_down(Key::Control).send_keys(key.to_string());
        Ok(chain.key_up(Key::Control).perform().await?)
    }

    /// Puts the focus on an element and presses keys there.
    ///
    /// # Errors
    /// When there is no such element.
    pub async fn press_at(&self, css: &str, keys: &str) -> Result<()> {
        let element = self.see(css).await?;
        self.run("arguments[0].focus()", vec![element.to_json()?]).await?;
        self.press(keys).await
    }

    /// Drags what matches a CSS selector by some pixels with the mouse.
    ///
    /// # Errors
    /// When there is no such element.
    pub async fn drag(&self, css: &str, across: i64, down: i64) -> Result<()> {
        let handle = self.see(css).await?;
        let chain = self.driver.action_chain().move_to_element_center(&handle).click_and_hold();
        let half = (across / 2, down / 2);
        let chain =
            chain.move_by_offset(half.0, half.1).move_by_offset(across - half.0, down - half.1);
        Ok(chain.release().perform().await?)
    }

    /// Holds what matches a CSS selector with the mouse and moves it to and fro, a pixel at a time.
    ///
    /// # Errors
    /// When there is no such element.
    pub async fn wiggle(&self, css: &str, pixels: i64) -> Result<()> {
        let handle = self.see(css).await?;
        self.bring_up(&handle).await?;
        let mut chain = self.driver.action_chain_with_delay(None, Some(POINTER_STEP));
        chain = chain.move_to_element_center(&handle).click_and_hold();
        for way in [1, -1, -1, 1] {
            for _ in 0..pixels {
                chain = chain.move_by_offset(way, 0);
            }
        }
        Ok(chain.release().perform().await?)
    }

    /// Takes the network away or gives it back.
    ///
    /// # Errors
    /// When the browser does not answer.
    pub async fn network(&self, on: bool) -> Result<()> {
        self.devtools("Network.enable", json!({})).await?;
        let conditions = json!({ "offline": !on, "latency": 0, "downloadThroughput": -1, "uploadThroughput": -1 });
        self.devtools("Network.emulateNetworkConditions", conditions).await?;
        Ok(())
    }

    /// Runs a script in the page.
    ///
    /// # Errors
    /// When it throws.
    pub async fn run(&self, script: &str, arguments: Vec<Value>) -> Result<Value> {
        Ok(self.driver.execute(script, arguments).await?.json().clone())
    }

    /// Runs a script that says when it is done through its last argument.
    ///
    /// # Errors
    /// When it throws or does not end.
    pub async fn run_async(&self, script: &str) -> Result<Value> {
        Ok(self.driver.execute_async(script, vec![]).await?.json().clone())
    }

    /// Prints the page as the browser would, to a PDF.
    ///
    /// # Errors
    /// When it cannot.
    pub async fn print(&self) -> Result<Vec<u8>> {
        use base64::Engine;
        let options = json!({ "preferCSSPageSize": true, "printBackground": false });
        let reply = self.devtools("Page.printToPDF", options).await?;
        let data = reply["data"].as_str().context("no PDF")?;
        Ok(base64::engine::general_purpose::STANDARD.decode(data)?)
    }

    /// What axe finds wrong with the page: rule and place of each.
    ///
    /// # Errors
    /// When axe cannot run.
    pub async fn violations(&self) -> Result<Vec<String>> {
        let axe = concat!(env!("CARGO_MANIFEST_DIR"), "/../web/node_modules/axe-core/axe.min.js");
        self.run(&std::fs::read_to_string(axe)?, vec![]).await?;
        let script = "const done = arguments[arguments.length - 1];
            axe.run(document, { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] })
               .then((r) => done(r.violations.map((v) => `${v.id}: ${v.help}: ${v.nodes.map((n) => n.target.join(' ') + ' ' + n.failureSummary).join(' | ')}`)));";
        let found = self.driver.execute_async(script, vec![]).await?;
        Ok(found.convert()?)
    }

    /// Hosts other than the application's own that the page has asked.
    ///
    /// # Errors
    /// When the browser does not answer.
    pub async fn foreign_hosts(&self) -> Result<Vec<String>> {
        let script = "return performance.getEntriesByType('resource').map((e) => new URL(e.name).origin).filter((o) => o !== location.origin)";
        Ok(serde_json::from_value(self.run(script, vec![]).await?)?)
    }

    /// How many pixels the page is wider than its window.
    ///
    /// # Errors
    /// When the browser does not answer.
    pub async fn overflow(&self) -> Result<i64> {
        let script = "return document.documentElement.scrollWidth - window.innerWidth";
        self.run(script, vec![]).await?.as_i64().context("a number")
    }

    /// A picture of the window.
    ///
    /// # Errors
    /// When it cannot be taken.
    pub async fn picture(&self, file: &std::path::Path) -> Result<()> {
        self.run("document.activeElement?.blur()", vec![]).await?;
        Ok(self.driver.screenshot(file).await?)
    }
}
