"""What one request may cost, and that heavy ones leave room for light ones."""

from __future__ import annotations

import asyncio
import time
from collections.abc import Callable, Coroutine, Iterator
from concurrent.futures import ThreadPoolExecutor
from typing import Any

import pytest
from fastapi.testclient import TestClient
from starlette.concurrency import run_in_threadpool
from starlette.types import Message, Receive, Scope, Send

from tests.kitchens import roast
from tests.service.conftest import METHOD, PLAN
from trencher.api.app import create_api
from trencher.api.budget import Budgeted
from trencher.api.context import House
from trencher.api.slots import Busy, Slots
from trencher.core.method.stages import Stage, Task
from trencher.core.planner import passage
from trencher.core.planner.reckon import reckon
from trencher.core.thermal.budget import Budget, Dropped, TooMuch, spend, within

WISH = {
    "joint": PLAN["joint"],
    "oven_id": "house-oven",
    "wanted_c": 57,
    "rest_min": 40,
    "method": METHOD,
}


@pytest.fixture
def poor(house: House) -> Iterator[TestClient]:
    app = Budgeted(create_api(house), minutes=500.0)
    with TestClient(app, base_url="http://localhost") as made:
        yield made


def test_a_question_that_would_simulate_too_much_is_refused_plainly(poor: TestClient) -> None:
    # A wish of its own: what another test was answered is kept, and costs nothing.
    refused = poor.post("/what-if", json={**WISH, "wanted_c": 57.37})
    assert refused.status_code == 422
    assert refused.json()["code"] == "too_much"
    assert "fewer stages" in refused.json()["allowed"]
    assert poor.get("/clock").status_code == 200


def test_ways_worked_out_side_by_side_count_together(poor: TestClient) -> None:
    wish = {k: WISH[k] for k in ("joint", "oven_id", "rest_min")} | {"wanted_c": 56.41}
    assert poor.post("/ways", json=wish).json()["code"] == "too_much"


@pytest.mark.parametrize("times", [12, 100])
def test_a_stage_too_late_for_the_wanted_peak_is_not_looked_at(times: int) -> None:
    # Each of these heats has three readings; the joint is done in the third of them.
    budget = Budget(500_000.0)
    with within(budget):
        found = reckon("at 220 for 20-40 minutes. " * times, roast(wanted_c=57.0))
    assert found.result is not None
    assert found.result.earlier_min is not None
    assert len(found.answers) >= 12
    assert budget.spent < 400_000.0


def test_what_is_refused_for_its_cost_is_not_remembered_as_impossible(
    poor: TestClient, client: TestClient
) -> None:
    wish = {**WISH, "wanted_c": 58.53}
    assert poor.post("/what-if", json=wish).status_code == 422
    answered = client.post("/api/what-if", json=wish)
    assert answered.status_code == 200
    assert all(d["reason"] == "" or "more than" not in d["reason"] for d in answered.json())


def test_each_of_many_bastes_is_gone_through_a_few_times_not_for_every_later_one(
    client: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    done, once = [0], passage.after_task

    def counted(stage: Stage, task: Task) -> Stage:
        done[0] += 1
        return once(stage, task)

    monkeypatch.setattr(passage, "after_task", counted)
    long = {**WISH, "method": "60C 10h + baste every 1min"}
    assert client.post("/api/method", json=long).status_code == 200
    bastes, walks = 600, 100  # the take-out is solved for, by some fifty walks
    assert bastes <= done[0] <= bastes * walks


def test_a_budget_is_of_the_question_that_asks() -> None:
    spend(1e9)
    with within(Budget(10.0)):
        spend(3.0)
        with pytest.raises(TooMuch):
            spend(30.0)
    with within(Budget(1e9, gone=lambda: True)), pytest.raises(Dropped):
        spend(1.0)
    spend(1e9)


def _apart(work: Callable[[], Coroutine[Any, Any, None]]) -> None:
    """In a thread with a loop of its own: a browser's test may have one in this thread."""
    with ThreadPoolExecutor(1) as pool:
        pool.submit(lambda: asyncio.run(work())).result()


def test_work_ends_when_nobody_waits() -> None:
    ended: list[str] = []

    def work() -> None:
        try:
            for _ in range(10_000):
                time.sleep(0.001)
                spend(0.0)
        except Dropped:
            ended.append("dropped")

    async def app(_scope: Scope, receive: Receive, _send: Send) -> None:
        assert (await receive())["type"] == "http.request"
        await run_in_threadpool(work)

    async def ask() -> None:
        messages: list[Message] = [{"type": "http.request", "body": b"", "more_body": False}]

        async def receive() -> Message:
            if messages:
                return messages.pop()
            await asyncio.sleep(0.02)
            return {"type": "http.disconnect"}

        async def send(_message: Message) -> None:
            raise AssertionError

        await Budgeted(app)({"type": "http", "path": "/api/reckon"}, receive, send)

    _apart(ask)
    assert ended == ["dropped"]


def test_heavy_questions_go_a_few_at_a_time_and_the_rest_wait_their_turn() -> None:
    on, most, refused = 0, 0, 0

    async def one(slots: Slots) -> None:
        nonlocal on, most, refused
        try:
            async with slots.held():
                on += 1
                most = max(most, on)
                await asyncio.sleep(0.01)
                on -= 1
        except Busy:
            refused += 1

    async def many() -> None:
        slots = Slots(at_once=2, waiting=5)
        await asyncio.gather(*(one(slots) for _ in range(12)))
        # A slot that was held by one that failed is free again.
        with pytest.raises(ZeroDivisionError):
            async with slots.held():
                raise ZeroDivisionError
        await asyncio.gather(*(one(slots) for _ in range(3)))

    _apart(many)
    assert most == 2
    assert refused == 12 - 2 - 5


def test_a_mistake_of_ours_is_told_in_the_shape_screens_know(
    house: House, monkeypatch: pytest.MonkeyPatch
) -> None:
    def broken(_past: int) -> None:
        raise ZeroDivisionError("inside")

    monkeypatch.setattr(house.repository, "recent", broken)
    app = create_api(house)
    with TestClient(app, base_url="http://localhost", raise_server_exceptions=False) as client:
        told = client.get("/roasts")
    assert told.status_code == 500
    assert told.json()["code"] == "internal"
    assert "inside" not in told.json()["detail"].replace("went wrong inside", "")
