"""The kernel: heat in a stack of discs, with water that leaves it. Compiled; keep it in one file.

Scheme: alternating directions (Peaceman & Rachford 1955), second order in time, on enthalpy. The
two half steps share one set of radial fluxes, so what crosses the skin is known to the last joule
and the energy balance is a tally, not an estimate. Water that leaves takes its enthalpy with it,
so leaving changes no temperature. numba's cache does not notice a change in a helper of another
file, therefore everything compiled lives here.

Each disc has four faces (``geometry.TOP`` …), each with a surface temperature, a film of water, a
browning and a crispness of its own; the outermost discs have a fifth, their end. Beside the air
there may be a *node*: one lump of pan, liquid or closed pot that touches faces and keeps its own
temperature and water.

Arrays are documented in ``geometry.Body`` and ``properties.PropertyTables``.
"""

from __future__ import annotations

import math

import numpy as np
from numba import njit

from trencher.core.thermal.arguments import Around, Work
from trencher.core.thermal.history import Row

# Slots of the state vector.
TIME, HEAT_IN, LATENT, CARRIED, EVAPORATED, DRIPPED = 0, 1, 2, 3, 4, 5
LETHALITY, TENDER, PEAK, PEAK_TIME, CORE, SURFACE = 6, 7, 8, 9, 10, 11
THIN_END, MEAN, AIR, WARM_S, HELD_S = 12, 13, 14, 15, 16
NODE_KG, NODE_C, NODE_DRY_AT, WALL, STEAM = 17, 18, 19, 20, 21
STATE_SIZE = 22

# Slots of a surrounding (one stage); the slots of four faces and of the ends follow.
E_START, E_TARGET, E_TAU, E_DIP, E_DIP_TAU, E_LIMIT, E_STEAM = 0, 1, 2, 3, 4, 5, 6
E_SWING, E_SWING_S, E_NODE, E_NODE_UA, E_NODE_CAP, E_NODE_MOUTH = 7, 8, 9, 10, 11, 12
E_NODE_DRY_H, E_SOFT_S, E_DRIFT, E_EASE, E_LATER, E_LATER_S = 13, 14, 15, 16, 17, 18
E_SEEP, E_FACES = 19, 20
F_H, F_EMISSIVITY, F_ESCAPE, F_CONTACT, F_CONTACT_H, F_HOTTER = 0, 1, 2, 3, 4, 5
FACES, END, SKINS, FACE_SIZE = 4, 4, 5, 6
ENV_SIZE = E_FACES + SKINS * FACE_SIZE
NO_NODE, FIXED_NODE, LUMP_NODE = 0.0, 1.0, 2.0

# Slots of a coat: what lies on a face (fat, rind), and how it crisps.
C_RESIST, C_FILM_REF, C_FILM_CAP, C_FEED, C_SEEP, C_CRISP_RATE, C_CRISP_C, C_CRISP_Z = range(8)
C_BROWN, C_MOIST_J, COAT_SIZE = 8, 9, 10

# Slots of the constants of water, browning and the like (thermal.surface fills them).
P_WATER, P_DRY_LIMIT, P_EXPEL_S, P_FILM_SHARE = 0, 1, 2, 3
P_ESCAPE, P_MOIST, P_BROWN_RATE, P_BROWN_C, P_BROWN_Z = 4, 5, 6, 7, 8
P_TENDER_RATE, P_TENDER_C, P_TENDER_Z, P_D, P_D_C, P_D_Z, P_MAX_DT = 9, 10, 11, 12, 13, 14, 15
P_SEEP, P_MOIST_SKIN, P_CRUST_FROM, P_CRUST_K, P_PAN_DROP, P_PROBE, P_LINEAR = (
    16, 17, 18, 19, 20, 21, 22,
)  # fmt: skip
P_LATE_STEP, P_BUMPS = 23, 24
PARAM_SIZE = 25

GOAL_TIME, GOAL_CORE, GOAL_FALLING, GOAL_HELD, GOAL_BROWN, GOAL_CRISP, GOAL_TENDER = range(7)
REACHED, TIMED_OUT, LOST = 1, 0, 2
LOST_C = 1000.0
"""No joint is as hot or as cold on the whole."""

# Columns of the record, as the rest of the house names them.
R_TIME, R_AIR, R_SURFACE, R_CORE = Row.TIME, Row.AIR, Row.SURFACE, Row.CORE
R_THIN_END, R_MEAN, R_BEND = Row.THIN_END, Row.MEAN, Row.BEND
T_LOW, T_STEP, T_LAST = -45.0, 0.25, 1499
FAT_DRIES_C = 95.0  # a moist face of fat stays about here; what comes above it dries it
CP_WATER = 4190.0
DRIFT_FROM_S, DRIFT_ZERO_S = 2400.0, 3600.0
SIGMA = 5.670374e-8
BOIL_C = 100.0
BOIL_J_KG = 2.26e6
WET_KG = 0.005  # so much water wets the floor of a tin or pot; estimate
FALL_C = 0.2
SCHMIDT_FACTOR = 909.0  # rho cp Le^(2/3) of air near 80 °C, J/m³K
VAPOUR_GAS = 6.19e-6  # M/(R T) of vapour at 350 K, kg/m³Pa
CHORD_C = 40.0
END_SLOPE = 1.0 / 6.0
MOUTH_H = 10.0  # W/m²K over an open liquid in a tin; estimate
FIRST_DT, DT_GROWTH = 1.0, 1.25
ICY_C, ICY_SHARE, ICY_ROUNDS, ICY_MISS_C, ICY_LEAST_S = 0.5, 0.33, 4, 4.0, 0.5
LN10 = math.log(10.0)


@njit(cache=True, nogil=True, inline="always")
def _look(table, temp_c):
    x = max((temp_c - T_LOW) / T_STEP, 0.0)
    i = min(int(x), T_LAST)
    return table[i] + (table[i + 1] - table[i]) * (x - i)


@njit(cache=True, nogil=True, inline="always")
def _slope(table, temp_c):
    i = min(int(max((temp_c - T_LOW) / T_STEP, 0.0)), T_LAST)
    return (table[i + 1] - table[i]) / T_STEP


