//! A job of many cuts: its first lines are there while the others load, and all of them come.

use galvanon_e2e::{DESK, journey};
use serde_json::{Value, json};

#[tokio::test]
async fn a_job_of_450_cuts_comes_whole() -> anyhow::Result<()> {
    journey(DESK, |app, browser| async move {
        let job = uuid::Uuid::now_v7();
        app.put_quiet(&format!("/api/v1/jobs/{job}"), &json!({ "name": "Long list", "rig": {} })).await?;
        let input = json!({ "steel": { "thickness_mm": 12.7 }, "cut": { "length_mm": 254, "process": "guided" } });
        let lines: Vec<Value> = (1..=450)
            .map(|i| json!({ "id": uuid::Uuid::now_v7(), "typed": format!("{i}x 1/2 in plate 10 in guided"), "input": input }))
            .collect();
        app.post_quiet(&format!("/api/v1/cut-lists/{job}/keep"), &json!({ "lines": lines })).await?;
        browser.open(&format!("/jobs/{job}")).await?;
        browser.reads("[data-more-lines]", "450 cuts").await?;
        browser.gone("[data-more-lines]").await?;
        let lines = browser.run("return document.querySelectorAll('[data-line]').length", vec![]).await?;
        anyhow::ensure!(lines == 450, "{lines} of 450 lines are here");
        anyhow::ensure!(browser.overflow().await? <= 0, "the page is wider than the screen");
        Ok(())
    })
    .await
}
