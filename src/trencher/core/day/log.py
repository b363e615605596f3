"""A day as a fold: (day, entry) → day. Pure; hours are texts that only the service reads.

Entries are only ever added; ``withdrew`` takes an earlier one out of what counts, and both stay.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import asdict, dataclass, field, replace
from typing import Annotated, Any, Literal, Self

from annotated_types import Interval

from trencher.core.errors import Conflict, InputError
from trencher.core.events import Entry, Folded, Payload, Withdrew, folded, refolded

FACTS = (
    "serve_at",
    "people",
    "sides",
    "joints",
    "hands",
    "helpers",
    "rings",
    "limits",
    "quiet",
    "away",
    "shelves",
    "gravy",
    "tins",
)
Number = Annotated[float, Interval(ge=-1e5, le=1e5)]
AGAIN = "again"
"""Beside the facts of a change: the rest is planned anew with it."""


@dataclass(frozen=True)
class Started:
    """Where a side's step stood when the rest was planned anew: since the hour ``at``, for so many
    ``minutes``, in which oven at which air, in whose tin, and how brown (1 is brown)."""

    at: str
    minutes: Number
    oven: str = ""
    air_c: Number | None = None
    tin_of: str = ""
    brown: Number = 0.0


@dataclass(frozen=True)
class Again:
    """The moment from which the day was planned anew; ``begun``: step of a side → where it
    stood."""

    at: str
    begun: Mapping[str, Started] = field(default_factory=dict)

    @classmethod
    def of(cls, data: Payload) -> Self:
        """From plain facts."""
        return cls(data["at"], {step: Started(**x) for step, x in data["begun"].items()})


def _facts(data: Payload) -> dict[str, Any]:
    unknown = sorted(set(data) - {*FACTS})
    if unknown:
        raise InputError(
            f"{unknown[0]!r} is no fact of a day",
            where="day",
            allowed=f"allowed: {', '.join(FACTS)}",
        )
    return dict(data)


@dataclass(frozen=True, kw_only=True)
class Opened(Entry):
    """The day was opened with its FACTS."""

    kind: Literal["opened"] = "opened"
    facts: Payload

    @classmethod
    def of(cls, data: Payload) -> Self:
        """Its data are the facts."""
        return cls(facts=_facts(data))

    def plain(self) -> dict[str, Any]:
        """Its data are the facts."""
        return dict(self.facts)


@dataclass(frozen=True, kw_only=True)
class ChangedDay(Entry):
    """Some of the FACTS were changed, and the rest perhaps planned anew (``again``)."""

    kind: Literal["changed"] = "changed"
    facts: Payload
    again: Again | None = None

    @classmethod
    def of(cls, data: Payload) -> Self:
        """Its data are the facts, and AGAIN among them."""
        again = data.get(AGAIN)
        return cls(
            facts=_facts({k: v for k, v in data.items() if k != AGAIN}),
            again=None if again is None else Again.of(again),
        )

    def plain(self) -> dict[str, Any]:
        """Its data are the facts, and AGAIN among them."""
        return {**self.facts, **({} if self.again is None else {AGAIN: asdict(self.again)})}


@dataclass(frozen=True, kw_only=True)
class Did(Entry):
    """A step of the order was done at the hour ``at``."""

    kind: Literal["did"] = "did"
    step: str
    at: str


@dataclass(frozen=True, kw_only=True)
class Skipped(Entry):
    """A step of the order will not be done."""

    kind: Literal["skipped"] = "skipped"
    step: str
    at: str


@dataclass(frozen=True, kw_only=True)
class Slipped(Entry):
    """Something forgotten or done wrong with a dish, and what was taken up against it."""

    kind: Literal["slipped"] = "slipped"
    code: str
    at: str
    dish: str = ""
    mend: str = ""


@dataclass(frozen=True, kw_only=True)
class Replanned(Entry):
    """The rest was planned anew from the hour ``at``."""

    kind: Literal["replanned"] = "replanned"
    at: str
    begun: Mapping[str, Started]

    @classmethod
    def of(cls, data: Payload) -> Self:
        """Its data are the moment's."""
        return cls(**vars(Again.of(data)))

    def plain(self) -> dict[str, Any]:
        """Its data are the moment's."""
        return asdict(Again(self.at, self.begun))


