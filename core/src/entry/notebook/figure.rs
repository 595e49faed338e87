//! A figure of a notebook with the unit it may carry itself: `12,5`, `1-1/4"`, `18 ipm`, `1:20`.

use crate::entry::token::{Form, TokenKind, tokens};

/// What stands before the tenths.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Decimal {
    /// 12.5; a comma parts thousands.
    Point,
    /// 12,5; a point parts thousands.
    Comma,
}

/// A figure as it was written.
#[derive(Clone, Debug, PartialEq)]
pub struct Figure {
    /// Its value, in the unit beside it.
    pub value: f64,
    /// Its own unit in small letters; seconds for `1:20`; none where it is bare.
    pub unit: Option<String>,
}

/// Whether thousands are parted as they should be: `1,234`, `12,345,678`.
fn parted(whole: &str, sign: char) -> bool {
    let mut groups = whole.split(sign);
    let first = groups.next().is_some_and(|group| (1..=3).contains(&group.len()));
    first && groups.all(|group| group.len() == 3 && group.bytes().all(|b| b.is_ascii_digit()))
}

/// A number whose tenths stand behind a point or a comma.
fn number(text: &str, decimal: Option<Decimal>) -> Result<f64, &'static str> {
    let plain = match decimal {
        // without a comma there is nothing to ask
        None if text.contains(',') => return Err("decimal_unclear"),
        None => text.to_owned(),
        Some(Decimal::Point) => {
            let whole = text.split('.').next().unwrap_or_default();
            if text.contains(',') && !parted(whole, ',') {
                return Err("cell_mixed_decimal");
            }
            text.replace(',', "")
        }
        Some(Decimal::Comma) => {
            let whole = text.split(',').next().unwrap_or_default();
            if text.matches(',').count() > 1 || (whole.contains('.') && !parted(whole, '.')) {
                return Err("cell_mixed_decimal");
            }
            text.replace('.', "").replace(',', ".")
        }
    };
    match tokens(&plain).as_slice() {
        [piece] => match piece.kind {
            TokenKind::Number(number) if number.form != Form::Unclear => Ok(number.value),
            TokenKind::Number(_) => Err("unclear_number"),
            _ => Err("cell_not_a_figure"),
        },
        _ => Err("cell_not_a_figure"),
    }
}

/// Minutes and seconds, or hours before them, in seconds.
fn clocked(text: &str) -> Option<f64> {
    let parts: Vec<u32> =
        text.split(':').map(|part| part.trim().parse().ok()).collect::<Option<_>>()?;
    let small = |part: &u32| *part < 60;
    match parts.as_slice() {
        [minutes, seconds] if small(seconds) => Some(f64::from(minutes * 60 + seconds)),
        [hours, minutes, seconds] if small(minutes) && small(seconds) => {
            Some(f64::from(hours * 3_600 + minutes * 60 + seconds))
        }
        _ => None,
    }
}

/// Reads a figure.
///
/// # Errors
/// The code of a sentence: `decimal_unclear` where it must be asked what a comma stands for, `cell_mixed_decimal`
/// where it was answered and this cell is written otherwise, `unclear_number`, `cell_not_a_figure`.
pub fn figure(text: &str, decimal: Option<Decimal>) -> Result<Figure, &'static str> {
    let text = text.trim();
    if text.contains(':') {
        let value = clocked(text).ok_or("cell_not_a_figure")?;
        return Ok(Figure { value, unit: Some("s".into()) });
    }
    let unit_at = text.find(|c: char| c.is_alphabetic() || c == '"' || c == '″');
    let (figure, unit) = text.split_at(unit_at.unwrap_or(text.len()));
    let unit = unit.trim().trim_end_matches('.').to_lowercase();
    let unit = match unit.as_str() {
        "" => None,
        "\"" | "″" => Some("in".to_owned()),
        _ => Some(unit),
    };
    Ok(Figure { value: number(figure.trim(), decimal)?, unit })
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_figure_is_read_with_its_own_unit() {
        for (text, value, unit) in [
            ("12", 12.0, None),
            ("1-1/4\"", 1.25, Some("in")),
            ("3/4 in", 0.75, Some("in")),
            ("18 ipm", 18.0, Some("ipm")),
            ("2.5 min.", 2.5, Some("min")),
            ("1:20", 80.0, Some("s")),
            ("1:00:05", 3_605.0, Some("s")),
            ("3 ft3", 3.0, Some("ft3")),
        ] {
            let read = figure(text, None).unwrap();
            assert_eq!((read.value, read.unit.as_deref()), (value, unit), "{text}");
        }
    }

    #[test]
    fn a_comma_is_asked_and_then_taken_as_it_was_answered() {
        assert_eq!(figure("1,500", None), Err("decimal_unclear"));
        let read = |text: &str, decimal| figure(text, Some(decimal)).map(|figure| figure.value);
        assert_eq!(read("1,500", Decimal::Point), Ok(1_500.0));
        assert_eq!(read("1,500", Decimal::Comma), Ok(1.5));
        assert_eq!(read("1.234,5 mm", Decimal::Comma), Ok(1_234.5));
        assert_eq!(read("1,23", Decimal::Point), Err("cell_mixed_decimal"));
        assert_eq!(read("1,2,3", Decimal::Comma), Err("cell_mixed_decimal"));
        assert_eq!(read("1.2,3", Decimal::Comma), Err("cell_mixed_decimal"));
    }

    #[test]
    fn what_is_no_figure_says_so() {
        for text in ["fast", "1:75", "12 14", "1:", "--"] {
            assert_eq!(figure(text, None), Err("cell_not_a_figure"), "{text}");
        }
    }
}
