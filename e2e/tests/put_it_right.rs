//! Putting it right: trouble at the torch, a lost cut, an edge judged, a diagnosis kept with a photo,
//! the shop's own odds.

use anyhow::{Context, Result, ensure};
use galvanon_e2e::{App, Browser, DESK, PHONE, journey};
use serde_json::json;

const ENTER: &str = "\u{e007}";
const DELETE: &str = "\u{e017}";

/// The number of pieces of gear out of service, as the shop's server says it.
async fn out_of_service(app: &App) -> Result<usize> {
    let rack = app.get("/api/v1/gear").await?;
    let all = rack["gear"].as_array().context("gear")?;
    Ok(all.iter().filter(|each| each["gear"]["in_service"] == json!(false)).count())
}

/// Four touches from Today: the page, the tab, the fuel, the trouble.
#[tokio::test(flavor = "multi_thread")]
async fn a_whistle_inside_says_what_to_shut_and_takes_the_tip_out_of_service() -> Result<()> {
    journey(PHONE, |app, browser| async move {
        let before = out_of_service(&app).await?;
        browser.open("/").await?;
        browser.click("Edge").await?;
        browser.press_at("[id$='trigger-torch']", ENTER).await?;
        browser.click("acetylene").await?;
        browser.tap("[data-trouble='sustained_backfire']").await?;
        let said =
            browser.reads("[data-danger='whistles_inside']", "Fuel off at the torch").await?;
        let place = |words: &str| said.find(words).context(words.to_owned());
        ensure!(place("Cutting oxygen off")? < place("Preheat oxygen off")?, "{said}");
        ensure!(place("Preheat oxygen off")? < place("Fuel off")?, "{said}");
        // then the cause
        browser.see("[data-cause]").await?;
        browser.click("Keep gear out of service").await?;
        browser.click("1.2 mm flush").await?;
        browser.reads("[data-keep-out]", "1.2 mm flush is out of service").await?;
        ensure!(out_of_service(&app).await? == before + 1, "the rack knows it at once");
        browser.click("Undo").await?;
        browser.click("1.2 mm flush").await?;
        Ok(())
    })
    .await
}

/// Common practice: a whistle is right for the slower gases, soot is acetylene's alone.
#[tokio::test(flavor = "multi_thread")]
async fn cues_change_with_the_fuel() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/edge").await?;
        browser.press_at("[id$='trigger-torch']", ENTER).await?;
        browser.click("propane").await?;
        browser.tap("[data-trouble='whistle_outside']").await?;
        browser.reads("[data-mend='whistle_outside']", "sounds when its flame is right").await?;
        browser.gone("[data-trouble='sooty']").await?;
        browser.click("acetylene").await?;
        browser.tap("[data-trouble='sooty']").await?;
        browser.reads("[data-mend='sooty']", "until the soot just stops").await?;
        browser.gone("[data-trouble='star_too_long']").await?;
        // the same fuel at the signs: acetylene makes no star
        browser.press_at("[id$='trigger-find']", ENTER).await?;
        browser.tap("[data-zone='flame']").await?;
        browser.see("[data-finding='flame_feathered']").await?;
        browser.gone("[data-finding='star_long']").await?;
        browser.click("propane").await?;
        browser.see("[data-finding='star_long'] svg").await?;
        Ok(())
    })
    .await
}

async fn answer(browser: &Browser, question: &str, words: &str) -> Result<()> {
    let css = format!("[aria-label^='{question}'] button[data-answer='{words}']");
    browser.tap(&css).await?;
    Ok(())
}

#[tokio::test(flavor = "multi_thread")]
async fn a_lost_cut_is_picked_up_in_four_touches() -> Result<()> {
    journey(PHONE, |_, browser| async move {
        browser.open("/edge").await?;
        browser.press_at("[id$='trigger-lost']", ENTER).await?;
        answer(&browser, "Was it through", "yes").await?;
        answer(&browser, "Which way did the slag", "down").await?;
        answer(&browser, "Looking along", "left").await?;
        answer(&browser, "Does the edge stay", "yes").await?;
        browser.reads("[data-recovery='from_the_scrap']", "one kerf off the line").await?;
        browser.reads("[data-clean-up]", "Nothing to grind").await?;
        // not through after all: beside the old kerf, and it costs something
        answer(&browser, "Was it through", "no").await?;
        browser.reads("[data-recovery='alongside']", "melts before steel").await?;
        browser.reads("[data-clean-up]", "at the grinder").await?;
        browser.fill_field("Seen from below: how far is it not through?", "2 in").await?;
        // 2 in and half of 3/4 in
        browser.reads("[data-recovery='alongside']", "Go back 2-3/8 in").await?;
        // told what was wrong, and nothing is lost by a reload
        browser.fill_field("Seen from below: how far is it not through?", "9 ft").await?;
        browser.reads("[data-lost] [data-problem]", "it must be").await?;
        browser.reload().await?;
        browser.see("[data-lost]").await?;
        answer(&browser, "Does the edge stay", "no").await?;
        browser.click("Why did it go out?").await?;
        browser.see("[data-cause]").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_measured_edge_says_what_is_to_be_done() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/edge").await?;
        browser.press_at("[id$='trigger-grade']", ENTER).await?;
        browser.reads("main", "What nobody measured says nothing").await?;
        browser.fill_field("Deepest groove", "1/8").await?;
        browser.reads("[data-action='grind']", "no steeper than 1 in 10").await?;
        browser.fill_field("Deepest groove", "1/4").await?;
        browser.reads("[data-action='weld_or_reject']", "measure how much of the section").await?;
        browser.fill_field("Section lost there", "1").await?;
        browser.see("[data-action='grind']").await?;
        // taken back: what nobody measured says nothing
        browser.fill_field("Deepest groove", DELETE).await?;
        browser.gone("[data-action]").await?;
        Ok(())
    })
    .await
}