@njit(cache=True, nogil=True, inline="always")
def air_at(env, since_s):
    """Air and walls in °C, ``since_s`` seconds into a surrounding: slow lag, the dip of the door
    (air only), and the thermostat's swing."""
    start, target, tau = env[E_START], env[E_TARGET], env[E_TAU]
    if tau <= 0.0:
        slow = target
    elif target > start:
        # Heating: full power towards a limit beyond the target, then held there.
        slow = min(target, env[E_LIMIT] - (env[E_LIMIT] - start) * math.exp(-since_s / tau))
    else:
        slow = target + (start - target) * math.exp(-since_s / tau)
    if env[E_SWING] > 0.0:
        slow += env[E_SWING] * math.sin(2.0 * math.pi * since_s / env[E_SWING_S])
    if env[E_DIP] > 0.0:
        return slow - env[E_DIP] * math.exp(-since_s / env[E_DIP_TAU]), slow
    return slow, slow


@njit(cache=True, nogil=True, inline="always")
def _inner(T, disc, mid):
    """Means of the pair of cells at the axis and of the next pair."""
    if mid > 0:
        return 0.5 * (T[disc, mid - 1] + T[disc, mid]), 0.5 * (T[disc, mid - 2] + T[disc, mid + 1])
    return T[disc, 0], T[disc, 1]


@njit(cache=True, nogil=True, inline="always")
def _on_axis(T, disc, mid, axis):
    first, second = _inner(T, disc, mid)
    here = first - (second - first) * axis
    # A parabola does not hold across a thawing front: what thaws is not colder than its own cell.
    return max(here, min(first, 0.0)) if second > first else here


@njit(cache=True, nogil=True)
def read_core(T, axis, disc, mid):
    """Temperature of the centre itself, not the mean of its cell."""
    nz = T.shape[0]
    here = _on_axis(T, disc, mid, axis)
    if disc == 0 or disc == nz - 1:
        return here
    before = _on_axis(T, disc - 1, mid, axis)
    after = _on_axis(T, disc + 1, mid, axis)
    bent = before - 2.0 * here + after
    return max(here - bent / 24.0, min(here, 0.0)) if bent > 0.0 else here - bent / 24.0


@njit(cache=True, nogil=True, inline="always")
def _bend(T, per_square, disc, mid):
    """How far the section rises above its axis at ξ² = 1, read off the two innermost cells."""
    first, second = _inner(T, disc, mid)
    return (second - first) * per_square


@njit(cache=True, nogil=True, inline="always")
def _touch(env, face):
    """Conductances on a face, W/m²K of the whole face: the node's own, and what its steam or
    liquid adds, which a dry lump has not."""
    at = E_FACES + face * FACE_SIZE
    h = env[at + F_CONTACT_H]
    own = min(h, env[E_NODE_DRY_H]) if env[E_NODE] == LUMP_NODE else h
    return env[at + F_CONTACT] * own, env[at + F_CONTACT] * (h - own)


@njit(cache=True, nogil=True, inline="always")
def drift_share(time_s):
    """How much of the surface heat's drift there is so long after the joint went in: −1 at once, 0
    after an hour, about 1 after five; every doubling counts alike later on."""
    return math.log((time_s + DRIFT_FROM_S) / (DRIFT_ZERO_S + DRIFT_FROM_S))


@njit(cache=True, nogil=True, inline="always")
def _wetness(film, water, coat, par):
    """Share of a face that would evaporate like open water, as it is now."""
    by_film = min(1.0, max(0.0, film / coat[C_FILM_REF]))
    seep = (water - par[P_DRY_LIMIT]) / (par[P_MOIST_SKIN] - par[P_DRY_LIMIT])
    seep = coat[C_SEEP] * min(1.0, max(0.0, seep))
    return by_film + (1.0 - by_film) * seep


@njit(cache=True, nogil=True, inline="always")
def _mean_wet(amount, ref, rate, dt):
    """Mean share of full wetness over a step in which ``amount`` kg/m² dries at ``rate``.

    Wet all over above ``ref``, then in proportion: the water falls off as an exponential. With the
    share at the step's start instead, a minute's step lost half a degree in the core in two hours.
    """
    if amount <= 0.0:
        return 0.0
    lasts = max(0.0, amount - ref) / rate
    if lasts >= dt:
        return 1.0
    wet = min(amount, ref) / ref
    if rate * dt < 1e-9 * ref:
        # Hardly anything dries: the formula below would be infinity times nothing.
        return wet
    tau = ref / rate
    return (lasts + wet * tau * (1.0 - math.exp(-(dt - lasts) / tau))) / dt


@njit(cache=True, nogil=True, inline="always")
def _outer_cell(face, mid, nr):
    """Index of the outermost cell under a face: two-sided sections have two."""
    return 0 if mid > 0 and face >= 2 else nr - 1


@njit(cache=True, nogil=True)
def _mean_of(values, volume, disc):
    """Mean of a disc's cells by volume."""
    total = 0.0
    for i in range(values.shape[1]):
        total += values[disc, i] * volume[disc, i]
    return total / volume[disc].sum()


@njit(cache=True, nogil=True, inline="always")
def _near_end(T, side, i):
    """Temperature a third of a disc in from an end: with it the flux is exact for a parabola
    through the end and the means of two discs."""
    j, k = (0, 1) if side == 0 else (T.shape[0] - 1, T.shape[0] - 2)
    return T[j, i] + END_SLOPE * (T[j, i] - T[k, i])


@njit(cache=True, nogil=True)
def _parts(own, mid):
    """Shares of its outermost cell that lie beneath each face, (nz, FACES)."""
    nz = own.shape[0]
    parts = np.empty((nz, FACES))
    for j in range(nz):
        for f in range(FACES):
            whole = 0.0
            for other in range(FACES):
                if mid == 0 or (other >= 2) == (f >= 2):
                    whole += own[j, other]
            parts[j, f] = own[j, f] / whole
    return parts


@njit(cache=True, nogil=True)
def _properties(T, W, enthalpy, conduct, volume, par, secant, rk, C):
    """Resistivities 1/k (mK/W) and heat capacities (J/K) of all cells as they are now."""
    nz, nr = T.shape
    moist = par[P_MOIST] > 0.0
    span = par[P_CRUST_FROM] - par[P_DRY_LIMIT]
    given = secant[0, 0] > 0.0
    for j in range(nz):
        for i in range(nr):
            x = max((T[j, i] - T_LOW) / T_STEP, 0.0)
            n = min(int(x), T_LAST)
            k = conduct[n] + (conduct[n + 1] - conduct[n]) * (x - n)
            cap = secant[j, i] if given else (enthalpy[n + 1] - enthalpy[n]) / T_STEP
            if moist:
                cap -= (par[P_WATER] - W[j, i]) * CP_WATER
                damp = min(1.0, max(0.0, (W[j, i] - par[P_DRY_LIMIT]) / span))
                k *= par[P_CRUST_K] + (1.0 - par[P_CRUST_K]) * damp
            C[j, i] = max(cap, 2.0e5) * volume[j, i]
            rk[j, i] = 1.0 / k


