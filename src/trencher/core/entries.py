"""What a roast's log may say: one record for each kind of entry, with when it fits and what may be
done to it later. Store, file format, API and the screens' types follow from these.

Minutes count from the moment the joint went in; temperatures are °C.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, fields, replace
from typing import Annotated, Any, ClassVar, Literal, Self, get_args

from annotated_types import Gt, Interval, Le, MaxLen, MinLen

from trencher.core.belief.reading import ReadingPlace
from trencher.core.catalogue.care import Care
from trencher.core.catalogue.senses import SENSES
from trencher.core.errors import Conflict, InputError, UnknownName
from trencher.core.events import Corrected, Entry, Payload, Withdrew
from trencher.core.joint import Joint
from trencher.core.marks import MARKS, MarkWhat
from trencher.core.method.schools import Thermometer
from trencher.core.plan import ASSUMABLE, Buy, Plan, plain_parts, plan_parts

Minute = Annotated[float, Interval(ge=0, le=60 * 24 * 60)]
"""Of the roast, or of what was kept of it."""
Celsius = Annotated[float, Interval(ge=-25, le=130)]
Seconds = Annotated[float, Interval(ge=0, le=1800)]
Number = Annotated[float, Interval(ge=-1e5, le=1e5)]
Kg = Annotated[float, Gt(0), Le(30)]
Index = Annotated[int, Interval(ge=0, le=999)]
Words = Annotated[str, MaxLen(400)]
Word = Annotated[str, MaxLen(1000)]
Name = Annotated[str, MaxLen(80)]
MethodText = Annotated[str, MaxLen(4000)]
Status = Literal["planning", "roasting", "resting", "done"]
TipPlace = Literal["core", "thin_end", "near_surface", "air"]
Closing = Literal["thrown", "never_mind"]
UseWhat = Literal["eaten", "reheated", "frozen", "thrown"]
WeighedWhat = Literal["raw", "trimmed", "cooked", "carved", "eaten", "bones"]
Tag = Annotated[str, MinLen(1), MaxLen(30)]
Digest = Annotated[str, MinLen(64), MaxLen(64)]
"""SHA-256 of a picture's bytes, in hexadecimal: its name."""
DIGEST = re.compile("[0-9a-f]{64}")
CLOSINGS: tuple[str, ...] = get_args(Closing)
"""What became of a roast that was not carved."""


@dataclass(frozen=True, kw_only=True)
class RoastEntry(Entry):
    """An entry of a roast. ``FITS``: where the roast may stand when it is added; ``CORRECTABLE``:
    which of its data may be put right; ``WITHDRAWABLE``: whether it may be taken back."""

    FITS: ClassVar[tuple[Status, ...]] = get_args(Status)
    CORRECTABLE: ClassVar[tuple[str, ...]] = ()
    WITHDRAWABLE: ClassVar[bool] = False

    def check(self) -> None:
        """InputError for data that no entry of this kind has."""

    @staticmethod
    def misfit(status: Status) -> Conflict:
        """Why it does not fit where the roast stands."""
        return Conflict(f"the joint is already {status}")


class _Under(RoastEntry):
    """While the joint is in the oven, or rests."""

    FITS = ("roasting", "resting")

    @staticmethod
    def misfit(status: Status) -> Conflict:
        """It is not in the oven yet, or over."""
        if status == "planning":
            return Conflict("the joint is not in the oven", allowed="put it in first")
        return Conflict("this roast is finished", allowed="see it in the Book")


class _OnBlock(RoastEntry):
    FITS = ("planning",)

    @staticmethod
    def misfit(status: Status) -> Conflict:
        """It is in already."""
        return Conflict(f"the joint is already {status}", allowed="withdraw 'put in' first")


class _BeforeTheEnd(RoastEntry):
    FITS = ("planning", "roasting", "resting")

    @staticmethod
    def misfit(status: Status) -> Conflict:  # noqa: ARG004
        """It is over."""
        return Conflict("this roast is finished", allowed="see it in the Book")


@dataclass(frozen=True, kw_only=True)
class Laid(Plan, RoastEntry):
    """A joint was laid on the block."""

    kind: Literal["laid"] = "laid"

    @classmethod
    def of(cls, data: Payload) -> Self:
        """Its data are the plan's."""
        return cls(**plan_parts(_of_plan(data)))

    def plain(self) -> dict[str, Any]:
        """Its data are the plan's."""
        return plain_parts({f.name: getattr(self, f.name) for f in fields(Plan)})

    @property
    def plan(self) -> Plan:
        """The plan alone."""
        return Plan(**{f.name: getattr(self, f.name) for f in fields(Plan)})


