"""HTTP: levers of a roast under way, in the dial's own marks; taken and taken back."""

from __future__ import annotations

from fastapi.testclient import TestClient

from trencher.service.clock import FastClock


def under_way(client: TestClient, clock: FastClock, roasting: str) -> str:
    clock.jump(20)
    client.post(f"/api/roasts/{roasting}/stage-end", json={"stage": 0})
    clock.jump(30)
    return f"/api/roasts/{roasting}"


def test_what_helps_is_ranked_and_says_what_the_dial_must_show(
    client: TestClient, clock: FastClock, roasting: str
) -> None:
    path = under_way(client, clock, roasting)
    found = client.get(f"{path}/levers", params={"need": "sooner"}).json()
    hotter = next(o for o in found["options"] if o["code"] == "hotter")
    assert hotter["result"]["end_min"] < found["base"]["end_min"]
    # 180 °C of true air, and this dial shows ten more there.
    assert hotter["dial"] == "190 °C"
    held = next(o for o in found["options"] if o["code"] == "out_and_hold")
    assert held["dial"] == ""
    assert client.get(f"{path}/levers", params={"need": "crisper"}).status_code == 422


def test_one_is_taken_and_taken_back(client: TestClient, clock: FastClock, roasting: str) -> None:
    path = under_way(client, clock, roasting)
    before = client.get(path).json()
    taken = client.post(f"{path}/levers", json={"code": "hotter"})
    assert taken.status_code == 201
    assert "180C" in taken.json()["method"]
    entry = taken.json()["log"][-1]["entry"]
    assert entry["kind"] == "rewrote"
    back = client.post(f"{path}/withdraw", json={"seq": entry["seq"]}).json()
    assert back["method"] == before["method"]
    assert client.post(f"{path}/levers", json={"code": "prayer"}).status_code == 422
