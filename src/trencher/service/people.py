"""Who sits down and in which words this kitchen speaks of doneness, as they are kept."""

from __future__ import annotations

from trencher.core.catalogue.doneness import DEFAULT_BANDS, Band
from trencher.core.day.people import Guest
from trencher.store.repository import Repository


def guests_of(repository: Repository) -> tuple[Guest, ...]:
    """Everybody who is named."""
    return tuple(
        Guest(**{**g, "avoids": tuple(g.get("avoids") or ()),
                 "allergies": tuple(g.get("allergies") or ())})
        for g in repository.setting("people") or []
    )  # fmt: skip


def bands_of(repository: Repository) -> tuple[Band, ...]:
    """This kitchen's words for doneness."""
    kept = repository.setting("bands")
    return tuple(Band(**b) for b in kept) if kept else DEFAULT_BANDS
