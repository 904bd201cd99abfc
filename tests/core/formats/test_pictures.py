"""Pictures of steps: what is kept, what is taken off, and what is refused."""

import struct
import zlib
from io import BytesIO

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from PIL import Image, PngImagePlugin

from anleitung.core.formats.pictures import (
    LONGEST,
    MAX_PICTURE,
    InvalidPicture,
    clean_picture,
    read_picture,
)
from anleitung.core.formats.read_bundle import InvalidBundle, read_bundle
from tests.core.bundles import edited_files

SECRET = b"54.32 N, taken by mira.f"


def photo(*, turned: bool = False) -> bytes:
    """Wider than high; with place and name in it, and a note that it lies on its side."""
    image = Image.new("RGB", (120, 80), (200, 30, 30))
    exif = Image.Exif()
    exif[0x010E] = SECRET.decode()
    if turned:
        exif[0x0112] = 6
    stream = BytesIO()
    image.save(stream, "JPEG", exif=exif, comment=SECRET)
    return stream.getvalue()


def png(**more: object) -> bytes:
    stream = BytesIO()
    Image.new("RGBA", (30, 20), (0, 0, 0, 40)).save(stream, "PNG", **more)
    return stream.getvalue()


def gif() -> bytes:
    frames = [Image.new("P", (10, 10), i) for i in range(3)]
    stream = BytesIO()
    frames[0].save(stream, "GIF", save_all=True, append_images=frames[1:])
    return stream.getvalue()


def test_a_photo_is_made_upright_and_holds_nothing_else() -> None:
    brought = photo(turned=True)
    assert SECRET in brought
    kept = clean_picture(brought)
    assert (kept.width, kept.height) == (80, 120)
    assert SECRET not in kept.content
    assert read_picture(kept.content) == kept
    assert kept.name == f"pictures/{kept.digest}.webp"


def test_a_large_one_is_made_small() -> None:
    stream = BytesIO()
    Image.effect_noise((3_000, 1_500), 90).save(stream, "JPEG")
    kept = clean_picture(stream.getvalue())
    assert (kept.width, kept.height) == (LONGEST, LONGEST // 2)
    assert len(kept.content) <= MAX_PICTURE


def with_text() -> bytes:
    info = PngImagePlugin.PngInfo()
    info.add_text("Author", "mira.f")
    return png(pnginfo=info)


def bomb() -> bytes:
    """A header that claims far more than is there."""
    head = struct.pack(">IIBBBBB", 60_000, 60_000, 8, 2, 0, 0, 0)
    chunk = b"IHDR" + head
    body = zlib.compress(b"\0" * 1_000)
    return (
        b"\x89PNG\r\n\x1a\n"
        + struct.pack(">I", 13)
        + chunk
        + struct.pack(">I", zlib.crc32(chunk))
        + struct.pack(">I", len(body))
        + b"IDAT"
        + body
        + struct.pack(">I", zlib.crc32(b"IDAT" + body))
        + struct.pack(">I", 0)
        + b"IEND"
        + struct.pack(">I", zlib.crc32(b"IEND"))
    )


@pytest.mark.parametrize(
    ("content", "says"),
    [
        (photo(), "neither PNG nor WebP"),
        (with_text(), "holds more than the picture .tEXt."),
        (png() + SECRET, "holds more than the picture .tail."),
        (clean_picture(photo()).content + SECRET, "holds more than the picture .tail."),
        (png()[:60], "holds more|cut short"),
        (bomb(), "pixels are too many"),
        (b"\x89PNG\r\n\x1a\n", "cannot be read"),
        (b"<svg/>", "neither PNG nor WebP"),
        (b"\0" * (MAX_PICTURE + 1), "600,001 bytes"),
    ],
)
def test_what_is_not_kept_as_it_is(content: bytes, says: str) -> None:
    with pytest.raises(InvalidPicture, match=says):
        read_picture(content)


@pytest.mark.parametrize("content", [b"", b"<svg/>", bomb(), photo()[:200], b"\0" * 6_000_000])
def test_what_cannot_be_made_one(content: bytes) -> None:
    with pytest.raises(InvalidPicture):
        clean_picture(content)


def test_of_a_moving_one_the_first_picture_stays() -> None:
    assert clean_picture(gif()).width == 10


@settings(max_examples=60)
@given(st.binary(max_size=300), st.integers(0, 200))
def test_broken_bytes_never_break_the_reader(noise: bytes, at: int) -> None:
    for good in (png(), clean_picture(photo()).content):
        try:
            kept = read_picture(good[:at] + noise + good[at + len(noise) :])
        except InvalidPicture:
            continue
        assert len(kept.content) == len(good) or not noise


NAME = next(name for name in edited_files("unlock") if name.startswith("pictures/"))
DIGEST = NAME.partition("/")[2].partition(".")[0]


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({NAME: None}, "guide.yaml, line 35: steps.pictures: the bundle holds no picture"),
        ({NAME: png()}, f"{NAME}: by its bytes it belongs into pictures/"),
        ({NAME: with_text()}, f"{NAME}: holds more than the picture"),
        (
            {f"pictures/{clean_picture(png()).digest}.webp": clean_picture(png()).content},
            "no step shows this picture",
        ),
        ({"pictures/photo.jpg": b"x"}, "a bundle has no such file"),
    ],
)
def test_pictures_of_a_bundle_are_held_against_its_steps(
    change: dict[str, bytes | None], says: str
) -> None:
    files = edited_files("unlock") | change
    with pytest.raises(InvalidBundle) as caught:
        read_bundle({n: c for n, c in files.items() if c is not None})
    assert says in str(caught.value)


@pytest.mark.parametrize(
    ("old", "new", "says"),
    [
        ("width: 780", "width: 781", "the picture has 780 by 450 pixels"),
        ("alt: >-", "alts: >-", "alt"),
    ],
)
def test_a_step_says_what_its_picture_is(old: str, new: str, says: str) -> None:
    with pytest.raises(InvalidBundle, match=says):
        read_bundle(edited_files("unlock", [("guide.yaml", old, new)]))


def test_pictures_that_the_site_holds_need_not_be_brought_again() -> None:
    files = edited_files("unlock")
    whole = read_bundle(files)
    del files[NAME]
    assert read_bundle(files, held={DIGEST}).fingerprint == whole.fingerprint
