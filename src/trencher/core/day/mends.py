"""“I forgot …”: what a slip costs at this stage, whether it can still be mended, and the task."""

from __future__ import annotations

from dataclasses import dataclass

from trencher.core.catalogue.slips import SLIPS, SlipRow
from trencher.core.day.dishes import JointDish, Table
from trencher.core.day.steps import DayStep
from trencher.core.units import said_d

LAST_SHARE, BROWNED_SHARE = 2.0 / 3.0, 1.0 / 3.0
"""The last third begins here; by here a joint is browned. Shares of its time in the heat."""


@dataclass(frozen=True, kw_only=True)
class Mend:
    """A slip at this stage. ``possible``: mending is still worth it; then ``words`` says how, else
    why it is left alone. ``until_min``: the last minute for it, before the table."""

    row: SlipRow
    possible: bool
    words: str
    costs: str
    until_min: float


def _until(row: SlipRow, joint: JointDish | None, step: DayStep | None) -> float:
    """The last minute at which this slip is worth mending."""
    if row.until == "latest":
        return 0.0 if step is None or step.latest_min is None else step.latest_min
    if row.until in ("table", "any") or joint is None:
        return 0.0
    span = joint.out_min - joint.start_min
    return {
        "in": joint.start_min,
        "browned": joint.start_min + BROWNED_SHARE * span,
        "last_third": joint.start_min + LAST_SHARE * span,
        "out": joint.out_min,
        "carve": joint.due_min,
    }[row.until]


def mend(
    row: SlipRow, table: Table, dish: str, now_min: float, step: DayStep | None = None
) -> Mend:
    """What to do about a slip now. ``dish``: the joint or side it is about, "" for the table;
    ``step``: the line it is said of."""
    joint = next((j for j in table.joints if j.id == dish), None)
    until = _until(row, joint, step)
    spare = LATE_LEFT_MIN if row.until == "latest" else 0.0
    possible = now_min <= min(until + spare, 0.0) and row.hands_min > 0
    costs = row.costs
    if row.code == "taken_out_late" and joint is not None:
        costs = f"Ten minutes late lift its peak by {said_d(joint.forecast.late_c)} tonight."
    if row.until == "latest" and step is not None:
        costs = _late_words(now_min, until)
    words = row.mend if possible else row.leave
    if row.hazard and possible:
        words = f"{row.hazard} {words}"
    return Mend(row=row, possible=possible, words=words, costs=costs, until_min=until)


LATE_LEFT_MIN = 15.0
"""A step begun this much after its latest minute is still worth beginning: something waits."""


def _late_words(now_min: float, until_min: float) -> str:
    late = round(now_min - until_min)
    if late <= 0:
        return "Nothing is late yet: it has that long."
    return f"All that comes after it is {late} min late."


def mend_step(row: SlipRow, dish: str, name: str, at_min: float, number: int) -> DayStep:
    """The mend as a step of the running order."""
    about = f"{name}: " if name else ""
    hands = max(row.hands_min, 0.5)
    return DayStep(
        id=f"mend/{number}",
        dish=dish,
        code="mend",
        words=f"{about}{row.mend}",
        at_min=at_min,
        until_min=at_min + hands,
        hands_min=hands,
        latest_min=at_min + 5.0,
        note="mending",
    )


def slips_for(step: DayStep | None, table: Table) -> tuple[SlipRow, ...]:
    """The slips that may be said of a step, the likeliest kind first; all of them for None."""
    if step is None:
        return SLIPS
    joints = {j.id for j in table.joints}
    kind = "table" if step.dish == "" else "joint" if step.dish in joints else "side"
    own = tuple(r for r in SLIPS if r.kind == kind and step.code in r.steps)
    return own or tuple(r for r in SLIPS if r.kind == kind)
