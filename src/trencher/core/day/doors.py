"""The doors that other dishes open on a joint: when, and the method with them in it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from trencher.core.day.dishes import FOR_SIDES, JointDish
from trencher.core.day.order import Order
from trencher.core.method.stages import Method, Off, Oven, Task

OPENS = ("in", "out", "into_oven", "turn", "ready_side")
INSIDE_MIN = 0.5


def doors_on(order: Order) -> dict[str, tuple[float, ...]]:
    """For each joint the minutes, from its own start, at which another dish opens its oven."""
    found: dict[str, tuple[float, ...]] = {}
    for joint in order.table.joints:
        lane = f"oven:{joint.oven}"
        at = [
            round(s.at_min - joint.start_min)
            for s in order.steps
            if s.dish != joint.id
            and s.place == lane
            and s.code in OPENS
            and _inside(joint, s.at_min)
        ]
        if at:
            found[joint.id] = tuple(float(m) for m in sorted(set(at)))
    return found


def _inside(joint: JointDish, minute: float) -> bool:
    return any(a + INSIDE_MIN < minute < b - INSIDE_MIN for a, b in joint.in_oven)


def with_doors(
    method: Method, stages: Sequence[tuple[float, float]], doors: Sequence[float]
) -> Method:
    """The method with a door opened at these minutes of it. ``stages``: from when to when each of
    its stages lasts, min, as far as they are known."""
    found = list(method.stages)
    for minute in doors:
        for i, (start, end) in enumerate(stages[: len(found)]):
            stage = found[i]
            if start <= minute < end and isinstance(stage, Oven | Off):
                task = Task("open", FOR_SIDES, at_min=float(max(round(minute - start), 1)))
                found[i] = replace(stage, tasks=(*stage.tasks, task))
                break
    return Method(tuple(found))
