//! The other work of the torch: bolts with the thread saved, a backing bar, a rail over a weld, a thing taken apart.

use anyhow::{Result, ensure};
use galvanon_e2e::{DESK, PHONE, journey};
use serde_json::json;
use uuid::Uuid;

use crate::torch_hand::{next, until};

const ENTER: &str = "\u{e007}";

/// A first-time hand saves a stud: the stage says how far to keep off it, and cadmium stops.
#[tokio::test(flavor = "multi_thread")]
async fn a_bolt_comes_off_and_its_thread_is_saved() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/work").await?;
        browser.see("[data-stage='fastener_wash_skin']").await?;
        browser.see("[data-work-drawing='fastener']").await?;
        browser.choose("What is saved", "the thread").await?;
        browser.tap("[data-stage='wash_to_thread'] button").await?;
        browser.reads("[data-stage='wash_to_thread']", "Threads show").await?;
        browser.reads("[data-stage='wash_to_thread']", "from the axis").await?;
        browser.choose("Coated with", "cadmium").await?;
        browser.see("[data-verdict='stop']").await?;
        browser.reads("[data-level='stop']", "Not by flame until it is stripped").await?;
        // its stages are named, and none of them says what to set
        let stages = browser.reads("[data-stages]", "Not to be set").await?;
        ensure!(stages.contains("Wash to the thread") && !stages.contains("in/min"), "{stages}");
        // what was said of it is there again after another kind, and after a reload
        browser.click("Gouge").await?;
        browser.see("[data-stage='gouge_run']").await?;
        browser.reload().await?;
        browser.see("[data-stage='gouge_run']").await?;
        browser.click("Fastener off").await?;
        browser.see("[data-stage='wash_to_thread']").await?;
        ensure!(browser.overflow().await? <= 0);
        ensure!(browser.violations().await?.is_empty(), "{:?}", browser.violations().await?);
        Ok(())
    })
    .await
}

/// What is left of a backing bar moves minutes from torch to grinder; more than there is is refused at its field.
#[tokio::test(flavor = "multi_thread")]
async fn a_backing_bar_is_washed_off_and_a_rest_is_left() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/work").await?;
        browser.click("Wash off").await?;
        let grind = "[data-stage='wash_grind']";
        let before = browser.see(grind).await?.text().await?;
        browser.fill_field("Left for the grinder", "1/8 in").await?;
        for _ in 0..100 {
            if browser.see(grind).await?.text().await? != before {
                break;
            }
            tokio::time::sleep(std::time::Duration::from_millis(50)).await;
        }
        ensure!(browser.see(grind).await?.text().await? != before, "more is ground: {before}");
        browser.fill_field("Left for the grinder", "1 in").await?;
        browser.reads("[data-problem]", "must be").await?;
        // the last good plan stays up
        browser.see(grind).await?;
        browser.see("[data-refused='true']").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_carriage_crosses_a_weld_by_its_dial() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/work").await?;
        browser.click("Rail").await?;
        browser.tap("[data-stage='rail_weld'] button").await?;
        browser.reads("[data-stage='rail_weld']", "back to good kerf").await?;
        for (mark, seconds) in [("20", "80"), ("40", "30")] {
            browser.click("One more mark").await?;
            let row = format!(
                "[data-rows='dial'] > div:nth-of-type({})",
                if mark == "20" { 1 } else { 2 }
            );
            browser.fill(&format!("{row} > div:nth-of-type(1) input"), mark).await?;
            browser.fill(&format!("{row} > div:nth-of-type(3) input"), seconds).await?;
            browser.press("\u{e007}").await?;
        }
        browser.reads("[data-work-figures]", "Dial at").await?;
        browser.fill_field("Highest point over the plate", "9 mm").await?;
        browser.reads("[data-verdict]", "At the lowest point the cones stand").await?;
        browser.fill_field("Highest point over the plate", "0").await?;
        browser.gone("[data-stage='rail_weld']").await?;
        Ok(())
    })
    .await
}

