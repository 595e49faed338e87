//! A whole run on a tablet: set up, light, two cuts, a lost one picked up again, the network gone and back, shut down.

use anyhow::{Context, Result, ensure};
use galvanon_e2e::{Browser, DARK, DESK, PHONE, Relay, Viewport, journey};
use serde_json::Value;

use crate::torch_hand::{cut_once, is_fit_for_gloves, leave, next, until};

#[tokio::test(flavor = "multi_thread")]
async fn a_whole_run_goes_on_while_the_network_is_away() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, _) = app.job("Sallow Beck").await?;
        let relay = Relay::start(&app.address).await?;
        let browser = browser.through(&relay.address);
        let path = format!("/jobs/{job}/run");
        browser.open(&format!("/jobs/{job}")).await?;
        browser.click("At the torch").await?;
        browser.see("[data-start]").await?;
        browser.tap("[data-place='bare_floor']").await?;
        browser.see("[data-place='bare_floor'][aria-pressed='true']").await?;
        next(&browser).await?;
        // the place brings a stop with it, which is left out only with a reason
        until(&browser, "[data-step='bare_floor']").await?;
        browser.tap("[data-leave]").await?;
        browser.click("done already today").await?;
        // the needle on the shop's own gauge, flowing
        until(&browser, "[data-step='set_fuel_flowing']").await?;
        browser.reads("main", "flowing").await?;
        browser.press_at("[data-gauge] input", "\u{e010}").await?;
        browser.see("[data-judged='over_the_ceiling']").await?;
        // over the ceiling nobody goes on, and nobody leaves it out
        browser.see("[data-next][disabled]").await?;
        browser.gone("[data-leave]").await?;
        browser.press_at("[data-gauge] input", "\u{e011}").await?;
        browser.see("[data-leave]").await?;
        // the flame: two valves make it
        until(&browser, "[data-step='neutral_flame']").await?;
        browser.see("[data-flame='sooty']").await?;
        browser.press_at("[data-flame] label:last-of-type input", "\u{e010}").await?;
        browser.see("[data-flame='oxidising']").await?;
        // a good cut: heat, lever, end, and two touches for how it came out
        until(&browser, "[data-cut='ready']").await?;
        cut_once(&browser, "good").await?;
        browser.see("[data-cut='ready'][data-made='1']").await?;
        browser.see("[data-saved='shop']").await?;
        // the page's own files are kept by now; then the network goes
        let kept = "const done = arguments[arguments.length - 1];
            const look = async () => (await (await caches.open('galvanon-shell-1')).keys()).length > 3 ? done(true) : setTimeout(look, 100);
            look()";
        browser.run_async(kept).await?;
        relay.cut();
        lost_and_found(&browser).await?;
        browser.see("[data-saved='here']").await?;
        // a reload without a network: the page, the document and what was noted are still there
        browser.open(&path).await?;
        browser.see("[data-start]").await?;
        browser.see("[data-saved='here']").await?;
        browser.tap("[data-alarm]").await?;
        browser.tap("[data-case='sustained_backfire']").await?;
        let told = browser.see("[data-emergency='sustained_backfire']").await?.text().await?;
        ensure!(told.find("xygen") < told.find("uel"), "oxygen first: {told}");
        browser.tap("[data-emergency] button").await?;
        browser.see("[data-case]").await?;
        browser.press("\u{e00c}").await?;
        browser.gone("[data-emergency]").await?;
        next(&browser).await?;
        browser.see("[data-cut='ready'][data-made='2']").await?;
        relay.mend();
        browser.see("[data-saved='shop'][data-reached='true']").await?;
        // the server is killed in the middle of a cut, and comes back
        app.kill().await;
        cut_once(&browser, "slag").await?;
        browser.see("[data-saved='here']").await?;
        app.revive().await?;
        browser.see("[data-saved='shop'][data-reached='true']").await?;
        shut_down(&browser).await?;
        let record = app.get(&format!("/api/v1/jobs/{job}/run/record")).await?;
        let cuts = record["cuts"][0]["events"].as_array().context("cuts")?.len();
        ensure!(cuts == 3, "every cut once: {}", record["cuts"]);
        ensure!(record["steps"]["bare_floor"] == "skipped" && record["steps"]["gauges_zero"] == "done");
        let runs = app.get(&format!("/api/v1/jobs/{job}/runs")).await?["runs"].clone();
        ensure!(runs.as_array().context("runs")?.len() == 1, "one run through it all: {runs}");
        ensure!(runs[0]["how"] == "left" && runs[0]["why"] == "end of the shift", "{runs}");
        let burns = app.get("/api/v1/burns").await?["burns"].clone();
        let mine: Vec<&Value> = burns.as_array().context("burns")?.iter().take(3).collect();
        let outcomes: Vec<&Value> = mine.iter().map(|burn| &burn["outcome"]).collect();
        ensure!(outcomes == ["usable", "lost", "good"], "{outcomes:?}");
        ensure!(mine.iter().all(|burn| burn["start_s"].as_f64().is_some_and(|s| s > 0.0)), "{mine:?}");
        Ok(())
    })
    .await
}

