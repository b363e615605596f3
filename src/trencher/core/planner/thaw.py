"""How long a frozen joint thaws: simulated through its thickness, in a fridge or in cold water."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal

import numpy as np

from trencher.core.joint import Joint, size_of
from trencher.core.method.notation import parse_method
from trencher.core.planner.forward import walk
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.thermal.cooker import Cooker
from trencher.core.thermal.geometry import COARSE
from trencher.core.thermal.history import Row
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


SMALLER = 0.55
FRIDGE_H_W_M2K, THAWED_K_W_MK = 8.0, 0.45
"""Heat to a joint in a fridge, radiation included, and conductivity of the part that has thawed."""


def _plank(thickness_mm: float) -> float:
    """What thawing time grows with at equal shape: a/h + a²/4k (Plank 1913; both of his shape
    factors keep this ratio for slab and cylinder)."""
    a = thickness_mm / 1000.0
    return a / FRIDGE_H_W_M2K + a * a / (4.0 * THAWED_K_W_MK)


def _simulated(joint: Joint, place: ThawIn) -> float | None:
    """Hours until the core is free of ice, None if it is not within what is simulated."""
    frozen = replace(joint, start_c=FREEZER_C, surface="blotted", coat="none")
    method = parse_method(f"wait {place} {LONGEST_H[place]:g}h")
    end = walk(kitchen(Roast(joint=frozen, cooker=Cooker(), method=method), COARSE)).end
    record = end.record[: end.rows]
    free = np.flatnonzero(record[:, Row.CORE] > THAWED_C)
    return float(record[free[0], Row.TIME]) / 3600.0 if len(free) else None


def _like(joint: Joint, share: float) -> Joint:
    """The same shape, smaller."""
    size = size_of(joint)
    return replace(
        joint,
        weight_kg=max(joint.weight_kg * share**3, 0.1),
        thickness_mm=max(size.thickness_mm * share, 15.0),
        width_mm=max(size.width_mm * share, 15.0),
        length_mm=max(size.length_mm * share, 20.0),
        fat_mm=joint.top_fat_mm * share,
    )


@lru_cache(maxsize=64)
def thaw(joint: Joint, place: ThawIn, fridge_c: float = FRIDGE_C) -> Thaw:
    """How long this joint, frozen through, thaws. ``fridge_c``: what the fridge really reads;
    the time goes with the distance of its air from the thawing meat (a straight correction of the
    simulated time, good for a few degrees).

    What takes longer than can be simulated is taken from a smaller piece of the same shape and
    stretched as Plank's formula grows.
    """
    hours = _simulated(joint, place)
    if hours is None:
        small = _like(joint, SMALLER)
        hours = _simulated(small, place)
        if hours is not None:
            thickness, less = size_of(joint).thickness_mm, size_of(small).thickness_mm
            hours *= _plank(thickness) / _plank(less)
    if place == "fridge" and hours is not None:
        hours *= (FRIDGE_C - THAWED_C) / max(fridge_c - THAWED_C, 0.5)
    return Thaw(place, hours, LONGEST_H[place])
