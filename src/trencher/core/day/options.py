"""Every way of placing a side's steps, with what each costs the meal.

Prices are guesses about what a table minds: waiting, paleness, an oven heated for one dish. They
only choose among plans that all work.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from trencher.core.catalogue.sides import SideStep
from trencher.core.day.dishes import Begun, JointDish, OvenPlace, SideDish, for_people
from trencher.core.day.fixed import SLOT_MIN, Fixed
from trencher.core.day.heat import Cooked, Course, Floats, settling
from trencher.core.day.placement import Activity, Link, Option, PlacementProblem, Use

LEVELS_C = 15.0
"""Heats tried in an oven that nobody needs lie this far apart."""
BEARS_C = 5.0
"""No side minds an oven this much outside its range."""
HURRIED_MIN = 4.0
"""A step that should have begun so long ago is begun at once and hurried: nobody can tell."""
CLOSE_SLOTS = 6
CHANGE_SLOTS = 2
"""Slots an oven needs between two heats."""
IN_MIN, TURN_MIN, OUT_MIN, START_MIN = 2.0, 2.0, 1.0, 1.0
"""Hands: a tin in, turned, out; a pan set going."""
WAITS, PALE, OTHER_HEAT, HEATED_FOR_IT, DOOR, IN_TIN, LATE_PREP, EARLY = (
    2.0,
    5.0,
    0.3,
    1.0,
    0.4,
    0.6,
    0.5,
    0.1,
)


@dataclass(frozen=True)
class Placed:
    """What an option comes to: minutes from its start, oven and heat, tin, and its look; ``begun``
    where it is no plan any more."""

    oven: str = ""
    air_c: float | None = None
    tin_of: str = ""
    cooked: Cooked | None = None
    minutes: float = 0.0
    begun: Begun | None = None


def step_id(dish: SideDish, index: int) -> str:
    """The id of a side's step, stable as long as the side is."""
    return f"{dish.id}/{index + 1}"


def small(slot: int, minutes: float) -> Use:
    """Hands for a small task: it may be done a little sooner or later, so that it counts in every
    pair of slots that holds its own."""
    return Use("pair_of_slots", slot - 1, slot + 1, minutes)


