//! Which number is a length, in which system, and which length is the thickness.

use crate::entry::measure::{System, TypedLength};
use crate::entry::reader::{FoundLength, Reader, Role};
use crate::entry::said::Mark;
use crate::entry::token::TokenKind;
use crate::entry::words::{Says, says};
use crate::section::asked::CutKind;

impl Reader<'_> {
    /// Whether a word beside a number makes it an angle: `bevel 30`, `mitre 45`, `30 bevel`.
    pub fn is_slant(&self, from: usize, taken: usize) -> bool {
        let slants = |at: Option<usize>| {
            let word = at.and_then(|at| self.word(at)).and_then(says);
            matches!(word, Some(Says::Bevel | Says::Slant | Says::Kind(CutKind::Mitre)))
        };
        let after = self.at;
        let number_follows = matches!(
            self.tokens.get(after + 1).map(|token| &token.kind),
            Some(TokenKind::Number(_))
        );
        debug_assert_eq!(after, from + taken, "the number was read");
        slants(from.checked_sub(1)) || (slants(Some(after)) && !number_follows)
    }

    /// Numbers without a unit take the one system of the line, and say so; without one, or with two, each is asked about.
    pub fn settle_bare(&mut self) {
        let known: Vec<TypedLength> =
            self.lengths.iter().filter(|it| !it.bare).map(|it| it.value).collect();
        let system = known.first().map(|it| it.system).filter(|_| !mixes_systems(&known));
        let (mut settled, mut asked) = (Vec::new(), Vec::new());
        for mut found in std::mem::take(&mut self.lengths) {
            match system {
                Some(system) if found.bare => {
                    found.value.system = system;
                    found.assumed = Some(match system {
                        System::Inch => "bare_number_is_inches",
                        System::Metric => "bare_number_is_millimetres",
                    });
                    settled.push(found);
                }
                None if found.bare => asked.push(found.span),
                _ => settled.push(found),
            }
        }
        self.lengths = settled;
        for span in asked {
            let typed = self.text[span.clone()].to_owned();
            let offers = ["in", "mm"].map(|unit| format!("{typed} {unit}")).to_vec();
            self.problem("bare_number", span, offers);
        }
    }

    /// The word names the length right before it, unless that has its name already.
    pub fn name_length(&mut self, role: Role) {
        let before = self.at - 1;
        if let Some(last) = self.lengths.last_mut()
            && last.next == before
            && last.role.is_none()
        {
            last.role = Some(role);
        }
    }

    /// Two lengths side by side in two systems: one of them is likely a slip.
    fn two_systems(&mut self, lengths: &[FoundLength]) {
        for pair in lengths.windows(2) {
            let (one, two) = (&pair[0], &pair[1]);
            let beside = self.text[one.span.end..two.span.start].trim().is_empty();
            if beside && one.value.system != two.value.system {
                self.problem("two_systems", one.span.start..two.span.end, Vec::new());
            }
        }
    }

    pub fn assign_lengths(&mut self) {
        let mut lengths = std::mem::take(&mut self.lengths);
        self.two_systems(&lengths);
        if let Some(section) = self.line.understood.section.take() {
            let section = self.of_section(section, lengths);
            self.line.understood.section = Some(section);
            return;
        }
        for role in [Role::Thickness, Role::Length] {
            if !lengths.iter().any(|length| length.role == Some(role))
                && let Some(free) = lengths.iter_mut().find(|length| length.role.is_none())
            {
                free.role = Some(role);
            }
        }
        for length in lengths {
            let (value, assumed, span) = (length.value, length.assumed, length.span);
            let mark = |part| Mark { part, span: span.clone(), assumed };
            match length.role {
                Some(Role::Thickness) => {
                    self.take(mark("thickness"), value, |l| &mut l.understood.thickness);
                }
                Some(Role::Length) => {
                    self.take(mark("length"), value, |l| &mut l.understood.length);
                }
                Some(Role::Of(_)) | None => {
                    self.problem("extra_length", span, vec![String::new()]);
                }
            }
        }
    }
}

/// Kept beside [`measure`]: two systems can also meet inside one field.
pub fn mixes_systems(found: &[TypedLength]) -> bool {
    let has = |system: System| found.iter().any(|length| length.system == system);
    has(System::Inch) && has(System::Metric)
}
