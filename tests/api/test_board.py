"""The board over HTTP."""

from __future__ import annotations

from fastapi.testclient import TestClient

from trencher.service.clock import FastClock


def test_from_the_slice_to_the_fridge(client: TestClient, clock: FastClock, roasting: str) -> None:
    at = f"/api/roasts/{roasting}"
    clock.jump(100)
    client.post(f"{at}/stage-end", json={"stage": 0, "minute": 20})
    client.post(f"{at}/stage-end", json={"stage": 1, "minute": 98})
    clock.jump(40)
    made = client.post(f"{at}/slices", json={"slice": 0, "low_c": 72.5})
    assert made.status_code == 201, made.text
    assert client.post(f"{at}/claims", json={"portion": "end-thick", "name": "Ines"}).is_success
    found = client.get(f"{at}/plates", params={"left_handed": True}).json()
    assert found["read"] == {"0": 72.5}
    assert found["claims"] == {"end-thick": "Ines"}
    assert "your left" in found["notes"][0]["words"]
    assert [p["code"] for p in found["portions"]] == ["end-thick", "end-thin"]
    assert client.get(f"{at}/kept").json()["standing"] is None
    client.post(f"{at}/carve", json={})
    clock.jump(30)
    stands = client.get(f"{at}/kept").json()
    assert stands["left_min"] == 90
    assert client.post(f"{at}/kept", json={"what": "slices", "kg": 0.7}).status_code == 201
    (batch,) = client.get("/api/larder").json()
    assert batch["standing"] == "keep"
    assert batch["use_by"] > batch["kept_at"][:10]
    used = client.post(f"{at}/kept/uses", json={"batch": batch["seq"], "what": "eaten"})
    assert used.status_code == 201
    assert client.get("/api/larder").json() == []
    assert client.post(f"{at}/kept", json={"what": "hope"}).status_code == 422
    assert client.post(f"{at}/kept/uses", json={"batch": 999, "what": "eaten"}).status_code == 409
