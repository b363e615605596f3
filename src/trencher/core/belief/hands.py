"""How late these hands are: how long after its moment a joint has come out."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from statistics import median

FEW = 3
"""Of fewer roasts nothing is said."""
LONGEST_MIN = 10.0
"""An early warning is brought forward by so much at most."""


@dataclass(frozen=True)
class Hands:
    """Minutes after the moment at which the core was as planned, the middle one of ``count``
    roasts; below 0 it came out before."""

    middle: float
    count: int

    @property
    def ahead_min(self) -> float:
        """How much sooner than usual they are to be warned."""
        return min(max(self.middle, 0.0), LONGEST_MIN)


NOBODY = Hands(0.0, 0)
"""Of whom nothing is known."""


def hands_of(late_min: Sequence[float]) -> Hands:
    """Of finished roasts. The middle one: one joint forgotten in the oven makes no habit."""
    count = len(late_min)
    return Hands(float(median(late_min)), count) if count >= FEW else NOBODY
