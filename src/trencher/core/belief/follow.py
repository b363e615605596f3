"""Following a real roast: readings update what is believed of joint and oven.

The uncertain quantities are the plan's own (``planner.doubt``). The most believable values given
all readings are found by Gauss–Newton on whole-joint simulations, the doubt that is left by the
curvature there (Laplace), and bands by simulating both ends of each principal axis of it. Nothing
collapses, because nothing is resampled; see docs/adr/0004. Readings far from what any believable
joint could show are weighted down while fitting, and then flagged.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from trencher.core.belief.flags import FLAG_C, FLAG_SD, ExpectedShown, reason
from trencher.core.belief.places import overruled, placed
from trencher.core.belief.reading import BELIEVED, Reading
from trencher.core.belief.subsample import subsampled
from trencher.core.belief.timeline import Timeline, overdue
from trencher.core.catalogue.safety import Profile
from trencher.core.errors import GoalUnreachable
from trencher.core.method.stages import HEATED, Method, Minutes, Rate, Rest, UntilCore
from trencher.core.planner.doubt import (
    DRIFT_SD,
    INDEX,
    Z80,
    Band,
    Doubt,
    Member,
    axis_points,
    band_about,
    before,
    by_the_clock,
    deviation,
    run_members,
    spread,
)
from trencher.core.planner.forward import Walk, clock_min, walk
from trencher.core.planner.rest import carve_window
from trencher.core.planner.setup import Deviation, Roast, kitchen
from trencher.core.thermal.geometry import COARSE, FINE, Grid
from trencher.core.thermal.history import Row, read_at

Floats = NDArray[np.float64]

MODEL_SD_SHARE = 0.005
"""The model's own error grows with the rise since the start: share of it. Estimate."""
AGE_SD_C_MIN = 0.05
"""What the model gets wrong drifts: an older reading says this much less about now. Estimate."""
AGE_FLAG_SD_C_MIN = 0.01
"""The same where a reading's own credit is judged: what was wrong once does not grow right."""
CLIMB_SD_C, ABOUT_OUT_MIN = 1.7, 15.0
"""How far a climb strays from what is reckoned, judged once it is out, for readings of the rest and
of the last minutes before it. Estimate: kitchens tell of climbs of a half to one and a half."""
FOLLOWED = {"drift": DRIFT_SD, "heat": 0.15, "later": 0.08}
LEFT_SD_SHARE = 0.07
"""What no quantity here can stand for makes the time that is left so much uncertain, share of it.
This and FOLLOWED were found on hidden roasts of other models (bench.hidden)."""
ROUNDS = 3
STEP, SETTLED, SLOPES_HOLD = 0.4, 0.05, 0.6
"""Step of a slope; a round that moves no more than this is the last; slopes hold for so far."""
MOST_THETA = 3.5
ROBUST_DF = 4.0
SHARED_MIN = 2.5
"""Readings nearer to each other than this err alike: together they say what one says. Estimate."""
TRUSTED, JUMP_C = 2, 4.0
"""A tip that has read well so often is believed against what it reads after a jump this high."""
SUDDEN_MIN = 15.0
"""Between readings further apart a model that is wrong may drift as far as a tip jumps."""
AGREE = 3
"""So many looks that agree with each other and with some joint win against what was thought."""
LOOSE, LOOSE_ROUNDS, HALVINGS = 4.0, 8, 4
"""The doubt of joint and oven is so many times as wide then; rounds, and how often a step of one is
halved, for what lies so far off."""
THAWED_C = -0.5
WORTH_PERCENT, WORTH_C = 4, 3.0
"""What is worth saying of it."""
LOOSENED = [INDEX[q] for q in ("thickness", "span", "start", "oven", "heat", "other_oven")]
NEVER_TRUE = ("impossible",)
CURVE_EVERY_MIN = 2.0
STUCK_MIN = 240.0
LATE_MIN = 1.0
LOOK_SHARE, LOOK_MIN, LOOK_MAX = 0.5, 4.0, 40.0
LOOK_C, LOOK_NEW_MIN = 1.0, 10.0
"""A climb worth another look, waited for no longer than this. Estimates."""
PROBE, START = INDEX["probe"], INDEX["start"]
SIZE = len(INDEX)


