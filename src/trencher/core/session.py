"""A roast as a fold: (session, entry) → session. Pure; only the service knows the hour.

Minutes count from the moment the joint went in. Entries are only ever added; ``withdrew`` takes an
earlier one out of what counts, ``corrected`` gives it other data, and all stay in the log. Folding
the log again gives the same session, which is what makes a crash harmless.
"""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any

from trencher.core.entries import (
    Answered,
    Carved,
    Changed,
    Chose,
    Claimed,
    Closed,
    Detached,
    EndedStage,
    Judged,
    Laid,
    Marked,
    Noted,
    Pictured,
    Planned,
    PutIn,
    Read,
    Rewrote,
    RoastCorrected,
    RoastEntry,
    RoastWithdrew,
    Sliced,
    Status,
    Used,
    Weighed,
)
from trencher.core.entries import Attached as AttachedEntry
from trencher.core.entries import Kept as KeptEntry
from trencher.core.errors import Conflict
from trencher.core.events import Entry, Folded, counting, folded, refolded
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import HEATED, Turn
from trencher.core.plan import Plan

AT_PULL_MIN = 5.0
"""A reading this near to the take-out is what it came out at."""


@dataclass(frozen=True)
class AttachedTip:
    """A channel of an instrument that sits in this joint (or in its oven's air). Minutes None:
    from the moment it went in, and to this day."""

    seq: int
    device: str
    channel: str
    place: str
    from_min: float | None
    to_min: float | None = None


@dataclass(frozen=True)
class Batch:
    """Something that was put away. ``minute``: into the fridge, of the roast; ``plan``, ``on``: for
    which meal, and its date."""

    seq: int
    what: str
    kg: float | None
    minute: float
    plan: str
    on: str | None
    uses: tuple[Used, ...] = ()

    @property
    def over(self) -> bool:
        """Whether nothing of it is left."""
        gone = sum(u.kg or 0.0 for u in self.uses if u.what != "reheated")
        whole = any(u.kg is None and u.what != "reheated" for u in self.uses)
        return whole or (self.kg is not None and gone >= self.kg - 1e-6)

    @property
    def reheated(self) -> bool:
        """Whether it was warmed up once, which is as often as it may be."""
        return any(u.what == "reheated" for u in self.uses)


@dataclass(frozen=True, kw_only=True)
class Session(Folded):
    """Where a roast stands. ``ends``: stage index → minute; ``put_in_at`` is the service's word;
    ``answered``: code of an alarm → minute it was last answered.

    ``closed``: of CLOSINGS, where it ended otherwise than carved.
    ``claims``: portion → who has it; ``batches``: what was put away of it; ``weights``: what was
    weighed → kg; ``notes``: what is to be remembered; ``pictures``: photographs of it.
    ``laid``: the plan as last laid or changed, None for a log that has none.
    """

    laid: Plan | None = None
    school: str | None = None
    method: str | None = None
    pull_stage: int | None = None
    status: Status = "planning"
    put_in_at: str | None = None
    start_c: float | None = None
    start_measured: bool = False
    ends: Mapping[int, float] = field(default_factory=dict)
    readings: tuple[Read, ...] = ()
    marks: tuple[Marked, ...] = ()
    attached: tuple[AttachedTip, ...] = ()
    answered: Mapping[str, float] = field(default_factory=dict)
    carved_min: float | None = None
    closed: str = ""
    slices: tuple[Sliced, ...] = ()
    claims: Mapping[str, str] = field(default_factory=dict)
    batches: tuple[Batch, ...] = ()
    verdict: Judged | None = None
    weights: Mapping[str, float] = field(default_factory=dict)
    notes: Noted | None = None
    pictures: tuple[Pictured, ...] = ()

    @property
    def plan(self) -> Plan:
        """What is wanted of the joint. LookupError for a log that begins with nothing laid."""
        if self.laid is None:
            raise LookupError("nothing was laid on the block")
        return self.laid

    @property
    def pulled_min(self) -> float | None:
        """Minute of the take-out, or None."""
        return None if self.pull_stage is None else self.ends.get(self.pull_stage)

    @property
    def planned(self) -> Planned | None:
        """What was promised when the door closed; None before, or without a way."""
        went = (e for e in self.log if isinstance(e, PutIn) and e.seq not in self.withdrawn)
        first = next(went, None)
        return None if first is None else first.planned

    @property
    def read_at_pull_c(self) -> float | None:
        """What its middle read at the take-out, or within minutes of it; None where nobody read."""
        core = [r for r in self.readings if r.place == "core"]
        if self.pulled_min is None or not core:
            return None
        out = self.pulled_min
        nearest = min(core, key=lambda r: abs(r.minute - out))
        return nearest.low_c if abs(nearest.minute - out) <= AT_PULL_MIN else None

    @property
    def read_peak_c(self) -> float | None:
        """The highest its middle was read after the take-out; None where nobody read."""
        out = self.pulled_min
        core = [r for r in self.readings if r.place == "core" and out is not None]
        return max((r.high_c for r in core if r.minute >= (out or 0.0)), default=None)

    @property
    def peak_open(self) -> bool:
        """Whether nobody read on after the highest: it may have climbed further."""
        out = self.pulled_min
        after = [r for r in self.readings if r.place == "core" and r.minute >= (out or 0.0)]
        if out is None or not after:
            return False
        highest = max(after, key=lambda r: (r.high_c, r.minute))
        return highest.minute >= after[-1].minute

    @property
    def oven_id(self) -> str:
        """The oven it is in: the plan's, or the one it was moved to last."""
        moved = [m for m in self.marks if m.what == "moved_oven" and m.oven_id is not None]
        last = max(moved, key=lambda m: (m.minute, m.seq), default=None)
        return self.plan.oven_id if last is None else str(last.oven_id)


