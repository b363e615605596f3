"""Prepared files, copied instead of made anew: an empty kitchen costs a tenth of a second, a demo
world six; their making has tests of its own."""

from __future__ import annotations

import os
import shutil
import tempfile
import time
from collections.abc import Callable
from functools import cache
from pathlib import Path

import pytest

from trencher.main import demo_house
from trencher.service.demo import build_world
from trencher.store.database import Database
from trencher.store.repository import Repository


@cache
def _empty() -> Path:
    path = Path(tempfile.mkdtemp(prefix="trencher-tests-")) / "empty.sqlite"
    Database(path).close()
    return path


def prepared(path: Path) -> Path:
    """An empty kitchen's file of the newest schema, where there is none yet."""
    if not path.exists():
        shutil.copy(_empty(), path)
        path.chmod(0o600)
    return path


def empty(path: Path) -> Database:
    """An empty kitchen, opened."""
    return Database(prepared(path))


def once(
    factory: pytest.TempPathFactory, name: str, make: Callable[[Path], None], seconds: float = 240.0
) -> Path:
    """A file made by one of the workers, for all of them to copy."""
    shared = factory.getbasetemp()
    if "PYTEST_XDIST_WORKER" in os.environ:
        shared = shared.parent
    path = shared / name
    making, end = shared / f"{name}-making", time.monotonic() + seconds
    while not path.exists():
        assert time.monotonic() < end, f"nobody made {name}"
        try:
            making.mkdir()
        except FileExistsError:
            time.sleep(0.05)
            continue
        try:
            if not path.exists():
                make(making / name)
                (making / name).rename(path)
        finally:
            # Where it could not be made, the next one tries, and says why not.
            shutil.rmtree(making)
    return path


def demo_today(factory: pytest.TempPathFactory) -> Path:
    """The demo world as it is made on this day."""

    def make(path: Path) -> None:
        _, close = demo_house(path)
        close()

    return once(factory, "today.sqlite", make)


def demo_of_start(factory: pytest.TempPathFactory) -> Path:
    """The demo world of the tests' own day."""
    from tests.service.conftest import START

    def make(path: Path) -> None:
        database = Database(path)
        build_world(Repository(database), START)
        database.close()

    return once(factory, "start.sqlite", make)
