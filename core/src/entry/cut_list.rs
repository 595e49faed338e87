//! A cut list as a table of text: each row becomes a line of the quick entry and is read as one.
//!
//! With a heading, the cells of the known columns are put together; without one, a row is a
//! typed line. What a row does not say is asked, as on a line.

use crate::entry::line::read;
use crate::entry::said::Line;
use crate::entry::table::{Table, heading};

/// What a column of a list holds.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Role {
    /// A whole typed line.
    Line,
    /// How many pieces.
    Count,
    /// Plate thickness.
    Thickness,
    /// Length of cut.
    Length,
    /// Bevel.
    Bevel,
    /// Grade.
    Grade,
    /// The far face.
    Back,
    /// Words that say themselves what they are.
    Words,
    /// A name of the piece: kept beside the line.
    Mark,
    /// Not used.
    Ignored,
}

/// A row of a list, read.
#[derive(Clone, Debug, PartialEq)]
pub struct ListRow {
    /// Row in the file, from 1.
    pub row: usize,
    /// The line it stands for.
    pub typed: String,
    /// The piece's name, where the list gives one.
    pub mark: String,
    /// What the line says, and what must be asked.
    pub line: Line,
}

fn role_of(name: &str) -> Option<Role> {
    let is = |words: &[&str]| {
        words.iter().any(|word| name == *word || name.starts_with(&format!("{word} ")))
    };
    Some(if is(&["line", "cut", "description", "typed"]) {
        Role::Line
    } else if is(&["count", "qty", "quantity", "pieces", "pcs", "no"]) {
        Role::Count
    } else if is(&["thickness", "thk", "plate", "t"]) {
        Role::Thickness
    } else if is(&["length", "cut length", "long"]) {
        Role::Length
    } else if is(&["bevel", "angle"]) {
        Role::Bevel
    } else if is(&["grade", "material", "steel"]) {
        Role::Grade
    } else if is(&["back", "far face", "back surface"]) {
        Role::Back
    } else if is(&[
        "process",
        "surface",
        "face",
        "near face",
        "start",
        "quality",
        "edge",
        "fuel",
        "torch",
    ]) {
        Role::Words
    } else if is(&["mark", "part", "name", "item", "piece"]) {
        Role::Mark
    } else {
        return None;
    })
}

#[derive(Debug)]
struct Column {
    role: Role,
    unit: Option<String>,
}

fn columns(head: &[String]) -> Option<Vec<Column>> {
    let matched: Vec<Column> = head
        .iter()
        .map(|cell| {
            let (name, unit) = heading(cell);
            // thickness_mm: the unit is the last word
            let unit = unit.or_else(|| {
                let last = name.rsplit(' ').next().unwrap_or_default();
                ["mm", "in", "deg"].contains(&last).then(|| last.to_owned())
            });
            Column { role: role_of(&name).unwrap_or(Role::Ignored), unit }
        })
        .collect();
    let has = |role| matched.iter().any(|column| column.role == role);
    (has(Role::Line) || (has(Role::Thickness) && has(Role::Length))).then_some(matched)
}

/// Whether a cell carries its own unit or is a fraction of an inch.
fn says_unit(cell: &str) -> bool {
    cell.chars().any(|c| c.is_alphabetic() || matches!(c, '"' | '\'' | '″' | '′'))
}

fn typed(columns: &[Column], cells: &[String]) -> (String, String) {
    let (mut count, mut mark, mut parts) = (String::new(), String::new(), Vec::new());
    for (column, cell) in columns.iter().zip(cells).filter(|(_, cell)| !cell.is_empty()) {
        let with_unit = match &column.unit {
            Some(unit) if !says_unit(cell) => format!("{cell} {unit}"),
            _ => cell.clone(),
        };
        match column.role {
            Role::Line | Role::Words => parts.push(cell.replace('_', " ")),
            Role::Count => count = format!("{cell}x "),
            Role::Thickness => parts.insert(0, format!("{with_unit} plate")),
            Role::Length => parts.push(format!("{with_unit} long")),
            // a bevel of nothing is not said
            Role::Bevel if cell.parse() == Ok(0.0) => {}
            Role::Bevel => parts.push(format!("{} deg bevel", cell.trim_end_matches(['°', ' ']))),
            Role::Grade if cell.starts_with(|c: char| c.is_ascii_digit()) => {
                parts.push(format!("grade {cell}"));
            }
            Role::Grade => parts.push(cell.clone()),
            Role::Back => parts.push(format!("back {}", cell.replace('_', " "))),
            Role::Mark => mark.clone_from(cell),
            Role::Ignored => {}
        }
    }
    (format!("{count}{}", parts.join(", ")), mark)
}

