"""A method changed by hand: one small change in, a new method out. Nothing is computed here.

What comes out can be written and read again; a change that makes no sense is an InputError that
says what is allowed.
"""

from __future__ import annotations

from dataclasses import replace
from typing import Literal, get_args

from trencher.core import units
from trencher.core.errors import InputError, OutOfRange
from trencher.core.method.notation import (
    CORE_HIGH_C,
    CORE_LOW_C,
    LONGEST_MIN,
    OVEN_HIGH_C,
    OVEN_LOW_C,
    parse_method,
)
from trencher.core.method.stages import (
    HEATED,
    Bed,
    Method,
    Minutes,
    Off,
    Oven,
    Rest,
    Sear,
    Stage,
    Task,
    Temp,
    Turn,
    UntilCore,
    UntilOutcome,
    UntilPeak,
    Verb,
    Wait,
    celsius,
    number,
)
from trencher.core.thermal.surface import Cover, RestHow

Kind = Literal["oven", "off", "sear", "rest", "wait", "turn"]
FRESH: dict[Kind, Stage] = {
    "oven": Oven(celsius(160.0), Minutes(30.0)),
    "off": Off(Minutes(20.0)),
    "sear": Sear(Minutes(6.0)),
    "rest": Rest(Minutes(15.0)),
    "wait": Wait(Minutes(30.0)),
    "turn": Turn(),
}
"""A stage as it is inserted, before it is pulled into shape."""
SHORTEST_MIN = 1.0


def _stage(method: Method, i: int) -> Stage:
    if not 0 <= i < len(method.stages):
        raise OutOfRange("stage", i, 0, len(method.stages) - 1)
    return method.stages[i]


def _within(where: str, value: float, low: float, high: float, unit: str) -> float:
    if not low <= value <= high:
        raise OutOfRange(where, value, low, high, unit)
    return value


def _checked(stages: tuple[Stage, ...]) -> Method:
    """The method read back from its own text, so that every rule of the notation holds for it."""
    if not stages:
        raise InputError("no stage is left", where="method", allowed="at least one stage")
    return parse_method(str(Method(stages)))


def _put(method: Method, i: int, *stages: Stage) -> Method:
    return _checked((*method.stages[:i], *stages, *method.stages[i + 1 :]))


def with_minutes(method: Method, i: int, minutes: float) -> Method:
    """Stage ``i`` lasting so many minutes, whatever ended it before."""
    stage = _stage(method, i)
    if isinstance(stage, Turn):
        raise InputError("a turn takes no time", where=f"stage {i + 1}", allowed="move it instead")
    length = Minutes(_within("minutes", round(minutes), SHORTEST_MIN, LONGEST_MIN, "min"))
    return _put(method, i, replace(stage, length=length))


def with_goal(method: Method, i: int, core_c: float, *, peak: bool) -> Method:
    """Stage ``i`` until the core is at, or will climb to, this many °C."""
    stage = _stage(method, i)
    if not isinstance(stage, HEATED) or (peak and isinstance(stage, Sear)):
        raise InputError(
            f"'{stage}' cannot end on a core temperature",
            where=f"stage {i + 1}",
            allowed="a stage in the oven",
        )
    temp = celsius(round(_within("core_c", core_c, CORE_LOW_C, CORE_HIGH_C, "°C"), 1))
    stages = list(method.stages)
    if peak:
        # One peak a method: where another stage aimed at one, it keeps the core it aims at.
        for n, other in enumerate(stages):
            if n != i and isinstance(other.length, UntilPeak):
                stages[n] = replace(other, length=UntilCore(other.length.temp))
    stages[i] = replace(stage, length=UntilPeak(temp) if peak else UntilCore(temp))
    return _checked(tuple(stages))


def with_outcome(method: Method, i: int, what: Literal["brown", "crisp", "tender"]) -> Method:
    """Stage ``i`` until it is brown, crisp or tender."""
    stage = _stage(method, i)
    if not isinstance(stage, (Oven, Off)):
        raise InputError(
            f"'{stage}' cannot end on that", where=f"stage {i + 1}", allowed="a stage in the oven"
        )
    return _put(method, i, replace(stage, length=UntilOutcome(what)))


def with_heat(method: Method, i: int, air_c: float) -> Method:
    """Stage ``i`` in air of so many °C, written in the unit it was written in (gas in °C)."""
    stage = _stage(method, i)
    if not isinstance(stage, Oven):
        raise InputError(
            f"'{stage}' has no heat of its own",
            where=f"stage {i + 1}",
            allowed="a stage in the oven",
        )
    _within("air_c", air_c, OVEN_LOW_C, OVEN_HIGH_C, "°C")
    if stage.temp.unit == "F":
        temp = Temp(number(round(units.celsius_to_fahrenheit(air_c))), "F")
    else:
        temp = celsius(round(air_c))
    return _put(method, i, replace(stage, temp=temp))


