"""The kitchen as one file: whole while it is served, checked, put back with nothing left over."""

from __future__ import annotations

import shutil
import sqlite3
import threading
from contextlib import closing
from pathlib import Path
from typing import Any

import pytest
from alembic import command
from fastapi.testclient import TestClient
from typer.testing import CliRunner

from tests.service.conftest import METHOD, OVEN, PLAN, START
from tests.service.test_devices import pushed
from tests.worlds import empty
from trencher.api.app import create_app
from trencher.api.context import House
from trencher.cli import app
from trencher.core.entries import Changed
from trencher.core.plan import Plan
from trencher.service.clock import FastClock
from trencher.service.feed import Feed
from trencher.service.roasts import RoastService
from trencher.store.backup import backup, checked
from trencher.store.database import Database, DatabaseError, _alembic
from trencher.store.repository import Repository

PLACES = ("roasts", "ovens", "days", "days/2026-10-03", "book", "catalogue", "records", "larder")


def house_at(path: Path) -> tuple[House, Database]:
    path.parent.mkdir(parents=True, exist_ok=True)
    database = empty(path)
    repository, clock, feed = Repository(database), FastClock(START, pace=0.0), Feed()
    return House(repository, RoastService(repository, clock, feed), clock, feed), database


@pytest.fixture
def kitchen(tmp_path: Path) -> Any:
    """A kitchen with a roast in the oven, one planned and a day."""
    house, database = house_at(tmp_path / "kitchen" / "trencher.sqlite")
    house.repository.save_oven(OVEN)
    roast_id, _ = house.roasts.lay(Plan.of(PLAN))
    house.roasts.choose(roast_id, METHOD, None)
    house.roasts.put_in(roast_id, 5.5)
    house.roasts.lay(Plan.of({**PLAN, "name": "Another"}))
    house.days.change("2026-10-03", {"people": 7})
    yield house
    database.close()


def _seen(house: House) -> dict[str, Any]:
    with TestClient(create_app(house, None), base_url="http://localhost") as client:
        return {path: client.get(f"/api/{path}").json() for path in PLACES}


def test_a_backup_opens_the_same_screens_on_an_empty_machine(
    kitchen: House, tmp_path: Path
) -> None:
    file = tmp_path / "saved.sqlite"
    found = backup(kitchen.repository.path, file)
    assert (found.roasts, found.days, found.ovens, found.damaged) == (2, 1, 1, ())
    assert file.stat().st_mode & 0o077 == 0
    said = CliRunner().invoke(app, ["restore", str(file), "--data", str(tmp_path / "new")])
    assert "2 roasts, 1 days" in said.output
    assert not (tmp_path / "new").exists()
    done = CliRunner().invoke(app, ["restore", str(file), "--yes", "--data", str(tmp_path / "new")])
    assert done.exit_code == 0, done.output
    other, database = house_at(tmp_path / "new" / "trencher.sqlite")
    assert _seen(other) == _seen(kitchen)
    database.close()


def test_a_backup_while_others_write_is_of_one_moment(kitchen: House, tmp_path: Path) -> None:
    roast_id = kitchen.repository.headings("roasting")[0].id
    stop = threading.Event()

    def write() -> None:
        while not stop.is_set():
            kitchen.roasts.mark(roast_id, "door", "", None)

    writing = threading.Thread(target=write)
    writing.start()
    try:
        for n in range(4):
            file = tmp_path / f"saved-{n}.sqlite"
            assert backup(kitchen.repository.path, file).damaged == ()
            with closing(sqlite3.connect(file)) as opened:
                (heads,) = opened.execute("SELECT sum(last_seq) FROM roasts").fetchone()
                (lines,) = opened.execute("SELECT count(*) FROM events").fetchone()
            assert heads == lines
    finally:
        stop.set()
        writing.join()


def test_putting_back_leaves_nothing_of_what_was_kept_in_mind(
    kitchen: House, tmp_path: Path
) -> None:
    roast_id = kitchen.repository.headings("roasting")[0].id
    file = tmp_path / "saved.sqlite"
    kitchen.clock.jump(30)  # type: ignore[attr-defined]
    backup(kitchen.repository.path, file)
    before = _seen(kitchen)
    # As many entries as the backup gets below, but others.
    kitchen.roasts.read(roast_id, 30.0, 30.0, "core", None)
    pushed(kitchen, {"value": 20.0})
    assert [r.low_c for r in kitchen.roasts.follow(roast_id).readings] == [30.0]
    kitchen.days.change("2026-10-03", {"people": 3})
    found, kept = kitchen.keeping.put_back(file)
    assert found.roasts == 2
    assert (kitchen.repository.path.with_name(kept)).exists()
    assert _seen(kitchen) == before
    assert kitchen.devices.instruments() == []
    kitchen.roasts.read(roast_id, 12.0, 12.0, "core", None)
    assert [r.low_c for r in kitchen.roasts.follow(roast_id).readings] == [12.0]
    # The copy of what was there goes back as well.
    kitchen.keeping.put_back(kitchen.repository.path.with_name(kept))
    assert kitchen.repository.day("2026-10-03").facts["people"] == 3


