"""A photograph is kept upright, of a screen's size, and without what a camera writes beside it."""

from __future__ import annotations

import io

import pytest
from hypothesis import given
from hypothesis import strategies as st
from PIL import Image

from tests.snapshots import snapshot
from trencher.core.errors import InputError
from trencher.formats import picture
from trencher.formats.picture import SIDE_PX, cleaned


def opened(raw: bytes) -> Image.Image:
    image = Image.open(io.BytesIO(raw))
    image.load()
    return image


def test_the_place_is_gone_and_it_stands_upright() -> None:
    raw = snapshot()
    assert b"52.11 N" in raw
    assert opened(raw).getexif()
    kept = cleaned(raw)
    image = opened(kept)
    assert image.format == "JPEG"
    assert not image.getexif()
    assert b"Exif" not in kept
    assert b"52.11 N" not in kept
    assert image.size == (960, SIDE_PX)
    # Lying on its side, its left was the top.
    assert image.getpixel((480, 100))[1] < 80 < image.getpixel((480, 1200))[1]  # type: ignore[index]


@pytest.mark.parametrize("kind", ["PNG", "WEBP", "JPEG"])
def test_what_was_cleaned_stays_byte_for_byte(kind: str) -> None:
    kept = cleaned(snapshot(900, 600, kind))
    assert cleaned(kept) == kept


def test_a_clean_one_with_something_behind_its_end_is_made_anew() -> None:
    kept = cleaned(snapshot(300, 200))
    for raw in (kept + b"52.11 N", kept + b"place\xff\xd9"):
        assert b"place" not in cleaned(raw)
        assert b"52.11" not in cleaned(raw)


def test_a_clear_or_grey_one_becomes_a_plain_one() -> None:
    out = io.BytesIO()
    Image.new("LA", (50, 40), (90, 128)).save(out, "PNG")
    assert opened(cleaned(out.getvalue())).mode == "RGB"


@pytest.mark.parametrize("raw", [b"", b"GIF89a", snapshot()[:500], b"\xff\xd8\xff\xe0"])
def test_what_is_no_photograph_is_said(raw: bytes) -> None:
    with pytest.raises(InputError, match="photograph"):
        cleaned(raw)


def test_one_of_too_many_dots_is_not_opened(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(picture, "MOST_PIXELS", 10_000)
    with pytest.raises(InputError, match="300 x 200 dots"):
        cleaned(snapshot(300, 200))
    monkeypatch.setattr(picture, "LARGEST_BYTES", 100)
    with pytest.raises(InputError, match="too large"):
        cleaned(snapshot(300, 200))


@pytest.mark.filterwarnings("ignore:.*:UserWarning")  # of the decoder, over what is damaged
@given(at=st.integers(0, 3000), byte=st.integers(0, 255))
def test_a_spoiled_one_is_kept_clean_or_refused(at: int, byte: int) -> None:
    raw = bytearray(snapshot(120, 90))
    raw[at % len(raw)] = byte
    try:
        kept = cleaned(bytes(raw))
    except InputError:
        return
    assert cleaned(kept) == kept
    assert b"52.11" not in kept
