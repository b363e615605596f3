"""HTTP: ovens, their calibration, tins, and which oven tonight."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.service.conftest import METHOD, PLAN
from trencher.api.context import House

WISH = {k: PLAN[k] for k in ("joint", "oven_id", "wanted_c", "rest_min")}
RANGE: dict[str, Any] = {"name": "Range", "marks": "gas", "kind": "gas", "max_c": 180}


def add(client: TestClient, **facts: Any) -> str:
    made = client.post("/api/ovens", json=RANGE | facts)
    assert made.status_code == 201, made.text
    return str(made.json()["id"])


def test_pairs_become_a_line_with_its_band(client: TestClient) -> None:
    oven = add(client)
    before = client.get(f"/api/ovens/{oven}/calibration").json()
    assert before["n"] == 0
    pairs = [[172, 160], [227, 220], [200, 190]]
    client.put(f"/api/ovens/{oven}", json=RANGE | {"pairs": pairs})
    after = client.get(f"/api/ovens/{oven}/calibration").json()
    assert after["n"] == 3
    assert after["sd_c"] < 0.4 * before["sd_c"]
    at_160 = next(p for p in after["line"] if p["true_c"] == 160.0)
    assert at_160["low_c"] < at_160["error_c"] < at_160["high_c"]
    assert at_160["error_c"] == pytest.approx(12.0, abs=1.5)


def test_a_change_keeps_what_the_screen_does_not_ask(client: TestClient, house: House) -> None:
    oven = add(client, preheat_min=20)
    kept = house.repository.oven(oven)
    house.repository.save_oven(replace(kept, tau_down_min=26.0))
    changed = client.put(f"/api/ovens/{oven}", json=RANGE | {"name": "Scullery", "litres": 48})
    assert (changed.json()["name"], changed.json()["litres"]) == ("Scullery", 48)
    found = house.repository.oven(oven)
    assert found.tau_down_min == 26.0
    # Left empty on the screen, it is taken away.
    assert found.preheat_min is None


def test_a_calibrated_oven_narrows_every_way(client: TestClient) -> None:
    oven = add(client, max_c=240)
    # In gentle air a few degrees are many minutes.
    low = "115C until peak 57C; rest open 25min"
    body = WISH | {"oven_id": oven, "method": low}

    def width() -> float:
        band = client.post("/api/forecast", json=body).json()["pull_min"]
        return float(band["high"] - band["low"])

    before = width()
    pairs = [[172, 160], [227, 220], [200, 190]]
    client.put(f"/api/ovens/{oven}", json=RANGE | {"max_c": 240, "pairs": pairs})
    # Other doubts stay: this one is a third of the whole (squared).
    assert width() < 0.93 * before


@pytest.mark.parametrize(
    ("facts", "words"),
    [
        ({"pairs": [[300, 160]]}, "still warming up"),
        ({"shelves_mm": [100, 200]}, "lowest shelf up"),
        ({"min_c": 190, "max_c": 180}, "lowest"),
    ],
)
def test_a_profile_that_cannot_be_is_refused(
    client: TestClient, facts: dict[str, Any], words: str
) -> None:
    refused = client.post("/api/ovens", json=RANGE | facts)
    assert refused.status_code == 422
    assert words in refused.json()["detail"]


def test_which_oven_tonight_says_whether_it_fits_and_which_suits(client: TestClient) -> None:
    add(client, name="Low range", max_c=180)
    add(client, name="Shallow", max_c=240, shelves_mm=[90])
    client.put(
        "/api/tins",
        json={"tins": [{"name": "Tin", "length_mm": 300, "width_mm": 250, "depth_mm": 60}]},
    )
    found = client.post("/api/which-oven", json=WISH | {"method": METHOD}).json()
    by_name = {o["name"]: o for o in found["ovens"]}
    assert found["best"] == "house-oven"
    assert "bend" in found["advice"]
    assert not by_name["Shallow"]["fits"]
    assert "does not fit" in " ".join(by_name["Shallow"]["words"])
    assert by_name["House oven"]["tin"] == "Tin"
    codes = [n["code"] for n in by_name["Low range"]["forecast"]["notes"]]
    assert "oven_limit" in codes


def test_a_bare_element_near_the_top_browns_it(client: TestClient) -> None:
    oven = add(client, max_c=240, shelves_mm=[360, 260], bare_element=True)
    body = WISH | {"oven_id": oven, "method": "150C 45min; rest open 10min"}
    roomy = client.post("/api/forecast", json=body).json()["crust"]
    client.put(
        f"/api/ovens/{oven}", json=RANGE | {"max_c": 240, "shelves_mm": [155], "bare_element": True}
    )
    assert client.post("/api/forecast", json=body).json()["crust"] > roomy + 0.05


def test_an_oven_is_forgotten_only_if_no_roast_names_it(client: TestClient) -> None:
    oven = add(client)
    assert client.delete(f"/api/ovens/{oven}").status_code == 204
    assert client.get(f"/api/ovens/{oven}/calibration").status_code == 404
    client.post("/api/roasts", json=PLAN)
    refused = client.delete("/api/ovens/house-oven")
    assert refused.status_code == 409
    assert "'Sirloin'" in refused.json()["detail"]


def test_tins_are_kept(client: TestClient) -> None:
    assert client.get("/api/tins").json() == []
    tin = {"name": "Tray", "length_mm": 420.0, "width_mm": 340.0, "depth_mm": 25.0, "hob": True}
    client.put("/api/tins", json={"tins": [tin]})
    assert client.get("/api/tins").json() == [tin]


def test_an_oven_a_roast_was_moved_into_is_not_dropped(
    client: TestClient, house: House, roasting: str
) -> None:
    for name in ("Other", "Other too"):
        client.post("/api/ovens", json={"name": name, "kind": "still", "marks": "C"})
    house.roasts.mark(roasting, "moved_oven", "", None, oven_id="other")
    assert client.delete("/api/ovens/other").status_code == 409
    assert client.delete("/api/ovens/other-too").status_code == 204
    assert client.get(f"/api/roasts/{roasting}").json()["oven"]["id"] == "other"
