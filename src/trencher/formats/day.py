"""What is decided about a day, as it is sent and filed."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import ConfigDict, Field

from trencher.formats.bodies import Id, In, When


class SideEntry(In):
    """A side on a day, with what was decided for it: an oven, a pinned start (minutes before the
    table, negative), a longer wait, a wider range of heat, or left out."""

    id: Id
    oven: Id | None = None
    pinned_min: Annotated[float | None, Field(ge=-1440, le=0)] = None
    wait_min: Annotated[float | None, Field(ge=0, le=4320)] = None
    low_c: Annotated[float | None, Field(ge=40, le=300)] = None
    high_c: Annotated[float | None, Field(ge=50, le=330)] = None
    left_out: bool = False


class JointOfDay(In):
    """What a day asks of a joint otherwise than its own plan does: another oven, one heat all the
    way, its longest heat so much higher or lower, a longer rest."""

    oven: Id | None = None
    air_c: Annotated[float | None, Field(ge=60, le=260)] = None
    pace_c: Annotated[float | None, Field(ge=-60, le=60)] = None
    earlier_min: Annotated[float | None, Field(ge=0, le=180)] = None


class LimitsBody(In):
    """What the cook can do: heaviest lift, hands, grip."""

    lift_kg: Annotated[float | None, Field(ge=0.5, le=50)] = None
    one_hand: bool = False
    weak_grip: bool = False


HourText = Annotated[str, Field(pattern=r"^([01]\d|2[0-3]):[0-5]\d$")]


class GravyBody(In):
    """How the gravy is made."""

    starch: Literal["flour", "cornflour", "potato", "arrowroot", "none"] = "cornflour"
    body: Literal["thin", "coating", "thick"] = "coating"
    strain: bool = True


class DayChange(In):
    """The parts of a day that change; what is left out stays."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [{"people": 17, "sides": [{"id": "roast-celeriac"}, {"id": "barley"}]}]
        }
    )
    serve_at: When | None = None
    people: Annotated[int | None, Field(ge=1, le=200)] = None
    sides: Annotated[list[SideEntry] | None, Field(max_length=24)] = None
    joints: dict[Id, JointOfDay] | None = None
    hands: Annotated[int | None, Field(ge=1, le=12)] = None
    helpers: Annotated[
        list[Annotated[str, Field(min_length=1, max_length=40)]] | None, Field(max_length=11)
    ] = None
    rings: Annotated[int | None, Field(ge=0, le=12)] = None
    limits: LimitsBody | None = None
    tins: Annotated[int | None, Field(ge=0, le=40, description="and trays, in all")] = None
    shelves: Annotated[int | None, Field(ge=1, le=8, description="of the fridge")] = None
    quiet: Annotated[
        tuple[HourText, HourText] | None, Field(description="nobody is to be woken; null for none")
    ] = None
    away: Annotated[
        tuple[HourText, HourText] | None,
        Field(description="nobody is at home that day; null for never"),
    ] = None
    gravy: GravyBody | None = None
