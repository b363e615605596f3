"""The kernel: heat in a stack of discs, with water that leaves it. Compiled; keep it in one file.

Scheme: alternating directions (Peaceman & Rachford 1955), second order in time, on enthalpy. The
two half steps share one set of radial fluxes, so what crosses the skin is known to the last joule
and the energy balance is a tally, not an estimate. Water that leaves takes its enthalpy with it,
so leaving changes no temperature. numba's cache does not notice a change in a helper of another
file, therefore everything compiled lives here.

Arrays are documented in ``geometry.Body`` and ``properties.PropertyTables``.
"""

from __future__ import annotations

import math

import numpy as np
from numba import njit

# Slots of the state vector.
TIME, HEAT_IN, LATENT, CARRIED, EVAPORATED, DRIPPED = 0, 1, 2, 3, 4, 5
LETHALITY, TENDER, PEAK, PEAK_TIME, CORE, SURFACE = 6, 7, 8, 9, 10, 11
THIN_END, MEAN, AIR, WARM_S, HELD_S = 12, 13, 14, 15, 16
STATE_SIZE = 17

# Slots of a surrounding (one stage).
E_START, E_TARGET, E_TAU, E_DIP, E_DIP_TAU, E_H, E_EMISSIVITY = 0, 1, 2, 3, 4, 5, 6
E_STEAM, E_ESCAPE, E_CONTACT, E_CONTACT_H, E_CONTACT_C, E_LIMIT = 7, 8, 9, 10, 11, 12
ENV_SIZE = 13

# Slots of the constants of water, browning and the like (thermal.surface fills them).
P_WATER, P_DRY_LIMIT, P_EXPEL_S, P_FILM_SHARE, P_FILM_REF, P_FILM_CAP = 0, 1, 2, 3, 4, 5
P_ESCAPE, P_MOIST, P_BROWN_RATE, P_BROWN_C, P_BROWN_Z = 6, 7, 8, 9, 10
P_TENDER_RATE, P_TENDER_C, P_TENDER_Z, P_D, P_D_C, P_D_Z, P_MAX_DT = 11, 12, 13, 14, 15, 16, 17
P_SEEP, P_MOIST_SKIN, P_CRUST_FROM, P_CRUST_K = 18, 19, 20, 21
P_TOP_FACE, P_PAN_DROP, P_PROBE = 22, 23, 24
PARAM_SIZE = 25

GOAL_TIME, GOAL_CORE, GOAL_FALLING, GOAL_HELD = 0, 1, 2, 3
REACHED, TIMED_OUT = 1, 0

RECORD = 7  # time, air, surface, core, thin end, mean, bend (rise towards ξ² = 1 at the core)
T_LOW, T_STEP, T_LAST = -45.0, 0.25, 1499
CP_WATER = 4190.0
SIGMA = 5.670374e-8
BOIL_C = 100.0
FALL_C = 0.2
SCHMIDT_FACTOR = 909.0  # rho cp Le^(2/3) of air near 80 °C, J/m³K
VAPOUR_GAS = 6.19e-6  # M/(R T) of vapour at 350 K, kg/m³Pa
FIRST_DT, DT_GROWTH = 1.0, 1.25
ICY_C, ICY_SHARE, ICY_ROUNDS, ICY_MISS_C, ICY_LEAST_S = 0.5, 0.33, 4, 4.0, 0.5


@njit(cache=True, nogil=True, inline="always")
def _look(table, temp_c):
    x = (temp_c - T_LOW) / T_STEP
    if x < 0.0:
        x = 0.0
    i = int(x)
    if i > T_LAST:
        i = T_LAST
    return table[i] + (table[i + 1] - table[i]) * (x - i)


@njit(cache=True, nogil=True, inline="always")
def _slope(table, temp_c):
    x = (temp_c - T_LOW) / T_STEP
    i = int(max(x, 0.0))
    if i > T_LAST:
        i = T_LAST
    return (table[i + 1] - table[i]) / T_STEP


