"""One stage as a joint passes through it: its air, what closes the joint in, tasks on the way.

A stage is cut where a task falls due. What the air does is a closed formula of the time spent, so
that a plan can be taken up again in the middle of a stage.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, field, replace
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from trencher.core.method.stages import Length, Off, Oven, Rest, Sear, Stage, Task, Verb
from trencher.core.thermal import conduction as kernel
from trencher.core.thermal.cooker import door_share
from trencher.core.thermal.geometry import SIDE_A, SIDE_B, TOP, UNDER
from trencher.core.thermal.history import Row
from trencher.core.thermal.simulation import Simulation

Floats = NDArray[np.float64]

DOOR_S: dict[Verb, float] = {
    "baste": 40.0,
    "turn": 45.0,
    "add": 35.0,
    "pour": 25.0,
    "check": 20.0,
    "cover": 40.0,
    "uncover": 30.0,
    "open": 30.0,
}
"""How long the door stands open for a task. Estimate, no source: time your own."""
BASTE_KG_M2 = 0.06
"""What a basting leaves on top and sides. Estimate, no source."""
ADDED_KG = 0.8
"""Cold vegetables added to the tin where no weight is written. Estimate, no source."""
POURED_ML = 150.0
"""Liquid poured where no amount is written."""
SEAR_ORDER: dict[int, tuple[int, ...]] = {2: (UNDER, TOP), 4: (UNDER, SIDE_A, TOP, SIDE_B)}
ENDLESS_S = 24 * 3600.0
TICK_S = 1e-3
"""What falls due within this is due: minutes counted from elsewhere are never quite the same."""

_WEIGHT = re.compile(r"([0-9]+(?:[.,][0-9]+)?)\s*(kg|g)\b", re.IGNORECASE)
_AMOUNT = re.compile(r"([0-9]+(?:[.,][0-9]+)?)\s*(ml|l)\b", re.IGNORECASE)


def poured_ml(words: str) -> float | None:
    """The amount in a task's words, ml; None where none is written."""
    found = _AMOUNT.search(words)
    if found is None:
        return None
    return float(found.group(1).replace(",", ".")) * (1000.0 if found.group(2) in "lL" else 1.0)


def added_kg(words: str) -> float:
    """Cold weight a task adds, kg: as its words say, else a tin of vegetables."""
    found = _WEIGHT.search(words)
    if found is None:
        return ADDED_KG
    return float(found.group(1).replace(",", ".")) / (
        1.0 if found.group(2).casefold() == "kg" else 1000.0
    )


class Surrounder(Protocol):
    """What a passage asks of the kitchen: a stage's surroundings under its present dress."""

    def dressed(self, stage: Stage, oven_c: float | None, door_s: float) -> Floats:
        """Surroundings at the start of ``stage`` as it is dressed."""
        ...

    @property
    def sides(self) -> int:
        """Sides a sear is shared by."""
        ...

    @property
    def room_c(self) -> float:
        """Air of the room, °C."""
        ...


