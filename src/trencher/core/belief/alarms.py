"""What is to be heard in the kitchen, and when: the agenda aloud, and warnings besides.

Pure: the minutes are the roast's own, so a screen that has them rings in time without the server.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from trencher.core.belief.agenda import AgendaStep
from trencher.core.belief.follow import LOOK_MIN, Outlook, look_at
from trencher.core.belief.hands import NOBODY, Hands
from trencher.core.belief.timeline import Timeline
from trencher.core.belief.words import now_due, soon, was_done
from trencher.core.thermal.history import Row
from trencher.core.units import said_c

SOON_MIN = 5.0
"""The early warning before the take-out."""
AGAIN_MIN = 3.0
"""What was heard but not done is heard again after so long."""
PASSES_C = 2.0
"""A climb that will pass the wanted peak by so much is worth an alarm."""
WARM_LOW_C, WARM_HIGH_C, WARM_MOST_MIN = 10.0, 54.0, 360.0
"""The core's longest stay between the cold and the hot during a slow roast."""


@dataclass(frozen=True)
class Alarm:
    """One alarm: a code that stays the same while it means the same, its minute, and its sentence
    with temperatures marked. ``stage`` that ends, or ``mark`` that is set, when it is reported
    ``done`` (the button's word); ``loud``: not to be missed. From ``until_min`` on it says nothing
    any more: what it prepared for is due itself."""

    code: str
    due_min: float
    words: str
    stage: int | None = None
    out: bool = False
    done: str = ""
    mark: str | None = None
    loud: bool = False
    until_min: float | None = None


def alarms(
    line: Timeline,
    found: Outlook,
    steps: Sequence[AgendaStep],
    *,
    wanted_c: float,
    answered: Mapping[str, float],
    hands: Hands = NOBODY,
) -> list[Alarm]:
    """What is still to be heard, in order: the agenda's steps at their minutes, and warnings.
    ``answered``: id of a step → minute it was answered; ``hands``: how late they take it out."""
    out = min((s.due_min for s in steps if s.code == "out"), default=None)
    todo = [a for s in steps for a in _of(s, out, hands)]
    todo += [*_climb(line, found, wanted_c), *_warm(found)]
    kept = []
    for alarm in todo:
        heard = answered.get(alarm.code)
        if heard is None:
            kept.append(alarm)
        elif alarm.code.startswith("look:"):
            # Heard, and nothing was typed since: half-way to the earliest take-out once more.
            again = look_at(heard, found.pull_band.low, found.rate_c_min)
            kept.append(replace(alarm, due_min=max(again, heard + LOOK_MIN)))
        elif alarm.stage is not None and not alarm.code.startswith("soon"):
            # Heard, but not said to be done: it matters more by the minute.
            kept.append(replace(alarm, due_min=max(alarm.due_min, heard + AGAIN_MIN)))
    return sorted(kept, key=lambda a: a.due_min)


def _of(step: AgendaStep, out_min: float | None, hands: Hands) -> list[Alarm]:
    """A step as it is heard: when it is due, and what must not be missed some minutes before; the
    take-out as much sooner as ``hands`` are late with it. A look at the middle gives way to the
    take-out at ``out_min``."""
    told = Alarm(
        step.id,
        step.due_min,
        now_due(step),
        step.stage,
        step.code == "out",
        was_done(step),
        step.mark,
        step.loud,
        out_min if step.code == "look" else None,
    )
    if not step.loud:
        return [told]
    late = hands.ahead_min if step.code == "out" else 0.0
    ahead = replace(
        told,
        code=f"soon:{step.id}",
        due_min=max(step.due_min - SOON_MIN - late, 0.0),
        words=soon(step, late),
        until_min=step.due_min,
    )
    return [ahead, told]


def _climb(line: Timeline, found: Outlook, wanted_c: float) -> list[Alarm]:
    """Once it is out: that it will end too high."""
    alarms = []
    too_high = found.peak_c > wanted_c + PASSES_C and found.now_min < found.peak_min
    if line.pulled_min is not None and too_high:
        alarms.append(
            Alarm(
                "passes",
                line.pulled_min,
                f"It will pass {said_c(wanted_c)} and reach {said_c(found.peak_c)}: uncover "
                "it, or cut it open.",
            )
        )
    return alarms


def _warm(found: Outlook) -> list[Alarm]:
    """When the core will have been between cold and hot for longer than slow roasting allows."""
    record = found.walk.end.record[: found.walk.end.rows]
    minutes, core = record[:, Row.TIME] / 60.0, record[:, Row.CORE]
    spent = np.diff(minutes, prepend=minutes[0])
    warm = np.cumsum(np.where((core >= WARM_LOW_C) & (core <= WARM_HIGH_C), spent, 0.0))
    if warm[-1] <= WARM_MOST_MIN:
        return []
    due = float(minutes[int(np.argmax(warm > WARM_MOST_MIN))])
    return [
        Alarm(
            "warm",
            due,
            f"The middle has been between {said_c(WARM_LOW_C)} and {said_c(WARM_HIGH_C)} for "
            "six hours, the usual limit. Hotter now, and ask your authority before it is eaten.",
        )
    ]
