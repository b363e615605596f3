"""The figures of the authorities, which of them is in use, and what was changed in it."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter
from pydantic import ConfigDict, Field

from trencher.api.context import House, HouseDep
from trencher.api.schemas import Out
from trencher.core.catalogue.own_figures import (
    CLOCK_ROWS,
    FIGURE_ROWS,
    Change,
    ClockRow,
    FigureRow,
    edited,
    is_lower,
)
from trencher.core.catalogue.safety import PROFILES, Profile
from trencher.formats.bodies import In

router = APIRouter(prefix="/figures", tags=["figures"])


class FigureRowOut(Out):
    """One row of a profile. ``published`` and ``own`` are in words, temperatures marked ``{c:70}``
    in °C; ``temp_c``, ``hold_min``, ``value`` are those in use; ``lower``: asks for less than
    published. Clocks have ``unit`` and bounds; a figure's unit is "figure"."""

    row: str
    words: str
    unit: Literal["figure", "C", "min", "days"]
    published: str
    own: str | None
    temp_c: float | None
    hold_min: float | None
    value: float | None
    low: float | None
    high: float | None
    why: str
    on: str
    lower: bool


class ProfileOut(Out):
    """An authority's figures with one's own in them."""

    id: str
    name: str
    source: str
    checked: str
    in_use: bool
    rows: list[FigureRowOut]


class FigureBody(In):
    """A value of one's own: °C and minutes of hold, or a clock's value; and where it is from."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [{"temp_c": 72, "hold_min": 2, "why": "the club's food plan of May"}]
        }
    )
    temp_c: Annotated[float | None, Field(ge=0, le=120)] = None
    hold_min: Annotated[float, Field(ge=0, le=1000)] = 0.0
    value: Annotated[float | None, Field(ge=0, le=1000)] = None
    why: Annotated[str, Field(max_length=400)] = ""


@router.get("")
def figures(house: HouseDep) -> list[ProfileOut]:
    """Every profile, as published and as changed."""
    in_use = house.roasts.profile().id
    return [_profile(house, profile, in_use) for profile in PROFILES.values()]


@router.put("/use/{profile_id}")
def use(house: HouseDep, profile_id: str) -> list[ProfileOut]:
    """Choose the authority whose figures are shown."""
    house.figures.use(profile_id)
    return figures(house)


@router.put("/{profile_id}/{row}")
def change(house: HouseDep, profile_id: str, row: str, body: FigureBody) -> list[ProfileOut]:
    """A value of one's own; the published one stays beside it."""
    house.figures.change(profile_id, row, body.model_dump())
    return figures(house)


@router.delete("/{profile_id}/{row}")
def forget(house: HouseDep, profile_id: str, row: str) -> list[ProfileOut]:
    """The published value again."""
    house.figures.forget(profile_id, row)
    return figures(house)


def _profile(house: House, profile: Profile, in_use: str) -> ProfileOut:
    changes = house.figures.changes(profile.id)
    now = edited(profile, changes)
    rows = [_figure(profile, now, row, changes.get(row)) for row in FIGURE_ROWS]
    rows += [_clock(profile, now, row, changes.get(row)) for row in CLOCK_ROWS]
    return ProfileOut.of(profile, in_use=profile.id == in_use, rows=rows)


def _figure(profile: Profile, now: Profile, row: FigureRow, change: Change | None) -> FigureRowOut:
    temp: float | None
    if row == "strict":
        words = (profile.strict, now.strict)
        temp, hold = now.strict_c, now.strict_hold_min
    else:
        words = (profile.figures[row].words, now.figures[row].words)
        temp, hold = now.figures[row].temp_c, now.figures[row].hold_min
    return FigureRowOut(
        row=row,
        words=FIGURE_ROWS[row],
        unit="figure",
        published=words[0],
        own=None if change is None else words[1],
        temp_c=temp,
        hold_min=hold,
        value=None,
        low=None,
        high=None,
        why="" if change is None else change.why,
        on="" if change is None else change.on,
        lower=change is not None and is_lower(profile, change),
    )


def _clock(profile: Profile, now: Profile, row: ClockRow, change: Change | None) -> FigureRowOut:
    words, unit, low, high = CLOCK_ROWS[row]
    was, value = float(getattr(profile, row)), float(getattr(now, row))
    return FigureRowOut(
        row=row,
        words=words,
        unit=unit,  # type: ignore[arg-type]
        published=_said(was, unit),
        own=None if change is None else _said(value, unit),
        temp_c=None,
        hold_min=None,
        value=value,
        low=low,
        high=high,
        why="" if change is None else change.why,
        on="" if change is None else change.on,
        lower=change is not None and is_lower(profile, change),
    )


def _said(value: float, unit: str) -> str:
    return f"{{c:{value:g}}}" if unit == "C" else f"{value:g} {unit}"