/// On a phone: nothing wider than the screen, and the piece that is held goes before what holds it.
#[tokio::test(flavor = "multi_thread")]
async fn a_thing_is_taken_apart_from_the_top() -> Result<()> {
    journey(PHONE, |_, browser| async move {
        browser.open("/work").await?;
        browser.click("Take apart").await?;
        browser.see("[data-stage='apart_cut']").await?;
        let stages = browser.see("[data-stages]").await?.text().await?;
        let beam = stages.find("Cut it free: beam");
        ensure!(beam.is_some() && beam < stages.find("Cut it free: post"), "{stages}");
        ensure!(browser.overflow().await? <= 0, "wider than the phone");
        Ok(())
    })
    .await
}

/// Typed as a hand says it, it is planned on the bench, changed there, put on a card, and added to a job.
#[tokio::test(flavor = "multi_thread")]
async fn a_line_of_other_work_is_read_planned_and_put_on_a_card() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/").await?;
        browser.type_line("cut off 6 rusted 3/4 bolts, save the studs").await?;
        browser.press(ENTER).await?;
        browser.see("[data-work-bench='fastener']").await?;
        browser.reads("[data-work-figures]", "All 6:").await?;
        browser.choose("What is saved", "nothing").await?;
        browser.see("[data-stage='fastener_wash_skin']").await?;
        browser.choose("What is saved", "the thread").await?;
        browser.see("[data-stage='wash_to_thread']").await?;
        browser.fill_field("Diameter of shank or thread", "7/8 in").await?;
        browser.reads("[data-stage='wash_to_thread']", "Wash").await?;
        ensure!(browser.violations().await?.is_empty(), "{:?}", browser.violations().await?);
        browser.click("Make card").await?;
        browser.see("[data-card-stages]").await?;
        browser.reads("[data-card]", "6× bolt head off, 7/8 in").await?;
        browser.reads("[data-card-stages]", "Stop when").await?;
        // what cannot be read is asked at its place
        browser.open("/").await?;
        browser.type_line("cut off 6 bolts").await?;
        browser.reads("main", "Give what comes off and its diameter").await?;
        Ok(())
    })
    .await
}

/// From the page of other work into a job, where it stands among the cuts.
#[tokio::test(flavor = "multi_thread")]
async fn a_work_is_added_to_a_job() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, _) = app.job("Yard gate").await?;
        browser.open("/work").await?;
        browser.click("Gouge").await?;
        browser.see("[data-stage='gouge_run']").await?;
        browser.click("Add to a job").await?;
        browser.click("Yard gate and crane rail repair").await?;
        browser.see("[data-work-bench='gouge']").await?;
        let lines = app.get(&format!("/api/v1/jobs/{job}")).await?["lines"].clone();
        let last = lines.as_array().and_then(|all| all.last().cloned()).unwrap_or_default();
        ensure!(last["line"]["kind"] == "work" && last["plan"]["work"].is_object(), "{last}");
        Ok(())
    })
    .await
}

