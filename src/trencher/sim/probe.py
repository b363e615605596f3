"""A pretend thermometer of two channels (tip and oven air), and a pretend scale.

What they show is the pretend joint's truth through an instrument: lag, noise, whole tenths,
silences and a battery that runs down. ``trencher probe`` sends it like any home-made one.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any, Literal

import numpy as np

from trencher.core.errors import UnknownName
from trencher.core.method.stages import Method
from trencher.sim.lived import CookAct, live
from trencher.sim.roast import PretendRoast, Truth

Trouble = Literal["fat", "stall", "dropouts", "battery", "silent"]
TROUBLES: dict[Trouble, str] = {
    "fat": "the tip sits in fat from minute 60 to 75",
    "stall": "the oven gets no hotter than 165 °C",
    "dropouts": "every eighth value is lost on the way",
    "battery": "the battery is nearly empty",
    "silent": "nothing is heard of it from minute 50 to 60",
}
TIP_LAG_S, AIR_LAG_S, NOISE_C, AIR_NOISE_C = 12.0, 25.0, 0.15, 1.5
DROP_SHARE = 1 / 8
SILENT_MIN = (50.0, 60.0)
FULL, LOW, PER_HOUR = 0.9, 0.12, 0.02
SCALE_NOISE_G = 2.0


def troubled(truth: Truth, troubles: Sequence[str]) -> Truth:
    """The truth with what goes wrong. UnknownName."""
    for name in troubles:
        if name not in TROUBLES:
            raise UnknownName("trouble", name, list(TROUBLES))
    if "fat" in troubles:
        truth = replace(truth, fat_from_min=60.0, fat_to_min=75.0)
    if "stall" in troubles:
        truth = replace(truth, stall_c=165.0)
    return truth


@dataclass
class PretendProbe:
    """The instrument in one pretend joint. Minutes from when it went in; same seed, same values."""

    truth: Truth
    troubles: Sequence[str] = ()
    pretend: PretendRoast = field(init=False)
    _tip: float = field(init=False)
    _air: float = field(init=False)
    _told: tuple[Any, ...] = ()

    def __post_init__(self) -> None:
        self.truth = troubled(self.truth, self.troubles)
        self._start()

    def _start(self) -> None:
        self.pretend = PretendRoast(self.truth)
        self._tip, self._air = self.truth.start_c, self.truth.room_c

    def at(
        self,
        minute: float,
        method: Method,
        ends: Mapping[int, float],
        marks: Sequence[CookAct] = (),
    ) -> dict[str, float] | None:
        """What both channels show at a minute, or None where nothing is sent. The cook's stage
        ends and marks may be told late: the joint is then lived through anew."""
        told = (str(method), tuple(sorted(ends.items())), tuple(marks))
        if told != self._told or self.pretend.minute > minute:
            self._told = told
            self._start()
        before = self.pretend.minute
        live(self.pretend, method, ends, marks, minute)
        spent = 60.0 * max(minute - before, 0.0)
        air = self.truth.room_c if self.pretend.air is None else self.pretend.air
        self._tip += (self.pretend.shown_c - self._tip) * (1.0 - math.exp(-spent / TIP_LAG_S))
        self._air += (air - self._air) * (1.0 - math.exp(-spent / AIR_LAG_S))
        rng = np.random.default_rng([self.truth.seed, round(minute * 60)])
        tip, hot = rng.normal(0.0, NOISE_C), rng.normal(0.0, AIR_NOISE_C)
        if "dropouts" in self.troubles and rng.uniform() < DROP_SHARE:
            return None
        if "silent" in self.troubles and SILENT_MIN[0] <= minute < SILENT_MIN[1]:
            return None
        return {"1": round(self._tip + tip, 1), "2": round(self._air + hot)}

    def battery(self, minute: float) -> float:
        """How full its battery is, 0 … 1."""
        first = LOW if "battery" in self.troubles else FULL
        return max(first - PER_HOUR * minute / 60.0, 0.0)


def weighed_g(true_g: float, seed: int) -> float:
    """What the pretend scale shows, in whole grams."""
    rng = np.random.default_rng([seed, round(true_g)])
    return float(round(true_g + rng.normal(0.0, SCALE_NOISE_G)))
