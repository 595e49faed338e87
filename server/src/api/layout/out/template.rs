//! 1:1 templates to print, over as many sheets as the part takes. PDF by `krilla`.
//!
//! Sheets overlap by a strip with marks in it; each carries a bar to measure. The file is true within 0.2 %; paper and printer
//! are not: the bar says by how much.

use galvanon_core::geometry::{Bounds, Contour, Point};
use galvanon_core::layout::marks::MarkKind;
use galvanon_core::range::Range;
use krilla::Document;
use krilla::color::rgb;
use krilla::geom::{PathBuilder, Point as PdfPoint};
use krilla::num::NormalizedF32;
use krilla::page::PageSettings;
use krilla::paint::Stroke;
use krilla::surface::Surface;
use krilla::text::{Font, TextDirection};
use serde_json::json;

use crate::api::layout::out::drawn::{Drawn, OutUnit};
use crate::error::{ApiError, ApiResult};
use crate::http::fields::wrong_shape;

/// A sheet of paper.
#[derive(Clone, Copy, Debug, PartialEq, Eq, strum::IntoStaticStr, strum::VariantArray)]
#[strum(serialize_all = "snake_case")]
pub enum Paper {
    /// 210 by 297 mm. Source: ISO 216.
    A4,
    /// 297 by 420 mm. Source: ISO 216.
    A3,
    /// 8-1/2 by 11 in. Source: ANSI/ASME Y14.1, size A.
    Letter,
    /// 11 by 17 in. Source: ANSI/ASME Y14.1, size B.
    Tabloid,
}

impl Paper {
    /// Across and up, m.
    const fn size(self) -> Point {
        match self {
            Self::A4 => Point::new(0.210, 0.297),
            Self::A3 => Point::new(0.297, 0.420),
            Self::Letter => Point::new(0.2159, 0.2794),
            Self::Tabloid => Point::new(0.2794, 0.4318),
        }
    }
}

/// Printers leave so much white, m. Source: `ours`.
const MARGIN: f64 = 0.010;
/// Sheets overlap by so much, m. Source: `ours`.
const OVERLAP: f64 = 0.010;
/// The bar to measure, m.
const BAR: f64 = 0.200;
/// What a printed bar may measure, m. Source: `ours`: farther off it was printed to fit.
pub(super) const MEASURED: Range = Range::new("layout.template.bar", "m", 0.190, 0.210);
/// Room for words below, m. Source: `ours`.
const WORDS: f64 = 0.012;
/// Sheets at most: more is a plotter's job. Source: `ours`.
const MOST: f64 = 200.0;
/// A point is a 72nd of an inch.
const POINTS: f64 = 72.0 / 0.0254;
/// Arcs are drawn in pieces no farther off, m.
const FLAT: f64 = 2e-5;

const FONT: &[u8] = include_bytes!("../../../../assets/archivo-500-ascii.ttf");

/// How a part lies over sheets.
struct Tiling {
    paper: Point,
    /// What of a sheet is drawn on.
    window: Point,
    columns: u32,
    rows: u32,
    bounds: Bounds,
    /// Everything is drawn so much larger.
    scale: f64,
}

impl Tiling {
    fn of(bounds: Bounds, paper: Paper, scale: f64) -> ApiResult<Self> {
        let paper = paper.size();
        let room = Point::new(paper.x - 2.0 * MARGIN, paper.y - 2.0 * MARGIN - WORDS);
        // of the part a sheet shows less when it is drawn larger
        let window = room * (1.0 / scale);
        let count =
            |size: f64, window: f64| ((size - OVERLAP) / (window - OVERLAP)).ceil().max(1.0);
        let size = bounds.size();
        let (columns, rows) = (count(size.x, window.x), count(size.y, window.y));
        if columns * rows > MOST {
            let expected =
                format!("one that takes at most {MOST} sheets; this part takes {}", columns * rows);
            return Err(ApiError::Invalid(vec![wrong_shape("paper", &expected, json!(null))]));
        }
        #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "at most 200")]
        let (columns, rows) = (columns as u32, rows as u32);
        Ok(Self { paper, window, columns, rows, bounds, scale })
    }
}

/// By how much a sheet is drawn larger, so that a printer whose bar came out so long, m, prints it true.
pub(super) fn scale(bar: Option<f64>) -> f64 {
    bar.map_or(1.0, |measured| BAR / measured)
}

/// The file, drawn larger by a scale that a printed bar was measured for.
pub(super) fn written(drawn: &Drawn<'_>, paper: Paper, scale: f64) -> ApiResult<Vec<u8>> {
    let failed = |what: &str| ApiError::Internal(format!("template: {what}"));
    let tiling = Tiling::of(drawn.part.outer.bounds(), paper, scale)?;
    let font = Font::new(FONT.to_vec().into(), 0).ok_or_else(|| failed("its font"))?;
    let mut document = Document::new();
    for row in 0..tiling.rows {
        for column in 0..tiling.columns {
            #[allow(clippy::cast_possible_truncation, reason = "points of paper")]
            let points = |m: f64| (m * POINTS) as f32;
            let settings = PageSettings::from_wh(points(tiling.paper.x), points(tiling.paper.y))
                .ok_or_else(|| failed("its paper"))?;
            let mut page = document.start_page_with(settings);
            {
                let surface = page.surface();
                let mut sheet = Sheet { surface, font: &font, tiling: &tiling, column, row };
                sheet.draw(drawn);
                sheet.surface.finish();
            }
            page.finish();
        }
    }
    document.finish().map_err(|error| failed(&format!("{error:?}")))
}

struct Sheet<'s, 'a> {
    surface: Surface<'s>,
    font: &'a Font,
    tiling: &'a Tiling,
    column: u32,
    row: u32,
}

