//! The pages as a module for a service worker: bytes in, bytes out. All that it answers is
//! in `pages`; nothing is decided here.
//!
//! The caller takes room for a call with `yf_room`, writes it there, calls `yf_answer` and
//! reads the reply at the place that it gives: its first four bytes are the reply's length,
//! least first. The reply stands until the next call.
#![cfg(target_arch = "wasm32")]

use std::cell::RefCell;

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

/// Answers the call that stands in the room.
// SAFETY: no other library that is linked in exports the name.
#[unsafe(no_mangle)]
pub extern "C" fn yf_answer() -> *const u8 {
    ROOM.with_borrow_mut(|(call, reply)| {
        let body = WORKER.with_borrow_mut(|worker| {
            let worker = match worker {
                Some(worker) => worker,
                None => worker.insert(Worker::new()),
            };
            worker.call(call)
        });
        let length = u32::try_from(body.len()).unwrap_or(0);
        reply.clear();
        reply.extend_from_slice(&length.to_le_bytes());
        reply.extend_from_slice(&body);
        reply.as_ptr()
    })
}
