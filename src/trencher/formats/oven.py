"""An oven as it is sent and filed: its kind, its marks, its inside, and what its dial shows."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import ConfigDict, Field, WithJsonSchema

from trencher.formats.bodies import In

DialC = Annotated[float, Field(ge=20, le=400)]
PAIR = WithJsonSchema({"type": "array", "items": {"type": "number"}, "minItems": 2, "maxItems": 2})


class OvenBody(In):
    """An oven's profile."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "name": "House oven",
                    "marks": "C",
                    "kind": "fan",
                    "min_c": 50,
                    "max_c": 240,
                    "cooling_fan": True,
                    "preheat_min": 13,
                    "dial_points": [[160, 12], [220, 7]],
                }
            ]
        }
    )
    name: Annotated[str, Field(min_length=1, max_length=60)]
    marks: Literal["C", "F", "gas"] = "C"
    kind: Literal["still", "fan", "air", "gas"] = "fan"
    min_c: Annotated[float, Field(ge=20, le=200)] | None = None
    max_c: Annotated[float, Field(ge=60, le=400)] | None = None
    cooling_fan: bool = False
    preheat_min: Annotated[float, Field(ge=1, le=90)] | None = None
    swing_c: Annotated[float, Field(ge=0, le=40)] = 0.0
    litres: Annotated[float, Field(ge=5, le=400)] | None = None
    width_mm: Annotated[float, Field(ge=100, le=1500)] | None = None
    depth_mm: Annotated[float, Field(ge=100, le=1500)] | None = None
    shelves_mm: Annotated[list[Annotated[float, Field(ge=20, le=1500)]], Field(max_length=8)] = []
    bare_element: bool = False
    assumed: Annotated[bool, Field(description="kind and marks are a guess")] = False
    dial_true: Annotated[bool, Field(description="measured: it shows what is")] = False
    pairs: Annotated[
        list[Annotated[tuple[DialC, DialC], PAIR]],
        Field(max_length=20, description="dial and measured, °C, each 20 to 400"),
    ] = []
    dial_points: Annotated[
        list[Annotated[tuple[DialC, Annotated[float, Field(ge=-60, le=60)]], PAIR]],
        Field(max_length=20, description="dial 20 to 400 °C, and how far off it is, -60 to 60"),
    ] = []