impl Sheet<'_, '_> {
    /// Lower left of what this sheet shows.
    fn corner(&self) -> Point {
        let step = |count: u32, window: f64| f64::from(count) * (window - OVERLAP);
        let window = self.tiling.window;
        self.tiling.bounds.low + Point::new(step(self.column, window.x), step(self.row, window.y))
    }

    /// A place of the part on the paper, in points from its upper left.
    fn on_paper(&self, at: Point) -> PdfPoint {
        let from = (at - self.corner()) * self.tiling.scale;
        self.at(Point::new(MARGIN + from.x, MARGIN + WORDS + from.y))
    }

    /// A place of the paper, m from its lower left, in points from its upper left.
    #[allow(clippy::cast_possible_truncation, reason = "points of paper")]
    fn at(&self, at: Point) -> PdfPoint {
        PdfPoint::from_xy((at.x * POINTS) as f32, ((self.tiling.paper.y - at.y) * POINTS) as f32)
    }

    fn stroke(&mut self, width_mm: f32) {
        #[allow(clippy::cast_possible_truncation, reason = "points of paper")]
        let width = width_mm * (POINTS / 1e3) as f32;
        self.surface.set_stroke(Some(Stroke {
            paint: rgb::Color::black().into(),
            width,
            opacity: NormalizedF32::ONE,
            ..Stroke::default()
        }));
        self.surface.set_fill(None);
    }

    fn lines(&mut self, points: &[PdfPoint]) {
        let mut path = PathBuilder::new();
        for (i, at) in points.iter().enumerate() {
            if i == 0 { path.move_to(at.x, at.y) } else { path.line_to(at.x, at.y) }
        }
        if let Some(path) = path.finish() {
            self.surface.draw_path(&path);
        }
    }

    fn words(&mut self, at: Point, size: f32, words: &str) {
        self.surface.set_stroke(None);
        self.surface.set_fill(Some(krilla::paint::Fill::default()));
        let place = self.at(at);
        let font = self.font.clone();
        self.surface.draw_text(place, font, size, words, false, TextDirection::Auto);
    }

    fn contour(&mut self, contour: &Contour) {
        let window = Bounds {
            low: self.corner() - Point::new(MARGIN, MARGIN),
            high: self.corner() + self.tiling.window + Point::new(MARGIN, MARGIN),
        };
        if !contour.bounds().meets(&window) {
            return;
        }
        let points: Vec<PdfPoint> =
            contour.flattened(FLAT).into_iter().map(|at| self.on_paper(at)).collect();
        self.lines(&points);
    }

    fn draw(&mut self, drawn: &Drawn<'_>) {
        self.stroke(0.2);
        for (_, contour) in drawn.part.contours() {
            self.contour(contour);
        }
        self.stroke(0.15);
        for mark in drawn.marks(None).marks.iter().filter(|mark| mark.kind == MarkKind::Centre) {
            self.cross(self.tiling.bounds.low + mark.at);
        }
        self.overlaps();
        self.bar();
        let (column, row) = (self.column + 1, self.row + 1);
        let (columns, rows) = (self.tiling.columns, self.tiling.rows);
        let name: String = drawn.part.name.chars().filter(|c| (' '..='~').contains(c)).collect();
        let unit = if drawn.unit == OutUnit::Mm { "200 mm" } else { "200 mm = 7.874 in" };
        let words = format!(
            "{name}   sheet {column} of {columns} across, {row} of {rows} up   print at 100 %; this bar is {unit}: measure it"
        );
        self.words(Point::new(MARGIN, MARGIN + 0.004), 8.0, &words);
    }

    fn cross(&mut self, at: Point) {
        let (across, up) = (Point::new(0.004, 0.0), Point::new(0.0, 0.004));
        for arm in [across, up] {
            let ends = [self.on_paper(at - arm), self.on_paper(at + arm)];
            self.lines(&ends);
        }
    }

    /// Where the next sheet lies over this one: crosses on its corners, and a line.
    fn overlaps(&mut self) {
        let (low, window) = (self.corner(), self.tiling.window);
        let high = low + window;
        let (left, below) = (self.column > 0, self.row > 0);
        let (right, above) =
            (self.column + 1 < self.tiling.columns, self.row + 1 < self.tiling.rows);
        let inset = OVERLAP / 2.0;
        let upright = [(left, low.x + inset), (right, high.x - inset)];
        for (_, x) in upright.into_iter().filter(|(is, _)| *is) {
            for y in [low.y + window.y * 0.25, low.y + window.y * 0.75] {
                self.cross(Point::new(x, y));
            }
        }
        let level = [(below, low.y + inset), (above, high.y - inset)];
        for (_, y) in level.into_iter().filter(|(is, _)| *is) {
            for x in [low.x + window.x * 0.25, low.x + window.x * 0.75] {
                self.cross(Point::new(x, y));
            }
        }
    }

    /// Along the foot where it has room, else up the side.
    fn bar(&mut self) {
        let flat = self.tiling.paper.x - 2.0 * MARGIN >= BAR * self.tiling.scale;
        let (from, way) = if flat {
            (Point::new(MARGIN, MARGIN + 0.010), Point::new(1.0, 0.0))
        } else {
            (Point::new(MARGIN - 0.004, MARGIN + WORDS), Point::new(0.0, 1.0))
        };
        let to = from + way * (BAR * self.tiling.scale);
        let tick = way.left() * 0.002;
        self.stroke(0.3);
        for (a, b) in [(from, to), (from - tick, from + tick), (to - tick, to + tick)] {
            let ends = [self.at(a), self.at(b)];
            self.lines(&ends);
        }
    }
}
