//! Days and times as a shop writes them. `2026-11-03` and `3 Nov 2026` say their order themselves; of `03/11/2026` it is asked.

use time::{Date, Month, Time};

/// In which order day, month and year stand.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Order {
    /// 31/12/2026.
    DayMonthYear,
    /// 12/31/2026.
    MonthDayYear,
    /// 26/12/31.
    YearMonthDay,
}

/// A day as it was written.
#[derive(Clone, Copy, Debug, PartialEq)]
pub enum Written {
    /// It says its order itself; nothing where there is no such day.
    Clear(Option<Date>),
    /// Three numbers whose order must be asked.
    Unclear([i32; 3]),
}

impl Written {
    /// The day, in an order where it does not say its own.
    #[must_use]
    pub fn day(self, order: Order) -> Option<Date> {
        match self {
            Self::Clear(day) => day,
            Self::Unclear([a, b, c]) => match order {
                Order::DayMonthYear => date(c, b, a),
                Order::MonthDayYear => date(c, a, b),
                Order::YearMonthDay => date(a, b, c),
            },
        }
    }
}

/// A day; a year of two digits is of this century.
fn date(year: i32, month: i32, day: i32) -> Option<Date> {
    let year = if year < 100 { year + 2000 } else { year };
    let month = Month::try_from(u8::try_from(month).ok()?).ok()?;
    Date::from_calendar_date(year, month, u8::try_from(day).ok()?).ok()
}

const MONTHS: [&str; 12] =
    ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];

fn month_named(word: &str) -> Option<i32> {
    let at = MONTHS.iter().position(|name| word.to_lowercase().starts_with(name))?;
    i32::try_from(at + 1).ok()
}

/// Reads a day, and the time behind it if there is one.
#[must_use]
pub fn day(text: &str) -> Option<(Written, Option<Time>)> {
    let text = text.trim();
    let cut = text
        .find(':')
        .map_or(text.len(), |colon| text[..colon].rfind([' ', 'T']).unwrap_or(text.len()));
    let (day, time) = (text[..cut].trim(), text[cut..].trim_start_matches('T').trim());
    let time = if time.is_empty() { None } else { Some(clock(time)?) };
    let parts: Vec<&str> = day.split(['-', '/', '.', ' ', ',']).filter(|p| !p.is_empty()).collect();
    let [a, b, c] = parts.as_slice() else { return None };
    let number = |part: &str| part.parse::<i32>().ok().filter(|it| (0..=9_999).contains(it));
    let written = match (month_named(a), month_named(b)) {
        (Some(month), _) => Written::Clear(date(number(c)?, month, number(b)?)),
        (_, Some(month)) if a.len() == 4 => Written::Clear(date(number(a)?, month, number(c)?)),
        (_, Some(month)) => Written::Clear(date(number(c)?, month, number(a)?)),
        _ if a.len() == 4 => Written::Clear(date(number(a)?, number(b)?, number(c)?)),
        _ => Written::Unclear([number(a)?, number(b)?, number(c)?]),
    };
    Some((written, time))
}

/// Reads a time of day: `14:20`, `2:20 pm`, `14:20:05`.
#[must_use]
pub fn clock(text: &str) -> Option<Time> {
    let lower = text.trim().trim_end_matches('Z').to_lowercase();
    let half = if lower.ends_with("pm") { Some(12) } else { lower.ends_with("am").then_some(0) };
    let bare = lower.trim_end_matches(['a', 'p', 'm']).trim();
    let parts: Vec<u8> = bare.split(':').map(|part| part.parse().ok()).collect::<Option<_>>()?;
    let (hour, minute, second) = match parts.as_slice() {
        [hour, minute] => (*hour, *minute, 0),
        [hour, minute, second] => (*hour, *minute, *second),
        [hour] if half.is_some() => (*hour, 0, 0),
        _ => return None,
    };
    let hour = match half {
        Some(_) if !(1..=12).contains(&hour) => return None,
        Some(half) => hour % 12 + half,
        None => hour,
    };
    Time::from_hms(hour, minute, second).ok()
}

#[cfg(test)]
mod tests {
    use super::*;

    fn said(text: &str) -> Option<String> {
        let (written, time) = day(text)?;
        let Written::Clear(Some(day)) = written else { return None };
        Some(format!("{day} {}", time.map_or(String::new(), |time| time.to_string())))
    }

    #[test]
    fn a_day_that_says_its_order_is_read() {
        for text in
            ["2026-11-03", "2026/11/3", "3 Nov 2026", "Nov 3, 2026", "2026 nov 3", "3-Nov-26"]
        {
            assert_eq!(said(text).as_deref(), Some("2026-11-03 "), "{text}");
        }
        assert_eq!(said("2026-11-03T14:20").as_deref(), Some("2026-11-03 14:20:00.0"));
        assert_eq!(said("3 Nov 2026 2:20 pm").as_deref(), Some("2026-11-03 14:20:00.0"));
    }

    #[test]
    fn three_numbers_wait_for_their_order_and_impossible_days_are_none() {
        let (written, _) = day("03/11/26").unwrap();
        let days = [Order::DayMonthYear, Order::MonthDayYear, Order::YearMonthDay]
            .map(|order| written.day(order).unwrap().to_string());
        assert_eq!(days, ["2026-11-03", "2026-03-11", "2003-11-26"]);
        let (written, _) = day("31.12.2026").unwrap();
        assert_eq!(written.day(Order::MonthDayYear), None);
        assert_eq!(day("2026-02-30").unwrap().0, Written::Clear(None));
        for text in ["", "yesterday", "11/2026", "2026-11-03 25:00"] {
            assert_eq!(day(text), None, "{text}");
        }
    }

    #[test]
    fn noon_and_midnight_are_told_apart() {
        for (text, hour) in [("12:00 am", 0), ("12:30 pm", 12), ("1 pm", 13), ("00:15", 0)] {
            assert_eq!(clock(text).map(Time::hour), Some(hour), "{text}");
        }
        for text in ["13 pm", "25:00", "noon", "14"] {
            assert_eq!(clock(text), None, "{text}");
        }
    }
}
