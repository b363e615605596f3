"""What every body and file of ours keeps to: nothing unknown, and JSON's own kinds of values."""

from __future__ import annotations

import re
from collections.abc import Hashable
from datetime import date, datetime
from functools import cache
from types import NoneType
from typing import Annotated, Any, Literal, cast, get_args, get_origin

from pydantic import (
    AfterValidator,
    AwareDatetime,
    BaseModel,
    BeforeValidator,
    ConfigDict,
    Field,
    JsonValue,
    model_validator,
)

FIRST_YEAR, LAST_YEAR = 2000, 2100
ALLOWED = f"an hour with its zone, {FIRST_YEAR} to {LAST_YEAR}"
Id = Annotated[str, Field(min_length=1, max_length=60, pattern=r"^[a-z0-9-]+$")]


def _in_our_years(at: datetime) -> datetime:
    if not FIRST_YEAR <= at.year <= LAST_YEAR:
        raise ValueError(f"should be an hour of the years {FIRST_YEAR} to {LAST_YEAR}")
    return at


def _parsed(kind: type[date]) -> BeforeValidator:
    """JSON has hours and dates as texts, also where a file is read strictly."""

    def parsed(value: object) -> object:
        try:
            return kind.fromisoformat(value) if isinstance(value, str) else value
        except ValueError:
            return value

    return BeforeValidator(parsed)


When = Annotated[
    AwareDatetime, _parsed(datetime), AfterValidator(_in_our_years), Field(description=ALLOWED)
]
"""The one door for hours that are given."""
Date = Annotated[date, _parsed(date)]
CONTROL = re.compile(r"[\x00-\x08\x0b\x0c\x0e-\x1f\x7f]")
JSON_KINDS: dict[type, str] = {
    bool: "true or false",
    int: "a number",
    float: "a number",
    str: "a text",
    datetime: "a text",
    date: "a text",
    AwareDatetime: "a text",
}


@cache
def _kinds(annotation: Hashable) -> frozenset[str]:
    """What kinds of plain JSON values may stand anywhere in a field; none: any may."""
    if get_origin(annotation) is Literal:
        return frozenset(JSON_KINDS[type(x)] for x in get_args(annotation))
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        return frozenset(("a body",))  # of its own, which looks for itself
    if isinstance(annotation, type) and annotation in JSON_KINDS:
        return frozenset((JSON_KINDS[annotation],))
    if annotation in (Any, JsonValue):
        return frozenset()
    if get_origin(annotation) is Annotated:
        return _kinds(get_args(annotation)[0])
    if get_origin(annotation) is dict:
        return _kinds(get_args(annotation)[1])
    parts: list[frozenset[str]] = [
        _kinds(x) for x in get_args(annotation) if x not in (NoneType, Ellipsis)
    ]
    return frozenset().union(*parts) if all(parts) else frozenset()


def _check_kinds(name: str, value: Any, allowed: frozenset[str]) -> None:
    if isinstance(value, list):
        for item in value:
            _check_kinds(name, item, allowed)
    elif isinstance(value, dict):
        if "a body" not in allowed:
            for item in value.values():
                _check_kinds(name, item, allowed)
    elif type(value) in JSON_KINDS and JSON_KINDS[type(value)] not in allowed:
        raise ValueError(f"{name} should be {' or '.join(sorted(allowed))}")
    elif isinstance(value, str) and CONTROL.search(value):
        raise ValueError(f"{name} should be a text without control characters")


class In(BaseModel):
    """A body we accept: nothing unknown, no NaN, and what is to be a number is one: neither true
    nor false, nor a text, and an hour is a text, not a number."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)

    @model_validator(mode="before")
    @classmethod
    def _as_it_is_written(cls, data: Any) -> Any:
        # Of the whole body: the field that tells kinds of bodies apart may have no validator.
        for name, value in data.items() if isinstance(data, dict) else ():
            field = cls.model_fields.get(name)
            if field is not None and (allowed := _kinds(cast("Hashable", field.annotation))):
                _check_kinds(name, value, allowed)
        return data
