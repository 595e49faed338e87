//! Reading a published table between its rows: straight in the logarithms of both columns.

/// A table y(x) of positive values with rising x.
#[derive(Clone, Debug, PartialEq)]
pub struct LogTable {
    rows: Vec<(f64, f64)>, // ln x, ln y
}

impl LogTable {
    /// A table of `(x, y)`; `None` when it is empty, not positive or its x do not rise.
    #[must_use]
    pub fn new(rows: impl IntoIterator<Item = (f64, f64)>) -> Option<Self> {
        let rows: Vec<_> = rows.into_iter().collect();
        let positive = rows.iter().all(|(x, y)| *x > 0.0 && *y > 0.0);
        let rising = rows.windows(2).all(|pair| pair[0].0 < pair[1].0);
        (positive && rising && !rows.is_empty())
            .then(|| Self { rows: rows.into_iter().map(|(x, y)| (x.ln(), y.ln())).collect() })
    }

    /// The value at `x`. Outside the table it is the nearest row's: whoever calls checks the
    /// range first and says so.
    #[must_use]
    pub fn at(&self, x: f64) -> f64 {
        let x = x.ln();
        let upper = self.rows.partition_point(|(row, _)| *row < x);
        let last = self.rows.len() - 1;
        if upper == 0 || upper > last {
            return self.rows[upper.min(last)].1.exp();
        }
        let ((x_0, y_0), (x_1, y_1)) = (self.rows[upper - 1], self.rows[upper]);
        (y_0 + (y_1 - y_0) * (x - x_0) / (x_1 - x_0)).exp()
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_power_law_is_read_exactly_between_rows() {
        let table = LogTable::new([(1.0, 2.0), (4.0, 32.0)]);
        assert!(table.is_some_and(|t| (t.at(3.0) - 18.0).abs() < 1e-9));
    }

    #[test]
    fn falling_rows_are_no_table() {
        assert_eq!(LogTable::new([(2.0, 1.0), (1.0, 1.0)]), None);
        assert_eq!(LogTable::new([(1.0, 0.0)]), None);
    }
}
