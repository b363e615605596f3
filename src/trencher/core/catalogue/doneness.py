"""Doneness words as editable bands over numbers. Numbers come first; cooks differ by 5 °C."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from trencher.core.errors import InputError


@dataclass(frozen=True)
class DonenessBand:
    """A word for highest temperatures from ``from_c`` up to the next band."""

    word: str
    from_c: float


DEFAULT_BANDS: tuple[DonenessBand, ...] = (
    DonenessBand("raw", -25.0),
    DonenessBand("blue", 44.0),
    DonenessBand("rare", 49.0),
    DonenessBand("rosy", 54.0),
    DonenessBand("pink", 58.0),
    DonenessBand("blushing", 63.0),
    DonenessBand("just through", 67.0),
    DonenessBand("well done", 72.0),
    DonenessBand("falling apart", 88.0),
)
"""Our own words and limits (``estimate``): every user may move or rename them."""


def checked_bands(bands: Sequence[DonenessBand]) -> tuple[DonenessBand, ...]:
    """Bands in rising order with words; InputError says which one is wrong."""
    if not 2 <= len(bands) <= 12:
        raise InputError(f"{len(bands)} bands", where="doneness", allowed="allowed: 2 to 12")
    for before, after in pairwise(bands):
        if after.from_c <= before.from_c:
            raise InputError(
                f"{after.word!r} starts at {after.from_c:g}, not above {before.word!r}",
                where="doneness",
                allowed="each band starts above the one before",
            )
    if any(not band.word.strip() or len(band.word) > 30 for band in bands):
        raise InputError("a band without a word", where="doneness", allowed="1 to 30 letters")
    return tuple(bands)


def word_for(core_c: float, bands: Sequence[DonenessBand]) -> str:
    """The word for a middle so hot; below the first band it is raw."""
    return next((b.word for b in reversed(bands) if core_c >= b.from_c), "raw")
