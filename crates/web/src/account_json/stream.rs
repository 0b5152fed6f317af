//! A file of an account between the database and a disk: a thread reads or writes it, and what it
//! holds passes by a few parts at a time.

use std::fs::File;
use std::io::{self, BufWriter, Seek};

use actix_web::web;
use tokio::sync::mpsc;
use yarrowfen_store::{Change, Once, OwnerId, Part, Store, StoreError};

use super::{Faults, Taken, Writer, read};
use crate::reply::PageError;

/// Parts that wait between the database and the file.
const WAITING: usize = 2;

/// All of an owner in a file on disk that has no name, at its begin.
///
/// # Errors
/// When the database does not answer or the disk takes no more.
pub async fn written(store: &Store, owner: OwnerId) -> Result<File, PageError> {
    let (to, mut parts) = mpsc::channel::<Part>(WAITING);
    let writing = web::block(move || {
        let mut writer = Writer::new(BufWriter::new(tempfile::tempfile()?))?;
        while let Some(part) = parts.blocking_recv() {
            writer.part(&part)?;
        }
        let mut file = writer.finish()?.into_inner().map_err(|e| e.into_error())?;
        file.rewind()?;
        Ok::<File, io::Error>(file)
    });
    let walked = store.walk(owner, async |part| {
        // Who writes has stopped only where it failed, which is told below.
        let _ = to.send(part).await;
        Ok::<(), StoreError>(())
    });
    let walked = walked.await;
    drop(to);
    let file = writing.await.map_err(|_| PageError::Internal)?;
    walked?;
    file.map_err(|e| {
        tracing::error!(error = %e, "a file of an account cannot be written");
        PageError::Internal
    })
}

/// Takes a file in, all of it or nothing, and once for a press, which came from a network. Gives
/// the change that it is.
///
/// # Errors
/// When it is more than an owner may have, or the database does not answer; within, what is wrong
/// with the file.
pub async fn taken_in(
    store: &Store,
    (owner, network): (OwnerId, &str),
    once: Option<Once>,
    file: File,
) -> Result<Result<Change, Faults>, PageError> {
    let mut taking = match store.taking(owner, once).await? {
        Ok(taking) => taking,
        Err(before) => return Ok(Ok(before)),
    };
    let (to, mut parts) = mpsc::channel::<Taken>(WAITING);
    let reading = web::block(move || read(file, |some| to.blocking_send(some).is_ok()));
    let mut refused = None;
    while let Some(some) = parts.recv().await {
        if let Err(e) = taking.take(&some.brought()).await {
            refused = Some(e);
            break;
        }
    }
    drop(parts);
    let read = reading.await.map_err(|_| PageError::Internal)?;
    if let Some(e) = refused {
        return Err(e.into());
    }
    match read {
        Ok(()) => Ok(Ok(taking.finish(network).await?)),
        Err(faults) => Ok(Err(faults)),
    }
}
