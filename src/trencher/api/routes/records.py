"""Records that cannot be read, and what was put aside: out of every list, and kept."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Path

from trencher.api.context import House, HouseDep
from trencher.api.schemas import Out, RecordOut
from trencher.service.records import RecordKind

router = APIRouter(prefix="/records", tags=["kitchen"])
Key = Annotated[str, Path(min_length=1, max_length=60)]


class RecordsOut(Out):
    """Records that cannot be read and wait for a word, and those put aside."""

    damaged: list[RecordOut]
    aside: list[RecordOut]


def _told(house: House) -> RecordsOut:
    return RecordsOut.of(damaged=house.records.damaged(), aside=house.records.aside())


@router.get("")
def list_records(house: HouseDep) -> RecordsOut:
    """What was met that cannot be read, and what was put aside."""
    return _told(house)


@router.put("/{kind}/{key}")
def put_aside(house: HouseDep, kind: RecordKind, key: Key) -> RecordsOut:
    """A roast out of every list; a day begins anew; an oven's facts and a setting are to be given
    anew. What was entered stays kept. Only a roast may be whole."""
    house.records.put_aside(kind, key)
    return _told(house)


@router.delete("/{kind}/{key}")
def take_back(house: HouseDep, kind: RecordKind, key: Key) -> RecordsOut:
    """As it was; a day only where nothing was entered since."""
    house.records.take_back(kind, key)
    return _told(house)
