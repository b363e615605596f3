"""What is uncertain before a roast, and what that does to its times and temperatures.

Every uncertain quantity is a standard normal ``theta`` times its stated doubt. Members of an
ensemble are draws on a coarse grid, at low-discrepancy points: same input, same output. The
coarse grid's bias is measured against the fine one on the plan itself and taken off.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from statistics import NormalDist

import numpy as np
from numpy.typing import NDArray

from trencher.core.errors import GoalUnreachable
from trencher.core.joint import size_of
from trencher.core.method.stages import Method, Minutes, Rate, UntilCore, celsius
from trencher.core.planner.forward import Walk, walk
from trencher.core.planner.setup import Deviation, Roast, kitchen
from trencher.core.thermal.geometry import COARSE

Floats = NDArray[np.float64]

QUANTITIES = ("thickness", "span", "start", "oven", "heat", "conduct", "probe")
"""Order of ``theta``."""
MEMBERS = 32
SEED = "roberts-2018/32"
"""The points are those of Roberts' R sequence; there is no other chance in a forecast."""
PROBE_SQ = 0.006
PROBE_LOG_SD = 1.0
"""ξ² of a careful tip, and its spread: about 4 to 10 mm off the axis of a 10 cm joint. Estimate."""


@dataclass(frozen=True, kw_only=True)
class Doubt:
    """Standard deviations. Start and oven in °C, the others relative. Estimates, no source."""

    start_c: float = 2.3
    oven_c: float = 5.0
    heat: float = 0.12
    conduct: float = 0.04


MEASURED_START_SD_C = 0.5
KNOWN_OVEN_SD_C = 2.5


def deviation(theta: Floats, roast: Roast, doubt: Doubt) -> Deviation:
    """One draw as a deviation of this roast. ``theta`` (7,) in standard normals."""
    size = size_of(roast.joint)
    return Deviation(
        thickness=math.exp(size.thickness_sd * theta[0]),
        span=math.exp(size.span_sd * theta[1]),
        start_c=doubt.start_c * float(theta[2]),
        oven_c=doubt.oven_c * float(theta[3]),
        heat=math.exp(doubt.heat * theta[4]),
        conduct=math.exp(doubt.conduct * theta[5]),
        probe_xi=math.sqrt(PROBE_SQ * math.exp(PROBE_LOG_SD * theta[6])),
    )


def normal_points(count: int, dims: int = len(QUANTITIES)) -> Floats:
    """(count, dims) standard normal points that fill the space evenly (Roberts 2018)."""
    phi = 2.0
    for _ in range(40):
        phi = (1.0 + phi) ** (1.0 / (dims + 1))
    alpha = phi ** -np.arange(1, dims + 1)
    uniform = (0.5 + np.outer(np.arange(1, count + 1), alpha)) % 1.0
    inverse = NormalDist().inv_cdf
    return np.array([[inverse(float(u)) for u in row] for row in uniform])


def at_core(method: Method, core_c: float) -> Method:
    """The method with its take-out by what the probe shows instead of by the peak to come."""
    i = method.pull_index
    stages = list(method.stages)
    stages[i] = replace(stages[i], length=UntilCore(celsius(core_c)))
    return Method(tuple(stages))


@dataclass(frozen=True)
class Member:
    """One draw's outcome. None where this draw never gets there."""

    pull_min: float
    peak_c: float
    walk: Walk


def run_members(roast: Roast, doubt: Doubt, thetas: Sequence[Floats]) -> list[Member]:
    """Walk the roast's method once for each draw, on the coarse grid; hopeless draws are left out."""
    found: list[Member] = []
    for theta in thetas:
        try:
            w = walk(kitchen(roast, COARSE, deviation(theta, roast, doubt)))
        except GoalUnreachable:
            continue
        found.append(Member(w.pull_min, w.peak_c, w))
    return found


@dataclass(frozen=True)
class Band:
    """10th and 90th percentile: eight in ten lie between."""

    low: float
    high: float


def band_of(values: Sequence[float], shift: float = 0.0, scale: float = 1.0) -> Band:
    """The 80 % band of some draws, moved by the coarse grid's bias."""
    low, high = np.percentile(np.asarray(values), [10.0, 90.0])
    return Band(float(low) * scale + shift, float(high) * scale + shift)


@dataclass(frozen=True)
class PlanBands:
    """Bands of the take-out (when the planned core is reached) and of the peak."""

    pull_min: Band
    peak_c: Band


def plan_bands(
    roast: Roast, plan: Walk, doubt: Doubt | None = None, members: int = MEMBERS
) -> PlanBands:
    """Bands for a walked plan. For a method by the clock the peak's band is at that minute, and
    the take-out's is when the planned core would be reached."""
    doubt = doubt or Doubt()
    points = normal_points(members)
    shown = replace(roast, method=at_core(plan.method, plan.pull_core_c))
    by_core = run_members(shown, doubt, list(points))
    by_clock = isinstance(roast.method.stages[plan.pull_index].length, Minutes | Rate)
    coarse = walk(kitchen(shown, COARSE))
    scale = plan.pull_min / coarse.pull_min if coarse.pull_min > 0 else 1.0
    if by_clock:
        peaks = run_members(roast, doubt, list(points))
        bias = plan.peak_c - walk(kitchen(roast, COARSE)).peak_c
    else:
        peaks, bias = by_core, plan.peak_c - coarse.peak_c
    if not by_core or not peaks:
        flat = Band(plan.pull_min, plan.pull_min)
        return PlanBands(flat, Band(plan.peak_c, plan.peak_c))
    return PlanBands(
        band_of([m.pull_min for m in by_core], scale=scale),
        band_of([m.peak_c for m in peaks], shift=bias),
    )

