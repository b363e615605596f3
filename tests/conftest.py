"""For every test: nothing is judged by how long it took; speeds are rows of the bench."""

from __future__ import annotations

from hypothesis import settings

settings.register_profile("untimed", deadline=None)
settings.load_profile("untimed")
