"""Who sits down and in which words this kitchen speaks of doneness, as they are kept."""

from __future__ import annotations

from typing import Any

from trencher.core.catalogue.doneness import DEFAULT_BANDS, DonenessBand
from trencher.core.day.people import Guest
from trencher.store.repository import Repository


def guests_of(repository: Repository) -> tuple[Guest, ...]:
    """Everybody who is named."""

    def read(kept: Any) -> tuple[Guest, ...]:
        return tuple(
            Guest(
                **{
                    **g,
                    "avoids": tuple(g.get("avoids") or ()),
                    "allergies": tuple(g.get("allergies") or ()),
                }
            )
            for g in kept
        )

    return repository.setting_as("people", read, ())


def bands_of(repository: Repository) -> tuple[DonenessBand, ...]:
    """This kitchen's words for doneness."""
    return repository.setting_as(
        "bands", lambda kept: tuple(DonenessBand(**b) for b in kept) or DEFAULT_BANDS, DEFAULT_BANDS
    )
