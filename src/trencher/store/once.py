"""An entry handed over twice is kept once: its key is written in the transaction of its event."""

from __future__ import annotations

from contextvars import ContextVar

from sqlalchemy.orm import Session as SqlSession

from trencher.store.tables import DeliveryRow

delivery: ContextVar[str | None] = ContextVar("delivery", default=None)
"""Key of what is being handed over, set by the API for one request; None: nobody asks."""


def kept_already(sql: SqlSession, at: str) -> bool:
    """Whether this delivery was kept before; otherwise it counts as kept with this transaction."""
    key = delivery.get()
    if key is None:
        return False
    if sql.get(DeliveryRow, key) is not None:
        return True
    sql.add(DeliveryRow(key=key, at=at))
    return False
