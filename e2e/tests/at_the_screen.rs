//! What a person does with mouse, keys and a lost server, beside the main way.

use anyhow::{Result, ensure};
use galvanon_e2e::{Browser, DESK, PHONE, journey};

async fn a_cut_on_the_bench(browser: &Browser) -> Result<()> {
    browser.open("/").await?;
    browser.type_line("4x 3/4 plate 36in guided, rust").await?;
    browser.reads("[data-echo]", "light rust").await?;
    browser.press("\u{e007}").await?;
    browser.see("[data-quantity='tip']").await?;
    Ok(())
}

#[tokio::test(flavor = "multi_thread")]
async fn the_plate_is_dragged_thicker_with_the_mouse() -> Result<()> {
    journey(DESK, |_, browser| async move {
        a_cut_on_the_bench(&browser).await?;
        let heat = browser.setting("start_preheat_s").await?;
        browser.drag("[role='slider'] rect:nth-of-type(2)", 0, 70).await?;
        let seconds = |text: &str| text.replace(" s", "").parse::<f64>();
        for _ in 0..100 {
            if browser.setting("start_preheat_s").await? != heat {
                break;
            }
            tokio::time::sleep(std::time::Duration::from_millis(50)).await;
        }
        let after = browser.setting("start_preheat_s").await?;
        ensure!(seconds(&after)? > seconds(&heat)?, "{heat} then {after}");
        let typed = browser.field("Thickness").await?.value().await?.unwrap_or_default();
        ensure!(typed.starts_with("1-") || typed == "2", "a thicker plate, in sixteenths: {typed}");
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn the_main_way_goes_by_keyboard_alone() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/").await?;
        browser.see("#last + ul").await?;
        browser.press("n").await?;
        browser.press("1/2 plate 24in hand").await?;
        browser.reads("[data-echo]", "1/2 in plate, 24 in, freehand").await?;
        browser.press("\u{e007}").await?;
        browser.see("[data-quantity='travel_speed_mm_min']").await?;
        browser.press_at("[data-quantity='travel_speed_mm_min']", "\u{e007}").await?;
        browser.reads("[data-trace] li", "12 to 23 in/min").await?;
        browser.press("\u{e00c}").await?;
        browser.gone("[data-trace]").await?;
        let back = browser.run("return document.activeElement.dataset.quantity", vec![]).await?;
        ensure!(back == "travel_speed_mm_min", "the focus comes back to the number: {back}");
        browser.press_at("[role='radio'][data-state='on']", "\u{e014}").await?;
        // the focus moves on a moment after the key
        browser.see("[role='radio'][data-state='off']:focus").await?;
        browser.press(" ").await?;
        browser.see("[data-was='start_preheat_s']").await?;
        browser.press("?").await?;
        browser.reads("[role='dialog']", "inch and psi, or metric").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn without_the_server_nothing_typed_is_lost() -> Result<()> {
    journey(DESK, |_, browser| async move {
        a_cut_on_the_bench(&browser).await?;
        browser.network(false).await?;
        browser.fill_field("Length of cut", "48").await?;
        browser.reads("[data-problem='']", "does not answer").await?;
        let typed = browser.field("Length of cut").await?.value().await?;
        ensure!(typed.as_deref() == Some("48"), "{typed:?}");
        ensure!(browser.setting("kerf_mm").await?.contains("in"), "the last plan stays up");
        browser.network(true).await?;
        browser.press_at("[data-quick-entry]", "").await?;
        browser.fill_field("Length of cut", "48").await?;
        browser.reads("svg[aria-label*='48 in']", "48 in").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_left_hand_cuts_the_other_way() -> Result<()> {
    journey(DESK, |_, browser| async move {
        a_cut_on_the_bench(&browser).await?;
        browser.see("svg[aria-label*='right to left']").await?;
        browser.click("Marta Quill").await?;
        browser.click("Sign out").await?;
        browser.come_in_as("Dorrit Vale").await?;
        browser.see("svg[aria-label*='left to right']").await?;
        browser.reload().await?;
        browser.see("svg[aria-label*='left to right']").await?;
        browser.see_words("Dorrit Vale").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn what_must_not_be_set_is_absent() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/").await?;
        browser.type_line("1/4 plate 20in guided stainless").await?;
        browser.reads("[data-echo]", "304").await?;
        browser.press("\u{e007}").await?;
        browser.reads("[data-level='stop']", "does not cut by plain oxygen").await?;
        browser.reads("[data-not-to-be-set]", "lift the stop first").await?;
        browser.reads("[data-quantity='oxygen_pressure_kpa'] [data-value]", "no setting").await?;
        browser.reads("[data-quantity='travel_speed_mm_min'] [data-value]", "—").await?;
        let shown = browser.see("[aria-label='Settings']").await?.text().await?;
        ensure!(!shown.contains("in/min"), "no pace is shown: {shown}");
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn rare_inputs_are_a_touch_away_and_move_the_plan() -> Result<()> {
    journey(DESK, |_, browser| async move {
        a_cut_on_the_bench(&browser).await?;
        let before = browser.setting("travel_speed_mm_min").await?;
        browser.click("Pieces, grade").await?;
        browser.fill_field("Oxygen purity", "98.5").await?;
        browser.reads("[data-level='caution']", "98.5 %").await?;
        browser.fill_field("Bevel", "30").await?;
        browser.fill_field("Plate temperature", "200 degC").await?;
        let temperature = browser.field("Plate temperature").await?;
        for _ in 0..100 {
            if temperature.value().await?.as_deref() == Some("392") {
                break;
            }
            tokio::time::sleep(std::time::Duration::from_millis(50)).await;
        }
        ensure!(temperature.value().await?.as_deref() == Some("392"), "shown in the reader's unit");
        let pace = |text: &str| text.replace(" in/min", "").parse::<f64>();
        let after = browser.setting("travel_speed_mm_min").await?;
        ensure!(pace(&after)? < 0.82 * pace(&before)?, "{before} then {after}");
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_phone_plans_and_prints_too() -> Result<()> {
    journey(PHONE, |_, browser| async move {
        a_cut_on_the_bench(&browser).await?;
        browser.click("propane").await?;
        browser.see("[data-was='start_preheat_s']").await?;
        ensure!(browser.overflow().await? <= 0, "nothing is wider than the phone");
        browser.click("Make card").await?;
        browser.see("[data-card]").await?;
        ensure!(browser.overflow().await? <= 0, "nor on the card");
        let pdf = lopdf::Document::load_mem(&browser.print().await?)?;
        ensure!(pdf.get_pages().len() == 1);
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn people_are_added_and_choose_their_hand() -> Result<()> {
    journey(DESK, |app, browser| async move {
        browser.open("/people").await?;
        browser.see("#people + ul li:nth-child(7)").await?;
        browser.fill("#people ~ form input", "Wren Ashby").await?;
        browser.press("\u{e007}").await?;
        browser.see("#people + ul li:nth-child(8)").await?;
        browser.press_at("[aria-label='Hand of Wren Ashby']", "\u{e007}").await?;
        browser.see("[role='listbox']").await?;
        browser.press("\u{e015}").await?;
        browser.press("\u{e007}").await?;
        browser.reads("[aria-label='Hand of Wren Ashby']", "left hand").await?;
        for _ in 0..100 {
            let people = app.get("/api/v1/people").await?["people"].clone();
            let wren =
                people.as_array().and_then(|all| all.iter().find(|p| p["name"] == "Wren Ashby"));
            if wren.is_some_and(|wren| wren["handedness"] == "left") {
                return Ok(());
            }
            tokio::time::sleep(std::time::Duration::from_millis(50)).await;
        }
        anyhow::bail!("the hand is not stored")
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn the_shops_units_hold_until_a_person_picks_their_own() -> Result<()> {
    journey(DESK, |app, browser| async move {
        app.put(
            "/api/v1/shop/units",
            &serde_json::json!({ "id": uuid::Uuid::now_v7(), "value": "metric" }),
        )
        .await?;
        browser.open("/").await?;
        browser.tap("[data-units='metric']").await?;
        browser.tap("[data-units='metric_kpa']").await?;
        browser.see("[data-units='inch']").await?;
        browser.reload().await?;
        browser.see("#last + ul").await?;
        browser.see("[data-units='inch']").await?;
        Ok(())
    })
    .await
}

/// The morning says what is stopped, what stands and what is due, and makes room once a cut is on the bench.
#[tokio::test(flavor = "multi_thread")]
async fn today_begins_with_the_shops_morning() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/").await?;
        browser.reads("[data-morning] [data-group='standing']", "Acetylene 3").await?;
        browser.reads("[data-morning] [data-group='stopped']", "does not take propane").await?;
        browser.see("[data-morning] [data-gas='oxygen']").await?;
        // the second time its room is kept while it is looked up: the entry does not move under the hand
        let top = "return document.querySelector('[data-quick-entry]').getBoundingClientRect().top";
        let before = browser.run(top, vec![]).await?;
        browser.reload().await?;
        browser.see("[data-quick-entry]").await?;
        let at_once = browser.run(top, vec![]).await?;
        browser.see("[data-morning]").await?;
        let after = browser.run(top, vec![]).await?;
        ensure!(before == at_once && at_once == after, "{before} {at_once} {after}");
        browser.type_line("3/4 plate 36 guided\u{e007}").await?;
        browser.reads("[data-quantity='oxygen_pressure_kpa']", "psi").await?;
        browser.gone("[data-morning]").await?;
        Ok(())
    })
    .await
}

/// Somebody who knows what is wanted, and not where it stands, finds the place by that; asked again it asks anew.
#[tokio::test(flavor = "multi_thread")]
async fn a_place_is_found_by_what_is_done_there() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/").await?;
        browser.see("#last + ul").await?;
        let asked = "[aria-label='Find a job, a cut, a page or a sign']";
        for (words, place, there) in [
            ("magnet", "Steel: Unknown piece", "[data-test='magnet']"),
            ("photos", "Edge: Past edges", "[data-kept]"),
            ("order gas", "Record: Due and to order", "[role=tab][data-state=active]"),
            ("labour", "Shop: Prices", "#prices"),
        ] {
            browser.press_control('k').await?;
            let field = browser.see(asked).await?;
            ensure!(field.value().await?.unwrap_or_default().is_empty(), "{words}");
            browser.fill(asked, words).await?;
            browser.click(place).await?;
            browser.see(there).await?;
            browser.gone(asked).await?;
        }
        Ok(())
    })
    .await
}

/// An old link: a page still, in words, with the way back to the work.
#[tokio::test(flavor = "multi_thread")]
async fn an_address_that_leads_nowhere_says_so_and_leads_back() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/record/of-last-year").await?;
        browser.reads("[data-no-page] h1", "No such page").await?;
        let violations = browser.violations().await?;
        ensure!(violations.is_empty(), "{violations:?}");
        browser.click("To the jobs").await?;
        browser.reads("h1", "Jobs").await?;
        ensure!(browser.path().await? == "/jobs");
        Ok(())
    })
    .await
}
