"""The whole answer for one roast: stages, take-out, peak, bands, outcomes, the cost of lateness."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from trencher.core.catalogue.coats import COATS
from trencher.core.catalogue.safety import PROFILES, ProfileId
from trencher.core.joint import NORMAL_MISMATCH, Size, size_of
from trencher.core.method.stages import HEATED, Minutes, Oven, Sear, Stage
from trencher.core.outcome import outcomes
from trencher.core.planner.doubt import Doubt, PlanBands, plan_bands
from trencher.core.planner.equivalence import equivalent_air
from trencher.core.planner.forward import Note, Walk, walk
from trencher.core.planner.limits import within_limits
from trencher.core.planner.rest import RestAnswer, rest_answers
from trencher.core.planner.scorch import Scorched, put_on_at, scorched
from trencher.core.planner.setup import Deviation, Roast, kitchen
from trencher.core.thermal import conduction as kernel
from trencher.core.thermal.geometry import FINE, Grid
from trencher.core.thermal.history import Row
from trencher.core.units import said_c

Floats = NDArray[np.float64]
LATE_MIN = 10.0
SIDES_C = 150.0
"""Heat that sides can still use."""
SERIES = ("min", "air_c", "surface_c", "core_c", "thin_end_c", "mean_c")


@dataclass(frozen=True)
class StageForecast:
    """A stage as it is expected to go; ``dial_c`` is the number on this oven's dial."""

    stage: Stage
    start_min: float
    end_min: float
    core_c: float
    surface_c: float
    dial_c: float | None


@dataclass(frozen=True, kw_only=True)
class Forecast:
    """What a method will do to a joint. Minutes from the start of the first written stage.

    ``roast`` is as this oven can do it. ``series``: columns named in SERIES. ``late_c``: rise of
    the peak for ten minutes' delay. ``oven_left_min``: how long the oven, off and shut, stays above
    150 °C after the joint has left it. ``equivalents``: minutes at a profile's reference
    temperature that do to the core what its whole history does; ``between_limits_min``: the core's
    minutes between each profile's cold and hot limits; both predicted.
    """

    roast: Roast
    size: Size
    stages: tuple[StageForecast, ...]
    pull_min: float
    pull_core_c: float
    peak_c: float
    peak_min: float
    bands: PlanBands | None
    loss: outcomes.Loss
    lethality_log10: float
    even_fraction: float | None
    rim_mm: float | None
    crust: float
    tenderness: float
    faces: outcomes.Faces
    equivalents: dict[ProfileId, float]
    between_limits_min: dict[ProfileId, float]
    late_c: float
    warm_min: float
    oven_left_min: float
    series: Floats
    slices: tuple[outcomes.Slice, ...]
    map: outcomes.HeatMap
    notes: tuple[Note, ...]
    scorched: Scorched | None = None
    rests: tuple[RestAnswer, ...] = ()

    @property
    def carryover_c(self) -> float:
        """Peak − core at take-out, a difference in °C."""
        return self.peak_c - self.pull_core_c

    @property
    def cooked_kg(self) -> float:
        """What there is to eat of all its pieces, once roasted: without bone and trim."""
        joint = self.roast.joint
        meat = joint.total_kg * (1.0 - joint.facts.bone_share - joint.facts.trim_share)
        return meat * (1.0 - self.loss.fraction)

    @property
    def end_min(self) -> float:
        """End of the last stage."""
        return self.stages[-1].end_min


def spaced(record: Floats, every_s: float) -> Floats:
    """The record at even times (rows) in the columns of SERIES; the last moment is kept."""
    times = record[:, Row.TIME]
    keep = np.arange(0.0, times[-1], every_s)
    if not len(keep) or times[-1] - keep[-1] > 1e-6:
        keep = np.append(keep, times[-1])
    columns = [keep / 60.0] + [
        np.interp(keep, times, record[:, c]) for c in range(Row.AIR, Row.BEND)
    ]
    return np.stack(columns, axis=1)


def late_cost(roast: Roast, plan: Walk) -> float:
    """Rise of the peak in °C when the take-out is ten minutes late and the rest is as written."""
    stage = plan.method.stages[plan.pull_index]
    if not isinstance(stage, HEATED):
        return 0.0
    stages = list(plan.method.stages)
    # The same stages, as long as they went; the last heated one ten minutes longer.
    lengths = [s.minutes for s in plan.stages]
    lengths[plan.pull_index] += LATE_MIN
    for i in range(plan.pull_index + 1):
        stages[i] = replace(stages[i], length=Minutes(max(lengths[i], 1e-6)))
    method = type(plan.method)(tuple(stages))
    return walk(kitchen(replace(roast, method=method), FINE)).peak_c - plan.peak_c


def coat_note(roast: Roast, spoilt: Scorched) -> Note:
    """That the coat is spoilt, when, and from when on it may be put on instead."""
    name = COATS[roast.joint.coat].name
    text = f"{name} would scorch {spoilt.minute:.0f} minutes in."
    if spoilt.later_min is None:
        text += " No moment in this heat suits it: put it on at the rest, or leave it out."
    else:
        text += f" Put it on {spoilt.later_min:.0f} minutes in instead."
    return Note("coat_scorches", spoilt.stage, text)