def in_following(doubt: Doubt, now_min: float) -> Doubt:
    """A plan's doubt and what only the readings can tell: that this oven, this skin, this model are
    not what the plan took them for, nor stay so."""
    return replace(doubt, later_from_min=now_min, **FOLLOWED)


@dataclass(frozen=True)
class Belief:
    """Most believable ``theta`` (13,), its covariance, and a flag per reading (empty: believed).
    ``prior``: the covariance it set out from. ``surprised``: readings that agree won against what
    was thought of the joint."""

    theta: Floats
    covariance: Floats
    flags: tuple[str, ...]
    prior: Floats
    surprised: bool = False


class _Fit(NamedTuple):
    """Most believable values with those of earlier tips, the curvature there, and the prior's
    covariance."""

    theta: Floats
    hessian: Floats
    prior: Floats


@dataclass(frozen=True)
class Outlook:
    """What is expected from now on. Minutes from the start of the roast.

    ``curve``: rows of minute, core, 10 %, 90 %. ``look_min`` None once the joint is out;
    ``looked_min``: the last reading of the core before now, 0 for none.
    ``nominal``: the uncertain quantities as they are believed to be now. ``stuck``: as it stands
    it never reaches its goal; what is shown is its heat going on. ``carve_from_min``,
    ``carve_until_min``: from when it climbs slowly enough, until when it may wait. ``surprise``:
    what readings that agree make of a joint that was thought otherwise, a sentence or "".
    ``reached_min``: when the core reached what the stage that is on waits for, where nobody said
    that it is over; ``gone``: as the timeline's, with what that stage is overdue.
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
    looked_min: float
    curve: Floats
    flags: tuple[str, ...]
    walk: Walk
    air_c: float
    carve_from_min: float | None
    carve_until_min: float
    nominal: Deviation = field(default_factory=Deviation)
    stuck: bool = False
    surprise: str = ""
    gone: Mapping[int, float] = field(default_factory=dict)
    reached_min: float | None = None


class _Seen:
    """The readings beside what draws of the joint would show, one simulation for each draw."""

    def __init__(self, past: Roast, readings: Sequence[Reading], doubt: Doubt) -> None:
        self.past, self.readings, self.doubt = past, readings, doubt
        self.tips = sorted({r.tip for r in readings}, reverse=True)
        self.size = SIZE + len(self.tips) - 1
        self.value = np.array([r.value_c for r in readings])
        self.minute = np.array([r.minute for r in readings])
        start, newest = past.joint.start_c, float(self.minute.max())
        model = np.hypot(
            np.array([r.sd_c for r in readings]), MODEL_SD_SHARE * (self.value - start)
        )
        age = newest - self.minute
        self.own_sd = np.hypot(model, AGE_FLAG_SD_C_MIN * age)
        if (out := _out_min(past.method)) is not None:
            # How far it climbs is what is known least: that alone makes no reading wrong.
            about = self.minute >= out - ABOUT_OUT_MIN
            self.own_sd = np.where(about, np.hypot(self.own_sd, CLIMB_SD_C), self.own_sd)
        near = np.abs(self.minute[:, None] - self.minute[None, :]) < SHARED_MIN
        tip = np.array([r.tip for r in readings])
        near &= tip[:, None] == tip[None, :]
        self.sd = np.hypot(model, AGE_SD_C_MIN * age) * np.sqrt(near.sum(axis=1))
        self._records: dict[Deviation, Floats] = {}
        self.centre, self.prior = np.zeros(self.size), np.eye(self.size)
        self.centre[:SIZE], self.prior[:SIZE, :SIZE] = before(past, doubt)
        self.refine(self.centre)

    def refine(self, theta: Floats) -> None:
        """Add to every draw from now on what the fine grid changes for this one."""
        fine = _walked(self.past, FINE, self._draw(theta))
        self.finer = self._shown_in(fine, theta) - self._shown_in(self.record(theta), theta)

    def _draw(self, theta: Floats) -> Deviation:
        # Where the tip sits moves what is read, not the joint.
        return replace(deviation(theta[:SIZE], self.past, self.doubt), probe_xi=0.0, later=0.0)

    def record(self, theta: Floats) -> Floats:
        """The record of the draw."""
        draw = self._draw(theta)
        if draw not in self._records:
            self._records[draw] = _walked(self.past, COARSE, draw)
        return self._records[draw]

    def shown(self, theta: Floats) -> Floats:
        """What each reading would have been. Draws are made on the coarse grid; what a finer one
        changes for the joint as it was thought is added to all of them."""
        return self._shown_in(self.record(theta), theta) + self.finer

    def _shown_in(self, record: Floats, theta: Floats) -> Floats:
        xi_sq = []
        for n in range(len(self.tips)):
            at = PROBE if n == 0 else SIZE + n - 1
            own = theta[:SIZE].copy()
            own[PROBE] = theta[at]
            xi_sq.append(deviation(own, self.past, self.doubt).probe_xi ** 2)
        return np.array([_shown(record, r, xi_sq[self.tips.index(r.tip)]) for r in self.readings])


def _walked(past: Roast, grid: Grid, draw: Deviation | None = None) -> Floats:
    end = walk(kitchen(past, grid, draw or Deviation())).end
    return end.record[: end.rows]


def _out_min(past: Method) -> float | None:
    """When the joint came out to rest, None where it is in the heat."""
    lengths = [s.length.min if isinstance(s.length, Minutes) else 0.0 for s in past.stages]
    heated = [i for i, s in enumerate(past.stages) if isinstance(s, HEATED)]
    if not heated or not isinstance(past.stages[-1], Rest):
        return None
    return sum(lengths[: heated[-1] + 1])


def _shown(record: Floats, reading: Reading, probe_sq: float) -> float:
    at, time = reading.minute * 60.0, record[:, Row.TIME]
    if reading.place == "thin_end":
        return float(np.interp(at, time, record[:, Row.THIN_END]))
    if reading.place == "air":
        return float(np.interp(at, time, record[:, Row.AIR]))
    core = np.interp(at, time, record[:, Row.CORE])
    if reading.instrument == "sense":
        return float(core)
    return float(core + probe_sq * np.interp(at, time, record[:, Row.BEND]))


def believe(past: Roast, readings: Sequence[Reading], doubt: Doubt) -> Belief:
    """What the readings make of the prior. ``past`` is the roast as it went, fixed lengths only.

    Readings that lie far out pull little; where a tip that read well suddenly reads otherwise, what
    it read before is believed until it comes back.
    """
    used = [r for r in readings if r.place in BELIEVED]
    if not used:
        centre, prior = before(past, doubt)
        return Belief(centre, prior, tuple("" for _ in readings), prior)
    seen = _Seen(past, used, doubt)
    everything = np.ones(len(used), dtype=bool)
    fit = _fit(seen, everything)
    flags = _flags(seen, fit.theta)
    if (agreed := _agreeing(seen, flags)) is not None:
        # They agree with each other: it is another joint than was thought, if there is one.
        near, seen.finer = seen.finer, np.zeros(len(used))
        seen.refine(_fit(seen, agreed, loose=True).theta)
        wide = _fit(seen, agreed, loose=True)
        # What the cook has looked at again is so, however little a joint would do it.
        now_flags = [
            "" if r.sure else flag
            for r, flag in zip(seen.readings, _flags(seen, wide.theta), strict=True)
        ]
        if not any(flag for flag, one in zip(now_flags, agreed, strict=True) if flag and one):
            return replace(_told(readings, wide, now_flags), surprised=True)
        seen.finer = near
    # A fit half-way between good and wrong readings flags none: a sudden jump is looked at as well.
    trusted = _before_the_jump(seen, fit.theta, math.inf if any(flags) else SUDDEN_MIN)
    if trusted is not None:
        fit = _fit(seen, trusted)
        again = np.array([not flag for flag in _flags(seen, fit.theta)])
        if (again != trusted).any():
            fit = _fit(seen, again)
        flags = _flags(seen, fit.theta)
    return _told(readings, fit, flags)


def _told(readings: Sequence[Reading], fit: _Fit, flags: Sequence[str]) -> Belief:
    flagged = iter(flags)
    told = tuple(next(flagged) if r.place in BELIEVED else "" for r in readings)
    covariance = np.asarray(np.linalg.inv(fit.hessian), dtype=np.float64)
    return Belief(
        fit.theta[:SIZE], covariance[:SIZE, :SIZE], told, np.asarray(fit.prior[:SIZE, :SIZE])
    )


def _agreeing(seen: _Seen, flags: Sequence[str]) -> NDArray[np.bool_] | None:
    """The readings to be believed against the prior: at least AGREE of the newest tip, none of
    which was believed, each far enough from the one before to be a look of its own; or what the
    cook says it really reads. None where there are none."""
    sure = np.array([r.sure for r in seen.readings])
    core = [
        i
        for i in np.argsort(seen.minute, kind="stable").tolist()
        if seen.readings[i].tip == seen.tips[0]
        and seen.readings[i].instrument != "sense"
        and seen.readings[i].place == "core"
    ]
    doubted = [i for i in core if flags[i] and flags[i] not in NEVER_TRUE]
    if sure.any():
        # What was said to be so, and what was read there since.
        first = float(seen.minute[sure].min())
        if not any(flags[i] for i in np.flatnonzero(sure).tolist()):
            return None
        use = sure | np.array([m >= first for m in seen.minute])
        return np.asarray(use, dtype=np.bool_)
    looks, last = 0, -math.inf
    for i in doubted:
        if seen.minute[i] - last >= SHARED_MIN:
            looks, last = looks + 1, float(seen.minute[i])
    if looks < AGREE or len(doubted) < len(core):
        return None
    use = np.zeros(len(seen.minute), dtype=np.bool_)
    use[doubted] = True
    return use


def _fit(seen: _Seen, use: NDArray[np.bool_], *, loose: bool = False) -> _Fit:
    """Most believable values given the readings in ``use``, and the curvature there. ``loose``:
    what was thought of the joint and its oven counts little, and no reading is out of line."""
    value, sd = seen.value[use], seen.sd[use]
    theta = seen.centre
    width = np.ones(seen.size)
    if loose:
        width[LOOSENED] = LOOSE
    spread = seen.prior * np.outer(width, width)
    prior = np.asarray(np.linalg.inv(spread), dtype=np.float64)
    reach = MOST_THETA * np.sqrt(np.diag(spread))
    hessian = prior
    least, most = seen.centre - reach, seen.centre + reach
    if loose and seen.past.joint.start_c > THAWED_C:
        # Nobody takes a joint for thawed that is not: frozen, nothing else would be learned.
        coldest = (THAWED_C - seen.past.joint.start_c) / max(seen.doubt.start_c, 0.1)
        least[START] = max(least[START], coldest)
    slopes, moved_by = np.zeros((len(value), seen.size)), math.inf
    for _ in range(LOOSE_ROUNDS if loose else ROUNDS):
        base = seen.shown(theta)[use]
        if moved_by > SLOPES_HOLD or loose:
            for q in range(seen.size):
                moved = theta.copy()
                moved[q] += STEP
                slopes[:, q] = (seen.shown(moved)[use] - base) / STEP
        miss = (value - base) / sd
        # Student's t: a reading far out pulls less.
        weight = np.ones(len(miss)) if loose else (ROBUST_DF + 1.0) / (ROBUST_DF + miss**2)
        scaled = slopes * (np.sqrt(weight) / sd)[:, None]
        hessian = prior + scaled.T @ scaled
        aim = scaled.T @ ((value - base) * np.sqrt(weight) / sd + scaled @ theta)
        aim = aim + prior @ seen.centre
        new = np.clip(np.linalg.solve(hessian, aim), least, most)
        if loose:
            new = _damped(seen, use, theta, new, prior)
        moved_by = float(np.abs(new - theta).max())
        theta = new
        if moved_by < SETTLED:
            break
    return _Fit(theta, hessian, spread)


def _damped(
    seen: _Seen, use: NDArray[np.bool_], theta: Floats, new: Floats, prior: Floats
) -> Floats:
    """As much of a step as makes things better: so far away slopes bend."""

    def badness(at: Floats) -> float:
        miss = (seen.value[use] - seen.shown(at)[use]) / seen.sd[use]
        return float(miss @ miss + (at - seen.centre) @ prior @ (at - seen.centre))

    was, step = badness(theta), new - theta
    for _ in range(HALVINGS):
        if badness(theta + step) < was:
            return np.asarray(theta + step, dtype=np.float64)
        step = 0.5 * step
    return theta


def _before_the_jump(seen: _Seen, theta: Floats, within_min: float) -> NDArray[np.bool_] | None:
    """The readings before the newest tip's greatest jump from one reading to one at most
    ``within_min`` later; None where it never jumped, or had read too little before to be
    believed."""
    miss = seen.value - seen.shown(theta)
    newest = [
        i
        for i in np.argsort(seen.minute, kind="stable").tolist()
        if seen.readings[i].tip == seen.tips[0]
        and seen.readings[i].instrument == "probe"
        and seen.readings[i].place == "core"
    ]
    if len(newest) <= TRUSTED:
        return None
    jumps = np.abs(np.diff(miss[newest]))
    jumps[: TRUSTED - 1] = 0.0
    jumps[np.diff(seen.minute[newest]) > within_min] = 0.0
    at = int(np.argmax(jumps))
    if jumps[at] < JUMP_C:
        return None
    use = np.ones(len(miss), dtype=bool)
    use[newest[at + 1 :]] = False
    return use


def _flags(seen: _Seen, theta: Floats) -> list[str]:
    """Flags of the readings in use. A sense may be wrong, but it is nobody's misplaced tip."""
    record, shown = seen.record(theta), seen.shown(theta)
    cooker = seen.past.cooker
    found = []
    for r, doubt, showed in zip(seen.readings, seen.own_sd, shown, strict=True):
        miss = abs(r.value_c - float(showed))
        if r.instrument == "sense" or r.place == "air" or miss <= FLAG_SD * doubt or miss <= FLAG_C:
            found.append("")
            continue
        at = r.minute * 60.0
        surface, core, thin, air = (
            float(np.interp(at, record[:, Row.TIME], record[:, c]))
            for c in (Row.SURFACE, Row.CORE, Row.THIN_END, Row.AIR)
        )
        expected = ExpectedShown(
            shown=float(showed),
            thin_end=core if r.place == "thin_end" else thin,
            surface=surface,
            air=air,
            room=cooker.room_c,
            hottest=float(record[record[:, Row.TIME] <= at][:, [Row.AIR, Row.SURFACE]].max()),
            lowest=seen.past.joint.start_c,
        )
        found.append(reason(r, expected, bone=seen.past.joint.facts.bone_share > 0))
    return found