def _broken(path: Path) -> None:
    whole = bytearray(path.read_bytes())
    whole[5000:9000] = b"x" * 4000
    path.write_bytes(whole)


def _sql(statement: str) -> Any:
    def act(path: Path) -> None:
        with closing(sqlite3.connect(path)) as opened, opened:
            opened.execute(statement)

    return act


def _foreign(path: Path) -> None:
    path.unlink()
    _sql("CREATE TABLE recipes (id)")(path)


@pytest.mark.parametrize(
    ("act", "why"),
    [
        (lambda path: path.write_text("minute,core_c"), "no kitchen"),
        (lambda path: path.write_bytes(b""), "no kitchen"),
        (lambda path: path.unlink(), "No such file"),
        (lambda path: path.write_bytes(path.read_bytes()[:20_000]), "broken"),
        (_broken, "broken"),
        (_foreign, "no kitchen"),
        (_sql("CREATE TABLE recipes (id)"), "another program"),
        (_sql("UPDATE alembic_version SET version_num = '9999'"), "newer Trencher"),
        (_sql("CREATE TRIGGER sly AFTER INSERT ON ovens BEGIN DELETE FROM ovens; END"), "its own"),
    ],
)
def test_what_is_no_whole_kitchen_is_refused_and_nothing_changes(
    kitchen: House, tmp_path: Path, act: Any, why: str
) -> None:
    file = tmp_path / "saved.sqlite"
    backup(kitchen.repository.path, file)
    act(file)
    before = _seen(kitchen)
    with pytest.raises(DatabaseError, match=why):
        kitchen.keeping.put_back(file)
    assert _seen(kitchen) == before


def test_one_of_an_older_schema_is_brought_up_and_left_alone_itself(tmp_path: Path) -> None:
    file = tmp_path / "old.sqlite"
    for revision in ("0001", "0003", "0005", "0006"):
        file.unlink(missing_ok=True)
        command.upgrade(_alembic(file), revision)
        written = file.read_bytes()
        with checked(file) as (copy, found):
            assert (found.roasts, found.last) == (0, "")
            assert copy != file
        assert file.read_bytes() == written


def test_a_damaged_record_comes_along_and_is_said(kitchen: House, tmp_path: Path) -> None:
    file = tmp_path / "saved.sqlite"
    roast_id = kitchen.repository.headings("planning")[0].id
    kitchen.roasts.change(roast_id, Changed.of({"name": "Broken"}))
    shutil.copy(kitchen.repository.path, tmp_path / "x")
    with kitchen.repository._db.write() as sql:
        sql.connection().exec_driver_sql(
            "INSERT INTO events (roast_id, seq, at, kind, data) VALUES (?, 99, '', 'flew', '{}')",
            (roast_id,),
        )
    assert [s.name for s in backup(kitchen.repository.path, file).damaged] == ["Broken"]


def test_over_http_a_file_is_saved_looked_at_and_put_back(kitchen: House) -> None:
    with TestClient(create_app(kitchen, None), base_url="http://localhost") as client:
        saved = client.get("/api/backup")
        assert saved.headers["content-type"] == "application/vnd.sqlite3"
        assert "trencher-2026-10-03.sqlite" in saved.headers["content-disposition"]
        kitchen.roasts.lay(Plan.of({**PLAN, "name": "Later"}))
        looked = client.post("/api/backup/look", content=saved.content)
        assert (looked.json()["roasts"], looked.json()["kept"]) == (2, "")
        assert len(kitchen.repository.headings()) == 3
        done = client.post("/api/backup/restore", content=saved.content)
        assert done.json()["kept"].startswith("trencher.before-restore-2026-10-03")
        assert len(client.get("/api/roasts").json()) == 2
        refused = client.post("/api/backup/restore", content=b"x" * 500_000)
        assert (refused.status_code, refused.json()["code"]) == (422, "database")


def test_on_the_command_line_nothing_is_written_over(kitchen: House, tmp_path: Path) -> None:
    data = str(kitchen.repository.path.parent)
    file = tmp_path / "saved.sqlite"
    assert CliRunner().invoke(app, ["backup", str(file), "--data", data]).exit_code == 0
    for words in (
        ["backup", str(file), "--data", data],
        ["backup", str(tmp_path / "y"), "--data", "nowhere"],
        ["restore", str(tmp_path / "nothing"), "--data", data],
    ):
        assert isinstance(CliRunner().invoke(app, words).exception, DatabaseError), words
