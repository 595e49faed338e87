//! Certificate and key of the shop, as https needs them. A tablet keeps a run without a network, and its screen awake, only
//! over a secure connection.

use std::io::{Error, ErrorKind, Result};
use std::path::Path;

use rustls::ServerConfig;
use rustls::pki_types::pem::PemObject;
use rustls::pki_types::{CertificateDer, PrivateKeyDer};

fn refused(what: &str, file: &Path, why: impl std::fmt::Display) -> Error {
    Error::new(
        ErrorKind::InvalidInput,
        format!("the {what} {} cannot be used: {why}", file.display()),
    )
}

/// Reads a PEM certificate chain and its key.
///
/// # Errors
/// With the file at fault, when it is missing, holds nothing of its kind, or the two do not belong together.
pub fn read(certificate: &Path, key: &Path) -> Result<ServerConfig> {
    let chain = CertificateDer::pem_file_iter(certificate)
        .and_then(Iterator::collect::<std::result::Result<Vec<_>, _>>)
        .map_err(|error| refused("certificate", certificate, error))?;
    if chain.is_empty() {
        return Err(refused("certificate", certificate, "it holds no certificate"));
    }
    let secret = PrivateKeyDer::from_pem_file(key).map_err(|error| refused("key", key, error))?;
    let provider = rustls::crypto::ring::default_provider();
    ServerConfig::builder_with_provider(provider.into())
        .with_safe_default_protocol_versions()
        .map_err(|error| refused("certificate", certificate, error))?
        .with_no_client_auth()
        .with_single_cert(chain, secret)
        .map_err(|error| refused("key", key, error))
}
