//! A small network between browser and server that can be cut: what a tablet sees when it is carried out of reach.

use std::sync::Arc;
use std::sync::atomic::{AtomicBool, Ordering};

use anyhow::{Context, Result};
use tokio::net::{TcpListener, TcpStream};
use tokio::sync::Notify;

/// A relay on a port of its own.
#[derive(Clone, Debug)]
pub struct Relay {
    /// Where it is reached.
    pub address: String,
    up: Arc<AtomicBool>,
    cut: Arc<Notify>,
}

impl Relay {
    /// Starts one to a server.
    ///
    /// # Errors
    /// When no port is free.
    pub async fn start(server: &str) -> Result<Self> {
        let target = server.strip_prefix("http://").context("an http address")?.to_owned();
        let listener = TcpListener::bind("127.0.0.1:0").await?;
        // a service worker is kept by origin: localhost is one that may have it
        let address = format!("http://localhost:{}", listener.local_addr()?.port());
        let relay =
            Self { address, up: Arc::new(AtomicBool::new(true)), cut: Arc::new(Notify::new()) };
        let own = relay.clone();
        tokio::spawn(async move {
            while let Ok((browser, _)) = listener.accept().await {
                if own.up.load(Ordering::SeqCst) {
                    tokio::spawn(own.clone().carry(browser, target.clone()));
                }
            }
        });
        Ok(relay)
    }

    /// Carries one connection until it ends or the network is cut.
    async fn carry(self, mut browser: TcpStream, target: String) {
        let Ok(mut server) = TcpStream::connect(target).await else { return };
        tokio::select! {
            _ = tokio::io::copy_bidirectional(&mut browser, &mut server) => {}
            () = self.cut.notified() => {}
        }
    }

    /// Takes the network away, in the middle of whatever it carries.
    pub fn cut(&self) {
        self.up.store(false, Ordering::SeqCst);
        self.cut.notify_waiters();
    }

    /// Gives it back.
    pub fn mend(&self) {
        self.up.store(true, Ordering::SeqCst);
    }
}
