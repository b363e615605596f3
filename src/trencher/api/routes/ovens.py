"""Ovens and tins: profiles, the dial's truth, and which oven tonight."""

from __future__ import annotations

from typing import Annotated, Any

from fastapi import APIRouter
from pydantic import ConfigDict, Field

from trencher.api import schemas as s
from trencher.api import views
from trencher.api.context import HouseDep, wish_of
from trencher.api.schemas import Out, TonightOut
from trencher.api.slots import Heavy
from trencher.formats.bodies import In
from trencher.formats.house import TinBody
from trencher.formats.oven import OvenBody
from trencher.service.ovens import advice, ovens_tonight

MOST_OVENS = 50
router = APIRouter(tags=["ovens"])


class TinsBody(In):
    """Every tin of the kitchen."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {"tins": [{"name": "Tray", "length_mm": 420, "width_mm": 340, "depth_mm": 25}]}
            ]
        }
    )
    tins: Annotated[list[TinBody], Field(max_length=20)]


class WhichOvenOut(Out):
    """The same way in every oven, and which suits."""

    best: str | None
    advice: str
    ovens: list[TonightOut]


@router.get("/ovens")
def ovens(house: HouseDep) -> list[s.OvenOut]:
    """Every oven."""
    return [views.oven(o) for o in house.kitchen.ovens()]


def _facts(body: OvenBody) -> dict[str, Any]:
    return body.model_dump(mode="json", exclude={"name"})


@router.post("/ovens", status_code=201)
def add_oven(house: HouseDep, body: OvenBody) -> s.OvenOut:
    """A new oven."""
    return views.oven(house.kitchen.add_oven(body.name, _facts(body)))


@router.put("/ovens/{oven_id}")
def change_oven(house: HouseDep, oven_id: str, body: OvenBody) -> s.OvenOut:
    """Change an oven."""
    return views.oven(house.kitchen.change_oven(oven_id, body.name, _facts(body)))


@router.delete("/ovens/{oven_id}", status_code=204)
def drop_oven(house: HouseDep, oven_id: str) -> None:
    """Forget an oven no roast was ever planned in."""
    house.kitchen.drop_oven(oven_id)


@router.get("/ovens/{oven_id}/calibration")
def calibration(house: HouseDep, oven_id: str) -> s.CalibrationOut:
    """The dial's line and its band; without a measurement what any oven is given."""
    return views.calibration(house.kitchen.calibration(oven_id))


# --- tins ---------------------------------------------------------------------------------------
@router.get("/tins")
def tins(house: HouseDep) -> list[TinBody]:
    """Every tin."""
    return [TinBody.model_validate(t, from_attributes=True) for t in house.kitchen.tins()]


@router.put("/tins")
def set_tins(house: HouseDep, body: TinsBody) -> list[TinBody]:
    """The kitchen's tins, all of them."""
    house.kitchen.set_tins([t.model_dump() for t in body.tins])
    return body.tins


# --- tonight ------------------------------------------------------------------------------------
@router.post("/which-oven", dependencies=[Heavy])
def which_oven(house: HouseDep, body: s.MethodBody) -> WhichOvenOut:
    """The same way in every oven: whether the joint fits, and which suits."""
    wish = wish_of(house, body)
    kitchen = house.kitchen
    found = ovens_tonight(kitchen.ovens(), kitchen.tins(), wish, body.method)
    best, words = advice(found)
    return WhichOvenOut(best=best, advice=words, ovens=[views.tonight(t) for t in found])
