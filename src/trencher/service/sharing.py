"""A day for a helper: what the cook sees of it, gathered to be looked at and changed by nobody."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import datetime

from trencher.core.belief.words import to_do
from trencher.core.day.steps import DayStep
from trencher.core.errors import TrencherError
from trencher.core.outcome.outcomes import slices_of
from trencher.core.session import Session
from trencher.core.thermal.budget import TooMuch
from trencher.core.units import said_c
from trencher.formats.day_sheet import (
    DaySheet,
    SheetCarving,
    SheetJoint,
    SheetSlice,
    SheetStep,
    Stands,
)
from trencher.service.board import BoardService, CarvedJoint, craft
from trencher.service.days import DayService, PlannedDay
from trencher.service.devices import DeviceService
from trencher.service.now import expected
from trencher.service.people import guests_of
from trencher.store.repository import UNDER_WAY

NEXT_STEPS = 3
"""So many of what comes next with a joint are told: the page is read in passing."""


class SharingService:
    """Pages to be handed out. They keep nothing."""

    def __init__(self, days: DayService, board: BoardService, devices: DeviceService) -> None:
        self.days, self.board, self.devices = days, board, devices
        self.roasts = board.roasts

    def day(self, date: str) -> DaySheet:
        """A day as it stands now. InputError for no date."""
        planned = self.days.planned(date)
        zone = planned.serve_at.tzinfo
        return DaySheet(
            date=date,
            serve_at=planned.serve_at,
            as_of=self.days.clock.now().astimezone(zone),
            people=planned.order.table.people,
            sentence=planned.where.sentence,
            cautions=tuple(c.text for c in planned.cautions)
            + tuple(c.words for c in planned.clashes),
            steps=_steps(planned),
            joints=tuple(self._joint(planned, j.id, j.name) for j in planned.order.table.joints),
            guests=guests_of(self.days.repository),
        )

    def _joint(self, planned: PlannedDay, roast_id: str, name: str) -> SheetJoint:
        session = self.roasts.session(roast_id)
        says: tuple[str, ...] = ()
        carving = SheetCarving(
            # With which end to begin is known from its slices only.
            tuple(n.words for n in craft(session, begin="thick") if n.topic != "place")
        )
        if session.put_in_at is not None:
            try:
                carved = self.board.carved(roast_id)
                says = self._says(roast_id, session, planned.serve_at)
                carving = self._carving(roast_id, session, carved)
            except (TrencherError, TooMuch) as error:
                says = (f"It cannot be followed just now: {error}",)
        carve = [s.at_min for s in planned.order.steps if (s.dish, s.code) == (roast_id, "carve")]
        return SheetJoint(name, planned.hour(carve[0]) if carve else None, says, carving)

    def _says(self, roast_id: str, session: Session, serve_at: datetime) -> tuple[str, ...]:
        if session.status not in UNDER_WAY:
            return ("It is carved.",)
        found = expected(self.roasts, self.devices, roast_id, session)
        following, zone = found.following, serve_at.tzinfo

        def hour(minute: float) -> str:
            return f"{following.at(minute).astimezone(zone):%H:%M}"

        now = following.outlook
        read = [r.minute for r in following.readings if r.minute <= now.now_min]
        said = f"its last reading at {hour(max(read))}" if read else "nobody has read it yet"
        lines = [f"In since {hour(0)}. Its middle is reckoned at {said_c(now.core_c)}; {said}."]
        if following.left_alone:
            return (*lines, "It should have been over for hours. Ask the cook.")
        for step in found.steps[:NEXT_STEPS]:
            span = ""
            if step.low_min is not None and step.high_min is not None:
                span = f" (between {hour(step.low_min)} and {hour(step.high_min)})"
            at = "" if step.core_c is None or step.by_clock else f", at {said_c(step.core_c)}"
            lines.append(f"About {hour(step.due_min)}{span}: {to_do(step)}{at}.")
        return tuple(lines)

    def _carving(self, roast_id: str, session: Session, carved: CarvedJoint) -> SheetCarving:
        carving = carved.carving
        slices = slices_of(self.roasts.follow(roast_id, session).outlook.walk.end)
        named: Mapping[int, list[str]] = {n: [] for n in range(len(slices))}
        for plate in carving.plates:
            if plate.slice is not None:
                named[plate.slice].append(plate.name)
        words = dict(carved.portions)
        return SheetCarving(
            notes=tuple(n.words for n in carved.notes),
            slices=tuple(
                SheetSlice(
                    number=n + 1,
                    centre_c=carved.read.get(n, s.centre_c),
                    measured=n in carved.read,
                    names=tuple(named[n]),
                    others=carving.others.count(n),
                )
                for n, s in enumerate(slices)
            ),
            begin=carving.begin,
            spare=len(carving.spare),
            flash=tuple(
                f"{p.name}, slice {(p.slice or 0) + 1}: "
                + (
                    f"{self.roasts.profile().strict}, read in that slice"
                    if p.strict
                    else f"{p.why}: back in the pan, to about {said_c(p.target_c)}"
                )
                for p in carving.plates
                if p.flash
            ),
            claims=tuple((words.get(code, code), name) for code, name in carving.claims),
        )


def _steps(planned: PlannedDay) -> tuple[SheetStep, ...]:
    late = {s.id for s in planned.where.late}
    now = {s.id for s in planned.where.now}

    def stands(step: DayStep) -> Stands:
        if step.id in planned.day.done or step.id in planned.at_fire:
            return "done"
        if step.id in planned.day.skipped:
            return "skipped"
        return "late" if step.id in late else "now" if step.id in now else ""

    return tuple(
        SheetStep(planned.hour(s.at_min), s.words, s.note, s.who, stands(s))
        for s in planned.order.steps
    )
