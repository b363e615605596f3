"""An entry handed over twice is kept once: its key is written in the transaction of its event."""

from __future__ import annotations

from contextvars import ContextVar
from dataclasses import dataclass

from sqlalchemy.orm import Session as SqlSession

from trencher.core.errors import Conflict
from trencher.store.tables import DeliveryRow


@dataclass
class Delivery:
    """What is being handed over: the sender's key, and a digest of where to and what. ``kept``: its
    key was written by this very request, whose further events are its own."""

    key: str
    digest: str = ""
    kept: bool = False


delivery: ContextVar[Delivery | None] = ContextVar("delivery", default=None)
"""Set by the API for one request; None: nobody asks."""


def kept_already(sql: SqlSession, at: str) -> bool:
    """Whether this delivery was kept before; otherwise it counts as kept with this transaction.
    Conflict where its key was another entry's: nothing is kept for it, and nothing claimed."""
    now = delivery.get()
    if now is None or now.kept:
        return False
    row = sql.get(DeliveryRow, now.key)
    if row is None:
        sql.add(DeliveryRow(key=now.key, at=at, digest=now.digest))
        now.kept = True
        return False
    if row.digest and now.digest and row.digest != now.digest:
        raise Conflict(
            "this key was used for another entry", where="Idempotency-Key",
            allowed="a key of its own for each entry",
        )  # fmt: skip
    return True
