"""Nothing is simulated while the one writer is held: everybody else would wait for it."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

import pytest

from tests.service.conftest import METHOD, PLAN
from trencher.api.context import House
from trencher.core.plan import Plan
from trencher.core.thermal.simulation import Simulation
from trencher.service.clock import FastClock
from trencher.store.database import Database

DATE = "2026-10-03"


@pytest.fixture
def simulated(monkeypatch: pytest.MonkeyPatch) -> list[bool]:
    """Of every passage that was simulated: whether the writer was held."""
    held, found = [0], []
    write, advance = Database.write, Simulation.advance

    @contextmanager
    def counted(self: Database) -> Iterator[Any]:
        with write(self) as sql:
            held[0] += 1
            try:
                yield sql
            finally:
                held[0] -= 1

    def noted(self: Simulation, *args: Any, **more: Any) -> bool:
        found.append(held[0] > 0)
        return advance(self, *args, **more)

    monkeypatch.setattr(Database, "write", counted)
    monkeypatch.setattr(Simulation, "advance", noted)
    return found


def test_no_command_simulates_while_it_writes(
    house: House, clock: FastClock, simulated: list[bool]
) -> None:
    # A joint and a way that no other test has, or their caches would answer.
    joint = {**PLAN["joint"], "weight_kg": 3.07, "thickness_mm": 119.0}
    roast_id, _ = house.roasts.lay(Plan.of({**PLAN, "joint": joint}))
    house.roasts.choose(roast_id, METHOD.replace("160C", "163C"), None)
    house.days.change(DATE, {"people": 5, "joints": {roast_id: {"air_c": 150.0}}})
    house.days.did(DATE, house.days.planned(DATE).order.steps[0].id, None)
    house.roasts.put_in(roast_id, 5.1)
    clock.jump(21)
    house.roasts.mark(roast_id, "basted", "", None)
    house.roasts.end_stage(roast_id, None, None)
    clock.jump(30)
    house.roasts.read(roast_id, 24.0, 25.0, "core", None)
    house.roasts.read_csv(roast_id, "minute,core_c\n30,12\n45,20\n")
    house.roasts.pull_lever(
        roast_id, next(x.code for x in house.roasts.levers(roast_id).found if x.method is not None)
    )
    clock.jump(20)
    house.roasts.end_stage(roast_id, house.roasts.session(roast_id).pull_stage, None)
    house.roasts.carve(roast_id, None)
    assert len(simulated) > 20
    assert not any(simulated)