class Writer:
    """Writes the options of one table's sides."""

    def __init__(self, fixed: Fixed) -> None:
        self.fixed = fixed
        self.table = fixed.table
        self._courses: dict[tuple[object, ...], Course] = {}

    def problem(self) -> PlacementProblem:
        """All steps of all sides, and what there is of each resource."""
        activities: list[Activity] = []
        links: list[Link] = []
        for dish in self.table.sides:
            steps = dish.side.steps
            for i, step in enumerate(steps):
                options = tuple(self._options(dish, i, step))
                activities.append(Activity(id=step_id(dish, i), dish=dish.id, options=options))
                if i:
                    links.append(self._link(dish, i, options))
        room = self.table.room
        ones = np.ones(self.fixed.slots)
        capacity: dict[str, Floats] = {
            "hands": np.clip(self.fixed.hands, 0.0, None),
            "pair_of_slots": np.clip(
                self.fixed.hands + np.append(self.fixed.hands[1:], self.fixed.hands[-1]), 0.0, None
            ),
            "rings": ones * room.rings,
        }
        for oven in room.ovens:
            capacity[f"oven:{oven.id}"] = self.fixed.height[oven.id]
        for joint in self.table.joints:
            capacity[f"tin:{joint.id}"] = ones
        capacity["tins"] = self.fixed.tins
        return PlacementProblem(
            slots=self.fixed.slots,
            activities=tuple(activities),
            links=tuple(links),
            capacity=capacity,
        )

    def _link(self, dish: SideDish, index: int, options: Sequence[Option]) -> Link:
        """A step after the one before it, no later than that may wait."""
        before = dish.side.steps[index - 1]
        least = math.ceil(before.stand_min / SLOT_MIN)
        most = max(math.floor(before.wait_min / SLOT_MIN), least)
        begun = self.table.begun.get(step_id(dish, index - 1))
        if begun is not None and options:
            # What is begun already waits as long as it must: it is too late to want less.
            over = self._over(begun)
            most = max(most, min(o.start for o in options) - over)
        return Link(step_id(dish, index - 1), step_id(dish, index), least, most)

    def _over(self, begun: Begun) -> int:
        """First slot in which it is over."""
        return self.fixed.slot(begun.over_min - 1e-6) + 1

    def _begun(self, dish: SideDish, step: SideStep, begun: Begun) -> Option:
        """A step as it was begun: it stays where it stands until it is over."""
        end = self._over(begun)
        start = min(self.fixed.slot(begun.at_min), end - 1)
        uses: list[Use] = []
        if begun.tin_of:
            uses.append(Use(f"tin:{begun.tin_of}", start, end, 1.0))
        elif begun.oven:
            uses += [
                Use(f"oven:{begun.oven}", start, end, dish.height_mm(step)),
                *_tins(dish, step, start, end),
            ]
        elif step.where == "hob":
            uses.append(Use("rings", start, end, 1.0))
        heated = begun.oven and begun.air_c is not None
        cooked = Cooked(begun.minutes, begun.brown, begun.air_c or 0.0, begun.air_c or 0.0)
        return Option(
            start=start,
            end=end,
            price=0.0,
            uses=tuple(uses),
            where=begun.oven or step.where,
            heat=(begun.oven, float(begun.air_c or 0.0)) if heated else None,
            heat_slots=(max(start, 0), end),
            note=Placed(
                oven=begun.oven,
                air_c=begun.air_c,
                tin_of=begun.tin_of,
                cooked=cooked if begun.oven else None,
                minutes=begun.minutes,
                begun=begun,
            ),
        )

    def _options(self, dish: SideDish, index: int, step: SideStep) -> Iterator[Option]:
        begun = self.table.begun.get(step_id(dish, index))
        if begun is not None:
            yield self._begun(dish, step, begun)
            return
        last = index == len(dish.side.steps) - 1
        for option in self._all(dish, step):
            if option.start < 0 or option.end > self.fixed.slots:
                continue
            if self.table.now_min is not None and (
                self.fixed.minute(option.end) - self._minutes(option)
                < self.table.now_min - HURRIED_MIN
            ):
                continue
            if self._wakes(step, option):
                continue
            waits = (self.fixed.slots - option.end) * SLOT_MIN
            if last and waits < step.stand_min - 1e-9:
                continue
            if last and waits > step.wait_min + 1e-9:
                continue
            if self._is_pinned(dish, index) and option.start != self._pin(dish, option):
                continue
            yield option

    def _minutes(self, option: Option) -> float:
        assert isinstance(option.note, Placed)
        return option.note.minutes

    def _wakes(self, step: SideStep, option: Option) -> bool:
        """Whether it wants hands in the quiet hours."""
        if not self.table.alone or step.where == "stand":
            return False
        until = self.fixed.minute(option.end)
        begins = until - self._minutes(option)
        if step.where != "oven":
            return self.table.is_quiet(begins, until)
        parts = step.turns + 1
        touched = [begins + (until - begins) * n / parts for n in range(parts + 1)]
        return any(self.table.is_quiet(at) for at in touched)

    def _is_pinned(self, dish: SideDish, index: int) -> bool:
        return dish.pinned_min is not None and index == main_step(dish)

    def _pin(self, dish: SideDish, option: Option) -> int:
        """The slot in which a pinned step with this length would begin."""
        assert dish.pinned_min is not None
        slots = option.end - option.start
        spare = slots * SLOT_MIN - self._minutes(option)
        at = self.fixed.slot(dish.pinned_min - spare + 0.5 * SLOT_MIN)
        return min(max(at, 0), self.fixed.slots - slots)

    def _all(self, dish: SideDish, step: SideStep) -> Iterator[Option]:
        if step.where == "oven":
            for oven in self.table.room.ovens:
                if dish.oven in (None, oven.id):
                    yield from self._in_oven(dish, step, oven)
                    if dish.side.in_tin and dish.trays(step) <= 1:
                        for joint in self.table.joints:
                            if joint.oven == oven.id:
                                yield from self._in_tin(step, oven, joint)
            return
        minutes = step.minutes
        if step.where == "hands":
            minutes = for_people(step.minutes, dish.people)
        slots = max(1, math.ceil(minutes / SLOT_MIN - 1e-9))
        latest = self.fixed.slots - slots
        for start in range(latest, -1, -1):
            # Far from the table a preparation may begin on every other slot: as good, and quicker.
            if step.where == "hands" and start < latest - CLOSE_SLOTS and (latest - start) % 2:
                continue
            yield from self._plain(step, start, slots, minutes)

    def _plain(self, step: SideStep, start: int, slots: int, minutes: float) -> Iterator[Option]:
        end = start + slots
        lead = (self.fixed.slots - end) * SLOT_MIN
        price = EARLY * lead / 240.0
        uses: list[Use] = []
        if step.where == "hands":
            price += LATE_PREP * max(0.0, 60.0 - lead) / 60.0
            # It ends on the slot, so that its first slot is the one used in part.
            spare = slots * SLOT_MIN - minutes
            for slot in range(start, end):
                busy = float(SLOT_MIN) - (spare if slot == start else 0.0)
                uses += [Use("hands", slot, slot + 1, busy), small(slot, busy)]
        elif step.where == "hob":
            if step.after_joint and not self._joint_is_out(start, slots, minutes):
                return
            uses.append(Use("rings", start, end, 1.0))
            uses += self._looked_after(step, start, end)
            if not step.warm:
                price += LATE_PREP * max(0.0, 60.0 - lead) / 60.0
            else:
                price += WAITS * lead / max(step.wait_min, 5.0)
        yield Option(
            start=start,
            end=end,
            price=price,
            uses=tuple(uses),
            where=step.where,
            note=Placed(minutes=minutes),
        )

    def _looked_after(self, step: SideStep, start: int, end: int) -> Iterator[Use]:
        """A pan set going, looked at in passing, and emptied; at the very end it is emptied among
        the plates, which are counted apart. A larger pan wants no more looks."""
        slots = end - start
        yield small(start, START_MIN)
        passing = max(step.hands_min - START_MIN - OUT_MIN, 0.0)
        if passing > 0:
            for slot in range(start, end):
                yield small(slot, passing / slots)
        if end < self.fixed.slots:
            yield small(end - 1, OUT_MIN)

    def _joint_is_out(self, start: int, slots: int, minutes: float) -> bool:
        begins = self.fixed.minute(start) + slots * SLOT_MIN - minutes
        outs = [j.out_min for j in self.table.joints]
        return not outs or begins >= min(outs) + 2.0

    # --- ovens ----------------------------------------------------------------------------------
    def _levels(self, step: SideStep, oven: OvenPlace) -> list[float]:
        tried = {step.ref_c, step.high_c, step.low_c, 0.5 * (step.ref_c + step.low_c)}
        rounded = {LEVELS_C * round(c / LEVELS_C) for c in tried}
        # Every side may join another's heat, so that two can share an oven.
        for other in self.table.sides:
            rounded |= {
                LEVELS_C * round(s.ref_c / LEVELS_C) for s in other.side.steps if s.where == "oven"
            }
        able = {oven.within(c) for c in rounded}
        return sorted(c for c in able if step.low_c <= c <= step.high_c)

    def _air_at(self, oven: OvenPlace, level_c: float | None) -> Floats:
        """The oven's air: the joints' where they say it, else ``level_c``, reached as it does."""
        air = self.fixed.air[oven.id]
        if level_c is None:
            return air
        filled = air.copy()
        free = np.isnan(air)
        filled[free] = level_c
        ends = np.flatnonzero(free[1:] & ~free[:-1]) + 1
        for end in ends:
            until = end + int(np.argmax(~free[end:])) if (~free[end:]).any() else len(air)
            spent = np.arange(until - end, dtype=np.float64)
            filled[end:until] = settling(float(air[end - 1]), level_c, spent, oven.down_min)
        return filled

    def _course(self, step: SideStep, oven: OvenPlace, level: float | None, tin: bool) -> Course:
        key = (step, oven.id, level, tin)
        if key not in self._courses:
            self._courses[key] = Course(self._air_at(oven, level), step, in_tin=tin)
        return self._courses[key]

    def _cooks(
        self, step: SideStep, oven: OvenPlace, level: float | None, *, tin: bool = False
    ) -> Iterator[tuple[int, int, Cooked]]:
        """Starts and ends, as slots, of what is done in time and in air it bears."""
        course = self._course(step, oven, level, tin)
        for end in range(1, self.fixed.slots + 1):
            # Ended on a slot: begun as late as it may be.
            low, high = 0, end * SLOT_MIN
            found = course.ending(high, step.minutes)
            if found is None or high - found.minutes < low:
                continue
            if (
                not step.low_c - BEARS_C
                <= found.coolest_c
                <= found.hottest_c
                <= step.high_c + BEARS_C
            ):
                continue
            yield (high - math.ceil(found.minutes)) // SLOT_MIN, end, found

    def _in_oven(self, dish: SideDish, step: SideStep, oven: OvenPlace) -> Iterator[Option]:
        taken = ~np.isnan(self.fixed.air[oven.id])
        outs = [j.out_min for j in self.table.joints if j.oven == oven.id]
        for level in [None, *self._levels(step, oven)]:
            for start, end, cooked in self._cooks(step, oven, level):
                a, b = start * SLOT_MIN, end * SLOT_MIN
                share = float(taken[a:b].mean())
                # Wholly in the joints' air it needs no heat of its own, and only then.
                if (level is None) != (share == 1.0):
                    continue
                begins = self.fixed.minute(end) - cooked.minutes
                if step.after_joint and any(begins < out for out in outs):
                    continue
                price = self._price(step, end, cooked)
                heat = None
                if level is not None:
                    price += OTHER_HEAT * abs(level - step.ref_c) / 20.0
                    heat = (oven.id, level)
                    cold = not taken[: a + 1].any() or not outs
                    price += HEATED_FOR_IT if cold else 0.0
                price += DOOR * sum(1.0 for out in outs if begins < out)
                yield Option(
                    start=start,
                    end=end,
                    price=price,
                    uses=(
                        Use(f"oven:{oven.id}", start, end, dish.height_mm(step)),
                        *_tins(dish, step, start, end),
                        *self._handled(step, start, end),
                    ),
                    heat=heat,
                    heat_slots=(max(start - CHANGE_SLOTS, 0), end),
                    where=oven.id,
                    note=Placed(oven=oven.id, air_c=level, cooked=cooked, minutes=cooked.minutes),
                )

    def _in_tin(self, step: SideStep, oven: OvenPlace, joint: JointDish) -> Iterator[Option]:
        for start, end, cooked in self._cooks(step, oven, None, tin=True):
            begins = self.fixed.minute(end) - cooked.minutes
            inside = any(a <= begins and self.fixed.minute(end) <= b for a, b in joint.in_oven)
            if not inside:
                continue
            yield Option(
                start=start,
                end=end,
                price=self._price(step, end, cooked) + DOOR + IN_TIN,
                uses=(Use(f"tin:{joint.id}", start, end, 1.0), *self._handled(step, start, end)),
                where=oven.id,
                note=Placed(oven=oven.id, tin_of=joint.id, cooked=cooked, minutes=cooked.minutes),
            )

    def _price(self, step: SideStep, end: int, cooked: Cooked) -> float:
        waits = (self.fixed.slots - end) * SLOT_MIN
        price = WAITS * waits / max(step.wait_min, 5.0)
        if step.brown_min > 0 and not step.covered:
            price += PALE * max(0.0, 1.0 - cooked.brown)
        return price

    def _handled(self, step: SideStep, start: int, end: int) -> tuple[Use, ...]:
        uses = [small(start, IN_MIN)]
        for n in range(1, step.turns + 1):
            uses.append(small(start + (end - start) * n // (step.turns + 1), TURN_MIN))
        if end < self.fixed.slots:
            uses.append(small(end - 1, OUT_MIN))
        return tuple(uses)


def _tins(dish: SideDish, step: SideStep, start: int, end: int) -> tuple[Use, ...]:
    trays = dish.trays(step)
    return (Use("tins", start, end, float(trays)),) if trays else ()


def main_step(dish: SideDish) -> int:
    """The step of a side that is drawn and dragged: its last in the oven or on the hob."""
    steps = dish.side.steps
    heated = [i for i, s in enumerate(steps) if s.where in ("oven", "hob")]
    return heated[-1] if heated else len(steps) - 1
