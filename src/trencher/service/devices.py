"""Instruments that push: thermometers of two or more channels, and the scale.

Any home-made probe can speak the form of docs/formats.md. Every value is kept; a roast's belief
takes what it needs of them. A key, shown in the app, keeps strangers of the same network out.
"""

from __future__ import annotations

import hmac
import secrets
import threading
import time
from collections import deque
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from trencher.core.belief.reading import Reading
from trencher.core.entries import Attached, Detached, TipPlace
from trencher.core.errors import Conflict, InputError, NotFound, OutOfRange, TrencherError
from trencher.core.session import AttachedTip as Channel
from trencher.core.session import Session
from trencher.core.units import fahrenheit_to_celsius
from trencher.service.clock import Clock
from trencher.service.entering import entered
from trencher.service.feed import Feed
from trencher.service.hours import hour
from trencher.store.repository import NOT_OVER, Repository
from trencher.store.samples import DeviceState, Sample

KEY_SETTING, KEY_BYTES = "push_key", 10
UNITS: dict[str, tuple[str, float]] = {
    "C": ("c", 1.0),
    "F": ("c", 1.0),
    "g": ("g", 1.0),
    "kg": ("g", 1000.0),
    "oz": ("g", 28.349523125),
    "lb": ("g", 453.59237),
}
LIMITS: dict[str, tuple[float, float, str]] = {
    "c": (-60.0, 400.0, "°C"),
    "g": (-50.0, 60000.0, "g"),
}
MOST_AGE_S, AHEAD_S = 48 * 3600.0, 60.0
MOST_PUSHES, IN_S = 40, 10.0
"""Four pushes a second from one kitchen's instruments together; bursts of forty."""
MISSED = 2.0
"""Silent for so many of its own intervals, an instrument is said to be lost."""
LOW_BATTERY = 0.15
SPACING_MIN = 1.0 / 3.0


class Locked(TrencherError):
    """The key is not this kitchen's."""

    code = "wrong_key"


class TooMany(TrencherError):
    """More than an instrument may send."""

    code = "too_many"


@dataclass(frozen=True)
class Instrument:
    """An instrument as it stands: silent for how long, lost or not, low on battery or not."""

    state: DeviceState
    silent_s: float
    lost: bool
    low: bool


def lost(silent_s: float, every_s: float) -> bool:
    """Whether an instrument has missed two of its own intervals."""
    return silent_s > MISSED * every_s


