//! The lists as CSV: one header each, read with every fault named, written so
//! that a spreadsheet opens it and runs nothing in it.
//!
//! Read: UTF-8 with or without a byte order mark; separated by commas,
//! semicolons or tabs; quotes and line breaks in quotes; decimal commas; the
//! columns in any order. Written: with a byte order mark, commas, CRLF, and an
//! apostrophe before what a spreadsheet would take for a formula.

use std::borrow::Cow;

use super::cell::Texts;
pub use super::headings::{Headings, guess, heading, known, signature};
use super::item::{Item, columns, fields};
use crate::base::codes::BoxList;
use crate::base::text::{Arg, Said, sentences};
use crate::base::{UnitSystem, separator};

/// Most rows that are read at once.
pub const MOST_ROWS: usize = 50_000;

/// A fault of one cell.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct CellFault {
    /// Line of the file, the header being line 1.
    pub line: u64,
    /// Column, empty where the row itself is meant.
    pub column: String,
    /// What stood there, shortened.
    pub text: String,
    /// What is wrong.
    pub message: String,
}

/// What was read of a file.
#[derive(Debug, Clone, Default)]
pub struct Read {
    /// The good rows.
    pub items: Vec<Item>,
    /// The faults of the others.
    pub faults: Vec<CellFault>,
    /// How many rows have faults.
    pub faulty_rows: usize,
}

/// Why a file cannot be read at all.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum CsvError {
    /// Other bytes than UTF-8.
    #[error("{}", sentences::fault_not_utf8())]
    NotUtf8,
    /// Nothing in it.
    #[error("{}", sentences::fault_empty_file())]
    Empty,
    /// A header that names other columns.
    #[error("{}", sentences::fault_header(Arg::Text(.wanted.clone()), Arg::Text(.problem.clone())))]
    Header {
        /// All columns of the list.
        wanted: String,
        /// What is missing, unknown or doubled.
        problem: String,
    },
    /// More rows than are taken.
    #[error("{}", sentences::fault_too_many_rows(Arg::Text(MOST_ROWS.to_string())))]
    TooLong,
}

/// The headings of a file, and the first cells under each.
///
/// # Errors
/// When the file is no text or is empty.
pub fn headings(bytes: &[u8]) -> Result<Vec<(String, Vec<String>)>, CsvError> {
    let mut reader = reader(text(bytes)?);
    let names = reader.headers().map_err(|_| CsvError::Empty)?.clone();
    let mut all: Vec<(String, Vec<String>)> =
        names.iter().map(|n| (heading(n), Vec::new())).collect();
    for record in reader.records().take(SAMPLE).flatten() {
        for (column, cell) in all.iter_mut().zip(&record) {
            column.1.push(crate::base::shorten(cell.trim()));
        }
    }
    Ok(all)
}

/// Rows of a file that are shown under its headings.
const SAMPLE: usize = 3;

/// Which column stands where.
fn header(
    kind: BoxList,
    names: &::csv::StringRecord,
    mapped: &Headings,
) -> Result<Vec<Option<&'static str>>, CsvError> {
    let known = columns(kind);
    let fault = |problem: Said| CsvError::Header {
        wanted: known.join(", "),
        problem: problem.into(),
    };
    let mut found = Vec::new();
    for name in names {
        let name = heading(name);
        let own = || known.iter().find(|c| **c == name).copied().map(Some);
        let column = mapped.get(&name).copied().or_else(own);
        match column {
            None => {
                return Err(fault(sentences::fault_column_unknown(Arg::Text(
                    crate::base::shorten(&name),
                ))));
            }
            Some(Some(column)) if found.contains(&Some(column)) => {
                return Err(fault(sentences::fault_column_twice(Arg::Word(column))));
            }
            Some(column) => found.push(column),
        }
    }
    let needed = fields(kind)
        .iter()
        .filter(|f| f.needed && f.usual.is_empty());
    for field in needed {
        if !found.contains(&Some(field.key)) {
            return Err(fault(sentences::fault_column_missing(Arg::Word(field.key))));
        }
    }
    Ok(found)
}

/// Reads a file of a list. `step` is called now and then with the rows read so far.
///
/// # Errors
/// When the file as a whole cannot be read; faults of rows stand in the result.
pub fn read(kind: BoxList, bytes: &[u8], step: impl FnMut(usize)) -> Result<Read, CsvError> {
    read_mapped(kind, bytes, &Headings::new(), step)
}

fn text(bytes: &[u8]) -> Result<&str, CsvError> {
    let bytes = bytes.strip_prefix(b"\xef\xbb\xbf").unwrap_or(bytes);
    let text = std::str::from_utf8(bytes).map_err(|_| CsvError::NotUtf8)?;
    if text.trim().is_empty() {
        return Err(CsvError::Empty);
    }
    Ok(text)
}