def after_pan(roast: Roast, plan: Walk) -> tuple[Note, ...]:
    """That what would burn in the pan goes on after it."""
    coat = COATS[roast.joint.coat]
    at = put_on_at(plan.stages, coat)
    pan = [n for n, s in enumerate(plan.stages) if isinstance(s.stage, Sear) and s.end_min <= at]
    if not coat.word or not pan:
        return ()
    return (Note("coat_after_pan", pan[-1], f"{coat.name} goes on after the pan, not before it."),)


def tough_notes(roast: Roast, plan: Walk) -> list[Note]:
    """That a cut which wants time ends by its core while its collagen still holds."""
    cut = roast.joint.facts
    tender = outcomes.tenderness_of(plan.end)
    if not cut.collagen or tender >= outcomes.THERE:
        return []
    text = (
        f"{cut.name} would still be tough: at {said_c(plan.peak_c)} its collagen has not given. "
        "Go on until it is tender."
    )
    return [Note("still_tough", plan.pull_index, text)]


def _on_dial(roast: Roast, true_c: float) -> float:
    return true_c + roast.cooker.dial_error_at(true_c)


def cooker_notes(roast: Roast) -> list[Note]:
    """Air that this oven does not have, and measures that do not agree with the weight."""
    notes: list[Note] = []
    k = kitchen(roast)
    kind = roast.cooker.kind
    for i, stage in enumerate(roast.method.stages):
        if not isinstance(stage, Oven) or stage.air is None or stage.air == "grill":
            continue
        if stage.air != kind:
            same = equivalent_air(roast, stage.air, k.true_air(stage))
            text = (
                f"'{stage.air}' is written but this oven is '{kind}': reckoned for {kind} air of "
                f"the same heat. About {said_c(same)} of {kind} air browns and cooks as much; "
                "rewrite the stage to make it so."
            )
            notes.append(Note("air_differs", i, text))
    size = size_of(roast.joint)
    if size.mismatch is not None and abs(size.mismatch) > NORMAL_MISMATCH:
        text = (
            f"The measures make {100 * (1 + size.mismatch):.0f} % of the weight: measure again. "
            "The measures are used; the doubt is wider."
        )
        notes.append(Note("measures_and_weight", -1, text))
    return notes


def forecast(
    roast: Roast,
    *,
    bands: bool = True,
    every_s: float = 60.0,
    grid: Grid = FINE,
    doubt: Doubt | None = None,
    late: bool = True,
    rests: bool = False,
    nominal: Deviation | None = None,
) -> Forecast:
    """The forecast of a roast. Raises InputError and GoalUnreachable as ``walk`` does.

    ``rests``: also how long to rest under each cover. ``nominal`` moves the forecast to what is
    believed by now; bands are the plan's own.
    """
    written = roast
    roast, limits = within_limits(roast, grid)
    k = kitchen(roast, grid, nominal)
    plan = walk(k)
    size = size_of(roast.joint)
    wanted = roast.goal_c
    stages = tuple(
        StageForecast(
            s.stage,
            s.start_min,
            s.end_min,
            s.core_c,
            s.surface_c,
            _on_dial(roast, k.true_air(s.stage)) if isinstance(s.stage, Oven) else None,
        )
        for s in plan.stages
    )
    end = plan.end
    record = end.record[: end.rows]
    cooker = roast.cooker
    spoilt = scorched(record, plan.stages, COATS[roast.joint.coat])
    coat = (coat_note(roast, spoilt),) if spoilt is not None else ()
    return Forecast(
        roast=roast,
        size=size,
        stages=stages,
        pull_min=plan.pull_min,
        pull_core_c=plan.pull_core_c,
        peak_c=plan.peak_c,
        peak_min=plan.peak_min,
        bands=plan_bands(roast, plan, doubt) if bands else None,
        loss=outcomes.loss_of(end),
        lethality_log10=outcomes.lethality_log10(end),
        even_fraction=None if wanted is None else outcomes.even_fraction(end, wanted),
        rim_mm=None if wanted is None else outcomes.rim_mm(end, wanted),
        crust=outcomes.crust_of(end),
        tenderness=outcomes.tenderness_of(end),
        faces=outcomes.faces_of(end, rind=roast.joint.facts.rind),
        equivalents={
            p.id: outcomes.equivalent_min(record, p.holding.ref_c, p.holding.z_c)
            for p in PROFILES.values()
            if p.holding is not None
        },
        between_limits_min={
            p.id: outcomes.minutes_between(record, p.cold_c, p.hot_c) for p in PROFILES.values()
        },
        late_c=late_cost(roast, plan) if late else 0.0,
        warm_min=float(end.state[kernel.WARM_S]) / 60.0,
        oven_left_min=cooker.minutes_above(SIDES_C, plan.oven_c or cooker.room_c),
        series=spaced(record, every_s),
        slices=outcomes.slices_of(end),
        map=outcomes.heat_map(
            end, max(size.width_mm, size.thickness_mm) / min(size.width_mm, size.thickness_mm)
        ),
        notes=(
            *cooker_notes(written),
            *limits,
            *plan.notes,
            *tough_notes(roast, plan),
            *after_pan(roast, plan),
            *coat,
        ),
        scorched=spoilt,
        rests=rest_answers(k, plan) if rests else (),
    )
