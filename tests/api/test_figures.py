"""HTTP: the authorities' figures, chosen and changed; a change reaches plans and the day."""

from __future__ import annotations

from typing import Any

from fastapi.testclient import TestClient

from tests.service.conftest import PLAN
from trencher.api.context import House

WISH = {k: PLAN[k] for k in ("joint", "oven_id", "wanted_c", "rest_min")}
WHY = "the club's food plan, May"


def rows(answer: Any, profile: str = "uk") -> dict[str, dict[str, Any]]:
    one = next(p for p in answer.json() if p["id"] == profile)
    return {r["row"]: r for r in one["rows"]}


def test_a_changed_figure_reaches_the_plan_and_goes_again(client: TestClient) -> None:
    def cautions() -> list[str]:
        body = WISH | {"method": "150C until peak 58C; rest tented 30min"}
        found = client.post("/api/forecast", json=body)
        assert found.status_code == 200, found.text
        return [c["text"] for c in found.json()["cautions"]]

    assert not any("below" in text for text in cautions())
    changed = client.put("/api/figures/uk/whole", json={"temp_c": 63, "hold_min": 3, "why": WHY})
    row = rows(changed)["whole"]
    assert row["own"] == "{c:63} held for 3 minutes"
    assert "pink inside" in row["published"]
    assert row["why"] == WHY
    assert row["on"]
    below = next(text for text in cautions() if "below" in text)
    assert "{c:63} held for 3 minutes" in below
    assert "your own figures" in below
    gone = client.delete("/api/figures/uk/whole")
    assert rows(gone)["whole"]["own"] is None
    assert not any("below" in text for text in cautions())


def test_one_profile_changed_leaves_the_others(client: TestClient, house: House) -> None:
    client.put("/api/figures/us/keep_days", json={"value": 2, "why": WHY})
    answer = client.get("/api/figures")
    assert rows(answer, "us")["keep_days"]["own"] == "2 days"
    assert rows(answer, "uk")["keep_days"]["own"] is None
    assert house.roasts.profile().id == "uk"
    used = client.put("/api/figures/use/us").json()
    assert [p["id"] for p in used if p["in_use"]] == ["us"]
    assert house.roasts.profile().keep_days == 2


def test_less_than_published_is_said(client: TestClient) -> None:
    changed = client.put("/api/figures/uk/strict", json={"temp_c": 66, "hold_min": 2, "why": WHY})
    assert rows(changed)["strict"]["lower"] is True
    refused = client.put("/api/figures/uk/strict", json={"temp_c": 75})
    assert refused.status_code == 422
    assert "where it is from" in refused.json()["detail"]
