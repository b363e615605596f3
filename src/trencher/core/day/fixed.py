"""What the joints leave to the sides: the ovens' air, the room beside them, the hands.

Everything on one grid of minutes that ends when the knife is put down.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from trencher.core.day.before import before
from trencher.core.day.dishes import FOR_SIDES, JointDish, Table
from trencher.core.method.stages import Oven, Rest, Sear, Stage
from trencher.core.planner.hands import (
    CHANGE_MIN,
    IN_MIN,
    OUT_MIN,
    PAN_HOT_MIN,
    READY_MIN,
    TASK_MIN,
)

Floats = NDArray[np.float64]

SLOT_MIN = 5
SAME_AIR_C = 10.0
"""Two joints agree about the heat of an oven within this."""
DIP_MIN = 10
"""A door's dip is over by then: joints of one setting that go in one after the other agree."""
SHORTEST_WINDOW_MIN, LONGEST_WINDOW_MIN, BEFORE_FIRST_MIN = 240, 900, 90
CARVING_LEAVES = 0.3
"""Share of the carver's time that goes to pots and doors; carving is given that much longer."""


@dataclass(frozen=True)
class Moment:
    """Something to be done at a joint at one minute. ``code``: in, change, out, task, sear."""

    code: str
    at_min: float
    hands_min: float
    stage: Stage
    index: int
    words: str = ""


def moments(joint: JointDish) -> Iterator[Moment]:
    """What a joint's method asks of the hands, in its order."""
    inside = False
    for i, s in enumerate(joint.forecast.stages):
        at = joint.start_min + s.start_min
        stage = s.stage
        if isinstance(stage, Sear):
            yield Moment("sear", at - PAN_HOT_MIN, PAN_HOT_MIN + s.end_min - s.start_min, stage, i)
            inside = False
        elif isinstance(stage, Oven) and not inside:
            yield Moment("in", at, IN_MIN, stage, i)
            inside = True
        elif isinstance(stage, Rest):
            if inside:
                yield Moment("out", at, OUT_MIN, stage, i)
            inside = False
        else:
            yield Moment("change", at, CHANGE_MIN, stage, i)
        for task in stage.tasks:
            if (task.verb, task.words) == ("open", FOR_SIDES):
                continue
            for minute in task.times(s.end_min - s.start_min):
                words = f"{task.verb} {task.words}".strip()
                yield Moment("task", at + minute, TASK_MIN[task.verb], stage, i, words)
    last = joint.forecast.stages[-1]
    if inside:
        yield Moment("out", joint.start_min + last.end_min, OUT_MIN, last.stage, -1)


@dataclass(frozen=True)
class Disagreement:
    """Two joints that want unlike airs in one oven, or more room than it has. Minutes from–to."""

    kind: str
    oven: str
    first: str
    second: str
    from_min: float
    to_min: float
    difference: float


