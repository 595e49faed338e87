//! What a hand does at every card.

use anyhow::{Result, bail, ensure};
use galvanon_e2e::Browser;

/// The card that is shown.
pub async fn card(browser: &Browser) -> Result<String> {
    let key =
        browser.run("return document.querySelector('[data-run]')?.dataset.run", vec![]).await?;
    Ok(key.as_str().unwrap_or_default().to_owned())
}

/// Presses the button that is always in the same place, and waits until another card is there.
pub async fn next(browser: &Browser) -> Result<()> {
    browser.see("[data-run]").await?;
    let before = card(browser).await?;
    browser.tap(&format!("[data-next='{before}']:not([disabled])")).await?;
    browser.gone(&format!("[data-run='{before}']")).await
}

/// Goes through the steps until the one that is looked for, leaving out what waits for a clock.
pub async fn until(browser: &Browser, css: &str) -> Result<()> {
    for _ in 0..90 {
        if browser.run("return !!document.querySelector(arguments[0])", vec![css.into()]).await?
            == true
        {
            return Ok(());
        }
        let waits = "return !!document.querySelector('[data-next][disabled], [data-cut]')";
        if browser.run(waits, vec![]).await? == true {
            leave(browser).await?;
        } else {
            next(browser).await?;
        }
    }
    bail!("no card with {css}")
}

/// Leaves a card out; where a hazard is, a reason is picked.
pub async fn leave(browser: &Browser) -> Result<()> {
    let before = card(browser).await?;
    browser.tap("[data-leave]").await?;
    if browser.run("return !!document.querySelector('[data-reasons]')", vec![]).await? == true {
        browser.tap("[data-reasons] button").await?;
    }
    browser.gone(&format!("[data-run='{before}']")).await
}

/// Touches are 64 px, letters 28 px, contrast seven to one, and axe finds nothing.
pub async fn is_fit_for_gloves(browser: &Browser) -> Result<()> {
    let small = "return [...document.querySelectorAll('.bench button, .bench a, .bench input')]
        .filter((e) => e.getClientRects().length > 0)
        .filter((e) => { const b = e.getBoundingClientRect(); return b.width < 63.5 || b.height < 63.5 })
        .map((e) => e.outerHTML.slice(0, 90))";
    let found = browser.run(small, vec![]).await?;
    ensure!(found.as_array().is_some_and(Vec::is_empty), "too small to touch: {found}");
    let letters = "const walk = document.createTreeWalker(document.querySelector('.bench'), NodeFilter.SHOW_TEXT);
        const small = [];
        while (walk.nextNode()) {
            const e = walk.currentNode.parentElement;
            if (!walk.currentNode.textContent.trim() || e.closest('svg, .sr-only, .max-sm\\\\:sr-only')) continue;
            if (parseFloat(getComputedStyle(e).fontSize) < 28) small.push(walk.currentNode.textContent);
        }
        return small";
    let found = browser.run(letters, vec![]).await?;
    ensure!(found.as_array().is_some_and(Vec::is_empty), "too small to read: {found}");
    let axe = browser.violations().await?;
    ensure!(axe.is_empty(), "{}", axe.join("\n"));
    let contrast = "const done = arguments[arguments.length - 1];
        axe.run(document.querySelector('.bench'), { runOnly: { type: 'rule', values: ['color-contrast-enhanced'] } })
            .then((r) => done(r.violations.flatMap((v) => v.nodes.map((n) => n.html.slice(0, 90) + ' ' + n.failureSummary))))";
    let found = browser.run_async(contrast).await?;
    ensure!(found.as_array().is_some_and(Vec::is_empty), "under seven to one: {found}");
    let over = browser.overflow().await?;
    ensure!(over <= 0, "{over} px wider than the window");
    Ok(())
}

/// A piece from the flame on the edge to how it came out.
pub async fn cut_once(browser: &Browser, outcome: &str) -> Result<()> {
    let press = async |stage: &str| -> Result<()> {
        browser.tap("[data-next]").await?;
        browser.see(&format!("[data-cut='{stage}']")).await?;
        Ok(())
    };
    press("heating").await?;
    press("cutting").await?;
    browser.see("[data-pace='runs'] [data-next-stop]").await?;
    press("outcome").await?;
    browser.tap(&format!("[data-outcome='{outcome}']")).await?;
    browser.see("[data-cut='ready']").await?;
    Ok(())
}
