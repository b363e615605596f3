"""Following a real roast: readings update what is believed of joint and oven.

The uncertain quantities are the plan's own (``planner.doubt``). The most believable values given
all readings are found by Gauss–Newton on whole-joint simulations, the doubt that is left by the
curvature there (Laplace), and bands by simulating both ends of each principal axis of it. Nothing
collapses, because nothing is resampled; see docs/adr/0004. Readings far from what any believable
joint could show are weighted down while fitting, and then flagged.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from trencher.core.belief.timeline import Timeline
from trencher.core.method.stages import Minutes, Rate
from trencher.core.planner.doubt import (
    QUANTITIES,
    Band,
    Doubt,
    Member,
    axis_points,
    band_about,
    by_the_clock,
    deviation,
    run_members,
    spread,
)
from trencher.core.planner.forward import Walk, walk
from trencher.core.planner.setup import Deviation, Roast, kitchen
from trencher.core.thermal.geometry import COARSE, FINE

Floats = NDArray[np.float64]
Place = Literal["core", "thin_end", "near_surface", "unknown"]

NOISE_SD_C = 0.5
MODEL_SD_SHARE = 0.02
"""The model's own error grows with the rise since the start: share of it. Estimate."""
AGE_SD_C_MIN = 0.02
"""What the model gets wrong drifts: an older reading says this much less about now. Estimate."""
ROUNDS = 3
STEP = 0.4
ROBUST_DF = 4.0
FLAG_SD, FLAG_C = 3.5, 3.0
CURVE_EVERY_MIN = 2.0
LOOK_SHARE, LOOK_MIN, LOOK_MAX = 0.5, 4.0, 40.0


@dataclass(frozen=True)
class Reading:
    """One reading: minute from the start, °C (a range has ``low_c`` < ``high_c``), its place."""

    minute: float
    low_c: float
    high_c: float
    place: Place = "core"

    @property
    def value_c(self) -> float:
        """Middle of what was seen."""
        return 0.5 * (self.low_c + self.high_c)

    @property
    def sd_c(self) -> float:
        """Doubt of the instrument and of the range, °C."""
        return math.hypot(NOISE_SD_C, 0.5 * (self.high_c - self.low_c))


@dataclass(frozen=True)
class Belief:
    """Most believable ``theta`` (10,), its covariance, and a flag per reading (empty: believed)."""

    theta: Floats
    covariance: Floats
    flags: tuple[str, ...]


PRIOR = Belief(np.zeros(len(QUANTITIES)), np.eye(len(QUANTITIES)), ())


@dataclass(frozen=True)
class Outlook:
    """What is expected from now on. Minutes from the start of the roast.

    ``curve``: rows of minute, core, 10 %, 90 %. ``look_min`` None once the joint is out.
    ``nominal``: the uncertain quantities as they are believed to be now.
    """

    now_min: float
    core_c: float
    rate_c_min: float
    pull_min: float
    pull_band: Band
    pull_core_c: float
    peak_c: float
    peak_band: Band
    peak_min: float
    look_min: float | None
    curve: Floats
    flags: tuple[str, ...]
    walk: Walk
    air_c: float
    nominal: Deviation = field(default_factory=Deviation)


def _shown(record: Floats, reading: Reading, probe_sq: float) -> float:
    at = reading.minute * 60.0
    if reading.place == "thin_end":
        return float(np.interp(at, record[:, 0], record[:, 4]))
    if reading.place == "near_surface":
        return float(np.interp(at, record[:, 0], record[:, 2]))
    core = np.interp(at, record[:, 0], record[:, 3])
    bend = np.interp(at, record[:, 0], record[:, 6])
    return float(core + probe_sq * bend)


def _predict(past: Roast, readings: Sequence[Reading], theta: Floats, doubt: Doubt) -> Floats:
    d = deviation(theta, past, doubt)
    w = walk(kitchen(past, COARSE, d))
    record = w.end.record[: w.end.rows]
    return np.array([_shown(record, r, d.probe_xi**2) for r in readings])


def believe(past: Roast, readings: Sequence[Reading], doubt: Doubt) -> Belief:
    """What the readings make of the prior. ``past`` is the roast as it went, fixed lengths only."""
    used = [r for r in readings if r.place in ("core", "thin_end")]
    if not used:
        return replace(PRIOR, flags=tuple("" for _ in readings))
    start = past.joint.start_c
    value = np.array([r.value_c for r in used])
    newest = max(r.minute for r in used)
    sd = np.array(
        [
            math.hypot(
                r.sd_c,
                MODEL_SD_SHARE * abs(r.value_c - start),
                AGE_SD_C_MIN * (newest - r.minute),
            )
            for r in used
        ]
    )
    theta = np.zeros(len(QUANTITIES))
    hessian = np.eye(len(QUANTITIES))
    miss = np.zeros(len(used))
    for _ in range(ROUNDS):
        base = _predict(past, used, theta, doubt)
        slopes = np.empty((len(used), len(QUANTITIES)))
        for q in range(len(QUANTITIES)):
            moved = theta.copy()
            moved[q] += STEP
            slopes[:, q] = (_predict(past, used, moved, doubt) - base) / STEP
        miss = (value - base) / sd
        # Student's t: a reading far out pulls less.
        weight = (ROBUST_DF + 1.0) / (ROBUST_DF + miss**2)
        scaled = slopes * (np.sqrt(weight) / sd)[:, None]
        hessian = np.eye(len(QUANTITIES)) + scaled.T @ scaled
        aim = scaled.T @ ((value - base) * np.sqrt(weight) / sd + scaled @ theta)
        new = np.clip(np.linalg.solve(hessian, aim), -3.5, 3.5)
        settled = float(np.abs(new - theta).max()) < 0.05
        theta = new
        if settled:
            break
    miss = (value - _predict(past, used, theta, doubt)) / sd
    flagged = iter(
        _reason(r, float(m * s)) if abs(m) > FLAG_SD and abs(m * s) > FLAG_C else ""
        for r, m, s in zip(used, miss, sd, strict=True)
    )
    flags = tuple(next(flagged) if r.place in ("core", "thin_end") else "" for r in readings)
    return Belief(theta, np.asarray(np.linalg.inv(hessian), dtype=np.float64), flags)


