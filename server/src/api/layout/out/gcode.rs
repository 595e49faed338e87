//! A layout as G-code. Source: ISO 6983-1, its preparatory words G0 to G4, G17, G20, G21, G40, G90, G94 and M2, from memory.
//!
//! The words for gas belong to a machine: the standard leaves them free, and the shop writes its own machine's in.

use std::fmt::Write;

use galvanon_core::cut::work::runs::RunPlan;
use galvanon_core::geometry::{Point, Segment, Turn};
use galvanon_core::layout::part::{Of, Part};
use galvanon_core::layout::paths::CutPath;

use crate::api::layout::out::drawn::{Drawn, OutUnit};
use crate::api::layout::post::Post;

/// The program.
pub(super) fn written(drawn: &Drawn<'_>, post: &Post) -> String {
    let digits = if drawn.unit == OutUnit::Mm { 4 } else { 6 };
    let mut program = Program {
        text: String::new(),
        by: drawn.unit.in_a_metre(),
        digits,
        feed: drawn.feed.map(|feed| feed * 60.0 * drawn.unit.in_a_metre()),
        feed_said: false,
    };
    program.head(drawn);
    if drawn.laid.is_none() {
        program.outline(drawn.part);
    }
    for (i, path) in drawn.paths().iter().enumerate() {
        program.path(i + 1, path, drawn.runs.map(|runs| &runs[i]), post);
    }
    program.line("M2");
    program.text
}

fn lines(points: &[Point]) -> Vec<Segment> {
    points.windows(2).map(|pair| Segment::line(pair[0], pair[1])).collect()
}

/// How a stretch is begun.
struct Begun<'a> {
    way_in: &'a [Point],
    /// Heating, s, where a plan knows it.
    heat: Option<f64>,
}

struct Program {
    text: String,
    by: f64,
    digits: usize,
    feed: Option<f64>,
    feed_said: bool,
}

impl Program {
    /// The part as it is drawn, for a look.
    fn outline(&mut self, part: &Part) {
        for (_, contour) in part.contours() {
            self.line("(outline: the kerf is not in it; do not burn)");
            self.fast(contour.start());
            self.along(&contour.segments);
        }
    }

    /// A path from 1, stretch by stretch: heated, cut, and out at its end.
    fn path(&mut self, place: usize, path: &CutPath, run: Option<&RunPlan>, post: &Post) {
        let name = match path.of {
            Of::Outer => "outline".to_owned(),
            Of::Hole(i) => format!("hole {}", i + 1),
            Of::Cut(i) => format!("cut {}", i + 1),
        };
        let start: &'static str = path.lead.start.into();
        self.line(&format!("(path {place}: {name}, {})", start.replace('_', " ")));
        let heat = run.map(|run| run.settings.start_preheat.set.as_s());
        let first = Begun { way_in: &path.lead.way_in, heat };
        let pierce = run.map(|run| run.pierce.as_s());
        let behind = path.tabs.iter().map(|tie| Begun { way_in: &tie.way_in, heat: pierce });
        let pieces = path.pieces();
        for (i, (begun, piece)) in [first].into_iter().chain(behind).zip(&pieces).enumerate() {
            if i > 0 {
                self.line(&format!("(behind tie {i}, pierce)"));
            }
            self.begin(&begun, piece.start(), post);
            self.along(&piece.segments);
            if i + 1 == pieces.len() {
                self.along(&lines(&path.lead.way_out));
            }
            self.line(&post.oxygen_off);
            self.line(&post.heat_off);
        }
    }

    fn head(&mut self, drawn: &Drawn<'_>) {
        self.line("(dry run first: torch unlit, cutting oxygen shut)");
        let name: String = drawn
            .part
            .name
            .chars()
            .filter(|c| c.is_ascii_alphanumeric() || " -_./".contains(*c))
            .collect();
        self.line(&format!("(part: {name})"));
        self.line("(the kerf is in the path: the machine's own kerf offset stays off)");
        if self.feed.is_none() {
            self.line("(no plan: feed and heating time are not known, set them at the machine)");
        }
        self.line("G17 G40 G90 G94");
        self.line(if drawn.unit == OutUnit::Mm { "G21" } else { "G20" });
    }

    fn line(&mut self, text: &str) {
        self.text.push_str(text);
        self.text.push('\n');
    }

    fn number(&self, m: f64) -> String {
        let text = format!("{:.*}", self.digits, m * self.by);
        // no nought is negative
        if text.trim_start_matches('-').bytes().all(|b| b == b'0' || b == b'.') {
            text.trim_start_matches('-').to_owned()
        } else {
            text
        }
    }

    fn fast(&mut self, to: Point) {
        let (x, y) = (self.number(to.x), self.number(to.y));
        self.line(&format!("G0 X{x} Y{y}"));
        self.feed_said = false;
    }

    fn begin(&mut self, begun: &Begun<'_>, start: Point, post: &Post) {
        self.fast(begun.way_in.first().copied().unwrap_or(start));
        self.line(&post.heat_on);
        if let Some(heat) = begun.heat {
            let time =
                if post.dwell_in_ms { (heat * 1e3).round() } else { (heat * 10.0).round() / 10.0 };
            self.line(&format!("G4 {}{time}", post.dwell));
        }
        self.line(&post.oxygen_on);
        self.along(&lines(begun.way_in));
    }

    fn along(&mut self, segments: &[Segment]) {
        for segment in segments {
            let (x, y) = (self.number(segment.to.x), self.number(segment.to.y));
            let mut words = match segment.arc {
                None => format!("G1 X{x} Y{y}"),
                Some(arc) => {
                    let word = if arc.turn == Turn::Left { "G3" } else { "G2" };
                    let to = arc.centre - segment.from;
                    format!("{word} X{x} Y{y} I{} J{}", self.number(to.x), self.number(to.y))
                }
            };
            if let Some(feed) = self.feed.filter(|_| !self.feed_said) {
                // writing into a string never fails
                let _ = write!(words, " F{feed:.2}");
                self.feed_said = true;
            }
            self.line(&words);
        }
    }
}
