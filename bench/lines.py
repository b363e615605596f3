"""The same equations written for a general solver: the method of lines in plain numpy.

Shares the body's cells and the tables with the product, and nothing of its stepping: no
alternating directions, no half steps, no landing on enthalpy. Only for symmetric sections in plain
oven air.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import numpy as np
from scipy.sparse import csc_matrix, lil_matrix

from trencher.core.thermal import conduction as kernel
from trencher.core.thermal.conduction import read_core
from trencher.core.thermal.simulation import Simulation

Vector = np.ndarray


def near_end(temp: Vector, j: int) -> Vector:
    """A third of a disc in from the end: a parabola through the end and the means of two discs."""
    beside = temp[1] if j == 0 else temp[-2]
    return np.asarray(temp[j] + (temp[j] - beside) / 6)


class MethodOfLines:
    """Cells of one joint as one long vector."""

    def __init__(self, sim: Simulation) -> None:
        self.body = sim.body
        self.nz, self.nr = self.body.volume.shape
        self.size = self.nz * self.nr

    def core(self, temp: Vector) -> float:
        """The centre, from a vector of temperatures."""
        field = temp.reshape(self.nz, self.nr)
        return float(read_core(field, self.body.axis, self.body.core_disc, self.body.mid))

    def linear(self, k: float, h: float, air: float, rho_cp: float) -> tuple[Any, Vector]:
        """Sparse Jacobian (1/s) and source (K/s) of conduction with convection all round."""
        b, nr = self.body, self.nr
        matrix, source = lil_matrix((self.size, self.size)), np.zeros(self.size)

        def link(a: int, c: int, g: float) -> None:
            for here, there in ((a, c), (c, a)):
                matrix[here, here] -= g
                matrix[here, there] += g

        def outside(a: int, u: float) -> None:
            matrix[a, a] -= u
            source[a] += u * air

        for j in range(self.nz):
            for i in range(nr):
                at = j * nr + i
                if i < nr - 1:
                    link(at, at + 1, k * b.radial[j, i] / (b.outer[i] + b.inner[i + 1]))
                if j < self.nz - 1:
                    link(at, at + nr, k * b.axial[j, i])
            outside(j * nr + nr - 1, b.skin[j] / (1 / h + b.outer[-1] * b.half[j] / k))
        for side, j in ((0, 0), (1, self.nz - 1)):
            for i in range(nr):
                outside(j * nr + i, b.end[side, i] / (1 / h + 0.5 * b.depth / k))
        heat = rho_cp * b.volume.ravel()
        return csc_matrix(matrix.multiply(1 / heat[:, None])), source / heat

    def full(
        self, sim: Simulation, env: Vector
    ) -> tuple[Callable[[float, Vector], Vector], Any, Vector]:
        """Rates of temperature, water, water beneath each face and film; their pattern; the start.

        State: T and W of every cell, then rim and film of every face and end (nz, 5).
        """
        b, tables, par, coats = sim.body, sim.tables, sim.par, sim.coats
        nz, nr, size, faces = self.nz, self.nr, self.size, 5 * self.nz
        at = kernel.E_FACES + kernel.FACE_SIZE * np.arange(5)
        h_face, shine, escape = (
            env[at + slot] for slot in (kernel.F_H, kernel.F_EMISSIVITY, kernel.F_ESCAPE)
        )
        temps = kernel.T_LOW + kernel.T_STEP * np.arange(len(tables.enthalpy))
        slope = np.gradient(tables.enthalpy, temps)
        own, area, skin = b.faces_m2, b.area, b.skin[:, None]
        shares = b.shares
        ends, around = (0, nz - 1), slice(0, 4)
        water, dry = par[kernel.P_WATER], par[kernel.P_DRY_LIMIT]
        base = par[kernel.P_ESCAPE] * h_face * escape / kernel.SCHMIDT_FACTOR * kernel.VAPOUR_GAS

        def rate(t: float, y: Vector) -> Vector:
            T, W = y[:size].reshape(nz, nr), y[size : 2 * size].reshape(nz, nr)
            rim = y[2 * size : 2 * size + faces].reshape(nz, 5)
            film = y[2 * size + faces :].reshape(nz, 5)
            air, wall = kernel.air_at(env, t)
            damp = np.clip((W - dry) / (par[kernel.P_CRUST_FROM] - dry), 0, 1)
            crust = par[kernel.P_CRUST_K] + (1 - par[kernel.P_CRUST_K]) * damp
            k = np.interp(T, temps, tables.conductivity) * crust
            cap = np.interp(T, temps, slope) - (water - W) * kernel.CP_WATER
            heat = np.zeros((nz, nr))
            flow = b.radial[:, :-1] / (b.outer[:-1] / k[:, :-1] + b.inner[1:] / k[:, 1:])
            flow = flow * (T[:, 1:] - T[:, :-1])
            heat[:, :-1] += flow
            heat[:, 1:] -= flow
            flow = b.axial / (0.5 / k[:-1] + 0.5 / k[1:]) * (T[1:] - T[:-1])
            heat[:-1] += flow
            heat[1:] -= flow
            # Surfaces: each face's temperature from its balance, by a few Newton steps.
            share = np.concatenate([rim[:, around], np.mean(W, axis=1)[:, None]], axis=1)
            for j in ends:
                share[j, 4] = (W[j] * b.volume[j]).sum() / b.volume[j].sum()
            by_film = np.clip(film / coats[:, kernel.C_FILM_REF], 0, 1)
            seep = np.clip((share - dry) / (par[kernel.P_MOIST_SKIN] - dry), 0, 1)
            wet = by_film + (1 - by_film) * seep * coats[:, kernel.C_SEEP]
            behind = np.repeat(T[:, -1:], 5, axis=1)
            resist = b.outer[-1] * b.half[:, None] / k[:, -1:] + coats[:, kernel.C_RESIST]
            for side, j in enumerate(ends):
                # The end's own: the mean of its cells, a third of a disc in.
                behind[j, 4] = (b.end[side] * near_end(T, j)).sum() / b.end[side].sum()
                resist[j, 4] = b.depth / 3 / ((b.end[side] * k[j]).sum() / b.end[side].sum())
            Ts = behind + 0.5 * (air - behind)
            for _ in range(6):
                latent = 2.501e6 - 2400.0 * Ts
                over = np.interp(Ts, temps, tables.vapour) - env[kernel.E_STEAM]
                gone = base * wet * np.maximum(over, 0.0)
                radiant = shine * kernel.SIGMA * ((wall + 273.15) ** 4 - (Ts + 273.15) ** 4)
                miss = h_face * (air - Ts) + radiant - gone * latent - (Ts - behind) / resist
                steep = h_face + 4 * shine * kernel.SIGMA * (Ts + 273.15) ** 3 + 1 / resist
                rise = np.interp(Ts + 0.5, temps, tables.vapour) - np.interp(
                    Ts - 0.5, temps, tables.vapour
                )
                Ts = Ts + miss / (steep + base * wet * rise * latent * (over > 0))
            flux = (Ts - behind) / resist
            heat[:, -1] += (flux[:, around] * skin * shares).sum(axis=1)
            for side, j in enumerate(ends):
                heat[j] += b.end[side] * (Ts[j, 4] - near_end(T, j)) * k[j] / (b.depth / 3)
            of_film = np.where(wet > 0, by_film / np.maximum(wet, 1e-12), 1.0)
            of_film = np.where(coats[:, kernel.C_SEEP] > 0, of_film, 1.0)
            dW, drim = np.zeros((nz, nr)), np.zeros((nz, 5))
            dfilm = -of_film * gone
            inside = (1 - of_film) * gone
            taken = (inside[:, around] * skin * shares).sum(axis=1)
            dW[:, -1] -= taken / b.volume[:, -1]
            drim[:, around] -= inside[:, around] * skin / b.volume[:, -1:]
            for j in ends:
                spare = np.maximum(W[j] - dry, 0.0)
                drop = inside[j, 4] * own[j, 4] / max((spare * b.volume[j]).sum(), 1e-9) * spare
                dW[j] -= drop
                drim[j, around] -= drop[-1]
            # Seepage outwards, then what the heat expels.
            speed = par[kernel.P_SEEP] * b.radial[:, :-1] / (b.outer[:-1] + b.inner[1:])
            seep_in = speed[:, :-1] * np.maximum(W[:, :-2] - W[:, 1:-1], 0.0)
            dW[:, :-2] -= seep_in / b.volume[:, :-2]
            dW[:, 1:-1] += seep_in / b.volume[:, 1:-1]
            part = np.concatenate([np.tile(shares, (nz, 1)), np.zeros((nz, 1))], axis=1)
            last = speed[:, -1:] * part * np.maximum(W[:, -2:-1] - rim, 0.0)
            dW[:, -2] -= last.sum(axis=1) / b.volume[:, -2]
            dW[:, -1] += last.sum(axis=1) / b.volume[:, -1]
            drim[:, around] += last[:, around] / (part[:, around] * b.volume[:, -1:])
            heat[:, -1] += last.sum(axis=1) * kernel.CP_WATER * (T[:, -2] - T[:, -1])
            keep = water * np.interp(T, temps, tables.held)
            out = np.maximum(W - keep, 0.0) / par[kernel.P_EXPEL_S]
            drim -= rim * (out[:, -1:] / np.maximum(W[:, -1:], 1e-9))
            dW -= out
            fed = par[kernel.P_FILM_SHARE] * (out * b.volume).sum(axis=1)[:, None] / area[:, None]
            room = np.clip((coats[:, kernel.C_FILM_CAP] - film) / 0.02, 0, 1)
            dfilm += fed * coats[:, kernel.C_FEED] * room
            # Boiling: what would pass 100 °C while there is free water goes as vapour.
            boil = np.maximum(T - kernel.BOIL_C, 0.0) * 0.2 * cap
            boil *= np.clip((W - dry) / (0.03 * water), 0, 1)
            boiled = boil / (2.501e6 - 2400.0 * kernel.BOIL_C)
            dW -= boiled
            drim -= rim * (boiled[:, -1:] / np.maximum(W[:, -1:], 1e-9))
            dT = (heat / b.volume - boil) / np.maximum(cap, 2e5)
            return np.concatenate([dT.ravel(), dW.ravel(), drim.ravel(), dfilm.ravel()])

        start = np.concatenate(
            [sim.T.ravel(), sim.W.ravel(), sim.rim.ravel(), sim.film.ravel()]
        ).astype(float)
        return rate, self._pattern(), start

    def _pattern(self) -> Any:
        """Which rate can depend on which state: neighbours, and the disc's own skin."""
        nz, nr, size = self.nz, self.nr, self.size
        total = 2 * size + 10 * nz
        pattern = lil_matrix((total, total), dtype=np.int8)
        for j in range(nz):
            skin = [2 * size + 5 * j + f for f in range(5)]
            skin += [2 * size + 5 * nz + 5 * j + f for f in range(5)]
            cells = [j * nr + i for i in range(nr)]
            for i, a in enumerate(cells):
                near = [a]
                near += [a - 1] if i else []
                near += [a + 1] if i < nr - 1 else []
                near += [a - nr] if j else []
                near += [a + nr] if j < nz - 1 else []
                for row in (a, size + a):
                    for b in near:
                        pattern[row, b] = pattern[row, size + b] = 1
                if j in (0, nz - 1):
                    for row in (a, size + a):
                        for b in (*skin, *cells, *(size + c for c in cells)):
                            pattern[row, b] = 1
                elif i >= nr - 2:
                    for row in (a, size + a):
                        for b in (*skin, cells[-1], cells[-2]):
                            pattern[row, b] = 1
            for row in skin:
                for b in (*skin, *cells, *(size + c for c in cells)):
                    pattern[row, b] = 1
        return pattern.tocsc()
