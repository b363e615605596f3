"""A kitchen's oven: one record, from the table where it is kept to the screen that shows it."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, fields
from typing import Any, get_args

from trencher.core.errors import InputError, UnknownName
from trencher.core.joint import Joint, size_of
from trencher.core.method.stages import TempUnit
from trencher.core.planner.doubt import KNOWN_OVEN_SD_C
from trencher.core.planner.fits import Cavity, fit
from trencher.core.planner.setup import check_cooker
from trencher.core.thermal.calibration import PIVOT_C, Calibration, calibrate
from trencher.core.thermal.cooker import Cooker
from trencher.core.thermal.kinds import CookerKind

Pairs = tuple[tuple[float, float], ...]
ASSUMED_OVEN_SD_C = 10.0
"""Of an oven nobody described: fan or still is worth some twenty degrees of dial. Estimate."""
MOST = 1e6
"""No figure of an oven is larger; NaN is none."""


@dataclass(frozen=True, kw_only=True)
class OvenRecord:
    """What is known of an oven; None and empty where nobody said or measured. °C, min, mm, litres.

    ``marks``: what its dial speaks. ``dial_error_c``, ``room_c``, ``tau_down_min``,
    ``tau_off_min``, ``swing_c``: as in ``thermal.cooker.Cooker``. ``shelves_mm``: clear height
    above each shelf, the lowest first. ``pairs``: what the dial said and what was measured;
    ``dial_points``: true heat and dial − true, used where there are no pairs. ``assumed``: nobody
    was asked yet, kind and marks are a guess; ``dial_true``: it was measured, and shows what is.
    """

    id: str
    name: str
    marks: TempUnit = "C"
    kind: CookerKind = "fan"
    min_c: float | None = None
    max_c: float | None = None
    cooling_fan: bool = False
    preheat_min: float | None = None
    swing_c: float = 0.0
    dial_error_c: float = 0.0
    room_c: float | None = None
    tau_down_min: float | None = None
    tau_off_min: float | None = None
    litres: float | None = None
    width_mm: float | None = None
    depth_mm: float | None = None
    shelves_mm: tuple[float, ...] = ()
    bare_element: bool = False
    pairs: Pairs = ()
    dial_points: Pairs = ()
    assumed: bool = False
    dial_true: bool = False

    @classmethod
    def read(cls, id: str, name: str, facts: Mapping[str, Any]) -> OvenRecord:
        """A record from plain facts; null is the same as left out, what is unknown is left alone.
        InputError, UnknownName for what is no oven's."""
        known = {f.name for f in fields(cls)} - {"id", "name"}
        told = {k: _fact(k, facts[k]) for k in known if facts.get(k) is not None}
        return cls(id=id, name=name, **told)

    def plain(self) -> dict[str, Any]:
        """Its facts without id and name, in JSON's own types, for ``read``."""
        told = {f.name: getattr(self, f.name) for f in fields(self) if f.name not in ("id", "name")}
        told["shelves_mm"] = list(self.shelves_mm)
        told |= {k: [list(pair) for pair in told[k]] for k in ("pairs", "dial_points")}
        return {k: v for k, v in told.items() if v is not None}

    def checked(self) -> OvenRecord:
        """Itself, where its figures are an oven's. InputError where they are not."""
        check_cooker(self.cooker())
        _ = self.cavity
        return self

    @property
    def calibration(self) -> Calibration | None:
        """What was measured of its dial; None where nothing was."""
        return calibrate(self.pairs) if self.pairs else None

    @property
    def air_sd_c(self) -> float | None:
        """How far out the true air may be, °C; None where nothing is known but kind and marks."""
        if (measured := self.calibration) is not None:
            return measured.sd_at(PIVOT_C)
        if self.dial_true:
            return KNOWN_OVEN_SD_C
        return ASSUMED_OVEN_SD_C if self.assumed else None

    @property
    def cavity(self) -> Cavity:
        """Its inside, as far as it was measured."""
        return Cavity(
            width_mm=self.width_mm,
            depth_mm=self.depth_mm,
            shelves_mm=self.shelves_mm,
            bare_element=self.bare_element,
        )

    def cooker(self, joint: Joint | None = None) -> Cooker:
        """It as a body that warms and lags, with ``joint`` on the shelf that suits it."""
        measured = self.calibration
        points = self.dial_points if measured is None else measured.points
        shelf = None if joint is None else fit(size_of(joint), self.cavity).shelf
        return Cooker(
            kind=self.kind,
            dial_error_c=self.dial_error_c,
            min_c=self.min_c,
            max_c=self.max_c,
            cooling_fan=self.cooling_fan,
            preheat_min=self.preheat_min,
            tau_down_min=self.tau_down_min,
            tau_off_min=self.tau_off_min,
            swing_c=self.swing_c,
            dial_points=tuple(sorted(points)),
            roof_hotter_c=0.0 if shelf is None else shelf.hotter_c,
            **({} if self.room_c is None else {"room_c": self.room_c}),
        )


def _fact(key: str, value: Any) -> Any:
    read = _READ.get(key)
    return _number(key, value) if read is None else read(key, value)


def _number(key: str, value: Any) -> float:
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise InputError(f"{value!r} is not a number", where=key, allowed="allowed: a number")
    # A whole number may be larger than any figure: a comparison takes it where a float would not.
    if not -MOST <= value <= MOST:
        raise InputError("is beyond any figure", where=key, allowed="allowed: a number")
    return value


def _switch(key: str, value: Any) -> bool:
    if not isinstance(value, bool):
        raise InputError(f"{value!r} is not a switch", where=key, allowed="allowed: true, false")
    return value


def _choice(allowed: tuple[str, ...]) -> Callable[[str, Any], str]:
    def read(key: str, value: Any) -> str:
        if value not in allowed:
            raise UnknownName(key, str(value), allowed)
        return str(value)

    return read


def _heights(key: str, value: Any) -> tuple[float, ...]:
    return tuple(_number(key, x) for x in _list(key, value))


def _pairs(key: str, value: Any) -> Pairs:
    found = [_heights(key, pair) for pair in _list(key, value)]
    if any(len(pair) != 2 for pair in found):
        raise InputError("is no list of pairs", where=key, allowed="allowed: pairs of numbers")
    return tuple((a, b) for a, b in found)


def _list(key: str, value: Any) -> list[Any] | tuple[Any, ...]:
    if not isinstance(value, list | tuple):
        raise InputError(f"{value!r} is no list", where=key, allowed="allowed: a list of numbers")
    return value


_READ: dict[str, Callable[[str, Any], Any]] = {
    "marks": _choice(get_args(TempUnit)),
    "kind": _choice(get_args(CookerKind)),
    "cooling_fan": _switch,
    "bare_element": _switch,
    "assumed": _switch,
    "dial_true": _switch,
    "shelves_mm": _heights,
    "pairs": _pairs,
    "dial_points": _pairs,
}
"""How a fact is read that is no plain number."""
