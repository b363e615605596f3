"""A day as a fold: (day, event) → day. Pure; hours are texts that only the service reads.

Events are only ever added; ``withdrew`` takes an earlier one out of what counts, and both stay.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field, replace

from trencher.core.errors import Conflict, InputError
from trencher.core.events import Event, Folded, Payload, folded, refolded

KINDS = ("opened", "changed", "did", "skipped", "slipped", "replanned", "withdrew")
FACTS = (
    "serve_at", "people", "sides", "joints", "hands", "helpers", "rings", "limits", "quiet",
    "away", "shelves", "gravy", "tins",
)  # fmt: skip
AGAIN = "again"
"""Beside the facts of a change: the rest is planned anew with it."""


@dataclass(frozen=True)
class Slip:
    """Something forgotten or done wrong, and what was taken up against it."""

    seq: int
    code: str
    dish: str
    at: str
    mend: str = ""


@dataclass(frozen=True)
class Again:
    """The moment from which the day was planned anew; ``begun``: step of a side → where it stood:
    ``at`` (an hour), ``minutes``, ``oven``, ``air_c``, ``tin_of``, ``brown``."""

    at: str
    begun: Mapping[str, Payload] = field(default_factory=dict)


@dataclass(frozen=True, kw_only=True)
class Day(Folded):
    """Where a day stands. ``facts`` as last opened or changed; ``done``: step → hour;
    ``skipped``: step → hour; ``again``: the last time the rest was planned anew."""

    facts: Payload = field(default_factory=dict)
    done: Mapping[str, str] = field(default_factory=dict)
    skipped: Mapping[str, str] = field(default_factory=dict)
    slips: tuple[Slip, ...] = ()
    again: Again | None = None

    @property
    def undoable(self) -> Event | None:
        """The latest event that counts and may be taken back."""
        gone = self.withdrawn
        counts = [e for e in self.log if e.seq not in gone and e.kind not in ("opened", "withdrew")]
        return counts[-1] if counts else None


def _changed(day: Day, e: Event) -> Day:
    facts = {k: v for k, v in e.data.items() if k != AGAIN}
    changed = replace(day, facts={**day.facts, **facts})
    return _anew(changed, e.data[AGAIN]) if AGAIN in e.data else changed


def _did(day: Day, e: Event) -> Day:
    step = e.data["step"]
    skipped = {k: v for k, v in day.skipped.items() if k != step}
    return replace(day, done={**day.done, step: e.data["at"]}, skipped=skipped)


def _skipped(day: Day, e: Event) -> Day:
    step = e.data["step"]
    done = {k: v for k, v in day.done.items() if k != step}
    return replace(day, skipped={**day.skipped, step: e.data["at"]}, done=done)


def _slipped(day: Day, e: Event) -> Day:
    d = e.data
    slip = Slip(e.seq, d["code"], d.get("dish", ""), d["at"], d.get("mend", ""))
    return replace(day, slips=(*day.slips, slip))


def _replanned(day: Day, e: Event) -> Day:
    return _anew(day, e.data)


def _anew(day: Day, data: Payload) -> Day:
    return replace(day, again=Again(data["at"], data["begun"]))


_FOLDS: dict[str, Callable[[Day, Event], Day]] = {
    "opened": _changed,
    "changed": _changed,
    "did": _did,
    "skipped": _skipped,
    "slipped": _slipped,
    "replanned": _replanned,
}


def apply_to_day(day: Day, event: Event) -> Day:
    """The day after one more event."""
    return folded(day, event, _FOLDS)


def replay_day(events: Iterable[Event]) -> Day:
    """The day a log makes."""
    return refolded(Day(), events, _FOLDS)


def check_day_step(day: Day, kind: str, data: Payload) -> None:
    """Whether an event fits. Conflict or InputError says why not."""
    if kind not in KINDS:
        raise InputError(
            f"{kind!r} is no event of a day", where="kind", allowed=f"allowed: {', '.join(KINDS)}"
        )
    if kind == "opened" and day.log:
        raise Conflict("this day is open already", allowed="change it")
    if kind != "opened" and not day.log:
        raise Conflict("this day was never opened", allowed="open it first")
    if kind in ("opened", "changed"):
        unknown = sorted(set(data) - {*FACTS, AGAIN})
        if unknown:
            raise InputError(
                f"{unknown[0]!r} is no fact of a day", where="day",
                allowed=f"allowed: {', '.join(FACTS)}",
            )  # fmt: skip
    if kind == "withdrew":
        seq = data.get("seq")
        known = {e.seq: e.kind for e in day.log}
        if seq not in known or seq in day.withdrawn or known[seq] in ("opened", "withdrew"):
            raise Conflict(f"there is no event {seq} of this day to take back")
