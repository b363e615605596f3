"""What a kitchen keeps besides ovens and roasts, as it is sent and filed."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import ConfigDict, Field

from trencher.formats.bodies import In


class GuestBody(In):
    """One at table. ``strict``: the authority's strict figure is the one for this plate; why is
    nobody's business and is not kept. ``avoids``: kinds of meat, or "meat"."""

    name: Annotated[str, Field(min_length=1, max_length=40)]
    appetite: Literal["small", "usual", "hearty"] = "usual"
    wish: Annotated[str, Field(max_length=120)] = ""
    strict: bool = False
    avoids: Annotated[
        list[Literal["beef", "lamb", "pork", "game", "meat"]], Field(max_length=5)
    ] = []
    allergies: Annotated[
        list[Annotated[str, Field(min_length=1, max_length=30)]], Field(max_length=14)
    ] = []


class TinBody(In):
    """A tin, tray or pot; inside measures in mm."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [{"name": "Deep tin", "length_mm": 380, "width_mm": 280, "depth_mm": 75}]
        }
    )
    name: Annotated[str, Field(min_length=1, max_length=60)]
    length_mm: Annotated[float, Field(ge=50, le=1000)]
    width_mm: Annotated[float, Field(ge=50, le=1000)]
    depth_mm: Annotated[float, Field(ge=5, le=500)]
    hob: bool = False


class OwnSideBody(In):
    """A side of one's own."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "name": "Buttered samphire",
                    "where": "hob",
                    "minutes": 6,
                    "hands_min": 3,
                    "prep_min": 5,
                    "hold_min": 8,
                }
            ]
        }
    )
    name: Annotated[str, Field(min_length=1, max_length=60)]
    where: Literal["oven", "hob", "hands"] = "hob"
    minutes: Annotated[float, Field(ge=0, le=600)] = 20
    hands_min: Annotated[float, Field(ge=0, le=180)] = 4
    prep_min: Annotated[float, Field(ge=0, le=180)] = 5
    hold_min: Annotated[float, Field(ge=0, le=4320)] = 15
    ref_c: Annotated[float | None, Field(ge=50, le=300)] = None
    low_c: Annotated[float | None, Field(ge=40, le=300)] = None
    high_c: Annotated[float | None, Field(ge=50, le=320)] = None
    brown_min: Annotated[float | None, Field(ge=0, le=180)] = None
    full_main: bool = False
    allergens: Annotated[
        list[Annotated[str, Field(min_length=1, max_length=30)]], Field(max_length=14)
    ] = []


class BandIn(In):
    """A doneness word and where it starts."""

    word: Annotated[str, Field(min_length=1, max_length=30)]
    from_c: Annotated[float, Field(ge=-25, le=100)]
