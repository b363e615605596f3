"""An oven's dial against what was measured inside: a line with its doubt.

dial − true is taken as a straight line over the heat, with a prior that ovens are roughly right,
and every measurement good to a few degrees. Bayesian linear regression in closed form: with no
measurement the prior stands, each one narrows it most where it was taken.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from trencher.core.errors import InputError, OutOfRange

Floats = NDArray[np.float64]

OFFSET_SD_C, SLOPE_SD_C = 12.0, 8.0
"""How far out ovens are, and how much that changes over 50 °C, before anything is measured.
Estimates, no source: learn them from many kitchens."""
NOISE_SD_C = 3.0
"""One measurement: the thermometer, where it hangs, the thermostat's swing. Estimate."""
DRIFT_SD_C = 2.0
"""An oven from one day to another. Estimate."""
PIVOT_C, STEP_C = 180.0, 50.0
BEYOND_C = 25.0
"""The line is kept level so far beyond the outermost measurement."""
MOST_PAIRS = 20
READ_LOW_C, READ_HIGH_C = 20.0, 400.0
WIDEST_ERROR_C = 60.0


@dataclass(frozen=True)
class Calibration:
    """What is believed of a dial. ``mean`` (2,) offset and slope, ``cov`` (2, 2), ``low_c`` and
    ``high_c``: the true heats between which the line is used; ``n`` measurements."""

    mean: Floats
    cov: Floats
    low_c: float
    high_c: float
    n: int

    def _row(self, true_c: float) -> Floats:
        at = min(max(true_c, self.low_c), self.high_c)
        return np.array([1.0, (at - PIVOT_C) / STEP_C])

    def error_at(self, true_c: float) -> float:
        """dial − true in °C where the air is ``true_c``."""
        return float(self._row(true_c) @ self.mean)

    def sd_at(self, true_c: float) -> float:
        """Standard deviation of the true air there, today, in °C."""
        row = self._row(true_c)
        # Beyond what was measured the line is only kept, not known.
        away = max(self.low_c - true_c, true_c - self.high_c, 0.0)
        return math.sqrt(
            float(row @ self.cov @ row) + DRIFT_SD_C**2 + (SLOPE_SD_C * away / STEP_C) ** 2
        )

    @property
    def points(self) -> tuple[tuple[float, float], ...]:
        """(true °C, error °C) at both ends, as a cooker takes them."""
        return tuple((c, self.error_at(c)) for c in (self.low_c, self.high_c))


def checked_pairs(pairs: Sequence[Sequence[float]]) -> tuple[tuple[float, float], ...]:
    """(dial °C, measured °C) pairs; InputError says which one cannot be."""
    if len(pairs) > MOST_PAIRS:
        raise InputError(f"{len(pairs)} pairs", where="pairs", allowed=f"at most {MOST_PAIRS}")
    for n, (dial, true) in enumerate(pairs):
        for name, value in (("dial", dial), ("measured", true)):
            if not READ_LOW_C <= value <= READ_HIGH_C:
                raise OutOfRange(f"pair {n + 1}, {name}", value, READ_LOW_C, READ_HIGH_C, "°C")
        if abs(dial - true) > WIDEST_ERROR_C:
            raise InputError(
                f"dial {dial:g} and measured {true:g} are {abs(dial - true):.0f} °C apart",
                where=f"pair {n + 1}",
                allowed=f"at most {WIDEST_ERROR_C:g} °C: was the oven still warming up?",
            )
    return tuple((float(a), float(b)) for a, b in pairs)


def calibrate(pairs: Sequence[Sequence[float]]) -> Calibration:
    """The dial's line from (dial °C, measured °C) pairs, taken when the oven had settled."""
    checked = checked_pairs(pairs)
    precision = np.diag([OFFSET_SD_C**-2, SLOPE_SD_C**-2])
    pull = np.zeros(2)
    for dial, true in checked:
        row = np.array([1.0, (true - PIVOT_C) / STEP_C])
        precision += np.outer(row, row) / NOISE_SD_C**2
        pull += row * (dial - true) / NOISE_SD_C**2
    cov = np.linalg.inv(precision)
    heats = [true for _, true in checked] or [PIVOT_C]
    return Calibration(cov @ pull, cov, min(heats) - BEYOND_C, max(heats) + BEYOND_C, len(checked))
