"""Entries handed over late or twice, as a screen does that was without its server."""

from __future__ import annotations

from datetime import datetime, timedelta, timezone

import pytest
from fastapi.testclient import TestClient

from tests.service.conftest import METHOD, PLAN
from trencher.api.context import House
from trencher.core.plan import Plan
from trencher.service.clock import FastClock

KEY = {"Idempotency-Key": "3f0c-a-screen-made-this"}


@pytest.mark.parametrize(
    ("path", "body"),
    [
        ("readings", {"low_c": 22.5, "minute": 12.0}),
        ("marks", {"what": "door", "minute": 11.0}),
        ("stage-end", {"stage": 0, "minute": 15.0}),
        ("answer", {"code": "look:0", "minute": 10.0}),
    ],
)
def test_what_is_handed_over_again_is_kept_once(
    client: TestClient, clock: FastClock, roasting: str, path: str, body: dict[str, object]
) -> None:
    clock.jump(20)
    first = client.post(f"/api/roasts/{roasting}/{path}", json=body, headers=KEY)
    again = client.post(f"/api/roasts/{roasting}/{path}", json=body, headers=KEY)
    assert first.is_success
    assert again.status_code == first.status_code
    assert again.json()["last_seq"] == first.json()["last_seq"]
    # Without a key, and with another, it is another entry (or, for a stage, a second end).
    other = client.post(
        f"/api/roasts/{roasting}/{path}", json=body, headers={"Idempotency-Key": "another-key"}
    )
    if path == "stage-end":
        assert other.status_code == 409
    else:
        assert other.json()["last_seq"] == first.json()["last_seq"] + 1


def test_what_was_refused_may_come_again_under_its_key(
    client: TestClient, clock: FastClock, roasting: str
) -> None:
    late = {"low_c": 22.5, "minute": 30.0}
    assert client.post(f"/api/roasts/{roasting}/readings", json=late, headers=KEY).is_client_error
    clock.jump(40)
    assert client.post(f"/api/roasts/{roasting}/readings", json=late, headers=KEY).is_success


def test_it_went_in_while_nobody_answered(
    client: TestClient, clock: FastClock, roasting: str
) -> None:
    # Take back what the fixture did, as a cook would.
    seq = client.get(f"/api/roasts/{roasting}").json()["last_seq"]
    client.post(f"/api/roasts/{roasting}/withdraw", json={"seq": seq})
    at = (clock.now() - timedelta(minutes=25)).astimezone(timezone(timedelta(hours=9))).isoformat()
    made = client.post(
        f"/api/roasts/{roasting}/put-in", json={"core_c": 6.0, "at": at}, headers=KEY
    )
    assert made.is_success, made.text
    # Said in any zone, it is kept in the kitchen's.
    put_in = client.get(f"/api/roasts/{roasting}").json()["put_in_at"]
    assert datetime.fromisoformat(put_in) == datetime.fromisoformat(at)
    assert datetime.fromisoformat(put_in).utcoffset() == clock.now().utcoffset()
    outlook = client.get(f"/api/roasts/{roasting}/outlook").json()
    assert outlook["now_min"] == pytest.approx(25.0, abs=0.1)
    tomorrow = (clock.now() + timedelta(hours=1)).isoformat()
    seq = made.json()["last_seq"]
    client.post(f"/api/roasts/{roasting}/withdraw", json={"seq": seq})
    refused = client.post(f"/api/roasts/{roasting}/put-in", json={"at": tomorrow})
    assert refused.status_code == 422
    assert "cannot be when it went in" in refused.json()["detail"]


def test_a_key_has_a_form(client: TestClient, roasting: str) -> None:
    bad = client.post(
        f"/api/roasts/{roasting}/marks",
        json={"what": "door"},
        headers={"Idempotency-Key": "no spaces, please"},
    )
    assert bad.status_code == 422


def test_seeing_what_the_way_waits_for_is_one_entry_and_ends_its_stage(
    client: TestClient, clock: FastClock
) -> None:
    from tests.service.conftest import PLAN

    roast = client.post("/api/roasts", json=PLAN).json()["id"]
    method = "220C until brown; 150C until 50C; rest open 20min"
    client.post(f"/api/roasts/{roast}/way", json={"method": method})
    client.post(f"/api/roasts/{roast}/put-in", json={"core_c": 6.0})
    clock.jump(30)
    path, body = f"/api/roasts/{roast}/marks", {"what": "browned", "minute": 30.0}
    first, again = (client.post(path, json=body, headers=KEY).json() for _ in range(2))
    assert first["ends"] == {"0": 30.0}
    assert again["last_seq"] == first["last_seq"]
    assert first["log"][-1]["entry"]["seen"] == "browned"


def test_a_key_is_of_one_entry_and_one_roast(
    client: TestClient, clock: FastClock, roasting: str, house: House
) -> None:
    clock.jump(20)
    other, _ = house.roasts.lay(Plan.of(PLAN))
    house.roasts.choose(other, METHOD, None)
    house.roasts.put_in(other, None)
    first = {"low_c": 22.5, "minute": 12.0}
    assert client.post(f"/api/roasts/{roasting}/readings", json=first, headers=KEY).is_success
    for where, body in ((roasting, {"low_c": 23.5, "minute": 12.0}), (other, first)):
        refused = client.post(f"/api/roasts/{where}/readings", json=body, headers=KEY)
        assert refused.status_code == 409
        assert "another entry" in refused.json()["detail"]
    assert len(house.roasts.session(roasting).readings) == 1
    assert house.roasts.session(other).readings == ()


def test_the_first_tick_of_a_day_is_kept_and_kept_once(
    client: TestClient, roasting: str, house: House
) -> None:
    assert roasting
    step = client.get("/api/days/2026-10-03").json()["steps"][0]["id"]
    for _ in range(2):
        told = client.post("/api/days/2026-10-03/steps", json={"step": step}, headers=KEY)
        assert told.status_code == 200
        assert list(house.repository.day("2026-10-03").done) == [step]
    assert [e.kind for e in house.repository.day("2026-10-03").log] == ["opened", "did"]
