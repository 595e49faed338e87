//! An XLSX workbook as a table of text. A workbook is a packed file: it is unpacked against a limit before it is read,
//! and its cells are read as a stream, so that a cell far out costs no more than one close by.

use std::io::{Cursor, Read};

use calamine::{Cell, DataRef, Reader, Xlsx, XlsxError};
use galvanon_core::cancel::cancelled;
use galvanon_core::entry::table::{LARGEST, MOST_ROWS, Table};
use zip::ZipArchive;

use crate::panics::reading;

/// What the files of a workbook may unpack to, bytes. Source: `ours`: a list of 20,000 rows takes some 15 MB.
const UNPACKED: u64 = 48 * 1024 * 1024;
/// Files in a workbook at most. Source: `ours`: a sheet takes two or three.
const FILES: usize = 1_000;
/// Columns of a list at most: cells beyond them are not part of a list. Source: `ours`.
const COLUMNS: u32 = 256;
/// Cells that are read at most, empty ones too. Source: `ours`.
const CELLS: usize = 1_000_000;

/// Reads the first sheet that has rows.
///
/// # Errors
/// The code of a sentence: `table_not_xlsx`, `table_too_large`, `table_unpacks`, `table_too_long`, `table_no_sheet`.
pub fn read(bytes: &[u8]) -> Result<Table, &'static str> {
    if bytes.len() > LARGEST {
        return Err("table_too_large");
    }
    reading("table_not_xlsx", || {
        check_unpacked(bytes)?;
        first_sheet(bytes)
    })
}

fn first_sheet(bytes: &[u8]) -> Result<Table, &'static str> {
    let mut book = Xlsx::new(Cursor::new(bytes)).map_err(|_| "table_not_xlsx")?;
    for name in book.sheet_names() {
        let rows = rows(&mut book, &name)?;
        if !rows.is_empty() {
            return Ok(Table { separator: '\t', rows });
        }
    }
    Err("table_no_sheet")
}

/// Refuses a file that unpacks to more than a list takes, whatever its directory says.
fn check_unpacked(bytes: &[u8]) -> Result<(), &'static str> {
    let mut archive = ZipArchive::new(Cursor::new(bytes)).map_err(|_| "table_not_xlsx")?;
    if archive.len() > FILES {
        return Err("table_unpacks");
    }
    let mut left = UNPACKED;
    for at in 0..archive.len() {
        let file = archive.by_index(at).map_err(|_| "table_not_xlsx")?;
        let mut file = file.take(left + 1);
        let read = std::io::copy(&mut file, &mut std::io::sink()).map_err(|_| "table_not_xlsx")?;
        left = left.checked_sub(read).ok_or("table_unpacks")?;
    }
    Ok(())
}

type Rows = Vec<(usize, Vec<String>)>;

/// The rows of a sheet that hold anything, each with its number from 1.
fn rows(book: &mut Xlsx<Cursor<&[u8]>>, sheet: &str) -> Result<Rows, &'static str> {
    let failed = |_: XlsxError| "table_not_xlsx";
    let mut cells = match book.worksheet_cells_reader(sheet) {
        Ok(cells) => cells,
        // a sheet of a chart has no cells
        Err(XlsxError::NotAWorksheet(_)) => return Ok(Vec::new()),
        Err(error) => return Err(failed(error)),
    };
    let (mut rows, mut text, mut count): (Rows, usize, usize) = (Vec::new(), 0, 0);
    while let Some(cell) = cells.next_cell().map_err(failed)? {
        count += 1;
        if count > CELLS || cancelled() {
            return Err("table_too_long");
        }
        let Some(words) = words(&cell) else { continue };
        let (row, column) = cell.get_position();
        if column >= COLUMNS {
            continue;
        }
        text += words.len();
        if text > LARGEST {
            return Err("table_too_large");
        }
        let number = row as usize + 1;
        if rows.last().is_none_or(|(last, _)| *last != number) {
            rows.push((number, Vec::new()));
        }
        if rows.len() > MOST_ROWS {
            return Err("table_too_long");
        }
        let Some((_, row)) = rows.last_mut() else { continue };
        row.resize(row.len().max(column as usize + 1), String::new());
        row[column as usize] = words;
    }
    Ok(rows)
}

/// What a cell says; nothing of an empty one.
fn words(cell: &Cell<DataRef<'_>>) -> Option<String> {
    let words = calamine::Data::from(cell.get_value().clone()).to_string();
    let words = words.trim();
    (!words.is_empty()).then(|| words.to_owned())
}

#[cfg(test)]
mod tests {
    use rust_xlsxwriter::{Workbook, XlsxError};

    use super::*;

    fn book(fill: impl Fn(&mut Workbook) -> Result<(), XlsxError>) -> Vec<u8> {
        let mut book = Workbook::new();
        fill(&mut book).and_then(|()| book.save_to_buffer()).expect("a workbook")
    }

    #[test]
    fn the_first_sheet_with_rows_is_read_with_the_numbers_of_its_rows() {
        let bytes = book(|book| {
            book.add_worksheet();
            let sheet = book.add_worksheet();
            sheet.write(1, 0, "cut")?;
            sheet.write(1, 2, 4.5)?;
            sheet.write(4, 1, "  plate ")?;
            Ok(())
        });
        let rows = read(&bytes).map(|table| table.rows);
        let row = |cells: &[&str]| cells.iter().map(|it| (*it).to_owned()).collect::<Vec<_>>();
        assert_eq!(rows, Ok(vec![(2, row(&["cut", "", "4.5"])), (5, row(&["", "plate"]))]));
    }

    #[test]
    fn a_cell_in_the_farthest_corner_costs_nothing() {
        let bytes = book(|book| {
            let sheet = book.add_worksheet();
            sheet.write(0, 0, "1/2 in plate 10 in")?;
            sheet.write(1_048_575, 16_383, "far")?;
            Ok(())
        });
        let rows = read(&bytes).map(|table| table.rows);
        assert_eq!(rows, Ok(vec![(1, vec!["1/2 in plate 10 in".to_owned()])]));
    }

    #[test]
    fn a_long_text_that_many_cells_share_is_too_large() {
        let bytes = book(|book| {
            let sheet = book.add_worksheet();
            for row in 0..2_000 {
                sheet.write(row, 0, "x".repeat(30_000))?;
            }
            Ok(())
        });
        assert!(bytes.len() < 200_000, "{}", bytes.len());
        assert_eq!(read(&bytes), Err("table_too_large"));
    }

    #[test]
    fn a_file_that_unpacks_to_a_gigabyte_is_refused() {
        use std::io::Write;
        let mut out = zip::ZipWriter::new(Cursor::new(Vec::new()));
        let options = zip::write::SimpleFileOptions::default();
        out.start_file("xl/sharedStrings.xml", options).expect("a file");
        for _ in 0..64 {
            out.write_all(&[b' '; 1024 * 1024]).expect("written");
        }
        let bytes = out.finish().expect("an archive").into_inner();
        assert!(bytes.len() < 100_000, "{}", bytes.len());
        assert_eq!(read(&bytes), Err("table_unpacks"));
        assert_eq!(read(b"PK\x03\x04 and no more"), Err("table_not_xlsx"));
    }
}
