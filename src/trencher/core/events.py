"""A log folded into a state: events are only ever added. ``withdrew`` takes one out of what counts,
``corrected`` puts other data in its place; the log keeps both. One rule for roasts and for days."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, TypeVar

Payload = Mapping[str, Any]


@dataclass(frozen=True)
class Event:
    """One line of a log. ``seq`` counts from 1 within it."""

    seq: int
    kind: str
    data: Payload


@dataclass(frozen=True, kw_only=True)
class Folded:
    """What a log makes; ``withdrawn``: numbers of the events that no longer count, ``corrected``:
    of those that count with other data."""

    withdrawn: frozenset[int] = frozenset()
    corrected: frozenset[int] = frozenset()
    log: tuple[Event, ...] = ()

    @property
    def last_seq(self) -> int:
        """Number of the last event, 0 for none."""
        return self.log[-1].seq if self.log else 0


S = TypeVar("S", bound=Folded)
Folds = Mapping[str, Callable[[S, Event], S]]
Counting = Callable[[Sequence[Event], frozenset[int]], Iterable[Event]]


def counting(log: Sequence[Event], gone: frozenset[int]) -> list[Event]:
    """The events that count, with their latest data, in the order of the log."""
    data = {e.seq: e.data for e in log}
    for e in log:
        if e.kind == "corrected" and e.seq not in gone:
            data[int(e.data["seq"])] = e.data["data"]
    return [
        Event(e.seq, e.kind, data[e.seq])
        for e in log
        if e.kind not in ("withdrew", "corrected") and e.seq not in gone
    ]


def folded(state: S, event: Event, folds: Folds[S], counts: Counting = counting) -> S:
    """The state after one more event. ``folds``: kind → what it does. A withdrawal or a correction
    folds everything anew. ``counts``: what counts of a log, and with which data."""
    log = (*state.log, event)
    if event.kind in ("withdrew", "corrected"):
        return refolded(type(state)(), log, folds, counts)
    return replace(folds[event.kind](state, event), log=log)


def refolded(empty: S, events: Iterable[Event], folds: Folds[S], counts: Counting = counting) -> S:
    """The state a whole log makes."""
    log = tuple(events)
    gone = frozenset(int(e.data["seq"]) for e in log if e.kind == "withdrew")
    corrected = frozenset(
        int(e.data["seq"]) for e in log if e.kind == "corrected" and e.seq not in gone
    )
    state = replace(empty, withdrawn=gone, corrected=corrected)
    for e in counts(log, gone):
        state = folds[e.kind](state, e)
    return replace(state, log=log)
