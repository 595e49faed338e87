//! The file itself: frames and the checksum over them.

use std::fs::{File, OpenOptions};
use std::io::{BufRead, BufReader, BufWriter, ErrorKind, Read, Seek, SeekFrom, Write};
use std::path::{Path, PathBuf};

use sha2::{Digest, Sha256};
use uuid::Uuid;

use crate::backup::{BackupError, Header, MARK};

/// What stands before the checksum in the last line.
const SUM: &str = "sha256 ";
/// Bytes of the last line: mark, 64 digits, line end.
const LAST_LINE: u64 = 7 + 64 + 1;
/// Bytes of a part of a table at most: a row with a photo takes some megabytes.
const LONGEST_CHUNK: usize = 256 * 1024 * 1024;
/// Bytes that are looked at in one go.
const PART: usize = 64 * 1024;

fn hex(sum: impl AsRef<[u8]>) -> String {
    sum.as_ref().iter().map(|byte| format!("{byte:02x}")).collect()
}

/// A file that is being written; it has its name only when it is whole, and is gone when it is not.
pub struct Writer {
    out: BufWriter<File>,
    sum: Sha256,
    unfinished: Unfinished,
    path: PathBuf,
}

/// A file under a name of its own, until it is dropped.
struct Unfinished(PathBuf);

impl Drop for Unfinished {
    fn drop(&mut self) {
        if let Err(error) = std::fs::remove_file(&self.0)
            && error.kind() != ErrorKind::NotFound
        {
            tracing::warn!(file = %self.0.display(), %error, "an unfinished backup stays");
        }
    }
}

impl Writer {
    /// Begins a file with what it says of itself.
    pub fn begin(path: &Path, header: &Header) -> Result<Self, BackupError> {
        if path.exists() {
            return Err(BackupError::Taken(path.to_owned()));
        }
        let mut unfinished = path.as_os_str().to_owned();
        // two that write the same backup do not write into one file
        unfinished.push(format!(".{}.unfinished", Uuid::now_v7().simple()));
        let unfinished = PathBuf::from(unfinished);
        let mut options = OpenOptions::new();
        options.write(true).create_new(true);
        #[cfg(unix)]
        std::os::unix::fs::OpenOptionsExt::mode(&mut options, 0o600);
        let file = options
            .open(&unfinished)
            .map_err(|error| BackupError::File(unfinished.clone(), error))?;
        let mut writer = Self {
            out: BufWriter::new(file),
            sum: Sha256::new(),
            unfinished: Unfinished(unfinished),
            path: path.to_owned(),
        };
        let header = serde_json::to_string(header)?;
        writer.put(format!("{MARK}\n{header}\n").as_bytes())?;
        Ok(writer)
    }

    fn put(&mut self, bytes: &[u8]) -> Result<(), BackupError> {
        self.sum.update(bytes);
        let failed = |error| BackupError::File(self.unfinished.0.clone(), error);
        self.out.write_all(bytes).map_err(failed)
    }

    /// Some bytes of the table that is being written.
    pub fn chunk(&mut self, bytes: &[u8]) -> Result<(), BackupError> {
        if bytes.is_empty() {
            return Ok(());
        }
        self.put(format!("{}\n", bytes.len()).as_bytes())?;
        self.put(bytes)
    }

    /// Ends a table.
    pub fn end_table(&mut self) -> Result<(), BackupError> {
        self.put(b"0\n")
    }

    /// Ends the file: it is on the disk, and has its name.
    pub fn finish(mut self) -> Result<(), BackupError> {
        let failed = |error| BackupError::File(self.unfinished.0.clone(), error);
        let line = format!("{SUM}{}\n", hex(self.sum.finalize()));
        self.out.write_all(line.as_bytes()).map_err(failed)?;
        let file = self.out.into_inner().map_err(|error| failed(error.into_error()))?;
        file.sync_all().map_err(failed)?;
        // a link, not a move: what has the name meanwhile is not written over; not every disk knows links
        let named = std::fs::hard_link(&self.unfinished.0, &self.path);
        let named = named.or_else(|error| match error.kind() {
            ErrorKind::AlreadyExists => Err(error),
            _ => std::fs::rename(&self.unfinished.0, &self.path),
        });
        named.map_err(|error| BackupError::File(self.path.clone(), error))
    }
}

/// A file whose checksum agrees.
pub struct Reader {
    from: BufReader<File>,
    path: PathBuf,
}

impl Reader {
    /// Opens a file, once it is known to be whole.
    pub fn open(path: &Path) -> Result<(Self, Header), BackupError> {
        let failed = |error| BackupError::File(path.to_owned(), error);
        let file = File::open(path).map_err(failed)?;
        let mut reader = Self { from: BufReader::new(file), path: path.to_owned() };
        if reader.line()? != MARK {
            return Err(BackupError::Foreign(path.to_owned(), "it begins otherwise"));
        }
        reader.check()?;
        reader.line()?;
        let header = serde_json::from_str(&reader.line()?)?;
        Ok((reader, header))
    }

    fn failed(&self, error: std::io::Error) -> BackupError {
        BackupError::File(self.path.clone(), error)
    }

    /// Whether what the file holds comes to its last line; stands at the begin afterwards.
    fn check(&mut self) -> Result<(), BackupError> {
        let whole = self.from.seek(SeekFrom::End(0)).map_err(|error| self.failed(error))?;
        self.from.rewind().map_err(|error| self.failed(error))?;
        let Some(held) = whole.checked_sub(LAST_LINE) else {
            return Err(BackupError::Damaged(self.path.clone()));
        };
        let mut sum = Sha256::new();
        let mut rest = self.from.by_ref().take(held);
        let mut part = vec![0; PART];
        loop {
            let read = rest.read(&mut part).map_err(|e| BackupError::File(self.path.clone(), e))?;
            if read == 0 {
                break;
            }
            sum.update(&part[..read]);
        }
        let said = self.line()?;
        self.from.rewind().map_err(|error| self.failed(error))?;
        if said.strip_prefix(SUM) == Some(hex(sum.finalize()).as_str()) {
            Ok(())
        } else {
            Err(BackupError::Damaged(self.path.clone()))
        }
    }

    fn line(&mut self) -> Result<String, BackupError> {
        let mut line = Vec::new();
        self.from.read_until(b'\n', &mut line).map_err(|error| self.failed(error))?;
        let line = line.strip_suffix(b"\n").unwrap_or(&line);
        String::from_utf8(line.to_vec())
            .map_err(|_| BackupError::Foreign(self.path.clone(), "it holds other bytes"))
    }

    /// The next bytes of a table; `None` where it ends.
    pub fn chunk(&mut self) -> Result<Option<Vec<u8>>, BackupError> {
        let length: usize = self
            .line()?
            .parse()
            .map_err(|_| BackupError::Foreign(self.path.clone(), "a table is cut off"))?;
        if length == 0 {
            return Ok(None);
        }
        if length > LONGEST_CHUNK {
            return Err(BackupError::Foreign(self.path.clone(), "a part of a table is too long"));
        }
        let mut bytes = vec![0; length];
        self.from.read_exact(&mut bytes).map_err(|error| self.failed(error))?;
        Ok(Some(bytes))
    }
}
