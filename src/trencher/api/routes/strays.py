"""Records that cannot be read, and what was put aside: out of every list, and kept."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Path

from trencher.api.context import House, HouseDep
from trencher.api.schemas import Out, StrayOut
from trencher.service.strays import Record

router = APIRouter(prefix="/strays", tags=["kitchen"])
Key = Annotated[str, Path(min_length=1, max_length=60)]


class StraysOut(Out):
    """Records that cannot be read and wait for a word, and those put aside."""

    damaged: list[StrayOut]
    aside: list[StrayOut]


def _told(house: House) -> StraysOut:
    return StraysOut.of(damaged=house.strays.damaged(), aside=house.strays.aside())


@router.get("")
def list_strays(house: HouseDep) -> StraysOut:
    """What was met that cannot be read, and what was put aside."""
    return _told(house)


@router.put("/{record}/{key}")
def put_aside(house: HouseDep, record: Record, key: Key) -> StraysOut:
    """A roast out of every list; a day begins anew; an oven's facts and a setting are to be given
    anew. What was entered stays kept. Only a roast may be whole."""
    house.strays.put_aside(record, key)
    return _told(house)


@router.delete("/{record}/{key}")
def take_back(house: HouseDep, record: Record, key: Key) -> StraysOut:
    """As it was; a day only where nothing was entered since."""
    house.strays.take_back(record, key)
    return _told(house)
