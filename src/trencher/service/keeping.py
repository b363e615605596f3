"""The kitchen taken along as a file, and put back from one."""

from __future__ import annotations

import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from trencher.service.clock import Clock
from trencher.service.feed import Feed
from trencher.store.backup import Content as Content
from trencher.store.backup import backup, checked, restore
from trencher.store.repository import Repository

SUFFIX = ".sqlite"


class KeepingService:
    """Backups of a kitchen while it is served."""

    def __init__(self, repository: Repository, clock: Clock, feed: Feed) -> None:
        self.repository, self.clock, self.feed = repository, clock, feed

    @property
    def name(self) -> str:
        """What a backup of now is called."""
        return f"trencher-{self.clock.now():%Y-%m-%d}{SUFFIX}"

    @contextmanager
    def saved(self) -> Iterator[Path]:
        """The kitchen as of now, as a file that is there inside."""
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / self.name
            backup(self.repository.path, path)
            yield path

    def looked_at(self, file: Path) -> Content:
        """What a file holds that could be put back. DatabaseError for what is no whole kitchen."""
        with checked(file) as (_, content):
            return content

    def put_back(self, file: Path) -> tuple[Content, str]:
        """Let a backup take this kitchen's place: all of it, or nothing. Returns what it holds and
        the name of the copy of what was here. DatabaseError; every screen is told."""
        content, before = self.repository.restored(
            lambda database: restore(file, database, self.clock.now())
        )
        self.feed.ring(restored=True)
        return content, before.name
