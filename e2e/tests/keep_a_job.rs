//! A job's list of cuts: added, changed, moved, deleted, taken back, and shared with somebody.

use anyhow::{Context, Result, ensure};
use galvanon_e2e::{App, Browser, DESK, journey};
use serde_json::{Value, json};

/// Opens the footbridge job with its rusty 3/4 in line on the bench; gives job and line.
async fn at_the_bench(app: &App, browser: &Browser) -> Result<(String, Value)> {
    let (job, lines) = app.job("Sallow Beck").await?;
    let line =
        lines.as_array().and_then(|lines| lines.get(2)).context("a third line")?["line"].clone();
    let id = line["id"].as_str().context("an id")?;
    browser.open(&format!("/jobs/{job}?line={id}")).await?;
    browser.reads("[data-verdict] h2", "3/4 in plate · 36 in").await?;
    Ok((job, line))
}

async fn lines(app: &App, job: &str) -> Result<Value> {
    Ok(app.get(&format!("/api/v1/jobs/{job}")).await?["lines"].clone())
}

#[tokio::test(flavor = "multi_thread")]
async fn a_change_is_saved_and_found_again_after_a_reload() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, _) = at_the_bench(&app, &browser).await?;
        browser.fill_field("Length of cut", "5 ft 3-1/2 in").await?;
        browser.reads("[data-verdict] h2", "63-1/2 in").await?;
        browser.click("natural gas").await?;
        browser.see("[data-was='fuel_pressure_kpa']").await?;
        browser.reads("[data-quantity='fuel_pressure_kpa']", "natural gas").await?;
        browser.type_line("2x 1/2 plate 10in hand").await?;
        browser.reads("[data-echo]", "2x 1/2 in plate").await?;
        browser.reload().await?;
        browser.reads("[data-verdict] h2", "63-1/2 in").await?;
        browser.reads("[data-quantity='fuel_pressure_kpa']", "natural gas").await?;
        browser.reads("[data-echo]", "2x 1/2 in plate, 10 in, freehand").await?;
        browser.click("Add").await?;
        browser.reads("[data-verdict] h2", "1/2 in plate · 10 in").await?;
        let stored = lines(&app, &job).await?;
        ensure!(stored.as_array().map(Vec::len) == Some(6));
        ensure!(stored[2]["line"]["input"]["gas"]["fuel"] == "natural_gas");
        ensure!(stored[5]["line"]["typed"] == "2x 1/2 plate 10in hand");
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_stale_write_shows_both_versions_and_keeps_the_one_chosen() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, line) = at_the_bench(&app, &browser).await?;
        let path = format!("/api/v1/job-lines/{}", line["id"].as_str().context("id")?);
        let mut theirs = line["input"].clone();
        theirs["cut"]["length_mm"] = json!(508);
        app.patch(&path, &json!({ "version": line["version"], "input": theirs })).await?;
        browser.fill_field("Length of cut", "48").await?;
        let table = browser.reads("[data-conflict]", "length").await?;
        ensure!(table.contains("20 in") && table.contains("48 in"), "{table}");
        browser.click("Save yours over it").await?;
        browser.reads("[data-verdict] h2", "48 in").await?;
        let stored = lines(&app, &job).await?;
        ensure!(stored[2]["line"]["version"] == 3, "{}", stored[2]["line"]);
        ensure!(
            (stored[2]["line"]["input"]["cut"]["length_mm"].as_f64().context("mm")? - 1219.2).abs()
                < 1e-6
        );
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn cuts_are_chosen_by_keyboard_moved_deleted_and_taken_back() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, line) = at_the_bench(&app, &browser).await?;
        let id = line["id"].as_str().context("id")?.to_owned();
        browser.press_at(&format!("#line-{id}"), "\u{e013}").await?;
        browser.reads("[data-verdict] h2", "1/2 in plate").await?;
        browser.press("\u{e015}").await?;
        browser.reads("[data-verdict] h2", "3/4 in plate").await?;
        browser.click("Move up").await?;
        browser.reads("ol[aria-label='Cuts of this job'] li:nth-child(2)", "3/4 in plate").await?;
        browser.click("Delete this cut").await?;
        browser.reads("[role='status']", "Cut deleted").await?;
        browser.gone(&format!("[data-line='{id}']")).await?;
        browser.click("Undo").await?;
        browser.reads("ol[aria-label='Cuts of this job'] li:nth-child(2)", "3/4 in plate").await?;
        let stored = lines(&app, &job).await?;
        ensure!(stored[1]["line"]["id"] == json!(id));
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_cut_from_today_goes_into_a_job_and_is_found_by_name() -> Result<()> {
    journey(DESK, |app, browser| async move {
        browser.open("/").await?;
        browser.type_line("1x 25 mm plate 300 mm machine").await?;
        browser.reads("[data-echo]", "25 mm plate").await?;
        browser.click("Plan it").await?;
        browser.click("Add to a job").await?;
        browser.see("[role='menuitem']").await?;
        browser.click("Press frame").await?;
        browser.reads("[data-verdict] h2", "machine").await?;
        let (job, lines) = app.job("Press frame").await?;
        ensure!(lines.as_array().map(Vec::len) == Some(4));
        ensure!(lines[3]["request"]["gas"]["fuel"] == "natural_gas", "the job's rig applies");
        browser.open("/shop").await?;
        browser.see("h1").await?;
        browser.press_control('k').await?;
        // its field has the focus: who presses the keys types on
        browser.see("[role='dialog'] input:focus").await?;
        browser.press("press frame").await?;
        browser.reads("[role='dialog'] li:first-child", "Press frame").await?;
        browser.press("\u{e007}").await?;
        browser.reads("h1", "Press frame").await?;
        ensure!(browser.path().await? == format!("/jobs/{job}"));
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_new_job_starts_empty_and_the_shops_school_moves_its_figures() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/jobs").await?;
        browser.fill("form input", "Bracket run").await?;
        browser.click("Make the job").await?;
        browser.reads("main", "No cuts yet").await?;
        browser.type_line("1/2 plate 12in guided").await?;
        browser.reads("[data-echo]", "1/2 in plate").await?;
        browser.press("\u{e007}").await?;
        let before = browser.setting("oxygen_l").await?;
        browser.open("/shop").await?;
        browser.click("Brisk").await?;
        browser.see("[value='high'][data-state='checked']").await?;
        browser.open("/jobs").await?;
        browser.click("Bracket run").await?;
        let after = browser.setting("oxygen_l").await?;
        let ft3 = |text: &str| text.replace(" ft³", "").parse::<f64>();
        ensure!(
            ft3(&after)? > ft3(&before)?,
            "more oxygen at a brisk setting: {before} then {after}"
        );
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_jobs_rig_is_changed_and_a_deleted_job_taken_back() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, _) = app.job("Press frame").await?;
        browser.open(&format!("/jobs/{job}")).await?;
        let before = browser.setting("oxygen_pressure_kpa").await?;
        browser.click("Change job and rig").await?;
        browser.fill_field("Oxygen hose, bore", "3/16").await?;
        browser.fill_field("Oxygen hose, length", "40 m").await?;
        browser.press("\u{e00c}").await?;
        // both changes were made within the same moment, and neither undoes the other
        let path = format!("/api/v1/jobs/{job}");
        let mut kept = (None, None);
        for _ in 0..200 {
            let hose = app.get(&path).await?["job"]["rig"]["gas"]["oxygen_hose"].clone();
            kept = (hose["bore_mm"].as_f64(), hose["length_m"].as_f64());
            if kept == (Some(4.7625), Some(40.0)) {
                break;
            }
            tokio::time::sleep(std::time::Duration::from_millis(100)).await;
        }
        ensure!(kept == (Some(4.7625), Some(40.0)), "bore and length kept: {kept:?}");
        browser.reload().await?;
        let psi = |text: &str| text.replace(" psi", "").parse::<f64>();
        let after = browser.setting("oxygen_pressure_kpa").await?;
        ensure!(psi(&after)? > psi(&before)? + 5.0, "a long thin hose: {before} then {after}");
        browser.click("Change job and rig").await?;
        browser.click("Delete this job").await?;
        browser.reads("[role='status']", "Job deleted: Press frame").await?;
        ensure!(app.job("Press frame").await.is_err());
        browser.click("Undo").await?;
        browser.reads("main", "Press frame").await?;
        browser.gone("[role='status']").await?;
        ensure!(app.job("Press frame").await.is_ok());
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn of_two_versions_theirs_can_be_kept() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, line) = at_the_bench(&app, &browser).await?;
        let path = format!("/api/v1/job-lines/{}", line["id"].as_str().context("id")?);
        let mut theirs = line["input"].clone();
        theirs["steel"]["surface"] = json!("heavy_rust");
        app.patch(&path, &json!({ "version": line["version"], "input": theirs })).await?;
        browser.fill_field("Length of cut", "48").await?;
        browser.reads("[data-conflict]", "heavy rust").await?;
        browser.click("Keep theirs").await?;
        browser.reads("[data-verdict] h2", "36 in · guided · heavy rust").await?;
        let stored = lines(&app, &job).await?;
        ensure!(stored[2]["line"]["version"] == 2, "nothing of ours was saved");
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn with_a_cut_on_the_bench_the_entry_is_one_line_and_the_figures_stand_above_the_fold()
-> Result<()> {
    journey(DESK, |app, browser| async move {
        at_the_bench(&app, &browser).await?;
        let ends = |css: &str| {
            format!("return document.querySelector(\"{css}\").getBoundingClientRect().bottom")
        };
        for css in ["[data-quantity='travel_speed_mm_min']", "[data-quantity='start_preheat_s']"] {
            browser.see(css).await?;
            let bottom = browser.run(&ends(css), vec![]).await?.as_f64().context("a place")?;
            ensure!(bottom < 800.0, "{css} ends at {bottom}");
        }
        let entry = "[data-quick-entry]";
        let tall = "return document.querySelector('form[data-folded]').offsetHeight";
        ensure!(browser.run(tall, vec![]).await?.as_f64().context("a height")? < 50.0);
        // what may be typed is said while one is about to type, and moves nothing below
        let help = browser.there("[data-entry-help]").await?;
        ensure!(!help.is_displayed().await?);
        browser.tap(entry).await?;
        browser.see("[data-entry-help]").await?;
        ensure!(browser.run(tall, vec![]).await?.as_f64().context("a height")? < 50.0);
        // what was just added is not covered by it
        browser.type_line("1/2 plate 12in guided").await?;
        browser.reads("[data-echo]", "1/2 in plate").await?;
        browser.press("\u{e007}").await?;
        browser.reads("[data-verdict] h2", "1/2 in plate \u{b7} 12 in").await?;
        browser.gone("[data-entry-help]").await?;
        // an empty job has room for it
        browser.open("/jobs").await?;
        browser.fill("form input", "Empty run").await?;
        browser.click("Make the job").await?;
        browser.reads("[data-folded='false']", "Describe one cut in a line").await?;
        Ok(())
    })
    .await
}

/// As an older version stored it, or a limit moved since: the bench shows no other cut's plan in its place, and the line is
/// typed again where it stands.
#[tokio::test(flavor = "multi_thread")]
async fn a_cut_that_plans_no_more_says_so_and_is_typed_again() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, _) = at_the_bench(&app, &browser).await?;
        let spoilt = lines(&app, &job).await?[1]["line"]["id"].as_str().context("an id")?.to_owned();
        let sql = "UPDATE job_lines SET input = jsonb_set(input, '{steel,thickness_mm}', '900') WHERE id = $1::uuid";
        sqlx::query(sql).bind(&spoilt).execute(&app.pool).await?;
        browser.reload().await?;
        browser.reads("[data-verdict] h2", "3/4 in plate · 36 in").await?;
        browser.tap(&format!("[data-line='{spoilt}'] button")).await?;
        let said = browser.reads("[data-mend]", "does not plan any more").await?;
        ensure!(said.contains("900") || said.contains("35.4"), "which value is at fault: {said}");
        browser.gone("section[aria-label='Bench']").await?;
        let field = "[data-mend] [data-quick-entry]";
        browser.fill(field, "24x 1 in plate 18in guided, clean").await?;
        browser.press_at(field, "\u{e007}").await?;
        browser.reads("[data-verdict] h2", "1 in plate · 18 in").await?;
        let mended = lines(&app, &job).await?[1].clone();
        ensure!(mended["fault"].is_null() && mended["line"]["id"] == json!(spoilt), "{mended}");
        ensure!(mended["line"]["typed"] == "24x 1 in plate 18in guided, clean", "{mended}");
        Ok(())
    })
    .await
}
