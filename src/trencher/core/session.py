"""A roast as a fold: (session, event) → session. Pure; only the service knows the hour.

Minutes count from the moment the joint went in. Events are only ever added; ``withdrew`` takes an
earlier one out of what counts, ``corrected`` gives it other data, and all stay in the log. Folding
the log again gives the same session, which is what makes a crash harmless.
"""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Literal

from trencher.core.catalogue.senses import SENSES
from trencher.core.errors import Conflict, InputError, UnknownName
from trencher.core.events import Event, Folded, Payload, counting, folded, refolded
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import HEATED, Turn

Status = Literal["planning", "roasting", "resting", "done"]

KINDS = (
    "laid", "changed", "chose", "put_in", "read", "ended_stage", "rewrote", "marked", "carved",
    "closed", "judged", "attached", "detached", "answered", "sliced", "claimed", "kept", "used",
    "withdrew", "corrected",
)  # fmt: skip
WHILE_IN = ("read", "marked", "ended_stage", "rewrote", "answered", "closed")
MARKS = (
    "door", "basted", "turned", "covered", "uncovered", "added", "poured", "oven_off", "oven_on",
    "moved_oven", "moved_probe", "browned", "crisped", "sense", "note",
)  # fmt: skip
CORRECTABLE = ("put_in", "read", "ended_stage", "marked", "carved")
WITHDRAWABLE = (*CORRECTABLE, "rewrote", "judged", "sliced", "kept", "used", "corrected", "closed")
ON_BOARD = ("sliced", "claimed")
USES = ("eaten", "reheated", "frozen", "thrown")
AT_PULL_MIN = 5.0
"""A reading this near to the take-out is what it came out at."""
CLOSINGS = ("thrown", "never_mind")
"""What became of a roast that was not carved."""


@dataclass(frozen=True)
class LoggedReading:
    """A reading with its place in the log; ``spot``: what the cook calls where it was read."""

    seq: int
    minute: float
    low_c: float
    high_c: float
    place: str
    instrument: str = "probe"
    sure: bool = False
    spot: str = ""


@dataclass(frozen=True)
class Mark:
    """Something seen or done, with its minute. ``seconds`` the door stood open, None uncounted;
    ``oven_id`` it was moved to; ``sense``: code of what was sensed."""

    seq: int
    what: str
    minute: float
    text: str
    seconds: float | None = None
    oven_id: str | None = None
    sense: str | None = None


@dataclass(frozen=True)
class Attached:
    """A channel of an instrument that sits in this joint (or in its oven's air). Minutes None:
    from the moment it went in, and to this day."""

    seq: int
    device: str
    channel: str
    place: str
    from_min: float | None
    to_min: float | None = None


@dataclass(frozen=True)
class SliceReading:
    """What the middle of a slice read, that lies counted from the thick end."""

    seq: int
    slice: int
    minute: float
    low_c: float


@dataclass(frozen=True)
class Use:
    """What was done with a batch: USES, when (ISO), of how much in kg (None: all of it)."""

    seq: int
    what: str
    at: str
    kg: float | None


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
    uses: tuple[Use, ...] = ()

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
    ``claims``: portion → who has it; ``batches``: what was put away of it.
    ``plan`` is the description last laid or changed: name, joint, cooker, wanted peak, serving.
    """

    plan: Payload = field(default_factory=dict)
    school: str | None = None
    method: str | None = None
    pull_stage: int | None = None
    status: Status = "planning"
    put_in_at: str | None = None
    start_c: float | None = None
    start_measured: bool = False
    ends: Mapping[int, float] = field(default_factory=dict)
    readings: tuple[LoggedReading, ...] = ()
    marks: tuple[Mark, ...] = ()
    attached: tuple[Attached, ...] = ()
    answered: Mapping[str, float] = field(default_factory=dict)
    carved_min: float | None = None
    closed: str = ""
    slices: tuple[SliceReading, ...] = ()
    claims: Mapping[str, str] = field(default_factory=dict)
    batches: tuple[Batch, ...] = ()
    verdict: Payload | None = None

    @property
    def pulled_min(self) -> float | None:
        """Minute of the take-out, or None."""
        return None if self.pull_stage is None else self.ends.get(self.pull_stage)

    @property
    def planned(self) -> Payload | None:
        """What was promised when the door closed; None before, or without a way."""
        went = [e for e in self.log if e.kind == "put_in" and e.seq not in self.withdrawn]
        return went[0].data.get("planned") if went else None

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
    def oven_id(self) -> str:
        """The oven it is in: the plan's, or the one it was moved to last."""
        moved = [m for m in self.marks if m.what == "moved_oven" and m.oven_id is not None]
        last = max(moved, key=lambda m: (m.minute, m.seq), default=None)
        return str(self.plan["oven_id"] if last is None else last.oven_id)


def _laid(s: Session, e: Event) -> Session:
    return replace(s, plan=dict(e.data))


def _changed(s: Session, e: Event) -> Session:
    return replace(s, plan={**s.plan, **e.data})


