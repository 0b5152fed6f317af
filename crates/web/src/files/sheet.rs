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

/// Largest that all parts of a workbook may be together, unpacked, bytes.
const MOST_UNPACKED: u64 = 80 * 1024 * 1024;
/// Largest that a part other than a sheet may be, unpacked, bytes: those are held in memory, the
/// sheet is read cell by cell.
const MOST_SHARED: u64 = 16 * 1024 * 1024;
/// Rows and columns of a sheet that are taken. A box has at most 50,000 things.
const MOST_ROWS: u32 = 60_000;
const MOST_COLUMNS: u32 = 100;

/// The text of a file: a workbook's first sheet as CSV of at most `most` bytes, anything else
/// as it is.
///
/// # Errors
/// [`SheetFault`], in words for whoever chose the file.
pub fn as_csv(bytes: Vec<u8>, most: usize) -> Result<Vec<u8>, SheetFault> {
    if bytes.starts_with(&[0xd0, 0xcf, 0x11, 0xe0]) {
        return Err(SheetFault::Older);
    }
    if !bytes.starts_with(b"PK\x03\x04") {
        return Ok(bytes);
    }
    check_unpacked(&bytes)?;
    let mut book: Xlsx<_> =
        calamine::open_workbook_from_rs(Cursor::new(bytes)).map_err(|_| SheetFault::Unreadable)?;
    let first = book.sheet_names().into_iter().next();
    let mut cells = book
        .worksheet_cells_reader(&first.ok_or(SheetFault::Empty)?)
        .map_err(|_| SheetFault::Unreadable)?;
    let mut rows = Rows::new(most);
    while let Some(cell) = cells.next_cell().map_err(|_| SheetFault::Unreadable)? {
        rows.put(
            cell.get_position(),
            text(&Data::from(cell.get_value().clone())),
        )?;
    }
    rows.finish()
}

/// Rows of CSV, written as the cells of a sheet come. Nothing larger than the bound is made.
struct Rows {
    csv: csv::Writer<Vec<u8>>,
    most: usize,
    /// The row that is being filled, and its cells.
    at: u32,
    cells: Vec<String>,
    /// Columns of the widest row so far: each row is written as wide as those before it.
    width: usize,
    /// Bytes of all texts and separators.
    bytes: usize,
    is_empty: bool,
}

impl Rows {
    fn new(most: usize) -> Self {
        Self {
            csv: csv::WriterBuilder::new()
                .flexible(true)
                .from_writer(Vec::new()),
            most,
            at: 0,
            cells: Vec::new(),
            width: 1,
            bytes: 0,
            is_empty: true,
        }
    }

    fn put(&mut self, (row, column): (u32, u32), text: String) -> Result<(), SheetFault> {
        if text.is_empty() {
            return Ok(());
        }
        if row >= MOST_ROWS || column >= MOST_COLUMNS {
            return Err(SheetFault::TooLarge);
        }
        // A sheet that tells its rows out of order, or a cell twice, is none that a program wrote.
        if row < self.at {
            return Err(SheetFault::Unreadable);
        }
        while self.at < row {
            self.end_row()?;
        }
        let column = column as usize;
        if self.cells.len() <= column {
            self.cells.resize(column + 1, String::new());
        }
        // A quote is written twice.
        self.count(2 * text.len() + 2)?;
        self.cells[column] = text;
        self.is_empty = false;
        Ok(())
    }

    fn count(&mut self, bytes: usize) -> Result<(), SheetFault> {
        self.bytes += bytes;
        if self.bytes > 2 * self.most {
            return Err(SheetFault::TooLarge);
        }
        Ok(())
    }

    fn end_row(&mut self) -> Result<(), SheetFault> {
        self.width = self.width.max(self.cells.len());
        self.cells.resize(self.width, String::new());
        self.count(self.width)?;
        // Writing to memory cannot fail.
        let _ = self.csv.write_record(&self.cells);
        self.cells.clear();
        self.at += 1;
        Ok(())
    }

