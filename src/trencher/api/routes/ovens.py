"""Ovens and tins: profiles, the dial's truth, and which oven tonight."""

from __future__ import annotations

import re
import secrets

from fastapi import APIRouter

from trencher.api import schemas as s
from trencher.api import views
from trencher.api.context import House, HouseDep
from trencher.api.slots import Heavy
from trencher.core.errors import Conflict
from trencher.core.planner.fits import Tin
from trencher.core.planner.setup import check_cooker
from trencher.core.thermal.calibration import calibrate
from trencher.formats.house import TinBody
from trencher.formats.oven import OvenBody
from trencher.service.ovens import advice, ovens_tonight
from trencher.service.planning import calibration_of, cavity_of, cooker_of
from trencher.store.repository import OvenRecord

MOST_OVENS = 50
router = APIRouter(tags=["ovens"])


@router.get("/ovens")
def ovens(house: HouseDep) -> list[s.Oven]:
    """Every oven."""
    return [views.oven(o) for o in house.repository.ovens()]


def _kept(house: House, oven_id: str, body: OvenBody) -> s.Oven:
    facts = body.model_dump(mode="json", exclude={"name"})
    record = OvenRecord(oven_id, body.name, facts)
    check_cooker(cooker_of(record))
    cavity_of(record)
    house.repository.save_oven(record)
    house.feed.ring()
    return views.oven(record)


@router.post("/ovens", status_code=201)
def add_oven(house: HouseDep, body: OvenBody) -> s.Oven:
    """A new oven."""
    name = re.sub(r"[^a-z0-9]+", "-", body.name.casefold()).strip("-") or "oven"
    taken = {o.id for o in house.repository.ovens()}
    if len(taken) >= MOST_OVENS:
        raise Conflict(f"there are {len(taken)} ovens", allowed=f"at most {MOST_OVENS}: drop some")
    oven_id = name if name not in taken else f"{name}-{secrets.token_hex(2)}"
    return _kept(house, oven_id, body)


@router.put("/ovens/{oven_id}")
def change_oven(house: HouseDep, oven_id: str, body: OvenBody) -> s.Oven:
    """Change an oven."""
    house.repository.oven(oven_id)
    return _kept(house, oven_id, body)


@router.delete("/ovens/{oven_id}", status_code=204)
def drop_oven(house: HouseDep, oven_id: str) -> None:
    """Forget an oven no roast was ever planned in."""
    house.repository.oven(oven_id)
    if (name := house.repository.planned_in(oven_id)) is not None:
        raise Conflict(
            f"{name!r} is planned or was roasted in it", allowed="an oven that no roast names"
        )
    house.repository.drop_oven(oven_id)
    house.feed.ring()


@router.get("/ovens/{oven_id}/calibration")
def calibration(house: HouseDep, oven_id: str) -> s.CalibrationOut:
    """The dial's line and its band; without a measurement what any oven is given."""
    found = calibration_of(house.repository.oven(oven_id))
    return views.calibration(found or calibrate(()))


# --- tins ---------------------------------------------------------------------------------------
@router.get("/tins")
def tins(house: HouseDep) -> list[TinBody]:
    """Every tin."""
    return house.repository.setting_as("tins", lambda kept: [TinBody(**t) for t in kept], [])


@router.put("/tins")
def set_tins(house: HouseDep, body: s.TinsBody) -> list[TinBody]:
    """The kitchen's tins, all of them."""
    house.repository.set_setting("tins", [t.model_dump() for t in body.tins])
    house.feed.ring()
    return body.tins


# --- tonight ------------------------------------------------------------------------------------
@router.post("/which-oven", dependencies=[Heavy])
def which_oven(house: HouseDep, body: s.MethodBody) -> s.WhichOvenOut:
    """The same way in every oven: whether the joint fits, and which suits."""
    wish = views.wish(body, house.repository.oven(body.oven_id), house.roasts.profile())
    known = [Tin(id=str(n), **t.model_dump()) for n, t in enumerate(tins(house))]
    found = ovens_tonight(house.repository.ovens(), known, wish, body.method)
    best, words = advice(found)
    return s.WhichOvenOut(best=best, advice=words, ovens=[views.tonight(t) for t in found])
