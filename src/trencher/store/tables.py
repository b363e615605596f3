"""The tables. Events are only ever added; triggers in the first migration refuse anything else."""

from __future__ import annotations

from typing import Any

from sqlalchemy import JSON, ForeignKey, Index, UniqueConstraint
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


class Base(DeclarativeBase):
    """Root of the tables."""


class OvenRow(Base):
    """An oven: its name, and its facts as the API's JSON."""

    __tablename__ = "ovens"
    id: Mapped[str] = mapped_column(primary_key=True)
    name: Mapped[str]
    facts: Mapped[dict[str, Any]] = mapped_column(JSON)


class RoastRow(Base):
    """A roast's heading, for lists; the truth is its events. ``oven_id``: the plan's; ``words``:
    what it is found by; ``aside``: the hour it was put aside, None for one that is not."""

    __tablename__ = "roasts"
    __table_args__ = (Index("roasts_by_serving", "status", "serve_at"),)
    id: Mapped[str] = mapped_column(primary_key=True)
    name: Mapped[str]
    status: Mapped[str]
    created_at: Mapped[str]
    serve_at: Mapped[str]
    last_seq: Mapped[int]
    oven_id: Mapped[str] = mapped_column(default="", server_default="")
    words: Mapped[str] = mapped_column(default="", server_default="")
    aside: Mapped[str | None]


class EventRow(Base):
    """One line of a roast's log. ``id`` runs over all roasts: the feed's number."""

    __tablename__ = "events"
    __table_args__ = (UniqueConstraint("roast_id", "seq", name="events_once"),)
    id: Mapped[int] = mapped_column(primary_key=True, autoincrement=True)
    roast_id: Mapped[str] = mapped_column(ForeignKey("roasts.id"))
    seq: Mapped[int]
    at: Mapped[str]
    kind: Mapped[str]
    data: Mapped[dict[str, Any]] = mapped_column(JSON)


class DayEventRow(Base):
    """One line of a day's log; ``day`` is its date, YYYY-MM-DD."""

    __tablename__ = "day_events"
    __table_args__ = (UniqueConstraint("day", "seq", name="day_events_once"),)
    id: Mapped[int] = mapped_column(primary_key=True, autoincrement=True)
    day: Mapped[str]
    seq: Mapped[int]
    at: Mapped[str]
    kind: Mapped[str]
    data: Mapped[dict[str, Any]] = mapped_column(JSON)


class DayAsideRow(Base):
    """A day whose log was put aside: its lines up to the ``id`` ``upto`` no longer count."""

    __tablename__ = "days_aside"
    day: Mapped[str] = mapped_column(primary_key=True)
    upto: Mapped[int]
    at: Mapped[str]


class SettingRow(Base):
    """A named value of this database: units, the demo's clock."""

    __tablename__ = "settings"
    key: Mapped[str] = mapped_column(primary_key=True)
    value: Mapped[Any] = mapped_column(JSON)


class DeviceRow(Base):
    """An instrument that pushes: what it last said of itself. Times are seconds since 1970."""

    __tablename__ = "devices"
    id: Mapped[str] = mapped_column(primary_key=True)
    name: Mapped[str]
    last_at: Mapped[float]
    every_s: Mapped[float]
    battery: Mapped[float | None]


class SampleRow(Base):
    """One value an instrument sent, kept as it came: °C for ``c``, grams for ``g``."""

    __tablename__ = "samples"
    __table_args__ = (UniqueConstraint("device", "channel", "at", name="samples_once"),)
    id: Mapped[int] = mapped_column(primary_key=True, autoincrement=True)
    device: Mapped[str]
    channel: Mapped[str]
    at: Mapped[float]
    unit: Mapped[str]
    value: Mapped[float]


class LessonRow(Base):
    """What a finished roast taught, as the core writes it; null where it taught nothing. ``key``:
    what it was made from. Worked out of its log: whatever is missing is made anew."""

    __tablename__ = "lessons"
    roast_id: Mapped[str] = mapped_column(ForeignKey("roasts.id"), primary_key=True)
    key: Mapped[str]
    put_in_at: Mapped[str]
    data: Mapped[dict[str, Any] | None] = mapped_column(JSON)


class DeliveryRow(Base):
    """Key of an entry a screen handed over, the hour it was kept, and a digest of what it was: ""
    for those of before there were digests."""

    __tablename__ = "deliveries"
    key: Mapped[str] = mapped_column(primary_key=True)
    at: Mapped[str]
    digest: Mapped[str] = mapped_column(default="", server_default="")
