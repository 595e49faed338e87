//! Coming and going: the first owner, an invitation, a passkey, signed out midway, each role.

use anyhow::{Context, Result, ensure};
use galvanon_e2e::{App, Browser, DESK, journey};
use galvanon_server::api::people::doors::set_up_code;
use serde_json::Value;

/// A password that is taken.
pub const PASSWORD: &str = "kerf drag lever cherry";

/// Signs out by the menu under one's name.
pub async fn sign_out(browser: &Browser) -> Result<()> {
    browser.tap("[data-who]").await?;
    let item = "//*[@role='menuitem'][contains(normalize-space(.), 'Sign out')]";
    browser.see_path(item).await?.click().await?;
    browser.see("[data-door]").await?;
    Ok(())
}

#[tokio::test(flavor = "multi_thread")]
async fn whoever_starts_a_shop_becomes_its_owner_by_the_code_of_the_server() -> Result<()> {
    journey(DESK, |app, browser| async move {
        // a shop from before there were doors: people, and nobody who can come in
        sqlx::query("UPDATE people SET demo = false").execute(&app.pool).await?;
        let code = set_up_code(&app.pool).await?.context("an unowned shop")?;
        browser.forget().await?;
        browser.open("/").await?;
        browser.see("[data-door='claim']").await?;
        browser.fill("[name='setup-code']", "ABCD-EFGH-JKLM-NPQR").await?;
        browser.fill("[name='name']", "marta quill").await?;
        browser.fill("[name='new-password']", "short").await?;
        browser.click("Become the owner").await?;
        browser.reads("[data-door]", "No match").await?;
        browser.fill("[name='setup-code']", &code.to_lowercase()).await?;
        browser.click("Become the owner").await?;
        browser.reads("[data-door]", "12 to 128 characters").await?;
        browser.fill("[name='new-password']", PASSWORD).await?;
        browser.click("Become the owner").await?;
        browser.gone("[data-door]").await?;
        browser.see("[data-who='Marta Quill']").await?;
        // and from then on by name and password, from the keyboard alone
        sign_out(&browser).await?;
        browser.see("[data-door='desk']").await?;
        browser.fill("[name='name']", "Marta Quill").await?;
        browser.press("\u{e004}").await?;
        browser.press(PASSWORD).await?;
        browser.press("\u{e007}").await?;
        browser.see("[data-who='Marta Quill']").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn somebody_new_is_invited_and_comes_in_by_their_own_password() -> Result<()> {
    journey(DESK, |app, browser| async move {
        browser.open("/people").await?;
        browser.fill("#people ~ form input", "Wren Ashby").await?;
        browser.press("\u{e007}").await?;
        let card =
            "//li[.//strong[normalize-space(.)='Wren Ashby']]//button[contains(., 'Invitation')]";
        browser.see_path(card).await?.click().await?;
        let link = browser.see("[data-invitation] input").await?.value().await?;
        let link = link.context("a link")?;
        let path = link.strip_prefix(&app.address).context("a link to this shop")?;
        browser.forget().await?;
        browser.open(path).await?;
        browser.reads("[data-door='invitation']", "Welcome, Wren Ashby").await?;
        browser.fill("[name='new-password']", "wrenashby123").await?;
        browser.click("Save and sign in").await?;
        browser.reads("[data-door]", "tried first").await?;
        browser.fill("[name='new-password']", PASSWORD).await?;
        browser.click("Save and sign in").await?;
        browser.see("[data-who='Wren Ashby']").await?;
        ensure!(
            !browser.run("return location.hash", vec![]).await?.to_string().contains("invitation")
        );
        // the link was used
        browser.forget().await?;
        browser.open("/jobs").await?;
        browser.open(path).await?;
        browser.reads("[data-door]", "already used").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn who_is_signed_out_midway_finds_what_was_typed() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, _) = app.job("Sallow Beck").await?;
        browser.open(&format!("/jobs/{job}")).await?;
        browser.type_line("2x 3/4 plate 30in guided").await?;
        browser.reads("[data-echo]", "30 in").await?;
        sqlx::query("UPDATE sessions SET ended_at = now()").execute(&app.pool).await?;
        browser.press("\u{e007}").await?;
        browser.reads("[data-door]", "What you typed is still here").await?;
        browser.come_in_as("Marta Quill").await?;
        let field = browser.see("[data-quick-entry]").await?.value().await?;
        ensure!(field.as_deref() == Some("2x 3/4 plate 30in guided"), "{field:?}");
        browser.press_at("[data-quick-entry]", "\u{e007}").await?;
        for _ in 0..100 {
            let lines = app.get(&format!("/api/v1/jobs/{job}")).await?["lines"].clone();
            let typed = |line: &Value| line["line"]["typed"] == "2x 3/4 plate 30in guided";
            if lines.as_array().is_some_and(|all| all.iter().filter(|it| typed(it)).count() == 1) {
                return Ok(());
            }
            tokio::time::sleep(std::time::Duration::from_millis(50)).await;
        }
        anyhow::bail!("the cut was not added")
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn each_role_is_offered_what_it_may() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, _) = app.job("Sallow Beck").await?;
        let sees = async |name: &str, words: &str| -> Result<bool> {
            browser.carry(&app.session(name).await?).await?;
            browser.open(&format!("/jobs/{job}")).await?;
            browser.see("[data-quantity='travel_speed_mm_min']").await?;
            let script = "return document.body.innerText.includes(arguments[0])";
            Ok(browser.run(script, vec![words.into()]).await? == true)
        };
        for (words, those) in [
            ("Change job and rig", ["Marta Quill", "Nell Okafor-Reed"]),
            ("Log this cut", ["Ishaan Fenwick", "Dorrit Vale"]),
            ("At the torch", ["Marta Quill", "Tobin Harrow"]),
        ] {
            for name in those {
                ensure!(sees(name, words).await?, "{name} is not offered: {words}");
            }
            for name in ["Ottilie Wray", "Bram Sedge"] {
                ensure!(!sees(name, words).await?, "{name} is offered: {words}");
            }
        }
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_passkey_opens_the_door_and_one_that_was_removed_does_not() -> Result<()> {
    journey(DESK, |_, browser| async move {
        // an address is no name: nothing is offered
        browser.open("/account").await?;
        browser.see("[data-sessions] li").await?;
        browser.gone("[data-passkeys]").await?;
        let app = App::served(|config, port| {
            config.public_url = Some(format!("http://localhost:{port}"));
        })
        .await?;
        let address = app.address.replace("127.0.0.1", "localhost");
        let browser = browser.through(&address);
        browser.authenticator().await?;
        browser.carry(&app.session("Marta Quill").await?).await?;
        browser.open("/account").await?;
        browser.see_words("Make a passkey here").await?;
        browser.fill_field("What you call this device", "Desk in the office").await?;
        browser.reads("[data-passkeys]", "Desk in the office").await?;
        sign_out(&browser).await?;
        browser.fill("[name='name']", "Somebody Else").await?;
        browser.click("With a passkey").await?;
        browser.see("[data-door] [data-level='caution']").await?;
        browser.fill("[name='name']", "Marta Quill").await?;
        browser.click("With a passkey").await?;
        browser.gone("[data-door]").await?;
        browser.see("[data-who='Marta Quill']").await?;
        browser.open("/account").await?;
        browser.reads("[data-passkeys]", "last used").await?;
        browser.click("Remove").await?;
        browser.gone("[data-passkeys] li").await?;
        sign_out(&browser).await?;
        browser.fill("[name='name']", "Marta Quill").await?;
        browser.click("With a passkey").await?;
        browser.see("[data-door] [data-level='caution']").await?;
        app.forget().await?;
        Ok(())
    })
    .await
}