def outlook(
    roast: Roast,
    line: Timeline,
    readings: Sequence[Reading],
    now_min: float,
    doubt: Doubt | None = None,
    room_min: float = Profile.room_min,
) -> Outlook:
    """The outlook at ``now_min``. ``roast`` is the plan; ``line`` what happened to it;
    ``room_min``: how long the authority lets it stand in the room."""
    doubt = in_following(doubt or Doubt(), now_min)
    hotter = overruled(readings)
    readings = placed(readings)
    past = replace(roast, method=line.past)
    ahead = replace(roast, method=line.ahead)
    used = [i for i in subsampled(readings, now_min) if not hotter[i]]
    belief = believe(past, [readings[i] for i in used], doubt)
    flags = [
        "" if above else flag
        for above, flag in zip(hotter, _flags_of_all(readings, used, belief.flags), strict=True)
    ]
    nominal = deviation(belief.theta, roast, doubt)
    line, reached = _late(roast, line, nominal, now_min)
    ahead = replace(roast, method=line.ahead)
    stuck = False
    try:
        best = walk(kitchen(ahead, FINE, nominal))
    except GoalUnreachable:
        # As it stands it never gets there. What is shown is the heat going on as it is.
        stuck = True
        line = _going_on(line)
        ahead = replace(roast, method=line.ahead)
        best = walk(kitchen(ahead, FINE, nominal))
    pull_min, pull_core = best.pull_min, best.pull_core_c
    record = best.end.record[: best.end.rows]
    if line.pulled_min is not None:
        pull_min = line.pulled_min
        pull_core = read_at(record, pull_min, Row.CORE)
        late = record[record[:, Row.TIME] >= pull_min * 60.0 - 1.0]
        top = int(np.argmax(late[:, Row.CORE]))
        peak_c, peak_min = float(late[top, Row.CORE]), float(late[top, Row.TIME]) / 60.0
    else:
        peak_c, peak_min = best.peak_c, best.peak_min
        bend = read_at(record, pull_min, Row.BEND)
        pull_core += nominal.probe_xi**2 * bend
    shown = replace(roast, method=line.by_core(pull_core))
    clock = isinstance(line.ahead.stages[line.ahead.pull_index].length, Minutes | Rate)
    members = run_members(
        shown,
        doubt,
        axis_points(belief.theta, belief.covariance),
        by_the_clock(best) if clock else None,
    )
    looked = max((r.minute for r in readings if r.place == "core"), default=0.0)
    pulled = line.pulled_min is not None
    pull_band = (
        Band(pull_min, pull_min)
        if pulled
        else _at_least(
            _left(band_about(pull_min, [m.pull_min for m in members]), pull_min, now_min), now_min
        )
    )
    centre = members[0].walk
    peaks = [peak_c if centre is None else _peak(m.walk or centre, line) for m in members]
    here = int(np.searchsorted(record[:, Row.TIME], now_min * 60.0))
    here = min(max(here, 1), len(record) - 1)
    begin, until = carve_window(kitchen(ahead, FINE, nominal), best, room_min)
    rate = (
        60.0
        * (record[here, Row.CORE] - record[here - 1, Row.CORE])
        / (record[here, Row.TIME] - record[here - 1, Row.TIME])
    )
    return Outlook(
        now_min=now_min,
        core_c=read_at(record, now_min, Row.CORE),
        rate_c_min=float(rate),
        pull_min=pull_min,
        pull_band=pull_band,
        pull_core_c=pull_core,
        peak_c=peak_c,
        peak_band=band_about(peak_c, peaks),
        peak_min=peak_min,
        carve_from_min=begin,
        carve_until_min=until,
        look_min=None
        if line.pulled_min is not None
        else look_at(looked, pull_band.low, float(rate)),
        looked_min=looked,
        curve=_curve(record, members),
        flags=tuple(flags),
        walk=best,
        nominal=nominal,
        stuck=stuck,
        gone=line.gone,
        reached_min=reached,
        surprise=surprise(nominal) if belief.surprised else "",
        air_c=read_at(record, now_min, Row.AIR),
    )


