"""HTTP: methods by hand, what-ifs, fragile moments, and what the command line makes of them."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from tests.service.conftest import PLAN
from tests.test_cli import trencher, written

WISH = {k: PLAN[k] for k in ("joint", "oven_id", "wanted_c", "rest_min")}
TEXT = "220C 20min; 160C until peak 57C; rest tented 40min"


def shaped(client: TestClient, **edit: object) -> dict[str, object]:
    answer = client.post("/api/method/edit", json={**WISH, "method": TEXT, "edit": edit})
    assert answer.status_code == 200, answer.text
    return answer.json()  # type: ignore[no-any-return]


def test_a_method_comes_back_as_text_and_as_blocks(client: TestClient) -> None:
    found = client.post("/api/method", json={**WISH, "method": "220c, 20 min; 160C until 57C"})
    assert found.status_code == 422, "a comma is no notation"
    found = client.post("/api/method", json={**WISH, "method": "220c 20 min; 160C until 57C"})
    body = found.json()
    assert body["method"] == "220C 20min; 160C until 57C"
    assert [(b["kind"], b["ends"], b["value"]) for b in body["blocks"]] == [
        ("oven", "minutes", 20.0),
        ("oven", "core", 57.0),
    ]
    assert body["pull_stage"] == 1
    assert body["hands_on_min"] > 5


@pytest.mark.parametrize(
    ("edit", "text"),
    [
        ({"op": "length", "stage": 0, "minutes": 30}, "220C 30min; "),
        ({"op": "heat", "stage": 0, "air_c": 200}, "200C 20min; "),
        ({"op": "goal", "stage": 1, "core_c": 54}, "until peak 54C"),
        ({"op": "outcome", "stage": 0, "what": "brown"}, "220C until brown"),
        ({"op": "insert", "stage": 1, "kind": "turn"}, "; turn; "),
        ({"op": "split", "stage": 0, "after_min": 5, "whole_min": 20}, "220C 5min; 220C 15min"),
        ({"op": "remove", "stage": 0}, "160C until peak 57C; rest"),
        ({"op": "move", "stage": 0, "to": 1}, "peak 57C; 220C 20min"),
        ({"op": "hang", "stage": 1, "verb": "baste", "every_min": 20}, "+ baste every 20min"),
        ({"op": "dress", "stage": 2, "dress": "wrapped"}, "rest wrapped 40min"),
    ],
)
def test_every_handle_changes_the_text(
    client: TestClient, edit: dict[str, object], text: str
) -> None:
    found = shaped(client, **edit)
    assert text in str(found["method"])
    assert found["forecast"] is not None


def test_a_method_that_gets_nowhere_keeps_its_blocks_and_says_why(client: TestClient) -> None:
    body = client.post("/api/method", json={**WISH, "method": "50C until 57C"}).json()
    assert body["forecast"] is None
    assert "24 hours" in body["reason"]
    assert len(body["blocks"]) == 1


def test_an_edit_without_sense_is_refused(client: TestClient) -> None:
    body = {**WISH, "method": TEXT, "edit": {"op": "fry", "stage": 0}}
    assert client.post("/api/method/edit", json=body).status_code == 422
    body["edit"] = {"op": "remove", "stage": 8}
    refused = client.post("/api/method/edit", json=body)
    assert refused.status_code == 422
    assert refused.json()["code"] == "out_of_range"


def test_unsuited_ways_come_with_their_reason_and_without_a_forecast(client: TestClient) -> None:
    ways = client.post("/api/ways", json=WISH | {"quick": True}).json()["ways"]
    by_id = {w["id"]: w for w in ways}
    assert len(by_id) >= 9
    assert "tender cut" in by_id["slow-then-crisp"]["unsuited"]
    assert by_id["slow-then-crisp"]["forecast"] is None
    assert by_id["pan-then-oven"]["needs"] == ["a wide pan"]
    good = [w for w in ways if w["forecast"]]
    assert all(w["hands_on_min"] > 5 for w in good)
    low, high = good[0]["forecast"]["servings"]
    assert 9 < low < high < 20


def test_printed_rules_stand_beside_what_is_computed(client: TestClient) -> None:
    found = client.post("/api/printed", json=WISH).json()
    assert {b["rule"].split(", ")[-1] for b in found} == {"rare", "medium", "well done"}
    for b in found:
        assert b["air_c"] == 180
        assert b["computed_min"] > 0
        assert b["ends_c"] > b["until_c"]
        assert "British" in b["who"]
    game = WISH | {"joint": {"cut": "venison-loin", "weight_kg": 0.8}}
    assert client.post("/api/printed", json=game).json() == []


def test_fragile_moments_and_what_ifs_come_with_sentences(client: TestClient) -> None:
    found = client.post("/api/fragile", json={**WISH, "methods": [TEXT]}).json()[0]
    assert found[0]["harm"] >= found[-1]["harm"] >= 0
    assert all(d["text"] and d["guard"] for d in found)
    rows = client.post("/api/what-if", json={**WISH, "method": TEXT}).json()
    assert {"chill_off", "cold_oven", "tied", "door", "rest_cover"} <= {r["code"] for r in rows}


def test_without_a_thermometer_ways_go_by_the_clock(client: TestClient) -> None:
    ways = client.post("/api/ways", json=WISH | {"quick": True, "thermometer": "none"}).json()
    methods = [w["method"] for w in ways["ways"] if w["forecast"]]
    assert methods
    assert not any("peak" in m for m in methods)


def test_own_methods_are_kept_computed_exported_and_brought_back(client: TestClient) -> None:
    kept = client.post("/api/methods", json={"name": "Sunday", "method": "210c 20min; 150C 1h"})
    assert kept.status_code == 201
    assert kept.json()[0]["method"] == "210C 20min; 150C 1h"
    again = client.post("/api/methods", json={"name": "sunday", "method": "200C 1h20"}).json()
    assert [m["method"] for m in again] == ["200C 1h20"], "one of the same name is replaced"
    ways = client.post("/api/ways", json=WISH | {"quick": True}).json()["ways"]
    assert [w["forecast"]["pull_min"]["value"] for w in ways if w["name"] == "sunday"] == [80.0]
    file = client.get("/api/methods/file").json()
    assert client.delete(f"/api/methods/{again[0]['id']}").json() == []
    assert client.delete("/api/methods/nothing").status_code == 404
    back = client.post("/api/methods/file", json=file)
    assert [m["name"] for m in back.json()] == ["sunday"]
    assert client.get("/api/methods").json() == back.json()
    assert client.post("/api/methods/file", json={"format": "other"}).status_code == 422


@pytest.mark.parametrize("method", [TEXT, "115C 3h; rest open 25min; 235C 8min; rest open 10min"])
def test_the_screen_says_what_the_command_line_says(
    client: TestClient, tmp_path: Path, method: str
) -> None:
    shown = client.post("/api/forecast", json={**WISH, "method": method}).json()
    file = client.post("/api/roast-file", json={**WISH, "method": method}).json()
    done = trencher("simulate", written(tmp_path, file))
    assert done.returncode == 0, done.stderr
    told = json.loads(done.stdout)
    assert told["pull"]["min"] == pytest.approx(shown["pull_min"]["value"])
    assert told["peak"]["core_c"] == pytest.approx(shown["peak_c"]["value"])
    assert told["loss"]["fraction"] == pytest.approx(shown["loss"])
    assert told["even_fraction"] == pytest.approx(shown["even_fraction"])
    assert told["crust"] == pytest.approx(shown["crust"])


def test_a_rule_is_read_and_judged(client: TestClient) -> None:
    body = {**WISH, "text": "20 min per lb plus 20"}
    found = client.post("/api/reckon", json=body).json()
    assert found["method"] == "160C 20min/lb + 20min"
    assert found["result"]["verdict"].startswith("By this rule it would be {c:")
    assert [o["code"] for o in found["opens"]] == ["heat", "air"]
    assert found["result"]["dials"] == [
        {"written": "160C", "air": None, "here_c": 160.0, "dial_c": pytest.approx(172.0)}
    ]
    still = found["opens"][1]["choices"][1]["dials"][0]
    assert still["air"] == "still"
    assert still["dial_c"] < 172.0
    empty = client.post("/api/reckon", json=body | {"text": "Season it well."}).json()
    assert empty["result"] is None
    assert [p["text"] for p in empty["left"]] == ["Season it well"]


def test_no_more_methods_than_anyone_finds_again(client: TestClient) -> None:
    listed = [{"name": f"Method {n}", "method": "160C 1h"} for n in range(60)]
    file = {"format": "trencher/methods", "version": 1, "methods": listed}
    assert client.post("/api/methods/file", json=file).status_code == 201
    refused = client.post("/api/methods", json={"name": "One more", "method": "160C 1h"})
    assert refused.status_code == 409
    assert "at most 60" in refused.json()["detail"]
    assert len(client.get("/api/methods").json()) == 60
    # Among the ways stand the newest, or comparing would take for ever.
    ways = client.post("/api/ways", json=WISH | {"quick": True}).json()["ways"]
    own = [w["name"] for w in ways if w["id"].startswith("own-")]
    assert own == [f"Method {n}" for n in range(48, 60)]


def test_a_method_that_cannot_be_read_is_not_kept(client: TestClient) -> None:
    refused = client.post("/api/methods", json={"name": "Hot", "method": "very hot"})
    assert refused.status_code == 422
    assert refused.json()["start"] == 0
    assert client.get("/api/methods").json() == []


def test_the_thermometer_of_a_plan_is_kept_and_followed(client: TestClient) -> None:
    made = client.post("/api/roasts", json=PLAN | {"thermometer": "spot"}).json()
    assert made["thermometer"] == "spot"
    changed = client.patch(f"/api/roasts/{made['id']}", json={"thermometer": "none"}).json()
    assert changed["thermometer"] == "none"
    way = {"method": "170C 1h50; rest tented 40min", "school": "one-temperature"}
    client.post(f"/api/roasts/{made['id']}/way", json=way)
    inside = client.post(f"/api/roasts/{made['id']}/put-in", json={"core_c": 6.0}).json()
    assert inside["planned"]["pull_min"] == 110.0


def test_a_coat_is_kept_with_the_joint_and_said_in_every_way(client: TestClient) -> None:
    joint = {**PLAN["joint"], "coat": "garlic"}
    made = client.post("/api/roasts", json=PLAN | {"joint": joint}).json()
    assert made["joint"]["coat"] == "garlic"
    ways = client.post("/api/ways", json=WISH | {"joint": joint, "quick": True}).json()["ways"]
    hot = next(w for w in ways if w["id"] == "hot-then-low")["forecast"]
    assert any(n["code"] == "coat_scorches" for n in hot["notes"])
    assert hot["put_coat_on_min"] > 20
    refused = client.post("/api/ways", json=WISH | {"joint": {**joint, "coat": "gold"}})
    assert refused.status_code == 422
    listed = client.get("/api/catalogue").json()
    assert {"garlic"} == set(next(c for c in listed["coats"] if c["id"] == "garlic")["allergens"])
    assert len(listed["salts"]) >= 4
