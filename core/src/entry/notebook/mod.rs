//! A shop's own notebook of burns as a table of text: which column is what, what must be asked, and every faulty cell.
//!
//! A column is matched by its heading; a person may say otherwise. What a notebook does not say of itself - the order of its
//! days, what a comma stands for, the unit of a bare figure - is asked and never guessed; nothing is read before it is answered.

mod column;
mod date;
mod figure;

pub use column::Role;
pub use date::Order;
pub use figure::Decimal;
use time::{Date, Time};

use crate::code::Code;
use crate::cut::Process;
use crate::entry::column::{Column, Holds, Said, column, unit};
use crate::entry::table::{CellFault, Table};
use crate::entry::words::{Says, says};
use crate::gas::fuel::Fuel;
use crate::record::done::Outcome;

/// What a person answered.
#[derive(Clone, Debug, Default, PartialEq)]
pub struct Answered {
    /// Of its columns, in their order.
    pub columns: Vec<Said<Role>>,
    /// In which order days are written.
    pub dates: Option<Order>,
    /// What a comma in a figure stands for.
    pub decimal: Option<Decimal>,
}

/// What is asked of a notebook.
#[derive(
    Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, strum::IntoStaticStr, strum::VariantArray,
)]
#[strum(serialize_all = "snake_case")]
pub enum What {
    /// In which order days are written.
    Dates,
    /// What a comma in a figure stands for.
    Decimal,
    /// In which unit the bare figures of a column are.
    Unit,
}

/// A question, with the first cell that raised it.
#[derive(Clone, Debug, PartialEq)]
pub struct Ask {
    /// What is asked.
    pub what: What,
    /// Which column, from 0.
    pub column: usize,
    /// The cell that raised it.
    pub example: String,
    /// Each answer, and how many cells it would leave unread.
    pub choices: Vec<(&'static str, usize)>,
}

/// A burn of a notebook, SI.
#[derive(Clone, Debug, Default, PartialEq)]
pub struct Entry {
    /// Row in the file, from 1.
    pub row: usize,
    /// The day.
    pub day: Option<Date>,
    /// The time of day, where it is told.
    pub clock: Option<Time>,
    /// What burnt.
    pub fuel: Option<Fuel>,
    /// How the torch was moved.
    pub process: Option<Process>,
    /// How it came out.
    pub outcome: Option<Outcome>,
    /// Figures by what they are; one a role.
    pub figures: Vec<(Role, f64)>,
    /// Words by what they are: person, job, mark, note.
    pub words: Vec<(Role, String)>,
}

impl Entry {
    /// A figure.
    #[must_use]
    pub fn figure(&self, of: Role) -> Option<f64> {
        self.figures.iter().find(|(role, _)| *role == of).map(|(_, value)| *value)
    }

    /// Words.
    #[must_use]
    pub fn words(&self, of: Role) -> Option<&str> {
        self.words.iter().find(|(role, _)| *role == of).map(|(_, text)| text.as_str())
    }
}

/// What a table of text gives as a notebook.
#[derive(Clone, Debug, Default, PartialEq)]
pub struct Notebook {
    /// Its columns.
    pub columns: Vec<Column<Role>>,
    /// What must be answered first; then nothing else is read yet.
    pub asks: Vec<Ask>,
    /// Its burns, those with a fault too: what could be read of them.
    pub entries: Vec<Entry>,
    /// Every faulty cell.
    pub faults: Vec<CellFault>,
}

type Place<'a> = (usize, &'a str);

/// The cells of a column that say something, each with its row.
fn cells(table: &Table, at: usize) -> impl Iterator<Item = Place<'_>> {
    table.rows.iter().skip(1).filter_map(move |(row, cells)| {
        let cell = cells.get(at)?.as_str();
        (!cell.is_empty()).then_some((*row, cell))
    })
}

/// What the columns leave unclear; what a comma stands for is asked once.
fn asked(table: &Table, columns: &[Column<Role>], answered: &Answered) -> Vec<Ask> {
    let mut asks = Vec::new();
    for (at, column) in columns.iter().enumerate() {
        if column.role == Role::Date && answered.dates.is_none() {
            asks.extend(dates_asked(table, at));
        }
        if column.role.units().is_empty() {
            continue;
        }
        if !asks.iter().any(|ask: &Ask| ask.what == What::Decimal) {
            asks.extend(decimal_asked(table, at, answered));
        }
        if column.unit.is_none() {
            asks.extend(unit_asked(table, at, column.role, answered.decimal));
        }
    }
    asks
}

/// Asks for the order of days where one may be read in two ways.
fn dates_asked(table: &Table, at: usize) -> Option<Ask> {
    let unclear = |(_, cell): Place<'_>| {
        let (written, _) = date::day(cell)?;
        matches!(written, date::Written::Unclear(_)).then_some((cell.to_owned(), written))
    };
    let all: Vec<_> = cells(table, at).filter_map(unclear).collect();
    let unread = |order: &Order| all.iter().filter(|(_, it)| it.day(*order).is_none()).count();
    let choices = Order::ALL.iter().map(|order| (order.code(), unread(order))).collect();
    let (example, _) = all.first()?;
    Some(Ask { what: What::Dates, column: at, example: example.clone(), choices })
}

/// Asks what a comma stands for where a figure may be read in two ways.
fn decimal_asked(table: &Table, at: usize, answered: &Answered) -> Option<Ask> {
    let unclear = |cell| figure::figure(cell, answered.decimal) == Err("decimal_unclear");
    let (_, cell) = cells(table, at).find(|(_, cell)| unclear(cell))?;
    let unread = |decimal| {
        cells(table, at).filter(|(_, it)| figure::figure(it, Some(decimal)).is_err()).count()
    };
    let choices = Decimal::ALL.iter().map(|it| (it.code(), unread(*it))).collect();
    Some(Ask { what: What::Decimal, column: at, example: cell.to_owned(), choices })
}

