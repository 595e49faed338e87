//! A part on a plate: typed, dragged, read from a drawing, run through, taken along as a file.

use anyhow::{Context, Result, ensure};
use galvanon_e2e::{Browser, DESK, PHONE, journey};

const ENTER: &str = "\u{e007}";
const RIGHT: &str = "\u{e014}";

/// The text of the file that the page hands to the browser to be saved.
async fn saved(browser: &Browser, format: &str) -> Result<String> {
    let script = format!(
        "const done = arguments[arguments.length - 1]; const made = URL.createObjectURL; \
         URL.createObjectURL = (file) => {{ file.text().then(done); return made(file); }}; \
         document.querySelector(\"[data-file='{format}']\").click();"
    );
    let text = browser.run_async(&script).await?;
    Ok(text.as_str().context("a text")?.to_owned())
}

#[tokio::test(flavor = "multi_thread")]
async fn a_lug_is_typed_dragged_run_through_and_taken_along() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/layout").await?;
        // its hole first, then its outline, from the edge of the plate
        browser.reads("[data-path-row='1']", "hole 1").await?;
        browser.reads("[data-path-row='2']", "outline, edge").await?;
        browser.see("[data-datum]").await?;
        let before = browser.see("[data-path-row='2']").await?.text().await?;
        browser.fill_field("Across", "5").await?;
        browser.reads("[data-dimensions]", "5 in").await?;
        // by keyboard the corner moves a sixteenth
        browser.press_at("[data-handle='Across, Up']", RIGHT).await?;
        browser.reads("[data-dimensions]", "5-1/16 in").await?;
        let after = browser.see("[data-path-row='2']").await?.text().await?;
        ensure!(before != after, "the path follows its part");
        // nothing typed is lost
        browser.reload().await?;
        browser.reads("[data-dimensions]", "5-1/16 in").await?;
        browser.click("Run through").await?;
        browser.see("[data-torch]").await?;
        browser.see("[data-run='playing']").await?;
        browser.click("Pause").await?;
        let program = saved(&browser, "gcode").await?;
        ensure!(program.starts_with("(dry run first"), "{program}");
        ensure!(program.contains("G20") && program.trim_end().ends_with("M2"), "{program}");
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn what_has_no_room_is_said_where_it_is() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/layout").await?;
        browser.fill_field("Hole diameter", "9").await?;
        // in the reader's words and units
        let told = browser.reads("[data-problem]", "it must be").await?;
        ensure!(told.starts_with("Hole diameter is 9 in") && !told.contains("mm"), "{told}");
        browser.fill_field("Hole diameter", "1").await?;
        browser.gone("[data-problem]").await?;
        // 1-1/2 times 3/4 in plate: such a hole is drilled
        browser.fill_field("Thickness", "3/4").await?;
        browser.see("[data-drilled='1']").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn strips_and_lugs_are_typed_in_a_line() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/layout").await?;
        browser.fill("[data-typed-part]", "6x lug 4x5 1/2 plate, hole 1-1/8, sprocket").await?;
        browser.reads("[data-part-problem='unknown_word']", "sprocket").await?;
        browser.fill("[data-typed-part]", "6x lug 4x5 1/2 plate, hole 1-1/8, r2").await?;
        browser.reads("[data-part-echo]", "hole 1-1/8 in").await?;
        browser.press(ENTER).await?;
        browser.reads("[data-dimensions]", "5 in").await?;
        browser.reads("[data-figures]", "6 ×:").await?;
        browser
            .fill("[data-typed-part]", "strips 1-1/2 wide 12 long, 4 and an end piece, 3/8 plate")
            .await?;
        browser.press(ENTER).await?;
        browser.reads("[data-dimensions]", "12 in").await?;
        browser.reads("[data-figures]", "5 ×:").await?;
        Ok(())
    })
    .await
}

