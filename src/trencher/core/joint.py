"""The joint as it is known: measured where someone measured, estimated from cut and weight else."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, fields, replace
from functools import lru_cache
from typing import Any, get_args

from trencher.core.catalogue.coats import CoatId, coat_named
from trencher.core.catalogue.cuts import Cut, cut_named, facts_of, own_cut
from trencher.core.catalogue.safety import FLAGS, raised
from trencher.core.errors import InputError, OutOfRange, UnknownName
from trencher.core.thermal.geometry import fullness, section_area
from trencher.core.thermal.properties import raw_density
from trencher.core.thermal.surface import SurfaceState

LIMITS: dict[str, tuple[float, float, str]] = {
    "weight_kg": (0.1, 25.0, "kg"),
    "thickness_mm": (15.0, 400.0, "mm"),
    "width_mm": (15.0, 1000.0, "mm"),
    "length_mm": (20.0, 2000.0, "mm"),
    "start_c": (-25.0, 45.0, "°C"),
    "fat_mm": (0.0, 40.0, "mm"),
    "pieces": (1, 12, "pieces"),
}
"""Bounds of every input of a joint: lowest, highest, unit."""

MEASURED_SD, GUESSED_SD = 0.03, 0.08
"""Relative doubt of a length measured with a tape, and of one estimated beside it. Estimate. A
thickness that nobody measured is as uncertain as its cut's spread."""
SHORTEST, LONGEST_MM = 0.7, 1200.0
"""A piece is cut no shorter than this share of its thickness, nor longer; else its section is
another. Estimate."""
SPREAD = 1.1
"""An untied piece is at least this much flatter and wider."""
TIE_SHARE = 0.6
"""Tying takes a loose piece this share of the way to a round one; a cut's shape is as it is usually
sold. Estimate, no source: measure before and after."""
MOST_WIDENING = 0.25
"""However wild the contradiction between measures and weight, the doubt stays a doubt."""
NORMAL_MISMATCH = 0.25
"""Rounded ends and gaps make measures and weight differ this much without anyone being wrong."""


@dataclass(frozen=True, kw_only=True)
class Joint:
    """A joint. Lengths in mm where measured, else None; ``start_c`` throughout at the start.

    ``fat_mm``: fat on top, None for the cut's usual. ``surface``: how wet it goes in. ``tied``:
    None for as the cut is usually sold. ``coat``: what is put on it, which heat may spoil; it
    changes nothing else. ``flags``: what raises its figure (``safety.FLAGS``). ``own``: the user's
    own cut, named by ``cut``. ``pieces``: so many alike roast together, ``weight_kg`` each.
    ``bones_on``: boned, and its bones tied back under it; they are not in the weight.
    """

    cut: str
    weight_kg: float
    thickness_mm: float | None = None
    width_mm: float | None = None
    length_mm: float | None = None
    start_c: float = 7.0
    fat_mm: float | None = None
    surface: SurfaceState = "blotted"
    tied: bool | None = None
    coat: CoatId = "none"
    own: Cut | None = None
    flags: tuple[str, ...] = ()
    pieces: int = 1
    bones_on: bool = False

    def __post_init__(self) -> None:
        if self.own is None:
            cut_named(self.cut)
        if self.surface not in get_args(SurfaceState):
            raise InputError(
                f"{self.surface!r} is not known",
                where="joint.surface",
                allowed=f"allowed: {', '.join(get_args(SurfaceState))}",
            )
        coat_named(self.coat)
        for flag in self.flags:
            if flag not in FLAGS:
                raise UnknownName("joint.flags", flag, FLAGS)
        for name, (low, high, unit) in LIMITS.items():
            value = getattr(self, name)
            if value is None:
                continue
            if isinstance(value, bool) or not isinstance(value, int | float):
                raise InputError(
                    f"{value!r} is not a number",
                    where=f"joint.{name}",
                    allowed=f"allowed: {low:g} to {high:g} {unit}",
                )
            if not (math.isfinite(value) and low <= value <= high):
                raise OutOfRange(f"joint.{name}", value, low, high, unit)
        if self.pieces != int(self.pieces):
            raise InputError(f"{self.pieces} pieces", where="joint.pieces", allowed="whole ones")

    @classmethod
    def of(cls, facts: Mapping[str, Any]) -> Joint:
        """A joint from plain facts, null for what nobody measured. An own cut's facts stand with
        it (``own``), so that a roast keeps what it was made with. InputError, TypeError."""
        own = facts.get("own")
        known = {k: v for k, v in facts.items() if k != "own" and v is not None}
        if "flags" in known:
            known["flags"] = tuple(known["flags"])
        return cls(**known, own=None if own is None else own_cut({**own, "id": known["cut"]}))

    def plain(self) -> dict[str, Any]:
        """``of`` turned round: facts that JSON can hold."""
        facts = {f.name: getattr(self, f.name) for f in fields(self)}
        own = None if self.own is None else facts_of(self.own)
        return {**facts, "flags": list(self.flags), "own": own}

    @property
    def total_kg(self) -> float:
        """All of its pieces."""
        return self.weight_kg * self.pieces

    @property
    def facts(self) -> Cut:
        """The catalogue's record of its cut."""
        return self.own or cut_named(self.cut)

    @property
    def judged(self) -> Cut:
        """The cut with the safety class that this joint's flags raise it to."""
        cut = self.facts
        return replace(cut, safety=raised(cut.safety, self.flags))

    @property
    def top_fat_mm(self) -> float:
        """Fat on top in mm: measured, else the cut's usual."""
        return self.facts.fat_mm if self.fat_mm is None else self.fat_mm


