"""A photograph as it is kept: JPEG, of a screen's size, without what a camera writes beside it (the
place, the hour, the instrument's number)."""

from __future__ import annotations

import io

from PIL import Image, ImageOps, JpegImagePlugin

from trencher.core.errors import InputError

LARGEST_BYTES = 30_000_000
"""Of a photograph that is sent; a kept one is far smaller."""
MOST_PIXELS = 60_000_000
SIDE_PX = 1280
QUALITY = 80
KINDS = ("JPEG", "PNG", "WEBP")
_PLAIN = {"jfif", "jfif_version", "jfif_unit", "jfif_density", "dpi", "progressive", "progression"}
"""What Pillow tells of a JPEG that says nothing of where or when it was taken."""


def cleaned(raw: bytes) -> bytes:
    """The photograph as it is kept; one that was cleaned already, byte for byte. InputError for
    what is no picture, or one of too many pixels."""
    if len(raw) > LARGEST_BYTES:
        raise InputError("the photograph is too large", where="picture", allowed="at most 30 MB")
    try:
        image: Image.Image = Image.open(io.BytesIO(raw), formats=KINDS)
        if image.width * image.height > MOST_PIXELS:
            raise InputError(
                f"the photograph has {image.width} x {image.height} dots",
                where="picture",
                allowed=f"at most {MOST_PIXELS / 1e6:.0f} million",
            )
        image.load()
    except InputError:
        raise
    except Exception as error:  # a decoder may fail in any way over what somebody made
        raise InputError(
            "this cannot be read as a photograph", where="picture", allowed=", ".join(KINDS)
        ) from error
    if _is_clean(image, raw):
        return raw
    upright = _upright(image).convert("RGB")
    upright.thumbnail((SIDE_PX, SIDE_PX))
    plain = Image.new("RGB", upright.size)
    plain.paste(upright)
    out = io.BytesIO()
    plain.save(out, "JPEG", quality=QUALITY, optimize=True)
    return out.getvalue()


def _upright(image: Image.Image) -> Image.Image:
    """Turned as the camera was held, where what it wrote of that can be read."""
    try:
        return ImageOps.exif_transpose(image)
    except Exception:  # damaged beside the picture, which is sound
        return image


def _is_clean(image: Image.Image, raw: bytes) -> bool:
    return (
        isinstance(image, JpegImagePlugin.JpegImageFile)
        and image.mode == "RGB"
        and max(image.size) <= SIDE_PX
        and set(image.info) <= _PLAIN
        and [name for name, _ in image.applist] in ([], ["APP0"])
        and raw.endswith(b"\xff\xd9")
        and raw.count(b"\xff\xd8") == raw.count(b"\xff\xd9") == 1
    )