    fn finish(mut self) -> Result<Vec<u8>, SheetFault> {
        if self.is_empty {
            return Err(SheetFault::Empty);
        }
        self.end_row()?;
        let csv = self.csv.into_inner().map_err(|_| SheetFault::Unreadable)?;
        if csv.len() > self.most {
            return Err(SheetFault::TooLarge);
        }
        Ok(csv)
    }
}

/// The attribute by which a workbook tells how many shared texts it has: the library makes room for
/// so many before it reads them.
const TOLD: &[u8] = b"uniqueCount";
/// Most shared texts that a workbook may tell of.
const MOST_TOLD: u64 = 1_000_000;

/// Returns whether a part tells of more shared texts than are taken.
fn tells_of_too_many(part: &[u8]) -> bool {
    let too_many = |at: usize| {
        let rest = part[at + TOLD.len()..].iter();
        let digits = rest.skip_while(|b| !b.is_ascii_digit()).take(12);
        let digits = digits.take_while(|b| b.is_ascii_digit());
        digits.fold(0_u64, |n, b| 10 * n + u64::from(b - b'0')) > MOST_TOLD
    };
    let found = part.windows(TOLD.len()).enumerate();
    found
        .filter(|(_, bytes)| *bytes == TOLD)
        .any(|(at, _)| too_many(at))
}

/// Returns whether a part of this name is read cell by cell; all others are held in memory.
fn is_sheet(name: &str) -> bool {
    let name = name.to_ascii_lowercase();
    let (folder, file) = name.rsplit_once('/').unwrap_or_default();
    folder.ends_with("worksheets") && file.starts_with("sheet")
}

/// Checks what a workbook unpacks to: each part is unpacked once and counted, since what it says
/// of its own size may be wrong.
fn check_unpacked(bytes: &[u8]) -> Result<(), SheetFault> {
    let mut packed =
        zip::ZipArchive::new(Cursor::new(bytes)).map_err(|_| SheetFault::Unreadable)?;
    let mut left = MOST_UNPACKED;
    for k in 0..packed.len() {
        let part = packed.by_index(k).map_err(|_| SheetFault::Unreadable)?;
        let name = part.name().map_err(|_| SheetFault::Unreadable)?;
        let is_sheet = is_sheet(&name);
        drop(name);
        let most = if is_sheet {
            left
        } else {
            left.min(MOST_SHARED)
        };
        let mut part = part.take(most + 1);
        let read = if is_sheet {
            std::io::copy(&mut part, &mut std::io::sink())
        } else {
            let mut bytes = Vec::new();
            let read = part.read_to_end(&mut bytes);
            if tells_of_too_many(&bytes) {
                return Err(SheetFault::TooLarge);
            }
            read.map(|n| n as u64)
        };
        let read = read.map_err(|_| SheetFault::Unreadable)?;
        if read > most {
            return Err(SheetFault::TooLarge);
        }
        left -= read;
    }
    Ok(())
}

