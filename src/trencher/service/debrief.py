"""How a practice went: what was served, what each decision cost, and what could have been known.

Every cost is the difference between two plays of the same truth, one with the choice that was made
and one with the other (``sim.played``); nothing is estimated from rules.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal

from trencher.core.catalogue.doneness import DonenessBand, word_for
from trencher.core.catalogue.safety import Figure
from trencher.core.day.plates import plates, target
from trencher.core.entries import Chose, Read, Rewrote
from trencher.core.errors import Conflict, TrencherError
from trencher.core.marks import VERBS
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import Method
from trencher.core.outcome.outcomes import Slice
from trencher.core.planner.forward import with_rest
from trencher.core.session import Session
from trencher.core.units import said_c, said_d
from trencher.service.hours import hour
from trencher.service.people import bands_of, guests_of
from trencher.service.planning import cached_walk
from trencher.service.practice import Practice
from trencher.sim.lived import CookAct
from trencher.sim.played import EVEN_C, Course, Player, Served, reaches, served
from trencher.sim.roast import PretendRoast

SLICE_MM = 12.0
MOST_DOORS = 8
"""So many looks are told one by one, the longest; of more only how many there were."""
WORTH_MIN = 1.5
"""A stage, a rest or a take-out further from the other choice than so is worth a line."""
ROUNDS = 5
LATEST_MIN = 120.0
"""The best take-out is sought no later than so long after the one that was."""
CLIMB_C = 0.05
LINE_EVERY_MIN = 2.0
DecisionCode = Literal["out", "stage", "door", "way", "carve", "late_in"]


@dataclass(frozen=True)
class Decision:
    """One thing that was decided, and what it did against the other choice, both played:
    ``minutes`` later and ``degrees`` hotter in the middle for it; None where it has no say."""

    code: DecisionCode
    minute: float
    at: datetime
    words: str
    other: str
    minutes: float | None
    degrees: float | None


@dataclass(frozen=True)
class Choice:
    """A take-out that might have been, and the peak it leads to."""

    out_min: float
    peak_c: float


@dataclass(frozen=True)
class PracticePlate:
    """Who got which slice, and what it had reached against what was asked for."""

    name: str
    slice: int
    core_c: float
    word: str
    asked: str
    right: bool


@dataclass(frozen=True)
class JointDebrief:
    """One joint. ``known``: the take-out that the last reading before it told of; ``best``: the one
    that only who knows the truth could choose. ``luck_c``: what the middle would have missed by
    with ``known``; ``yours_c``: what your choice added to that. ``line``, ``best_line``: minute and
    core as it truly was, and as it would have been at best."""

    roast_id: str
    name: str
    wanted_c: float
    served: Served
    words: tuple[str, ...]
    plates: tuple[PracticePlate, ...]
    ready_at: datetime
    late_min: float
    decisions: tuple[Decision, ...]
    more_doors: int
    known: Choice
    best: Choice
    luck_c: float
    yours_c: float
    lesson: str
    line: tuple[tuple[float, float], ...]
    best_line: tuple[tuple[float, float], ...]


@dataclass(frozen=True)
class Debrief:
    """A practice that is over. ``joint_id``, ``method``: of a joint of the real kitchen, what was
    practised."""

    joint_id: str | None
    method: str | None
    story: str
    title: str
    teaches: str
    seed: int
    truth: tuple[str, ...]
    joints: tuple[JointDebrief, ...]


def debrief(practice: Practice) -> Debrief:
    """How it went. Conflict while a joint is not carved yet."""
    if not practice.over:
        raise Conflict("it is not over", allowed="carve every joint first")
    told = [one for roast_id in practice.joints if (one := _joint(practice, roast_id)) is not None]
    return Debrief(
        practice.joint_id,
        practice.method,
        practice.story.id,
        practice.story.title,
        practice.story.teaches,
        practice.seed,
        _truth(practice),
        tuple(told),
    )


def _truth(practice: Practice) -> tuple[str, ...]:
    """What was really so, in sentences."""
    roast_id = practice.joints[0]
    truth, roasts = practice.truths[roast_id], practice.roasts
    session = roasts.session(roast_id)
    assert session.method is not None
    usual = practice.thought[roast_id]
    found = []
    heat = truth.h / usual.h - 1.0
    if abs(heat) >= 0.04:
        found.append(
            f"The air of this oven heated {100 * abs(heat):.0f} % "
            f"{'more' if heat > 0 else 'less'} than planned for."
        )
    if abs(truth.oven_off_c) >= 2.0:
        way = "hotter" if truth.oven_off_c > 0 else "cooler"
        found.append(f"It ran {said_d(abs(truth.oven_off_c))} {way} than set.")
    thick = truth.thickness_mm / usual.thickness_mm - 1.0
    if abs(thick) >= 0.03:
        found.append(
            f"The joint was {100 * abs(thick):.0f} % {'thicker' if thick > 0 else 'thinner'} than "
            "measured."
        )
    start = truth.start_c - usual.start_c
    if abs(start) >= 1.5:
        way = "warmer" if start > 0 else "colder"
        found.append(f"It went in {said_d(abs(start))} {way} than thought.")
    if truth.stall_c is not None:
        found.append(f"The oven never got beyond {said_c(truth.stall_c)}.")
    if truth.fat_to_min > truth.fat_from_min:
        found.append(
            f"From minute {truth.fat_from_min:.0f} to {truth.fat_to_min:.0f} the tip sat in fat "
            f"and read {said_d(truth.fat_c)} low."
        )
    if truth.browns > 1.5:
        found.append("The skin coloured much faster than usual.")
    for one in practice.story.happens:
        if one.what in ("power", "door"):
            what = "The power was gone" if one.what == "power" else "The door stood open"
            found.append(f"{what} for {one.lasts_min:.0f} min from minute {one.minute:.0f}.")
    return tuple(found) or ("Everything was as thought, as nearly as kitchens are.",)


def _joint(practice: Practice, roast_id: str) -> JointDebrief | None:
    roasts = practice.roasts
    session = roasts.session(roast_id)
    if session.put_in_at is None or session.carved_min is None or session.method is None:
        return None
    course = practice.course(roast_id, session.carved_min)
    truth, wanted = practice.truths[roast_id], session.plan.wanted_c
    player = Player(truth, course)
    slices = max(3, round(truth.length_mm / SLICE_MM))
    real = served(player.played, course, wanted, slices)
    known_min = _known(practice, roast_id, session, course.out_min)
    known = _at(player, course, known_min)
    best_play, best = _best(player, course, wanted, real)
    decisions, more = _decisions(practice, session, player, course, real, known)
    put_in = hour(session.put_in_at)
    ready = put_in + timedelta(minutes=course.carve_min)
    serve = hour(session.plan.serve_at) + timedelta(minutes=practice.late_by(ready))
    bands = bands_of(practice.repository)
    luck, yours = known.peak_c - wanted, real.peak_c - known.peak_c
    return JointDebrief(
        roast_id=roast_id,
        name=session.plan.name,
        wanted_c=wanted,
        served=real,
        words=tuple(word_for(c, bands) for c in real.slices_c),
        plates=_plates(practice, session, real, bands, truth.length_mm),
        ready_at=ready,
        late_min=(ready - serve).total_seconds() / 60.0 + session.plan.ahead_min,
        decisions=decisions,
        more_doors=more,
        known=known,
        best=best,
        luck_c=luck,
        yours_c=yours,
        lesson=_lesson(session, course.out_min, known, luck, yours, decisions, more),
        line=_line(player.played),
        best_line=_line(best_play),
    )


def _line(joint: PretendRoast) -> tuple[tuple[float, float], ...]:
    count = int(joint.minute // LINE_EVERY_MIN) + 1
    return tuple(
        (LINE_EVERY_MIN * n, round(joint.core_at(LINE_EVERY_MIN * n), 2)) for n in range(count)
    )


def _known(practice: Practice, roast_id: str, session: Session, out_min: float) -> float:
    """When to take it out by what was known at the last reading before it came out; without one, as
    planned."""
    before = [r.minute for r in session.readings if r.minute < out_min + 1e-6]
    planned = session.planned
    as_planned = planned.pull_min if planned is not None else out_min
    if not before:
        return as_planned
    last = max(before)
    try:
        said = practice.roasts.said_at(roast_id, last)
    except TrencherError:
        said = None
    return as_planned if said is None else max(said.pull_min, last)


def _at(player: Player, course: Course, out_min: float) -> Choice:
    other = course.out_at(out_min)
    return Choice(out_min, _peak(player.play(other)))


def _peak(joint: PretendRoast) -> float:
    return max(row[1] for row in joint.history)


def _best(
    player: Player, course: Course, wanted_c: float, real: Served
) -> tuple[PretendRoast, Choice]:
    """The take-out whose peak is what was wanted, found by playing."""
    left_in = course.out_at(course.out_min + LATEST_MIN)
    heating = player.play(left_in)
    tried: list[tuple[float, PretendRoast, Choice]] = []
    core = real.out_c + wanted_c - real.peak_c
    for _ in range(ROUNDS):
        minute = reaches(heating, core)
        minute = course.out_min + LATEST_MIN if minute is None else max(minute, 1.0)
        joint = player.play(course.out_at(minute))
        choice = Choice(minute, _peak(joint))
        miss = wanted_c - choice.peak_c
        tried.append((abs(miss), joint, choice))
        if abs(miss) < CLIMB_C or minute >= course.out_min + LATEST_MIN:
            break
        core += miss
    _, joint, choice = min(tried, key=lambda t: t[0])
    return joint, choice


def _decisions(
    practice: Practice,
    session: Session,
    player: Player,
    course: Course,
    real: Served,
    known: Choice,
) -> tuple[tuple[Decision, ...], int]:
    assert session.put_in_at is not None
    put_in = hour(session.put_in_at)
    found: list[Decision] = []

    def told(
        code: DecisionCode,
        minute: float,
        words: str,
        other: str,
        minutes: float | None,
        degrees: float | None,
    ) -> None:
        at = put_in + timedelta(minutes=minute)
        found.append(Decision(code, minute, at, words, other, minutes, degrees))

    first = next((e.method for e in session.log if isinstance(e, Chose)), session.method)
    assert first is not None
    walk = cached_walk(practice.roasts.wish(session).roast(first))
    late = _late_in(practice, session, put_in)
    if late is not None:
        way = "later" if late > 0 else "sooner"
        told(
            "late_in",
            0.0,
            f"It went in {abs(late):.0f} min {way} than planned",
            "in time",
            late,
            None,
        )
    for i, result in enumerate(walk.stages):
        end = course.ends.get(i)
        last = min(course.method.pull_index, walk.pull_index)
        if end is None or i >= last or abs(end - result.end_min) < WORTH_MIN:
            continue
        other = Course(
            course.method,
            {**course.ends, i: min(result.end_min, course.out_min)},
            course.acts,
            course.carve_min,
            course.dial,
        )
        minutes, degrees = _against(player, course, other, real)
        early = end < result.end_min
        told(
            "stage",
            end,
            f"The heat was changed {abs(end - result.end_min):.0f} min "
            f"{'sooner' if early else 'later'} than planned",
            "at its minute",
            minutes,
            degrees,
        )
    doors, more = _doors(player, course, session, real)
    for act, minutes, degrees, words in doors:
        told("door", act.minute, words, "the door left shut", minutes, degrees)
    for entry in (e for e in session.log if isinstance(e, Rewrote)):
        if entry.seq in session.withdrawn:
            continue
        was = _before(session, entry)
        if was is None:
            continue
        other = Course(
            was,
            {i: end for i, end in course.ends.items() if end <= entry.minute},
            course.acts,
            course.carve_min,
            course.dial,
        ).out_at(course.out_min)
        minutes, degrees = _against(player, course, other, real)
        told("way", entry.minute, entry.words, "the way as it was", minutes, degrees)
    told(
        "out",
        course.out_min,
        _out_words(course.out_min, known.out_min),
        "as the last reading before said" if session.readings else "as it was planned",
        course.out_min - known.out_min,
        real.peak_c - known.peak_c,
    )
    planned = session.planned
    if planned is not None:
        rest = planned.end_min - planned.pull_min
        mine = course.carve_min - course.out_min
        if mine < rest - WORTH_MIN:
            longer = Course(
                course.method, course.ends, course.acts, course.out_min + rest, course.dial
            )
            told(
                "carve",
                course.carve_min,
                f"Carved after {mine:.0f} min of rest",
                f"{rest:.0f} min, as planned",
                mine - rest,
                real.peak_c - _peak(player.play(longer)),
            )
    return tuple(sorted(found, key=lambda d: d.minute)), more


def _late_in(practice: Practice, session: Session, put_in: datetime) -> float | None:
    """How much later than planned it went in, min; None where that is nothing to speak of."""
    planned = session.planned
    if planned is None or practice.story.begins_min > 0.0 or len(practice.joints) > 1:
        return None
    carve = hour(session.plan.serve_at) - timedelta(minutes=session.plan.ahead_min)
    due = carve - timedelta(minutes=planned.end_min)
    late = (put_in - due).total_seconds() / 60.0
    return late if abs(late) >= WORTH_MIN + 1.0 else None


def _against(
    player: Player, course: Course, other: Course, real: Served
) -> tuple[float | None, float]:
    """What a choice did against the other one: minutes until the middle was as it came out, and
    degrees of the peak at the same take-out."""
    joint = player.play(other)
    peak = _peak(joint)
    there = reaches(joint, real.out_c)
    if there is None or there > course.out_min:
        there = reaches(player.play(other.out_at(course.out_min + 45.0)), real.out_c)
    return (None if there is None else course.out_min - there), real.peak_c - peak


_DOORS = {"door": "The door was opened"}


def _doors(
    player: Player, course: Course, session: Session, real: Served
) -> tuple[list[tuple[CookAct, float | None, float, str]], int]:
    """What openings of the cook's own did, the longest; and how many more there were."""
    own = {(m.what, m.minute) for m in session.marks}
    acts = [
        a
        for a in course.acts
        if a.what in VERBS and (a.what, a.minute) in own and a.minute < course.out_min
    ]
    read = {r.minute for r in session.log if isinstance(r, Read) and r.seq not in session.withdrawn}
    # The longest first: the others cost less.
    acts.sort(key=lambda a: -(a.seconds or 30.0))
    told = []
    for act in acts[:MOST_DOORS]:
        minutes, degrees = _against(player, course, course.without(act), real)
        looked = any(abs(minute - act.minute) < 0.02 for minute in read)
        words = "Probed" if looked else _DOORS.get(act.what, VERBS[act.what].capitalize())
        told.append((act, minutes, degrees, f"{words}, the door open {act.seconds or 30:.0f} s"))
    return told, max(len(acts) - MOST_DOORS, 0)


