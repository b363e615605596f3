"""A story for practice: a joint, a way, what is really so in that kitchen, and what happens. TOML,
short enough to be written by hand."""

from __future__ import annotations

import tomllib
from functools import cache
from importlib.resources import files
from typing import Annotated, Any, Literal

from pydantic import Field, TypeAdapter, ValidationError, model_validator

from trencher.core.catalogue.cuts import CUTS
from trencher.core.errors import InputError, TrencherError
from trencher.core.method.notation import parse_method
from trencher.formats.bodies import Id, In
from trencher.formats.kitchen import place_of
from trencher.formats.oven import OvenBody

LARGEST_BYTES = 20_000
Minute = Annotated[float, Field(ge=0, le=1440)]
Words = Annotated[str, Field(min_length=1, max_length=300)]
Factor = Annotated[float, Field(ge=0.3, le=3.0)]


class StoryJoint(In):
    """A joint and its way."""

    name: Annotated[str, Field(min_length=1, max_length=80)]
    cut: str
    weight_kg: Annotated[float, Field(ge=0.3, le=12)]
    thickness_mm: Annotated[float, Field(ge=30, le=250)] | None = None
    length_mm: Annotated[float, Field(ge=60, le=800)] | None = None
    start_c: Annotated[float, Field(ge=-5, le=25)] = 6.0
    wanted_c: Annotated[float, Field(ge=40, le=95)]
    rest_min: Annotated[float, Field(ge=0, le=120)] = 30.0
    method: Annotated[str, Field(min_length=1, max_length=400)]


class StoryTruth(In):
    """What is really so, where it is not as usual. ``heat``, ``thick``, ``browns``: factors on what
    the air does to a surface, on the thickness, on how fast the skin colours; ``oven_c``: hotter
    than set by; ``start_c``: colder or warmer at the door; ``stall_c``: the oven gets no hotter;
    ``fat_min``: from and to which minute the tip sits in fat, where it reads ``fat_c`` low.
    ``sure``: everything else is exactly as planned for; else it strays as kitchens do."""

    heat: Factor | None = None
    thick: Factor | None = None
    browns: Annotated[float, Field(ge=0.1, le=10)] = 1.0
    oven_c: Annotated[float, Field(ge=-60, le=60)] | None = None
    start_c: Annotated[float, Field(ge=-10, le=15)] | None = None
    stall_c: Annotated[float, Field(ge=50, le=300)] | None = None
    fat_min: tuple[Minute, Minute] | None = None
    fat_c: Annotated[float, Field(ge=0, le=30)] = 8.0
    sure: bool = False


class StoryHappens(In):
    """Something that happens at a minute of the roast, with what is heard of it. ``power``: the
    oven is off for ``lasts_min``; ``door``: it stands open so long; ``late``: everybody comes so
    much later; ``word``: nothing but what is heard. ``heard_min``: when it is noticed; ``over``:
    what is heard at its end."""

    minute: Minute
    what: Literal["power", "door", "late", "word"]
    lasts_min: Annotated[float, Field(ge=0, le=240)] = 0.0
    words: Words
    heard_min: Minute | None = None
    over: Words | None = None

    @model_validator(mode="after")
    def _lasts(self) -> StoryHappens:
        if self.what != "word" and self.lasts_min <= 0.0:
            raise ValueError(f"how long? lasts_min of '{self.what}' is above 0")
        return self


class StoryStep(In):
    """A word for who has never roasted: shown ``until`` it is done."""

    until: Literal["put_in", "asked", "out", "carved"]
    words: Words


class Story(In):
    """A story. ``says``: what it is about, without giving it away; ``teaches``: in a sentence,
    for the end; ``pace``: how fast its clock runs at first; ``begins_min``: which minute of the
    roast, below 0 before the door is closed."""

    format: Literal["trencher/story"]
    version: Literal[1]
    id: Id
    title: Annotated[str, Field(min_length=1, max_length=60)]
    says: Words
    teaches: Words
    serve: Annotated[str, Field(pattern=r"^([01]\d|2[0-3]):[0-5]\d$")] = "19:00"
    people: Annotated[int, Field(ge=1, le=60)] = 6
    pace: Annotated[float, Field(ge=1, le=120)] = 30.0
    begins_min: Annotated[float, Field(ge=-30, le=1000)] = -3.0
    oven: OvenBody = OvenBody(name="Practice oven", kind="fan")
    joints: Annotated[list[StoryJoint], Field(min_length=1, max_length=2)]
    truth: StoryTruth = StoryTruth()
    happens: Annotated[list[StoryHappens], Field(max_length=12)] = []
    steps: Annotated[list[StoryStep], Field(max_length=12)] = []

    @model_validator(mode="after")
    def _known(self) -> Story:
        for joint in self.joints:
            if joint.cut not in CUTS:
                raise ValueError(f"no cut is called {joint.cut!r}")
            try:
                parse_method(joint.method)
            except TrencherError as error:
                raise ValueError(f"method of {joint.name}: {error.sentence}") from None
        return self


_STORY: TypeAdapter[Story] = TypeAdapter(Story)


def read_story(raw: bytes) -> Story:
    """A story's file. InputError with the line of TOML, or the field that is wrong."""
    if len(raw) > LARGEST_BYTES:
        raise InputError("the story is too long", where="story", allowed="at most 20 kB")
    try:
        told: dict[str, Any] = tomllib.loads(raw.decode())
    except (UnicodeDecodeError, tomllib.TOMLDecodeError) as error:
        raise InputError(
            f"this is no story: {error}", where="story", allowed="TOML, see docs/formats.md"
        ) from None
    try:
        return _STORY.validate_python(told)
    except ValidationError as error:
        fault = error.errors(include_url=False)[0]
        where = place_of([x for x in fault["loc"] if not isinstance(x, str) or x])
        raise InputError(fault["msg"].removeprefix("Value error, "), where=where) from None


@cache
def told_stories() -> dict[str, tuple[Story, str]]:
    """Those that ship with it, by id, each with its text; the first lesson is ``first``."""
    found = {}
    for file in sorted(files("trencher").joinpath("stories").iterdir(), key=lambda f: f.name):
        if file.name.endswith(".toml"):
            text = file.read_text(encoding="utf-8")
            story = read_story(text.encode())
            found[story.id] = (story, text)
    return found