def _chose(s: Session, e: Event) -> Session:
    return replace(
        s, school=e.data.get("school"), method=e.data["method"], pull_stage=e.data["pull_stage"]
    )


def _put_in(s: Session, e: Event) -> Session:
    core = e.data.get("core_c")
    return replace(
        s,
        status="roasting",
        put_in_at=e.data["at"],
        start_c=core,
        start_measured=core is not None,
    )


def _read(s: Session, e: Event) -> Session:
    d = e.data
    reading = LoggedReading(
        e.seq, d["minute"], d["low_c"], d["high_c"], d.get("place", "core"),
        d.get("instrument", "probe"), bool(d.get("sure")), str(d.get("spot") or ""),
    )  # fmt: skip
    at = bisect_right(s.readings, (reading.minute, reading.seq), key=lambda r: (r.minute, r.seq))
    return replace(s, readings=(*s.readings[:at], reading, *s.readings[at:]))


def _ended_stage(s: Session, e: Event) -> Session:
    ends = {**s.ends, int(e.data["stage"]): float(e.data["minute"])}
    seen = e.data.get("seen")
    told = () if seen is None else (Mark(e.seq, str(seen), float(e.data["minute"]), ""),)
    status = _where(s.method, ends, s.pull_stage)
    return replace(s, ends=ends, status=status, marks=(*s.marks, *told))


def _where(method: str | None, ends: Mapping[int, float], pull_stage: int | None) -> Status:
    """In heat or not: in a blast after its rest a joint is in the oven again."""
    if method is None or pull_stage not in ends:
        return "roasting"
    after = parse_method(method).stages[max(ends) + 1 :]
    on = next((stage for stage in after if not isinstance(stage, Turn)), None)
    return "roasting" if isinstance(on, HEATED) else "resting"


def _rewrote(s: Session, e: Event) -> Session:
    """What is left of the way, written anew: what has been stays as long as it was."""
    d = e.data
    ends = {int(stage): float(minute) for stage, minute in d["ends"].items()}
    return replace(
        s, method=d["method"], pull_stage=d["pull_stage"], ends=ends,
        status=_where(d["method"], ends, d["pull_stage"]),
    )  # fmt: skip


def _marked(s: Session, e: Event) -> Session:
    d = e.data
    mark = Mark(
        e.seq, d["what"], d["minute"], d.get("text", ""), d.get("seconds"), d.get("oven_id"),
        d.get("sense"),
    )  # fmt: skip
    return replace(s, marks=(*s.marks, mark))


def _attached(s: Session, e: Event) -> Session:
    d = e.data
    s = _let_go(s, d)
    new = Attached(e.seq, d["device"], d["channel"], d["place"], d.get("minute"))
    return replace(s, attached=(*s.attached, new))


def _answered(s: Session, e: Event) -> Session:
    return replace(s, answered={**s.answered, str(e.data["code"]): float(e.data["minute"])})


def _detached(s: Session, e: Event) -> Session:
    return _let_go(s, e.data)


def _let_go(s: Session, d: Payload) -> Session:
    """The channel's present place ends."""
    return replace(
        s,
        attached=tuple(
            replace(a, to_min=d.get("minute") or 0.0)
            if (a.device, a.channel, a.to_min) == (d["device"], d["channel"], None)
            else a
            for a in s.attached
        ),
    )


def _carved(s: Session, e: Event) -> Session:
    return replace(s, carved_min=e.data["minute"], status="done")


def _closed(s: Session, e: Event) -> Session:
    return replace(s, closed=e.data["why"], status="done")


def _sliced(s: Session, e: Event) -> Session:
    d = e.data
    reading = SliceReading(e.seq, int(d["slice"]), float(d["minute"]), float(d["low_c"]))
    return replace(s, slices=(*s.slices, reading))


def _claimed(s: Session, e: Event) -> Session:
    """A portion is somebody's, or (no name) nobody's again."""
    claims = {k: v for k, v in s.claims.items() if k != e.data["portion"]}
    if e.data["name"]:
        claims[str(e.data["portion"])] = str(e.data["name"])
    return replace(s, claims=claims)


def _kept(s: Session, e: Event) -> Session:
    d = e.data
    batch = Batch(e.seq, d["what"], d["kg"], float(d["minute"]), d["plan"], d["on"])
    return replace(s, batches=(*s.batches, batch))


def _used(s: Session, e: Event) -> Session:
    d = e.data
    use = Use(e.seq, d["what"], d["at"], d["kg"])
    return replace(
        s,
        batches=tuple(
            replace(b, uses=(*b.uses, use)) if b.seq == d["batch"] else b for b in s.batches
        ),
    )


def _judged(s: Session, e: Event) -> Session:
    return replace(s, verdict=dict(e.data))


_FOLDS: dict[str, Callable[[Session, Event], Session]] = {
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
}


def apply(session: Session, event: Event) -> Session:
    """The session after one more event."""
    return folded(session, event, _FOLDS, _counting)


def replay(events: Iterable[Event]) -> Session:
    """The session a log makes."""
    return refolded(Session(), events, _FOLDS, _counting)


