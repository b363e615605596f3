"""The board: who gets which slice, what was read in it, what is put away and how long it keeps."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from trencher.core.catalogue.carving import CarvingNote, notes, portions
from trencher.core.catalogue.safety import Figure
from trencher.core.day.leftovers import KINDS, Leftovers, kept
from trencher.core.day.leftovers import plates as plates_of
from trencher.core.day.plates import Carving, plates
from trencher.core.entries import Claimed, Sliced, Used, UseWhat
from trencher.core.entries import Kept as KeptEntry
from trencher.core.errors import InputError, OutOfRange
from trencher.core.outcome.outcomes import slices_of
from trencher.core.session import Batch, Session
from trencher.service.hours import hour
from trencher.service.people import bands_of, guests_of
from trencher.service.roasts import READING_HIGH_C, READING_LOW_C, Following, RoastService
from trencher.store.once import Delivery

MOST_KG = 30.0
OLDEST = timedelta(days=14)
"""How far back the fridge is asked what is in it."""


@dataclass(frozen=True)
class CarvedJoint:
    """The carving, how it is done, and what may be claimed. ``read``: slice → °C, the latest."""

    carving: Carving
    notes: tuple[CarvingNote, ...]
    portions: tuple[tuple[str, str], ...]
    read: Mapping[int, float]


@dataclass(frozen=True)
class Stored:
    """A batch with its clock: ``kept_at`` when it went into the fridge, ``use_by`` its last day
    (None: it may not be kept), ``serves`` plates of hearty and of small eaters."""

    roast_id: str
    roast: str
    batch: Batch
    kept_at: datetime
    clock: Leftovers
    use_by: date | None
    serves: tuple[int, int] | None
    left_kg: float | None


def craft(session: Session, *, begin: str, left_handed: bool = False) -> tuple[CarvingNote, ...]:
    """How its joint is carved, from which end ("thick" or "thin")."""
    joint = session.plan.joint
    return notes(
        joint.facts,
        tied=joint.facts.tied if joint.tied is None else joint.tied,
        grain_deg=session.plan.care.grain_deg,
        begin=begin,
        left_handed=left_handed,
    )


class BoardService:
    """Commands and questions of the board, over the roasts."""

    def __init__(self, roasts: RoastService) -> None:
        self.roasts = roasts
        self.repository = roasts.repository

    # --- carving -------------------------------------------------------------------------------
    def carved(self, roast_id: str, *, left_handed: bool = False) -> CarvedJoint:
        """Guests on slices as the roast stands."""
        following = self.roasts.follow(roast_id)
        session = following.session
        joint = session.plan.joint
        carving = self._carving(following)
        found = craft(session, begin=carving.begin, left_handed=left_handed)
        count = len(slices_of(following.outlook.walk.end))
        latest = {r.slice: r.low_c for r in sorted(session.slices, key=lambda r: r.minute)}
        return CarvedJoint(
            carving, found, portions(joint.facts, count, crackling=joint.facts.rind), latest
        )

    def _carving(self, following: Following) -> Carving:
        session = following.session
        profile = self.roasts.profile()
        cut = session.plan.joint.judged
        # Where the cut's own figure is higher than the strict one, it is that (game in Canada).
        own = profile.figures[cut.safety].temp_c or 0.0
        strict = Figure(max(profile.strict_c, own), profile.strict_hold_min, profile.strict)
        bands = bands_of(self.repository)
        return plates(
            slices_of(following.outlook.walk.end),
            guests_of(self.repository),
            cut.kind,
            wanted_c=session.plan.wanted_c,
            strict=strict,
            bands=bands,
            people=self._people(session),
            claims=session.claims,
            pieces=session.plan.joint.pieces,
            read=[(r.slice, r.minute, r.low_c) for r in session.slices],
        )

    def _people(self, session: Session) -> int:
        """How many sit down: as its day says, else those who are named."""
        serve = hour(session.plan.serve_at)
        day = self.repository.sound_day(serve.date().isoformat())
        return int(day.facts["people"]) if day.log else len(guests_of(self.repository))

    def read_slice(
        self,
        roast_id: str,
        slice_no: int,
        low_c: float,
        minute: float | None,
        by: Delivery | None = None,
    ) -> Session:
        """What the middle of one slice reads: the only evidence for a strict plate."""
        if not READING_LOW_C <= low_c <= READING_HIGH_C:
            raise OutOfRange("reading", low_c, READING_LOW_C, READING_HIGH_C, "°C")
        count = len(slices_of(self.roasts.follow(roast_id).outlook.walk.end))
        if not 0 <= slice_no < count:
            raise OutOfRange("slice", slice_no, 0, count - 1)

        def sliced(session: Session) -> Sliced:
            at = self.roasts.minute_given(session, minute)
            return Sliced(slice=slice_no, low_c=low_c, minute=at)

        return self.roasts.add(roast_id, sliced, by)

    def claim(self, roast_id: str, portion: str, name: str, by: Delivery | None = None) -> Session:
        """A portion is somebody's; an empty name gives it back."""
        carved = self.carved(roast_id)
        known = [code for code, _ in carved.portions]
        count = len(slices_of(self.roasts.follow(roast_id).outlook.walk.end))
        known += [f"slice-{n}" for n in range(count)]
        if portion not in known:
            raise InputError(
                f"{portion!r} is no portion", where="portion", allowed=f"of {', '.join(known)}"
            )
        claimed = Claimed(portion=portion, name=name.strip())
        return self.roasts.add(roast_id, lambda _session: claimed, by)

    # --- what is left --------------------------------------------------------------------------
    def keep(
        self,
        roast_id: str,
        what: str,
        kg: float | None,
        minute: float | None,
        plan: str,
        on: date | None,
        by: Delivery | None = None,
    ) -> Session:
        """Something goes into the fridge. InputError for a meal after its last day."""
        if what not in KINDS:
            raise InputError(
                f"{what!r} is not kept", where="what", allowed=f"of {', '.join(KINDS)}"
            )
        if kg is not None and not 0.0 < kg <= MOST_KG:
            raise OutOfRange("kg", kg, 0, MOST_KG, "kg")

        def put(session: Session) -> KeptEntry:
            at = self.roasts.minute_given(session, minute)
            if session.carved_min is not None and at < session.carved_min:
                raise OutOfRange(
                    "minute", round(at), round(session.carved_min), round(at), "minutes"
                )
            batch = Batch(0, what, kg, at, plan.strip(), None if on is None else on.isoformat())
            stored = self._stored(roast_id, session, batch)
            if on is not None and (stored.use_by is None or on > stored.use_by):
                last = "not at all" if stored.use_by is None else f"up to {stored.use_by}"
                raise InputError(f"{on} is too late", where="on", allowed=last)
            return KeptEntry(what=what, kg=kg, minute=at, plan=batch.plan, on=batch.on)

        return self.roasts.add(roast_id, put, by)

    def use(
        self, roast_id: str, batch: int, what: UseWhat, kg: float | None, by: Delivery | None = None
    ) -> Session:
        """Something was done with a batch: eaten, reheated, frozen, thrown away."""
        at = self.roasts.clock.now().isoformat(timespec="minutes")
        used = Used(batch=batch, what=what, kg=kg, at=at)
        return self.roasts.add(roast_id, lambda _session: used, by)

    def out_min(self, session: Session) -> float | None:
        """Minutes since it was carved; None before."""
        if session.carved_min is None:
            return None
        return max(0.0, self.roasts.minute(session) - session.carved_min)

    def clock_of(self, session: Session) -> Leftovers | None:
        """How what still stands on the board stands; None before it is carved."""
        out = self.out_min(session)
        return None if out is None else kept(out, self.roasts.profile())

    def stored(self, roast_id: str) -> list[Stored]:
        """The batches of one roast."""
        return self._batches(roast_id, self.roasts.session(roast_id))

    def _batches(self, roast_id: str, session: Session) -> list[Stored]:
        return [self._stored(roast_id, session, b) for b in session.batches]

    def larder(self) -> list[Stored]:
        """Every batch of the last fortnight of which something is left, the most urgent first."""
        oldest = (self.roasts.clock.now() - OLDEST).date().isoformat()
        about = self.repository.begun_about(oldest)
        lately = [h for h in about if h.status == "done"]
        found = [
            stored
            for heading, session in self.repository.sound(lately)
            for stored in self._batches(heading.id, session)
            if not stored.batch.over
        ]
        return sorted(found, key=lambda s: (s.use_by or date.min, s.kept_at))

    def _stored(self, roast_id: str, session: Session, batch: Batch) -> Stored:
        assert session.put_in_at is not None
        at = hour(session.put_in_at) + timedelta(minutes=batch.minute)
        out = batch.minute - (session.carved_min or 0.0)
        clock = kept(out, self.roasts.profile())
        use_by = at.date() + timedelta(days=clock.keep_days) if clock.standing == "keep" else None
        gone = sum(u.kg or 0.0 for u in batch.uses if u.what != "reheated")
        left = None if batch.kg is None else max(0.0, 0.0 if batch.over else batch.kg - gone)
        meat = batch.what in ("slices", "piece")
        serves = plates_of(left) if left is not None and meat else None
        return Stored(roast_id, session.plan.name, batch, at, clock, use_by, serves, left)
