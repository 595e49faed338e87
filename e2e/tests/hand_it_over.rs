//! What leaves the shop: a quote, and a job's record, on the screen and as it is printed.

use anyhow::{Context, Result, ensure};
use galvanon_e2e::{Browser, DESK, PHONE, journey};

/// A job is quoted: each cut, what goes on top, what another way would cost; changed, and what it said before is kept.
#[tokio::test(flavor = "multi_thread")]
async fn a_job_is_quoted_and_the_quote_is_changed() -> Result<()> {
    journey(DESK, |_, browser| async move {
        browser.open("/record?part=quotes").await?;
        browser.choose("Of which job", "Sallow Beck footbridge: bearings and gussets").await?;
        browser.fill_field("Margin, %", "20").await?;
        browser.see("[data-quote='1']").await?;
        let first = browser.see("[data-total]").await?.text().await?;
        browser.see("[data-quoted='true']").await?;
        browser.see("[data-instead='10']").await?;
        browser.reads("[data-part='burning']", "%").await?;
        browser.fill_field("Margin, %", "0").await?;
        browser.see("[data-quote='2']").await?;
        browser.reads("[data-was='1']", &first).await?;
        let second = browser.see("[data-total]").await?.text().await?;
        ensure!(first != second, "without margin it stays {first}");
        Ok(())
    })
    .await
}

/// A job's record holds its burns with what lies far off the plan; the stages of the job go on to it.
#[tokio::test(flavor = "multi_thread")]
async fn a_jobs_record_is_one_document() -> Result<()> {
    journey(PHONE, |_, browser| async move {
        browser.open("/jobs").await?;
        browser.click("Yard gate").await?;
        browser.see("[data-stage='Record']").await?;
        browser.tap("a[href^='/jobs/'][href$='/record']").await?;
        browser.see("[data-job-record]").await?;
        browser.see("[data-cut='1']").await?;
        // one of the two lies off its card, whichever is read first
        browser.see("[data-off]:not([data-off='0'])").await?;
        ensure!(browser.overflow().await? <= 0, "wider than a phone");
        Ok(())
    })
    .await
}

/// Printed, or saved as PDF, it holds what the page holds: every cut, who burnt it, and the runs; nothing of the screen around it.
#[tokio::test(flavor = "multi_thread")]
async fn a_jobs_record_and_a_quote_are_saved_as_pdf() -> Result<()> {
    journey(DESK, |app, browser| async move {
        let (job, _) = app.job("Yard gate").await?;
        let record = app.get(&format!("/api/v1/jobs/{job}/record")).await?;
        browser.open(&format!("/jobs/{job}/record")).await?;
        browser.see("[data-cut='1'] [data-off]").await?;
        let text = printed(&browser).await?;
        let lines = record["lines"].as_array().context("lines")?;
        ensure!(lines.len() > 2, "{record}");
        for line in lines {
            let typed = line["typed"].as_str().context("typed")?;
            ensure!(text.contains(&close(typed)), "{typed} is not printed: {text}");
        }
        for said in ["Yard gate and crane rail repair", "Pace", "At the torch", "Soap every joint"]
        {
            ensure!(text.contains(&close(said)), "{said} is not printed: {text}");
        }
        ensure!(!text.contains(&close("save as PDF")), "the button is printed: {text}");
        browser.open("/record?part=quotes").await?;
        browser.choose("Of which job", "Yard gate and crane rail repair").await?;
        browser.fill_field("Margin, %", "20").await?;
        let total = browser.see("[data-total]").await?.text().await?;
        let quote = printed(&browser).await?;
        ensure!(quote.contains(&close(&total)), "{total} is not printed: {quote}");
        ensure!(!quote.contains(&close("Price it anew")), "what changes it is printed: {quote}");
        Ok(())
    })
    .await
}

/// The text of a page as it is printed, without its blanks; its PDF has no page that stands nearly empty because what follows
/// would not fit.
async fn printed(browser: &Browser) -> Result<String> {
    let pdf = lopdf::Document::load_mem(&browser.print().await?)?;
    let pages: Vec<u32> = pdf.get_pages().into_keys().collect();
    for page in &pages[..pages.len() - 1] {
        let text = pdf.extract_text(&[*page])?;
        ensure!(text.len() > 1_000, "page {page} of {} is nearly empty: {text}", pages.len());
    }
    Ok(close(&browser.as_printed().await?))
}

fn close(text: &str) -> String {
    text.split_whitespace().collect()
}
