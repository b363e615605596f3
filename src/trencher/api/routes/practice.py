"""Practice: begun, steered, asked, and gone through afterwards. What is done in it goes to its own
kitchen, under ``/api/in-practice``."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from fastapi import APIRouter, Request
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import PlainTextResponse
from pydantic import ConfigDict, Field

from trencher.api.context import HouseDep
from trencher.api.schemas import Out
from trencher.api.slots import Heavy
from trencher.core.errors import Conflict
from trencher.formats.bodies import In
from trencher.formats.story import LARGEST_BYTES
from trencher.service.debrief import Debrief, debrief
from trencher.service.practice import Answer, Ask, Notice, Practice, Practised

router = APIRouter(prefix="/practice", tags=["practice"])
FASTEST = 120.0
StoryId = Annotated[str, Field(min_length=1, max_length=60)]


class PracticeStoryOut(Out):
    """A story that can be practised; ``own``: taken in here."""

    id: str
    title: str
    says: str
    people: int
    joints: list[str]
    own: bool


class PracticeJointOut(Out):
    """A joint of the practice, where it stands, and when it is to go in."""

    id: str
    name: str
    status: str
    door_at: datetime


class PracticeOut(Out):
    """The practice that is on. ``step``: the word for who has never roasted; ``late_min``: how much
    later everybody comes, of what was heard."""

    id: str
    story: str
    title: str
    says: str
    seed: int
    now: datetime
    pace: float
    serve_at: datetime
    late_min: float
    step: str
    heard: list[Notice]
    joints: list[PracticeJointOut]
    can_go_back: bool
    over: bool


class PracticeLine(Out):
    """Whether a practice is on."""

    on: PracticeOut | None


class BeginBody(In):
    """What is practised: a ``story``, or a joint of this kitchen (``roast_id``), ``from_min`` of
    its plan on, and by another ``method`` than its own; the same ``seed`` is the same kitchen."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"story": "hot-oven"}]})
    story: StoryId | None = None
    roast_id: Annotated[str, Field(min_length=1, max_length=60)] | None = None
    seed: Annotated[int, Field(ge=0, lt=1_000_000)] | None = None
    from_min: Annotated[float, Field(ge=0, le=1440)] | None = None
    method: Annotated[str, Field(max_length=4000)] | None = None


class PaceBody(In):
    """How many times as fast as the kitchen's clock; 0: it stands."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"pace": 30}]})
    pace: Annotated[float, Field(ge=0, le=FASTEST)]


class AskBody(In):
    """What is done to know more. Only a smell costs no door."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"what": "probe", "roast_id": "a"}]})
    what: Ask
    roast_id: Annotated[str, Field(min_length=1, max_length=60)]


class PracticeRecordOut(Out):
    """How practices ended, the earliest first, and what that says."""

    practised: list[Practised]
    words: str


def _out(practice: Practice) -> PracticeOut:
    sessions = [(i, practice.roasts.session(i)) for i in practice.joints]
    return PracticeOut.of(
        practice,
        story=practice.story.id,
        title=practice.story.title,
        says=practice.story.says,
        now=practice.clock.now(),
        pace=practice.clock.pace,
        serve_at=datetime.fromisoformat(sessions[0][1].plan.serve_at),
        late_min=practice.late_by(),
        heard=practice.notices(),
        joints=[
            PracticeJointOut(id=i, name=s.plan.name, status=s.status, door_at=practice.doors[i])
            for i, s in sessions
        ],
        can_go_back=bool(practice.roasts.hands),
    )


@router.get("")
def read(house: HouseDep) -> PracticeLine:
    """The practice that is on, if one is."""
    on = house.practice.on
    return PracticeLine(on=None if on is None else _out(on))


@router.post("", status_code=201, dependencies=[Heavy])
def begin(house: HouseDep, body: BeginBody) -> PracticeOut:
    """Begin one; another that is on ends."""
    if (body.story is None) == (body.roast_id is None):
        raise Conflict("what is practised?", allowed="a story, or a joint of yours")
    if body.story is not None:
        return _out(house.practice.begin(body.story, body.seed))
    assert body.roast_id is not None
    session = house.roasts.session(body.roast_id)
    return _out(
        house.practice.begin_with(body.roast_id, session, body.seed, body.from_min, body.method)
    )


@router.delete("", status_code=204)
def end(house: HouseDep) -> None:
    """No practice is on any more; nothing of it stays but how it ended."""
    house.practice.end()


@router.put("/pace")
def pace(house: HouseDep, body: PaceBody) -> PracticeOut:
    """Faster, slower, or stop."""
    practice = house.practice.current()
    practice.clock.set_pace(body.pace)
    practice.feed.ring(clock=True)
    return _out(practice)


@router.post("/skip", dependencies=[Heavy])
def skip(house: HouseDep) -> PracticeOut:
    """On to what comes next."""
    practice = house.practice.current()
    practice.skip()
    return _out(practice)


@router.post("/back", dependencies=[Heavy])
def back(house: HouseDep) -> PracticeOut:
    """The last thing that was done was not done; the clock stands at its moment."""
    practice = house.practice.current()
    practice.back()
    return _out(practice)


@router.post("/ask", dependencies=[Heavy])
def ask(house: HouseDep, body: AskBody) -> Answer:
    """Probe, look, touch or smell."""
    return house.practice.current().ask(body.what, body.roast_id)


@router.get("/debrief", dependencies=[Heavy])
def read_debrief(house: HouseDep) -> Debrief:
    """What was served, what each decision cost, what could have been known."""
    practice = house.practice.current()
    found = debrief(practice)
    if found.joints:
        worst = max(found.joints, key=lambda j: abs(j.served.peak_c - j.wanted_c))
        house.practice.record(
            practice,
            worst.served.peak_c - worst.wanted_c,
            worst.yours_c,
            max(j.late_min for j in found.joints),
        )
    return found


@router.get("/record")
def read_record(house: HouseDep) -> PracticeRecordOut:
    """How it went over time."""
    kept = house.practice.record_of()
    return PracticeRecordOut(practised=kept, words=house.practice.record_words())


@router.get("/stories")
def stories(house: HouseDep) -> list[PracticeStoryOut]:
    """Every story."""
    return [
        PracticeStoryOut.of(story, own=own, joints=[j.name for j in story.joints])
        for story, own in house.practice.stories()
    ]


@router.post(
    "/stories",
    status_code=201,
    max_body_size=LARGEST_BYTES,
    openapi_extra={
        "requestBody": {
            "required": True,
            "content": {"application/toml": {"schema": {"type": "string", "format": "binary"}}},
        }
    },
)
async def add_story(house: HouseDep, request: Request) -> PracticeStoryOut:
    """Take in a story, as TOML."""
    raw = await request.body()
    story = await run_in_threadpool(house.practice.add_story, raw)
    return PracticeStoryOut.of(story, own=True, joints=[j.name for j in story.joints])


@router.get("/stories/{story_id}.toml", response_class=PlainTextResponse)
def story_text(house: HouseDep, story_id: StoryId) -> PlainTextResponse:
    """A story's file, to begin one of one's own from."""
    return PlainTextResponse(house.practice.story_text(story_id))


@router.delete("/stories/{story_id}", status_code=204)
def drop_story(house: HouseDep, story_id: StoryId) -> None:
    """Take an own story out."""
    house.practice.drop_story(story_id)
