"""Hidden roasts: how well the follow-up finds the truth of roasts made by another model.

Truths are drawn around what the cook measured; the follower sees readings of a tip off the axis,
with noise, and nothing else. Seeds are fixed, so two runs print the same.

Every truth wears one of ``skins.SKINS``, which do what the field knows. ``tuned``: the follower's
spreads were set while looking at it. ``fresh``: the same under seeds nobody looked at before the
spreads were done. ``wide``: seeds of its own, and an oven, a surface and a probe that stray further
from what plans assume. ``survey_own``: truths of the core's own model, drawn
from the plan's own doubts. Nothing can be expected to do better than that: what a tip can tell by
then is the limit.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray
from tests.kitchens import roast

from bench.skins import SKINS, STILL_SHARE, in_skin
from trencher.core.belief.follow import Outlook, outlook
from trencher.core.belief.reading import Reading
from trencher.core.belief.timeline import timeline
from trencher.core.joint import Joint, size_of
from trencher.core.method.stages import Method, Minutes, Oven, Rest
from trencher.core.planner.doubt import QUANTITIES, Doubt, deviation
from trencher.core.planner.forward import walk, with_rest
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.thermal.cooker import Cooker
from trencher.sim.roast import PretendRoast, PretendSpan, Truth

Floats = NDArray[np.float64]

JOINTS = (
    ("beef-sirloin-boned", 1.9, 105.0, 205.0),
    ("beef-topside", 1.6, 95.0, 180.0),
    ("venison-haunch-boned", 1.7, 98.0, 190.0),
    ("beef-silverside", 2.3, 112.0, 210.0),
    ("beef-fillet", 1.1, 68.0, 270.0),
    ("lamb-loin", 0.9, 66.0, 240.0),
)
HEATS = (
    "{hot}C 20min; {low}C until {goal}; rest tented 30min",
    "{mid}C until {goal}; rest open 30min",
)
COVERS = {"open": 0.0, "tented": 0.6}
READ_EVERY_MIN = 7.0


@dataclass(frozen=True)
class Hidden:
    """One hidden roast. ``pull_min``: when its probe shows the goal, or when taken out it will peak
    at the goal."""

    plan: Roast
    truth: Truth
    pull_min: float
    lived: PretendRoast


def _span(stage: Oven | Rest, minutes: float) -> PretendSpan:
    if isinstance(stage, Oven):
        return PretendSpan(minutes, stage.temp.c)
    return PretendSpan(minutes, None, COVERS[stage.how])


def _live(truth: Truth, method: Method, pull_min: float | None, stop_c: float) -> PretendRoast:
    """Live it until its core has passed ``stop_c``, or take it out at ``pull_min`` and rest it."""
    lived = PretendRoast(truth)
    for stage in method.stages:
        assert isinstance(stage, (Oven, Rest))
        if isinstance(stage, Oven) and isinstance(stage.length, Minutes):
            lived.go(_span(stage, stage.length.min))
        elif isinstance(stage, Oven):
            if pull_min is not None:
                lived.go(_span(stage, max(pull_min - lived.minute, 0.1)))
                continue
            while lived.core_c < stop_c:
                lived.go(_span(stage, 1.0))
            return lived
        else:
            lived.go(_span(stage, stage.length.min if isinstance(stage.length, Minutes) else 30.0))
    return lived


def _crossing(lived: PretendRoast, core_c: float) -> float:
    rows = np.array(lived.history)
    return float(np.interp(core_c, rows[:, 2], rows[:, 0]))


@dataclass(frozen=True)
class Batch:
    """How truths are drawn: seed, spread and bias of the surface's heat (of its logarithm), the
    oven's lag, and the spread of the dial."""

    seed: int
    heat_bias: float = 0.0
    heat_sd: float = 0.12
    lag_min: tuple[float, float] = (13.0, 24.0)
    oven_sd_c: float = 5.0


BATCHES = {
    "tuned": Batch(2026),
    "fresh": Batch(7741),
    "wide": Batch(90210, -0.08, 0.2, (8.0, 30.0), 7.0),
}


def _with_skin(truth: Truth, n: int, rng: np.random.Generator, scale: float) -> Truth:
    """The same truth in one of the other skins. ``scale``: how this oven's h strays."""
    skin = SKINS[int(rng.integers(len(SKINS)))]
    return replace(in_skin(truth, skin), h=skin[3] * (1.0 if n % 2 == 0 else STILL_SHARE) * scale)


