"""Records that cannot be read, and what was put aside: out of every list, and kept."""

from __future__ import annotations

from collections.abc import Callable
from typing import Literal

from trencher.service.clock import Clock
from trencher.service.feed import Feed
from trencher.store.repository import KitchenRecord, Repository

RecordKind = Literal["roast", "day", "oven", "setting"]


class RecordService:
    """Put aside and taken back. ``tell``: any day to come may look otherwise now."""

    def __init__(
        self, repository: Repository, clock: Clock, feed: Feed, tell: Callable[[], None]
    ) -> None:
        self.repository, self.clock, self.feed, self.tell = repository, clock, feed, tell

    def damaged(self) -> list[KitchenRecord]:
        """What was met that cannot be read."""
        return self.repository.damaged()

    def aside(self) -> list[KitchenRecord]:
        """What was put aside, the latest first."""
        return self.repository.put_by()

    def put_aside(self, kind: RecordKind, key: str) -> None:
        """A roast out of every list; a day begins anew; an oven's facts and a setting are to be
        given anew. Only a roast may be whole. NotFound, Conflict."""
        at = self.clock.now().isoformat()
        match kind:
            case "roast":
                self.feed.ring(day=self.repository.put_aside(key, at).serve_at[:10])
            case "day":
                self.repository.put_day_aside(key, at)
                self.feed.ring(day=key)
            case _:
                self.repository.put_facts_aside(kind, key, at)
                self.tell()

    def take_back(self, kind: RecordKind, key: str) -> None:
        """As it was; a day only where nothing was entered since. NotFound, Conflict."""
        match kind:
            case "roast":
                self.feed.ring(day=self.repository.take_back(key).serve_at[:10])
            case "day":
                self.repository.take_day_back(key)
                self.feed.ring(day=key)
            case _:
                self.repository.take_facts_back(kind, key)
                self.tell()