@njit(cache=True, nogil=True)
def _surface_laws(fields, cells, vapour, coats, env, par, around, dt, law):
    """Each face's law: h, t_eff, vapour rate, its slope, latent heat, film's share of the vapour,
    and the share of it that is wet, as a mean over the step.

    Convection, contact, radiation and evaporation, linear about the last surface.
    """
    W, rim, film, Ts = fields.W, fields.rim, fields.film, fields.Ts
    volume, skin, mid = cells.volume, cells.skin, cells.mid
    air, wall, node_c, steam = around
    steam_c = min(node_c, BOIL_C)
    nz, nr = W.shape
    moist = par[P_MOIST] > 0.0
    for f in range(SKINS):
        at = E_FACES + f * FACE_SIZE
        touch = env[at + F_CONTACT]
        h_free = env[at + F_H] * (1.0 - touch) * env[E_EASE]
        h_touch, h_steam = _touch(env, f)
        h_steam *= steam
        emissivity = min(1.0, env[at + F_EMISSIVITY] * (1.0 - touch) * env[E_EASE])
        glow = wall + env[at + F_HOTTER]
        escape = par[P_ESCAPE] * env[at + F_ESCAPE] * h_free / SCHMIDT_FACTOR * VAPOUR_GAS
        cell = _outer_cell(f, mid, nr)
        coat = coats[f]
        for j in range(0, nz, nz - 1 if f == END else 1):
            surface = Ts[j, f]
            h_rad = 0.0
            if emissivity > 0.0:
                g, t = glow + 273.15, surface + 273.15
                h_rad = emissivity * SIGMA * (g * g + t * t) * (g + t)
            h_all = h_free + h_touch + h_steam + h_rad
            pull = h_free * air + h_touch * node_c + h_steam * steam_c + h_rad * glow
            latent = 2.501e6 - 2400.0 * surface
            v0, v1, of_film, wet = 0.0, 0.0, 1.0, 0.0
            if moist:
                over = _look(vapour, surface) - env[E_STEAM]
                water = rim[j, f]
                if escape <= 0.0 or over <= 0.0:
                    wet = _wetness(film[j, f], water, coat, par)
                else:
                    full = escape * over
                    by_film = _mean_wet(max(0.0, film[j, f]), coat[C_FILM_REF], full, dt)
                    wet = by_film
                    if coat[C_SEEP] > 0.0 and by_film < 1.0:
                        # Water beneath the face, kg/m² of it; two-sided discs have two such skins.
                        deep = volume[j, cell] / skin[j] * (2.0 if mid > 0 else 1.0)
                        rest = (1.0 - by_film) * full
                        spare = max(0.0, water - par[P_DRY_LIMIT]) * deep
                        span = (par[P_MOIST_SKIN] - par[P_DRY_LIMIT]) * deep
                        wet += (1.0 - by_film) * _mean_wet(spare, span, rest, dt)
                    if wet > 0.0:
                        # gone(T) ≈ gone + slope (T − Ts) keeps a wet surface from ringing.
                        if surface < BOIL_C:
                            v1 = escape * wet * _slope(vapour, surface)
                            v0 = full * wet - v1 * surface
                        else:
                            # Still wet and past boiling: it only got there within this step. A
                            # chord brings it back; the tangent would throw it below the ice.
                            v1 = full * wet / (surface - CHORD_C)
                            v0 = -v1 * CHORD_C
                        of_film = by_film / wet
            if coat[C_SEEP] <= 0.0:
                of_film = 1.0
            h_all += v1 * latent
            pull -= v0 * latent
            # A face that meets nothing at all (physics overrides) still has a temperature.
            h_all = max(h_all, 1e-9)
            law[j, f, 0], law[j, f, 1], law[j, f, 2] = h_all, pull / h_all, v0
            law[j, f, 3], law[j, f, 4], law[j, f, 5] = v1, latent, of_film
            law[j, f, 6] = wet


