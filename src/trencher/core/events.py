"""A log folded into a state: events are only ever added, and ``withdrew`` takes one out of what
counts; both stay. One rule for roasts and for days."""

from __future__ import annotations

from collections.abc import Callable, Mapping
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
    """What a log makes; ``withdrawn``: numbers of the events that no longer count."""

    withdrawn: frozenset[int] = frozenset()
    log: tuple[Event, ...] = ()

    @property
    def last_seq(self) -> int:
        """Number of the last event, 0 for none."""
        return self.log[-1].seq if self.log else 0


S = TypeVar("S", bound=Folded)


def folded(state: S, event: Event, folds: Mapping[str, Callable[[S, Event], S]]) -> S:
    """The state after one more event. ``folds``: kind → what it does; one that is withdrawn is as
    if it had never been, so everything else is folded anew."""
    log = (*state.log, event)
    if event.kind == "withdrew":
        gone = state.withdrawn | {int(event.data["seq"])}
        fresh = type(state)(withdrawn=gone)
        for old in log:
            if old.kind != "withdrew" and old.seq not in gone:
                fresh = folds[old.kind](fresh, old)
        return replace(fresh, log=log)
    return replace(folds[event.kind](state, event), log=log)
