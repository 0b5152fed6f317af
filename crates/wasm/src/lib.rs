//! The pages as a module for a service worker: bytes in, bytes out. All that it answers is
//! in `pages`; nothing is decided here.
//!
//! The caller takes room for a call with `yf_room`, writes it there, calls `yf_answer` and
//! reads the reply at the place that it gives: its first four bytes are the reply's length,
//! least first. The reply stands until the next call.
#![cfg(target_arch = "wasm32")]

mod heap;

use std::cell::RefCell;
use std::sync::atomic::Ordering;

use yarrowfen_pages::offline::Worker;

thread_local! {
    /// What was last asked, and what was last answered.
    static ROOM: RefCell<(Vec<u8>, Vec<u8>)> = const { RefCell::new((Vec::new(), Vec::new())) };
    static WORKER: RefCell<Option<Worker>> = const { RefCell::new(None) };
}

/// Room for a call of so many bytes.
// SAFETY: no other library that is linked in exports the name.
#[unsafe(no_mangle)]
pub extern "C" fn yf_room(bytes: usize) -> *mut u8 {
    ROOM.with_borrow_mut(|room| {
        room.0.clear();
        room.0.resize(bytes, 0);
        room.0.as_mut_ptr()
    })
}

/// Reads the tables, and makes what is made once. It is called once, when the module is made, and the module is written with
/// what it left in memory; so it is no part of it any more.
// SAFETY: no other library that is linked in exports the name.
#[unsafe(no_mangle)]
pub extern "C" fn yf_init() {
    heap::CLEAR.store(true, Ordering::Relaxed);
    WORKER.with_borrow_mut(|worker| worker.insert(Worker::new()).warm());
    heap::CLEAR.store(false, Ordering::Relaxed);
}

/// Answers the call that stands in the room.
// SAFETY: no other library that is linked in exports the name.
#[unsafe(no_mangle)]
pub extern "C" fn yf_answer() -> *const u8 {
    ROOM.with_borrow_mut(|(call, reply)| {
        let body = WORKER.with_borrow_mut(|worker| match worker {
            Some(worker) => worker.call(call),
            None => Vec::new(),
        });
        let length = u32::try_from(body.len()).unwrap_or(0);
        reply.clear();
        reply.extend_from_slice(&length.to_le_bytes());
        reply.extend_from_slice(&body);
        reply.as_ptr()
    })
}
