"""How long to rest, as an answer: for each cover from when to carve, until when it may wait.

Carving may begin once the core climbs slower than 0.15 °C a minute and edge and middle are close;
it should have begun before the joint is too cool to be served hot, or the clock of the room runs
out. What a cover does to crust and crackling stands beside it.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import get_args

import numpy as np
from numpy.typing import NDArray

from trencher.core.catalogue.safety import Profile
from trencher.core.method.stages import Minutes, Rest, Wait
from trencher.core.outcome import outcomes
from trencher.core.planner.forward import Walk
from trencher.core.planner.passage import Passage
from trencher.core.planner.setup import Setup
from trencher.core.thermal.history import Row
from trencher.core.thermal.surface import RestHow

Floats = NDArray[np.float64]

CARVE_RATE_C_MIN = 0.15
"""Carving may begin once the core climbs slower than this."""
CLOSE_C = 4.0
"""Mean and core this close: then the edge is about twice as far from the core. Estimate."""
COOL_MEAN_C = 46.0
"""A joint whose mean is below this is no longer served hot. Estimate: taste."""
LONGEST_MIN = 180.0
STEP_MIN = 1.0


@dataclass(frozen=True, kw_only=True)
class RestAnswer:
    """One cover. Minutes from the moment the joint leaves the heat; None: not within three hours.

    ``earliest_min``/``latest_min``: when carving may begin, and by when it should have;
    ``latest_by``: too_cool, room_clock, or not_looked_further (three hours). ``crisp`` at take-out
    and at ``earliest_min``; ``crust`` stays.
    """

    how: RestHow
    earliest_min: float | None
    latest_min: float
    latest_by: str
    peak_c: float
    peak_min: float
    core_c: float
    crust: float
    crisp: float


def slow_enough(minutes: Floats, core: Floats) -> float | None:
    """The first minute after the steepest climb at which the core climbs slowly enough."""
    rate = np.diff(core) / np.diff(minutes)
    if not len(rate):
        return None
    steepest = int(np.argmax(rate))
    slow = np.flatnonzero(rate[steepest:] < CARVE_RATE_C_MIN)
    if not len(slow):
        return None
    at = steepest + int(slow[0])
    # A core that never climbed may be carved at once.
    return float(minutes[at]) if at == 0 else float(minutes[at + 1])


def carve_window(
    kitchen: Setup, plan: Walk, room_min: float = Profile.room_min
) -> tuple[float | None, float]:
    """From when to carve and by when to have begun, minutes from the start of the roast: climbing
    slowly enough, and not yet too cool nor too long in the room. The rest goes on as it ends."""
    record = plan.end.record[: plan.end.rows]
    rests = [s for s in plan.stages if isinstance(s.stage, (Rest, Wait))]
    out = float(plan.out.minutes)
    rest = record[record[:, Row.TIME] >= out * 60.0]
    begin = None if len(rest) < 3 else slow_enough(rest[:, Row.TIME] / 60.0, rest[:, Row.CORE])
    sim = plan.end.copy()
    if rests and isinstance(rests[-1].stage, Rest):
        passage = Passage(kitchen, rests[-1].stage, plan.oven_c, 0.0, 60.0 * LONGEST_MIN)
        passage.run(sim)
    rows = sim.record[: sim.rows]
    cool = rows[(rows[:, Row.TIME] > out * 60.0) & (rows[:, Row.MEAN] < COOL_MEAN_C), Row.TIME]
    # A joint that comes out cooler than that, rare and small, is not too cool for it.
    warm = len(rest) == 0 or rest[0, Row.MEAN] >= COOL_MEAN_C
    too_cool = float(cool[0]) / 60.0 if len(cool) and warm else float(sim.minutes)
    return begin, max(min(too_cool, out + room_min), begin or out)


def rest_answers(
    kitchen: Setup, plan: Walk, room_min: float = Profile.room_min
) -> tuple[RestAnswer, ...]:
    """The five covers side by side, each from the joint as it leaves the heat for good.

    ``room_min``: how long the authority lets it stand in the room, min.
    """
    return tuple(_answer(kitchen, plan, how, room_min) for how in get_args(RestHow))


def _answer(kitchen: Setup, plan: Walk, how: RestHow, room_min: float) -> RestAnswer:
    sim = plan.out.copy()
    rind = kitchen.roast.joint.facts.rind
    before = outcomes.faces_of(sim, rind=rind).crisp_top
    began = sim.minutes
    stage = Rest(Minutes(LONGEST_MIN), how)
    kitchen.fill(sim, stage, plan.oven_c)
    passage = Passage(kitchen, stage, plan.oven_c, 0.0, 60.0 * LONGEST_MIN)
    crisp = [before]
    at = np.arange(0.0, LONGEST_MIN + STEP_MIN, 15.0)
    for spent in at[1:]:
        passage.length_s = 60.0 * spent
        passage.run(sim, 60.0 * (spent - 15.0))
        crisp.append(outcomes.faces_of(sim, rind=rind).crisp_top)
    # By its minutes: a record that fills up makes room, and its rows move.
    rows = sim.record[: sim.rows]
    rows = rows[rows[:, Row.TIME] >= 60.0 * began - 1e-6]
    minutes = np.arange(0.0, LONGEST_MIN, STEP_MIN)
    core, mean = (
        np.interp(minutes, rows[:, Row.TIME] / 60.0 - began, rows[:, column])
        for column in (Row.CORE, Row.MEAN)
    )
    slow = slow_enough(minutes, core)
    close = minutes[np.abs(mean - core) <= CLOSE_C]
    earliest = None if slow is None or not len(close) else max(slow, float(close[0]))
    cool = minutes[mean < COOL_MEAN_C]
    too_cool = float(cool[0]) if len(cool) else LONGEST_MIN
    latest_by = "too_cool" if len(cool) and too_cool < room_min else "room_clock"
    if not len(cool) and room_min > LONGEST_MIN:
        latest_by = "not_looked_further"
    top = int(np.argmax(core))
    shown = LONGEST_MIN if earliest is None else earliest
    return RestAnswer(
        how=how,
        earliest_min=earliest,
        latest_min=min(too_cool, room_min, LONGEST_MIN),
        latest_by=latest_by,
        peak_c=float(core[top]),
        peak_min=float(minutes[top]),
        core_c=float(np.interp(shown, minutes, core)),
        crust=outcomes.crust_of(sim),
        crisp=float(np.interp(shown, at, crisp)),
    )
