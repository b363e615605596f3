"""What finished roasts taught: why plans say what they say, and what they go without."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter
from pydantic import ConfigDict, Field

from trencher.api.context import HouseDep, wish_of
from trencher.api.schemas import MethodBody, Out
from trencher.api.slots import Heavy
from trencher.core.belief.reasons import Reason
from trencher.formats.bodies import In
from trencher.service.learning import Overview
from trencher.service.shorts import Short

router = APIRouter(tags=["learned"])


class TaughtOut(Out):
    """A finished roast among the lessons: ``weight`` 1 where it lies among the others; ``used``:
    False where it is left out or nothing was read; ``pending``: not worked out yet."""

    id: str
    name: str
    readings: int
    weight: float
    used: bool
    left_out: bool
    pending: bool
    oven_id: str
    short: Short | None


class StrayOut(Out):
    """How far roasts of one oven stray from each other: of the time to the take-out, a share."""

    oven: str
    name: str
    count: int
    share: float


class HandsOut(Out):
    """How long after its moment a joint comes out here: the middle one of ``count`` roasts, 0 where
    too few are known."""

    middle: float
    count: int


class LearnedOut(Out):
    """What the Book taught, as a whole."""

    roasts: list[TaughtOut]
    strays: list[StrayOut]
    left_out: list[tuple[str, str]]
    hands: HandsOut


class LeaveOutBody(In):
    """Plans go without what a roast, an oven, a cut, a cover or all taught, or by it again."""

    model_config = ConfigDict(
        json_schema_extra={"examples": [{"what": "oven", "name": "house-oven", "out": True}]}
    )
    what: Literal["roast", "oven", "cut", "cover", "all"]
    name: Annotated[str, Field(max_length=80)]
    out: bool


def _shown(found: Overview) -> LearnedOut:
    return LearnedOut.of(found)


@router.get("/learned")
def learned(house: HouseDep) -> LearnedOut:
    """What finished roasts taught, and which of them."""
    return _shown(house.roasts.learning.overview())


@router.post("/learned/left-out")
def leave_out(house: HouseDep, body: LeaveOutBody) -> LearnedOut:
    """Leave something out, or take it in again."""
    house.roasts.learning.leave_out(body.what, body.name, out=body.out)
    return _shown(house.roasts.learning.overview())


@router.post("/why", dependencies=[Heavy])
def why(house: HouseDep, body: MethodBody) -> list[Reason]:
    """What earlier roasts taught of this joint, oven and way."""
    found = wish_of(house, body).why(body.method, house.roasts.learning.names())
    return list(found)


@router.get("/roasts/{roast_id}/why", dependencies=[Heavy])
def why_here(house: HouseDep, roast_id: str) -> list[Reason]:
    """What earlier roasts taught of this one; nothing before a way is chosen."""
    session = house.roasts.session(roast_id)
    if session.method is None:
        return []
    found = house.roasts.wish(session).why(session.method, house.roasts.learning.names())
    return list(found)
