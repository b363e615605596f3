"""Practice over HTTP: steered from the real kitchen, lived in its own."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.formats.test_story import STORY
from tests.service.conftest import METHOD, PLAN
from trencher.api.context import House

INSIDE = "/api/in-practice"


@pytest.fixture
def on(client: TestClient) -> dict[str, Any]:
    """The first lesson, standing still at the door."""
    told = client.post("/api/practice", json={"story": "first", "seed": 7})
    assert told.status_code == 201
    client.put("/api/practice/pace", json={"pace": 0})
    found: dict[str, Any] = client.post("/api/practice/skip").json()
    return found


def test_no_practice_is_on(client: TestClient) -> None:
    assert client.get("/api/practice").json() == {"on": None}
    for verb, path in (("post", "skip"), ("post", "back"), ("get", "debrief")):
        assert getattr(client, verb)(f"/api/practice/{path}").status_code == 409
    gone = client.get(f"{INSIDE}/roasts")
    assert (gone.status_code, gone.json()["code"]) == (409, "no_practice")
    assert gone.headers["content-type"] == "application/problem+json"


def test_what_is_done_in_it_stays_in_it(
    client: TestClient, house: House, on: dict[str, Any]
) -> None:
    (joint,) = on["joints"]
    assert (on["story"], on["pace"], on["over"], joint["status"]) == ("first", 0, False, "planning")
    assert on["step"].startswith("1 of 5")
    path = f"{INSIDE}/roasts/{joint['id']}"
    assert client.post(f"{path}/put-in", json={}).status_code == 200
    assert client.get(f"{INSIDE}/roasts").json()[0]["id"] == joint["id"]
    assert client.get("/api/roasts").json() == []
    assert house.repository.headings() == []
    told = client.get("/api/practice").json()["on"]
    assert told["joints"][0]["status"] == "roasting"
    assert told["step"].startswith("2 of 5")
    client.put(f"{INSIDE}/clock", json={"forward_min": 40})
    read = client.post("/api/practice/ask", json={"what": "probe", "roast_id": joint["id"]}).json()
    assert 15.0 < read["core_c"] < 45.0
    assert read["words"] == ""
    smell = client.post("/api/practice/ask", json={"what": "smell", "roast_id": joint["id"]})
    assert "smell" in smell.json()["words"]
    back = client.post("/api/practice/back").json()
    assert back["can_go_back"]
    # A smell entered nothing: what is taken back is the probe, its door and its reading.
    log = client.get(path).json()["log"]
    assert log[-1]["entry"]["kind"] == "put_in"
    # Its own clock: the real one does not know.
    assert client.get("/api/clock").json()["now"][:10] == "2026-10-03"
    assert client.delete("/api/practice").status_code == 204
    assert client.get(path).status_code == 409


def test_it_is_gone_through_at_its_end_and_kept_over_time(
    client: TestClient, on: dict[str, Any]
) -> None:
    joint = on["joints"][0]["id"]
    path = f"{INSIDE}/roasts/{joint}"
    client.post(f"{path}/put-in", json={})
    client.put(f"{INSIDE}/clock", json={"forward_min": 50})
    client.post("/api/practice/ask", json={"what": "probe", "roast_id": joint})
    client.put(f"{INSIDE}/clock", json={"forward_min": 22})
    client.post(f"{path}/stage-end", json={"stage": 0, "minute": None})
    assert client.get("/api/practice/debrief").status_code == 409
    client.put(f"{INSIDE}/clock", json={"forward_min": 20})
    client.post(f"{path}/carve", json={})
    told = client.get("/api/practice/debrief").json()
    (found,) = told["joints"]
    assert found["served"]["peak_c"] > 62.0
    assert found["yours_c"] > 3.0
    assert {d["code"] for d in found["decisions"]} >= {"door", "out"}
    assert len(found["words"]) == len(found["served"]["slices_c"])
    for _ in range(2):
        record = client.get("/api/practice/record").json()
        assert len(record["practised"]) == 1
        client.get("/api/practice/debrief")
    assert record["practised"][0]["missed_c"] == found["served"]["peak_c"] - 58.0


def test_a_joint_of_the_kitchen_from_a_minute_on(client: TestClient, house: House) -> None:
    plan = {**PLAN, "serve_at": "2026-10-04T19:00:00+00:00"}
    roast_id = client.post("/api/roasts", json=plan).json()["id"]
    body: dict[str, Any] = {"roast_id": roast_id, "seed": 4}
    assert client.post("/api/practice", json=body).status_code == 409
    told = client.post("/api/practice", json={**body, "method": METHOD, "from_min": 60}).json()
    assert (told["story"], told["joints"][0]["status"]) == ("own-joint", "roasting")
    assert house.roasts.session(roast_id).method is None
    assert client.post("/api/practice", json={**body, "story": "first"}).status_code == 409
    assert client.post("/api/practice", json={"story": "nothing"}).status_code == 404
    assert client.put("/api/practice/pace", json={"pace": 121}).status_code == 422


def test_stories_are_taken_in_read_and_taken_out(client: TestClient) -> None:
    assert len(client.get("/api/practice/stories").json()) == 9
    kind = {"content-type": "application/toml"}
    made = client.post("/api/practice/stories", content=STORY, headers=kind)
    assert (made.status_code, made.json()["own"]) == (201, True)
    assert client.get("/api/practice/stories/mine.toml").text == STORY
    wrong = STORY.replace("heat = 1.2", "heat = 9")
    refused = client.post("/api/practice/stories", content=wrong, headers=kind)
    assert (refused.status_code, "truth.heat" in refused.json()["detail"]) == (422, True)
    assert client.delete("/api/practice/stories/mine").status_code == 204
    assert client.get("/api/practice/stories/mine.toml").status_code == 404
