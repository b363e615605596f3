"""Entries are worked out first and written after: what takes long never holds the one writer."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import TypeVar

from trencher.core.errors import Conflict, Overtaken
from trencher.core.events import Entry, Folded

TRIES = 50
S = TypeVar("S", bound=Folded)
E = TypeVar("E", bound=Entry)


def entered(
    read: Callable[[], S], make: Callable[[S], Sequence[E]], write: Callable[[Sequence[E], int], S]
) -> S:
    """The state with what ``make`` makes of it. ``write`` takes the entries and the number of the
    last one they were made after; where the log has gone on meanwhile they are made anew."""
    for _ in range(TRIES):
        before = read()
        entries = make(before)
        if not entries:
            return before
        try:
            return write(entries, before.last_seq)
        except Overtaken:
            continue
    raise Conflict("too much is entered at once", allowed="enter it again")
