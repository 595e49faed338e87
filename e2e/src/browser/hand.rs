//! What a hand does: clicks, keys, drags.

use std::time::{Duration, Instant};

use anyhow::Result;
use thirtyfour::prelude::*;

use crate::browser::{Browser, PATIENCE, POLL};

/// A mouse in the hand reports about so often.
const POINTER_STEP: Duration = Duration::from_millis(8);

/// Whether a click met something else than what was looked at, or a menu that had not come to its place.
fn has_moved(error: &WebDriverError) -> bool {
    use thirtyfour::error::WebDriverErrorInner::{
        ElementClickIntercepted, ElementNotInteractable, StaleElementReference,
    };
    matches!(
        **error,
        ElementClickIntercepted(_) | ElementNotInteractable(_) | StaleElementReference(_)
    )
}

impl Browser {
    /// Clicks what says `words`.
    ///
    /// # Errors
    /// When there is none.
    pub async fn click(&self, words: &str) -> Result<()> {
        self.click_found(&Self::saying(words), words).await
    }

    /// Picks an option of a list by its words.
    ///
    /// # Errors
    /// When there is no such list, or no such option in it.
    pub async fn choose(&self, label: &str, option: &str) -> Result<()> {
        self.press_at(&format!("[aria-label='{label}']"), "\u{e007}").await?;
        let item = format!("//*[@role='option'][normalize-space(.)='{option}']");
        self.click_found(&item, option).await
    }

    /// Clicks what matches a CSS selector.
    ///
    /// # Errors
    /// When there is nothing to see there.
    pub async fn tap(&self, css: &str) -> Result<()> {
        self.click_found(css, css).await
    }

    /// Clicks what is found. Where the page moved between the look and the click nothing was clicked, and a person looks
    /// again.
    async fn click_found(&self, place: &str, what: &str) -> Result<()> {
        let until = Instant::now() + PATIENCE;
        loop {
            let element = self.displayed(place, what).await?;
            let clicked = match self.bring_up(&element).await {
                Ok(()) => element.click().await,
                Err(error) => Err(error),
            };
            match clicked {
                Err(error) if has_moved(&error) && Instant::now() < until => {
                    tokio::time::sleep(POLL).await;
                }
                clicked => return Ok(clicked?),
            }
        }
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
        self.tap(css).await?;
        let field = self.see(css).await?;
        field.send_keys(Key::Control + "a").await?;
        Ok(field.send_keys(text).await?)
    }

    /// Scrolls something out from under the header that stays in place, as a person would.
    async fn bring_up(&self, element: &WebElement) -> WebDriverResult<()> {
        let script = "arguments[0].scrollIntoView({ block: 'center' })";
        self.driver.execute(script, vec![element.to_json()?]).await?;
        Ok(())
    }

    /// Types into the field with a label and presses Enter.
    ///
    /// # Errors
    /// When there is none.
    pub async fn fill_field(&self, label: &str, text: &str) -> Result<()> {
        self.click_found(&Self::labelled(label), label).await?;
        let field = self.field(label).await?;
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
}
