"""Methods by hand: read, changed, disturbed, asked "what if"; and those kept under a name."""

from __future__ import annotations

from typing import Any

from fastapi import APIRouter

from trencher.api import schemas as s
from trencher.api import views
from trencher.api.context import House, HouseDep, wish_of
from trencher.api.slots import Heavy
from trencher.core.method import edit as hand
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import Method
from trencher.formats.roast import roast_file
from trencher.service.own_methods import OwnMethod
from trencher.service.planning import by_hand, differences, fragile, reckoned

router = APIRouter(tags=["methods"])


def _shaped(house: House, body: s.WishBody, method: Method) -> s.MethodOut:
    return views.shaped(method, by_hand(wish_of(house, body), str(method), quick=body.quick))


@router.post("/method", dependencies=[Heavy])
def read_method(house: HouseDep, body: s.MethodBody) -> s.MethodOut:
    """A method's text as blocks, and what it does here."""
    return _shaped(house, body, parse_method(body.method))


def changed(method: Method, edit: s.Edit) -> Method:
    """The method with one change of a body."""
    match edit:
        case s.LengthEdit():
            return hand.with_minutes(method, edit.stage, edit.minutes)
        case s.GoalEdit():
            return hand.with_goal(method, edit.stage, edit.core_c, peak=edit.peak)
        case s.OutcomeEdit():
            return hand.with_outcome(method, edit.stage, edit.what)
        case s.HeatEdit():
            return hand.with_heat(method, edit.stage, edit.air_c)
        case s.InsertEdit():
            return hand.inserted(method, edit.stage, edit.kind)
        case s.SplitEdit():
            return hand.split(method, edit.stage, edit.after_min, edit.whole_min)
        case s.RemoveEdit():
            return hand.removed(method, edit.stage)
        case s.MoveEdit():
            return hand.moved(method, edit.stage, edit.to)
        case s.HangEdit():
            task = hand.task_of(edit.verb, edit.words, edit.at_min, edit.every_min)
            return hand.hung(method, edit.stage, task)
        case s.UnhangEdit():
            return hand.unhung(method, edit.stage, edit.task)
        case s.DressEdit():
            return hand.dressed(method, edit.stage, edit.dress)


@router.post("/method/edit", dependencies=[Heavy])
def edit_method(house: HouseDep, body: s.EditBody) -> s.MethodOut:
    """One change of a method, as text, as blocks, and what it does here."""
    return _shaped(house, body, changed(parse_method(body.method), body.edit))


@router.post("/fragile", dependencies=[Heavy])
def fragile_moments(house: HouseDep, body: s.MethodBody) -> list[s.DisturbanceOut]:
    """Every step of a method disturbed, the worst first."""
    return [s.DisturbanceOut.of(d) for d in fragile(wish_of(house, body), body.method)]


@router.post("/what-if", dependencies=[Heavy])
def what_if(house: HouseDep, body: s.MethodBody) -> list[s.DifferenceOut]:
    """One thing different at a time."""
    return [s.DifferenceOut.of(d) for d in differences(wish_of(house, body), body.method)]


@router.post("/reckon", dependencies=[Heavy])
def reckon_text(house: HouseDep, body: s.ReckonBody) -> s.ReckoningOut:
    """A recipe's words, a label or a rule: how it is read, and what it would do here."""
    wish = wish_of(house, body)
    found = reckoned(wish, body.text, tuple(sorted(body.answers.items())))
    return views.reckoning(found, wish.wanted_c)


@router.post("/roast-file")
def one_roast_file(house: HouseDep, body: s.MethodBody) -> dict[str, Any]:
    """Joint, oven and method as the file that ``trencher simulate`` reads."""
    wish = wish_of(house, body)
    method = str(parse_method(body.method))
    return roast_file(wish.joint, wish.cooker, method, wish.wanted_c)


# --- kept under a name ------------------------------------------------------------------------
def _shown(methods: list[OwnMethod]) -> list[s.OwnMethodOut]:
    return [s.OwnMethodOut.of(m) for m in methods]


@router.get("/methods")
def methods(house: HouseDep) -> list[s.OwnMethodOut]:
    """The cook's own methods."""
    return _shown(house.kitchen.methods())


@router.post("/methods", status_code=201)
def keep_method(house: HouseDep, body: s.OwnMethodBody) -> list[s.OwnMethodOut]:
    """Keep a method; one of the same name is replaced."""
    return _shown(house.kitchen.keep_methods([(body.name, body.method)]))


@router.delete("/methods/{method_id}")
def forget_method(house: HouseDep, method_id: str) -> list[s.OwnMethodOut]:
    """Forget a method; roasts made with it keep their text."""
    return _shown(house.kitchen.drop_method(method_id))


@router.get("/methods/file")
def methods_as_file(house: HouseDep) -> dict[str, Any]:
    """The cook's own methods as a file."""
    return house.kitchen.methods_file()


@router.post("/methods/file", status_code=201)
def methods_from_file(house: HouseDep, body: s.MethodsFileBody) -> list[s.OwnMethodOut]:
    """Methods from a file; those of a name that is kept already are replaced."""
    return _shown(house.kitchen.take_methods(body.model_dump()))
