//! A beam, a tube, a pipe: found by typing, planned as strokes, run dry, held, printed.

use anyhow::{Context, Result, ensure};
use galvanon_e2e::{Browser, DESK, PHONE, journey};

const ENTER: &str = "\u{e007}";
const DOWN: &str = "\u{e015}";

/// A beam on the bench, from a line as it is typed.
async fn plan(browser: &Browser, line: &str, code: &str) -> Result<()> {
    browser.open("/").await?;
    browser.type_line(line).await?;
    browser.reads("[data-echo]", code).await?;
    browser.press(ENTER).await?;
    browser.see(&format!("[data-section='{code}']")).await?;
    Ok(())
}

async fn count(browser: &Browser, css: &str) -> Result<u64> {
    let found = browser
        .run("return document.querySelectorAll(arguments[0]).length", vec![css.into()])
        .await?;
    found.as_u64().context("a count")
}

#[tokio::test(flavor = "multi_thread")]
async fn a_shape_is_found_by_typing_and_planned_as_strokes() -> Result<()> {
    journey(DESK, |_, browser| async move {
        plan(&browser, "2x W12x26 square 20ft, painted, freehand", "W12X26").await?;
        // two flanges of which the lower is cut in halves from inside, and the web between
        ensure!(count(&browser, "[data-stroke-row]").await? == 4);
        browser.reads("[data-stroke-row='2']", "from the kerf of 1").await?;
        // 26 lb a foot, 20 ft of it: on props before anything is cut
        browser
            .reads("[data-stroke-row='1']", "First a prop for the piece (520 lb), 48 in and 192 in")
            .await?;
        browser.reads("main", "The piece weighs 520 lb").await?;
        // another shape, by its first letters and the arrow keys
        let shape = browser.field("Shape").await?;
        shape.clear().await?;
        shape.send_keys("hss 6x6x1").await?;
        browser.see("[role='option']").await?;
        shape.send_keys(DOWN).await?;
        browser.see("[role='option'][aria-selected='true']").await?;
        shape.send_keys(ENTER).await?;
        browser.see("[data-section^='HSS6X6X']").await?;
        browser.reads("[data-stroke-row='1']", "start: pierce").await?;
        // a hollow section by its sizes
        browser.fill_field("Shape", "rhs 100x60x5").await?;
        browser.see("[data-section='RHS 100X60X5 mm']").await?;
        Ok(())
    })
    .await
}

