"""What a kitchen has: ovens, tins, people, its own words, cuts, sides and methods."""

from __future__ import annotations

import re
import secrets
from collections.abc import Callable, Mapping, Sequence
from typing import Any

from trencher.core.catalogue.cuts import Cut, facts_of, own_cut
from trencher.core.catalogue.doneness import DonenessBand, checked_bands
from trencher.core.catalogue.sides import Side, own_side
from trencher.core.day.people import Guest
from trencher.core.errors import Conflict
from trencher.core.joint import Joint
from trencher.core.method.schools import Thermometer
from trencher.core.oven import OvenRecord
from trencher.core.planner.fits import Tin
from trencher.core.thermal.calibration import Calibration, calibrate
from trencher.formats.methods import methods_file, read_methods_file
from trencher.service.clock import Clock, FastClock
from trencher.service.feed import Feed
from trencher.service.figures import CHANGES, CHOSEN, profile_of
from trencher.service.learning import LEFT_OUT, LearningService
from trencher.service.own_methods import OwnMethod, drop_method, keep_methods, own_methods
from trencher.service.own_things import drop_own, keep_own, own_id
from trencher.service.people import bands_of, guests_of
from trencher.service.planning import Wish
from trencher.store.repository import Repository

MOST_OVENS = 50
MEATS = {
    "lean": {"water": 0.72, "protein": 0.21, "fat": 0.06},
    "marbled": {"water": 0.64, "protein": 0.19, "fat": 0.16},
    "fatty": {"water": 0.58, "protein": 0.17, "fat": 0.24},
}


