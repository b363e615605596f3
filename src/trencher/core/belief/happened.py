"""What was done to a joint, or befell it, besides the plan: hung on the stages it happened in.

A door, a basting, a turned joint are tasks of their stage. A cover stays on until it is taken off.
An oven that stood off, or another oven, cuts the stage in two or three. All of it is past: what is
to come only inherits the cover and the oven.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from trencher.core.belief.timeline import Timeline
from trencher.core.method.stages import Method, Minutes, Off, Oven, Rest, Stage, Task, Verb, Wait
from trencher.core.thermal.cooker import Cooker

What = Literal[
    "door", "basted", "turned", "covered", "uncovered", "added", "poured", "oven_off", "oven_on",
    "moved_oven",
]  # fmt: skip
VERBS: dict[str, Verb] = {
    "door": "open", "basted": "baste", "turned": "turn", "covered": "cover",
    "uncovered": "uncover", "added": "add", "poured": "pour",
}  # fmt: skip
SAME_MIN = 12.0
"""A task done so near to when the plan has it is the plan's own, done then."""
LONGEST_DOOR_S = 1800.0
CARRIED_MIN = 1.0
"""From one oven to another. Estimate."""


@dataclass(frozen=True)
class Happening:
    """``minute`` from the start; ``door_s`` how long the door stood open, None if nobody counted.
    ``words``: what was added or poured, as a task has it. ``cooker``: where it was moved to."""

    minute: float
    what: What
    door_s: float | None = None
    words: str = ""
    cooker: Cooker | None = None


def happened(line: Timeline, happenings: Sequence[Happening], now_min: float) -> Timeline:
    """The timeline with what happened in it. Later than ``now_min`` counts as not yet."""
    known = sorted((h for h in happenings if h.minute <= now_min), key=lambda h: h.minute)
    if not known:
        return line
    past: list[Stage] = []
    origins: list[int] = []
    cover, cooker, off = None, None, False
    start = 0.0
    for index, stage in enumerate(line.plain.stages):
        assert isinstance(stage.length, Minutes)
        end = start + stage.length.min
        last = index == len(line.plain.stages) - 1
        here = [h for h in known if start <= h.minute < end or (last and h.minute >= end)]
        if isinstance(stage, Rest) and index and not isinstance(line.plain.stages[index - 1], Rest):
            # Its cover is the rest's own: foil from the oven does not come along unsaid.
            cover = None
        parts, cover, cooker, off = _cut(stage, start, end, here, cover, cooker, off)
        past += parts
        origins += [index] * len(parts)
        start = end
    count = len(line.plain.stages)
    tail: list[Stage] = []
    for stage in line.ahead.stages[count:]:
        if isinstance(stage, Rest) and not isinstance((tail or past)[-1], Rest):
            cover = None
        tail.append(_inherit(stage, cover, cooker))
    return replace(
        line,
        past=Method(tuple(past)),
        ahead=Method((*past, *tail)),
        origins=(*origins, *line.origins[count:]),
    )


def _inherit(stage: Stage, cover: str | None, cooker: Cooker | None) -> Stage:
    """The stage under the cover that was last put on or taken off, in the oven it was moved to."""
    if isinstance(stage, Rest) and cover is not None:
        return replace(stage, how="open" if cover == "uncovered" else "tented")
    if isinstance(stage, Oven):
        stage = replace(stage, cooker=cooker or stage.cooker)
        if cover == "covered":
            return replace(stage, cover=stage.cover or "covered")
        return replace(stage, cover=None) if cover == "uncovered" else stage
    if isinstance(stage, Off):
        return replace(stage, cooker=cooker or stage.cooker)
    return stage


def _cut(
    stage: Stage,
    start: float,
    end: float,
    here: Sequence[Happening],
    cover: str | None,
    cooker: Cooker | None,
    off: bool,
) -> tuple[list[Stage], str | None, Cooker | None, bool]:
    """A stage that is over, in its parts, and what the next one inherits."""
    inside = isinstance(stage, (Oven, Off))
    parts: list[Stage] = []
    at = start
    tasks: list[Task] = []
    kept = _without_done(stage, start, here)
    part_cover = cover

    def close(until: float) -> None:
        nonlocal at, tasks, part_cover
        if until - at < 1e-6 and not tasks:
            return
        minutes = Minutes(max(until - at, 0.05))
        if off and inside:
            where = cooker or (stage.cooker if isinstance(stage, (Oven, Off)) else None)
            parts.append(Off(minutes, tuple(tasks), where))
        else:
            # The plan's own tasks count from the start of its stage.
            own = tuple(
                replace(t, at_min=m - (at - start), every_min=None)
                for t in kept
                for m in t.times(end - start)
                if at - start <= m < until - start
            )
            part = replace(stage, length=minutes, tasks=(*own, *tasks))
            parts.append(_inherit(part, part_cover, cooker))
        at, tasks, part_cover = until, [], cover

    for h in here:
        minute = min(max(h.minute, start), end)
        if h.what == "moved_oven" and inside:
            close(minute)
            if parts:
                carried = min(CARRIED_MIN, max(end - minute, 0.05))
                parts.append(Wait(Minutes(carried)))
                at = min(minute + carried, end)
            cooker, off = h.cooker, False
        elif h.what in ("oven_off", "oven_on") and inside:
            if (h.what == "oven_off") != off:
                close(minute)
                off = h.what == "oven_off"
        elif h.what in VERBS and isinstance(stage, (Oven, Off, Rest)):
            if minute >= at:
                task = Task(VERBS[h.what], h.words, at_min=minute - at, door_s=h.door_s)
                tasks.append(task)
            if h.what in ("covered", "uncovered"):
                cover = h.what
    close(end)
    # Whoever looks at an oven that stands off turns it on: that is where the future starts from.
    return parts, cover, cooker, off


def _without_done(stage: Stage, start: float, here: Sequence[Happening]) -> tuple[Task, ...]:
    """The plan's tasks of a stage but for those that were reported done about then."""
    kept: list[Task] = []
    assert isinstance(stage.length, Minutes)
    for task in stage.tasks:
        done = [h.minute - start for h in here if VERBS.get(h.what) == task.verb]
        for m in task.times(stage.length.min):
            if not any(abs(d - m) <= SAME_MIN for d in done):
                kept.append(replace(task, at_min=m, every_min=None))
    return tuple(kept)
