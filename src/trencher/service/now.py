"""What a roast is at this moment, as one: its log, its oven, the outlook, what comes next, and what
is to be heard. Every command answers with it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from trencher.core.belief.agenda import AgendaStep
from trencher.core.errors import TrencherError
from trencher.core.oven import OvenRecord
from trencher.core.session import Session
from trencher.core.thermal.budget import TooMuch
from trencher.service.alarms import Due, due_of, steps_of
from trencher.service.devices import DeviceService, Instrument
from trencher.service.roasts import Following, RoastService
from trencher.store.repository import UNDER_WAY


@dataclass(frozen=True)
class Expected:
    """A roast that has gone in, with what comes next and what is to be heard of it, in order."""

    following: Following
    steps: Sequence[AgendaStep]
    alarms: Sequence[Due]
    instruments: Sequence[Instrument]


@dataclass(frozen=True)
class Now:
    """A roast. ``expected``: None unless it is in the oven or rests, and where it cannot be
    followed: its own question says why."""

    roast_id: str
    session: Session
    oven: OvenRecord
    expected: Expected | None


def expected(
    roasts: RoastService, devices: DeviceService, roast_id: str, session: Session | None = None
) -> Expected:
    """A roast that has gone in, followed. NotFound, Conflict, InputError."""
    following = roasts.follow(roast_id, session)
    instruments = devices.instruments()
    steps = steps_of(following, instruments)
    return Expected(following, steps, due_of(roast_id, following, steps), instruments)


def now(
    roasts: RoastService, devices: DeviceService, roast_id: str, session: Session | None = None
) -> Now:
    """The roast at this moment; ``session``: as it was just read or written. What was entered is
    kept whether it can be followed or not. NotFound, Damaged."""
    session = session or roasts.session(roast_id)
    found: Expected | None = None
    if session.status in UNDER_WAY:
        try:
            found = expected(roasts, devices, roast_id, session)
        except (TrencherError, TooMuch):
            found = None
    oven = roasts.oven(session) if found is None else found.following.oven
    return Now(roast_id, session, oven, found)
