"""A pretend joint played through what a cook did, and again through what else could have been done.

The same truth and the same course give the same joint to the last bit, so the difference between
two courses is what the choice between them did.
"""

from __future__ import annotations

import copy
import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from typing import Self

import numpy as np

from trencher.core.method.stages import Method
from trencher.sim.lived import CookAct, live
from trencher.sim.roast import NZ, PretendRoast, Truth

EVEN_C = 4.0
"""So near the wanted temperature a place counts as even."""
COLOURS: tuple[tuple[float, str], ...] = (
    (0.5, "pale"),
    (1.2, "straw"),
    (2.6, "golden"),
    (7.0, "brown"),
    (14.0, "dark"),
    (float("inf"), "burnt"),
)
"""A skin's words, each up to so many minutes of colouring. Estimates."""


def colour(brown: float) -> str:
    """The word for a skin."""
    return next(word for most, word in COLOURS if brown < most)


@dataclass(frozen=True)
class Course:
    """What is done to one joint: stage index → minute of its end, what is done besides, and when it
    is carved. ``dial``: the oven's set heat, where another joint has a say."""

    method: Method
    ends: Mapping[int, float]
    acts: tuple[CookAct, ...]
    carve_min: float
    dial: Callable[[float], float] | None = None

    @property
    def out_min(self) -> float:
        """When it comes out; never is when it is carved."""
        return min(self.ends.get(self.method.pull_index, self.carve_min), self.carve_min)

    def out_at(self, minute: float) -> Self:
        """The same with another take-out, and as long a rest; stages before it end by then."""
        rest = self.carve_min - self.out_min
        pull = self.method.pull_index
        ends = {i: min(end, minute) for i, end in self.ends.items() if i < pull}
        return replace(self, ends={**ends, pull: minute}, carve_min=minute + rest)

    def without(self, act: CookAct) -> Self:
        """The same without one thing that was done."""
        return replace(self, acts=tuple(a for a in self.acts if a is not act))

    def first_change(self, other: Course) -> float:
        """The minute up to which two courses are the same."""
        if str(self.method) != str(other.method) or self.dial is not other.dial:
            return 0.0
        times = [self.carve_min, other.carve_min] if self.carve_min != other.carve_min else []
        for i in {*self.ends, *other.ends}:
            a, b = self.ends.get(i), other.ends.get(i)
            if a != b:
                times.append(min(x for x in (a, b) if x is not None))
        mine, yours = set(self.acts), set(other.acts)
        times += [a.minute for a in mine ^ yours]
        return max(min(times, default=self.carve_min) - 0.05, 0.0)


class Player:
    """One truth, to be played through many courses; what two have in common is played once."""

    def __init__(self, truth: Truth, course: Course, kept_min: float = 5.0) -> None:
        """``course``: the one that really happened; a copy is kept every ``kept_min``."""
        self.course, self._kept_min = course, kept_min
        self._copies: list[PretendRoast] = []
        self.played = self._carried(PretendRoast(truth), course, self._copies)

    def play(self, course: Course) -> PretendRoast:
        """The joint of another course."""
        same = self.course.first_change(course)
        start = [c for c in self._copies if c.minute <= same + 1e-9][-1]
        return self._carried(copy.deepcopy(start), course)

    def _carried(
        self, joint: PretendRoast, course: Course, copies: list[PretendRoast] | None = None
    ) -> PretendRoast:
        """On to the carving, in the same steps whatever minute it sets out from."""
        while True:
            if copies is not None:
                copies.append(copy.deepcopy(joint))
            if joint.minute >= course.carve_min - 1e-6:
                return joint
            whole = math.floor(joint.minute / self._kept_min + 1e-6) + 1
            until = min(whole * self._kept_min, course.carve_min)
            ends = {i: end for i, end in course.ends.items() if end <= until + 1e-9}
            live(joint, course.method, ends, course.acts, until, course.dial)


@dataclass(frozen=True)
class Served:
    """What came to the table, as it truly was. ``peak_c``: the highest of the middle; ``slices_c``:
    of the middle of each slice; ``even``: the share of the meat within EVEN_C of what was wanted;
    ``warm_c``: the middle when carved."""

    out_min: float
    out_c: float
    peak_c: float
    carve_min: float
    warm_c: float
    slices_c: tuple[float, ...]
    even: float
    skin: str


def served(joint: PretendRoast, course: Course, wanted_c: float, slices: int) -> Served:
    """The joint of a course, cut into so many slices."""
    rows = np.array(joint.history)
    highest = joint.hottest
    ring = np.broadcast_to(joint.r * joint.dr, highest.shape)
    near = np.abs(highest - wanted_c) <= EVEN_C
    axis = highest[0]
    at = (np.arange(slices) + 0.5) / slices * NZ - 0.5
    return Served(
        out_min=course.out_min,
        out_c=joint.core_at(course.out_min),
        peak_c=float(rows[:, 1].max()),
        carve_min=course.carve_min,
        warm_c=joint.core_c,
        slices_c=tuple(float(c) for c in np.interp(at, np.arange(NZ), axis)),
        even=float((ring * near).sum() / ring.sum()),
        skin=colour(joint.brown),
    )


def reaches(joint: PretendRoast, core_c: float) -> float | None:
    """The minute at which the middle first was so hot; None: never."""
    rows = np.array(joint.history)
    over = np.flatnonzero(rows[:, 1] >= core_c)
    if not len(over):
        return None
    n = int(over[0])
    if n == 0:
        return float(rows[0, 0])
    (m0, c0), (m1, c1) = rows[n - 1, :2], rows[n, :2]
    return float(m0 + (m1 - m0) * (core_c - c0) / max(c1 - c0, 1e-9))
