"""Which minute each small task really gets, so that no pair of hands does two things at once."""

from __future__ import annotations

import math
from collections.abc import Collection, Sequence
from dataclasses import replace

from trencher.core.day.steps import DayStep

NEAR_MIN = 9.0
"""A small task may be done this much sooner or later than wished."""
Interval = tuple[float, float]


class Hands:
    """So many pairs of hands, each with what it is busy with."""

    def __init__(self, names: Sequence[str], from_min: float | None = None) -> None:
        self.names = tuple(names)
        self.from_min = -math.inf if from_min is None else from_min
        self.busy: dict[str, list[Interval]] = {name: [] for name in names}

    def _free(self, name: str, a: float, b: float) -> bool:
        return all(b <= x + 1e-9 or a >= y - 1e-9 for x, y in self.busy[name])

    def take(
        self, wanted: float, minutes: float, near: float = NEAR_MIN, whose: str = ""
    ) -> tuple[str, float] | None:
        """Whose hands (``whose``, if somebody is named), and the free minute nearest to the wanted
        one. None where nobody has one."""
        best: tuple[float, str, float] | None = None
        for name in (whose,) if whose else self.names:
            self.busy.setdefault(name, [])
            tries = [wanted]
            for x, y in self.busy[name]:
                tries += [y, x - minutes]
            for at in tries:
                away = abs(at - wanted)
                if at >= self.from_min and away <= near and self._free(name, at, at + minutes):
                    found = (away, name, at)
                    if best is None or found[0] < best[0] - 1e-9:
                        best = found
        if best is None:
            return None
        self.busy[best[1]].append((best[2], best[2] + minutes))
        return best[1], best[2]

    def around(self, name: str, a: float, b: float) -> tuple[Interval, ...]:
        """What is left of a long task between the small ones that interrupt it."""
        left: list[Interval] = []
        at = a
        for x, y in sorted(self.busy[name]):
            if y <= a or x >= b:
                continue
            if x > at:
                left.append((at, min(x, b)))
            at = max(at, y)
        if at < b:
            left.append((at, b))
        return tuple(left)


FIRST = ("in", "out", "sear", "change", "task")
LONG = ("carve", "plate")


def in_turn(
    steps: Sequence[DayStep],
    hands: int,
    helpers: Sequence[str] = (),
    from_min: float | None = None,
    past: Collection[str] = (),
) -> tuple[list[DayStep], list[DayStep]]:
    """The steps with their hands, and those for which there are none.

    The joints' own moments have the first word; preparations stand as placed; small tasks take the
    nearest free minute; carving and plating go on around them. ``from_min``: nothing is moved
    before it; ``past``: lines that stand as they were.
    """
    names = ["", *(helpers[n] if n < len(helpers) else f"helper {n + 1}" for n in range(hands - 1))]
    who = Hands(names, from_min)
    done: dict[str, DayStep] = {}
    failed: list[DayStep] = []

    def rank(step: DayStep) -> tuple[int, float]:
        level = 0 if step.code in FIRST else 1 if step.code in ("prep", "before", "mend") else 2
        return level, step.at_min

    small = sorted((s for s in steps if s.hands_min > 0 and s.code not in LONG), key=rank)
    for step in small:
        if step.id in past:
            done[step.id] = step
            continue
        found = who.take(step.at_min, step.hands_min, whose=step.who)
        if found is None:
            failed.append(step)
            continue
        name, at = found
        shift = at - step.at_min
        done[step.id] = replace(
            step,
            who=step.who or name,
            at_min=at,
            until_min=max(
                step.until_min + (shift if step.code == "prep" else 0.0), at + step.hands_min
            ),
        )
    for step in steps:
        if step.code in LONG:
            pieces = who.around(names[0], step.at_min, step.until_min)
            done[step.id] = replace(step, pieces=pieces, hands_min=sum(b - a for a, b in pieces))
    order = [done.get(s.id, s) for s in steps if s.id in done or s.hands_min <= 0]
    return sorted(order, key=lambda s: (s.at_min, s.until_min, s.id)), failed
