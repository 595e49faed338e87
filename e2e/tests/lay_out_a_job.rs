//! A layout as a line of a job: from a drawing to its card, changed on the bench, cut path by path.

use anyhow::{Context, Result, ensure};
use galvanon_e2e::{DESK, PHONE, journey};
use thirtyfour::By;

use crate::torch_hand::{is_fit_for_gloves, next, until};

const ENTER: &str = "\u{e007}";

#[tokio::test(flavor = "multi_thread")]
async fn a_drawing_becomes_a_line_of_a_job_with_its_card() -> Result<()> {
    journey(DESK, |app, browser| async move {
        browser.open("/layout").await?;
        let cases = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../reference/cases");
        let drawing = cases.join("layout/lines_arcs.dxf").canonicalize()?;
        let picked = browser.there("input[type='file']").await?;
        picked.send_keys(drawing.display().to_string()).await?;
        browser.see("[data-drawing='lines_arcs.dxf']").await?;
        browser.reads("[data-path-row='3']", "outline").await?;
        browser.click("Add to a job").await?;
        browser.click("Yard gate").await?;
        let bench = browser.see("[data-layout]").await?;
        ensure!(bench.attr("data-layout").await?.as_deref() == Some("3"), "three paths");
        let time = browser.setting("time_s").await?;
        // the line says thickness and paths, the job its gas: they are planned together
        let (job, lines) = app.job("Yard gate").await?;
        let line = lines.as_array().and_then(|all| all.last()).context("a line")?;
        ensure!(line["line"]["kind"] == "layout", "{}", line["line"]);
        ensure!(browser.path().await?.contains(&job), "the job is open");
        browser.click("Make card").await?;
        browser.reads("[data-card]", &time).await?;
        browser.see("[data-card-paths='3']").await?;
        browser.see("[data-card] [data-laid='3']").await?;
        let pdf = lopdf::Document::load_mem(&browser.print().await?)?;
        ensure!(pdf.get_pages().len() == 1, "the card takes one sheet");
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn on_the_bench_small_holes_are_drilled_or_cut_and_the_card_grows_old() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, lines) = app.job("Walkway").await?;
        ensure!(lines[0]["card_current"] == true, "{}", lines[0]["line"]);
        browser.open(&format!("/jobs/{job}")).await?;
        browser.see("[data-layout='2']").await?;
        browser.see_words("Open card").await?;
        // 1-1/2 times 1 in: the hole of the lugs is too small to burn well
        browser.fill_field("Thickness", "1").await?;
        browser.see("[data-layout='1']").await?;
        browser.see("[data-drilled='1']").await?;
        browser.see_words("Old card").await?;
        browser.press_at("[aria-label='Small holes']", ENTER).await?;
        browser.click("Cut them").await?;
        browser.see("[data-layout='2']").await?;
        browser.press_at("[data-path-row='1']", ENTER).await?;
        browser.see("[data-path-row='1'][aria-pressed='true']").await?;
        // the hole is a circle, and the torch is guided by hand
        browser.reads("[data-by-hand='5']", "inside the circle").await?;
        // and leads to the stages of a circle, as it was drawn: 1-1/8 in 1 in plate
        browser.click("Its stages round a pivot").await?;
        browser.see("[data-work-figures]").await?;
        let across = browser.field("Disc or hole, across").await?.prop("value").await?;
        ensure!(across.as_deref() == Some("1-1/8"), "{across:?}");
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_line_is_laid_out_anew_and_saved_or_left() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, _) = app.job("Walkway").await?;
        browser.open(&format!("/jobs/{job}")).await?;
        browser.see("[data-layout='2']").await?;
        browser.click("Change the layout").await?;
        // as the line keeps it: the demo's lug was drawn by nobody's hand on this page
        browser.see_words("As it was drawn").await?;
        browser.reads("[data-dimensions]", "6 in").await?;
        browser.click("Leave it as it was").await?;
        browser.see("[data-layout='2']").await?;
        browser.click("Change the layout").await?;
        browser.fill("[data-typed-part]", "3x lug 5x7 1/2 plate, hole 2").await?;
        browser.reads("[data-part-echo]", "hole 2 in").await?;
        browser.press(ENTER).await?;
        browser.reads("[data-dimensions]", "7 in").await?;
        browser.click("Save to the job").await?;
        browser.see("[data-layout='2']").await?;
        browser.reads("h2", "3× lug 5 in × 7 in").await?;
        // now the line knows its shape, and opens with its measures
        browser.click("Change the layout").await?;
        let across = browser.field("Across").await?;
        ensure!(across.value().await?.as_deref() == Some("5"), "{:?}", across.value().await?);
        let (_, lines) = app.job("Walkway").await?;
        ensure!(lines[0]["line"]["input"]["layout"]["drawn"]["shape"] == "lug", "{}", lines[0]);
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_part_typed_as_a_cut_is_led_to_its_plate() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/").await?;
        browser.type_line("4x ring 8in, hole 4, 3/8 plate").await?;
        browser.see("[data-part-typed]").await?;
        browser.gone("[data-problem]").await?;
        browser.press(ENTER).await?;
        browser.reads("[data-dimensions]", "8 in").await?;
        browser.reads("[data-path-row='2']", "outline").await?;
        browser.reads("[data-figures]", "4 ×:").await?;
        let typed = browser.see("[data-typed-part]").await?.value().await?;
        ensure!(typed.as_deref() == Some("4x ring 8in, hole 4, 3/8 plate"), "{typed:?}");
        // what is changed after it was taken survives a reload
        browser.fill_field("Diameter", "10").await?;
        browser.reads("[data-dimensions]", "10 in").await?;
        browser.reload().await?;
        browser.reads("[data-dimensions]", "10 in").await?;
        Ok(())
    })
    .await
}

