"""What the printed rules give for a joint beside what is computed for it, and why they differ.

A rule knows weight, air and a word; this joint has a thickness, a start and an oven. The difference
is taken apart by moving one of these at a time, each by a whole walk of the rule's own method.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from trencher.core.catalogue.field import ROWS, TABLES_BY_ID, Printed
from trencher.core.errors import GoalUnreachable
from trencher.core.joint import Joint, size_of
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import number
from trencher.core.planner.forward import Walk, walk
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.thermal.cooker import Cooker
from trencher.core.thermal.geometry import COARSE
from trencher.core.units import said_c, said_mm

RULE_OF_KIND = "per-500g"
"""The table whose rows hold for every cut of an animal."""
STILL, FAN_LESS_C = Cooker(kind="still"), 20.0
WORTH_MIN = 3.0
"""A reason that moves the time by less is not said."""
AS_SHARE = 0.10
"""Nearer than this to the middle of what is printed is the same."""
OUTSIDE = 0.15
"""A weight so far beyond a row's own is outside it."""
ACROSS = 0.2
"""A cut whose thickness grows less than so with its weight (``Cut.grows``) is one cut across."""
REST_MIN = 25.0


@dataclass(frozen=True, kw_only=True)
class PrintedBeside:
    """One rule beside the model. ``gives`` from … to and ``computed`` in minutes at the rule's own
    air and take-out; ``ends_c``: the peak that take-out leads to here; ``why``: in sentences, their
    measures marked (``units.in_metric``). ``computed`` None: it never gets there."""

    who: str
    rule: str
    air_c: float
    until_c: float | None
    gives: tuple[float, float]
    computed: float | None
    ends_c: float | None
    why: tuple[str, ...]


def rows_for(joint: Joint) -> list[Printed]:
    """The rows for this joint: of its cut, the nearest weight of each table and word; and the rule
    for its animal where its cut has none of that table."""
    cut = joint.facts
    found: dict[tuple[str, str], Printed] = {}
    own = [r for r in ROWS if r.cut == cut.id]
    for row in sorted(own, key=lambda r: abs(r.middle_kg - joint.weight_kg)):
        found.setdefault((row.table, row.said), row)
    for row in ROWS:
        if row.table == RULE_OF_KIND and row.cut.split("-")[0] == cut.kind:
            found.setdefault((row.table, row.said), row)
    return list(found.values())


def _walked(joint: Joint, row: Printed) -> Walk | None:
    goal = "until tender" if row.until == "tender" else f"until {number(row.until)}C"
    method = parse_method(f"{number(row.air_c)}C {goal}; rest tented {number(REST_MIN)}min")
    try:
        return walk(kitchen(Roast(joint=joint, cooker=STILL, method=method), COARSE))
    except GoalUnreachable:
        return None


def _minutes(joint: Joint, row: Printed) -> float | None:
    done = _walked(joint, row)
    return None if done is None else done.pull_min


def _why(joint: Joint, row: Printed, here: float, middle: float) -> list[str]:
    """Reasons that differ from the rule's own terms, the heaviest first."""
    start_c = TABLES_BY_ID[row.table].start_c
    usual = replace(joint, thickness_mm=None, width_mm=None, length_mm=None, tied=None)
    size, as_cut = size_of(joint), size_of(usual)
    found: list[tuple[float, str]] = []

    def weigh(other: Joint, text: str) -> None:
        then = _minutes(other, row)
        if then is not None and abs(here - then) >= WORTH_MIN:
            more = "more" if here > then else "less"
            found.append((abs(here - then), f"{text}: {abs(here - then):.0f} minutes {more}."))

    if size.thickness_mm != as_cut.thickness_mm:
        weigh(
            replace(usual, start_c=joint.start_c),
            f"yours is {said_mm(size.thickness_mm)} thick, where such a piece usually is "
            f"{said_mm(as_cut.thickness_mm)}",
        )
    if abs(joint.start_c - start_c) >= 1.0:
        weigh(
            replace(joint, start_c=start_c),
            f"yours starts at {said_c(joint.start_c)}, the rule’s from the fridge",
        )
    sentences = [text for _, text in sorted(found, reverse=True)]
    cut = joint.facts
    low, high = row.kg if row.cut == cut.id else (cut.usual_kg, cut.usual_kg)
    if not low * (1 - OUTSIDE) <= joint.weight_kg <= high * (1 + OUTSIDE):
        if row.per != "all" and cut.thickness_mm is not None and cut.grows < ACROSS:
            sentences.append(
                "a heavier piece of this cut is longer and a lighter one shorter, hardly thicker "
                "or thinner: the rule goes with weight, the time does not."
            )
        elif row.cut == cut.id and low < high:
            sentences.append(f"the row is for {{w:{low:g}}} to {{w:{high:g}}}.")
    if not sentences and abs(here / middle - 1.0) > AS_SHARE:
        sentences.append(
            "a rule for unlike shapes, rounded: it may be a fifth off for any one of them."
        )
    return sentences


def _rule(row: Printed) -> str:
    """The rule as a cook would read it out."""
    low, high = row.minutes
    span = f"{low:g}" if low == high else f"{low:g} to {high:g}"
    per = {"lb": " min a pound", "500g": " min per 500 g", "all": " min in all"}[row.per]
    over = f" + {row.over[0]:g}" if row.over[0] > 0.0 else ""
    said = f", {row.said}" if row.said else ""
    return f"{span}{per}{over}{said}"


def beside(joint: Joint) -> tuple[PrintedBeside, ...]:
    """Every printed rule for this joint beside the model."""
    found = []
    for row in rows_for(joint):
        low, high = row.gives(joint.weight_kg)
        done = _walked(joint, row)
        here = None if done is None else done.pull_min
        why = [] if here is None else _why(joint, row, here, 0.5 * (low + high))
        found.append(
            PrintedBeside(
                who=TABLES_BY_ID[row.table].words,
                rule=_rule(row),
                air_c=row.air_c,
                until_c=None if row.until == "tender" else float(row.until),
                gives=(low, high),
                computed=here,
                ends_c=None if done is None or row.until == "tender" else done.peak_c,
                why=tuple(text[0].upper() + text[1:] for text in why),
            )
        )
    return tuple(found)
