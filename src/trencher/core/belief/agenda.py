"""What comes next in a running roast: one list of steps, from the way, the log and the belief.

Whoever says or rings something reads it here: Fire's sentence and button, alarms, ``trencher
follow``. A step has a name of its own that stays the same while it means the same: stages are
counted from the end, because what is rewritten is what has been.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from trencher.core.belief.follow import Outlook
from trencher.core.belief.happened import Happening, falls
from trencher.core.belief.reading import Reading
from trencher.core.belief.timeline import NEAR_MIN, Timeline, alike, dress_change, nothing_to_do
from trencher.core.marks import VERBS
from trencher.core.method.stages import (
    HEATED,
    Minutes,
    Off,
    Oven,
    Rate,
    Rest,
    Sear,
    Stage,
    Turn,
    UntilOutcome,
    Verb,
    Wait,
)
from trencher.core.planner.forward import Walk

Code = Literal[
    "out",
    "turn_up",
    "turn_down",
    "off",
    "on",
    "uncover",
    "cover",
    "change",
    "to_oven",
    "in",
    "back_in",
    "to_pan",
    "turn_over",
    "turn_face",
    "task",
    "look",
    "recheck",
    "carve",
    "to_place",
]
SAME_HEAT_C = 0.5
HOT_ENOUGH_C = 1.0
"""A reading this little under the take-out is as hot as it. Estimate, no source."""
LEFT_ALONE_MIN, LONGEST_MIN = 180.0, 47 * 60.0
"""So long past its end a roast was forgotten; longer than a method may be nothing is walked."""
MARKED: dict[Verb, str] = {verb: what for what, verb in VERBS.items()} | {"check": "door"}
"""What is marked when a task has been done."""


@dataclass(frozen=True, kw_only=True)
class AgendaStep:
    """One thing to do. Minutes count from the start of the roast.

    ``stage``: plan stage that ends with it; ``mark``: what is marked when it is done. ``low_min``,
    ``high_min``: 80 % band where the core decides; from when and until when to carve. ``core_c``:
    what the core is to read then, where it decides. ``dial``: what the dial must show. ``dress``,
    ``flip``: to be covered or uncovered, or turned over, in the same go. ``eye``: it is due when it
    looks so, not by the minute. ``verb``, ``words``: the task; ``words`` also the place it waits in
    next. ``face``, ``faces``: in the pan. ``loud``: must not be missed.
    """

    code: Code
    id: str
    due_min: float
    low_min: float | None = None
    high_min: float | None = None
    stage: int | None = None
    mark: str | None = None
    core_c: float | None = None
    dial: str = ""
    dress: Literal["", "cover", "uncover"] = ""
    flip: bool = False
    eye: str = ""
    verb: Verb | None = None
    words: str = ""
    face: int = 0
    faces: int = 0
    loud: bool = False
    by_clock: bool = False


def agenda(
    line: Timeline,
    planned: Walk,
    found: Outlook,
    done: Sequence[Happening] = (),
    readings: Sequence[Reading] = (),
    *,
    sides: int,
    dial: Callable[[Oven], str],
    looks: bool,
) -> list[AgendaStep]:
    """The steps that are still to come, in order; the last is to carve.

    ``done``: what was done besides ending stages; ``readings`` as ``found`` was made from;
    ``sides`` of a sear; ``dial``: what the dial must show for a stage; ``looks``: whether somebody
    has to look at a thermometer."""
    starts, ends = _spans(line, found)
    last = len(line.plan.stages) - 1
    steps: list[AgendaStep] = []
    for n in range(line.current, last + 1):
        stage = line.plan.stages[n]
        if isinstance(stage, Turn):
            continue
        by_clock = isinstance(stage.length, (Minutes, Rate))
        end = ends[n]
        if n == line.current and found.reached_min is not None:
            end = found.reached_min
        if by_clock and (n == line.current or n in found.gone):
            # What is overdue was due when it was due, whatever the forecast goes on from.
            end = starts[n] + planned.stages[n].minutes
        if isinstance(stage, Sear) and n == line.current and found.now_min < end:
            steps += _faces(starts[n], end, sides, done, last - n)
        steps += _tasks(stage, starts[n], end, found.now_min, done, last - n)
        if n < last and not nothing_to_do(line.plan, n):
            steps.append(_boundary(line, planned, found, n, end, dial))
    # A look that would come after the take-out is none.
    if looks and found.look_min is not None and found.look_min < found.pull_min:
        steps.append(
            AgendaStep(code="look", id=f"look:{found.looked_min:.0f}", due_min=found.look_min)
        )
    if line.pulled_min is None:
        steps += _recheck(readings, found)
    # What must not be missed and is due stands before what is but overdue.
    steps = sorted(steps, key=lambda s: (not (s.loud and s.due_min <= found.now_min), s.due_min))
    over = float(found.walk.stages[-1].end_min)
    carve = AgendaStep(
        code="carve",
        id="rest",
        due_min=over,
        low_min=found.carve_from_min,
        high_min=found.carve_until_min,
    )
    return [*steps, carve]


def _recheck(readings: Sequence[Reading], found: Outlook) -> list[AgendaStep]:
    """That the newest reading of the middle, though not believed, is as hot as it is to come out:
    if it is true after all, every minute counts."""
    core = [
        (r, flag)
        for r, flag in zip(readings, found.flags, strict=False)
        if r.place == "core" and r.instrument != "sense"
    ]
    newest = max(core, key=lambda x: x[0].minute, default=None)
    if newest is None or not newest[1] or newest[0].low_c < found.pull_core_c - HOT_ENOUGH_C:
        return []
    r = newest[0]
    return [
        AgendaStep(code="recheck", id=f"recheck:{r.minute:.1f}", due_min=r.minute, core_c=r.low_c)
    ]


def given_up_min(planned: Walk, last_min: float) -> float:
    """Until when a roast is taken to be going on: some hours past its planned end, or past the last
    thing anybody entered (``last_min``); after that only the cook can say what became of it."""
    return min(max(planned.end.minutes, last_min) + LEFT_ALONE_MIN, LONGEST_MIN)


def _spans(line: Timeline, found: Outlook) -> tuple[dict[int, float], dict[int, float]]:
    """First and last minute of each of the plan's stages, its parts joined."""
    starts: dict[int, float] = {}
    ends: dict[int, float] = {}
    for part, origin in zip(found.walk.stages, line.origins, strict=False):
        starts.setdefault(origin, part.start_min - found.gone.get(origin, 0.0))
        ends[origin] = part.end_min
    return starts, ends


