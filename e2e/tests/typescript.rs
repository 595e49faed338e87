//! The few unit tests of the web application, started here so that one runner tells all.

use std::process::Command;

#[test]
fn the_web_applications_own_tests_pass() -> anyhow::Result<()> {
    let folder = concat!(env!("CARGO_MANIFEST_DIR"), "/../web");
    let run = Command::new("npm").args(["run", "--silent", "test"]).current_dir(folder).output()?;
    let told = String::from_utf8([run.stdout, run.stderr].concat())?;
    anyhow::ensure!(run.status.success(), "{told}");
    anyhow::ensure!(told.contains("passed"), "no test ran: {told}");
    Ok(())
}
