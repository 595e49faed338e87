//! What a line of quick entry says, and how it is said back: [`Understood::echo`] reads the same again.

use std::ops::Range;

use crate::code::Code;
use crate::cut::{Process, Quality, Start, Stroke};
use crate::entry::measure::TypedLength;
use crate::entry::work::said::SaidWork;
use crate::gas::fuel::Fuel;
use crate::quantity::{Angle, Temperature};
use crate::section::asked::CutKind;
use crate::steel::surface::Surface;

/// A shape that a line names, with its cut.
#[derive(Clone, Debug, Default, PartialEq)]
pub struct SaidSection {
    /// Its name as it is ordered.
    pub profile: String,
    /// Which cut.
    pub kind: Option<CutKind>,
    /// Length of the piece.
    pub piece: Option<TypedLength>,
    /// Length of the drop.
    pub drop: Option<TypedLength>,
    /// Along the shape.
    pub length: Option<TypedLength>,
    /// From the outer face.
    pub depth: Option<TypedLength>,
    /// Of an opening, along the shape.
    pub width: Option<TypedLength>,
    /// Of an opening, across the web.
    pub height: Option<TypedLength>,
    /// Of a round opening.
    pub diameter: Option<TypedLength>,
    /// Of inner corners.
    pub radius: Option<TypedLength>,
    /// What a saddle is fitted to.
    pub header: Option<TypedLength>,
    /// Which flanges.
    pub flanges: Option<&'static str>,
    /// Only the near side is in reach.
    pub one_side: bool,
    /// Whether it is open at both ends.
    pub ends_open: Option<bool>,
}

impl SaidSection {
    /// The cut: square where nothing else is said.
    #[must_use]
    pub fn kind(&self) -> CutKind {
        self.kind.unwrap_or(CutKind::Square)
    }

    fn echo(&self) -> Vec<String> {
        let measure = |length: Option<TypedLength>, word: &str| {
            length.map(|length| format!("{} {word}", length.echo()))
        };
        let kind = match self.kind() {
            CutKind::AccessHole => "access hole",
            CutKind::WebOpening => "opening",
            kind => kind.code(),
        };
        let flanges = self.flanges.map(|which| match which {
            "both" => "both flanges".to_owned(),
            one => format!("{one} flange"),
        });
        [
            Some(self.profile.clone()),
            Some(kind.to_owned()),
            measure(self.depth, "deep"),
            measure(self.width, "wide"),
            measure(self.height, "high"),
            measure(self.diameter, "dia"),
            measure(self.length, "long"),
            measure(self.radius, "radius"),
            measure(self.header, "header"),
            flanges,
            self.piece.map(|length| length.echo()),
            measure(self.drop, "drop"),
            self.one_side.then(|| "one side".to_owned()),
            self.ends_open.map(|open| if open { "open ends" } else { "closed ends" }.to_owned()),
        ]
        .into_iter()
        .flatten()
        .collect()
    }
}

/// What a line says; `None` where it says nothing.
#[derive(Clone, Debug, Default, PartialEq)]
pub struct Understood {
    /// A shape in place of a plate.
    pub section: Option<SaidSection>,
    /// Other work in place of a cut.
    pub work: Option<SaidWork>,
    /// How many pieces.
    pub count: Option<u32>,
    /// Plate thickness.
    pub thickness: Option<TypedLength>,
    /// Length of cut.
    pub length: Option<TypedLength>,
    /// What the torch does, where it is no cut through.
    pub stroke: Option<Stroke>,
    /// How the torch is moved.
    pub process: Option<Process>,
    /// The near face.
    pub surface: Option<Surface>,
    /// The far face.
    pub back_surface: Option<Surface>,
    /// Where the cut begins.
    pub start: Option<Start>,
    /// What the edge is for.
    pub quality: Option<Quality>,
    /// From square.
    pub bevel: Option<Angle>,
    /// Which fuel.
    pub fuel: Option<Fuel>,
    /// Grade by its short name.
    pub grade: Option<&'static str>,
    /// Temperature of the plate.
    pub plate_temperature: Option<Temperature>,
    /// Oxygen purity, a part of the whole.
    pub oxygen_purity: Option<f64>,
}

