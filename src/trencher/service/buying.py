"""How much to buy, worked out for the joint as it will be roasted here."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date

from trencher.core.catalogue.safety import FLAGS
from trencher.core.day.buying import (
    COLD_PLATE_SHARE,
    FAT_STAYS_MM,
    PLATE_KG,
    Appetite,
    FatChoice,
    Meals,
    Offer,
    Yield,
    as_meals,
    better,
    cover_kg,
    raw_for,
    ribs_of,
    wanted_kg,
    yield_of,
)
from trencher.core.day.people import Guest, appetites
from trencher.core.day.yields import (
    CUT_SD,
    Ratio,
    WeighedYield,
    eaten_ratio,
    with_yield,
    words,
    yield_ratio,
)
from trencher.core.joint import Joint
from trencher.core.planner.forecast import Forecast
from trencher.service.planning import Wish, work_out
from trencher.service.way_changes import first_way

LOSS_DOUBT = (0.03, 0.05)
"""How much less, and more, it may lose than predicted: shares of the raw meat. Estimate."""
LATER_EATERS = 2
"""Who eats leftovers on each of the days that they keep: a small household."""


@dataclass(frozen=True)
class FatWay:
    """One choice about the fat cover, worked out."""

    choice: FatChoice
    yields: Yield
    forecast: Forecast


@dataclass(frozen=True, kw_only=True)
class Bought:
    """The answer for a joint and its table. ``learned``: what weighed roasts changed of it."""

    yields: Yield
    wanted_kg: float
    buy_kg: float
    buy_ribs: int | None
    over_plates: float
    fat: tuple[FatWay, ...]
    meals: tuple[Meals, ...]
    better: str
    keep_days: int
    figure: str
    raised: tuple[str, ...]
    learned: tuple[str, ...] = ()


def _forecast(wish: Wish, joint: Joint) -> Forecast:
    here = replace(wish, joint=joint)
    return work_out(here, first_way(here), quick=True)[0]


@dataclass(frozen=True, kw_only=True)
class OnOffer:
    """A piece in a shop. ``use_by``: the date on its label."""

    name: str
    joint: Joint
    price: float
    was_price: float | None = None
    use_by: date | None = None


@dataclass(frozen=True)
class AtTable:
    """Another joint of the same table: its meat and what of it comes onto plates, kg."""

    name: str
    kind: str
    cooked_kg: float


def bought(
    wish: Wish,
    guests: Sequence[Guest],
    people: int,
    leftover_plates: float,
    price: float | None,
    offers: Sequence[OnOffer],
    table_on: date | None = None,
    bone_kg: float | None = None,
    trim_kg: float | None = None,
    others: Sequence[AtTable] = (),
    weighed: Sequence[WeighedYield] = (),
    eaten: Sequence[float] = (),
) -> Bought:
    """Yields, what to buy, the fat cover's choices, and the offers as meals.

    The joint itself is the first offer where it has a price. ``table_on``: the day it is eaten.
    ``bone_kg``, ``trim_kg``: what was weighed of it. ``others``: joints that feed the same people;
    this one is for what they leave, and at least for those who eat none of them. ``weighed``,
    ``eaten``: what earlier roasts came to, and what was eaten of them.
    """
    joint = wish.joint
    found = _forecast(wish, joint)
    gave, ate = yield_ratio(weighed, joint.cut), eaten_ratio(eaten)
    loss = with_yield(found.loss.fraction, gave)
    eaters = appetites(guests, people, joint.facts.kind)
    tonight = ate.factor * _left_for_it(guests, eaters, joint.facts.kind, others)
    wanted = tonight + wanted_kg((), leftover_plates)
    yields = yield_of(
        joint, loss, loss_band=_loss_band(loss, gave), bone_kg=bone_kg, trim_kg=trim_kg
    )
    buy = raw_for(joint.facts, wanted, loss)
    spare = yields.cooked_kg - tonight
    # What is over is eaten cold, and a cold plate takes less; what is missing is missing tonight.
    plates_over = spare / (PLATE_KG["usual"] * (COLD_PLATE_SHARE if spare > 0 else 1.0))
    profile = wish.profile
    tried = list(offers)
    if price is not None:
        tried.insert(0, OnOffer(name=joint.facts.name, joint=joint, price=price))
    meals = tuple(
        as_meals(
            Offer(
                name=o.name,
                joint=o.joint,
                price=o.price,
                was_price=o.was_price,
                loss=with_yield(
                    _forecast(wish, o.joint).loss.fraction, yield_ratio(weighed, o.joint.cut)
                ),
                date_in_days=None
                if o.use_by is None or table_on is None
                else (o.use_by - table_on).days,
            ),
            min(len(eaters), math.ceil(tonight / PLATE_KG["usual"] - 1e-6)),
            profile.keep_days,
            LATER_EATERS,
        )
        for o in tried
    )
    judged = joint.judged
    raised = tuple(FLAGS[f] for f in joint.flags) if judged.safety != joint.facts.safety else ()
    return Bought(
        yields=yields,
        wanted_kg=wanted,
        buy_kg=buy,
        buy_ribs=ribs_of(joint.facts, buy),
        over_plates=plates_over,
        fat=_fat(wish, found),
        meals=meals,
        better=better(meals[0], meals[1]) if len(meals) > 1 else "",
        keep_days=profile.keep_days,
        figure=profile.figures[judged.safety].words,
        raised=raised,
        learned=tuple(
            said
            for said in (words(gave, f"{joint.facts.name} gives"), words(ate, "people here eat"))
            if said
        ),
    )


def _loss_band(loss: float, gave: Ratio) -> tuple[float, float]:
    """The loss, less and more: what weighed roasts of the cut leave of the doubt."""
    sure = min(1.0, gave.sd / CUT_SD)
    return max(loss - LOSS_DOUBT[0] * sure, 0.0), loss + LOSS_DOUBT[1] * sure


def _left_for_it(
    guests: Sequence[Guest], eaters: Sequence[Appetite], kind: str, others: Sequence[AtTable]
) -> float:
    """Cooked meat that this joint must give tonight, kg."""
    all_of_it = wanted_kg(eaters)
    if not others:
        return all_of_it
    only_here = [
        g.appetite for g in guests if g.eats(kind) and not any(g.eats(o.kind) for o in others)
    ]
    return max(all_of_it - sum(o.cooked_kg for o in others), wanted_kg(only_here))


def _fat(wish: Wish, found: Forecast) -> tuple[FatWay, ...]:
    """Trimmed before, cut away at table, or eaten; () where there is hardly any."""
    joint = wish.joint
    if joint.top_fat_mm <= FAT_STAYS_MM + 1.0 or joint.facts.rind:
        return ()
    bare = replace(
        joint,
        fat_mm=FAT_STAYS_MM,
        weight_kg=max(joint.weight_kg - cover_kg(joint), 0.1),
        thickness_mm=None
        if joint.thickness_mm is None
        else max(joint.thickness_mm - joint.top_fat_mm + FAT_STAYS_MM, 15.0),
    )
    trimmed = _forecast(wish, bare)
    return (
        FatWay("trimmed", yield_of(bare, trimmed.loss.fraction), trimmed),
        FatWay("cut_away", yield_of(joint, found.loss.fraction, fat="cut_away"), found),
        FatWay("eaten", yield_of(joint, found.loss.fraction), found),
    )
