"""What finished roasts tell of the next one: this oven, this cook, this cut.

The lesson of a roast is its own follow-up over its whole log, made as if nothing had been learned
before: what the readings added to what was believed, as information about the uncertain quantities.
Over roasts these are random effects. A quantity is what is common to all of this kitchen's roasts,
plus what its oven, its kind of oven, its cut and its cover have of their own, plus what is of this
one roast; each has a share of the doubt that the field has of it (SHARES). All are normal, so what
all lessons make of all effects is one linear system; roasts far from the others are weighted down.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Collection, Mapping, Sequence
from dataclasses import asdict, dataclass, replace
from functools import cached_property
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray

from trencher.core.belief.follow import Belief, believe, in_following
from trencher.core.belief.reading import Reading
from trencher.core.belief.subsample import subsampled
from trencher.core.joint import Joint
from trencher.core.method.stages import Method, Rest
from trencher.core.planner.doubt import INDEX, QUANTITIES, Doubt, deviation, drifting
from trencher.core.planner.forward import walk
from trencher.core.planner.setup import Deviation, Known, Roast, kitchen
from trencher.core.thermal.geometry import COARSE
from trencher.core.thermal.history import Row

Floats = NDArray[np.float64]
Level = Literal["all", "kind", "oven", "cut", "size", "cover"]
Key = tuple[Level, str]

SHARES: dict[str, dict[Level, float]] = {
    "thickness": {"size": 0.7},
    "heat": {"all": 0.08, "kind": 0.05, "oven": 1.2},
    "oven": {"oven": 2.0},
    "drift": {"all": 0.2, "oven": 0.2, "cut": 0.1},
    "conduct": {"all": 0.15, "cut": 0.6},
    "wet": {"all": 0.2, "oven": 0.3, "cut": 0.2},
    "rest": {"all": 0.3, "cover": 0.4},
    "fat": {"cut": 0.5},
}
"""Of what is uncertain, the share of its variance that roasts of one kitchen, kind of oven, oven,
cut, cut and butcher, and cover have in common. Estimates, tried on hidden kitchens
(bench.schooling)."""
OWN = {"heat": 0.25, "oven": 0.25, "thickness": 0.5, "conduct": 0.45}
OWN |= {name: 1.0 - sum(s.values()) for name, s in SHARES.items() if name not in OWN}
"""The share that is each roast's own. Ovens and cuts stray further than a plan without lessons
allows for (its bands hold roasts on the whole): their shares come to more than one."""
TIME_SLOPES = {
    "thickness": 0.8,
    "heat": -0.27,
    "oven": -0.006,
    "drift": 0.1,
    "conduct": -0.65,
    "wet": 0.1,
    "rest": 0.0,
    "fat": 0.03,
}
"""What each does to the logarithm of the time to the take-out, of a joint of usual size in a
middling oven: only for telling how far roasts stray from each other."""
LEARNED = tuple(INDEX[q] for q in SHARES)
FADES: dict[Level, float] = {
    "all": 0.1,
    "kind": 0.0,
    "oven": 0.25,
    "cut": 0.1,
    "size": 0.2,
    "cover": 0.1,
}
"""Ovens age, butchers change: so much of a share's variance a lesson loses per year. Estimate."""
ROBUST_DF, ROUNDS = 4.0, 6
"""Student's t over roasts: one far from the others tells little of them."""
YEAR = 365.25
LEAST_INFORMATION, TINY, NEARLY = 1e-6, 1e-12, 1e-6
LEVELS: tuple[Level, ...] = ("all", "kind", "oven", "cut", "size", "cover")


@dataclass(frozen=True, kw_only=True)
class Tags:
    """What a roast shares with others: its oven and its kind, cut, and cover in the rest.
    ``measured``: its thickness was; what is left of that doubt is about its shape."""

    oven: str
    kind: str
    cut: str
    cover: str
    measured: bool

    def key(self, level: Level) -> Key:
        """Whom of a level it shares with."""
        if level == "size":
            return level, f"{self.cut}, measured" if self.measured else self.cut
        if level == "all":
            return level, ""
        name = {"kind": self.kind, "oven": self.oven, "cut": self.cut, "cover": self.cover}[level]
        return level, name


