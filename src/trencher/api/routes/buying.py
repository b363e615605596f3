"""Buying and what comes before the day: yields, offers, the butcher's card, salt and thaw."""

from __future__ import annotations

from fastapi import APIRouter

from trencher.api import day_views
from trencher.api import schemas as s
from trencher.api.context import HouseDep, wish_of
from trencher.core.catalogue.care import Care, salt_advice
from trencher.core.day.before import teaspoons
from trencher.core.day.butcher import card
from trencher.core.joint import Joint
from trencher.core.planner.thaw import thaw
from trencher.formats.plan import CareBody
from trencher.service.buying import OnOffer, bought

router = APIRouter(tags=["buying"])


@router.post("/buying")
def buying(house: HouseDep, body: s.BuyingBody) -> s.BuyingOut:
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
    )
    return s.BuyingOut.of(
        found,
        yields=day_views.yields(found.yields),
        fat=[
            s.FatOut.of(
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
        others=[s.AtTableOut.of(o) for o in others],
    )


def _care(body: CareBody) -> Care:
    return Care(**body.model_dump())


@router.post("/salt-and-thaw")
def salt_and_thaw(body: s.SaltAskBody) -> s.SaltAdviceOut:
    """When to salt, how much, and how long it thaws."""
    joint = Joint.of(body.joint.model_dump())
    care = _care(body.care)
    advice = salt_advice(body.hours_left, uncovered=care.uncovered)
    total, spoons, salt = teaspoons(care, joint.weight_kg)
    frozen = care.frozen == "is"
    fridge = thaw(joint, "fridge", care.fridge_c).hours if frozen else None
    water = thaw(joint, "water", care.fridge_c).hours if frozen else None
    return s.SaltAdviceOut.of(
        advice, grams=total, teaspoons=spoons, salt=salt, thaw_fridge_h=fridge, thaw_water_h=water
    )
