"""What has happened so far, as a method: stages as long as they went, then what is to come."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Literal

from trencher.core.method.stages import (
    Method,
    Minutes,
    Off,
    Oven,
    Rate,
    Rest,
    Sear,
    Stage,
    Turn,
    UntilCore,
    UntilOutcome,
    Wait,
    celsius,
)
from trencher.core.planner.forward import Walk, with_rest
from trencher.core.planner.passage import dressed_end, left_of

SEEN = {"browned": "brown", "crisped": "crisp"}
"""What is marked when a goal that only the cook can see is there."""
STANDS = (Rest, Wait)
SOON_MIN = 0.05
"""The shortest a stage of a roast that goes on may be: what is over in this is over now."""
NEAR_MIN = 12.0
"""A thing done so near to its minute is the plan's own, done then."""


@dataclass(frozen=True)
class Timeline:
    """``past``: fixed lengths up to now. ``ahead``: past and future as one method.

    ``origins``: for every stage of ``ahead``, the stage of ``plan`` it is (part of). ``plain``:
    the past with one stage for one of the plan, without what was done to it. ``current`` is the
    stage of ``plan`` that is on; ``pulled_min`` is None until the joint is out. ``gone``: so
    many minutes ago a stage still to come should have begun, where the one before is overdue.
    """

    plan: Method
    past: Method
    ahead: Method
    origins: tuple[int, ...]
    plain: Method
    current: int
    pulled_min: float | None
    gone: Mapping[int, float] = field(default_factory=dict)

    def by_core(self, core_c: float) -> Method:
        """``ahead`` with its take-out where the probe shows ``core_c``, if it is still to come."""
        if self.pulled_min is not None:
            return self.ahead
        i = self.ahead.pull_index
        stages = list(self.ahead.stages)
        stages[i] = replace(stages[i], length=UntilCore(celsius(core_c)))
        return Method(tuple(stages))


def as_planned(planned: Walk, reported: Mapping[int, float], now_min: float) -> dict[int, float]:
    """Ends of stages up to ``now_min`` for a cook who does what the plan says: written minutes end
    by the clock unless reported otherwise; a goal ends only when reported."""
    ends: dict[int, float] = {}
    start = 0.0
    for i, result in enumerate(planned.stages):
        if i in reported:
            ends[i] = reported[i]
        elif isinstance(result.stage.length, (Minutes, Rate)):
            ends[i] = start + result.minutes
        else:
            break
        if ends[i] > now_min:
            del ends[i]
            break
        start = ends[i]
    return ends


def timeline(planned: Walk, ends: Mapping[int, float], now_min: float) -> Timeline:
    """The timeline at ``now_min``, from the planned walk and the stage ends someone reported.

    ``ends``: stage index → minute. A stage ends when someone says so, not when the plan did: a
    turn-down that nobody reported is taken as missed, and is asked for; the clock of what follows
    runs all the same. An unreported stage before a reported one is taken to have ended as planned.
    """
    plan, _ = with_rest(planned.method)
    pull = planned.pull_index
    ends = _without_turns(plan, ends)
    past: list[Stage] = []
    start = 0.0
    current = 0
    for i, stage in enumerate(plan.stages):
        planned_length = planned.stages[i].minutes
        if isinstance(stage, Turn):
            # Turned over is when the stage before it ended.
            past.append(stage)
            continue
        if i in ends:
            end: float | None = max(ends[i], start)
        elif any(later > i for later in ends):
            end = min(start + planned_length, min(m for j, m in ends.items() if j > i))
        elif isinstance(stage.length, (Minutes, Rate)) and nothing_to_do(plan, i):
            end = start + planned_length
        else:
            end = None
        current = i
        if end is None or end > now_min:
            past.append(replace(stage, length=Minutes(max(now_min - start, SOON_MIN))))
            break
        past.append(replace(stage, length=Minutes(max(end - start, SOON_MIN))))
        start = end
    left = _left_of_current(planned, plan, past, now_min - start)
    here = plan.stages[current]
    ahead = list(past)
    if isinstance(here, Sear):
        # Its faces share all of its time: it is not cut.
        whole = planned.stages[current].minutes
        ahead[-1] = replace(here, length=Minutes(max(whole, now_min - start)))
    tail = (*left, *plan.stages[current + 1 :])
    origins = (*range(current + 1), *(current for _ in left))
    origins = (*origins, *range(current + 1, len(plan.stages)))
    pulled = ends.get(pull)
    if pulled is not None and pulled > now_min:
        pulled = None
    whole_past = Method(tuple(past))
    line = Timeline(plan, whole_past, Method((*ahead, *tail)), origins, whole_past, current, pulled)
    late = now_min - start - planned.stages[current].minutes
    if current in ends or late <= 0.0 or not isinstance(here.length, (Minutes, Rate)):
        return line
    return overdue(line, late, [s.minutes for s in planned.stages])


