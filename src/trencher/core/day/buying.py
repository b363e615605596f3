"""How much to buy: raw weight, servings and price, with bone, trim and cooking losses apart.

What lies hidden in a joint is a range until somebody weighs it. Shares and plates are estimates.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from trencher.core.catalogue.cuts import Cut
from trencher.core.errors import InputError, OutOfRange
from trencher.core.joint import Joint, size_of
from trencher.core.outcome.outcomes import LARGE_PLATE_KG, SMALL_PLATE_KG

Appetite = Literal["small", "usual", "hearty"]
PLATE_KG: dict[Appetite, float] = {
    "small": SMALL_PLATE_KG,
    "usual": 0.5 * (SMALL_PLATE_KG + LARGE_PLATE_KG),
    "hearty": LARGE_PLATE_KG,
}
"""Cooked meat on a plate among sides. Estimates."""
RIB_KG: dict[str, float] = {
    "beef-fore-rib": 1.15,
    "beef-single-rib": 1.1,
    "lamb-rack": 0.11,
    "pork-loin-bone": 0.30,
}
"""Raw weight that hangs on one rib. Estimates: count and weigh yours."""
BONE_DOUBT, TRIM_DOUBT = 0.25, 0.5
"""Hidden bone and fat may be this share more or less than the cut's usual."""
FAT_KG_M3, TOP_SHARE = 920.0, 0.8
"""Fat's density; share of the top that a fat cover lies on. Estimate."""
FAT_STAYS_MM = 1.0
COLD_PLATE_SHARE = 0.8
"""A cold or warmed-up plate takes less meat than the roast's own. Estimate."""

FatChoice = Literal["trimmed", "cut_away", "eaten"]


@dataclass(frozen=True, kw_only=True)
class Yield:
    """What a raw weight comes to, kg. ``plates``: (for hearty eaters, for small ones).

    ``low_kg``/``high_kg``: cooked meat while bone, trim and loss are not weighed.
    """

    raw_kg: float
    bone_kg: float
    trim_kg: float
    fat_kg: float
    cooking_kg: float
    cooked_kg: float
    low_kg: float
    high_kg: float
    ribs: int | None
    plates: tuple[int, int]


def cover_kg(joint: Joint) -> float:
    """Weight of the fat cover, kg."""
    size = size_of(joint)
    area = size.width_mm * size.length_mm * TOP_SHARE / 1e6
    fat = min(area * joint.top_fat_mm / 1000.0 * FAT_KG_M3, 0.3 * joint.weight_kg)
    return fat * joint.pieces


def ribs_of(cut: Cut, raw_kg: float) -> int | None:
    """How many ribs so much weighs; None for a cut that is not bought by the rib."""
    each = RIB_KG.get(cut.id)
    return None if each is None else max(1, round(raw_kg / each))


def yield_of(
    joint: Joint,
    loss: float,
    *,
    fat: FatChoice = "eaten",
    loss_band: tuple[float, float] | None = None,
    bone_kg: float | None = None,
    trim_kg: float | None = None,
) -> Yield:
    """What the joint comes to with this cooking loss (a share of the raw meat).

    ``fat``: cut off before (then it is no part of what roasts), cut away at table, or eaten.
    ``bone_kg``, ``trim_kg``: what was weighed of it; the cut's usual share, and its doubt, if None.
    OutOfRange for more than there is.
    """
    if not 0.0 <= loss < 0.9:
        raise OutOfRange("loss", loss, 0.0, 0.9)
    cut, raw = joint.facts, joint.total_kg
    bone = raw * cut.bone_share if bone_kg is None else bone_kg
    trim = raw * cut.trim_share if trim_kg is None else trim_kg
    for where, weighed in (("bone_kg", bone), ("trim_kg", trim)):
        if not 0.0 <= weighed <= 0.7 * raw:
            raise OutOfRange(where, weighed, 0.0, 0.7 * raw, "kg")
    cover = cover_kg(joint) if fat != "eaten" else 0.0
    meat = max(raw - bone - trim - cover, 0.0)
    cooked = meat * (1.0 - loss)
    low_loss, high_loss = loss_band or (loss, loss)
    doubt = (BONE_DOUBT * bone if bone_kg is None else 0.0) + (
        TRIM_DOUBT * trim if trim_kg is None else 0.0
    )
    return Yield(
        raw_kg=raw,
        bone_kg=bone,
        trim_kg=trim,
        fat_kg=cover,
        cooking_kg=meat * loss,
        cooked_kg=cooked,
        low_kg=max(meat - doubt, 0.0) * (1.0 - high_loss),
        high_kg=(meat + doubt) * (1.0 - low_loss),
        ribs=ribs_of(cut, raw),
        plates=(int(cooked / LARGE_PLATE_KG), int(cooked / SMALL_PLATE_KG)),
    )


