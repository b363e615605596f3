"""Instruments: what they push, what they are called, and the key they need."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Header, Path

from trencher.api import schemas as s
from trencher.api import views
from trencher.api.context import House, HouseDep

router = APIRouter(prefix="/instruments", tags=["instruments"])


def _all(house: House) -> s.InstrumentsOut:
    return s.InstrumentsOut(
        key=house.devices.key(),
        instruments=[views.instrument(i) for i in house.devices.instruments()],
    )


@router.get("")
def list_instruments(house: HouseDep) -> s.InstrumentsOut:
    """Every instrument that was heard of, and the key."""
    return _all(house)


@router.post("/push", status_code=201)
def push(
    house: HouseDep,
    body: s.PushBody,
    x_trencher_key: Annotated[str, Header(max_length=100)] = "",
) -> s.PushedOut:
    """What an instrument sends. When this answers it is on disk; the same value is kept once."""
    return s.PushedOut(kept=house.devices.push(x_trencher_key, body.model_dump()))


@router.post("/key")
def renew_key(house: HouseDep) -> s.InstrumentsOut:
    """A new key; the old one is void."""
    house.devices.renew_key()
    return _all(house)


@router.put("/{device}/name")
def rename(
    house: HouseDep, device: Annotated[str, Path(max_length=40)], body: s.RenameBody
) -> s.InstrumentsOut:
    """Call an instrument something else."""
    house.devices.rename(device, body.name)
    return _all(house)
