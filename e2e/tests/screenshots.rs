//! The pictures of the docs, from the demo data. Written only when `GALVANON_SCREENSHOTS` names
//! a folder (`bin/screenshots`); otherwise the same walk shows that each view can be reached.

use std::path::PathBuf;

use anyhow::{Context, Result};
use galvanon_e2e::{Browser, DARK, DESK, PHONE, Viewport, journey};

struct Camera(Option<PathBuf>);

impl Camera {
    fn new() -> Self {
        Self(std::env::var_os("GALVANON_SCREENSHOTS").map(PathBuf::from))
    }

    async fn take(&self, browser: &Browser, name: &str) -> Result<()> {
        let Some(folder) = &self.0 else { return Ok(()) };
        // fonts and the last numbers settle
        tokio::time::sleep(std::time::Duration::from_millis(600)).await;
        browser.picture(&folder.join(format!("{name}.png"))).await
    }
}

async fn job_views(viewport: Viewport, name: &'static str) -> Result<()> {
    journey(viewport, move |app, browser| async move {
        let camera = Camera::new();
        let (job, lines) = app.job("Sallow Beck").await?;
        let line = |i: usize| lines[i]["line"]["id"].as_str().context("id");
        browser.open(&format!("/jobs/{job}?line={}", line(2)?)).await?;
        browser.see("[data-quantity='tip']").await?;
        browser.click("propane").await?;
        browser.see("[data-was='start_preheat_s']").await?;
        browser.press_at(&format!("#line-{}", line(2)?), "\u{e007}").await?;
        camera.take(&browser, name).await
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn pictures_of_a_job_at_the_desk() -> Result<()> {
    job_views(DESK, "job").await
}

#[tokio::test(flavor = "multi_thread")]
async fn pictures_of_a_job_on_a_phone() -> Result<()> {
    job_views(PHONE, "phone-job").await
}

#[tokio::test(flavor = "multi_thread")]
async fn pictures_of_today_its_trace_and_the_card() -> Result<()> {
    journey(DESK, |_, browser| async move {
        let camera = Camera::new();
        browser.open("/").await?;
        browser.see("#last + ul").await?;
        camera.take(&browser, "today").await?;
        browser.type_line("4x 3/4 plate 36in guided, rust").await?;
        browser.reads("[data-echo]", "light rust").await?;
        browser.press("\u{e007}").await?;
        browser.see("[data-quantity='tip']").await?;
        browser.tap("[data-quantity='start_preheat_s']").await?;
        browser.see("[data-trace]").await?;
        browser.press("\u{e00c}").await?;
        browser.gone("[data-trace]").await?;
        browser.click("Make card").await?;
        browser.see("[data-card] img").await?;
        camera.take(&browser, "card").await
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn pictures_of_a_shapes_strokes() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let camera = Camera::new();
        let (job, lines) = app.job("Footbridge steel").await?;
        let line = |i: usize| lines[i]["line"]["id"].as_str().context("id");
        browser.open(&format!("/jobs/{job}?line={}", line(5)?)).await?;
        browser.see("[data-stroke-open]").await?;
        browser.tap("[data-play='false']").await?;
        browser.see("[data-at-stroke='2']").await?;
        browser.tap("[data-play='true']").await?;
        camera.take(&browser, "strokes").await
    })
    .await
}

/// The run of a job, taken to a card by the button that is always there.
async fn at_the_torch(
    viewport: Viewport,
    (name, sign): (&'static str, &'static str),
    presses: usize,
) -> Result<()> {
    journey(viewport, move |app, browser| async move {
        let camera = Camera::new();
        let (job, _) = app.job("Sallow Beck").await?;
        browser.open(&format!("/jobs/{job}/run")).await?;
        browser.see("[data-start]").await?;
        let reach = "const done = arguments[0];
            const go = (left) => {
                if (document.querySelector(SIGN) || left === 0) return done(left);
                const reason = document.querySelector('[data-reasons] button');
                const next = document.querySelector('[data-next]:not([disabled])');
                (reason ?? next ?? document.querySelector('[data-leave]')).click();
                setTimeout(() => go(left - 1), 60);
            };
            go(150)";
        browser.run_async(&reach.replace("SIGN", &format!("\"{sign}\""))).await?;
        browser.see(sign).await?;
        for _ in 0..presses {
            browser.tap("[data-next]").await?;
        }
        if presses > 0 {
            // long enough for the mark to be on its way
            tokio::time::sleep(std::time::Duration::from_millis(1_800)).await;
        }
        camera.take(&browser, name).await
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn pictures_of_the_gauge_at_the_torch() -> Result<()> {
    at_the_torch(DESK, ("torch", "[data-step='set_oxygen_flowing']"), 0).await
}

#[tokio::test(flavor = "multi_thread")]
async fn pictures_of_a_cut_at_the_torch_on_a_phone() -> Result<()> {
    at_the_torch(PHONE, ("phone-torch", "[data-cut='ready']"), 2).await
}

#[tokio::test(flavor = "multi_thread")]
async fn pictures_of_the_door_and_people() -> Result<()> {
    journey(DESK, |_, browser| async move {
        let camera = Camera::new();
        browser.open("/people").await?;
        browser.see("[data-trail] li").await?;
        camera.take(&browser, "people").await?;
        browser.forget().await?;
        browser.open("/").await?;
        browser.see("[data-door]").await?;
        camera.take(&browser, "door").await
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn pictures_of_the_shop_in_the_dark() -> Result<()> {
    journey(DARK, |_, browser| async move {
        let camera = Camera::new();
        browser.open("/shop").await?;
        browser.see("#figures").await?;
        camera.take(&browser, "shop-dark").await
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn pictures_of_steel_rack_and_supply() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let camera = Camera::new();
        let (job, lines) = app.job("Sallow Beck").await?;
        browser.open("/steel").await?;
        browser.fill("[aria-label='C, percent by weight']", "0.45").await?;
        browser.see("[data-cuttability='with_care']").await?;
        camera.take(&browser, "steel").await?;
        browser.open("/rack").await?;
        browser.see("[data-part='torch'] li").await?;
        camera.take(&browser, "rack").await?;
        browser.tap("[data-tip='1.2 mm flush']").await?;
        browser.click("Maker\u{2019}s chart\u{2026}").await?;
        let chart = "Thickness (in),Oxygen (psi),Acetylene (psi),Travel (in/min)\n3/8,25-30,3-5,15-20\n1/2,30-35,3-5,14-18\n3/4,35-42,3-5,12-16\n";
        browser.fill("[data-chart-text]", chart).await?;
        browser.see("[data-chart]").await?;
        let line = lines[2]["line"]["id"].as_str().context("id")?;
        browser.open(&format!("/jobs/{job}?line={line}")).await?;
        browser.see("[data-quantity='tip']").await?;
        browser.click("Compare").await?;
        browser.see("[data-fuels]").await?;
        browser.open("/work").await?;
        browser.choose("What is saved", "the thread").await?;
        browser.tap("[data-stage='wash_to_thread'] button").await?;
        browser.reads("[data-stage='wash_to_thread']", "Threads show").await?;
        camera.take(&browser, "other-work").await?;
        browser.open(&format!("/jobs/{job}/gas")).await?;
        browser.see("[data-tips]").await?;
        camera.take(&browser, "gas-plan").await?;
        browser.open(&format!("/jobs/{job}/list")).await?;
        let list = "mark,qty,thickness (in),length (in),surface,grade\nG1,4,3/4,36,light_rust,A36\nG2,24,1/2,18,clean,A36\nB1,8,1-1/2,14,mill_scale,\nD1,2,1/4,20,,304\nX9,2,thick,20,,\nB2,1,4,30,,S355\n";
        browser.fill("[data-list-text]", list).await?;
        browser.click("Plan the list").await?;
        browser.see("[data-list-done='true']").await?;
        browser.open("/edge").await?;
        browser.tap("[data-zone='face']").await?;
        browser.click("drag lines swept far back").await?;
        browser.see("[data-cause='too_fast']").await?;
        camera.take(&browser, "edge").await?;
        browser.press_at("[id$='trigger-torch']", "\u{e007}").await?;
        browser.click("acetylene").await?;
        browser.tap("[data-trouble='sustained_backfire']").await?;
        browser.see("[data-danger] + *").await?;
        camera.take(&browser, "edge-torch").await?;
        browser.press_at("[id$='trigger-lost']", "\u{e007}").await?;
        for (question, told) in [
            ("Was it through", "no"),
            ("Which way", "unseen"),
            ("Looking along", "left"),
            ("Does the edge", "yes"),
        ] {
            let css = format!("[aria-label^='{question}'] [data-answer='{told}']");
            browser.tap(&css).await?;
        }
        browser.see("[data-clean-up]").await?;
        browser.press_at("[id$='trigger-grade']", "\u{e007}").await?;
        browser.fill_field("Deepest groove", "1/8").await?;
        browser.fill_field("Out of square, u", "0.02").await?;
        browser.fill_field("Inside corner, radius", "3/4").await?;
        browser.see("[data-action='grind']").await?;
        browser.open("/edge").await?;
        browser.press_at("[id$='trigger-before']", "\u{e007}").await?;
        let pace = browser.see("[role='slider'][aria-label='Pace']").await?;
        for _ in 0..8 {
            pace.send_keys("\u{e014}").await?;
        }
        browser.reads("[data-class]", "drag lines swept far back").await?;
        Ok(())
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn pictures_of_what_the_burns_teach_and_of_a_quote() -> Result<()> {
    journey(DESK, |_, browser| async move {
        let camera = Camera::new();
        browser.open("/record").await?;
        browser.see("[data-hand='Dorrit Vale']").await?;
        browser.reads("[data-truer]", "Kerf").await?;
        camera.take(&browser, "record").await?;
        browser.open("/record?part=quotes").await?;
        browser.choose("Of which job", "Sallow Beck footbridge: bearings and gussets").await?;
        browser.fill_field("Margin, %", "20").await?;
        browser.see("[data-quoted='true']").await?;
        camera.take(&browser, "quote").await
    })
    .await
}

#[tokio::test(flavor = "multi_thread")]
async fn pictures_of_a_part_on_its_plate() -> Result<()> {
    journey(DESK, |_, browser| async move {
        let camera = Camera::new();
        browser.open("/layout").await?;
        browser.fill("[data-typed-part]", "6x lug 6x9 3/4 plate, hole 2").await?;
        browser.press("\u{e007}").await?;
        browser.reads("[data-figures]", "6 ×:").await?;
        browser.tap("[aria-label='Next path']").await?;
        browser.tap("[aria-label='Next path']").await?;
        browser.see("[data-torch]").await?;
        // what was touched last stands far down: the plate is the picture
        browser.run("window.scrollTo(0, 0)", vec![]).await?;
        camera.take(&browser, "layout").await
    })
    .await
}
