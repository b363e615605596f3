"""An entry handed over twice is kept once: its key is written in the transaction of its event."""

from __future__ import annotations

from dataclasses import dataclass

from sqlalchemy.orm import Session as SqlSession

from trencher.core.errors import Conflict
from trencher.store.tables import DeliveryRow


@dataclass(frozen=True)
class Delivery:
    """What is being handed over: the sender's key, and a digest of where to and what."""

    key: str
    digest: str = ""


def delivered(sql: SqlSession, by: Delivery | None) -> bool:
    """Whether this was kept before. Conflict where its key was another entry's."""
    row = None if by is None else sql.get(DeliveryRow, by.key)
    if by is None or row is None:
        return False
    if row.digest and by.digest and row.digest != by.digest:
        raise Conflict(
            "this key was used for another entry",
            where="Idempotency-Key",
            allowed="a key of its own for each entry",
        )
    return True


def claim(sql: SqlSession, by: Delivery | None, at: str) -> None:
    """It counts as kept with this transaction."""
    if by is not None:
        sql.add(DeliveryRow(key=by.key, at=at, digest=by.digest))
