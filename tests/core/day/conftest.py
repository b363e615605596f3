"""A supper's table to be placed: two joints worked out once, any sides, any kitchen."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache
from typing import Any

from trencher.core.catalogue.sides import SIDES
from trencher.core.day.dishes import (
    JointDish,
    OvenPlace,
    Room,
    SideDish,
    Table,
    carving_order,
    plating_min,
)
from trencher.core.joint import Joint
from trencher.core.method.notation import parse_method
from trencher.core.planner.forecast import Forecast, forecast
from trencher.core.planner.setup import Roast
from trencher.core.thermal.cooker import Cooker

HOUSE = OvenPlace(
    id="house",
    name="House oven",
    height_mm=310,
    cooker=Cooker(kind="fan", min_c=50, max_c=240, preheat_min=13, cooling_fan=True),
)
RANGE = OvenPlace(
    id="range",
    name="Range",
    height_mm=290,
    marks="gas",
    cooker=Cooker(kind="gas", min_c=107, max_c=232, preheat_min=20, tau_down_min=26),
)
ROOM = Room(ovens=(HOUSE, RANGE))
BEEF = {"cut": "beef-sirloin-boned", "weight_kg": 1.9, "thickness_mm": 105, "length_mm": 205}
PORK = {"cut": "pork-loin-rind", "weight_kg": 2.6, "thickness_mm": 98, "length_mm": 310}
BEEF_WAY = "220C 20min; 160C until peak 57C; rest tented 40min"
PORK_WAY = "220C 25min; 165C until peak 70C; rest open 30min"


@lru_cache(maxsize=32)
def worked(method: str, oven: str, **joint: Any) -> Forecast:
    """A forecast, worked out once for the whole run."""
    cooker = {"house": HOUSE, "range": RANGE}[oven].cooker
    made = Joint(start_c=6.0, **joint)
    return forecast(
        Roast(joint=made, cooker=cooker, method=parse_method(method)), bands=False, every_s=120
    )


def supper(
    sides: Sequence[str] = (),
    *,
    people: int = 12,
    both_in: str | None = None,
    joints: int = 2,
    pinned: dict[str, float] | None = None,
    now_min: float | None = None,
    **room: Any,
) -> Table:
    """Sirloin in the house oven, pork in the range (or ``both_in`` one), and these sides."""
    made = tuple(
        SideDish(side=SIDES[i], people=people, pinned_min=(pinned or {}).get(i)) for i in sides
    )
    knife = -plating_min(people, len(made) + joints)
    carving = carving_order({"beef": 8, "pork": 10}, {"beef": 57.0, "pork": 70.0}, knife)
    ovens = (both_in or "house", both_in or "range")
    dishes = (
        JointDish(
            id="beef",
            name="Sirloin",
            oven=ovens[0],
            plates=8,
            due_min=carving["beef"][0],
            carve_min=carving["beef"][1],
            forecast=worked(BEEF_WAY, ovens[0], **BEEF),
        ),
        JointDish(
            id="pork",
            name="Pork loin",
            oven=ovens[1],
            plates=10,
            due_min=carving["pork"][0],
            carve_min=carving["pork"][1],
            forecast=worked(PORK_WAY, ovens[1], **PORK),
        ),
    )
    return Table(
        people=people,
        joints=dishes[:joints],
        sides=made,
        room=replace(ROOM, **room),
        now_min=now_min,
    )
