"""Practice: a kitchen of its own in a folder that is gone afterwards, with a truth of its own and a
clock that runs as it is asked to. Nothing of it comes into the real one; the same service runs it.
"""

from __future__ import annotations

import secrets
import tempfile
import threading
from collections.abc import Callable, Iterator, Mapping, Sequence
from contextlib import contextmanager, suppress
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any, Literal

import numpy as np

from trencher.core.entries import RoastEntry
from trencher.core.errors import Conflict, InputError, NotFound, TrencherError
from trencher.core.joint import size_of
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import Off, Oven, Rest
from trencher.core.oven import OvenRecord
from trencher.core.plan import Plan
from trencher.core.planner.doubt import Doubt, before, deviation
from trencher.core.planner.forward import with_rest
from trencher.core.planner.setup import Roast
from trencher.core.session import Session
from trencher.core.units import said_d
from trencher.formats.story import (
    Story,
    StoryHappens,
    StoryJoint,
    StoryTruth,
    read_story,
    told_stories,
)
from trencher.service.alarms import due
from trencher.service.clock import Clock, FastClock
from trencher.service.devices import DeviceService
from trencher.service.feed import Feed
from trencher.service.hours import hour
from trencher.service.learning import LearningService
from trencher.service.planning import cached_walk
from trencher.service.roasts import RoastService
from trencher.service.taking import SETTINGS
from trencher.sim.lived import CookAct, live
from trencher.sim.played import Course, colour
from trencher.sim.roast import PretendRoast, Truth
from trencher.store.database import Database
from trencher.store.intake import Intake, NewRoast
from trencher.store.once import Delivery
from trencher.store.repository import UNDER_WAY, Repository

Ask = Literal["probe", "look", "touch", "smell"]
DOOR_S: dict[Ask, float] = {"probe": 30.0, "look": 15.0, "touch": 20.0, "smell": 0.0}
"""How long the door stands open for what is asked."""
USUAL_H, STILL_SHARE = 26.4, 0.6
"""W/m²K of a pretend fan oven, and a still one's share of it."""
STRAYS_SD = 2.0
"""A practice kitchen strays no further than this many standard deviations."""
READ_FROM_MIN, READ_EVERY_MIN = 30.0, 20.0
"""What the cook had read before a practice that begins in the middle."""
BEFORE_DOOR_MIN = 3.0
MOST_STORIES, MOST_PRACTISED = 40, 200
PRACTISED = "practised"
LATELY = 4
"""So many practices are told together."""
NOTHING_DUE_MIN, OVERDUE_MIN = 10.0, 2.0
OWN_STORIES, OWN_JOINT = "own_stories", "own-joint"
SKIN_WORDS = {"dark": "A smell of toast comes from the oven.", "burnt": "It smells of burning."}


@dataclass(frozen=True)
class Notice:
    """Something that was heard in a practice, and at what hour."""

    at: datetime
    words: str


@dataclass(frozen=True)
class Answer:
    """What was found by asking."""

    words: str
    core_c: float | None


def truth_of(roast: Roast, doubt: Doubt, seed: int, told: StoryTruth) -> Truth:
    """A kitchen in which this roast really happens: drawn from what is not known of it, with what
    the story says."""
    rng = np.random.default_rng([seed, 2161])
    centre, covariance = before(roast, doubt)
    theta = centre.copy()
    if not told.sure:
        drawn = rng.multivariate_normal(np.zeros(len(centre)), covariance)
        theta = centre + np.clip(drawn, -STRAYS_SD, STRAYS_SD)
    draw = deviation(theta, roast, doubt)
    size, oven, joint = size_of(roast.joint), roast.cooker, roast.joint
    still = oven.kind in ("still", "gas")

    def or_drawn(said: float | None, drawn: float) -> float:
        return drawn if said is None else said

    fat = told.fat_min or (0.0, 0.0)
    return Truth(
        thickness_mm=size.thickness_mm * or_drawn(told.thick, draw.thickness),
        width_mm=size.width_mm * draw.span,
        length_mm=size.length_mm * draw.span,
        start_c=joint.start_c + or_drawn(told.start_c, draw.start_c),
        h=USUAL_H * (STILL_SHARE if still else 1.0) * or_drawn(told.heat, draw.heat),
        oven_off_c=or_drawn(told.oven_c, draw.oven_c),
        swing_c=max(oven.swing_c, 3.0),
        lag_min=oven.down_s / 60.0,
        room_c=oven.room_c,
        probe_mm=1.0 if told.sure else 2.0 + min(abs(float(rng.normal(0.0, 2.5))), 6.0),
        film_rate=0.6 * min(max(draw.wet, 0.5), 1.6),
        browns=told.browns,
        stall_c=told.stall_c,
        fat_from_min=fat[0],
        fat_to_min=fat[1],
        fat_c=told.fat_c,
        seed=seed,
    )


