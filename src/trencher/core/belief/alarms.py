"""What is to be heard in the kitchen, and when: from how the roast goes, not from its plan.

Pure: the minutes are the roast's own, so a screen that has them rings in time without the server.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass

import numpy as np

from trencher.core.belief.follow import LOOK_MIN, Outlook, look_at
from trencher.core.belief.timeline import Timeline
from trencher.core.method.stages import Minutes, Off, Oven, Rate, Rest, Sear, Stage
from trencher.core.planner.forward import Walk

SOON_MIN = 5.0
"""The early warning before the take-out."""
SEAR_FACES = 4
AGAIN_MIN = 3.0
"""What was heard but not done is heard again after so long."""
PASSES_C = 2.0
"""A climb that will pass the wanted peak by so much is worth an alarm."""
WARM_LOW_C, WARM_HIGH_C, WARM_MOST_MIN = 10.0, 54.0, 360.0
"""The core's longest stay between the cold and the hot during a slow roast."""


@dataclass(frozen=True)
class Alarm:
    """One alarm: a code that stays the same while it means the same, its minute, and its sentence
    with temperatures marked. ``stage``: what can be reported done with it, or None."""

    code: str
    due_min: float
    words: str
    stage: int | None = None
    out: bool = False


def alarms(
    line: Timeline, planned: Walk, found: Outlook, *, wanted_c: float,
    answered: Mapping[str, float], watched: bool, dial: Callable[[Oven], str],
) -> list[Alarm]:  # fmt: skip
    """What is still to be heard, in order. ``answered``: code → minute it was answered;
    ``watched``: a tip in the middle sends its numbers, nobody need look; ``dial``: what the dial
    must show for a stage."""
    todo = [
        *_stages(line, planned, found, dial), *_climb(line, found, wanted_c), *_warm(found),
    ]  # fmt: skip
    if not watched and found.look_min is not None:
        code = f"look:{found.looked_min:.0f}"
        todo.append(Alarm(code, found.look_min, "Look at the middle now."))
    kept = []
    for alarm in todo:
        heard = answered.get(alarm.code)
        if heard is None:
            kept.append(alarm)
        elif alarm.code.startswith("look:"):
            # Heard, and nothing was typed since: half-way to the earliest take-out once more.
            again = look_at(heard, found.now_min, found.pull_band.low)
            kept.append(Alarm(alarm.code, max(again, heard + LOOK_MIN), alarm.words))
        elif alarm.stage is not None and not alarm.code.startswith("soon"):
            # Heard, but not said to be done: it matters more by the minute.
            kept.append(
                Alarm(
                    alarm.code, max(alarm.due_min, heard + AGAIN_MIN), alarm.words, alarm.stage,
                    alarm.out,
                )
            )  # fmt: skip
    return sorted(kept, key=lambda a: a.due_min)


def _stages(
    line: Timeline, planned: Walk, found: Outlook, dial: Callable[[Oven], str]
) -> list[Alarm]:
    """The end of the stage that is on, and of those to come as they are expected: a screen that
    loses its server has them all."""
    alarms: list[Alarm] = []
    if isinstance(line.plan.stages[line.current], Sear):
        alarms += _turns(line.current, line, planned, found)
    for n in range(line.current, len(line.plan.stages) - 1):
        words = _doing(line.plan.stages[n], line.plan.stages[n + 1], dial)
        if n == planned.pull_index:
            core = f"{{c:{found.pull_core_c:.0f}}}"
            soon = max(found.pull_min - SOON_MIN, 0.0)
            alarms.append(
                Alarm(f"soon:{n}", soon, f"{words} soon, at {core}: make room for it.", n)
            )
            alarms.append(Alarm(f"out:{n}", found.pull_min, f"{words} now, at {core}.", n, True))
        elif (due := _end(n, line, planned, found)) is not None:
            alarms.append(Alarm(f"stage:{n}", due, f"{words} now.", n))
    return alarms


def _turns(n: int, line: Timeline, planned: Walk, found: Outlook) -> list[Alarm]:
    """In the pan: a turn each time a face has had its share."""
    end = _end(n, line, planned, found)
    if end is None:
        return []
    spent = planned.stages[n].end_min - planned.stages[n].start_min
    return [
        Alarm(
            f"turn:{n}:{k}", end - spent + k * spent / SEAR_FACES,
            f"Turn it in the pan: face {k + 1} of {SEAR_FACES}.",
        )
        for k in range(1, SEAR_FACES)
    ]  # fmt: skip


def _end(n: int, line: Timeline, planned: Walk, found: Outlook) -> float | None:
    """Minute at which a stage is to end; of the one that is on, None where only the cook's eye can
    tell."""
    if n > line.current:
        return found.walk.stages[n].end_min if n < len(found.walk.stages) else None
    stage = planned.stages[n]
    if not isinstance(stage.stage.length, (Minutes, Rate)):
        return None
    start = sum(s.length.min for s in line.plain.stages[:n] if isinstance(s.length, Minutes))
    return start + stage.end_min - stage.start_min


def _doing(stage: Stage, after: Stage, dial: Callable[[Oven], str]) -> str:
    if isinstance(after, Oven):
        if isinstance(stage, Sear):
            return f"Out of the pan, into the oven at {dial(after)}"
        if not isinstance(stage, Oven):
            return f"Back in at {dial(after)}"
        return f"Turn it {'down' if after.temp.c < stage.temp.c else 'up'} to {dial(after)}"
    if isinstance(after, Off):
        return "Switch the oven off"
    return "Take it out"


def _climb(line: Timeline, found: Outlook, wanted_c: float) -> list[Alarm]:
    """That the rest is over; and, once it is out, that it will end too high."""
    rest = [i for i, s in enumerate(line.ahead.stages) if isinstance(s, Rest)]
    alarms = []
    if rest and rest[-1] < len(found.walk.stages):
        over = found.walk.stages[rest[-1]].end_min
        alarms.append(Alarm("rest", over, "The rest is over: it may be carved."))
    too_high = found.peak_c > wanted_c + PASSES_C and found.now_min < found.peak_min
    if line.pulled_min is not None and too_high:
        alarms.append(
            Alarm(
                "passes", line.pulled_min,
                f"It will pass {{c:{wanted_c:.0f}}} and reach {{c:{found.peak_c:.0f}}}: uncover "
                "it, or cut it open.",
            )
        )  # fmt: skip
    return alarms


def _warm(found: Outlook) -> list[Alarm]:
    """When the core will have been between cold and hot for longer than slow roasting allows."""
    record = found.walk.end.record[: found.walk.end.rows]
    minutes, core = record[:, 0] / 60.0, record[:, 3]
    spent = np.diff(minutes, prepend=minutes[0])
    warm = np.cumsum(np.where((core >= WARM_LOW_C) & (core <= WARM_HIGH_C), spent, 0.0))
    if warm[-1] <= WARM_MOST_MIN:
        return []
    due = float(minutes[int(np.argmax(warm > WARM_MOST_MIN))])
    return [
        Alarm(
            "warm", due,
            f"The middle has been between {{c:{WARM_LOW_C:.0f}}} and {{c:{WARM_HIGH_C:.0f}}} for "
            "six hours, the usual limit. Hotter now, and ask your authority before it is eaten.",
        )
    ]  # fmt: skip
