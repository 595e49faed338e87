//! Draws a photo anew: upright, no larger than a screen needs, and without what a camera writes beside
//! the picture: place, time, owner.

use std::io::Cursor;

use image::codecs::jpeg::JpegEncoder;
use image::imageops::FilterType;
use image::{DynamicImage, ImageDecoder, ImageFormat, ImageReader};

/// The largest file that is taken, bytes: a phone's photo fits twice.
pub const MOST_BYTES: usize = 12 * 1024 * 1024;
/// The most pixels that are read.
pub const MOST_PIXELS: u64 = 50_000_000;
/// Photos of one diagnosis.
pub const MOST_PHOTOS: usize = 8;
/// The longer side of what is kept, and of the small picture, pixels.
const LONGER_SIDE: (u32, u32) = (2048, 320);
const QUALITY: u8 = 82;

/// A photo as it is kept.
#[derive(Debug)]
pub struct Redrawn {
    /// Pixels across.
    pub width: i32,
    /// Pixels down.
    pub height: i32,
    /// The picture.
    pub jpeg: Vec<u8>,
    /// The same, small.
    pub small: Vec<u8>,
}

/// Why a file is not taken.
#[derive(Debug, PartialEq)]
pub enum Refused {
    /// It is no JPEG or PNG that can be read.
    NotOne(String),
    /// It has more pixels than are read.
    Pixels(u64),
}

impl From<image::ImageError> for Refused {
    fn from(error: image::ImageError) -> Self {
        Self::NotOne(error.to_string())
    }
}

fn jpeg(picture: &DynamicImage, longer_side: u32) -> Result<(u32, u32, Vec<u8>), Refused> {
    let longest = picture.width().max(picture.height());
    let drawn = if longest > longer_side {
        picture.resize(longer_side, longer_side, FilterType::Triangle)
    } else {
        picture.clone()
    };
    let mut bytes = Vec::new();
    let plain = drawn.to_rgb8();
    plain.write_with_encoder(JpegEncoder::new_with_quality(&mut bytes, QUALITY))?;
    Ok((drawn.width(), drawn.height(), bytes))
}

/// A photo drawn anew.
///
/// # Errors
/// [`Refused`] with the reason.
pub fn redrawn(bytes: &[u8]) -> Result<Redrawn, Refused> {
    let reader = ImageReader::new(Cursor::new(bytes)).with_guessed_format();
    let reader = reader.map_err(|error| Refused::NotOne(error.to_string()))?;
    if !matches!(reader.format(), Some(ImageFormat::Jpeg | ImageFormat::Png)) {
        return Err(Refused::NotOne("its first bytes are of something else".into()));
    }
    let mut decoder = reader.into_decoder()?;
    // the size stands in the head of the file: a huge picture is refused before it is unpacked
    let (width, height) = decoder.dimensions();
    let pixels = u64::from(width) * u64::from(height);
    if pixels > MOST_PIXELS {
        return Err(Refused::Pixels(pixels));
    }
    let turned = decoder.orientation()?;
    let mut picture = DynamicImage::from_decoder(decoder)?;
    picture.apply_orientation(turned);
    let (width, height, large) = jpeg(&picture, LONGER_SIDE.0)?;
    let (_, _, small) = jpeg(&picture, LONGER_SIDE.1)?;
    let side = |pixels: u32| i32::try_from(pixels).unwrap_or(i32::MAX);
    Ok(Redrawn { width: side(width), height: side(height), jpeg: large, small })
}