def check_playable(method: str) -> None:
    """Conflict for a way that the pretend kitchen cannot go."""
    for stage in with_rest(parse_method(method))[0].stages:
        known = isinstance(stage, (Oven, Off, Rest))
        dressed = isinstance(stage, Oven) and not (stage.cover is None and stage.liquid_ml is None)
        if dressed or not known:
            raise Conflict(
                "this way cannot be practised", allowed="oven, oven off and rest; no pot, no pan"
            )


class LentLearning(LearningService):
    """What the real kitchen learned, to be planned by and nothing else."""

    def __init__(self, own: LearningService) -> None:
        super().__init__(own.repository, own.clock, own.feed, own._lived)

    def leave_out(self, what: Any, name: str, *, out: bool) -> None:  # noqa: ARG002
        """Conflict: this is the real kitchen's."""
        raise Conflict("this is practice", allowed="in your own kitchen, on Ways or in the Book")


class PracticeRoasts(RoastService):
    """Roasts whose every command is remembered, so that it can be taken back."""

    hands: list[tuple[datetime, dict[str, int]]]
    _together = False

    def add_all(
        self,
        roast_id: str,
        make: Callable[[Session], Sequence[RoastEntry]],
        by: Delivery | None = None,
    ) -> Session:
        """Remember how far the logs went before."""
        if not self._together:
            self.remember()
        return super().add_all(roast_id, make, by)

    def remember(self) -> None:
        """From here on it is another hand."""
        seqs = {h.id: h.last_seq for h in self.repository.headings()}
        self.hands.append((self.clock.now(), seqs))

    @contextmanager
    def one_hand(self) -> Iterator[None]:
        """What is entered inside is one."""
        self.remember()
        self._together = True
        try:
            yield
        finally:
            self._together = False


