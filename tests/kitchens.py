"""Joints and roasts that many tests begin from."""

from __future__ import annotations

from typing import Any

from trencher.core.joint import Joint
from trencher.core.method.notation import parse_method
from trencher.core.planner.forward import Walk, walk
from trencher.core.planner.setup import Physics, Roast, kitchen
from trencher.core.thermal.cooker import Cooker
from trencher.core.thermal.geometry import FINE, Grid

HOT_THEN_LOW = "220C 20min; 160C until peak 57C; rest tented 40min"
ONE_HEAT = "170C until peak 57C; rest tented 40min"
LOW_BLAST = "115C until peak 57C; rest open 25min; 235C 8min; rest open 10min"
BARE = Physics(
    conductivity_w_mk=0.47,
    specific_heat_j_kgk=3450,
    density_kg_m3=1060,
    h_w_m2k=25,
    radiation=False,
    evaporation=False,
    ideal_air=True,
    section_exponent=1.0,
)
"""Nothing but linear conduction and convection: what the exact solutions describe."""


def sirloin(**changes: Any) -> Joint:
    """Tonight's sirloin, or one like it."""
    facts: dict[str, Any] = {
        "cut": "beef-sirloin-boned",
        "weight_kg": 1.9,
        "thickness_mm": 105.0,
        "length_mm": 205.0,
        "start_c": 7.0,
    }
    return Joint(**(facts | changes))


def roast(method: str = HOT_THEN_LOW, joint: Joint | None = None, **more: Any) -> Roast:
    """A roast by its method's text."""
    return Roast(
        joint=joint or sirloin(),
        cooker=more.pop("cooker", Cooker()),
        method=parse_method(method),
        **more,
    )


def go(method: str = HOT_THEN_LOW, grid: Grid = FINE, **more: Any) -> Walk:
    """A roast walked to its end."""
    return walk(kitchen(roast(method, **more), grid))
