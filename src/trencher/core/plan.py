"""The plan of a roast, as it was laid on the block and may be changed until it goes in."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import asdict, dataclass, field, fields
from typing import Any, Literal, Self, get_args

from trencher.core.catalogue.care import Care
from trencher.core.errors import InputError, UnknownName
from trencher.core.joint import Joint
from trencher.core.method.schools import Thermometer


@dataclass(frozen=True, kw_only=True)
class Offered:
    """A piece on offer: its cut, kg, price, the price before it was reduced, and the date on its
    label (ISO). ``own``: the facts of a cut of one's own."""

    name: str
    cut: str
    weight_kg: float
    price: float
    was_price: float | None = None
    use_by: str | None = None
    own: Mapping[str, Any] | None = None


@dataclass(frozen=True, kw_only=True)
class Buy:
    """What was weighed up about a joint in the shop, in the cook's own money and kg. ``label``: the
    words on its label; ``bone_kg``, ``trim_kg``: weighed, not guessed."""

    price: float | None = None
    leftover_plates: int = 0
    label_kg: float | None = None
    bone_kg: float | None = None
    trim_kg: float | None = None
    label: str = ""
    offers: tuple[Offered, ...] = ()


Assumable = Literal["weight_kg", "start_c", "wanted_c", "rest_min", "thermometer", "serve_at"]
ASSUMABLE: tuple[Assumable, ...] = get_args(Assumable)
"""What a joint may be laid with before anybody has said it."""


@dataclass(frozen=True, kw_only=True)
class Plan:
    """A joint and what is wanted of it: peak in °C, rest in minutes, the hour of serving (ISO with
    zone), and how many minutes before it the carving begins. ``assumed``: which of ``ASSUMABLE``
    nobody has said yet."""

    name: str
    joint: Joint
    oven_id: str
    wanted_c: float
    rest_min: float
    serve_at: str
    thermometer: Thermometer = "leave-in"
    ahead_min: float = 0.0
    care: Care = field(default_factory=Care)
    buy: Buy = field(default_factory=Buy)
    assumed: tuple[str, ...] = ()

    def value(self, name: Assumable) -> Any:
        """One of ``ASSUMABLE``."""
        return getattr(self.joint if name in ("weight_kg", "start_c") else self, name)

    @classmethod
    def of(cls, facts: Mapping[str, Any]) -> Self:
        """A plan from plain facts. What ``plan_parts`` raises; TypeError where one is missing."""
        return cls(**plan_parts(facts))


def _buy(facts: Mapping[str, Any]) -> Buy:
    offers = tuple(Offered(**offer) for offer in facts.get("offers") or ())
    return Buy(**{**facts, "offers": offers})


def _assumed(names: Iterable[str]) -> tuple[str, ...]:
    told = frozenset(names)
    if strange := sorted(told.difference(ASSUMABLE)):
        raise UnknownName("assumed", strange[0], ASSUMABLE)
    return tuple(name for name in ASSUMABLE if name in told)


_PARTS: dict[str, Callable[[Any], Any]] = {
    "joint": Joint.of,
    "care": lambda facts: Care(**facts),
    "buy": _buy,
    "assumed": _assumed,
}


def plan_parts(facts: Mapping[str, Any]) -> dict[str, Any]:
    """Parts of a plan from plain facts, as they stand in a log or a request; what is null is left
    out. InputError, LookupError, TypeError for what is no plan's."""
    known = {f.name for f in fields(Plan)}
    strange = sorted(set(facts) - known)
    if strange:
        raise InputError(
            f"{strange[0]!r} is no part of a plan",
            where="plan",
            allowed=f"allowed: {', '.join(sorted(known))}",
        )
    given = {name: value for name, value in facts.items() if value is not None}
    return {name: _PARTS.get(name, lambda v: v)(value) for name, value in given.items()}


def plain_parts(parts: Mapping[str, Any]) -> dict[str, Any]:
    """``plan_parts`` turned round: facts that JSON can hold."""
    return {
        name: value.plain()
        if isinstance(value, Joint)
        else asdict(value)
        if isinstance(value, Care | Buy)
        else list(value)
        if isinstance(value, tuple)
        else value
        for name, value in parts.items()
        if value is not None
    }
