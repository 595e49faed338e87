//! A bad edge, now, without a job: from what one sees to a cause with its remedy.

use anyhow::Result;
use galvanon_e2e::{DESK, PHONE, journey};

const ENTER: &str = "\u{e007}";
const RIGHT: &str = "\u{e014}";

#[tokio::test(flavor = "multi_thread")]
async fn three_touches_from_today_name_a_cause_with_its_remedy() -> Result<()> {
    journey(PHONE, |_, browser| async move {
        browser.open("/").await?;
        browser.click("Edge").await?;
        browser.tap("[data-zone='face']").await?;
        browser.click("drag lines swept far back").await?;
        browser.reads("[data-cause='too_fast']", "slow down until the sparks leave").await?;
        browser.reads("[data-cause='too_fast'] [data-change]", "Travel speed −20 %").await?;
        // a second look, asked for by the application, and everything is there after a reload
        browser.click("Not there").await?;
        browser.reads("[data-cause='too_fast']", "%").await?;
        browser.reload().await?;
        browser.see("[data-cause='too_fast']").await?;
        browser.click("Start over").await?;
        browser.gone("[data-cause]").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_burn_on_record_weighs_in() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/edge").await?;
        browser.tap("[data-zone='bottom edge']").await?;
        browser.click("heavy slag that must be ground").await?;
        browser.see("[data-cause]").await?;
        browser.tap("[role='combobox']").await?;
        browser.click("raked lines at the end").await?;
        browser.reads("[data-cause='too_fast']", "% of the planned one").await?;
        browser.reads("[data-cause='too_fast'] [data-change]", "Travel speed from").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn what_happened_is_noted_at_the_cut_and_found_at_the_edge() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, _) = app.job("Sallow Beck").await?;
        browser.open(&format!("/jobs/{job}")).await?;
        browser.click("Log this cut").await?;
        browser.fill_field("Pace", "14").await?;
        browser.fill_field("Heated for", "-5").await?;
        browser.click("Note it").await?;
        browser.reads("[data-burn]", "it must be").await?;
        browser.fill_field("Heated for", "21").await?;
        browser.fill("[data-burn] textarea", "wandered at the end").await?;
        browser.click("Note it").await?;
        browser.gone("[role='dialog']").await?;
        browser.open("/edge").await?;
        browser.tap("[role='combobox']").await?;
        browser.click("wandered at the end").await?;
        browser.see("[data-cause]").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn the_keyboard_alone_finds_it_and_a_whistle_inside_comes_first() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/edge").await?;
        browser.press_at("[data-zone='torch']", ENTER).await?;
        browser.press_at("[data-finding='whistles_inside'] button", ENTER).await?;
        browser.reads("[data-danger='whistles_inside']", "Cutting oxygen off").await?;
        browser.press_at("[data-zone='bottom edge']", ENTER).await?;
        browser.press_at("[data-finding='dross_easy'] button", ENTER).await?;
        browser.press_at("[data-finding='dross_hard'] button", ENTER).await?;
        browser.reads("main", "hardly go together").await?;
        browser.press_at("[id$='trigger-grade']", ENTER).await?;
        browser.fill_field("Out of square, u", "0.7 mm").await?;
        browser.reads("[data-grade='perpendicularity']", "range 4").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn an_edge_is_seen_before_it_is_cut_by_moving_what_is_off() -> Result<()> {
    journey(PHONE, |_, browser| async move {
        browser.open("/edge").await?;
        browser.click("Before the cut").await?;
        browser.reads("[data-class]", "slag that taps off").await?;
        // from the keyboard: eight steps of five percent are far too fast
        let pace = browser.see("[role='slider'][aria-label='Pace']").await?;
        for _ in 0..8 {
            pace.send_keys(RIGHT).await?;
        }
        browser.reads("[data-slider-says='speed']", "140 %").await?;
        browser.reads("[data-class]", "drag lines swept far back").await?;
        // nothing is lost by a reload
        browser.reload().await?;
        browser.reads("[data-slider-says='speed']", "140 %").await?;
        browser.click("All as planned").await?;
        browser.reads("[data-class]", "slag that taps off").await?;
        browser.fill_field("Thickness", "30").await?;
        browser.reads("[data-before]", "it must be").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn the_plan_shows_the_edge_to_expect() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, _) = app.job("Sallow Beck").await?;
        browser.open(&format!("/jobs/{job}")).await?;
        browser.tap("[data-expected-edge] summary").await?;
        browser.reads("[data-paces]", "As planned").await?;
        browser.reads("[data-paces]", "Rz5 range").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn the_drawing_shows_what_was_told() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/edge").await?;
        browser.tap("[data-zone='top edge']").await?;
        // every sign of the zone is drawn, not named only
        browser.see("[data-finding='top_edge_rounded'] svg").await?;
        browser.see("[data-finding='top_edge_beads'] svg").await?;
        browser.tap("[data-zone='flame']").await?;
        browser.see("[data-finding='flame_feathered'] svg").await?;
        Ok(())
    })
    .await
}

/// A hand that says trigger finds what is said of the lever, and is led straight to what to do.
#[tokio::test(flavor = "multi_thread")]
async fn a_trouble_is_found_by_another_name_and_led_to() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/").await?;
        browser.see("#last + ul").await?;
        browser.press_control('k').await?;
        let asked = "[aria-label='Find a job, a cut, a page or a sign']";
        browser.fill(asked, "trigger parts").await?;
        browser.click("The flame parts from the tip").await?;
        browser.reads("[role=tab][data-state=active]", "Flame and torch").await?;
        browser.see("[data-torch]").await?;
        browser.click("acetylene").await?;
        browser
            .reads("[data-mend='parts_on_lever']", "Trim the flame with the lever held down")
            .await?;
        Ok(())
    })
    .await
}