fn reader(text: &str) -> ::csv::Reader<&[u8]> {
    ::csv::ReaderBuilder::new()
        .delimiter(separator(text))
        .flexible(true)
        .from_reader(text.as_bytes())
}

/// The same with headings that were said what they stand for.
///
/// # Errors
/// As [`read`].
pub fn read_mapped(
    kind: BoxList,
    bytes: &[u8],
    mapped: &Headings,
    mut step: impl FnMut(usize),
) -> Result<Read, CsvError> {
    let mut reader = reader(text(bytes)?);
    let names = reader.headers().map_err(|_| CsvError::Empty)?.clone();
    let found = header(kind, &names, mapped)?;
    let mut out = Read::default();
    for (row, record) in reader.records().enumerate() {
        if row >= MOST_ROWS {
            return Err(CsvError::TooLong);
        }
        if row % 500 == 0 {
            step(row);
        }
        // The text is UTF-8 and rows may be of any length: nothing is left to fail.
        let Ok(record) = record else { continue };
        let line = record.position().map_or(0, ::csv::Position::line);
        read_row(kind, &found, &record, line, &mut out);
    }
    Ok(out)
}

fn read_row(
    kind: BoxList,
    found: &[Option<&'static str>],
    record: &::csv::StringRecord,
    line: u64,
    out: &mut Read,
) {
    if record.iter().all(|cell| cell.trim().is_empty()) {
        return;
    }
    let fault = |column: &str, text: &str, message: String| CellFault {
        line,
        column: column.into(),
        text: crate::base::shorten(text),
        message,
    };
    if record.len() > found.len() {
        let extra = record
            .iter()
            .skip(found.len())
            .find(|c| !c.trim().is_empty());
        if let Some(extra) = extra {
            out.faulty_rows += 1;
            out.faults
                .push(fault("", extra, sentences::fault_cells().into()));
            return;
        }
    }
    let texts: Texts<'_> = found
        .iter()
        .zip(record)
        .filter_map(|(column, cell)| Some((Cow::Borrowed((*column)?), disarmed(cell))))
        .collect();
    match Item::read(kind, &texts, UnitSystem::Metric) {
        Ok(item) => out.items.push(item),
        Err(faults) => {
            out.faulty_rows += 1;
            out.faults.extend(faults.into_iter().map(|(key, message)| {
                let text = texts.get(key).map_or("", |t| &**t);
                fault(key, text, message)
            }));
        }
    }
}

/// What a formula begins with, in the wide letters too that some spreadsheets take for them.
const FORMULA: [char; 8] = ['=', '+', '-', '@', '＝', '＋', '－', '＠'];

/// Where a spreadsheet of another country, or another program, may see a new cell.
fn ends_cell(c: char) -> bool {
    matches!(c, ';' | '\t' | '\r' | '\n')
}

/// Whether a spreadsheet would take a cell for a formula, were it not for
/// apostrophes before it.
fn is_formula(cell: &str) -> bool {
    let bare = cell.trim_start_matches(['\'', ' ']);
    bare.starts_with(FORMULA) || bare.starts_with(['\t', '\r'])
}

/// Takes off the apostrophes that [`armed()`] put there.
fn disarmed(text: &str) -> Cow<'_, str> {
    let harmless = |cell: &str| !cell.strip_prefix('\'').is_some_and(is_formula);
    if text.split_inclusive(ends_cell).all(harmless) {
        return Cow::Borrowed(text);
    }
    let cells = text.split_inclusive(ends_cell);
    let bare = |cell| if harmless(cell) { cell } else { &cell[1..] };
    Cow::Owned(cells.map(bare).collect())
}

/// Makes a text harmless in a spreadsheet: an apostrophe before what it would take for a
/// formula, at its begin and where it may see another cell begin.
#[must_use]
pub fn armed(text: &str) -> Cow<'_, str> {
    if !text.split_inclusive(ends_cell).any(is_formula) {
        return Cow::Borrowed(text);
    }
    let mut safe = String::with_capacity(text.len() + 4);
    for cell in text.split_inclusive(ends_cell) {
        if is_formula(cell) {
            safe.push('\'');
        }
        safe.push_str(cell);
    }
    Cow::Owned(safe)
}

/// Writes things of a list.
#[must_use]
pub fn write<'i>(kind: BoxList, items: impl IntoIterator<Item = &'i Item>) -> Vec<u8> {
    let mut writer = ::csv::WriterBuilder::new()
        .terminator(::csv::Terminator::CRLF)
        .from_writer(b"\xef\xbb\xbf".to_vec());
    // Writing to memory cannot fail.
    let _ = writer.write_record(columns(kind));
    for item in items {
        let texts = item.write();
        let _ = writer.write_record(texts.iter().map(|t| armed(t).into_owned()));
    }
    writer.into_inner().unwrap_or_default()
}

