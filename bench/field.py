"""The field beside the model: each printed row and each thing kitchens know, computed."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from trencher.core.catalogue.field import ROWS, TABLES_BY_ID, FieldKitchen, Printed
from trencher.core.errors import GoalUnreachable
from trencher.core.joint import Joint
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import Method, Oven, celsius
from trencher.core.outcome.outcomes import loss_of
from trencher.core.planner.doubt import plan_bands
from trencher.core.planner.forward import Walk, walk
from trencher.core.planner.setup import Physics, Roast, kitchen
from trencher.core.thermal.constants import CONSTANTS, Constants
from trencher.core.thermal.cooker import Cooker
from trencher.core.thermal.geometry import FINE, Grid

NEVER_MIN = 24 * 60.0
HOT_C = 100.0
FAN_LESS_C = 20.0


def printed_roast(row: Printed, constants: Constants = CONSTANTS) -> Roast:
    """A joint of the row's middle weight, as the row has it cooked."""
    until = "until tender" if row.until == "tender" else f"until {row.until:g}C"
    return Roast(
        joint=Joint(cut=row.cut, weight_kg=row.middle_kg, start_c=TABLES_BY_ID[row.table].start_c),
        cooker=Cooker(kind="still"),
        method=parse_method(f"{row.air_c:g}C {until}"),
        physics=Physics(constants=constants),
    )


def ratio(row: Printed, constants: Constants = CONSTANTS, grid: Grid = FINE) -> float:
    """Planned over printed minutes."""
    try:
        took = walk(kitchen(printed_roast(row, constants), grid)).pull_min
    except GoalUnreachable:
        took = NEVER_MIN
    return took / row.middle(row.middle_kg)


def kitchen_roast(known: FieldKitchen, constants: Constants = CONSTANTS) -> Roast:
    """What the row describes."""
    joint = Joint(
        cut=known.cut,
        weight_kg=known.kg,
        thickness_mm=known.thickness_mm,
        start_c=known.start_c,
        surface=known.surface,
    )
    return Roast(
        joint=joint,
        cooker=Cooker(kind=known.oven),
        method=parse_method(known.method),
        physics=Physics(constants=constants),
    )


def measured(known: FieldKitchen, constants: Constants = CONSTANTS, grid: Grid = FINE) -> float:
    """The model's value of what the row measures."""
    roast = kitchen_roast(known, constants)
    try:
        done = walk(kitchen(roast, grid))
        if known.measure == "fan_for_still":
            stage = roast.method.stages[0]
            assert isinstance(stage, Oven)
            cooler = replace(stage, temp=celsius(round(stage.temp.c - FAN_LESS_C, 2)))
            method = Method((cooler, *roast.method.stages[1:]))
            fan = replace(roast, cooker=Cooker(kind="fan"), method=method)
            return walk(kitchen(fan, grid)).pull_min / done.pull_min
    except GoalUnreachable:
        return NEVER_MIN
    return _read(known, done)


def _read(known: FieldKitchen, done: Walk) -> float:
    if known.measure == "minutes":
        return done.stages[0].end_min
    if known.measure == "core":
        return done.end.core_c
    if known.measure == "climb":
        return done.end.core_c - done.pull_core_c
    if known.measure == "top":
        return done.peak_c - done.pull_core_c
    if known.measure == "out":
        return done.pull_core_c
    if known.measure == "loss":
        return loss_of(done.end).fraction
    record = done.end.record[: done.end.rows]
    hot = np.flatnonzero(record[:, 2] >= HOT_C)
    return float(record[hot[0], 0]) / 60.0 if len(hot) else NEVER_MIN


def inside(known: FieldKitchen, value: float) -> bool:
    """Whether a value lies in the row's range."""
    return known.between[0] <= value <= known.between[1]


@dataclass(frozen=True)
class Agreement:
    """Of one set of printed rows: median of plan over printed, root mean square of its logarithm,
    the smallest and the greatest ratio."""

    median: float
    rms: float
    least: float
    most: float
    count: int


def agreement(ratios: Sequence[float]) -> Agreement:
    """How a set of ratios agrees with what is printed."""
    logs = np.log(ratios)
    return Agreement(
        float(math.exp(np.median(logs))),
        float(np.sqrt(np.mean(logs**2))),
        float(min(ratios)),
        float(max(ratios)),
        len(ratios),
    )


def sets() -> dict[str, list[Printed]]:
    """Printed rows by table, those kept aside by themselves."""
    found: dict[str, list[Printed]] = {}
    for row in ROWS:
        found.setdefault(f"{row.table}, kept aside" if row.aside else row.table, []).append(row)
    return found


def held_by_bands() -> list[bool]:
    """Whether the 80 % band of each row's plan, from cut and weight alone, holds its midpoint."""
    found = []
    for row in ROWS:
        if row.until == "tender":
            continue
        roast = printed_roast(row)
        band = plan_bands(roast, walk(kitchen(roast, FINE))).pull_min
        found.append(band.low <= row.middle(row.middle_kg) <= band.high)
    return found
