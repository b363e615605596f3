"""How long a frozen joint thaws: simulated through its thickness, in a fridge or in cold water."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal

import numpy as np

from trencher.core.joint import Joint
from trencher.core.method.notation import parse_method
from trencher.core.planner.forward import walk
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.thermal.cooker import Cooker
from trencher.core.thermal.geometry import COARSE
from trencher.core.thermal.surface import FREEZER_C, FRIDGE_C

ThawIn = Literal["fridge", "water"]
THAWED_C = -0.8
"""The core is free of ice once it is warmer than this: lean meat freezes from about −1 °C down."""
LONGEST_H: dict[ThawIn, float] = {"fridge": 48.0, "water": 12.0}
CHANGE_WATER_MIN = 30.0


@dataclass(frozen=True)
class Thaw:
    """Hours until the core is free of ice; None where it is not within ``longest_h``."""

    place: ThawIn
    hours: float | None
    longest_h: float


@lru_cache(maxsize=64)
def thaw(joint: Joint, place: ThawIn, fridge_c: float = FRIDGE_C) -> Thaw:
    """How long this joint, frozen through, thaws. ``fridge_c``: what the fridge really reads;
    the time goes with the distance of its air from the thawing meat (a straight correction of the
    simulated time, good for a few degrees)."""
    longest = LONGEST_H[place]
    frozen = replace(joint, start_c=FREEZER_C, surface="blotted")
    method = parse_method(f"wait {place} {longest:g}h")
    end = walk(kitchen(Roast(joint=frozen, cooker=Cooker(), method=method), COARSE)).end
    record = end.record[: end.rows]
    free = np.flatnonzero(record[:, 3] > THAWED_C)
    if not len(free):
        return Thaw(place, None, longest)
    hours = float(record[free[0], 0]) / 3600.0
    if place == "fridge":
        hours *= (FRIDGE_C - THAWED_C) / max(fridge_c - THAWED_C, 0.5)
    return Thaw(place, hours, longest)
