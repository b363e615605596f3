"""A pretend joint in a pretend oven, with a truth of its own: for the demo, practice and tests.

Deliberately another model than the core's: explicit in time, even cells, constant properties but
for a straight line in the diffusivity, a film fed by what heat expels, a thermostat that swings,
one radius for the section. Its skin by default is one of those that take, climb and lose what the
field knows (``bench.skins``).
It never uses the planner's or the follow-up's code, so that agreement with them means something.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
ALPHA_M2_S, ALPHA_PER_C, K_W_MK = 1.30e-7, 0.0022, 0.47
NR, NZ = 16, 18
STEP_S = 5.0
LATENT_J_KG = 2.3e6
DOOR_TAU_S, OFF_TAU_MIN = 60.0, 45.0
WATER_KG_M3 = 760.0
SIGMA = 5.67e-8
BROWNS_C, BROWNS_TWICE_C = 140.0, 10.0
"""A skin so hot colours by one a minute; so much hotter, twice as fast. Estimate."""
REST_WET = 0.8
"""Share of the rate of open water at which a resting skin evaporates. Estimate: 2 kg lose 20 to
40 g under a loose tent."""


@dataclass(frozen=True, kw_only=True)
class Truth:
    """What is really so. Lengths mm, temperatures °C, ``h`` W/m²K; ``probe_mm`` off the axis;
    its skin is a film fed by ``feed`` of what hot meat expels within ``expel_min``; the film in
    kg/m² at first, where it counts as wet all over and at most, and its share of the rate of open
    water. ``stall_c``: the oven gets no hotter; ``fat_from_min`` … ``fat_to_min``: the tip sits
    in fat and reads ``fat_c`` low; ``browns``: how fast its skin colours."""

    thickness_mm: float
    width_mm: float
    length_mm: float
    start_c: float
    h: float = 26.4
    oven_off_c: float = 0.0
    swing_c: float = 3.0
    lag_min: float = 17.0
    room_c: float = 20.0
    probe_mm: float = 4.0
    noise_c: float = 0.25
    expel_min: float = 73.0
    feed: float = 0.76
    film_first: float = 0.08
    film_full: float = 0.07
    film_most: float = 0.10
    film_rate: float = 0.6
    stall_c: float | None = None
    fat_from_min: float = 0.0
    fat_to_min: float = 0.0
    fat_c: float = 7.0
    browns: float = 1.0
    seed: int = 1


@dataclass(frozen=True)
class PretendSpan:
    """Surroundings for a time: ``air_c`` None is the room, or with ``off`` the oven left to itself;
    cover 0 (open) … 1 (wrapped)."""

    minutes: float
    air_c: float | None
    cover: float = 0.0
    off: bool = False


@dataclass
class PretendRoast:
    """The joint's temperatures (NR, NZ) as time goes on, and the ``hottest`` of each;
    ``evaporated`` kg/m²; ``brown``: minutes of colouring as at ``BROWNS_C``; ``history``: a row of
    minute, core, shown, air for every half minute."""

    truth: Truth
    T: Floats = field(init=False)
    minute: float = 0.0
    air: float | None = None
    evaporated: float = 0.0
    film: Floats = field(init=False)
    held: Floats = field(init=False)
    hottest: Floats = field(init=False)
    brown: float = 0.0
    history: list[tuple[float, float, float, float]] = field(default_factory=list)

    def __post_init__(self) -> None:
        t = self.truth
        self.T = np.full((NR, NZ), float(t.start_c))
        self.hottest = self.T.copy()
        self.film, self.held = np.full(NZ, t.film_first), np.ones((NR, NZ))
        # One radius whose circle heats as slowly as the oval, by the usual mean of half-axes.
        a, b = t.thickness_mm / 2000, t.width_mm / 2000
        self.radius = math.sqrt(2.0 * a * a * b * b / (a * a + b * b))
        self.dr, self.dz = self.radius / NR, t.length_mm / 1000 / NZ
        r = (np.arange(NR) + 0.5) * self.dr
        self.inner, self.outer = (r - self.dr / 2)[:, None], (r + self.dr / 2)[:, None]
        self.r = r[:, None]
        self._note()

    @property
    def core_c(self) -> float:
        """The centre."""
        mid = NZ // 2
        return float(0.5 * (self.T[0, mid - 1] + self.T[0, mid]))

    @property
    def shown_c(self) -> float:
        """What a tip a little off the axis reads, without noise."""
        place = self.truth.probe_mm / 1000 / self.dr - 0.5
        column = 0.5 * (self.T[:, NZ // 2 - 1] + self.T[:, NZ // 2])
        shown = float(np.interp(place, np.arange(NR), column))
        t = self.truth
        return shown - t.fat_c if t.fat_from_min <= self.minute < t.fat_to_min else shown

    def open_door(self, seconds: float) -> None:
        """The door stands open: the air falls towards the room, and comes back as always."""
        if self.air is not None:
            fall = 1.0 - math.exp(-seconds / DOOR_TAU_S)
            self.air -= fall * (self.air - self.truth.room_c)

    def reading_c(self, minute: float) -> float:
        """The probe's number at a minute already past: lagging nothing, noisy, one decimal."""
        rows = np.array(self.history)
        shown = float(np.interp(minute, rows[:, 0], rows[:, 2]))
        rng = np.random.default_rng([self.truth.seed, round(minute * 60)])
        return round(shown + float(rng.normal(0.0, self.truth.noise_c)), 1)

    def core_at(self, minute: float) -> float:
        """The true core at a minute already past."""
        rows = np.array(self.history)
        return float(np.interp(minute, rows[:, 0], rows[:, 1]))

    def _note(self) -> None:
        air = self.truth.room_c if self.air is None else self.air
        self.history.append((self.minute, self.core_c, self.shown_c, air))

    def go(self, span: PretendSpan) -> None:
        """Live through a span."""
        t = self.truth
        steps = max(1, round(span.minutes * 60 / STEP_S))
        dt = span.minutes * 60 / steps
        inside = span.air_c is not None or (span.off and self.air is not None)
        if not inside:
            goal, air = t.room_c, t.room_c
        elif span.air_c is None:
            assert self.air is not None
            goal, air = t.room_c, self.air
        else:
            goal = span.air_c + t.oven_off_c
            goal = goal if t.stall_c is None else min(goal, t.stall_c)
            air = self.air if self.air is not None else goal - 0.2 * (goal - t.room_c)
        self.air = air if inside else None
        for n in range(steps):
            swing = 0.0
            if inside:
                lag = OFF_TAU_MIN if span.air_c is None else t.lag_min if air > goal else 4.0
                air += (goal - air) * dt / (60 * lag)
                if span.air_c is not None:
                    swing = t.swing_c * math.sin(self.minute * 2 * math.pi / 9.0)
            self._step(air + swing, span, dt)
            self.minute += dt / 60
            if n % 6 == 5 or n == steps - 1:
                self.air = air if inside else None
                self._note()

    def _expelled(self, dt: float) -> Floats:
        """Water that heat drives out of each slice to its skin, kg per m² of skin, (NZ,)."""
        held = 1.0 - 0.463 / (1.0 + 30.0 * np.exp(-0.25 * (self.T - 52.0)))
        gone = np.maximum(self.held - held, 0.0) * min(1.0, dt / 60.0 / self.truth.expel_min)
        self.held -= gone
        ring = 2.0 * self.r * self.dr / self.radius**2
        return np.asarray(
            (gone * ring).sum(axis=0) * WATER_KG_M3 * self.radius / 2.0 * self.truth.feed
        )

    def _step(self, air: float, span: PretendSpan, dt: float) -> None:
        T, t = self.T, self.truth
        if self.air is None:
            h, emissivity, escape = 4.5 - 2.0 * span.cover, 0.9 - 0.6 * span.cover, 1 - span.cover
        else:
            h, emissivity, escape = 0.7 * t.h, 0.55, 1.0
        surface = T[-1]
        k_half = 2 * K_W_MK / self.dr
        h_all = h + emissivity * SIGMA * 4 * ((air + surface) / 2 + 273.15) ** 3
        pressure = 611.2 * np.exp(17.62 * surface / (243.12 + surface))
        wet = np.minimum(1.0, self.film / t.film_full) * t.film_rate
        if self.air is None:
            # Juices well back into the skin that dried.
            wet = np.maximum(wet, REST_WET)
        steam = 5.0e-9 * h * wet * escape * np.maximum(pressure - 2500.0, 0.0)
        if self.air is not None:
            # No more than the air can pay for; in the rest the meat's own heat does.
            steam = np.minimum(steam, h_all * np.maximum(air - surface + 30, 0.0) / LATENT_J_KG)
        flux = h_all * (air - surface) / (1 + h_all / k_half) - LATENT_J_KG * steam
        self.film = np.clip(self.film + (self._expelled(dt) - steam * dt), 0.0, t.film_most)
        self.evaporated += float(steam.mean()) * dt
        radial = np.zeros((NR + 1, NZ))
        radial[1:-1] = (T[1:] - T[:-1]) / self.dr * self.outer[:-1]
        radial[-1] = flux / K_W_MK * self.radius
        change = (radial[1:] - radial[:-1]) / self.r / self.dr
        padded = np.empty((NR, NZ + 2))
        padded[:, 1:-1] = T
        end = (flux[0] * self.dz / K_W_MK, flux[-1] * self.dz / K_W_MK)
        padded[:, 0], padded[:, -1] = T[:, 0] + end[0], T[:, -1] + end[1]
        change += (padded[:, 2:] - 2 * T + padded[:, :-2]) / self.dz**2
        # Warm meat conducts better: a straight line through the usual values at 20 and 60 °C.
        self.T = T + ALPHA_M2_S * (1.0 + ALPHA_PER_C * (T - 20.0)) * dt * change
        np.maximum(self.hottest, self.T, out=self.hottest)
        skin = float(np.median(surface + flux / k_half))
        self.brown += t.browns * dt / 60.0 * 2.0 ** ((skin - BROWNS_C) / BROWNS_TWICE_C)
