"""How long a method keeps a cook's hands busy, before and at the roast; not the side dishes.

Minutes per step are estimates without a source: log your own.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Protocol

from trencher.core.marks import MARKS, MarkWhat
from trencher.core.method.stages import Oven, Rest, Sear, Stage, Turn, Verb

READY_MIN, IN_MIN, OUT_MIN, CHANGE_MIN, PAN_HOT_MIN = 5.0, 2.0, 3.0, 1.0, 4.0
"""Readying the joint, putting in, taking out, a turn of the dial, a pan brought to heat."""
DRESS_MIN: dict[str, float] = {"covered": 2.0, "lid": 1.0, "salt crust": 10.0}
TASK_MIN: dict[Verb, float] = {
    "baste": 2.0,
    "turn": 2.0,
    "add": 3.0,
    "pour": 1.0,
    "check": 1.0,
    "cover": 1.0,
    "uncover": 1.0,
    "open": 0.5,
}


LOOK_MIN = 1.0


class Went(Protocol):
    """A stage and its minutes from the start of the roast."""

    @property
    def stage(self) -> Stage:
        """What was done."""
        ...

    @property
    def start_min(self) -> float:
        """Its first minute."""
        ...

    @property
    def end_min(self) -> float:
        """Its last minute."""
        ...


def hands_on_min(stages: Sequence[Went]) -> float:
    """Minutes of work at this joint, for stages as they went."""
    total = READY_MIN
    inside = False
    for s in stages:
        stage, spent = s.stage, s.end_min - s.start_min
        if isinstance(stage, Sear):
            total += PAN_HOT_MIN + spent
        elif isinstance(stage, Turn):
            total += TASK_MIN["turn"]
        elif isinstance(stage, Oven):
            total += CHANGE_MIN if inside else IN_MIN
            total += DRESS_MIN.get(stage.cover or "", 0.0)
            total += spent if stage.air == "grill" else 0.0
        elif isinstance(stage, Rest) and inside:
            total += OUT_MIN
        elif not isinstance(stage, Rest):
            total += CHANGE_MIN
        inside = not isinstance(stage, (Rest, Sear)) and (inside or isinstance(stage, Oven))
        for task in stage.tasks:
            total += TASK_MIN[task.verb] * len(task.times(spent))
    return total


def hands_so_far_min(stages: Sequence[Went], marks: Sequence[MarkWhat], looks: int) -> float:
    """Minutes of work up to now, as they were logged: stages as they went (the one that is on cut
    off now), what was entered (``marks``), and spot readings (``looks``)."""
    entered = sum(MARKS[mark].work_min for mark in marks)
    return hands_on_min(stages) + entered + LOOK_MIN * looks
