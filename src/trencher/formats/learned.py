"""What a kitchen's finished roasts taught, as an open file: every lesson, and what they come to."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

from trencher.core.belief.learning import Effect, Key, Learned, Lesson, between, learn
from trencher.core.belief.reasons import Reason
from trencher.core.errors import InputError
from trencher.core.planner.doubt import Z80

FORMAT, VERSION = "trencher/learned", 1
IN_DEGREES = ("oven",)
GIVE_DIGITS = 2


@dataclass(frozen=True)
class LearnedFile:
    """Lessons of one kitchen, what its ovens and cuts are called, and what is left out."""

    day: int
    lessons: tuple[Lesson, ...]
    names: Mapping[Key, str]
    left_out: frozenset[Key]

    @property
    def learned(self) -> Learned:
        """What the lessons come to."""
        return learn(self.lessons, self.day)

    def oven_of(self, named: str | None, kind: str) -> str:
        """The oven a roast is in: the one named, or the only one of its kind; "" for none of them.
        InputError for a name that is not here."""
        ovens = sorted({(x.tags.oven, x.tags.kind) for x in self.lessons})
        if named is not None:
            if named not in {o for o, _ in ovens}:
                raise InputError(
                    f"no roast was in an oven {named!r}",
                    where="oven",
                    allowed=f"one of: {', '.join(o for o, _ in ovens)}",
                )
            return named
        same = [o for o, k in ovens if k == kind]
        return same[0] if len(same) == 1 else ""


def _effect(effect: Effect, names: Mapping[Key, str]) -> dict[str, Any]:
    found: dict[str, Any] = {
        "of": effect.level,
        "id": effect.name,
        "name": names.get((effect.level, effect.name), effect.name),
        "quantity": effect.quantity,
        "roasts": effect.count,
    }
    if effect.quantity in IN_DEGREES:
        more = {"degrees_c": round(effect.mean, 2), "give_c": round(Z80 * effect.sd, GIVE_DIGITS)}
    else:
        more = {
            "percent": round(100.0 * math.expm1(effect.mean), 1),
            "give_percent": round(100.0 * Z80 * effect.sd, 1),
        }
    return found | more


def write_learned(file: LearnedFile, taught: Sequence[Mapping[str, Any]]) -> dict[str, Any]:
    """The file. ``taught``: every finished roast and what it counts."""
    learned = file.learned
    strays = between(file.lessons, learned)
    return {
        "format": FORMAT,
        "version": VERSION,
        "day": date.fromordinal(file.day).isoformat(),
        "roasts": list(taught),
        "effects": [_effect(e, file.names) for e in learned.effects],
        "between_roasts": [
            {
                "oven": oven,
                "name": file.names.get(("oven", oven), oven),
                "roasts": count,
                "time_percent": round(100.0 * sd, 1),
            }
            for oven, (count, sd) in strays.items()
        ],
        "left_out": sorted([level, name] for level, name in file.left_out),
        "names": sorted([level, key, name] for (level, key), name in file.names.items()),
        "lessons": [one.plain() for one in file.lessons],
    }


def read_learned(data: Any) -> LearnedFile:
    """Of its parsed JSON. InputError for what is none."""
    if not isinstance(data, dict) or data.get("format") != FORMAT:
        raise InputError("is not this format", where="format", allowed=f'allowed: "{FORMAT}"')
    if data.get("version") != VERSION:
        raise InputError(
            f"version {data.get('version')!r} is not known",
            where="version",
            allowed=f"allowed: {VERSION}",
        )
    try:
        return LearnedFile(
            day=date.fromisoformat(data["day"]).toordinal(),
            lessons=tuple(Lesson.read(one) for one in data["lessons"]),
            names={(level, key): str(name) for level, key, name in data["names"]},
            left_out=frozenset((level, str(name)) for level, name in data["left_out"]),
        )
    except (KeyError, TypeError, ValueError) as error:
        raise InputError(
            f"cannot be read ({error})", where="learned", allowed="what `trencher learn` prints"
        ) from None


def write_reasons(reasons: Sequence[Reason]) -> list[dict[str, Any]]:
    """Why a plan says what it says."""
    return [
        {
            "of": r.level,
            "id": r.name,
            "words": r.words,
            "percent": round(r.percent, 1),
            "give_percent": round(r.give, 1),
            "roasts": r.count,
            "minutes": round(r.minutes, 1),
            "left_out": r.left_out,
        }
        for r in reasons
    ]
