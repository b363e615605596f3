"""Placing steps in time, so that nothing is used twice: a mixed-integer programme for HiGHS.

Time is cut into slots. Every step has options (when, where, at which heat); exactly one of each is
chosen, or its whole dish is left out at a price that nothing else reaches. See docs/adr/0013.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import Bounds, LinearConstraint, milp
from scipy.sparse import coo_array

Floats = NDArray[np.float64]

LEFT_OUT = 200.0
TIME_LIMIT_S = 4.0
"""Far beyond what a supper needs: on a busy machine a plan shall be late rather than worse."""
GOOD_ENOUGH = 0.01
"""A plan this share dearer than the best is as good: the prices themselves are guesses."""


@dataclass(frozen=True)
class Use:
    """So much of a resource in slots ``first`` … ``last`` − 1."""

    resource: str
    first: int
    last: int
    amount: float


@dataclass(frozen=True, kw_only=True)
class Option:
    """One way of placing a step. Slots are whole; ``price`` is what it costs the meal.

    ``heat``: the oven and the heat it must have in ``heat_slots``, where nothing else says.
    """

    start: int
    end: int
    price: float
    uses: tuple[Use, ...] = ()
    heat: tuple[str, float] | None = None
    heat_slots: tuple[int, int] = (0, 0)
    where: str = ""
    note: object = None


@dataclass(frozen=True, kw_only=True)
class Activity:
    """A step of a dish with its options."""

    id: str
    dish: str
    options: tuple[Option, ...]


@dataclass(frozen=True)
class Link:
    """``after`` starts at least ``least`` and at most ``most`` slots after ``before`` has ended."""

    before: str
    after: str
    least: int
    most: int


@dataclass(frozen=True, kw_only=True)
class PlacementProblem:
    """Steps, their order, and how much of each resource there is in every slot, (slots,)."""

    slots: int
    activities: tuple[Activity, ...]
    links: tuple[Link, ...] = ()
    capacity: Mapping[str, Floats] = field(default_factory=dict)


@dataclass(frozen=True)
class Placement:
    """The chosen option of each step, and the dishes left out."""

    chosen: Mapping[str, Option]
    left_out: tuple[str, ...]
    price: float


class _Rows:
    """A sparse matrix with bounds, row by row."""

    def __init__(self) -> None:
        self.i: list[int] = []
        self.j: list[int] = []
        self.v: list[float] = []
        self.low: list[float] = []
        self.high: list[float] = []

    def add(self, terms: Sequence[tuple[int, float]], low: float, high: float) -> None:
        row = len(self.low)
        for column, value in terms:
            self.i.append(row)
            self.j.append(column)
            self.v.append(value)
        self.low.append(low)
        self.high.append(high)

    def constraint(self, columns: int) -> LinearConstraint:
        matrix = coo_array((self.v, (self.i, self.j)), shape=(len(self.low), columns)).tocsr()
        return LinearConstraint(matrix, np.array(self.low), np.array(self.high))


def place(problem: PlacementProblem, time_limit_s: float = TIME_LIMIT_S) -> Placement:
    """The cheapest placement found; a dish that cannot be placed is left out whole.

    A dish with a step that has no option is left out before anything is computed.
    """
    hopeless = {a.dish for a in problem.activities if not a.options}
    activities = [a for a in problem.activities if a.dish not in hopeless]
    if not activities:
        return Placement({}, tuple(sorted(hopeless)), LEFT_OUT * len(hopeless))
    dishes = sorted({a.dish for a in activities})
    first: dict[str, int] = {}
    price: list[float] = []
    for a in activities:
        first[a.id] = len(price)
        price += [o.price for o in a.options]
    binaries = len(price)
    left = {d: binaries + n for n, d in enumerate(dishes)}
    price += [LEFT_OUT] * len(dishes)

    rows = _Rows()
    by_id = {a.id: a for a in activities}
    for a in activities:
        terms = [(first[a.id] + n, 1.0) for n in range(len(a.options))]
        rows.add([*terms, (left[a.dish], 1.0)], 1.0, 1.0)
    _ordered(rows, problem, by_id, first)
    _capacities(rows, problem, activities, first)
    columns = _heats(rows, activities, first, len(price))
    price += [0.0] * (columns - len(price))

    found = milp(
        np.array(price),
        constraints=rows.constraint(columns),
        integrality=np.ones(columns, dtype=np.int64),
        bounds=Bounds(0, 1),
        options={"time_limit": time_limit_s, "mip_rel_gap": GOOD_ENOUGH},
    )
    if found.x is None:
        return Placement({}, tuple(sorted({*dishes, *hopeless})), np.inf)
    chosen: dict[str, Option] = {}
    out = {d for d in dishes if found.x[left[d]] > 0.5} | hopeless
    for a in activities:
        if a.dish not in out:
            at = int(np.argmax(found.x[first[a.id] : first[a.id] + len(a.options)]))
            chosen[a.id] = a.options[at]
    return Placement(chosen, tuple(sorted(out)), float(found.fun) + LEFT_OUT * len(hopeless))


def _ordered(
    rows: _Rows, problem: PlacementProblem, by_id: Mapping[str, Activity], first: Mapping[str, int]
) -> None:
    for link in problem.links:
        if link.before not in by_id or link.after not in by_id:
            continue
        before, after = by_id[link.before], by_id[link.after]
        begun, over = _starts(after, first), _ends(before, first)
        # What has begun by a slot must have been preceded in time, slot by slot: far tighter for
        # the solver than one sum of starts and ends. A dish left out has no terms on either side.
        for slot in range(problem.slots + 1):
            later = [(c, 1.0) for at, c in begun if at <= slot]
            earlier = [(c, -1.0) for at, c in over if at <= slot - link.least]
            if later:
                rows.add([*later, *earlier], -np.inf, 0.0)
            waited = [(c, -1.0) for at, c in over if at <= slot - link.most]
            if waited:
                rows.add([*later, *waited], 0.0, np.inf)


def _starts(activity: Activity, first: Mapping[str, int]) -> list[tuple[int, int]]:
    return [(o.start, first[activity.id] + n) for n, o in enumerate(activity.options)]


def _ends(activity: Activity, first: Mapping[str, int]) -> list[tuple[int, int]]:
    return [(o.end, first[activity.id] + n) for n, o in enumerate(activity.options)]


def _capacities(
    rows: _Rows, problem: PlacementProblem, activities: Sequence[Activity], first: Mapping[str, int]
) -> None:
    used: dict[tuple[str, int], list[tuple[int, float]]] = defaultdict(list)
    for a in activities:
        for n, option in enumerate(a.options):
            for use in option.uses:
                for slot in range(max(use.first, 0), min(use.last, problem.slots)):
                    used[use.resource, slot].append((first[a.id] + n, use.amount))
    for (resource, slot), terms in used.items():
        room = float(problem.capacity[resource][slot])
        if sum(amount for _, amount in terms) > room:
            rows.add(terms, -np.inf, room)


def _heats(
    rows: _Rows, activities: Sequence[Activity], first: Mapping[str, int], columns: int
) -> int:
    """One heat at a time in an oven of which nothing else says how hot it is."""
    users: dict[tuple[str, int], dict[float, dict[str, list[int]]]] = {}
    for a in activities:
        for n, option in enumerate(a.options):
            if option.heat is None:
                continue
            oven, heat = option.heat
            for slot in range(*option.heat_slots):
                heats = users.setdefault((oven, slot), {})
                heats.setdefault(heat, {}).setdefault(a.id, []).append(first[a.id] + n)
    for heats in users.values():
        if len(heats) < 2:
            continue
        switches = []
        for by_step in heats.values():
            switch, columns = columns, columns + 1
            for own in by_step.values():
                rows.add([*((c, 1.0) for c in own), (switch, -1.0)], -np.inf, 0.0)
            switches.append(switch)
        rows.add([(s, 1.0) for s in switches], -np.inf, 1.0)
    return columns
