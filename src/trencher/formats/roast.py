"""The roast format: JSON in, a checked ``Roast`` out. Every fault names what, where, allowed."""

from __future__ import annotations

import json
import math
from typing import Any, get_args

from trencher.core.catalogue.coats import CoatId
from trencher.core.catalogue.cuts import (
    CUTS,
    OWN_ALLOWED,
    OWN_CHOICES,
    OWN_LIMITS,
    facts_of,
    own_cut,
)
from trencher.core.errors import InputError
from trencher.core.joint import LIMITS, Joint
from trencher.core.method.notation import parse_method
from trencher.core.planner.doubt import Doubt
from trencher.core.planner.setup import COOKER_LIMITS, PHYSICS_LIMITS, Physics, Roast
from trencher.core.thermal.cooker import Cooker
from trencher.core.thermal.kinds import CookerKind
from trencher.core.thermal.surface import SurfaceState

FORMAT, VERSION = "trencher/roast", 1
LARGEST_BYTES = 1_000_000
JOINT_NULLABLE = ("thickness_mm", "width_mm", "length_mm", "fat_mm")
WANTED = (30.0, 99.0, "°C")
DOUBT_LIMITS = {"start_c": (0.1, 10.0, "°C"), "oven_c": (0.5, 20.0, "°C"), "probe": (1.0, 10.0, "")}
"""How well this joint's start, this oven and the tip's place are known, where it is otherwise than
usual (``planner.doubt.Doubt``)."""
PHYSICS_SWITCHES = ("radiation", "evaporation", "ideal_air")
COOKER_NULLABLE = ("min_c", "max_c", "preheat_min", "tau_down_min", "tau_off_min")


def load_json(raw: bytes) -> Any:
    """The JSON in ``raw``. InputError for what is not UTF-8 JSON, too deep, or holds NaN."""
    return _loaded(raw, LARGEST_BYTES)[0]


def check_json(raw: bytes, largest: int) -> str:
    """The text of ``raw``, if ``load_json`` could read it."""
    return _loaded(raw, largest)[1]


