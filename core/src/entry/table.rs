//! A pasted or saved table of text: cells by row, whatever separates them.
//!
//! A byte-order mark is dropped. The separator is the one of tab, semicolon, comma and bar that
//! cuts the first row into most cells. Empty rows and remarks (#) are passed over, but counted,
//! so that a row's number is the one a person sees in the file.

/// The largest table that is read, bytes. Longer lists are cut in two.
pub const LARGEST: usize = 4 * 1024 * 1024;
/// The most rows that are read.
pub const MOST_ROWS: usize = 20_000;

/// A table of text.
#[derive(Clone, Debug, PartialEq)]
pub struct Table {
    /// What separates its cells.
    pub separator: char,
    /// Rows with their number in the file, from 1.
    pub rows: Vec<(usize, Vec<String>)>,
}

/// Why a table cannot be read: a code, and the row it lies in.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct TableFault {
    /// Code of the sentence.
    pub code: &'static str,
    /// Row in the file, from 1.
    pub row: Option<usize>,
}

/// A cell that is faulty.
#[derive(Clone, Debug, PartialEq)]
pub struct CellFault {
    /// Row in the file, from 1.
    pub row: usize,
    /// Heading of its column.
    pub column: String,
    /// What stands there.
    pub value: String,
    /// Code of the sentence.
    pub code: &'static str,
}

impl CellFault {
    /// A fault of a cell: heading of its column, and what stands there, shortened.
    pub(crate) fn at(row: usize, column: &str, value: &str, code: &'static str) -> Self {
        let value = value.chars().take(60).collect();
        Self { row, column: column.to_owned(), value, code }
    }
}

const SEPARATORS: [char; 4] = ['\t', ';', ',', '|'];

fn separator(first: &str) -> char {
    let count = |sign: char| {
        let mut quoted = false;
        first
            .chars()
            .filter(|&c| {
                quoted ^= c == '"';
                c == sign && !quoted
            })
            .count()
    };
    let best = SEPARATORS.into_iter().max_by_key(|&sign| count(sign));
    // of equal counts the one that stands first in the list
    SEPARATORS.into_iter().find(|&sign| Some(count(sign)) == best.map(count)).unwrap_or(',')
}

/// Reads a table.
///
/// # Errors
/// `table_too_large`, `table_too_long`, `table_empty`, `table_not_text` (a file that is no
/// text), `table_quote` (a quoted cell that never ends).
pub fn read(text: &str) -> Result<Table, TableFault> {
    let whole = |code| TableFault { code, row: None };
    if text.len() > LARGEST {
        return Err(whole("table_too_large"));
    }
    let text = text.strip_prefix('\u{feff}').unwrap_or(text);
    if text.contains('\0') {
        return Err(whole("table_not_text"));
    }
    if text.matches('"').count() % 2 == 1 && text.contains(['\t', ';', ',']) && ends_open(text) {
        return Err(whole("table_quote"));
    }
    let counts = |line: &&str| !line.trim().is_empty() && !line.trim_start().starts_with('#');
    let Some(first) = text.lines().find(counts) else { return Err(whole("table_empty")) };
    let separator = separator(first);
    let mut reader = csv::ReaderBuilder::new()
        .has_headers(false)
        .flexible(true)
        .delimiter(separator as u8)
        // an inch sign inside a cell is no quotation
        .quoting(text.lines().any(|line| line.split(separator).any(opens_quotation)))
        .trim(csv::Trim::All)
        .from_reader(text.as_bytes());
    let mut rows = Vec::new();
    for record in reader.records() {
        let Ok(record) = record else { return Err(whole("table_not_text")) };
        let row = record.position().map_or(0, |at| usize::try_from(at.line()).unwrap_or(0));
        let cells: Vec<String> = record.iter().map(str::to_owned).collect();
        let remark = cells.first().is_some_and(|cell| cell.starts_with('#'));
        if remark || cells.iter().all(String::is_empty) {
            continue;
        }
        if rows.len() == MOST_ROWS {
            return Err(TableFault { code: "table_too_long", row: Some(row) });
        }
        rows.push((row, cells));
    }
    Ok(Table { separator, rows })
}

fn opens_quotation(cell: &str) -> bool {
    cell.trim_start().starts_with('"')
}

/// Whether a quotation opens and never ends: a mark at a cell's beginning without its fellow.
fn ends_open(text: &str) -> bool {
    text.lines().any(|line| {
        SEPARATORS.iter().any(|&sign| {
            line.split(sign).any(|cell| {
                let cell = cell.trim();
                cell.len() > 1 && cell.starts_with('"') && !cell[1..].contains('"')
            })
        })
    }) && text
        .trim_end()
        .rfind('"')
        .is_some_and(|at| text[at..].trim_end().len() > 1 && !text[at + 1..].contains('"'))
}

/// A heading in small letters without its unit: `Thickness (in)` is `thickness`, in `in`.
#[must_use]
pub fn heading(cell: &str) -> (String, Option<String>) {
    let lower = cell.to_lowercase();
    let open = lower.find(['(', '[']);
    let (name, unit) = match open {
        Some(at) => {
            let inside = lower[at + 1..].trim_end().trim_end_matches([')', ']']);
            (lower[..at].to_owned(), Some(inside.trim().to_owned()))
        }
        None => (lower, None),
    };
    let words: Vec<&str> =
        name.split([' ', '_', '-', '/', '.']).filter(|w| !w.is_empty()).collect();
    (words.join(" "), unit)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_separator_and_a_byte_order_mark_are_found_out() {
        for (text, separator) in [
            ("\u{feff}a;b\n1;2\n", ';'),
            ("a,b\n1,2\n", ','),
            ("a\tb\n1\t2", '\t'),
            ("3/4 plate 36 in", '\t'),
        ] {
            let table = read(text);
            assert!(table.as_ref().is_ok_and(|it| it.separator == separator), "{table:?}");
        }
        let table = read("\u{feff}a;b\n\n# remark\n1;2\n");
        assert!(table.is_ok_and(|it| it.rows[0].1[0] == "a" && it.rows[1].0 == 4));
    }

    #[test]
    fn what_is_no_table_says_why() {
        for (text, code) in
            [("", "table_empty"), ("\n \n", "table_empty"), ("a\0b", "table_not_text")]
        {
            assert_eq!(read(text).err().map(|fault| fault.code), Some(code), "{text:?}");
        }
        let long = "1,2\n".repeat(MOST_ROWS + 1);
        assert_eq!(read(&long).err().map(|fault| fault.code), Some("table_too_long"));
        let large = "x".repeat(LARGEST + 1);
        assert_eq!(read(&large).err().map(|fault| fault.code), Some("table_too_large"));
    }

    #[test]
    fn an_inch_sign_is_no_quotation_but_a_quoted_cell_is_one() {
        let inches = read("thickness,length\n3/4\",36\"\n");
        assert!(inches.is_ok_and(|it| it.rows[1].1 == ["3/4\"", "36\""]));
        let quoted = read("a,b\n\"1, 2\",3\n");
        assert!(quoted.is_ok_and(|it| it.rows[1].1 == ["1, 2", "3"]));
    }
}