def _reason(reading: Reading, miss_c: float) -> str:
    """The likeliest reason for a reading not to be believed: reads too high or too low."""
    if miss_c > 0:
        return "near_surface" if reading.place == "core" else "other_end"
    return "probe_out" if reading.value_c < 25.0 and miss_c < -10.0 else "fat"


def outlook(
    roast: Roast,
    line: Timeline,
    readings: Sequence[Reading],
    now_min: float,
    doubt: Doubt | None = None,
) -> Outlook:
    """The outlook at ``now_min``. ``roast`` is the plan; ``line`` what happened to it."""
    doubt = doubt or Doubt()
    past = replace(roast, method=line.past)
    ahead = replace(roast, method=line.ahead)
    belief = believe(past, readings, doubt)
    nominal = deviation(belief.theta, roast, doubt)
    best = walk(kitchen(ahead, FINE, nominal))
    pull_min, pull_core = best.pull_min, best.pull_core_c
    record = best.end.record[: best.end.rows]
    if line.pulled_min is not None:
        pull_min = line.pulled_min
        pull_core = float(np.interp(pull_min * 60.0, record[:, 0], record[:, 3]))
        late = record[record[:, 0] >= pull_min * 60.0 - 1.0]
        top = int(np.argmax(late[:, 3]))
        peak_c, peak_min = float(late[top, 3]), float(late[top, 0]) / 60.0
    else:
        peak_c, peak_min = best.peak_c, best.peak_min
        bend = float(np.interp(pull_min * 60.0, record[:, 0], record[:, 6]))
        pull_core += nominal.probe_xi**2 * bend
    shown = replace(roast, method=line.by_core(pull_core))
    clock = isinstance(line.ahead.stages[line.ahead.pull_index].length, Minutes | Rate)
    members = run_members(
        shown, doubt, axis_points(belief.theta, belief.covariance),
        by_the_clock(best) if clock else None,
    )  # fmt: skip
    pulled = line.pulled_min is not None
    pull_band = (
        Band(pull_min, pull_min)
        if pulled
        else _at_least(band_about(pull_min, [m.pull_min for m in members]), now_min)
    )
    centre = members[0].walk
    peaks = [peak_c if centre is None else _peak(m.walk or centre, line) for m in members]
    here = int(np.searchsorted(record[:, 0], now_min * 60.0))
    here = min(max(here, 1), len(record) - 1)
    rate = 60.0 * (record[here, 3] - record[here - 1, 3]) / (record[here, 0] - record[here - 1, 0])
    return Outlook(
        now_min=now_min,
        core_c=float(np.interp(now_min * 60.0, record[:, 0], record[:, 3])),
        rate_c_min=float(rate),
        pull_min=pull_min,
        pull_band=pull_band,
        pull_core_c=pull_core,
        peak_c=peak_c,
        peak_band=band_about(peak_c, peaks),
        peak_min=peak_min,
        look_min=None if line.pulled_min is not None else _look(now_min, pull_band.low),
        curve=_curve(record, members),
        flags=belief.flags,
        walk=best,
        nominal=nominal,
        air_c=float(np.interp(now_min * 60.0, record[:, 0], record[:, 1])),
    )


def _peak(w: Walk, line: Timeline) -> float:
    if line.pulled_min is None:
        return w.peak_c
    record = w.end.record[: w.end.rows]
    return float(record[record[:, 0] >= line.pulled_min * 60.0 - 1.0, 3].max())


def _at_least(band: Band, low: float) -> Band:
    return Band(max(band.low, low), max(band.high, low))


def _look(now_min: float, earliest_min: float) -> float:
    """When to look next: half-way to the earliest take-out, closer together towards the end."""
    wait = min(max(LOOK_SHARE * (earliest_min - now_min), LOOK_MIN), LOOK_MAX)
    return now_min + wait


def _curve(record: Floats, members: Sequence[Member]) -> Floats:
    end = float(record[-1, 0]) / 60.0
    at = np.arange(0.0, end + CURVE_EVERY_MIN, CURVE_EVERY_MIN)

    def core_of(rows: Floats) -> Floats:
        return np.interp(at * 60.0, rows[:, 0], rows[:, 3])

    core = core_of(record)
    centre = members[0].walk
    if centre is None:
        return np.stack([at, core, core, core], axis=1)
    walks = [m.walk or centre for m in members]
    cores = np.array([core_of(w.end.record[: w.end.rows]) for w in walks])
    reach = np.array([spread(column) for column in cores.T.tolist()])
    return np.stack([at, core, core - reach[:, 0], core + reach[:, 1]], axis=1)
