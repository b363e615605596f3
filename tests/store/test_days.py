"""Days on disk: a log that is only ever added to, read back as the day it made."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path
from threading import Thread
from typing import Any

import pytest
from sqlalchemy import text

from tests.store.adding import add_to_day
from tests.worlds import empty
from trencher.core.day.log import Day, day_entry_of
from trencher.core.errors import Conflict, Overtaken
from trencher.store.database import Database
from trencher.store.repository import Repository

FACTS: dict[str, Any] = {"serve_at": "2026-10-03T19:00:00+00:00", "people": 8, "sides": []}
DAY = "2026-10-03"


@pytest.fixture
def database(tmp_path: Path) -> Iterator[Database]:
    made = empty(tmp_path / "t.sqlite")
    yield made
    made.close()


@pytest.fixture
def repository(database: Database) -> Repository:
    found = Repository(database)
    add_to_day(found, DAY, "opened", FACTS)
    return found


def test_a_day_nobody_opened_is_empty(repository: Repository) -> None:
    assert repository.day("2026-01-01") == Day()
    assert repository.days() == [DAY]


def test_what_was_added_is_there_after_opening_again(tmp_path: Path) -> None:
    path = tmp_path / "again.sqlite"
    first = Database(path)
    kept = Repository(first)
    add_to_day(kept, DAY, "opened", FACTS)
    live = add_to_day(kept, DAY, "did", {"step": "a", "at": "18:00"})
    first.close()
    second = Database(path)
    assert Repository(second).day(DAY) == live
    second.close()


def test_days_do_not_touch_each_other(repository: Repository) -> None:
    add_to_day(repository, "2026-10-04", "opened", {**FACTS, "people": 3})
    add_to_day(repository, "2026-10-04", "changed", {"people": 4})
    assert repository.day(DAY).facts["people"] == 8
    assert repository.day("2026-10-04").last_seq == 2
    assert repository.days() == ["2026-10-04", DAY]


def test_what_does_not_fit_is_not_written(repository: Repository) -> None:
    with pytest.raises(Conflict):
        add_to_day(repository, DAY, "opened", FACTS)
    with pytest.raises(Conflict):
        add_to_day(repository, DAY, "withdrew", {"seq": 9})
    assert repository.day(DAY).last_seq == 1


def test_what_was_worked_out_from_an_older_day_is_not_added(repository: Repository) -> None:
    add_to_day(repository, DAY, "changed", {"people": 9})
    with pytest.raises(Overtaken):
        repository.append_to_day(DAY, [day_entry_of("changed", {"people": 3})], 1, "x")
    assert repository.day(DAY).facts["people"] == 9


def test_many_at_once_lose_nothing(repository: Repository) -> None:
    def add(n: int) -> None:
        for i in range(5):
            add_to_day(repository, DAY, "did", {"step": f"{n}/{i}", "at": "18:00"})

    threads = [Thread(target=add, args=(n,)) for n in range(4)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    day = repository.day(DAY)
    assert len(day.done) == 20
    assert [e.seq for e in day.log] == list(range(1, 22))


@pytest.mark.parametrize("verb", ["UPDATE day_events SET kind = 'did'", "DELETE FROM day_events"])
def test_the_log_refuses_to_be_rewritten(
    database: Database, repository: Repository, verb: str
) -> None:
    assert repository.day(DAY).last_seq == 1
    with pytest.raises(Exception, match="only ever added"), database.write() as sql:
        sql.execute(text(verb))
    assert repository.day(DAY).last_seq == 1
