"""Pictures: bounded before they are decoded, and without anything beside what is to be seen.

A photo carries where and with what it was taken. What is kept are PNG and WebP files that hold
nothing but the picture; ``clean_picture`` makes one of any usual file.
"""

import struct
import warnings
from collections.abc import Iterator
from dataclasses import dataclass
from hashlib import sha256
from io import BytesIO
from typing import Literal

from PIL import Image, ImageOps, UnidentifiedImageError

from anleitung.core.documents.picture import MAX_SIDE
from anleitung.core.errors import AnleitungError

MAX_PICTURE = 600_000  # bytes of one that is kept
MAX_BROUGHT = 5_000_000  # bytes of one that is still to be made small
MAX_PIXELS = 40_000_000
LONGEST = 1_600  # pixels of the longer side of one that was made here

Kind = Literal["png", "webp"]
_PNG = b"\x89PNG\r\n\x1a\n"
# Without these a PNG is not the same picture; everything else in it is about the picture.
_PNG_PARTS = frozenset({b"IHDR", b"PLTE", b"tRNS", b"IDAT", b"IEND", b"sRGB", b"gAMA"})
_WEBP_PARTS = frozenset({b"VP8 ", b"VP8L", b"VP8X", b"ALPH"})


class InvalidPicture(AnleitungError):
    code = "invalid-picture"


@dataclass(frozen=True, slots=True)
class Kept:
    """A picture that holds nothing else. width, height: pixels."""

    content: bytes
    kind: Kind
    width: int
    height: int

    @property
    def digest(self) -> str:
        return sha256(self.content).hexdigest()

    @property
    def name(self) -> str:
        """Its place within a bundle."""
        return f"pictures/{self.digest}.{self.kind}"


def read_picture(content: bytes) -> Kept:
    """One that is to be kept as it is. Raises InvalidPicture, also where it holds more."""
    if len(content) > MAX_PICTURE:
        raise InvalidPicture(
            f"{len(content):,} bytes; a picture has at most {MAX_PICTURE:,}. Make it smaller"
        )
    if content.startswith(_PNG):
        kind: Kind = "png"
        more = _more_than(_png_parts(content), _PNG_PARTS)
    elif content[:4] == b"RIFF" and content[8:12] == b"WEBP":
        kind = "webp"
        more = _more_than(_webp_parts(content), _WEBP_PARTS)
    else:
        raise InvalidPicture("neither PNG nor WebP; 'anleitung picture FILE' makes one of a photo")
    if more:
        raise InvalidPicture(
            f"holds more than the picture ({more}): who, where or with what it was made. "
            "'anleitung picture FILE' takes that off"
        )
    image = _opened(content)
    if getattr(image, "n_frames", 1) != 1:
        raise InvalidPicture("moves; a step shows one still picture")
    return Kept(content, kind, image.width, image.height)


def clean_picture(content: bytes) -> Kept:
    """Any usual picture, turned upright, made small, as a WebP that holds nothing else.

    Raises InvalidPicture.
    """
    if len(content) > MAX_BROUGHT:
        raise InvalidPicture(f"larger than {MAX_BROUGHT // 1_000_000} MB; choose a smaller one")
    image = ImageOps.exif_transpose(_opened(content))
    has_glass = "A" in image.getbands() or "transparency" in image.info
    image = image.convert("RGBA" if has_glass else "RGB")
    image.thumbnail((LONGEST, LONGEST))
    for quality in (85, 70, 50):
        stream = BytesIO()
        image.save(stream, "WEBP", quality=quality, method=4)
        if len(stream.getvalue()) <= MAX_PICTURE:
            return read_picture(stream.getvalue())
    raise InvalidPicture(f"stays above {MAX_PICTURE:,} bytes even when made small")


def _opened(content: bytes) -> Image.Image:
    """Decoded; its size is looked at first, so that a bomb is refused unopened."""
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error")
            image = Image.open(BytesIO(content), formats=("PNG", "WEBP", "JPEG", "GIF"))
            if max(image.size) > MAX_SIDE * 3 or image.width * image.height > MAX_PIXELS:
                raise InvalidPicture(f"{image.width} by {image.height} pixels are too many")
            image.load()
    except InvalidPicture:
        raise
    except Image.DecompressionBombError as error:
        raise InvalidPicture(f"more than {MAX_PIXELS:,} pixels are too many") from error
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Warning) as error:
        raise InvalidPicture("cannot be read as a picture; is it cut short?") from error
    return image


def _more_than(parts: Iterator[bytes], known: frozenset[bytes]) -> str:
    more = [part for part in parts if part not in known]
    return ", ".join(dict.fromkeys(part.decode("ascii", "replace").strip() for part in more))


def _png_parts(content: bytes) -> Iterator[bytes]:
    at = len(_PNG)
    while at + 8 <= len(content):
        length, name = struct.unpack(">I4s", content[at : at + 8])
        yield name
        at += 12 + length
        if name == b"IEND":
            break
    if at != len(content):
        yield b"tail"


def _webp_parts(content: bytes) -> Iterator[bytes]:
    end = 8 + struct.unpack("<I", content[4:8])[0]
    at = 12
    while at + 8 <= min(end, len(content)):
        name, length = struct.unpack("<4sI", content[at : at + 8])
        yield name
        at += 8 + length + length % 2
    if at != len(content):
        yield b"tail"
