//! A maker's chart as a table of text: which column is what, and every cell that is faulty.
//!
//! A column is matched by its heading; a person may say otherwise. Units stand in the heading or
//! are said for the column; where neither is so it is asked, never guessed. A cell holds one
//! figure or a band (`20-25`). A comma is not read as a decimal point.

use crate::code::Code;
use crate::entry::chart_column::Role;
use crate::entry::column::{Column, Said, column, unit};
use crate::entry::table::{CellFault, Table};
use crate::error::Error;
use crate::gas::fuel::Fuel;
use crate::quantity::{GaugePressure, Length, Speed};
use crate::tip::chart::{Chart, ChartRow, Ends, ReadAt};

/// The tip and fuel a row belongs to.
#[derive(Clone, Debug, PartialEq)]
pub struct ChartOf {
    /// Cutting-oxygen bore.
    pub bore: Length,
    /// The mark stamped on it, where the chart gives one.
    pub mark: Option<String>,
    /// The chart itself.
    pub chart: Chart,
}

/// What a table of text gives as charts.
#[derive(Clone, Debug, Default, PartialEq)]
pub struct ReadCharts {
    /// Its columns.
    pub columns: Vec<Column<Role>>,
    /// A chart for each bore and fuel.
    pub charts: Vec<ChartOf>,
    /// Every faulty cell; charts are only given when there is none.
    pub faults: Vec<CellFault>,
}

/// What the table does not say of itself.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Context {
    /// The bore, where no column gives it.
    pub bore: Option<Length>,
    /// The fuel, where no column gives it.
    pub fuel: Fuel,
    /// Where its pressures were read.
    pub read_at: ReadAt,
}

/// One figure of a cell: `20`, `3/4`, `1 1/4`.
fn figure(text: &str) -> Result<f64, &'static str> {
    use crate::entry::token::{Form, TokenKind, tokens};
    let pieces = tokens(text);
    match pieces.as_slice() {
        [piece] => match piece.kind {
            TokenKind::Number(number) if number.form != Form::Unclear => Ok(number.value),
            TokenKind::Number(_) => Err("unclear_number"),
            _ => Err("cell_not_a_number"),
        },
        // 6,5 is cut at its comma
        _ if text.contains(',') => Err("unclear_number"),
        _ => Err("cell_not_a_number"),
    }
}

/// One figure, or a band `20-25`, `20 – 25`, `20 to 25`.
fn band(text: &str) -> Result<(f64, f64), &'static str> {
    if let Ok(one) = figure(text) {
        return Ok((one, one));
    }
    let ends = [" to ", "–", "—", "..", "-"].iter().find_map(|dash| text.split_once(dash));
    match ends {
        Some((low, high)) => Ok((figure(low.trim())?, figure(high.trim())?)),
        None => figure(text).map(|one| (one, one)),
    }
}

/// A row on its way: the ends of each band in SI.
#[derive(Default)]
struct Draft {
    thickness: Option<f64>,
    bore: Option<f64>,
    mark: Option<String>,
    fuel: Option<Fuel>,
    oxygen: (Option<f64>, Option<f64>),
    fuel_pressure: (Option<f64>, Option<f64>),
    speed: (Option<f64>, Option<f64>),
}

fn place(draft: &mut Draft, column: &Column<Role>, text: &str) -> Result<(), &'static str> {
    match column.role {
        Role::Ignored => return Ok(()),
        Role::Mark => {
            draft.mark = Some(text.chars().take(40).collect());
            return Ok(());
        }
        Role::Fuel => {
            let code = text.trim().to_lowercase().replace(' ', "_");
            draft.fuel = Some(Fuel::of(&code).ok_or("cell_unknown_fuel")?);
            return Ok(());
        }
        _ => {}
    }
    let named = column.unit.as_deref().ok_or("column_without_unit")?;
    let si = unit(column.role, named).ok_or("column_without_unit")?;
    let (low, high) = band(text)?;
    let (low, high) = (low * si, high * si);
    match column.role {
        Role::Thickness => draft.thickness = Some(low),
        Role::Bore => draft.bore = Some(low),
        Role::Oxygen => draft.oxygen = (Some(low), Some(high)),
        Role::OxygenLow => draft.oxygen.0 = Some(low),
        Role::OxygenHigh => draft.oxygen.1 = Some(high),
        Role::FuelPressure => draft.fuel_pressure = (Some(low), Some(high)),
        Role::FuelLow => draft.fuel_pressure.0 = Some(low),
        Role::FuelHigh => draft.fuel_pressure.1 = Some(high),
        Role::Speed => draft.speed = (Some(low), Some(high)),
        Role::SpeedLow => draft.speed.0 = Some(low),
        Role::SpeedHigh => draft.speed.1 = Some(high),
        Role::Mark | Role::Fuel | Role::Ignored => {}
    }
    Ok(())
}

