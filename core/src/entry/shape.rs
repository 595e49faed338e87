//! A shape as it is typed: a name of the catalogue, or its kind with its own sizes.
//!
//! `flat 4x1/2`, `square bar 2in`, `round bar 50 mm`, `RHS 100x60x5`, `SHS 80x5`, `CHS 114.3x5`. The three tube names are
//! European and their sizes millimetres where no unit is said; a flat or a bar must say its unit. Left out:
//! rolled shapes by hand, which have more sizes than a name holds.

use std::ops::Range;

use crate::entry::measure::{Measured, System, TypedLength, measure};
use crate::entry::token::{Token, TokenKind, tokens};
use crate::error::{Error, Result};
use crate::quantity::Length;
use crate::section::{self, Family, Profile};

/// Kinds of shape that are named by their sizes.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
enum Own {
    Flat,
    SquareBar,
    RoundBar,
    Rectangular,
    Square,
    Round,
}

/// What people call them; longer names first.
const NAMES: [(&str, Own); 10] = [
    ("flat bar", Own::Flat),
    ("flat", Own::Flat),
    ("square bar", Own::SquareBar),
    ("sq bar", Own::SquareBar),
    ("round bar", Own::RoundBar),
    ("rd bar", Own::RoundBar),
    ("rod", Own::RoundBar),
    ("rhs", Own::Rectangular),
    ("shs", Own::Square),
    ("chs", Own::Round),
];

/// Outside corner of a hollow section, in walls. Source: `en_10210`, from memory.
const CORNER: f64 = 1.5;

impl Own {
    const fn name(self) -> &'static str {
        match self {
            Self::Flat => "FLAT",
            Self::SquareBar => "SQUARE BAR",
            Self::RoundBar => "ROUND BAR",
            Self::Rectangular => "RHS",
            Self::Square => "SHS",
            Self::Round => "CHS",
        }
    }

    const fn is_hollow(self) -> bool {
        matches!(self, Self::Rectangular | Self::Square | Self::Round)
    }

    /// How many sizes it has, at least and at most: the side of an SHS may be said twice.
    const fn sizes(self) -> (usize, usize) {
        match self {
            Self::SquareBar | Self::RoundBar => (1, 1),
            Self::Flat | Self::Round => (2, 2),
            Self::Square => (2, 3),
            Self::Rectangular => (3, 3),
        }
    }

    fn profile(self, sizes: &[TypedLength]) -> Result<Profile> {
        let of = |at: usize| sizes[at.min(sizes.len() - 1)].length();
        let (a, b, last) = (of(0), of(1), of(2));
        let code = format!("{} {}", self.name(), sizes_in_words(sizes));
        let made = match self {
            Self::Flat => Profile::custom(Family::Flat, (b, a), (b, b)),
            Self::SquareBar => Profile::custom(Family::Flat, (a, a), (a, a)),
            Self::RoundBar => Profile::custom(Family::RoundBar, (a, a), (a, a)),
            Self::Rectangular => tube((a, b), last),
            Self::Square if sizes.len() == 2 => tube((a, a), last),
            Self::Square => tube((a, b), last),
            Self::Round => Profile::custom(Family::RoundTube, (a, a), (b, b)),
        }?;
        Ok(Profile { code, ..made })
    }
}

fn tube(size: (Length, Length), wall: Length) -> Result<Profile> {
    let made = Profile::custom(Family::RectangularTube, size, (wall, wall))?;
    Ok(made.with_corner(Length::from_m(CORNER * wall.as_m())))
}

/// `4X1/2 in`, `100X60X5 mm`; each with its own unit where they differ.
fn sizes_in_words(sizes: &[TypedLength]) -> String {
    let echoes: Vec<String> = sizes.iter().map(TypedLength::echo).collect();
    let unit = |system| if system == System::Inch { " in" } else { " mm" };
    let one = sizes.iter().all(|size| size.system == sizes[0].system);
    if !one {
        return echoes.join(" X ");
    }
    let unit = unit(sizes[0].system);
    let bare: Vec<&str> = echoes.iter().map(|echo| echo.trim_end_matches(unit)).collect();
    format!("{}{unit}", bare.join("X"))
}

