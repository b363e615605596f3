"""Fan, still, gas or table-top air: which heat does here what another air would do.

Found on this joint itself, so that what evaporates counts: the air of this oven that leaves the
joint with the same mean temperature after an hour. Not an oven's error: that is another step.
"""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache

from scipy.optimize import brentq

from trencher.core.method.stages import Method, Minutes, Oven, celsius
from trencher.core.planner.forward import walk_part
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.thermal import conduction as kernel
from trencher.core.thermal.cooker import Cooker
from trencher.core.thermal.geometry import COARSE
from trencher.core.thermal.kinds import CookerKind

COMPARED_MIN = 60.0
WIDEST_C = 90.0
"""No two airs are further apart than this."""


@lru_cache(maxsize=512)
def equivalent_air(roast: Roast, written: CookerKind, air_c: float) -> float:
    """Air in °C of this roast's oven that does what ``air_c`` of ``written`` air does."""
    here = roast.cooker

    def warmth(kind: CookerKind, c: float) -> float:
        # Of one temper: only what the air does to the surface is compared.
        cooker = Cooker(kind=kind, room_c=here.room_c)
        stage = Oven(celsius(c), Minutes(COMPARED_MIN))
        one = replace(
            roast, cooker=cooker, method=Method((stage,)), temperatures="air", wanted_c=None
        )
        return float(walk_part(kitchen(one, COARSE), 1)[1].state[kernel.MEAN])

    if written == here.kind:
        return air_c
    aim = warmth(written, air_c)
    low, high = air_c - WIDEST_C, air_c + WIDEST_C
    if not warmth(here.kind, low) < aim < warmth(here.kind, high):
        return air_c
    return float(brentq(lambda c: warmth(here.kind, c) - aim, low, high, xtol=0.5))
