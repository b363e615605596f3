"""Hidden kitchens: how much better the next plan is for what was learned from earlier roasts.

A dozen ovens of the pretend model, each with a heat, a dial, a lag and a skin of its own that
last, and eight roasts in each: other cuts, ways, thicknesses and starts. Every roast is taken out
when its tip shows the goal, rested and read; its lesson is made from that alone. The plan of the
next roast is made before anything is read of it. Seeds are fixed: two runs print the same.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cache

import numpy as np
from tests.kitchens import roast

from bench.hidden import HEATS, JOINTS, _crossing, _live
from bench.skins import SKINS, STILL_SHARE, Skin, in_skin
from trencher.core.belief.learning import Learned, Lesson, Tags, learn, lesson, look_back, tags_of
from trencher.core.belief.reading import Reading
from trencher.core.joint import Joint, size_of
from trencher.core.method.stages import Method, Minutes, UntilCore
from trencher.core.planner.doubt import Doubt, plan_bands
from trencher.core.planner.forward import walk, with_rest
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.thermal.cooker import Cooker
from trencher.sim.roast import Truth

OVENS, ROASTS = 12, 8
READ_EVERY_MIN = 9.0
LATE_OVEN, LATE_MIN = 7, 4.0
"""The cook of this oven writes every reading down so many minutes after it was so."""
DIALS = {1: 15.0, 3: 18.0, 8: -16.0, 10: -20.0}
"""Ovens whose dial is far off."""
FIRST_DAY = 740_000
SEEDS = (3131, 777, 42)


@dataclass(frozen=True)
class Schooled:
    """One roast of a hidden kitchen: its plan, when its tip truly showed the goal, its lesson."""

    plan: Roast
    tags: Tags
    pull_min: float
    lesson: Lesson


def _oven(n: int, seed: int) -> tuple[str, float, float, float, Skin]:
    rng = np.random.default_rng([seed, n])
    kind = ("fan", "still")[n % 2]
    scale = float(np.exp(rng.normal(0.0, 0.22)))
    off = DIALS.get(n, float(rng.normal(0.0, 6.0)))
    lag = float(rng.uniform(10.0, 26.0))
    return kind, scale, off, lag, SKINS[int(rng.integers(len(SKINS)))]


def _truth(n: int, k: int, joint: Joint, seed: int) -> Truth:
    kind, scale, off, lag, skin = _oven(n, seed)
    rng = np.random.default_rng([seed, n, k])
    size = size_of(joint)
    truth = Truth(
        thickness_mm=size.thickness_mm * float(np.exp(rng.normal(0, 0.02))),
        width_mm=size.width_mm * float(np.exp(rng.normal(0, 0.035))),
        length_mm=size.length_mm * float(np.exp(rng.normal(0, 0.02))),
        start_c=6.0 + float(np.clip(rng.normal(0, 1.0), -3.0, 3.0)),
        oven_off_c=off + float(rng.normal(0, 1.0)),
        swing_c=float(rng.uniform(1, 6)),
        lag_min=lag,
        probe_mm=4.5 + float(rng.uniform(-2.5, 2.5)),
        noise_c=float(rng.uniform(0.15, 0.5)),
        seed=5000 + 100 * n + k,
    )
    own = scale * float(np.exp(rng.normal(0, 0.03)))
    return replace(in_skin(truth, skin), h=skin[3] * (1.0 if kind == "fan" else STILL_SHARE) * own)


@cache
def schooled(n: int, k: int, seed: int = 3131) -> Schooled:
    """The k-th roast in the n-th oven."""
    rng = np.random.default_rng([seed, n, k, 9])
    cut, kg, thick, length = JOINTS[(n + k) % len(JOINTS)]
    bulk = float(np.exp(rng.normal(0, 0.15)))
    joint = Joint(
        cut=cut,
        weight_kg=round(kg * bulk, 2),
        thickness_mm=thick,
        length_mm=round(length * bulk),
        start_c=6.0,
    )
    goal = float(rng.integers(52, 62))
    text = HEATS[k % 2].format(
        hot=rng.integers(205, 235),
        low=5 * rng.integers(26, 35),
        mid=5 * rng.integers(28, 37),
        goal=f"{goal:g}C",
    )
    kind = _oven(n, seed)[0]
    plan = roast(text, joint, cooker=Cooker(kind=kind))  # type: ignore[arg-type]
    method, _ = with_rest(plan.method)
    truth = _truth(n, k, joint, seed)
    pull = _crossing(_live(truth, method, None, goal + 6.0), goal)
    lived = _live(truth, method, pull, goal)
    shift = LATE_MIN if n == LATE_OVEN else 0.0
    readings = []
    for minute in np.arange(20.0 + 5.0 * rng.random(), lived.minute, READ_EVERY_MIN).tolist():
        value = lived.reading_c(minute)
        readings.append(Reading(min(minute + shift, lived.minute), value, value))
    past = _past(method, pull)
    tags = tags_of(f"oven-{n}", kind, joint, method)
    back = look_back(replace(plan, method=past), readings, Doubt())
    made = lesson(f"{n}-{k}", tags, FIRST_DAY + 30 * k, back)
    assert made is not None
    return Schooled(plan, tags, pull, made)


def _past(method: Method, pull_min: float) -> Method:
    stages, spent = [], 0.0
    for i, stage in enumerate(method.stages):
        if i == method.pull_index:
            length = pull_min - spent
        else:
            assert isinstance(stage.length, Minutes)
            length = stage.length.min
        stages.append(replace(stage, length=Minutes(max(length, 0.1))))
        spent += length
    return Method(tuple(stages))


@dataclass(frozen=True)
class Planned:
    """A plan made before the roast: its error as a share of the true time, and whether its band
    held it."""

    error: float
    held: bool


def planned(case: Schooled, learned: Learned | None) -> Planned:
    """The plan of a roast with what was learned before it."""
    known = None if learned is None else learned.known(case.tags, case.plan, Doubt())
    plan = replace(case.plan, known=known)
    found = walk(kitchen(plan))
    band = plan_bands(plan, found).pull_min
    return Planned(found.pull_min / case.pull_min - 1.0, band.low <= case.pull_min <= band.high)


def school(
    seed: int = 3131, ovens: Sequence[int] = range(OVENS), roasts: int = ROASTS
) -> list[list[Planned]]:
    """For each oven by itself, the plan of each roast with the lessons of those before it."""
    found = []
    for n in ovens:
        rows = []
        for k in range(roasts):
            lessons = [schooled(n, j, seed).lesson for j in range(k)]
            learned = learn(lessons, FIRST_DAY + 30 * k) if lessons else None
            rows.append(planned(schooled(n, k, seed), learned))
        found.append(rows)
    return found


def unschooled(seed: int = 3131) -> list[list[Planned]]:
    """The plans of all roasts with nothing learned."""
    return [[planned(schooled(n, k, seed), None) for k in range(ROASTS)] for n in range(OVENS)]


def own_noise(seed: int = 3131, times: int = 4) -> float:
    """How far the take-outs of roasts alike in cut, weight, oven and way are apart: what no lesson
    can tell, as a share of the time."""
    spreads = []
    for n in range(OVENS):
        case = schooled(n, 0, seed)
        method, _ = with_rest(case.plan.method)
        goal = goal_of(case.plan)
        pulls = []
        for j in range(1, times + 1):
            truth = _truth(n, 100 * j, case.plan.joint, seed)
            pulls.append(np.log(_crossing(_live(truth, method, None, goal + 6.0), goal)))
        spreads.append(np.var(pulls, ddof=1))
    return float(np.sqrt(np.mean(spreads)))


def goal_of(plan: Roast) -> float:
    """The core a plan of these kitchens waits for."""
    length = plan.method.stages[plan.method.pull_index].length
    assert isinstance(length, UntilCore)
    return length.temp.c


def one_house(seed: int = 3131) -> tuple[list[Planned], list[Planned], list[Planned]]:
    """The last roast of each oven: with nothing learned, with its own oven's lessons, and with
    those of all ovens of one house."""
    day = FIRST_DAY + 30 * ROASTS
    everything = [schooled(n, k, seed).lesson for n in range(OVENS) for k in range(ROASTS - 1)]
    all_of_it = learn(everything, day)
    plain, own, house = [], [], []
    for n in range(OVENS):
        case = schooled(n, ROASTS - 1, seed)
        plain.append(planned(case, None))
        own.append(
            planned(case, learn([schooled(n, k, seed).lesson for k in range(ROASTS - 1)], day))
        )
        house.append(planned(case, all_of_it))
    return plain, own, house
