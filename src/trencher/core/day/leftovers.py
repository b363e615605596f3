"""What is left: until when a batch may be eaten, by an authority's rule. One clock per batch,
through every re-use; nothing that was done with it makes it younger.

Minutes since it was carved; days are whole days after the one on which it was put away.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from trencher.core.catalogue.safety import Profile

Standing = Literal["keep", "eat_now", "discard"]
FRIDGE_MIN = 120.0
"""Into the fridge within two hours: the same in every profile that ships."""
SMALL_KG, LARGE_KG = 0.08, 0.14
"""Cold meat on a plate, of who eats little and of who eats well. Estimate."""

KINDS: dict[str, str] = {
    "slices": "slices",
    "piece": "a whole piece",
    "bones": "bones",
    "dripping": "dripping",
    "gravy": "gravy",
    "crackling": "crackling",
}


@dataclass(frozen=True)
class Leftovers:
    """How a batch stands. ``keep_days``: whole days it may be eaten after the day it was put away;
    0 where it may not be kept. ``words``: the sentence, with its authority."""

    standing: Standing
    keep_days: int
    words: str


def kept(out_min: float, profile: Profile) -> Leftovers:
    """A batch that stood ``out_min`` minutes between carving and the fridge."""
    spent = _duration(out_min)
    who = profile.name
    if out_min <= FRIDGE_MIN:
        days = profile.keep_days
        return Leftovers(
            "keep",
            days,
            f"Out for {spent}; {who}: within two hours into the fridge, at most "
            f"{{c:{profile.cold_c:g}}}, eaten within {days} days. Check with your own authority.",
        )
    if out_min <= profile.room_min:
        return Leftovers(
            "eat_now",
            0,
            f"Out for {spent}; {who}: between two and {profile.room_min / 60:g} hours it is eaten "
            "now and not put back.",
        )
    limit = max(profile.room_min, FRIDGE_MIN)
    return Leftovers(
        "discard",
        0,
        f"Out for {spent}; {who}: after {limit / 60:g} hours in the room it is thrown away.",
    )


def left_min(out_min: float) -> float:
    """Minutes until it should be in the fridge; negative: overdue."""
    return FRIDGE_MIN - out_min


def plates(kg: float) -> tuple[int, int]:
    """For how many hearty and how many small eaters a batch of cold meat is a plate."""
    return int(kg / LARGE_KG + 1e-9), int(kg / SMALL_KG + 1e-9)


def _duration(minutes: float) -> str:
    whole = round(max(minutes, 0.0))
    hours, rest = divmod(whole, 60)
    if hours == 0:
        return f"{rest} min"
    return f"{hours} h {rest:02d}" if rest else f"{hours} h"
