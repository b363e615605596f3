"""Compile the kernel into numba's cache: run once at install, so that no cook waits."""

from __future__ import annotations

from trencher.core.thermal.geometry import COARSE, build_body
from trencher.core.thermal.properties import LEAN, tables_for
from trencher.core.thermal.simulation import Simulation
from trencher.core.thermal.surface import coats, first_film, parameters, room_rest


def warm() -> None:
    """Load (or compile) the kernel by one short run."""
    body = build_body(
        thickness_m=0.1, width_m=0.1, length_m=0.2, profile="even", section="oval", grid=COARSE
    )
    tables = tables_for(LEAN)
    par = parameters(water=tables.water, moist=True, max_dt_s=60.0)
    film = first_film("blotted", rind=False)
    sim = Simulation.start(body, tables, par, coats(), 7.0, 21.0, film)
    sim.advance(room_rest("open", 21.0), 120.0)


if __name__ == "__main__":
    warm()
