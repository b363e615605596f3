"""What a roast is found by: its words in small letters, without marks."""

from __future__ import annotations

import unicodedata

from trencher.core.entries import Judged
from trencher.core.plan import Plan


def plain(text: str) -> str:
    """Small letters and digits without accents or marks, a blank between words."""
    bare = unicodedata.normalize("NFKD", text.casefold())
    kept = (c if c.isalnum() else " " for c in bare if not unicodedata.combining(c))
    return " ".join("".join(kept).split())


def words_of(plan: Plan, verdict: Judged | None) -> str:
    """Name, cut and the cook's word of a roast."""
    told = () if verdict is None else (verdict.verdict, verdict.change)
    return plain(" ".join((plan.name, plan.joint.facts.name, *told)))