def _counting(log: Sequence[Event], gone: frozenset[int]) -> list[Event]:
    """What counts. When the moment it went in is corrected, what was entered before keeps its hour:
    its minutes, counted from that moment, move."""
    shifts = [
        (e.seq, float(e.data["shift_min"]))
        for e in log
        if e.kind == "corrected" and "shift_min" in e.data and e.seq not in gone
    ]
    events = counting(log, gone)
    return [_shifted(e, sum(by for seq, by in shifts if seq > e.seq)) for e in events]


def counted(session: Session) -> list[Event]:
    """The events of a session that count, as corrected."""
    return _counting(session.log, session.withdrawn)


def _shifted(e: Event, by_min: float) -> Event:
    if by_min == 0.0 or e.kind == "put_in":
        return e
    data = dict(e.data)
    if "minute" in data:
        data["minute"] = max(float(data["minute"]) + by_min, 0.0)
    if "ends" in data:
        data["ends"] = {k: max(float(v) + by_min, 0.05) for k, v in data["ends"].items()}
    return Event(e.seq, e.kind, data)


def check_step(session: Session, kind: str, data: Payload) -> None:
    """Whether an event fits where the roast stands. Conflict or InputError says why not."""
    if kind not in KINDS:
        raise InputError(
            f"{kind!r} is no event", where="kind", allowed=f"allowed: {', '.join(KINDS)}"
        )
    status = session.status
    if kind in ("chose", "changed") and status not in ("planning",):
        raise Conflict(f"the joint is already {status}", allowed="withdraw 'put in' first")
    if kind == "put_in":
        if session.method is None:
            raise Conflict("no way has been chosen yet", allowed="choose a way first")
        if status != "planning":
            raise Conflict(f"the joint is already {status}")
    if kind in WHILE_IN and status not in ("roasting", "resting"):
        raise Conflict(
            "the joint is not in the oven" if status == "planning" else "this roast is finished",
            allowed="put it in first" if status == "planning" else "see it in the Book",
        )
    if kind == "closed" and data.get("why") not in CLOSINGS:
        raise InputError(
            f"{data.get('why')!r} is no end of a roast", where="why",
            allowed=f"allowed: {', '.join(CLOSINGS)}",
        )  # fmt: skip
    if kind == "marked" and data.get("what") not in MARKS:
        raise InputError(
            f"{data.get('what')!r} cannot be marked", where="what",
            allowed=f"allowed: {', '.join(MARKS)}",
        )  # fmt: skip
    if kind == "marked" and data.get("what") == "sense" and data.get("sense") not in SENSES:
        raise UnknownName("sense", data.get("sense"), list(SENSES))
    if kind in ("attached", "detached") and status == "done":
        raise Conflict("this roast is finished", allowed="see it in the Book")
    if kind == "carved" and status != "resting":
        raise Conflict(f"the joint is {status}, not resting", allowed="take it out first")
    if kind in ON_BOARD and status == "planning":
        raise Conflict("the joint is not in the oven", allowed="put it in first")
    if kind == "sliced" and status == "roasting":
        raise Conflict("the joint is still in the oven", allowed="take it out first")
    if kind == "kept" and status != "done":
        raise Conflict("the roast is not carved", allowed="carve first, then keep")
    if kind == "used":
        batch = next((b for b in session.batches if b.seq == data.get("batch")), None)
        if batch is None:
            raise Conflict(f"there is no batch {data.get('batch')}")
        if batch.over:
            raise Conflict("nothing of it is left")
        if data.get("what") == "reheated" and batch.reheated:
            raise Conflict("it was warmed up once already", allowed="eat it cold, or throw it away")
    if kind == "judged" and status != "done":
        raise Conflict("the roast is not finished", allowed="carve first, then judge")
    if kind == "corrected":
        seq = data.get("seq")
        kinds = {e.seq: e.kind for e in session.log}
        if seq not in kinds or seq in session.withdrawn:
            raise Conflict(f"there is no event {seq} to correct")
        if kinds[seq] not in CORRECTABLE:
            raise Conflict(f"{kinds[seq]!r} cannot be corrected", allowed="take it back instead")
    if kind == "withdrew":
        seq = data.get("seq")
        known = {e.seq: e.kind for e in session.log}
        if seq not in known or seq in session.withdrawn:
            raise Conflict(f"there is no event {seq} to withdraw")
        if known[seq] not in WITHDRAWABLE:
            raise Conflict(f"{known[seq]!r} cannot be withdrawn", allowed="change the plan instead")
        # Stages are numbered by the way as it was when they ended.
        numbered = ("rewrote",) if known[seq] == "ended_stage" else ("rewrote", "ended_stage")
        later = any(
            e.kind in numbered for e in session.log
            if e.seq > seq and e.seq not in session.withdrawn
        )  # fmt: skip
        if known[seq] in ("rewrote", "ended_stage") and later:
            raise Conflict("the way has gone on since", allowed="take back the latest first")
        if known[seq] == "put_in" and (session.readings or session.ends):
            raise Conflict("there are readings since it went in", allowed="withdraw those first")