/// Heat is typed like a cut: no tip, pressure or pace is set for it, on the bench, its card and at the torch, where it is led
/// stage by stage; its gas is the head's, and a burn of it teaches nothing of cuts.
#[tokio::test(flavor = "multi_thread")]
async fn heat_is_typed_carded_and_led_at_the_torch() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let job = Uuid::now_v7();
        let rig =
            json!({ "name": "Bent post", "note": "", "rig": { "gas": { "fuel": "acetylene" } } });
        app.put(&format!("/api/v1/jobs/{job}"), &rig).await?;
        browser.open(&format!("/jobs/{job}")).await?;
        browser.type_line("heat to 1100 F, 85 cfh, 15 min").await?;
        browser.press(ENTER).await?;
        browser.see("[data-work-bench='heat'] [data-heat-colours]").await?;
        browser.see("[data-work-drawing='heat']").await?;
        browser.reads("main", "must stand together on a manifold").await?;
        browser.gone("[data-work-bench] details").await?;
        // heat leaves no edge
        browser.gone("main a:has(svg.lucide-eye)").await?;
        // a quarter of an hour at 85 cubic feet an hour
        browser.reads("[data-work-figures]", "21.3 ft³ fuel").await?;
        ensure!(browser.violations().await?.is_empty(), "{:?}", browser.violations().await?);
        browser.click("Make card").await?;
        let card = browser.reads("[data-card]", "heating head").await?;
        browser.reads("[data-card-stages]", "Fit the heating head").await?;
        ensure!(!card.contains("Travel speed") && !card.contains("Kerf"), "{card}");
        let pdf = lopdf::Document::load_mem(&browser.print().await?)?;
        ensure!(pdf.get_pages().len() == 1, "its card takes one sheet");
        browser.open(&format!("/jobs/{job}/run")).await?;
        next(&browser).await?;
        until(&browser, "[data-run^='set_fuel_flowing']").await?;
        browser.reads("[data-by-head]", "the chart of the heating head").await?;
        until(&browser, "[data-cut='ready']").await?;
        browser.click("Begin").await?;
        for stage in ["heat_supply", "heat_head", "heat_spell", "heat_check"] {
            browser.see(&format!("[data-work-stage='{stage}']")).await?;
            browser.click("Stage done").await?;
        }
        browser.tap("[data-outcome='good']").await?;
        let burns = app.until_burns(&job.to_string(), 1).await?;
        ensure!(burns[0]["outcome"] == "good" && burns[0]["process"].is_null(), "{burns}");
        Ok(())
    })
    .await
}

/// Led stage by stage at the torch, its own question afterwards, and kept as a burn.
#[tokio::test(flavor = "multi_thread")]
async fn bolts_are_led_at_the_torch_stage_by_stage() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, _) = app.job("Old footbridge").await?;
        browser.open(&format!("/jobs/{job}/run")).await?;
        next(&browser).await?;
        until(&browser, "[data-cut='ready']").await?;
        browser.reads("[data-work-stage='fastener_free']", "Free of load").await?;
        let stages =
            ["fastener_free", "fastener_heat", "fastener_slices", "wash_to_thread", "fastener_out"];
        for piece in 1..=2 {
            browser.click("Begin").await?;
            for stage in stages {
                browser.see(&format!("[data-work-stage='{stage}']")).await?;
                browser.see("[role='timer']").await?;
                browser.click("Stage done").await?;
            }
            browser.see("[data-cut='outcome']").await?;
            browser.reads("[data-after='thread']", "Is the thread whole?").await?;
            // what was said of the piece before is not said of this one
            browser.gone("[data-after='thread'] [aria-pressed='true']").await?;
            if piece == 1 {
                browser.tap("[data-after='thread'] button").await?;
            }
            browser.tap("[data-outcome='good']").await?;
            browser.see(&format!("[data-cut='ready'][data-made='{piece}']")).await?;
        }
        let told = app.until_burns(&job, 2).await?[0].clone();
        let line = app.get(&format!("/api/v1/jobs/{job}/record")).await?["lines"][0].clone();
        ensure!(line["spared"] == 1 && line["not_spared"] == 0, "{line}");
        ensure!(told["outcome"] == "good" && told["factors"]["speed"].is_null(), "{told}");
        Ok(())
    })
    .await
}