def _laid(s: Session, e: Laid) -> Session:
    return replace(s, laid=e.plan)


def _changed(s: Session, e: Changed) -> Session:
    return replace(s, laid=e.on(s.plan))


def _chose(s: Session, e: Chose) -> Session:
    return replace(s, school=e.school, method=e.method, pull_stage=e.pull_stage)


def _put_in(s: Session, e: PutIn) -> Session:
    return replace(
        s, status="roasting", put_in_at=e.at, start_c=e.core_c, start_measured=e.core_c is not None
    )


def _read(s: Session, e: Read) -> Session:
    at = bisect_right(s.readings, (e.minute, e.seq), key=lambda r: (r.minute, r.seq))
    return replace(s, readings=(*s.readings[:at], e, *s.readings[at:]))


def _ended_stage(s: Session, e: EndedStage) -> Session:
    ends = {**s.ends, e.stage: e.minute}
    told = () if e.seen is None else (Marked(seq=e.seq, what=e.seen, minute=e.minute),)
    status = _where(s.method, ends, s.pull_stage)
    return replace(s, ends=ends, status=status, marks=(*s.marks, *told))


def _where(method: str | None, ends: Mapping[int, float], pull_stage: int | None) -> Status:
    """In heat or not: in a blast after its rest a joint is in the oven again."""
    if method is None or pull_stage not in ends:
        return "roasting"
    after = parse_method(method).stages[max(ends) + 1 :]
    on = next((stage for stage in after if not isinstance(stage, Turn)), None)
    return "roasting" if isinstance(on, HEATED) else "resting"


def _rewrote(s: Session, e: Rewrote) -> Session:
    """What is left of the way, written anew: what has been stays as long as it was."""
    return replace(
        s,
        method=e.method,
        pull_stage=e.pull_stage,
        ends=e.ends,
        status=_where(e.method, e.ends, e.pull_stage),
    )


def _marked(s: Session, e: Marked) -> Session:
    return replace(s, marks=(*s.marks, e))


def _attached(s: Session, e: AttachedEntry) -> Session:
    s = _detached(s, e)
    new = AttachedTip(e.seq, e.device, e.channel, e.place, e.minute)
    return replace(s, attached=(*s.attached, new))


def _answered(s: Session, e: Answered) -> Session:
    return replace(s, answered={**s.answered, e.code: e.minute})


def _detached(s: Session, e: AttachedEntry | Detached) -> Session:
    """The channel's present place ends."""
    return replace(
        s,
        attached=tuple(
            replace(a, to_min=e.minute or 0.0)
            if (a.device, a.channel, a.to_min) == (e.device, e.channel, None)
            else a
            for a in s.attached
        ),
    )


def _carved(s: Session, e: Carved) -> Session:
    return replace(s, carved_min=e.minute, status="done")


def _closed(s: Session, e: Closed) -> Session:
    return replace(s, closed=e.why, status="done")


def _sliced(s: Session, e: Sliced) -> Session:
    return replace(s, slices=(*s.slices, e))


def _claimed(s: Session, e: Claimed) -> Session:
    """A portion is somebody's, or (no name) nobody's again."""
    claims = {k: v for k, v in s.claims.items() if k != e.portion}
    if e.name:
        claims[e.portion] = e.name
    return replace(s, claims=claims)


def _kept(s: Session, e: KeptEntry) -> Session:
    batch = Batch(e.seq, e.what, e.kg, e.minute, e.plan, e.on)
    return replace(s, batches=(*s.batches, batch))


def _used(s: Session, e: Used) -> Session:
    return replace(
        s,
        batches=tuple(replace(b, uses=(*b.uses, e)) if b.seq == e.batch else b for b in s.batches),
    )


