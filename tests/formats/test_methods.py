"""Methods as a file, and a roast as the file the command line reads."""

from __future__ import annotations

import json

import pytest

from tests.kitchens import sirloin
from trencher.core.catalogue.cuts import own_cut
from trencher.core.errors import InputError
from trencher.core.joint import Joint
from trencher.core.thermal.cooker import Cooker
from trencher.formats.methods import methods_file, read_methods_file
from trencher.formats.roast import read_roast, roast_file

KEPT = [("Sunday", "210C 20min; 150C until peak 57C; rest open 30min"), ("Slow", "90C until 54C")]


def test_methods_go_out_and_come_back() -> None:
    assert read_methods_file(json.loads(json.dumps(methods_file(KEPT)))) == KEPT


@pytest.mark.parametrize(
    ("value", "words"),
    [
        ([], "no file of methods"),
        ({"format": "trencher/roast"}, "no file of methods"),
        (methods_file(KEPT) | {"version": 2}, "version"),
        (methods_file([]), "1 to 60"),
        (methods_file([("", "160C 1h")]), "number 1: has no name"),
        (methods_file([*KEPT, ("Hot", "very hot")]), r"number 3 \(Hot\)"),
    ],
)
def test_a_wrong_file_says_which_line(value: object, words: str) -> None:
    with pytest.raises(InputError, match=words):
        read_methods_file(value)


@pytest.mark.parametrize(
    ("joint", "cooker"),
    [
        (sirloin(coat="mustard", tied=False), Cooker(kind="gas", swing_c=12.0, max_c=232.0)),
        (sirloin(), Cooker(dial_points=((160.0, 12.0), (220.0, 7.0)), cooling_fan=True)),
        (
            Joint(cut="own", own=own_cut({"name": "Goat neck", "collagen": True}), weight_kg=2.0),
            Cooker(),
        ),
    ],
)
def test_a_roast_goes_out_and_comes_back(joint: Joint, cooker: Cooker) -> None:
    text = "160C until peak 57C; rest open 20min"
    found = read_roast(json.loads(json.dumps(roast_file(joint, cooker, text, 58.0))))
    assert found.joint == joint
    assert found.cooker == cooker
    assert str(found.method) == text
    assert found.goal_c == 58.0
