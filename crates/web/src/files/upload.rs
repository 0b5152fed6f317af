//! Forms with a file: in memory or on disk, with bounds on what one of them takes, on how slowly
//! it may come, and on what all of them hold at once.

use std::collections::BTreeMap;
use std::fs::File;
use std::io::{Seek, Write};
use std::sync::Arc;
use std::time::Duration;

use actix_multipart::{Field, Multipart};
use actix_web::web::Bytes;
use futures_util::StreamExt;
use sha2::{Digest, Sha256};
use tokio::sync::{OwnedSemaphorePermit, Semaphore};
use tokio::time::{Instant, timeout_at};
use yarrowfen_pages::reader::Reader;
use yarrowfen_store::Once;

use crate::reader::{Press, check_token};
use crate::reply::PageError;

/// Largest file that is taken into memory, bytes.
pub const MOST_FILE: usize = 12 * 1024 * 1024;
/// Largest file of an account, which goes to disk, bytes. All that one may have is some 250 MB.
const MOST_ACCOUNT: usize = 320 * 1024 * 1024;
/// Largest other field, bytes, and how many there may be.
const MOST_FIELD: usize = 256 * 1024;
const MOST_FIELDS: usize = 20;
/// A form has so long, and the time that its bytes take at the least rate.
const GRACE: Duration = Duration::from_secs(20);
/// Least rate at which a form may come, bytes a second: an old phone's signal.
const LEAST_RATE: usize = 16 * 1024;
/// What all forms that are coming may hold in memory, bytes.
const MOST_HELD: usize = 64 * 1024 * 1024;
/// Files of accounts that may be coming at once.
const MOST_ACCOUNTS: usize = 3;

/// What forms that are coming hold, over all who send them.
#[derive(Debug)]
pub struct Uploads {
    memory: Arc<Semaphore>,
    accounts: Arc<Semaphore>,
}

impl Default for Uploads {
    fn default() -> Self {
        Self {
            memory: Arc::new(Semaphore::new(MOST_HELD)),
            accounts: Arc::new(Semaphore::new(MOST_ACCOUNTS)),
        }
    }
}

/// A form's fields and its file.
#[derive(Debug)]
pub struct Upload<F = Vec<u8>> {
    /// Fields by name.
    fields: BTreeMap<String, String>,
    /// The file, empty where none was chosen.
    pub file: F,
    /// The key of this press; none where its page had none to give.
    pub once: Option<Once>,
    /// Its share of what all may hold, given back with it.
    _held: Option<OwnedSemaphorePermit>,
}

impl<F> Upload<F> {
    /// A field, or nothing.
    #[must_use]
    pub fn field(&self, name: &str) -> &str {
        self.fields.get(name).map_or("", String::as_str)
    }
}

/// Where the bytes of a file go.
trait Target {
    /// Largest that it takes.
    const MOST: usize;
    fn put(&mut self, bytes: &[u8]) -> std::io::Result<()>;
    /// Whether its bytes stay in memory.
    const IN_MEMORY: bool;
}

impl Target for Vec<u8> {
    const MOST: usize = MOST_FILE;
    const IN_MEMORY: bool = true;
    fn put(&mut self, bytes: &[u8]) -> std::io::Result<()> {
        self.extend_from_slice(bytes);
        Ok(())
    }
}

impl Target for File {
    const MOST: usize = MOST_ACCOUNT;
    const IN_MEMORY: bool = false;
    fn put(&mut self, bytes: &[u8]) -> std::io::Result<()> {
        self.write_all(bytes)
    }
}

impl Uploads {
    /// What forms that are coming hold in memory, bytes.
    #[must_use]
    pub fn held(&self) -> usize {
        MOST_HELD - self.memory.available_permits()
    }

    /// Reads a form with a file called `file` that came from one of our own pages to `path`.
    ///
    /// # Errors
    /// When it is larger than is taken, comes too slowly or not whole, has another's token, or
    /// others hold all that there is.
    pub async fn checked(
        &self,
        form: Multipart,
        path: &str,
        reader: &Reader,
    ) -> Result<Upload, PageError> {
        self.read(form, path, reader, Vec::new()).await
    }