/// A cut goes out and was not through: the guide, then on, and what came of it.
async fn lost_and_found(browser: &Browser) -> Result<()> {
    for stage in ["heating", "cutting"] {
        browser.tap("[data-next]").await?;
        browser.see(&format!("[data-cut='{stage}']")).await?;
    }
    browser.tap("[data-went-out]").await?;
    browser.click("No").await?;
    browser.reads("[data-recovery='not_through']", "Do not try to cut the slag").await?;
    browser.click("Cut goes on").await?;
    browser.see("[data-cut='cutting']").await?;
    browser.tap("[data-next]").await?;
    browser.tap("[data-outcome='lost']").await?;
    browser.see("[data-cut='ready'][data-made='2']").await?;
    Ok(())
}

/// Through what is left, acetylene off first, to a fire watch whose clock shows on the cards after it.
async fn shut_down(browser: &Browser) -> Result<()> {
    until(browser, "[data-step='close_fuel_valve']").await?;
    next(browser).await?;
    browser.see("[data-step='close_oxygen_valve']").await?;
    until(browser, "[data-step='fire_watch']").await?;
    browser.tap("[data-timer='waits'] button").await?;
    browser.see("[data-timer='runs']").await?;
    browser.see("[data-next][disabled]").await?;
    leave(browser).await?;
    browser.see("[data-running='fire_watch']").await?;
    browser.see("[data-step='tell_the_next']").await?;
    // one cut of the job is stopped, so it is not complete; what was left out stands with its reason
    browser.reads("[data-hand-over='open']", "Stopped:").await?;
    browser.reads("[data-hand-over]", "done already today").await?;
    next(browser).await?;
    // cuts are left that could be made: the run is not ended before somebody says why
    browser.see("[data-run='end'] [data-next='end'][disabled]").await?;
    is_fit_for_gloves(browser).await?;
    browser.click("end of the shift").await?;
    next(browser).await?;
    // what is over is read, not gone on with
    browser.see("[data-start] [data-earlier='1']").await?;
    browser.reads("[data-next='start']", "Start").await?;
    browser.tap("[data-earlier] button").await?;
    browser.reads("[data-past]", "end of the shift").await?;
    browser.see("[data-saved='shop']").await?;
    Ok(())
}

async fn every_kind_of_card_is_fit(viewport: Viewport) -> Result<()> {
    journey(viewport, |app, browser| async move {
        let (job, _) = app.job("Sallow Beck").await?;
        browser.open(&format!("/jobs/{job}/run")).await?;
        browser.see("[data-start]").await?;
        is_fit_for_gloves(&browser).await?;
        browser.click("Measure this screen").await?;
        is_fit_for_gloves(&browser).await?;
        browser.click("Done").await?;
        next(&browser).await?;
        is_fit_for_gloves(&browser).await?;
        browser.tap("[data-leave]").await?;
        browser.see("[data-reasons]").await?;
        is_fit_for_gloves(&browser).await?;
        browser.click("not met here").await?;
        for step in ["needle_holds", "set_oxygen_flowing", "neutral_flame"] {
            until(&browser, &format!("[data-step='{step}']")).await?;
            is_fit_for_gloves(&browser).await?;
        }
        until(&browser, "[data-cut='ready']").await?;
        is_fit_for_gloves(&browser).await?;
        for stage in ["heating", "cutting", "outcome"] {
            browser.tap("[data-next]").await?;
            browser.see(&format!("[data-cut='{stage}']")).await?;
            is_fit_for_gloves(&browser).await?;
        }
        browser.tap("[data-alarm]").await?;
        browser.see("[data-case]").await?;
        is_fit_for_gloves(&browser).await
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn every_kind_of_card_is_fit_for_gloves_on_a_tablet() -> Result<()> {
    every_kind_of_card_is_fit(DESK).await
}

#[tokio::test(flavor = "multi_thread")]
async fn every_kind_of_card_is_fit_for_gloves_in_the_dark() -> Result<()> {
    every_kind_of_card_is_fit(DARK).await
}

#[tokio::test(flavor = "multi_thread")]
async fn every_kind_of_card_is_fit_for_gloves_on_a_phone() -> Result<()> {
    every_kind_of_card_is_fit(PHONE).await
}