def tags_of(oven: str, kind: str, joint: Joint, method: Method) -> Tags:
    """The tags of a roast in this oven by this method."""
    rests = [s.how for s in method.stages if isinstance(s, Rest)]
    return Tags(
        oven=oven,
        kind=kind,
        cut=joint.cut,
        cover=rests[-1] if rests else "none",
        measured=joint.thickness_mm is not None,
    )


@dataclass(frozen=True, kw_only=True)
class Lesson:
    """What one finished roast tells. ``day``: its date as an ordinal; ``sd`` (8,): how uncertain
    LEARNED were before it, in logarithms of factors and °C; ``vector`` and ``information`` (8,),
    (8, 8): what it says of them, as the exponent of a likelihood; ``readings``: how many told."""

    id: str
    tags: Tags
    day: int
    sd: Floats
    vector: Floats
    information: Floats
    readings: int

    def plain(self) -> dict[str, Any]:
        """As JSON; ``Lesson.read`` makes it again."""
        return {
            "id": self.id,
            "tags": asdict(self.tags),
            "day": self.day,
            "sd": self.sd.tolist(),
            "vector": self.vector.tolist(),
            "information": self.information.tolist(),
            "readings": self.readings,
        }

    @staticmethod
    def read(data: Mapping[str, Any]) -> Lesson:
        """Of its plain form. KeyError, TypeError, ValueError for another."""
        sd, vector, information = (
            np.array(data[name], dtype=np.float64) for name in ("sd", "vector", "information")
        )
        size = len(LEARNED)
        shapes = sd.shape, vector.shape, information.shape
        numbers = np.concatenate([sd, vector, information.ravel()])
        if shapes != ((size,), (size,), (size, size)) or not np.isfinite(numbers).all():
            raise ValueError("is no lesson of this Trencher")
        least, most = np.linalg.eigvalsh(information)[[0, -1]]
        if sd.min() < 0.0 or least < -NEARLY * max(most, 1.0):
            raise ValueError("says less than nothing")
        return Lesson(
            id=str(data["id"]),
            tags=Tags(**data["tags"]),
            day=int(data["day"]),
            sd=sd,
            vector=vector,
            information=information,
            readings=int(data["readings"]),
        )


@dataclass(frozen=True)
class LookedBack:
    """A roast that is over, followed once over its whole log as if nothing had been learned before.
    ``past``: as it went, fixed lengths only; ``told``: the readings that were believed."""

    past: Roast
    doubt: Doubt
    belief: Belief
    told: tuple[Reading, ...]

    @property
    def measured(self) -> bool:
        """Whether anything was read that tells of it."""
        return any(r.instrument != "sense" and r.place != "unknown" for r in self.told)

    @property
    def found(self) -> Deviation:
        """The joint and its oven as all its readings make them out."""
        draw = deviation(self.belief.theta, self.past, self.followed)
        return replace(draw, probe_xi=0.0, later=0.0)

    def core_at(self, core_c: float) -> float | None:
        """When its core was there, as all its readings make it out, min; None for never."""
        end = walk(kitchen(self.past, COARSE, self.found)).end
        rows = end.record[: end.rows]
        over = np.flatnonzero(rows[:, Row.CORE] >= core_c)
        return float(rows[int(over[0]), Row.TIME]) / 60.0 if len(over) else None

    @property
    def followed(self) -> Doubt:
        """The doubts it was followed with."""
        return in_following(self.doubt, max((r.minute for r in self.told), default=0.0))


def look_back(past: Roast, readings: Sequence[Reading], doubt: Doubt) -> LookedBack:
    """Follow a finished roast once more, from all that was read of it."""
    end = max((r.minute for r in readings), default=0.0)
    used = [readings[i] for i in subsampled(readings, end)]
    past = replace(past, known=None)
    found = believe(past, used, in_following(doubt, end))
    told = tuple(r for r, flag in zip(used, found.flags, strict=True) if not flag)
    return LookedBack(past, doubt, found, told)


