"""Kept: append-only, migrated with a copy, one writer, and nothing acknowledged is ever lost."""

from __future__ import annotations

import json
import os
import signal
import sqlite3
import subprocess
import sys
import threading
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import closing, contextmanager, suppress
from pathlib import Path
from typing import Any

import pytest
from alembic import command
from sqlalchemy import Engine, event, text
from sqlalchemy.exc import IntegrityError, OperationalError

from tests.store.adding import AT, add
from tests.worlds import empty
from trencher.core.entries import Laid, entry_of
from trencher.core.errors import Conflict, NotFound, Overtaken
from trencher.core.oven import OvenRecord
from trencher.core.session import replay
from trencher.service import own_things
from trencher.service.own_things import drop_own, keep_own
from trencher.store.database import Database, DatabaseError, _alembic, migrate
from trencher.store.once import Delivery
from trencher.store.repository import Repository

PLAN: dict[str, Any] = {
    "name": "Sirloin",
    "serve_at": "2026-10-03T19:00:00+00:00",
    "wanted_c": 57.0,
    "rest_min": 40.0,
    "oven_id": "o",
    "joint": {"cut": "beef-sirloin-boned", "weight_kg": 1.9},
}
CHOSE = {"school": None, "method": "170C until 50C; rest open 10min", "pull_stage": 0}
READ = {"minute": 30.0, "low_c": 20.0, "high_c": 20.0, "place": "core"}


@pytest.fixture
def database(tmp_path: Path) -> Iterator[Database]:
    made = empty(tmp_path / "t.sqlite")
    yield made
    made.close()


@pytest.fixture
def kept(database: Database) -> Repository:
    repository = Repository(database)
    repository.create("r", Laid.of(PLAN), AT)
    add(repository, "r", "chose", CHOSE)
    add(repository, "r", "put_in", {"at": AT, "core_c": None})
    return repository


def test_pragmas_are_what_durability_needs(database: Database) -> None:
    with database.write() as sql:
        assert sql.execute(text("PRAGMA journal_mode")).scalar() == "wal"
        assert sql.execute(text("PRAGMA synchronous")).scalar() == 2
        assert sql.execute(text("PRAGMA foreign_keys")).scalar() == 1


def test_readers_cannot_write(database: Database) -> None:
    with pytest.raises(OperationalError, match="readonly"), database.read() as sql:
        sql.execute(text("DELETE FROM ovens"))


@pytest.mark.parametrize("verb", ["UPDATE events SET kind = 'x'", "DELETE FROM events"])
def test_the_log_can_only_grow(kept: Repository, database: Database, verb: str) -> None:
    with pytest.raises(IntegrityError, match="only ever added"), database.write() as sql:
        sql.execute(text(verb))
    assert kept.session("r").last_seq == 3


def test_an_event_needs_its_roast(database: Database) -> None:
    with pytest.raises(IntegrityError), database.write() as sql:
        sql.execute(
            text("INSERT INTO events (roast_id, seq, at, kind, data) VALUES ('x', 1, '', '', '{}')")
        )


def test_the_live_state_is_the_replay(kept: Repository) -> None:
    live = add(kept, "r", "read", READ)
    live = add(kept, "r", "withdrew", {"seq": 4})
    assert kept.session("r") == live == replay(live.log)


def test_a_step_that_does_not_fit_leaves_no_trace(kept: Repository) -> None:
    with pytest.raises(Conflict):
        add(kept, "r", "carved", {"minute": 1.0})
    assert kept.session("r").last_seq == 3


def test_what_was_worked_out_from_an_older_log_is_not_added(kept: Repository) -> None:
    add(kept, "r", "read", READ)
    with pytest.raises(Overtaken):
        kept.append("r", [entry_of("read", READ)], 3, AT)
    assert kept.session("r").last_seq == 4


def test_several_entries_are_added_or_none(kept: Repository) -> None:
    with pytest.raises(Conflict):
        kept.append("r", [entry_of("read", READ), entry_of("carved", {"minute": 1.0})], 3, AT)
    assert kept.session("r").last_seq == 3
    kept.append("r", [entry_of("read", READ), entry_of("read", READ)], 3, AT)
    assert [e.seq for e in kept.session("r").log] == [1, 2, 3, 4, 5]


