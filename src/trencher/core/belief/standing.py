"""How a running roast stands beside its plan: stages, middle, oven and hands so far."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from trencher.core.belief.follow import Outlook
from trencher.core.belief.timeline import Timeline
from trencher.core.marks import MarkWhat
from trencher.core.method.stages import Minutes, Oven, Stage
from trencher.core.planner.forecast import Forecast, spaced
from trencher.core.planner.forward import Walk
from trencher.core.planner.hands import hands_so_far_min
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.thermal.history import Row, read_at

SERIES_EVERY_S = 60.0
AIR_THERE_C = 6.0
"""Air this near to what a stage wants is there. Estimate: a thermostat's swing."""


@dataclass(frozen=True, kw_only=True)
class StageSpan:
    """A stage of the plan with its real or expected minutes, its parts joined again.

    ``air_c``: what its
    oven's air is to be, ``dial_c`` what that oven's dial shows then; None outside an oven."""

    stage: Stage
    start_min: float
    end_min: float
    core_c: float
    surface_c: float
    air_c: float | None
    dial_c: float | None


@dataclass(frozen=True, kw_only=True)
class Standing:
    """``planned_core_c``: where the plan had the middle by now. ``hands_min``: minutes of work so
    far, as logged. ``air_there_min``: when the oven's air will be what the stage that is on wants;
    None where it is, or the joint is out of the oven."""

    spans: tuple[StageSpan, ...]
    planned_core_c: float
    hands_min: float
    air_there_min: float | None


def standing(
    roast: Roast,
    line: Timeline,
    planned: Walk,
    found: Outlook,
    marks: Sequence[MarkWhat],
    looks: int,
) -> Standing:
    """``marks``: what was entered up to now; ``looks``: spot readings up to now."""
    record = planned.end.record[: planned.end.rows]
    return Standing(
        spans=_spans(roast, line, found),
        planned_core_c=read_at(record, found.now_min, Row.CORE),
        hands_min=hands_so_far_min(_gone(line), marks, looks),
        air_there_min=_air_there(roast, line, found),
    )


def followed(plan: Forecast, stands: Standing, found: Outlook) -> Forecast:
    """The planned forecast with the minutes as they were and are expected now, in whole ones."""
    stages = tuple(
        replace(
            s,
            start_min=float(round(span.start_min)),
            end_min=float(round(span.end_min)),
            core_c=span.core_c,
            surface_c=span.surface_c,
        )
        for s, span in zip(plan.stages, stands.spans, strict=False)
    )
    record = found.walk.end.record[: found.walk.end.rows]
    return replace(
        plan,
        stages=stages,
        pull_min=float(round(found.pull_min)),
        pull_core_c=found.pull_core_c,
        peak_c=found.peak_c,
        peak_min=found.peak_min,
        series=spaced(record, SERIES_EVERY_S),
    )


@dataclass(frozen=True)
class _Gone:
    """A stage up to now."""

    stage: Stage
    start_min: float
    end_min: float


def _gone(line: Timeline) -> list[_Gone]:
    gone, start = [], 0.0
    for stage in line.past.stages:
        spent = stage.length.min if isinstance(stage.length, Minutes) else 0.0
        gone.append(_Gone(stage, start, start + spent))
        start += spent
    return gone


def _air_there(roast: Roast, line: Timeline, found: Outlook) -> float | None:
    stage = line.ahead.stages[len(line.past.stages) - 1]
    if not isinstance(stage, Oven):
        return None
    record = found.walk.end.record[: found.walk.end.rows]
    aim = kitchen(roast, deviation=found.nominal).true_air(stage)
    aim += found.nominal.oven_c if stage.cooker is None else found.nominal.other_oven_c
    later = record[record[:, Row.TIME] >= found.now_min * 60.0]
    there = np.abs(later[:, Row.AIR] - aim) <= AIR_THERE_C
    if not there.any() or bool(there[0]):
        return None
    return float(later[int(np.argmax(there)), Row.TIME]) / 60.0


def _spans(roast: Roast, line: Timeline, found: Outlook) -> tuple[StageSpan, ...]:
    k = kitchen(roast)
    spans: list[StageSpan] = []
    for i, stage in enumerate(line.plan.stages):
        # What befell a stage cuts it into parts; what is left of the current one follows.
        parts = [
            w for w, origin in zip(found.walk.stages, line.origins, strict=False) if origin == i
        ]
        first, last = parts[0], parts[-1]
        cooker = getattr(last.stage, "cooker", None) or roast.cooker
        air = k.true_air(replace(stage, cooker=cooker)) if isinstance(stage, Oven) else None
        spans.append(
            StageSpan(
                stage=stage,
                start_min=first.start_min,
                end_min=last.end_min,
                core_c=last.core_c,
                surface_c=last.surface_c,
                air_c=air,
                dial_c=None if air is None else air + cooker.dial_error_at(air),
            )
        )
    return tuple(spans)