class Practice:
    """One practice. ``joints``: their ids, the story's first one first; ``truths``: what is really
    so of each, ``thought``: what the plan takes it for; ``doors``: when each is to go in."""

    def __init__(
        self, story: Story, seed: int, borrowed: Repository, learning: LearningService
    ) -> None:
        self.id = secrets.token_hex(4)
        self.story, self.seed, self._learning = story, seed, learning
        self._folder = tempfile.TemporaryDirectory(prefix="trencher-practice-")
        self._files = 0
        self._opened: list[Database] = []
        self._pretend: dict[str, tuple[Any, PretendRoast]] = {}
        self._lock = threading.RLock()
        self.truths: dict[str, Truth] = {}
        self.thought: dict[str, Truth] = {}
        self.joints: list[str] = []
        self.settings = {key: borrowed.setting(key) for key in ("tins", *SETTINGS)}
        self.ovens = list(borrowed.ovens())
        self.doors: dict[str, datetime] = {}
        self.bells: Feed | None = None
        self.joint_id: str | None = None
        self.method: str | None = None
        self.recorded = False

    # --- its kitchen ---------------------------------------------------------------------------
    def open(self, clock: FastClock, logs: Sequence[NewRoast] = ()) -> None:
        """A kitchen with the same ovens, people, words; ``logs``: what was entered in it."""
        self._files += 1
        database = Database(Path(self._folder.name) / f"practice-{self._files}.sqlite")
        self._opened.append(database)
        self.repository, self.clock, self.feed = Repository(database), clock, Feed()
        settings = {k: _always(v) for k, v in self.settings.items() if v is not None}
        self.repository.take_in(Intake(self.ovens, list(logs), [], settings, [], []))
        self.roasts = PracticeRoasts(self.repository, clock, self.feed)
        self.roasts.hands = []
        self.roasts.learning = LentLearning(self._learning)
        self.devices = DeviceService(self.repository, clock, self.feed)

    def close(self) -> None:
        """Everything of it is gone."""
        self.feed.close()
        for database in self._opened:
            database.close()
        self._folder.cleanup()

    # --- what is really so -----------------------------------------------------------------------
    def minute(self, session: Session, at: datetime | None = None) -> float | None:
        """Of the roast; None before the door closes."""
        if session.put_in_at is None:
            return None
        return ((at or self.clock.now()) - hour(session.put_in_at)).total_seconds() / 60.0

    @property
    def _began(self) -> datetime | None:
        """When the first joint went in: what happens counts from then."""
        first = self.roasts.session(self.joints[0])
        return None if first.put_in_at is None else hour(first.put_in_at)

    def _befalls(self, session: Session) -> list[CookAct]:
        """What the story does to a joint's oven, in its own minutes."""
        began, mine = self._began, session.put_in_at
        if began is None or mine is None:
            return []
        later = (hour(mine) - began).total_seconds() / 60.0
        found = []
        for one in self.story.happens:
            at = one.minute - later
            if one.what == "door":
                found.append(CookAct("door", at, 60.0 * one.lasts_min))
            elif one.what == "power":
                found += [CookAct("oven_off", at), CookAct("oven_on", at + one.lasts_min)]
        return [replace(a, minute=max(a.minute, 0.0)) for a in found if a.minute > -240.0]

    def _dial(self, roast_id: str) -> Callable[[float], float] | None:
        """The heat the oven is set to, where another joint lies in it: whoever turned it last."""
        mine = self.roasts.session(roast_id)
        if len(self.joints) < 2 or mine.put_in_at is None:
            return None
        turned: list[tuple[float, float]] = []
        for other in self.joints:
            session = self.roasts.session(other)
            if session.put_in_at is None or session.method is None:
                continue
            later = (hour(session.put_in_at) - hour(mine.put_in_at)).total_seconds() / 60.0
            start = 0.0
            for i, stage in enumerate(with_rest(parse_method(session.method))[0].stages):
                if isinstance(stage, Oven):
                    turned.append((later + start, stage.temp.c))
                if i not in session.ends:
                    break
                start = session.ends[i]
        turned.sort()

        def at(minute: float) -> float:
            return [c for m, c in turned if m <= minute + 1e-6 or m == turned[0][0]][-1]

        return at

    def course(self, roast_id: str, until_min: float) -> Course:
        """What was done to a joint up to a minute."""
        session = self.roasts.session(roast_id)
        assert session.method is not None
        own = [
            CookAct(m.what, m.minute, m.seconds)
            for m in session.marks
            # Who says the power is gone does not turn it off.
            if m.what not in ("oven_off", "oven_on") or not self._powerless
        ]
        acts = tuple(sorted([*own, *self._befalls(session)], key=lambda a: a.minute))
        method = with_rest(parse_method(session.method))[0]
        return Course(method, dict(session.ends), acts, until_min, self._dial(roast_id))

    @property
    def _powerless(self) -> bool:
        return any(one.what == "power" for one in self.story.happens)

    def pretend(self, roast_id: str) -> PretendRoast:
        """The joint as it truly is now, or when it was carved."""
        session = self.roasts.session(roast_id)
        now = self.minute(session) or 0.0
        now = max(now if session.carved_min is None else session.carved_min, 0.0)
        if session.method is None:
            return PretendRoast(self.truths[roast_id])
        course = self.course(roast_id, now)
        told = (str(course.method), sorted(course.ends.items()), course.acts)
        others = [(i, self.roasts.session(i).last_seq) for i in self.joints if i != roast_id]
        with self._lock:
            before_it = self._pretend.get(roast_id)
            joint = None if before_it is None or before_it[0] != (told, others) else before_it[1]
            if joint is None or joint.minute > now + 1e-6:
                joint = PretendRoast(self.truths[roast_id])
            live(joint, course.method, course.ends, course.acts, now, course.dial)
            self._pretend[roast_id] = ((told, others), joint)
            return joint

    # --- what is heard ---------------------------------------------------------------------------
    def _heard(self) -> list[Notice]:
        began = self._began
        if began is None:
            return []
        found = []
        for one in self.story.happens:
            at = one.minute if one.heard_min is None else one.heard_min
            found.append(Notice(began + timedelta(minutes=at), one.words))
            if one.over is not None:
                end = began + timedelta(minutes=one.minute + one.lasts_min)
                found.append(Notice(end, one.over))
        return found

    def notices(self) -> list[Notice]:
        """Everything that was heard by now, in order."""
        now = self.clock.now()
        found = [n for n in self._heard() if n.at <= now]
        for roast_id in self.joints:
            session = self.roasts.session(roast_id)
            if session.status != "roasting" or session.put_in_at is None:
                continue
            words = SKIN_WORDS.get(colour(self.pretend(roast_id).brown))
            if words is not None:
                found.append(Notice(now, words))
        return sorted(found, key=lambda n: n.at)

    def late_by(self, at: datetime | None = None) -> float:
        """How much later everybody comes, of what was heard by then, min."""
        began, at = self._began, at or self.clock.now()
        if began is None:
            return 0.0

        def known(one: StoryHappens) -> bool:
            heard = one.minute if one.heard_min is None else one.heard_min
            return one.what == "late" and began + timedelta(minutes=heard) <= at

        return sum(one.lasts_min for one in self.story.happens if known(one))

    @property
    def over(self) -> bool:
        """Whether every joint is carved, or ended otherwise."""
        return all(self.roasts.session(i).status == "done" for i in self.joints)

    @property
    def step(self) -> str:
        """The word for who has never roasted; "" without one, or at the end."""
        session = self.roasts.session(self.joints[0])
        done = {
            "put_in": session.put_in_at is not None,
            "asked": bool(session.readings),
            "out": session.pulled_min is not None,
            "carved": session.status == "done",
        }
        return next((s.words for s in self.story.steps if not done[s.until]), "")

    # --- what is done ------------------------------------------------------------------------
    def ask(self, what: Ask, roast_id: str) -> Answer:
        """Probe, look, touch or smell: the door stands open for it where the joint is in the oven.
        Conflict for a joint that is carved."""
        if roast_id not in self.joints:
            raise NotFound(f"{roast_id!r} is not in this practice", where="roast")
        session = self.roasts.session(roast_id)
        if session.status == "done":
            raise Conflict("it is carved", allowed="see how it went")
        joint = self.pretend(roast_id)
        core = joint.reading_c(joint.minute) if what == "probe" else None
        opens = session.status == "roasting" and DOOR_S[what] > 0.0
        reads = session.status in UNDER_WAY and core is not None
        if opens or reads:
            # What enters nothing is no hand that could be taken back.
            with self.roasts.one_hand():
                if opens:
                    self.roasts.mark(roast_id, "door", "", None, seconds=DOOR_S[what])
                if reads and core is not None:
                    self.roasts.read(roast_id, core, core, "core", None)
        if core is not None:
            return Answer("", core)
        if what == "smell":
            return Answer(_smells(joint), None)
        if what == "look":
            return Answer(_looks(joint, session), None)
        return Answer(_feels(joint), None)

    def skip(self) -> None:
        """On to what comes next: something to do, or something that happens. Where something is
        to be done by now, only a little: nobody skips that unseen."""
        now = self.clock.now()
        times = [n.at for n in self._heard()]
        waiting = (i for i in self.joints if self.roasts.session(i).status == "planning")
        times += [self.doors[i] for i in waiting]
        with suppress(TrencherError):
            alarms = due(self.roasts, self.devices)
            times += [d.at for d in alarms]
            near = now + timedelta(seconds=30)
            if any(d.at <= near and not d.alarm.code.startswith("soon:") for d in alarms):
                times.append(now + timedelta(minutes=OVERDUE_MIN))
        ahead = [t for t in times if t > now + timedelta(seconds=5)]
        minutes = (min(ahead) - now).total_seconds() / 60.0 if ahead else NOTHING_DUE_MIN
        self.clock.jump(min(minutes, 240.0))
        self.feed.ring(clock=True)

    def back(self) -> None:
        """The last thing that was done was not done, and its moment is now. Conflict."""
        if not self.roasts.hands:
            raise Conflict("nothing was done yet", allowed="do something first")
        at, seqs = self.roasts.hands[-1]
        logs = []
        for heading in self.repository.headings():
            log = self.roasts.session(heading.id).log[: seqs.get(heading.id, 0)]
            if log:
                entries = [e for e in log if isinstance(e, RoastEntry)]
                logs.append(NewRoast(heading.id, heading.created_at, None, entries, 0))
        hands, before_it = self.roasts.hands[:-1], self.feed
        self.open(FastClock(at, pace=0.0), logs)
        self.roasts.hands = hands
        self._pretend.clear()
        if self.bells is not None:
            self.bells.beside(self.feed)
        before_it.close()