/// A list whose rows are read one at a time, so that a long one is never held twice.
#[derive(Debug)]
pub struct List {
    table: Table,
    columns: Option<Vec<Column>>,
    usual_process: String,
}

impl List {
    /// A list; `usual_process` is how the torch is moved where a row does not say, or empty.
    #[must_use]
    pub fn new(table: Table, usual_process: &str) -> Self {
        let columns = table.rows.first().and_then(|(_, cells)| columns(cells));
        Self { table, columns, usual_process: usual_process.to_owned() }
    }

    fn body(&self) -> &[(usize, Vec<String>)] {
        let head = usize::from(self.columns.is_some());
        self.table.rows.get(head..).unwrap_or_default()
    }

    /// How many cuts it lists.
    #[must_use]
    pub fn len(&self) -> usize {
        self.body().len()
    }

    /// Whether it lists none.
    #[must_use]
    pub fn is_empty(&self) -> bool {
        self.body().is_empty()
    }

    /// One of its rows, read; `None` beyond the last.
    #[must_use]
    pub fn row(&self, at: usize) -> Option<ListRow> {
        let (row, cells) = self.body().get(at)?;
        let (typed, mark) = match &self.columns {
            Some(columns) => typed(columns, cells),
            None => (cells.join(&format!("{} ", self.table.separator)), String::new()),
        };
        let (typed, line) = with_process(typed, &self.usual_process);
        Some(ListRow { row: *row, typed, mark, line })
    }
}

/// A line that does not say how the torch is moved takes the usual way of the list.
fn with_process(typed: String, usual: &str) -> (String, Line) {
    let line = read(&typed);
    let asks = line.problems.iter().any(|problem| problem.code == "missing_process");
    if !asks || usual.is_empty() {
        return (typed, line);
    }
    let longer = format!("{typed}, {usual}");
    let line = read(&longer);
    (longer, line)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::entry::table;

    fn of(text: &str) -> Vec<(usize, String, Vec<&'static str>)> {
        let table = table::read(text).unwrap_or(table::Table { separator: ',', rows: vec![] });
        let list = List::new(table, "guided");
        (0..list.len())
            .filter_map(|at| list.row(at))
            .map(|row| {
                let codes = row.line.problems.iter().map(|problem| problem.code).collect();
                (row.row, row.line.understood.echo(), codes)
            })
            .collect()
    }

    #[test]
    fn a_list_with_a_heading_is_put_together_row_by_row() {
        let found = of("mark;qty;thickness (in);length (in);process;surface;grade\n\
                        G1;4;3/4;36;machine;light_rust;A36\n\
                        G2;2;1/2;12;;;\n");
        assert_eq!(found[0].1, "4x 3/4 in plate, 36 in, machine, light rust, A36");
        assert_eq!(found[1].1, "2x 1/2 in plate, 12 in, guided");
        assert!(found.iter().all(|row| row.2.is_empty()), "{found:?}");
    }

    #[test]
    fn lines_pasted_without_a_heading_are_read_as_typed() {
        let found = of("4x 3/4 plate 36in freehand, rust\n20 mm plate 900 mm machine\n");
        assert_eq!(found[0].1, "4x 3/4 in plate, 36 in, freehand, light rust");
        assert_eq!(found[1].1, "20 mm plate, 900 mm, machine");
    }

    #[test]
    fn a_bare_number_and_a_decimal_comma_are_asked_in_their_row() {
        let found = of("thickness,length\n20,900\n");
        assert_eq!((found[0].0, found[0].2[0]), (2, "bare_number"));
        let comma = of("thickness (mm);length (mm)\n12,5;900\n");
        assert!(comma[0].2.contains(&"unclear_number"), "{comma:?}");
    }
}
