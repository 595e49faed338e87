//! What does the maker's chart say of this tip? It outranks generic figures for its tip.
//!
//! A chart is a few rows of thickness with bands of pressure and speed. Between rows a value is
//! straight; outside them the chart says nothing, and neither do we in its name.
//! Theory: docs/model/tip.md.

use crate::band::Band;
use crate::gas::fuel::Fuel;
use crate::quantity::{GaugePressure, Length, Speed};
use crate::range::Range;

/// Oxygen pressure that a chart may hold.
pub const OXYGEN: Range = Range::new("oxygen_pressure", "Pa", 10e3, 2e6);
/// Fuel pressure that a chart may hold; acetylene ends at its own ceiling.
pub const FUEL: Range = Range::new("fuel_pressure", "Pa", 0.5e3, 1e6);
/// Acetylene is never above this. Source: `osha_1910_253`.
pub const ACETYLENE: Range =
    Range::new("fuel_pressure", "Pa", 0.5e3, GaugePressure::from_psi(15.0).as_pa());
/// Travel speed that a chart may hold.
pub const SPEED: Range = Range::new("travel_speed", "m/s", 1e-4, 0.1);
/// Thickness that a chart may hold.
pub const THICKNESS: Range = Range::new("thickness", "m", 0.000_5, 1.0);

/// Where the maker read the pressures of a chart.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum ReadAt {
    /// At the torch: the hose comes on top.
    #[default]
    Torch,
    /// At the regulator, through the hose the chart was made with.
    Regulator,
}

/// The two ends of a published band.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Ends<T> {
    /// Lower end.
    pub low: T,
    /// Upper end.
    pub high: T,
}

/// One row of a chart.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct ChartRow {
    /// Plate thickness.
    pub thickness: Length,
    /// Oxygen pressure.
    pub oxygen: Ends<GaugePressure>,
    /// Fuel pressure.
    pub fuel: Option<Ends<GaugePressure>>,
    /// Travel speed.
    pub speed: Option<Ends<Speed>>,
}

/// What is wrong with a row: its place, the column, a code.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct ChartFault {
    /// Place among the rows, from 0.
    pub row: usize,
    /// thickness, oxygen_pressure, fuel_pressure, travel_speed.
    pub column: &'static str,
    /// Code of the sentence.
    pub code: &'static str,
}

/// A maker's chart for one tip and one fuel.
#[derive(Clone, Debug, PartialEq)]
pub struct Chart {
    /// The fuel it is for.
    pub fuel: Fuel,
    /// Where its pressures were read.
    pub read_at: ReadAt,
    /// Where it comes from, as the shop says.
    pub provenance: Option<String>,
    rows: Vec<ChartRow>,
}

fn row_faults(row: &ChartRow, fuel: Fuel) -> Vec<(&'static str, &'static str)> {
    let mut faults = Vec::new();
    let mut band = |column, ends: (f64, f64), range: &Range| {
        if ends.0 > ends.1 {
            faults.push((column, "chart_band_crossed"));
        } else if range.check(ends.0).is_err() || range.check(ends.1).is_err() {
            let acetylene = fuel == Fuel::Acetylene && column == "fuel_pressure";
            faults.push((
                column,
                if acetylene { "chart_acetylene_over" } else { "chart_impossible" },
            ));
        }
    };
    let thickness = row.thickness.as_m();
    band("thickness", (thickness, thickness), &THICKNESS);
    band("oxygen_pressure", (row.oxygen.low.as_pa(), row.oxygen.high.as_pa()), &OXYGEN);
    if let Some(ends) = &row.fuel {
        let range = if fuel == Fuel::Acetylene { &ACETYLENE } else { &FUEL };
        band("fuel_pressure", (ends.low.as_pa(), ends.high.as_pa()), range);
    }
    if let Some(ends) = &row.speed {
        band("travel_speed", (ends.low.as_m_s(), ends.high.as_m_s()), &SPEED);
    }
    faults
}

/// What is wrong between a row and the next.
fn pair_fault(row: &ChartRow, next: &ChartRow) -> Option<(&'static str, &'static str)> {
    if next.thickness == row.thickness {
        return Some(("thickness", "chart_row_doubled"));
    }
    if next.thickness < row.thickness {
        return Some(("thickness", "chart_row_out_of_order"));
    }
    let falls = next.oxygen.low < row.oxygen.low || next.oxygen.high < row.oxygen.high;
    falls.then_some(("oxygen_pressure", "chart_pressure_falls"))
}

impl Chart {
    /// A chart of rows from thin to thick.
    ///
    /// # Errors
    /// Every fault by row and column: no rows, a value that cannot be, a band whose low end lies
    /// above its high one, rows that are doubled, out of order, or whose oxygen falls as the plate
    /// gets thicker.
    pub fn new(fuel: Fuel, read_at: ReadAt, rows: Vec<ChartRow>) -> Result<Self, Vec<ChartFault>> {
        let at = |row| move |(column, code)| ChartFault { row, column, code };
        let mut faults: Vec<ChartFault> = Vec::new();
        for (place, row) in rows.iter().enumerate() {
            faults.extend(row_faults(row, fuel).into_iter().map(at(place)));
        }
        for (place, pair) in rows.windows(2).enumerate() {
            faults.extend(pair_fault(&pair[0], &pair[1]).map(at(place + 1)));
        }
        if rows.is_empty() {
            faults.push(ChartFault { row: 0, column: "thickness", code: "chart_empty" });
        }
        if faults.is_empty() {
            Ok(Self { fuel, read_at, provenance: None, rows })
        } else {
            Err(faults)
        }
    }

