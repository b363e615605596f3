"""What a side gets from an oven's air as it really is: how long it takes, and whether it browns.

Time grows as the air comes closer to the heat that would never finish it; browning doubles with a
fixed step of heat. Both laws are estimates, no source: log your own sides.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from trencher.core.catalogue.sides import SideStep

Floats = NDArray[np.float64]

NEVER_C = 90.0
"""Air in which no side of this kind would ever be done."""
BROWN_AT_C, BROWN_DOUBLES_C = 200.0, 25.0
LEAST_BROWN_C = 140.0
"""Below this nothing browns in an oven within a meal's time."""
UP_TAU_MIN = 7.0
"""How fast an oven's air rises to a higher setting."""
TIN_SLOWER, TIN_PALER = 1.15, 0.65
"""In the joint's own tin: among juices and steam. Estimates."""

Look = Literal["browns", "colours", "pale", "meant_pale"]


def rate(air_c: Floats, step: SideStep) -> Floats:
    """Share of a side's cooking done per minute in this air, times its usual minutes: 1 at its
    usual heat, 0 at ``NEVER_C`` and below."""
    return np.asarray(
        np.clip((air_c - NEVER_C) / (step.ref_c - NEVER_C), 0.0, None), dtype=np.float64
    )


def browning(air_c: Floats, step: SideStep) -> Floats:
    """Share of its browning per minute in this air; none under a cover."""
    if step.brown_min <= 0 or step.covered:
        return np.zeros_like(air_c)
    power = 2.0 ** ((air_c - BROWN_AT_C) / BROWN_DOUBLES_C) / step.brown_min
    return np.where(air_c < LEAST_BROWN_C, 0.0, power)


def settling(from_c: float, to_c: float, minutes: Floats, down_min: float) -> Floats:
    """Air so many minutes after the dial was turned, °C."""
    tau = UP_TAU_MIN if to_c > from_c else down_min
    return to_c + (from_c - to_c) * np.exp(-minutes / tau)


@dataclass(frozen=True)
class Cooked:
    """A side's time in an oven. ``brown``: 1 and more is brown."""

    minutes: float
    brown: float
    coolest_c: float
    hottest_c: float

    def look(self, step: SideStep) -> Look:
        """What it will look like."""
        if step.brown_min <= 0 or step.covered:
            return "meant_pale"
        return "browns" if self.brown >= 0.95 else "colours" if self.brown >= 0.5 else "pale"


class Course:
    """One oven's air minute by minute, and what a side started at any minute gets from it.

    ``air_c`` (n,): °C for each minute of the window, NaN where nobody says what it is.
    """

    def __init__(self, air_c: Floats, step: SideStep, *, in_tin: bool = False) -> None:
        known = np.nan_to_num(air_c, nan=0.0)
        slower, paler = (TIN_SLOWER, TIN_PALER) if in_tin else (1.0, 1.0)
        self.step = step
        self.air = air_c
        self._done = np.concatenate(([0.0], np.cumsum(rate(known, step) / slower)))
        self._brown = np.concatenate(([0.0], np.cumsum(browning(known, step) * paler)))

    def ending(self, end: int, minutes: float) -> Cooked | None:
        """What is done at minute ``end`` of the window, put in as late as it may be, for a side
        that takes ``minutes`` at its usual heat. None where it would have had to go in before the
        window, or where the air is unknown."""
        goal = self._done[end] - minutes
        start = int(np.searchsorted(self._done, goal + 1e-9, side="right")) - 1
        if goal < -1e-9 or start < 0:
            return None
        air = self.air[start:end]
        if not len(air) or np.isnan(air).any():
            return None
        return Cooked(
            float(end - start),
            float(self._brown[end] - self._brown[start]),
            float(air.min()),
            float(air.max()),
        )