@njit(cache=True, nogil=True, inline="always")
def air_at(env, since_s):
    """Air in °C, ``since_s`` seconds into a surrounding: slow lag plus the dip of the door."""
    start, target, tau = env[E_START], env[E_TARGET], env[E_TAU]
    if tau <= 0.0:
        slow = target
    elif target > start:
        # Heating: full power towards a limit beyond the target, then held there.
        slow = min(target, env[E_LIMIT] - (env[E_LIMIT] - start) * math.exp(-since_s / tau))
    else:
        slow = target + (start - target) * math.exp(-since_s / tau)
    if env[E_DIP] > 0.0:
        return slow - env[E_DIP] * math.exp(-since_s / env[E_DIP_TAU]), slow
    return slow, slow


@njit(cache=True, nogil=True)
def read_core(T, axis, disc):
    """Temperature of the centre itself, not the mean of its cell."""
    nz = T.shape[0]
    here = T[disc, 0] - (T[disc, 1] - T[disc, 0]) * axis
    if disc == 0 or disc == nz - 1:
        return here
    before = T[disc - 1, 0] - (T[disc - 1, 1] - T[disc - 1, 0]) * axis
    after = T[disc + 1, 0] - (T[disc + 1, 1] - T[disc + 1, 0]) * axis
    return here - (before - 2.0 * here + after) / 24.0


@njit(cache=True, nogil=True, inline="always")
def _wetness(film, water, par):
    """Share of the skin that evaporates like open water, and the part of it that is film."""
    by_film = min(1.0, max(0.0, film / par[P_FILM_REF]))
    seep = (water - par[P_DRY_LIMIT]) / (par[P_MOIST_SKIN] - par[P_DRY_LIMIT])
    return by_film + (1.0 - by_film) * min(1.0, max(0.0, seep)), by_film


