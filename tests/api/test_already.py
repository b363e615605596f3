"""HTTP: a joint that is in the oven already, and what is assumed until somebody says it."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.service.conftest import PLAN, START
from trencher.core.oven import OvenRecord
from trencher.service.clock import FastClock

JOINT = {"cut": "beef-sirloin-boned", "weight_kg": 1.9, "start_c": 6.0}
IN: dict[str, Any] = {
    "joint": JOINT,
    "oven_id": "house-oven",
    "wanted_c": 57,
    "at": (START - timedelta(minutes=40)).isoformat(),
    "dial_c": 180,
}


def follow(client: TestClient, **more: Any) -> dict[str, Any]:
    found = client.post("/api/roasts/in-already", json=IN | more)
    assert found.status_code == 201, found.text
    return dict(found.json())


def test_four_answers_give_a_forecast(client: TestClient) -> None:
    roast = follow(client, core_c=24.0)
    assert (roast["name"], roast["status"]) == ("Sirloin of beef, boned and tied", "roasting")
    # Its dial shows 11.3 too much at that heat: what counts is the air.
    assert roast["method"] == "168.7C until peak 57C; rest tented 30min"
    outlook = roast["outlook"]
    assert outlook["now_min"] == pytest.approx(40, abs=0.1)
    assert outlook["pull_min"]["low"] < outlook["pull_min"]["value"] < outlook["pull_min"]["high"]
    served = datetime.fromisoformat(roast["serve_at"])
    ready = START + timedelta(minutes=outlook["pull_min"]["value"] - 40 + 30)
    assert timedelta(0) <= served - ready < timedelta(minutes=5.1)
    assert served.minute % 5 == 0


def test_it_is_followed_as_one_that_was_laid_in_time(client: TestClient, clock: FastClock) -> None:
    found = follow(client, core_c=24.0)
    laid = client.post("/api/roasts", json=PLAN | {"joint": JOINT, "rest_min": 30}).json()["id"]
    client.post(f"/api/roasts/{laid}/way", json={"method": found["method"]})
    client.post(f"/api/roasts/{laid}/put-in", json={"at": IN["at"]})
    client.post(f"/api/roasts/{laid}/readings", json={"low_c": 24.0})
    # Each in a house of its own, or the other's door would count as one that was opened.
    client.post(f"/api/roasts/{found['id']}/close", json={"why": "never_mind"})
    beside = client.get(f"/api/roasts/{laid}/outlook").json()
    assert found["outlook"]["pull_min"]["value"] == pytest.approx(
        beside["pull_min"]["value"], abs=0.2
    )
    assert found["outlook"]["peak_c"] == pytest.approx(beside["peak_c"], abs=0.2)
    clock.jump(1)


def test_a_reading_that_is_far_ahead_brings_the_table_forward(client: TestClient) -> None:
    slow, fast = follow(client, core_c=14.0), follow(client, core_c=42.0)
    assert fast["serve_at"] < slow["serve_at"]


@pytest.mark.parametrize(
    ("wrong", "where"),
    [
        ({"at": (START + timedelta(hours=1)).isoformat()}, "at"),
        ({"at": (START - timedelta(days=3)).isoformat()}, "at"),
        ({"dial_c": 20}, "dial_c"),
        ({"core_c": 140}, "core_c"),
        ({"oven_id": "nowhere"}, "nowhere"),
        ({"assumed": ["its soul"]}, "assumed"),
    ],
)
def test_what_cannot_be_leaves_nothing_behind(
    client: TestClient, wrong: dict[str, Any], where: str
) -> None:
    before = client.get("/api/roasts").json()
    refused = client.post("/api/roasts/in-already", json=IN | wrong)
    assert refused.status_code in (404, 409, 422)
    assert where in refused.text
    assert client.get("/api/roasts").json() == before


def test_a_heat_that_never_gets_there_is_said_and_kept_out(client: TestClient) -> None:
    refused = client.post("/api/roasts/in-already", json=IN | {"dial_c": 60})
    assert refused.status_code == 409 or refused.status_code == 422
    assert client.get("/api/roasts").json() == []


# --- assumed -------------------------------------------------------------------------------------
def test_what_is_changed_is_assumed_no_longer(client: TestClient) -> None:
    names = ["serve_at", "weight_kg", "wanted_c"]
    made = client.post("/api/roasts", json=PLAN | {"assumed": names}).json()
    assert made["assumed"] == ["weight_kg", "wanted_c", "serve_at"]
    path = f"/api/roasts/{made['id']}"
    heavier = {"joint": PLAN["joint"] | {"weight_kg": 3.4}}
    assert client.patch(path, json=heavier).json()["assumed"] == ["wanted_c", "serve_at"]
    # Said to be as it was.
    assert client.patch(path, json={"assumed": ["serve_at"]}).json()["assumed"] == ["serve_at"]
    assert client.patch(path, json={"rest_min": 20}).json()["assumed"] == ["serve_at"]
    # One step back: as it was, and assumed as it was.
    back = {"joint": PLAN["joint"], "assumed": ["weight_kg", "serve_at"]}
    assert client.patch(path, json=back).json()["assumed"] == ["weight_kg", "serve_at"]
    assert client.patch(path, json={"assumed": ["serve_at"]}).json()["assumed"] == ["serve_at"]
    assert client.get(path).json()["assumed"] == ["serve_at"]


def test_an_oven_nobody_described_makes_the_hour_less_sure(client: TestClient) -> None:
    """Told, and told that its dial was measured, it is surer each time."""

    def spread(**facts: Any) -> float:
        oven = client.post("/api/ovens", json={"name": "Mine", **facts}).json()["id"]
        wish = {"joint": JOINT, "oven_id": oven, "wanted_c": 57, "method": "170C until peak 57C"}
        found = client.post("/api/forecast", json=wish).json()["pull_min"]
        return float(found["high"] - found["low"])

    assumed, told, true = spread(assumed=True), spread(), spread(dial_true=True)
    assert assumed > 1.02 * told
    assert told > 1.01 * true


def test_an_oven_that_is_told_is_no_longer_assumed(client: TestClient) -> None:
    made = client.post("/api/ovens", json={"name": "Mine", "assumed": True}).json()
    assert made["assumed"] is True
    told = {"name": "Mine", "kind": "gas", "marks": "gas", "dial_true": True}
    kept = client.put(f"/api/ovens/{made['id']}", json=told).json()
    assert (kept["assumed"], kept["dial_true"], kept["kind"]) == (False, True, "gas")


def test_figures_of_an_oven_are_checked() -> None:
    record = OvenRecord.read("x", "x", {"assumed": True, "dial_true": False})
    assert record.plain()["assumed"] is True
    measured = OvenRecord.read("x", "x", {"assumed": True, "pairs": [[180, 180], [200, 201]]})
    assert measured.air_sd_c is not None
    assert measured.air_sd_c < 10.0
