"""What a roast is found by: its words in small letters, without marks."""

from __future__ import annotations

import unicodedata
from collections.abc import Mapping
from typing import Any

from trencher.core.catalogue.cuts import CUTS


def plain(text: str) -> str:
    """Small letters and digits without accents or marks, a blank between words."""
    bare = unicodedata.normalize("NFKD", text.casefold())
    kept = (c if c.isalnum() else " " for c in bare if not unicodedata.combining(c))
    return " ".join("".join(kept).split())


def words_of(plan: Mapping[str, Any], verdict: Mapping[str, Any] | None) -> str:
    """Name, cut and the cook's word of a roast. Facts that are no texts are left out."""
    joint = plan.get("joint")
    facts = joint if isinstance(joint, Mapping) else {}
    own = facts.get("own")
    cut = CUTS.get(str(facts.get("cut", "")))
    found = [
        plan.get("name"), facts.get("cut") if cut is None else cut.name,
        own.get("name") if isinstance(own, Mapping) else None,
        *((verdict or {}).get(k) for k in ("verdict", "change")),
    ]  # fmt: skip
    return plain(" ".join(x for x in found if isinstance(x, str)))
