"""Why plans say what they say, over HTTP; and the Book's page of a roast."""

from __future__ import annotations

import csv
import io
import json
from typing import Any

from fastapi.testclient import TestClient

from tests.service.conftest import METHOD, PLAN
from tests.service.lived import live
from trencher.api.context import House
from trencher.core.planner.setup import Deviation
from trencher.service.clock import FastClock

HOT = Deviation(heat=1.4, oven_c=10.0)
WISH: dict[str, Any] = {
    "joint": PLAN["joint"],
    "oven_id": "house-oven",
    "wanted_c": 57.0,
    "rest_min": 40.0,
    "method": METHOD,
}


def test_nothing_learned_nothing_said(client: TestClient, roasting: str) -> None:
    assert client.post("/api/why", json=WISH).json() == []
    assert client.get(f"/api/roasts/{roasting}/why").json() == []
    nobody = {"middle": 0.0, "count": 0}
    nothing = {"roasts": [], "strays": [], "left_out": [], "hands": nobody}
    assert client.get("/api/learned").json() == nothing


def test_a_reason_and_a_touch_that_leaves_it_out(client: TestClient, house: House) -> None:
    ids = [live(house, HOT) for _ in range(2)]
    why = client.post("/api/why", json=WISH).json()
    assert [r["level"] for r in why] == ["oven", "cut", "cover"]
    assert (why[0]["count"], why[0]["left_out"]) == (2, False)
    assert why[0]["minutes"] < -2.0
    body = {"what": "oven", "name": "house-oven", "out": True}
    told = client.post("/api/learned/left-out", json=body).json()
    assert told["left_out"] == [["oven", "house-oven"]]
    assert client.post("/api/why", json=WISH).json()[0]["left_out"]
    assert [r["id"] for r in told["roasts"]] == sorted(ids)
    assert told["strays"][0]["count"] == 2
    nobody = {"what": "roast", "name": "nobody", "out": True}
    assert client.post("/api/learned/left-out", json=nobody).status_code == 404


def test_what_one_oven_taught_is_not_believed_of_another(client: TestClient, house: House) -> None:
    for _ in range(2):
        live(house, HOT)
    here = client.get("/api/ovens").json()[0]
    twin = client.post("/api/ovens", json={k: v for k, v in here.items() if k != "id"})
    assert twin.status_code == 201, twin.text
    tried = {
        o["oven_id"]: o["forecast"]["pull_min"]
        for o in client.post("/api/which-oven", json=WISH).json()["ovens"]
    }
    assert len(tried) == 2
    for oven, pull in tried.items():
        alone = client.post("/api/forecast", json=WISH | {"oven_id": oven}).json()["pull_min"]
        assert pull == alone
    # It heats more than it should; of its twin nobody knows.
    elsewhere = tried[twin.json()["id"]]["value"]
    assert tried["house-oven"]["value"] < elsewhere - 2
    # The same where the day, which works more coarsely, moves a joint there.
    roast_id = client.post("/api/roasts", json=PLAN).json()["id"]
    client.post(f"/api/roasts/{roast_id}/way", json={"method": METHOD})
    session = house.roasts.session(roast_id)
    moved, _ = house.days.tables.forecast(session, {"oven": twin.json()["id"]})
    assert abs(moved.pull_min - elsewhere) < 2


def test_the_page_of_a_roast_weighed_and_noted(client: TestClient, house: House) -> None:
    roast_id = live(house, HOT)
    for what, kg in (("raw", 3.1), ("cooked", 2.6), ("cooked", 2.5)):
        told = client.post(f"/api/roasts/{roast_id}/weights", json={"what": what, "kg": kg})
        assert told.status_code == 201
    assert (
        client.post(f"/api/roasts/{roast_id}/weights", json={"what": "tail", "kg": 1}).status_code
        == 422
    )
    notes = {"text": "Aunt's tin.", "tags": ["Sunday"]}
    assert client.put(f"/api/roasts/{roast_id}/notes", json=notes).status_code == 200
    page = client.get(f"/api/book/{roast_id}/page").json()
    assert page["weights"] == {"raw": 3.1, "cooked": 2.5}
    assert (page["text"], page["tags"]) == ("Aunt's tin.", ["Sunday"])
    story = page["story"]
    assert (
        abs(story["planned_min"] + sum(p["value"] for p in story["minutes"]) - story["pulled_min"])
        < 1e-6
    )
    assert client.get("/api/book?search=sunday").json()["found"] == 1
    assert client.get("/api/book/nobody/page").status_code == 404


def test_an_export_carries_weights_and_notes(client: TestClient, house: House) -> None:
    roast_id = live(house, HOT)
    client.post(f"/api/roasts/{roast_id}/weights", json={"what": "eaten", "kg": 1.2})
    client.put(f"/api/roasts/{roast_id}/notes", json={"text": "x", "tags": ["a", "b"]})
    filed = client.get(f"/api/roasts/{roast_id}/export").json()
    kinds = [e["kind"] for e in filed["roasts"][0]["log"]]
    assert kinds[-2:] == ["weighed", "noted"]
    assert filed["roasts"][0]["log"][-1]["tags"] == ["a", "b"]