def _judged(s: Session, e: Judged) -> Session:
    return replace(s, verdict=e)


def _weighed(s: Session, e: Weighed) -> Session:
    return replace(s, weights={**s.weights, e.what: e.kg})


def _noted(s: Session, e: Noted) -> Session:
    return replace(s, notes=e)


def _pictured(s: Session, e: Pictured) -> Session:
    return replace(s, pictures=(*s.pictures, e))


_FOLDS: dict[str, Callable[[Session, Any], Session]] = {
    "laid": _laid,
    "changed": _changed,
    "chose": _chose,
    "put_in": _put_in,
    "read": _read,
    "ended_stage": _ended_stage,
    "rewrote": _rewrote,
    "marked": _marked,
    "attached": _attached,
    "detached": _detached,
    "answered": _answered,
    "carved": _carved,
    "closed": _closed,
    "sliced": _sliced,
    "claimed": _claimed,
    "kept": _kept,
    "used": _used,
    "judged": _judged,
    "weighed": _weighed,
    "noted": _noted,
    "pictured": _pictured,
}


def apply(session: Session, entry: Entry) -> Session:
    """The session after one more entry."""
    return folded(session, entry, _FOLDS, _counting)


def replay(entries: Iterable[Entry]) -> Session:
    """The session a log makes."""
    return refolded(Session(), entries, _FOLDS, _counting)


def _counting(log: Sequence[Entry], gone: frozenset[int]) -> list[Entry]:
    """What counts. When the moment it went in is corrected, what was entered before keeps its hour:
    its minutes, counted from that moment, move."""
    shifts = [
        (e.seq, e.shift_min)
        for e in log
        if isinstance(e, RoastCorrected) and e.shift_min is not None and e.seq not in gone
    ]
    found = counting(log, gone)
    return [_shifted(e, sum(by for seq, by in shifts if seq > e.seq)) for e in found]


def counted(session: Session) -> list[Entry]:
    """The entries of a session that count, as corrected."""
    return _counting(session.log, session.withdrawn)


def _shifted(e: Entry, by_min: float) -> Entry:
    if by_min == 0.0 or isinstance(e, PutIn):
        return e
    moved: dict[str, Any] = {}
    if (minute := getattr(e, "minute", None)) is not None:
        moved["minute"] = max(minute + by_min, 0.0)
    if isinstance(e, Rewrote):
        moved["ends"] = {k: max(v + by_min, 0.05) for k, v in e.ends.items()}
    return replace(e, **moved)


def check_step(session: Session, entry: RoastEntry) -> None:
    """Whether an entry fits where the roast stands. Conflict or InputError says why not."""
    if session.status not in entry.FITS:
        raise entry.misfit(session.status)
    entry.check()
    if isinstance(entry, PutIn) and session.method is None:
        raise Conflict("no way has been chosen yet", allowed="choose a way first")
    if isinstance(entry, Used):
        batch = next((b for b in session.batches if b.seq == entry.batch), None)
        if batch is None:
            raise Conflict(f"there is no batch {entry.batch}")
        if batch.over:
            raise Conflict("nothing of it is left")
        if entry.what == "reheated" and batch.reheated:
            raise Conflict("it was warmed up once already", allowed="eat it cold, or throw it away")
    if isinstance(entry, RoastCorrected):
        found = _target(session, entry.target, "correct")
        if not found.CORRECTABLE:
            raise Conflict(f"{found.kind!r} cannot be corrected", allowed="take it back instead")
    if isinstance(entry, RoastWithdrew):
        _check_withdrawal(session, _target(session, entry.target, "withdraw"))


def _target(session: Session, seq: int, what: str) -> RoastEntry:
    """The entry another one is about."""
    found = next((e for e in session.log if e.seq == seq), None)
    if found is None or seq in session.withdrawn or not isinstance(found, RoastEntry):
        raise Conflict(f"there is no event {seq} to {what}")
    return found


def _check_withdrawal(session: Session, found: RoastEntry) -> None:
    if not found.WITHDRAWABLE:
        raise Conflict(f"{found.kind!r} cannot be withdrawn", allowed="change the plan instead")
    if isinstance(found, Rewrote | EndedStage):
        # Stages are numbered by the way as it was when they ended.
        numbered = Rewrote if isinstance(found, EndedStage) else Rewrote | EndedStage
        if any(
            isinstance(e, numbered)
            for e in session.log
            if e.seq > found.seq and e.seq not in session.withdrawn
        ):
            raise Conflict("the way has gone on since", allowed="take back the latest first")
    if isinstance(found, PutIn) and (session.readings or session.ends):
        raise Conflict("there are readings since it went in", allowed="withdraw those first")
