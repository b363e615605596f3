"""Where the time and the degrees of a finished roast went, in parts that add up.

The plan is changed into what happened one thing after the other, each worked out in full: first
what was done to it, then its oven, then the joint, each as all its readings make it out, then when
it was really taken out, which is what is left.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from trencher.core.belief.learning import LookedBack
from trencher.core.method.stages import Method, UntilCore, celsius
from trencher.core.planner.forecast import SERIES, spaced
from trencher.core.planner.forward import walk
from trencher.core.planner.setup import Deviation, Roast, kitchen
from trencher.core.thermal.history import Row
from trencher.core.units import said_d

PartCode = Literal["today", "stages", "done", "oven", "joint", "hand", "climb"]
WORTH_MIN, WORTH_C = 0.5, 0.25
"""What is worth a part of its own; less is told with the next one."""
FOLLOWED_EVERY_S, FOLLOWED = 120.0, [SERIES.index("min"), SERIES.index("core_c")]
OF_OVEN = ("oven_c", "heat", "wet", "drift", "other_oven_c")


@dataclass(frozen=True)
class Part:
    """What one thing did: minutes later at the take-out, or degrees at the peak."""

    code: PartCode
    words: str
    value: float


@dataclass(frozen=True)
class Story:
    """``minutes``: parts that lead from ``planned_min`` to ``pulled_min``; ``degrees``: from
    ``planned_c`` to ``peak_c``, which was read, or reckoned from what was (``peak_read``).
    ``followed``: minute and core as all readings make them out."""

    planned_min: float
    pulled_min: float
    minutes: tuple[Part, ...]
    planned_c: float
    peak_c: float
    peak_read: bool
    degrees: tuple[Part, ...]
    followed: tuple[tuple[float, float], ...] = ()


@dataclass(frozen=True, kw_only=True)
class FinishedRoast:
    """A roast that is over: its ``plan`` as it was promised; ``back``: as it went, with what was
    done to it, followed once more; ``plain``: its stages without that; ``pull_index``,
    ``plain_pull_index``: the stage of each that ended with the take-out; what was promised, and
    read."""

    plan: Roast
    back: LookedBack
    plain: Method
    pull_index: int
    plain_pull_index: int
    planned_min: float
    planned_core_c: float
    planned_c: float
    pulled_min: float
    read_peak_c: float | None


def told(h: FinishedRoast) -> Story:
    """The story of a finished roast. InputError, GoalUnreachable where it cannot be walked."""
    past, found = h.back.past.method, h.back.found
    oven = replace(Deviation(), **{name: getattr(found, name) for name in OF_OVEN})

    def out(method: Method, index: int, of: Deviation | None) -> float:
        changed = replace(h.plan, method=_until(method, index, h.planned_core_c))
        return walk(kitchen(changed, deviation=of)).pull_min

    steps: list[tuple[PartCode, str, float]] = [
        ("today", "as the plan is reckoned today", walk(kitchen(h.plan)).pull_min),
        ("stages", "stages not as long as planned", out(h.plain, h.plain_pull_index, None)),
        ("done", "doors, and what was done to it", out(past, h.pull_index, None)),
        ("oven", _oven_words(oven), out(past, h.pull_index, oven)),
        ("joint", _joint_words(found), out(past, h.pull_index, found)),
    ]
    late = h.pulled_min - steps[-1][2]
    hand = "taken out later than that" if late > 0 else "taken out sooner than that"
    steps.append(("hand", hand, h.pulled_min))

    lived = walk(kitchen(h.back.past, deviation=found))
    record = lived.end.record[: lived.end.rows]
    time, out_s = record[:, Row.TIME], 60.0 * h.pulled_min
    core = float(record[time <= out_s + 1.0, Row.CORE][-1])
    climbed = float(record[time >= out_s - 1.0, Row.CORE].max())
    peak = climbed if h.read_peak_c is None else max(h.read_peak_c, core)
    degrees: list[tuple[PartCode, str, float]] = [
        (
            "hand",
            f"came out {'hotter' if core > h.planned_core_c else 'cooler'} than planned",
            h.planned_c + core - h.planned_core_c,
        ),
        (
            "climb",
            f"climbed {'further' if peak - core > h.planned_c - h.planned_core_c else 'less'}",
            peak,
        ),
    ]
    return Story(
        planned_min=h.planned_min,
        pulled_min=h.pulled_min,
        minutes=_parts(h.planned_min, steps, WORTH_MIN),
        planned_c=h.planned_c,
        peak_c=peak,
        peak_read=h.read_peak_c is not None,
        degrees=_parts(h.planned_c, degrees, WORTH_C),
        followed=tuple(
            (round(float(minute), 2), round(float(core), 2))
            for minute, core in spaced(record, FOLLOWED_EVERY_S)[:, FOLLOWED].tolist()
        ),
    )


def _parts(
    start: float, steps: Sequence[tuple[PartCode, str, float]], worth: float
) -> tuple[Part, ...]:
    """The steps between values, small ones taken together with the next; they add up."""
    found: list[Part] = []
    at = start
    for n, (code, words, value) in enumerate(steps):
        if abs(value - at) >= worth or (n == len(steps) - 1 and value != at):
            found.append(Part(code, words, value - at))
            at = value
    return tuple(found)


def _until(method: Method, index: int, core_c: float) -> Method:
    """The method up to the take-out, which comes at this core."""
    stages = list(method.stages[: index + 1])
    stages[index] = replace(stages[index], length=UntilCore(celsius(core_c)))
    return Method(tuple(stages))


def _oven_words(d: Deviation) -> str:
    """An oven beside what was planned for, in words."""
    more = d.heat - 1.0 + d.oven_c / 100.0 - 0.3 * (d.wet - 1.0)
    return "the oven heated more than planned" if more > 0 else "the oven heated less than planned"


def _joint_words(d: Deviation) -> str:
    thick = round(100.0 * (d.thickness - 1.0))
    told = []
    if thick:
        told.append(f"{abs(thick)} % {'thicker' if thick > 0 else 'thinner'} than measured")
    if abs(d.start_c) >= 1.0:
        told.append(f"{said_d(abs(d.start_c))} {'warmer' if d.start_c > 0 else 'colder'} inside")
    return "the joint: " + (" and ".join(told) or "takes the heat in its own way")
