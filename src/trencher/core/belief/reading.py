"""What was seen of a joint: a number, a range that flickers, or what a sense says of its core."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

ReadingPlace = Literal["core", "thin_end", "near_surface", "air", "unknown"]
Instrument = Literal["probe", "spot", "sense"]

NOISE_SD_C: dict[Instrument, float] = {"probe": 0.5, "spot": 1.0, "sense": 0.0}
"""A tip that stays in; one stuck in anew each time, never twice in the same place; a sense carries
its own doubt in its range. Estimates."""
UNKNOWN_SD_C = 4.0
"""A number read somewhere in the joint says little about its core. Estimate."""
AIR_SD_C = 8.0
"""Air read in one place of an oven, against what the joint meets all round. Estimate."""
BELIEVED: tuple[ReadingPlace, ...] = ("core", "thin_end", "air", "unknown")
"""Places that say something about the core. Near the surface there is only the surface."""


@dataclass(frozen=True)
class Reading:
    """One reading: minute from the start, °C (a range has ``low_c`` < ``high_c``), its place, what
    it was read with, and how often the tip had been moved by then. ``sure``: the cook looked again
    and says that it really reads so. ``spot``: what the cook calls the place, "" the middle."""

    minute: float
    low_c: float
    high_c: float
    place: ReadingPlace = "core"
    instrument: Instrument = "probe"
    tip: int = 0
    sure: bool = False
    spot: str = ""

    @property
    def value_c(self) -> float:
        """Middle of what was seen."""
        return 0.5 * (self.low_c + self.high_c)

    @property
    def sd_c(self) -> float:
        """Doubt of the instrument, the place and the range, °C."""
        half = 0.5 * (self.high_c - self.low_c)
        place = {"unknown": UNKNOWN_SD_C, "air": AIR_SD_C}.get(self.place, 0.0)
        return math.hypot(NOISE_SD_C[self.instrument], half, place)
