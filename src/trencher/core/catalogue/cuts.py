"""A cut: what it is made of and shaped like, under every name a cook may type.

Proportions, trim, bone and fat cover are estimates (``estimate``); compositions are typical of the
national tables, rounded (``composition-typical``). Users' measurements always win over proportions,
and users add cuts of their own (``own_cut``).
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, fields, replace
from typing import Any, Literal, get_args

from trencher.core.catalogue.cut_records import RECORDS
from trencher.core.errors import InputError, OutOfRange, UnknownName
from trencher.core.thermal.geometry import Profile, Section, fullness, section_area
from trencher.core.thermal.properties import LEAN, Composition, raw_density

Kind = Literal["beef", "lamb", "pork", "game"]
SafetyClass = Literal["whole", "rolled", "pork", "game", "boar"]


@dataclass(frozen=True, kw_only=True)
class Cut:
    """One cut. ``shape``: thickness : width : length at its usual weight; shares are of the raw
    weight as bought.

    ``thickness_mm``: of ``usual_kg``; it goes with weight to the power ``grows``: 0 for what is cut
    across the animal (weight buys length), a third for what is cut whole. None: the shape alone
    rules, in all directions. ``spread``: its relative spread from animal to animal. ``fat_mm``:
    usual fat on top, under the rind if there is one. ``tied``: usually sold tied.
    ``wanted_c``: the usual peak; ``collagen``: wants time at heat, not a core number;
    ``slow``: has collagen enough to be either pink or, after hours, tender.
    """

    id: str
    kind: Kind
    name: str
    aliases: tuple[str, ...] = ()
    shape: tuple[float, float, float]
    thickness_mm: float | None = None
    grows: float = 1.0 / 3.0
    spread: float = 0.12
    profile: Profile = "even"
    section: Section = "oval"
    meat: Composition = LEAN
    bone_share: float = 0.0
    trim_share: float = 0.02
    fat_mm: float = 0.0
    usual_kg: float = 1.8
    wanted_c: float = 57.0
    collagen: bool = False
    slow: bool = False
    rind: bool = False
    tied: bool = False
    safety: SafetyClass = "whole"
    note: str = ""
    sources: tuple[str, ...] = ("composition-typical", "estimate")


def _of_record(record: Mapping[str, Any]) -> Cut:
    """A cut from its record, which gives anatomy (thickness, how wide) instead of proportions: the
    length is what the usual weight leaves."""
    facts = {key: value for key, value in record.items() if key != "wide"}
    if "meat" in facts:
        facts["meat"] = Composition(**facts["meat"])
    cut = Cut(**facts, shape=(1.0, record["wide"], 1.0))
    assert cut.thickness_mm is not None
    thick, wide = cut.thickness_mm / 1000, record["wide"]
    volume = cut.usual_kg / raw_density(cut.meat, cut.bone_share)
    section = section_area(thick, wide * thick, cut.section) * fullness(cut.profile)
    return replace(cut, shape=(1.0, wide, round(volume / section / thick, 2)))


CUTS: dict[str, Cut] = {record["id"]: _of_record(record) for record in RECORDS}

CUSTOM = Cut(
    id="custom", kind="beef", name="A piece of lean meat", shape=(1.0, 1.0, 2.0),
    profile="flat", trim_share=0.0, note="An even cylinder with flat ends.",
)  # fmt: skip


def may_be_tender(cut: Cut) -> bool:
    """Whether hours at heat make it tender: it wants them, or may have them."""
    return cut.collagen or cut.slow


def cut_named(cut_id: str) -> Cut:
    """The cut with this id. UnknownName offers the nearest ids."""
    if cut_id == "custom":
        return CUSTOM
    try:
        return CUTS[cut_id]
    except (KeyError, TypeError):
        raise UnknownName("joint.cut", cut_id, [*CUTS, "custom"]) from None


OWN_LIMITS: dict[str, tuple[float, float, str]] = {
    "bone_share": (0.0, 0.5, ""), "trim_share": (0.0, 0.4, ""), "fat_mm": (0.0, 40.0, "mm"),
    "usual_kg": (0.1, 25.0, "kg"), "wanted_c": (30.0, 99.0, "°C"),
}  # fmt: skip
OWN_RATIO = (0.2, 10.0)
OWN_CHOICES: dict[str, tuple[str, ...]] = {
    "kind": get_args(Kind), "profile": get_args(Profile), "section": get_args(Section),
    "safety": get_args(SafetyClass),
}  # fmt: skip
OWN_WORDS = ("id", "name", "note")
OWN_SWITCHES = ("collagen", "slow", "rind", "tied")
OWN_ALLOWED = (
    *OWN_WORDS, "aliases", "shape", "meat", *OWN_LIMITS, *OWN_CHOICES, *OWN_SWITCHES,
)  # fmt: skip


def _wrong(what: str, where: str, allowed: str) -> InputError:
    return InputError(what, where=where, allowed=f"allowed: {allowed}")


def _number(value: object, where: str, low: float, high: float, unit: str = "") -> float:
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise _wrong(f"{value!r} is not a number", where, f"{low:g} to {high:g} {unit}".strip())
    if not (math.isfinite(value) and low <= value <= high):
        raise OutOfRange(where, value, low, high, unit)
    return float(value)


def own_cut(facts: Mapping[str, Any], where: str = "joint.cut") -> Cut:
    """A user's own cut from plain facts; what is not given is as for a lean, even piece.

    ``shape`` is three numbers, ``meat`` water, protein and fat as shares. InputError names the
    field and what is allowed.
    """
    for key in facts:
        if key not in OWN_ALLOWED:
            raise _wrong(f"{key!r} is not known", where, ", ".join(OWN_ALLOWED))
    name = facts.get("name")
    if not isinstance(name, str) or not 1 <= len(name.strip()) <= 80:
        raise _wrong(f"{name!r} is no name", f"{where}.name", "1 to 80 letters")
    found: dict[str, Any] = {"id": "own", "kind": "beef", "shape": (1.0, 1.2, 2.0)}
    found["sources"] = ("own",)
    for key, value in facts.items():
        at = f"{where}.{key}"
        if key in OWN_LIMITS:
            low, high, unit = OWN_LIMITS[key]
            found[key] = _number(value, at, low, high, unit)
        elif key in OWN_CHOICES:
            if value not in OWN_CHOICES[key]:
                raise _wrong(f"{value!r} is not known", at, ", ".join(OWN_CHOICES[key]))
            found[key] = value
        elif key in OWN_SWITCHES:
            if not isinstance(value, bool):
                raise _wrong(f"{value!r} is not a switch", at, "true, false")
            found[key] = value
        elif key in OWN_WORDS:
            if not isinstance(value, str) or len(value) > 300:
                raise _wrong(f"{value!r} is not text", at, "at most 300 letters")
            found[key] = value.strip()
        elif key == "aliases":
            if not isinstance(value, list | tuple) or not all(isinstance(a, str) for a in value):
                raise _wrong(f"{value!r} are no names", at, "a list of names")
            found[key] = tuple(a.strip() for a in value[:20])
        elif key == "shape":
            if not isinstance(value, list | tuple) or len(value) != 3:
                raise _wrong(f"{value!r} is no shape", at, "thickness, width, length")
            found[key] = tuple(_number(v, at, *OWN_RATIO) for v in value)
        else:
            found[key] = _meat(value, at)
    return Cut(**found)


def _meat(value: object, where: str) -> Composition:
    parts = ("water", "protein", "fat")
    if not isinstance(value, Mapping) or set(value) - {*parts, "ash"}:
        raise _wrong(f"{value!r} is no composition", where, "water, protein and fat as shares")
    shares = {p: _number(value.get(p, 0.0), f"{where}.{p}", 0.0, 1.0) for p in parts}
    total = sum(shares.values())
    if not (0.90 <= total <= 1.0 and shares["water"] >= 0.2):
        raise _wrong(f"the shares sum to {total:g}", where, "0.9 to 1, at least 0.2 of it water")
    # What is left is ash and rounding: the three are stretched to leave one hundredth.
    scale = 0.99 / total
    return Composition(**{p: round(v * scale, 6) for p, v in shares.items()})


def facts_of(cut: Cut) -> dict[str, Any]:
    """An own cut as the plain facts it was made from."""
    facts = {f.name: getattr(cut, f.name) for f in fields(cut) if f.name in OWN_ALLOWED}
    facts["meat"] = {p: getattr(cut.meat, p) for p in ("water", "protein", "fat")}
    facts["shape"], facts["aliases"] = list(cut.shape), list(cut.aliases)
    return facts