class DeviceService:
    """Every command and question about instruments."""

    def __init__(self, repository: Repository, clock: Clock, feed: Feed) -> None:
        self.repository, self.clock, self.feed = repository, clock, feed
        self._lock = threading.Lock()
        self._pushes: deque[float] = deque()

    # --- the key ---------------------------------------------------------------------------------
    def key(self) -> str:
        """The kitchen's key for instruments, made on first use."""
        with self._lock:
            known = self.repository.setting(KEY_SETTING)
            if known is None:
                known = secrets.token_hex(KEY_BYTES)
                self.repository.set_setting(KEY_SETTING, known)
            return str(known)

    def renew_key(self) -> str:
        """A new key; every instrument has to be told."""
        with self._lock:
            self.repository.set_setting(KEY_SETTING, secrets.token_hex(KEY_BYTES))
        return self.key()

    def check_key(self, given: str) -> None:
        """Locked if it is another."""
        if not hmac.compare_digest(given.encode(), self.key().encode()):
            raise Locked("this is not this kitchen's key", allowed="the one shown at Instruments")

    # --- pushing ---------------------------------------------------------------------------------
    def push(self, key: str, body: Mapping[str, Any]) -> int:
        """Keep what an instrument sends; returns how many values are new. Locked, TooMany,
        InputError: then nothing of it is kept."""
        self.check_key(key)
        self._count()
        now = self.clock.now().timestamp()
        samples = [_sample(n, r, now) for n, r in enumerate(body["readings"])]
        added = self.repository.samples.add(
            body["device"], samples, every_s=body["every_s"], battery=body.get("battery"), at=now
        )
        self.feed.ring(devices=True)
        return added

    def _count(self) -> None:
        now = time.monotonic()
        with self._lock:
            while self._pushes and now - self._pushes[0] > IN_S:
                self._pushes.popleft()
            if len(self._pushes) >= MOST_PUSHES:
                raise TooMany(
                    "too many pushes",
                    allowed=f"at most {MOST_PUSHES} in {IN_S:g} s: send several values in one",
                )
            self._pushes.append(now)

    # --- questions -------------------------------------------------------------------------------
    def instruments(self) -> list[Instrument]:
        """Every instrument that was ever heard of."""
        now = self.clock.now().timestamp()
        found = []
        for d in self.repository.samples.devices():
            silent = max(now - d.last_at, 0.0)
            low = d.battery is not None and d.battery <= LOW_BATTERY
            found.append(Instrument(d, silent, lost(silent, d.every_s), low))
        return found

    def instrument(self, device: str) -> Instrument:
        """One of them. NotFound."""
        for found in self.instruments():
            if found.state.id == device:
                return found
        raise NotFound(f"there is no instrument {device!r}", where="device")

    # --- commands --------------------------------------------------------------------------------
    def rename(self, device: str, name: str) -> None:
        """Call an instrument something else. NotFound, InputError."""
        self.instrument(device)
        if not name.strip():
            raise InputError("it has no name", where="name", allowed="1 to 60 letters")
        self.repository.samples.rename(device, name.strip())
        self.feed.ring(devices=True)

    def attach(self, roast_id: str, device: str, channel: str, place: TipPlace) -> Session:
        """A channel's tip sits in this joint from now on, and in no other. NotFound, InputError."""
        instrument = self.instrument(device)
        if channel not in {s.channel for s in instrument.state.latest if s.unit == "c"}:
            raise NotFound(f"{device!r} has no temperature on {channel!r}", where="channel")
        others = [h for h in self.repository.headings(*NOT_OVER) if h.id != roast_id]
        for heading, other in self.repository.sound(others):
            if any(_is(a, device, channel) for a in other.attached):
                self._tell(
                    heading.id, lambda at: Detached(device=device, channel=channel, minute=at)
                )
        return self._tell(
            roast_id, lambda at: Attached(device=device, channel=channel, place=place, minute=at)
        )

    def detach(self, roast_id: str, device: str, channel: str) -> Session:
        """The tip is pulled out. Conflict if it was not in."""
        session = self.repository.session(roast_id)
        if not any(_is(a, device, channel) for a in session.attached):
            raise Conflict(f"{device} {channel} is not in this joint")
        return self._tell(roast_id, lambda at: Detached(device=device, channel=channel, minute=at))

    def _tell(self, roast_id: str, make: Callable[[float | None], Attached | Detached]) -> Session:
        def entries(session: Session) -> list[Attached | Detached]:
            if session.put_in_at is None:
                return [make(None)]
            spent = self.clock.now() - hour(session.put_in_at)
            return [make(round(spent.total_seconds() / 60.0, 3))]

        at = self.clock.now().isoformat(timespec="milliseconds")
        found = entered(
            lambda: self.repository.session(roast_id),
            entries,
            lambda made, seq: self.repository.append(roast_id, made, seq, at),
        )
        self.feed.ring()
        return found


def _is(a: Channel, device: str, channel: str) -> bool:
    return (a.device, a.channel, a.to_min) == (device, channel, None)


def _sample(n: int, r: Mapping[str, Any], now: float) -> Sample:
    where = f"readings[{n}]"
    unit, factor = UNITS[r["unit"]]
    value = float(r["value"])
    value = fahrenheit_to_celsius(value) if r["unit"] == "F" else value * factor
    low, high, name = LIMITS[unit]
    if not low <= value <= high:
        raise OutOfRange(f"{where}.value", round(value, 1), low, high, name)
    at = now - float(r.get("age_s") or 0.0)
    if r.get("at") is not None:
        at = r["at"].timestamp()
    if not now - MOST_AGE_S <= at <= now + AHEAD_S:
        raise InputError(
            "this is not about now",
            where=f"{where}.at",
            allowed="an hour within the last two days by the kitchen's clock; or leave it out",
        )
    return Sample(r["channel"], round(at, 3), unit, round(value, 3))


def readings_of(
    session: Session, repository: Repository, now_min: float, spacing_min: float = SPACING_MIN
) -> list[Reading]:
    """What the attached instruments showed of a roast so far, no closer together than
    ``spacing_min``: of each stretch the newest."""
    if session.put_in_at is None:
        return []
    start = hour(session.put_in_at).timestamp()
    found: list[Reading] = []
    for a in session.attached:
        end = now_min if a.to_min is None else min(a.to_min, now_min)
        samples = repository.samples.between(
            a.device, a.channel, start + 60.0 * max(a.from_min or 0.0, 0.0), start + 60.0 * end
        )
        found += [
            Reading((s.at - start) / 60.0, s.value, s.value, a.place)  # type: ignore[arg-type]
            for s in _spaced(samples, 60.0 * spacing_min)
            if s.unit == "c"
        ]
    return found


def _spaced(samples: Sequence[Sample], spacing_s: float) -> list[Sample]:
    kept: list[Sample] = []
    for s in reversed(samples):
        if not kept or kept[-1].at - s.at >= spacing_s - 1e-3:
            kept.append(s)
    return kept[::-1]
