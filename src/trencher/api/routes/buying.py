"""Buying and what comes before the day: yields, offers, the butcher's card, salt and thaw."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Literal

from fastapi import APIRouter
from pydantic import ConfigDict, Field

from trencher.api import day_views
from trencher.api.context import HouseDep, wish_of
from trencher.api.schemas import MealsOut, Out, WishBody, YieldOut
from trencher.core.catalogue.care import Care, salt_advice
from trencher.core.day.before import teaspoons
from trencher.core.day.butcher import card
from trencher.core.joint import Joint
from trencher.core.planner.thaw import thaw
from trencher.formats.bodies import Id, In
from trencher.formats.plan import JOINT_EXAMPLE, CareBody, JointBody, OfferBody
from trencher.service.buying import OnOffer, bought

router = APIRouter(tags=["buying"])


class BuyingBody(WishBody):
    """How much to buy: the joint as it is, who eats, what is left over, the price, other offers."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "joint": JOINT_EXAMPLE,
                    "oven_id": "house-oven",
                    "wanted_c": 57,
                    "rest_min": 40,
                    "people": 8,
                    "leftover_plates": 4,
                    "price": 52.0,
                    "offers": [
                        {
                            "name": "On the bone",
                            "cut": "beef-fore-rib",
                            "weight_kg": 3.0,
                            "price": 66.0,
                        }
                    ],
                }
            ]
        }
    )
    people: Annotated[int, Field(ge=1, le=200)]
    roast_id: Annotated[Id | None, Field(description="so that its table's other joints count")] = (
        None
    )
    leftover_plates: Annotated[float, Field(ge=0, le=200)] = 0
    price: Annotated[float | None, Field(ge=0, le=1e6)] = None
    offers: Annotated[list[OfferBody], Field(max_length=4)] = []
    table_on: date | None = None
    bone_kg: Annotated[float | None, Field(ge=0, le=20)] = None
    trim_kg: Annotated[float | None, Field(ge=0, le=20)] = None
    care: CareBody = CareBody()


class FatOut(Out):
    """One way with the fat cover: what it does to plates, time, crust and loss."""

    choice: Literal["trimmed", "cut_away", "eaten"]
    yields: YieldOut
    pull_min: float
    crust: float
    loss: float


class AtTableOut(Out):
    """Another joint that feeds the same people."""

    name: str
    cooked_kg: float


class BuyingOut(Out):
    """What this joint feeds, what to buy instead, and what each offer comes to. ``others``: joints
    of the same table, already counted."""

    others: list[AtTableOut]

    yields: YieldOut
    wanted_kg: float
    buy_kg: float
    buy_ribs: int | None
    over_plates: float
    fat: list[FatOut]
    meals: list[MealsOut]
    better: str
    keep_days: int
    card: list[str]
    figure: str
    figure_raised: list[str]
    learned: list[str]


class SaltAdviceOut(Out):
    """When to salt with the time that is left."""

    when: Literal["now", "just_before", "at_table"]
    depth_mm: float
    words: str
    grams: float
    teaspoons: float
    salt: str
    thaw_fridge_h: float | None
    thaw_water_h: float | None


class SaltAskBody(In):
    """Salt and thawing for a joint, with so many hours left before it goes in."""

    model_config = ConfigDict(
        json_schema_extra={"examples": [{"joint": JOINT_EXAMPLE, "hours_left": 6.0}]}
    )
    joint: JointBody
    care: CareBody = CareBody()
    hours_left: Annotated[float, Field(ge=-1e6, le=1e6)]


@router.post("/buying")
def buying(house: HouseDep, body: BuyingBody) -> BuyingOut:
    """What the joint feeds, how much to buy, what the fat does, what each offer comes to."""
    wish = wish_of(house, body)
    offers = [
        OnOffer(
            name=o.name,
            price=o.price,
            was_price=o.was_price,
            use_by=o.use_by,
            joint=Joint.of({"cut": o.cut, "weight_kg": o.weight_kg, "own": o.own}),
        )
        for o in body.offers
    ]
    others = house.days.beside(body.roast_id) if body.roast_id else []
    found = bought(
        wish,
        house.days.tables.guests(),
        body.people,
        body.leftover_plates,
        body.price,
        offers,
        body.table_on,
        body.bone_kg,
        body.trim_kg,
        others,
        *house.roasts.learning.yields(),
    )
    return BuyingOut.of(
        found,
        yields=day_views.yields(found.yields),
        fat=[
            FatOut.of(
                f.forecast,
                choice=f.choice,
                yields=day_views.yields(f.yields),
                loss=f.forecast.loss.fraction,
            )
            for f in found.fat
        ],
        meals=[day_views.meals(m) for m in found.meals],
        card=list(card(wish.joint, _care(body.care))),
        figure_raised=list(found.raised),
        others=[AtTableOut.of(o) for o in others],
    )


def _care(body: CareBody) -> Care:
    return Care(**body.model_dump())


@router.post("/salt-and-thaw")
def salt_and_thaw(body: SaltAskBody) -> SaltAdviceOut:
    """When to salt, how much, and how long it thaws."""
    joint = Joint.of(body.joint.model_dump())
    care = _care(body.care)
    advice = salt_advice(body.hours_left, uncovered=care.uncovered)
    total, spoons, salt = teaspoons(care, joint.weight_kg)
    frozen = care.frozen == "is"
    fridge = thaw(joint, "fridge", care.fridge_c).hours if frozen else None
    water = thaw(joint, "water", care.fridge_c).hours if frozen else None
    return SaltAdviceOut.of(
        advice, grams=total, teaspoons=spoons, salt=salt, thaw_fridge_h=fridge, thaw_water_h=water
    )