/// A picture of two halves, drawn by the browser itself.
const DRAW_A_PHOTO: &str = "
    const canvas = document.createElement('canvas');
    canvas.width = 640; canvas.height = 400;
    const pen = canvas.getContext('2d');
    pen.fillStyle = '#777'; pen.fillRect(0, 0, 640, 400);
    pen.fillStyle = '#222'; pen.fillRect(0, 200, 640, 30);
    return canvas.toDataURL('image/jpeg').split(',')[1];";

#[tokio::test(flavor = "multi_thread")]
async fn a_diagnosis_is_kept_with_its_cut_and_a_photo_and_found_at_the_cut() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let folder = tempfile::tempdir()?;
        let (letter, photo) = (folder.path().join("letter.jpg"), folder.path().join("edge.jpg"));
        std::fs::write(&letter, "dear edge, this is no photo")?;
        browser.open("/edge").await?;
        let drawn = browser.run(DRAW_A_PHOTO, Vec::new()).await?;
        std::fs::write(&photo, base64_decoded(drawn.as_str().context("a picture")?)?)?;
        browser.tap("[data-zone='face']").await?;
        browser.click("drag lines swept far back").await?;
        browser.see("[data-cause='too_fast']").await?;
        browser.click("Save").await?;
        browser.tap("[data-keep] [aria-label='Job']").await?;
        browser.click("Sallow Beck").await?;
        browser.tap("[data-keep] [aria-label='Cut']").await?;
        browser.click("24x 1/2 plate").await?;
        browser.fill("[data-keep] textarea", "ran away at the corner").await?;
        let file = browser.there("[data-keep] input[type='file']").await?;
        file.send_keys(letter.display().to_string()).await?;
        browser.press_at("[data-keep] > button:not([disabled])", ENTER).await?;
        // the text file is told, and nothing else is lost
        browser.reads("[data-picked]", "no JPEG or PNG picture").await?;
        browser.click("Take it off").await?;
        file.send_keys(photo.display().to_string()).await?;
        browser.press_at("[data-keep] > button:not([disabled])", ENTER).await?;
        browser.gone("[role='dialog']").await?;
        browser.reads("[data-kept]", "ran away at the corner").await?;
        browser.see("[data-kept] img").await?;
        let kept = app.get("/api/v1/diagnoses").await?;
        let first = &kept["diagnoses"][0];
        ensure!(first["photos"].as_array().is_some_and(|all| all.len() == 1), "{first}");
        ensure!(first["photos"][0]["width"] == json!(640), "{first}");
        // what it turned out to be, and the same at the cut itself
        browser.tap("[data-kept] [aria-label='Turned out to be']").await?;
        browser.click("uneven motion").await?;
        browser.reads("[data-kept] [data-verdict]", "neven motion").await?;
        browser.click("24x 1/2 plate").await?;
        browser.reads("main", "Poor edges kept of this cut").await?;
        browser.reads("[data-kept]", "ran away at the corner").await?;
        browser.click("Delete").await?;
        browser.click("Undo").await?;
        browser.reads("[data-kept]", "ran away at the corner").await?;
        Ok(())
    })
    .await
}

/// Asked from a cut: its card weighs in, and what is kept goes there without being asked.
#[tokio::test(flavor = "multi_thread")]
async fn a_poor_edge_of_a_cut_is_asked_from_the_cut() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, lines) = app.job("Sallow Beck").await?;
        let line = lines[0]["line"]["id"].as_str().context("id")?;
        browser.open(&format!("/jobs/{job}?line={line}")).await?;
        browser.click("Poor edge").await?;
        browser.reads("[data-of]", "its card weighs in").await?;
        browser.tap("[data-zone='metal']").await?;
        browser.click("paint, scale or rust flakes").await?;
        // the card says mill scale on the near face
        browser.reads("[data-cause='surface_dirty']", "On record").await?;
        browser.click("Save").await?;
        browser.reads("[data-keep]", "8x 1-1/2 plate").await?;
        browser.press_at("[data-keep] > button:not([disabled])", ENTER).await?;
        browser.gone("[role='dialog']").await?;
        browser.reads("[data-kept]", "8x 1-1/2 plate").await?;
        Ok(())
    })
    .await
}

fn base64_decoded(text: &str) -> Result<Vec<u8>> {
    use base64::Engine;
    Ok(base64::prelude::BASE64_STANDARD.decode(text)?)
}

#[tokio::test(flavor = "multi_thread")]
async fn a_shop_sets_its_own_odds_and_goes_back_to_the_tables() -> Result<()> {
    journey(DESK, |app, browser| async move {
        browser.open("/shop").await?;
        browser.tap("#weights ~ details summary").await?;
        let row = "[data-weights='tip_bore_dirty']";
        browser.fill(&format!("{row} input"), "900").await?;
        browser.press(ENTER).await?;
        browser.click("Set as version 1").await?;
        browser.reads(row, "it must be 0.1 to 50").await?;
        browser.fill(&format!("{row} input"), "30").await?;
        browser.press(ENTER).await?;
        browser.reload().await?;
        browser.tap("#weights ~ details summary").await?;
        // typed and not yet set: still there after the reload
        browser.reads(row, "table 10").await?;
        browser.click("Set as version 1").await?;
        browser.reads("[aria-label='Versions']", "Version 1").await?;
        let weights = app.get("/api/v1/edge/weights").await?;
        ensure!(weights["version"] == json!(1), "{}", weights["version"]);
        browser.click("Back to the tables").await?;
        browser.reads("[aria-label='Versions']", "Version 2").await?;
        browser.reads("[aria-label='Versions']", "as the tables").await?;
        Ok(())
    })
    .await
}
