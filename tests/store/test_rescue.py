"""A file whose pages are damaged is said, and what can be read of it is saved."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from contextlib import closing
from pathlib import Path

import pytest
from typer.testing import CliRunner

from tests.worlds import demo_of_start
from trencher.cli import app
from trencher.core.session import Session
from trencher.store.database import Database, DatabaseError, damage
from trencher.store.repository import Repository
from trencher.store.rescue import rescued

PAGE = 4096


@pytest.fixture(scope="module")
def world(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The demo's kitchen as one file."""
    path = tmp_path_factory.mktemp("world") / "trencher.sqlite"
    with (
        closing(sqlite3.connect(demo_of_start(tmp_path_factory))) as source,
        closing(sqlite3.connect(path)) as target,
    ):
        source.backup(target)
        target.execute("PRAGMA journal_mode=WAL")
    return path


def wrecked(world: Path, folder: Path, *pages: int) -> Path:
    path = folder / "trencher.sqlite"
    raw = bytearray(world.read_bytes())
    for page in pages:
        raw[page * PAGE : (page + 1) * PAGE] = bytes((37 * n + page) % 251 for n in range(PAGE))
    path.write_bytes(raw)
    return path


def sessions(path: Path) -> Iterator[tuple[str, Session]]:
    database = Database(path)
    try:
        repository = Repository(database)
        for heading in repository.everything():
            session = repository.session(heading.id)
            assert repository.oven(session.plan.oven_id)
            assert (heading.last_seq, heading.status) == (session.last_seq, session.status)
            yield heading.id, session
    finally:
        database.close()


def test_a_whole_file_is_whole(world: Path, tmp_path: Path) -> None:
    assert damage(world) == ""
    found = rescued(world, tmp_path / "new.sqlite")
    assert (found.roasts, found.days, found.ovens, found.lost) == (11, 1, 2, ())
    assert dict(sessions(tmp_path / "new.sqlite")) == dict(sessions(world))


def test_wherever_it_is_damaged_what_is_saved_is_true_and_the_rest_is_named(
    world: Path, tmp_path: Path
) -> None:
    was = dict(sessions(world))
    saved = 0
    for page in range(1, world.stat().st_size // PAGE, 2):
        folder = tmp_path / str(page)
        folder.mkdir()
        path = wrecked(world, folder, page)
        before = path.read_bytes()
        found = rescued(path, folder / "new.sqlite")
        assert path.read_bytes() == before
        now = dict(sessions(folder / "new.sqlite"))
        assert found.roasts == len(now)
        for roast_id, session in now.items():
            assert session.log == was[roast_id].log[: session.last_seq]
        short = [k for k in was if k not in now or now[k].log != was[k].log]
        names = [name for name in found.lost if "an oven" not in name]
        assert len(names) == len(short)
        saved += sum(s.last_seq for s in now.values())
    # One page in some thirty: most of everything is there.
    assert saved > 0.8 * sum(s.last_seq for s in was.values()) * (page // 2)


def test_it_is_said_looked_at_and_put_in_place(world: Path, tmp_path: Path) -> None:
    path = wrecked(world, tmp_path, 26, 27)
    with pytest.raises(DatabaseError, match=r"is damaged.*trencher rescue"):
        Database(path)
    data = ["--data", str(tmp_path)]
    said = CliRunner().invoke(app, ["rescue", *data]).output
    assert "is damaged" in said
    assert "not whole: " in said
    assert "Nothing was changed" in said
    with pytest.raises(DatabaseError):
        Database(path)
    done = CliRunner().invoke(app, ["rescue", "--yes", *data]).output
    assert "The damaged one is kept as" in done
    assert len(list(tmp_path.glob("trencher.damaged-*.sqlite"))) == 1
    assert dict(sessions(path))
    assert "is whole" in CliRunner().invoke(app, ["rescue", *data]).output