/// Both ends of a band, where at least one is given.
fn ends<T>((low, high): (Option<f64>, Option<f64>), of: fn(f64) -> T) -> Option<Ends<T>> {
    let (low, high) = (low.or(high)?, high.or(low)?);
    Some(Ends { low: of(low), high: of(high) })
}

/// Rows of one bore and fuel with their places in the file.
struct Group {
    bore: f64,
    fuel: Fuel,
    mark: Option<String>,
    rows: Vec<(usize, ChartRow)>,
}

/// Reads charts from a table whose first row is its heading.
#[must_use]
pub fn read(table: &Table, said: &[Said<Role>], context: &Context) -> ReadCharts {
    let Some(((_, head), body)) = table.rows.split_first() else { return ReadCharts::default() };
    let columns: Vec<Column<Role>> =
        head.iter().enumerate().map(|(at, cell)| column(cell, said.get(at))).collect();
    let mut found = ReadCharts { columns, ..ReadCharts::default() };
    let head_row = table.rows[0].0;
    for (role, code) in [(Role::Thickness, "column_missing"), (Role::Oxygen, "column_missing")] {
        let ends = [Role::OxygenLow, Role::OxygenHigh];
        let there = found
            .columns
            .iter()
            .any(|it| it.role == role || (role == Role::Oxygen && ends.contains(&it.role)));
        if !there {
            let column = role.code().to_owned();
            found.faults.push(CellFault { row: head_row, column, value: String::new(), code });
        }
    }
    let mut groups: Vec<Group> = Vec::new();
    for (row, cells) in body {
        match chart_row(&found.columns, *row, cells, context) {
            Ok((bore, fuel, mark, chart_row)) => {
                let same = |group: &&mut Group| group.bore == bore && group.fuel == fuel;
                match groups.iter_mut().find(same) {
                    Some(group) => group.rows.push((*row, chart_row)),
                    None => groups.push(Group { bore, fuel, mark, rows: vec![(*row, chart_row)] }),
                }
            }
            Err(faults) => found.faults.extend(faults),
        }
    }
    if groups.is_empty() && found.faults.is_empty() {
        let column = Role::Thickness.code().to_owned();
        let value = String::new();
        found.faults.push(CellFault { row: head_row, column, value, code: "chart_empty" });
    }
    finish(&mut found, groups, context.read_at);
    found
}

type RowParts = (f64, Fuel, Option<String>, ChartRow);

fn chart_row(
    columns: &[Column<Role>],
    row: usize,
    cells: &[String],
    context: &Context,
) -> Result<RowParts, Vec<CellFault>> {
    let mut draft = Draft::default();
    let mut faults = Vec::new();
    let fault = |column: &str, value: &str, code| CellFault::at(row, column, value, code);
    for (column, text) in columns.iter().zip(cells).filter(|(_, text)| !text.is_empty()) {
        if let Err(code) = place(&mut draft, column, text) {
            faults.push(fault(&column.heading, text, code));
        }
    }
    if cells.len() > columns.len() {
        faults.push(fault("", &cells[columns.len()], "row_too_long"));
    }
    if !faults.is_empty() {
        return Err(faults);
    }
    let bore = draft.bore.or(context.bore.map(Length::as_m));
    let oxygen = ends(draft.oxygen, GaugePressure::from_pa);
    let (Some(thickness), Some(oxygen), Some(bore)) = (draft.thickness, oxygen, bore) else {
        let missing = [
            (draft.thickness.is_none(), Role::Thickness),
            (oxygen.is_none(), Role::Oxygen),
            (bore.is_none(), Role::Bore),
        ];
        let missing = missing.into_iter().filter(|(gone, _)| *gone);
        return Err(missing.map(|(_, role)| fault(role.code(), "", "cell_missing")).collect());
    };
    let chart_row = ChartRow {
        thickness: Length::from_m(thickness),
        oxygen,
        fuel: ends(draft.fuel_pressure, GaugePressure::from_pa),
        speed: ends(draft.speed, Speed::from_m_s),
    };
    Ok((bore, draft.fuel.unwrap_or(context.fuel), draft.mark, chart_row))
}

