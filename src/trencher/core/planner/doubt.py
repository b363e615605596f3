"""What is uncertain before a roast, and what that does to its times and temperatures.

Every uncertain quantity is a standard normal ``theta`` times its stated doubt. Bands come from
whole-joint simulations on a coarse grid at both ends of every principal axis of what is believed;
an ensemble of a few dozen draws costs more and wanders by a fifth of the band (ADR 4). What is
reported is the fine grid's value with the coarse grid's spread about it.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field, replace

import numpy as np
from numpy.typing import NDArray

from trencher.core.errors import GoalUnreachable
from trencher.core.joint import size_of
from trencher.core.method.stages import Method, Minutes, Rate, UntilCore, celsius
from trencher.core.outcome import outcomes
from trencher.core.planner.forward import LONGEST_METHOD_S, Walk, walk
from trencher.core.planner.setup import Deviation, Roast, kitchen
from trencher.core.thermal.geometry import COARSE
from trencher.core.thermal.history import Row
from trencher.core.thermal.simulation import Simulation

Floats = NDArray[np.float64]

Z80 = 1.2815515655446004
"""A standard normal lies within ± this in eight cases of ten."""
NEVER_MIN = 24 * 60.0
LONGER = 1.5
PROBE_SQ = 0.006
PROBE_LOG_SD = 1.0
"""ξ² of a careful tip, and its spread: about 4 to 10 mm off the axis of a 10 cm joint. Estimate."""


@dataclass(frozen=True, kw_only=True)
class Doubt:
    """Standard deviations. Start and oven in °C, the others relative. Estimates, no source.

    ``probe``: how much further off the axis the tip sits than a careful one (squared). ``drift``,
    ``later``: of the heat to the surface, as it goes on and from a minute on, as logarithms; a plan
    leaves them out. ``other_oven_c``: of the oven a joint was moved to."""

    start_c: float = 2.3
    oven_c: float = 5.0
    heat: float = 0.12
    conduct: float = 0.04
    wet: float = 0.35
    rest: float = 0.2
    fat: float = 0.3
    probe: float = 1.0
    drift: float = 0.0
    later: float = 0.0
    later_from_min: float = 0.0
    other_oven_c: float = 0.0


DRIFT_SD = 0.15
"""Doubt of the drift where it counts: in following, and where earlier roasts told of it."""
MEASURED_FAT_SHARE = 0.35
"""A fat cover that was measured is so much better known than a cut's usual one."""
MEASURED_START_SD_C = 0.5
KNOWN_OVEN_SD_C = 2.5


Sd = Callable[[Roast, Doubt], float]
"""How uncertain a quantity is for this roast, in standard deviations."""


def _factor(sd: float, z: float) -> float:
    return math.exp(sd * z)


def _shift(sd: float, z: float) -> float:
    return sd * z


def _tip(share: float, z: float) -> float:
    return math.sqrt(share * PROBE_SQ * math.exp(PROBE_LOG_SD * z))


def _fat(roast: Roast, doubt: Doubt) -> float:
    return doubt.fat * (1.0 if roast.joint.fat_mm is None else MEASURED_FAT_SHARE)


@dataclass(frozen=True)
class Quantity:
    """One thing that is not known: what of a ``Deviation`` it sets, how far a standard normal
    draw moves it (``turn`` of its doubt and the draw), and how uncertain it is."""

    name: str
    sets: str
    turn: Callable[[float, float], float]
    sd: Sd


QUANTITIES = (
    Quantity("thickness", "thickness", _factor, lambda r, _: size_of(r.joint).thickness_sd),
    Quantity("span", "span", _factor, lambda r, _: size_of(r.joint).span_sd),
    Quantity("start", "start_c", _shift, lambda _, d: d.start_c),
    Quantity("oven", "oven_c", _shift, lambda _, d: d.oven_c),
    Quantity("heat", "heat", _factor, lambda _, d: d.heat),
    Quantity("conduct", "conduct", _factor, lambda _, d: d.conduct),
    Quantity("wet", "wet", _factor, lambda _, d: d.wet),
    Quantity("probe", "probe_xi", _tip, lambda _, d: d.probe),
    Quantity("rest", "rest", _factor, lambda _, d: d.rest),
    Quantity("fat", "fat", _factor, _fat),
    Quantity("drift", "drift", _shift, lambda _, d: d.drift),
    Quantity("later", "later", _shift, lambda _, d: d.later),
    Quantity("other_oven", "other_oven_c", _shift, lambda _, d: d.other_oven_c),
)
"""What is uncertain, one row each; their order is that of every ``theta``."""
INDEX = {quantity.name: n for n, quantity in enumerate(QUANTITIES)}
"""Where a quantity stands in ``theta``, by its name."""
SEED = f"none: {1 + 2 * len(QUANTITIES)} fixed points"
"""Bands come from fixed points, so a forecast has no chance in it; kept for the format."""