/// 24 in of 1-1/2 in bows: it is tied, lies on a plate that holds it, and its lines count every kerf.
#[tokio::test(flavor = "multi_thread")]
async fn long_strips_are_tied_and_measured_from_one_edge() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/layout").await?;
        browser.fill("[data-typed-part]", "4 strips 1-1/2 wide 24 long, 3/8 plate").await?;
        browser.press(ENTER).await?;
        browser.reads("[data-path-row='1']", "4 ties").await?;
        let program = saved(&browser, "gcode").await?;
        ensure!(program.matches("M23").count() == 5, "a start and four behind ties: {program}");
        browser.press_at("[id$='trigger-marks']", ENTER).await?;
        // 1-1/2 and a kerf between two lines
        browser.reads("[data-strips='4']", "1-1/2 in, 3.0").await?;
        browser.reads("[data-line='leave']", "Leave the line").await?;
        browser.choose("Long thin parts", "Leave untied").await?;
        browser.press_at("[id$='trigger-paths']", ENTER).await?;
        browser.gone("[data-tie]").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_shop_that_splits_the_line_sees_it_on_its_plate() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/shop").await?;
        browser.choose("The line", "Split it: cut on it").await?;
        browser.choose("Hatched is", "the scrap").await?;
        browser.open("/layout").await?;
        browser.see("[data-hatched='scrap']").await?;
        browser.press_at("[id$='trigger-marks']", ENTER).await?;
        browser.reads("[data-line='on']", "middle of the cut").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn marks_are_listed_and_a_drawn_line_is_judged() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/layout").await?;
        browser.press_at("[id$='trigger-marks']", ENTER).await?;
        // the lug of 4 by 6 in lies 1 in from both rims
        browser.reads("[data-marks]", "7.21 in").await?;
        browser.reads("[data-marks]", "Centre").await?;
        browser.press_at("[id$='trigger-line']", ENTER).await?;
        browser.see("[data-line='good']").await?;
        // an eighth off in the middle of two feet: more than any cut allows
        let off = "(//label[normalize-space(.)='Line is off by'])[2]/following::input[1]";
        let field = browser.see_path(off).await?;
        field.send_keys("\u{e009}a\u{e000}1/8\u{e007}").await?;
        browser.see("[data-line='bad']").await?;
        browser.reads("[data-line='bad']", "Draw it again").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_start_is_moved_by_hand_and_put_back() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/layout").await?;
        let row = "[data-path-row='2']";
        browser.reads(row, "outline, edge").await?;
        browser.press_at(row, ENTER).await?;
        // from the rim at the left to the right-hand side, where a pierce is needed
        browser.drag("[data-handle='Start of the path']", 140, 0).await?;
        browser.reads(row, "outline, pierce").await?;
        browser.click("Start where it is best").await?;
        browser.reads(row, "outline, edge").await?;
        // a stop more than the reach asks for is dragged, and given back
        browser.click("Add a stop").await?;
        browser.see("[data-stops='2']").await?;
        browser.drag("[data-handle='Stop 1']", 0, 40).await?;
        browser.see("[data-stops='2']").await?;
        browser.click("Stops by reach").await?;
        browser.see("[data-stops='1']").await?;
        Ok(())
    })
    .await
}

/// A slot 0.8 mm wide is narrower than any cut.
const SLOT: &str = "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 120 120'><path d='M10 10H110V110H60.4V50H59.6V110H10z'/><path d='M0 0H5'/></svg>";

#[tokio::test(flavor = "multi_thread")]
async fn a_drawing_is_read_its_unit_asked_and_its_faults_shown() -> Result<()> {
    journey(DESK, |_, browser| async move {
        let folder = tempfile::tempdir()?;
        let file = folder.path().join("slot.svg");
        std::fs::write(&file, SLOT)?;
        browser.open("/layout").await?;
        let picked = browser.there("input[type='file']").await?;
        picked.send_keys(file.display().to_string()).await?;
        browser.see("[data-drawing='slot.svg']").await?;
        browser.see_words("The file is in").await?;
        browser.press_at("[aria-label='The file is in']", ENTER).await?;
        browser.tap("[role='option']").await?;
        browser.reads("[data-problems]", "stays open").await?;
        browser.reads("[data-refused]", "narrower than the cut").await?;
        browser.there("[data-fault]").await?;
        let cases = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../reference/cases");
        let drawing = cases.join("layout/lines_arcs.dxf").canonicalize()?;
        let picked = browser.there("input[type='file']").await?;
        picked.send_keys(drawing.display().to_string()).await?;
        browser.see("[data-drawing='lines_arcs.dxf']").await?;
        browser.reads("[data-path-row='3']", "outline").await?;
        let marks = saved(&browser, "marks_csv").await?;
        ensure!(marks.starts_with("order,mark,x_in"), "{marks}");
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_program_is_written_in_the_words_of_the_shops_machine() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/shop").await?;
        browser.fill_field("Cutting oxygen on", "oxygen").await?;
        browser.reads("[data-refused='machine_words']", "M").await?;
        browser.fill_field("Cutting oxygen on", "m72").await?;
        browser.gone("[data-refused='machine_words']").await?;
        browser.open("/layout").await?;
        browser.reads("[data-path-row='2']", "outline").await?;
        let program = saved(&browser, "gcode").await?;
        ensure!(program.contains("M72") && !program.contains("M23"), "{program}");
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn on_a_phone_the_plate_shows_and_steps() -> Result<()> {
    journey(PHONE, |_, browser| async move {
        browser.open("/layout").await?;
        browser.see("[data-stage]").await?;
        browser.tap("[aria-label='Next path']").await?;
        browser.tap("[aria-label='Next path']").await?;
        browser.there("[data-torch='heating']").await?;
        ensure!(browser.overflow().await? <= 0);
        Ok(())
    })
    .await
}
