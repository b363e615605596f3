"""A plan as it is sent and filed: a joint, its oven, what is wanted, and when it is served."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import ConfigDict, Field, JsonValue

from trencher.core.catalogue.coats import CoatId
from trencher.core.joint import LIMITS
from trencher.core.method.schools import Thermometer
from trencher.core.plan import Assumable
from trencher.formats.bodies import Date, Id, In, When

Ahead = Annotated[
    float, Field(ge=0, le=240, description="minutes before sitting down at which it is carved")
]


def bounds(name: str) -> Any:
    """The bounds of one of a joint's numbers, with its unit."""
    low, high, unit = LIMITS[name]
    return Field(ge=low, le=high, description=f"{unit}")


Flag = Literal["rolled", "slit", "stuffed", "tenderised", "thawed_warm", "wild"]


class JointBody(In):
    """A joint; a length nobody measured is null and will be estimated."""

    cut: Annotated[str, Field(min_length=1, max_length=60)]
    weight_kg: Annotated[float, bounds("weight_kg")]
    thickness_mm: Annotated[float | None, bounds("thickness_mm")] = None
    width_mm: Annotated[float | None, bounds("width_mm")] = None
    length_mm: Annotated[float | None, bounds("length_mm")] = None
    start_c: Annotated[float, bounds("start_c")] = 7.0
    fat_mm: Annotated[float | None, bounds("fat_mm")] = None
    surface: Literal["wet", "blotted", "dried"] = "blotted"
    tied: bool | None = None
    coat: CoatId = "none"
    pieces: Annotated[int, bounds("pieces")] = 1
    bones_on: bool = False
    flags: Annotated[list[Flag], Field(max_length=6)] = []
    own: dict[str, JsonValue] | None = None


class CareBody(In):
    """What a joint is given before its day."""

    frozen: Literal["no", "was", "is"] = "no"
    thaw_in: Literal["fridge", "water"] = "fridge"
    fridge_c: Annotated[float, Field(ge=0, le=12)] = 4.0
    salt_g_kg: Annotated[float, Field(ge=0, le=40)] = 0.0
    salt_id: Annotated[str, Field(min_length=1, max_length=30)] = "fine"
    uncovered: bool = False
    marinade: bool = False
    tie: bool = False
    chill_min: Annotated[float, Field(ge=0, le=90)] = 0.0
    grain_deg: Annotated[float | None, Field(ge=-90, le=90)] = None


class OfferBody(In):
    """A piece on offer; ``was_price`` before it was reduced, ``use_by``: the date on its label."""

    name: Annotated[str, Field(min_length=1, max_length=60)]
    cut: Annotated[str, Field(min_length=1, max_length=60)]
    weight_kg: Annotated[float, bounds("weight_kg")]
    price: Annotated[float, Field(ge=0, le=1e6)]
    was_price: Annotated[float | None, Field(ge=0, le=1e6)] = None
    use_by: Date | None = None
    own: dict[str, JsonValue] | None = None


class BuyBody(In):
    """What was weighed up about a joint in the shop. ``label``: the words on its label, minutes and
    all; ``label_kg``: the weight printed there; ``bone_kg``, ``trim_kg``: weighed, not guessed."""

    price: Annotated[float | None, Field(ge=0, le=1e6)] = None
    leftover_plates: Annotated[int, Field(ge=0, le=200)] = 0
    label_kg: Annotated[float | None, Field(ge=0.05, le=30)] = None
    bone_kg: Annotated[float | None, Field(ge=0, le=20)] = None
    trim_kg: Annotated[float | None, Field(ge=0, le=20)] = None
    label: Annotated[str, Field(max_length=400)] = ""
    offers: Annotated[list[OfferBody], Field(max_length=4)] = []


JOINT_EXAMPLE: dict[str, JsonValue] = {
    "cut": "beef-sirloin-boned",
    "weight_kg": 1.9,
    "thickness_mm": 105,
    "width_mm": None,
    "length_mm": 205,
    "start_c": 6,
}


AssumedNames = Annotated[
    list[Assumable], Field(max_length=6, description="what nobody has said yet")
]


class PlanBody(In):
    """A joint laid on the block."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "name": "Sirloin for the supper",
                    "joint": JOINT_EXAMPLE,
                    "oven_id": "house-oven",
                    "wanted_c": 57,
                    "rest_min": 40,
                    "serve_at": "2026-10-03T19:00:00+01:00",
                }
            ]
        }
    )
    name: Annotated[str, Field(min_length=1, max_length=80)]
    joint: JointBody
    oven_id: Id
    wanted_c: Annotated[float, Field(ge=30, le=99)]
    rest_min: Annotated[float, Field(ge=0, le=240)] = 30.0
    thermometer: Thermometer = "leave-in"
    serve_at: When
    ahead_min: Ahead = 0.0
    care: CareBody = CareBody()
    buy: BuyBody = BuyBody()
    assumed: AssumedNames = []


class PlanChange(In):
    """The parts of a plan that change; what is left out stays."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"wanted_c": 55}]})
    name: Annotated[str, Field(min_length=1, max_length=80)] | None = None
    joint: JointBody | None = None
    oven_id: Id | None = None
    wanted_c: Annotated[float, Field(ge=30, le=99)] | None = None
    rest_min: Annotated[float, Field(ge=0, le=240)] | None = None
    thermometer: Thermometer | None = None
    serve_at: When | None = None
    ahead_min: Ahead | None = None
    care: CareBody | None = None
    buy: BuyBody | None = None
    assumed: AssumedNames | None = None