@njit(cache=True, nogil=True)
def _heat_step(
    T, W, film, Ts, volume, radial, inner, outer, axial, end, skin, half,
    enthalpy, conduct, vapour, env, par, air, wall, dt, k, C, R, X, a, b, c, d, law, secant,
):  # fmt: skip
    """One alternating step of ``dt``; X becomes the new temperatures of the linear law.

    Returns heat in through the skin (J), latent heat taken there (J), vapour (kg), and the
    enthalpy of what vapour the outermost cell gave (J).
    ``secant`` (nz, nr) holds heat capacities to use instead of the local ones, J/m³K, if its first
    entry is not 0: across the latent heat of ice the local slope says nothing about the step.
    ``law`` (nz, 7) keeps each disc's surface law: h, t_eff, vapour rate, its slope, latent heat,
    h without evaporation, share of the vapour that comes from the film.
    """
    nz, nr = T.shape
    moist = par[P_MOIST] > 0.0
    rate = 2.0 / dt
    for j in range(nz):
        for i in range(nr):
            k[j, i] = _look(conduct, T[j, i])
            cap = secant[j, i] if secant[0, 0] > 0.0 else _slope(enthalpy, T[j, i])
            if moist:
                cap -= (par[P_WATER] - W[j, i]) * CP_WATER
                span = par[P_CRUST_FROM] - par[P_DRY_LIMIT]
                damp = min(1.0, max(0.0, (W[j, i] - par[P_DRY_LIMIT]) / span))
                k[j, i] *= par[P_CRUST_K] + (1.0 - par[P_CRUST_K]) * damp
            C[j, i] = max(cap, 2.0e5) * volume[j, i]
            R[j, i] = 0.0
    contact = env[E_CONTACT]
    h_free, h_touch = env[E_H] * (1.0 - contact), env[E_CONTACT_H] * contact
    # Surface laws: convection, contact, radiation and evaporation, linear about the last surface.
    for j in range(nz):
        h_rad = (
            env[E_EMISSIVITY] * (1.0 - contact) * SIGMA
            * ((wall + 273.15) ** 2 + (Ts[j] + 273.15) ** 2) * (wall + Ts[j] + 546.3)
        )  # fmt: skip
        h_all = h_free + h_touch + h_rad
        pull = h_free * air + h_touch * env[E_CONTACT_C] + h_rad * wall
        law[j, 4] = 2.501e6 - 2400.0 * Ts[j]
        law[j, 2], law[j, 3], law[j, 5], law[j, 6] = 0.0, 0.0, h_all, 0.0
        if moist:
            wet, by_film = _wetness(film[j], W[j, nr - 1], par)
            base = par[P_ESCAPE] * env[E_ESCAPE] * wet * h_free / SCHMIDT_FACTOR * VAPOUR_GAS
            gone = base * (_look(vapour, Ts[j]) - env[E_STEAM])
            area = skin[j]
            if j == 0:
                area += end[0].sum()
            if j == nz - 1:
                area += end[1].sum()
            there = max(0.0, film[j])
            there += max(0.0, W[j, nr - 1] - par[P_DRY_LIMIT]) * volume[j, nr - 1] / area
            if gone * dt > 0.5 * there:
                # No more goes than there is: the rest of the step would be a debt.
                law[j, 2] = 0.5 * there / dt
                law[j, 6] = by_film / wet if wet > 0.0 else 0.0
            elif gone > 0.0:
                # gone(T) ≈ gone + slope (T − Ts) keeps a wet surface from ringing.
                slope = base * _slope(vapour, Ts[j])
                law[j, 2], law[j, 3] = gone - slope * Ts[j], slope
                law[j, 6] = by_film / wet
            h_all += law[j, 3] * law[j, 4]
            pull -= law[j, 2] * law[j, 4]
        law[j, 0], law[j, 1] = h_all, pull / h_all
    # First half: old temperatures along the joint, new ones in the section.
    for j in range(nz - 1):
        for i in range(nr):
            flow = axial[j, i] / (0.5 / k[j, i] + 0.5 / k[j + 1, i]) * (T[j + 1, i] - T[j, i])
            R[j, i] += flow
            R[j + 1, i] -= flow
    net_end = 0.0
    for side in range(2):
        j = 0 if side == 0 else nz - 1
        depth = volume[j, 0] / end[side, 0]
        for i in range(nr):
            u = 1.0 / (1.0 / law[j, 0] + 0.5 * depth / k[j, i])
            flow = end[side, i] * u * (law[j, 1] - T[j, i])
            R[j, i] += flow
            net_end += 0.5 * flow * dt
    heat, latent, vapour_kg, carried = 0.0, 0.0, 0.0, 0.0
    for j in range(nz):
        for i in range(nr):
            a[i], c[i] = 0.0, 0.0
            b[i] = rate * C[j, i]
            d[i] = rate * C[j, i] * T[j, i] + R[j, i]
        for i in range(nr - 1):
            G = radial[j, i] / (outer[i] / k[j, i] + inner[i + 1] / k[j, i + 1])
            b[i] += G
            b[i + 1] += G
            c[i] = -G
            a[i + 1] = -G
        to_skin = outer[nr - 1] * half[j] / k[j, nr - 1]
        u = 1.0 / (1.0 / law[j, 0] + to_skin)
        b[nr - 1] += u * skin[j]
        d[nr - 1] += u * skin[j] * law[j, 1]
        for i in range(1, nr):
            m = a[i] / b[i - 1]
            b[i] -= m * c[i - 1]
            d[i] -= m * d[i - 1]
        X[j, nr - 1] = d[nr - 1] / b[nr - 1]
        for i in range(nr - 2, -1, -1):
            X[j, i] = (d[i] - c[i] * X[j, i + 1]) / b[i]
        flux = u * (law[j, 1] - X[j, nr - 1])
        surface = X[j, nr - 1] + flux * to_skin
        gone = (law[j, 2] + law[j, 3] * surface) * dt * skin[j]
        dry = h_free * air + h_touch * env[E_CONTACT_C]
        h_rad = law[j, 5] - h_free - h_touch
        heat += (dry + h_rad * wall - law[j, 5] * surface) * skin[j] * dt
        latent += gone * law[j, 4]
        vapour_kg += gone
        if moist:
            # A little more than there is leaves a debt, which the next water repays.
            area = skin[j]
            if j == 0:
                area += end[0].sum()
            if j == nz - 1:
                area += end[1].sum()
            # What condenses wets the film; it never enters the meat.
            of_film = law[j, 6] if gone > 0.0 else 1.0
            film[j] -= of_film * gone / area
            W[j, nr - 1] -= (1.0 - of_film) * gone / volume[j, nr - 1]
            carried += (1.0 - of_film) * gone * CP_WATER * T[j, nr - 1]
        Ts[j] = surface
        # The radial part, which the second half sees unchanged: 2C/dt (T* − T) − axial part.
        for i in range(nr):
            R[j, i] = rate * C[j, i] * (2.0 * X[j, i] - T[j, i]) - R[j, i]
    # Second half: new temperatures along the joint.
    for i in range(nr):
        for j in range(nz):
            a[j], c[j] = 0.0, 0.0
            b[j] = rate * C[j, i]
            d[j] = R[j, i]
        for j in range(nz - 1):
            G = axial[j, i] / (0.5 / k[j, i] + 0.5 / k[j + 1, i])
            b[j] += G
            b[j + 1] += G
            c[j] = -G
            a[j + 1] = -G
        for side in range(2):
            j = 0 if side == 0 else nz - 1
            depth = volume[j, 0] / end[side, 0]
            u = end[side, i] / (1.0 / law[j, 0] + 0.5 * depth / k[j, i])
            b[j] += u
            d[j] += u * law[j, 1]
        for j in range(1, nz):
            m = a[j] / b[j - 1]
            b[j] -= m * c[j - 1]
            d[j] -= m * d[j - 1]
        X[nz - 1, i] = d[nz - 1] / b[nz - 1]
        for j in range(nz - 2, -1, -1):
            X[j, i] = (d[j] - c[j] * X[j + 1, i]) / b[j]
    # End faces: mean of both halves; their evaporation by the same linear law.
    for side in range(2):
        j = 0 if side == 0 else nz - 1
        depth = volume[j, 0] / end[side, 0]
        face, gone = 0.0, 0.0
        for i in range(nr):
            u = 1.0 / (1.0 / law[j, 0] + 0.5 * depth / k[j, i])
            net_end += 0.5 * end[side, i] * u * (law[j, 1] - X[j, i]) * dt
            flux = 0.5 * u * (2.0 * law[j, 1] - X[j, i] - T[j, i])
            at_face = law[j, 1] - flux / law[j, 0]
            gone += (law[j, 2] + law[j, 3] * at_face) * dt * end[side, i]
            face += end[side, i]
        latent += gone * law[j, 4]
        heat += gone * law[j, 4]
        vapour_kg += gone
        if moist:
            of_film = law[j, 6] if gone > 0.0 else 1.0
            film[j] -= of_film * gone / (face + skin[j])
            W[j, nr - 1] -= (1.0 - of_film) * gone / volume[j, nr - 1]
            carried += (1.0 - of_film) * gone * CP_WATER * T[j, nr - 1]
    return heat + net_end, latent, vapour_kg, carried