/// A lug is led path by path, the hole first, and is one piece in the record.
#[tokio::test(flavor = "multi_thread")]
async fn a_part_is_led_path_by_path() -> Result<()> {
    journey(PHONE, |app, browser| async move {
        let (job, lines) = app.job("Walkway").await?;
        browser.open(&format!("/jobs/{job}/run")).await?;
        next(&browser).await?;
        until(&browser, "[data-cut='ready']").await?;
        let paths = lines[0]["plan"]["layout"]["paths"].as_array().context("paths")?;
        for (path, name) in paths.iter().zip(["hole 1", "outline"]) {
            browser.see(&format!("[data-path-ahead='{}']", path["order"])).await?;
            browser.reads("[data-path-ahead]", name).await?;
            // only the hole is a circle to walk round
            let walked = browser.there("[data-path-ahead]").await?;
            let walked = walked.find_all(By::Css("[data-by-hand]")).await?.len();
            ensure!(walked == usize::from(name == "hole 1"), "{name}: {walked}");
            is_fit_for_gloves(&browser).await?;
            ensure!(browser.overflow().await? <= 0, "{name} is wider than a phone");
            for stage in ["heating", "cutting"] {
                browser.tap("[data-next]").await?;
                browser.see(&format!("[data-cut='{stage}']")).await?;
            }
            browser.tap("[data-next]").await?;
        }
        browser.tap("[data-outcome='good']").await?;
        browser.see("[data-cut='ready'][data-made='1'] [data-path-ahead='1']").await?;
        browser.see("[data-saved='shop']").await?;
        let record = app.get(&format!("/api/v1/jobs/{job}/run/record")).await?;
        let all = record["events"].as_array().context("events")?;
        let cut = all.iter().find(|event| event["kind"] == "cut").context("a cut")?;
        let made = cut["body"]["strokes"].as_array().context("strokes")?;
        ensure!(made.len() == paths.len(), "{cut}");
        Ok(())
    })
    .await
}

/// A job's parts are laid on plates of the size that is bought; a plate too small says so; the quote weighs them.
#[tokio::test(flavor = "multi_thread")]
async fn the_parts_of_a_job_are_laid_on_plates_and_weighed_in_its_quote() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, _) = app.job("Walkway").await?;
        browser.open(&format!("/jobs/{job}")).await?;
        browser.click("Parts on plates").await?;
        browser.see("[data-nest='laid']").await?;
        browser.reads("[data-to-buy]", "1 plate of 1/2 in").await?;
        browser.fill_field("Along", "48").await?;
        browser.fill_field("Across", "30").await?;
        // lugs and gussets of 1/2 plate, four bearing plates of 1 in
        browser.reads("[data-nest-group='12.7'] figcaption", "6 of no. 1, 24 of no. 2").await?;
        browser.reads("[data-nest-group='25.4'] figcaption", "4 of no. 1").await?;
        browser.see("[data-nest-group='12.7'] [data-nested='1']").await?;
        browser.see("[data-remnant]").await?;
        browser.fill_field("Across", "8").await?;
        browser
            .reads("[data-nest-group='25.4'] [data-level='caution']", "Too large for every plate")
            .await?;
        browser.fill_field("Across", "1/8").await?;
        browser.see("[aria-invalid='true']").await?;
        browser
            .see("[data-refused='true'] [data-nest-plate], [data-refused='true'] [data-to-buy]")
            .await?;
        // reloaded, it asks for the plate that was said last
        browser.fill_field("Across", "24").await?;
        browser.see("[data-used]").await?;
        browser.reload().await?;
        browser.see("[data-used]").await?;
        let across = browser.field("Across").await?.prop("value").await?;
        ensure!(across.as_deref() == Some("24"), "{across:?}");
        browser.open("/record?part=quotes").await?;
        browser.click("Walkway fittings, first offer").await?;
        browser.reads("[data-weighs]", "The pieces weigh").await?;
        // the share goes into a new quote of that job
        browser.open(&format!("/jobs/{job}/nest")).await?;
        let told = browser.reads("[data-to-quote]", "Quote with").await?;
        let share = told.split(' ').nth(2).context("a share")?.to_owned();
        browser.tap("[data-to-quote]").await?;
        let used = browser.field("Plate used, %").await?.prop("value").await?;
        let typed: Option<f64> = used.as_deref().and_then(|used| used.parse().ok());
        ensure!(typed == Some(share.parse()?), "{used:?} {share}");
        browser.reads("form [role='combobox']", "Walkway").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn plates_are_read_on_a_phone() -> Result<()> {
    journey(PHONE, |app, browser| async move {
        let (job, _) = app.job("Walkway").await?;
        browser.open(&format!("/jobs/{job}/nest")).await?;
        browser.see("[data-nest-plate]").await?;
        ensure!(browser.overflow().await? <= 0, "nothing hangs over the side");
        Ok(())
    })
    .await
}
