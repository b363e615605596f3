"""What is cooked on the day: joints with their forecasts, sides for so many people, the kitchen.

Minutes count from the moment the plates are on the table: 0 there, negative before.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

import numpy as np
from numpy.typing import NDArray

from trencher.core import units
from trencher.core.catalogue.care import Care
from trencher.core.catalogue.sides import Side, SideStep
from trencher.core.day.steps import DayStep
from trencher.core.method.schools import Thermometer
from trencher.core.method.stages import Off, Oven, Turn
from trencher.core.planner.forecast import Forecast
from trencher.core.planner.hands import READY_MIN
from trencher.core.thermal.cooker import Cooker
from trencher.core.thermal.history import Row
from trencher.core.thermal.kinds import KINDS

Floats = NDArray[np.float64]

ROOM_OVER_MM, UNKNOWN_HEIGHT_MM = 45.0, 300.0
"""Tin, rack and air above a joint; the inside of an oven nobody measured. Estimates."""
CARVE_FIRST_MIN, CARVE_EACH_MIN = 2.0, 0.45
"""String and bones off; a plate's slices. Estimates: time yourself."""
PLATE_FIRST_MIN, PLATE_EACH_MIN, DISH_EACH_MIN = 1.0, 0.25, 0.5
"""Plates out of the warm; a plate filled; a bowl carried. Estimates."""
FOR_SIDES = "sides"
"""The word of a door that is opened for another dish: it asks nothing of the hands."""
READY_BEFORE_MIN = 6.0
"""A joint is ready this long before its door opens."""
FOR_PEOPLE, GROWS = 8.0, 0.6
"""A side's hands-on minutes are for eight; they grow with this power of the people. Estimate."""
PEOPLE_A_TRAY = 12
"""One layer on a tray feeds so many; more takes another tray. Estimate."""


def carve_min(plates: float) -> float:
    """Minutes of carving for so many plates."""
    return CARVE_FIRST_MIN + CARVE_EACH_MIN * plates


def plating_min(people: int, dishes: int) -> float:
    """Minutes from the knife being put down until the plates are on the table."""
    return PLATE_FIRST_MIN + PLATE_EACH_MIN * people + DISH_EACH_MIN * dishes


def for_people(minutes: float, people: int) -> float:
    """A side's hands-on minutes for so many."""
    return float(minutes * (max(people, 1) / FOR_PEOPLE) ** GROWS)


@dataclass(frozen=True, kw_only=True)
class OvenPlace:
    """An oven on the day. ``height_mm``: room for tins, one above the other."""

    id: str
    name: str
    cooker: Cooker
    marks: str = "C"
    height_mm: float = UNKNOWN_HEIGHT_MM

    def says(self, air_c: float) -> str:
        """What its dial must show for this air."""
        return units.dial_text(air_c + self.cooker.dial_error_at(air_c), self.marks)

    @property
    def preheat_min(self) -> float:
        """Minutes until it is hot."""
        return self.cooker.preheat_min or KINDS[self.cooker.kind].preheat_min

    @property
    def down_min(self) -> float:
        """Time constant of its air after a turn-down, min."""
        return self.cooker.down_s / 60.0

    def within(self, air_c: float) -> float:
        """The nearest air it can have."""
        low, high = self.cooker.min_c, self.cooker.max_c
        return min(
            max(air_c, low if low is not None else air_c), high if high is not None else air_c
        )


@dataclass(frozen=True, kw_only=True)
class JointDish:
    """A joint of the day. ``due_min``: when its carving begins. ``started_min``: when it went in,
    None while it has not. ``assumed``: nobody chose its way yet. ``thermometer``: what its middle
    is read with."""

    id: str
    name: str
    oven: str
    forecast: Forecast
    due_min: float
    carve_min: float
    plates: int
    started_min: float | None = None
    assumed: bool = False
    thermometer: Thermometer = "leave-in"
    care: Care = field(default_factory=Care)

    @property
    def start_min(self) -> float:
        """When its first written stage begins."""
        if self.started_min is not None:
            return self.started_min
        return self.due_min - self.forecast.end_min

    @property
    def ready_min(self) -> float:
        """When it is made ready for the oven."""
        return self.start_min - READY_BEFORE_MIN - READY_MIN

    @property
    def out_min(self) -> float:
        """When it leaves the heat for good."""
        return self.start_min + self.forecast.pull_min

    @property
    def height_mm(self) -> float:
        """Room it takes in the oven."""
        return self.forecast.size.thickness_mm + ROOM_OVER_MM

    @property
    def in_oven(self) -> tuple[tuple[float, float], ...]:
        """From when to when it stands in the oven."""
        spans: list[tuple[float, float]] = []
        for s in self.forecast.stages:
            if not isinstance(s.stage, Oven | Off | Turn):
                continue
            a, b = self.start_min + s.start_min, self.start_min + s.end_min
            if spans and a - spans[-1][1] < 1e-6:
                spans[-1] = (spans[-1][0], b)
            elif b > a:
                spans.append((a, b))
        return tuple(spans)

    def air_c(self, at_min: Floats) -> Floats:
        """The oven's air with the joint in it at these minutes, °C; NaN where it is elsewhere."""
        series = self.forecast.series
        minute = series[:, Row.TIME] + self.start_min
        found = np.full(len(at_min), np.nan)
        for a, b in self.in_oven:
            # Rows lie minutes apart: none of the room's air beyond a span may be drawn into it.
            rows = (minute >= a - 1e-9) & (minute < b - 1e-6)
            inside = (at_min >= a - 1e-9) & (at_min < b - 1e-9)
            if rows.any():
                found[inside] = np.interp(at_min[inside], minute[rows], series[rows, Row.AIR])
        return found


