"""Pushing over HTTP: the documented form, its key, its limits, and what is refused."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.api.conftest import client, clock, house, roasting
from trencher.service import devices
from trencher.service.clock import FastClock

__all__ = ["client", "clock", "house", "roasting"]
BODY: dict[str, Any] = {
    "device": "my-probe",
    "every_s": 5,
    "battery": 0.8,
    "readings": [{"channel": "1", "value": 38.4, "unit": "C"}],
}


@pytest.fixture
def key(client: TestClient) -> dict[str, str]:
    return {"x-trencher-key": client.get("/api/instruments").json()["key"]}


def test_what_the_documentation_shows_is_taken(client: TestClient, key: dict[str, str]) -> None:
    answer = client.post("/api/instruments/push", json=BODY, headers=key)
    assert (answer.status_code, answer.json()) == (201, {"kept": 1})
    (one,) = client.get("/api/instruments").json()["instruments"]
    assert (one["id"], one["lost"], one["latest"][0]["value"]) == ("my-probe", False, 38.4)


def test_without_the_key_nothing_is_kept(client: TestClient) -> None:
    for headers in ({}, {"x-trencher-key": "guess"}):
        answer = client.post("/api/instruments/push", json=BODY, headers=headers)
        assert answer.status_code == 401
        assert answer.json()["code"] == "wrong_key"
    assert client.get("/api/instruments").json()["instruments"] == []


@pytest.mark.parametrize(
    "change",
    [
        {"readings": [{"channel": "1", "value": "hot"}]},
        {"device": "../x"},
        {"every_s": 0},
        {"readings": [{"channel": "1", "value": 20, "unit": "K"}]},
        {"battery": 7},
        {"readings": [{"channel": "1", "value": 20, "at": "2026-10-03T16:00:00"}]},
        {"readings": [{"channel": "1", "value": 20}] * 501},
        {"more": 1},
    ],
)
def test_what_is_not_the_form_is_refused_in_words(
    client: TestClient, key: dict[str, str], change: dict[str, Any]
) -> None:
    answer = client.post("/api/instruments/push", json=BODY | change, headers=key)
    assert answer.status_code == 422
    assert answer.json()["detail"]


def test_too_many_are_429(
    client: TestClient, key: dict[str, str], monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(devices, "MOST_PUSHES", 2)
    codes = [
        client.post("/api/instruments/push", json=BODY, headers=key).status_code for _ in range(3)
    ]
    assert codes == [201, 201, 429]


def test_a_page_of_another_site_may_not_push(client: TestClient, key: dict[str, str]) -> None:
    headers = key | {"origin": "http://elsewhere.example"}
    assert client.post("/api/instruments/push", json=BODY, headers=headers).status_code == 403


def test_a_tip_in_place_shows_in_the_outlook(
    client: TestClient, clock: FastClock, roasting: str, key: dict[str, str]
) -> None:
    client.post("/api/instruments/push", json=BODY, headers=key)
    tip = {"device": "my-probe", "channel": "1", "place": "thin_end"}
    assert client.post(f"/api/roasts/{roasting}/tips", json=tip).status_code == 200
    clock.jump(30.0)
    client.post("/api/instruments/push", json=BODY, headers=key)
    (live,) = client.get(f"/api/roasts/{roasting}/outlook").json()["live"]
    assert (live["place"], live["value_c"], live["name"]) == ("thin_end", 38.4, "my-probe")
    out = client.post(f"/api/roasts/{roasting}/tips", json=tip | {"place": None})
    assert out.json()["attached"] == []


def test_alarms_of_the_kitchen_and_their_answer(
    client: TestClient, clock: FastClock, roasting: str
) -> None:
    clock.jump(25.0)
    found = client.get("/api/alarms").json()
    assert [a["code"] for a in found] == ["turn_down:2", "look:0", "soon:out:1", "out:1", "rest"]
    assert "Turn it down to 172 °C" in found[0]["words"]
    client.post(f"/api/roasts/{roasting}/answer", json={"code": "turn_down:2"})
    again = client.get("/api/alarms").json()
    # Heard but not done: it comes again, three minutes after it was heard.
    stage = next(a for a in again if a["code"] == "turn_down:2")
    assert stage["at"] > found[0]["at"]
    client.post(f"/api/roasts/{roasting}/answer", json={"code": "look:0"})
    look = next(a for a in client.get("/api/alarms").json() if a["code"] == "look:0")
    # Nothing was typed: it comes again, later.
    assert look["at"] > next(a for a in found if a["code"] == "look:0")["at"]


def test_corrections_over_http(client: TestClient, clock: FastClock, roasting: str) -> None:
    clock.jump(30.0)
    seq = client.post(f"/api/roasts/{roasting}/readings", json={"low_c": 31}).json()["last_seq"]
    body = {"seq": seq, "low_c": 13, "high_c": 13}
    nothing = client.post(f"/api/roasts/{roasting}/correct", json={"seq": seq, "low_c": None})
    assert nothing.json()["readings"][0]["low_c"] == 31
    roast = client.post(f"/api/roasts/{roasting}/correct", json=body).json()
    assert roast["readings"][0]["low_c"] == 13
    entry = next(e for e in roast["log"] if e["entry"]["seq"] == seq)
    assert (entry["corrected"], entry["entry"]["low_c"]) == (True, 13)
    assert len(client.get(f"/api/roasts/{roasting}/senses").json()) > 8
