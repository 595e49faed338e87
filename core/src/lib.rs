//! The engineering behind Galvanon: how steel is cut with oxygen and a fuel gas.
//!
//! Nothing here knows a clock, a network, a database, a random number or a sentence
//! for a screen: results are values with codes, and who shows them finds the words.
//! The domains stand in the order of work; each uses only itself, the ground floor and
//! the domains above it.
//!
//! 1. [`steel`]: what is cut, whether oxygen cuts it, what its faces carry
//! 2. [`section`]: rolled shapes and tubes, as outlines, found as people type them, and the strokes that cut them
//! 3. [`gas`]: fuels, oxygen, hoses, and what a regulator must be set to
//! 4. [`tip`]: bores, the published flow for a thickness, and which tip to fit
//! 5. [`cut`]: one stroke, from a [`cut::Request`] to [`cut::Settings`] with their traces
//! 6. [`work`]: what is no straight cut, in stages
//! 7. [`setup`]: at the torch, in which order it is set up, lit and shut down, and what is kept of it
//! 8. [`edge`]: the edge as it came out, its grade, and what made it poor
//!
//! [`entry`] reads what people type. The ground floor is [`quantity`], [`range`],
//! [`cancel`], [`error`], [`band`], [`note`], [`trace`], [`source`], [`reference`](mod@reference), [`solve`] and [`physics`].
//!
//! # Examples
//!
//! ```
//! use galvanon_core::cut::{plan, Request, Verdict};
//! use galvanon_core::quantity::Length;
//!
//! let settings = plan(&Request::plate(Length::from_in(0.75), Length::from_in(36.0)))?;
//! assert_eq!(settings.verdict(), Verdict::Ok);
//! // the handbook gives 12 to 21 in/min for 3/4 in plate
//! let pace = settings.travel_speed.set.as_m_s() / 0.0254 * 60.0;
//! assert!((12.0..=21.0).contains(&pace));
//! # Ok::<(), Vec<galvanon_core::error::Error>>(())
//! ```

pub mod band;
pub mod cancel;
pub mod code;
pub mod cut;
pub mod edge;
pub mod entry;
pub mod error;
pub mod gas;
pub mod geometry;
pub mod layout;
pub mod note;
pub mod physics;
pub mod quantity;
pub mod range;
pub mod record;
pub mod reference;
pub mod section;
pub mod setup;
pub mod solve;
pub mod source;
pub mod steel;
pub mod tip;
pub mod trace;
pub mod work;
