"""The catalogue, ovens, ways worked out, the clock, and the demo's roast in progress."""

from __future__ import annotations

from typing import Any

from fastapi import APIRouter

from trencher.api import schemas as s
from trencher.api import views
from trencher.api.context import House, HouseDep
from trencher.api.slots import Heavy
from trencher.core.catalogue.coats import COATS
from trencher.core.catalogue.cuts import CUTS, Cut, facts_of, own_cut
from trencher.core.catalogue.doneness import Band, checked_bands
from trencher.core.catalogue.safety import FLAGS, PROFILES
from trencher.core.catalogue.salts import SALTS, grams
from trencher.core.errors import Conflict
from trencher.core.joint import LIMITS
from trencher.core.planner.printed import beside
from trencher.formats.house import GuestBody
from trencher.service.clock import FastClock
from trencher.service.hours import hour
from trencher.service.own_methods import own_methods
from trencher.service.own_things import drop_own, keep_own, own_id
from trencher.service.people import bands_of, guests_of
from trencher.service.planning import all_ways, work_out

router = APIRouter(tags=["kitchen"])


def _bands(house: House) -> list[s.BandOut]:
    return [s.BandOut(word=b.word, from_c=b.from_c) for b in bands_of(house.repository)]


@router.get("/catalogue")
def catalogue(house: HouseDep) -> s.Catalogue:
    """Cuts, doneness words, safety profiles, bounds."""
    return s.Catalogue(
        cuts=[views.cut(c) for c in (*_own_cuts(house), *CUTS.values())],
        bands=_bands(house),
        coats=[
            s.CoatOut(
                id=c.id,
                name=c.name,
                allergens=list(c.allergens),
                cover=c.cover,
                hangs=c.hangs,
                word=c.word,
            )
            for c in COATS.values()
        ],
        salts=[s.SaltOut(id=x.id, name=x.name, teaspoon_g=grams(x, 1.0)) for x in SALTS],
        profiles=[
            {"id": p.id, "name": p.name, "source": p.source, "checked": p.checked}
            for p in PROFILES.values()
        ],
        limits={name: (low, high) for name, (low, high, _) in LIMITS.items()},
        people=[
            GuestBody.model_validate(g, from_attributes=True) for g in guests_of(house.repository)
        ],
        flags=dict(FLAGS),
        profile=house.roasts.profile().id,
        demo=house.live is not None,
    )


def _own_cuts(house: House) -> list[Cut]:
    def read(kept: Any) -> list[Cut]:
        return [own_cut(facts) for facts in kept.values()]

    return house.repository.setting_as("own_cuts", read, [])


MEATS = {
    "lean": {"water": 0.72, "protein": 0.21, "fat": 0.06},
    "marbled": {"water": 0.64, "protein": 0.19, "fat": 0.16},
    "fatty": {"water": 0.58, "protein": 0.17, "fat": 0.24},
}


@router.post("/cuts", status_code=201)
def add_cut(house: HouseDep, body: s.OwnCutBody) -> s.Cut:
    """A cut of one's own, kept in this kitchen."""
    facts: dict[str, Any] = body.model_dump(exclude={"meat", "rolled"})
    safety = {"pork": "pork", "game": "game"}.get(body.kind, "rolled" if body.rolled else "whole")
    cut = own_cut(
        {**facts, "id": own_id(body.name, "cut"), "safety": safety, "meat": MEATS[body.meat],
         "tied": body.rolled}
    )  # fmt: skip
    keep_own(house.repository, "own_cuts", cut.id, facts_of(cut))
    house.feed.ring()
    return views.cut(cut)


@router.delete("/cuts/{cut_id}", status_code=204)
def drop_cut(house: HouseDep, cut_id: str) -> None:
    """Forget a cut of one's own; roasts made with it keep their facts."""
    drop_own(house.repository, "own_cuts", cut_id, "cut")
    house.feed.ring()


@router.put("/doneness")
def set_bands(house: HouseDep, body: s.BandsBody) -> list[s.BandOut]:
    """Keep this kitchen's own words for doneness."""
    bands = checked_bands([Band(b.word, b.from_c) for b in body.bands])
    house.repository.set_setting("bands", [{"word": b.word, "from_c": b.from_c} for b in bands])
    return _bands(house)


@router.put("/people")
def set_people(house: HouseDep, body: s.PeopleBody) -> list[GuestBody]:
    """Everybody who is named at table; a name twice is a conflict."""
    names = [g.name.strip().casefold() for g in body.people]
    if len(names) != len(set(names)):
        raise Conflict("a name stands there twice", allowed="each name once")
    house.repository.set_setting("people", [g.model_dump() for g in body.people])
    house.days.tell()
    return body.people


@router.post("/ways", dependencies=[Heavy])
def ways(house: HouseDep, body: s.WishBody) -> s.WaysOut:
    """Every school for this joint in this oven."""
    wish = views.wish(body, house.repository.oven(body.oven_id), house.roasts.profile())
    return s.WaysOut(
        quick=body.quick,
        ways=[
            views.way(w) for w in all_ways(wish, own_methods(house.repository), quick=body.quick)
        ],
    )


@router.post("/printed", dependencies=[Heavy])
def printed(house: HouseDep, body: s.WishBody) -> list[s.BesideOut]:
    """What the printed rules give for this joint, beside what is computed, and why they differ."""
    wish = views.wish(body, house.repository.oven(body.oven_id), house.roasts.profile())
    return [views.beside(b) for b in beside(wish.joint)]


@router.post("/forecast", dependencies=[Heavy])
def one_method(house: HouseDep, body: s.MethodBody) -> s.ForecastOut:
    """One method, worked out."""
    wish = views.wish(body, house.repository.oven(body.oven_id), house.roasts.profile())
    found, cautions = work_out(wish, body.method, quick=body.quick)
    return views.forecast(found, cautions)


def _clock(house: House) -> s.ClockOut:
    return s.ClockOut(
        now=house.clock.now(), pace=house.clock.pace, demo=isinstance(house.clock, FastClock)
    )


@router.get("/clock")
def clock(house: HouseDep) -> s.ClockOut:
    """The hour."""
    return _clock(house)


@router.put("/clock")
def set_clock(house: HouseDep, body: s.ClockBody) -> s.ClockOut:
    """Run the demo's clock faster or forward. The kitchen's own clock cannot be set."""
    if not isinstance(house.clock, FastClock):
        raise Conflict("the clock is the kitchen's own", allowed="only the demo's clock can be set")
    if body.pace is not None:
        house.clock.set_pace(body.pace)
    if body.forward_min:
        house.clock.jump(body.forward_min)
    house.repository.set_setting(
        "clock", {"now": house.clock.now().isoformat(), "pace": house.clock.pace}
    )
    house.feed.ring(clock=True)
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