#[cfg(test)]
mod tests {
    use super::*;

    fn rows(kind: BoxList, text: &str) -> Read {
        read(kind, text.as_bytes(), |_| {}).unwrap()
    }

    #[test]
    fn files_of_spreadsheets_are_read() {
        let plain = rows(
            BoxList::Bait,
            "form,length_mm,colour\r\nstick,70,\"green, \"\"dark\"\"\nand dull\"\r\n",
        );
        assert_eq!(plain.items[0].write()[6], "green, \"dark\"\nand dull");
        let semicolons = rows(BoxList::Bait, "\u{feff}Length_mm;form\n69,85;stick\n;\n");
        assert_eq!(
            (
                semicolons.items.len(),
                semicolons.items[0].write()[2].as_str()
            ),
            (1, "69.85")
        );
        let tabs = rows(BoxList::Line, "line\ttest_lb\nbraid\t10\n");
        assert_eq!(tabs.items.len(), 1);
    }

    #[test]
    fn every_faulty_cell_is_named_by_line_and_column() {
        let got = rows(
            BoxList::Head,
            "shape,weight,gap_mm\nball,1/8,14\ncube,1/8,x\nball,,3,4\nball,1/4 oz,900\n",
        );
        let named: Vec<_> = got
            .faults
            .iter()
            .map(|f| (f.line, f.column.as_str()))
            .collect();
        assert_eq!(named, [(3, "shape"), (3, "gap_mm"), (4, ""), (5, "gap_mm")]);
        assert_eq!((got.items.len(), got.faulty_rows), (1, 3));
    }

    #[test]
    fn a_file_that_is_something_else_is_refused_with_the_reason() {
        let said = |bytes: &[u8]| read(BoxList::Head, bytes, |_| {}).unwrap_err().to_string();
        assert!(said(b"").contains("empty"));
        assert!(said(b"\xff\xfe\x00").contains("UTF-8"));
        assert!(said(b"shape,wait\n").contains("“wait” is not one of them"));
        assert!(said(b"shape\nball\n").contains("“weight” is missing"));
        assert!(said(b"shape,weight,shape\n").contains("twice"));
    }

    #[test]
    fn headings_of_others_are_guessed_and_said() {
        for (kind, heading, wanted) in [
            (BoxList::Head, "Shape", Some("shape")),
            (BoxList::Head, "Qty", Some("count")),
            (BoxList::Head, "gap (mm)", Some("gap_mm")),
            (BoxList::Head, "Notes", Some("remark")),
            (BoxList::Bait, "length", Some("length_mm")),
            (BoxList::Head, "price", None),
        ] {
            assert_eq!(guess(kind, &super::heading(heading)), wanted, "{heading}");
        }
        let file = b"Model,Size,Price,Qty\nball,1/8,3.20,4\n";
        assert!(matches!(
            read(BoxList::Head, file, |_| {}),
            Err(CsvError::Header { .. })
        ));
        let said: Headings = [
            ("model", Some("shape")),
            ("size", Some("weight")),
            ("price", None),
            ("qty", Some("count")),
        ]
        .map(|(h, c)| (h.to_owned(), c))
        .into();
        let got = read_mapped(BoxList::Head, file, &said, |_| {}).unwrap();
        assert_eq!((got.items.len(), got.items[0].count), (1, 4));
        let shown = headings(file).unwrap();
        assert_eq!(shown[2], ("price".to_owned(), vec!["3.20".to_owned()]));
    }

    #[test]
    fn formulas_are_harmless_and_come_back_as_they_were() {
        for remark in [
            "=1+1",
            "+4",
            "-2",
            "@x",
            "'=1",
            "''=1",
            "'plain",
            "a=b",
            "x;=1+1",
            "x;'=1+1;y",
            "＝1+1",
            "a; -2;=3",
            "' =1",
            "x;;+1",
            "one, two; three",
        ] {
            let texts: Texts<'_> = [("line", "braid"), ("test_lb", "10"), ("remark", remark)]
                .map(|(k, v)| (Cow::Borrowed(k), Cow::Borrowed(v)))
                .into();
            let item = Item::read(BoxList::Line, &texts, UnitSystem::Metric).unwrap();
            let file = write(BoxList::Line, [&item]);
            let cells = String::from_utf8(file.clone()).unwrap();
            // A cell as a spreadsheet of either kind sees it.
            for cell in cells.lines().nth(1).unwrap().split([',', ';']) {
                let seen = cell.trim_matches(['"', ' ']);
                assert!(!seen.starts_with(FORMULA), "{cell}");
            }
            assert_eq!(read(BoxList::Line, &file, |_| {}).unwrap().items, [item]);
        }
    }
}
