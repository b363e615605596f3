"""Places in a joint that the cook names: each is a tip of its own, the lowest nearest the middle.

A joint's middle is where it is coldest, so of several places read about the same time the lowest
says most about it. How far the others lie off follows from how much hotter they are.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from trencher.core.belief.reading import Reading
from trencher.core.thermal.history import Row, read_at

Floats = NDArray[np.float64]

TOGETHER_MIN = 10.0
"""Places read within this of each other are compared as they stand. Estimate: a round with one
thermometer."""
AT_ONCE_MIN, COLDER_C = 4.0, 1.5
"""A place read within this of another and colder by this is nearer the middle. Estimates: a round,
and what two looks at one place differ by, with what it climbs meanwhile."""
MIDDLE = "the middle"
LONGEST_NAME = 40


@dataclass(frozen=True, kw_only=True)
class CorePlace:
    """A place as it was read last: ``over_c`` above the lowest one, and so ``off_mm`` off the
    middle, if heat is what tells them apart (0 for the lowest; None where it cannot be told)."""

    name: str
    minute: float
    value_c: float
    over_c: float
    off_mm: float | None


def _named(readings: Sequence[Reading]) -> list[Reading]:
    return [r for r in readings if r.place == "core" and r.instrument != "sense"]


def _lowest_last(readings: Sequence[Reading]) -> list[str]:
    """The places of one position of the tip, the lowest last; what was not read lately first."""
    last = {r.spot: r for r in sorted(_named(readings), key=lambda r: r.minute)}
    newest = max((r.minute for r in last.values()), default=0.0)

    def rank(spot: str) -> tuple[bool, float]:
        r = last[spot]
        return newest - r.minute <= TOGETHER_MIN, -r.value_c

    return sorted(last, key=rank)


def placed(readings: Sequence[Reading]) -> list[Reading]:
    """The readings, each named place with a number of its own: of those of one position of the tip,
    the lowest has the highest, and so counts as where the tip is."""
    if not any(r.spot for r in readings):
        return list(readings)
    number: dict[tuple[int, str], int] = {}
    for tip in sorted({r.tip for r in readings}):
        spots = _lowest_last([r for r in readings if r.tip == tip]) or [""]
        for spot in spots:
            number[tip, spot] = len(number)
    highest = {tip: n for (tip, _), n in number.items()}
    return [replace(r, tip=number.get((r.tip, r.spot), highest[r.tip])) for r in readings]


def overruled(readings: Sequence[Reading]) -> list[bool]:
    """Which readings say nothing of the middle, because another place read about the same time was
    clearly colder."""
    spots: dict[tuple[int, str], list[Reading]] = {}
    if any(r.spot for r in readings):
        for r in _named(readings):
            spots.setdefault((r.tip, r.spot), []).append(r)
    above: set[int] = set()
    for (tip, spot), own in spots.items():
        minute, value = (np.array([getattr(r, of) for r in own]) for of in ("minute", "value_c"))
        for (other_tip, other), theirs in spots.items():
            if other_tip != tip or other == spot:
                continue
            for o in theirs:
                near = np.abs(minute - o.minute) <= AT_ONCE_MIN
                hotter = near & (value > o.value_c + COLDER_C)
                above |= {id(own[i]) for i in np.flatnonzero(hotter)}
    return [id(r) in above for r in readings]


def places(readings: Sequence[Reading], record: Floats, half_mm: float) -> list[CorePlace]:
    """The named places of where the tips are now, the lowest first; () where there are not two.
    ``record``: the joint as it is believed to go; ``half_mm``: half its thickness."""
    named = _named(readings)
    now = [r for r in named if r.tip == max((x.tip for x in named), default=0)]
    spots = _lowest_last(now)[::-1]
    if len(spots) < 2:
        return []
    last = {r.spot: r for r in sorted(now, key=lambda r: r.minute)}
    lowest = last[spots[0]]
    found = []
    for spot in spots:
        r = last[spot]
        core, bend = (read_at(record, r.minute, c) for c in (Row.CORE, Row.BEND))
        climbed = core - read_at(record, lowest.minute, Row.CORE)
        over = 0.0 if spot == spots[0] else r.value_c - lowest.value_c - climbed
        off = None
        if over <= 0.0:
            off = 0.0
        elif bend > 1.0:
            off = min(math.sqrt(over / bend), 1.0) * half_mm
        found.append(
            CorePlace(
                name=spot or MIDDLE, minute=r.minute, value_c=r.value_c, over_c=over, off_mm=off
            )
        )
    return found