@dataclass(frozen=True, kw_only=True)
class Size:
    """Outer measures in mm with relative doubt, and which were estimated.

    ``mismatch``: (volume by measures) / (volume by weight) − 1, None unless all are measured.
    """

    thickness_mm: float
    width_mm: float
    length_mm: float
    thickness_sd: float
    span_sd: float
    estimated: tuple[str, ...]
    mismatch: float | None


def _usual(joint: Joint, volume: float, unit: float) -> dict[str, float]:
    """Thickness, width and length in mm of such a cut of this weight, nothing measured.

    ``volume`` m³; ``unit``: share of thickness × width × length that is meat. Tied pieces lie
    rounder and untied ones flatter, at the same section.
    """
    cut = joint.facts
    thick, wide, long = cut.shape
    if cut.thickness_mm is None:
        size = 1000.0 * (volume / (unit * thick * wide * long)) ** (1.0 / 3.0)
        thick, wide, long = thick * size, wide * size, long * size
    else:
        ratio = wide / thick
        thick = cut.thickness_mm * (joint.weight_kg / cut.usual_kg) ** cut.grows
        long = 1e9 * volume / (unit * ratio * thick**2)
        # A sliver of a loin is a slice of it, and nothing that big has one loin's section.
        for limit in (max(SHORTEST * thick, long), min(LONGEST_MM, max(SHORTEST * thick, long))):
            if limit != long:
                thick *= math.sqrt(long / limit)
                long = limit
        wide = ratio * thick
    if joint.tied is not None and joint.tied != cut.tied:
        pull = (wide / thick) ** (0.5 * TIE_SHARE)
        if not joint.tied:
            pull = 1.0 / max(pull, SPREAD)
        thick, wide = thick * pull, wide / pull
    return {"thickness_mm": thick, "width_mm": wide, "length_mm": long}


@lru_cache(maxsize=512)
def size_of(joint: Joint) -> Size:
    """Outer measures: measured ones stand; the others are the animal's, and fill up to the weight.

    Of a piece whose thickness alone was measured, the width follows it half-way (by its logarithm):
    a thick loin is partly a big animal's and partly tied rounder.
    """
    cut = joint.facts
    volume = joint.weight_kg / raw_density(cut.meat, cut.bone_share)
    unit = section_area(1.0, 1.0, cut.section) * fullness(cut.profile)
    usual = _usual(joint, volume, unit)
    known = {name: getattr(joint, name) for name in usual if getattr(joint, name) is not None}
    if joint.cut == "custom" and len(known.keys() & {"thickness_mm", "width_mm"}) == 1:
        # A custom piece is a cylinder unless both are given.
        known["thickness_mm"] = known["width_mm"] = next(
            known[name] for name in ("thickness_mm", "width_mm") if name in known
        )
    across = known.keys() & {"thickness_mm", "width_mm"}
    if len(across) == 1 and "length_mm" not in known:
        have = next(iter(across))
        other = "width_mm" if have == "thickness_mm" else "thickness_mm"
        known[other] = usual[other] * math.sqrt(known[have] / usual[have])
    missing = [name for name in usual if name not in known]
    if missing:
        product = unit * math.prod(v / 1000 for v in known.values())
        product *= math.prod(usual[name] / 1000 for name in missing)
        scale = (volume / product) ** (1.0 / len(missing))
        for name in missing:
            known[name] = usual[name] * scale
    for name in usual:
        if getattr(joint, name) is None:
            low, high, _ = LIMITS[name]
            known[name] = min(max(known[name], low), high)
    measured = unit * math.prod(known[name] / 1000 for name in usual)
    guessed = tuple(name for name in usual if getattr(joint, name) is None)
    mismatch = None if guessed else measured / volume - 1.0
    widen = min(max(0.0, abs(mismatch or 0.0) - 0.05) / 3.0, MOST_WIDENING)
    rules = "thickness_mm" if known["thickness_mm"] <= known["width_mm"] else "width_mm"
    return Size(
        thickness_mm=known["thickness_mm"],
        width_mm=known["width_mm"],
        length_mm=known["length_mm"],
        thickness_sd=math.hypot(cut.spread if rules in guessed else MEASURED_SD, widen / 2),
        span_sd=math.hypot(GUESSED_SD if len(guessed) > 1 else 0.05, widen),
        estimated=guessed,
        mismatch=mismatch,
    )
