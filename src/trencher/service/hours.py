"""Hours as they are kept: texts with their zone, within the years a kitchen can have."""

from __future__ import annotations

from datetime import datetime, timedelta

from trencher.core.errors import InputError
from trencher.formats.bodies import ALLOWED, FIRST_YEAR, LAST_YEAR


def hour(text: str) -> datetime:
    """The hour a record tells, with a zone. A record must never take others down: one without a
    zone is this kitchen's, one of an impossible year is moved to the nearest possible. InputError
    for what is no hour at all."""
    at = _read(text, "hour")
    if not FIRST_YEAR <= at.year <= LAST_YEAR:
        year = min(max(at.year, FIRST_YEAR), LAST_YEAR)
        at = at.replace(year=year, day=min(at.day, 28))
    return at.astimezone() if at.tzinfo is None else at


def on_the_dot(at: datetime) -> str:
    """The next five minutes on the clock, as it is kept: an hour to sit down at."""
    late = timedelta(minutes=at.minute % 5, seconds=at.second, microseconds=at.microsecond)
    return (at + (timedelta(minutes=5) - late if late else late)).isoformat()


def checked_hour(text: str, where: str) -> datetime:
    """An hour somebody gives, with its zone and within the years. InputError says why not."""
    at = _read(text, where)
    if at.tzinfo is None or not FIRST_YEAR <= at.year <= LAST_YEAR:
        raise InputError(f"{text} is no hour of a kitchen", where=where, allowed=ALLOWED)
    return at


def _read(text: str, where: str) -> datetime:
    try:
        return datetime.fromisoformat(text)
    except ValueError as error:
        raise InputError(f"{text[:40]!r} is no hour", where=where, allowed=ALLOWED) from error
