//! A run card on one sheet, by the browser's own print.

use anyhow::{Context, Result, ensure};
use galvanon_e2e::{DESK, journey};

#[tokio::test(flavor = "multi_thread")]
async fn every_line_of_the_demo_prints_on_one_page() -> Result<()> {
    journey(DESK, |app, browser| async move {
        for part in ["Sallow Beck", "Yard gate", "Press frame", "Footbridge steel", "Walkway"] {
            let (job, lines) = app.job(part).await?;
            for view in lines.as_array().context("lines")? {
                let line = view["line"]["id"].as_str().context("id")?;
                browser.open(&format!("/jobs/{job}?line={line}")).await?;
                let made = view["card_current"] == true;
                browser.click(if made { "Open card" } else { "Make card" }).await?;
                browser.see("[data-card]").await?;
                browser.see("[data-card] img").await?;
                let pdf = lopdf::Document::load_mem(&browser.print().await?)?;
                ensure!(
                    pdf.get_pages().len() == 1,
                    "{} takes {} pages",
                    view["line"]["typed"],
                    pdf.get_pages().len()
                );
                let text = pdf.extract_text(&[1])?;
                ensure!(text.len() > 400, "the card holds little: {text}");
                let stop = view["plan"]["verdict"] == "stop";
                let said = browser.see("[data-card]").await?.text().await?;
                ensure!(said.contains("do not cut by this card") == stop, "{said}");
                // of a plate that must not be cut no pace is printed
                let plate = view["plan"]["section"].is_null();
                ensure!(!plate || said.contains("Travel speed") != stop, "{said}");
                // nor of a stroke, a path or a stage
                ensure!(said.contains("in/min") != stop, "{said}");
            }
        }
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_card_from_today_is_kept_and_says_what_the_screen_said() -> Result<()> {
    journey(DESK, |app, browser| async move {
        browser.open("/").await?;
        browser.type_line("3/8 plate 12in hand, propane").await?;
        browser.reads("[data-echo]", "propane").await?;
        browser.click("Plan it").await?;
        let pace = browser.setting("travel_speed_mm_min").await?;
        let oxygen = browser.setting("oxygen_pressure_kpa").await?;
        browser.click("Make card").await?;
        let card = browser.reads("[data-card]", &pace).await?;
        ensure!(card.contains(&oxygen), "{oxygen}: {card}");
        ensure!(card.contains("oxygen first"), "alternate fuels: oxygen off first: {card}");
        let path = browser.path().await?;
        browser.reload().await?;
        browser.reads("[data-card]", &pace).await?;
        let today = app.get("/api/v1/today").await?;
        ensure!(path.ends_with(today["last"][0]["id"].as_str().context("id")?));
        Ok(())
    })
    .await
}
