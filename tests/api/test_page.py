"""The page of a place names what the place needs; anything else is served as it is."""

from __future__ import annotations

import json
import re
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from trencher.api.app import create_app
from trencher.api.context import House
from trencher.api.page import Page

HTML = '<html><head><script src="/assets/index-1.js"></script></head><body></body></html>'


@pytest.fixture
def dist(tmp_path: Path) -> Path:
    (tmp_path / "index.html").write_text(HTML)
    files = {
        "Fire": ["assets/Fire-1.js", "assets/index-1.js"],
        "Begin": ["assets/Begin-1.js"],
        "Hand": ["assets/Hand-1.js"],
        "faces": ["assets/figtree-latin-wght-1.woff2"],
    }
    (tmp_path / "preloads.json").write_text(json.dumps(files))
    (tmp_path / "mark.svg").write_text("<svg/>")
    return tmp_path


def test_a_place_names_its_files_and_what_it_asks(house: House, dist: Path) -> None:
    with TestClient(create_app(house, dist), base_url="http://localhost") as client:
        fire = client.get("/fire/sirloin")
        assert fire.headers["cache-control"] == "no-cache"
        assert re.search(
            '<link rel="preload" as="script" [^>]*href="/assets/Fire-1.js" />', fire.text
        )
        assert '<link rel="preload" as="font" type="font/woff2" crossorigin' in fire.text
        # What the page names itself is not named twice.
        assert fire.text.count("index-1.js") == 1
        assert 'href="/api/roasts/sirloin"' in fire.text
        assert "/ways" not in fire.text
        assert 'href="/api/roasts/sirloin/ways"' in client.get("/block/sirloin").text
        assert client.head("/fire/sirloin").status_code == 200
        assert "Hand-1.js" in client.get("/ways/sirloin/hand").text
        assert 'href="/api/days"' in client.get("/day").text
        assert 'href="/api/days"' not in client.get("/day/2026-10-03").text
        assert "Begin-1.js" in client.get("/").text
        assert client.get("/mark.svg").text == "<svg/>"
        assert client.get("/some/where", headers={"accept": "text/html"}).text == HTML


def test_an_odd_address_names_nothing_of_its_own(dist: Path) -> None:
    page = Page(dist).of('fire/"><script>alert(1)</script>')
    assert "alert" not in page
    assert page.count('as="fetch"') == 3


def test_what_was_built_anew_is_read_anew(dist: Path) -> None:
    page = Page(dist)
    assert "Fire-1.js" in page.of("fire")
    (dist / "preloads.json").write_text(json.dumps({"Fire": ["assets/Fire-2.js"]}))
    (dist / "index.html").write_text(HTML + "\n")
    assert "Fire-2.js" in page.of("fire")
    (dist / "preloads.json").unlink()
    (dist / "index.html").write_text(HTML + "\n\n")
    assert 'as="script"' not in page.of("fire")
