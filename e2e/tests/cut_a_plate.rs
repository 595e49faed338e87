//! From a typed line to settings that are understood, changed and explained.

use anyhow::{Context, Result, ensure};
use galvanon_e2e::{Browser, DESK, journey};

const LINE: &str = "4x 3/4 plate 36in guided, rust";

/// The number at the head of "15.7 in/min".
fn number(text: &str) -> Result<f64> {
    let head = text.split(' ').next().context("a number")?;
    head.parse().with_context(|| text.to_owned())
}

async fn plan_the_line(browser: &Browser) -> Result<()> {
    browser.open("/").await?;
    browser.type_line(LINE).await?;
    browser.reads("[data-echo]", "4x 3/4 in plate, 36 in, guided, light rust").await?;
    browser.press("\u{e007}").await?;
    browser.see("[data-quantity='travel_speed_mm_min']").await?;
    Ok(())
}

#[tokio::test(flavor = "multi_thread")]
async fn a_typed_line_becomes_settings() -> Result<()> {
    journey(DESK, |_, browser| async move {
        plan_the_line(&browser).await?;
        browser.reads("[data-echo]", "read as light rust").await?;
        // handbook, 3/4 in: 12 to 21 in/min; bore 0.045 to 0.060 in
        let pace = browser.setting("travel_speed_mm_min").await?;
        ensure!(pace.ends_with("in/min") && (12.0..=21.0).contains(&number(&pace)?), "{pace}");
        ensure!(browser.setting("tip").await?.contains("0.059 in"));
        // shops run 3/4 in plate at 25 to 50 psi of oxygen and 3 to 7 of acetylene
        let oxygen = browser.setting("oxygen_pressure_kpa").await?;
        ensure!((25.0..=50.0).contains(&number(&oxygen)?), "{oxygen}");
        let fuel = browser.setting("fuel_pressure_kpa").await?;
        ensure!((3.0..=7.0).contains(&number(&fuel)?), "{fuel}");
        browser.reads("[data-note='planned_stops']", "12, 24 in").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn another_fuel_moves_what_it_should_and_says_what_stays() -> Result<()> {
    journey(DESK, |_, browser| async move {
        // what the shop learned with one fuel is not what it learned with another: here the tables speak
        browser.open("/record").await?;
        browser.choose("Plans", "keep to the tables").await?;
        plan_the_line(&browser).await?;
        let heat = number(&browser.setting("start_preheat_s").await?)?;
        let pace = browser.setting("travel_speed_mm_min").await?;
        browser.click("propane").await?;
        browser.reads("[data-was='start_preheat_s']", "with acetylene").await?;
        ensure!(number(&browser.setting("start_preheat_s").await?)? > heat, "propane heats slower");
        for moved in ["fuel_pressure_kpa", "fuel_l", "oxygen_l", "time_s"] {
            browser.see(&format!("[data-was='{moved}']")).await?;
        }
        ensure!(browser.setting("travel_speed_mm_min").await? == pace);
        browser
            .reads("[data-stays='travel_speed_mm_min']", "the oxygen jet does the cutting")
            .await?;
        browser.reads("[data-stays='kerf_mm']", "the oxygen jet makes the kerf").await?;
        browser.reads("[data-stays='tip']", "Only the face changes").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn any_number_says_how_it_came_to_be() -> Result<()> {
    journey(DESK, |_, browser| async move {
        plan_the_line(&browser).await?;
        let numbers = [
            "tip",
            "oxygen_pressure_kpa",
            "fuel_pressure_kpa",
            "start_preheat_s",
            "travel_speed_mm_min",
            "standoff_mm",
            "tip_to_plate_mm",
            "kerf_mm",
            "drag_mm",
            "time_s",
            "oxygen_l",
            "fuel_l",
        ];
        for quantity in numbers {
            browser.tap(&format!("[data-quantity='{quantity}']")).await?;
            let chain = browser.see(&format!("[data-trace='{quantity}']")).await?.text().await?;
            ensure!(chain.contains("What would move it"), "{quantity}: {chain}");
            browser.press("\u{e00c}").await?;
            browser.gone("[data-trace]").await?;
        }
        browser.tap("[data-quantity='travel_speed_mm_min']").await?;
        browser.reads("[data-step='speed_band_mild']", "12 to 21 in/min").await?;
        browser.reads("[data-step='speed_band_mild']", "Welding Handbook").await?;
        browser.reads("[data-step='times_near_face']", "× 0.95").await?;
        browser.reads("[data-step='times_near_face']", "our judgement").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn units_switch_for_the_person_and_stay_after_a_reload() -> Result<()> {
    journey(DESK, |_, browser| async move {
        plan_the_line(&browser).await?;
        browser.press_at("[data-quantity='tip']", "u").await?;
        browser.reads("[data-quantity='travel_speed_mm_min']", "mm/min").await?;
        // gauges of metric shops are printed in bar
        browser.reads("[data-quantity='oxygen_pressure_kpa']", " bar").await?;
        browser.reload().await?;
        browser.reads("[data-quantity='travel_speed_mm_min']", "mm/min").await?;
        let field = browser.field("Thickness").await?;
        ensure!(field.value().await?.as_deref() == Some("19.05"), "the data stays as it is");
        browser.tap("[data-units='metric']").await?;
        browser.reads("[data-quantity='oxygen_pressure_kpa']", "kPa").await?;
        browser.tap("[data-units='metric_kpa']").await?;
        browser.reads("[data-quantity='travel_speed_mm_min']", "in/min").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn what_is_unclear_is_asked_and_an_offer_mends_it() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/").await?;
        browser.type_line("20 plate 36 guided").await?;
        browser.reads("[data-problem='bare_number']", "inches or millimetres").await?;
        browser.click("20 mm").await?;
        // one unit in the line is that of its other number, and it is said
        browser.reads("[data-echo]", "20 mm plate, 36 mm, guided").await?;
        browser.reads("[data-echo]", "millimetres, as the rest of the line").await?;
        browser.type_line("3/4 plate 36in").await?;
        browser.reads("[data-problem='missing_process']", "How is the torch moved").await?;
        browser.click("freehand").await?;
        browser.reads("[data-echo]", "freehand").await?;
        browser.type_line("3/4 in 19 mm 36in guided").await?;
        browser.reads("[data-problem='two_systems']", "mixes inches and millimetres").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_refused_value_is_told_at_its_field_and_nothing_typed_is_lost() -> Result<()> {
    journey(DESK, |_, browser| async move {
        plan_the_line(&browser).await?;
        for (typed, told) in [
            ("0", "it must be 0.118 in to 11.81 in"),
            ("-1 in", "it must be"),
            ("13", "Thickness is 13 in"),
            ("thick", "Not understood"),
            ("3/4 in 19 mm", "mixes inches and millimetres"),
        ] {
            browser.fill_field("Thickness", typed).await?;
            browser.reads("[data-problem='']", told).await?;
        }
        let field = browser.field("Thickness").await?;
        ensure!(field.value().await?.as_deref() == Some("3/4 in 19 mm"), "what was typed stays");
        browser.fill_field("Length of cut", "0").await?;
        browser.fill_field("Thickness", "1").await?;
        browser.fill_field("Length of cut", "20").await?;
        browser.gone("[data-problem='']").await?;
        let pace = number(&browser.setting("travel_speed_mm_min").await?)?;
        ensure!((9.0..=18.0).contains(&pace), "handbook, 1 in: 9 to 18 in/min; {pace}");
        let script = "const i = document.querySelector('[data-quick-entry]');
            Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(i, '3/4 '.repeat(2500));
            i.dispatchEvent(new Event('input', { bubbles: true }))";
        browser.run(script, vec![]).await?;
        browser.reads("[data-problem='text_too_long']", "2 000 characters").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn the_drawing_is_the_form() -> Result<()> {
    journey(DESK, |_, browser| async move {
        plan_the_line(&browser).await?;
        browser.press_at("[role='slider']", "\u{e015}\u{e015}").await?;
        browser.reads("[role='group'] text", "7/8 in").await?;
        let field = browser.field("Thickness").await?;
        ensure!(field.value().await?.as_deref() == Some("7/8"), "drawing and field move together");
        browser.fill_field("Thickness", "2").await?;
        let slider = browser.see("[role='slider']").await?;
        for _ in 0..50 {
            if slider.attr("aria-valuetext").await?.as_deref() == Some("2 in") {
                return Ok(());
            }
            tokio::time::sleep(std::time::Duration::from_millis(100)).await;
        }
        anyhow::bail!("the drawing does not follow the field")
    })
    .await
}

/// Enter that comes before the reading is not lost: the cut is planned when the reading has come.
#[tokio::test(flavor = "multi_thread")]
async fn enter_before_the_reading_acts_when_it_comes() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/").await?;
        // line and Enter in one breath: no reading can have come between
        browser.type_line("3/4 plate 36in guided\u{e007}").await?;
        browser.reads("[data-quantity='oxygen_pressure_kpa']", "psi").await?;
        // what does not read is not planned by an Enter, and stays
        browser.type_line("3/4 plate 36in sideways\u{e007}").await?;
        browser.reads("[data-problem='unknown_word']", "sideways").await?;
        // a part is no cut: Enter takes its words to the plate, where what they lack is asked
        browser.type_line("1/2 lug 4in guided\u{e007}").await?;
        browser.see("[data-part-problem]").await?;
        let typed = browser.see("[data-typed-part]").await?.value().await?;
        ensure!(typed.as_deref() == Some("1/2 lug 4in guided"), "{typed:?}");
        browser.open("/").await?;
        browser.type_line("1/2 plate 12in guided unknown steel").await?;
        browser.click("Go to the four tests").await?;
        browser.reads("[role=tab][data-state=active]", "Unknown piece").await?;
        Ok(())
    })
    .await
}

/// A cut that reads and cannot be: it is said in the reader's own units, and taken off the bench again.
#[tokio::test(flavor = "multi_thread")]
async fn a_cut_that_cannot_be_is_said_in_inches_and_cleared() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/").await?;
        browser.type_line("15in plate 30in guided\u{e007}").await?;
        let said = browser.reads("[data-level='caution']", "Thickness is 15 in").await?;
        ensure!(said.contains("to 11.81 in") && !said.contains("mm"), "{said}");
        browser.click("Clear").await?;
        browser.gone("[data-level='caution']").await?;
        // the line stays as it was typed, to be mended
        let typed = browser.see("[data-quick-entry]").await?.value().await?;
        ensure!(typed.as_deref() == Some("15in plate 30in guided"), "{typed:?}");
        browser.type_line("1-1/2 in plate 30in guided\u{e007}").await?;
        browser.reads("[data-quantity='oxygen_pressure_kpa']", "psi").await?;
        Ok(())
    })
    .await
}
