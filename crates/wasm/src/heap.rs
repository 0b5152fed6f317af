//! The heap, which clears what is given back while the module is made: nothing of what was read on
//! the way is written into it.

use std::alloc::{GlobalAlloc, Layout, System};
use std::sync::atomic::{AtomicBool, Ordering};

/// Whether what is given back is cleared.
pub static CLEAR: AtomicBool = AtomicBool::new(false);

struct Heap;

#[global_allocator]
static HEAP: Heap = Heap;

// SAFETY: everything is the system's; what is cleared is a place that its owner gives back.
unsafe impl GlobalAlloc for Heap {
    unsafe fn alloc(&self, layout: Layout) -> *mut u8 {
        // SAFETY: as the caller promises.
        unsafe { System.alloc(layout) }
    }

    unsafe fn dealloc(&self, place: *mut u8, layout: Layout) {
        if CLEAR.load(Ordering::Relaxed) {
            // SAFETY: the caller owns so many bytes there until they are given back below.
            unsafe { place.write_bytes(0, layout.size()) };
        }
        // SAFETY: as the caller promises.
        unsafe { System.dealloc(place, layout) }
    }
}