def inserted(method: Method, i: int, kind: Kind) -> Method:
    """A fresh stage before stage ``i``; ``i`` may be one past the last."""
    if not 0 <= i <= len(method.stages):
        raise OutOfRange("stage", i, 0, len(method.stages))
    fresh = FRESH[kind]
    if isinstance(fresh, Oven):
        near = [s for s in (*method.stages[:i][::-1], *method.stages[i:]) if isinstance(s, Oven)]
        fresh = replace(fresh, temp=near[0].temp, air=near[0].air) if near else fresh
    return _checked((*method.stages[:i], fresh, *method.stages[i:]))


def split(method: Method, i: int, after_min: float, whole_min: float) -> Method:
    """Stage ``i`` cut in two ``after_min`` into it; it is expected to take ``whole_min``.

    Tasks stay with the part in which they fall due; a goal stays with the second.
    """
    stage = _stage(method, i)
    if isinstance(stage, Turn):
        raise InputError("a turn takes no time", where=f"stage {i + 1}", allowed="another stage")
    cut = float(round(_within("after_min", after_min, 0.5, max(whole_min - 0.5, 0.5), "min")))
    cut = max(cut, SHORTEST_MIN)
    first_tasks = tuple(t for t in stage.tasks if (t.at_min or 0.0) < cut)
    then_tasks = tuple(
        replace(t, at_min=None if t.at_min is None else t.at_min - cut)
        for t in stage.tasks
        if t.every_min is not None or (t.at_min or 0.0) >= cut
    )
    rest = stage.length
    if isinstance(rest, Minutes) or not isinstance(rest, (UntilCore, UntilPeak, UntilOutcome)):
        rest = Minutes(max(float(round(whole_min - cut)), SHORTEST_MIN))
    first = replace(stage, length=Minutes(cut), tasks=first_tasks)
    second = replace(stage, length=rest, tasks=then_tasks)
    if isinstance(second, Oven):
        second = replace(second, cold=False)
    return _put(method, i, first, second)


def removed(method: Method, i: int) -> Method:
    """The method without stage ``i``."""
    _stage(method, i)
    return _put(method, i)


def moved(method: Method, i: int, to: int) -> Method:
    """Stage ``i`` at place ``to``, the others in their order."""
    stage = _stage(method, i)
    _stage(method, to)
    left = (*method.stages[:i], *method.stages[i + 1 :])
    return _checked((*left[:to], stage, *left[to:]))


def hung(method: Method, i: int, task: Task) -> Method:
    """A task hung on stage ``i``."""
    stage = _stage(method, i)
    if isinstance(stage, Turn):
        raise InputError("a turn carries no task", where=f"stage {i + 1}", allowed="another stage")
    return _put(method, i, replace(stage, tasks=(*stage.tasks, task)))


def task_of(verb: str, words: str, at_min: float | None, every_min: float | None) -> Task:
    """A task from its parts; InputError for a verb that is not known."""
    if verb not in get_args(Verb):
        raise InputError(
            f"{verb!r} is no task", where="verb", allowed=f"allowed: {', '.join(get_args(Verb))}"
        )
    return Task(verb, words.strip(), at_min, every_min)  # type: ignore[arg-type]


def unhung(method: Method, i: int, n: int) -> Method:
    """Stage ``i`` without its task ``n``."""
    stage = _stage(method, i)
    if not 0 <= n < len(stage.tasks):
        raise OutOfRange("task", n, 0, len(stage.tasks) - 1)
    return _put(method, i, replace(stage, tasks=(*stage.tasks[:n], *stage.tasks[n + 1 :])))


def dressed(method: Method, i: int, dress: str) -> Method:
    """Stage ``i`` dressed otherwise: how a rest is covered; what closes in or carries a joint in
    the oven ("bare" for nothing)."""
    stage = _stage(method, i)
    if isinstance(stage, Rest) and dress in get_args(RestHow):
        return _put(method, i, replace(stage, how=dress))  # type: ignore[arg-type]
    if isinstance(stage, Oven):
        if dress == "bare":
            return _put(
                method,
                i,
                replace(stage, cover=None, pot=False, bed=None, liquid_ml=None, cold=False),
            )
        if dress in get_args(Cover):
            return _put(method, i, replace(stage, cover=dress, pot=False))  # type: ignore[arg-type]
        if dress in get_args(Bed):
            return _put(method, i, replace(stage, bed=dress, liquid_ml=None))  # type: ignore[arg-type]
        if dress == "liquid":
            return _put(method, i, replace(stage, bed=None, liquid_ml=stage.liquid_ml or 300.0))
        if dress == "cold":
            return _put(method, i, replace(stage, cold=not stage.cold))
    allowed = (
        get_args(RestHow)
        if isinstance(stage, Rest)
        else ("bare", "cold", "liquid", *get_args(Cover), *get_args(Bed))
    )
    raise InputError(
        f"{dress!r} does not suit '{stage}'",
        where=f"stage {i + 1}",
        allowed=f"allowed: {', '.join(allowed)}",
    )
