//! Headless Chromium, driven by what a person sees and does.

mod hand;
mod page;
mod start;

use std::sync::Arc;
use std::time::{Duration, Instant};

use anyhow::{Result, bail};
use serde_json::{Value, json};
use tempfile::TempDir;
use thirtyfour::prelude::*;
use tokio::process::Child;
use tokio::sync::Mutex;

/// How long something may take to appear: long, for a busy machine; it is no speed test.
const PATIENCE: Duration = Duration::from_secs(20);
const POLL: Duration = Duration::from_millis(40);
/// The first element at a place that can be seen, best one a hand can reach, found and judged in one question.
const LOOK: &str = include_str!("look.js");

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
    /// Ended, and its profile removed, when the last clone goes.
    _service: Arc<(Mutex<Child>, TempDir)>,
}

impl Browser {
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

    /// Waits for the first element that can be seen at a place: a CSS selector, or an XPath, which begins with `//` or `(//`.
    pub(crate) async fn displayed(&self, place: &str, what: &str) -> Result<WebElement> {
        let until = Instant::now() + PATIENCE;
        while Instant::now() < until {
            let seen = self.driver.execute(LOOK, vec![json!(place)]).await?;
            if !seen.json().is_null() {
                return Ok(seen.element()?);
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
        self.displayed(css, css).await
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
        self.displayed(&Self::saying(words), words).await
    }

    /// A button, link or choice that says `words`.
    fn saying(words: &str) -> String {
        format!(
            "//*[self::button or self::a or @role='radio' or @role='option' or @role='menuitem' or @role='menuitemradio'][contains(normalize-space(.), \"{words}\") or contains(@aria-label, \"{words}\")]"
        )
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

    /// Waits until what matches a CSS selector reads otherwise than it did.
    ///
    /// # Errors
    /// When it stays as it was.
    pub async fn leaves(&self, css: &str, before: &str) -> Result<()> {
        let until = Instant::now() + PATIENCE;
        while Instant::now() < until {
            if self.see(css).await?.text().await.is_ok_and(|text| text != before) {
                return Ok(());
            }
            tokio::time::sleep(POLL).await;
        }
        bail!("{css} still reads \"{before}\"")
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

    /// The field with a label.
    ///
    /// # Errors
    /// When there is none.
    pub async fn field(&self, label: &str) -> Result<WebElement> {
        self.displayed(&Self::labelled(label), label).await
    }

    fn labelled(label: &str) -> String {
        format!("//label[normalize-space(.)='{label}']/following::input[1]")
    }
}