@njit(cache=True, nogil=True)
def _heat_step(fields, cells, parts, matter, coats, env, par, around, dt, ready, work):
    """One alternating step of ``dt``; X becomes the new temperatures of the linear law.

    Returns heat in through the skin (J), latent heat taken there (J), vapour (kg), the enthalpy of
    what vapour the outermost cells gave (J), heat given to the faces by the node itself (J), and
    what steam would give them if it filled the vessel (J).
    ``secant`` (nz, nr) holds heat capacities to use instead of the local ones, J/m³K, if its first
    entry is not 0: across the latent heat of ice the local slope says nothing about the step.
    ``ready``: properties are constant and stand already.
    """
    T, W, rim, film, Ts = fields.T, fields.W, fields.rim, fields.film, fields.Ts
    volume, radial, inner, outer = cells.volume, cells.radial, cells.inner, cells.outer
    axial, end, skin, own = cells.axial, cells.end, cells.skin, cells.own
    half, shares, mid = cells.half, cells.shares, cells.mid
    enthalpy, conduct, vapour = matter.enthalpy, matter.conductivity, matter.vapour
    node_c = around.node_c
    steam_c = min(node_c, BOIL_C)
    rk, C, R, X, Ga, cc, dd, law, secant = work
    nz, nr = T.shape
    moist = par[P_MOIST] > 0.0
    rate = 2.0 / dt
    if not ready:
        _properties(T, W, enthalpy, conduct, volume, par, secant, rk, C)
        for j in range(nz - 1):
            for i in range(nr):
                Ga[j, i] = 2.0 * axial[j, i] / (rk[j, i] + rk[j + 1, i])
    _surface_laws(fields, cells, vapour, coats, env, par, around, dt, law)
    # First half: old temperatures along the joint, new ones in the section. What flows between two
    # discs is exact to the fourth order of their depth (Mitchell & Fairweather 1964): where their
    # difference changes, means of discs lie about the profile by a twelfth of that.
    # Not while anything is frozen: latent heat is no capacity that lies about a profile. Nor in
    # discs deeper than the joint is thick, where nothing flows along it.
    shallow = volume[0, 0] / end[0, 0] < half.max()
    sharpen = 1.0 / (6.0 * dt) if shallow and T.min() > ICY_C else 0.0
    R[:] = 0.0
    for j in range(nz - 1):
        for i in range(nr):
            flow = (Ga[j, i] + min(C[j, i], C[j + 1, i]) * sharpen) * (T[j + 1, i] - T[j, i])
            R[j, i] += flow
            R[j + 1, i] -= flow
    net_end = 0.0
    for side in range(2):
        j = 0 if side == 0 else nz - 1
        depth = volume[j, 0] / end[side, 0]
        h_end, t_end = law[j, END, 0], law[j, END, 1]
        for i in range(nr):
            u = 1.0 / (1.0 / h_end + depth * rk[j, i] / 3.0)
            flow = end[side, i] * u * (t_end - _near_end(T, side, i))
            R[j, i] += flow
            net_end += 0.5 * flow * dt
    heat, latent, vapour_kg, carried = 0.0, 0.0, 0.0, 0.0
    of_node, of_steam = 0.0, 0.0
    for j in range(nz):
        c, d = cc[j], dd[j]
        low = 0.0
        if mid > 0:
            to_skin = inner[0] * half[j] * rk[j, 0]
            low_pull = 0.0
            for f in range(2, FACES):
                u = skin[j] * shares[f] / (1.0 / law[j, f, 0] + coats[f, C_RESIST] + to_skin)
                low += u
                low_pull += u * law[j, f, 1]
        top, top_pull = 0.0, 0.0
        to_skin = outer[nr - 1] * half[j] * rk[j, nr - 1]
        for f in range(2 if mid > 0 else FACES):
            u = skin[j] * shares[f] / (1.0 / law[j, f, 0] + coats[f, C_RESIST] + to_skin)
            top += u
            top_pull += u * law[j, f, 1]
        G_in = 0.0
        c_before, d_before = 0.0, 0.0
        for i in range(nr):
            b = rate * C[j, i] + G_in
            rhs = rate * C[j, i] * T[j, i] + R[j, i] + G_in * d_before
            if i == 0 and mid > 0:
                b += low
                rhs += low_pull
            G_out = 0.0
            if i < nr - 1:
                G_out = radial[j, i] / (outer[i] * rk[j, i] + inner[i + 1] * rk[j, i + 1])
                b += G_out
            else:
                b += top
                rhs += top_pull
            inv = 1.0 / (b - G_in * c_before)
            c_before, d_before = G_out * inv, rhs * inv
            c[i], d[i] = c_before, d_before
            G_in = G_out
        X[j, nr - 1] = d[nr - 1]
        for i in range(nr - 2, -1, -1):
            X[j, i] = d[i] + c[i] * X[j, i + 1]
        for f in range(FACES):
            cell = _outer_cell(f, mid, nr)
            away = inner[0] if cell == 0 else outer[nr - 1]
            to_skin = away * half[j] * rk[j, cell] + coats[f, C_RESIST]
            flux = (law[j, f, 1] - X[j, cell]) / (1.0 / law[j, f, 0] + to_skin)
            surface = X[j, cell] + flux * to_skin
            size = skin[j] * shares[f]
            gone = (law[j, f, 2] + law[j, f, 3] * surface) * dt * size
            heat += flux * size * dt + gone * law[j, f, 4]
            latent += gone * law[j, f, 4]
            vapour_kg += gone
            Ts[j, f] = surface
            h_touch, h_steam = _touch(env, f)
            of_node += h_touch * (node_c - surface) * size * dt
            of_steam += h_steam * (steam_c - surface) * size * dt
            if moist:
                # A little more than there is leaves a debt, which the next water repays.
                # What condenses wets the film; it never enters the meat.
                of_film = law[j, f, 5] if gone > 0.0 else 1.0
                film[j, f] -= of_film * gone / own[j, f]
                inside = (1.0 - of_film) * gone / volume[j, cell]
                W[j, cell] -= inside
                rim[j, f] -= inside / parts[j, f]
                carried += (1.0 - of_film) * gone * CP_WATER * T[j, cell]
        # The radial part, which the second half sees unchanged: 2C/dt (T* − T) − axial part.
        for i in range(nr):
            R[j, i] = rate * C[j, i] * (2.0 * X[j, i] - T[j, i]) - R[j, i]
    # Second half: new temperatures along the joint.
    for j in range(nz):
        depth, h_end, t_end = 1.0, 1.0, 0.0
        ends = j == 0 or j == nz - 1
        side = 0 if j == 0 else 1
        if ends:
            depth = volume[j, 0] / end[side, 0]
            h_end, t_end = law[j, END, 0], law[j, END, 1]
        for i in range(nr):
            b = rate * C[j, i]
            rhs = R[j, i]
            beside = 0.0
            if ends:
                u = end[side, i] / (1.0 / h_end + depth * rk[j, i] / 3.0)
                beside = END_SLOPE * u
                b += u + beside
                rhs += u * t_end
            G_out = 0.0
            if j < nz - 1:
                G_out = Ga[j, i] - min(C[j, i], C[j + 1, i]) * sharpen
                b += G_out
                if j == 0:
                    G_out += beside
            if j > 0:
                G = Ga[j - 1, i] - min(C[j - 1, i], C[j, i]) * sharpen
                b += G
                if j == nz - 1:
                    G += beside
                inv = 1.0 / (b - G * cc[j - 1, i])
                rhs += G * dd[j - 1, i]
            else:
                inv = 1.0 / b
            cc[j, i] = G_out * inv
            dd[j, i] = rhs * inv
    for i in range(nr):
        X[nz - 1, i] = dd[nz - 1, i]
    for j in range(nz - 2, -1, -1):
        for i in range(nr):
            X[j, i] = dd[j, i] + cc[j, i] * X[j + 1, i]
    # End faces: mean of both halves; their evaporation by the same linear law.
    for side in range(2):
        j = 0 if side == 0 else nz - 1
        depth = volume[j, 0] / end[side, 0]
        h_end, t_end = law[j, END, 0], law[j, END, 1]
        size, warmth = 0.0, 0.0
        for i in range(nr):
            u = 1.0 / (1.0 / h_end + depth * rk[j, i] / 3.0)
            new = _near_end(X, side, i)
            net_end += 0.5 * end[side, i] * u * (t_end - new) * dt
            flux = 0.5 * u * (2.0 * t_end - new - _near_end(T, side, i))
            size += end[side, i]
            warmth += end[side, i] * (t_end - flux / h_end)
        Ts[j, END] = warmth / size
        gone = dt * (law[j, END, 2] * size + law[j, END, 3] * warmth)
        latent += gone * law[j, END, 4]
        heat += gone * law[j, END, 4]
        vapour_kg += gone
        h_touch, h_steam = _touch(env, END)
        of_node += h_touch * (node_c * size - warmth) * dt
        of_steam += h_steam * (steam_c * size - warmth) * dt
        if moist:
            of_film = law[j, END, 5] if gone > 0.0 else 1.0
            film[j, END] -= of_film * gone / size
            # The layer that dries first is as deep as the sides' outermost cell.
            layer = volume[j, nr - 1] / skin[j] * (2.0 if mid > 0 else 1.0)
            rim[j, END] = max(0.0, rim[j, END] - (1.0 - of_film) * gone / (size * layer))
            spare = 0.0
            for i in range(nr):
                spare += max(0.0, W[j, i] - par[P_DRY_LIMIT]) * volume[j, i]
            share = min((1.0 - of_film) * gone, spare) / max(spare, 1e-12)
            # What the linear law took beyond what there was stays a debt of the film.
            film[j, END] -= max(0.0, (1.0 - of_film) * gone - spare) / size
            for i in range(nr):
                # From each cell by what it still has to give.
                inside = share * max(0.0, W[j, i] - par[P_DRY_LIMIT])
                W[j, i] -= inside
                carried += inside * volume[j, i] * CP_WATER * T[j, i]
                for f in range(FACES):
                    if _outer_cell(f, mid, nr) == i:
                        rim[j, f] -= inside
    return heat + net_end, latent, vapour_kg, carried, of_node, of_steam


