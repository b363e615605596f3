"""A kitchen, or one roast of it, as an open file: every log entry by entry, ovens, days, settings
and what instruments showed. Read strictly: what is wrong is said with its line and field."""

from __future__ import annotations

import json
from collections.abc import Sequence
from typing import Annotated, Any, Literal

from pydantic import Base64Bytes, BaseModel, Field, JsonValue, TypeAdapter, ValidationError

from trencher.core.day.log import Again, Did, Replanned, Skipped, Slipped
from trencher.core.errors import InputError
from trencher.core.events import Withdrew
from trencher.core.planner.setup import COOKER_LIMITS
from trencher.formats.bodies import Date, Id, In, When
from trencher.formats.day import DayChange, JointOfDay
from trencher.formats.house import BandIn, GuestBody, OwnSideBody, TinBody
from trencher.formats.log import LoggedEntry, Seq
from trencher.formats.oven import OvenBody
from trencher.formats.picture import LARGEST_BYTES as PICTURE_BYTES
from trencher.formats.roast import check_json

FORMAT, VERSION = "trencher/kitchen", 1
LARGEST_BYTES = 300_000_000
MOST_ENTRIES = 10_000
RoastId = Annotated[str, Field(min_length=1, max_length=60, pattern=r"^[A-Za-z0-9_-]+$")]
Name = Annotated[str, Field(max_length=80)]
Channel = Annotated[str, Field(min_length=1, max_length=40)]
Seconds = Annotated[float, Field(ge=0, le=1e10)]


def _cooker(name: str) -> Any:
    low, high, unit = COOKER_LIMITS[name]
    return Field(ge=low, le=high, description=unit)


class FiledRoast(In):
    """A roast: its log. ``created_at``: when it was laid; ``aside``: when it was put aside."""

    id: RoastId
    created_at: When
    aside: When | None = None
    log: Annotated[list[LoggedEntry], Field(min_length=1, max_length=MOST_ENTRIES)]


class FiledOven(OvenBody):
    """An oven, with what may be known of its air: how far its dial is off, its room, and how fast
    it cools with the door shut."""

    id: Id
    dial_error_c: Annotated[float, _cooker("dial_error_c")] = 0.0
    room_c: Annotated[float | None, _cooker("room_c")] = None
    tau_down_min: Annotated[float | None, _cooker("tau_down_min")] = None
    tau_off_min: Annotated[float | None, _cooker("tau_off_min")] = None


class WasBefore(In):
    """A joint's oven and way before a day wrote into it."""

    oven_id: Id
    method: Annotated[str, Field(max_length=4000)] | None = None


class FiledJoint(JointOfDay):
    """What a day asked of a joint, and what it ``made`` of it."""

    made: Annotated[str, Field(max_length=4000)] | None = None
    was: WasBefore | None = None


class FiledFacts(DayChange):
    """What was decided about a day."""

    joints: dict[RoastId, FiledJoint] | None = None  # type: ignore[assignment]


class FiledOpened(In):
    """The day was opened."""

    kind: Literal["opened"]
    seq: Seq
    written: str = ""
    facts: FiledFacts


class FiledChange(In):
    """Some of a day was changed, and the rest perhaps planned anew."""

    kind: Literal["changed"]
    seq: Seq
    written: str = ""
    facts: FiledFacts
    again: Again | None = None


DayEntry = Annotated[
    FiledOpened | FiledChange | Did | Skipped | Slipped | Replanned | Withdrew,
    Field(discriminator="kind"),
]


class FiledDay(In):
    """A day: its log."""

    date: Date
    log: Annotated[list[DayEntry], Field(min_length=1, max_length=MOST_ENTRIES)]


class FiledSamples(In):
    """What a channel of an instrument showed: pairs of seconds since 1970 and °C (``c``) or g."""

    device: Channel
    channel: Channel
    unit: Literal["c", "g"]
    values: list[tuple[Seconds, Annotated[float, Field(ge=-1e6, le=1e6)]]]


class FiledPicture(In):
    """A photograph that roasts name: the SHA-256 of its bytes, and those in base64."""

    name: Annotated[str, Field(pattern="^[0-9a-f]{64}$")]
    jpeg: Annotated[Base64Bytes, Field(max_length=PICTURE_BYTES)]


class FiledMethod(In):
    """A method under its name."""

    id: Id
    name: Annotated[str, Field(min_length=1, max_length=60)]
    method: Annotated[str, Field(min_length=1, max_length=4000)]


class LeftOutOfLearning(In):
    """What plans go without: roasts by id, groups as level and name."""

    roasts: Annotated[list[RoastId], Field(max_length=500)] = []
    groups: Annotated[list[tuple[Channel, Name]], Field(max_length=500)] = []


