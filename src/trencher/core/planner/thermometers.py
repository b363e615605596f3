"""One method with each thermometer: a probe that stays in, one that is stuck in now and then, none.

Without a thermometer a stage ends by the clock, at the minutes it is expected to take; what that
does to the peak is in the band. A spot reading costs an opened door, and its tip is never twice in
the same place.
"""

from __future__ import annotations

from dataclasses import replace

from trencher.core.method.schools import Thermometer
from trencher.core.method.stages import (
    Method,
    Minutes,
    Off,
    Oven,
    Stage,
    Task,
    UntilCore,
    UntilHeld,
    UntilOutcome,
    UntilPeak,
)
from trencher.core.planner.doubt import Doubt
from trencher.core.planner.forward import Walk

LOOK_SHARES = (0.7, 0.85, 0.95)
"""When a spot reading is taken, as shares of the stage: rarer early, closer towards the end."""
FIRST_LOOK_MIN = 12.0
CLOCK_STEP_MIN, SHORTEST_MIN = 5.0, 0.02
SPOT_TIPS = 2.5
"""A tip stuck in anew each time sits so much further off the axis (squared). Estimate."""


def by_core(stage: Stage) -> bool:
    """Whether a thermometer ends this stage."""
    return isinstance(stage.length, (UntilCore, UntilPeak, UntilHeld))


def at_their_minutes(plan: Walk, *, outcomes: bool = False) -> Method:
    """The planned stages by the minutes they take, for who has only a clock; with ``outcomes`` also
    those that end when something is brown, crisp or tender."""
    return Method(
        tuple(
            replace(s.stage, length=Minutes(max(s.minutes, SHORTEST_MIN)))
            if by_core(s.stage) or (outcomes and isinstance(s.stage.length, UntilOutcome))
            else s.stage
            for s in plan.stages
        )
    )


def looked_at(method: Method, plan: Walk, thermometer: Thermometer) -> Method:
    """The method as it is followed with this thermometer. ``plan``: the method walked."""
    if thermometer == "leave-in" or not any(by_core(s) for s in method.stages):
        return method
    stages: list[Stage] = []
    for stage, went in zip(method.stages, plan.stages, strict=False):
        spent = went.minutes
        if not by_core(stage):
            stages.append(stage)
        elif thermometer == "none":
            rounded = max(CLOCK_STEP_MIN, CLOCK_STEP_MIN * round(spent / CLOCK_STEP_MIN))
            stages.append(replace(stage, length=Minutes(rounded)))
        elif isinstance(stage, (Oven, Off)) and spent >= FIRST_LOOK_MIN:
            minutes = sorted({float(round(share * spent)) for share in LOOK_SHARES})
            looks = tuple(Task("check", at_min=m) for m in minutes)
            kept = tuple(t for t in stage.tasks if t.verb != "check")
            stages.append(replace(stage, tasks=(*kept, *looks)))
        else:
            stages.append(stage)
    return Method((*stages, *method.stages[len(stages) :]))


def looked_doubt(doubt: Doubt, thermometer: Thermometer) -> Doubt:
    """What is uncertain with this thermometer."""
    return replace(doubt, probe=SPOT_TIPS) if thermometer == "spot" else doubt
