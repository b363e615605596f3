"""What a cook may report at the fire besides readings: one table, with all that a mark means to the
house. A new one is a line here, and its words in `web/src/lib/places/fire/happened.ts`."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from trencher.core.method.stages import Verb

MarkWhat = Literal[
    "door", "basted", "turned", "covered", "uncovered", "added", "poured", "oven_off", "oven_on",
    "moved_oven", "moved_probe", "browned", "crisped", "sense", "note",
]  # fmt: skip


@dataclass(frozen=True, kw_only=True)
class Mark:
    """``happens``: it bears on the course of the roast and is walked again. ``verb``: the door is
    opened for it, as for this task of a method. ``ends``: a stage may have waited for it, and the
    log then has its end. ``work_min``: minutes of somebody's hands, estimates. ``event``: its name
    in a file of readings, "" for what has none; ``also``: other words for it there."""

    happens: bool = False
    verb: Verb | None = None
    ends: bool = False
    work_min: float = 0.0
    event: str = ""
    also: tuple[str, ...] = ()


MARKS: dict[MarkWhat, Mark] = {
    "door": Mark(happens=True, verb="open", work_min=0.5, event="door", also=("door_opened",)),
    "basted": Mark(happens=True, verb="baste", work_min=2.0, event="basted", also=("baste",)),
    "turned": Mark(
        happens=True, verb="turn", ends=True, work_min=2.0, event="turned", also=("turn",)
    ),
    "covered": Mark(happens=True, verb="cover", work_min=1.0, event="covered", also=("cover",)),
    "uncovered": Mark(
        happens=True, verb="uncover", work_min=1.0, event="uncovered", also=("uncover",)
    ),
    "added": Mark(happens=True, verb="add", work_min=3.0, event="added"),
    "poured": Mark(happens=True, verb="pour", work_min=1.0, event="poured"),
    "oven_off": Mark(happens=True, ends=True, event="oven_off", also=("off",)),
    "oven_on": Mark(happens=True, event="oven_on", also=("on",)),
    "moved_oven": Mark(happens=True, work_min=3.0),
    "moved_probe": Mark(
        happens=True, work_min=1.0, event="probe_moved", also=("moved", "moved_probe")
    ),
    "browned": Mark(ends=True, event="browned", also=("brown",)),
    "crisped": Mark(ends=True, event="crisped", also=("crisp",)),
    "sense": Mark(work_min=0.5),
    "note": Mark(),
}
VERBS: dict[str, Verb] = {what: mark.verb for what, mark in MARKS.items() if mark.verb is not None}
"""Marks for which the door is opened, with the task each is."""
EVENTS: dict[str, MarkWhat] = {mark.event: what for what, mark in MARKS.items() if mark.event}
"""Names of a file of readings → marks."""