def deviation(theta: Floats, roast: Roast, doubt: Doubt) -> Deviation:
    """One draw as a deviation of this roast. ``theta`` (13,) in standard normals."""
    moved = {
        q.sets: q.turn(q.sd(roast, doubt), float(z)) for q, z in zip(QUANTITIES, theta, strict=True)
    }
    return Deviation(**moved, later_from_min=doubt.later_from_min)


def drifting(doubt: Doubt) -> Doubt:
    """The doubt with what a plan leaves out, and earlier roasts tell of."""
    return doubt if doubt.drift > 0.0 else replace(doubt, drift=DRIFT_SD)


def before(roast: Roast, doubt: Doubt) -> tuple[Floats, Floats]:
    """What is believed before anything is read, in standard normals: centre (13,) and covariance
    (13, 13). Zeros and ones where no earlier roast tells of it."""
    centre, covariance = np.zeros(len(QUANTITIES)), np.eye(len(QUANTITIES))
    if (known := roast.known) is None:
        return centre, covariance
    sd = np.array([QUANTITIES[q].sd(roast, doubt) for q in known.which])
    use = sd > 0.0
    at, sd = np.array(known.which)[use], sd[use]
    # What readings alone can tell makes a roast that is followed more uncertain than its plan.
    more = np.maximum(sd**2 - np.array(known.sd)[use] ** 2, 0.0)
    spread = np.array(known.covariance)[np.ix_(use, use)] + np.diag(more)
    centre[at] = np.array(known.mean)[use] / sd
    covariance[np.ix_(at, at)] = spread / np.outer(sd, sd)
    return centre, covariance


def at_core(method: Method, core_c: float) -> Method:
    """The method with its take-out by what the probe shows instead of by the peak to come."""
    i = method.pull_index
    stages = list(method.stages)
    stages[i] = replace(stages[i], length=UntilCore(celsius(core_c)))
    return Method(tuple(stages))


@dataclass(frozen=True)
class Member:
    """One draw's outcome; ``walk`` is None where this draw never gets to its goal.

    ``closest_min``: when such a draw comes closest; a day where that is not known.
    """

    walk: Walk | None
    closest_min: float = NEVER_MIN

    @property
    def pull_min(self) -> float:
        """Take-out in min, or the closest to it."""
        return self.closest_min if self.walk is None else self.walk.pull_min


def run_members(
    roast: Roast, doubt: Doubt, thetas: Sequence[Floats], by_clock: Method | None = None
) -> list[Member]:
    """Walk the method once for each draw, on the coarse grid.

    ``by_clock``: the same stages by their minutes. In an oven that is off the core of some draws
    turns before it gets there: such a draw counts at its turning, not at never.
    """
    # What is not in doubt (a plan's drift) moves nothing: such a draw is the centre again.
    found: dict[Deviation, Member] = {}
    draws = [deviation(theta, roast, doubt) for theta in thetas]
    for draw in draws:
        if draw not in found:
            found[draw] = _member(roast, draw, by_clock)
    return [found[draw] for draw in draws]


def _member(roast: Roast, draw: Deviation, by_clock: Method | None) -> Member:
    try:
        return Member(walk(kitchen(roast, COARSE, draw)))
    except GoalUnreachable:
        closest = NEVER_MIN
        if by_clock is not None:
            done = walk(kitchen(replace(roast, method=by_clock), COARSE, draw))
            record = done.end.record[: done.end.rows]
            closest = float(record[int(np.argmax(record[:, Row.CORE])), Row.TIME]) / 60.0
        return Member(None, closest)


def by_the_clock(plan: Walk) -> Method:
    """The plan's stages by the minutes they take; the take-out's stage half as long again."""
    stages = [replace(s.stage, length=Minutes(max(s.minutes, 0.05))) for s in plan.stages]
    i = plan.pull_index
    length = plan.stages[i].minutes
    # Never beyond what a method may take in all.
    others = sum(s.minutes for s in plan.stages) - length
    longest = max(LONGEST_METHOD_S / 60.0 - others - 1.0, length)
    stages[i] = replace(stages[i], length=Minutes(max(min(LONGER * length, longest), 1.0)))
    return Method(tuple(stages))