def _late(
    roast: Roast, line: Timeline, nominal: Deviation, now_min: float
) -> tuple[Timeline, float | None]:
    """The timeline, and when the core reached what the stage that is on waits for, where that is
    past and nobody said that the stage is over; else the timeline as it is, and None."""
    here = line.plan.stages[line.current]
    goal = here.length.temp.c if isinstance(here.length, UntilCore) else None
    if goal is None or line.pulled_min is not None or line.current >= line.plan.pull_index:
        return line, None
    record = _walked(replace(roast, method=line.past), FINE, nominal)
    over = np.flatnonzero(record[:, Row.CORE] >= goal)
    if not len(over):
        return line, None
    near = record[max(int(over[0]) - 1, 0) : int(over[0]) + 1]
    reached = float(np.interp(goal, near[:, Row.CORE], near[:, Row.TIME])) / 60.0
    if now_min - reached < LATE_MIN:
        return line, None
    k = kitchen(roast)
    lengths = [clock_min(s, k) or 0.0 for s in line.plan.stages]
    return overdue(line, now_min - reached, lengths), reached


def surprise(nominal: Deviation) -> str:
    """What the readings make of joint and oven where they won against what was thought."""
    told = []
    thick = round(100.0 * (nominal.thickness - 1.0))
    if abs(thick) >= WORTH_PERCENT:
        told.append(f"{abs(thick)} % {'thicker' if thick > 0 else 'thinner'}")
    if abs(nominal.start_c) >= WORTH_C:
        told.append(f"{'warmer' if nominal.start_c > 0 else 'colder'} at the start")
    heat = round(100.0 * (nominal.heat - 1.0))
    if abs(nominal.oven_c) >= WORTH_C or abs(heat) >= 2 * WORTH_PERCENT:
        hotter = nominal.oven_c / 100.0 + nominal.heat - 1.0 > 0
        told.append(f"in an oven that heats {'more' if hotter else 'less'}")
    said = ", ".join(told) or "a little otherwise"
    return f"By what was read it goes like a joint that is {said}."


