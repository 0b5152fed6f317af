//! A workbook's first sheet as the text of a CSV file.

use std::io::{Cursor, Read};

use calamine::{Data, Reader, Xlsx};

/// Why a workbook is not taken.
#[derive(Debug, thiserror::Error)]
pub enum SheetFault {
    /// The older kind, or a kind of other programs.
    #[error("this is a workbook of an older kind: save it as .xlsx or as CSV and choose that")]
    Older,
    /// It looks like a workbook and is none that can be read.
    #[error("this workbook cannot be read: save it as CSV and choose that")]
    Unreadable,
    /// It unpacks to more than is taken.
    #[error("this workbook is larger unpacked than is taken at once: save its first sheet as CSV")]
    TooLarge,
    /// Its first sheet is empty.
    #[error("the first sheet of this workbook is empty")]
    Empty,
}

/// Largest that a workbook may be unpacked, bytes.
const MOST_UNPACKED: u64 = 80 * 1024 * 1024;
/// Most cells of a sheet that are taken.
const MOST_CELLS: usize = 1_500_000;

/// The text of a file: a workbook's first sheet as CSV, anything else as it is.
///
/// # Errors
/// [`SheetFault`], in words for whoever chose the file.
pub fn as_csv(bytes: Vec<u8>) -> Result<Vec<u8>, SheetFault> {
    if bytes.starts_with(&[0xd0, 0xcf, 0x11, 0xe0]) {
        return Err(SheetFault::Older);
    }
    if !bytes.starts_with(b"PK\x03\x04") {
        return Ok(bytes);
    }
    unpacks_to_little(&bytes)?;
    let mut book: Xlsx<_> =
        calamine::open_workbook_from_rs(Cursor::new(bytes)).map_err(|_| SheetFault::Unreadable)?;
    let sheet = book
        .worksheet_range_at(0)
        .ok_or(SheetFault::Empty)?
        .map_err(|_| SheetFault::Unreadable)?;
    if sheet.get_size().0 * sheet.get_size().1 > MOST_CELLS {
        return Err(SheetFault::TooLarge);
    }
    if sheet.is_empty() {
        return Err(SheetFault::Empty);
    }
    let mut writer = csv::WriterBuilder::new()
        .flexible(true)
        .from_writer(Vec::new());
    for row in sheet.rows() {
        let cells: Vec<String> = row.iter().map(text).collect();
        // Writing to memory cannot fail.
        let _ = writer.write_record(&cells);
    }
    writer.into_inner().map_err(|_| SheetFault::Unreadable)
}

/// Whether a workbook unpacks to no more than is taken: each part is unpacked once and
/// counted, since what it says of its own size may be wrong.
fn unpacks_to_little(bytes: &[u8]) -> Result<(), SheetFault> {
    let mut packed =
        zip::ZipArchive::new(Cursor::new(bytes)).map_err(|_| SheetFault::Unreadable)?;
    let mut left = MOST_UNPACKED;
    for k in 0..packed.len() {
        let part = packed.by_index(k).map_err(|_| SheetFault::Unreadable)?;
        let read = std::io::copy(&mut part.take(left + 1), &mut std::io::sink());
        let read = read.map_err(|_| SheetFault::Unreadable)?;
        left = left.checked_sub(read).ok_or(SheetFault::TooLarge)?;
    }
    Ok(())
}

/// A cell as its text: a whole number without a point.
fn text(cell: &Data) -> String {
    match cell {
        Data::Float(v) if v.fract() == 0.0 && v.abs() < 1e15 => format!("{v:.0}"),
        Data::Empty | Data::Error(_) => String::new(),
        other => other.to_string(),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use yarrowfen_core::own_box::{BoxList, csv as lists};

    /// Written by openpyxl 3.1 (`tests/make_workbook.py`).
    const BOOK: &[u8] = include_bytes!("../../tests/box.xlsx");

    #[test]
    fn a_workbook_of_another_program_is_read_as_a_list() {
        let text = as_csv(BOOK.to_vec()).unwrap();
        let read = lists::read(BoxList::Head, &text, |_| {}).unwrap();
        assert!(read.faults.is_empty(), "{:?}", read.faults);
        assert_eq!(read.items.len(), 3);
        assert_eq!(read.items[0].count, 10);
    }

    #[test]
    fn what_is_no_workbook_stays_as_it_is_or_is_refused_in_words() {
        assert_eq!(
            as_csv(b"shape,weight\n".to_vec()).unwrap(),
            b"shape,weight\n"
        );
        let older = as_csv(vec![0xd0, 0xcf, 0x11, 0xe0, 0xa1]);
        assert!(matches!(older, Err(SheetFault::Older)));
        let broken = as_csv(b"PK\x03\x04 and then nothing".to_vec());
        assert!(matches!(broken, Err(SheetFault::Unreadable)));
        // A hundred megabytes of blanks packed into a few kilobytes.
        let mut bomb = zip::ZipWriter::new(Cursor::new(Vec::new()));
        let how = zip::write::SimpleFileOptions::default();
        bomb.start_file("xl/worksheets/sheet1.xml", how).unwrap();
        let blanks = vec![b' '; 1 << 20];
        for _ in 0..100 {
            std::io::Write::write_all(&mut bomb, &blanks).unwrap();
        }
        let bomb = bomb.finish().unwrap().into_inner();
        assert!(bomb.len() < 1 << 20);
        assert!(matches!(as_csv(bomb), Err(SheetFault::TooLarge)));
        let cut = as_csv(BOOK[..BOOK.len() / 2].to_vec());
        assert!(matches!(cut, Err(SheetFault::Unreadable)));
    }
}
