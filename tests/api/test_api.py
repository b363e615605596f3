"""HTTP: the whole story, errors with stable codes, and what is refused."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.service.conftest import METHOD, PLAN
from trencher.api.app import create_app
from trencher.api.context import House
from trencher.main import describe
from trencher.service.clock import FastClock, WallClock
from trencher.service.roasts import RoastService

WISH = {k: PLAN[k] for k in ("joint", "oven_id", "wanted_c", "rest_min")}


def lay(client: TestClient) -> str:
    found = client.post("/api/roasts", json=PLAN)
    assert found.status_code == 201, found.text
    return str(found.json()["id"])


def test_the_story_over_http(client: TestClient, clock: FastClock) -> None:
    ways = client.post("/api/ways", json=WISH).json()["ways"]
    # Worked out lately: who asks for something quick gets all of it.
    assert client.post("/api/ways", json=WISH | {"quick": True}).json()["ways"] == ways
    assert ways[0]["id"] == "hot-then-low"
    first = ways[0]["forecast"]
    assert first["pull_min"]["low"] < first["pull_min"]["value"] < first["pull_min"]["high"]
    low, high = first["shares80"]["even_fraction"]
    assert low < first["even_fraction"] < high
    assert first["stages"][0]["dial_c"] == pytest.approx(227.0)
    roast_id = lay(client)
    # A page asks for the ways of a roast by its name alone.
    named = client.get(f"/api/roasts/{roast_id}/ways").json()
    assert (named["quick"], named["ways"], len(named["unlike"])) == (False, ways, 3)
    way = {"method": ways[0]["method"], "school": ways[0]["id"]}
    assert client.post(f"/api/roasts/{roast_id}/way", json=way).json()["school"] == "hot-then-low"
    inside = client.post(f"/api/roasts/{roast_id}/put-in", json={"core_c": 6.0}).json()
    assert inside["status"] == "roasting"
    assert inside["planned"]["peak_c"] == pytest.approx(57.0, abs=0.1)
    clock.jump(20)
    client.post(f"/api/roasts/{roast_id}/stage-end", json={"stage": 0})
    clock.jump(40)
    kept = client.post(f"/api/roasts/{roast_id}/readings", json={"low_c": 24.0})
    assert kept.status_code == 201
    outlook = client.get(f"/api/roasts/{roast_id}/outlook").json()
    assert outlook["pull_min"]["low"] > 60
    assert next(s["due_min"] for s in outlook["agenda"] if s["code"] == "look") > 60
    assert outlook["figure"]["standing"] == "unknown"
    clock.jump(outlook["pull_min"]["value"] - 60)
    out = client.post(f"/api/roasts/{roast_id}/stage-end", json={}).json()
    assert out["status"] == "resting"
    clock.jump(35)
    resting = client.get(f"/api/roasts/{roast_id}/outlook").json()
    assert resting["agenda"][-1]["low_min"] is not None
    assert len(resting["slices"]) > 5
    assert client.post(f"/api/roasts/{roast_id}/carve", json={}).json()["status"] == "done"
    judged = client.post(f"/api/roasts/{roast_id}/verdict", json={"verdict": "Rosy"})
    assert judged.json()["verdict"]["verdict"] == "Rosy"
    book = client.get("/api/book").json()
    assert [line["id"] for line in book["lines"]] == [roast_id]
    assert len(judged.json()["log"]) == 8


def test_taking_back(client: TestClient, roasting: str, clock: FastClock) -> None:
    clock.jump(30)
    made = client.post(f"/api/roasts/{roasting}/readings", json={"low_c": 99.0}).json()
    back = client.post(f"/api/roasts/{roasting}/withdraw", json={"seq": made["last_seq"]}).json()
    assert back["readings"] == []
    assert [e["withdrawn"] for e in back["log"]][-2:] == [True, False]


def test_one_method_by_its_text(client: TestClient) -> None:
    found = client.post("/api/forecast", json=WISH | {"method": "gas 4 until peak 57C"}).json()
    assert found["peak_c"]["value"] == pytest.approx(57.0, abs=0.1)
    assert "rest_assumed" in [n["code"] for n in found["notes"]]


WRONG: list[tuple[str, str, Any, int, str]] = [
    ("get", "/api/roasts/nope", None, 404, "not_found"),
    ("get", "/api/nothing", None, 404, "not_found"),
    ("put", "/api/roasts", {}, 405, "method_not_allowed"),
    ("post", "/api/roasts", {}, 422, "wrong_input"),
    ("post", "/api/roasts", PLAN | {"wanted_c": 500}, 422, "wrong_input"),
    ("post", "/api/roasts", PLAN | {"extra": 1}, 422, "wrong_input"),
    ("post", "/api/roasts", PLAN | {"oven_id": "none"}, 404, "not_found"),
    ("post", "/api/roasts", PLAN | {"joint": PLAN["joint"] | {"cut": "x"}}, 422, "unknown_name"),
    ("post", "/api/ways", WISH | {"joint": PLAN["joint"] | {"weight_kg": 0}}, 422, "wrong_input"),
    ("post", "/api/forecast", WISH | {"method": "210 5min"}, 422, "no_unit"),
    ("post", "/api/forecast", WISH | {"method": "60C until 80C"}, 422, "goal_unreachable"),
    ("post", "/api/forecast", WISH | {"method": "turn"}, 422, "notation"),
    ("put", "/api/figures/use/atlantis", None, 422, "unknown_name"),
    ("put", "/api/figures/uk/goose", {"temp_c": 70, "why": "x"}, 422, "unknown_name"),
    ("put", "/api/figures/uk/pork", {"temp_c": 20, "why": "x"}, 422, "out_of_range"),
    ("delete", "/api/figures/uk/pork", None, 404, "not_found"),
    ("put", "/api/ovens/none", {"name": "x"}, 404, "not_found"),
    ("put", "/api/clock", {"pace": 9999}, 422, "wrong_input"),
    ("post", "/api/demo/roast-in-progress", None, 409, "conflict"),
    ("put", "/api/doneness", {"bands": [{"word": "a", "from_c": 50}]}, 422, "wrong_input"),
]


@pytest.mark.parametrize(("verb", "path", "body", "status", "code"), WRONG)
def test_every_fault_is_a_problem_with_a_stable_code(
    client: TestClient, verb: str, path: str, body: Any, status: int, code: str
) -> None:
    found = client.request(verb, path, json=body)
    assert found.status_code == status, found.text
    assert found.headers["content-type"] == "application/problem+json"
    problem = found.json()
    assert problem["code"] == code
    assert problem["status"] == status
    assert problem["detail"]
    assert "\n" not in problem["detail"]


def test_a_body_that_is_not_json_is_said(client: TestClient) -> None:
    found = client.post(
        "/api/roasts", content=b"{nope", headers={"content-type": "application/json"}
    )
    assert (found.status_code, found.json()["code"]) == (400, "not_json")


@pytest.mark.parametrize(
    ("body", "status", "code"),
    [
        (b"{", 400, "not_json"),
        (b'{"name": \xff}', 400, "not_json"),
        (b'{"name": ' * 9000, 400, "not_json"),
        (b'{"wanted_c": ' + b"9" * 6000, 400, "not_json"),
        (b'{"name": "' + b"x" * 300_000, 413, "too_large"),
        (b"", 422, "wrong_input"),
        (b'{"name": "\\ud800"}', 422, "wrong_input"),
        (b'{"wanted_c": NaN}', 422, "wrong_input"),
    ],
)
def test_a_body_that_cannot_be_read_is_said_in_one_shape(
    client: TestClient, body: bytes, status: int, code: str
) -> None:
    found = client.post("/api/roasts", content=body, headers={"content-type": "application/json"})
    assert (found.status_code, found.json()["code"]) == (status, code)
    assert found.headers["content-type"] == "application/problem+json"
    assert client.get("/api/roasts").status_code == 200


@pytest.mark.parametrize("name", ["a\x00b", "bell\x07", "\x7f"])
def test_control_characters_are_no_text(client: TestClient, name: str) -> None:
    told = client.post("/api/roasts", json={**PLAN, "name": name}).json()["detail"]
    assert "without control characters" in told


def test_a_notation_fault_knows_its_place(client: TestClient) -> None:
    found = client.post("/api/forecast", json=WISH | {"method": "210C 20"}).json()
    assert (found["start"], found["end"]) == (5, 7)


@pytest.mark.parametrize(
    ("step", "body"),
    [
        ("put-in", {}),
        ("readings", {"low_c": 20}),
        ("stage-end", {}),
        ("carve", {}),
        ("verdict", {"verdict": "x"}),
    ],
)
def test_steps_out_of_order_are_conflicts(client: TestClient, step: str, body: Any) -> None:
    roast_id = lay(client)
    found = client.post(f"/api/roasts/{roast_id}/{step}", json=body)
    assert (found.status_code, found.json()["code"]) == (409, "conflict")
    assert client.get(f"/api/roasts/{roast_id}").json()["last_seq"] == 1


def test_ovens_are_added_and_changed(client: TestClient) -> None:
    made = client.post("/api/ovens", json={"name": "Scullery range", "kind": "gas", "marks": "gas"})
    assert made.status_code == 201
    oven_id = made.json()["id"]
    assert oven_id == "scullery-range"
    changed = client.put(f"/api/ovens/{oven_id}", json={"name": "Range", "kind": "gas"})
    assert changed.json()["name"] == "Range"
    assert {o["id"] for o in client.get("/api/ovens").json()} == {"house-oven", oven_id}
    twin = client.post("/api/ovens", json={"name": "Scullery range"}).json()
    assert twin["id"] != oven_id


def test_doneness_words_are_this_kitchens(client: TestClient) -> None:
    bands = [{"word": "bloody", "from_c": 40}, {"word": "ours", "from_c": 57}]
    assert client.put("/api/doneness", json={"bands": bands}).json() == bands
    assert client.get("/api/catalogue").json()["bands"] == bands


def test_the_wall_clock_cannot_be_set(house: House) -> None:
    clock = WallClock()
    own = House(
        house.repository, RoastService(house.repository, clock, house.feed), clock, house.feed
    )
    with TestClient(create_app(own, None), base_url="http://localhost") as client:
        assert client.get("/api/clock").json()["demo"] is False
        assert client.put("/api/clock", json={"pace": 2}).status_code == 409


# --- the guard ----------------------------------------------------------------------------------
@pytest.mark.parametrize("host", ["localhost", "127.0.0.1:8470", "[::1]:8470", "192.168.1.5"])
def test_addresses_and_listed_names_are_served(client: TestClient, host: str) -> None:
    assert client.get("/api/clock", headers={"host": host}).status_code == 200


@pytest.mark.parametrize("host", ["evil.example", "localhost.evil.example", ""])
def test_other_names_are_refused(client: TestClient, host: str) -> None:
    found = client.get("/api/clock", headers={"host": host})
    assert (found.status_code, found.json()["code"]) == (403, "refused")


@pytest.mark.parametrize(
    "headers",
    [{"origin": "http://evil.example"}, {"origin": "null"}, {"sec-fetch-site": "cross-site"}],
)
def test_other_sites_may_not_ask(client: TestClient, headers: dict[str, str]) -> None:
    assert client.get("/api/clock", headers=headers).status_code == 403


def test_ones_own_pages_may_ask(client: TestClient) -> None:
    for headers in (
        {"origin": "http://localhost"},
        {"sec-fetch-site": "same-origin"},
        {"sec-fetch-site": "none"},
    ):
        assert client.get("/api/clock", headers=headers).status_code == 200


def test_every_answer_carries_the_security_headers(client: TestClient) -> None:
    for path in ("/api/clock", "/api/nothing"):
        headers = client.get(path).headers
        assert "default-src 'self'" in headers["content-security-policy"]
        assert headers["x-content-type-options"] == "nosniff"
        assert headers["referrer-policy"] == "no-referrer"
        assert headers["cache-control"] == "no-store"


# --- the front end --------------------------------------------------------------------------------
@pytest.fixture
def fronted(house: House, tmp_path: Any) -> Any:
    dist = tmp_path / "dist"
    (dist / "assets").mkdir(parents=True)
    (dist / "index.html").write_text("<!doctype html><title>Trencher</title>", encoding="utf-8")
    (dist / "assets" / "a.js").write_text("1", encoding="utf-8")
    with TestClient(create_app(house, dist), base_url="http://localhost") as made:
        yield made


@pytest.mark.parametrize("path", ["/", "/fire/sirloin", "/book/x-1"])
def test_deep_links_open_the_front_end(fronted: TestClient, path: str) -> None:
    found = fronted.get(path, headers={"accept": "text/html"})
    assert found.status_code == 200
    assert "Trencher" in found.text
    assert found.headers["cache-control"] == "no-cache"


def test_assets_are_kept_for_ever_and_the_api_stays_json(fronted: TestClient) -> None:
    assert "immutable" in fronted.get("/assets/a.js").headers["cache-control"]
    missing = fronted.get("/api/nothing", headers={"accept": "text/html"})
    assert missing.headers["content-type"] == "application/problem+json"


# --- the description ------------------------------------------------------------------------------
def test_every_body_has_an_example_and_every_route_its_errors() -> None:
    found = describe()
    schemas = found["components"]["schemas"]
    for path, verbs in found["paths"].items():
        for verb, operation in verbs.items():
            assert operation.get("description") or operation.get("summary"), path
            assert "422" in operation["responses"], (verb, path)
            body = operation.get("requestBody")
            kinds = {} if body is None else body["content"]
            files = all(k["schema"].get("format") == "binary" for k in kinds.values())
            if not files:
                name = kinds["application/json"]["schema"]["$ref"].rsplit("/", 1)[1]
                assert schemas[name].get("examples"), name


def test_examples_are_accepted(client: TestClient) -> None:
    schemas = describe()["components"]["schemas"]
    assert client.post("/api/ways", json=schemas["WishBody"]["examples"][0]).status_code == 200
    assert client.post("/api/roasts", json=schemas["PlanBody"]["examples"][0]).status_code == 201
    assert client.post("/api/ovens", json=schemas["OvenBody"]["examples"][0]).status_code == 201
    assert (
        client.post("/api/forecast", json=schemas["MethodBody"]["examples"][0]).status_code == 200
    )
    roast_id = lay(client)
    way = client.post(f"/api/roasts/{roast_id}/way", json=schemas["ChoiceBody"]["examples"][0])
    assert way.json()["method"] == METHOD


def test_the_committed_description_is_the_running_one() -> None:
    import json
    from pathlib import Path

    assert json.loads(Path("docs/openapi.json").read_text(encoding="utf-8")) == describe()


OWN = {"name": "Goat neck", "kind": "game", "meat": "marbled", "collagen": True, "bone_share": 0.2}


def test_a_cut_of_ones_own_is_kept_planned_and_forgotten(client: TestClient) -> None:
    made = client.post("/api/cuts", json=OWN)
    assert made.status_code == 201
    cut = made.json()
    assert client.get("/api/catalogue").json()["cuts"][0]["id"] == cut["id"]
    joint = {"cut": cut["id"], "weight_kg": 1.4, "own": cut["own"]}
    plan = client.post("/api/roasts", json=PLAN | {"joint": joint}).json()
    ways = client.post("/api/ways", json=WISH | {"joint": joint, "wanted_c": 90}).json()["ways"]
    assert any(w["forecast"] for w in ways)
    assert client.delete(f"/api/cuts/{cut['id']}").status_code == 204
    assert client.delete(f"/api/cuts/{cut['id']}").status_code == 404
    # The roast keeps what it was made with.
    kept = client.get(f"/api/roasts/{plan['id']}").json()
    assert kept["joint"]["own"]["name"] == "Goat neck"


def test_an_own_cut_that_makes_no_sense_is_refused(client: TestClient) -> None:
    assert client.post("/api/cuts", json=OWN | {"bone_share": 2}).status_code == 422
    bad = {"cut": "own-x", "weight_kg": 1.0, "own": {"name": "x", "shape": [1]}}
    answer = client.post("/api/forecast", json=WISH | {"joint": bad, "method": "180C 1h"})
    assert answer.status_code == 422
    assert "thickness, width, length" in answer.json()["detail"]
    nameless = {"cut": "own-x", "weight_kg": 1.0}
    answer = client.post("/api/forecast", json=WISH | {"joint": nameless, "method": "180C 1h"})
    assert answer.json()["code"] == "unknown_name"


def test_fat_and_a_wet_surface_move_a_forecast(client: TestClient) -> None:
    def crust(**more: object) -> float:
        joint = PLAN["joint"] | {"fat_mm": 0.0} | more
        body = WISH | {"joint": joint, "method": "210C 1h; rest open 10min"}
        return float(client.post("/api/forecast", json=body).json()["crust"])

    assert crust(surface="dried") > crust(surface="wet")
    assert crust(fat_mm=10.0) > crust()


@pytest.mark.parametrize("field", ["wanted_c", "rest_min"])
def test_true_false_texts_and_numbers_are_not_taken_for_one_another(
    client: TestClient, field: str
) -> None:
    refused = client.post("/api/roasts", json={**PLAN, field: False})
    assert refused.status_code == 422
    assert f"{field} should be a number" in refused.json()["detail"]
    for weight in (True, "3.1", [2.0], {"kg": 2.0}):
        joint = {**PLAN["joint"], "weight_kg": weight}
        assert client.post("/api/roasts", json={**PLAN, "joint": joint}).status_code == 422
    for odd in ({"uncovered": 1}, {"salt_id": 7}, {"frozen": True}):
        assert client.post("/api/roasts", json={**PLAN, "care": odd}).status_code == 422
    assert client.post("/api/roasts", json={**PLAN, "serve_at": 1790000000}).status_code == 422
    assert client.post("/api/roasts", json={**PLAN, "care": {"uncovered": True}}).status_code == 201
