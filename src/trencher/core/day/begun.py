"""What of the sides is under way when the rest of the day is planned anew."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from trencher.core.day.dishes import Begun
from trencher.core.day.options import step_id
from trencher.core.day.order import Order

LEAST_MIN = 0.5


def begun_steps(
    order: Order, over: Mapping[str, float], skipped: Mapping[str, float] | None = None
) -> dict[str, Begun]:
    """Steps of the sides that have begun, each where it stands.

    ``over``: line → minute at which it was ticked. A heated step is ticked when it goes on, a step
    of the hands when it is finished; whoever took a dish out had put it in, and whoever did a later
    step had done the one before. ``skipped``: whole steps that will not be done are over at once;
    a turn that is left out says nothing about its dish.
    """
    found: dict[str, Begun] = {}
    gone = skipped or {}
    for dish in order.table.sides:
        if dish.id in order.left_out:
            continue
        following: Begun | None = None
        for i in range(len(dish.side.steps) - 1, -1, -1):
            key = step_id(dish, i)
            ticked = any(line == key or line.startswith(f"{key}/") for line in over)
            at = order.sides_at[key]
            if key in gone and not ticked:
                found[key] = following = replace(at, at_min=gone[key], minutes=LEAST_MIN)
                continue
            if not ticked and following is None:
                continue
            now = _as_ticked(at, key, over, heated=dish.side.steps[i].where in ("oven", "hob"))
            if following is not None and now.over_min > following.at_min:
                end = following.at_min
                start = min(now.at_min, end - LEAST_MIN)
                now = replace(now, at_min=start, minutes=end - start)
            found[key] = following = now
    return found


def _as_ticked(at: Begun, key: str, over: Mapping[str, float], *, heated: bool) -> Begun:
    now = at
    if key in over:
        start = over[key] if heated else over[key] - at.minutes
        now = replace(at, at_min=start)
    out = over.get(f"{key}/out")
    if out is not None:
        start = min(now.at_min, out - LEAST_MIN)
        now = replace(now, at_min=start, minutes=out - start)
    return now
