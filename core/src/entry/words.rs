//! The words of the trade that a line may hold, and what each says.

use strsim::levenshtein;

use crate::cut::{Process, Quality, Start, Stroke};
use crate::gas::fuel::Fuel;
use crate::section::asked::CutKind;
use crate::steel::surface::Surface;

/// What a phrase says.
#[derive(Clone, Copy, Debug, PartialEq)]
pub enum Says {
    /// How the torch is moved.
    Process(Process),
    /// What a face carries; true when the plain word was taken for the light kind.
    Surface(Surface, bool),
    /// What follows or came before is on the far face.
    Back,
    /// On both faces.
    Both,
    /// Where the cut begins.
    Start(Start),
    /// What the edge is for.
    Quality(Quality),
    /// Which fuel.
    Fuel(Fuel),
    /// The length beside it is the thickness.
    Thickness,
    /// The length beside it is the length of cut.
    Length,
    /// The angle beside it is the bevel.
    Bevel,
    /// The number before it counts pieces.
    Pieces,
    /// What the torch does, where it is no cut through.
    Stroke(Stroke),
    /// What the steel is, is not known: it is tried at the bench.
    UnknownSteel,
    /// A part that is laid out from its dimensions, which a line cannot say yet.
    LaidOut,
    /// Which cut of a shape.
    Kind(CutKind),
    /// The length beside it is this measure of a cut.
    Measure(CutMeasure),
    /// Which flange of a shape.
    Flanges(&'static str),
    /// Only the near side is in reach.
    OneSide,
    /// Whether a tube is open at both ends.
    EndsOpen(bool),
    /// The number beside it is an angle; nothing by itself.
    Slant,
    /// Nothing by itself.
    Filler,
}

/// A measure of a cut through a shape.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum CutMeasure {
    /// From the outer face.
    Depth,
    /// Along the shape.
    Width,
    /// Across the web.
    Height,
    /// Of a round opening.
    Diameter,
    /// Of an inner corner.
    Radius,
    /// Of the round that a saddle is fitted to.
    Header,
    /// Length of the drop.
    Drop,
}

