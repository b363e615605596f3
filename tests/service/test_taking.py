"""Taken along as an open file: it comes back as it was, once, and what cannot be read is said."""

from __future__ import annotations

import json
import shutil
from collections.abc import Callable, Iterator
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from alembic import command
from fastapi.testclient import TestClient
from jsonschema import Draft202012Validator
from sqlalchemy import create_engine, inspect, text
from typer.testing import CliRunner

from tests.service.conftest import METHOD, OVEN, PLAN, START, put_in
from tests.worlds import demo_of_start, empty, once
from trencher.api.app import create_app
from trencher.api.context import House
from trencher.cli import app
from trencher.core.entries import Changed, Laid
from trencher.core.errors import InputError
from trencher.core.plan import Plan
from trencher.formats.kitchen import kitchen_schema, line_of, read_kitchen, write_kitchen
from trencher.service.clock import FastClock
from trencher.service.feed import Feed
from trencher.service.roasts import RoastService
from trencher.service.taking import ImportLine, TakingService
from trencher.store.database import Database, DatabaseError, _alembic
from trencher.store.repository import Repository

DAY = "2026-10-03"
LIVED = timedelta(minutes=25 + 80 + 30)


@pytest.fixture
def houses(tmp_path: Path) -> Iterator[Callable[[str], House]]:
    """Kitchens by name, each with a file of its own."""
    opened: list[Database] = []

    def made(name: str) -> House:
        opened.append(empty(tmp_path / f"{name}.sqlite"))
        repository, clock, feed = Repository(opened[-1]), FastClock(START, pace=0.0), Feed()
        return House(repository, RoastService(repository, clock, feed), clock, feed)

    yield made
    for database in opened:
        database.close()


@pytest.fixture(scope="module")
def demo(tmp_path_factory: pytest.TempPathFactory) -> bytes:
    """The demo's world as a file."""
    path = tmp_path_factory.mktemp("demo") / "demo.sqlite"
    shutil.copy(demo_of_start(tmp_path_factory), path)
    database = Database(path)
    try:
        repository, clock = Repository(database), FastClock(START, pace=0.0)
        return write_kitchen(TakingService(repository, clock, Feed()).taken_along())
    finally:
        database.close()


def house_at(path: Path, now: datetime) -> tuple[House, Database]:
    database = empty(path)
    repository, clock, feed = Repository(database), FastClock(now, pace=0.0), Feed()
    return House(repository, RoastService(repository, clock, feed), clock, feed), database


@pytest.fixture
def lived(tmp_path: Path, tmp_path_factory: pytest.TempPathFactory) -> Iterator[House]:
    """A kitchen in which a lot was entered, put right, taken back and put away."""

    def make(path: Path) -> None:
        house, database = house_at(path, START)
        live(house)
        database.close()

    shutil.copy(once(tmp_path_factory, "lived.sqlite", make), tmp_path / "lived.sqlite")
    house, database = house_at(tmp_path / "lived.sqlite", START + LIVED)
    yield house
    database.close()


@pytest.fixture
def roasting(lived: House) -> str:
    """The roast that was lived through."""
    return next(h.id for h in lived.repository.everything() if h.name == PLAN["name"])


def live(house: House) -> None:
    """Go through a supper."""
    clock = house.clock
    assert isinstance(clock, FastClock)
    house.repository.save_oven(OVEN)
    roasting = put_in(house)
    key = house.devices.key()
    house.devices.push(
        key,
        {
            "device": "pit",
            "every_s": 5.0,
            "readings": [{"channel": "1", "value": 9.0, "unit": "C"}],
        },
    )
    house.devices.attach(roasting, "pit", "1", "core")
    clock.jump(25.0)
    house.devices.push(
        key,
        {
            "device": "pit",
            "every_s": 5.0,
            "readings": [{"channel": "1", "value": 12.0, "unit": "C"}],
        },
    )
    house.roasts.end_stage(roasting, 0, None)
    seq = house.roasts.read(roasting, 20.0, 21.0, "core", None, spot="by the bone").last_seq
    house.roasts.correct(roasting, seq, {"low_c": 19.0})
    house.roasts.withdraw(roasting, house.roasts.mark(roasting, "door", "", None).last_seq)
    house.roasts.mark(roasting, "sense", "", None, sense_code="springs")
    house.roasts.correct(roasting, 3, {"at": "2026-10-03T15:55:00+00:00"})
    house.roasts.pull_lever(roasting, "hotter")
    clock.jump(80.0)
    house.roasts.end_stage(roasting, None, None)
    house.roasts.answer(roasting, "take_out")
    clock.jump(30.0)
    house.board.claim(roasting, "end-thick", "Ines")
    house.roasts.carve(roasting, None)
    house.board.keep(roasting, "slices", 0.6, None, "cold", None)
    house.roasts.judge(roasting, "Good", "")
    house.roasts.lay(Plan.of({**PLAN, "name": "Another"}), "another")
    house.roasts.choose("another", METHOD, None)
    house.days.change(DAY, {"people": 7})
    house.repository.set_setting("people", [{"name": "Ines", "appetite": "small"}])
    assert clock.now() == START + LIVED


