"""Methods by hand: read, changed, disturbed, asked "what if"; and those kept under a name."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from fastapi import APIRouter
from pydantic import ConfigDict, Field, JsonValue

from trencher.api import schemas as s
from trencher.api import views
from trencher.api.context import House, HouseDep, wish_of
from trencher.api.schemas import MethodBody, Minute, Out, WishBody
from trencher.api.slots import Heavy
from trencher.core.method import edit as hand
from trencher.core.method.edit import Kind
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import Method
from trencher.formats.bodies import In
from trencher.formats.plan import JOINT_EXAMPLE
from trencher.formats.roast import roast_file
from trencher.service.own_methods import OwnMethod
from trencher.service.planning import by_hand, differences, fragile, reckoned

router = APIRouter(tags=["methods"])


Celsius = Annotated[float, Field(ge=-60, le=400)]


StageIndex = Annotated[int, Field(ge=0, le=99)]


class LengthEdit(In):
    """A stage lasting so many minutes."""

    op: Literal["length"]
    stage: StageIndex
    minutes: Minute


class GoalEdit(In):
    """A stage until the core is at, or will climb to, so many °C."""

    op: Literal["goal"]
    stage: StageIndex
    core_c: Celsius
    peak: bool = True


class OutcomeEdit(In):
    """A stage until it is brown, crisp or tender."""

    op: Literal["outcome"]
    stage: StageIndex
    what: Literal["brown", "crisp", "tender"]


class HeatEdit(In):
    """A stage in air of so many °C."""

    op: Literal["heat"]
    stage: StageIndex
    air_c: Celsius


class InsertEdit(In):
    """A fresh stage before the one at this place."""

    op: Literal["insert"]
    stage: StageIndex
    kind: Kind


class SplitEdit(In):
    """A stage cut in two."""

    op: Literal["split"]
    stage: StageIndex
    after_min: Minute
    whole_min: Minute


class RemoveEdit(In):
    """A stage taken out."""

    op: Literal["remove"]
    stage: StageIndex


class MoveEdit(In):
    """A stage at another place."""

    op: Literal["move"]
    stage: StageIndex
    to: StageIndex


class HangEdit(In):
    """A task hung on a stage."""

    op: Literal["hang"]
    stage: StageIndex
    verb: Annotated[str, Field(max_length=20)]
    words: Annotated[str, Field(max_length=60)] = ""
    at_min: Minute | None = None
    every_min: Annotated[float, Field(ge=1, le=48 * 60)] | None = None


class UnhangEdit(In):
    """A task taken off a stage."""

    op: Literal["unhang"]
    stage: StageIndex
    task: Annotated[int, Field(ge=0, le=99)]


class DressEdit(In):
    """What closes a stage's joint in or carries it; how a rest is covered."""

    op: Literal["dress"]
    stage: StageIndex
    dress: Annotated[str, Field(max_length=20)]


Edit = Annotated[
    LengthEdit
    | GoalEdit
    | OutcomeEdit
    | HeatEdit
    | InsertEdit
    | SplitEdit
    | RemoveEdit
    | MoveEdit
    | HangEdit
    | UnhangEdit
    | DressEdit,
    Field(discriminator="op"),
]


class EditBody(MethodBody):
    """A method and one change of it."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "joint": JOINT_EXAMPLE,
                    "oven_id": "house-oven",
                    "wanted_c": 57,
                    "rest_min": 40,
                    "quick": True,
                    "method": "210C 20min; 155C until peak 57C; rest tented 40min",
                    "edit": {"op": "heat", "stage": 1, "air_c": 140},
                }
            ]
        }
    )
    edit: Edit


class ReckonBody(WishBody):
    """A recipe's words, a label or a rule to be worked out for a joint."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "joint": JOINT_EXAMPLE,
                    "oven_id": "house-oven",
                    "wanted_c": 57,
                    "rest_min": 40,
                    "text": "Roast at 180C for 20 min per lb plus 20",
                }
            ]
        }
    )
    text: Annotated[str, Field(min_length=1, max_length=6000)]
    answers: Annotated[dict[str, Annotated[int, Field(ge=0, le=50)]], Field(max_length=50)] = {}


class MethodsBody(WishBody):
    """Several methods for one joint."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "joint": JOINT_EXAMPLE,
                    "oven_id": "house-oven",
                    "wanted_c": 57,
                    "rest_min": 40,
                    "methods": ["210C 20min; 155C until peak 57C; rest tented 40min"],
                }
            ]
        }
    )
    methods: Annotated[
        list[Annotated[str, Field(min_length=1, max_length=4000)]],
        Field(min_length=1, max_length=40),
    ]


class OwnMethodBody(In):
    """A method to be kept under a name."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {"name": "Sunday", "method": "210C 20min; 150C until peak 57C; rest open 30min"}
            ]
        }
    )
    name: Annotated[str, Field(min_length=1, max_length=60)]
    method: Annotated[str, Field(min_length=1, max_length=4000)]


