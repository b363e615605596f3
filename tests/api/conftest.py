"""The API over the service's still house."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from tests.service.conftest import clock, house, roasting
from trencher.api.app import create_app
from trencher.api.context import House
from trencher.lan.access import fresh_access
from trencher.lan.authority import identity
from trencher.lan.lan import Lan

__all__ = ["clock", "house", "roasting"]


@pytest.fixture
def client(house: House) -> Iterator[TestClient]:
    with TestClient(create_app(house, None), base_url="http://localhost") as made:
        yield made


@pytest.fixture
def lan(tmp_path: Path) -> Lan:
    known = identity(tmp_path, "kitchen", ["127.0.0.1", "10.1.2.3"])
    return Lan(fresh_access(), known, ("10.1.2.3",), 8471, 8472)


@pytest.fixture
def screen(house: House, lan: Lan) -> Iterator[TestClient]:
    app = create_app(replace(house, lan=lan), None, ("kitchen",), lan=lan)
    with TestClient(app, base_url="https://10.1.2.3:8471", follow_redirects=False) as made:
        yield made
