//! Who sits at the browser: coming in, as one does it, and as a test needs it.

use anyhow::Result;
use serde_json::json;

use crate::Browser;

impl Browser {
    /// Carries the key of a session from now on, on this machine under either of its names.
    ///
    /// # Errors
    /// When the browser does not answer.
    pub async fn carry(&self, key: &str) -> Result<()> {
        for url in ["http://127.0.0.1", "http://localhost"] {
            let cookie = json!({ "name": "galvanon", "value": key, "url": url, "httpOnly": true, "sameSite": "Lax" });
            self.devtools("Network.setCookie", cookie).await?;
        }
        Ok(())
    }

    /// Comes in by the door that stands over the screen, as one of the people on it.
    ///
    /// # Errors
    /// When there is no door, or nobody of that name on it.
    pub async fn come_in_as(&self, name: &str) -> Result<()> {
        let path = format!("//*[@data-door]//button[contains(normalize-space(.), \"{name}\")]");
        self.displayed(&path, name).await?.click().await?;
        self.gone("[data-door]").await
    }

    /// Waits for what an XPath leads to.
    ///
    /// # Errors
    /// When it does not appear.
    pub async fn see_path(&self, path: &str) -> Result<thirtyfour::WebElement> {
        self.displayed(path, path).await
    }

    /// Gives the browser an authenticator of its own, whose person is always there.
    ///
    /// # Errors
    /// When the browser does not answer.
    pub async fn authenticator(&self) -> Result<()> {
        self.devtools("WebAuthn.enable", json!({})).await?;
        let options = json!({ "options": {
            "protocol": "ctap2", "transport": "internal", "hasResidentKey": true,
            "hasUserVerification": true, "isUserVerified": true,
        } });
        self.devtools("WebAuthn.addVirtualAuthenticator", options).await?;
        Ok(())
    }

    /// Forgets every cookie: whoever was signed in is a stranger.
    ///
    /// # Errors
    /// When the browser does not answer.
    pub async fn forget(&self) -> Result<()> {
        self.devtools("Network.clearBrowserCookies", json!({})).await?;
        Ok(())
    }
}