/// What must not be set is absent: on the bench, stroke by stroke, and on its card.
#[tokio::test(flavor = "multi_thread")]
async fn of_a_stopped_shape_no_stroke_has_a_setting() -> Result<()> {
    journey(DESK, |_, browser| async move {
        plan(&browser, "W12x26 square 20ft, freehand", "W12X26").await?;
        browser.reads("[data-stroke-quantity='travel_speed_mm_min']", "in/min").await?;
        plan(&browser, "W12x26 square 20ft, freehand, 304 stainless", "W12X26").await?;
        browser.reads("[data-stroke-quantity='travel_speed_mm_min']", "\u{2014}").await?;
        // nor is any time, gas or money promised of it
        for quantity in ["time_s", "oxygen_l", "cost"] {
            browser.reads(&format!("[data-total='{quantity}']"), "\u{2014}").await?;
        }
        let ways = browser.reads("[data-ways]", "4 strokes").await?;
        ensure!(!ways.contains(" min") && !ways.contains("oxygen"), "{ways}");
        let row = browser.reads("[data-stroke-row='1']", "upper flange").await?;
        ensure!(!row.contains(" min"), "{row}");
        browser.click("Make card").await?;
        let card = browser.reads("[data-card='stop']", "do not cut by this card").await?;
        ensure!(!card.contains("in/min") && !card.contains(" psi"), "{card}");
        browser.reads("[data-card-strokes]", "upper flange").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn what_a_shape_has_no_room_for_is_said_at_the_field() -> Result<()> {
    journey(DESK, |_, browser| async move {
        plan(&browser, "W12x26 cope 2in deep 4in long, 20ft, freehand", "W12X26").await?;
        for (field, typed, said) in [
            ("Shape", "W12x28", "The nearest: W12X30"),
            ("Shape", "flat 100x12", "inches or millimetres"),
            ("Shape", "shs 80x50", "is no shape"),
            ("Deep", "12", "this shape has room for"),
        ] {
            let before = browser.field(field).await?.value().await?.unwrap_or_default();
            browser.fill_field(field, typed).await?;
            browser.reads("[data-section-inputs]", said).await?;
            // what was typed stands until it is mended
            ensure!(browser.field(field).await?.value().await?.as_deref() == Some(typed));
            browser.fill_field(field, &before).await?;
            browser.gone("[data-refused='true']").await?;
        }
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn the_way_it_lies_and_the_sides_in_reach_change_the_strokes() -> Result<()> {
    journey(DESK, |_, browser| async move {
        plan(&browser, "W12x26 square 20ft, 18in drop, freehand", "W12X26").await?;
        browser.tap("[data-way='lying'] input").await?;
        browser.see("[data-stage='lying']").await?;
        ensure!(count(&browser, "[data-stroke-row]").await? == 3);
        // only the near side: both flanges edgewise, as thick as they are wide
        for side in ["above", "far", "below"] {
            browser.press_at(&format!("[data-side='{side}']"), ENTER).await?;
            browser.see(&format!("[data-side='{side}'][aria-pressed='false']")).await?;
        }
        browser.tap("[data-way='standing'] input").await?;
        browser.reads("[data-stroke-row='1']", "edgewise").await?;
        browser.reads("[data-stroke-row='1']", "0.38 in through 6.49 in").await?;
        browser.reads("main", "Some strokes run edgewise").await?;
        // a tube has a far wall, and nothing to run edgewise on
        browser.fill_field("Shape", "HSS6x6x1/4").await?;
        browser.reads("[data-verdict='stop']", "out of reach").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_dry_run_goes_through_every_stroke_and_a_number_says_why() -> Result<()> {
    journey(DESK, |_, browser| async move {
        plan(&browser, "C10x15.3 square 10ft, 1ft drop, freehand", "C10X15.3").await?;
        let torch = async |browser: &Browser| -> Result<f64> {
            let value = browser.see("[aria-label='Place in the dry run']").await?.value().await?;
            value.context("a place")?.parse().context("seconds")
        };
        browser.tap("[data-play='false']").await?;
        browser.see("[data-play='true']").await?;
        browser.see("[data-at-stroke='2']").await?;
        browser.tap("[data-play='true']").await?;
        let paused = torch(&browser).await?;
        ensure!(paused > 0.0, "the torch has moved");
        browser.see("[data-play='false']").await?;
        ensure!((torch(&browser).await? - paused).abs() < 1e-9, "paused is paused");
        // by keyboard to the last stroke, which holds the drop
        browser.press_at("[aria-label='Next stroke']", ENTER).await?;
        browser.see("[data-at-stroke='3']").await?;
        browser.reads("[data-stroke-open]", "Last: the drop hangs on it").await?;
        browser
            .reads("[data-stroke-open]", "First a prop for the drop (15.3 lb), 6 in from the cut")
            .await?;
        // a start in a hot kerf: half of a first heating, and its chain says so
        let kerf = "[data-stroke-row]:has([data-stroke-open])";
        for stroke in 1..=3 {
            browser.tap(&format!("[data-stroke-row='{stroke}'] > button")).await?;
            if browser.see(kerf).await?.text().await?.contains("from the kerf of") {
                browser.tap("[data-stroke-quantity='start_preheat_s']").await?;
                browser.reads("[data-trace='start_preheat_s']", "a kerf that is still hot").await?;
                return Ok(());
            }
        }
        anyhow::bail!("a channel's web starts in a kerf")
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_pipes_template_is_printed_at_its_true_size() -> Result<()> {
    journey(DESK, |_, browser| async move {
        plan(&browser, "pipe 3 sch 40 saddle 6.625in header 6ft, 6in drop, freehand", "PIPE3SCH40").await?;
        browser.click("Template to wrap round").await?;
        browser.see("[data-strip='2']").await?;
        // once round 3-1/2 in pipe is 279.3 mm: 180 mm and 99.3 mm, each with 3 mm to join on both sides
        let wide = "return [...document.querySelectorAll('[data-strip]')].map(e => parseFloat(getComputedStyle(e).width) * 25.4 / 96)";
        let widths = browser.run(wide, vec![]).await?;
        let width = |at: usize| widths[at].as_f64().context("a width");
        let round = width(0)? + width(1)? - 12.0;
        ensure!((round - std::f64::consts::PI * 88.9).abs() < 0.2, "{round}");
        let sheet = lopdf::Document::load_mem(&browser.print().await?)?;
        ensure!(sheet.get_pages().len() == 1, "both strips go on one sheet");
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn the_footbridge_steel_is_planned_carried_to_the_gas_and_printed() -> Result<()> {
    journey(PHONE, |app, browser| async move {
        let (job, lines) = app.job("Footbridge steel").await?;
        let lines = lines.as_array().context("lines")?;
        ensure!(lines.len() == 6, "stringers, copes, posts, bracing, rails, the reclaimed beam");
        for view in lines {
            ensure!(view["plan"]["verdict"] != "stop", "{}", view["line"]["typed"]);
            let line = view["line"]["id"].as_str().context("id")?;
            browser.open(&format!("/jobs/{job}?line={line}")).await?;
            browser.click("Make card").await?;
            browser.see("[data-card-strokes]").await?;
            browser.see("[data-card] img").await?;
            let pdf = lopdf::Document::load_mem(&browser.print().await?)?;
            ensure!(pdf.get_pages().len() == 1, "{}", view["line"]["typed"]);
        }
        // a long split has more strokes than a sheet has room for: the first stand there, and how many follow
        browser.open("/").await?;
        plan(
            &browser,
            "2x W12x26 split 20ft, painted, inside heavy rust, one side, guided",
            "W12X26",
        )
        .await?;
        browser.click("Make card").await?;
        browser.reads("[data-card-strokes]", "more like these").await?;
        browser.see("[data-card] img").await?;
        ensure!(lopdf::Document::load_mem(&browser.print().await?)?.get_pages().len() == 1);
        let gas = app.get(&format!("/api/v1/jobs/{job}/gas-plan")).await?;
        ensure!(gas["lines"].as_array().is_some_and(|all| all.len() == 6), "{gas}");
        browser.open(&format!("/jobs/{job}/gas")).await?;
        browser.see("[data-tips]").await?;
        Ok(())
    })
    .await
}