/// A circle is set by its pivot and cut in thirds; the bar is half a kerf longer for a disc than for a hole. A carriage's dial, kept in
/// the rack, leads a rail; a heating head's flow comes from the rack too, and its heat has a colour.
#[tokio::test(flavor = "multi_thread")]
async fn a_circle_goes_round_its_pivot_and_the_racks_gear_leads_rail_and_heat() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/work").await?;
        browser.click("Circle").await?;
        browser.reads("[data-stage='circle_pivot']", "Set the bar 6.0").await?;
        browser.tap("[data-stage='circle_last'] button").await?;
        browser.reads("[data-stage='circle_last']", "the piece sags as it comes free").await?;
        browser.see("[data-arc='circle_last']").await?;
        browser.choose("What is kept", "the hole around").await?;
        browser.tap("[data-stage='circle_pivot'] button").await?;
        browser.reads("[data-stage='circle_pivot']", "Set the bar 5.9").await?;
        browser.fill_field("Disc or hole, across", "1-1/4 in").await?;
        browser.fill_field("Plate", "1 in").await?;
        browser.reads("[data-verdict]", "is smaller than 1-1/2 in").await?;
        // the rail of the page has no marks of its own: those of the carriage in the rack
        browser.click("Rail").await?;
        browser.reads("[data-work-figures]", "Dial at").await?;
        browser.click("Heat").await?;
        browser.choose("Heating head", "Heating head, large").await?;
        browser.reads("[data-verdict]", "propane").await?;
        browser.fill_field("Steel to be", "1150 F").await?;
        browser.reads("[data-verdict]", "glows dark red").await?;
        browser.see("[data-heat-colours] [data-asked]").await?;
        ensure!(browser.violations().await?.is_empty(), "{:?}", browser.violations().await?);
        Ok(())
    })
    .await
}

/// What is taken apart is typed piece by piece, and a carriage is put in the rack with the marks of its dial.
#[tokio::test(flavor = "multi_thread")]
async fn pieces_are_typed_and_a_carriage_is_kept_with_its_dial() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/jobs").await?;
        browser.click("Old footbridge").await?;
        browser.reads("body", "hole 10 in across").await?;
        browser.open("/rack").await?;
        browser.tap("[data-part='carriage'] header button").await?;
        browser.fill("[data-gear-sheet] label input", "Small carriage").await?;
        browser.click("One more mark").await?;
        let row = "[data-rows='dial'] > div:nth-of-type(1)";
        browser.fill(&format!("{row} input"), "15").await?;
        browser.tap("[data-gear-sheet] > div:last-child button").await?;
        // the mark was not timed: it stays out, and the carriage is kept
        browser.gone("[data-gear-sheet]").await?;
        browser.reads("[data-part='carriage']", "Small carriage").await?;
        browser.reads("[data-part='carriage']", "3 marks timed").await?;
        browser.reads("[data-part='wire_set']", "0.6, 0.8").await?;
        // one whose dial was timed leads a rail once it is picked, and its mark stands there
        browser.tap("[data-part='carriage'] header button").await?;
        browser.fill("[data-gear-sheet] label input", "Fast carriage").await?;
        browser.click("One more mark").await?;
        let add = "[data-gear-sheet] > div:last-child button";
        let took = format!("{row} > :nth-child(3) input");
        browser.fill(&format!("{row} > :nth-child(1) input"), "15").await?;
        // what cannot be read is not left behind: the field is shown, and nothing is kept without it
        browser.fill(&took, "soon").await?;
        browser.tap(add).await?;
        browser.see(&format!("{row} [data-unread]:focus")).await?;
        // what was typed last is read before it is kept
        browser.fill(&took, "50").await?;
        browser.tap(add).await?;
        browser.gone("[data-gear-sheet]").await?;
        browser.reads("[data-part='carriage']", "1 mark timed").await?;
        browser.open("/work").await?;
        browser.click("Rail").await?;
        let first = browser.reads("[data-work-figures]", "Dial at").await?;
        browser.choose("Carriage", "Fast carriage").await?;
        browser.see("[data-rows='dial'] input[value='15']").await?;
        browser.gone("[data-rows='dial'] > div:nth-of-type(2)").await?;
        // the other carriage stands at another mark, as soon as its plan has come
        browser.leaves("[data-work-figures]", &first).await?;
        Ok(())
    })
    .await
}
