"""Gravy from what the joint is predicted to leave in its tin: juices and fat apart, liquid, starch.

Thickening figures are kitchen practice for a litre of liquid; every one an estimate, no source.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from trencher.core.day.buying import cover_kg
from trencher.core.day.dishes import JointDish
from trencher.core.errors import InputError

Starch = Literal["flour", "cornflour", "potato", "arrowroot", "none"]
Body = Literal["thin", "coating", "thick"]

G_PER_L: dict[Starch, tuple[float, float, float]] = {
    "flour": (30.0, 45.0, 65.0),
    "cornflour": (14.0, 22.0, 32.0),
    "potato": (10.0, 16.0, 24.0),
    "arrowroot": (12.0, 19.0, 28.0),
    "none": (0.0, 0.0, 0.0),
}
"""Grams for a litre: thin, coating, thick."""
HOW: dict[Starch, str] = {
    "flour": "stirred into a spoon of the fat and cooked for two minutes before the liquid",
    "cornflour": "stirred in cold water, added at the boil, boiled for a minute",
    "potato": "stirred in cold water, added off the boil; it thins again if it boils on",
    "arrowroot": "stirred in cold water, added at the end; it clears, and thins if boiled on",
    "none": "boiled down instead: twice as much liquid, and ten minutes more",
}
BODIES: tuple[Body, ...] = ("thin", "coating", "thick")
ML_EACH = 70.0
DRIED_ON_SHARE, FAT_RENDERS = 0.45, 0.35
"""Share of the dripped water that boils off in a dry tin; share of a fat cover that runs off.
Estimates: pour yours into a glass and look."""
BOILS_DOWN = 1.15
ALLERGENS: dict[Starch, tuple[str, ...]] = {
    "flour": ("gluten",),
    "cornflour": (),
    "potato": (),
    "arrowroot": (),
    "none": (),
}


@dataclass(frozen=True, kw_only=True)
class Gravy:
    """For so many plates. ml and g; ``words`` in a cook's sentences."""

    juices_ml: float
    fat_g: float
    liquid_ml: float
    starch_g: float
    total_ml: float
    words: tuple[str, ...]
    allergens: tuple[str, ...]


def drippings(joints: Sequence[JointDish]) -> tuple[float, float]:
    """Juices in ml and fat in g that stand in the tins when the joints come out."""
    juices, fat = 0.0, 0.0
    for joint in joints:
        f = joint.forecast
        juices += f.loss.dripped * f.roast.joint.total_kg * 1000.0 * (1.0 - DRIED_ON_SHARE)
        fat += cover_kg(f.roast.joint) * 1000.0 * FAT_RENDERS
    return juices, fat


def gravy(
    joints: Sequence[JointDish],
    people: int,
    *,
    starch: Starch = "cornflour",
    body: Body = "coating",
    strain: bool = True,
) -> Gravy:
    """The gravy these joints give for so many people. InputError for an unknown starch or body."""
    if starch not in G_PER_L:
        raise InputError(
            f"{starch!r} is no starch we know",
            where="gravy.starch",
            allowed=f"allowed: {', '.join(G_PER_L)}",
        )
    if body not in BODIES:
        raise InputError(
            f"{body!r} is not known", where="gravy.body", allowed=f"allowed: {', '.join(BODIES)}"
        )
    juices, fat = drippings(joints)
    total = ML_EACH * people
    wanted = total * (2.0 if starch == "none" else BOILS_DOWN)
    liquid = max(wanted - juices, 0.0)
    grams = G_PER_L[starch][BODIES.index(body)] * total / 1000.0
    words = [
        f"Pour off the fat, about {_round(fat)} g; what is black and bitter stays in the tin.",
        f"About {_round(juices)} ml of juices are in it: loosen them with {_round(liquid)} ml of "
        "hot stock or water.",
    ]
    if starch == "none":
        words.append(f"No starch: {HOW['none']}.")
    else:
        words.append(f"{grams:.0f} g of {starch} for a {body} gravy, {HOW[starch]}.")
    words.append("Strain it; the resting juices last." if strain else "The resting juices last.")
    return Gravy(
        juices_ml=juices,
        fat_g=fat,
        liquid_ml=liquid,
        starch_g=grams,
        total_ml=total,
        words=tuple(words),
        allergens=ALLERGENS[starch],
    )


def _round(value: float) -> int:
    """To ten, as a measuring jug is read."""
    return round(value / 10.0) * 10
