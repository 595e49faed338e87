//! The page over https: what a tablet on the shop's network needs.

use std::net::TcpListener;
use std::path::{Path, PathBuf};
use std::sync::Arc;

use galvanon_server::config::Config;
use galvanon_server::serve;
use tokio::io::{AsyncReadExt, AsyncWriteExt};
use tokio_rustls::TlsConnector;
use tokio_rustls::rustls::pki_types::ServerName;
use tokio_rustls::rustls::{ClientConfig, RootCertStore};

use crate::test_app::TestApp;

fn config(cert: &Path, key: &Path) -> Config {
    Config {
        tls_cert: Some(cert.to_owned()),
        tls_key: Some(key.to_owned()),
        ..Config::on_loopback(PathBuf::from("."))
    }
}

/// A certificate of the test's own, trusted by its own client alone.
#[actix_web::test]
async fn with_certificate_and_key_the_page_comes_over_https() {
    let app = TestApp::start().await;
    let made = rcgen::generate_simple_self_signed(vec!["localhost".to_owned()]).unwrap();
    let folder = std::env::temp_dir().join(format!("galvanon-tls-{}", uuid::Uuid::now_v7()));
    std::fs::create_dir_all(&folder).unwrap();
    let (cert, key) = (folder.join("cert.pem"), folder.join("key.pem"));
    std::fs::write(&cert, made.cert.pem()).unwrap();
    std::fs::write(&key, made.signing_key.serialize_pem()).unwrap();
    let listener = TcpListener::bind("127.0.0.1:0").unwrap();
    let address = listener.local_addr().unwrap();
    actix_web::rt::spawn(serve(listener, app.pool.clone(), &config(&cert, &key)).unwrap());
    let mut roots = RootCertStore::empty();
    roots.add(made.cert.der().clone()).unwrap();
    let provider = tokio_rustls::rustls::crypto::ring::default_provider();
    let client = ClientConfig::builder_with_provider(provider.into())
        .with_safe_default_protocol_versions()
        .unwrap()
        .with_root_certificates(roots)
        .with_no_client_auth();
    let plain = tokio::net::TcpStream::connect(address).await.unwrap();
    let name = ServerName::try_from("localhost").unwrap();
    let mut secure = TlsConnector::from(Arc::new(client)).connect(name, plain).await.unwrap();
    let ask = "GET /api/health HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n";
    secure.write_all(ask.as_bytes()).await.unwrap();
    let mut reply = Vec::new();
    secure.read_to_end(&mut reply).await.unwrap();
    let reply = String::from_utf8_lossy(&reply);
    assert!(reply.starts_with("HTTP/1.1 200"), "{reply}");
    // what cannot be used says which file it is
    for (cert, key, named) in [
        (folder.join("none.pem"), key.clone(), "none.pem"),
        (key.clone(), key.clone(), "key.pem"),
        (cert.clone(), cert.clone(), "cert.pem"),
    ] {
        let listener = TcpListener::bind("127.0.0.1:0").unwrap();
        let refused = serve(listener, app.pool.clone(), &config(&cert, &key)).err().unwrap();
        assert!(refused.to_string().contains(named), "{refused}");
    }
    std::fs::remove_dir_all(&folder).unwrap();
}