class KitchenService:
    """Every command and question about what a kitchen has. ``tell``: any day to come may look
    otherwise now."""

    def __init__(
        self,
        repository: Repository,
        clock: Clock,
        feed: Feed,
        tell: Callable[[], None],
        learning: LearningService,
    ) -> None:
        self.repository, self.clock, self.feed, self.tell = repository, clock, feed, tell
        self.learning = learning

    def wish(
        self, joint: Joint, oven_id: str, wanted_c: float, rest_min: float, thermometer: Thermometer
    ) -> Wish:
        """What ways are worked out for here. NotFound, Damaged, InputError."""
        kept = self.repository.snapshot(CHOSEN, CHANGES, LEFT_OUT)
        oven = kept.oven(oven_id)
        return Wish(
            joint=joint,
            cooker=oven.cooker(joint),
            oven_sd_c=oven.air_sd_c,
            wanted_c=wanted_c,
            rest_min=rest_min,
            thermometer=thermometer,
            profile=profile_of(kept),
            teaching=self.learning.teaching(oven_id, kept=kept),
        )

    # --- ovens and tins --------------------------------------------------------------------------
    def ovens(self) -> list[OvenRecord]:
        """Every oven that can be read, by name."""
        return self.repository.ovens()

    def add_oven(self, name: str, facts: dict[str, Any]) -> OvenRecord:
        """A new one, under an id from its name. Conflict beyond ``MOST_OVENS``, InputError."""
        slug = re.sub(r"[^a-z0-9]+", "-", name.casefold()).strip("-") or "oven"
        taken = {o.id for o in self.ovens()}
        if len(taken) >= MOST_OVENS:
            raise Conflict(
                f"there are {len(taken)} ovens", allowed=f"at most {MOST_OVENS}: drop some"
            )
        return self._keep_oven(
            slug if slug not in taken else f"{slug}-{secrets.token_hex(2)}", name, facts
        )

    def change_oven(self, oven_id: str, name: str, facts: dict[str, Any]) -> OvenRecord:
        """Its facts anew; what is not told stays, and null takes a fact away. NotFound,
        InputError."""
        kept = self.repository.oven(oven_id)
        return self._keep_oven(oven_id, name, kept.plain() | facts)

    def _keep_oven(self, oven_id: str, name: str, facts: dict[str, Any]) -> OvenRecord:
        record = OvenRecord.read(oven_id, name, facts).checked()
        self.repository.save_oven(record)
        self.feed.ring()
        return record

    def drop_oven(self, oven_id: str) -> None:
        """Forget an oven no roast was ever planned in. NotFound, Conflict."""
        self.repository.oven(oven_id)
        if (name := self.repository.planned_in(oven_id)) is not None:
            raise Conflict(
                f"{name!r} is planned or was roasted in it", allowed="an oven that no roast names"
            )
        self.repository.drop_oven(oven_id)
        self.feed.ring()

    def calibration(self, oven_id: str) -> Calibration:
        """An oven's dial as measured, without a measurement what any is given. NotFound."""
        return self.repository.oven(oven_id).calibration or calibrate(())

    def tins(self) -> list[Tin]:
        """Every tin, by its number."""

        def read(kept: Any) -> list[Tin]:
            return [Tin(**{**t, "id": str(n)}) for n, t in enumerate(kept)]

        return self.repository.setting_as("tins", read, [])

    def set_tins(self, tins: Sequence[Mapping[str, Any]]) -> None:
        """All of them."""
        self.repository.set_setting("tins", [dict(t) for t in tins])
        self.feed.ring()

    # --- people and words ------------------------------------------------------------------------
    def people(self) -> tuple[Guest, ...]:
        """Everybody who is named."""
        return guests_of(self.repository)

    def set_people(self, people: Sequence[Mapping[str, Any]]) -> None:
        """All of them; a name twice is a conflict."""
        names = [str(g["name"]).strip().casefold() for g in people]
        if len(names) != len(set(names)):
            raise Conflict("a name stands there twice", allowed="each name once")
        self.repository.set_setting("people", [dict(g) for g in people])
        self.tell()

    def bands(self) -> tuple[DonenessBand, ...]:
        """This kitchen's words for doneness."""
        return bands_of(self.repository)

    def set_bands(self, bands: Sequence[DonenessBand]) -> tuple[DonenessBand, ...]:
        """Words of its own. InputError."""
        kept = [{"word": b.word, "from_c": b.from_c} for b in checked_bands(list(bands))]
        self.repository.set_setting("bands", kept)
        return self.bands()

    # --- things of one's own ---------------------------------------------------------------------
    def cuts(self) -> list[Cut]:
        """Cuts of one's own."""

        def read(kept: Any) -> list[Cut]:
            return [own_cut(facts) for facts in kept.values()]

        return self.repository.setting_as("own_cuts", read, [])

    def add_cut(self, facts: Mapping[str, Any], meat: str, *, rolled: bool) -> Cut:
        """One more; ``meat``: of MEATS. InputError, Conflict."""
        kinds = {"pork": "pork", "game": "game"}
        more = {
            "id": own_id(str(facts["name"]), "cut"),
            "meat": MEATS[meat],
            "tied": rolled,
            "safety": kinds.get(str(facts["kind"]), "rolled" if rolled else "whole"),
        }
        cut = own_cut({**facts, **more})
        keep_own(self.repository, "own_cuts", cut.id, facts_of(cut))
        self.feed.ring()
        return cut

    def drop_cut(self, cut_id: str) -> None:
        """Forget one; roasts made with it keep their facts. NotFound."""
        drop_own(self.repository, "own_cuts", cut_id, "cut")
        self.feed.ring()

    def add_side(self, facts: Mapping[str, Any]) -> Side:
        """A side of one's own. InputError, Conflict."""
        side_id = own_id(str(facts["name"]), "side")
        side = own_side({**facts, "id": side_id})
        keep_own(self.repository, "own_sides", side_id, facts)
        self.feed.ring()
        return side

    def drop_side(self, side_id: str) -> None:
        """Forget one. NotFound; Conflict while a day has it."""
        for date in self.repository.days():
            sides = self.repository.sound_day(date).facts.get("sides", ())
            if any(e["id"] == side_id for e in sides):
                raise Conflict(f"the day {date} has it", allowed="take it off that day first")
        drop_own(self.repository, "own_sides", side_id, "side")
        self.feed.ring()

    def methods(self) -> list[OwnMethod]:
        """Methods under a name, in the order they were kept."""
        return own_methods(self.repository)

    def keep_methods(self, new: Sequence[tuple[str, str]]) -> list[OwnMethod]:
        """(name, text) pairs; those of a name that is kept are replaced. Returns all."""
        return self._methods(keep_methods(self.repository, new))

    def drop_method(self, method_id: str) -> list[OwnMethod]:
        """Forget one. Returns the others. NotFound."""
        return self._methods(drop_method(self.repository, method_id))

    def _methods(self, found: list[OwnMethod]) -> list[OwnMethod]:
        self.feed.ring()
        return found

    def methods_file(self) -> dict[str, Any]:
        """All of them as a file."""
        return methods_file([(m.name, m.method) for m in self.methods()])

    def take_methods(self, file: Mapping[str, Any]) -> list[OwnMethod]:
        """Those of a file. Returns all. InputError by line."""
        return self.keep_methods(read_methods_file(dict(file)))

    # --- the demo's clock ------------------------------------------------------------------------
    def set_clock(self, pace: float | None, forward_min: float | None) -> None:
        """Run the demo's clock faster or forward. Conflict: the kitchen's own cannot be set."""
        clock = self.clock
        if not isinstance(clock, FastClock):
            raise Conflict(
                "the clock is the kitchen's own", allowed="only the demo's clock can be set"
            )
        if pace is not None:
            clock.set_pace(pace)
        if forward_min:
            clock.jump(forward_min)
        now = {"now": clock.now().isoformat(), "pace": clock.pace}
        self.repository.set_setting("clock", now)
        self.feed.ring(clock=True)
