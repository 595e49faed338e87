//! Steel, gear and gas before the torch is lit: judged, chosen from the rack, compared, supplied.

use anyhow::{Context, Result, ensure};
use galvanon_e2e::{DESK, PHONE, journey};

const ENTER: &str = "\u{e007}";
const ESCAPE: &str = "\u{e00c}";
/// Types so many lines by a script: by key they would only test the keyboard.
const FILL: &str = "const field = document.querySelector('[data-list-text]');
    const set = Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value').set;
    const line = (i) => `${1 + i % 9}x ${6 + i % 250} mm plate 600 mm machine`;
    set.call(field, Array.from({ length: arguments[0] }, (_, i) => line(i)).join('\\n'));
    field.dispatchEvent(new Event('input', { bubbles: true }));";

/// W12x26 is 12.2 in deep and weighs 26 lb a foot (AISC).
#[tokio::test(flavor = "multi_thread")]
async fn a_shape_is_found_as_it_is_typed_and_drawn() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/steel").await?;
        browser.press_at("[id$='trigger-shapes']", "\u{e007}").await?;
        browser.fill("[data-shapes] input", "w 12 x 26").await?;
        browser.reads("[data-shape='W12X26']", "12.2 in").await?;
        browser.reads("[data-shape='W12X26'] [data-mass]", "26 lb/ft").await?;
        browser.see("[data-shape='W12X26'] svg[aria-label*='12.2 in deep']").await?;
        browser.fill("[data-shapes] input", "W12x28").await?;
        browser.reads("[data-shapes]", "The nearest").await?;
        browser.tap("[data-profile='W12X30']").await?;
        browser.see("[data-shape='W12X30']").await?;
        // nothing typed is lost
        browser.reload().await?;
        browser.see("[data-shape='W12X30']").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn steel_is_judged_by_grade_by_its_sheet_and_by_tests() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/steel").await?;
        browser.reads("[data-cuttability]", "cuts").await?;
        browser.see("[data-cuttability='cuts']").await?;
        browser.tap("[data-equivalent] button").await?;
        browser.reads("[data-trace='carbon_equivalent']", "plus manganese / 6").await?;
        browser.press(ESCAPE).await?;
        browser.gone("[data-trace]").await?;
        // the mill sheet says 1.2 % chromium more than the rule of a mild steel: by keyboard
        browser.fill("[aria-label='Cr, percent by weight']", "18").await?;
        browser.see("[data-cuttability='does_not_cut']").await?;
        browser.reads("[data-reason='alloy_chromium_beyond']", "18 % chromium").await?;
        browser.click("Plan a cut of it").await?;
        browser.reads("[data-level='stop']", "this steel does not cut by plain oxygen").await?;
        browser.open("/steel").await?;
        browser.fill("[aria-label='Cr, percent by weight']", "118").await?;
        browser.reads("[data-problem]", "Cr").await?;
        browser.reload().await?;
        browser.reads("[data-problem]", "Cr").await?;
        browser.click("Unknown piece").await?;
        browser.reads("[data-unknown]", "Not tested yet").await?;
        for answer in ["holds hard", "long, straw to white", "curls"] {
            browser.click(answer).await?;
        }
        browser.see("[data-unknown='cuts']").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_makers_chart_is_mended_kept_and_followed_by_the_plan() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/rack").await?;
        browser.tap("[data-tip='1.5 mm flush']").await?;
        browser.see("[data-gear-sheet='tip']").await?;
        browser.click("Maker\u{2019}s chart\u{2026}").await?;
        let head = "thickness (in),oxygen (psi),acetylene (psi)\n";
        browser.fill("[data-chart-text]", &format!("{head}1/2,30-35,3-5\n1,50-45,3-5\n")).await?;
        browser.reads("[data-faults]", "Row 3, oxygen (psi)").await?;
        ensure!(browser.see("[data-columns]").await.is_ok());
        browser.fill("[data-chart-text]", &format!("{head}1/2,30-35,3-5\n1,45-50,3-5\n")).await?;
        browser.reads("[data-chart='acetylene']", "45 to 50 psi").await?;
        browser.click("Keep for this tip").await?;
        browser.gone("[role='dialog']").await?;
        browser.reads("[data-tip='1.5 mm flush']", "chart").await?;
        browser.open("/").await?;
        browser.type_line("3/4 plate 36in guided").await?;
        browser.reads("[data-echo]", "36 in").await?;
        browser.press(ENTER).await?;
        // half way between 30-35 and 45-50 psi at the torch, and the hose on top
        browser.reads("[data-quantity='tip']", "by its maker's chart").await?;
        let set = browser.setting("oxygen_pressure_kpa").await?;
        let psi: f64 = set.replace(" psi", "").parse()?;
        ensure!((40.0..=43.0).contains(&psi), "{set}");
        browser.tap("[data-quantity='oxygen_pressure_kpa']").await?;
        browser.reads("[data-trace]", "By the maker's chart of this tip").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn tips_are_picked_from_a_chart_and_a_refused_one_leaves_the_others_in_the_drawer()
-> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/rack").await?;
        browser.click("From a chart\u{2026}").await?;
        let head = "mark,bore (mm),thickness (mm),oxygen (bar),acetylene (bar)\n";
        let rows = "A,0.95,5,1.4-1.8,0.3\nA,0.95,10,1.8-2.2,0.3\nB,1.35,12,2-2.5,0.3\nB,1.35,25,2.6-3,0.3\n";
        browser.fill("[data-chart-text]", &format!("{head}{rows}")).await?;
        browser.tap("[data-pick='A']").await?;
        browser.tap("[data-pick='B']").await?;
        // no name, no tip: the other one is in the drawer already when that is told
        browser.fill("[data-pick='B'] ~ label input", " ").await?;
        browser.click("Add 2 tips to the drawer").await?;
        browser.reads("[data-from-chart] .text-stop", "must be 1 to 80 characters").await?;
        browser.reads("[data-from-chart]", "Tip A is like it").await?;
        browser.fill("[data-pick='B'] ~ label input", "Yard B").await?;
        browser.click("Add to the drawer").await?;
        browser.gone("[role='dialog']").await?;
        browser.reads("[data-tip='Yard B']", "chart").await?;
        let script = "return document.querySelectorAll(\"[data-tip='Tip A']\").length";
        ensure!(browser.run(script, vec![]).await? == 1, "once, and not again");
        browser.tap("[data-tip='Yard B']").await?;
        browser.click("Maker\u{2019}s chart\u{2026}").await?;
        // its own rows, not those of the other tip
        let kept = browser.reads("[data-chart='acetylene']", "0.984").await?;
        ensure!(!kept.contains("0.197"), "{kept}");
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn gear_goes_out_of_service_with_a_reason_and_comes_off_the_list_and_back() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/rack").await?;
        browser.tap("[data-cylinder='Oxygen 1']").await?;
        browser.tap("[data-gear-sheet='cylinder'] fieldset input").await?;
        browser.click("Save").await?;
        browser.reads("[data-gear-sheet]", "Say why it is out of service").await?;
        browser
            .fill("[data-gear-sheet] fieldset label + label input", "leaks at the valve")
            .await?;
        browser.click("Save").await?;
        browser.gone("[role='dialog']").await?;
        browser.reads("[data-cylinder='Oxygen 1']", "Leaks at the valve").await?;
        browser.tap("[data-cylinder='Propane 2']").await?;
        browser.fill_field("On the scale", "1").await?;
        browser.click("Save").await?;
        browser.reads("[data-gear-sheet]", "less than its tare").await?;
        browser.click("Take off the list").await?;
        browser.gone("[data-cylinder='Propane 2']").await?;
        browser.click("Undo").await?;
        browser.see("[data-cylinder='Propane 2']").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn fuels_stand_side_by_side_and_what_moves_a_result_opens_its_trace() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, lines) = app.job("Sallow Beck").await?;
        let line = lines[2]["line"]["id"].as_str().context("an id")?;
        browser.open(&format!("/jobs/{job}?line={line}")).await?;
        browser.see("[data-quantity='tip']").await?;
        browser.click("Compare").await?;
        browser.reads("[data-fuels]", "Grade R hose does not take propane").await?;
        browser.tap("[data-why='propane start_preheat_s']").await?;
        browser.reads("[data-trace='start_preheat_s']", "propane").await?;
        browser.press(ESCAPE).await?;
        browser.gone("[data-trace]").await?;
        browser.click("What moves it most").await?;
        browser.tap("[data-sway='process']").await?;
        browser.see("[data-trace='cost']").await?;
        browser.press(ESCAPE).await?;
        browser.gone("[data-trace]").await?;
        // held settings stay up to compare with, whatever is changed
        browser.click("Pin to compare").await?;
        browser.fill_field("Thickness", "1-1/2").await?;
        browser.reads("[data-was='start_preheat_s']", "held").await?;
        browser.click("Stop comparing").await?;
        browser.gone("[data-was]").await?;
        browser.click("Compare").await?;
        browser.click("Use propane").await?;
        browser.reads("[data-level='stop']", "Grade R hose does not take propane").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_job_is_told_its_cylinders_swaps_and_tips_before_it_starts() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, _) = app.job("Sallow Beck").await?;
        browser.open(&format!("/jobs/{job}")).await?;
        browser.click("Gas and tips").await?;
        browser.see("[data-gas-plan='stop']").await?;
        browser.reads("main", "Manifold 3 cylinders").await?;
        browser.reads("[data-swaps]", "Oxygen 2").await?;
        browser.reads("main", "stands upright 24 hours before it is opened").await?;
        browser.see("[data-tips='2']").await?;
        browser.tap("[data-supply='acetylene'] button").await?;
        browser
            .reads("[data-trace='supply']", "times the part that may leave it in an hour")
            .await?;
        // the other school needs fewer of them together
        browser.open("/shop").await?;
        browser.click("One seventh").await?;
        browser.see("[value='one_seventh'][data-state='checked']").await?;
        browser.open(&format!("/jobs/{job}/gas")).await?;
        browser.reads("main", "Manifold 2 cylinders").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_cut_list_is_pasted_mended_and_kept() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, lines) = app.job("Press frame").await?;
        let before = lines.as_array().map_or(0, Vec::len);
        browser.open(&format!("/jobs/{job}/list")).await?;
        let head = "mark,qty,thickness (mm),length (mm),surface";
        browser
            .fill(
                "[data-list-text]",
                &format!("{head}\nA1,4,20,900,light_rust\nA2,2,\"12,5\",600,\n"),
            )
            .await?;
        browser.click("Plan the list").await?;
        browser.reads("[data-row='3']", "without a comma").await?;
        browser.see("[data-faulty='1']").await?;
        browser.reload().await?;
        browser
            .fill("[data-list-text]", &format!("{head}\nA1,4,20,900,light_rust\nA2,2,12.5,600,\n"))
            .await?;
        browser.click("Plan the list").await?;
        browser.see("[data-list-done='true']").await?;
        ensure!(
            app.job("Press frame").await?.1.as_array().map_or(0, Vec::len) == before,
            "nothing is kept unasked"
        );
        browser.click("Keep all 2").await?;
        browser.reads("ol[aria-label='Cuts of this job']", "light rust").await?;
        ensure!(app.job("Press frame").await?.1.as_array().map_or(0, Vec::len) == before + 2);
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn two_hundred_lines_are_planned_on_a_phone() -> Result<()> {
    journey(PHONE, |app, browser| async move {
        let (job, _) = app.job("Press frame").await?;
        browser.open(&format!("/jobs/{job}/list")).await?;
        browser.see("[data-list-text]").await?;
        browser.run(FILL, vec![200.into()]).await?;
        browser.click("Plan the list").await?;
        browser.see("[data-list-done='true']").await?;
        browser.reads("[data-list-done]", "200 of 200").await?;
        ensure!(browser.overflow().await? <= 0);
        Ok(())
    })
    .await
}