def exported(house: House, roast_id: str | None = None) -> bytes:
    return write_kitchen(house.taking.taken_along(roast_id))


def told(lines: tuple[ImportLine, ...]) -> set[tuple[str, str]]:
    return {(line.what, line.does) for line in lines}


def test_a_kitchen_comes_back_as_it_was_and_only_once(
    lived: House, houses: Callable[[str], House]
) -> None:
    raw = exported(lived)
    other = houses("other")
    assert told(other.taking.looked_at(raw)) == {
        ("oven", "new"),
        ("roast", "new"),
        ("day", "new"),
        ("setting", "new"),
        ("samples", "new"),
    }
    assert other.repository.headings() == []
    other.taking.take_in(raw)
    for heading in lived.repository.everything():
        assert other.roasts.session(heading.id) == lived.roasts.session(heading.id)
    assert other.repository.day(DAY) == lived.repository.day(DAY)
    other.clock.jump((lived.clock.now() - other.clock.now()).total_seconds() / 60.0)  # type: ignore[attr-defined]
    assert exported(other) == raw
    for house in (other, lived):
        assert {line.does for line in house.taking.take_in(raw)} == {"same"}
        assert exported(house) == raw


def test_the_demos_world_comes_back_too(demo: bytes, houses: Callable[[str], House]) -> None:
    house = houses("other")
    house.taking.take_in(demo)
    assert exported(house) == demo
    found = json.loads(demo)
    assert (len(found["roasts"]), len(found["days"]), found["left_out"]) == (11, 1, [])


def test_it_is_what_its_schema_says(lived: House) -> None:
    check = Draft202012Validator(kitchen_schema())
    assert list(check.iter_errors(json.loads(exported(lived)))) == []
    broken = json.loads(exported(lived))
    broken["roasts"][0]["log"][0]["oven"] = 1
    assert list(check.iter_errors(broken))


def test_one_roast_comes_with_its_ovens_and_what_its_instruments_showed(
    lived: House, roasting: str, houses: Callable[[str], House]
) -> None:
    other = houses("other")
    assert told(other.taking.take_in(exported(lived, roasting))) == {
        ("roast", "new"),
        ("oven", "new"),
        ("samples", "new"),
    }
    assert [h.id for h in other.repository.headings()] == [roasting]
    assert other.repository.days() == []
    mine, theirs = (h.repository.samples.between("pit", "1", 0, 1e10) for h in (lived, other))
    assert mine == theirs != []


def test_a_log_goes_on_where_it_ended(lived: House, houses: Callable[[str], House]) -> None:
    other = houses("other")
    other.taking.take_in(exported(lived))
    before = exported(lived)
    lived.roasts.change("another", Changed(wanted_c=55.0))
    lived.days.change(DAY, {"people": 9})
    lines = other.taking.take_in(exported(lived))
    assert {(x.what, x.more) for x in lines if x.does == "more"} == {("roast", 2), ("day", 1)}
    assert other.roasts.session("another").plan.wanted_c == 55.0
    assert other.repository.day(DAY).facts["people"] == 9
    # An older file brings nothing, and takes nothing away.
    assert {line.does for line in other.taking.take_in(before)} == {"same"}
    assert other.roasts.session("another").plan.wanted_c == 55.0


