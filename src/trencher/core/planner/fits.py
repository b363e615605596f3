"""Whether a joint fits: which tin, which shelf, how much room to the roof, and what that does.

Plain geometry in mm. A joint whose top comes close to a bare heating element is grilled from above
while it roasts; how much is an estimate in ``thermal.surface``.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from trencher.core.errors import InputError
from trencher.core.joint import Size
from trencher.core.thermal.surface import near_element_c
from trencher.core.units import said_d, said_mm

ROUND_IT_MM, AROUND_TIN_MM, ABOVE_MM = 15.0, 15.0, 15.0
"""Room that air needs beside a joint in its tin, beside a tin, and above a joint. Estimates."""
RACK_MM, TIN_FLOOR_MM = 25.0, 4.0
TIGHT_MM, FROM_ELEMENT_MM = 40.0, 110.0
"""Room that is good above a joint, and below a bare element. Estimates."""
SHALLOW_SHARE = 0.8
"""A tin that hides more of an open joint's sides than this keeps the air from them."""
MOST_SHELVES = 8


@dataclass(frozen=True, kw_only=True)
class Tin:
    """A tin, tray or pot, inside measures in mm. ``hob``: it may stand on a ring."""

    id: str
    name: str
    length_mm: float
    width_mm: float
    depth_mm: float
    hob: bool = False


@dataclass(frozen=True, kw_only=True)
class Cavity:
    """An oven's inside, mm; None where nobody measured. ``shelves_mm``: clear height above each
    shelf to the roof, element or fan, the lowest shelf first. ``bare_element``: what is above is
    a glowing element."""

    width_mm: float | None = None
    depth_mm: float | None = None
    shelves_mm: tuple[float, ...] = ()
    bare_element: bool = False

    def __post_init__(self) -> None:
        if len(self.shelves_mm) > MOST_SHELVES:
            raise InputError("too many shelves", where="shelves", allowed=f"at most {MOST_SHELVES}")
        if any(a <= b for a, b in zip(self.shelves_mm, self.shelves_mm[1:], strict=False)):
            raise InputError(
                "a higher shelf has not less room above it",
                where="shelves",
                allowed="clear heights from the lowest shelf up, each less than the one below",
            )


@dataclass(frozen=True, kw_only=True)
class ShelfFit:
    """One shelf with the joint on it: room left above it (mm), and what an element there adds to
    the heat its top sees (°C)."""

    shelf: int
    clear_mm: float
    hotter_c: float

    @property
    def fits(self) -> bool:
        """Whether air gets over it."""
        return self.clear_mm >= ABOVE_MM


@dataclass(frozen=True, kw_only=True)
class Fit:
    """Whether it fits. ``tin`` None: none that is known takes it (or none is known). ``shelf``
    None: no shelf is measured, or none takes it. ``words`` in a cook's sentences."""

    tin: Tin | None
    shelves: tuple[ShelfFit, ...]
    shelf: ShelfFit | None
    fits: bool
    words: tuple[str, ...]


def _takes(tin: Tin, size: Size) -> bool:
    long, wide = sorted((tin.length_mm, tin.width_mm), reverse=True)
    a, b = sorted((size.length_mm, size.width_mm), reverse=True)
    return long >= a + ROUND_IT_MM and wide >= b + ROUND_IT_MM


def _enters(tin: Tin, cavity: Cavity) -> bool:
    if cavity.width_mm is None or cavity.depth_mm is None:
        return True
    a, b = sorted((cavity.width_mm, cavity.depth_mm), reverse=True)
    long, wide = sorted((tin.length_mm, tin.width_mm), reverse=True)
    return a >= long + AROUND_TIN_MM and b >= wide + AROUND_TIN_MM


def fit(
    size: Size,
    cavity: Cavity,
    tins: Sequence[Tin] = (),
    *,
    rack: bool = False,
    hob: bool = False,
    closed: bool = False,
) -> Fit:
    """How a joint of this size goes into an oven. ``hob``: its tin must bear a ring (a sear, or
    gravy made in it); ``rack``: it lies on one; ``closed``: it is shut in, so that a deep pot is
    as good as a tin."""
    words: list[str] = []
    able = [t for t in tins if _takes(t, size) and _enters(t, cavity)]
    if hob and any(t.hob for t in able):
        able = [t for t in able if t.hob]
    shallow = [t for t in able if t.depth_mm <= SHALLOW_SHARE * size.thickness_mm]
    able = able if closed else shallow or able
    # The smallest that takes it: juices burn in a tin that is too large.
    tin = min(able, key=lambda t: t.length_mm * t.width_mm, default=None)
    if tins and tin is None:
        a, b = sorted((size.length_mm, size.width_mm), reverse=True)
        words.append(
            f"No tin takes {said_mm(a)} by {said_mm(b)} and goes into this oven: lay it on the "
            "rack over a tray, or halve it."
        )
    elif tin is not None:
        words.append(f"Smallest tin that takes it: {tin.name}.")
        if hob and not tin.hob:
            words.append(f"{tin.name} is not for the hob: make the gravy in a pan.")
    floor = TIN_FLOOR_MM + (RACK_MM if rack else 0.0)
    shelves = tuple(
        ShelfFit(
            shelf=n,
            clear_mm=height - floor - size.thickness_mm,
            hotter_c=near_element_c(height - floor - size.thickness_mm)
            if cavity.bare_element
            else 0.0,
        )
        for n, height in enumerate(cavity.shelves_mm, 1)
    )
    able_shelves = [s for s in shelves if s.fits]
    # As high as leaves good room: the middle of the oven; else as low as there is.
    room = FROM_ELEMENT_MM if cavity.bare_element else TIGHT_MM
    roomy = [s for s in able_shelves if s.clear_mm >= room]
    best = roomy[-1:] or able_shelves[:1]
    shelf = best[0] if best else None
    fits = bool(able_shelves) if shelves else True
    if shelves and shelf is None:
        words.append(
            f"It does not fit: {said_mm(size.thickness_mm + floor)} high, and the lowest shelf "
            f"has {said_mm(cavity.shelves_mm[0])}."
        )
    elif shelf is not None:
        words.append(f"Shelf {shelf.shelf} from below: {said_mm(shelf.clear_mm)} of room above it.")
        if shelf.hotter_c >= 5.0:
            words.append(
                f"Its top is near a bare element and sees {said_d(shelf.hotter_c)} more: "
                "reckoned with."
            )
    return Fit(tin=tin, shelves=shelves, shelf=shelf, fits=fits, words=tuple(words))
