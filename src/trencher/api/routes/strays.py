"""Records that cannot be read, and what was put aside: out of every list, and kept."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Path

from trencher.api import schemas as s
from trencher.api.context import House, HouseDep

router = APIRouter(prefix="/strays", tags=["kitchen"])
Key = Annotated[str, Path(min_length=1, max_length=60)]


def _told(house: House) -> s.StraysOut:
    def out(x: object) -> s.StrayOut:
        return s.StrayOut.model_validate(x, from_attributes=True)

    repository = house.repository
    return s.StraysOut(
        damaged=[out(x) for x in repository.damaged()], aside=[out(x) for x in repository.put_by()]
    )


@router.get("")
def list_strays(house: HouseDep) -> s.StraysOut:
    """What was met that cannot be read, and what was put aside."""
    return _told(house)


@router.put("/roast/{roast_id}")
def put_aside(house: HouseDep, roast_id: Key) -> s.StraysOut:
    """Take a roast out of every list; what was entered stays kept."""
    heading = house.repository.put_aside(roast_id, house.clock.now().isoformat())
    house.feed.ring(day=heading.serve_at[:10])
    return _told(house)


@router.delete("/roast/{roast_id}")
def take_back(house: HouseDep, roast_id: Key) -> s.StraysOut:
    """Into the lists again."""
    heading = house.repository.take_back(roast_id)
    house.feed.ring(day=heading.serve_at[:10])
    return _told(house)


@router.put("/day/{date}")
def put_day_aside(house: HouseDep, date: Key) -> s.StraysOut:
    """Let a day begin anew; what was entered stays kept."""
    house.repository.put_day_aside(date, house.clock.now().isoformat())
    house.feed.ring(day=date)
    return _told(house)


@router.delete("/day/{date}")
def take_day_back(house: HouseDep, date: Key) -> s.StraysOut:
    """The day as it was, where nothing was entered since."""
    house.repository.take_day_back(date)
    house.feed.ring(day=date)
    return _told(house)
