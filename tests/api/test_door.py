"""Trencher on the house's network: nothing is said to a screen that does not know the code."""

from __future__ import annotations

from dataclasses import replace

import pytest
from fastapi.testclient import TestClient

from trencher.api.context import House
from trencher.api.install import install_app
from trencher.lan.access import fresh_access
from trencher.lan.lan import Lan
from trencher.main import lan_words


def test_a_stranger_sees_the_door_and_nothing_else(screen: TestClient) -> None:
    for path in ("/api/roasts", "/api/access", "/api/feed", "/api/catalogue"):
        answer = screen.get(path)
        assert answer.status_code == 401
        assert answer.json()["code"] == "locked"
    assert screen.post("/api/roasts", json={}).status_code == 401
    page = screen.get("/fire", headers={"accept": "text/html"})
    assert page.headers["location"] == "/door"
    door = screen.get("/door")
    assert door.status_code == 200
    assert "<form" in door.text
    # The guard's policy holds on the door too.
    assert "default-src 'self'" in door.headers["content-security-policy"]


def test_the_code_lets_in_for_good(screen: TestClient, lan: Lan) -> None:
    answer = screen.post("/door", data={"code": lan.access.code.lower()})
    assert answer.status_code == 303
    kept = answer.headers["set-cookie"]
    for part in ("HttpOnly", "SameSite=strict", "Secure"):
        assert part in kept
    assert lan.access.code not in kept
    found = screen.get("/api/access").json()
    assert found["on"] is True
    assert found["code"] == lan.access.code
    assert found["url"] == "https://10.1.2.3:8471"
    assert found["install_url"] == "http://10.1.2.3:8472/"
    assert found["door_qr"].startswith("data:image/svg+xml")


def test_scanned_it_opens_and_the_code_does_not_stay_in_the_address(
    screen: TestClient, lan: Lan
) -> None:
    answer = screen.get(f"/door?code={lan.access.code}")
    assert answer.headers["location"] == "/"
    assert screen.get("/api/roasts").status_code == 200


def test_wrong_codes_are_refused_then_made_to_wait(screen: TestClient, lan: Lan) -> None:
    for _ in range(5):
        assert screen.post("/door", data={"code": "AAAA-AAAA"}).status_code == 403
    held = screen.post("/door", data={"code": lan.access.code})
    # Even the right one waits: a guesser must not learn by hurrying.
    assert held.status_code == 429
    assert int(held.headers["retry-after"]) >= 1
    assert screen.post("/door", data={"code": "A" * 5000}).status_code == 413


def test_a_forged_or_old_cookie_is_no_key(screen: TestClient, lan: Lan) -> None:
    for value in ("", "00" * 32, fresh_access().token):
        screen.cookies.set(lan.access.cookie, value)
        assert screen.get("/api/roasts").status_code == 401


def test_an_instrument_comes_with_its_own_key(screen: TestClient, house: House) -> None:
    body = {"device": "pit", "every_s": 5, "readings": [{"channel": "1", "value": 21.0}]}
    assert screen.post("/api/instruments/push", json=body).status_code == 401
    assert screen.post("/api/instruments/push", json=body).json()["code"] != "locked"
    key = {"x-trencher-key": house.devices.key()}
    assert screen.post("/api/instruments/push", json=body, headers=key).is_success
    # But for what it sends, it sees nothing.
    assert screen.get("/api/instruments", headers=key).status_code == 401


def test_at_home_nobody_asks_for_a_code(client: TestClient) -> None:
    assert client.get("/api/access").json()["on"] is False


def test_the_install_page_hands_out_the_authority_alone(lan: Lan) -> None:
    client = TestClient(install_app(lan))
    assert lan.identity is not None
    page = client.get("/").text
    assert lan.identity.fingerprint in page
    assert lan.url in page
    assert lan.access.code not in page
    given = client.get("/trencher-house.crt")
    assert given.headers["content-type"] == "application/x-x509-ca-cert"
    assert given.content == lan.identity.authority.read_bytes()
    assert client.get("/api/roasts").status_code == 404


def test_the_terminal_says_what_to_do_and_what_is_missing_without_tls(lan: Lan) -> None:
    words = lan_words(lan)
    assert lan.access.code in words
    assert str(lan.install_url) in words
    plain = lan_words(replace(lan, identity=None, install_port=None))
    assert "cannot start without the server, stay awake or notify" in plain
    assert "http://10.1.2.3:8471" in plain


@pytest.mark.parametrize("odd", ["a=\x01; b", "sid=[x", "x y=1", "=;;=", "trencher_screen=other"])
def test_another_applications_cookies_lock_nobody_out(
    screen: TestClient, lan: Lan, odd: str
) -> None:
    own = f"{lan.access.cookie}={lan.access.token}"
    for cookie in (f"{odd}; {own}", f"{own}; {odd}"):
        assert screen.get("/api/roasts", headers={"cookie": cookie}).status_code == 200
    assert screen.get("/api/roasts", headers={"cookie": odd}).status_code == 401


def test_two_kitchens_on_one_machine_keep_cookies_of_their_own() -> None:
    assert fresh_access().cookie != fresh_access().cookie