@njit(cache=True, nogil=True)
def _temperature_of(enthalpy, aim, lost, guess):
    """Temperature at which table(T) − lost·T is ``aim``: Newton, bracketed."""
    low, high = T_LOW, T_LOW + T_STEP * T_LAST
    guess = min(max(guess, low), high)
    for _ in range(40):
        miss = _look(enthalpy, guess) - lost * guess - aim
        cap = max(_slope(enthalpy, guess) - lost, 2.0e5)
        if abs(miss) < 1e-7 * cap:
            break
        if miss > 0.0:
            high = guess
        else:
            low = guess
        guess -= miss / cap
        if guess <= low or guess >= high:
            guess = 0.5 * (low + high)
    return guess


@njit(cache=True, nogil=True)
def _settle(T, W, X, C, volume, enthalpy, par):
    """New temperatures from the energy each cell took in: Newton on the enthalpy table."""
    nz, nr = T.shape
    moist = par[P_MOIST] > 0.0
    for j in range(nz):
        for i in range(nr):
            lost = (par[P_WATER] - W[j, i]) * CP_WATER if moist else 0.0
            aim = (
                _look(enthalpy, T[j, i]) - lost * T[j, i]
                + C[j, i] * (X[j, i] - T[j, i]) / volume[j, i]
            )  # fmt: skip
            T[j, i] = _temperature_of(enthalpy, aim, lost, X[j, i])


@njit(cache=True, nogil=True)
def _secants(T, X, C, volume, enthalpy, secant):
    """Mean heat capacity from T to where the energy of the last solution would bring each cell."""
    nz, nr = T.shape
    for j in range(nz):
        for i in range(nr):
            if T[j, i] > ICY_C and X[j, i] > ICY_C:
                # Thawed: the local capacity is right (and what its lost water took is not in it).
                secant[j, i] = _slope(enthalpy, T[j, i])
                continue
            start = _look(enthalpy, T[j, i])
            aim = start + C[j, i] * (X[j, i] - T[j, i]) / volume[j, i]
            guess = _temperature_of(enthalpy, aim, 0.0, T[j, i])
            if abs(guess - T[j, i]) > 1e-3:
                # Half-way from the last one: plain repetition swings about the latent heat.
                new = (_look(enthalpy, guess) - start) / (guess - T[j, i])
                old = C[j, i] / volume[j, i]
                secant[j, i] = math.sqrt(max(new, 2.0e5) * old)
            else:
                secant[j, i] = C[j, i] / volume[j, i]


@njit(cache=True, nogil=True)
def _misses(T, X, C, volume, enthalpy):
    """Largest gap between the linear law's temperatures and those the energy makes, K."""
    worst = 0.0
    for j in range(T.shape[0]):
        for i in range(T.shape[1]):
            if T[j, i] > ICY_C and X[j, i] > ICY_C:
                continue
            aim = _look(enthalpy, T[j, i]) + C[j, i] * (X[j, i] - T[j, i]) / volume[j, i]
            worst = max(worst, abs(X[j, i] - _temperature_of(enthalpy, aim, 0.0, T[j, i])))
    return worst