def test_a_roast_from_memory(client: TestClient, house: House) -> None:
    body = {
        "name": "Easter leg",
        "joint": {"cut": "lamb-leg", "weight_kg": 2.2},
        "oven_id": "house-oven",
        "served_at": "2026-04-05T13:00:00+00:00",
        "wanted_c": 60,
        "heat_c": 180,
        "out_min": 95,
        "rest_min": 20,
        "out_c": 54,
        "verdict": "Pink.",
    }
    made = client.post("/api/book/remembered", json=body)
    assert made.status_code == 201
    line = client.get(f"/api/book/{made.json()['id']}").json()
    assert (line["pulled_min"], line["pulled_core_c"]) == (95.0, 54.0)
    assert line["verdict"]["verdict"] == "Pink."
    assert client.get("/api/book?search=from memory").json()["found"] == 1
    # It teaches by what was read of it, and by nothing else.
    assert house.roasts.learning.taught()[0].readings == 1
    unread = client.post("/api/book/remembered", json={**body, "out_c": None}).json()["id"]
    told = {t.id: t.readings for t in house.roasts.learning.taught()}
    assert told[unread] == 0
    later = {**body, "served_at": "2027-04-05T13:00:00+00:00"}
    assert client.post("/api/book/remembered", json=later).status_code == 422
    assert client.post("/api/book/remembered", json={**body, "peak_c": 40}).status_code == 422
    assert client.post("/api/book/remembered", json={**body, "oven_id": "attic"}).status_code == 404


def test_a_sheet_of_all_roasts(client: TestClient, house: House) -> None:
    assert client.get("/api/book/sheet.csv").text.count("\n") == 1
    first = live(house, HOT, name="=Sirloin")
    client.post(f"/api/roasts/{first}/weights", json={"what": "cooked", "kg": 2.48})
    live(house, Deviation(), name="Second")
    told = client.get("/api/book/sheet.csv")
    assert told.headers["content-type"].startswith("text/csv")
    found = {r["roast"]: r for r in csv.DictReader(io.StringIO(told.text))}
    rows = [found["'=Sirloin"], found["Second"]]
    assert (rows[0]["bought_kg"], rows[0]["yield_percent"]) == ("3.100", "80.0")
    assert (rows[0]["in"], rows[0]["oven"]) == ("16:00", "House oven")
    assert rows[1]["cooked_kg"] == ""
    assert [r["probings"].count(";") for r in rows] == [7, 9]
    assert rows[0]["probings"].startswith("16:24 ")
    assert 35.0 < float(rows[1]["core_at_take_out_c"]) < float(rows[1]["highest_after_c"]) < 60.0


def test_the_sheet_says_who_probed_when(client: TestClient, house: House, roasting: str) -> None:
    assert isinstance(house.clock, FastClock)
    for minutes, core, who in ((20, 12.0, "Ines"), (45, 50.0, "")):
        house.clock.jump(minutes)
        body = {"low_c": core, "who": f" {who} "}
        assert client.post(f"/api/roasts/{roasting}/readings", json=body).status_code == 201
        house.roasts.end_stage(roasting, None, None)
    house.clock.jump(30)
    house.roasts.carve(roasting, None)
    (row,) = csv.DictReader(io.StringIO(client.get("/api/book/sheet.csv").text))
    assert row["probings"] == "16:20 12.0 Ines; 17:05 50.0"


def test_a_roast_that_was_thrown_away_has_a_page_without_a_story(
    client: TestClient, house: House, roasting: str
) -> None:
    assert isinstance(house.clock, FastClock)
    house.clock.jump(40)
    house.roasts.read(roasting, 15.0, 15.0, "core", None)
    house.roasts.close(roasting, "thrown")
    page = client.get(f"/api/book/{roasting}/page")
    assert page.status_code == 200
    assert (page.json()["story"], page.json()["last_said"]) == (None, None)
    assert page.json()["why"] == "Nobody noted when it came out."


def test_what_is_left_out_is_taken_along(client: TestClient, house: House) -> None:
    roast_id = live(house, HOT)
    for what, name in (("oven", "house-oven"), ("roast", roast_id)):
        client.post("/api/learned/left-out", json={"what": what, "name": name, "out": True})
    filed = client.get("/api/export").json()
    told = {"roasts": [roast_id], "groups": [["oven", "house-oven"]]}
    assert filed["settings"]["not_learned"] == told
    house.repository.set_setting("not_learned", None)
    assert house.roasts.learning.left_out() == {"roasts": [], "groups": []}
    house.taking.take_in(json.dumps(filed).encode())
    assert house.roasts.learning.left_out() == told