/// Returns a cell's text: a whole number without a point.
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

    const MOST: usize = 12 << 20;
    /// Written by openpyxl 3.1 (`tests/make_workbook.py`).
    const BOOK: &[u8] = include_bytes!("../../tests/box.xlsx");

    #[test]
    fn a_workbook_of_another_program_is_read_as_a_list() {
        let text = as_csv(BOOK.to_vec(), MOST).unwrap();
        let read = lists::read(BoxList::Head, &text, |_| {}).unwrap();
        assert!(read.faults.is_empty(), "{:?}", read.faults);
        assert_eq!(read.items.len(), 3);
        assert_eq!(read.items[0].count, 10);
    }

    #[test]
    fn what_is_no_workbook_stays_as_it_is_or_is_refused_in_words() {
        assert_eq!(
            as_csv(b"shape,weight\n".to_vec(), MOST).unwrap(),
            b"shape,weight\n"
        );
        let older = as_csv(vec![0xd0, 0xcf, 0x11, 0xe0, 0xa1], MOST);
        assert!(matches!(older, Err(SheetFault::Older)));
        let broken = as_csv(b"PK\x03\x04 and then nothing".to_vec(), MOST);
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
        assert!(matches!(as_csv(bomb, MOST), Err(SheetFault::TooLarge)));
        let cut = as_csv(BOOK[..BOOK.len() / 2].to_vec(), MOST);
        assert!(matches!(cut, Err(SheetFault::Unreadable)));
    }

    /// A workbook of one sheet, with these cells and shared texts.
    fn workbook(cells: &str, shared: &str) -> Vec<u8> {
        let mut zip = zip::ZipWriter::new(Cursor::new(Vec::new()));
        let how = zip::write::SimpleFileOptions::default();
        let ns = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
        let rel = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
        let of_package = "http://schemas.openxmlformats.org/package/2006/relationships";
        for (name, text) in [
            (
                "_rels/.rels",
                format!(
                    r#"<Relationships xmlns="{of_package}"><Relationship Id="r1" Type="{rel}/officeDocument" Target="xl/workbook.xml"/></Relationships>"#
                ),
            ),
            (
                "xl/workbook.xml",
                format!(
                    r#"<workbook xmlns="{ns}" xmlns:r="{rel}"><sheets><sheet name="a" sheetId="1" r:id="r1"/></sheets></workbook>"#
                ),
            ),
            (
                "xl/_rels/workbook.xml.rels",
                format!(
                    r#"<Relationships xmlns="{of_package}"><Relationship Id="r1" Type="{rel}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>"#
                ),
            ),
            (
                "xl/sharedStrings.xml",
                format!(r#"<sst xmlns="{ns}" {shared}</sst>"#),
            ),
            (
                "xl/worksheets/sheet1.xml",
                format!(r#"<worksheet xmlns="{ns}"><sheetData>{cells}</sheetData></worksheet>"#),
            ),
        ] {
            zip.start_file(name, how).unwrap();
            std::io::Write::write_all(&mut zip, text.as_bytes()).unwrap();
        }
        zip.finish().unwrap().into_inner()
    }

    #[test]
    fn cells_are_written_where_they_stand() {
        let cells = r#"<row r="1"><c r="A1" t="s"><v>0</v></c><c r="C1"><v>3</v></c></row><row r="3"><c r="B3" t="inlineStr"><is><t>x,"y"</t></is></c></row>"#;
        let csv = as_csv(workbook(cells, "><si><t>shape</t></si>"), MOST).unwrap();
        assert_eq!(
            String::from_utf8(csv).unwrap(),
            "shape,,3\n,,\n,\"x,\"\"y\"\"\",\n"
        );
    }

    #[test]
    fn two_cells_far_apart_and_one_text_many_times_are_refused() {
        for last in [
            "CV1000000",
            "ALL100000",
            "ALL1000000",
            "XFD1048576",
            "A70000",
            "DA2",
        ] {
            let cells = format!(
                r#"<row><c r="A1"><v>1</v></c></row><row><c r="{last}"><v>1</v></c></row>"#
            );
            let fault = as_csv(workbook(&cells, ">"), MOST);
            assert!(matches!(fault, Err(SheetFault::TooLarge)), "{last}");
        }
        let shared = format!("><si><t>{}</t></si>", "x".repeat(1 << 20));
        let cells: String = (1..=300)
            .map(|n| format!(r#"<row r="{n}"><c r="A{n}" t="s"><v>0</v></c></row>"#))
            .collect();
        let fault = as_csv(workbook(&cells, &shared), MOST);
        assert!(matches!(fault, Err(SheetFault::TooLarge)));
        let told = workbook("", r#" uniqueCount="99999999999">"#);
        assert!(matches!(as_csv(told, MOST), Err(SheetFault::TooLarge)));
        let large = workbook("", &format!("><si><t>{}</t></si>", "x".repeat(17 << 20)));
        assert!(matches!(as_csv(large, MOST), Err(SheetFault::TooLarge)));
    }
}
