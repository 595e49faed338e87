//! What a page is asked that no hand can ask it: scripts, prints, pictures, faults of access.

use anyhow::{Context, Result};
use serde_json::{Value, json};

use crate::browser::Browser;

impl Browser {
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

    /// The text of the page as it is when it is printed.
    ///
    /// # Errors
    /// When the browser does not answer.
    pub async fn as_printed(&self) -> Result<String> {
        self.devtools("Emulation.setEmulatedMedia", json!({ "media": "print" })).await?;
        let text = self.run("return document.body.innerText", vec![]).await?;
        self.devtools("Emulation.setEmulatedMedia", json!({ "media": "" })).await?;
        Ok(text.as_str().unwrap_or_default().to_owned())
    }

    /// What axe finds wrong with the page: rule and place of each.
    ///
    /// # Errors
    /// When axe cannot run.
    pub async fn violations(&self) -> Result<Vec<String>> {
        let axe = concat!(env!("CARGO_MANIFEST_DIR"), "/../web/node_modules/axe-core/axe.min.js");
        self.run(&std::fs::read_to_string(axe)?, vec![]).await?;
        let script = "const done = arguments[arguments.length - 1];
            axe.run(document, { resultTypes: ['violations'], runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] })
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
