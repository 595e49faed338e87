//! Words by which choices are named outside: by a client, in a table, in a sentence.
//!
//! Every such choice derives its words once, from the names of its variants; a word that differs stands beside its
//! variant.

use strum::VariantArray;

/// A choice with a word for each of its variants.
///
/// # Examples
///
/// ```
/// use galvanon_core::code::Code;
/// use galvanon_core::gas::fuel::Fuel;
///
/// assert_eq!(Fuel::NaturalGas.code(), "natural_gas");
/// assert_eq!(Fuel::of("propylene"), Some(Fuel::Propylene));
/// assert_eq!(Fuel::of("Propylene"), None);
/// ```
pub trait Code: Copy + Into<&'static str> + VariantArray + 'static {
    /// Every variant, in the order in which it is offered.
    const ALL: &'static [Self] = Self::VARIANTS;

    /// Its word.
    #[must_use]
    fn code(self) -> &'static str {
        self.into()
    }

    /// The variant of a word; `None` where no variant has it.
    #[must_use]
    fn of(code: &str) -> Option<Self> {
        Self::ALL.iter().copied().find(|one| one.code() == code)
    }
}

impl<T: Copy + Into<&'static str> + VariantArray + 'static> Code for T {}
