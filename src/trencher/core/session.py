"""A roast as a fold: (session, event) → session. Pure; only the service knows the hour.

Minutes count from the moment the joint went in. Events are only ever added; ``withdrew`` takes an
earlier one out of what counts, and both stay in the log. Folding the log again gives the same
session, which is what makes a crash harmless.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field, replace
from typing import Literal

from trencher.core.errors import Conflict, InputError
from trencher.core.events import Event, Folded, Payload, folded

Status = Literal["planning", "roasting", "resting", "done"]

KINDS = (
    "laid", "changed", "chose", "put_in", "read", "ended_stage", "rewrote", "marked", "carved",
    "judged",
    "withdrew",
)  # fmt: skip
WHILE_IN = ("read", "marked", "ended_stage", "rewrote")
MARKS = ("door", "browned", "basted", "moved_probe", "note")
WITHDRAWABLE = ("put_in", "read", "ended_stage", "rewrote", "marked", "carved", "judged")


@dataclass(frozen=True)
class LoggedReading:
    """A reading with its place in the log."""

    seq: int
    minute: float
    low_c: float
    high_c: float
    place: str


@dataclass(frozen=True)
class Mark:
    """Something seen or done, with its minute."""

    seq: int
    what: str
    minute: float
    text: str


@dataclass(frozen=True, kw_only=True)
class Session(Folded):
    """Where a roast stands. ``ends``: stage index → minute; ``put_in_at`` is the service's word.

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
    carved_min: float | None = None
    verdict: Payload | None = None

    @property
    def pulled_min(self) -> float | None:
        """Minute of the take-out, or None."""
        return None if self.pull_stage is None else self.ends.get(self.pull_stage)


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
    reading = LoggedReading(e.seq, d["minute"], d["low_c"], d["high_c"], d.get("place", "core"))
    ordered = sorted((*s.readings, reading), key=lambda r: (r.minute, r.seq))
    return replace(s, readings=tuple(ordered))


def _ended_stage(s: Session, e: Event) -> Session:
    ends = {**s.ends, int(e.data["stage"]): float(e.data["minute"])}
    out = s.pull_stage is not None and s.pull_stage in ends
    return replace(s, ends=ends, status="resting" if out else s.status)


def _rewrote(s: Session, e: Event) -> Session:
    """What is left of the way, written anew: what has been stays as long as it was."""
    d = e.data
    ends = {int(stage): float(minute) for stage, minute in d["ends"].items()}
    out = d["pull_stage"] in ends
    return replace(
        s, method=d["method"], pull_stage=d["pull_stage"], ends=ends,
        status="resting" if out else "roasting",
    )  # fmt: skip


def _marked(s: Session, e: Event) -> Session:
    mark = Mark(e.seq, e.data["what"], e.data["minute"], e.data.get("text", ""))
    return replace(s, marks=(*s.marks, mark))


def _carved(s: Session, e: Event) -> Session:
    return replace(s, carved_min=e.data["minute"], status="done")


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
    "carved": _carved,
    "judged": _judged,
}


def apply(session: Session, event: Event) -> Session:
    """The session after one more event."""
    return folded(session, event, _FOLDS)


def replay(events: Iterable[Event]) -> Session:
    """The session a log makes."""
    session = Session()
    for event in events:
        session = apply(session, event)
    return session


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
    if kind == "marked" and data.get("what") not in MARKS:
        raise InputError(
            f"{data.get('what')!r} cannot be marked", where="what",
            allowed=f"allowed: {', '.join(MARKS)}",
        )  # fmt: skip
    if kind == "carved" and status != "resting":
        raise Conflict(f"the joint is {status}, not resting", allowed="take it out first")
    if kind == "judged" and status != "done":
        raise Conflict("the roast is not finished", allowed="carve first, then judge")
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
