"""The catalogue, ovens, ways worked out, the clock, and the demo's roast in progress."""

from __future__ import annotations

import math
from datetime import datetime, timedelta
from typing import Annotated, Literal

from fastapi import APIRouter
from pydantic import ConfigDict, Field

from trencher.api import schemas as s
from trencher.api import views
from trencher.api.context import House, HouseDep, wish_of
from trencher.api.routes.roasts import RoastId
from trencher.api.schemas import CutOut, Out, WayOut
from trencher.api.slots import Heavy
from trencher.core.catalogue.coats import COATS, CoatId
from trencher.core.catalogue.cuts import CUTS
from trencher.core.catalogue.doneness import DonenessBand
from trencher.core.catalogue.safety import FLAGS, PROFILES
from trencher.core.catalogue.salts import SALTS, grams
from trencher.core.errors import Conflict
from trencher.core.joint import LIMITS
from trencher.core.planner.printed import beside
from trencher.formats.bodies import In
from trencher.formats.house import BandIn, GuestBody
from trencher.formats.plan import bounds
from trencher.service.clock import FastClock
from trencher.service.hours import hour
from trencher.service.planning import Wish, all_ways, at_hand, unlike_ways, work_out

router = APIRouter(tags=["kitchen"])


class ClockBody(In):
    """The demo's clock: another pace, or forward by some minutes."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"pace": 60}]})
    pace: Annotated[float, Field(ge=0, le=600)] | None = None
    forward_min: Annotated[float, Field(ge=0, le=24 * 60)] | None = None


class ClockOut(Out):
    """The hour as this Trencher has it."""

    now: datetime
    pace: float
    demo: bool


class OwnCutBody(In):
    """A cut of one's own. ``meat`` stands for a composition; bone and fat as bought."""

    model_config = ConfigDict(
        json_schema_extra={"examples": [{"name": "Goat neck", "kind": "game", "collagen": True}]}
    )

    name: Annotated[str, Field(min_length=1, max_length=80)]
    kind: Literal["beef", "lamb", "pork", "game"]
    meat: Literal["lean", "marbled", "fatty"] = "lean"
    bone_share: Annotated[float, Field(ge=0.0, le=0.5)] = 0.0
    fat_mm: Annotated[float, bounds("fat_mm")] = 0.0
    usual_kg: Annotated[float, bounds("weight_kg")] = 1.5
    wanted_c: Annotated[float, Field(ge=30.0, le=99.0)] = 58.0
    collagen: bool = False
    rind: bool = False
    rolled: bool = False


class BandOut(Out):
    """A doneness word and where it starts."""

    word: str
    from_c: float


class BandsBody(In):
    """Doneness words as this kitchen uses them."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {"bands": [{"word": "rare", "from_c": 48}, {"word": "pink", "from_c": 56}]}
            ]
        }
    )
    bands: Annotated[list[BandIn], Field(min_length=2, max_length=12)]


class SaltOut(Out):
    """A kind of salt and what a level teaspoon of it weighs, g."""

    id: str
    name: str
    teaspoon_g: float


class CoatOut(Out):
    """What is put on a joint: its allergens, what a cover does to it, and the task (``hangs`` with
    ``word``) that puts it on during the roast."""

    id: CoatId
    name: str
    allergens: list[str]
    cover: str
    hangs: Literal["baste", "add"]
    word: str


class PeopleBody(In):
    """Everybody who is named."""

    model_config = ConfigDict(
        json_schema_extra={"examples": [{"people": [{"name": "Bram", "avoids": ["pork"]}]}]}
    )
    people: Annotated[list[GuestBody], Field(max_length=200)]


class Catalogue(Out):
    """What can be chosen from."""

    cuts: list[CutOut]
    bands: list[BandOut]
    coats: list[CoatOut]
    salts: list[SaltOut]
    profiles: list[dict[str, str]]
    limits: dict[str, tuple[float, float]]
    people: list[GuestBody]
    flags: dict[str, str]
    profile: str
    demo: bool


class WaysBody(s.WishBody):
    """What ways are worked out for. ``left_min``: until it is carved; null: as long as it takes."""

    left_min: Annotated[float, Field(ge=-1e6, le=1e6)] | None = None


class UnlikeOut(Out):
    """One of the three ways that differ most, and what it is the one for: ``{d:1.4}`` are marked
    differences."""

    id: str
    words: str


class WaysOut(Out):
    """All ways for a wish. ``quick``: coarse and without bands."""

    quick: bool
    ways: list[WayOut]
    unlike: list[UnlikeOut]


@router.get("/catalogue")
def catalogue(house: HouseDep) -> Catalogue:
    """Cuts, doneness words, safety profiles, bounds."""
    return Catalogue(
        cuts=[views.cut(c) for c in (*house.kitchen.cuts(), *CUTS.values())],
        bands=[BandOut.of(b) for b in house.kitchen.bands()],
        coats=[CoatOut.of(c) for c in COATS.values()],
        salts=[SaltOut.of(x, teaspoon_g=grams(x, 1.0)) for x in SALTS],
        profiles=[
            {"id": p.id, "name": p.name, "source": p.source, "checked": p.checked}
            for p in PROFILES.values()
        ],
        limits={name: (low, high) for name, (low, high, _) in LIMITS.items()},
        people=[GuestBody.model_validate(g, from_attributes=True) for g in house.kitchen.people()],
        flags=dict(FLAGS),
        profile=house.roasts.profile().id,
        demo=house.live is not None,
    )


@router.post("/cuts", status_code=201)
def add_cut(house: HouseDep, body: OwnCutBody) -> s.CutOut:
    """A cut of one's own, kept in this kitchen."""
    facts = body.model_dump(exclude={"meat", "rolled"})
    return views.cut(house.kitchen.add_cut(facts, body.meat, rolled=body.rolled))