fn finish(found: &mut ReadCharts, groups: Vec<Group>, read_at: ReadAt) {
    let heading_of = |columns: &[Column<Role>], code: &str| {
        let role = match code {
            "oxygen_pressure" => [Role::Oxygen, Role::OxygenLow, Role::OxygenHigh],
            "fuel_pressure" => [Role::FuelPressure, Role::FuelLow, Role::FuelHigh],
            "travel_speed" => [Role::Speed, Role::SpeedLow, Role::SpeedHigh],
            _ => [Role::Thickness; 3],
        };
        let column = columns.iter().find(|column| role.contains(&column.role));
        column.map_or_else(|| code.to_owned(), |column| column.heading.clone())
    };
    for group in groups {
        let rows: Vec<ChartRow> = group.rows.iter().map(|(_, row)| *row).collect();
        let bore = Length::from_m(group.bore);
        if crate::tip::pressure::BORE.check(group.bore).is_err() {
            found.faults.push(CellFault {
                row: group.rows[0].0,
                column: Role::Bore.code().to_owned(),
                value: format!("{} mm", bore.as_mm()),
                code: "chart_impossible",
            });
        }
        match Chart::new(group.fuel, read_at, rows) {
            Ok(chart) => found.charts.push(ChartOf { bore, mark: group.mark, chart }),
            Err(faults) => found.faults.extend(faults.into_iter().map(|fault| CellFault {
                row: group.rows[fault.row].0,
                column: heading_of(&found.columns, fault.column),
                value: String::new(),
                code: fault.code,
            })),
        }
    }
    if !found.faults.is_empty() {
        found.charts.clear();
    }
}

/// A chart as a table of text that [`read`] reads again, whatever stands in its mark.
///
/// # Errors
/// Only a fault of ours: nothing fails that is written into memory.
pub fn write(charts: &[ChartOf]) -> Result<String, Error> {
    let kilo = |p: GaugePressure| tidy(p.as_pa() / 1e3);
    let pair = |ends: Option<(f64, f64)>| {
        ends.map_or([String::new(), String::new()], |(low, high)| {
            [low.to_string(), high.to_string()]
        })
    };
    let rows = charts.iter().flat_map(|of| of.chart.rows().iter().map(move |row| (of, row)));
    let rows = rows.map(|(of, row)| {
        let first = [
            tidy(row.thickness.as_mm()).to_string(),
            tidy(of.bore.as_mm()).to_string(),
            of.mark.clone().unwrap_or_default(),
            of.chart.fuel.code().to_owned(),
        ];
        let bands = [
            pair(Some((kilo(row.oxygen.low), kilo(row.oxygen.high)))),
            pair(row.fuel.map(|ends| (kilo(ends.low), kilo(ends.high)))),
            pair(row.speed.map(|e| (tidy(e.low.as_mm_min()), tidy(e.high.as_mm_min())))),
        ];
        first.into_iter().chain(bands.into_iter().flatten()).collect::<Vec<_>>()
    });
    let failed = |what: String| Error::Reference { file: "chart.csv", what };
    let mut out = csv::Writer::from_writer(Vec::new());
    out.write_record(HEADINGS).map_err(|error| failed(error.to_string()))?;
    for row in rows {
        out.write_record(row).map_err(|error| failed(error.to_string()))?;
    }
    let bytes = out.into_inner().map_err(|error| failed(error.to_string()))?;
    String::from_utf8(bytes).map_err(|error| failed(error.to_string()))
}

const HEADINGS: [&str; 10] = [
    "thickness (mm)",
    "bore (mm)",
    "mark",
    "fuel",
    "oxygen low (kPa)",
    "oxygen high (kPa)",
    "fuel pressure low (kPa)",
    "fuel pressure high (kPa)",
    "speed low (mm/min)",
    "speed high (mm/min)",
];

/// Nine decimals: what a conversion leaves behind them is noise.
fn tidy(value: f64) -> f64 {
    (value * 1e9).round() / 1e9
}
