"""The command line as anyone may script it: the real program, at times in a process of its own."""

from __future__ import annotations

import io
import json
import subprocess
import sys
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path
from typing import Any
from unittest.mock import patch

import pytest

from tests.formats.test_roast import GOOD, changed
from trencher import __version__
from trencher.cli import _put, main
from trencher.core.errors import InputError


def trencher(*words: str) -> subprocess.CompletedProcess[str]:
    """The program with these words, in this process: starting one takes seconds."""
    out, err = io.StringIO(), io.StringIO()
    code: Any = 0
    with (
        patch.object(sys, "argv", ["trencher", *words]),
        redirect_stdout(out),
        redirect_stderr(err),
    ):
        try:
            main()
        except SystemExit as ended:
            code = ended.code or 0
    return subprocess.CompletedProcess(words, int(code), out.getvalue(), err.getvalue())


def started(*words: str) -> subprocess.CompletedProcess[str]:
    """The same as a process of its own."""
    return subprocess.run(
        [sys.executable, "-m", "trencher", *words],
        capture_output=True,
        text=True,
        check=False,
        timeout=120,
    )


def written(tmp_path: Path, data: Any) -> str:
    path = tmp_path / "roast.json"
    path.write_text(json.dumps(data), encoding="utf-8")
    return str(path)


@pytest.fixture(scope="module")
def forecast(tmp_path_factory: pytest.TempPathFactory) -> dict[str, Any]:
    path = tmp_path_factory.mktemp("cli") / "roast.json"
    path.write_text(json.dumps(GOOD), encoding="utf-8")
    done = started("simulate", str(path), "--every", "120")
    assert done.returncode == 0, done.stderr
    assert done.stderr == ""
    found: dict[str, Any] = json.loads(done.stdout)
    return found


def test_simulate_prints_every_field_of_the_format(forecast: dict[str, Any]) -> None:
    assert forecast["format"] == "trencher/forecast"
    assert forecast["version"] == 1
    for key in (
        "stages",
        "pull",
        "peak",
        "carryover_c",
        "band80",
        "loss",
        "lethality_log10",
        "even_fraction",
        "crust",
        "tenderness",
        "series",
        "notes",
        "seed",
    ):
        assert key in forecast, key
    assert set(forecast["stages"][0]) >= {"text", "start_min", "end_min", "core_c", "surface_c"}
    assert set(forecast["series"]) == {
        "min",
        "air_c",
        "surface_c",
        "core_c",
        "thin_end_c",
        "mean_c",
    }
    assert set(forecast["loss"]) == {"fraction", "evaporated", "dripped"}


def test_the_numbers_hang_together(forecast: dict[str, Any]) -> None:
    assert forecast["peak"]["core_c"] == pytest.approx(58.0, abs=0.05)
    climb = forecast["peak"]["core_c"] - forecast["pull"]["core_c"]
    assert forecast["carryover_c"] == pytest.approx(climb)
    low, high = forecast["band80"]["pull_min"]
    assert low < forecast["pull"]["min"] < high
    lengths = {len(column) for column in forecast["series"].values()}
    assert len(lengths) == 1
    minutes = forecast["series"]["min"]
    assert minutes[:3] == [0.0, 2.0, 4.0]
    assert minutes[-1] == pytest.approx(forecast["stages"][-1]["end_min"])


def test_wrong_input_ends_a_process_with_2_and_one_line() -> None:
    done = started("simulate", "nothing.json")
    assert (done.returncode, done.stdout) == (2, "")
    assert done.stderr.startswith("trencher: nothing.json")
    assert done.stderr.count("\n") == 1


def test_ideal_air_is_at_its_heat_from_the_first_second(forecast: dict[str, Any]) -> None:
    assert forecast["series"]["air_c"][0] == 210.0


@pytest.mark.parametrize(
    ("path", "value", "words"),
    [
        ("joint.weight_kg", 99, "joint.weight_kg: 99 is out of range; allowed: 0.1 to 25 kg"),
        ("joint.cut", "beef", "joint.cut"),
        ("method", "210 20min", "write 210C or 210F (99 °C)"),
        ("method", "60C until 80C", "24 hours"),
        ("version", 9, "version"),
    ],
)
def test_wrong_input_is_one_line_and_exit_2(
    tmp_path: Path, path: str, value: Any, words: str
) -> None:
    done = trencher("simulate", written(tmp_path, changed(path, value)))
    assert done.returncode == 2
    assert done.stdout == ""
    assert done.stderr.count("\n") == 1
    assert words in done.stderr
    assert "Traceback" not in done.stderr


@pytest.mark.parametrize(
    "words",
    [
        ("simulate",),
        ("simulate", "/nowhere/roast.json"),
        ("simulate", "--every", "60"),
        ("bake",),
        ("simulate", "."),
        ("serve", "--port", "99999"),
    ],
)
def test_wrong_words_are_one_line_and_exit_2(words: tuple[str, ...]) -> None:
    done = trencher(*words)
    assert done.returncode == 2
    assert done.stderr.startswith("trencher: ")
    assert done.stderr.count("\n") == 1