class Fixed:
    """The grid and what is taken on it. ``first_min``: its first minute, ``n`` minutes long."""

    def __init__(self, table: Table, knife_down_min: float | None = None) -> None:
        self.table = table
        end = table.knife_down_min if knife_down_min is None else knife_down_min
        earliest = min((j.start_min for j in table.joints), default=0.0) - BEFORE_FIRST_MIN
        long = int(min(max(end - earliest, SHORTEST_WINDOW_MIN), LONGEST_WINDOW_MIN))
        self.knife_down_min = end
        self.slots = -(-long // SLOT_MIN)
        self.n = self.slots * SLOT_MIN
        self.first_min = end - self.n
        self.at = self.first_min + np.arange(self.n, dtype=np.float64)
        self.disagreements: list[Disagreement] = []
        self.air = {o.id: self._air(o.id) for o in table.room.ovens}
        self.height = {o.id: self._height(o.id) for o in table.room.ovens}
        self.hands = self._hands()
        self.tins = self._tins()

    def slot(self, minute: float) -> int:
        """The slot in which a minute lies, not clipped."""
        return int(np.floor((minute - self.first_min) / SLOT_MIN + 1e-9))

    def minute(self, slot: int) -> float:
        """First minute of a slot."""
        return self.first_min + slot * SLOT_MIN

    def _air(self, oven: str) -> Floats:
        """What the joints make of an oven's air; NaN where it is free. Preheating counts."""
        here = [j for j in self.table.joints if j.oven == oven]
        place = self.table.room.oven(oven)
        air = np.full(self.n, np.nan)
        of: dict[str, Floats] = {}
        for joint in here:
            own = joint.air_c(self.at)
            for a, _ in joint.in_oven:
                first = next(
                    s for s in joint.forecast.stages if joint.start_min + s.start_min >= a - 1e-6
                )
                if isinstance(first.stage, Oven) and not first.stage.cold:
                    heating = (self.at >= a - place.preheat_min) & (self.at < a) & np.isnan(own)
                    own[heating] = first.stage.temp.c
            of[joint.id] = own
        for n, one in enumerate(here):
            for other in here[n + 1 :]:
                self._compare(oven, one, other, of)
        for own in of.values():
            both = ~np.isnan(own) & ~np.isnan(air)
            air = np.where(np.isnan(air), own, air)
            air[both] = 0.5 * (air[both] + own[both])
        return air

    def _compare(self, oven: str, one: JointDish, other: JointDish, of: dict[str, Floats]) -> None:
        apart = np.abs(of[one.id] - of[other.id])
        wrong = np.flatnonzero(np.nan_to_num(apart, nan=0.0) > SAME_AIR_C)
        if len(wrong) > DIP_MIN:
            self.disagreements.append(
                Disagreement(
                    "heat",
                    oven,
                    one.id,
                    other.id,
                    float(self.at[wrong[0]]),
                    float(self.at[wrong[-1]] + 1),
                    float(np.nanmax(apart)),
                )
            )

    def _height(self, oven: str) -> Floats:
        """Room left for tins in each slot, mm."""
        place = self.table.room.oven(oven)
        left = np.full(self.slots, float(place.height_mm))
        here = [j for j in self.table.joints if j.oven == oven]
        for joint in here:
            for a, b in joint.in_oven:
                left[max(self.slot(a), 0) : max(self.slot(b - 1e-6) + 1, 0)] -= joint.height_mm
        short = np.flatnonzero(left < 0)
        if len(short) and len(here) > 1:
            self.disagreements.append(
                Disagreement(
                    "room",
                    oven,
                    here[0].id,
                    here[1].id,
                    self.minute(int(short[0])),
                    self.minute(int(short[-1]) + 1),
                    float(-left.min()),
                )
            )
        return np.asarray(np.clip(left, 0.0, None), dtype=np.float64)

    def _tins(self) -> Floats:
        """Tins and trays left for sides in each slot: a joint has one from when it is made ready
        until it is carved, because its gravy is made in it."""
        wanted = sum(max((d.trays(s) for s in d.side.steps), default=0) for d in self.table.sides)
        counted = self.table.room.tins
        if counted is None:
            return np.full(self.slots, float(wanted))
        left = np.full(self.slots, float(counted))
        for joint in self.table.joints:
            a, b = self.slot(joint.ready_min), self.slot(joint.due_min)
            left[max(a, 0) : max(b + 1, 0)] -= 1.0
        return np.asarray(np.clip(left, 0.0, None), dtype=np.float64)

    def _hands(self) -> Floats:
        """Hands-on minutes left in each slot; below 0 where a joint needs more than there are."""
        left = np.full(self.slots, float(SLOT_MIN * self.table.room.hands))
        for joint in self.table.joints:
            if joint.started_min is None:
                self._take(left, joint.ready_min, READY_MIN, 1.0)
            for step in before(
                joint, self.table.before_now_min, self.table.done, self.table.alone
            ).steps:
                self._take(left, step.at_min, step.hands_min, 1.0)
            for moment in moments(joint):
                self._take(left, moment.at_min, moment.hands_min, 1.0)
            # While one carves the others are free, and the carver looks up now and then.
            self._take(left, joint.due_min, joint.carve_min, 1.0 - CARVING_LEAVES)
        return left

    def _take(self, left: Floats, start: float, minutes: float, share: float) -> None:
        for slot in range(
            max(self.slot(start), 0), min(self.slot(start + minutes) + 1, self.slots)
        ):
            a, b = self.minute(slot), self.minute(slot + 1)
            left[slot] -= share * max(0.0, min(b, start + minutes) - max(a, start))
