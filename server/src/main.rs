//! Reads the configuration, connects, migrates, runs.

use std::net::TcpListener;
use std::path::PathBuf;

use clap::{Parser, Subcommand};
use galvanon_server::config::Config;
use galvanon_server::{MIGRATIONS, api, demo, serve, work};
use sqlx::PgPool;
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
        /// PostgreSQL address.
        #[arg(long, env = "DATABASE_URL", hide_env_values = true)]
        database: String,
        #[command(flatten)]
        config: Config,
    },
    /// Load a demo shop into an empty database; a filled one is left as it is.
    LoadDemo {
        /// PostgreSQL address.
        #[arg(long, env = "DATABASE_URL", hide_env_values = true)]
        database: String,
        /// Folder with the demo's files.
        #[arg(long, default_value = "demo")]
        from: PathBuf,
    },
    /// Print the OpenAPI document.
    Openapi,
}

#[tokio::main]
async fn main() -> Result<(), Box<dyn std::error::Error>> {
    match Arguments::parse().command {
        Command::Serve { database, config } => {
            let filter = EnvFilter::try_from_default_env()
                .unwrap_or_else(|_| EnvFilter::new("info,sqlx::postgres::notice=warn"));
            tracing_subscriber::fmt().json().with_env_filter(filter).init();
            let listener = TcpListener::bind((config.listen, config.port))?;
            let pool = connect(&database).await?;
            tracing::info!(address = %listener.local_addr()?, "serving");
            let behind = tokio::spawn(work::figures::keep_up(pool.clone()));
            serve(listener, pool, &config)?.await?;
            behind.abort();
        }
        Command::LoadDemo { database, from } => {
            let pool = connect(&database).await?;
            let loaded = demo::load(&pool, &from).await?;
            println!(
                "{}",
                if loaded { "Demo shop loaded." } else { "The shop has data; left as it is." }
            );
        }
        Command::Openapi => println!("{}", api::routes::openapi_json()?),
    }
    Ok(())
}

async fn connect(database: &str) -> Result<PgPool, sqlx::Error> {
    let pool = galvanon_server::config::pool().connect(database).await?;
    MIGRATIONS.run(&pool).await?;
    Ok(pool)
}