/// Asks for the unit of a column where a figure stands bare.
fn unit_asked(table: &Table, at: usize, role: Role, decimal: Option<Decimal>) -> Option<Ask> {
    let (_, cell) = cells(table, at).find(|(_, cell)| {
        let ways = [decimal, Some(Decimal::Comma), Some(Decimal::Point)];
        let bare = |way| figure::figure(cell, way).is_ok_and(|figure| figure.unit.is_none());
        ways.into_iter().any(bare)
    })?;
    let mut choices: Vec<(&str, usize)> = Vec::new();
    let mut seen = Vec::new();
    for (name, si) in role.units() {
        if !seen.contains(&si) {
            seen.push(si);
            choices.push((name, 0));
        }
    }
    Some(Ask { what: What::Unit, column: at, example: cell.to_owned(), choices })
}

fn outcome(word: &str) -> Option<Outcome> {
    Some(match word {
        "good" | "clean" | "fine" => Outcome::Good,
        "usable" | "ok" | "okay" | "fair" => Outcome::Usable,
        "poor" | "bad" | "rough" => Outcome::Poor,
        "lost" | "not through" => Outcome::Lost,
        _ => return None,
    })
}

/// Puts a cell where it belongs.
fn place(
    entry: &mut Entry,
    column: &Column<Role>,
    text: &str,
    answered: &Answered,
) -> Result<(), &'static str> {
    let word = text.trim().to_lowercase();
    match column.role {
        Role::Ignored => {}
        Role::Date => {
            let (written, clock) = date::day(text).ok_or("cell_not_a_date")?;
            // nothing is read before an unclear order is answered
            let day = written.day(answered.dates.unwrap_or(Order::YearMonthDay));
            entry.day = Some(day.ok_or("cell_not_a_date")?);
            entry.clock = entry.clock.or(clock);
        }
        Role::Clock => entry.clock = Some(date::clock(text).ok_or("cell_not_a_time")?),
        Role::Fuel => match says(&word.replace('_', " ")) {
            Some(Says::Fuel(fuel)) => entry.fuel = Some(fuel),
            _ => return Err("cell_unknown_fuel"),
        },
        Role::Process => match says(&word) {
            Some(Says::Process(process)) => entry.process = Some(process),
            _ => return Err("cell_unknown_process"),
        },
        Role::Outcome => entry.outcome = Some(outcome(&word).ok_or("cell_unknown_outcome")?),
        Role::Person | Role::Job | Role::Mark | Role::Note => {
            entry.words.push((column.role, text.trim().to_owned()));
        }
        figured => {
            let read = figure::figure(text, answered.decimal.or(Some(Decimal::Point)))?;
            let own = read.unit.or_else(|| column.unit.clone()).ok_or("column_without_unit")?;
            let si = unit(figured, &own).ok_or("cell_unknown_unit")?;
            entry.figures.push((figured, read.value * si));
        }
    }
    Ok(())
}

/// Reads a notebook from a table whose first row is its heading.
#[must_use]
pub fn read(table: &Table, answered: &Answered) -> Notebook {
    let Some(((head_row, head), body)) = table.rows.split_first() else {
        return Notebook::default();
    };
    let said = |at| answered.columns.get(at);
    let columns: Vec<Column<Role>> =
        head.iter().enumerate().map(|(at, cell)| column(cell, said(at))).collect();
    let whole = |code| CellFault {
        row: *head_row,
        column: Role::Date.code().to_owned(),
        value: String::new(),
        code,
    };
    let mut found = Notebook { asks: asked(table, &columns, answered), ..Notebook::default() };
    if !columns.iter().any(|column| column.role == Role::Date) {
        found.faults.push(whole("column_missing"));
    } else if body.is_empty() {
        found.faults.push(whole("notebook_empty"));
    }
    for role in Role::ALL.iter().filter(|role| **role != Role::Ignored) {
        let twice = columns.iter().filter(|column| column.role == *role).nth(1);
        if let Some(column) = twice {
            let fault = CellFault { column: column.heading.clone(), ..whole("column_twice") };
            found.faults.push(fault);
        }
    }
    if found.asks.is_empty() && found.faults.is_empty() {
        for (row, cells) in body {
            let (entry, faults) = entry(&columns, *row, cells, answered);
            found.entries.push(entry);
            found.faults.extend(faults);
        }
    }
    found.columns = columns;
    found
}

fn entry(
    columns: &[Column<Role>],
    row: usize,
    cells: &[String],
    answered: &Answered,
) -> (Entry, Vec<CellFault>) {
    let mut entry = Entry { row, ..Entry::default() };
    let mut faults = Vec::new();
    let fault = |column: &str, value: &str, code| CellFault::at(row, column, value, code);
    for (column, text) in columns.iter().zip(cells).filter(|(_, text)| !text.is_empty()) {
        if let Err(code) = place(&mut entry, column, text, answered) {
            faults.push(fault(&column.heading, text, code));
        }
    }
    if cells.len() > columns.len() {
        faults.push(fault("", &cells[columns.len()], "row_too_long"));
    }
    let dated = columns.iter().find(|column| column.role == Role::Date);
    if entry.day.is_none()
        && let Some(column) = dated
        && !faults.iter().any(|fault| fault.column == column.heading)
    {
        faults.push(fault(&column.heading, "", "cell_missing"));
    }
    (entry, faults)
}
