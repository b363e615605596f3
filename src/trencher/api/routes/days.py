"""Days: the running order, its changes, ticks, clashes and repairs; and the sides."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from fastapi import APIRouter, Path, Query, Response
from pydantic import ConfigDict, Field

from trencher.api import day_views as views
from trencher.api.context import DeliveryDep, House, HouseDep
from trencher.api.schemas import Out
from trencher.api.slots import Heavy
from trencher.core.catalogue.sides import SIDES
from trencher.core.units import in_fahrenheit, in_metric
from trencher.formats.bodies import In, When
from trencher.formats.calendar import calendar_file
from trencher.formats.day import DayChange
from trencher.formats.house import OwnSideBody

router = APIRouter(prefix="/days", tags=["days"])
Date = Annotated[str, Path(pattern=r"^\d{4}-\d{2}-\d{2}$", examples=["2026-10-03"])]


class SlippedBody(In):
    """“I forgot …”: which slip, about which dish ("" for the table), said of which line."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"code": "plates_cold", "dish": ""}]})
    code: Annotated[str, Field(min_length=1, max_length=40)]
    dish: Annotated[str, Field(max_length=60)] = ""
    step: Annotated[str | None, Field(max_length=160)] = None


class DidBody(In):
    """A step that is done, or skipped; ``at`` for an earlier minute."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"step": "table/plates"}]})
    step: Annotated[str, Field(min_length=1, max_length=160)]
    skipped: bool = False
    at: When | None = None


class UndoBody(In):
    """Which event of the day to take back; null for the latest."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"seq": None}]})
    seq: Annotated[int | None, Field(ge=1, le=2**31)] = None


class DaysOut(Out):
    """Dates with something on them, the one to show, and how many sit down on each."""

    dates: list[str]
    likely: str | None
    people: dict[str, int]


def _part(body: DayChange) -> dict[str, Any]:
    dumped = body.model_dump(mode="json", exclude_unset=True)
    # No such hours is something to be kept; anything else that is null stays as it was.
    return {k: v for k, v in dumped.items() if v is not None or k in ("quiet", "away")}


def _view(house: House, date: str) -> views.DayOut:
    return views.day(house.days.planned(date))


@router.get("")
def days(house: HouseDep) -> DaysOut:
    """Dates with something on them."""
    dates = house.days.dates()
    people = {date: count for date in dates if (count := house.days.people(date)) is not None}
    return DaysOut(dates=dates, likely=house.days.likely(), people=people)


@router.get("/{date}")
def get_day(
    house: HouseDep,
    date: Date,
    latest: Annotated[bool, Query(description="as it was worked out last, at once")] = False,
) -> views.DayOut:
    """A day, worked out; ``stale`` where it was asked for as it was last and has changed since."""
    return views.day(house.days.planned(date, latest=latest))


@router.patch("/{date}")
def change(house: HouseDep, date: Date, body: DayChange) -> views.DayOut:
    """Change a day; its joints follow its hour."""
    house.days.change(date, _part(body))
    return _view(house, date)


@router.post("/{date}/try", dependencies=[Heavy])
def attempt(house: HouseDep, date: Date, body: DayChange) -> views.DayOut:
    """What a change would do; nothing is kept."""
    return views.day(house.days.planned(date, _part(body)))


@router.post("/{date}/steps")
def did(house: HouseDep, date: Date, body: DidBody, delivery: DeliveryDep) -> views.DayOut:
    """A step is done, or skipped."""
    house.days.did(date, body.step, body.at, skipped=body.skipped, by=delivery)
    return _view(house, date)


@router.get("/{date}/slips")
def slips(
    house: HouseDep, date: Date, step: Annotated[str | None, Query(max_length=160)] = None
) -> list[views.SlipOut]:
    """What may have been forgotten about a step, or at all; each with what to do now."""
    planned = house.days.planned(date)
    return [views.slip(m, dish, planned) for m, dish in house.days.slips(date, step)]


@router.post("/{date}/slips", status_code=201)
def slipped(house: HouseDep, date: Date, body: SlippedBody) -> views.DayOut:
    """Own up to a slip; its mend becomes a task."""
    house.days.slipped(date, body.code, body.dish, body.step)
    return _view(house, date)


@router.post("/{date}/again")
def again(house: HouseDep, date: Date) -> views.DayOut:
    """Plan the rest anew from this minute; what has begun stays where it stands."""
    house.days.again(date)
    return _view(house, date)


@router.post("/{date}/undo")
def undo(house: HouseDep, date: Date, body: UndoBody) -> views.DayOut:
    """Take back an event of the day."""
    house.days.undo(date, body.seq)
    return _view(house, date)


@router.get("/{date}/repairs/{number}", dependencies=[Heavy])
def repairs(
    house: HouseDep, date: Date, number: Annotated[int, Path(ge=0, le=200)]
) -> list[views.RepairOut]:
    """Ways out of one clash, each tried in full; the best first."""
    planned = house.days.planned(date)
    return [views.repair(r, planned) for r in house.days.repairs(date, number)]


@router.get("/{date}/calendar.ics", response_class=Response)
def calendar(house: HouseDep, date: Date, units: Literal["C", "F"] = "C") -> Response:
    """The running order for any calendar; taken in again, it moves what is there."""
    planned = house.days.planned(date)
    text = calendar_file(
        date,
        planned.serve_at,
        planned.order,
        stamp=house.clock.now(),
        sequence=planned.day.last_seq,
        words=in_metric if units == "C" else in_fahrenheit,
    )
    return Response(text, media_type="text/calendar; charset=utf-8")


sides = APIRouter(prefix="/sides", tags=["days"])


@sides.get("")
def list_sides(house: HouseDep) -> list[views.SideOut]:
    """Every side, one's own first."""
    return [views.side(x) for x in (*house.days.tables.sides().values(), *SIDES.values())]


@sides.post("", status_code=201)
def add_side(house: HouseDep, body: OwnSideBody) -> views.SideOut:
    """A side of one's own, kept in this kitchen."""
    facts = {k: v for k, v in body.model_dump(mode="json").items() if v is not None}
    return views.side(house.kitchen.add_side(facts))


@sides.delete("/{side_id}", status_code=204)
def drop_side(house: HouseDep, side_id: Annotated[str, Path(max_length=60)]) -> None:
    """Forget a side of one's own. Conflict while a day has it."""
    house.kitchen.drop_side(side_id)