@njit(cache=True, nogil=True)
def _water_step(fields, cells, parts, matter, coats, env, par, dt):
    """Water seeps towards the drying skin, is expelled by the heat, and boils off at 100 °C.

    Returns kg that dripped.
    """
    T, W, rim, film, state = fields.T, fields.W, fields.rim, fields.film, fields.state
    volume, radial, inner, outer = cells.volume, cells.radial, cells.inner, cells.outer
    area, own, mid = cells.area, cells.own, cells.mid
    held, enthalpy = matter.held, matter.enthalpy
    nz, nr = T.shape
    seep = par[P_SEEP] * (env[E_SEEP] if env[E_SEEP] > 0.0 else 1.0)
    for j in range(nz):
        for i in range(nr - 1):
            # Outwards only: from the axis to the top, and on two-sided sections to the bottom.
            a, b = (i + 1, i) if i + 1 < mid else (i, i + 1)
            if i + 1 == mid or T[j, a] <= 0.0 or T[j, b] <= 0.0:
                continue
            rate = seep * radial[j, i] / (outer[i] + inner[i + 1])
            gone = 0.0
            if b == nr - 1 or (b == 0 and mid > 0):
                filled = 1.0 - math.exp(-rate * dt / volume[j, b])
                # Into the outermost cell: to each face by its own drought.
                for f in range(FACES):
                    if _outer_cell(f, mid, nr) == b and rim[j, f] < W[j, a]:
                        part = parts[j, f]
                        # The drought it feeds shrinks meanwhile: exactly, not by its first rate.
                        flow = part * volume[j, b] * (W[j, a] - rim[j, f]) * filled
                        rim[j, f] += flow / (part * volume[j, b])
                        gone += flow
            elif W[j, a] > W[j, b]:
                # No more than would level the two.
                shares = volume[j, a] * volume[j, b] / (volume[j, a] + volume[j, b])
                gone = (W[j, a] - W[j, b]) * shares * (1.0 - math.exp(-rate * dt / shares))
            if gone > 0.0:
                cap = (_slope(enthalpy, T[j, b]) - (par[P_WATER] - W[j, b]) * CP_WATER) * volume[
                    j, b
                ] + gone * CP_WATER
                W[j, a] -= gone / volume[j, a]
                W[j, b] += gone / volume[j, b]
                T[j, b] += gone * CP_WATER * (T[j, a] - T[j, b]) / cap
    share = 1.0 - math.exp(-dt / par[P_EXPEL_S])
    latent = 2.501e6 - 2400.0 * BOIL_C
    dripped = 0.0
    for j in range(nz):
        out = 0.0
        top_before, low_before = W[j, nr - 1], W[j, 0]
        end_disc = own[j, END] > 0.0
        mean_before = _mean_of(W, volume, j) if end_disc else 1.0
        if end_disc:
            # The ends' own drought: its water is the disc's, only how dry the layer is stands here.
            layer = volume[j, nr - 1] / (area[j] - own[j, END]) * (2.0 if mid > 0 else 1.0)
            if rim[j, END] < mean_before and T[j, 0] > 0.0:
                filled = 1.0 - math.exp(-seep * dt / (layer * layer))
                rim[j, END] += (mean_before - rim[j, END]) * filled
        for i in range(nr):
            if T[j, i] > 20.0:
                keep = par[P_WATER] * _look(held, T[j, i])
                if W[j, i] > keep:
                    gone = (W[j, i] - keep) * share
                    W[j, i] -= gone
                    out += gone * volume[j, i]
                    state[CARRIED] += gone * volume[j, i] * CP_WATER * T[j, i]
            if T[j, i] > BOIL_C and W[j, i] > par[P_DRY_LIMIT]:
                lost = (par[P_WATER] - W[j, i]) * CP_WATER
                above = T[j, i] - BOIL_C
                extra = _look(enthalpy, T[j, i]) - _look(enthalpy, BOIL_C) - lost * above
                gone = extra / (latent + CP_WATER * above)
                state[CARRIED] += (
                    min(gone, W[j, i] - par[P_DRY_LIMIT]) * volume[j, i] * (CP_WATER * T[j, i])
                )
                if gone <= W[j, i] - par[P_DRY_LIMIT]:
                    T[j, i] = BOIL_C
                else:
                    gone = W[j, i] - par[P_DRY_LIMIT]
                    cap = _slope(enthalpy, T[j, i]) - lost - gone * CP_WATER
                    T[j, i] -= gone * latent / max(cap, 2.0e5)
                W[j, i] -= gone
                state[LATENT] += gone * volume[j, i] * latent
                state[EVAPORATED] += gone * volume[j, i]
        # What left the outermost cell left it evenly.
        for f in range(FACES):
            cell = _outer_cell(f, mid, nr)
            before = low_before if cell == 0 else top_before
            if before > 0.0:
                rim[j, f] *= W[j, cell] / before
        if end_disc and mean_before > 0.0:
            rim[j, END] *= _mean_of(W, volume, j) / mean_before
        left = out
        for f in range(SKINS):
            size = own[j, f]
            if size <= 0.0:
                continue
            fed = par[P_FILM_SHARE] * coats[f, C_FEED] * out * size / area[j]
            film[j, f] += fed / size
            over = max(0.0, film[j, f] - coats[f, C_FILM_CAP])
            film[j, f] -= over
            left += over * size - fed
        dripped += left
    state[DRIPPED] += dripped
    return dripped


@njit(cache=True, nogil=True, inline="always")
def _wet(state):
    """Share of a lump's floor that is under water."""
    return min(1.0, state[NODE_KG] / WET_KG)


@njit(cache=True, nogil=True)
def _node_step(state, env, vapour, air, given, of_steam, dripped, dt):
    """The lump of tin, liquid or closed pot after a step in which it gave ``given`` J itself, and
    steam or liquid all over it would have given ``of_steam`` J.

    Where it is wet it pays for that. What boils besides condenses on the joint if the vessel is
    closed, as much as there is of it, and drips again; the rest leaves.
    """
    T = state[NODE_C]
    wet = _wet(state)
    before = wet + state[STEAM]
    given += wet * of_steam
    water = state[NODE_KG] + dripped + max(0.0, state[STEAM] * of_steam) / BOIL_J_KG
    cap = env[E_NODE_CAP] + water * CP_WATER
    ua = env[E_NODE_UA]
    latent = 2.501e6 - 2400.0 * T
    steam, slope = 0.0, 0.0
    if water > 0.0 and env[E_NODE_MOUTH] > 0.0:
        base = env[E_NODE_MOUTH] * MOUTH_H / SCHMIDT_FACTOR * VAPOUR_GAS
        steam = base * (_look(vapour, T) - env[E_STEAM])
        if steam > 0.0:
            # No more than there is.
            share = min(1.0, water / (steam * dt))
            steam *= share
            slope = base * share * _slope(vapour, T)
        else:
            steam = 0.0
    # Implicit in its own temperature: a light tin follows the air within a step.
    new = T + dt * (ua * (air - T) - given / dt - steam * latent) / (
        cap + dt * (ua + slope * latent)
    )
    gone = min(water, max(0.0, (steam + slope * (new - T)) * dt))
    boiled = 0.0
    if new > BOIL_C and water > 0.0:
        boiled = cap * (new - BOIL_C) / (2.501e6 - 2400.0 * BOIL_C)
        if boiled <= water - gone:
            new = BOIL_C
        else:
            left = boiled - (water - gone)
            boiled = water - gone
            new = BOIL_C + left * BOIL_J_KG / max(env[E_NODE_CAP], 100.0)
            new = min(new, max(air, BOIL_C))
    state[NODE_KG] = max(0.0, water - gone - boiled)
    state[NODE_C] = new
    state[STEAM] = 0.0
    if of_steam > 0.0 and env[E_FACES + F_CONTACT] > 0.0:
        state[STEAM] = min(1.0 - _wet(state), boiled * BOIL_J_KG / of_steam)
    if before >= 0.5 > _wet(state) + state[STEAM] and state[NODE_DRY_AT] < 0.0:
        state[NODE_DRY_AT] = state[TIME]