def _going_on(line: Timeline) -> Timeline:
    """The stages that are still to reach something, by so many minutes instead."""
    count = len(line.past.stages)
    stages = [
        s
        if i < count or isinstance(s.length, (Minutes, Rate)) or not isinstance(s, HEATED)
        else replace(s, length=Minutes(STUCK_MIN))
        for i, s in enumerate(line.ahead.stages)
    ]
    return replace(line, ahead=Method(tuple(stages)))


def _flags_of_all(
    readings: Sequence[Reading], used: Sequence[int], flags: Sequence[str]
) -> list[str]:
    """A flag for every reading: what was left out shares that of its nearest neighbour in use,
    of the same place and instrument."""
    told = dict(zip(used, flags, strict=True))
    found = []
    for i, r in enumerate(readings):
        if i not in told:
            near = [
                j
                for j in used
                if (readings[j].place, readings[j].instrument) == (r.place, r.instrument)
            ]
            j = min(near, key=lambda j: abs(readings[j].minute - r.minute), default=None)
            found.append("" if j is None else told[j])
        else:
            found.append(told[i])
    return found


def _peak(w: Walk, line: Timeline) -> float:
    if line.pulled_min is None:
        return w.peak_c
    record = w.end.record[: w.end.rows]
    return float(record[record[:, Row.TIME] >= line.pulled_min * 60.0 - 1.0, Row.CORE].max())


