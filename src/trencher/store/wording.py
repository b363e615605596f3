"""What a roast is found by: its words in small letters, without marks."""

from __future__ import annotations

import unicodedata
from contextlib import suppress
from datetime import datetime

from trencher.core.session import Session


def plain(text: str) -> str:
    """Small letters and digits without accents or marks, a blank between words."""
    bare = unicodedata.normalize("NFKD", text.casefold())
    kept = (c if c.isalnum() else " " for c in bare if not unicodedata.combining(c))
    return " ".join("".join(kept).split())


MONTHS = (
    *("January", "February", "March", "April", "May", "June"),
    *("July", "August", "September", "October", "November", "December"),
)


def words_of(session: Session) -> str:
    """Name, cut, oven, way, month, guests, the cook's word, and what was noted of a roast."""
    plan, verdict, notes = session.plan, session.verdict, session.notes
    told = () if verdict is None else (verdict.verdict, verdict.change)
    noted = () if notes is None else (notes.text, *notes.tags)
    when: tuple[str, ...] = ()
    with suppress(ValueError):
        served = datetime.fromisoformat(plan.serve_at)
        when = (MONTHS[served.month - 1], str(served.year))
    where = (plan.oven_id, session.school or "")
    guests = session.claims.values()
    return plain(
        " ".join((plan.name, plan.joint.facts.name, *where, *when, *guests, *told, *noted))
    )
