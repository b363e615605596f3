"""Wakes open screens. The durable part is the log in the store; this is only the bell."""

from __future__ import annotations

import asyncio
import threading


class Feed:
    """Listeners are asyncio events of one server's loop; ``ring`` may come from any thread."""

    def __init__(self) -> None:
        self._listeners: set[tuple[asyncio.AbstractEventLoop, asyncio.Event]] = set()
        self._lock = threading.Lock()
        self.closed = False
        self.clock_changes = 0
        self.day_changes = 0
        self.last_day: tuple[str, int | None] = ("", None)
        self.device_changes = 0
        self.restores = 0
        self._beside: list[Feed] = []

    def beside(self, other: Feed) -> None:
        """Another kitchen's bell of the same server: its streams end with these."""
        self._beside = [f for f in self._beside if not f.closed] + [other]

    def listen(self) -> asyncio.Event:
        """A new bell, set whenever something is new."""
        bell = asyncio.Event()
        with self._lock:
            self._listeners.add((asyncio.get_running_loop(), bell))
        return bell

    def leave(self, bell: asyncio.Event) -> None:
        """Stop listening."""
        with self._lock:
            self._listeners = {pair for pair in self._listeners if pair[1] is not bell}

    def ring(
        self,
        *,
        clock: bool = False,
        day: str | None = None,
        seq: int | None = None,
        devices: bool = False,
        restored: bool = False,
    ) -> None:
        """Tell every listener that there is something new; ``day``: the date that changed, ``seq``:
        by which entry of its log; ``restored``: it is another kitchen altogether."""
        if restored:
            self.restores += 1
        if devices:
            self.device_changes += 1
        if clock:
            self.clock_changes += 1
        if day is not None:
            self.day_changes, self.last_day = self.day_changes + 1, (day, seq)
        with self._lock:
            pairs = list(self._listeners)
        for loop, bell in pairs:
            if not loop.is_closed():
                loop.call_soon_threadsafe(bell.set)

    def close(self) -> None:
        """End every stream, so that the server can stop."""
        self.closed = True
        self.ring()
        for other in self._beside:
            other.close()
