//! What is made ready for a browser's module is what the files say: read back, tables are the same
//! to the last number, and so are the words.
#![allow(clippy::unwrap_used, reason = "a test")]

use yarrowfen_core::base::Ready;
use yarrowfen_core::base::text::{Catalogue, catalogue};
use yarrowfen_core::tables::Tables;

#[test]
fn tables_made_ready_are_those_of_the_files() {
    let bytes = Tables::ready().unwrap();
    let again = Tables::read(&mut Ready(&bytes)).unwrap();
    assert_eq!(
        format!("{again:?}"),
        format!("{:?}", Tables::load().unwrap())
    );
    // Made for another version, it is refused, never misread.
    assert!(Tables::read(&mut Ready(&bytes[1..])).is_err());
    assert!(Tables::read(&mut Ready(&bytes[..bytes.len() / 2])).is_err());
    assert!(Tables::read(&mut Ready(&[])).is_err());
}

#[test]
fn words_made_ready_are_those_of_the_files() {
    let bytes = catalogue().ready();
    let again = Catalogue::made_ready(bytes).unwrap();
    let (code, message) = catalogue().sentence("line_rest").unwrap();
    assert_eq!(again.sentence(code), Some((code, message)));
    // Cut short, or no text at all, it is refused.
    assert!(Catalogue::made_ready(&bytes[..bytes.len() - 1]).is_err());
    assert!(Catalogue::made_ready(&[0xff, 3]).is_err());
}
