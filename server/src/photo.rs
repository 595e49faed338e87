//! Draws a photo anew: upright, no larger than a screen needs, and without what a camera writes beside
//! the picture: place, time, owner.

use std::io::Cursor;
use std::sync::{Mutex, PoisonError};

use image::codecs::jpeg::JpegEncoder;
use image::{DynamicImage, ImageDecoder, ImageFormat, ImageReader, Limits};

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

/// The picture no longer than so many pixels on its longer side: in whole numbers, as a filter in floating point would
/// unpack it a second time, four times as large.
fn shrunk(picture: &DynamicImage, longer_side: u32) -> DynamicImage {
    if picture.width().max(picture.height()) > longer_side {
        picture.thumbnail(longer_side, longer_side)
    } else {
        picture.clone()
    }
}

fn jpeg(picture: &DynamicImage) -> Result<Vec<u8>, Refused> {
    let mut bytes = Vec::new();
    let plain = picture.to_rgb8();
    plain.write_with_encoder(JpegEncoder::new_with_quality(&mut bytes, QUALITY))?;
    Ok(bytes)
}

/// What a picture may take while it is unpacked, bytes: 50 million pixels of four bytes, and some. Source: `ours`.
const UNPACKED: u64 = 256 * 1024 * 1024;
/// One picture is unpacked at a time: ten at once would take ten times the memory.
static UNPACKING: Mutex<()> = Mutex::new(());

/// A photo drawn again, one at a time.
///
/// # Errors
/// [`Refused`] with the reason.
pub fn redrawn(bytes: &[u8]) -> Result<Redrawn, Refused> {
    // a panic in between leaves nothing half done
    let _one = UNPACKING.lock().unwrap_or_else(PoisonError::into_inner);
    let reader = ImageReader::new(Cursor::new(bytes)).with_guessed_format();
    let reader = reader.map_err(|error| Refused::NotOne(error.to_string()))?;
    if !matches!(reader.format(), Some(ImageFormat::Jpeg | ImageFormat::Png)) {
        return Err(Refused::NotOne("its first bytes are of something else".into()));
    }
    let mut decoder = reader.into_decoder()?;
    let mut limits = Limits::no_limits();
    limits.max_alloc = Some(UNPACKED);
    decoder.set_limits(limits)?;
    // the size stands in the head of the file: a huge picture is refused before it is unpacked
    let (width, height) = decoder.dimensions();
    let pixels = u64::from(width) * u64::from(height);
    if pixels > MOST_PIXELS {
        return Err(Refused::Pixels(pixels));
    }
    let turned = decoder.orientation()?;
    let mut picture = DynamicImage::from_decoder(decoder)?;
    picture.apply_orientation(turned);
    let large = shrunk(&picture, LONGER_SIDE.0);
    drop(picture);
    let small = shrunk(&large, LONGER_SIDE.1);
    let side = |pixels: u32| i32::try_from(pixels).unwrap_or(i32::MAX);
    Ok(Redrawn {
        width: side(large.width()),
        height: side(large.height()),
        jpeg: jpeg(&large)?,
        small: jpeg(&small)?,
    })
}
