//! HTTP, storage and the demo shop around `galvanon-core`. It asks core and never computes.
//!
//! [`serve`] is what `main` and the tests both start.

pub mod api;
pub mod backup;
pub mod config;
pub mod demo;
pub mod doors;
pub mod error;
pub mod http;
pub mod panics;
pub mod photo;
pub mod plan;
pub mod queue;
pub mod start;
pub mod store;
mod tls;
mod web_app;
pub mod wire;
pub mod work;

use std::net::TcpListener;
use std::time::Duration;

use actix_web::dev::Server;
use actix_web::middleware::{Compress, DefaultHeaders, from_fn};
use actix_web::{App, HttpServer, web};
use sqlx::PgPool;
use tracing_actix_web::TracingLogger;

use crate::config::Config;
use crate::doors::flood::Flood;
use crate::doors::state::Doors;
use crate::http::connections::Connections;
use crate::http::incoming::BodyTime;
use crate::queue::Pool;

/// Nothing from outside, scripts from here alone. Radix sets style attributes and one style
/// element for its scroll lock, so styles may stand inline.
const CONTENT_SECURITY_POLICY: &str = "default-src 'self'; style-src 'self' 'unsafe-inline'; \
     img-src 'self' data:; object-src 'none'; base-uri 'none'; form-action 'self'; \
     frame-ancestors 'none'";

/// What a page of ours needs of the machine: the camera for photos of edges, the wake lock at the torch.
const PERMISSIONS_POLICY: &str =
    "camera=(self), screen-wake-lock=(self), geolocation=(), microphone=(), payment=(), usb=()";

/// Once over https, over nothing else for a year.
const HSTS: &str = "max-age=31536000";

pub use store::MIGRATIONS;

/// What every answer says of itself to the browser.
fn headers(secure: bool) -> DefaultHeaders {
    let headers = DefaultHeaders::new()
        .add(("Content-Security-Policy", CONTENT_SECURITY_POLICY))
        .add(("X-Content-Type-Options", "nosniff"))
        .add(("Referrer-Policy", "same-origin"))
        .add(("Cross-Origin-Opener-Policy", "same-origin"))
        .add(("Cross-Origin-Resource-Policy", "same-origin"))
        .add(("Permissions-Policy", PERMISSIONS_POLICY));
    if secure { headers.add(("Strict-Transport-Security", HSTS)) } else { headers }
}

/// What bounds the work of all requests together.
#[derive(Clone)]
struct Bounds {
    work: web::Data<Pool>,
    time: web::Data<BodyTime>,
    connections: web::Data<Connections>,
}

impl Bounds {
    fn of(config: &Config) -> Self {
        let connections = Connections::of(config.most_connections(), &config.proxies);
        Self {
            work: web::Data::new(Pool::of(config.work_threads())),
            time: web::Data::new(BodyTime(Duration::from_secs(config.body_seconds))),
            connections: web::Data::new(connections),
        }
    }

    fn share(&self, app: &mut web::ServiceConfig) {
        app.app_data(self.work.clone())
            .app_data(self.time.clone())
            .app_data(self.connections.clone());
    }
}

/// Starts the application on a listener that is already bound.
///
/// # Errors
/// When the listener cannot be used, or certificate and key cannot be read.
pub fn serve(listener: TcpListener, pool: PgPool, config: &Config) -> std::io::Result<Server> {
    config.check().map_err(std::io::Error::other)?;
    let web_folder = config.web.clone();
    let pool = web::Data::new(pool);
    let doors = web::Data::new(Doors::of(config));
    let flood = web::Data::new(Flood::of(config.flood_per_second));
    let bounds = Bounds::of(config);
    let connections = bounds.connections.clone();
    let secure = doors.secure;
    let server = HttpServer::new(move || {
        App::new()
            .app_data(pool.clone())
            .app_data(doors.clone())
            .app_data(flood.clone())
            .app_data(http::page::query_config())
            .configure(|app| bounds.share(app))
            .wrap(from_fn(panics::catch))
            .wrap(from_fn(doors::enter::enter))
            .wrap(from_fn(http::guard::same_origin))
            .wrap(from_fn(http::guard::never_kept))
            .wrap(Compress::default())
            .wrap(headers(secure))
            .wrap(from_fn(http::metrics::counted))
            .wrap(TracingLogger::default())
            .route(doors::enter::METRICS, web::get().to(async || http::metrics::told()))
            .configure(api::routes::routes)
            .configure(|app| web_app::routes(app, &web_folder))
    })
    .on_connect(move |connection, data| connections.accepted(connection, data))
    // who closes the connection is not waited for: what is computed for them ends
    .h1_allow_half_closed(false)
    .max_connections(2 * config.connections as usize)
    .workers(config.workers)
    .shutdown_timeout(config::SHUTDOWN_SECONDS);
    let served = match (&config.tls_cert, &config.tls_key) {
        (Some(certificate), Some(key)) => {
            server.listen_rustls_0_23(listener, tls::read(certificate, key)?)?
        }
        _ => server.listen(listener)?,
    };
    Ok(served.run())
}