@router.delete("/cuts/{cut_id}", status_code=204)
def drop_cut(house: HouseDep, cut_id: str) -> None:
    """Forget a cut of one's own; roasts made with it keep their facts."""
    house.kitchen.drop_cut(cut_id)


@router.put("/doneness")
def set_bands(house: HouseDep, body: BandsBody) -> list[BandOut]:
    """Keep this kitchen's own words for doneness."""
    bands = [DonenessBand(b.word, b.from_c) for b in body.bands]
    return [BandOut.of(b) for b in house.kitchen.set_bands(bands)]


@router.put("/people")
def set_people(house: HouseDep, body: PeopleBody) -> list[GuestBody]:
    """Everybody who is named at table; a name twice is a conflict."""
    house.kitchen.set_people([g.model_dump() for g in body.people])
    return body.people


QUARTER_MIN = 15.0
"""The hour of carving is taken so roughly: the three do not change with every minute."""


def _ways(house: House, wish: Wish, left_min: float, *, quick: bool) -> WaysOut:
    """Who asks for something quick gets all of it where that was worked out lately. ``left_min``
    inf: as long as it takes."""
    left = left_min if math.isinf(left_min) else QUARTER_MIN * round(left_min / QUARTER_MIN)
    own = house.kitchen.methods()
    kept = at_hand(wish, own) if quick else None
    found = all_ways(wish, own, quick=quick) if kept is None else kept
    return WaysOut(
        quick=quick and kept is None,
        ways=[views.way(w) for w in found],
        unlike=[UnlikeOut.of(u) for u in unlike_ways(found, wish.wanted_c, left)],
    )


@router.post("/ways", dependencies=[Heavy])
def ways(house: HouseDep, body: WaysBody) -> WaysOut:
    """Every school for this joint in this oven, and which three of them differ most. Who asks for
    something quick is given all of it where that was worked out lately."""
    left = math.inf if body.left_min is None else body.left_min
    return _ways(house, wish_of(house, body), left, quick=body.quick)


@router.get("/roasts/{roast_id}/ways", dependencies=[Heavy])
def ways_of_roast(house: HouseDep, roast_id: RoastId) -> WaysOut:
    """The ways of a roast as it is planned, in full where they were worked out lately, else quick:
    what a page can fetch before its scripts run."""
    plan = house.roasts.session(roast_id).plan
    wish = house.kitchen.wish(
        plan.joint, plan.oven_id, plan.wanted_c, plan.rest_min, plan.thermometer
    )
    left = hour(plan.serve_at) - timedelta(minutes=plan.ahead_min) - house.clock.now()
    return _ways(house, wish, left / timedelta(minutes=1), quick=True)


@router.post("/printed", dependencies=[Heavy])
def printed(house: HouseDep, body: s.WishBody) -> list[s.BesideOut]:
    """What the printed rules give for this joint, beside what is computed, and why they differ."""
    wish = wish_of(house, body)
    return [views.beside(b) for b in beside(wish.joint)]


@router.post("/forecast", dependencies=[Heavy])
def one_method(house: HouseDep, body: s.MethodBody) -> s.ForecastOut:
    """One method, worked out."""
    wish = wish_of(house, body)
    found, cautions = work_out(wish, body.method, quick=body.quick)
    return views.forecast(found, cautions)


def _clock(house: House) -> ClockOut:
    return ClockOut(
        now=house.clock.now(), pace=house.clock.pace, demo=isinstance(house.clock, FastClock)
    )


@router.get("/clock")
def clock(house: HouseDep) -> ClockOut:
    """The hour."""
    return _clock(house)


@router.put("/clock")
def set_clock(house: HouseDep, body: ClockBody) -> ClockOut:
    """Run the demo's clock faster or forward. The kitchen's own clock cannot be set."""
    house.kitchen.set_clock(body.pace, body.forward_min)
    return _clock(house)


@router.post("/demo/roast-in-progress", status_code=201)
def roast_in_progress(house: HouseDep) -> s.RoastLine:
    """Only in the demo: a sirloin that has been in for 36 minutes, on a fast clock."""
    if house.live is None:
        raise Conflict("this is your own kitchen", allowed="start 'make demo' for pretend roasts")
    roast_id = house.live.start()
    session = house.roasts.session(roast_id)
    return s.RoastLine(
        id=roast_id,
        name=session.plan.name,
        status=session.status,
        serve_at=hour(session.plan.serve_at),
    )
