"""Old numbers of instruments become fewer: all of the last month and of the last roasts are kept,
of what is older the last of each minute, from which a roast is still followed."""

from __future__ import annotations

import threading
from collections.abc import Callable, Iterator, Sequence
from datetime import datetime, timedelta
from typing import Any

import structlog

from trencher.service.clock import Clock
from trencher.service.hours import hour
from trencher.store.repository import UNDER_WAY, Repository

log = structlog.get_logger()
KEPT_DAYS = 30
KEPT_ROASTS = 10
EVERY_S = 6 * 3600.0
PIECE_S = 24 * 3600.0
"""So much is gone through at once: an entry must not wait for the writer."""
BEFORE, LONGEST = timedelta(hours=1), timedelta(hours=48)
STATE = "thinned"

Stretch = tuple[float, float]


def _without(span: Stretch, kept: Sequence[Stretch]) -> Iterator[Stretch]:
    """What of a span is outside those that are kept."""
    start, end = span
    for low, high in sorted(kept):
        if low > start:
            yield start, min(low, end)
        start = max(start, high)
        if start >= end:
            return
    if start < end:
        yield start, end


def _pieces(spans: Iterator[Stretch]) -> Iterator[Stretch]:
    for start, end in spans:
        while start < end:
            yield start, min(start + PIECE_S, end)
            start += PIECE_S


def last_roasts(repository: Repository) -> list[Stretch]:
    """When the last roasts were in, from an hour before, in seconds since 1970."""
    over, _ = repository.over("", 0, KEPT_ROASTS)
    found = []
    for _, session in repository.sound([*repository.headings(*UNDER_WAY), *over]):
        if session.put_in_at is not None:
            start = hour(session.put_in_at)
            found.append(((start - BEFORE).timestamp(), (start + LONGEST).timestamp()))
    return found


def thin(repository: Repository, now: datetime, stopped: Callable[[], bool] = lambda: False) -> int:
    """Thin what is old and was not thinned yet; how many numbers went. A run that is cut short is
    taken up again by the next."""
    state: dict[str, Any] = repository.setting_as(STATE, dict, {})
    first = repository.samples.first_at()
    if first is None:
        return 0
    # From whole minutes, or a minute that is taken in two pieces keeps two numbers.
    first -= first % 60.0
    upto = (now - timedelta(days=KEPT_DAYS)).timestamp()
    kept = last_roasts(repository)
    since = max(float(state.get("upto", first)), first)
    # What was left alone for a roast that is none of the last any more comes with this run.
    spans: list[Stretch] = [(a, b) for a, b in state.get("left", ())]
    if since < upto:
        spans.append((since, upto))
    gone = 0
    for piece in _pieces(s for span in spans for s in _without(span, kept)):
        if stopped():
            return gone
        gone += repository.samples.thin(*piece)
    left = [(max(a, first), min(b, upto)) for a, b in kept if a < upto and b > first]
    new = {"upto": max(since, upto), "left": left}
    if new != state:
        repository.set_setting(STATE, new)
    return gone


def downsampling(repository: Repository, clock: Clock) -> Callable[[], None]:
    """Thin now and again in a thread until the returned function is called."""
    stop = threading.Event()

    def loop() -> None:
        while True:
            try:
                thin(repository, clock.now(), stop.is_set)
            except Exception:
                # The disk may be full or the file busy: nothing waits for this, it comes again.
                log.exception("could not thin old numbers")
            if stop.wait(EVERY_S):
                return

    thread = threading.Thread(target=loop, name="downsampling", daemon=True)
    thread.start()

    def end() -> None:
        stop.set()
        thread.join(timeout=10)

    return end