/// What a part of the text was taken for.
#[derive(Clone, Debug, PartialEq)]
pub struct Mark {
    /// Its bytes in the text.
    pub span: Range<usize>,
    /// Which part of [`Understood`].
    pub part: &'static str,
    /// Code of what was assumed on the way, to be said back.
    pub assumed: Option<&'static str>,
}

impl Mark {
    /// Taken for a part, with nothing assumed.
    pub(super) const fn plain(part: &'static str, span: Range<usize>) -> Self {
        Self { part, span, assumed: None }
    }
}

/// Something that must be asked or mended.
#[derive(Clone, Debug, PartialEq)]
pub struct Problem {
    /// Code of its sentence.
    pub code: &'static str,
    /// Its bytes in the text; `None` when something is missing.
    pub span: Option<Range<usize>>,
    /// Texts that would mend it: in place of the span, or at the end of the line.
    pub offers: Vec<String>,
}

/// A line, read.
#[derive(Clone, Debug, Default, PartialEq)]
pub struct Line {
    /// What it says.
    pub understood: Understood,
    /// Where.
    pub marks: Vec<Mark>,
    /// What must be asked. A line without problems can be planned.
    pub problems: Vec<Problem>,
}

impl Understood {
    /// The line said back in full; it reads the same again.
    #[must_use]
    pub fn echo(&self) -> String {
        let count = self.count.map_or(String::new(), |count| format!("{count}x "));
        if let Some(work) = &self.work {
            let fuel = self.fuel.map(|fuel| format!(", {}", fuel.code().replace('_', " ")));
            return format!("{count}{}{}", work.echo(), fuel.unwrap_or_default());
        }
        let thickness = self.thickness.map(|l| format!("{} plate", l.echo()));
        let faces = self.surface.map(|s| face_words(s).to_owned());
        let behind = if self.section.is_some() { "inside" } else { "back" };
        let back = self.back_surface.map(|s| format!("{behind} {}", face_words(s)));
        let bevelled = self.section.as_ref().is_some_and(|it| it.kind() != CutKind::Bevel);
        let slant = if bevelled { "deg" } else { "deg bevel" };
        let shape = self.section.as_ref().map_or_else(Vec::new, SaidSection::echo);
        let parts = [
            thickness,
            self.length.map(|l| {
                if self.thickness.is_some() { l.echo() } else { format!("{} long", l.echo()) }
            }),
            self.stroke.map(|stroke| stroke_words(stroke).to_owned()),
            self.process.map(|p| p.code().to_owned()),
            faces,
            back,
            self.start.map(|s| start_words(s).to_owned()),
            self.bevel.map(|b| format!("{} {slant}", round(b.as_deg()))),
            self.quality.map(|q| q.code().to_owned()),
            self.fuel.map(|f| f.code().replace('_', " ")),
            self.grade.map(grade_words),
            self.plate_temperature.map(|t| format!("{} degC", round(t.as_c()))),
            self.oxygen_purity.map(|p| format!("{} %", round(p * 100.0))),
        ];
        let all: Vec<String> = shape.into_iter().chain(parts.into_iter().flatten()).collect();
        format!("{count}{}", all.join(", "))
    }
}

/// Nine digits: finer than anyone types, coarser than the rounding of a conversion.
fn round(value: f64) -> f64 {
    (value * 1e9).round() / 1e9
}

const fn face_words(surface: Surface) -> &'static str {
    match surface {
        Surface::Clean => "clean",
        Surface::MillScale => "mill scale",
        Surface::LightRust => "light rust",
        Surface::HeavyRust => "heavy rust",
        Surface::Paint => "paint",
        Surface::Galvanised => "galvanised",
    }
}

const fn stroke_words(stroke: Stroke) -> &'static str {
    match stroke {
        Stroke::Cut => "cut",
        Stroke::Gouge => "gouge",
        Stroke::Wash => "wash off",
        Stroke::Head => "bolt head",
        Stroke::Nut => "nut",
    }
}

const fn start_words(start: Start) -> &'static str {
    match start {
        Start::Edge => "edge start",
        Start::DrilledHole => "drilled hole",
        Start::Pierce => "pierce",
    }
}

/// A grade that is a bare number needs a word beside it to be read as one.
fn grade_words(grade: &str) -> String {
    if grade.starts_with(|c: char| c.is_ascii_digit()) {
        format!("grade {grade}")
    } else {
        grade.to_owned()
    }
}