def hidden(n: int, *, peak: bool, batch: str = "tuned") -> Hidden:
    """The n-th hidden roast; ``peak``: the goal is the peak after the rest, not a core."""
    drawn = BATCHES[batch]
    rng = np.random.default_rng([drawn.seed, n, peak])
    cut, kg, thick, length = JOINTS[n % len(JOINTS)]
    heat = HEATS[n // len(JOINTS) % len(HEATS)]
    goal = float(rng.integers(52, 62))
    text = heat.format(
        hot=rng.integers(205, 235),
        low=5 * rng.integers(26, 35),
        mid=5 * rng.integers(28, 37),
        goal=f"peak {goal:g}C" if peak else f"{goal:g}C",
    )
    joint = Joint(cut=cut, weight_kg=kg, thickness_mm=thick, length_mm=length, start_c=6.0)
    plan = roast(text, joint, cooker=Cooker(kind=("fan", "still")[n % 2]))
    size = size_of(joint)
    truth = Truth(
        thickness_mm=thick * float(np.exp(rng.normal(0, 0.025))),
        width_mm=size.width_mm * float(np.exp(rng.normal(0, 0.05))),
        length_mm=length * float(np.exp(rng.normal(0, 0.03))),
        start_c=6.0 + float(np.clip(rng.normal(0, 2.3), -4.5, 4.5)),
        oven_off_c=float(rng.normal(0, drawn.oven_sd_c)),
        swing_c=float(rng.uniform(1, 6)),
        lag_min=float(rng.uniform(*drawn.lag_min)),
        probe_mm=float(rng.uniform(1, 8)),
        noise_c=float(rng.uniform(0.15, 0.5)),
        seed=1000 + n,
    )
    scale = float(np.exp(rng.normal(drawn.heat_bias, drawn.heat_sd)))
    truth = _with_skin(truth, n, rng, scale)
    method, _ = with_rest(plan.method)
    lived = _live(truth, method, None, goal + 6.0)
    if not peak:
        return Hidden(plan, truth, _crossing(lived, goal), lived)
    low, high = 0.3 * lived.minute, lived.minute
    for _ in range(9):
        at = 0.5 * (low + high)
        rested = _live(truth, method, at, goal)
        top = max(row[1] for row in rested.history)
        low, high = (at, high) if top < goal else (low, at)
    return Hidden(plan, truth, 0.5 * (low + high), lived)


def followed(case: Hidden, now: float, spoilt: Sequence[Reading] = ()) -> Outlook:
    """What the follower makes of it at a minute; ``spoilt`` readings come on top."""
    return _outlook(case.plan, case.lived.reading_c, now, spoilt)


def _outlook(
    plan: Roast, read: Callable[[float], float], now: float, spoilt: Sequence[Reading] = ()
) -> Outlook:
    first = plan.method.stages[0]
    ends = {0: first.length.min} if isinstance(first.length, Minutes) else {}
    times = np.arange(20.0, now + 0.01, READ_EVERY_MIN).tolist()
    readings = [Reading(t, v, v) for t, v in ((t, read(t)) for t in times)]
    line = timeline(walk(kitchen(plan)), ends, now)
    return outlook(plan, line, [*readings, *spoilt], now)


def survey_own(count: int, *, peak: bool, shares: Sequence[float] = (0.5, 0.75)) -> Found:
    """As ``survey``, where the truth is the core's own model in one draw of the plan's doubts."""
    errors: dict[float, list[float]] = {s: [] for s in shares}
    held: dict[float, list[bool]] = {s: [] for s in shares}
    rng = np.random.default_rng([404, peak])
    for n in range(count):
        plan = hidden(n, peak=peak, batch="fresh").plan
        truth = deviation(rng.normal(size=len(QUANTITIES)), plan, Doubt())
        done = walk(kitchen(plan, deviation=truth))
        rows, noise = done.end.record[: done.end.rows], rng.normal(0.0, 0.3, 100)

        def read(
            minute: float,
            rows: Floats = rows,
            noise: Floats = noise,
            off: float = truth.probe_xi**2,
        ) -> float:
            core, bend = (float(np.interp(60.0 * minute, rows[:, 0], rows[:, c])) for c in (3, 6))
            return round(core + off * bend + float(noise[int(minute / READ_EVERY_MIN)]), 1)

        for share in shares:
            seen = _outlook(plan, read, share * done.pull_min)
            errors[share].append((seen.pull_min - done.pull_min) / done.pull_min)
            held[share].append(seen.pull_band.low <= done.pull_min <= seen.pull_band.high)
    return Found(errors, held, [])


def first_forecasts(count: int, *, peak: bool, batch: str = "fresh") -> list[float]:
    """Planned over true minutes of hidden roasts, before anything is read."""
    cases = [hidden(n, peak=peak, batch=batch) for n in range(count)]
    return [walk(kitchen(c.plan)).pull_min / c.pull_min for c in cases]


@dataclass(frozen=True)
class Found:
    """Errors as shares of the true time, whether the band held it, and clean roasts flagged."""

    errors: dict[float, list[float]]
    held: dict[float, list[bool]]
    flagged: list[bool]


def survey(
    count: int, *, peak: bool, shares: Sequence[float] = (0.5, 0.75), batch: str = "tuned"
) -> Found:
    """Follow ``count`` hidden roasts to each share of their true time."""
    errors: dict[float, list[float]] = {s: [] for s in shares}
    held: dict[float, list[bool]] = {s: [] for s in shares}
    flagged = []
    for n in range(count):
        case = hidden(n, peak=peak, batch=batch)
        any_flag = False
        for share in shares:
            seen = followed(case, share * case.pull_min)
            errors[share].append((seen.pull_min - case.pull_min) / case.pull_min)
            # A band is about the core the follower would take it out at.
            core = seen.pull_core_c if peak else None
            true = case.pull_min if core is None else _crossing(case.lived, core)
            held[share].append(seen.pull_band.low <= true <= seen.pull_band.high)
            any_flag |= any(seen.flags)
        flagged.append(any_flag)
    return Found(errors, held, flagged)


def moved_flagged(count: int, off_c: float = 6.0) -> float:
    """Share of roasts where a tip moved to read ``off_c`` too high or low is flagged in two."""
    caught = []
    for n in range(count):
        case = hidden(n, peak=False)
        at = (0.45 + 0.1 * (n % 4)) * case.pull_min
        sign = 1.0 if n % 2 else -1.0
        wrong = []
        for later in (1.0, 6.0):
            value = case.lived.reading_c(at + later) + sign * off_c
            wrong.append(Reading(at + later, value, value))
        seen = followed(case, at, wrong[:1])
        both = followed(case, at + 6.0, wrong)
        caught.append(bool(seen.flags[-1]) or any(both.flags[-2:]))
    return float(np.mean(caught))