/// Of a thousand rows those are drawn that are seen, and the last is found by scrolling.
#[tokio::test(flavor = "multi_thread")]
async fn a_long_list_draws_the_rows_that_are_seen() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, _) = app.job("Press frame").await?;
        browser.open(&format!("/jobs/{job}/list")).await?;
        browser.see("[data-list-text]").await?;
        browser.run(FILL, vec![1_000.into()]).await?;
        browser.click("Plan the list").await?;
        browser.see("[data-list-done='true']").await?;
        browser.see("[data-list='1000'][aria-rowcount='1001'] [data-row='1']").await?;
        browser.gone("[data-row='1000']").await?;
        browser.run("window.scrollTo(0, document.body.scrollHeight)", vec![]).await?;
        browser.see("[data-row='1000'][aria-rowindex='1001']").await?;
        browser.gone("[data-row='1']").await?;
        let drawn = browser.run("return document.querySelectorAll('[data-row]').length", vec![]);
        let drawn = drawn.await?.as_u64().unwrap_or_default();
        ensure!((20..200).contains(&drawn), "{drawn} of 1000 are drawn");
        ensure!(browser.violations().await?.is_empty(), "{:?}", browser.violations().await?);
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn the_wrong_hose_of_a_rig_stops_its_cuts_until_another_is_named() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, _) = app.job("Abutment").await?;
        browser.open(&format!("/jobs/{job}")).await?;
        browser.reads("[data-level='stop']", "Grade R hose does not take propane").await?;
        browser.click("Change job and rig").await?;
        browser.tap("[aria-label='Fuel hose, from the rack']").await?;
        browser.click("Fuel hose, cart").await?;
        browser.press(ESCAPE).await?;
        browser.gone("[data-level='stop']").await?;
        browser.reads("main", "Fuel hose, cart was last looked at more than a year ago").await?;
        Ok(())
    })
    .await
}
