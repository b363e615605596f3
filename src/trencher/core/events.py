"""A log folded into a state: entries are only ever added. ``withdrew`` takes one out of what
counts, ``corrected`` puts other data in its place; the log keeps both. One rule for roasts and for
days."""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterable, Mapping, Sequence
from dataclasses import asdict, dataclass, fields, replace
from functools import cache
from typing import Annotated, Any, Literal, Self, TypeVar, cast

from annotated_types import Ge, Interval

Payload = Mapping[str, Any]
OUTSIDE = ("kind", "seq", "written")
"""What of an entry is not its own data."""
NUMBER = ("float", "Minute", "Celsius", "Seconds", "Kg")
"""How numbers are annotated."""


@dataclass(frozen=True, kw_only=True)
class Entry:
    """One line of a log. ``seq`` counts from 1 within it, 0 for one that is not in a log yet;
    ``written``: when it was, ISO."""

    kind: str
    seq: int = 0
    written: str = ""

    @classmethod
    def of(cls, data: Payload) -> Self:
        """An entry from its data as they are kept: what it does not know is left out, null says
        nothing. TypeError, ValueError for what is no such entry's."""
        known, numbers = _own_fields(cast("Hashable", cls))
        told: dict[str, Any] = {
            k: float(data[k]) if k in numbers else data[k] for k in known if data.get(k) is not None
        }
        return cls(**told)

    def plain(self) -> dict[str, Any]:
        """``of`` turned round: facts that JSON can hold, without what says nothing."""
        known, _ = _own_fields(cast("Hashable", type(self)))
        return {k: v for k in known if (v := _plain(getattr(self, k))) is not None}


def _plain(value: Any) -> Any:
    return asdict(value) if hasattr(value, "__dataclass_fields__") else value


@cache
def _own_fields(kind: Hashable) -> tuple[tuple[str, ...], frozenset[str]]:
    """The names of an entry's data, and which of them are numbers."""
    own = [f for f in fields(cast("type[Entry]", kind)) if f.name not in OUTSIDE]
    numbers = (f.name for f in own if str(f.type).removesuffix(" | None") in NUMBER)
    return tuple(f.name for f in own), frozenset(numbers)


@dataclass(frozen=True, kw_only=True)
class Withdrew(Entry):
    """Another entry no longer counts: the one with the number ``target``."""

    kind: Literal["withdrew"] = "withdrew"
    target: Annotated[int, Ge(1)]

    @classmethod
    def of(cls, data: Payload) -> Self:
        """Its number is kept as ``seq``."""
        return cls(target=int(data["seq"]))

    def plain(self) -> dict[str, Any]:
        """Its number is kept as ``seq``."""
        return {"seq": self.target}


@dataclass(frozen=True, kw_only=True)
class Corrected(Entry):
    """Another entry counts with other data, all of them anew. ``shift_min``: of when it went in,
    how much earlier it was."""

    kind: Literal["corrected"] = "corrected"
    target: Annotated[int, Ge(1)]
    data: Payload
    shift_min: Annotated[float, Interval(ge=-1e5, le=1e5)] | None = None

    @classmethod
    def of(cls, data: Payload) -> Self:
        """Its number is kept as ``seq``."""
        shift = data.get("shift_min")
        by = None if shift is None else float(shift)
        return cls(target=int(data["seq"]), data=dict(data["data"]), shift_min=by)

    def plain(self) -> dict[str, Any]:
        """Its number is kept as ``seq``."""
        found = {"seq": self.target, "data": dict(self.data)}
        return found if self.shift_min is None else {**found, "shift_min": self.shift_min}


@dataclass(frozen=True, kw_only=True)
class Folded:
    """What a log makes; ``withdrawn``: numbers of the entries that no longer count, ``corrected``:
    of those that count with other data."""

    withdrawn: frozenset[int] = frozenset()
    corrected: frozenset[int] = frozenset()
    log: tuple[Entry, ...] = ()

    @property
    def last_seq(self) -> int:
        """Number of the last entry, 0 for none."""
        return self.log[-1].seq if self.log else 0


S = TypeVar("S", bound=Folded)
Folds = Mapping[str, Callable[[S, Any], S]]
Counting = Callable[[Sequence[Entry], frozenset[int]], Iterable[Entry]]


def anew(entry: Entry, data: Payload) -> Entry:
    """The same entry with other data."""
    return replace(type(entry).of(data), seq=entry.seq, written=entry.written)


def counting(log: Sequence[Entry], gone: frozenset[int]) -> list[Entry]:
    """The entries that count, with their latest data, in the order of the log."""
    found = {e.seq: e for e in log}
    for e in log:
        if isinstance(e, Corrected) and e.seq not in gone:
            found[e.target] = anew(found[e.target], e.data)
    return [
        found[e.seq] for e in log if not isinstance(e, Withdrew | Corrected) and e.seq not in gone
    ]


def folded(state: S, entry: Entry, folds: Folds[S], counts: Counting = counting) -> S:
    """The state after one more entry. ``folds``: kind → what it does. A withdrawal or a correction
    folds everything anew. ``counts``: what counts of a log, and with which data."""
    log = (*state.log, entry)
    if isinstance(entry, Withdrew | Corrected):
        return refolded(type(state)(), log, folds, counts)
    return replace(folds[entry.kind](state, entry), log=log)


def refolded(empty: S, entries: Iterable[Entry], folds: Folds[S], counts: Counting = counting) -> S:
    """The state a whole log makes."""
    log = tuple(entries)
    gone = frozenset(e.target for e in log if isinstance(e, Withdrew))
    corrected = frozenset(e.target for e in log if isinstance(e, Corrected) and e.seq not in gone)
    state = replace(empty, withdrawn=gone, corrected=corrected)
    for e in counts(log, gone):
        state = folds[e.kind](state, e)
    return replace(state, log=log)
