"""Whether the heat spoils what was put on the joint, and from when on it may be put on.

A coat stands proud of the surface and is dry: it is part of the way from its mean to the air. Its
dose is minutes at its own limit, ten times as fast for every ``SCORCH_Z_C`` more.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from trencher.core.catalogue.coats import SCORCH_Z_C, Coat
from trencher.core.method.stages import HEATED, Oven, Sear
from trencher.core.planner.forward import StageResult
from trencher.core.thermal.history import Row
from trencher.core.thermal.surface import PAN_C

Floats = NDArray[np.float64]
COAT_SHARE = 0.45
"""How far a coat is from the surface's mean towards the air. Estimate: foil brushed with it."""
ENOUGH = 0.8
"""A later moment leaves this share of the heat that would spoil it."""


@dataclass(frozen=True)
class Scorched:
    """``minute``: when the coat is spoilt; ``stage``: in which; ``later_min``: the first minute
    from which on it may be put on, None if no moment leaves it time to set."""

    minute: float
    stage: int
    later_min: float | None


def put_on_at(stages: Sequence[StageResult], coat: Coat) -> float:
    """The minute a task puts the coat on, else after the pan; 0 for before the roast."""
    for s in stages:
        for task in s.stage.tasks:
            if task.verb in ("baste", "add") and coat.word and coat.word in task.words:
                return s.start_min + (task.at_min or task.every_min or 0.0)
    return max((s.end_min for s in stages if isinstance(s.stage, Sear)), default=0.0)


def scorched(record: Floats, stages: Sequence[StageResult], coat: Coat) -> Scorched | None:
    """Whether this history spoils the coat; None if not. ``record``: the kernel's rows."""
    minutes = record[:, Row.TIME] / 60.0
    heat = np.zeros(len(minutes))
    for s in stages:
        inside = (minutes >= s.start_min) & (minutes <= s.end_min)
        if isinstance(s.stage, Sear):
            heat[inside] = PAN_C
        elif isinstance(s.stage, HEATED) and not (isinstance(s.stage, Oven) and s.stage.cover):
            heat[inside] = record[inside, Row.SURFACE] + COAT_SHARE * (
                record[inside, Row.AIR] - record[inside, Row.SURFACE]
            )
        else:
            heat[inside] = record[inside, Row.SURFACE]
    rate = 10.0 ** ((heat - coat.scorch_c) / SCORCH_Z_C) / coat.scorch_min
    steps = np.diff(minutes)
    dose = np.concatenate([[0.0], np.cumsum(0.5 * (rate[1:] + rate[:-1]) * steps)])
    began = float(np.interp(put_on_at(stages, coat), minutes, dose))
    spoilt = np.flatnonzero(dose - began >= 1.0)
    if not len(spoilt):
        return None
    minute = float(minutes[spoilt[0]])
    stage = next((i for i, s in enumerate(stages) if s.end_min >= minute), len(stages) - 1)
    return Scorched(minute, stage, _later(minutes, dose, stages, coat))


def _later(
    minutes: Floats, dose: Floats, stages: Sequence[StageResult], coat: Coat
) -> float | None:
    """The first whole five minutes, within a heated stage, that leave it whole and time to set."""
    heated = [s for s in stages if isinstance(s.stage, HEATED) and not isinstance(s.stage, Sear)]
    if not heated:
        return None
    end = heated[-1].end_min
    for at in np.arange(5.0, end - coat.wants_min + 1e-6, 5.0):
        left = dose[-1] - float(np.interp(at, minutes, dose))
        if left < ENOUGH and any(s.start_min <= at < s.end_min for s in heated):
            return float(at)
    return None
