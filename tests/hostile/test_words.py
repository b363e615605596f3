"""Methods, recipes, tables and files of nonsense: each is read or refused with a sentence, in steps
that grow with its length and no faster."""

from __future__ import annotations

import json
from collections.abc import Callable
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.formats.test_roast import GOOD
from tests.hostile.steps import TooLong, refusal, within_steps
from trencher.core.method.notation import parse_method
from trencher.core.method.prose import read_prose
from trencher.devices.readings_csv import read_csv, write_csv
from trencher.formats.methods import read_methods_file
from trencher.formats.roast import load_json, read_roast

NOTATION = (
    "210C",
    "410F",
    "gas 6",
    "20min",
    "1h30",
    "until",
    "peak",
    "58C",
    ";",
    "rest",
    "tented",
    "sear",
    "/side",
    "turn",
    "off",
    "wait",
    "counter",
    "+",
    "baste every",
    "at",
    "cold",
    "covered",
    "lid",
    "in 300ml",
    "on roots",
    "fan",
    "-",
    "..",
    "(",
    "½",
    "0",
    "9" * 20,
    "pour",
    "for 2min",
    "until brown",
    "min/500g",
    "²",
    "\u0660",
    "\n",
    "~",
    "1e9",
    ",",
)
PROSE = (
    "roast",
    "at",
    "220",
    "°C",
    "degrees",
    "for",
    "20 minutes",
    "an hour and a half",
    "until",
    "54C",
    "in the middle",
    "rest",
    "turn",
    "down",
    "then",
    "per pound",
    "plus",
    "20-40",
    "foil",
    "cover",
    "if",
    "or",
    "half",
    "twice",
    "first",
    "last",
    ".",
    ",",
    ";",
    "(",
    ")",
    "gas mark 4",
    "the meat",
    "take out",
    "brown",
    "pan",
    "each side",
    "1/2",
    "½",
    "2",
    "0",
    "and",
    "no",
    "before",
    "after",
    "\n",
    "²",
    "º",
    "١",
    "—",
    "basting every",
    "kg",
    "lb",
    "450g",
)
TABLE = (
    "minute",
    "core_c",
    "place",
    "event",
    "seconds",
    ",",
    ",",
    ",",
    "\n",
    "\n",
    "\r",
    "\r\n",
    '"',
    "57",
    "57..59",
    "..",
    "core",
    "core: by the bone",
    "door",
    "taken out",
    "-1",
    "1e3",
    "nan",
    "inf",
    "²",
    "\x00",
    "\ufeff",
    " ",
    ";",
    "\t",
)


def _made(words: tuple[str, ...], most: int) -> st.SearchStrategy[str]:
    """Words of the language in any order, with any letters between."""
    piece = st.one_of(st.sampled_from(words), st.sampled_from(words), st.text(max_size=4))
    return st.lists(piece, max_size=most).map(" ".join)


def _method(text: str) -> None:
    assert str(parse_method(str(parse_method(text)))) == str(parse_method(text))


def _prose(text: str) -> None:
    read_prose(text, kind="fan", weight_kg=2.0)


def _table(text: str) -> None:
    found = read_csv(text)
    assert read_csv(write_csv(found)) == found


READERS: dict[str, tuple[Callable[[str], None], tuple[str, ...], int, int]] = {
    "notation": (_method, NOTATION, 2_000, 120),
    "prose": (_prose, PROSE, 20_000, 700),
    "table": (_table, TABLE, 1_000, 12),
}
"""Reader, its words, and the steps it may take: at all, and for each letter."""


def _read(reader: str, text: str) -> None:
    act, _, least, each = READERS[reader]
    said = refusal(least + each * len(text), lambda: act(text))
    assert said is None or (said.what and said.where and said.allowed)


@pytest.mark.parametrize("reader", READERS)
@given(data=st.data())
@settings(max_examples=60, derandomize=True)
def test_nonsense_is_read_or_refused_in_steps(reader: str, data: st.DataObject) -> None:
    _read(reader, data.draw(_made(READERS[reader][1], 30)))


@pytest.mark.full
@pytest.mark.parametrize("reader", READERS)
@given(data=st.data())
@settings(max_examples=4000)
def test_much_nonsense_is_read_or_refused_in_steps(reader: str, data: st.DataObject) -> None:
    _read(reader, data.draw(_made(READERS[reader][1], 120)))


@pytest.mark.parametrize("reader", READERS)
def test_one_word_said_over_and_over_takes_steps_by_its_length(reader: str) -> None:
    for word in READERS[reader][1]:
        _read(reader, (word + " ") * 120)


def test_what_takes_too_long_is_found() -> None:
    with pytest.raises(TooLong):
        within_steps(10, lambda: read_prose("roast at 200C for an hour", kind="fan", weight_kg=2.0))


VALUES = st.recursive(
    st.one_of(
        st.none(),
        st.booleans(),
        st.integers(),
        st.floats(),
        st.text(max_size=8),
        st.sampled_from(["beef-fillet", "custom", "fan", 10**400, -1e308, 0.1, 25, "210C 20min"]),
    ),
    lambda inner: st.one_of(
        st.lists(inner, max_size=3), st.dictionaries(st.text(max_size=6), inner, max_size=3)
    ),
    max_leaves=6,
)
PATHS = [
    (),
    ("joint",),
    ("cooker",),
    ("method",),
    ("physics",),
    ("wanted_c",),
    ("temperatures",),
    ("version",),
    ("joint", "cut"),
    ("joint", "own"),
    ("joint", "weight_kg"),
    ("joint", "pieces"),
    ("joint", "surface"),
    ("joint", "coat"),
    ("cooker", "kind"),
    ("cooker", "dial_points"),
    ("cooker", "max_c"),
    ("physics", "evaporation"),
    ("physics", "h_w_m2k"),
    ("new",),
]


def _with(data: Any, path: tuple[str, ...], value: Any) -> Any:
    if not path:
        return value
    return {**data, path[0]: _with(data.get(path[0], {}), path[1:], value)}


def _file(path: tuple[str, ...], value: Any) -> None:
    raw = json.dumps(_with(GOOD, path, value)).encode("utf-8", "surrogatepass")

    said = refusal(10_000, lambda: read_roast(load_json(raw)))
    assert said is None or (said.where and said.allowed)


@given(st.sampled_from(PATHS), VALUES)
@settings(max_examples=150, derandomize=True)
def test_a_roast_file_with_anything_anywhere_is_read_or_refused(
    path: tuple[str, ...], value: Any
) -> None:
    _file(path, value)


@pytest.mark.full
@given(st.sampled_from(PATHS), VALUES)
@settings(max_examples=5000)
def test_many_roast_files_with_anything_anywhere_are_read_or_refused(
    path: tuple[str, ...], value: Any
) -> None:
    _file(path, value)


@given(
    st.one_of(
        VALUES,
        st.lists(VALUES).map(
            lambda methods: {"format": "trencher/methods", "version": 1, "methods": methods}
        ),
    )
)
@settings(derandomize=True)
def test_a_methods_file_of_anything_is_read_or_refused(value: Any) -> None:
    said = refusal(10_000, lambda: read_methods_file(value))
    assert said is None or (said.where and said.allowed)


@given(st.binary(max_size=200))
@settings(derandomize=True)
def test_bytes_are_json_or_refused(raw: bytes) -> None:
    said = refusal(5_000, lambda: load_json(raw))
    assert said is None or said.where == "JSON"
