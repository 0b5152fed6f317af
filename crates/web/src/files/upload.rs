//! Forms with a file: in memory or on disk, with bounds on what one of them takes, on how slowly
//! it may come, and on what all of them hold at once.

use std::collections::BTreeMap;
use std::fs::File;
use std::io::{Seek, Write};
use std::sync::Arc;

use actix_multipart::{Field, Multipart};
use actix_web::web::Bytes;
use futures_util::StreamExt;
use quick_cache::sync::Cache;
use sha2::{Digest, Sha256};
use tokio::sync::{OwnedSemaphorePermit, Semaphore};
use yarrowfen_pages::reader::Reader;
use yarrowfen_store::Once;

use crate::reader::{Caller, Pace, Press, check_token};
use crate::reply::PageError;

/// Largest file that is taken into memory, bytes.
pub const MOST_FILE: usize = 12 * 1024 * 1024;
/// Largest file of an account, which goes to disk, bytes. All that one may have is some 250 MB.
const MOST_ACCOUNT: usize = 320 * 1024 * 1024;
/// Largest other field, bytes, and how many there may be.
const MOST_FIELD: usize = 256 * 1024;
const MOST_FIELDS: usize = 20;
/// Largest that all other fields may be together, bytes.
const MOST_FIELDS_TOGETHER: usize = 1024 * 1024;
/// What all forms of members, and all of strangers, may hold in memory while they come, bytes.
const MOST_HELD: usize = 40 * 1024 * 1024;
/// What the forms of one caller may hold in memory while they come, bytes: one large file and
/// the fields beside it.
const MOST_HELD_BY_ONE: usize = MOST_FILE + 2 * 1024 * 1024;
/// Files of accounts that may be coming at once, and of one account.
const MOST_ACCOUNTS: usize = 4;
const MOST_ACCOUNTS_OF_ONE: usize = 2;
/// Callers whose shares are remembered.
const MOST_CALLERS: usize = 10_000;

/// The shares of one caller.
#[derive(Debug, Clone)]
struct Share {
    memory: Arc<Semaphore>,
    accounts: Arc<Semaphore>,
}

/// What forms that are coming hold, over all who send them.
#[derive(Debug)]
pub struct Uploads {
    members: Arc<Semaphore>,
    strangers: Arc<Semaphore>,
    accounts: Arc<Semaphore>,
    shares: Cache<String, Share>,
}

impl Default for Uploads {
    fn default() -> Self {
        Self {
            members: Arc::new(Semaphore::new(MOST_HELD)),
            strangers: Arc::new(Semaphore::new(MOST_HELD)),
            accounts: Arc::new(Semaphore::new(MOST_ACCOUNTS)),
            shares: Cache::new(MOST_CALLERS),
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
    /// Its share of what may be held, given back with it.
    _held: Held,
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
        let held = |lane: &Semaphore| MOST_HELD - lane.available_permits();
        held(&self.members) + held(&self.strangers)
    }

    fn share(&self, caller: &Caller) -> Result<Share, PageError> {
        let new = || {
            Ok::<_, PageError>(Share {
                memory: Arc::new(Semaphore::new(MOST_HELD_BY_ONE)),
                accounts: Arc::new(Semaphore::new(MOST_ACCOUNTS_OF_ONE)),
            })
        };
        self.shares.get_or_insert_with(caller.key(), new)
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
        (reader, caller): (&Reader, &Caller),
    ) -> Result<Upload, PageError> {
        self.read(form, path, (reader, caller), Vec::new()).await
    }

    /// The same with the file of an account, which goes to disk.
    ///
    /// # Errors
    /// The same, and where the disk takes no more.
    pub async fn spooled(
        &self,
        form: Multipart,
        path: &str,
        (reader, caller): (&Reader, &Caller),
    ) -> Result<(Upload<File>, [OwnedSemaphorePermit; 2]), PageError> {
        let seat = |of: Arc<Semaphore>| of.try_acquire_owned().map_err(|_| PageError::Busy);
        let seats = [
            seat(self.share(caller)?.accounts)?,
            seat(self.accounts.clone())?,
        ];
        let file = tempfile::tempfile().map_err(on_disk)?;
        let mut upload = self.read(form, path, (reader, caller), file).await?;
        upload.file.rewind().map_err(on_disk)?;
        Ok((upload, seats))
    }

    async fn read<F: Target>(
        &self,
        form: Multipart,
        path: &str,
        (reader, caller): (&Reader, &Caller),
        file: F,
    ) -> Result<Upload<F>, PageError> {
        let lane = if caller.is_member() {
            &self.members
        } else {
            &self.strangers
        };
        let mut coming = Coming {
            budgets: [self.share(caller)?.memory, lane.clone()],
            held: Held::default(),
            pace: Pace::default(),
            left: F::MOST + MOST_FIELDS_TOGETHER,
        };
        let (mut fields, mut has_file) = (BTreeMap::new(), false);
        let mut file = file;
        let mut digest = Sha256::new();
        let mut form = form;
        while let Some(part) = coming.next(&mut form).await? {
            let mut part = part.map_err(|_| PageError::Unreadable)?;
            let name = part.name().unwrap_or_default().to_owned();
            if name == "file" {
                if std::mem::replace(&mut has_file, true) {
                    return Err(PageError::Unreadable);
                }
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

/// Permits for the bytes that a form holds: of its caller's share, and of all of its lane.
#[derive(Debug, Default)]
struct Held([Option<OwnedSemaphorePermit>; 2]);

/// A form on its way.
struct Coming {
    budgets: [Arc<Semaphore>; 2],
    held: Held,
    pace: Pace,
    /// Bytes that the whole form may still bring.
    left: usize,
}

impl Coming {
    /// Waits for the next part or piece of a part.
    async fn next<S: StreamExt + Unpin>(
        &mut self,
        from: &mut S,
    ) -> Result<Option<S::Item>, PageError> {
        self.pace.next(from).await
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
            self.pace.count(chunk.len());
            self.left = self
                .left
                .checked_sub(chunk.len())
                .ok_or(PageError::TooLarge)?;
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

    /// Counts bytes towards both budgets. No form waits for another: two that wait for each
    /// other would wait for ever.
    fn hold(&mut self, bytes: usize) -> Result<(), PageError> {
        let bytes = u32::try_from(bytes).map_err(|_| PageError::TooLarge)?;
        for (budget, held) in self.budgets.iter().zip(&mut self.held.0) {
            let more = budget.clone().try_acquire_many_owned(bytes);
            let more = more.map_err(|_| PageError::Busy)?;
            match held {
                Some(held) => held.merge(more),
                None => *held = Some(more),
            }
        }
        Ok(())
    }
}

fn on_disk(e: std::io::Error) -> PageError {
    tracing::error!(error = %e, "a file cannot be put on disk");
    PageError::Internal
}
