"""The Book: finished roasts, page by page, and one of them as it is told."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from fastapi import APIRouter, Query
from pydantic import ConfigDict, Field

from trencher.api import schemas as s
from trencher.api import views
from trencher.api.context import HouseDep
from trencher.api.routes.roasts import CsvResponse, RoastId
from trencher.api.schemas import BookLine, Out
from trencher.api.slots import Heavy
from trencher.core.belief.story import PartCode
from trencher.core.errors import NotFound
from trencher.core.plan import Plan
from trencher.formats.bodies import Id, In, When
from trencher.formats.plan import JointBody
from trencher.formats.sheet import write_sheet
from trencher.service.book import Memory

PAGE = 25
MEMORY = ("heat_c", "out_min", "out_c", "peak_c", "verdict", "change")
LINE_READINGS = 60
"""So many readings draw a line of the Book as well as thousands."""


class PartOut(Out):
    """What one thing did: minutes later at the take-out, or degrees at the peak."""

    code: PartCode
    words: str
    value: float


class StoryOut(Out):
    """Parts that lead from what was planned to what happened, of minutes and of °C. ``peak_read``:
    it was read; else it is reckoned from what was. ``followed``: minute and core as all readings
    make them out."""

    planned_min: float
    pulled_min: float
    minutes: list[PartOut]
    planned_c: float
    peak_c: float
    peak_read: bool
    degrees: list[PartOut]
    followed: list[tuple[float, float]]


class LastSaidOut(Out):
    """What was expected of the take-out at ``minute``, from what was read by then."""

    minute: float
    pull_min: float
    low_min: float
    high_min: float


class MoneyOut(Out):
    """In the cook's own money: a kilogram as bought, cooked, eaten, where weighed; a plate."""

    price: float
    bought: float
    cooked: float | None
    eaten: float | None
    plate: float | None


class LeftoverOut(Out):
    """What was put away of it, and what became of that."""

    what: str
    kg: float | None
    over: bool
    uses: list[str]


class PictureOut(Out):
    """A photograph: the number of its entry, its name and words; ``here``: its file is there."""

    seq: int
    picture: str
    words: str
    here: bool


class PageOut(Out):
    """A finished roast as it is told. ``late_in_min``: how much later than planned it went in;
    ``story`` null where it cannot be told, which ``why`` says."""

    oven: str
    put_in_at: datetime | None
    late_in_min: float | None
    story: StoryOut | None
    why: str
    last_said: LastSaidOut | None
    sides: list[str]
    people: int | None
    guests: list[str]
    money: MoneyOut | None
    weights: dict[str, float]
    text: str
    tags: list[str]
    pictures: list[PictureOut]
    left: list[LeftoverOut]


class MemoryBody(In):
    """A roast of before. ``heat_c``: the air; ``out_min``: how long until it came out;
    ``rest_min``: how long it stood then; ``out_c``, ``peak_c``: what it read when it came out, and
    at most."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "name": "Easter leg",
                    "joint": {"cut": "lamb-leg", "weight_kg": 2.2},
                    "oven_id": "house-oven",
                    "served_at": "2026-04-05T13:00:00+01:00",
                    "wanted_c": 60,
                    "heat_c": 180,
                    "out_min": 95,
                    "rest_min": 20,
                    "out_c": 54,
                    "verdict": "Pink.",
                }
            ]
        }
    )
    name: Annotated[str, Field(min_length=1, max_length=80)]
    joint: JointBody
    oven_id: Id
    served_at: When
    wanted_c: Annotated[float, Field(ge=30, le=99)]
    heat_c: Annotated[float, Field(ge=50, le=320)]
    out_min: Annotated[float, Field(ge=5, le=24 * 60)]
    rest_min: Annotated[float, Field(ge=0, le=240)] = 0.0
    out_c: Annotated[float, Field(ge=-5, le=120)] | None = None
    peak_c: Annotated[float, Field(ge=-5, le=120)] | None = None
    price: Annotated[float, Field(ge=0, le=1e6)] | None = None
    verdict: Annotated[str, Field(max_length=1000)] = ""
    change: Annotated[str, Field(max_length=1000)] = ""


class RememberedOut(Out):
    """The roast that was entered."""

    id: str


class BookPage(Out):
    """Some lines of the Book. ``found``: how many there are of what was asked for; ``next``: what
    to skip for the page behind this one, null where there is none."""

    lines: list[BookLine]
    found: int
    next: int | None


router = APIRouter(prefix="/book", tags=["book"])


@router.post("/remembered", status_code=201, dependencies=[Heavy])
def remember(house: HouseDep, body: MemoryBody) -> RememberedOut:
    """Enter a roast of before, from memory or paper, with what little is known."""
    facts = body.model_dump(mode="json")
    memory = {name: facts[name] for name in MEMORY}
    plan = Plan.of(
        {
            "name": body.name,
            "joint": facts["joint"],
            "oven_id": body.oven_id,
            "wanted_c": body.wanted_c,
            "rest_min": body.rest_min,
            "serve_at": body.served_at.isoformat(),
            "buy": {"price": body.price},
        }
    )
    return RememberedOut(id=house.book.remember(Memory(plan=plan, **memory)))


@router.get("")
def read_book(
    house: HouseDep,
    search: Annotated[str, Query(max_length=80)] = "",
    skip: Annotated[int, Query(ge=0, le=1_000_000)] = 0,
    count: Annotated[int, Query(ge=1, le=100)] = PAGE,
) -> BookPage:
    """A page of finished roasts, the latest first: what was planned against what happened. Those
    that have every word of ``search`` in name, cut or the cook's word. A record that cannot be read
    is missing; ``next`` goes on behind it."""
    roasts, found = house.roasts.over(search, skip, count)
    lines = [views.book_line(roast_id, x, LINE_READINGS) for roast_id, x in roasts]
    more = skip + count
    return BookPage(
        lines=[line for line in lines if line is not None],
        found=found,
        next=more if more < found else None,
    )


@router.get("/sheet.csv", response_class=CsvResponse)
def sheet(house: HouseDep) -> CsvResponse:
    """A line a roast as CSV: hours, what was read at the take-out and after, weights, yield."""
    return CsvResponse(write_sheet(house.book.sheet()))


@router.get("/{roast_id}/page", dependencies=[Heavy])
def read_page(house: HouseDep, roast_id: RoastId) -> PageOut:
    """Where the time and the degrees of a finished roast went, who ate it, what it cost."""
    found = house.book.page(roast_id)
    session = found.session
    return PageOut.of(
        found,
        weights=dict(session.weights),
        text="" if session.notes is None else session.notes.text,
        tags=[] if session.notes is None else list(session.notes.tags),
        left=[LeftoverOut.of(b, uses=[u.what for u in b.uses]) for b in session.batches],
    )


@router.get("/{roast_id}")
def read_line(house: HouseDep, roast_id: RoastId) -> s.BookLine:
    """One finished roast, with all its readings."""
    session = house.roasts.session(roast_id)
    line = views.book_line(roast_id, session) if session.status == "done" else None
    if line is None:
        raise NotFound(f"{roast_id!r} is not in the Book", where="roast", allowed="finished roasts")
    return line