@dataclass(frozen=True, kw_only=True)
class Changed(_OnBlock):
    """Parts of the plan were changed; null: not this one."""

    kind: Literal["changed"] = "changed"
    name: str | None = None
    joint: Joint | None = None
    oven_id: str | None = None
    wanted_c: float | None = None
    rest_min: float | None = None
    serve_at: str | None = None
    thermometer: Thermometer | None = None
    ahead_min: float | None = None
    care: Care | None = None
    buy: Buy | None = None
    assumed: tuple[str, ...] | None = None

    @classmethod
    def of(cls, data: Payload) -> Self:
        """Its data are parts of a plan."""
        return cls(**plan_parts(_of_plan(data)))

    def plain(self) -> dict[str, Any]:
        """Its data are parts of a plan."""
        return plain_parts(self._parts)

    @property
    def _parts(self) -> dict[str, Any]:
        return {f.name: getattr(self, f.name) for f in fields(Plan)}

    def on(self, plan: Plan) -> Plan:
        """The plan with these parts. What is otherwise now is assumed no longer, unless the change
        says itself what is assumed."""
        new = replace(plan, **{k: v for k, v in self._parts.items() if v is not None})
        if self.assumed is not None:
            return new
        left = (n for n in ASSUMABLE if n in plan.assumed and new.value(n) == plan.value(n))
        return replace(new, assumed=tuple(left))


def _pair(pair: Any) -> tuple[float, float] | None:
    return None if pair is None else (float(pair[0]), float(pair[1]))


def _of_plan(data: Payload) -> dict[str, Any]:
    known = {f.name for f in fields(Plan)}
    return {k: v for k, v in data.items() if k in known}


@dataclass(frozen=True, kw_only=True)
class Chose(_OnBlock):
    """A way was chosen, by its text; ``pull_stage``: which of its stages the take-out ends."""

    kind: Literal["chose"] = "chose"
    method: MethodText
    pull_stage: Index
    school: Name | None = None


@dataclass(frozen=True, kw_only=True)
class Planned:
    """What was promised when the door closed: minutes and °C, their bands of 80 %, and the core's
    curve as pairs of minute and °C."""

    pull_min: Number
    pull_core_c: Number
    peak_c: Number
    peak_min: Number
    end_min: Number
    pull_band: tuple[Number, Number] | None = None
    peak_band: tuple[Number, Number] | None = None
    curve: tuple[tuple[Number, Number], ...] = ()

    @classmethod
    def of(cls, facts: Mapping[str, Any]) -> Self:
        """From plain facts: JSON has lists for its pairs."""
        bands = {k: _pair(facts.get(k)) for k in ("pull_band", "peak_band")}
        curve = tuple((float(a), float(b)) for a, b in facts.get("curve") or ())
        return cls(**{**facts, **bands, "curve": curve})


@dataclass(frozen=True, kw_only=True)
class PutIn(RoastEntry):
    """The door closed at the hour ``at`` (ISO with zone); ``core_c``: what the core read then, null
    if nobody measured."""

    FITS = ("planning",)
    CORRECTABLE = ("at", "core_c")
    WITHDRAWABLE = True
    kind: Literal["put_in"] = "put_in"
    at: Name
    core_c: Celsius | None = None
    planned: Planned | None = None

    @classmethod
    def of(cls, data: Payload) -> Self:
        """What was promised is a record of its own."""
        found, told = super().of(data), data.get("planned")
        return found if told is None else replace(found, planned=Planned.of(told))


@dataclass(frozen=True, kw_only=True)
class Read(_Under):
    """A reading, or a range that flickers; ``sure``: looked at again; ``spot``: what the cook calls
    the place; ``who`` read it, where several hands do."""

    CORRECTABLE = ("minute", "low_c", "high_c", "place", "sure")
    WITHDRAWABLE = True
    kind: Literal["read"] = "read"
    minute: Minute
    low_c: Celsius
    high_c: Celsius
    place: ReadingPlace = "core"
    instrument: Literal["probe", "spot"] = "probe"
    sure: bool = False
    spot: Name = ""
    who: Name = ""


@dataclass(frozen=True, kw_only=True)
class EndedStage(_Under):
    """A stage of the way has ended; ``seen``: the mark of what it waited for."""

    CORRECTABLE = ("minute",)
    WITHDRAWABLE = True
    kind: Literal["ended_stage"] = "ended_stage"
    stage: Index
    minute: Minute
    seen: MarkWhat | None = None