def axis_points(centre: Floats, covariance: Floats) -> list[Floats]:
    """The centre, then both ends (10 % and 90 %) of each principal axis of a normal belief."""
    values, axes = np.linalg.eigh(covariance)
    points = [centre]
    for value, axis in zip(values, axes.T, strict=True):
        step = Z80 * math.sqrt(max(float(value), 0.0)) * axis
        points += [centre + step, centre - step]
    return points


@dataclass(frozen=True)
class Band:
    """10th and 90th percentile: eight in ten lie between."""

    low: float
    high: float


def spread(values: Sequence[float]) -> tuple[float, float]:
    """How far below and above the centre the 80 % band reaches, from values at ``axis_points``.

    Independent axes add by their squares, separately downwards and upwards, which keeps what is
    lopsided lopsided. Agrees with a large ensemble (tests/core/test_doubt.py).
    """
    centre = values[0]
    down = up = 0.0
    for plus, minus in zip(values[1::2], values[2::2], strict=True):
        high, low = max(plus, minus) - centre, min(plus, minus) - centre
        up += max(high, 0.0) ** 2
        down += max(-low, 0.0) ** 2
    return math.sqrt(down), math.sqrt(up)


def band_about(value: float, values: Sequence[float], scale: float = 1.0) -> Band:
    """The band about a value of the fine grid, from the coarse grid's ``values`` at the axes."""
    down, up = spread(values)
    return Band(value - scale * down, value + scale * up)


@dataclass(frozen=True)
class PlanBands:
    """Bands of the take-out (when the planned core is reached), of the peak, and of the plate:
    ``shares`` of loss, crust, crispness, tenderness and, where a peak is wanted, the even share."""

    pull_min: Band
    peak_c: Band
    shares: dict[str, Band] = field(default_factory=dict)


def plan_bands(roast: Roast, plan: Walk, doubt: Doubt | None = None) -> PlanBands:
    """Bands for a walked plan. For a method by the clock the peak's band is at that minute, and
    the take-out's is when the planned core would be reached."""
    doubt = doubt or Doubt()
    doubt = doubt if roast.known is None else drifting(doubt)
    points = axis_points(*before(roast, doubt))
    shown = replace(roast, method=at_core(plan.method, plan.pull_core_c))
    length = roast.method.stages[plan.pull_index].length
    clock = isinstance(length, Minutes | Rate)
    by_core = run_members(shown, doubt, points, by_the_clock(plan) if clock else None)
    if by_core[0].walk is None:
        flat = Band(plan.pull_min, plan.pull_min)
        return PlanBands(flat, Band(plan.peak_c, plan.peak_c))
    peaks = run_members(roast, doubt, points) if clock else by_core
    scale = plan.pull_min / by_core[0].pull_min if by_core[0].pull_min > 0 else 1.0
    pull = band_about(plan.pull_min, [m.pull_min for m in by_core], scale)
    return PlanBands(
        # Nobody waits longer than a day for a goal, so no band says so.
        Band(max(pull.low, 0.0), min(pull.high, max(NEVER_MIN, plan.pull_min))),
        band_about(plan.peak_c, peaks_of(peaks, plan.peak_c)),
        _shares(roast, plan, peaks),
    )


def _shares(roast: Roast, plan: Walk, members: Sequence[Member]) -> dict[str, Band]:
    """Bands of what the plate is said to be, each within 0 … 1."""
    rind, wanted = roast.joint.facts.rind, roast.goal_c
    told: dict[str, Callable[[Simulation], float]] = {
        "loss": lambda sim: outcomes.loss_of(sim).fraction,
        "crust": outcomes.crust_of,
        "crisp": lambda sim: outcomes.faces_of(sim, rind=rind).crisp_top,
        "tenderness": outcomes.tenderness_of,
    }
    if wanted is not None:
        told["even_fraction"] = lambda sim: outcomes.even_fraction(sim, wanted)
    centre = members[0].walk or plan
    found: dict[str, Band] = {}
    for name, tell in told.items():
        band = band_about(tell(plan.end), [tell((m.walk or centre).end) for m in members])
        found[name] = Band(max(band.low, 0.0), min(band.high, 1.0))
    return found


def peaks_of(members: Sequence[Member], otherwise: float) -> list[float]:
    """Peaks of members; one that never gets there says nothing, which is ``otherwise``."""
    first = members[0].walk
    centre = otherwise if first is None else first.peak_c
    return [centre if m.walk is None else m.walk.peak_c for m in members]