def lesson(id: str, tags: Tags, day: int, back: LookedBack) -> Lesson | None:
    """The lesson of a roast that is over; None where nothing was read that tells of it."""
    if not back.measured:
        return None
    past, doubt, found, followed = back.past, back.doubt, back.belief, back.followed
    at = np.ix_(LEARNED, LEARNED)
    precision = np.linalg.inv(found.covariance[at])
    information = precision - np.linalg.inv(found.prior[at])
    sd = np.array([QUANTITIES[q].sd(past, followed) for q in LEARNED])
    # Rounding may leave a little less than nothing.
    values, axes = np.linalg.eigh(0.5 * (information + information.T))
    keep = values > LEAST_INFORMATION
    axes = axes[:, keep]
    information = axes @ np.diag(values[keep]) @ axes.T
    vector = axes @ axes.T @ (precision @ found.theta[list(LEARNED)])
    return Lesson(
        id=id,
        tags=tags,
        day=day,
        sd=_sds(past, doubt),
        vector=vector / sd,
        information=information / np.outer(sd, sd),
        readings=len(back.told),
    )


@dataclass(frozen=True)
class Effect:
    """What a group has of its own of one quantity: mean and standard deviation, in logarithms of
    factors or °C, from ``count`` roasts."""

    quantity: str
    level: Level
    name: str
    mean: float
    sd: float
    count: int


@dataclass(frozen=True)
class Learned:
    """All effects of a kitchen: ``places`` of each in ``mean`` and ``covariance``. ``weights``:
    of each lesson, 1 for one among the others; ``counts``: how many lessons a group has."""

    places: dict[tuple[int, Key], int]
    mean: Floats
    covariance: Floats
    weights: dict[str, float]
    counts: Counter[Key]

    @cached_property
    def effects(self) -> tuple[Effect, ...]:
        """Every effect by itself."""
        return tuple(
            Effect(
                QUANTITIES[q].name,
                level,
                name,
                float(self.mean[at]),
                math.sqrt(float(self.covariance[at, at])),
                self.counts[(level, name)],
            )
            for (q, (level, name)), at in self.places.items()
        )

    def known(
        self, tags: Tags, roast: Roast, doubt: Doubt, without: Collection[Key] = ()
    ) -> Known | None:
        """What the lessons say of a roast with these tags; None where none does. What its groups
        have in common with others is borrowed; what is its own stays as uncertain as it is.
        ``without``: groups that are left out."""
        if not any(self.counts[key] for key in keys_of(tags) if key not in without):
            return None
        sd = _sds(roast, doubt)
        pick = np.zeros((len(LEARNED), len(self.mean)))
        own = np.zeros(len(LEARNED))
        for n, q in enumerate(LEARNED):
            shared = 0.0
            for key, share in _shares(q, tags):
                at = self.places.get((q, key))
                if at is not None and key not in without:
                    pick[n, at] = 1.0
                    shared += share
            own[n] = max(1.0 - shared, OWN[QUANTITIES[q].name]) * sd[n] ** 2
        mean = pick @ self.mean
        covariance = pick @ self.covariance @ pick.T + np.diag(own)
        theta = np.zeros(len(QUANTITIES))
        theta[list(LEARNED)] = mean / np.maximum(sd, 1e-9)
        nominal = replace(deviation(theta, roast, drifting(doubt)), probe_xi=0.0)
        return Known(
            which=LEARNED,
            mean=tuple(mean.tolist()),
            covariance=tuple(tuple(row) for row in covariance.tolist()),
            sd=tuple(sd.tolist()),
            nominal=nominal,
        )


def learn(lessons: Sequence[Lesson], day: int) -> Learned:
    """What all lessons make of all effects, on a day."""
    counts = Counter(key for one in lessons for key in keys_of(one.tags))
    places: dict[tuple[int, Key], int] = {}
    variance: list[float] = []
    for one in lessons:
        for n, q in enumerate(LEARNED):
            for key, share in _shares(q, one.tags):
                at = places.setdefault((q, key), len(places))
                if at == len(variance):
                    variance.append(0.0)
                variance[at] = max(variance[at], share * float(one.sd[n]) ** 2)
    told = [_told(one, places, day) for one in lessons]
    prior = np.diag(1.0 / np.maximum(variance, TINY)) if variance else np.zeros((0, 0))
    weights = np.ones(len(lessons))
    mean, covariance = np.zeros(len(places)), np.zeros((len(places), len(places)))
    for _ in range(ROUNDS if len(lessons) > 1 else 1):
        precision, vector = prior.copy(), np.zeros(len(places))
        for weight, it in zip(weights, told, strict=True):
            precision[it.block] += weight * it.precision
            vector[it.at] += weight * it.vector
        covariance = np.asarray(np.linalg.inv(precision), dtype=np.float64)
        mean = covariance @ vector
        weights = np.array([it.weight(mean) for it in told])
    ids = [one.id for one in lessons]
    return Learned(places, mean, covariance, dict(zip(ids, weights.tolist(), strict=True)), counts)