def test_a_delivery_is_added_once_and_its_key_is_no_other_entrys(kept: Repository) -> None:
    first, other = Delivery("key-0001", "a"), Delivery("key-0001", "b")
    assert not kept.delivered(first)
    kept.append("r", [entry_of("read", READ)], 3, AT, first)
    assert kept.delivered(first)
    # Again, however old the log was that it was made from.
    assert kept.append("r", [entry_of("read", READ)], 3, AT, first).last_seq == 4
    with pytest.raises(Conflict, match="another entry"):
        kept.delivered(other)
    with pytest.raises(Conflict, match="another entry"):
        kept.append("r", [entry_of("read", READ)], 4, AT, other)


def test_what_is_not_there_is_said(kept: Repository) -> None:
    with pytest.raises(NotFound, match="nope"):
        kept.session("nope")
    with pytest.raises(NotFound):
        add(kept, "nope", "read", READ)
    with pytest.raises(NotFound):
        kept.oven("nope")


def test_the_feed_goes_on_after_any_line(kept: Repository) -> None:
    lines = kept.feed_after(0)
    assert [line.kind for line in lines] == ["laid", "chose", "put_in"]
    assert [line.id for line in kept.feed_after(lines[0].id)] == [line.id for line in lines[1:]]
    assert kept.feed_last() == lines[-1].id


def test_ovens_and_settings_are_kept(kept: Repository) -> None:
    kept.save_oven(OvenRecord(id="o", name="Old"))
    kept.save_oven(OvenRecord(id="o", name="New", kind="gas"))
    assert [(o.name, o.kind) for o in kept.ovens()] == [("New", "gas")]
    assert kept.setting("units") is None
    kept.set_setting("units", "F")
    assert kept.setting("units") == "F"


def test_many_hands_at_once_lose_nothing(kept: Repository) -> None:
    faults: list[Exception] = []

    def hand(n: int) -> None:
        try:
            for i in range(10):
                add(kept, "r", "read", READ | {"minute": float(n * 10 + i)})
        except Exception as error:
            faults.append(error)

    hands = [threading.Thread(target=hand, args=(n,)) for n in range(6)]
    for one in hands:
        one.start()
    for one in hands:
        one.join()
    assert faults == []
    session = kept.session("r")
    assert len(session.readings) == 60
    assert [e.seq for e in session.log] == list(range(1, 64))


# --- migrations ----------------------------------------------------------------------------------
def test_a_new_file_needs_no_copy_and_a_current_one_no_migration(tmp_path: Path) -> None:
    path = tmp_path / "new.sqlite"
    assert migrate(path) is None
    assert migrate(path) is None
    assert list(tmp_path.glob("*before*")) == []


def _older(path: Path, revision: str = "0002") -> None:
    """A file as an older program left it, with something in it."""
    command.upgrade(_alembic(path), revision)
    with closing(sqlite3.connect(path)) as old, old:
        old.execute("INSERT INTO settings VALUES ('keepsake', '42')")


def _tables(path: Path) -> set[str]:
    with closing(sqlite3.connect(path)) as found:
        return {name for (name,) in found.execute("SELECT name FROM sqlite_master")}


def test_an_older_file_is_copied_before_it_is_changed(tmp_path: Path) -> None:
    path = tmp_path / "old.sqlite"
    _older(path)
    copy = migrate(path)
    assert copy is not None
    assert "deliveries" in _tables(path)
    assert "deliveries" not in _tables(copy)
    with closing(sqlite3.connect(copy)) as before:
        assert before.execute("SELECT value FROM settings").fetchone() == (42,)


def test_a_copy_is_never_written_over(tmp_path: Path) -> None:
    path = tmp_path / "old.sqlite"
    _older(path)
    first = migrate(path)
    assert first is not None
    kept = first.read_bytes()
    path.unlink()
    _older(path, "0003")
    second = migrate(path)
    assert second not in (None, first)
    assert first.read_bytes() == kept
    assert not list(tmp_path.glob("*.part"))


def _steps(path: Path) -> int:
    """How many statements bring a new file to the newest schema."""
    with _cut_after(10_000) as counted:
        migrate(path)
    return counted[0]


@contextmanager
def _cut_after(most: int) -> Iterator[list[int]]:
    """The migration is cut short after so many statements, as a kill would do."""
    done = [0]

    def count(*_args: object) -> None:
        done[0] += 1
        if done[0] > most:
            raise KeyboardInterrupt

    event.listen(Engine, "before_cursor_execute", count)
    try:
        yield done
    finally:
        event.remove(Engine, "before_cursor_execute", count)


