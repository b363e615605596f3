"""One entry, one answer: the roast, what comes next and what is to be heard, in few statements."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import Any

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine, event

from tests.service.conftest import METHOD, PLAN
from trencher.api.context import House
from trencher.core.entries import Marked
from trencher.core.errors import Conflict
from trencher.core.plan import Plan
from trencher.core.thermal.budget import TooMuch
from trencher.service.clock import FastClock

MOST = 22


@pytest.fixture
def statements() -> Iterator[list[str]]:
    """Every statement that goes to the file, transactions' own among them."""
    seen: list[str] = []

    def note(*args: Any) -> None:
        seen.append(args[2])

    event.listen(Engine, "before_cursor_execute", note)
    yield seen
    event.remove(Engine, "before_cursor_execute", note)


def test_the_answer_is_what_the_questions_would_say(
    client: TestClient, clock: FastClock, roasting: str
) -> None:
    clock.jump(30)
    path = f"/api/roasts/{roasting}"
    for command, body in (
        ("readings", {"low_c": 14.0}),
        ("marks", {"what": "door"}),
        ("stage-end", {"stage": 0}),
        ("correct", {"seq": 4, "low_c": 15.0, "high_c": 15.0}),
        ("withdraw", {"seq": 5}),
    ):
        told = client.post(f"{path}/{command}", json=body).json()
        assert told["outlook"] == client.get(f"{path}/outlook").json()
        assert told["outlook"]["agenda"]
        assert told["alarms"] == client.get("/api/alarms").json()
        assert told == client.get(path).json()
        clock.jump(1)


def test_before_and_after_the_fire_there_is_nothing_to_expect(
    client: TestClient, house: House
) -> None:
    roast_id, _ = house.roasts.lay(Plan.of(PLAN))
    told = client.get(f"/api/roasts/{roast_id}").json()
    assert (told["outlook"], told["alarms"]) == (None, None)


@pytest.mark.parametrize("fault", [Conflict("not now"), TooMuch()])
def test_what_was_entered_is_kept_whether_it_can_be_followed_or_not(
    client: TestClient,
    house: House,
    roasting: str,
    monkeypatch: pytest.MonkeyPatch,
    fault: Exception,
) -> None:
    def follow(*_: object) -> None:
        raise fault

    monkeypatch.setattr(house.roasts, "follow", follow)
    told = client.post(f"/api/roasts/{roasting}/readings", json={"low_c": 14.0})
    assert (told.status_code, told.json()["outlook"]) == (201, None)
    assert len(house.roasts.session(roasting).readings) == 1


def test_a_reading_with_its_answer_takes_few_statements(
    client: TestClient, house: House, clock: FastClock, roasting: str, statements: list[str]
) -> None:
    def reading(value: float) -> int:
        statements.clear()
        key = {"Idempotency-Key": f"reading-{value:g}-0"}
        told = client.post(f"/api/roasts/{roasting}/readings", json={"low_c": value}, headers=key)
        assert told.json()["outlook"] is not None
        return len(statements)

    clock.jump(30)
    assert reading(14.0) < MOST
    # A neighbour in the same oven, and an instrument in the joint.
    other, _ = house.roasts.lay(Plan.of({**PLAN, "name": "Second"}))
    house.roasts.choose(other, METHOD, None)
    house.roasts.put_in(other, None)
    push = {"device": "pit", "every_s": 5.0, "readings": [{"channel": "1", "value": 15.0}]}
    client.post("/api/instruments/push", json=push, headers={"x-trencher-key": house.devices.key()})
    house.devices.attach(roasting, "pit", "1", "core")
    clock.jump(5)
    assert reading(19.0) < MOST
    clock.jump(5)
    assert reading(24.0) < MOST


def test_writing_holds_nothing_that_is_worked_out(
    house: House, clock: FastClock, roasting: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    """What is entered between the working out and the writing is not lost, and nothing twice."""
    clock.jump(30)
    append: Callable[..., Any] = house.repository.append
    meddled: list[int] = []

    def overtaken(*args: Any) -> Any:
        if len(meddled) < 3:
            meddled.append(1)
            session = house.roasts.session(roasting)
            append(roasting, [Marked(what="door", minute=3.0)], session.last_seq, "2026-10-03")
        return append(*args)

    monkeypatch.setattr(house.repository, "append", overtaken)
    session = house.roasts.read(roasting, 14.0, 14.0, "core", None)
    assert [e.kind for e in session.log[3:]] == ["marked", "marked", "marked", "read"]