class FiledSettings(In):
    """What a kitchen keeps besides: its people, words for doneness, tins, cuts, sides, methods
    and stories of its own, whose figures it goes by, and what of its roasts plans go without."""

    people: Annotated[list[GuestBody], Field(max_length=200)] = []
    bands: Annotated[list[BandIn], Field(max_length=12)] = []
    tins: Annotated[list[TinBody], Field(max_length=40)] = []
    own_cuts: Annotated[dict[Id, dict[str, JsonValue]], Field(max_length=200)] = {}
    own_sides: Annotated[dict[Id, OwnSideBody], Field(max_length=200)] = {}
    own_methods: Annotated[list[FiledMethod], Field(max_length=60)] = []
    profile: Annotated[str, Field(max_length=40)] | None = None
    not_learned: LeftOutOfLearning = LeftOutOfLearning()
    own_stories: Annotated[
        dict[Id, Annotated[str, Field(max_length=20_000)]], Field(max_length=40)
    ] = {}
    own_figures: Annotated[dict[Id, dict[str, dict[str, JsonValue]]], Field(max_length=20)] = {}


class FiledKitchen(In):
    """Everything that was taken along. ``left_out``: what could not be read, by name."""

    format: Literal["trencher/kitchen"]
    version: Literal[1]
    written: When
    roasts: list[FiledRoast] = []
    ovens: Annotated[list[FiledOven], Field(max_length=50)] = []
    days: list[FiledDay] = []
    samples: list[FiledSamples] = []
    settings: FiledSettings = FiledSettings()
    pictures: list[FiledPicture] = []
    left_out: list[Annotated[str, Field(max_length=200)]] = []


_FILE: TypeAdapter[FiledKitchen] = TypeAdapter(FiledKitchen)


def kitchen_schema() -> dict[str, Any]:
    """The JSON Schema of the file."""
    found = _FILE.json_schema()
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **found}


def place_of(path: Sequence[str | int]) -> str:
    """A place in JSON as it is written: ``roasts[0].log[3].minute``."""
    words = "".join(f"[{x}]" if isinstance(x, int) else f".{x}" for x in path)
    return words.removeprefix(".")


_BLANK = " \t\r\n"


def line_of(text: str, path: Sequence[str | int]) -> int:
    """The line of a place in a JSON text that can be read, or of the nearest one around it."""
    decode, at = json.JSONDecoder().raw_decode, 0

    def over(i: int, more: str = "") -> int:
        while i < len(text) and text[i] in _BLANK + more:
            i += 1
        return i

    at = over(0)
    for step in path:
        if text[at] not in "{[":
            break
        inside, n, found = over(at + 1), 0, -1
        while text[inside] not in "}]":
            key: str | int = n
            if text[at] == "{":
                key, inside = decode(text, inside)
                inside = over(inside, ":")
            if key == step:
                found = inside
                break
            _, inside = decode(text, inside)
            inside, n = over(inside, ","), n + 1
        if found < 0:
            break
        at = found
    return text.count("\n", 0, at) + 1


def wrong(text: str, path: Sequence[str | int], what: str, allowed: str = "") -> InputError:
    """What is wrong at a place of a file, with its line."""
    where = f"line {line_of(text, path)}, {place_of(path) or 'the file'}"
    return InputError(what, where=where, allowed=allowed)


def _steps(text: str, loc: Sequence[str | int]) -> list[str | int]:
    """A fault's place without the names of types that the checker puts between."""
    steps: list[str | int] = []
    here: Any = json.loads(text)
    for step in loc:
        if isinstance(here, dict) and (step in here or step == loc[-1]):
            here = here.get(step)
        elif isinstance(here, list) and isinstance(step, int) and step < len(here):
            here = here[step]
        else:
            continue
        steps.append(step)
    return steps


def read_kitchen(raw: bytes) -> tuple[FiledKitchen, str]:
    """The file, and its text for ``wrong``. InputError with line and field for what is none."""
    text = check_json(raw, LARGEST_BYTES)
    try:
        return _FILE.validate_json(text, extra="forbid"), text
    except ValidationError as error:
        fault = error.errors(include_url=False)[0]
        raise wrong(text, _steps(text, fault["loc"]), fault["msg"]) from None


def whole(what: type[BaseModel], part: dict[str, Any]) -> dict[str, Any]:
    """A part of a file that can be read again as it is filed. InputError for an odd one of old."""
    try:
        what.model_validate_json(json.dumps(part), extra="forbid")
    except ValidationError as error:
        raise InputError(str(error.errors(include_url=False)[0]["msg"])) from None
    return part


def write_kitchen(found: BaseModel | dict[str, Any]) -> bytes:
    """The file's text: one line for each entry, so that a fault can be found."""
    plain = found.model_dump(mode="json") if isinstance(found, BaseModel) else found
    return ("".join(_lines(plain, 0)) + "\n").encode()


def _lines(value: Any, depth: int) -> Any:
    """JSON with objects and lists broken down to the entries of logs."""
    pad = " " * depth
    if isinstance(value, dict) and value and depth < 4 and "kind" not in value:
        yield "{\n"
        for n, (key, part) in enumerate(value.items()):
            yield f"{',' * (n > 0)}{chr(10) * (n > 0)}{pad} {json.dumps(key)}: "
            yield from _lines(part, depth + 1)
        yield f"\n{pad}}}"
    elif isinstance(value, list) and value and depth < 4 and isinstance(value[0], dict):
        yield "[\n"
        for n, part in enumerate(value):
            yield f"{',' * (n > 0)}{chr(10) * (n > 0)}{pad} "
            yield from _lines(part, depth + 1)
        yield f"\n{pad}]"
    else:
        yield json.dumps(value, ensure_ascii=False, allow_nan=False)
