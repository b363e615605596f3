"""What was done to a joint, or befell it, besides the plan: hung on the stages it happened in.

A door, a basting, a turned joint are tasks of their stage. A cover stays on until it is taken off.
An oven that stood off, or another oven, cuts the stage in two or three. All of it is past: what is
to come only inherits the cover and the oven.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from trencher.core.belief.timeline import NEAR_MIN, Timeline, dress_change
from trencher.core.marks import VERBS, MarkWhat
from trencher.core.method.stages import (
    Method,
    Minutes,
    Off,
    Oven,
    Rest,
    Sear,
    Stage,
    Task,
    Turn,
    Wait,
)
from trencher.core.planner.passage import after_task
from trencher.core.thermal.cooker import Cooker

LONGEST_DOOR_S = 1800.0
EVEN_MIN = 0.01
CARRIED_MIN = 1.0
"""From one oven to another. Estimate."""


@dataclass(frozen=True)
class Happening:
    """``minute`` from the start; ``door_s`` how long the door stood open, None if nobody counted.
    ``words``: what was added or poured, as a task has it. ``cooker``: where it was moved to."""

    minute: float
    what: MarkWhat
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
    start = began = 0.0
    for index, stage in enumerate(line.plain.stages):
        assert isinstance(stage.length, Minutes)
        if isinstance(stage, Turn):
            past.append(stage)
            origins.append(index)
            continue
        end = start + stage.length.min
        last = index == len(line.plain.stages) - 1
        here = [h for h in known if start <= h.minute < end or (last and h.minute >= end)]
        if isinstance(stage, Rest) and index and not isinstance(line.plain.stages[index - 1], Rest):
            # Its cover is the rest's own: foil from the oven does not come along unsaid.
            cover = None
        if _says_cover(line.plan, index):
            cover = None
        began = start
        parts, cover, cooker, off = _cut(stage, start, end, here, cover, cooker, off)
        past += parts
        origins += [index] * len(parts)
        start = end
    count = len(line.plain.stages)
    tail: list[Stage] = []
    for n, stage in enumerate(line.ahead.stages[count:], count):
        if line.origins[n] == line.current:
            whole = line.plan.stages[line.current]
            stage = _without_early(stage, whole, began, now_min, known)
        if isinstance(stage, Rest) and not isinstance((tail or past)[-1], Rest):
            cover = None
        if line.origins[n] != line.current and _says_cover(line.plan, line.origins[n]):
            cover = None
        tail.append(_inherit(stage, cover, cooker))
    ahead = list(past)
    if isinstance(line.ahead.stages[count - 1], Sear):
        ahead[-1] = line.ahead.stages[count - 1]
    return replace(
        line,
        past=Method(tuple(past)),
        ahead=Method((*ahead, *tail)),
        origins=(*origins, *line.origins[count:]),
    )


def _says_cover(plan: Method, index: int) -> bool:
    """Whether the way itself covers or uncovers it before this stage: then that is done, whatever
    was put on or taken off before."""
    before = [s for s in plan.stages[:index] if not isinstance(s, (Turn, Off))]
    return bool(before) and dress_change(before[-1], plan.stages[index]) != ""


def _inherit(stage: Stage, cover: str | None, cooker: Cooker | None) -> Stage:
    """The stage under the cover that was last put on or taken off, in the oven it was moved to."""
    if isinstance(stage, Rest) and cover is not None:
        return replace(stage, how="open" if cover == "uncovered" else "tented")
    if isinstance(stage, Oven):
        stage = replace(stage, cooker=cooker or stage.cooker)
        if cover == "covered":
            return replace(stage, cover=stage.cover or "covered")
        return replace(stage, cover=None, pot=False) if cover == "uncovered" else stage
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
        # What was done as the part ended was still done in it.
        tasks = [
            replace(t, at_min=min(t.at_min or 0.0, max(minutes.min - EVEN_MIN, 0.0))) for t in tasks
        ]
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


def falls(
    stage: Stage, start: float, end: float, done: Sequence[Happening]
) -> list[tuple[float, Task, Happening | None]]:
    """Each time a task of a stage falls due between ``start`` and ``end``, minutes of the roast, in
    order, with what was done for it: the nearest of its kind within NEAR_MIN, once for one time.
    """
    left = list(done)
    found: list[tuple[float, Task, Happening | None]] = []
    due = [(start + m, t) for t in stage.tasks for m in t.times(max(end - start, 0.0))]
    for minute, task in sorted(due, key=lambda x: x[0]):
        near = [h for h in left if _does(h, task) and abs(h.minute - minute) <= NEAR_MIN]
        hit = min(near, key=lambda h: abs(h.minute - minute), default=None)
        if hit is not None:
            left.remove(hit)
        found.append((minute, task, hit))
    return found


def _does(happening: Happening, task: Task) -> bool:
    """A look in is done by whatever opens the door."""
    verb = VERBS.get(happening.what)
    return verb == task.verb or (task.verb == "check" and verb is not None)


def _without_done(stage: Stage, start: float, here: Sequence[Happening]) -> tuple[Task, ...]:
    """The plan's tasks of a stage but for those that were reported done about then."""
    assert isinstance(stage.length, Minutes)
    return tuple(
        replace(task, at_min=due - start, every_min=None)
        for due, task, hit in falls(stage, start, start + stage.length.min, here)
        if hit is None
    )


def _without_early(
    left: Stage, whole: Stage, start: float, now: float, done: Sequence[Happening]
) -> Stage:
    """What is left of a stage, without what was done a little before its minute."""
    early = [
        (due, task)
        for due, task, hit in falls(whole, start, now + NEAR_MIN, done)
        if hit is not None and due >= now
    ]
    tasks: list[Task] = []
    for task in left.tasks:
        due = now + (task.at_min or 0.0)
        if not any(
            (t.verb, t.words) == (task.verb, task.words) and abs(m - due) < EVEN_MIN
            for m, t in early
        ):
            tasks.append(task)
            continue
        left = after_task(left, task)
        if task.every_min is not None:
            tasks.append(replace(task, at_min=(task.at_min or 0.0) + task.every_min))
    return replace(left, tasks=tuple(tasks))