@njit(cache=True, nogil=True, inline="always")
def _tenfold(excess_c, z_c):
    return math.exp(LN10 * excess_c / z_c)


@njit(cache=True, nogil=True)
def _brown_step(
    Ts, brown, crisp, coats, env, par, air, wall, node_c, steam, law, dt
):  # fmt: skip
    """Browning and crispness of every face: time at heat while dry; steam softens again."""
    nz = Ts.shape[0]
    moist = par[P_MOIST] > 0.0
    keep = math.exp(-dt / env[E_SOFT_S]) if env[E_SOFT_S] > 0.0 else 1.0
    for f in range(SKINS):
        touch = env[E_FACES + f * FACE_SIZE + F_CONTACT]
        pan = touch > 0.0 and env[E_NODE] == FIXED_NODE
        hot = max(air, wall + env[E_FACES + f * FACE_SIZE + F_HOTTER])
        for j in range(0, nz, nz - 1 if f == END else 1):
            face = Ts[j, f]
            if pan:
                face = max(face, node_c - par[P_PAN_DROP])
            elif coats[f, C_SEEP] > 0.0:
                face += par[P_BUMPS] * (1.0 - touch) * max(0.0, hot - face)
            if brown[j, f] < 0.0:
                # Fat still gives its own water: from −1 it comes to 0 with the heat that takes.
                heat = law[j, f, 0] * max(0.0, law[j, f, 1] - FAT_DRIES_C)
                brown[j, f] = min(0.0, brown[j, f] + heat * dt / coats[f, C_MOIST_J])
            elif face > 50.0:
                dry = 1.0
                if pan:
                    dry = touch
                elif moist:
                    dry = max(0.0, 1.0 - law[j, f, 6])
                dry *= 1.0 - touch * steam
                if dry > 0.0:
                    brown[j, f] += (
                        dry * coats[f, C_BROWN] * par[P_BROWN_RATE] * dt
                        * _tenfold(face - par[P_BROWN_C], par[P_BROWN_Z])
                    )  # fmt: skip
                    crisp[j, f] += (
                        dry * dry * coats[f, C_CRISP_RATE] * dt
                        * _tenfold(face - coats[f, C_CRISP_C], coats[f, C_CRISP_Z])
                    )  # fmt: skip
            crisp[j, f] *= keep


@njit(cache=True, nogil=True, inline="always")
def _share(part, whole):
    """part / whole within 0 … 1; the whole step where nothing moved."""
    if whole <= 0.0:
        return 1.0
    return min(1.0, max(0.0, part / whole))


