"""A house with a clock that stands still until it is told."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

import pytest

from tests.worlds import empty
from trencher.api.context import House
from trencher.core.oven import OvenRecord
from trencher.core.plan import Plan
from trencher.service.clock import FastClock
from trencher.service.feed import Feed
from trencher.service.roasts import RoastService
from trencher.store.repository import Repository

START = datetime(2026, 10, 3, 16, 0, tzinfo=UTC)
OVEN = OvenRecord(id="house-oven", name="House oven", max_c=240, dial_points=((160, 12), (220, 7)))
PLAN: dict[str, Any] = {
    "name": "Sirloin",
    "oven_id": "house-oven",
    "wanted_c": 57.0,
    "rest_min": 40.0,
    "serve_at": "2026-10-03T19:00:00+00:00",
    "joint": {
        "cut": "beef-sirloin-boned",
        "weight_kg": 3.1,
        "thickness_mm": 122.0,
        "width_mm": None,
        "length_mm": 240.0,
        "start_c": 6.0,
    },
}
"""A big one: an hour and a half until it comes out, so that there are minutes to ask about."""
METHOD = "220C 20min; 160C until peak 57C; rest tented 40min"


@pytest.fixture
def house(tmp_path: Path) -> Iterator[House]:
    database = empty(tmp_path / "t.sqlite")
    repository = Repository(database)
    repository.save_oven(OVEN)
    clock, feed = FastClock(START, pace=0.0), Feed()
    yield House(repository, RoastService(repository, clock, feed), clock, feed)
    database.close()


@pytest.fixture
def clock(house: House) -> FastClock:
    assert isinstance(house.clock, FastClock)
    return house.clock


def put_in(house: House) -> str:
    """A sirloin just put in; its id."""
    roast_id, _ = house.roasts.lay(Plan.of(PLAN))
    house.roasts.choose(roast_id, METHOD, "hot-then-low")
    house.roasts.put_in(roast_id, 5.5)
    return roast_id


@pytest.fixture
def roasting(house: House) -> str:
    """A sirloin just put in."""
    return put_in(house)