/// Why a typed shape is none.
#[derive(Clone, Debug, PartialEq)]
pub enum NoShape {
    /// Its sizes have no unit; it would be read with one of these.
    WithoutUnit(Vec<String>),
    /// What core says of it.
    Refused(Error),
}

/// A kind with its sizes at the beginning of a text: the bytes that it takes, and the shape.
type OwnSizes = (usize, std::result::Result<Profile, NoShape>);

fn own_at(text: &str) -> Option<OwnSizes> {
    let (name, own) = NAMES.into_iter().find(|(name, _)| {
        let begins = text.get(..name.len()).is_some_and(|it| it.eq_ignore_ascii_case(name));
        begins && !text[name.len()..].starts_with(char::is_alphabetic)
    })?;
    let rest = &text[name.len()..];
    let tokens = tokens(rest);
    let (least, most) = own.sizes();
    let (sizes, taken) = sizes_of(&tokens, most);
    if sizes.len() < least {
        return None;
    }
    let end = name.len() + tokens.get(taken.checked_sub(1)?)?.span.end;
    let said = sizes.iter().rev().find_map(|size| match size {
        Measured::Length(length, _) => Some(length.system),
        _ => None,
    });
    let Some(usual) = said.or(own.is_hollow().then_some(System::Metric)) else {
        let typed = &text[..end];
        let offers = vec![format!("{typed} in"), format!("{typed} mm")];
        return Some((end, Err(NoShape::WithoutUnit(offers))));
    };
    let lengths = sizes.into_iter().filter_map(|size| match size {
        Measured::Length(length, _) | Measured::Gauge(_, length) => Some(length),
        Measured::Bare(number) => Some(TypedLength { amount: number.value, system: usual }),
        _ => None,
    });
    let lengths: Vec<TypedLength> = lengths.collect();
    Some((end, own.profile(&lengths).map_err(NoShape::Refused)))
}

/// Up to `most` sizes with x between them, and the tokens that they take.
fn sizes_of(tokens: &[Token], most: usize) -> (Vec<Measured>, usize) {
    let (mut sizes, mut at) = (Vec::new(), 0);
    while sizes.len() < most {
        let Some((size, taken)) = measure(&tokens[at..]) else { break };
        let is_size =
            matches!(size, Measured::Length(..) | Measured::Gauge(..) | Measured::Bare(_));
        if !is_size {
            break;
        }
        sizes.push(size);
        at += taken;
        let times = tokens.get(at).is_some_and(
            |token| matches!(&token.kind, TokenKind::Word(word) if word == "x" || word == "×"),
        );
        let more = times && measure(&tokens[at + 1..]).is_some();
        if !more {
            break;
        }
        at += 1;
    }
    (sizes, at)
}

/// The shape of just this name, of the catalogue or by its sizes.
///
/// # Errors
/// [`NoShape::WithoutUnit`] where a flat or a bar does not say its unit; else what the catalogue or the sizes are
/// refused for.
pub fn find(text: &str) -> std::result::Result<Profile, NoShape> {
    let text = text.trim();
    match own_at(text) {
        Some((end, found)) if end == text.len() => found,
        _ => section::find(text).cloned().map_err(NoShape::Refused),
    }
}

/// The first shape inside a text, with its bytes.
#[must_use]
pub fn find_in(text: &str) -> Option<(Range<usize>, std::result::Result<Profile, NoShape>)> {
    let mut before = ' ';
    for (from, c) in text.char_indices() {
        let begins = c.is_ascii_alphabetic() && !before.is_alphanumeric();
        before = c;
        if !begins {
            continue;
        }
        if let Some((to, found)) = own_at(&text[from..]) {
            return Some((from..from + to, found));
        }
        if let Some((to, profile)) = section::name_at(&text[from..]) {
            return Some((from..from + to, Ok(profile.clone())));
        }
    }
    None
}