@njit(cache=True, nogil=True, inline="always")
def _bend(T, per_square, disc):
    """How far the section rises above its axis at ξ² = 1, read off the two innermost cells."""
    return (T[disc, 1] - T[disc, 0]) * per_square


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
def _water_step(
    T, W, film, volume, radial, inner, outer, skin, end, held, enthalpy, par, dt, state
):  # fmt: skip
    """Water seeps towards the drying skin, is expelled by the heat, and boils off at 100 °C."""
    nz, nr = T.shape
    for j in range(nz):
        for i in range(nr - 1):
            seep = par[P_SEEP] * radial[j, i] / (outer[i] + inner[i + 1]) * (W[j, i] - W[j, i + 1])
            if seep > 0.0 and T[j, i + 1] > 0.0 and T[j, i] > 0.0:
                gone = seep * dt
                cap = (
                    _slope(enthalpy, T[j, i + 1]) - (par[P_WATER] - W[j, i + 1]) * CP_WATER
                ) * volume[j, i + 1] + gone * CP_WATER
                W[j, i] -= gone / volume[j, i]
                W[j, i + 1] += gone / volume[j, i + 1]
                T[j, i + 1] += gone * CP_WATER * (T[j, i] - T[j, i + 1]) / cap
    share = 1.0 - math.exp(-dt / par[P_EXPEL_S])
    for j in range(nz):
        out = 0.0
        for i in range(nr):
            keep = par[P_WATER] * _look(held, T[j, i])
            if W[j, i] > keep:
                gone = (W[j, i] - keep) * share
                W[j, i] -= gone
                out += gone * volume[j, i]
                state[CARRIED] += gone * volume[j, i] * CP_WATER * T[j, i]
            if T[j, i] > BOIL_C and W[j, i] > par[P_DRY_LIMIT]:
                lost = (par[P_WATER] - W[j, i]) * CP_WATER
                above = T[j, i] - BOIL_C
                latent = 2.501e6 - 2400.0 * BOIL_C
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
        area = skin[j]
        if j == 0:
            area += end[0].sum()
        if j == nz - 1:
            area += end[1].sum()
        fed = par[P_FILM_SHARE] * out
        film[j] += fed / area
        over = max(0.0, film[j] - par[P_FILM_CAP])
        film[j] -= over
        state[DRIPPED] += out - fed + over * area