def test_what_differs_stays_here_and_the_other_roast_stands_beside_it(
    lived: House, houses: Callable[[str], House]
) -> None:
    other = houses("other")
    other.repository.save_oven(OVEN)
    other.roasts.lay(Plan.of({**PLAN, "name": "Mine"}), "another")
    other.days.change(DAY, {"people": 3})
    other.repository.set_setting("people", [{"name": "INES", "appetite": "hearty"}])
    raw = exported(lived)
    found = told(other.taking.take_in(raw))
    assert {("roast", "copy"), ("day", "kept"), ("setting", "kept"), ("oven", "same")} <= found
    assert other.roasts.session("another").plan.name == "Mine"
    assert other.repository.day(DAY).facts["people"] == 3
    assert other.repository.setting("people")[0]["appetite"] == "hearty"
    assert {h.name for h in other.repository.headings()} == {"Mine", "Another", "Sirloin"}
    # The copy is known again.
    assert "copy" not in {line.does for line in other.taking.take_in(raw)}
    assert len(other.repository.headings()) == 3


def changed(raw: bytes, path: tuple[str | int, ...], value: Any) -> bytes:
    found = json.loads(raw)
    here = found
    for step in path[:-1]:
        here = here[step]
    here[path[-1]] = value
    return write_kitchen(found)


LOG = ("roasts", 0, "log")


@pytest.mark.parametrize(
    ("path", "value", "said"),
    [
        (("format",), "other/kitchen", "line 2, format"),
        (("version",), 2, "line 3, version"),
        (("roasts", 0, "log", 3, "minute"), -5, "log[3].minute"),
        (("roasts", 0, "log", 3, "low_c"), 900, "log[3].low_c"),
        (("roasts", 0, "log", 3, "spoon"), 1, "log[3].spoon"),
        (("roasts", 0, "log", 3, "kind"), "eaten", "log[3]"),
        (("roasts", 0, "log", 3, "seq"), 9, "here stands number 4"),
        (("roasts", 0, "log", 3, "written"), "yesterday", "written"),
        (("roasts", 0, "log", 1, "pull_stage"), 7, "pull_stage 7"),
        (("roasts", 0, "log", 1, "method"), "roast it", "log[1]"),
        (("roasts", 0, "log", 0, "joint", "weight_kg"), 400, "log[0].joint.weight_kg"),
        (("roasts", 0, "log", 0, "oven_id"), "nowhere", "no oven"),
        (("roasts", 0, "log", 0, "serve_at"), "2026-10-03T19:00:00", "serve_at"),
        (("roasts", 0, "id"), "../../x", "roasts[0].id"),
        (("ovens", 0, "kind"), "fire", "ovens[0].kind"),
        (("days", 0, "date"), "2026-13-40", "days[0].date"),
        (("days", 0, "log", 0, "facts", "people"), 4000, "facts.people"),
        (("days", 0, "log", 0, "facts", "serve_at"), None, "serve_at"),
        (("settings", "profile"), "moon", "settings.profile"),
        (("samples",), [{"device": "d", "channel": "1", "unit": "x", "values": []}], "unit"),
    ],
)
def test_what_cannot_be_read_is_said_by_line_and_field_and_nothing_is_taken(
    demo: bytes, houses: Callable[[str], House], path: tuple[str | int, ...], value: Any, said: str
) -> None:
    house = houses("other")
    with pytest.raises(InputError) as caught:
        house.taking.take_in(changed(demo, path, value))
    assert said in caught.value.sentence
    assert caught.value.where.startswith("line ")
    assert (house.repository.headings(), house.repository.ovens()) == ([], [])


@pytest.mark.parametrize(
    ("at", "entry", "said"),
    [
        (1, {"kind": "carved", "minute": 3.0}, "not resting"),
        (1, {"kind": "laid"}, "log[1]"),
        (4, {"kind": "ended_stage", "stage": 40, "minute": 3.0}, "cannot end"),
        (4, {"kind": "corrected", "target": 4, "data": {"minute": 1e9}}, "log[4]"),
        (4, {"kind": "corrected", "target": 400, "data": {}}, "no event 400"),
        (4, {"kind": "withdrew", "target": 1}, "cannot be withdrawn"),
        (4, {"kind": "marked", "what": "moved_oven", "minute": 3.0}, "which oven"),
    ],
)
def test_a_log_no_kitchen_could_have_written_is_refused(
    demo: bytes, houses: Callable[[str], House], at: int, entry: dict[str, Any], said: str
) -> None:
    found = json.loads(demo)
    roast = next(r for r in found["roasts"] if r["id"] == "silverside")
    roast["log"][at:] = [{"seq": at + 1, "written": "2026-10-03T10:00:00Z", **entry}]
    with pytest.raises(InputError) as caught:
        houses("other").taking.take_in(write_kitchen(found))
    assert said in caught.value.sentence
    assert f"log[{at}]" in caught.value.where