@dataclass(frozen=True, kw_only=True)
class Rewrote(_Under):
    """What is left of the way was written anew. ``ends``: stage → minute, of those that have been;
    ``code``, ``words``: of the lever that was taken."""

    WITHDRAWABLE = True
    kind: Literal["rewrote"] = "rewrote"
    code: Name
    words: Words
    method: MethodText
    pull_stage: Index
    ends: Mapping[Index, Minute]
    minute: Minute

    @classmethod
    def of(cls, data: Payload) -> Self:
        """JSON has its stages as texts."""
        ends = {int(stage): float(minute) for stage, minute in data["ends"].items()}
        return replace(super().of(data), ends=ends)


@dataclass(frozen=True, kw_only=True)
class Marked(_Under):
    """Something seen or done. ``seconds`` the door stood open, null uncounted; ``oven_id`` it was
    moved to; ``sense``: code of what was sensed."""

    CORRECTABLE = ("minute", "seconds", "text")
    WITHDRAWABLE = True
    kind: Literal["marked"] = "marked"
    what: MarkWhat
    minute: Minute
    text: Words = ""
    seconds: Seconds | None = None
    oven_id: Name | None = None
    sense: Name | None = None

    def check(self) -> None:
        """A mark and a sense that are known."""
        _one_of(self.what, tuple(MARKS), "what", "cannot be marked")
        if self.what == "sense" and self.sense not in SENSES:
            raise UnknownName("sense", self.sense, list(SENSES))


@dataclass(frozen=True, kw_only=True)
class Carved(RoastEntry):
    """Carving began."""

    FITS = ("resting",)
    CORRECTABLE = ("minute",)
    WITHDRAWABLE = True
    kind: Literal["carved"] = "carved"
    minute: Minute

    @staticmethod
    def misfit(status: Status) -> Conflict:
        """It does not rest."""
        return Conflict(f"the joint is {status}, not resting", allowed="take it out first")


@dataclass(frozen=True, kw_only=True)
class Closed(_Under):
    """It is over, and was not carved."""

    WITHDRAWABLE = True
    kind: Literal["closed"] = "closed"
    why: Closing

    def check(self) -> None:
        """An end that is known."""
        _one_of(self.why, CLOSINGS, "why", "is no end of a roast")


@dataclass(frozen=True, kw_only=True)
class Judged(RoastEntry):
    """The cook's word, and what to do otherwise the next time."""

    FITS = ("done",)
    WITHDRAWABLE = True
    kind: Literal["judged"] = "judged"
    verdict: Word
    change: Word = ""

    @staticmethod
    def misfit(status: Status) -> Conflict:  # noqa: ARG004
        """It is not over."""
        return Conflict("the roast is not finished", allowed="carve first, then judge")


@dataclass(frozen=True, kw_only=True)
class Attached(_BeforeTheEnd):
    """A channel of an instrument sits in this joint, or in its oven's air. ``minute`` null: from
    the moment it went in."""

    kind: Literal["attached"] = "attached"
    device: Name
    channel: Name
    place: TipPlace
    minute: Minute | None = None


@dataclass(frozen=True, kw_only=True)
class Detached(_BeforeTheEnd):
    """A channel's tip was pulled out."""

    kind: Literal["detached"] = "detached"
    device: Name
    channel: Name
    minute: Minute | None = None


@dataclass(frozen=True, kw_only=True)
class Answered(_Under):
    """An alarm was heard."""

    kind: Literal["answered"] = "answered"
    code: Name
    minute: Minute


@dataclass(frozen=True, kw_only=True)
class Sliced(RoastEntry):
    """What the middle of a slice read, counted from 0 at the thick end."""

    FITS = ("resting", "done")
    WITHDRAWABLE = True
    kind: Literal["sliced"] = "sliced"
    slice: Index
    minute: Minute
    low_c: Celsius

    @staticmethod
    def misfit(status: Status) -> Conflict:
        """There are no slices yet."""
        if status == "planning":
            return Conflict("the joint is not in the oven", allowed="put it in first")
        return Conflict("the joint is still in the oven", allowed="take it out first")


@dataclass(frozen=True, kw_only=True)
class Claimed(RoastEntry):
    """A portion is somebody's, or with an empty name nobody's again."""

    FITS = ("roasting", "resting", "done")
    kind: Literal["claimed"] = "claimed"
    portion: Name
    name: Name = ""

    @staticmethod
    def misfit(status: Status) -> Conflict:  # noqa: ARG004
        """There is nothing to claim yet."""
        return Conflict("the joint is not in the oven", allowed="put it in first")


