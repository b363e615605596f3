"""What happens to a joint before its day: thaw, salt, dry, marinade, tie, chill off, as steps.

Read backwards from the oven's door: each step stands between what must precede it and what follows
it, with the latest minute at which it is still worth doing, and what slips when it is later.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from trencher.core.catalogue.care import (
    CURE_FALLBACK_H,
    CURE_H,
    DRY_FALLBACK_H,
    DRY_H,
    LONGEST_H,
    MARINADE_FALLBACK_H,
    MARINADE_H,
    SURFACE_WORDS,
    Care,
    salt_depth_mm,
    surface_after,
)
from trencher.core.catalogue.coats import COATS
from trencher.core.catalogue.salts import SALTS, grams
from trencher.core.day.dishes import JointDish
from trencher.core.day.steps import DayStep, LaneSpan
from trencher.core.planner.hands import READY_MIN
from trencher.core.planner.thaw import CHANGE_WATER_MIN, Thaw, thaw
from trencher.core.units import said_mm

SALT_MIN, HANG_MIN, TURN_MIN, TIE_MIN, COAT_MIN, OUT_MIN = 5.0, 3.0, 2.0, 6.0, 4.0, 1.0
"""Hands for each. Estimates."""
H = 60.0


@dataclass(frozen=True)
class FridgeNeed:
    """A joint's place in the fridge, minutes before the table. ``lowest``: raw and uncovered, it
    stands below everything else."""

    dish: str
    from_min: float
    to_min: float
    lowest: bool


@dataclass(frozen=True)
class Before:
    """Everything before a joint's own work. ``late``: what can no longer be done as wished."""

    steps: tuple[DayStep, ...] = ()
    spans: tuple[LaneSpan, ...] = ()
    fridge: tuple[FridgeNeed, ...] = ()
    late: tuple[str, ...] = ()


def teaspoons(care: Care, weight_kg: float) -> tuple[float, float, str]:
    """Grams of salt for a joint, level teaspoons of this salt, and its name."""
    total = care.salt_g_kg * weight_kg
    salt = next((s for s in SALTS if s.id == care.salt_id), SALTS[0])
    return total, total / grams(salt, 1.0), salt.name


def before(
    joint: JointDish,
    now_min: float | None = None,
    done: Mapping[str, float] | None = None,
    quiet: Sequence[tuple[float, float]] = (),
) -> Before:
    """The steps of a joint's care. ``now_min``: what began too late is shortened to its fallback,
    and said; None while there is time. ``done``: step → minute at which it was done. ``quiet``:
    from–to; what may stand a little longer or shorter wakes nobody."""
    coat = joint.forecast.roast.joint.coat
    if joint.started_min is not None or not (joint.care.any or coat != "none"):
        return Before()
    return _Writer(joint, now_min, done or {}, quiet).written()


