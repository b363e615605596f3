"""Photographs as a telephone makes them, drawn: with the place they were taken at, and lying on
their side."""

from __future__ import annotations

import io

from PIL import Image

GPS, ORIENTATION, LYING = 0x8825, 0x0112, 6


def snapshot(width: int = 2400, height: int = 1800, kind: str = "JPEG", red: int = 150) -> bytes:
    """A joint on a board, red on the left, which in a JPEG is told to be the top; with a place."""
    image = Image.new("RGB", (width, height), (230, 220, 200))
    image.paste((red, 40, 40), (0, 0, width // 2, height))
    out = io.BytesIO()
    if kind != "JPEG":
        image.save(out, kind)
        return out.getvalue()
    exif = Image.Exif()
    exif[ORIENTATION] = LYING
    exif[GPS] = {1: "N", 2: (52.0, 11.0, 7.0)}
    image.save(out, kind, exif=exif, comment=b"52.11 N", quality=85)
    return out.getvalue()
