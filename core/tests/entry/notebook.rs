//! A shop's notebook: what is asked, what is read, and each faulty cell by its place.

use galvanon_core::code::Code;
use galvanon_core::cut::Process;
use galvanon_core::entry::column::Said;
use galvanon_core::entry::notebook::{
    Answered, Ask, Decimal, Entry, Notebook, Order, Role, What, read,
};
use galvanon_core::entry::table;
use galvanon_core::gas::fuel::Fuel;
use galvanon_core::record::done::Outcome;
use proptest::prelude::*;

fn notebook(text: &str, answered: &Answered) -> Notebook {
    read(&table::read(text).expect("a table"), answered)
}

fn whats(found: &Notebook) -> Vec<What> {
    found.asks.iter().map(|ask| ask.what).collect()
}

const OWN: &str = "Date,Who,Plate,Gas,How,Preheat (s),Pace (ipm),Kerf,Edge,Remarks
2026-11-03,Lil,3/4\",acetylene,by hand,14,11.5,1/16 in,good,
3 Nov 2026 14:20,Tom,20 mm,Propane,carriage,1:05,300 mm/min,2 mm,bad,tip dirty
";

#[test]
fn a_notebook_that_says_its_units_is_read_without_a_question() {
    let found = notebook(OWN, &Answered::default());
    assert_eq!((found.asks.len(), found.faults.len(), found.entries.len()), (0, 0, 2), "{found:?}");
    let (first, second) = (&found.entries[0], &found.entries[1]);
    let near = |entry: &Entry, role, value: f64| {
        let read = entry.figure(role).expect("a figure");
        assert!((read - value).abs() < 1e-9, "{role:?}: {read} is not {value}");
    };
    near(first, Role::Thickness, 0.75 * 0.0254);
    near(first, Role::Kerf, 0.0254 / 16.0);
    near(first, Role::Pace, 11.5 * 0.0254 / 60.0);
    near(first, Role::Start, 14.0);
    near(second, Role::Thickness, 0.020);
    near(second, Role::Pace, 0.3 / 60.0);
    near(second, Role::Start, 65.0);
    assert_eq!((first.fuel, first.process), (Some(Fuel::Acetylene), Some(Process::Freehand)));
    assert_eq!((second.fuel, second.process), (Some(Fuel::Propane), Some(Process::Machine)));
    assert_eq!((first.outcome, second.outcome), (Some(Outcome::Good), Some(Outcome::Poor)));
    assert_eq!(
        (second.words(Role::Person), second.words(Role::Note)),
        (Some("Tom"), Some("tip dirty"))
    );
    let days = [first, second].map(|entry| entry.day.map(|day| day.to_string()));
    assert_eq!(days, [Some("2026-11-03".into()), Some("2026-11-03".into())]);
    assert_eq!(second.clock.map(|clock| (clock.hour(), clock.minute())), Some((14, 20)));
    assert_eq!((first.row, second.row), (2, 3));
}

#[test]
fn days_in_three_orders_are_asked_with_what_each_would_leave_unread() {
    let text = "date;pace (mm/min)\n03/11/2026;300\n25/11/2026;310\n";
    let found = notebook(text, &Answered::default());
    assert_eq!(whats(&found), [What::Dates]);
    assert!(found.entries.is_empty(), "nothing is read before it is answered");
    let Ask { column, example, choices, .. } = &found.asks[0];
    assert_eq!((*column, example.as_str()), (0, "03/11/2026"));
    let unread = [("day_month_year", 0), ("month_day_year", 1), ("year_month_day", 2)];
    assert_eq!(choices.as_slice(), unread);
    let answered = Answered { dates: Some(Order::DayMonthYear), ..Answered::default() };
    let read = notebook(text, &answered);
    let days: Vec<_> = read.entries.iter().map(|it| it.day.unwrap().to_string()).collect();
    assert_eq!(days, ["2026-11-03", "2026-11-25"]);
    let other = Answered { dates: Some(Order::MonthDayYear), ..Answered::default() };
    let read = notebook(text, &other);
    assert_eq!((read.faults[0].row, read.faults[0].code), (3, "cell_not_a_date"));
}

#[test]
fn a_comma_and_a_bare_figure_are_asked() {
    let text = "date;pace;preheat (s)\n2026-11-03;300,5;12,5\n2026-11-04;280;9\n";
    let found = notebook(text, &Answered::default());
    assert_eq!(whats(&found), [What::Decimal, What::Unit]);
    let units: Vec<&str> = found.asks[1].choices.iter().map(|(unit, _)| *unit).collect();
    assert_eq!(units, ["in/min", "mm/min", "cm/min", "m/min"]);
    let of_pace = Said { role: None, unit: Some("mm/min".into()) };
    let columns = vec![Said::default(), of_pace];
    let answered = Answered { columns, decimal: Some(Decimal::Comma), dates: None };
    let read = notebook(text, &answered);
    assert!(read.asks.is_empty() && read.faults.is_empty(), "{read:?}");
    let first = read.entries[0].figure(Role::Start);
    assert_eq!(first, Some(12.5));
}

