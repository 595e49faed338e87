//! Every view: no axe violation, nothing from outside, nothing wider than the window.

use anyhow::{Context, Result, ensure};
use galvanon_e2e::{App, Browser, DARK, DESK, PHONE, Viewport, journey};

/// Words joined by underscores: a code that nobody put into words.
const CODES: &str =
    "return [...new Set(document.body.innerText.match(/\\b[a-z]+(_[a-z0-9]+)+\\b/g) ?? [])]";

/// Every view with what shows that it is there.
async fn views(app: &App) -> Result<Vec<(String, &'static str)>> {
    let (job, lines) = app.job("Sallow Beck").await?;
    let line = |i: usize| -> Result<String> {
        Ok(format!("/jobs/{job}?line={}", lines[i]["line"]["id"].as_str().context("id")?))
    };
    let card = lines[0]["card_id"].as_str().context("a card")?;
    let (steel, shapes) = app.job("Footbridge steel").await?;
    let (yard, _) = app.job("Yard gate").await?;
    let shape = |i: usize| -> Result<String> {
        Ok(format!("/jobs/{steel}?line={}", shapes[i]["line"]["id"].as_str().context("id")?))
    };
    Ok(vec![
        ("/".into(), "#last + ul"),
        ("/jobs".into(), "main ul"),
        (line(2)?, "[data-quantity='tip']"),
        (line(4)?, "[data-level='stop']"),
        (format!("/cards/{card}"), "[data-card]"),
        ("/shop".into(), "#figures"),
        ("/people".into(), "#people + ul li"),
        ("/account".into(), "[data-sessions] li"),
        ("/rack".into(), "[data-part='torch'] li"),
        ("/edge".into(), "[data-zone='face']"),
        ("/layout".into(), "[data-path-row='2']"),
        ("/steel".into(), "[data-cuttability]"),
        ("/work".into(), "[data-stages]"),
        ("/record".into(), "main section"),
        ("/record?part=log".into(), "[data-log], main table"),
        ("/record?part=poor-edges".into(), "main table"),
        ("/record?part=stores".into(), "main section li"),
        ("/record?part=quotes".into(), "main form, main section"),
        ("/record?part=two-ways".into(), "main section"),
        (format!("/jobs/{yard}/record"), "[data-cut='1'] [data-off]"),
        (format!("/jobs/{job}/gas"), "[data-tips]"),
        (format!("/jobs/{job}/list"), "[data-list-text]"),
        (format!("/jobs/{job}/nest"), "main p"),
        (shape(1)?, "[data-stroke-open]"),
        (shape(2)?, "[data-stroke-open]"),
        ("/template?diameter=88.9&kind=saddle&header=168.3".into(), "[data-strip]"),
        ("/jobs/01900000-0000-7000-8000-000000000000".into(), "main p"),
    ])
}

async fn assert_clean(browser: &Browser, what: &str) -> Result<()> {
    let found = browser.violations().await?;
    ensure!(found.is_empty(), "{what}: {}", found.join("\n"));
    let foreign = browser.foreign_hosts().await?;
    ensure!(foreign.is_empty(), "{what} asks {foreign:?}");
    let over = browser.overflow().await?;
    ensure!(over <= 0, "{what} is {over} px wider than its window");
    let codes = browser.run(CODES, vec![]).await?;
    ensure!(codes == serde_json::json!([]), "{what} shows codes: {codes}");
    Ok(())
}

async fn every_view_is_clean(viewport: Viewport) -> Result<()> {
    journey(viewport, |app, browser| async move {
        for (path, sign) in views(&app).await? {
            browser.open(&path).await?;
            browser.see(sign).await?;
            assert_clean(&browser, &path).await?;
        }
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn every_view_is_clean_at_the_desk() -> Result<()> {
    every_view_is_clean(DESK).await
}

#[tokio::test(flavor = "multi_thread")]
async fn every_view_is_clean_in_the_dark() -> Result<()> {
    every_view_is_clean(DARK).await
}

#[tokio::test(flavor = "multi_thread")]
async fn every_view_is_clean_on_a_phone() -> Result<()> {
    every_view_is_clean(PHONE).await
}

#[tokio::test(flavor = "multi_thread")]
async fn open_panels_and_questions_are_clean_too() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/").await?;
        browser.type_line("20 plate 36 wibble").await?;
        browser.see("[data-problem='bare_number']").await?;
        assert_clean(&browser, "a line with questions").await?;
        browser.type_line("3/4 plate 36in guided").await?;
        browser.reads("[data-echo]", "36 in").await?;
        browser.press("\u{e007}").await?;
        browser.tap("[data-quantity='kerf_mm']").await?;
        browser.see("[data-trace='kerf_mm']").await?;
        assert_clean(&browser, "a trace").await?;
        browser.press("\u{e00c}").await?;
        browser.gone("[data-trace]").await?;
        browser.press_control('k').await?;
        browser.see("[role='dialog'] input").await?;
        assert_clean(&browser, "find").await?;
        browser.press("\u{e00c}").await?;
        browser.click("Compare").await?;
        browser.see("[data-fuels]").await?;
        assert_clean(&browser, "fuels side by side").await?;
        browser.click("What moves it most").await?;
        browser.see("[data-sway]").await?;
        assert_clean(&browser, "what moves it").await?;
        for (tab, sign) in [
            ("torch", "[data-trouble='sustained_backfire']"),
            ("lost", "[data-lost]"),
            ("grade", "[data-grade]"),
            ("past", "[data-kept]"),
        ] {
            browser.open("/edge").await?;
            browser.press_at(&format!("[id$='trigger-{tab}']"), "\u{e007}").await?;
            if tab == "torch" {
                browser.click("acetylene").await?;
            }
            browser.see(sign).await?;
            assert_clean(&browser, tab).await?;
            if tab == "torch" {
                browser.tap(sign).await?;
                browser.see("[data-danger]").await?;
                assert_clean(&browser, "a stop").await?;
            }
        }
        browser.open("/shop").await?;
        browser.tap("#weights ~ details summary").await?;
        browser.see("[data-weights]").await?;
        assert_clean(&browser, "the shop's odds").await?;
        browser.open("/steel").await?;
        browser.press_at("[id$='trigger-shapes']", "\u{e007}").await?;
        browser.see("[data-shape] svg").await?;
        assert_clean(&browser, "a shape").await?;
        browser.click("Unknown piece").await?;
        browser.see("[data-unknown]").await?;
        assert_clean(&browser, "an unknown piece").await?;
        browser.open("/rack").await?;
        browser.tap("[data-tip='0.8 mm flush']").await?;
        browser.see("[data-gear-sheet]").await?;
        assert_clean(&browser, "a tip").await?;
        browser.click("Maker\u{2019}s chart\u{2026}").await?;
        browser.fill("[data-chart-text]", "thickness (mm),oxygen (kPa)\n6,150-180\n").await?;
        browser.see("[data-chart]").await?;
        assert_clean(&browser, "a maker's chart").await?;
        Ok(())
    })
    .await
}
