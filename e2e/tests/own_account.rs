//! One's own account: password, PIN, second factor with its recovery codes, sessions, tokens.

use anyhow::{Context, Result, ensure};
use galvanon_e2e::{App, Browser, DESK, journey};
use serde_json::{Value, json};

use crate::come_and_go::{PASSWORD, sign_out};

/// Gives Marta a password, as an owner does for one who forgot theirs.
async fn with_password(app: &App) -> Result<()> {
    let people = app.get("/api/v1/people").await?["people"].clone();
    let marta = people.as_array().and_then(|all| all.iter().find(|it| it["name"] == "Marta Quill"));
    let id = marta.and_then(|it| it["id"].as_str()).context("Marta")?;
    let invited = app.post(&format!("/api/v1/people/{id}/invitation"), &json!({})).await?;
    let set = json!({ "invitation": invited["key"], "password": PASSWORD });
    app.post_quiet("/api/v1/session", &set).await
}

async fn by_password(browser: &Browser, password: &str) -> Result<()> {
    browser.fill("[name='name']", "Marta Quill").await?;
    browser.fill("[name='password']", password).await?;
    browser.press("\u{e007}").await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_password_is_changed_and_signs_every_other_screen_out() -> Result<()> {
    journey(DESK, |app, browser| async move {
        with_password(&app).await?;
        browser.carry(&app.session("Marta Quill").await?).await?;
        let elsewhere = app.session("Marta Quill").await?;
        browser.open("/account").await?;
        browser.see("[data-sessions] li:nth-child(3)").await?;
        let fields = "[data-account] form input[type='password']";
        browser.fill(&format!("{fields}[autocomplete='current-password']"), "not this one").await?;
        browser
            .fill(&format!("{fields}[autocomplete='new-password']"), "another four words")
            .await?;
        browser.press("\u{e007}").await?;
        browser.reads("[data-account] [data-level='caution']", "No match").await?;
        browser.fill(&format!("{fields}[autocomplete='current-password']"), PASSWORD).await?;
        browser.press("\u{e007}").await?;
        browser.reads("[data-account] [data-level='info']", "Password changed").await?;
        // the one that was open elsewhere is out
        let out = reqwest::Client::new()
            .get(format!("{}/api/v1/jobs", app.address))
            .header("cookie", format!("galvanon={elsewhere}"));
        ensure!(out.send().await?.status() == 401);
        sign_out(&browser).await?;
        by_password(&browser, "another four words").await?;
        browser.see("[data-who='Marta Quill']").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_second_factor_is_set_up_asked_for_and_opened_by_a_recovery_code() -> Result<()> {
    journey(DESK, |app, browser| async move {
        with_password(&app).await?;
        browser.carry(&app.session("Marta Quill").await?).await?;
        browser.open("/account").await?;
        browser.click("Set up").await?;
        let secret = browser.see("[data-secret]").await?.attr("data-secret").await?;
        let secret = totp_rs::Secret::try_from_base32(secret.context("a secret")?);
        let secret = secret.map_err(|error| anyhow::anyhow!("{error:?}"))?;
        let totp = totp_rs::Builder::new().with_secret(secret).with_account_name("x").build()?;
        browser.fill_field("Six digits that it shows now", "000000").await?;
        browser.reads("[data-account] [data-level='caution']", "six digits").await?;
        browser
            .fill_field("Six digits that it shows now", &totp.generate_current().to_string())
            .await?;
        let codes = browser.see("[data-recovery] ul").await?.text().await?;
        let codes: Vec<&str> = codes.lines().collect();
        ensure!(codes.len() == 10, "{codes:?}");
        sign_out(&browser).await?;
        by_password(&browser, PASSWORD).await?;
        // the password was right: the code is asked for
        browser.see("[name='code']").await?;
        browser.fill("[name='code']", codes[0]).await?;
        browser.press("\u{e007}").await?;
        browser.see("[data-who='Marta Quill']").await?;
        browser.open("/account").await?;
        browser.fill_field("Six digits that it shows now", codes[1]).await?;
        browser.see_words("Set up").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_token_is_shown_once_reads_and_is_revoked() -> Result<()> {
    journey(DESK, |app, browser| async move {
        browser.open("/account").await?;
        browser.fill_field("What it is for", "Board in the bay").await?;
        let token = browser.see("[data-token] code").await?.text().await?;
        let ask = async |method: reqwest::Method, path: &str| -> Result<u16> {
            let request = reqwest::Client::new()
                .request(method, format!("{}{path}", app.address))
                .bearer_auth(&token)
                .json(&Value::Null);
            Ok(request.send().await?.status().as_u16())
        };
        ensure!(ask(reqwest::Method::GET, "/api/v1/jobs").await? == 200);
        ensure!(ask(reqwest::Method::POST, "/api/v1/devices").await? == 403, "it only reads");
        browser.reload().await?;
        browser.reads("[data-tokens]", "last used").await?;
        browser.gone("[data-token]").await?;
        browser.tap("[data-tokens] button").await?;
        // that of the journey itself stays
        browser.gone("[data-tokens] li:nth-child(2)").await?;
        ensure!(ask(reqwest::Method::GET, "/api/v1/jobs").await? == 401);
        Ok(())
    })
    .await
}
