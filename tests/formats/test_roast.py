"""The roast format: what is right goes in, what is wrong gets one clear sentence."""

from __future__ import annotations

import copy
import json
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from jsonschema import Draft202012Validator

from trencher.core.errors import InputError
from trencher.formats.roast import load_json, read_roast, roast_schema

GOOD: dict[str, Any] = {
    "format": "trencher/roast",
    "version": 1,
    "joint": {
        "cut": "beef-sirloin-boned",
        "weight_kg": 1.9,
        "thickness_mm": 105,
        "width_mm": None,
        "length_mm": None,
        "start_c": 7.0,
    },
    "cooker": {"kind": "fan", "dial_error_c": 0, "room_c": 21},
    "method": "210C 20min; 155C until peak 58C; rest tented 20min",
    "physics": {
        "conductivity_w_mk": 0.47,
        "specific_heat_j_kgk": 3450,
        "density_kg_m3": 1060,
        "h_w_m2k": 25,
        "radiation": False,
        "evaporation": False,
        "ideal_air": True,
        "section_exponent": 1.0,
    },
}


def changed(path: str, value: Any) -> dict[str, Any]:
    data = copy.deepcopy(GOOD)
    here = data
    *way, last = path.split(".")
    for key in way:
        here = here[key]
    if value is ...:
        del here[last]
    else:
        here[last] = value
    return data


def test_the_example_is_read_whole() -> None:
    found = read_roast(GOOD)
    assert found.joint.weight_kg == 1.9
    assert found.physics.h_w_m2k == 25
    assert found.physics.ideal_air
    assert found.goal_c == 58.0


@pytest.mark.parametrize(
    ("path", "value"),
    [
        ("physics", None),
        ("physics", ...),
        ("cooker", ...),
        ("joint.start_c", ...),
        ("joint.thickness_mm", None),
        ("joint.cut", "custom"),
        ("temperatures", "dial"),
        ("cooker", {"kind": "gas", "min_c": None, "max_c": 232, "cooling_fan": True}),
        ("joint.width_mm", 15),
        ("joint.length_mm", 2000),
        ("joint.start_c", -25),
    ],
)
def test_what_may_be_left_out_or_changed(path: str, value: Any) -> None:
    read_roast(changed(path, value))


WRONG: list[tuple[str, Any, str]] = [
    ("format", "other/roast", "format"),
    ("format", ..., "format"),
    ("version", 2, "version"),
    ("version", True, "version"),
    ("version", ..., "version"),
    ("joint", ..., "joint"),
    ("joint", [], "joint"),
    ("joint.cut", ..., "joint.cut"),
    ("joint.cut", "unicorn", "joint.cut"),
    ("joint.cut", 7, "joint.cut"),
    ("joint.weight_kg", ..., "joint.weight_kg"),
    ("joint.weight_kg", None, "joint.weight_kg"),
    ("joint.weight_kg", 0.05, "joint.weight_kg"),
    ("joint.weight_kg", 26, "joint.weight_kg"),
    ("joint.weight_kg", "1.9", "joint.weight_kg"),
    ("joint.weight_kg", True, "joint.weight_kg"),
    ("joint.weight_kg", 10**400, "joint.weight_kg"),
    ("joint.thickness_mm", 14, "joint.thickness_mm"),
    ("joint.thickness_mm", 401, "joint.thickness_mm"),
    ("joint.width_mm", 1001, "joint.width_mm"),
    ("joint.length_mm", 19, "joint.length_mm"),
    ("joint.start_c", 46, "joint.start_c"),
    ("joint.start_c", None, "joint.start_c"),
    ("joint.colour", "red", "joint"),
    ("cooker.kind", "campfire", "cooker.kind"),
    ("cooker.room_c", 200, "cooker.room_c"),
    ("cooker.cooling_fan", "yes", "cooker.cooling_fan"),
    ("cooker.wheels", 4, "cooker"),
    ("cooker", 5, "cooker"),
    ("method", ..., "method"),
    ("method", 5, "method"),
    ("method", "", "method"),
    ("method", "210 20min", "method"),
    ("physics.h_w_m2k", 0.5, "physics.h_w_m2k"),
    ("physics.h_w_m2k", 501, "physics.h_w_m2k"),
    ("physics.density_kg_m3", 299, "physics.density_kg_m3"),
    ("physics.conductivity_w_mk", 6, "physics.conductivity_w_mk"),
    ("physics.specific_heat_j_kgk", 499, "physics.specific_heat_j_kgk"),
    ("physics.section_exponent", 1.1, "physics.section_exponent"),
    ("physics.radiation", 1, "physics.radiation"),
    ("physics.magic", True, "physics"),
    ("temperatures", "soil", "temperatures"),
    ("guests", [], "roast"),
]


@pytest.mark.parametrize(("path", "value", "where"), WRONG)
def test_wrong_input_says_what_where_and_what_is_allowed(path: str, value: Any, where: str) -> None:
    with pytest.raises(InputError) as caught:
        read_roast(changed(path, value))
    error = caught.value
    assert error.where.startswith(where)
    assert error.allowed
    assert "\n" not in error.sentence


BY_SCHEMA = [w[:2] for w in WRONG if w[1] != "210 20min"]
"""All but the method that only a reader of methods can refuse."""


@pytest.mark.parametrize(("path", "value"), BY_SCHEMA)
def test_the_schema_refuses_the_same(path: str, value: Any) -> None:
    validator = Draft202012Validator(roast_schema())
    assert not validator.is_valid(changed(path, value))


def test_the_schema_accepts_the_example() -> None:
    Draft202012Validator(roast_schema()).validate(GOOD)


@pytest.mark.parametrize(
    "raw",
    [
        b"",
        b"{",
        b"[1, 2",
        b"\xff\xfe\x00",
        b"nonsense",
        b'{"a": NaN}',
        b'{"a": Infinity}',
        b'{"a": 1, "a": 2}',
        b"[" * 200_000,
        b'{"a": ' + b"9" * 5000 + b"}",
        b" " * 1_000_001,
    ],
)
def test_what_is_not_json_is_refused_in_one_line(raw: bytes) -> None:
    with pytest.raises(InputError) as caught:
        load_json(raw)
    assert "\n" not in caught.value.sentence


json_values = st.recursive(
    st.none()
    | st.booleans()
    | st.floats(allow_nan=False, allow_infinity=False)
    | st.text(max_size=8),
    lambda inner: (
        st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=6), inner, max_size=3)
    ),
    max_leaves=6,
)


@given(st.sampled_from([w[0] for w in WRONG]), json_values)
@settings(max_examples=80)
def test_no_value_anywhere_ends_in_anything_but_a_sentence(path: str, value: Any) -> None:
    data = load_json(json.dumps(changed(path, value)).encode())
    try:
        read_roast(data)
    except InputError as error:
        sentence = error.sentence
        assert sentence, "an error without a sentence"
