"""What instruments sent: every value, once, as it came."""

from __future__ import annotations

import threading
from collections.abc import Sequence
from dataclasses import dataclass

from sqlalchemy import CursorResult, Integer, cast, delete, func, select
from sqlalchemy.dialects.sqlite import insert
from sqlalchemy.orm import Session

from trencher.store.database import Database
from trencher.store.tables import DeviceRow, SampleRow


@dataclass(frozen=True)
class Sample:
    """One value: seconds since 1970, ``unit`` c (°C) or g (grams)."""

    channel: str
    at: float
    unit: str
    value: float


@dataclass(frozen=True)
class DeviceState:
    """What an instrument last said of itself. ``every_s``: how often it means to be heard of;
    ``battery`` 0 … 1, None unknown; ``latest``: the newest value of each channel."""

    id: str
    name: str
    last_at: float
    every_s: float
    battery: float | None
    latest: tuple[Sample, ...]


class Samples:
    """Samples and instruments of one database."""

    def __init__(self, database: Database) -> None:
        self._db = database
        self._lock = threading.Lock()
        self._newest: dict[tuple[str, str], Sample] | None = None
        """The newest value of each channel by instrument and channel: every screen asks for them
        every second, and the samples of years must not be gone through for that."""

    def add(
        self,
        device: str,
        samples: Sequence[Sample],
        *,
        every_s: float,
        battery: float | None,
        at: float,
    ) -> int:
        """Keep what came, on disk when this returns; what is there already is not kept twice.
        Returns how many are new. ``at``: when it was heard of."""
        rows = [
            {"device": device, "channel": s.channel, "at": s.at, "unit": s.unit, "value": s.value}
            for s in samples
        ]
        with self._db.write() as sql:
            before = sql.scalar(select(func.max(SampleRow.id))) or 0
            if rows:
                sql.execute(insert(SampleRow).on_conflict_do_nothing(), rows)
            row = sql.get(DeviceRow, device)
            if row is None:
                sql.add(
                    DeviceRow(id=device, name=device, last_at=at, every_s=every_s, battery=battery)
                )
            else:
                row.last_at, row.every_s = max(row.last_at, at), every_s
                row.battery = row.battery if battery is None else battery
            new = select(func.count()).select_from(SampleRow).where(SampleRow.id > before)
            count = sql.scalar(new) or 0
        with self._lock:
            if self._newest is not None:
                for sample in samples:
                    kept = self._newest.get((device, sample.channel))
                    if kept is None or sample.at > kept.at:
                        self._newest[device, sample.channel] = sample
        return count

    def devices(self) -> list[DeviceState]:
        """Every instrument that was ever heard of, by name, with its newest values."""
        newest = self._newest_of_each()
        with self._db.read() as sql:
            devices = sql.scalars(select(DeviceRow).order_by(DeviceRow.name)).all()
            return [
                DeviceState(
                    d.id,
                    d.name,
                    d.last_at,
                    d.every_s,
                    d.battery,
                    tuple(s for (device, _), s in newest if device == d.id),
                )
                for d in devices
            ]

    def _newest_of_each(self) -> list[tuple[tuple[str, str], Sample]]:
        with self._lock:
            if self._newest is None:
                self._newest = self._looked_up()
            return sorted(self._newest.items())

    def _looked_up(self) -> dict[tuple[str, str], Sample]:
        at = func.max(SampleRow.at)
        asked = select(
            SampleRow.device, SampleRow.channel, at, SampleRow.unit, SampleRow.value
        ).group_by(SampleRow.device, SampleRow.channel)
        # SQLite gives the other columns of the row that has the maximum.
        with self._db.read() as sql:
            return {
                (device, channel): Sample(channel, when, unit, value)
                for device, channel, when, unit, value in sql.execute(asked)
            }

    def between(self, device: str, channel: str, start: float, end: float) -> list[Sample]:
        """Values of a channel from ``start`` to ``end``, oldest first."""
        with self._db.read() as sql:
            rows = sql.execute(
                select(SampleRow.at, SampleRow.unit, SampleRow.value)
                .where(
                    SampleRow.device == device,
                    SampleRow.channel == channel,
                    SampleRow.at >= start,
                    SampleRow.at <= end,
                )
                .order_by(SampleRow.at)
            )
            return [Sample(channel, at, unit, value) for at, unit, value in rows]

    def unknown(self, device: str, samples: Sequence[Sample]) -> list[Sample]:
        """Those of one channel that are not kept here."""
        if not samples:
            return []
        times = [s.at for s in samples]
        here = {s.at for s in self.between(device, samples[0].channel, min(times), max(times))}
        return [s for s in samples if s.at not in here]

    def write(self, sql: Session, device: str, samples: Sequence[Sample]) -> None:
        """Keep what a file brings, in a transaction of its own; no instrument is heard of by it."""
        rows = [{"device": device, **vars(s)} for s in samples]
        if rows:
            sql.execute(insert(SampleRow).on_conflict_do_nothing(), rows)

    def forget(self) -> None:
        """The newest values are looked up anew."""
        with self._lock:
            self._newest = None

    def first_at(self) -> float | None:
        """The hour of the oldest value, s since 1970."""
        asked = (
            select(func.min(SampleRow.at))
            .where(SampleRow.device == device, SampleRow.channel == channel)
            .scalar_subquery()
            for (device, channel), _ in self._newest_of_each()
        )
        with self._db.read() as sql:
            found = [sql.scalar(select(oldest)) for oldest in asked]
        return min((at for at in found if at is not None), default=None)

    def thin(self, start: float, end: float) -> int:
        """Of each channel keep the last value of each minute from ``start`` to before ``end``, and
        the newest it ever had. Returns how many went; on disk when this returns."""
        gone = 0
        for (device, channel), newest in self._newest_of_each():
            within = (
                SampleRow.device == device,
                SampleRow.channel == channel,
                SampleRow.at >= start,
                SampleRow.at < min(end, newest.at),
            )
            last = (
                select(func.max(SampleRow.at))
                .where(*within)
                .group_by(cast(SampleRow.at / 60.0, Integer))
            )
            with self._db.write() as sql:
                done = sql.execute(delete(SampleRow).where(*within, SampleRow.at.not_in(last)))
                assert isinstance(done, CursorResult)
                gone += done.rowcount
        return gone

    def rename(self, device: str, name: str) -> None:
        """Call an instrument something else."""
        with self._db.write() as sql:
            row = sql.get(DeviceRow, device)
            if row is not None:
                row.name = name