def _loaded(raw: bytes, largest: int) -> tuple[Any, str]:

    def refuse(constant: str) -> float:
        raise InputError(f"{constant} is not a number", where="JSON", allowed="finite numbers only")

    def unique(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
        found = dict(pairs)
        if len(found) < len(pairs):
            raise InputError("a key stands twice in one object", where="JSON", allowed="once each")
        return found

    if len(raw) > largest:
        raise InputError(f"{len(raw)} bytes", where="JSON", allowed=f"at most {largest}")
    try:
        text = raw.decode("utf-8-sig")
        return json.loads(text, parse_constant=refuse, object_pairs_hook=unique), text
    except UnicodeDecodeError:
        raise InputError("this is not text", where="JSON", allowed="UTF-8 text") from None
    except json.JSONDecodeError as error:
        raise InputError(
            f"{error.msg} at line {error.lineno}, column {error.colno}",
            where="JSON",
            allowed="a JSON object",
        ) from None
    except RecursionError:
        raise InputError("nested too deep", where="JSON", allowed="a plain object") from None
    except ValueError:
        raise InputError("a number is too long", where="JSON", allowed="ordinary numbers") from None


def _object(value: Any, where: str, allowed: tuple[str, ...]) -> dict[str, Any]:
    if not isinstance(value, dict):
        raise InputError(f"{_short(value)} is not an object", where=where, allowed="{…}")
    for key in value:
        if key not in allowed:
            raise InputError(
                f"{key!r} is not known", where=where, allowed=f"allowed: {', '.join(allowed)}"
            )
    return value


def _short(value: Any) -> str:
    text = json.dumps(value, ensure_ascii=False)
    return text if len(text) <= 40 else text[:37] + "..."


def _number(
    value: Any, where: str, limits: tuple[float, float, str], *, nullable: bool
) -> float | None:
    low, high, unit = limits
    allowed = f"allowed: {low:g} to {high:g} {unit}".rstrip() + (" or null" if nullable else "")
    if value is None and nullable:
        return None
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise InputError(f"{_short(value)} is not a number", where=where, allowed=allowed)
    try:
        number = float(value)
    except OverflowError:
        number = math.inf
    if not (math.isfinite(number) and low <= number <= high):
        raise InputError(f"{_short(value)} is out of range", where=where, allowed=allowed)
    return number


def _switch(value: Any, where: str) -> bool:
    if not isinstance(value, bool):
        raise InputError(
            f"{_short(value)} is not a switch", where=where, allowed="allowed: true, false"
        )
    return value


def _choice(value: Any, where: str, allowed: tuple[str, ...]) -> str:
    if not isinstance(value, str) or value not in allowed:
        raise InputError(
            f"{_short(value)} is not known", where=where, allowed=f"allowed: {', '.join(allowed)}"
        )
    return value


def read_joint(value: Any, where: str = "joint") -> Joint:
    """A joint from its JSON object."""
    data = _object(value, where, ("cut", "surface", "tied", "bones_on", "coat", *LIMITS))
    for needed in ("cut", "weight_kg"):
        if needed not in data:
            raise InputError("is missing", where=f"{where}.{needed}", allowed="it is needed")
    own = None
    if isinstance(data["cut"], dict):
        own = own_cut(data["cut"], f"{where}.cut")
    elif not isinstance(data["cut"], str):
        raise InputError(
            f"{_short(data['cut'])} is not a name",
            where=f"{where}.cut",
            allowed=f"a cut such as {next(iter(CUTS))}, custom, or an own cut {{…}}",
        )
    numbers = {
        name: _number(data[name], f"{where}.{name}", LIMITS[name], nullable=name in JOINT_NULLABLE)
        for name in LIMITS
        if name in data
    }
    more: dict[str, Any] = dict(numbers)
    if data.get("surface") is not None:
        more["surface"] = _choice(data["surface"], f"{where}.surface", get_args(SurfaceState))
    if data.get("coat") is not None:
        more["coat"] = _choice(data["coat"], f"{where}.coat", get_args(CoatId))
    if data.get("tied") is not None:
        more["tied"] = _switch(data["tied"], f"{where}.tied")
    if data.get("bones_on") is not None:
        more["bones_on"] = _switch(data["bones_on"], f"{where}.bones_on")
    if "pieces" in more:
        if more["pieces"] != int(more["pieces"]):
            raise InputError(
                f"{more['pieces']:g} pieces", where=f"{where}.pieces", allowed="whole ones"
            )
        more["pieces"] = int(more["pieces"])
    return Joint(cut=own.id if own else str(data["cut"]), own=own, **more)


MOST_POINTS = 20


def _points(value: Any, where: str) -> tuple[tuple[float, float], ...]:
    allowed = f"allowed: up to {MOST_POINTS} pairs of true °C and dial − true"
    if not isinstance(value, list) or len(value) > MOST_POINTS:
        raise InputError(f"{_short(value)} are no points", where=where, allowed=allowed)
    found: dict[float, float] = {}
    for pair in value:
        if not isinstance(pair, list) or len(pair) != 2:
            raise InputError(f"{_short(pair)} is no pair", where=where, allowed=allowed)
        true = _number(pair[0], where, (0.0, 400.0, "°C"), nullable=False)
        error = _number(pair[1], where, COOKER_LIMITS["dial_error_c"], nullable=False)
        assert true is not None
        assert error is not None
        found[true] = error
    return tuple(sorted(found.items()))


def read_cooker(value: Any, where: str = "cooker") -> Cooker:
    """A cooker from its JSON object."""
    data = _object(value, where, ("kind", "cooling_fan", "dial_points", *COOKER_LIMITS))
    found: dict[str, Any] = {}
    for key, given in data.items():
        if key == "kind":
            found[key] = _choice(given, f"{where}.kind", get_args(CookerKind))
        elif key == "cooling_fan":
            found[key] = _switch(given, f"{where}.cooling_fan")
        elif key == "dial_points":
            found[key] = _points(given, f"{where}.dial_points")
        else:
            found[key] = _number(
                given, f"{where}.{key}", COOKER_LIMITS[key], nullable=key in COOKER_NULLABLE
            )
    return Cooker(**found)


def read_physics(value: Any, where: str = "physics") -> Physics:
    """Overrides from their JSON object; null leaves the model's own."""
    data = _object(value, where, (*PHYSICS_LIMITS, *PHYSICS_SWITCHES))
    found: dict[str, Any] = {}
    for key, given in data.items():
        if key in PHYSICS_SWITCHES:
            found[key] = _switch(given, f"{where}.{key}")
        else:
            found[key] = _number(given, f"{where}.{key}", PHYSICS_LIMITS[key], nullable=True)
    return Physics(**found)


def read_roast(value: Any) -> Roast:
    """A roast from parsed JSON. InputError (or one of its kinds) says what is wrong where."""
    keys = (
        "format",
        "version",
        "joint",
        "cooker",
        "method",
        "physics",
        "temperatures",
        "wanted_c",
        "oven",
        "doubt",
    )
    data = _object(value, "roast", keys)
    if data.get("format") != FORMAT:
        raise InputError(
            f"{_short(data.get('format'))} is not this format",
            where="format",
            allowed=f'allowed: "{FORMAT}"',
        )
    version = data.get("version")
    if isinstance(version, bool) or version != VERSION:
        raise InputError(
            f"version {_short(version)} is not known",
            where="version",
            allowed=f"allowed: {VERSION}",
        )
    for needed in ("joint", "method"):
        if needed not in data:
            raise InputError("is missing", where=needed, allowed="it is needed")
    if not isinstance(data.get("oven"), str | None):
        raise InputError(
            f"{_short(data['oven'])} is not a name", where="oven", allowed="an oven's id, or null"
        )
    if not isinstance(data["method"], str):
        raise InputError(
            f"{_short(data['method'])} is not text",
            where="method",
            allowed="for example: 210C 20min; 155C until peak 58C",
        )
    read_doubt(data)
    physics = data.get("physics")
    return Roast(
        joint=read_joint(data["joint"]),
        cooker=read_cooker(data.get("cooker", {})),
        method=parse_method(data["method"]),
        physics=Physics() if physics is None else read_physics(physics),
        wanted_c=_number(data.get("wanted_c"), "wanted_c", WANTED, nullable=True),
        temperatures=_choice(data.get("temperatures", "air"), "temperatures", ("air", "dial")),  # type: ignore[arg-type]
    )


def read_doubt(told: Any) -> Doubt:
    """How well things are known of a roast's parsed JSON; what it does not say is as usual."""
    given = told.get("doubt")
    data = {} if given is None else _object(given, "doubt", tuple(DOUBT_LIMITS))
    found: dict[str, Any] = {
        k: _number(v, f"doubt.{k}", DOUBT_LIMITS[k], nullable=False) for k, v in data.items()
    }
    return Doubt(**found)


def roast_file(
    joint: Joint,
    cooker: Cooker,
    method: str,
    wanted_c: float | None = None,
    doubt: Doubt | None = None,
) -> dict[str, Any]:
    """A roast as the object that ``read_roast`` reads; what is at its default is left out."""
    facts: dict[str, Any] = {"cut": facts_of(joint.own) if joint.own else joint.cut}
    facts |= {name: getattr(joint, name) for name in LIMITS}
    if joint.pieces == 1:
        del facts["pieces"]
    if joint.bones_on:
        facts["bones_on"] = True
    facts["surface"] = joint.surface
    if joint.tied is not None:
        facts["tied"] = joint.tied
    if joint.coat != "none":
        facts["coat"] = joint.coat
    plain = Cooker(kind=cooker.kind)
    oven: dict[str, Any] = {"kind": cooker.kind}
    for name in (*COOKER_LIMITS, "cooling_fan"):
        if (value := getattr(cooker, name)) != getattr(plain, name):
            oven[name] = value
    if cooker.dial_points:
        oven["dial_points"] = [list(p) for p in cooker.dial_points]
    usual = Doubt()
    known = {
        name: getattr(doubt, name)
        for name in DOUBT_LIMITS
        if doubt is not None and getattr(doubt, name) != getattr(usual, name)
    }
    return {
        "format": FORMAT,
        "version": VERSION,
        "joint": facts,
        "cooker": oven,
        "method": method,
        "wanted_c": wanted_c,
        **({"doubt": known} if known else {}),
    }


def _own_schema() -> dict[str, Any]:
    """Schema of a user's own cut; the reader checks more (``core.catalogue.cuts.own_cut``)."""
    numbers = {
        n: {"type": "number", "minimum": a, "maximum": b} for n, (a, b, _) in OWN_LIMITS.items()
    }
    choices = {n: {"enum": list(c)} for n, c in OWN_CHOICES.items()}
    other: dict[str, Any] = {n: {} for n in OWN_ALLOWED if n not in numbers and n not in choices}
    return {
        "type": "object",
        "additionalProperties": False,
        "required": ["name"],
        "properties": {**other, **numbers, **choices},
    }


def roast_schema() -> dict[str, Any]:
    """JSON Schema of the roast format, made from the bounds the reader checks."""

    def number(limits: tuple[float, float, str], *, nullable: bool = False) -> dict[str, Any]:
        kind: Any = ["number", "null"] if nullable else "number"
        low, high, unit = limits
        return {"type": kind, "minimum": low, "maximum": high, "description": unit}

    joint = {
        "type": "object",
        "additionalProperties": False,
        "required": ["cut", "weight_kg"],
        "properties": {
            "cut": {"oneOf": [{"enum": [*CUTS, "custom"]}, _own_schema()]},
            "surface": {"enum": [*get_args(SurfaceState), None]},
            "tied": {"type": ["boolean", "null"]},
            "bones_on": {"type": ["boolean", "null"]},
            "coat": {"enum": [*get_args(CoatId), None]},
            **{n: number(v, nullable=n in JOINT_NULLABLE) for n, v in LIMITS.items()},
        },
    }
    cooker = {
        "type": "object",
        "additionalProperties": False,
        "properties": {
            "kind": {"enum": list(get_args(CookerKind))},
            "cooling_fan": {"type": "boolean"},
            "dial_points": {
                "type": "array",
                "maxItems": MOST_POINTS,
                "items": {
                    "type": "array",
                    "minItems": 2,
                    "maxItems": 2,
                    "items": {"type": "number"},
                },
            },
            **{n: number(v, nullable=n in COOKER_NULLABLE) for n, v in COOKER_LIMITS.items()},
        },
    }
    physics = {
        "type": ["object", "null"],
        "additionalProperties": False,
        "properties": {
            **{n: number(v, nullable=True) for n, v in PHYSICS_LIMITS.items()},
            **{n: {"type": "boolean"} for n in PHYSICS_SWITCHES},
        },
    }
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "Trencher roast",
        "type": "object",
        "additionalProperties": False,
        "required": ["format", "version", "joint", "method"],
        "properties": {
            "format": {"const": FORMAT},
            "version": {"const": VERSION},
            "joint": joint,
            "cooker": cooker,
            "method": {"type": "string", "minLength": 1},
            "physics": physics,
            "temperatures": {"enum": ["air", "dial"]},
            "wanted_c": number(WANTED, nullable=True),
            "doubt": {
                "type": ["object", "null"],
                "additionalProperties": False,
                "description": "standard deviations, where otherwise than usual",
                "properties": {n: number(v) for n, v in DOUBT_LIMITS.items()},
            },
            "oven": {"type": ["string", "null"], "description": "id, for what was learned of it"},
        },
    }