@pytest.mark.parametrize("every", ["0", "-5", "4000", "nan", "soon"])
def test_spacing_has_bounds(tmp_path: Path, every: str) -> None:
    done = trencher("simulate", written(tmp_path, GOOD), "--every", every)
    assert done.returncode == 2
    assert "every" in done.stderr
    assert done.stderr.count("\n") == 1


def test_binary_is_refused(tmp_path: Path) -> None:
    path = tmp_path / "roast.json"
    path.write_bytes(bytes(range(256)))
    done = trencher("simulate", str(path))
    assert done.returncode == 2
    assert "UTF-8" in done.stderr


def test_the_schema_is_printed() -> None:
    assert json.loads(trencher("schema").stdout)["title"] == "Trencher roast"


def test_simulate_answers_how_long_to_rest_under_each_cover(tmp_path: Path) -> None:
    real = {key: value for key, value in GOOD.items() if key != "physics"}
    done = trencher("simulate", written(tmp_path, real))
    assert done.returncode == 0, done.stderr
    rests = {r["how"]: r for r in json.loads(done.stdout)["rests"]}
    assert set(rests) == {"open", "tented", "wrapped", "bowl", "pan"}
    assert rests["wrapped"]["crisp"] < rests["open"]["crisp"]
    assert rests["wrapped"]["peak_c"] > rests["open"]["peak_c"]
    assert rests["open"]["earliest_min"] < rests["open"]["latest_min"]


# --- read -----------------------------------------------------------------------------------------
def test_a_recipe_is_read_for_a_joint(tmp_path: Path) -> None:
    described = written(tmp_path, GOOD)
    recipe = tmp_path / "recipe.txt"
    recipe.write_text(
        "Rub with mustard. Roast at 220C for 20 minutes, then 160C for 15 minutes per 500g."
    )
    done = trencher("read", str(recipe), described)
    assert done.returncode == 0, done.stderr
    found = json.loads(done.stdout)
    assert found["format"] == "trencher/reading"
    assert found["method"] == "220C 20min; 160C 15min/500g"
    assert [p["text"] for p in found["not_understood"]] == ["Rub with mustard"]
    asked, air = found["open"]
    assert air["code"] == "air"
    assert found["result"]["dials"][0]["written"] == "220C"
    assert asked["code"] == "hot_start_in_rate"
    assert len({c["pull_min"] for c in asked["choices"]}) == 2
    assert found["result"]["out_earlier_min"] is not None


def test_a_recipe_that_is_not_there_is_one_line(tmp_path: Path) -> None:
    described = written(tmp_path, GOOD)
    done = trencher("read", str(tmp_path / "nothing.txt"), described)
    assert done.returncode == 2
    assert done.stderr.count("\n") == 1


def test_follow_prints_one_line_for_each_reading(tmp_path: Path) -> None:
    readings = tmp_path / "readings.csv"
    readings.write_text(
        "minute,core_c,place,event,seconds\n20,,,turn down,\n30,9.5\n45,57..59,core,door,60\n",
        encoding="utf-8",
    )
    done = trencher("follow", written(tmp_path, GOOD), str(readings))
    assert done.returncode == 0, done.stderr
    lines = [json.loads(line) for line in done.stdout.splitlines()]
    assert [(x["minute"], x["reading_c"]) for x in lines] == [(30.0, 9.5), (45.0, 58.0)]
    for line in lines:
        assert line["pull_min"]["p10"] <= line["pull_min"]["p50"] <= line["pull_min"]["p90"]
        assert line["peak_c"]["p10"] <= line["peak_c"]["p50"] <= line["peak_c"]["p90"]
    assert lines[0]["flags"] == []
    assert lines[1]["flags"] == ["near_surface"]


@pytest.mark.parametrize(
    ("text", "where"),
    [
        ("minute,core_c\n30,hot\n", "line 2, core_c"),
        ("minute,core_c\n", "CSV"),
        ("minute,core_c,event\n30,,dance\n", "line 2, event"),
        ("minute,core_c,event\n90,,taken out\n95,,turn down\n", "event"),
    ],
)
def test_follow_says_what_is_wrong_in_one_line(tmp_path: Path, text: str, where: str) -> None:
    readings = tmp_path / "readings.csv"
    readings.write_text(text, encoding="utf-8")
    done = trencher("follow", written(tmp_path, GOOD), str(readings))
    assert done.returncode == 2
    assert where in done.stderr
    assert len(done.stderr.strip().splitlines()) == 1
    assert "Traceback" not in done.stderr


def test_it_says_which_it_is() -> None:
    said = trencher("--version")
    assert said.returncode == 0
    assert said.stdout.strip() == __version__


def test_numbers_that_cannot_be_computed_are_no_json(capsys: pytest.CaptureFixture[str]) -> None:
    with pytest.raises(InputError, match="beyond what can be computed"):
        _put({"core_c": float("nan")})
    assert capsys.readouterr().out == ""


def test_a_probe_is_told_where() -> None:
    said = trencher("probe", "r", "--key", "k", "--url", "notaurl")
    assert said.returncode == 2
    assert said.stderr.startswith("trencher: --url: 'notaurl' is no address")


def test_a_roast_saved_with_a_mark_of_its_bytes_is_read(tmp_path: Path) -> None:
    path = tmp_path / "roast.json"
    path.write_text(json.dumps(GOOD), encoding="utf-8-sig")
    assert trencher("simulate", str(path)).returncode == 0