def _before(session: Session, entry: Rewrote) -> Method | None:
    """The way as it was before it was changed."""
    ways = [
        e.method
        for e in session.log
        if isinstance(e, Chose | Rewrote) and e.seq < entry.seq and e.seq not in session.withdrawn
    ]
    return with_rest(parse_method(ways[-1]))[0] if ways else None


def _out_words(out_min: float, known_min: float) -> str:
    late = out_min - known_min
    if abs(late) < WORTH_MIN:
        return "Taken out as the readings said"
    return (
        f"Taken out {abs(late):.0f} min {'later' if late > 0 else 'sooner'} than the readings said"
    )


def _plates(
    practice: Practice,
    session: Session,
    real: Served,
    bands: Sequence[DonenessBand],
    length_mm: float,
) -> tuple[PracticePlate, ...]:
    """The guests on the slices as these truly were."""
    count = len(real.slices_c)
    wide = length_mm / count
    slices = [Slice(n * wide, (n + 1) * wide, c, c, wide) for n, c in enumerate(real.slices_c)]
    profile, cut = practice.roasts.profile(), session.plan.joint.judged
    own = profile.figures[cut.safety].temp_c or 0.0
    found = plates(
        slices,
        guests_of(practice.repository),
        cut.kind,
        wanted_c=session.plan.wanted_c,
        strict=Figure(max(profile.strict_c, own), profile.strict_hold_min, profile.strict),
        bands=bands,
        claims=session.claims,
    )
    guests = {g.name: g for g in guests_of(practice.repository)}
    wanted, strict_c = session.plan.wanted_c, max(profile.strict_c, own)
    told = []
    for plate in found.plates:
        if plate.slice is None:
            continue
        core = real.slices_c[plate.slice]
        aim, asked = target(guests[plate.name], wanted, strict_c, bands)
        if math.isinf(aim):
            right = core <= wanted + EVEN_C
        elif aim > wanted:
            right = core >= aim - (0.0 if plate.strict else EVEN_C)
        else:
            right = abs(core - aim) <= EVEN_C
        word = word_for(core, bands)
        told.append(PracticePlate(plate.name, plate.slice, core, word, asked, right))
    return tuple(told)


