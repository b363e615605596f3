"""What hour it is. Only here, and only the service asks."""

from __future__ import annotations

from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from typing import Protocol

from trencher.core.errors import OutOfRange

SLOWEST, FASTEST = 0.0, 600.0


class Clock(Protocol):
    """Gives the time. ``pace`` is how many of its seconds pass in one of ours."""

    @property
    def pace(self) -> float: ...  # noqa: D102

    def now(self) -> datetime: ...  # noqa: D102


def wall_now() -> datetime:
    """The machine's time with its zone."""
    return datetime.now(UTC).astimezone()


class WallClock:
    """The kitchen's own clock."""

    pace = 1.0

    def now(self) -> datetime:
        """The machine's time with its zone."""
        return wall_now()


class FastClock:
    """The demo's clock: an anchor and a pace. Used stopped (pace 0) in tests, too."""

    def __init__(
        self, start: datetime, pace: float = 1.0, source: Callable[[], datetime] = wall_now
    ) -> None:
        self._source = source
        self._real = source()
        self._shown = start
        self._pace = pace

    @property
    def pace(self) -> float:
        """Shown seconds in one real second."""
        return self._pace

    def now(self) -> datetime:
        """The time shown."""
        return self._shown + (self._source() - self._real) * self._pace

    def set_pace(self, pace: float) -> None:
        """Go on from now at another pace. OutOfRange."""
        if not SLOWEST <= pace <= FASTEST:
            raise OutOfRange("pace", pace, SLOWEST, FASTEST)
        self._shown, self._real = self.now(), self._source()
        self._pace = pace

    def jump(self, minutes: float) -> None:
        """Go forward at once. OutOfRange for going back: what was logged stays before now."""
        if not 0.0 <= minutes <= 24 * 60:
            raise OutOfRange("jump_min", minutes, 0, 24 * 60, "minutes")
        self._shown += timedelta(minutes=minutes)
