//! Reads the configuration, connects, migrates, runs.

use std::path::PathBuf;
use std::process::ExitCode;

use clap::{Parser, Subcommand};
use galvanon_server::config::{Backups, Config, Database, upkeep_pool};
use galvanon_server::start::{self, migrated_pool};
use galvanon_server::{api, backup, demo, serve, work};
use tracing_subscriber::EnvFilter;

#[derive(Parser)]
#[command(version, about)]
struct Arguments {
    #[command(subcommand)]
    command: Command,
}

#[derive(Subcommand)]
enum Command {
    /// Serve the application.
    Serve {
        #[command(flatten)]
        database: Database,
        #[command(flatten)]
        config: Config,
        #[command(flatten)]
        backups: Backups,
    },
    /// Load a demo shop into an empty database; a filled one is left as it is.
    LoadDemo {
        #[command(flatten)]
        database: Database,
        /// Folder with the demo's files.
        #[arg(long, default_value = "demo")]
        from: PathBuf,
        #[command(flatten)]
        backups: Backups,
    },
    /// Write everything the shop holds into one file, photos too.
    Backup {
        #[command(flatten)]
        database: Database,
        /// The file; none is written over.
        file: PathBuf,
    },
    /// Read a backup into an empty database.
    Restore {
        #[command(flatten)]
        database: Database,
        /// The file.
        file: PathBuf,
    },
    /// Check that a backup is whole; needs no database.
    CheckBackup {
        /// The file.
        file: PathBuf,
    },
    /// Make an access token for a person and print it once.
    Token {
        #[command(flatten)]
        database: Database,
        /// Their name.
        #[arg(long)]
        person: String,
        /// What it is for.
        #[arg(long, default_value = "made at the server")]
        name: String,
    },
    /// Print the OpenAPI document.
    Openapi,
}

#[tokio::main]
async fn main() -> ExitCode {
    match run().await {
        Ok(()) => ExitCode::SUCCESS,
        Err(error) => {
            eprintln!("error: {error}");
            ExitCode::FAILURE
        }
    }
}

async fn run() -> Result<(), Box<dyn std::error::Error>> {
    match Arguments::parse().command {
        Command::Serve { database, config, backups } => {
            served(&database.address()?, config, &backups).await?;
        }
        Command::LoadDemo { database, from, backups } => {
            let pool = migrated_pool(&database.address()?, &backups.backups).await?;
            let loaded = demo::load(&pool, &from).await?;
            let left = "The shop has data; left as it is.";
            println!("{}", if loaded { "Demo shop loaded." } else { left });
        }
        Command::Backup { database, file } => {
            let pool = upkeep_pool().connect(&database.address()?).await?;
            backup::backup(&pool, &file).await?;
            println!("The shop is in {}.", file.display());
        }
        Command::Restore { database, file } => {
            let pool = upkeep_pool().connect(&database.address()?).await?;
            backup::restore(&pool, &file).await?;
            println!("The shop of {} is restored.", file.display());
        }
        Command::CheckBackup { file } => {
            let header = backup::check(&file)?;
            let (tables, made) = (header.tables.len(), header.made_at);
            println!("{} is whole: {tables} tables of {made}.", file.display());
        }
        Command::Token { database, person, name } => {
            let pool = galvanon_server::config::pool().connect(&database.address()?).await?;
            let made = api::people::tokens::at_the_server(&pool, &person, &name).await;
            println!("{}", made.map_err(|error| error.detail().message)?);
        }
        Command::Openapi => println!("{}", api::openapi::openapi_json()?),
    }
    Ok(())
}

/// Serves until it is told to end, with the log as JSON on the standard output.
async fn served(
    database: &str,
    mut config: Config,
    backups: &Backups,
) -> Result<(), Box<dyn std::error::Error>> {
    let filter = EnvFilter::try_from_default_env()
        .unwrap_or_else(|_| EnvFilter::new("info,sqlx::postgres::notice=warn"));
    tracing_subscriber::fmt().json().with_env_filter(filter).init();
    let listener = start::listener(&mut config)?;
    start::reached(database).await?;
    migrated_pool(database, &backups.backups).await?.close().await;
    let pool = galvanon_server::config::pool().connect(database).await?;
    if let Some(code) = api::people::doors::set_up_code(&pool).await? {
        // to whoever starts it, once, and into no log
        eprintln!(
            "This shop has no owner yet. Open its page and claim it with the set-up code {code}"
        );
    }
    tracing::info!(address = %listener.local_addr()?, "serving");
    let behind = tokio::spawn(work::figures::keep_up(pool.clone()));
    serve(listener, pool, &config)?.await?;
    behind.abort();
    Ok(())
}
