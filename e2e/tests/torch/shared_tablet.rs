//! A tablet that the shop shares: names and PINs, a session that ends at the torch, out of reach and back, lost.

use anyhow::{Context, Result, ensure};
use galvanon_e2e::{App, Browser, DESK, PHONE, Relay, journey};
use serde_json::{Value, json};

use crate::come_and_go::sign_out;
use crate::torch_hand::next;

/// Ishaan registers the screen as a tablet; Dorrit has a PIN.
async fn registered(app: &App, browser: &Browser) -> Result<()> {
    let people = app.get("/api/v1/people").await?["people"].clone();
    let dorrit =
        people.as_array().and_then(|all| all.iter().find(|it| it["name"] == "Dorrit Vale"));
    let id = dorrit.and_then(|it| it["id"].as_str()).context("Dorrit")?;
    app.put_quiet(&format!("/api/v1/people/{id}/pin"), &json!({ "pin": "2580" })).await?;
    browser.carry(&app.session("Ishaan Fenwick").await?).await?;
    browser.open("/people").await?;
    browser.fill_field("What you call it", "Bay 2").await?;
    browser.see("[data-tablets] li").await?;
    Ok(())
}

#[tokio::test(flavor = "multi_thread")]
async fn a_tablet_is_opened_by_a_name_and_a_pin() -> Result<()> {
    journey(PHONE, |app, browser| async move {
        registered(&app, &browser).await?;
        sign_out(&browser).await?;
        browser.see("[data-door='tablet']").await?;
        ensure!(browser.overflow().await? <= 0);
        let axe = browser.violations().await?;
        ensure!(axe.is_empty(), "{}", axe.join("\n"));
        browser.click("Dorrit Vale").await?;
        for key in ["2", "5", "8", "1"] {
            browser.click(key).await?;
        }
        browser.click("Sign in").await?;
        browser.reads("[data-pad]", "No match").await?;
        for key in ["2", "5", "8", "0"] {
            browser.click(key).await?;
        }
        browser.click("Sign in").await?;
        browser.gone("[data-door]").await?;
        browser.see("[data-who='Dorrit Vale']").await?;
        Ok(())
    })
    .await
}

/// What the job's run says was sent, the newest last.
async fn events(app: &App, job: &str) -> Result<Vec<Value>> {
    let document = app.get(&format!("/api/v1/jobs/{job}/run")).await?;
    Ok(document["events"].as_array().context("events")?.clone())
}

#[tokio::test(flavor = "multi_thread")]
async fn a_session_that_ends_at_the_torch_loses_nothing_and_the_tablet_sends_on() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let relay = Relay::start(&app.address).await?;
        let browser = browser.through(&relay.address);
        registered(&app, &browser).await?;
        browser.carry(&app.session("Dorrit Vale").await?).await?;
        let (job, _) = app.job("Sallow Beck").await?;
        browser.open(&format!("/jobs/{job}/run")).await?;
        browser.see("[data-hand='known']").await?;
        next(&browser).await?;
        next(&browser).await?;
        browser.see("[data-saved='shop']").await?;
        ensure!(events(&app, &job).await?.iter().all(|event| event["verified"] == true));
        // out of reach, and meanwhile the session ends
        relay.cut();
        next(&browser).await?;
        browser.see("[data-saved='here']").await?;
        sqlx::query("UPDATE sessions SET ended_at = now()").execute(&app.pool).await?;
        relay.mend();
        // the key of the tablet sends what waited; whose it is, nobody vouches for
        browser.see("[data-saved='shop']").await?;
        let sent = events(&app, &job).await?;
        let last = sent.last().context("an event")?;
        ensure!(last["verified"] == false && last["device_id"].is_string(), "{last}");
        ensure!(last["from_revoked"] == false, "{last}");
        // a lit torch is not covered by a question; the door opens when it is asked for
        browser.gone("[data-door]").await?;
        next(&browser).await?;
        browser.tap("[data-sign-in]").await?;
        browser.see("[data-door='tablet']").await?;
        browser.click("Dorrit Vale").await?;
        browser.fill("[name='pin']", "2580").await?;
        browser.press("\u{e007}").await?;
        browser.gone("[data-door]").await?;
        next(&browser).await?;
        browser.see("[data-saved='shop']").await?;
        let sent = events(&app, &job).await?;
        ensure!(sent.last().is_some_and(|last| last["verified"] == true), "{sent:?}");
        ensure!(sent.iter().all(|event| event["person_id"] == sent[0]["person_id"]));
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn out_of_reach_another_hand_takes_over_by_name_and_signs_in_when_back() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let relay = Relay::start(&app.address).await?;
        let browser = browser.through(&relay.address);
        registered(&app, &browser).await?;
        let (job, _) = app.job("Sallow Beck").await?;
        browser.open(&format!("/jobs/{job}/run")).await?;
        browser.see("[data-hand='known']").await?;
        relay.cut();
        browser.click("Somebody else").await?;
        browser.see("[data-hand='named']").await?;
        browser.click("Dorrit Vale").await?;
        next(&browser).await?;
        next(&browser).await?;
        browser.see("[data-saved='here']").await?;
        relay.mend();
        browser.see("[data-saved='shop']").await?;
        let sent = events(&app, &job).await?;
        ensure!(
            !sent.is_empty() && sent.iter().all(|event| event["verified"] == false),
            "{sent:?}"
        );
        // whoever left is signed out by now
        browser.see("[data-sign-in]").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_lost_tablet_is_revoked_and_what_it_still_sends_is_marked() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let relay = Relay::start(&app.address).await?;
        let browser = browser.through(&relay.address);
        registered(&app, &browser).await?;
        browser.carry(&app.session("Dorrit Vale").await?).await?;
        let (job, _) = app.job("Sallow Beck").await?;
        browser.open(&format!("/jobs/{job}/run")).await?;
        next(&browser).await?;
        browser.see("[data-saved='shop']").await?;
        relay.cut();
        next(&browser).await?;
        browser.see("[data-saved='here']").await?;
        let other = Browser::start(&app.address, DESK).await?;
        let outcome = async {
            other.carry(&app.session("Ishaan Fenwick").await?).await?;
            other.open("/people").await?;
            other.click("Lost: revoke").await?;
            other.reads("[data-tablets]", "revoked").await?;
            anyhow::Ok(())
        }
        .await;
        other.quit().await?;
        outcome?;
        sqlx::query("UPDATE sessions SET ended_at = now()").execute(&app.pool).await?;
        relay.mend();
        browser.see("[data-saved='shop']").await?;
        let sent = events(&app, &job).await?;
        ensure!(sent.last().is_some_and(|last| last["from_revoked"] == true), "{sent:?}");
        // it opens no more: names are told to the shop's tablets alone
        browser.open("/").await?;
        browser.see("[data-door='desk']").await?;
        Ok(())
    })
    .await
}
