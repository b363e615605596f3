"""Side dishes as records: their steps in order, the heat each wants, how long each may stand.

Every time and heat is an estimate of ordinary kitchen practice, no source: yours win. A side is a
chain of steps; what a step leaves behind may ``wait_min`` for the next (the last: for the table).
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Literal, get_args

from trencher.core.catalogue.side_records import RECORDS
from trencher.core.errors import InputError, OutOfRange, UnknownName

Where = Literal["hands", "oven", "hob", "stand"]
SideKind = Literal["roots", "bake", "green", "grain", "sauce", "gravy", "pudding", "main"]
Vessel = Literal["none", "tray", "dish", "mould", "pan", "pot"]


@dataclass(frozen=True, kw_only=True)
class SideStep:
    """One step of a side. Minutes for eight people; ``hands_min`` of them busy.

    ``ref_c``: air at which an oven step takes ``minutes``; ``low_c``/``high_c``: air it bears.
    ``brown_min``: minutes at 200 °C until it is brown, 0 if it is not meant to. ``wait_min``: how
    long what it yields may wait; ``stand_min``: how long it must. ``after_joint``: not before a
    joint is out (its drippings, or its hot oven). ``warm``: the waiting is hot food's.
    """

    where: Where
    words: str
    minutes: float
    hands_min: float = 0.0
    wait_min: float = 30.0
    stand_min: float = 0.0
    ref_c: float = 0.0
    low_c: float = 0.0
    high_c: float = 0.0
    brown_min: float = 0.0
    covered: bool = False
    turns: int = 0
    height_mm: float = 90.0
    vessel: Vessel = "none"
    after_joint: bool = False
    warm: bool = False


@dataclass(frozen=True, kw_only=True)
class Side:
    """A side dish. ``in_tin``: it may cook round the joint in the joint's own tin. ``hold``: how
    it waits. ``full_main``: it feeds those who eat none of the joint."""

    id: str
    name: str
    kind: SideKind
    steps: tuple[SideStep, ...]
    hold: str = ""
    in_tin: bool = False
    full_main: bool = False
    allergens: tuple[str, ...] = ()
    grams: float = 120.0
    source: str = "estimate"

    @property
    def hold_min(self) -> float:
        """How long it may wait for the table when it is ready."""
        return self.steps[-1].wait_min

    @property
    def uses_drippings(self) -> bool:
        """Whether it is made from the joint's tin."""
        return self.kind == "gravy"


def _side(record: Mapping[str, Any]) -> Side:
    return Side(**{**record, "steps": tuple(SideStep(**step) for step in record["steps"])})


SIDES: dict[str, Side] = {record["id"]: _side(record) for record in RECORDS}

OWN_LIMITS: dict[str, tuple[float, float, str]] = {
    "minutes": (0.0, 600.0, "min"), "hands_min": (0.0, 180.0, "min"),
    "prep_min": (0.0, 180.0, "min"), "hold_min": (0.0, 4320.0, "min"),
    "ref_c": (50.0, 300.0, "°C"), "low_c": (40.0, 300.0, "°C"), "high_c": (50.0, 320.0, "°C"),
    "brown_min": (0.0, 180.0, "min"),
}  # fmt: skip
OWN_ALLOWED = ("id", "name", "where", "full_main", "allergens", *OWN_LIMITS)


def side_named(side_id: str, own: Mapping[str, Side] | None = None) -> Side:
    """The side with this id, of the catalogue or one's own. UnknownName offers the nearest."""
    known = {**SIDES, **(own or {})}
    if side_id not in known:
        raise UnknownName("side", side_id, list(known))
    return known[side_id]


def own_side(facts: Mapping[str, Any], where: str = "side") -> Side:
    """A user's own side from plain facts: a preparation, one step in the oven or on the hob (or
    none), and how long it may wait. InputError names the field and what is allowed."""
    for key in facts:
        if key not in OWN_ALLOWED:
            raise InputError(
                f"{key!r} is not known", where=where, allowed=f"allowed: {', '.join(OWN_ALLOWED)}"
            )
    name = facts.get("name")
    if not isinstance(name, str) or not 1 <= len(name.strip()) <= 60:
        raise InputError(
            f"{name!r} is no name", where=f"{where}.name", allowed="1 to 60 letters"
        )  # fmt: skip
    cooked = facts.get("where", "hob")
    if cooked not in get_args(Where) or cooked == "stand":
        raise InputError(
            f"{cooked!r} is not known", where=f"{where}.where", allowed="allowed: oven, hob, hands"
        )
    number = {"minutes": 20.0, "hands_min": 4.0, "prep_min": 5.0, "hold_min": 15.0,
              "ref_c": 180.0, "low_c": 160.0, "high_c": 200.0, "brown_min": 0.0}  # fmt: skip
    for key, (low, high, unit) in OWN_LIMITS.items():
        value = facts.get(key)
        if value is None:
            continue
        if isinstance(value, bool) or not isinstance(value, int | float):
            raise InputError(
                f"{value!r} is not a number", where=f"{where}.{key}",
                allowed=f"allowed: {low:g} to {high:g} {unit}",
            )  # fmt: skip
        if not low <= value <= high:
            raise OutOfRange(f"{where}.{key}", value, low, high, unit)
        number[key] = float(value)
    if cooked == "oven" and not number["low_c"] <= number["ref_c"] <= number["high_c"]:
        raise InputError(
            f"{number['ref_c']:g} lies outside {number['low_c']:g} to {number['high_c']:g}",
            where=f"{where}.ref_c", allowed="lowest ≤ usual ≤ highest heat",
        )  # fmt: skip
    name = name.strip()
    steps: list[SideStep] = []
    if number["prep_min"] > 0 and cooked != "hands":
        steps.append(
            SideStep(
                where="hands", words=f"Prepare: {name}", minutes=number["prep_min"],
                hands_min=number["prep_min"], wait_min=180.0,
            )
        )  # fmt: skip
    steps.append(_own_step(cooked, name, number))
    allergens = facts.get("allergens") or ()
    return Side(
        id=str(facts.get("id") or "own"), name=name, kind="main" if facts.get("full_main") else
        "bake" if cooked == "oven" else "green", steps=tuple(steps),
        full_main=bool(facts.get("full_main")), allergens=tuple(str(a) for a in allergens),
        source="own",
    )  # fmt: skip


def _own_step(cooked: Where, name: str, number: Mapping[str, float]) -> SideStep:
    if cooked == "hands":
        busy = max(number["prep_min"], number["hands_min"], 1.0)
        return SideStep(
            where="hands", words=f"Make: {name}", minutes=busy, hands_min=busy,
            wait_min=number["hold_min"],
        )  # fmt: skip
    oven = cooked == "oven"
    return SideStep(
        where=cooked, words=f"Roast: {name}" if oven else f"Cook: {name}",
        minutes=max(number["minutes"], 1.0), hands_min=number["hands_min"],
        wait_min=number["hold_min"], ref_c=number["ref_c"] if oven else 0.0,
        low_c=number["low_c"] if oven else 0.0, high_c=number["high_c"] if oven else 0.0,
        brown_min=number["brown_min"] if oven else 0.0, vessel="dish" if oven else "pan", warm=True,
    )  # fmt: skip