def test_a_file_made_to_be_gone_through_for_ever_is_refused(
    demo: bytes, houses: Callable[[str], House], monkeypatch: pytest.MonkeyPatch
) -> None:
    house, found = houses("other"), json.loads(demo)
    log = next(r for r in found["roasts"] if r["id"] == "silverside")["log"]
    data = {k: v for k, v in log[3].items() if k not in ("kind", "seq", "written")}
    back = {"kind": "corrected", "target": 4, "data": {**data, "minute": 30.0}}
    written = log[-1]["written"]
    log += [{**back, "seq": len(log) + n, "written": written} for n in range(1, 120)]
    house.taking.looked_at(write_kitchen(found))
    monkeypatch.setattr("trencher.service.taking.MOST_FOLDED", 2000)
    with pytest.raises(InputError, match="more was put right"):
        house.taking.looked_at(write_kitchen(found))
    house.taking.looked_at(demo)


@pytest.mark.parametrize("part", ["roasts", "ovens", "days"])
def test_what_stands_in_a_file_twice_is_said(
    demo: bytes, houses: Callable[[str], House], part: str
) -> None:
    found = json.loads(demo)
    found[part].append(found[part][0])
    with pytest.raises(InputError, match="stands here twice"):
        houses("other").taking.take_in(write_kitchen(found))


def test_an_oven_that_cannot_be_read_is_not_written_over_and_keeps_no_roast_at_home(
    lived: House, houses: Callable[[str], House]
) -> None:
    raw = exported(lived)
    with lived.repository._db.write() as sql:
        sql.execute(text("UPDATE ovens SET facts = '[1'"))
    found = json.loads(exported(lived))
    assert found["left_out"] == ["house-oven"]
    assert [o["id"] for o in found["ovens"]] == ["house-oven"]
    # It comes to another kitchen all the same, with a plain oven.
    other = houses("other")
    other.taking.take_in(write_kitchen(found))
    assert len(other.repository.headings()) == 2
    assert told(lived.taking.take_in(raw)) >= {("oven", "kept")}
    with lived.repository._db.read() as sql:
        assert sql.execute(text("SELECT facts FROM ovens")).scalar() == "[1"


def test_an_odd_day_or_setting_of_old_is_left_out_and_the_rest_is_read_again(
    lived: House, houses: Callable[[str], House]
) -> None:
    lived.repository.set_setting("tins", [{"name": "Deep", "spoons": 3}])
    with lived.repository._db.write() as sql:
        sql.execute(
            text(
                "INSERT INTO day_events (day, seq, at, kind, data) "
                "VALUES (:day, 9, '2026-10-03T12:00:00Z', 'changed', :data)"
            ),
            {"day": DAY, "data": '{"people": 5000}'},
        )
    found = json.loads(exported(lived))
    assert found["left_out"] == [DAY, "tins"]
    houses("other").taking.take_in(write_kitchen(found))


@pytest.mark.parametrize("raw", [b"", b"[]", b"{", b"\xff\xfe", b'{"format": NaN}', b'{"a":' * 900])
def test_what_is_no_file_of_ours_is_said(house: House, raw: bytes) -> None:
    with pytest.raises(InputError):
        house.taking.looked_at(raw)


def test_a_line_is_found_in_any_layout() -> None:
    words = '{"a": [1,\n {"b":\n "}]"},\n {"b": {"c": [true,\n\n null]}}], "d": 2}'
    assert json.loads(words)["d"] == 2
    assert line_of(words, ("a", 2, "b", "c", 1)) == 6
    assert line_of(words, ("a", 1, "b")) == 3
    assert line_of(words, ("d",)) == 6
    assert line_of(words, ("a", 9)) == line_of(words, ()) == 1


def test_one_that_is_odd_from_of_old_is_left_out_and_said(house: House) -> None:
    roasting = put_in(house)
    odd = Laid.of({**PLAN, "name": "Odd", "serve_at": "2026-10-03T19:00:00"})
    house.repository.create("odd", odd, "2026-10-03T15:00:00+00:00")
    found = house.taking.taken_along()
    assert (found["left_out"], [r["id"] for r in found["roasts"]]) == (["Odd"], [roasting])
    read_kitchen(write_kitchen(found))


