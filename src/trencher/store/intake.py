"""What a file brings into a kitchen, written in one transaction."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING, Any

from trencher.core.entries import RoastEntry
from trencher.core.events import Entry
from trencher.store.samples import Sample

if TYPE_CHECKING:
    from trencher.core.oven import OvenRecord


@dataclass(frozen=True)
class NewRoast:
    """Entries for a roast whose log ends with ``expected_seq``; 0: it is new."""

    id: str
    created_at: str
    aside: str | None
    entries: Sequence[RoastEntry]
    expected_seq: int


@dataclass(frozen=True)
class NewDay:
    """Entries for a day whose log ends with ``expected_seq``."""

    date: str
    entries: Sequence[Entry]
    expected_seq: int


@dataclass(frozen=True)
class Intake:
    """Everything that is to be written. ``settings``: what makes each of what is there by then;
    ``samples``: by device; ``pictures``: files beside it, written before."""

    ovens: Sequence[OvenRecord]
    roasts: Sequence[NewRoast]
    days: Sequence[NewDay]
    settings: Mapping[str, Callable[[Any], Any]]
    samples: Sequence[tuple[str, Sequence[Sample]]]
    pictures: Sequence[bytes]