#[test]
fn a_faulty_cell_is_told_by_its_place_and_the_rest_of_its_row_is_kept() {
    let text = "date,plate (mm),gas,how,edge,preheat (s),kerf (mm)
2026-02-30,20,coal,fast,great,warm,2 kg
,20,propane,guided,lost,4,2
";
    let found = notebook(text, &Answered::default());
    let told: Vec<_> =
        found.faults.iter().map(|it| (it.row, it.column.as_str(), it.code)).collect();
    assert_eq!(
        told,
        [
            (2, "date", "cell_not_a_date"),
            (2, "gas", "cell_unknown_fuel"),
            (2, "how", "cell_unknown_process"),
            (2, "edge", "cell_unknown_outcome"),
            (2, "preheat (s)", "cell_not_a_figure"),
            (2, "kerf (mm)", "cell_unknown_unit"),
            (3, "date", "cell_missing"),
        ]
    );
    assert_eq!(found.entries.len(), 2);
    assert_eq!(found.entries[0].figure(Role::Thickness), Some(0.02));
}

#[test]
fn a_table_that_is_no_notebook_says_so() {
    let code = |text: &str| notebook(text, &Answered::default()).faults[0].code;
    assert_eq!(code("pace (mm/min)\n300\n"), "column_missing");
    assert_eq!(code("date,pace (mm/min)\n"), "notebook_empty");
    assert_eq!(code("date,pace (ipm),speed (ipm)\n2026-11-03,9,9\n"), "column_twice");
    assert_eq!(
        notebook("date,note\n2026-11-03,x,9\n", &Answered::default()).faults[0].code,
        "row_too_long"
    );
}

#[test]
fn a_person_says_what_a_column_holds() {
    let text = "a,b\n2026-11-03,14\n";
    let said = |role, unit: Option<&str>| Said { role: Some(role), unit: unit.map(str::to_owned) };
    let columns = vec![said(Role::Date, None), said(Role::Start, Some("s"))];
    let found = notebook(text, &Answered { columns, ..Answered::default() });
    assert_eq!(found.entries[0].figure(Role::Start), Some(14.0), "{found:?}");
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(128))]

    /// The same burn, however a shop writes its numbers, parts its cells and orders its days.
    #[test]
    fn the_way_of_writing_does_not_matter(
        day in 1u8..=28, month in 1u8..=12,
        pace in 1_000u32..30_000,
        (comma, order, tab) in (any::<bool>(), 0usize..3, any::<bool>()),
    ) {
        let separator = if tab { "\t" } else { ";" };
        let (whole, tenths) = (pace / 10, pace % 10);
        let thousands = |sign: &str| if whole < 1_000 {
            whole.to_string()
        } else {
            format!("{}{sign}{:03}", whole / 1_000, whole % 1_000)
        };
        let figure = if comma {
            format!("{},{tenths}", thousands("."))
        } else {
            format!("{}.{tenths}", thousands(","))
        };
        let date = [
            format!("{day:02}/{month:02}/2026"),
            format!("{month}/{day}/2026"),
            format!("26-{month:02}-{day:02}"),
        ][order].clone();
        let text = format!("date{separator}pace (mm/min)\n{date}{separator}{figure}\n");
        let decimal = Some(if comma { Decimal::Comma } else { Decimal::Point });
        let answered = Answered { dates: Some(Order::ALL[order]), decimal, columns: vec![] };
        let found = notebook(&text, &answered);
        prop_assert!(found.faults.is_empty(), "{text}: {found:?}");
        let read = found.entries[0].day.unwrap();
        prop_assert_eq!((read.day(), u8::from(read.month())), (day, month));
        let pace_read = found.entries[0].figure(Role::Pace).unwrap() * 60e3;
        prop_assert!((pace_read - f64::from(pace) / 10.0).abs() < 1e-6);
    }

    /// Whatever is pasted is read or refused at its place, and never panics.
    #[test]
    fn nothing_that_is_pasted_breaks_the_reader(text in "date[,;]pace[,;]time\n([ -~é½″]{0,12}[,;\n]){0,20}") {
        if let Ok(table) = table::read(&text) {
            let found = read(&table, &Answered::default());
            prop_assert!(found.faults.iter().all(|fault| fault.row >= 1));
        }
    }
}
