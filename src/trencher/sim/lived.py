"""A pretend roast lived along a method: as the cook says at the fire, not as the plan had it."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace

from trencher.core.marks import VERBS
from trencher.core.method.stages import Method, Off, Oven, Rest, Stage
from trencher.sim.roast import PretendRoast, PretendSpan

COVERS: dict[str, float] = {"open": 0.0, "tented": 0.6, "wrapped": 0.95, "bowl": 0.9, "pan": 0.2}
STEP_MIN = 1.0
DOOR_S = 30.0


def span_of(stage: Stage, minutes: float) -> PretendSpan:
    """What a stage is to the pretend joint."""
    if isinstance(stage, Oven):
        return PretendSpan(minutes, stage.temp.c, 0.9 if stage.cover is not None else 0.0)
    if isinstance(stage, Off):
        return PretendSpan(minutes, None, off=True)
    return PretendSpan(minutes, None, COVERS[stage.how] if isinstance(stage, Rest) else 0.0)


@dataclass(frozen=True)
class CookAct:
    """What the cook did besides the stages: its minute, and seconds of an open door."""

    what: str
    minute: float
    seconds: float | None = None


def live(
    pretend: PretendRoast,
    method: Method,
    ends: Mapping[int, float],
    marks: Sequence[CookAct],
    until_min: float,
    dial: Callable[[float], float] | None = None,
) -> None:
    """Carry ``pretend`` on to ``until_min``: stages end where ``ends`` says, doors open, an oven
    stands off between ``oven_off`` and ``oven_on``. ``dial``: the oven's set heat at a minute,
    where more than this joint decides it."""
    stages = method.stages
    stops = sorted({*ends.values(), *(m.minute for m in marks), until_min})
    while pretend.minute < until_min - 1e-6:
        now = pretend.minute
        i = sum(1 for end in ends.values() if end <= now + 1e-6)
        stage: Stage = stages[i] if i < len(stages) else Rest(stages[-1].length)
        for mark in marks:
            if mark.what in VERBS and now - 1e-6 <= mark.minute < now + 0.02:
                pretend.open_door(DOOR_S if mark.seconds is None else mark.seconds)
        off = [m for m in marks if m.what in ("oven_off", "oven_on") and m.minute <= now + 1e-6]
        stands_off = bool(off) and max(off, key=lambda m: m.minute).what == "oven_off"
        stop = next(s for s in stops if s > now + 1e-6)
        minutes = max(min(stop - now, STEP_MIN), 0.02)
        span = span_of(stage, minutes)
        if isinstance(stage, Oven) and dial is not None:
            span = replace(span, air_c=dial(now))
        if stands_off and isinstance(stage, Oven):
            span = PretendSpan(minutes, None, off=True)
        pretend.go(span)
