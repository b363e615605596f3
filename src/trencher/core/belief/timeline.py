"""What has happened so far, as a method: stages as long as they went, then what is to come."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from trencher.core.method.stages import (
    HEATED,
    Method,
    Minutes,
    Rate,
    Stage,
    UntilCore,
    celsius,
)
from trencher.core.planner.forward import Walk, with_rest


@dataclass(frozen=True)
class Timeline:
    """``past``: fixed lengths up to now. ``ahead``: past and future as one method.

    ``origins``: for every stage of ``ahead``, the stage of ``plan`` it is (part of). ``plain``:
    the past with one stage for one of the plan, without what was done to it. ``current`` is the
    stage of ``plan`` that is on; ``pulled_min`` is None until the joint is out.
    """

    plan: Method
    past: Method
    ahead: Method
    origins: tuple[int, ...]
    plain: Method
    current: int
    pulled_min: float | None

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
            ends[i] = start + result.end_min - result.start_min
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
    turn-down that nobody reported is taken as missed, and is asked for. An unreported stage before
    a reported one is taken to have ended as planned.
    """
    plan, _ = with_rest(planned.method)
    pull = planned.pull_index
    past: list[Stage] = []
    start = 0.0
    current = 0
    for i, stage in enumerate(plan.stages):
        planned_length = planned.stages[i].end_min - planned.stages[i].start_min
        if i in ends:
            end: float | None = max(ends[i], start)
        elif any(later > i for later in ends):
            end = min(start + planned_length, min(m for j, m in ends.items() if j > i))
        else:
            end = None
        current = i
        if end is None or end > now_min:
            past.append(replace(stage, length=Minutes(max(now_min - start, 0.05))))
            break
        past.append(replace(stage, length=Minutes(max(end - start, 0.05))))
        start = end
    left = _left_of_current(planned, plan, past, now_min - start)
    tail = (*left, *plan.stages[current + 1 :])
    origins = (*range(current + 1), *(current for _ in left))
    origins = (*origins, *range(current + 1, len(plan.stages)))
    pulled = ends.get(pull)
    if pulled is not None and pulled > now_min:
        pulled = None
    whole = Method(tuple(past))
    return Timeline(plan, whole, Method((*past, *tail)), origins, whole, current, pulled)


def _left_of_current(
    planned: Walk, plan: Method, past: Sequence[Stage], spent_min: float
) -> tuple[Stage, ...]:
    """What is still to come of the stage that is on; () where it is over or overdue."""
    current = len(past) - 1
    here = plan.stages[current]
    if current == planned.pull_index:
        return (here,)
    result = planned.stages[current]
    left = result.end_min - result.start_min - spent_min
    last_rest = current == len(plan.stages) - 1 and not isinstance(here, HEATED)
    if last_rest and not isinstance(here.length, Minutes):
        return (here,)
    return (replace(here, length=Minutes(left)),) if left > 0.05 else ()
