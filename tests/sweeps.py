"""How much of a sweep is gone through: a sample each time, all of it in ``make test-full``."""

from __future__ import annotations

import os
from collections.abc import Sequence
from typing import TypeVar

import pytest
from hypothesis import settings

FULL = os.environ.get("TRENCHER_SWEEPS") == "full"
sweep = pytest.mark.sweep
"""Marks what ``make test-full`` goes through once more, whole."""
T = TypeVar("T")


def examples(few: int, many: int) -> settings:
    """So many examples each time, the same ones; and many, of any kind, where all is asked for."""
    return settings(max_examples=many if FULL else few, derandomize=not FULL)


def sample(values: Sequence[T], few: int) -> Sequence[T]:
    """The first few of them each time."""
    return values if FULL else values[:few]