    /// The same chart with where it comes from, as the shop says.
    #[must_use]
    pub fn from_where(self, provenance: Option<String>) -> Self {
        Self { provenance, ..self }
    }

    /// Its rows, thin to thick.
    #[must_use]
    pub fn rows(&self) -> &[ChartRow] {
        &self.rows
    }

    /// The thinnest and thickest plate it speaks of.
    #[must_use]
    pub fn reach(&self) -> (Length, Length) {
        (self.rows[0].thickness, self.rows[self.rows.len() - 1].thickness)
    }

    /// What it says of a thickness, straight between its rows; `None` outside them.
    #[must_use]
    pub fn at(&self, thickness: Length) -> Option<ChartRow> {
        let (thin, thick) = self.reach();
        // a plate of 1/2 in is in a chart that ends at 12.7 mm, whatever the rounding
        let slack = 1e-6;
        let wanted = thickness.as_m();
        if wanted < thin.as_m() - slack || wanted > thick.as_m() + slack {
            return None;
        }
        let wanted = wanted.clamp(thin.as_m(), thick.as_m());
        let upper = self.rows.partition_point(|row| row.thickness.as_m() < wanted);
        let above = &self.rows[upper];
        let below = &self.rows[upper.saturating_sub(1)];
        let span = above.thickness.as_m() - below.thickness.as_m();
        let part = if span > 0.0 { (wanted - below.thickness.as_m()) / span } else { 1.0 };
        let between = |a: f64, b: f64| a + part * (b - a);
        let pressure = |a: &Ends<GaugePressure>, b: &Ends<GaugePressure>| Ends {
            low: GaugePressure::from_pa(between(a.low.as_pa(), b.low.as_pa())),
            high: GaugePressure::from_pa(between(a.high.as_pa(), b.high.as_pa())),
        };
        let speed = |a: &Ends<Speed>, b: &Ends<Speed>| Ends {
            low: Speed::from_m_s(between(a.low.as_m_s(), b.low.as_m_s())),
            high: Speed::from_m_s(between(a.high.as_m_s(), b.high.as_m_s())),
        };
        Some(ChartRow {
            thickness,
            oxygen: pressure(&below.oxygen, &above.oxygen),
            fuel: below.fuel.as_ref().zip(above.fuel.as_ref()).map(|(a, b)| pressure(a, b)),
            speed: below.speed.as_ref().zip(above.speed.as_ref()).map(|(a, b)| speed(a, b)),
        })
    }
}

impl Ends<GaugePressure> {
    /// The band with its set point at `part` of the way.
    #[must_use]
    pub fn band(&self, part: f64) -> Band<GaugePressure> {
        Band::at(self.low.as_pa(), self.high.as_pa(), part).map(GaugePressure::from_pa)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn row(mm: f64, psi: (f64, f64)) -> ChartRow {
        let ends = |(low, high)| Ends {
            low: GaugePressure::from_psi(low),
            high: GaugePressure::from_psi(high),
        };
        ChartRow {
            thickness: Length::from_mm(mm),
            oxygen: ends(psi),
            fuel: Some(ends((3.0, 5.0))),
            speed: None,
        }
    }

    fn chart(rows: Vec<ChartRow>) -> Result<Chart, Vec<ChartFault>> {
        Chart::new(Fuel::Acetylene, ReadAt::Torch, rows)
    }

    #[test]
    fn between_rows_it_is_straight_and_outside_it_is_silent() {
        let chart = chart(vec![row(6.0, (20.0, 25.0)), row(12.0, (30.0, 37.0))]);
        let at = |mm| chart.as_ref().ok().and_then(|chart| chart.at(Length::from_mm(mm)));
        assert!(at(9.0).is_some_and(|row| (row.oxygen.low.as_psi() - 25.0).abs() < 1e-9
            && (row.oxygen.high.as_psi() - 31.0).abs() < 1e-9));
        assert!(at(5.9).is_none() && at(12.1).is_none());
        assert!(at(6.0).is_some() && at(12.0).is_some());
    }

    #[test]
    fn a_faulty_chart_names_row_and_column() {
        let codes = |rows| -> Vec<_> {
            let faults = chart(rows).err().unwrap_or_default();
            faults.iter().map(|fault| (fault.row, fault.column, fault.code)).collect()
        };
        assert_eq!(codes(vec![]), [(0, "thickness", "chart_empty")]);
        let doubled = codes(vec![row(6.0, (20.0, 25.0)), row(6.0, (20.0, 25.0))]);
        assert_eq!(doubled, [(1, "thickness", "chart_row_doubled")]);
        let shuffled = codes(vec![row(12.0, (20.0, 25.0)), row(6.0, (30.0, 35.0))]);
        assert_eq!(shuffled, [(1, "thickness", "chart_row_out_of_order")]);
        assert_eq!(
            codes(vec![row(6.0, (25.0, 20.0))]),
            [(0, "oxygen_pressure", "chart_band_crossed")]
        );
        let hot = ChartRow {
            fuel: Some(Ends {
                low: GaugePressure::from_psi(5.0),
                high: GaugePressure::from_psi(18.0),
            }),
            ..row(6.0, (20.0, 25.0))
        };
        assert_eq!(codes(vec![hot]), [(0, "fuel_pressure", "chart_acetylene_over")]);
    }
}
