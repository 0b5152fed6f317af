//! A form with a file, read with a bound on its size.

use std::collections::BTreeMap;
use std::time::Duration;

use actix_multipart::Multipart;
use futures_util::StreamExt;
use tokio::time::timeout;

use yarrowfen_pages::reader::Reader;

use crate::reader::check_token;
use crate::reply::PageError;

/// Largest file that is taken, bytes.
pub const MOST_FILE: usize = 12 * 1024 * 1024;
/// Longest that a file may take to come: the largest at 1 Mbit a second.
const LONGEST_FILE: Duration = Duration::from_secs(100);
/// Largest other field, bytes.
const MOST_FIELD: usize = 256 * 1024;

/// A form's fields and its file.
#[derive(Debug, Default)]
pub struct Upload {
    /// Fields by name.
    pub fields: BTreeMap<String, String>,
    /// The file, empty where none was chosen.
    pub file: Vec<u8>,
}

impl Upload {
    /// A field, or nothing.
    #[must_use]
    pub fn field(&self, name: &str) -> &str {
        self.fields.get(name).map_or("", String::as_str)
    }
}

/// Reads a form with a file called `file` that came from one of our own pages.
///
/// # Errors
/// When it is larger than is taken, is no such form, or has another's token.
pub async fn checked(form: Multipart, reader: &Reader) -> Result<Upload, PageError> {
    let upload = timeout(LONGEST_FILE, read(form)).await;
    let upload = upload.map_err(|_| PageError::Late)??;
    check_token(reader, upload.field("csrf"))?;
    Ok(upload)
}

/// Reads a form with a file called `file`.
///
/// # Errors
/// When it is larger than is taken or is no such form.
async fn read(mut form: Multipart) -> Result<Upload, PageError> {
    let mut upload = Upload::default();
    while let Some(part) = form.next().await {
        let mut part = part.map_err(|_| PageError::Unreadable)?;
        let name = part.name().unwrap_or_default().to_owned();
        let most = if name == "file" {
            MOST_FILE
        } else {
            MOST_FIELD
        };
        let mut bytes = Vec::new();
        while let Some(chunk) = part.next().await {
            let chunk = chunk.map_err(|_| PageError::Unreadable)?;
            if bytes.len() + chunk.len() > most || upload.fields.len() > 20 {
                return Err(PageError::TooLarge);
            }
            bytes.extend_from_slice(&chunk);
        }
        if name == "file" {
            upload.file = bytes;
        } else {
            let text = String::from_utf8(bytes).map_err(|_| PageError::Unreadable)?;
            upload.fields.insert(name, text);
        }
    }
    Ok(upload)
}
