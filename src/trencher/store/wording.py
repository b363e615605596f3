"""What a roast is found by: its words in small letters, without marks."""

from __future__ import annotations

import unicodedata

from trencher.core.entries import Judged, Noted
from trencher.core.plan import Plan


def plain(text: str) -> str:
    """Small letters and digits without accents or marks, a blank between words."""
    bare = unicodedata.normalize("NFKD", text.casefold())
    kept = (c if c.isalnum() else " " for c in bare if not unicodedata.combining(c))
    return " ".join("".join(kept).split())


def words_of(plan: Plan, verdict: Judged | None, notes: Noted | None) -> str:
    """Name, cut, the cook's word, and what was noted of a roast."""
    told = () if verdict is None else (verdict.verdict, verdict.change)
    noted = () if notes is None else (notes.text, *notes.tags)
    return plain(" ".join((plan.name, plan.joint.facts.name, *told, *noted)))
