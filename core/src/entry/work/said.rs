//! Other work as far as a line says it, and how it is said back.

use crate::entry::measure::TypedLength;
use crate::quantity::{Angle, Duration, GasFlow, Mass, Temperature};
use crate::work::WorkKind;
use crate::work::circle::{Kept, Turned};
use crate::work::fastener::{Coated, Save, What};
use crate::work::head::Head;

/// A measure of a work.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Role {
    /// Of shank or thread.
    Diameter,
    /// Of plate or bar.
    Thickness,
    /// Of a bar.
    Width,
    /// Along it.
    Length,
    /// Of a groove or a long cut.
    Depth,
    /// For the grinder.
    Leave,
    /// Above the plate.
    Highest,
}

/// A piece of what is taken apart.
#[derive(Clone, Debug, PartialEq)]
pub struct SaidPiece {
    /// What the shop calls it.
    pub name: String,
    /// What it weighs.
    pub mass: Mass,
    /// What holds it; empty where nothing is said.
    pub held_by: String,
}

impl SaidPiece {
    fn echo(&self) -> String {
        let mass = (self.mass.as_kg() * 1e6).round() / 1e6;
        let held = if self.held_by.is_empty() { "" } else { " on " };
        format!("{} {mass} kg{held}{}", self.name, self.held_by)
    }
}

/// Heat, as far as a line says it.
#[derive(Clone, Debug, Default, PartialEq)]
pub struct SaidHeat {
    /// Fuel of the head.
    pub flow: Option<GasFlow>,
    /// How hot the steel is to be.
    pub temperature: Option<Temperature>,
    /// How long the head burns.
    pub spell: Option<Duration>,
    /// Each as it was typed, number and unit.
    pub typed: Vec<String>,
}

impl SaidHeat {
    fn echo(&self) -> String {
        format!("heat {}", self.typed.join(", "))
    }
}

/// Other work, as far as a line says it.
#[derive(Clone, Debug, Default, PartialEq)]
pub struct SaidWork {
    /// Which.
    pub kind: WorkKind,
    /// What comes off.
    pub what: Option<What>,
    /// What its head is like.
    pub head: Option<Head>,
    /// What is taken apart.
    pub pieces: Vec<SaidPiece>,
    /// What is said of heat.
    pub heat: SaidHeat,
    /// What is kept of a circle.
    pub kept: Kept,
    /// What leads the torch round it.
    pub turned: Turned,
    /// What is spared.
    pub save: Save,
    /// Whether it is rusted.
    pub rusted: bool,
    /// What it is coated with.
    pub coated: Coated,
    /// From square.
    pub bevel: Option<Angle>,
    /// Its measures.
    pub diameter: Option<TypedLength>,
    /// Of plate or bar.
    pub thickness: Option<TypedLength>,
    /// Of a bar.
    pub width: Option<TypedLength>,
    /// Along it.
    pub length: Option<TypedLength>,
    /// Of a groove or a long cut.
    pub depth: Option<TypedLength>,
    /// For the grinder.
    pub leave: Option<TypedLength>,
    /// Above the plate.
    pub highest: Option<TypedLength>,
}

impl SaidWork {
    /// The place of a measure.
    pub fn measure(&mut self, role: Role) -> &mut Option<TypedLength> {
        match role {
            Role::Diameter => &mut self.diameter,
            Role::Thickness => &mut self.thickness,
            Role::Width => &mut self.width,
            Role::Length => &mut self.length,
            Role::Depth => &mut self.depth,
            Role::Leave => &mut self.leave,
            Role::Highest => &mut self.highest,
        }
    }

    /// The measures that its kind needs, in the order in which a line gives them.
    #[must_use]
    pub const fn needs(&self) -> &'static [(Role, &'static str)] {
        match self.kind {
            WorkKind::Rail => {
                &[(Role::Length, "missing_length"), (Role::Thickness, "missing_thickness")]
            }
            WorkKind::Fastener => &[(Role::Diameter, "missing_diameter")],
            WorkKind::Wash => &[
                (Role::Thickness, "missing_thickness"),
                (Role::Width, "missing_width"),
                (Role::Length, "missing_length"),
            ],
            WorkKind::Gouge => &[
                (Role::Depth, "missing_depth"),
                (Role::Length, "missing_length"),
                (Role::Thickness, "missing_thickness"),
            ],
            WorkKind::LongCut => &[
                (Role::Depth, "missing_depth"),
                (Role::Length, "missing_length"),
                (Role::Thickness, "missing_thickness"),
            ],
            WorkKind::Circle => {
                &[(Role::Diameter, "missing_diameter"), (Role::Thickness, "missing_thickness")]
            }
            WorkKind::TakeApart | WorkKind::Heat => &[],
        }
    }

    /// Said back so that it reads the same again.
    #[must_use]
    pub fn echo(&self) -> String {
        let of = |length: Option<TypedLength>, word: &str| {
            length.map(|length| format!("{} {word}", length.echo()))
        };
        let spared = match self.save {
            Save::None => None,
            Save::Stud => Some("save the stud"),
            Save::Plate => Some("save the plate"),
            Save::Both => Some("save both"),
        };
        let parts = [
            of(self.depth, "deep"),
            of(self.length, "long"),
            of(self.thickness, "thick"),
            of(self.width, "wide"),
            of(self.highest, "weld"),
            of(self.leave, "left"),
            self.bevel.map(|bevel| format!("{} deg", (bevel.as_deg() * 1e9).round() / 1e9)),
            spared.map(str::to_owned),
        ];
        let parts = parts.into_iter().flatten();
        [self.lead()].into_iter().chain(parts).collect::<Vec<_>>().join(", ")
    }

    /// The words that say which work it is.
    fn lead(&self) -> String {
        match self.kind {
            WorkKind::Rail => "rail".to_owned(),
            WorkKind::Fastener => self.fastener(),
            WorkKind::Wash => "wash off bar".to_owned(),
            WorkKind::Gouge => "gouge".to_owned(),
            WorkKind::LongCut => "long cut".to_owned(),
            WorkKind::Circle => {
                let kept = if self.kept == Kept::Disc { "disc" } else { "hole" };
                let by = if self.turned == Turned::Pivot { "pivot" } else { "radius bar" };
                let size = self.size().unwrap_or_default();
                format!("circle {kept} {size} by {by}")
            }
            WorkKind::TakeApart => {
                let pieces: Vec<String> = self.pieces.iter().map(SaidPiece::echo).collect();
                format!("take apart: {}", pieces.join("; "))
            }
            WorkKind::Heat => self.heat.echo(),
        }
    }

    fn size(&self) -> Option<String> {
        self.diameter.map(|size| size.echo())
    }

    /// What is cut off, with all that is said of it.
    fn fastener(&self) -> String {
        let coated = match self.coated {
            Coated::None => None,
            Coated::Zinc => Some("galvanised"),
            Coated::Cadmium => Some("cadmium"),
        };
        let off = self.what.map_or("bolt head", |what| match what {
            What::Rivet => "rivet",
            What::BoltHead => "bolt head",
            What::Nut => "nut",
            What::Stud => "stud",
        });
        let head = self.head.map(|head| match head {
            Head::Button => "button",
            Head::Pan => "pan",
            Head::Countersunk => "countersunk",
            Head::Hex => "hex",
        });
        let size = self.size();
        let rusted = self.rusted.then_some("rusted");
        let words = [Some("cut off"), rusted, head, coated, size.as_deref(), Some(off)];
        words.into_iter().flatten().collect::<Vec<_>>().join(" ")
    }
}