def _always(value: Any) -> Callable[[Any], Any]:
    return lambda _here: value


def _smells(joint: PretendRoast) -> str:
    word = colour(joint.brown)
    return {
        "pale": "It smells of nothing much yet.",
        "straw": "A first smell of roasting.",
        "golden": "It smells of roast.",
        "brown": "It smells of roast, deep and sweet.",
        "dark": "It smells of toast.",
        "burnt": "It smells of burning.",
    }[word]


def _looks(joint: PretendRoast, session: Session) -> str:
    rind = session.plan.joint.facts.rind
    skin = f"The {'rind' if rind else 'skin'} is {colour(joint.brown)}"
    if rind and colour(joint.brown) in ("golden", "brown"):
        return f"{skin} and blistered."
    dry = float(np.median(joint.film)) < 0.02
    return f"{skin}, and {'dry' if dry else 'wet'}."


FEELS: tuple[tuple[float, str], ...] = (
    (20.0, "It is cold, and as soft as raw meat."),
    (40.0, "It gives under the finger and does not come back."),
    (50.0, "It gives, and comes back slowly."),
    (56.0, "It springs back."),
    (63.0, "It is firm, and springs a little."),
    (1e9, "It is firm."),
)


def _feels(joint: PretendRoast) -> str:
    # A finger tells of the outer half.
    felt = float(0.5 * (joint.core_c + joint.T[: joint.T.shape[0] * 2 // 3, :].mean()))
    return next(words for most, words in FEELS if felt < most)


class PracticeService:
    """The practice that is on, the stories, and how it went over time. ``repository``,
    ``learning``: the real kitchen's, which is only read, but for own stories and the record of
    practice."""

    def __init__(
        self, repository: Repository, clock: Clock, feed: Feed, learning: LearningService
    ) -> None:
        self.repository, self.clock, self.feed, self.learning = repository, clock, feed, learning
        self._now: Practice | None = None
        self._lock = threading.RLock()

    @property
    def on(self) -> Practice | None:
        """The practice that is on."""
        return self._now

    def current(self) -> Practice:
        """The practice that is on. Conflict without one."""
        if self._now is None:
            raise Conflict("no practice is on", allowed="begin one")
        return self._now

    # --- stories -------------------------------------------------------------------------------
    def _own(self) -> dict[str, str]:
        return self.repository.setting_as(OWN_STORIES, dict, {})

    def stories(self) -> list[tuple[Story, bool]]:
        """Every story, and whether it is one's own; an own one that cannot be read is missing."""
        found = [(story, False) for story, _ in told_stories().values()]
        for text in self._own().values():
            with suppress(InputError):
                found.append((read_story(text.encode()), True))
        return found

    def story_text(self, story_id: str) -> str:
        """The file of a story. NotFound."""
        own = self._own()
        if story_id in own:
            return own[story_id]
        if story_id not in told_stories():
            raise NotFound(f"there is no story {story_id!r}", where="story")
        return told_stories()[story_id][1]

    def add_story(self, raw: bytes) -> Story:
        """Take in a story; one of the same id is replaced. InputError, Conflict."""
        story = read_story(raw)
        if story.id in told_stories():
            raise Conflict(f"{story.id!r} is one of those that ship with it", allowed="another id")
        for joint in story.joints:
            check_playable(joint.method)
        own = self._own()
        if story.id not in own and len(own) >= MOST_STORIES:
            raise Conflict(f"there are {MOST_STORIES} stories", allowed="take one out first")
        self.repository.set_setting(OWN_STORIES, {**own, story.id: raw.decode()})
        return story

    def drop_story(self, story_id: str) -> None:
        """Take an own story out. NotFound."""
        own = self._own()
        if story_id not in own:
            raise NotFound(f"there is no story {story_id!r} of yours", where="story")
        del own[story_id]
        self.repository.set_setting(OWN_STORIES, own)

    # --- beginning and ending --------------------------------------------------------------------
    def begin(self, story_id: str, seed: int | None = None) -> Practice:
        """A story. NotFound, InputError."""
        story = read_story(self.story_text(story_id).encode())
        practice = Practice(story, _seed(seed), self.repository, self.learning)
        now = self.clock.now()
        h, m = (int(x) for x in story.serve.split(":"))
        serve = now.replace(hour=h, minute=m, second=0, microsecond=0)
        oven = OvenRecord.read("practice-oven", story.oven.name, story.oven.model_dump(mode="json"))
        practice.ovens = [*(o for o in practice.ovens if o.id != oven.id), oven.checked()]
        practice.open(FastClock(now, pace=0.0))
        for joint in story.joints:
            check_playable(joint.method)
        plans = [(_plan(j, oven.id, serve), j.method, None) for j in story.joints]
        return self._begun(practice, plans, story.begins_min)

    def begin_with(
        self,
        roast_id: str,
        session: Session,
        seed: int | None = None,
        from_min: float | None = None,
        method: str | None = None,
    ) -> Practice:
        """A joint of the real kitchen, its way and oven. ``from_min``: from that minute of the
        plan on; ``method``: another way than the chosen one. Conflict for one without a way, or
        that cannot be practised."""
        way = method or session.method
        if way is None:
            raise Conflict("no way is chosen for it", allowed="choose one on Ways first")
        check_playable(way)
        plan = session.plan
        story = Story.model_construct(
            id=OWN_JOINT,
            title=plan.name,
            says="Your joint, your oven, your way; what is not known of them is drawn anew.",
            teaches="What strays in your kitchen is what you read for.",
            pace=10.0 if from_min else 30.0,
            begins_min=-BEFORE_DOOR_MIN if from_min is None else from_min,
            joints=[],
        )
        practice = Practice(story, _seed(seed), self.repository, self.learning)
        practice.open(FastClock(self.clock.now(), pace=0.0))
        practice.joint_id, practice.method = roast_id, str(parse_method(way))
        told = (replace(plan, care=type(plan.care)()), way, session.school)
        return self._begun(practice, [told], story.begins_min)

    def _begun(
        self, practice: Practice, plans: Sequence[tuple[Plan, str, str | None]], begins_min: float
    ) -> Practice:
        roasts = practice.roasts
        try:
            for plan, method, school in plans:
                roast_id, _ = roasts.lay(plan)
                roasts.choose(roast_id, method, school)
                practice.joints.append(roast_id)
                wish = roasts.wish(roasts.session(roast_id))
                roast = wish.roast(method)
                practice.truths[roast_id] = truth_of(
                    roast, wish.doubt, practice.seed, practice.story.truth
                )
                practice.thought[roast_id] = truth_of(roast, wish.doubt, 0, StoryTruth(sure=True))
                walk = cached_walk(roast)
                ahead = timedelta(minutes=plan.ahead_min + walk.stages[-1].end_min)
                practice.doors[roast_id] = hour(plan.serve_at) - ahead
            start = min(practice.doors.values()) + timedelta(minutes=min(begins_min, 0.0))
            practice.clock = roasts.clock = practice.devices.clock = FastClock(start, pace=0.0)
            if begins_min > 0.0:
                self._up_to(practice, begins_min)
            roasts.hands.clear()
            practice.clock.set_pace(practice.story.pace)
        except TrencherError:
            practice.close()
            raise
        practice.bells = self.feed
        self.feed.beside(practice.feed)
        with self._lock:
            before_it, self._now = self._now, practice
        if before_it is not None:
            before_it.close()
        return practice

    def _up_to(self, practice: Practice, minute: float) -> None:
        """As the plan had it up to a minute: stages by their minutes, read every twenty."""
        roasts, roast_id = practice.roasts, practice.joints[0]
        roasts.put_in(roast_id, None)
        session = roasts.session(roast_id)
        assert session.method is not None
        walk = cached_walk(roasts.wish(session).roast(session.method))
        todo: list[tuple[float, int | None]] = [
            (s.end_min, i) for i, s in enumerate(walk.stages[:-1]) if s.end_min <= minute
        ]
        at = READ_FROM_MIN
        while at <= minute - 1.0:
            todo.append((at, None))
            at += READ_EVERY_MIN
        done = 0.0
        for when, stage in sorted(todo, key=lambda t: t[0]):
            practice.clock.jump(when - done)
            done = when
            if stage is None:
                core = practice.pretend(roast_id).reading_c(when)
                roasts.read(roast_id, core, core, "core", None)
            else:
                roasts.end_stage(roast_id, stage, None)
        practice.clock.jump(minute - done)

    # --- over time -------------------------------------------------------------------------------
    def record(self, practice: Practice, missed_c: float, yours_c: float, late_min: float) -> None:
        """Keep how a practice ended, once."""
        if practice.recorded:
            return
        practice.recorded = True
        at = self.clock.now().isoformat(timespec="seconds")
        story = practice.story
        one = Practised(at, story.id, story.title, practice.seed, missed_c, yours_c, late_min)
        kept = [vars(p) for p in self.record_of()]
        self.repository.set_setting(PRACTISED, [*kept, vars(one)][-MOST_PRACTISED:])

    def record_of(self) -> list[Practised]:
        """Every practice that was brought to its end, the earliest first."""

        def read(kept: Any) -> list[Practised]:
            return [Practised(**one) for one in kept]

        return self.repository.setting_as(PRACTISED, read, [])

    def record_words(self) -> str:
        """What the last of them say beside the first."""
        kept = [abs(one.missed_c) for one in self.record_of()]
        own = [abs(one.yours_c) for one in self.record_of()]
        if not kept:
            return "Nothing was practised yet."
        last = kept[-LATELY:]
        now = sum(last) / len(last)
        if len(kept) <= LATELY:
            return f"So far the middle missed by {said_d(now)}, on the whole."
        first = sum(kept[:LATELY]) / LATELY
        lately = f"Lately the middle misses by {said_d(now)}, at first by {said_d(first)}"
        choice = sum(own[-LATELY:]) / LATELY
        return f"{lately}; your own choice makes {said_d(choice)} of it."

    def end(self) -> None:
        """No practice is on any more."""
        with self._lock:
            before_it, self._now = self._now, None
        if before_it is not None:
            before_it.close()


@dataclass(frozen=True)
class Practised:
    """How one practice ended, for the record over time: degrees the middle missed by, of which the
    cook's own choice made ``yours_c``; minutes later at table than wanted."""

    at: str
    story: str
    title: str
    seed: int
    missed_c: float
    yours_c: float
    late_min: float


def _seed(seed: int | None) -> int:
    return secrets.randbelow(1_000_000) if seed is None else seed


def _plan(joint: StoryJoint, oven_id: str, serve: datetime) -> Plan:
    facts: Mapping[str, Any] = {
        "name": joint.name,
        "joint": {
            "cut": joint.cut,
            "weight_kg": joint.weight_kg,
            "thickness_mm": joint.thickness_mm,
            "length_mm": joint.length_mm,
            "start_c": joint.start_c,
        },
        "oven_id": oven_id,
        "wanted_c": joint.wanted_c,
        "rest_min": joint.rest_min,
        "serve_at": serve.isoformat(),
    }
    return Plan.of(facts)