def overdue(line: Timeline, late_min: float, lengths: Sequence[float]) -> Timeline:
    """The timeline of a stage that has been over for so long and was not said to be: the clock of
    the stages after it, up to the take-out, runs already. ``lengths`` of the plan's stages."""
    gone: dict[int, float] = {}
    owed = late_min
    for n in range(line.current + 1, line.plan.pull_index + 1):
        stage = line.plan.stages[n]
        if owed <= 0.0 or not isinstance(stage.length, (Minutes, Rate)):
            break
        if not isinstance(stage, Turn):
            gone[n] = owed
            owed -= lengths[n]
    count = len(line.past.stages)
    tail = [
        left_of(s, gone[n], Minutes(max(lengths[n] - gone[n], SOON_MIN))) if n in gone else s
        for s, n in zip(line.ahead.stages[count:], line.origins[count:], strict=True)
    ]
    return replace(line, ahead=Method((*line.ahead.stages[:count], *tail)), gone=gone)


def ends_with(planned: Walk, ends: Mapping[int, float], what: str, minute: float) -> int | None:
    """The plan's stage that is over when somebody marks ``what`` as done or seen at ``minute``:
    turned over where the way has a turn next, switched off where it goes off, brown where it waits
    for brown. None where the mark is but a mark. Stages by the clock end near their minute only."""
    line = timeline(planned, ends, minute)
    n, plan = line.current, line.plan
    if n + 1 >= len(plan.stages) or n in ends:
        return None
    here, after = plan.stages[n], plan.stages[n + 1]
    if isinstance(here.length, UntilOutcome) and SEEN.get(what) == here.length.what:
        return n
    asked = (
        (what == "turned" and isinstance(after, Turn))
        or (what == "oven_off" and isinstance(after, Off))
        or (what in ("covered", "uncovered") and _only_cover(here, after, what))
    )
    if not asked:
        return None
    start = sum(s.length.min for s in line.plain.stages[:-1] if isinstance(s.length, Minutes))
    due = start + planned.stages[n].minutes
    by_clock = isinstance(here.length, (Minutes, Rate))
    return n if not by_clock or minute >= due - NEAR_MIN else None


def dress_change(here: Stage, after: Stage | None) -> Literal["", "cover", "uncover"]:
    """Whether it is covered or uncovered on the way from one stage, as what is done in it leaves
    it, to the next of its kind."""
    here = dressed_end(here)
    if isinstance(here, Oven) and isinstance(after, Oven):
        was, now = here.cover is not None, after.cover is not None
    elif isinstance(here, STANDS) and isinstance(after, STANDS):
        was, now = (isinstance(s, Rest) and s.how != "open" for s in (here, after))
    else:
        return ""
    return "" if was == now else "cover" if now else "uncover"


def _only_cover(here: Stage, after: Stage, what: str) -> bool:
    if isinstance(here, Oven) and isinstance(after, Oven) and here.temp.c != after.temp.c:
        return False
    change = dress_change(here, after)
    return change != "" and what == f"{change}ed"


def _without_turns(plan: Method, ends: Mapping[int, float]) -> Mapping[int, float]:
    """A turn that was reported ends the stage it ends."""
    found = dict(ends)
    for i, stage in enumerate(plan.stages):
        if isinstance(stage, Turn) and i in found:
            minute = found.pop(i)
            if i:
                found.setdefault(i - 1, minute)
    return found


def nothing_to_do(plan: Method, index: int) -> bool:
    """Whether the next stage is but this one going on."""
    if index + 1 >= len(plan.stages):
        return False
    here = plan.stages[index]
    return not isinstance(here, Sear) and alike(here, plan.stages[index + 1])


def alike(here: Stage, after: Stage) -> bool:
    """Whether the second stage is the first going on: they differ in length and tasks only, as
    what is done in the first leaves it covered."""
    end = dressed_end(here)
    if isinstance(here, Oven) and isinstance(end, Oven):
        here = replace(here, cover=end.cover)
    elif isinstance(end, Rest):
        here = end
    return _bare(here) == _bare(after)


def _bare(stage: Stage) -> Stage:
    if isinstance(stage, Wait) and stage.place == "counter":
        # Standing on the counter it rests, open.
        stage = Rest(stage.length, "open")
    return replace(stage, length=Minutes(1.0), tasks=())


def _left_of_current(
    planned: Walk, plan: Method, past: Sequence[Stage], spent_min: float
) -> tuple[Stage, ...]:
    """What is still to come of the stage that is on; () where it is over or overdue."""
    current = len(past) - 1
    here = plan.stages[current]
    if isinstance(here, Sear):
        return ()
    if not isinstance(here.length, (Minutes, Rate)):
        return (left_of(here, spent_min, here.length),)
    left = planned.stages[current].minutes - spent_min
    return (left_of(here, spent_min, Minutes(left)),) if left > SOON_MIN else ()
