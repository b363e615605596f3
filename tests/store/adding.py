"""Entries added as the services add them."""

from __future__ import annotations

from typing import Any

from trencher.core.day.log import Day, day_entry_of
from trencher.core.entries import entry_of
from trencher.core.session import Session
from trencher.service.entering import entered
from trencher.store.repository import Repository

AT = "2026-10-03T17:00:00+00:00"


def add(kept: Repository, roast_id: str, kind: str, data: dict[str, Any]) -> Session:
    return entered(
        lambda: kept.session(roast_id),
        lambda _session: [entry_of(kind, data)],
        lambda made, seq: kept.append(roast_id, made, seq, AT),
    )


def add_to_day(kept: Repository, date: str, kind: str, data: dict[str, Any]) -> Day:
    return entered(
        lambda: kept.day(date),
        lambda _day: [day_entry_of(kind, data)],
        lambda made, seq: kept.append_to_day(date, made, seq, AT),
    )
