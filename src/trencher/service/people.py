"""Who sits down and in which words this kitchen speaks of doneness, as they are kept."""

from __future__ import annotations

from trencher.core.catalogue.doneness import DEFAULT_BANDS, Band
from trencher.core.day.people import Guest
from trencher.core.day.plates import Carving, plates
from trencher.core.outcome.outcomes import slices_of
from trencher.service.planning import joint_of
from trencher.service.roasts import Following
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


def carving_of(following: Following, repository: Repository, strict_c: float) -> Carving:
    """The named guests on the slices of a roast as it is followed."""
    session = following.session
    return plates(
        slices_of(following.outlook.walk.end), guests_of(repository),
        joint_of(session.plan["joint"]).facts.kind, wanted_c=float(session.plan["wanted_c"]),
        strict_c=strict_c, bands=bands_of(repository),
    )  # fmt: skip