def test_a_first_start_cut_short_anywhere_starts_again(tmp_path: Path) -> None:
    steps = _steps(tmp_path / "whole.sqlite")
    whole = _tables(tmp_path / "whole.sqlite")
    assert steps > 20
    for most in range(steps):
        path = tmp_path / f"cut-{most}.sqlite"
        with _cut_after(most), suppress(KeyboardInterrupt):
            migrate(path)
        assert _tables(path) in (set(), whole), most
        migrate(path)
        assert _tables(path) == whole


def test_an_upgrade_cut_short_anywhere_goes_on_and_keeps_what_there_was(tmp_path: Path) -> None:
    for most in range(0, 60, 3):
        path = tmp_path / f"cut-{most}.sqlite"
        _older(path)
        with _cut_after(most), suppress(KeyboardInterrupt):
            migrate(path)
        migrate(path)
        assert "deliveries" in _tables(path)
        with closing(sqlite3.connect(path)) as after:
            assert after.execute("SELECT value FROM settings").fetchone() == (42,)


def test_what_an_older_program_left_half_done_is_finished(tmp_path: Path) -> None:
    # It committed each table by itself, and wrote the revision last.
    path = tmp_path / "half.sqlite"
    _older(path, "0001")
    with closing(sqlite3.connect(path)) as half, half:
        half.execute("DELETE FROM alembic_version")
        half.execute("CREATE TABLE day_events (id INTEGER PRIMARY KEY, day, seq, at, kind, data)")
    migrate(path)
    with closing(sqlite3.connect(path)) as after:
        assert after.execute("SELECT value FROM settings").fetchone() == (42,)


def test_a_start_killed_outright_starts_again(tmp_path: Path) -> None:
    path = tmp_path / "t.sqlite"
    start = (
        "import sys; from pathlib import Path; from trencher.store.database import migrate;"
        "sys.stdout.write('on '); sys.stdout.flush(); migrate(Path(sys.argv[1]))"
    )
    for after_s in (0.01, 0.04, 0.09):
        with subprocess.Popen(
            [sys.executable, "-c", start, str(path)], stdout=subprocess.PIPE
        ) as child:
            assert child.stdout is not None
            child.stdout.read(3)
            time.sleep(after_s)
            os.kill(child.pid, signal.SIGKILL)
    Database(path).close()
    assert not list(tmp_path.glob("*before*"))


def test_another_programs_file_is_left_alone(tmp_path: Path) -> None:
    path = tmp_path / "photos.sqlite"
    with closing(sqlite3.connect(path)) as photos, photos:
        photos.execute("CREATE TABLE albums (x)")
    before = path.read_bytes()
    with pytest.raises(DatabaseError, match="another program's database"):
        migrate(path)
    assert path.read_bytes() == before


def test_a_file_is_its_owners_alone(tmp_path: Path) -> None:
    path = tmp_path / "own.sqlite"
    migrate(path)
    assert path.stat().st_mode & 0o077 == 0
    path.chmod(0o644)
    migrate(path)
    assert path.stat().st_mode & 0o077 == 0


def test_what_cannot_be_written_says_so(tmp_path: Path) -> None:
    # A directory in the file's place: also the machine's master cannot write it.
    path = tmp_path / "taken.sqlite"
    path.mkdir()
    (path / "x").touch()
    with pytest.raises(DatabaseError, match="cannot be written"):
        migrate(path)


def test_a_file_of_a_newer_trencher_is_left_alone(tmp_path: Path) -> None:
    path = tmp_path / "new.sqlite"
    migrate(path)
    with sqlite3.connect(path) as made:
        made.execute("UPDATE alembic_version SET version_num = '9999'")
    with pytest.raises(DatabaseError, match="newer"):
        migrate(path)


def test_what_is_no_database_is_left_alone(tmp_path: Path) -> None:
    path = tmp_path / "letter.sqlite"
    path.write_text("Dear Isolde, " * 100, encoding="utf-8")
    with pytest.raises(DatabaseError, match="not a Trencher database"):
        migrate(path)
    assert path.read_text(encoding="utf-8").startswith("Dear Isolde")