def _left(band: Band, value: float, now_min: float) -> Band:
    """The band, and what makes the time that is left uncertain besides."""
    more = Z80 * LEFT_SD_SHARE * max(value - now_min, 0.0)
    return Band(
        value - math.hypot(value - band.low, more), value + math.hypot(band.high - value, more)
    )


def _at_least(band: Band, low: float) -> Band:
    return Band(max(band.low, low), max(band.high, low))


def look_at(looked_min: float, earliest_min: float, rate_c_min: float = LOOK_C) -> float:
    """When to look next: half-way from the last look to the earliest take-out, closer together
    towards the end, but not before there is something new to see. Passed, it stays due until
    somebody looks."""
    wait = LOOK_SHARE * (earliest_min - looked_min)
    climbs = LOOK_C / max(rate_c_min, LOOK_C / LOOK_NEW_MIN)
    return looked_min + min(max(wait, LOOK_MIN, climbs), LOOK_MAX)


def _curve(record: Floats, members: Sequence[Member]) -> Floats:
    end = float(record[-1, Row.TIME]) / 60.0
    at = np.arange(0.0, end + CURVE_EVERY_MIN, CURVE_EVERY_MIN)

    def core_of(rows: Floats) -> Floats:
        return np.interp(at * 60.0, rows[:, Row.TIME], rows[:, Row.CORE])

    core = core_of(record)
    centre = members[0].walk
    if centre is None:
        return np.stack([at, core, core, core], axis=1)
    walks = [m.walk or centre for m in members]
    cores = np.array([core_of(w.end.record[: w.end.rows]) for w in walks])
    reach = np.array([spread(column) for column in cores.T.tolist()])
    return np.stack([at, core, core - reach[:, 0], core + reach[:, 1]], axis=1)
