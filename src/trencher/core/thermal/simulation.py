"""One joint in time: the kernel's arrays with a handle. Copying is cheap, so plans can branch."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from trencher.core.errors import InputError
from trencher.core.thermal import conduction as kernel
from trencher.core.thermal.arguments import Fields, Until
from trencher.core.thermal.budget import CELLS, spend
from trencher.core.thermal.geometry import Body
from trencher.core.thermal.history import Row
from trencher.core.thermal.properties import CP_WATER, PropertyTables

Floats = NDArray[np.float64]
MAX_RECORDS = 9000


MOST_FOURIER_SHELL, MOST_FOURIER_DISC = 10.0, 4.0
"""Steps of alternating directions stay accurate, and nonlinear surfaces calm, up to about this many
squares of the thinnest cell. Found by sweeping the bounds of every input."""


SHORTEST_LIMIT_S = 2.0
"""No limit goes below this: at the bounds of the physics overrides a day would never end."""


def longest_step_s(body: Body, tables: PropertyTables) -> float:
    """Longest time step in s for these cells and this meat once it is thawed."""
    thawed = int((0.0 - kernel.T_LOW) / kernel.T_STEP)
    capacity = float(np.diff(tables.enthalpy)[thawed:].min()) / kernel.T_STEP
    alpha = float(tables.conductivity[thawed:].max()) / capacity
    shell = float(np.diff(body.edges).min() * body.half.max())
    limit = min(MOST_FOURIER_SHELL * shell**2 / alpha, MOST_FOURIER_DISC * body.depth**2 / alpha)
    return max(limit, SHORTEST_LIMIT_S)


@dataclass
class Simulation:
    """Temperatures T (nz, nr) °C, water W kg/m³, and the running tallies.

    Per face, the ends last (nz, 5): water ``rim`` of the outermost cell beneath it kg/m³ (its mean
    over the four faces is W there), film kg/m², surface temperature Ts °C, doses of browning and
    crispness. A dose of browning below 0 is fat that still dries, from −1 up to 0. ``coats``
    (5, COAT_SIZE).

    The record holds rows of time s, air, surface, core, thin end, mean, bend, one a step.
    """

    body: Body
    tables: PropertyTables
    par: Floats
    T: Floats
    W: Floats
    rim: Floats
    film: Floats
    Ts: Floats
    brown: Floats
    crisp: Floats
    highest: Floats
    coats: Floats
    state: Floats
    record: Floats
    rows: int

    @classmethod
    def start(
        cls,
        body: Body,
        tables: PropertyTables,
        par: Floats,
        coats: Floats,
        start_c: float,
        air_c: float,
        film: Floats | None = None,
    ) -> Simulation:
        """A joint at one temperature throughout, standing in air of ``air_c``.

        ``film`` (5,): water on its faces, kg/m²; none by default.
        """
        nz, nr = body.volume.shape
        state = np.zeros(kernel.STATE_SIZE)
        state[[kernel.CORE, kernel.SURFACE, kernel.THIN_END, kernel.MEAN, kernel.PEAK]] = start_c
        state[kernel.AIR] = state[kernel.WALL] = air_c
        state[kernel.NODE_C], state[kernel.NODE_DRY_AT] = air_c, -1.0
        record = np.empty((MAX_RECORDS, Row.COUNT))
        record[0] = (0.0, air_c, start_c, start_c, start_c, start_c, 0.0)
        faces = (nz, kernel.SKINS)
        return cls(
            body=body,
            tables=tables,
            par=par,
            T=np.full((nz, nr), float(start_c)),
            W=np.full((nz, nr), tables.water),
            rim=np.full(faces, tables.water),
            film=np.zeros(faces) + (0.0 if film is None else film),
            Ts=np.full(faces, float(start_c)),
            brown=np.zeros(faces) - (coats[:, kernel.C_MOIST_J] > 0.0),
            crisp=np.zeros(faces),
            highest=np.full((nz, nr), float(start_c)),
            coats=coats.copy(),
            state=state,
            record=record,
            rows=1,
        )

    def copy(self) -> Simulation:
        """An independent twin."""
        record = np.empty_like(self.record)
        record[: self.rows] = self.record[: self.rows]
        return Simulation(
            self.body,
            self.tables,
            self.par,
            self.T.copy(),
            self.W.copy(),
            self.rim.copy(),
            self.film.copy(),
            self.Ts.copy(),
            self.brown.copy(),
            self.crisp.copy(),
            self.highest.copy(),
            self.coats.copy(),
            self.state.copy(),
            record,
            self.rows,
        )

    def advance(
        self,
        env: Floats,
        length_s: float,
        *,
        goal: int = kernel.GOAL_TIME,
        value: float = 1e9,
        hold_s: float = 0.0,
    ) -> bool:
        """Carry on in ``env`` for ``length_s`` at most; True when the goal came first."""
        b, t = self.body, self.tables
        began_s = float(self.state[kernel.TIME])
        fields = Fields(
            self.T,
            self.W,
            self.rim,
            self.film,
            self.Ts,
            self.brown,
            self.crisp,
            self.highest,
            self.state,
        )
        until = Until(length_s, goal, value, hold_s)
        status, self.rows = kernel.advance(
            fields, b.cells, t.matter, self.coats, env, self.par, until, self.record, self.rows
        )
        # Finer cells take as much longer as there are more of them.
        spend((float(self.state[kernel.TIME]) - began_s) / 60.0 * self.T.size / CELLS)
        if status == kernel.LOST:
            raise InputError(
                "temperatures run away with these properties",
                where="physics",
                allowed="properties nearer to those of meat",
            )
        return bool(status == kernel.REACHED)

    def turn_over(self) -> None:
        """Top becomes under: faces with their films, coats and crusts, and a cut-open section."""
        size = self.body.faces_m2
        around = slice(0, kernel.FACES)
        for water in (self.film, self.rim):
            water[:, around] = (water * size)[:, around][:, ::-1] / size[:, around]
        for faces in (self.Ts, self.brown, self.crisp):
            faces[:, around] = faces[:, around][:, ::-1].copy()
        self.coats[around] = self.coats[around][::-1].copy()
        if self.body.mid > 0:
            for cells in (self.T, self.W, self.highest):
                cells[:] = cells[:, ::-1].copy()

    def fill_node(self, *, water_kg: float, temp_c: float) -> None:
        """A tin, pot or pan with this much water meets the joint."""
        self.state[[kernel.NODE_KG, kernel.NODE_C]] = water_kg, temp_c
        self.state[kernel.NODE_DRY_AT], self.state[kernel.STEAM] = -1.0, 0.0

    def stored_j(self) -> float:
        """Enthalpy of joint and of the water still in it, J, from an arbitrary zero."""
        x = (self.T - kernel.T_LOW) / kernel.T_STEP
        h = np.interp(x, np.arange(len(self.tables.enthalpy)), self.tables.enthalpy)
        if self.par[kernel.P_MOIST] > 0:
            h = h - (self.tables.water - self.W) * CP_WATER * self.T
        return float((h * self.body.volume).sum())

    @property
    def core_c(self) -> float:
        """The centre, °C."""
        return float(self.state[kernel.CORE])

    @property
    def minutes(self) -> float:
        """Time since the start, min."""
        return float(self.state[kernel.TIME]) / 60.0

    @property
    def mass_kg(self) -> float:
        """Raw mass of the cells, kg."""
        return float(self.body.volume.sum() * self.tables.density)