# --- kill -9 -------------------------------------------------------------------------------------
WRITER = """
import sys
from pathlib import Path
from trencher.core.entries import Read
from trencher.store.database import Database
from trencher.store.repository import Repository
repository = Repository(Database(Path(sys.argv[1])))
n = 0
while True:
    entry = Read(minute=float(n), low_c=20.0, high_c=20.0)
    repository.append("r", [entry], 3 + n, "2026-10-03T17:00:00+00:00")
    n += 1
    sys.stdout.write(f"{n}\\n")
    sys.stdout.flush()
"""


@pytest.mark.usefixtures("kept")
@pytest.mark.parametrize("after_s", [0.05, 0.21, 0.4])
def test_kill_nine_loses_nothing_that_was_acknowledged(tmp_path: Path, after_s: float) -> None:
    # The child says a number only after the append has returned; then it is killed outright.
    with subprocess.Popen(
        [sys.executable, "-c", WRITER, str(tmp_path / "t.sqlite")],
        stdout=subprocess.PIPE,
        text=True,
    ) as child:
        assert child.stdout is not None
        first = child.stdout.readline()
        time.sleep(after_s)
        os.kill(child.pid, signal.SIGKILL)
        said = [first, *child.stdout.readlines()]
    acknowledged = int([line for line in said if line.endswith("\n")][-1])
    assert acknowledged >= 1
    fresh = Database(tmp_path / "t.sqlite")
    try:
        readings = Repository(fresh).session("r").readings
        assert len(readings) >= acknowledged
        assert [r.minute for r in readings] == [float(n) for n in range(len(readings))]
        with fresh.read() as sql:
            assert sql.execute(text("PRAGMA integrity_check")).scalar() == "ok"
            count = sql.execute(text("SELECT COUNT(*) FROM events WHERE kind = 'read'")).scalar()
        assert count == len(readings)
    finally:
        fresh.close()


def test_an_older_book_is_found_by_its_words_after_the_upgrade(tmp_path: Path) -> None:
    path = tmp_path / "old.sqlite"
    _older(path, "0005")
    plan = {"name": "Crème d’été", "joint": {"cut": "hare-saddle"}, "oven_id": "old-oven"}
    logs: dict[str, list[tuple[str, str]]] = {
        "a": [
            ("laid", json.dumps(plan)),
            ("changed", '{"oven_id": "new-oven"}'),
            ("judged", '{"verdict": "Much too dry", "change": ""}'),
        ],
        "b": [("laid", "{not json"), ("judged", "7")],
    }
    with closing(sqlite3.connect(path)) as old, old:
        for roast_id, log in logs.items():
            old.execute(
                "INSERT INTO roasts VALUES (?, 'x', 'done', '', '2020-01-01T19:00:00+00:00', 3)",
                (roast_id,),
            )
            old.executemany(
                "INSERT INTO events (roast_id, seq, at, kind, data) VALUES (?, ?, '', ?, ?)",
                [(roast_id, n, kind, data) for n, (kind, data) in enumerate(log, 1)],
            )
    database = Database(path)
    found = Repository(database)
    for words in ("creme ete", "HARE, saddle!", "dry  much", ""):
        headings, count = found.over(words, 0, 10)
        assert [h.id for h in headings] == (["a", "b"] if words == "" else ["a"]), words
        assert count == len(headings)
    assert found.over("venison", 0, 10) == ([], 0)
    assert (found.planned_in("new-oven"), found.planned_in("old-oven")) == ("x", None)
    database.close()


def test_a_setting_is_changed_by_one_at_a_time(kept: Repository) -> None:
    def more(before: int | None) -> int:
        time.sleep(0.002)
        return (before or 0) + 1

    with ThreadPoolExecutor(8) as pool:
        for done in [pool.submit(kept.change_setting, "count", more) for _ in range(40)]:
            done.result()
    assert kept.setting("count") == 40


def test_of_ones_own_things_so_many_are_kept(kept: Repository) -> None:
    for n in range(own_things.MOST):
        keep_own(kept, "own_cuts", str(n), {"name": "x"})
    with pytest.raises(Conflict, match="drop some"):
        keep_own(kept, "own_cuts", "more", {"name": "x"})
    drop_own(kept, "own_cuts", "7", "cut")
    keep_own(kept, "own_cuts", "more", {"name": "x"})
    with pytest.raises(NotFound):
        drop_own(kept, "own_cuts", "7", "cut")