def _boundary(
    line: Timeline, planned: Walk, found: Outlook, n: int, end: float, dial: Callable[[Oven], str]
) -> AgendaStep:
    stages = line.plan.stages
    flip = isinstance(stages[n + 1], Turn)
    # As it is covered by now, whatever was planned.
    at = max(i for i, origin in enumerate(line.origins) if origin == n)
    here = line.ahead.stages[at]
    after = next((s for s in line.ahead.stages[at + 1 :] if not isinstance(s, Turn)), None)
    if after is None or (flip and alike(here, after)):
        code: Code = "turn_over"
    else:
        code = _code(here, after, any(isinstance(s, HEATED) for s in stages[:n]))
    length = stages[n].length
    step = AgendaStep(
        code=code,
        id=f"{code}:{len(stages) - 1 - n}",
        due_min=end,
        stage=n,
        flip=flip,
        dial=dial(after) if isinstance(after, Oven) else "",
        dress=dress_change(here, after),
        loud=code == "out",
        eye=length.what if isinstance(length, UntilOutcome) else "",
        words=after.place if code == "to_place" and isinstance(after, Wait) else "",
        by_clock=isinstance(length, (Minutes, Rate)),
    )
    if not step.by_clock and not step.eye:
        # What the thermometer is to show when it is time.
        step = replace(step, core_c=found.walk.stages[at].core_c)
    if n != planned.pull_index or line.pulled_min is not None:
        return step
    band = found.pull_band
    if step.by_clock:
        return replace(step, core_c=found.pull_core_c)
    return replace(
        step,
        due_min=found.pull_min,
        low_min=band.low,
        high_min=band.high,
        core_c=found.pull_core_c,
        loud=True,
    )


def _code(here: Stage, after: Stage, heated_before: bool) -> Code:
    if isinstance(after, Off):
        return "off"
    if isinstance(after, Sear):
        return "to_pan"
    if isinstance(after, Oven):
        if isinstance(here, Sear):
            return "to_oven"
        if isinstance(here, Off):
            return "on"
        if isinstance(here, (Rest, Wait)):
            return "back_in" if heated_before else "in"
        assert isinstance(here, Oven)
        hotter = after.temp.c - here.temp.c
        if abs(hotter) > SAME_HEAT_C:
            return "turn_up" if hotter > 0 else "turn_down"
    elif isinstance(here, HEATED):
        return "out"
    if isinstance(after, Wait) and after.place != getattr(here, "place", "counter"):
        return "to_place"
    return dress_change(here, after) or "change"


def _tasks(
    stage: Stage, start: float, end: float, now: float, done: Sequence[Happening], from_end: int
) -> list[AgendaStep]:
    """What is to be done during a stage and was not, but for what is long past."""
    return [
        AgendaStep(
            code="task",
            id=f"task:{from_end}:{task.verb}:{count}",
            due_min=due,
            mark=MARKED[task.verb],
            verb=task.verb,
            words=task.words,
            by_clock=True,
        )
        for count, (due, task, hit) in enumerate(falls(stage, start, end, done))
        if hit is None and now - due <= NEAR_MIN
    ]


def _faces(
    start: float, end: float, faces: int, done: Sequence[Happening], from_end: int
) -> list[AgendaStep]:
    """In the pan: a turn each time a face has had its share, from the last turn on."""
    turned = sorted(h.minute for h in done if h.what == "turned" and start <= h.minute)
    share = (end - start) / faces
    steps: list[AgendaStep] = []
    due = turned[-1] if turned else start
    for k in range(len(turned) + 1, faces):
        due += share
        steps.append(
            AgendaStep(
                code="turn_face",
                id=f"turn_face:{from_end}:{k}",
                due_min=due,
                mark="turned",
                face=k + 1,
                faces=faces,
                by_clock=True,
            )
        )
    return steps
