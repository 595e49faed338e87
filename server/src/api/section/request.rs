//! A shape and its cut, field by field, read into core's.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::http::fields::Given;

/// A shape by hand.
#[derive(Clone, Debug, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CustomWire {
    /// i, channel, tee, angle, rectangular_tube, round_tube, pipe, flat, round_bar.
    #[schema(value_type = String)]
    pub family: Option<Given>,
    /// Over the flanges, the longer leg, the outside diameter; 5 to 3000 mm.
    #[schema(value_type = f64)]
    pub depth_mm: Option<Given>,
    /// Across; as the depth when left out.
    #[schema(value_type = Option<f64>)]
    pub width_mm: Option<Given>,
    /// Web, leg or wall, 0.5 to 300 mm; a flat or a round bar has none.
    #[schema(value_type = Option<f64>)]
    pub web_mm: Option<Given>,
    /// Flange; as the web when left out.
    #[schema(value_type = Option<f64>)]
    pub flange_mm: Option<Given>,
}

/// The cut of a shape; which measures it takes depends on its kind.
#[derive(Clone, Debug, Default, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SectionCutWire {
    /// square, mitre, bevel, saddle, cope, access_hole, web_opening, strip, split.
    #[schema(value_type = String)]
    pub kind: Option<Given>,
    /// Mitre (0 to 75) and bevel (0 to 60) from square; saddle (30 to 90, 90 when left out) between the two.
    #[schema(value_type = Option<f64>)]
    pub angle_deg: Option<Given>,
    /// depth, width: which way a mitre slants; depth when left out.
    #[schema(value_type = Option<String>)]
    pub across: Option<Given>,
    /// Cope, access hole (40 when left out): along the shape. Strip, split: of the piece.
    #[schema(value_type = Option<f64>)]
    pub length_mm: Option<Given>,
    /// Cope: from the outer face.
    #[schema(value_type = Option<f64>)]
    pub depth_mm: Option<Given>,
    /// Opening: across the web. Access hole: from the flange's inner face, 25 when left out.
    #[schema(value_type = Option<f64>)]
    pub height_mm: Option<Given>,
    /// Opening: along the shape.
    #[schema(value_type = Option<f64>)]
    pub width_mm: Option<Given>,
    /// Opening: a circle.
    #[schema(value_type = Option<f64>)]
    pub diameter_mm: Option<Given>,
    /// Of inner corners, 9.5 to 300 mm; 12.7 when left out.
    #[schema(value_type = Option<f64>)]
    pub radius_mm: Option<Given>,
    /// Opening, split: from the middle of the web, toward its lower end; 0 when left out.
    #[schema(value_type = Option<f64>)]
    pub offset_mm: Option<Given>,
    /// Saddle: outside diameter of what it is fitted to.
    #[schema(value_type = Option<f64>)]
    pub header_mm: Option<Given>,
    /// top, bottom, both; top when left out.
    #[schema(value_type = Option<String>)]
    pub flanges: Option<Given>,
    /// Opening: pierce, drilled_hole; pierce when left out.
    #[schema(value_type = Option<String>)]
    pub start: Option<Given>,
}

/// A shape to be cut.
#[derive(Clone, Debug, Default, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SectionWire {
    /// Its name: W12x26, HEA 200, HSS 6x6x1/4, pipe 6 sch 40.
    pub profile: Option<String>,
    /// In place of a name: its family and sizes.
    pub custom: Option<CustomWire>,
    /// The cut.
    pub cut: SectionCutWire,
    /// all, one_side: which sides are in reach; all when left out.
    #[schema(value_type = Option<String>)]
    pub access: Option<Given>,
    /// In place of access: above, near, far, below.
    #[schema(value_type = Option<Vec<String>>)]
    pub sides: Option<Vec<Given>>,
    /// Whether the piece can be turned over; as the access says when left out.
    pub turning: Option<bool>,
    /// How it lies, one of the ways of an earlier answer; the best when left out.
    pub way: Option<String>,
    /// Length of the piece.
    #[schema(value_type = Option<f64>)]
    pub piece_length_mm: Option<Given>,
    /// Length of the drop.
    #[schema(value_type = Option<f64>)]
    pub drop_length_mm: Option<Given>,
    /// Inside a tube (clean when left out), or between flanges and legs (as outside when left out): the words of a surface.
    #[schema(value_type = Option<String>)]
    pub inside_surface: Option<Given>,
    /// The most that is lifted.
    #[schema(value_type = Option<f64>)]
    pub lifting_limit_kg: Option<Given>,
    /// The stroke whose numbers the traces tell of, from 1; the one that cuts most when left out.
    pub explain_stroke: Option<usize>,
    /// Whether a tube or pipe is open at both ends; left out where nobody looked. Accepted for every shape.
    pub ends_open: Option<bool>,
    /// level_on_props, column, built_in, sloping: how the member stands before it is cut; level when left out.
    #[schema(value_type = Option<String>)]
    pub stands: Option<Given>,
    /// Whether a person has named the rigging of a member that is not level on its props.
    pub rigging_named: Option<bool>,
}
