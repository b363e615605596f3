"""Following from a file: line after line, as if each had just been handed over.

A line may be for an earlier minute: what it tells counts from then, and the past is computed anew.
The cook is taken to do what the plan says unless a line says otherwise.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from itertools import zip_longest
from typing import NamedTuple

from trencher.core import marks
from trencher.core.belief.agenda import AgendaStep, agenda
from trencher.core.belief.follow import Outlook, outlook
from trencher.core.belief.happened import Happening, happened
from trencher.core.belief.reading import Reading
from trencher.core.belief.timeline import SEEN, as_planned, ends_with, timeline
from trencher.core.errors import InputError
from trencher.core.planner.doubt import Doubt
from trencher.core.planner.forward import walk
from trencher.core.planner.setup import Roast, kitchen

EVENTS = ("turned_down", "taken_out", *marks.EVENTS)
"""What a line of a file may tell besides readings."""
BELIEF_EVERY_MIN = 1.0 / 3.0


@dataclass(frozen=True)
class ReplayLine:
    """A reading, an event, or both, at a minute. ``seconds``: how long the door stood open."""

    minute: float
    reading: Reading | None = None
    event: str | None = None
    seconds: float | None = None


class Replayed(NamedTuple):
    """A line with a reading, the outlook then, the reading's flag, and what comes next."""

    line: ReplayLine
    found: Outlook
    flag: str
    steps: list[AgendaStep]


def replayed(
    roast: Roast, lines: Iterable[ReplayLine], doubt: Doubt | None = None
) -> Iterator[Replayed]:
    """What is made of each line with a reading. ``doubt``: how well joint and oven are known.

    Belief is renewed at most every 20 s of roast time, or where a line is for earlier than that;
    readings for earlier that follow each other are taken together, when the last of them is there.
    """
    planned = walk(kitchen(roast))
    last = len(planned.stages) - 1
    readings: list[Reading] = []
    events: list[Happening] = []
    moves: list[float] = []
    ends: dict[int, float] = {}
    now, believed_at = 0.05, -math.inf
    found: Outlook | None = None
    steps: list[AgendaStep] = []
    waiting: list[tuple[ReplayLine, int]] = []
    for line, after in zip_longest(given := list(lines), given[1:]):
        now = max(now, line.minute)
        if line.event is not None:
            found = None
            if line.event == "probe_moved":
                readings = [
                    replace(r, tip=r.tip + 1) if r.minute >= line.minute else r for r in readings
                ]
                moves.append(line.minute)
                # It was moved through an open door.
                events.append(Happening(line.minute, "door", line.seconds))
            elif line.event in ("turned_down", "taken_out"):
                stage = (
                    planned.pull_index
                    if line.event == "taken_out"
                    else timeline(
                        planned, as_planned(planned, ends, line.minute - 0.01), line.minute
                    ).current
                )
                if stage >= last or (ends and stage < max(ends)):
                    raise InputError(
                        f"there is no stage to end at minute {line.minute:g}",
                        where="event",
                        allowed="turned_down once for each stage, taken_out once",
                    )
                ends[stage] = line.minute
            elif (
                over := ends_with(
                    planned, as_planned(planned, ends, line.minute), line.event, line.minute
                )
            ) is not None:
                ends[over] = line.minute
            elif line.event not in SEEN:
                what = marks.EVENTS[line.event]
                events.append(Happening(line.minute, what, line.seconds))
        if line.reading is None:
            continue
        tip = sum(1 for m in moves if m <= line.minute)
        readings.append(replace(line.reading, tip=tip))
        waiting.append((line, len(readings) - 1))
        late = line.minute < now
        if late and after is not None and after.reading is not None and after.minute < now:
            continue
        if late or found is None or now - believed_at >= BELIEF_EVERY_MIN - 1e-9:
            at = happened(timeline(planned, as_planned(planned, ends, now), now), events, now)
            found, believed_at = outlook(roast, at, readings, now, doubt), now
            steps = agenda(
                at,
                planned,
                found,
                events,
                readings,
                sides=kitchen(roast).sides,
                looks=True,
                dial=lambda stage: f"{kitchen(roast).true_air(stage):.0f} °C",
            )
        for told, n in waiting:
            yield Replayed(told, found, found.flags[n] if n < len(found.flags) else "", steps)
        waiting = []