@dataclass
class Passage:
    """A stage on its way. ``door_s``: how long the door stood open just before it began;
    ``dip_c``: how far the air is still down from an earlier door."""

    kitchen: Surrounder
    stage: Stage
    oven_c: float | None
    door_s: float
    length_s: float = ENDLESS_S
    dip_c: float = 0.0
    _due: list[tuple[float, Task]] = field(init=False)
    _first: Floats = field(init=False)
    _dressed: tuple[int, Stage] = field(init=False)
    """How many of its tasks were done when it was asked last, and the stage then: it is asked for
    later and later moments, and a baste a minute would be gone through from the first."""
    _aired: tuple[int, float, Floats] = field(init=False)
    """As many tasks, when the last of them was, and the surroundings from there."""

    def __post_init__(self) -> None:
        tasks = self.stage.tasks
        due = [(60.0 * at, t) for t in tasks for at in t.times(self.length_s / 60.0)]
        self._due = sorted(due, key=lambda d: d[0])
        self._dressed = (0, self.stage)
        self._first = self.kitchen.dressed(self.stage, self.oven_c, self.door_s)
        if isinstance(self.stage, (Oven, Off)) and self._first[kernel.E_TAU] > 0.0:
            above = max(float(self._first[kernel.E_START]) - self.kitchen.room_c, 1.0)
            # A door lets go a share of what heat the air still has.
            left = max(1.0 - float(self._first[kernel.E_DIP]) / above, 0.0)
            self._first[kernel.E_DIP] += self.dip_c * left
        self._aired = self._unaired()

    def _unaired(self) -> tuple[int, float, Floats]:
        env = self._first.copy()
        env[kernel.E_SWING] = 0.0
        return 0, 0.0, env

    def _is_over(self, n: int, spent_s: float) -> bool:
        """Whether the task of this number was done so long after the stage began."""
        return n < len(self._due) and self._due[n][0] <= spent_s + TICK_S

    def dressed_at(self, spent_s: float) -> Stage:
        """The stage as what was done in it has made it, so long after it began."""
        n, stage = self._dressed
        if n and not self._is_over(n - 1, spent_s):
            n, stage = 0, self.stage
        while self._is_over(n, spent_s):
            stage = after_task(stage, self._due[n][1])
            n += 1
        self._dressed = (n, stage)
        return stage

    def air(self, spent_s: float) -> tuple[float, float]:
        """Slow air and the dip of the door in it, °C, so long after the stage began."""
        n, since, env = self._aired
        if n and not self._is_over(n - 1, spent_s):
            n, since, env = self._unaired()
        while self._is_over(n, spent_s) and isinstance(self.stage, (Oven, Off)):
            at, task = self._due[n]
            n += 1
            now, slow = kernel.air_at(env, at - since)
            since = at
            load = added_kg(task.words) if task.verb == "add" else 0.0
            env[kernel.E_START] = slow
            env[kernel.E_DIP] = (slow - now) + self._dip(task, now, load)
        self._aired = (n, since, env)
        now, slow = kernel.air_at(env, spent_s - since)
        return slow, slow - now

    def _dip(self, task: Task, air_c: float, load_kg: float) -> float:
        if self._first[kernel.E_TAU] <= 0.0:
            return 0.0
        door_s = DOOR_S[task.verb] if task.door_s is None else task.door_s
        return door_share(door_s, load_kg) * max(air_c - self.kitchen.room_c, 0.0)

    def surround(self, spent_s: float) -> Floats:
        """Surroundings so long after the stage began, as a fresh start from there."""
        stage = self.dressed_at(spent_s)
        env = (
            self._first.copy()
            if stage is self.stage
            else self.kitchen.dressed(stage, self.oven_c, self.door_s)
        )
        if spent_s > 0.0:
            slow, dip = self.air(spent_s)
            env[kernel.E_START], env[kernel.E_DIP] = slow, dip
        return env

    def run(
        self,
        sim: Simulation,
        spent_s: float = 0.0,
        *,
        goal: int = kernel.GOAL_TIME,
        value: float = 1e9,
        hold_s: float = 0.0,
    ) -> bool:
        """Carry ``sim`` on from ``spent_s`` into the stage to its end, or to its goal: True."""
        if isinstance(self.stage, Sear) and goal == kernel.GOAL_TIME:
            return self._sear(sim)
        began, end = float(sim.state[kernel.TIME]) - spent_s, self.length_s
        todo = [d for d in self._due if d[0] > spent_s or (spent_s == 0.0 and d[0] == 0.0)]
        now = spent_s
        for at, task in [*todo, (end, None)]:
            left_s = hold_s - _held_s(sim, value) if goal == kernel.GOAL_HELD else 0.0
            if goal == kernel.GOAL_HELD and left_s <= 0.0:
                return True
            if at - now > 1e-6 and sim.advance(
                self.surround(now), at - now, goal=goal, value=value, hold_s=left_s
            ):
                return True
            now = float(sim.state[kernel.TIME]) - began
            if task is not None:
                _do(task, sim)
        return False

    def _sear(self, sim: Simulation) -> bool:
        faces = SEAR_ORDER[self.kitchen.sides]
        base = self.kitchen.dressed(self.stage, self.oven_c, 0.0)
        for face in faces:
            env = base.copy()
            for other in range(kernel.FACES):
                at = kernel.E_FACES + other * kernel.FACE_SIZE + kernel.F_CONTACT
                env[at] = 1.0 if other == face else 0.0
            sim.advance(env, self.length_s / len(faces))
        return False


def _held_s(sim: Simulation, value: float) -> float:
    """How long the core has been at ``value`` or above by now, s."""
    rows = sim.record[: sim.rows]
    below = np.flatnonzero(rows[:, Row.CORE] < value)
    since = 0 if len(below) == 0 else int(below[-1]) + 1
    return 0.0 if since >= len(rows) else float(rows[-1, Row.TIME] - rows[since, Row.TIME])


def left_of(stage: Stage, spent_min: float, length: Length) -> Stage:
    """What is still to come of a stage that is on: dressed as what was done in it has made it, its
    tasks still to do, in the oven as it is by now. ``length`` of what is left."""
    for task in stage.tasks:
        for _ in task.times(spent_min):
            stage = after_task(stage, task)
    tasks = tuple(t for task in stage.tasks for t in _still_to_do(task, spent_min))
    left = replace(stage, length=length, tasks=tasks)
    return replace(left, cold=False) if isinstance(left, Oven) else left


def _still_to_do(task: Task, spent_min: float) -> list[Task]:
    if task.every_min is None:
        at = task.at_min or 0.0
        return [replace(task, at_min=at - spent_min)] if at >= spent_min else []
    first = task.every_min if task.at_min is None else task.at_min
    while first < spent_min:
        first += task.every_min
    return [replace(task, at_min=first - spent_min)]


def dressed_end(stage: Stage) -> Stage:
    """The stage as all that is to be done in it leaves it."""
    for task in sorted(stage.tasks, key=lambda t: t.at_min or 0.0):
        stage = after_task(stage, task)
    return stage


def after_task(stage: Stage, task: Task) -> Stage:
    """The stage as a task done in it dresses it."""
    if isinstance(stage, Oven):
        if task.verb == "cover":
            return replace(stage, cover=stage.cover or "covered")
        if task.verb == "uncover":
            return replace(stage, cover=None, pot=False)
        if task.verb == "pour" and stage.liquid_ml is None:
            return replace(stage, liquid_ml=poured_ml(task.words) or POURED_ML)
    if isinstance(stage, Rest):
        if task.verb == "cover":
            return replace(stage, how="tented")
        if task.verb == "uncover":
            return replace(stage, how="open")
    return stage


def _do(task: Task, sim: Simulation) -> None:
    if task.verb == "turn":
        sim.turn_over()
    elif task.verb == "baste":
        for face in (TOP, SIDE_A, SIDE_B):
            cap = sim.coats[face, kernel.C_FILM_CAP]
            sim.film[:, face] = np.minimum(sim.film[:, face] + BASTE_KG_M2, cap)
    elif task.verb == "pour":
        sim.state[kernel.NODE_KG] += (poured_ml(task.words) or POURED_ML) / 1000.0