@dataclass(frozen=True, kw_only=True)
class Kept(RoastEntry):
    """Something was put away, ``kg`` where it was weighed. ``plan``, ``on``: for which meal, and
    its date."""

    FITS = ("done",)
    WITHDRAWABLE = True
    kind: Literal["kept"] = "kept"
    what: Name
    minute: Minute
    kg: Kg | None = None
    plan: Words = ""
    on: Name | None = None

    @staticmethod
    def misfit(status: Status) -> Conflict:  # noqa: ARG004
        """Nothing is left yet."""
        return Conflict("the roast is not carved", allowed="carve first, then keep")


@dataclass(frozen=True, kw_only=True)
class Used(RoastEntry):
    """What was done with a batch (the number of its entry), when (ISO), of how much in kg; null:
    all of it."""

    WITHDRAWABLE = True
    kind: Literal["used"] = "used"
    batch: int
    what: UseWhat
    at: Name
    kg: Kg | None = None


@dataclass(frozen=True, kw_only=True)
class Weighed(RoastEntry):
    """What the joint weighed, in kg: as bought, trimmed for the oven, cooked, carved for the table,
    eaten; the bones. The latest of each counts."""

    CORRECTABLE = ("kg",)
    WITHDRAWABLE = True
    kind: Literal["weighed"] = "weighed"
    what: WeighedWhat
    kg: Kg

    def check(self) -> None:
        """A weight that is known."""
        _one_of(self.what, get_args(WeighedWhat), "what", "is not weighed")


@dataclass(frozen=True, kw_only=True)
class Noted(RoastEntry):
    """What the cook wants to remember of it, and words to find it by. The latest counts."""

    WITHDRAWABLE = True
    kind: Literal["noted"] = "noted"
    text: Annotated[str, MaxLen(4000)] = ""
    tags: Annotated[tuple[Tag, ...], MaxLen(12)] = ()

    @classmethod
    def of(cls, data: Payload) -> Self:
        """Tags are kept as a list."""
        return cls(text=str(data.get("text") or ""), tags=tuple(data.get("tags") or ()))


@dataclass(frozen=True, kw_only=True)
class Pictured(RoastEntry):
    """A photograph of it, by its name, and words beneath."""

    CORRECTABLE = ("words",)
    WITHDRAWABLE = True
    kind: Literal["pictured"] = "pictured"
    picture: Digest
    words: Words = ""

    def check(self) -> None:
        """A name that a picture may have."""
        if DIGEST.fullmatch(self.picture) is None:
            raise InputError(
                f"{self.picture!r} is no picture", where="picture", allowed="64 hexadecimal digits"
            )


@dataclass(frozen=True, kw_only=True)
class RoastCorrected(Corrected, RoastEntry):
    """An entry of a roast was put right."""

    WITHDRAWABLE = True


@dataclass(frozen=True, kw_only=True)
class RoastWithdrew(Withdrew, RoastEntry):
    """An entry of a roast was taken back."""


Written = (
    Chose
    | PutIn
    | Read
    | EndedStage
    | Rewrote
    | Marked
    | Carved
    | Closed
    | Judged
    | Attached
    | Detached
    | Answered
    | Sliced
    | Claimed
    | Kept
    | Used
    | Weighed
    | Noted
    | Pictured
    | RoastWithdrew
    | RoastCorrected
)
"""Every kind of entry but the two that carry a plan: a new one is named here, and store, files, API
and types have it."""
KINDS: dict[str, type[RoastEntry]] = {
    kind.kind: kind for kind in (Laid, Changed, *get_args(Written))
}


def entry_of(kind: str, data: Payload, seq: int = 0, written: str = "") -> RoastEntry:
    """An entry of a roast from its kind and its data as they are kept. InputError for a kind that
    is none; LookupError, TypeError, ValueError for data that are not its own."""
    if kind not in KINDS:
        raise InputError(
            f"{kind!r} is no event", where="kind", allowed=f"allowed: {', '.join(KINDS)}"
        )
    return replace(KINDS[kind].of(data), seq=seq, written=written)


def _one_of(value: str, allowed: tuple[str, ...], where: str, fault: str) -> None:
    if value not in allowed:
        raise InputError(
            f"{value!r} {fault}", where=where, allowed=f"allowed: {', '.join(allowed)}"
        )
