"""Joints that share an oven: its air, its doors, and the minute at which they are done.

The oven's day is one sequence of stages. Each joint goes in when it must, so that all are out at
the same minute; every later joint opens the door on those already in, and brings its cold weight.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from scipy.optimize import brentq

from trencher.core.errors import InputError
from trencher.core.joint import Joint
from trencher.core.method.stages import Method, Minutes, Oven, Rate, Stage, Task, celsius
from trencher.core.planner.forward import Walk, walk
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.thermal.cooker import Cooker
from trencher.core.thermal.geometry import FINE, Grid

ROUNDS = 8
MOMENT_MIN = 0.05
WITHIN_MIN = 0.5
MOST_JOINTS = 12


@dataclass(frozen=True)
class Shared:
    """One joint among others: its own goal and rest, given as the stage that ends it.

    ``goal`` ends its time in the oven; ``after`` is what follows outside.
    """

    joint: Joint
    goal: Stage
    after: tuple[Stage, ...] = ()


@dataclass(frozen=True)
class Placed:
    """A joint's place in the oven's day. Minutes from the first joint's start."""

    joint: Joint
    in_min: float
    out_min: float
    method: Method
    walk: Walk


Door = tuple[float, float]
"""When another joint goes in, min, and its weight, kg."""


def _tail(schedule: Sequence[tuple[float, Oven]], from_min: float) -> list[tuple[float, Oven]]:
    """The oven's fixed stages that are left at ``from_min``, with their remaining minutes."""
    left: list[tuple[float, Oven]] = []
    at = 0.0
    for minutes, stage in schedule:
        end = at + minutes
        if end > from_min + 1e-6:
            left.append((end - max(at, from_min), stage))
        at = end
    return left


def _method(
    fixed: Sequence[tuple[float, Oven]],
    shared: Shared,
    in_min: float,
    doors: Sequence[Door],
    cooker: Cooker,
) -> Method:
    """A joint's own method: what is left of the oven's day, with the doors others open on it."""
    stages: list[Stage] = []
    at = in_min
    for minutes, stage in _tail(fixed, in_min):
        stages.append(_with_doors(replace(stage, length=Minutes(minutes)), at, minutes, doors))
        at += minutes
    if fixed and not stages:
        stages += _still_cooling(fixed, shared.goal, in_min, cooker)
    stages.append(_with_doors(shared.goal, at, None, doors))
    return Method((*stages, *shared.after))


def _still_cooling(
    fixed: Sequence[tuple[float, Oven]], goal: Stage, in_min: float, cooker: Cooker
) -> list[Stage]:
    """A moment in the air as it really is: an oven turned down a while ago is not there yet."""
    assert isinstance(goal, Oven)
    since_s = 60.0 * (in_min - sum(minutes for minutes, _ in fixed))
    excess = (fixed[-1][1].temp.c - goal.temp.c) * math.exp(-since_s / cooker.down_s)
    if excess <= 1.0:
        return []
    air = celsius(round(goal.temp.c + excess, 1))
    return [Oven(air, Minutes(MOMENT_MIN))]


def _with_doors(stage: Stage, at: float, minutes: float | None, doors: Sequence[Door]) -> Stage:
    due = [
        (d - at, kg) for d, kg in doors if d > at + 1e-6 and (minutes is None or d < at + minutes)
    ]
    return replace(
        stage, tasks=(*stage.tasks, *(Task("add", f"{kg:g}kg", at_min=d) for d, kg in due))
    )


def together(
    oven_day: Method, shared: Sequence[Shared], cooker: Cooker, grid: Grid = FINE
) -> tuple[Placed, ...]:
    """When each joint goes in so that all come out at one minute.

    ``oven_day``: oven stages of fixed length that come before the joints' own goals (a hot start);
    may be empty. Joints that need less than the rest of the day join later. Found by repetition:
    each round's doors move the slowest joint's take-out, which moves the others.
    """
    if not 1 <= len(shared) <= MOST_JOINTS:
        raise InputError(
            f"{len(shared)} joints", where="joints", allowed=f"allowed: 1 to {MOST_JOINTS}"
        )
    fixed: list[tuple[float, Oven]] = []
    for i, stage in enumerate(oven_day.stages):
        if not (isinstance(stage, Oven) and isinstance(stage.length, Minutes)):
            raise InputError(
                f"'{stage}' is no oven stage of fixed minutes",
                where=f"oven day, stage {i + 1}",
                allowed="such as 220C 20min; goals belong to the joints",
            )
        fixed.append((stage.length.min, stage))
    for i, one in enumerate(shared):
        if not isinstance(one.goal, Oven) or isinstance(one.goal.length, Rate):
            raise InputError(
                f"'{one.goal}' does not end a joint's time in the oven",
                where=f"joint {i + 1}",
                allowed="such as 160C until peak 57C",
            )
    starts = [0.0] * len(shared)

    def place(i: int) -> Placed:
        return _walked(shared, starts, i, fixed, cooker, grid)

    # The slowest goes in first; the others when they need to, against its latest take-out.
    slowest = max(range(len(shared)), key=lambda i: place(i).out_min)
    for _ in range(ROUNDS):
        before = list(starts)
        aim = place(slowest).out_min
        for i in range(len(shared)):
            if i != slowest:
                starts[i] = _start_for(i, aim, starts, place)
        if max(abs(a - b) for a, b in zip(starts, before, strict=True)) < WITHIN_MIN:
            break
    return tuple(place(i) for i in range(len(shared)))


def _start_for(
    i: int, aim_min: float, starts: list[float], place: Callable[[int], Placed]
) -> float:
    """When joint ``i`` must go in to be out at ``aim_min``: later in is later out."""

    def miss(start: float) -> float:
        starts[i] = start
        return place(i).out_min - aim_min

    if miss(0.0) >= 0.0:
        return 0.0
    return float(brentq(miss, 0.0, aim_min, xtol=0.2 * WITHIN_MIN))


def _walked(
    shared: Sequence[Shared],
    starts: Sequence[float],
    i: int,
    fixed: Sequence[tuple[float, Oven]],
    cooker: Cooker,
    grid: Grid,
) -> Placed:
    one, own = shared[i], starts[i]
    doors = sorted(
        (start, shared[j].joint.total_kg)
        for j, start in enumerate(starts)
        if j != i and start > own + 0.01
    )
    method = _method(fixed, one, own, doors, cooker)
    done = walk(kitchen(Roast(joint=one.joint, cooker=cooker, method=method), grid))
    return Placed(one.joint, own, own + done.pull_min, method, done)