    /// The same with the file of an account, which goes to disk.
    ///
    /// # Errors
    /// The same, and where the disk takes no more.
    pub async fn spooled(
        &self,
        form: Multipart,
        path: &str,
        reader: &Reader,
    ) -> Result<(Upload<File>, OwnedSemaphorePermit), PageError> {
        let turn = self.accounts.clone().try_acquire_owned();
        let turn = turn.map_err(|_| PageError::Busy)?;
        let file = tempfile::tempfile().map_err(on_disk)?;
        let mut upload = self.read(form, path, reader, file).await?;
        upload.file.rewind().map_err(on_disk)?;
        Ok((upload, turn))
    }

    async fn read<F: Target>(
        &self,
        form: Multipart,
        path: &str,
        reader: &Reader,
        file: F,
    ) -> Result<Upload<F>, PageError> {
        let mut coming = Coming {
            budget: self.memory.clone(),
            held: None,
            begun: Instant::now(),
            bytes: 0,
        };
        let mut fields = BTreeMap::new();
        let mut file = file;
        let mut digest = Sha256::new();
        let mut form = form;
        while let Some(part) = coming.next(&mut form).await? {
            let mut part = part.map_err(|_| PageError::Unreadable)?;
            let name = part.name().unwrap_or_default().to_owned();
            if name == "file" {
                // No file is read for who has no page of ours: its token stands before it.
                check_token(reader, fields.get("csrf").map_or("", String::as_str))?;
                let digest = &mut digest;
                let put = |bytes: &[u8]| {
                    digest.update(bytes);
                    file.put(bytes).map_err(on_disk)
                };
                coming.take(&mut part, F::MOST, F::IN_MEMORY, put).await?;
            } else if fields.len() < MOST_FIELDS {
                let mut bytes = Vec::new();
                let put = |more: &[u8]| {
                    bytes.extend_from_slice(more);
                    Ok(())
                };
                coming.take(&mut part, MOST_FIELD, true, put).await?;
                let text = String::from_utf8(bytes).map_err(|_| PageError::Unreadable)?;
                fields.insert(name, text);
            } else {
                return Err(PageError::TooLarge);
            }
        }
        let token = fields.get("csrf").map_or("", String::as_str);
        check_token(reader, token)?;
        let mut press = Press::of(token, path);
        if let Some(press) = &mut press {
            for (name, value) in fields.iter().filter(|f| f.0 != "csrf") {
                press.says(name, value);
            }
            press.says("file", digest.finalize());
        }
        Ok(Upload {
            once: press.map(Press::key),
            fields,
            file,
            _held: coming.held,
        })
    }
}

/// A form on its way.
struct Coming {
    budget: Arc<Semaphore>,
    held: Option<OwnedSemaphorePermit>,
    begun: Instant,
    bytes: usize,
}

impl Coming {
    /// What comes next, where it comes in time.
    async fn next<S: StreamExt + Unpin>(&self, from: &mut S) -> Result<Option<S::Item>, PageError> {
        let seconds = u64::try_from(self.bytes / LEAST_RATE).unwrap_or(u64::MAX);
        let until = self.begun + GRACE + Duration::from_secs(seconds);
        let next = timeout_at(until, from.next()).await;
        next.map_err(|_| PageError::Late)
    }

    /// Takes a part, no larger than `most`.
    async fn take(
        &mut self,
        part: &mut Field,
        most: usize,
        in_memory: bool,
        mut put: impl FnMut(&[u8]) -> Result<(), PageError>,
    ) -> Result<(), PageError> {
        let mut size = 0;
        while let Some(chunk) = self.next(part).await? {
            let chunk: Bytes = chunk.map_err(|_| PageError::Unreadable)?;
            size += chunk.len();
            self.bytes += chunk.len();
            if size > most {
                return Err(PageError::TooLarge);
            }
            if in_memory {
                self.hold(chunk.len())?;
            }
            put(&chunk)?;
        }
        Ok(())
    }

    /// Counts bytes towards what all may hold. None waits for another's: two that wait for each
    /// other would wait for ever.
    fn hold(&mut self, bytes: usize) -> Result<(), PageError> {
        let bytes = u32::try_from(bytes).map_err(|_| PageError::TooLarge)?;
        let more = self.budget.clone().try_acquire_many_owned(bytes);
        let more = more.map_err(|_| PageError::Busy)?;
        match &mut self.held {
            Some(held) => held.merge(more),
            None => self.held = Some(more),
        }
        Ok(())
    }
}

fn on_disk(e: std::io::Error) -> PageError {
    tracing::error!(error = %e, "a file cannot be put on disk");
    PageError::Internal
}
