"""What hour it is. Only here, and only the service asks."""

from __future__ import annotations

import time
from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from typing import Protocol

from trencher.core.errors import OutOfRange

SET_S = 20.0
"""A machine's time that jumps by more was set; less is its own drift put right."""
SLOWEST, FASTEST = 0.0, 600.0


class Clock(Protocol):
    """Gives the time. ``pace`` is how many of its seconds pass in one of ours."""

    @property
    def pace(self) -> float: ...  # noqa: D102

    def now(self) -> datetime: ...  # noqa: D102


def wall_now() -> datetime:
    """The machine's time with its zone."""
    return datetime.now(UTC).astimezone()


def steady_s() -> float:
    """Seconds that nobody can set, those asleep among them where the machine counts them."""
    boot = getattr(time, "CLOCK_BOOTTIME", None)
    return time.monotonic() if boot is None else time.clock_gettime(boot)


class WallClock:
    """The kitchen's own clock: the machine's time. When that is set while a joint is on (``busy``),
    the kitchen goes on by steady seconds, so that no minute of a roast is lost or gained; once
    nothing is on, it shows the machine's time again."""

    pace = 1.0

    def __init__(
        self,
        busy: Callable[[], bool] = lambda: False,
        wall: Callable[[], datetime] = wall_now,
        steady: Callable[[], float] = steady_s,
    ) -> None:
        self._busy, self._wall, self._steady = busy, wall, steady
        # One thing, so that threads never see half of a change.
        self._anchor = (wall(), steady())

    def now(self) -> datetime:
        """The time with its zone."""
        wall, at = self._wall(), self._steady()
        before, since = self._anchor
        shown = before + timedelta(seconds=at - since)
        was_set = abs((wall - shown).total_seconds()) > SET_S
        found = shown if was_set and self._busy() else wall
        self._anchor = (found, at)
        return found.astimezone(wall.tzinfo)


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