class _Writer:
    def __init__(
        self,
        joint: JointDish,
        now_min: float | None,
        done: Mapping[str, float],
        quiet: Sequence[tuple[float, float]] = (),
    ) -> None:
        self.quiet = quiet
        self.joint, self.care = joint, joint.care
        self.now, self.done = now_min, done
        self.steps: list[DayStep] = []
        self.late: list[str] = []

    def written(self) -> Before:
        door = self.joint.ready_min
        care = self.care
        at = door
        at = self._chill(at)
        out_of_fridge = at
        at = self._tie(at)
        at, cured_from = self._cure(at)
        thawed = self._thaw(at)
        self.steps = [self._awake(s) for s in self.steps]
        # What was moved out of the quiet hours begins its standing then.
        moved = min((s.at_min for s in self.steps), default=cured_from)
        begin = min(thawed, cured_from, max(moved, at - LONGEST_H * H))
        lowest = care.uncovered or care.frozen == "is"
        steps = tuple(sorted(self.steps, key=lambda s: s.at_min))
        linked = _linked(steps)
        fridge: tuple[FridgeNeed, ...] = ()
        spans: tuple[LaneSpan, ...] = ()
        if out_of_fridge - begin >= 1.0:
            fridge = (FridgeNeed(self.joint.id, begin, out_of_fridge, lowest),)
            spans = (
                LaneSpan(
                    dish=self.joint.id,
                    kind="stand",
                    lane="fridge",
                    from_min=begin,
                    to_min=out_of_fridge,
                    label="lowest shelf, uncovered" if care.uncovered else "in the fridge",
                ),
            )
        return Before(linked, spans, fridge, tuple(self.late))

    def _awake(self, step: DayStep) -> DayStep:
        """The step when somebody is up: later if it may be, else earlier; as it is if neither."""
        if step.id in self.done:
            return step
        for a, b in self.quiet:
            if not a <= step.at_min < b:
                continue
            latest = step.at_min if step.latest_min is None else step.latest_min
            sooner = a - step.hands_min
            at = b if latest >= b else sooner
            if self.now is not None and at < self.now:
                return step
            return replace(
                step,
                at_min=at,
                latest_min=max(min(latest, a), at) if at == sooner else latest,
                until_min=max(at + step.hands_min, step.until_min)
                if step.until_min - step.at_min > step.hands_min
                else at + step.hands_min,
            )
        return step

    def _add(
        self,
        key: str,
        words: str,
        at: float,
        hands: float,
        latest: float,
        note: str = "",
        until: float | None = None,
    ) -> None:
        self.steps.append(
            DayStep(
                id=f"{self.joint.id}/before-{key}",
                dish=self.joint.id,
                code="before",
                words=words,
                at_min=at,
                until_min=at + hands if until is None else until,
                hands_min=hands,
                latest_min=latest,
                place="fridge",
                note=note,
            )
        )

    def _chill(self, door: float) -> float:
        minutes = self.care.chill_min
        if minutes <= 0:
            return door
        at = door - minutes
        self._add(
            "chill",
            f"{self.joint.name} out of the fridge",
            at,
            OUT_MIN,
            door,
            f"at most {minutes:.0f} min in the room: it counts with the rest; its middle hardly "
            "moves, so that later costs nothing",
        )
        return at

    def _tie(self, at: float) -> float:
        coat = COATS[self.joint.forecast.roast.joint.coat]
        if coat.id != "none":
            start = self.joint.ready_min + READY_MIN
            note = f"contains {', '.join(coat.allergens)}" if coat.allergens else ""
            self._add(
                "coat",
                f"{self.joint.name}: {coat.name.lower()} on, after it is tied and dry",
                start,
                COAT_MIN,
                start,
                note,
            )
        if not self.care.tie:
            return at
        start = at - TIE_MIN
        self._add(
            "tie",
            f"Tie {self.joint.name} for an even thickness",
            start,
            TIE_MIN,
            start,
            "before the coat: what must be turned is turned before it is coated",
        )
        return start

    def _hours(self, key: str, at: float, wished: float, fallback: float, what: str) -> float:
        """The hours there are: since it was done, as wished, what the present leaves, or none."""
        did = self.done.get(f"{self.joint.id}/before-{key}")
        if did is not None:
            return max((at - did) / H, 0.0)
        if self.now is None or at - wished * H >= self.now:
            return wished
        left = (at - self.now) / H
        if left >= fallback:
            self.late.append(f"{self.joint.name}: {left:.0f} h of {what} instead of {wished:.0f}.")
            return left
        self.late.append(f"{self.joint.name}: too late for {what} ({max(left, 0):.1f} h are left).")
        return 0.0

    def _cure(self, at: float) -> tuple[float, float]:
        care, name = self.care, self.joint.name
        begins = [at]
        if care.marinade:
            hours = self._hours("marinade", at, MARINADE_H, MARINADE_FALLBACK_H, "marinade")
            if hours:
                self._add(
                    "marinade",
                    f"{name} into its marinade",
                    at - hours * H,
                    HANG_MIN,
                    at - MARINADE_FALLBACK_H * H,
                    "begun later it tastes outside only; what touched raw meat is boiled before "
                    "it is a sauce, or thrown away",
                )
                self._add(
                    "marinade-turn",
                    f"Turn {name} in its marinade",
                    at - hours * H / 2,
                    TURN_MIN,
                    at - 0.5 * H,
                    "left out: one side is paler in taste, no more",
                )
                begins.append(at - hours * H)
        if care.salt_g_kg > 0:
            hours = self._hours("salt", at, CURE_H, CURE_FALLBACK_H, "salt")
            total, spoons, salt = teaspoons(care, self.joint.forecast.roast.joint.total_kg)
            how_much = f"{total:.0f} g of salt ({spoons:.1f} level teaspoons of {salt.lower()})"
            if hours:
                depth = salt_depth_mm(hours)
                less = salt_depth_mm(CURE_FALLBACK_H)
                surface = surface_after(hours, uncovered=care.uncovered)
                self._add(
                    "salt",
                    f"Salt {name}: {how_much}",
                    at - hours * H,
                    SALT_MIN,
                    at - CURE_FALLBACK_H * H,
                    f"{said_mm(depth)} deep by then; {SURFACE_WORDS[surface]}; at the latest hour "
                    f"still {said_mm(less)}",
                )
                begins.append(at - hours * H)
            else:
                start = self.joint.ready_min
                self._add(
                    "salt",
                    f"Salt {name} as it goes in: {how_much}",
                    start - SALT_MIN,
                    SALT_MIN,
                    start,
                )
        if care.uncovered:
            hours = self._hours("dry", at, DRY_H, DRY_FALLBACK_H, "drying")
            if hours:
                rind = self.joint.forecast.roast.joint.facts.rind
                self._add(
                    "dry",
                    f"{name} uncovered on a rack, lowest shelf of the fridge"
                    + (", rind up" if rind else ""),
                    at - hours * H,
                    HANG_MIN,
                    at - DRY_FALLBACK_H * H,
                    "raw stands below everything; later than that it goes in damp and browns late",
                )
                begins.append(at - hours * H)
                if rind and care.salt_g_kg > 0:
                    self._add(
                        "brush",
                        f"Brush the salt off the rind of {name}, blot it",
                        at - 4.0,
                        3.0,
                        at,
                        "salt left on softens it",
                    )
        return at, max(min(begins), at - LONGEST_H * H)

    def _thaw(self, at: float) -> float:
        if self.care.frozen != "is":
            return at
        end = min([s.at_min for s in self.steps], default=at)
        found = thaw(self.joint.forecast.roast.joint, self.care.thaw_in, self.care.fridge_c)
        hours = found.hours if found.hours is not None else found.longest_h
        did = self.done.get(f"{self.joint.id}/before-thaw")
        if did is not None:
            hours = max((end - did) / H, 0.0)
        elif self.now is not None and end - hours * H < self.now:
            hours = self._thaw_late(end, hours, found)
        start = end - hours * H
        about = f"about {hours:.0f} h" if hours >= 3 else f"about {hours:.1f} h"
        if self.care.thaw_in == "fridge":
            words = f"{self.joint.name} out of the freezer into the fridge, in a tin"
            note = (
                f"{about} through its thickness; begun later the middle is icy; never on the "
                "counter"
            )
            if found.hours is None:
                note = f"more than {found.longest_h:.0f} h: begin sooner still, or cold water"
        else:
            words = f"{self.joint.name} out of the freezer into cold water, wrapped tight"
            note = (
                f"{about}; change the water every {CHANGE_WATER_MIN:.0f} min and roast it at once"
            )
        self._add("thaw", words, start, HANG_MIN, start, note, until=end)
        return start

    def _thaw_late(self, end: float, hours: float, found: Thaw) -> float:
        """The branch of a joint that is not thawed in time."""
        assert self.now is not None
        left = max((end - self.now) / H, 0.0)
        water = thaw(self.joint.forecast.roast.joint, "water", self.care.fridge_c)
        if found.place == "fridge" and water.hours is not None and water.hours <= left:
            self.late.append(
                f"{self.joint.name}: {left:.0f} h are left and the fridge wants {hours:.0f}: cold "
                f"water does it in {water.hours:.0f}."
            )
        else:
            self.late.append(
                f"{self.joint.name} will still be icy in the middle: set its start to {{c:-1}} on "
                "the Block, and every time is worked out for that."
            )
        return left


def _linked(steps: Sequence[DayStep]) -> tuple[DayStep, ...]:
    """Each step after the one before it."""
    ids = ["", *(s.id for s in steps)]
    return tuple(
        replace(s, after=(before,) if before else s.after)
        for before, s in zip(ids, steps, strict=False)
    )


@dataclass(frozen=True)
class FridgeClash:
    """More joints in the fridge than it has shelves, minutes before the table."""

    from_min: float
    to_min: float
    dishes: tuple[str, ...]
    shelves: int


def fridge_clashes(needs: Sequence[FridgeNeed], shelves: int) -> tuple[FridgeClash, ...]:
    """When the fridge has too few shelves: a shelf for each joint, raw ones below all else."""
    edges = sorted({edge for n in needs for edge in (n.from_min, n.to_min)})
    found: list[FridgeClash] = []
    for a, b in pairwise(edges):
        here = tuple(n.dish for n in needs if n.from_min <= a and n.to_min >= b)
        if len(here) > shelves:
            if found and found[-1].to_min == a and found[-1].dishes == here:
                found[-1] = FridgeClash(found[-1].from_min, b, here, shelves)
            else:
                found.append(FridgeClash(a, b, here, shelves))
    return tuple(found)
