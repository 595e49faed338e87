//! The words of other work, and what each says.

use crate::entry::token::{Token, TokenKind};
use crate::entry::work::said::Role;
use crate::gas::fuel::Fuel;
use crate::work::WorkKind;
use crate::work::circle::{Kept, Turned};
use crate::work::fastener::{Coated, What};
use crate::work::head::Head;

/// What a word says.
#[derive(Clone, Copy, Debug, PartialEq)]
pub enum Word {
    /// Which work it is.
    Lead(WorkKind),
    /// What comes off.
    Off(What),
    /// What is washed off.
    Bar,
    /// The length before it is this.
    Is(Role),
    /// What follows is spared.
    Spare,
    /// The thread.
    Thread,
    /// Stud and plate.
    Both,
    /// It is rusted.
    Rusted,
    /// It is coated.
    Coated(Coated),
    /// What its head is like.
    Head(Head),
    /// What is kept of a circle.
    Kept(Kept),
    /// What leads the torch round it.
    Turned(Turned),
    /// What burns.
    Fuel(Fuel),
    /// A metric thread, mm.
    Metric(f64),
    /// Between two measures, or after a count.
    Times,
    /// Nothing by itself.
    Filler,
}

/// Every phrase; those of two words first.
const PHRASES: &[(&str, Word)] = &[
    ("long cut", Word::Lead(WorkKind::LongCut)),
    ("radius bar", Word::Turned(Turned::Carriage)),
    ("bolt head", Word::Off(What::BoltHead)),
    ("bolt heads", Word::Off(What::BoltHead)),
    ("rivet head", Word::Off(What::Rivet)),
    ("rivet heads", Word::Off(What::Rivet)),
    ("backing bar", Word::Bar),
    ("backing strip", Word::Bar),
    ("natural gas", Word::Fuel(Fuel::NaturalGas)),
    ("rail", Word::Lead(WorkKind::Rail)),
    ("circle", Word::Lead(WorkKind::Circle)),
    ("pivot", Word::Turned(Turned::Pivot)),
    ("carriage", Word::Turned(Turned::Carriage)),
    ("disc", Word::Kept(Kept::Disc)),
    ("disk", Word::Kept(Kept::Disc)),
    ("hole", Word::Kept(Kept::Hole)),
    ("button", Word::Head(Head::Button)),
    ("pan", Word::Head(Head::Pan)),
    ("countersunk", Word::Head(Head::Countersunk)),
    ("hex", Word::Head(Head::Hex)),
    ("diameter", Word::Is(Role::Diameter)),
    ("dia", Word::Is(Role::Diameter)),
    ("gouge", Word::Lead(WorkKind::Gouge)),
    ("gouging", Word::Lead(WorkKind::Gouge)),
    ("wash", Word::Lead(WorkKind::Wash)),
    ("washing", Word::Lead(WorkKind::Wash)),
    ("bolt", Word::Off(What::BoltHead)),
    ("bolts", Word::Off(What::BoltHead)),
    ("rivet", Word::Off(What::Rivet)),
    ("rivets", Word::Off(What::Rivet)),
    ("nut", Word::Off(What::Nut)),
    ("nuts", Word::Off(What::Nut)),
    ("stud", Word::Off(What::Stud)),
    ("studs", Word::Off(What::Stud)),
    ("bar", Word::Bar),
    ("strip", Word::Bar),
    ("padeye", Word::Bar),
    ("deep", Word::Is(Role::Depth)),
    ("depth", Word::Is(Role::Depth)),
    ("plate", Word::Is(Role::Thickness)),
    ("thick", Word::Is(Role::Thickness)),
    ("wide", Word::Is(Role::Width)),
    ("long", Word::Is(Role::Length)),
    ("left", Word::Is(Role::Leave)),
    ("weld", Word::Is(Role::Highest)),
    ("welds", Word::Is(Role::Highest)),
    ("high", Word::Is(Role::Highest)),
    ("save", Word::Spare),
    ("saving", Word::Spare),
    ("spare", Word::Spare),
    ("thread", Word::Thread),
    ("threads", Word::Thread),
    ("both", Word::Both),
    ("rust", Word::Rusted),
    ("rusted", Word::Rusted),
    ("rusty", Word::Rusted),
    ("galvanised", Word::Coated(Coated::Zinc)),
    ("galvanized", Word::Coated(Coated::Zinc)),
    ("zinc", Word::Coated(Coated::Zinc)),
    ("cadmium", Word::Coated(Coated::Cadmium)),
    ("acetylene", Word::Fuel(Fuel::Acetylene)),
    ("propane", Word::Fuel(Fuel::Propane)),
    ("propylene", Word::Fuel(Fuel::Propylene)),
    ("x", Word::Times),
    ("×", Word::Times),
    ("by", Word::Times),
];

/// Words that say nothing by themselves.
const FILLERS: &[&str] = &[
    "a", "an", "the", "of", "off", "on", "in", "into", "over", "from", "with", "and", "at", "to",
    "it", "cut", "take", "remove", "flat", "steel", "head", "heads", "groove", "round", "cross",
    "crossing", "pcs", "pieces",
];

fn text(tokens: &[Token], at: usize) -> Option<&str> {
    match &tokens.get(at)?.kind {
        TokenKind::Word(word) => Some(word),
        TokenKind::Number(_) | TokenKind::Separator => None,
    }
}

/// `m20` is a thread of 20 mm.
fn metric(word: &str) -> Option<Word> {
    let size: f64 = word.strip_prefix('m')?.parse().ok()?;
    (size.is_finite() && size > 0.0).then_some(Word::Metric(size))
}

/// What stands at a place, and how many tokens it takes; `None` for a number, and for a word that is not known here.
pub fn word(tokens: &[Token], at: usize) -> Option<(Word, usize)> {
    let first = text(tokens, at)?;
    let known =
        |phrase: &str| PHRASES.iter().find(|(own, _)| *own == phrase).map(|(_, says)| *says);
    if let Some(second) = text(tokens, at + 1)
        && let Some(says) = known(&format!("{first} {second}"))
    {
        return Some((says, 2));
    }
    let filler = FILLERS.contains(&first).then_some(Word::Filler);
    known(first).or_else(|| metric(first)).or(filler).map(|says| (says, 1))
}
