"""A day for a helper: a file of it, and a link that opens this day and nothing else."""

from __future__ import annotations

from dataclasses import replace
from urllib.parse import urlsplit

import pytest
from fastapi.testclient import TestClient

from trencher.lan.access import fresh_access
from trencher.lan.lan import Lan
from trencher.service.clock import FastClock

DAY = "2026-10-03"


def look(lan: Lan, date: str = DAY, **asked: str) -> str:
    found = urlsplit(lan.look_url(date, **asked))
    return f"{found.path}?{found.query}"


def test_the_file_says_what_the_roast_does_and_which_slice_is_whose(
    client: TestClient, roasting: str, clock: FastClock
) -> None:
    client.put("/api/people", json=[{"name": "Casimir", "wish": "pink"}, {"name": "Rhona"}])
    clock.jump(45)
    client.post(f"/api/roasts/{roasting}/readings", json={"low_c": 15.0, "high_c": 15.5})
    page = client.get(f"/api/days/{DAY}/sheet.html")
    assert page.headers["content-type"].startswith("text/html")
    text = page.text
    assert "In since 16:00." in text
    assert "its last reading at 16:45" in text
    now = client.get(f"/api/roasts/{roasting}/outlook").json()
    assert f"reckoned at {now['core_c']:.0f} °C" in text
    assert "Take it out" in text
    # What was done at the fire is not asked for a second time.
    steps = client.get(f"/api/days/{DAY}").json()["steps"]
    assert [s["id"] for s in steps if s["at_fire"]] == [f"{roasting}/1-in"]
    client.post(f"/api/roasts/{roasting}/stage-end", json={"stage": 0})
    day = client.get(f"/api/days/{DAY}").json()
    done = [s for s in day["steps"] if s["at_fire"]]
    assert [s["code"] for s in done] == ["in", "change"]
    assert all(s["done_at"] for s in done)
    assert day["where"]["late"] == []
    plates = client.get(f"/api/roasts/{roasting}/plates").json()["plates"]
    for plate in plates:
        row = next(r for r in text.split("<tr>") if plate["name"] in r and "reckoned" in r)
        assert f'<td class="n">{plate["slice"] + 1}</td>' in row
    in_f = client.get(f"/api/days/{DAY}/sheet.html", params={"units": "F"}).text
    assert f"reckoned at {now['core_c'] * 1.8 + 32:.0f} °F" in in_f


@pytest.mark.usefixtures("roasting")
def test_a_link_opens_one_day_to_look_at_and_nothing_else(screen: TestClient, lan: Lan) -> None:
    seen = screen.get(look(lan, units="F"), headers={"accept": "text/html"})
    assert seen.status_code == 200
    assert "Sirloin" in seen.text
    assert "°F" in seen.text
    assert screen.get("/look.js").status_code == 200
    # Neither another day, nor a made-up key, nor a command, nor anything of the house.
    for path in (look(lan).replace(DAY, "2026-10-04"), f"/look/{DAY}", f"/look/{DAY}?key=é"):
        refused = screen.get(path, headers={"accept": "text/html"})
        assert refused.status_code == 403
        assert "Sirloin" not in refused.text
    assert screen.post(look(lan)).status_code == 403
    assert "set-cookie" not in seen.headers
    assert screen.get("/api/roasts").status_code == 401
    key = urlsplit(lan.look_url(DAY)).query
    assert screen.get(f"/api/days/{DAY}?{key}").status_code == 401
    assert screen.get(f"/api/days/{DAY}/sheet.html?{key}").status_code == 401


def test_a_new_code_ends_every_link(lan: Lan) -> None:
    key = lan.access.look_key(DAY)
    assert lan.access.looks(DAY, key)
    assert not replace(lan.access, code=fresh_access().code).looks(DAY, key)
    assert not lan.access.looks("2026-10-04", key)
    assert lan.access.token not in lan.look_url(DAY)
    assert lan.access.code not in lan.look_url(DAY)


def test_a_day_with_nothing_on_it_is_said_in_words_to_who_looks(
    screen: TestClient, lan: Lan
) -> None:
    empty = screen.get(look(lan, "2026-12-24"))
    assert empty.status_code == 404
    assert "nothing is planned" in empty.text
    assert empty.headers["content-type"].startswith("text/html")


@pytest.mark.usefixtures("roasting")
def test_the_link_is_told_where_there_is_a_network(
    client: TestClient, screen: TestClient, lan: Lan
) -> None:
    assert client.get(f"/api/days/{DAY}/share").json() == {"url": None, "qr": None}
    screen.cookies.set(lan.access.cookie, lan.access.token)
    told = screen.get(f"/api/days/{DAY}/share", params={"who": "Rhona & Co"}).json()
    assert told["url"] == lan.look_url(DAY, who="Rhona & Co")
    assert "Rhona+%26+Co" in told["url"]
    assert told["qr"].startswith("data:image/svg+xml")
