"""``trencher learn`` and ``simulate --learned``: a book read by itself, outside its kitchen."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest

from tests.service.conftest import METHOD, OVEN, PLAN
from tests.service.lived import live, planned_min, truth_of
from tests.test_cli import trencher
from trencher.api.context import House
from trencher.core.joint import Joint
from trencher.core.planner.setup import Deviation
from trencher.formats.kitchen import write_kitchen
from trencher.formats.roast import roast_file

HOT = Deviation(heat=1.4, oven_c=10.0)


@pytest.fixture
def book(house: House, tmp_path: Path) -> Path:
    for n in range(3):
        live(house, HOT, name=f"Sirloin {n}")
    path = tmp_path / "book.json"
    path.write_bytes(write_kitchen(house.taking.taken_along()))
    return path


def roast_at(tmp_path: Path, oven: str | None = None) -> str:
    joint = Joint.of({**PLAN["joint"], "start_c": 5.5})
    described = roast_file(joint, OVEN.cooker(joint), METHOD, 57.0) | {"oven": oven}
    path = tmp_path / "roast.json"
    path.write_text(json.dumps(described))
    return str(path)


def test_a_book_teaches_by_the_command_line(book: Path, house: House, tmp_path: Path) -> None:
    told = trencher("learn", str(book))
    assert told.returncode == 0, told.stderr
    found: dict[str, Any] = json.loads(told.stdout)
    assert [r["used"] for r in found["roasts"]] == [True] * 3
    heat = next(e for e in found["effects"] if (e["of"], e["quantity"]) == ("oven", "heat"))
    assert (heat["id"], heat["name"], heat["roasts"]) == ("house-oven", "House oven", 3)
    assert heat["percent"] > 5.0
    assert found["between_roasts"][0]["roasts"] == 3
    learned = tmp_path / "learned.json"
    learned.write_text(told.stdout)

    roast = roast_at(tmp_path)
    plain = json.loads(trencher("simulate", roast).stdout)["pull"]["min"]
    true = truth_of(HOT)[0]
    pulls = []
    for file in (learned, book):
        out = trencher("simulate", roast, "--learned", str(file))
        assert out.returncode == 0, out.stderr
        forecast = json.loads(out.stdout)
        pulls.append(forecast["pull"]["min"])
        assert forecast["learned"][0]["words"].startswith("House oven heats")
        low, high = forecast["band80"]["pull_min"]
        assert low < forecast["pull"]["min"] < high
    assert pulls[0] == pytest.approx(pulls[1])
    assert pulls[0] == pytest.approx(planned_min(house), abs=0.3)
    assert abs(pulls[0] - true) < 0.5 * (plain - true)


def test_an_oven_is_named_or_is_the_only_one_of_its_kind(book: Path, tmp_path: Path) -> None:
    named = trencher("simulate", roast_at(tmp_path, "house-oven"), "--learned", str(book))
    assert named.returncode == 0, named.stderr
    wrong = trencher("simulate", roast_at(tmp_path, "attic"), "--learned", str(book))
    assert wrong.returncode == 2
    assert "attic" in wrong.stderr
    assert "house-oven" in wrong.stderr


@pytest.mark.parametrize(
    "text",
    [
        "{}",
        "[]",
        '{"format": "trencher/learned", "version": 2}',
        '{"format": "trencher/learned", "version": 1, "day": "2026-01-01"}',
        '{"format": "trencher/kitchen", "version": 1}',
        "not json",
    ],
)
def test_what_is_no_book_is_one_clear_line(text: str, tmp_path: Path) -> None:
    path = tmp_path / "odd.json"
    path.write_text(text)
    for words in (("learn", str(path)), ("simulate", roast_at(tmp_path), "--learned", str(path))):
        told = trencher(*words)
        assert told.returncode == 2
        assert told.stderr.startswith("trencher: ")
        assert told.stderr.count("\n") == 1


def test_an_empty_book_teaches_nothing(house: House, tmp_path: Path) -> None:
    path = tmp_path / "empty.json"
    path.write_bytes(write_kitchen(house.taking.taken_along()))
    found = json.loads(trencher("learn", str(path)).stdout)
    assert (found["roasts"], found["effects"], found["lessons"]) == ([], [], [])
    roast = roast_at(tmp_path)
    with_it = json.loads(trencher("simulate", roast, "--learned", str(path)).stdout)
    assert with_it["learned"] == []
    assert with_it["pull"] == json.loads(trencher("simulate", roast).stdout)["pull"]