def wanted_kg(appetites: Sequence[Appetite], leftover_plates: float = 0.0) -> float:
    """Cooked meat for these eaters and so many plates more, kg."""
    more = leftover_plates * PLATE_KG["usual"] * COLD_PLATE_SHARE
    return sum(PLATE_KG[a] for a in appetites) + more


def raw_for(cut: Cut, cooked_kg: float, loss: float, *, fat_kg_share: float = 0.0) -> float:
    """Raw weight as bought for so much cooked meat, kg. The bone is bought too: that is what a
    boneless rule forgets. InputError where nothing would be left to eat."""
    share = (1.0 - cut.bone_share - cut.trim_share - fat_kg_share) * (1.0 - loss)
    if share <= 0.05:
        raise InputError("nothing is left to eat", where="loss", allowed="a smaller loss")
    return cooked_kg / share


@dataclass(frozen=True, kw_only=True)
class Offer:
    """A piece on offer. ``price`` in the cook's own money for all of it, ``was_price`` before it
    was reduced; ``loss``: what it would lose in the oven, a share of the raw meat.
    ``date_in_days``: days from the table to the date on its label, negative before it; None
    without one."""

    name: str
    joint: Joint
    price: float
    loss: float
    was_price: float | None = None
    date_in_days: int | None = None

    @property
    def dated(self) -> str:
        """What the date on its label asks for; "" where it asks for nothing."""
        if self.date_in_days is None or self.date_in_days >= 0:
            return ""
        days = -self.date_in_days
        by = "1 day" if days == 1 else f"{days} days"
        return (
            f"its date is {by} before the table: into the freezer by then and thawed in time, or "
            "cooked by then"
        )

    @property
    def reduced(self) -> float | None:
        """Share by which it was reduced; None where it was not."""
        was = self.was_price
        return None if was is None or was <= self.price else 1.0 - self.price / was


@dataclass(frozen=True, kw_only=True)
class Meals:
    """An offer as meals. ``tonight``: plates of the usual size it fills, at most as many as are
    wanted; ``later``: cold or warmed plates inside the dates; ``lost``: plates that are not eaten
    in time. ``per_plate``: price of a plate that is eaten."""

    offer: Offer
    yields: Yield
    tonight: int
    later: int
    lost: int
    short: int
    per_plate: float | None


def as_meals(offer: Offer, people: int, keep_days: int, eaters_later: int) -> Meals:
    """The offer for these people tonight, and its leftovers for so many eaters a day inside the
    days that leftovers keep."""
    for price in (offer.price, offer.was_price or 0.0):
        if not (math.isfinite(price) and 0.0 <= price <= 1e6):
            raise OutOfRange("price", price, 0, 1e6)
    found = yield_of(offer.joint, offer.loss)
    plate = PLATE_KG["usual"]
    tonight = min(people, int(found.cooked_kg / plate + 1e-9))
    left = max(found.cooked_kg - tonight * plate, 0.0)
    cold = int(left / (plate * COLD_PLATE_SHARE) + 1e-9)
    later = min(cold, keep_days * eaters_later)
    eaten = tonight + later
    return Meals(
        offer=offer,
        yields=found,
        tonight=tonight,
        later=later,
        lost=cold - later,
        short=max(people - tonight, 0),
        per_plate=offer.price / eaten if eaten else None,
    )


def better(one: Meals, other: Meals) -> str:
    """Which of two offers, in a sentence or two, and what a date on a label asks for."""
    dated = [f" {m.offer.name}: {m.offer.dated}." for m in (one, other) if m.offer.dated]
    return _cheaper(one, other) + "".join(dated)


def _cheaper(one: Meals, other: Meals) -> str:
    for meals, rival in ((one, other), (other, one)):
        if meals.short == 0 and rival.short > 0:
            return f"{meals.offer.name}: {rival.offer.name} leaves {rival.short} without a plate."
    if one.per_plate is None or other.per_plate is None:
        return "One of them feeds nobody."
    cheap, dear = (one, other) if one.per_plate <= other.per_plate else (other, one)
    assert cheap.per_plate is not None
    assert dear.per_plate is not None
    if dear.per_plate - cheap.per_plate < 0.03 * dear.per_plate:
        return "A plate costs the same of either: take the one you would rather eat."
    lost = f" {cheap.lost} plates of it would not be eaten in time." if cheap.lost > 1 else ""
    return (
        f"{cheap.offer.name}: a plate costs {cheap.per_plate:.2f}, of {dear.offer.name} "
        f"{dear.per_plate:.2f}.{lost}"
    )