class MethodsFileBody(In):
    """A file of methods; what is wrong in it is said line by line."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "format": "trencher/methods",
                    "version": 1,
                    "methods": [{"name": "Sunday", "method": "160C until peak 57C"}],
                }
            ]
        }
    )
    format: JsonValue
    version: JsonValue
    methods: JsonValue


class DisturbanceOut(Out):
    """A step gone wrong: what it costs and how to guard against it; ``harm`` in degrees."""

    code: str
    stage: int
    peak_c: float
    later_min: float
    colder_c: float
    harm: float
    text: str
    guard: str


class DifferenceOut(Out):
    """One thing different: minutes for who waits for the goal, degrees for who keeps to the
    clock; null where it cannot be said."""

    code: str
    words: str
    minutes: float | None
    degrees: float | None
    crust: float
    even: float | None
    reason: str


class OwnMethodOut(Out):
    """A method kept under a name."""

    id: str
    name: str
    method: str


def _shaped(house: House, body: s.WishBody, method: Method) -> s.MethodOut:
    return views.shaped(method, by_hand(wish_of(house, body), str(method), quick=body.quick))


@router.post("/method", dependencies=[Heavy])
def read_method(house: HouseDep, body: s.MethodBody) -> s.MethodOut:
    """A method's text as blocks, and what it does here."""
    return _shaped(house, body, parse_method(body.method))


def changed(method: Method, edit: Edit) -> Method:
    """The method with one change of a body."""
    match edit:
        case LengthEdit():
            return hand.with_minutes(method, edit.stage, edit.minutes)
        case GoalEdit():
            return hand.with_goal(method, edit.stage, edit.core_c, peak=edit.peak)
        case OutcomeEdit():
            return hand.with_outcome(method, edit.stage, edit.what)
        case HeatEdit():
            return hand.with_heat(method, edit.stage, edit.air_c)
        case InsertEdit():
            return hand.inserted(method, edit.stage, edit.kind)
        case SplitEdit():
            return hand.split(method, edit.stage, edit.after_min, edit.whole_min)
        case RemoveEdit():
            return hand.removed(method, edit.stage)
        case MoveEdit():
            return hand.moved(method, edit.stage, edit.to)
        case HangEdit():
            task = hand.task_of(edit.verb, edit.words, edit.at_min, edit.every_min)
            return hand.hung(method, edit.stage, task)
        case UnhangEdit():
            return hand.unhung(method, edit.stage, edit.task)
        case DressEdit():
            return hand.dressed(method, edit.stage, edit.dress)


@router.post("/method/edit", dependencies=[Heavy])
def edit_method(house: HouseDep, body: EditBody) -> s.MethodOut:
    """One change of a method, as text, as blocks, and what it does here."""
    return _shaped(house, body, changed(parse_method(body.method), body.edit))


@router.post("/fragile", dependencies=[Heavy])
def fragile_moments(house: HouseDep, body: MethodsBody) -> list[list[DisturbanceOut]]:
    """For each method every step of it disturbed, the worst first."""
    wish = wish_of(house, body)
    return [[DisturbanceOut.of(d) for d in fragile(wish, m)] for m in body.methods]


@router.post("/what-if", dependencies=[Heavy])
def what_if(house: HouseDep, body: s.MethodBody) -> list[DifferenceOut]:
    """One thing different at a time."""
    return [DifferenceOut.of(d) for d in differences(wish_of(house, body), body.method)]


@router.post("/reckon", dependencies=[Heavy])
def reckon_text(house: HouseDep, body: ReckonBody) -> s.ReckoningOut:
    """A recipe's words, a label or a rule: how it is read, and what it would do here."""
    wish = wish_of(house, body)
    found = reckoned(wish, body.text, tuple(sorted(body.answers.items())))
    return views.reckoning(found, wish.wanted_c)


@router.post("/roast-file")
def one_roast_file(house: HouseDep, body: s.MethodBody) -> dict[str, Any]:
    """Joint, oven and method as the file that ``trencher simulate`` reads."""
    wish = wish_of(house, body)
    method = str(parse_method(body.method))
    return roast_file(wish.joint, wish.cooker, method, wish.wanted_c, wish.doubt)


# --- kept under a name ------------------------------------------------------------------------
def _shown(methods: list[OwnMethod]) -> list[OwnMethodOut]:
    return [OwnMethodOut.of(m) for m in methods]


@router.get("/methods")
def methods(house: HouseDep) -> list[OwnMethodOut]:
    """The cook's own methods."""
    return _shown(house.kitchen.methods())


@router.post("/methods", status_code=201)
def keep_method(house: HouseDep, body: OwnMethodBody) -> list[OwnMethodOut]:
    """Keep a method; one of the same name is replaced."""
    return _shown(house.kitchen.keep_methods([(body.name, body.method)]))


@router.delete("/methods/{method_id}")
def forget_method(house: HouseDep, method_id: str) -> list[OwnMethodOut]:
    """Forget a method; roasts made with it keep their text."""
    return _shown(house.kitchen.drop_method(method_id))


@router.get("/methods/file")
def methods_as_file(house: HouseDep) -> dict[str, Any]:
    """The cook's own methods as a file."""
    return house.kitchen.methods_file()


@router.post("/methods/file", status_code=201)
def methods_from_file(house: HouseDep, body: MethodsFileBody) -> list[OwnMethodOut]:
    """Methods from a file; those of a name that is kept already are replaced."""
    return _shown(house.kitchen.take_methods(body.model_dump()))
