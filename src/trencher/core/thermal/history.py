"""What a joint's history records, one row a step of the kernel. Nobody else counts its columns."""

from __future__ import annotations

from typing import Final

import numpy as np
from numpy.typing import NDArray


class Row:
    """Columns of a history; a forecast has the same up to the mean, with its time in minutes."""

    TIME: Final = 0
    """s since it went in; in a forecast's series min"""
    AIR: Final = 1
    """°C around it"""
    SURFACE: Final = 2
    """°C of its surface, all of it on average"""
    CORE: Final = 3
    """°C of its coldest or thickest middle"""
    THIN_END: Final = 4
    """°C of the middle of its thin end"""
    MEAN: Final = 5
    """°C of the whole of it"""
    BEND: Final = 6
    """K/m²: how fast it warms away from the middle; what a tip beside it reads too much by"""
    COUNT: Final = 7


def read_at(record: NDArray[np.float64], minute: float, column: int) -> float:
    """One column of a history at a minute, between its rows."""
    return float(np.interp(60.0 * minute, record[:, Row.TIME], record[:, column]))