/// Every phrase, longest first within a beginning.
const PHRASES: &[(&str, Says)] = &[
    ("free hand", Says::Process(Process::Freehand)),
    ("freehand", Says::Process(Process::Freehand)),
    ("by hand", Says::Process(Process::Freehand)),
    ("hand", Says::Process(Process::Freehand)),
    ("guided", Says::Process(Process::Guided)),
    ("guide", Says::Process(Process::Guided)),
    ("straightedge", Says::Process(Process::Guided)),
    ("straight edge", Says::Process(Process::Guided)),
    ("machine", Says::Process(Process::Machine)),
    ("carriage", Says::Process(Process::Machine)),
    ("track", Says::Process(Process::Machine)),
    ("clean", Says::Surface(Surface::Clean, false)),
    ("mill scale", Says::Surface(Surface::MillScale, false)),
    ("scale", Says::Surface(Surface::MillScale, true)),
    ("light rust", Says::Surface(Surface::LightRust, false)),
    ("heavy rust", Says::Surface(Surface::HeavyRust, false)),
    ("rust", Says::Surface(Surface::LightRust, true)),
    ("rusty", Says::Surface(Surface::LightRust, true)),
    ("paint", Says::Surface(Surface::Paint, false)),
    ("painted", Says::Surface(Surface::Paint, false)),
    ("primer", Says::Surface(Surface::Paint, false)),
    ("primed", Says::Surface(Surface::Paint, false)),
    ("galvanised", Says::Surface(Surface::Galvanised, false)),
    ("galvanized", Says::Surface(Surface::Galvanised, false)),
    ("galv", Says::Surface(Surface::Galvanised, false)),
    ("zinc", Says::Surface(Surface::Galvanised, false)),
    ("both sides", Says::Both),
    ("both faces", Says::Both),
    ("back", Says::Back),
    ("behind", Says::Back),
    ("edge start", Says::Start(Start::Edge)),
    ("from edge", Says::Start(Start::Edge)),
    ("drilled hole", Says::Start(Start::DrilledHole)),
    ("drilled", Says::Start(Start::DrilledHole)),
    ("hole start", Says::Start(Start::DrilledHole)),
    ("from hole", Says::Start(Start::DrilledHole)),
    ("pierce", Says::Start(Start::Pierce)),
    ("pierced", Says::Start(Start::Pierce)),
    ("fine", Says::Quality(Quality::Fine)),
    ("standard", Says::Quality(Quality::Standard)),
    ("severance", Says::Quality(Quality::Severance)),
    ("sever", Says::Quality(Quality::Severance)),
    ("rough", Says::Quality(Quality::Severance)),
    ("scrap", Says::Quality(Quality::Severance)),
    ("acetylene", Says::Fuel(Fuel::Acetylene)),
    ("propane", Says::Fuel(Fuel::Propane)),
    ("propylene", Says::Fuel(Fuel::Propylene)),
    ("natural gas", Says::Fuel(Fuel::NaturalGas)),
    ("natural_gas", Says::Fuel(Fuel::NaturalGas)),
    ("natgas", Says::Fuel(Fuel::NaturalGas)),
    ("plate", Says::Thickness),
    ("pl", Says::Thickness),
    ("flat", Says::Thickness),
    ("flat bar", Says::Thickness),
    ("bar", Says::Thickness),
    ("sheet", Says::Thickness),
    ("gouge", Says::Stroke(Stroke::Gouge)),
    ("gouging", Says::Stroke(Stroke::Gouge)),
    ("wash", Says::Stroke(Stroke::Wash)),
    ("wash off", Says::Stroke(Stroke::Wash)),
    ("washing", Says::Stroke(Stroke::Wash)),
    ("backing bar", Says::Stroke(Stroke::Wash)),
    ("backing strip", Says::Stroke(Stroke::Wash)),
    ("bolt head", Says::Stroke(Stroke::Head)),
    ("bolt heads", Says::Stroke(Stroke::Head)),
    ("rivet", Says::Stroke(Stroke::Head)),
    ("rivets", Says::Stroke(Stroke::Head)),
    ("rivet head", Says::Stroke(Stroke::Head)),
    ("nut", Says::Stroke(Stroke::Nut)),
    ("nuts", Says::Stroke(Stroke::Nut)),
    ("unknown steel", Says::UnknownSteel),
    ("unknown", Says::UnknownSteel),
    ("hole", Says::LaidOut),
    ("holes", Says::LaidOut),
    ("circle", Says::LaidOut),
    ("circles", Says::LaidOut),
    ("strips", Says::LaidOut),
    ("lug", Says::LaidOut),
    ("lugs", Says::LaidOut),
    ("ring", Says::LaidOut),
    ("disc", Says::LaidOut),
    ("gusset", Says::LaidOut),
    ("bracket", Says::LaidOut),
    ("angle", Says::Slant),
    ("tilt", Says::Slant),
    ("thick", Says::Thickness),
    ("thk", Says::Thickness),
    ("long", Says::Length),
    ("length", Says::Length),
    ("cut", Says::Length),
    ("bevel", Says::Bevel),
    ("bevelled", Says::Bevel),
    ("beveled", Says::Bevel),
    ("square", Says::Kind(CutKind::Square)),
    ("mitre", Says::Kind(CutKind::Mitre)),
    ("miter", Says::Kind(CutKind::Mitre)),
    ("mitred", Says::Kind(CutKind::Mitre)),
    ("mitered", Says::Kind(CutKind::Mitre)),
    ("cope", Says::Kind(CutKind::Cope)),
    ("coped", Says::Kind(CutKind::Cope)),
    ("notch", Says::Kind(CutKind::Cope)),
    ("access hole", Says::Kind(CutKind::AccessHole)),
    ("rat hole", Says::Kind(CutKind::AccessHole)),
    ("opening", Says::Kind(CutKind::WebOpening)),
    ("web opening", Says::Kind(CutKind::WebOpening)),
    ("saddle", Says::Kind(CutKind::Saddle)),
    ("fish mouth", Says::Kind(CutKind::Saddle)),
    ("strip off", Says::Kind(CutKind::Strip)),
    ("strip", Says::Kind(CutKind::Strip)),
    ("split", Says::Kind(CutKind::Split)),
    ("deep", Says::Measure(CutMeasure::Depth)),
    ("wide", Says::Measure(CutMeasure::Width)),
    ("high", Says::Measure(CutMeasure::Height)),
    ("dia", Says::Measure(CutMeasure::Diameter)),
    ("diameter", Says::Measure(CutMeasure::Diameter)),
    ("radius", Says::Measure(CutMeasure::Radius)),
    ("header", Says::Measure(CutMeasure::Header)),
    ("drop", Says::Measure(CutMeasure::Drop)),
    ("top flange", Says::Flanges("top")),
    ("bottom flange", Says::Flanges("bottom")),
    ("both flanges", Says::Flanges("both")),
    ("one side", Says::OneSide),
    ("open ends", Says::EndsOpen(true)),
    ("ends open", Says::EndsOpen(true)),
    ("closed ends", Says::EndsOpen(false)),
    ("ends closed", Says::EndsOpen(false)),
    ("inside", Says::Back),
    ("off", Says::Pieces),
    ("pcs", Says::Pieces),
    ("pc", Says::Pieces),
    ("pieces", Says::Pieces),
    // `opening 4x3 in HSS6x6x1/4`: behind a unit it names none
    ("in", Says::Filler),
    ("x", Says::Filler),
    ("×", Says::Filler),
    ("steel", Says::Filler),
    ("at", Says::Filler),
    ("with", Says::Filler),
    ("of", Says::Filler),
    ("and", Says::Filler),
    ("oxygen", Says::Filler),
    ("grade", Says::Filler),
];

/// What a phrase says, if it is known.
#[must_use]
pub fn says(phrase: &str) -> Option<Says> {
    PHRASES.iter().find(|(known, _)| *known == phrase).map(|(_, says)| *says)
}

/// Known phrases that begin like `word` or differ from it by a letter or two, to offer.
#[must_use]
pub fn near(word: &str) -> Vec<&'static str> {
    if word.chars().count() < 3 {
        return Vec::new();
    }
    let close = |known: &&str| {
        known.starts_with(word) || (known.len() > 3 && levenshtein(known, word) <= 2)
    };
    PHRASES.iter().map(|(known, _)| *known).filter(close).take(3).collect()
}

#[cfg(test)]
mod tests {
    use super::near;

    #[test]
    fn a_slip_of_the_finger_gets_the_word_offered() {
        assert_eq!(near("giuded"), ["guided"]);
        assert!(near("galvanize").contains(&"galvanized"));
        assert!(near("zzzzzz").is_empty());
    }
}
