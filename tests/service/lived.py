"""Roasts lived through in a house of tests: a kitchen with a truth of its own, read and carved."""

from __future__ import annotations

from functools import cache

import numpy as np
from numpy.typing import NDArray

from tests.service.conftest import METHOD, OVEN, PLAN
from trencher.api.context import House
from trencher.core.joint import Joint
from trencher.core.method.notation import parse_method
from trencher.core.plan import Plan
from trencher.core.planner.forward import walk
from trencher.core.planner.setup import Deviation, Roast, kitchen
from trencher.service.clock import FastClock

READ_EVERY_MIN = 12.0


@cache
def truth_of(truth: Deviation) -> tuple[float, float, NDArray[np.float64]]:
    """When the tests' sirloin comes out and is done in a kitchen of this truth, and its core."""
    joint = Joint.of({**PLAN["joint"], "start_c": 5.5})
    plan = Roast(joint=joint, cooker=OVEN.cooker(joint), method=parse_method(METHOD), wanted_c=57.0)
    done = walk(kitchen(plan, deviation=truth))
    rows = done.end.record[: done.end.rows]
    return done.pull_min, done.end.minutes, np.stack([rows[:, 0] / 60.0, rows[:, 3]])


def live(
    house: House,
    truth: Deviation,
    *,
    name: str = "Sirloin",
    oven_id: str = "house-oven",
    late_min: float = 0.0,
) -> str:
    """Lay it, put it in, read it, take it out and carve it; the clock goes on by a day. Its id.
    ``late_min``: how long after its moment it is taken out."""
    assert isinstance(house.clock, FastClock)
    pull, end, core = truth_of(truth)
    roast_id, _ = house.roasts.lay(Plan.of({**PLAN, "name": name, "oven_id": oven_id}))
    house.roasts.choose(roast_id, METHOD, "hot-then-low")
    house.roasts.put_in(roast_id, 5.5)
    at = 0.0

    def until(minute: float) -> None:
        nonlocal at
        house.clock.jump(minute - at)  # type: ignore[attr-defined]
        at = minute

    until(20.0)
    house.roasts.end_stage(roast_id, 0, 20.0)
    for minute in np.arange(24.0, pull, READ_EVERY_MIN).tolist():
        until(minute)
        value = round(float(np.interp(minute, core[0], core[1])), 1)
        house.roasts.read(roast_id, value, value, "core", minute)
    until(pull + late_min)
    house.roasts.end_stage(roast_id, 1, pull + late_min)
    # Of one taken out late this truth does not know the rest.
    after = [] if late_min else np.arange(pull + 10.0, end - 2.0, 10.0).tolist()
    for minute in after:
        until(minute)
        value = round(float(np.interp(minute, core[0], core[1])), 1)
        house.roasts.read(roast_id, value, value, "core", minute)
    until(end)
    house.roasts.carve(roast_id, end)
    until(24 * 60.0)
    return roast_id


def planned_min(house: House, oven_id: str = "house-oven") -> float:
    """When the next one would be planned to come out."""
    joint = Joint.of({**PLAN["joint"], "start_c": 5.5})
    wish = house.kitchen.wish(joint, oven_id, 57.0, 40.0, "leave-in")
    return walk(kitchen(wish.roast(METHOD))).pull_min