def between(lessons: Sequence[Lesson], learned: Learned) -> dict[str, tuple[int, float]]:
    """How far roasts of one oven stray from what it has of its own: oven → how many, and the
    standard deviation of their time to the take-out as a share of it."""
    strays: dict[str, list[float]] = {}
    slopes = np.array([TIME_SLOPES[QUANTITIES[q].name] for q in LEARNED])
    for one in lessons:
        shared = np.zeros(len(LEARNED))
        for n, q in enumerate(LEARNED):
            for key, _ in _shares(q, one.tags):
                shared[n] += learned.mean[learned.places[(q, key)]]
        prior = np.diag(1.0 / np.maximum(_own(one), TINY))
        here = np.linalg.solve(one.information + prior, one.vector + prior @ shared)
        strays.setdefault(one.tags.oven, []).append(float(slopes @ (here - shared)))
    return {
        oven: (len(found), math.sqrt(sum(x * x for x in found) / len(found)))
        for oven, found in sorted(strays.items())
    }


@dataclass(frozen=True)
class _Told:
    """What a lesson adds about the effects ``at``, its own share integrated out: ``vector`` and
    ``precision`` of them. ``best``: how likely it is made at most, as an exponent;
    ``dimensions``: in how many ways it tells anything."""

    at: list[int]
    block: tuple[NDArray[np.intp], ...]
    vector: Floats
    precision: Floats
    best: float
    dimensions: float

    def weight(self, mean: Floats) -> float:
        """How much it counts beside the others: 1 where it lies among them."""
        here = mean[self.at]
        far = float(here @ self.precision @ here - 2.0 * here @ self.vector) + self.best
        return min(1.0, (ROBUST_DF + self.dimensions) / (ROBUST_DF + max(far, 0.0)))


def _told(one: Lesson, places: dict[tuple[int, Key], int], day: int) -> _Told:
    at: list[int] = []
    rows: list[int] = []
    own = _own(one)
    years = max(day - one.day, 0) / YEAR
    for n, q in enumerate(LEARNED):
        for key, share in _shares(q, one.tags):
            at.append(places[(q, key)])
            rows.append(n)
            own[n] += share * one.sd[n] ** 2 * FADES[key[0]] * years
    pick = np.zeros((len(LEARNED), len(at)))
    pick[rows, range(len(at))] = 1.0
    # What of the roast is its own, integrated out.
    away = np.linalg.inv(np.eye(len(LEARNED)) + one.information * own)
    information, vector = away @ one.information, away @ one.vector
    return _Told(
        at,
        np.ix_(at, at),
        pick.T @ vector,
        pick.T @ information @ pick,
        float(vector @ np.linalg.pinv(information, rcond=1e-9) @ vector),
        float(np.trace(information * own)),
    )


def _own(one: Lesson) -> Floats:
    """Variance of what is a roast's own."""
    return np.array([OWN[QUANTITIES[q].name] for q in LEARNED]) * one.sd**2


def _shares(q: int, tags: Tags) -> list[tuple[Key, float]]:
    return [(tags.key(level), share) for level, share in SHARES[QUANTITIES[q].name].items()]


def keys_of(tags: Tags) -> list[Key]:
    """Every group a roast with these tags belongs to."""
    return [tags.key(level) for level in LEVELS]


def _sds(roast: Roast, doubt: Doubt) -> Floats:
    doubt = drifting(doubt)
    return np.array([QUANTITIES[q].sd(roast, doubt) for q in LEARNED])
