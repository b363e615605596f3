"""Records that cannot be read, and what was put aside: out of every list, and kept."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter, Path

from trencher.api import schemas as s
from trencher.api.context import House, HouseDep

router = APIRouter(prefix="/strays", tags=["kitchen"])
Record = Literal["roast", "day", "oven", "setting"]
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


@router.put("/{record}/{key}")
def put_aside(house: HouseDep, record: Record, key: Key) -> s.StraysOut:
    """A roast out of every list; a day begins anew; an oven's facts and a setting are to be given
    anew. What was entered stays kept. Only a roast may be whole."""
    repository, at = house.repository, house.clock.now().isoformat()
    match record:
        case "roast":
            house.feed.ring(day=repository.put_aside(key, at).serve_at[:10])
        case "day":
            repository.put_day_aside(key, at)
            house.feed.ring(day=key)
        case _:
            repository.put_facts_aside(record, key, at)
            house.days.tell()
    return _told(house)


@router.delete("/{record}/{key}")
def take_back(house: HouseDep, record: Record, key: Key) -> s.StraysOut:
    """As it was; a day only where nothing was entered since."""
    repository = house.repository
    match record:
        case "roast":
            house.feed.ring(day=repository.take_back(key).serve_at[:10])
        case "day":
            repository.take_day_back(key)
            house.feed.ring(day=key)
        case _:
            repository.take_facts_back(record, key)
            house.days.tell()
    return _told(house)
