"""For every test: nothing is judged by how long it took; speeds are rows of the bench."""

from __future__ import annotations

import pytest
from hypothesis import settings

settings.register_profile("untimed", deadline=None)
settings.load_profile("untimed")


def pytest_collection_modifyitems(config: pytest.Config, items: list[pytest.Item]) -> None:
    """What takes minutes runs only where it is asked for: ``make test-full``."""
    if "full" in config.option.markexpr:
        return
    later = [item for item in items if item.get_closest_marker("full")]
    config.hook.pytest_deselected(items=later)
    items[:] = [item for item in items if item not in later]