@njit(cache=True, nogil=True, inline="always")
def _share(part, whole):
    """part / whole within 0 … 1; the whole step where nothing moved."""
    if whole <= 0.0:
        return 1.0
    return min(1.0, max(0.0, part / whole))


@njit(cache=True, nogil=True)
def advance(
    T, W, film, Ts, brown, highest, state,
    volume, radial, inner, outer, axial, end, skin, half, axis, per_square,
    core_disc, thin_disc, thin_share,
    enthalpy, conduct, held, vapour, env, par, length_s, goal, goal_value, goal_s, record, rows,
):  # fmt: skip
    """Carry the joint through one surrounding, until its goal or its end. Arrays change in place.

    Returns (status, rows): REACHED when the goal came before ``length_s``, else TIMED_OUT.
    Lands on the goal by shortening the last step.
    """
    nz, nr = T.shape
    n = max(nz, nr)
    k, C, R, X = np.empty((nz, nr)), np.empty((nz, nr)), np.empty((nz, nr)), np.empty((nz, nr))
    a, b, c, d = np.empty(n), np.empty(n), np.empty(n), np.empty(n)
    law, secant = np.empty((nz, 7)), np.zeros((nz, nr))
    W1, film1, Ts1 = W.copy(), film.copy(), Ts.copy()
    T0, W0, film0, Ts0 = T.copy(), W.copy(), film.copy(), Ts.copy()
    brown0, highest0, state0 = brown.copy(), highest.copy(), state.copy()
    total = volume.sum()
    since, dt = 0.0, FIRST_DT
    if rows == 1:
        # The very first row: the joint has just met this air.
        record[0, 1] = air_at(env, 0.0)[0]
    top = state[CORE]
    state[HELD_S] = 0.0
    shown_last = state[CORE] + par[P_PROBE] * _bend(T, per_square, core_disc)
    if goal == GOAL_CORE and shown_last >= goal_value:
        return REACHED, rows
    while since < length_s - 1e-6:
        icy = T.min() < ICY_C
        icy_dt = max(1.0, ICY_SHARE * par[P_MAX_DT])
        step = min(min(dt, icy_dt) if icy else dt, length_s - since)
        if length_s - since - step < 0.5 * step:
            step = length_s - since if length_s - since <= step else 0.5 * (length_s - since)
        if goal != GOAL_TIME:
            T0[:], W0[:], film0[:], Ts0[:] = T, W, film, Ts
            brown0[:], highest0[:], state0[:] = brown, highest, state
        fraction = 1.0
        for attempt in range(2):
            go = step * fraction
            while True:
                air, wall = air_at(env, since + 0.5 * go)
                secant[0, 0] = 0.0
                W1[:], film1[:], Ts1[:] = W, film, Ts
                for n_round in range(ICY_ROUNDS if icy else 1):
                    if n_round > 0:
                        _secants(T, X, C, volume, enthalpy, secant)
                        W[:], film[:], Ts[:] = W1, film1, Ts1
                    heat, latent, vapour_kg, carried = _heat_step(
                        T, W, film, Ts, volume, radial, inner, outer, axial, end, skin, half,
                        enthalpy, conduct, vapour, env, par, air, wall, go,
                        k, C, R, X, a, b, c, d, law, secant,
                    )  # fmt: skip
                if not icy or go <= ICY_LEAST_S or _misses(T, X, C, volume, enthalpy) < ICY_MISS_C:
                    break
                # The capacities have not settled on this step: take a shorter one.
                W[:], film[:], Ts[:] = W1, film1, Ts1
                go *= 0.25
                step = go
            _settle(T, W, X, C, volume, enthalpy, par)
            state[HEAT_IN] += heat
            state[LATENT] += latent
            state[CARRIED] += carried
            state[EVAPORATED] += vapour_kg
            if par[P_MOIST] > 0.0:
                _water_step(
                    T, W, film, volume, radial, inner, outer, skin, end,
                    held, enthalpy, par, go, state,
                )  # fmt: skip
            before = state[CORE]
            core = read_core(T, axis, core_disc)
            shown = core + par[P_PROBE] * _bend(T, per_square, core_disc)
            shown_before = shown_last
            done = False
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
            if done and attempt == 0 and part < 0.999:
                fraction = max(part, 1e-3)
                T[:], W[:], film[:], Ts[:] = T0, W0, film0, Ts0
                brown[:], highest[:], state[:] = brown0, highest0, state0
                continue
            break
        since += go
        state[TIME] += go
        shown_last = shown
        if core >= goal_value:
            state[HELD_S] += go
        else:
            state[HELD_S] = 0.0
        top = max(top, core)
        if core > state[PEAK]:
            state[PEAK], state[PEAK_TIME] = core, state[TIME]
        middle = 0.5 * (core + before)
        state[CORE] = core
        state[LETHALITY] += 10.0 ** ((middle - par[P_D_C]) / par[P_D_Z]) / par[P_D] * go / 60.0
        state[TENDER] += (
            par[P_TENDER_RATE] * 10.0 ** ((middle - par[P_TENDER_C]) / par[P_TENDER_Z]) * go
        )
        if 10.0 <= middle <= 54.0:
            state[WARM_S] += go
        mean = 0.0
        state[AIR] = air_at(env, since)[0]
        for j in range(nz):
            wet = _wetness(film[j], W[j, nr - 1], par)[0] if par[P_MOIST] > 0.0 else 0.0
            # The open top face runs nearer to the air than the mean of the skin does.
            face, dry = Ts[j] + par[P_TOP_FACE] * (state[AIR] - Ts[j]), 1.0 - wet
            if env[E_CONTACT] > 0.0:
                face, dry = env[E_CONTACT_C] - par[P_PAN_DROP], env[E_CONTACT]
            brown[j] += (
                dry * par[P_BROWN_RATE]
                * 10.0 ** ((face - par[P_BROWN_C]) / par[P_BROWN_Z]) * go
            )  # fmt: skip
            for i in range(nr):
                mean += T[j, i] * volume[j, i]
                if T[j, i] > highest[j, i]:
                    highest[j, i] = T[j, i]
        state[MEAN] = mean / total
        state[SURFACE] = Ts[nz // 2]
        near = T[thin_disc, 0] - (T[thin_disc, 1] - T[thin_disc, 0]) * axis
        far = T[thin_disc + 1, 0] - (T[thin_disc + 1, 1] - T[thin_disc + 1, 0]) * axis
        state[THIN_END] = near + (far - near) * thin_share
        if rows < record.shape[0]:
            record[rows, 0], record[rows, 1] = state[TIME], state[AIR]
            record[rows, 2], record[rows, 3] = state[SURFACE], core
            record[rows, 4], record[rows, 5] = state[THIN_END], state[MEAN]
            record[rows, 6] = _bend(T, per_square, core_disc)
            rows += 1
        if done:
            return REACHED, rows
        dt = min(dt * DT_GROWTH, par[P_MAX_DT])
    return TIMED_OUT, rows