def _lesson(
    session: Session,
    out_min: float,
    known: Choice,
    luck_c: float,
    yours_c: float,
    decisions: Sequence[Decision],
    more: int,
) -> str:
    """The one thing to remember, of what weighed most."""
    reads = sorted(r.minute for r in session.readings if r.minute < out_min + 1e-6)
    if not reads:
        return (
            "Nobody read it before it came out: with one reading near the end you would have known "
            "how far it was."
        )
    late = out_min - known.out_min
    if abs(yours_c) >= 1.0 and 2.0 * abs(yours_c) >= abs(luck_c):
        way = "longer" if late > 0 else "shorter"
        return (
            f"It stayed in {abs(late):.0f} min {way} than your last reading said: that alone made "
            f"{said_d(abs(yours_c))} of the middle."
        )
    if abs(luck_c) >= 1.5:
        return _unlucky(reads, out_min, known, luck_c)
    doors = [d for d in decisions if d.code == "door"]
    minutes = sum(d.minutes or 0.0 for d in doors)
    if minutes >= 5.0:
        return (
            f"{len(doors) + more} looks made it {minutes:.0f} min later. It was right all the "
            "same: half as many would have done."
        )
    return "It came out as your readings said, and that was right. Do it again like this."


def _unlucky(reads: Sequence[float], out_min: float, known: Choice, luck_c: float) -> str:
    """What the kitchen did, and which reading would have told of it."""
    degrees = f"{said_d(abs(luck_c))}"
    first = known.out_min - reads[-1] < 1.0
    gap = reads[-1] - (reads[-2] if len(reads) > 1 else 0.0)
    if first and luck_c > 0.0 and gap > 8.0:
        before_it = "the one before" if len(reads) > 1 else "the door"
        return (
            f"When you read it, it was over already: {gap:.0f} min had gone since {before_it}, and "
            f"they made {degrees}. Read sooner in a kitchen you do not know."
        )
    if out_min - reads[-1] > 10.0:
        return (
            f"Your last reading was {out_min - reads[-1]:.0f} min before it came out; what the "
            f"kitchen did since made {degrees}. Read once more, nearer to the end."
        )
    return (
        f"You did what could be known. {degrees} were the kitchen's: no reading of yours told of "
        "it in time."
    )
