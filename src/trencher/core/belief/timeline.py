"""What has happened so far, as a method: stages as long as they went, then what is to come."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from trencher.core.method.stages import HEATED, Method, Minutes, Stage, UntilCore, celsius
from trencher.core.planner.forward import Walk, with_rest


@dataclass(frozen=True)
class Timeline:
    """``past``: fixed lengths up to now. ``ahead``: past and future as one method.

    ``current`` is the index of the stage of ``plan`` that is on; ``pulled_min`` is None until the
    joint is out.
    """

    plan: Method
    past: Method
    ahead: Method
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
    ahead = list(past)
    here = plan.stages[current]
    if current == pull:
        ahead.append(here)
    elif len(past) == current + 1:
        planned_end = planned.stages[current].end_min - planned.stages[current].start_min
        left = planned_end - (now_min - start)
        if current < len(plan.stages) - 1 or isinstance(here, HEATED):
            if left > 0.05:
                ahead.append(replace(here, length=Minutes(left)))
        else:
            tail = here if not isinstance(here.length, Minutes) else None
            if tail is not None:
                ahead.append(tail)
            elif left > 0.05:
                ahead.append(replace(here, length=Minutes(left)))
    ahead.extend(plan.stages[current + 1 :])
    pulled = ends.get(pull)
    if pulled is not None and pulled > now_min:
        pulled = None
    return Timeline(plan, Method(tuple(past)), Method(tuple(ahead)), current, pulled)