@dataclass(frozen=True, kw_only=True)
class SideDish:
    """A side of the day. ``oven``: where it must be, None for wherever it fits.
    ``pinned_min``: its last heated step starts then, to the slot."""

    side: Side
    people: int = 8
    oven: str | None = None
    pinned_min: float | None = None

    @property
    def id(self) -> str:
        """Its id."""
        return self.side.id

    def trays(self, step: SideStep) -> int:
        """How many trays a step of it takes."""
        return -(-self.people // PEOPLE_A_TRAY) if step.vessel == "tray" else 0

    def height_mm(self, step: SideStep) -> float:
        """Room it takes in an oven, its trays one above the other."""
        return step.height_mm * max(self.trays(step), 1)


@dataclass(frozen=True, kw_only=True)
class Begun:
    """A side's step that was begun before the rest was planned anew. Minutes before the table;
    ``oven``, ``air_c``, ``tin_of``: where it stands, as it was placed; ``brown``: 1 is brown."""

    at_min: float
    minutes: float
    oven: str = ""
    air_c: float | None = None
    tin_of: str = ""
    brown: float = 0.0

    @property
    def over_min(self) -> float:
        """When it is over."""
        return self.at_min + self.minutes


@dataclass(frozen=True, kw_only=True)
class Limits:
    """What the cook can and will do, as numbers. ``lift_kg``: heaviest lift, None for any."""

    lift_kg: float | None = None
    one_hand: bool = False
    weak_grip: bool = False


@dataclass(frozen=True, kw_only=True)
class Room:
    """The kitchen on the day: ovens, rings, pairs of hands; ``tins``: tins and trays in all, the
    joints' own among them, None where nobody counted."""

    ovens: tuple[OvenPlace, ...]
    rings: int = 4
    hands: int = 1
    tins: int | None = None
    helpers: tuple[str, ...] = ()
    limits: Limits = field(default_factory=Limits)

    def oven(self, oven_id: str) -> OvenPlace:
        """The oven with this id."""
        return next(o for o in self.ovens if o.id == oven_id)


@dataclass(frozen=True, kw_only=True)
class Table:
    """The whole occasion: who, what, where. ``now_min``: the moment from which it is planned, None
    for all of it; nothing that is not in ``begun`` (step → where it stands) is placed before.
    ``before_now_min``: the present for what is done before the day; ``done``: step → minute at
    which it was done. ``quiet``: from–to, when nobody is to be woken; ``away``: when nobody is
    at home.
    ``gravy``: starch, body, strain as chosen; ``mends``: tasks that came of slips."""

    people: int
    joints: tuple[JointDish, ...]
    sides: tuple[SideDish, ...]
    room: Room
    now_min: float | None = None
    before_now_min: float | None = None
    done: Mapping[str, float] = field(default_factory=dict)
    begun: Mapping[str, Begun] = field(default_factory=dict)
    quiet: tuple[tuple[float, float], ...] = ()
    away: tuple[tuple[float, float], ...] = ()
    fridge_shelves: int = 2
    gravy: Mapping[str, Any] = field(default_factory=dict)
    mends: tuple[DayStep, ...] = ()

    @property
    def alone(self) -> tuple[tuple[float, float], ...]:
        """From–to, when nobody is there: asleep or away."""
        return (*self.quiet, *self.away)

    def is_quiet(self, from_min: float, to_min: float | None = None) -> bool:
        """Whether nobody is there for a moment, or for some of a stretch: asleep or away."""
        to = from_min + 1e-6 if to_min is None else to_min
        return any(from_min < b and to > a for a, b in self.alone)

    def is_away(self, from_min: float, to_min: float) -> bool:
        """Whether nobody is at home for some of a stretch."""
        return any(from_min < b and to_min > a for a, b in self.away)

    @property
    def knife_down_min(self) -> float:
        """When carving is over and the last side is due."""
        return -plating_min(self.people, len(self.sides) + len(self.joints))


def carving_order(
    plates: dict[str, int], wanted_c: dict[str, float], knife_down: float
) -> dict[str, tuple[float, float]]:
    """When each joint is carved: id → (start, minutes). One knife; the pinkest last, because it
    goes on changing while it waits."""
    at = knife_down
    found: dict[str, tuple[float, float]] = {}
    for joint in sorted(plates, key=lambda j: wanted_c[j]):
        minutes = carve_min(plates[joint])
        at -= minutes
        found[joint] = (at, minutes)
    return found
