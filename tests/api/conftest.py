"""The API over the service's still house."""

from __future__ import annotations

from collections.abc import Iterator

import pytest
from fastapi.testclient import TestClient

from tests.service.conftest import clock, house, roasting
from trencher.api.app import create_app
from trencher.api.context import House

__all__ = ["clock", "house", "roasting"]


@pytest.fixture
def client(house: House) -> Iterator[TestClient]:
    with TestClient(create_app(house, None), base_url="http://localhost") as made:
        yield made
