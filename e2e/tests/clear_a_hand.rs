//! Clearances: told at the torch and on the card, given there by a foreman, kept in the shop's list.

use anyhow::{Context, Result, ensure};
use galvanon_e2e::{DESK, PHONE, journey};
use serde_json::json;

use crate::come_and_go::PASSWORD;
use crate::torch_hand::is_fit_for_gloves;

#[tokio::test(flavor = "multi_thread")]
async fn who_is_not_cleared_is_told_at_the_torch_and_a_foreman_clears_them_for_today() -> Result<()>
{
    journey(PHONE, |app, browser| async move {
        let people = app.get("/api/v1/people").await?["people"].clone();
        let ishaan =
            people.as_array().and_then(|all| all.iter().find(|it| it["name"] == "Ishaan Fenwick"));
        let id = ishaan.and_then(|it| it["id"].as_str()).context("Ishaan")?;
        let invited = app.post(&format!("/api/v1/people/{id}/invitation"), &json!({})).await?;
        let set = json!({ "invitation": invited["key"], "password": PASSWORD });
        app.post_quiet("/api/v1/session", &set).await?;
        browser.carry(&app.session("Tobin Harrow").await?).await?;
        let (job, lines) = app.job("Sallow Beck").await?;
        browser.open(&format!("/jobs/{job}/run")).await?;
        browser.reads("[data-uncleared]", "Cleared up to 1/2 in").await?;
        is_fit_for_gloves(&browser).await?;
        browser.click("A foreman here").await?;
        is_fit_for_gloves(&browser).await?;
        browser.fill("[data-clearing] label:nth-of-type(1) input", "Ishaan Fenwick").await?;
        browser.fill("[data-clearing] label:nth-of-type(2) input", PASSWORD).await?;
        browser.fill("[data-clearing] label:nth-of-type(3) input", "I stand beside him").await?;
        browser.click("Clear for today").await?;
        browser.gone("[data-uncleared]").await?;
        // the record says who, for whom and why
        browser.carry(&app.session("Marta Quill").await?).await?;
        browser.open("/people").await?;
        browser
            .reads("[data-trail]", "cleared Tobin Harrow at the torch: I stand beside him")
            .await?;
        ensure!(lines.as_array().is_some_and(|all| !all.is_empty()));
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_foreman_clears_somebody_withdraws_it_and_the_card_says_so() -> Result<()> {
    journey(DESK, |app, browser| async move {
        browser.carry(&app.session("Ishaan Fenwick").await?).await?;
        browser.open("/people").await?;
        browser.see("#clearances").await?;
        browser.reads("section[aria-labelledby='clearances'] ul", "up to 3 in").await?;
        browser.click("Clear somebody").await?;
        browser.see("[data-clearance]").await?;
        // Enter saves, and not before what was typed is read
        browser.fill_field("Up to", "1 in").await?;
        browser.gone("[data-clearance]").await?;
        browser.reads("section[aria-labelledby='clearances'] li:first-child", "up to 1 in").await?;
        // Dorrit is cleared to 3 in, until that is withdrawn
        let (_, lines) = app.job("Sallow Beck").await?;
        let card =
            lines.as_array().and_then(|all| all.iter().find_map(|it| it["card_id"].as_str()));
        let card = format!("/cards/{}", card.context("a card in the demo")?);
        let dorrit = app.session("Dorrit Vale").await?;
        browser.carry(&dorrit).await?;
        browser.open(&card).await?;
        browser.see("[data-card]").await?;
        browser.gone("[data-not-cleared]").await?;
        browser.carry(&app.session("Ishaan Fenwick").await?).await?;
        browser.open("/people").await?;
        let path = "//li[@data-holds='true'][.//strong[normalize-space(.)='Dorrit Vale']]//button";
        browser.see_path(path).await?.click().await?;
        browser.fill("[aria-label='Why?']", "Coupon failed").await?;
        browser.press("\u{e007}").await?;
        browser.reads("[data-holds='false']", "withdrawn: Coupon failed").await?;
        browser.carry(&dorrit).await?;
        browser.open(&card).await?;
        let told = browser.reads("[data-not-cleared]", "ended or was withdrawn").await?;
        ensure!(told.contains("Dorrit Vale"), "{told}");
        Ok(())
    })
    .await
}
