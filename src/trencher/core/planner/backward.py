"""Backwards: from the hour, the wanted peak or the wanted length to what must be done.

Plans are durations: everything here is in minutes before or after something; only the service
knows the hour.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from scipy.optimize import brentq

from trencher.core.errors import GoalUnreachable, InputError
from trencher.core.method.stages import Method, Oven, UntilPeak, celsius
from trencher.core.planner.forecast import Forecast
from trencher.core.planner.forward import Walk, walk
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.thermal.geometry import COARSE, FINE

LEAST_AIR_C, MOST_AIR_C = 60.0, 260.0
"""Heats tried where the oven states no limits of its own."""
WITHIN_C = 0.25


@dataclass(frozen=True)
class Start:
    """Minutes before the joint is to be carved: when it must go in, and when it comes out.

    ``careful_min``: by the late end of the band, so that nine roasts in ten are out in time.
    """

    start_min: float
    careful_min: float
    pull_min: float


def start_before(found: Forecast) -> Start:
    """How long before carving the joint goes in and comes out."""
    late = found.bands.pull_min.high - found.pull_min if found.bands else 0.0
    end = found.end_min
    return Start(end, end + max(late, 0.0), end - found.pull_min)


def take_out_for(roast: Roast, wanted_c: float) -> Walk:
    """The roast with its take-out moved so that the core's highest value is ``wanted_c``."""
    stages = list(roast.method.stages)
    i = roast.method.pull_index
    stages[i] = replace(stages[i], length=UntilPeak(celsius(wanted_c)))
    return walk(kitchen(replace(roast, method=Method(tuple(stages))), FINE))


@dataclass(frozen=True)
class OvenFit:
    """Air in °C of one stage with which the joint comes out after the wanted minutes."""

    air_c: float
    stage: int
    method: Method
    walk: Walk


def heat_of(roast: Roast, index: int, air_c: float) -> Roast:
    """The roast with the air of stage ``index`` at ``air_c``."""
    stages = list(roast.method.stages)
    stage = stages[index]
    assert isinstance(stage, Oven)
    stages[index] = replace(stage, temp=celsius(round(air_c, 2)))
    return replace(roast, method=Method(tuple(stages)))


def oven_for(roast: Roast, minutes: float, *, until_end: bool = False) -> OvenFit:
    """The heat of the take-out's stage with which the joint is out after ``minutes`` (or, with
    ``until_end``, with which the whole method is over by then).

    Raises GoalUnreachable with what the coolest and the hottest oven would take.
    """
    index = roast.method.pull_index
    if not isinstance(roast.method.stages[index], Oven):
        raise InputError(
            "the take-out does not come from an oven",
            where=f"method, stage {index + 1}",
            allowed="an oven stage with a goal",
        )
    low = roast.cooker.min_c or LEAST_AIR_C
    high = roast.cooker.max_c or MOST_AIR_C

    def spent(air_c: float, grid: object = COARSE) -> float:
        try:
            done = walk(kitchen(heat_of(roast, index, air_c), grid))  # type: ignore[arg-type]
        except GoalUnreachable:
            return NEVER_MIN
        return done.end.minutes if until_end else done.pull_min

    slowest, fastest = spent(low), spent(high)
    if not fastest <= minutes <= slowest:
        coolest = "never" if slowest >= NEVER_MIN else f"{slowest:.0f}"
        raise GoalUnreachable(
            f"{minutes:.0f} minutes cannot be met: at {high:.0f} °C it takes {fastest:.0f}, "
            f"at {low:.0f} °C {coolest}",
            where=f"method, stage {index + 1}",
            allowed=f"allowed: {fastest:.0f} to {coolest} minutes",
        )
    # The coarse grid finds the place; what it is off by is then taken out once on the fine one.
    coarse = brentq(lambda c: spent(c) - minutes, low, high, xtol=WITHIN_C)
    bias = spent(coarse, FINE) - spent(coarse)
    aim = minutes - bias
    air = coarse
    if spent(high) <= aim <= spent(low):
        air = brentq(lambda c: spent(c) - aim, low, high, xtol=WITHIN_C)
    fitted = heat_of(roast, index, air)
    return OvenFit(float(air), index, fitted.method, walk(kitchen(fitted, FINE)))


NEVER_MIN = 48 * 60.0