@njit(cache=True, nogil=True)
def advance(fields, cells, matter, coats, env, par, until, record, rows):
    """Carry the joint through one surrounding, until its goal or its end. Arrays change in place.

    Returns (status, rows): REACHED when the goal came before ``length_s``, TIMED_OUT when it did
    not, LOST when temperatures ran away, which only properties far from meat's can bring about.
    Lands on the goal by shortening the last step.
    """
    T, W, rim, film, Ts, brown, crisp, highest, state = fields
    length_s, goal, goal_value, goal_s = until
    volume, own, shares, mid = cells.volume, cells.own, cells.shares, cells.mid
    axis, per_square, core_disc = cells.axis, cells.per_square, cells.core_disc
    enthalpy = matter.enthalpy
    nz, nr = T.shape
    rk, C, R, X = np.empty((nz, nr)), np.empty((nz, nr)), np.empty((nz, nr)), np.empty((nz, nr))
    Ga, cc, dd = np.empty((nz, nr)), np.empty((nz, nr)), np.empty((nz, nr))
    law, secant = np.empty((nz, SKINS, 7)), np.zeros((nz, nr))
    work = Work(rk, C, R, X, Ga, cc, dd, law, secant)
    W1, rim1, film1, Ts1 = W.copy(), rim.copy(), film.copy(), Ts.copy()
    T0, W0, rim0, film0, Ts0 = T.copy(), W.copy(), rim.copy(), film.copy(), Ts.copy()
    brown0, crisp0, highest0, state0 = brown.copy(), crisp.copy(), highest.copy(), state.copy()
    moist, linear = par[P_MOIST] > 0.0, par[P_LINEAR] > 0.0
    total, parts = volume.sum(), _parts(own, mid)
    since, dt = 0.0, FIRST_DT
    ready = False
    if rows == 1:
        # The very first row: the joint has just met this air.
        record[0, R_AIR] = air_at(env, 0.0)[0]
    top = state[CORE]
    state[HELD_S] = 0.0
    shown_last = state[CORE] + par[P_PROBE] * _bend(T, per_square, core_disc, mid)
    if goal == GOAL_CORE and shown_last >= goal_value:
        return REACHED, rows
    if goal == GOAL_BROWN and brown[core_disc, 0] >= goal_value:
        return REACHED, rows
    if goal == GOAL_CRISP and crisp[core_disc, 0] >= goal_value:
        return REACHED, rows
    if goal == GOAL_TENDER and state[TENDER] >= goal_value:
        return REACHED, rows
    icy = T.min() < ICY_C and not linear
    while since < length_s - 1e-6:
        icy_dt = max(1.0, ICY_SHARE * par[P_MAX_DT])
        step = min(min(dt, icy_dt) if icy else dt, length_s - since)
        if length_s - since - step < 0.5 * step:
            step = length_s - since if length_s - since <= step else 0.5 * (length_s - since)
        if goal != GOAL_TIME:
            T0[:], W0[:], rim0[:], film0[:], Ts0[:] = T, W, rim, film, Ts
            brown0[:], crisp0[:], highest0[:], state0[:] = brown, crisp, highest, state
        fraction = 1.0
        for attempt in range(2):
            go = step * fraction
            node_c = state[NODE_C]
            steam = 0.0
            if env[E_NODE] == LUMP_NODE:
                steam = _wet(state) + state[STEAM]
            while True:
                air, wall = air_at(env, since + 0.5 * go)
                env[E_EASE] = 1.0
                if env[E_DRIFT] != 0.0:
                    env[E_EASE] = math.exp(env[E_DRIFT] * drift_share(state[TIME] + 0.5 * go))
                if env[E_LATER] != 0.0 and state[TIME] >= env[E_LATER_S] - 1.0:
                    env[E_EASE] *= math.exp(env[E_LATER])
                around = Around(air, wall, node_c, steam)
                secant[0, 0] = 0.0
                if icy:
                    W1[:], rim1[:], film1[:], Ts1[:] = W, rim, film, Ts
                for n_round in range(ICY_ROUNDS if icy else 1):
                    if n_round > 0:
                        _secants(T, X, C, volume, enthalpy, secant)
                        W[:], rim[:], film[:], Ts[:] = W1, rim1, film1, Ts1
                    heat, latent, vapour_kg, carried, given, of_steam = _heat_step(
                        fields, cells, parts, matter, coats, env, par, around, go, ready, work
                    )
                if not icy or go <= ICY_LEAST_S or _misses(T, X, C, volume, enthalpy) < ICY_MISS_C:
                    break
                # The capacities have not settled on this step: take a shorter one.
                W[:], rim[:], film[:], Ts[:] = W1, rim1, film1, Ts1
                go *= 0.25
                step = go
            if linear:
                T[:] = X
                ready = True
            else:
                _settle(T, W, X, C, volume, enthalpy, par)
            state[HEAT_IN] += heat
            state[LATENT] += latent
            state[CARRIED] += carried
            state[EVAPORATED] += vapour_kg
            dripped = 0.0
            if moist:
                dripped = _water_step(fields, cells, parts, matter, coats, env, par, go)
                _brown_step(Ts, brown, crisp, coats, env, par, air, wall, node_c, steam, law, go)
            if env[E_NODE] == LUMP_NODE:
                _node_step(state, env, matter.vapour, air, given, of_steam, dripped, go)
            before = state[CORE]
            core = read_core(T, axis, core_disc, mid)
            middle = 0.5 * (core + before)
            state[TENDER] += (
                par[P_TENDER_RATE] * _tenfold(middle - par[P_TENDER_C], par[P_TENDER_Z]) * go
            )
            shown = core + par[P_PROBE] * _bend(T, per_square, core_disc, mid)
            shown_before = shown_last
            done = False
            part = 1.0
            if goal == GOAL_CORE and shown >= goal_value:
                done = True
                part = _share(goal_value - shown_before, shown - shown_before)
            elif goal == GOAL_FALLING and core <= max(top, before) - FALL_C:
                done = True
                high = max(top, before)
                part = _share(before - (high - FALL_C), before - core)
            elif goal == GOAL_HELD and core >= goal_value:
                start = 0.0
                if before < goal_value:
                    start = _share(goal_value - before, core - before)
                if state[HELD_S] + (1.0 - start) * go >= goal_s:
                    done = True
                    part = start + (goal_s - state[HELD_S]) / go
            elif goal == GOAL_BROWN and brown[core_disc, 0] >= goal_value:
                done = True
                had = brown0[core_disc, 0]
                part = _share(goal_value - had, brown[core_disc, 0] - had)
            elif goal == GOAL_CRISP and crisp[core_disc, 0] >= goal_value:
                done = True
                had = crisp0[core_disc, 0]
                part = _share(goal_value - had, crisp[core_disc, 0] - had)
            elif goal == GOAL_TENDER and state[TENDER] >= goal_value:
                done = True
                part = _share(goal_value - state0[TENDER], state[TENDER] - state0[TENDER])
            if done and attempt == 0 and part < 0.999:
                fraction = max(part, 1e-3)
                T[:], W[:], rim[:], film[:], Ts[:] = T0, W0, rim0, film0, Ts0
                brown[:], crisp[:], highest[:], state[:] = brown0, crisp0, highest0, state0
                continue
            break
        since += go
        state[TIME] += go
        shown_last = shown
        if core >= goal_value:
            # Only what of the step lay above counts.
            below = _share(goal_value - before, core - before) if before < goal_value else 0.0
            state[HELD_S] += (1.0 - below) * go
        else:
            state[HELD_S] = 0.0
        top = max(top, core)
        if core > state[PEAK]:
            state[PEAK], state[PEAK_TIME] = core, state[TIME]
        state[CORE] = core
        state[LETHALITY] += _tenfold(middle - par[P_D_C], par[P_D_Z]) / par[P_D] * go / 60.0
        if 10.0 <= middle <= 54.0:
            state[WARM_S] += go
        mean, coldest = 0.0, 1e9
        for j in range(nz):
            for i in range(nr):
                mean += T[j, i] * volume[j, i]
                highest[j, i] = max(highest[j, i], T[j, i])
                coldest = min(coldest, T[j, i])
        if not -LOST_C < mean / total < LOST_C:
            return LOST, rows
        icy = coldest < ICY_C and not linear
        state[AIR], state[WALL] = air_at(env, since)
        state[MEAN] = mean / total
        state[SURFACE] = 0.0
        for f in range(FACES):
            state[SURFACE] += shares[f] * Ts[nz // 2, f]
        near = _on_axis(T, cells.thin_disc, mid, axis)
        far = _on_axis(T, cells.thin_disc + 1, mid, axis)
        state[THIN_END] = near + (far - near) * cells.thin_share
        if rows == record.shape[0]:
            # Full: every second row of the past makes room, and nothing of what comes is lost.
            rows = (rows + 1) // 2
            for n in range(1, rows):
                record[n] = record[2 * n]
        if rows < record.shape[0]:
            record[rows, R_TIME], record[rows, R_AIR] = state[TIME], state[AIR]
            record[rows, R_SURFACE], record[rows, R_CORE] = state[SURFACE], core
            record[rows, R_THIN_END], record[rows, R_MEAN] = state[THIN_END], state[MEAN]
            record[rows, R_BEND] = _bend(T, per_square, core_disc, mid)
            rows += 1
        if done:
            return REACHED, rows
        dt = min(dt * DT_GROWTH, max(par[P_MAX_DT], min(par[P_LATE_STEP], 0.03 * since)))
    return TIMED_OUT, rows
