"""The catalogue, ovens, ways worked out, the clock, and the demo's roast in progress."""

from __future__ import annotations

from fastapi import APIRouter

from trencher.api import schemas as s
from trencher.api import views
from trencher.api.context import House, HouseDep, wish_of
from trencher.api.slots import Heavy
from trencher.core.catalogue.coats import COATS
from trencher.core.catalogue.cuts import CUTS
from trencher.core.catalogue.doneness import Band
from trencher.core.catalogue.safety import FLAGS, PROFILES
from trencher.core.catalogue.salts import SALTS, grams
from trencher.core.errors import Conflict
from trencher.core.joint import LIMITS
from trencher.core.planner.printed import beside
from trencher.formats.house import GuestBody
from trencher.service.clock import FastClock
from trencher.service.hours import hour
from trencher.service.planning import all_ways, work_out

router = APIRouter(tags=["kitchen"])


@router.get("/catalogue")
def catalogue(house: HouseDep) -> s.Catalogue:
    """Cuts, doneness words, safety profiles, bounds."""
    return s.Catalogue(
        cuts=[views.cut(c) for c in (*house.kitchen.cuts(), *CUTS.values())],
        bands=[s.BandOut.of(b) for b in house.kitchen.bands()],
        coats=[s.CoatOut.of(c) for c in COATS.values()],
        salts=[s.SaltOut.of(x, teaspoon_g=grams(x, 1.0)) for x in SALTS],
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
def add_cut(house: HouseDep, body: s.OwnCutBody) -> s.Cut:
    """A cut of one's own, kept in this kitchen."""
    facts = body.model_dump(exclude={"meat", "rolled"})
    return views.cut(house.kitchen.add_cut(facts, body.meat, rolled=body.rolled))


@router.delete("/cuts/{cut_id}", status_code=204)
def drop_cut(house: HouseDep, cut_id: str) -> None:
    """Forget a cut of one's own; roasts made with it keep their facts."""
    house.kitchen.drop_cut(cut_id)


@router.put("/doneness")
def set_bands(house: HouseDep, body: s.BandsBody) -> list[s.BandOut]:
    """Keep this kitchen's own words for doneness."""
    bands = [Band(b.word, b.from_c) for b in body.bands]
    return [s.BandOut.of(b) for b in house.kitchen.set_bands(bands)]


@router.put("/people")
def set_people(house: HouseDep, body: s.PeopleBody) -> list[GuestBody]:
    """Everybody who is named at table; a name twice is a conflict."""
    house.kitchen.set_people([g.model_dump() for g in body.people])
    return body.people


@router.post("/ways", dependencies=[Heavy])
def ways(house: HouseDep, body: s.WishBody) -> s.WaysOut:
    """Every school for this joint in this oven."""
    wish = wish_of(house, body)
    return s.WaysOut(
        quick=body.quick,
        ways=[views.way(w) for w in all_ways(wish, house.kitchen.methods(), quick=body.quick)],
    )


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