def test_over_http_it_is_saved_looked_through_and_taken_in(
    lived: House, roasting: str, houses: Callable[[str], House]
) -> None:
    with TestClient(create_app(lived, None), base_url="http://localhost") as client:
        saved = client.get("/api/export")
        assert saved.headers["content-type"] == "application/json"
        assert "trencher-2026-10-03.json" in saved.headers["content-disposition"]
        one = client.get(f"/api/roasts/{roasting}/export")
        assert one.json()["roasts"][0]["id"] == roasting
        assert client.get("/api/roasts/nothing/export").status_code == 404
    other = houses("other")
    with TestClient(create_app(other, None), base_url="http://localhost") as client:
        looked = client.post("/api/import/look", content=saved.content).json()
        assert looked["counts"]["roast new"] == 2
        assert client.get("/api/roasts").json() == []
        assert client.post("/api/import", content=saved.content).json() == looked
        assert len(client.get("/api/roasts").json()) == 2
        assert client.get(f"/api/book/{roasting}").json()["verdict"]["verdict"] == "Good"
        again = client.post("/api/import", content=saved.content).json()
        assert (again["lines"], again["counts"]["roast same"]) == ([], 2)
        refused = client.post("/api/import", content=saved.content[:-40])
        assert (refused.status_code, refused.json()["code"]) == (422, "wrong_input")


def test_on_the_command_line(tmp_path: Path, lived: House, roasting: str) -> None:
    def run(*words: str) -> Any:
        return CliRunner().invoke(app, [*words])

    data = str(tmp_path / "new")
    file = tmp_path / "out.json"
    file.write_bytes(exported(lived))
    said = run("import", str(file), "--data", data)
    assert said.exit_code == 0, said.output
    assert "roast Sirloin: new" in said.output
    assert "Nothing was changed" in said.output
    assert "new" in run("import", str(file), "--yes", "--data", data).output
    assert "here already" in run("import", str(file), "--yes", "--data", data).output
    out = tmp_path / "again.json"
    assert run("export", str(out), "--roast", roasting, "--data", data).exit_code == 0
    assert [r["id"] for r in json.loads(out.read_text())["roasts"]] == [roasting]
    assert isinstance(run("export", str(out), "--data", data).exception, InputError)
    assert json.loads(run("export", "-", "--data", data).stdout)["format"] == "trencher/kitchen"
    assert json.loads(run("schema", "kitchen").stdout)["title"] == "FiledKitchen"
    assert isinstance(run("schema", "spoon").exception, InputError)
    nowhere = tmp_path / "nowhere"
    assert isinstance(run("export", "-", "--data", str(nowhere)).exception, DatabaseError)
    assert not nowhere.exists()


def test_readings_and_events_go_round_as_csv(lived: House, roasting: str) -> None:
    session = lived.roasts.session(roasting)
    lines = lived.roasts.write_csv(roasting).splitlines()
    assert lines[0] == "minute,core_c,place,event,seconds"
    assert sum("taken_out" in line for line in lines) == 1
    assert any("19..21,core: by the bone" in line for line in lines)
    assert session.last_seq == lived.roasts.session(roasting).last_seq


@pytest.mark.parametrize("revision", ["0001", "0002", "0003", "0004", "0005", "0006"])
def test_a_kitchen_of_every_released_schema_is_opened_and_taken_along(
    tmp_path: Path, revision: str, lived: House, houses: Callable[[str], House]
) -> None:
    path = tmp_path / "old.sqlite"
    command.upgrade(_alembic(path), revision)
    _write_as_it_was(path, lived)
    old = houses("old")
    assert old.repository.headings("done")[0].name == "Sirloin"
    for heading in lived.repository.everything():
        assert old.roasts.session(heading.id) == lived.roasts.session(heading.id)
    assert old.repository.over("sirloin good", 0, 5)[1] == 1
    assert len(json.loads(exported(old))["roasts"]) == 2


def _write_as_it_was(path: Path, lived: House) -> None:
    """The rows of a kitchen in the columns that this schema has."""
    old, new = (create_engine(f"sqlite:///{p}") for p in (path, lived.repository.path))
    with old.begin() as to, new.connect() as of:
        for table in ("ovens", "roasts", "events"):
            names = [c["name"] for c in inspect(old).get_columns(table)]
            columns, marks = ", ".join(names), ", ".join("?" for _ in names)
            for row in of.execute(text(f"SELECT {columns} FROM {table}")):
                insert = f"INSERT INTO {table} ({columns}) VALUES ({marks})"
                to.exec_driver_sql(insert, tuple(row))
    for engine in (old, new):
        engine.dispose()