DAY_KINDS: dict[str, type[Entry]] = {
    kind.kind: kind for kind in (Opened, ChangedDay, Did, Skipped, Slipped, Replanned, Withdrew)
}


def day_entry_of(kind: str, data: Payload, seq: int = 0, written: str = "") -> Entry:
    """An entry of a day from its kind and its data as they are kept. InputError for a kind that is
    none; LookupError, TypeError, ValueError for data that are not its own."""
    if kind not in DAY_KINDS:
        raise InputError(
            f"{kind!r} is no event of a day",
            where="kind",
            allowed=f"allowed: {', '.join(DAY_KINDS)}",
        )
    return replace(DAY_KINDS[kind].of(data), seq=seq, written=written)


@dataclass(frozen=True, kw_only=True)
class Day(Folded):
    """Where a day stands. ``facts`` as last opened or changed; ``done``: step → hour;
    ``skipped``: step → hour; ``again``: the last time the rest was planned anew."""

    facts: Payload = field(default_factory=dict)
    done: Mapping[str, str] = field(default_factory=dict)
    skipped: Mapping[str, str] = field(default_factory=dict)
    slips: tuple[Slipped, ...] = ()
    again: Again | None = None

    @property
    def undoable(self) -> Entry | None:
        """The latest entry that counts and may be taken back."""
        gone = self.withdrawn
        counts = [e for e in self.log if e.seq not in gone and not isinstance(e, Opened | Withdrew)]
        return counts[-1] if counts else None

    @property
    def ticks(self) -> dict[str, int]:
        """Step → the number of the event that ticked or skipped it last and still counts."""
        gone = self.withdrawn
        return {
            e.step: e.seq for e in self.log if isinstance(e, Did | Skipped) and e.seq not in gone
        }


def _opened(day: Day, e: Opened) -> Day:
    return replace(day, facts={**day.facts, **e.facts})


def _changed(day: Day, e: ChangedDay) -> Day:
    changed = replace(day, facts={**day.facts, **e.facts})
    return changed if e.again is None else replace(changed, again=e.again)


def _did(day: Day, e: Did) -> Day:
    skipped = {k: v for k, v in day.skipped.items() if k != e.step}
    return replace(day, done={**day.done, e.step: e.at}, skipped=skipped)


def _skipped(day: Day, e: Skipped) -> Day:
    done = {k: v for k, v in day.done.items() if k != e.step}
    return replace(day, skipped={**day.skipped, e.step: e.at}, done=done)


def _slipped(day: Day, e: Slipped) -> Day:
    return replace(day, slips=(*day.slips, e))


def _replanned(day: Day, e: Replanned) -> Day:
    return replace(day, again=Again(e.at, e.begun))


_FOLDS: dict[str, Callable[[Day, Any], Day]] = {
    "opened": _opened,
    "changed": _changed,
    "did": _did,
    "skipped": _skipped,
    "slipped": _slipped,
    "replanned": _replanned,
}


def apply_to_day(day: Day, entry: Entry) -> Day:
    """The day after one more entry."""
    return folded(day, entry, _FOLDS)


def replay_day(entries: Iterable[Entry]) -> Day:
    """The day a log makes."""
    return refolded(Day(), entries, _FOLDS)


def check_day_step(day: Day, entry: Entry) -> None:
    """Whether an entry fits. Conflict says why not."""
    if isinstance(entry, Opened) and day.log:
        raise Conflict("this day is open already", allowed="change it")
    if not isinstance(entry, Opened) and not day.log:
        raise Conflict("this day was never opened", allowed="open it first")
    if isinstance(entry, Withdrew):
        found = next((e for e in day.log if e.seq == entry.target), None)
        if found is None or found.seq in day.withdrawn or isinstance(found, Opened | Withdrew):
            raise Conflict(f"there is no event {entry.target} of this day to take back")
