"""Instruments: what they push, what they are called, and the key they need."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter, Header, Path
from pydantic import ConfigDict, Field

from trencher.api import views
from trencher.api.context import House, HouseDep
from trencher.api.schemas import Channel, DeviceName, InstrumentOut, Out
from trencher.formats.bodies import In, When

router = APIRouter(prefix="/instruments", tags=["instruments"])


class PushedReading(In):
    """One value of an instrument. ``at`` (ISO, with zone) or ``age_s`` say when; neither: now."""

    channel: Channel
    value: Annotated[float, Field(ge=-1e5, le=1e5)]
    unit: Literal["C", "F", "g", "kg", "oz", "lb"] = "C"
    at: When | None = None
    age_s: Annotated[float, Field(ge=0, le=172800)] | None = None


class PushBody(In):
    """What an instrument sends. ``every_s``: how often it means to; ``battery`` from 0 to 1."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "device": "my-probe",
                    "every_s": 5,
                    "battery": 0.8,
                    "readings": [{"channel": "1", "value": 38.4, "unit": "C"}],
                }
            ]
        }
    )
    device: DeviceName
    every_s: Annotated[float, Field(ge=0.2, le=3600)] = 10.0
    battery: Annotated[float, Field(ge=0, le=1)] | None = None
    readings: Annotated[list[PushedReading], Field(max_length=500)]


class PushedOut(Out):
    """How many of the values were new."""

    kept: int


class InstrumentsOut(Out):
    """The instruments, and the key they push with."""

    key: str
    instruments: list[InstrumentOut]


class RenameBody(In):
    """What an instrument is called."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"name": "Two tips"}]})
    name: Annotated[str, Field(min_length=1, max_length=60)]


def _all(house: House) -> InstrumentsOut:
    return InstrumentsOut(
        key=house.devices.key(),
        instruments=[views.instrument(i) for i in house.devices.instruments()],
    )


@router.get("")
def list_instruments(house: HouseDep) -> InstrumentsOut:
    """Every instrument that was heard of, and the key."""
    return _all(house)


@router.post("/push", status_code=201)
def push(
    house: HouseDep, body: PushBody, x_trencher_key: Annotated[str, Header(max_length=100)] = ""
) -> PushedOut:
    """What an instrument sends. When this answers it is on disk; the same value is kept once."""
    return PushedOut(kept=house.devices.push(x_trencher_key, body.model_dump()))


@router.post("/key")
def renew_key(house: HouseDep) -> InstrumentsOut:
    """A new key; the old one is void."""
    house.devices.renew_key()
    return _all(house)


@router.put("/{device}/name")
def rename(
    house: HouseDep, device: Annotated[str, Path(max_length=40)], body: RenameBody
) -> InstrumentsOut:
    """Call an instrument something else."""
    house.devices.rename(device, body.name)
    return _all(house)
