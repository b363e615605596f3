"""Schools for one joint, oven and wish: written, judged for suitability, worked out."""

from __future__ import annotations

from dataclasses import replace

from trencher.core.joint import size_of
from trencher.core.method.notation import parse_method
from trencher.core.method.schools import SCHOOLS, Occasion, School, Thermometer
from trencher.core.method.stages import Method, Oven, celsius
from trencher.core.planner.forward import walk
from trencher.core.planner.limits import within_limits
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.planner.thermometers import looked_at
from trencher.core.thermal.cooker import Cooker
from trencher.core.thermal.geometry import COARSE
from trencher.core.units import said_c

ONE_HEAT = "one-temperature"
"""The school of a joint that is simply in."""
BELOW_LOWEST_C, ABOVE_HIGHEST_C = 8.0, 40.0
"""A school is another one where the oven's lowest heat is so far above what it asks for, or its
highest so far below. Estimate: nearer ones are re-planned and said."""


def occasion(roast: Roast, rest_min: float, thermometer: Thermometer) -> Occasion:
    """What a school is written for; the roast's own method is not used."""
    size = size_of(roast.joint)
    wanted = roast.goal_c
    assert wanted is not None
    return Occasion(
        cut=roast.joint.facts,
        cooker=roast.cooker,
        wanted_c=wanted,
        rest_min=rest_min,
        thickness_mm=min(size.thickness_mm, size.width_mm),
        length_mm=size.length_mm,
        weight_kg=roast.joint.weight_kg,
        thermometer=thermometer,
    )


def oven_reason(method: Method, cooker: Cooker) -> str:
    """Why this oven cannot do the method even nearly; "" where it can."""
    heats = [s.temp.c for s in method.stages if isinstance(s, Oven)]
    if cooker.min_c is not None and any(c < cooker.min_c - BELOW_LOWEST_C for c in heats):
        return (
            f"It asks for {said_c(min(heats))}; this oven goes no lower than "
            f"{said_c(cooker.min_c)}."
        )
    if cooker.max_c is not None and any(c > cooker.max_c + ABOVE_HIGHEST_C for c in heats):
        return (
            f"It asks for {said_c(max(heats))}; this oven goes no higher than "
            f"{said_c(cooker.max_c)}."
        )
    return ""


def written(school: School, here: Occasion) -> tuple[Method, str]:
    """The school's method for an occasion, and why it does not suit it ("" if it does)."""
    method = parse_method(school.write(here))
    return method, school.unsuited(here) or oven_reason(method, here.cooker)


def one_heat(roast: Roast, rest_min: float, thermometer: Thermometer, dial_c: float) -> Method:
    """The way of a joint that is in one heat already, which the dial shows, °C; the roast's own
    method is not used."""
    school = next(s for s in SCHOOLS if s.id == ONE_HEAT)
    method, _ = written(school, occasion(roast, rest_min, thermometer))
    air = celsius(round(roast.cooker.true_of_dial(dial_c), 1))
    stages = (replace(s, temp=air) if isinstance(s, Oven) else s for s in method.stages)
    return Method(tuple(stages))


def with_thermometer(roast: Roast, thermometer: Thermometer) -> Method:
    """The roast's method as it is followed with this thermometer. Raises what ``walk`` does."""
    if thermometer == "leave-in":
        return roast.method
    here, _ = within_limits(roast, COARSE)
    return looked_at(roast.method, walk(kitchen(here, COARSE)), thermometer)
