"""Roasts: the list, one of them, its commands, its outlook."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter, Path, Query
from fastapi.responses import PlainTextResponse
from pydantic import ConfigDict, Field

from trencher.api import schemas as s
from trencher.api import views
from trencher.api.context import DeliveryDep, House, HouseDep
from trencher.api.schemas import Channel, DeviceName, Minute, Out
from trencher.core.belief.places import LONGEST_NAME
from trencher.core.catalogue.senses import senses_for
from trencher.core.catalogue.troubles import TROUBLES
from trencher.core.entries import Changed, Closing, WeighedWhat
from trencher.core.joint import Joint
from trencher.core.marks import MarkWhat
from trencher.core.method.schools import Thermometer
from trencher.core.plan import Plan
from trencher.core.planner.levers import Need, ranked
from trencher.core.session import Session
from trencher.formats.bodies import Id, In, When
from trencher.formats.plan import (
    JOINT_EXAMPLE,
    AssumedNames,
    JointBody,
    PlanBody,
    PlanChange,
    bounds,
)
from trencher.service.alarms import due
from trencher.service.now import expected, now

router = APIRouter(prefix="/roasts", tags=["roasts"])
TagText = Annotated[str, Field(min_length=1, max_length=30)]
RoastId = Annotated[str, Path(min_length=1, max_length=60, examples=["sirloin"])]


class AgainBody(In):
    """The same once more. ``weight_kg``, ``name``, ``oven_id``: null as it was; ``people``: for how
    many, null as that day has it."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [{"serve_at": "2026-10-10T19:00:00+01:00", "weight_kg": 2.4}]
        }
    )
    serve_at: When
    weight_kg: Annotated[float, bounds("weight_kg")] | None = None
    name: Annotated[str, Field(min_length=1, max_length=80)] | None = None
    oven_id: Id | None = None
    people: Annotated[int, Field(ge=1, le=60)] | None = None


class InAlreadyBody(In):
    """A joint that is in already: what it is, ``at`` what hour it went in, the heat the dial shows,
    and what it reads now, null where nobody looked."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "joint": JOINT_EXAMPLE,
                    "oven_id": "house-oven",
                    "wanted_c": 57,
                    "at": "2026-10-03T17:20:00+01:00",
                    "dial_c": 180,
                    "core_c": 21,
                }
            ]
        }
    )
    name: Annotated[str, Field(min_length=1, max_length=80)] | None = None
    joint: JointBody
    oven_id: Id
    wanted_c: Annotated[float, Field(ge=30, le=99)]
    rest_min: Annotated[float, Field(ge=0, le=240)] = 30.0
    thermometer: Thermometer = "leave-in"
    assumed: AssumedNames = []
    at: When
    dial_c: Annotated[float, Field(ge=40, le=350)]
    core_c: Annotated[float, Field(ge=-25, le=99)] | None = None


class ChoiceBody(In):
    """The chosen way, by its text."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "method": "220C 20min; 160C until peak 57C; rest tented 40min",
                    "school": "hot-then-low",
                }
            ]
        }
    )
    method: Annotated[str, Field(min_length=1, max_length=4000)]
    school: Annotated[str, Field(max_length=60)] | None = None


class PutInBody(In):
    """The door closes. ``core_c``: the core now; null if nobody measured. ``at``: the hour, null:
    now."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"core_c": 6.5}]})
    core_c: Annotated[float, Field(ge=-25, le=45)] | None = None
    at: When | None = None


class ReadingBody(In):
    """A reading. ``high_c`` for one that flickers between two; ``spot``: what you call the place,
    of several in the middle the lowest counts; ``minute`` null: now; ``who`` read it."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"low_c": 38.5}]})
    low_c: Annotated[float, Field(ge=-25, le=130)]
    high_c: Annotated[float, Field(ge=-25, le=130)] | None = None
    place: Literal["core", "thin_end", "near_surface", "unknown"] = "core"
    instrument: Literal["probe", "spot"] = "probe"
    spot: Annotated[str, Field(max_length=LONGEST_NAME)] = ""
    minute: Minute | None = None
    who: Annotated[str, Field(max_length=80)] = ""


class CsvBody(In):
    """Readings as CSV: a header ``minute,core_c[,place,event,seconds]``, then a line each."""

    model_config = ConfigDict(
        json_schema_extra={"examples": [{"csv": "minute,core_c\n30,15.5\n45,24\n"}]}
    )
    csv: Annotated[str, Field(min_length=1, max_length=150_000)]


class StageEndBody(In):
    """The stage that is on, or the one named, has ended. ``minute`` null: now."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"stage": 0}]})
    stage: Annotated[int, Field(ge=0, le=99)] | None = None
    minute: Minute | None = None


class MarkBody(In):
    """Something seen or done."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"what": "browned"}]})
    what: MarkWhat
    text: Annotated[str, Field(max_length=400)] = ""
    minute: Minute | None = None
    seconds: Annotated[float, Field(ge=0, le=1800)] | None = None
    oven_id: Id | None = None
    sense: Annotated[str, Field(max_length=30)] | None = None


class AttachBody(In):
    """Where a channel's tip sits; ``place`` null: pulled out."""

    model_config = ConfigDict(
        json_schema_extra={"examples": [{"device": "my-probe", "channel": "1", "place": "core"}]}
    )
    device: DeviceName
    channel: Channel
    place: Literal["core", "thin_end", "near_surface", "air"] | None


class AnswerBody(In):
    """An alarm that was heard. ``minute`` null: now."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"code": "look:48"}]})
    code: Annotated[str, Field(min_length=1, max_length=40)]
    minute: Minute | None = None


class CorrectBody(In):
    """Other data for an earlier entry; what is left out stays. ``at``: when it went in;
    ``sure``: it really reads that."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"seq": 5, "minute": 40}]})
    seq: Annotated[int, Field(ge=1)]
    minute: Minute | None = None
    low_c: Annotated[float, Field(ge=-25, le=130)] | None = None
    high_c: Annotated[float, Field(ge=-25, le=130)] | None = None
    place: Literal["core", "thin_end", "near_surface", "unknown"] | None = None
    seconds: Annotated[float, Field(ge=0, le=1800)] | None = None
    text: Annotated[str, Field(max_length=400)] | None = None
    core_c: Annotated[float, Field(ge=-25, le=45)] | None = None
    at: When | None = None
    sure: bool | None = None
    words: Annotated[str, Field(max_length=400)] | None = None


class CloseBody(In):
    """What became of a roast that was not carved."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"why": "never_mind"}]})
    why: Closing


class CarveBody(In):
    """Carving begins. ``minute`` null: now."""

    model_config = ConfigDict(json_schema_extra={"examples": [{}]})
    minute: Minute | None = None


class VerdictBody(In):
    """The cook's own word, before the comparison."""

    model_config = ConfigDict(
        json_schema_extra={"examples": [{"verdict": "Rosy and even.", "change": "Nothing."}]}
    )
    verdict: Annotated[str, Field(min_length=1, max_length=1000)]
    change: Annotated[str, Field(max_length=1000)] = ""


class WithdrawBody(In):
    """An event that shall not count."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"seq": 7}]})
    seq: Annotated[int, Field(ge=1, le=1_000_000)]


class LeverBody(In):
    """Which lever to take; ``by_min``: of those that delay by so much."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"code": "hotter"}]})
    code: Annotated[str, Field(min_length=1, max_length=70)]
    by_min: Annotated[float, Field(ge=5, le=180)] | None = None


class TroubleLine(Out):
    """A trouble, in a word; ``when``: in the oven, at rest, or any."""

    code: str
    words: str
    when: str


class WeightBody(In):
    """What the joint weighed, in kg. The latest of each counts."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"what": "cooked", "kg": 1.55}]})
    what: WeighedWhat
    kg: Annotated[float, Field(gt=0, le=30)]


class NotesBody(In):
    """What the cook wants to remember of a roast, and words to find it by."""

    model_config = ConfigDict(
        json_schema_extra={"examples": [{"text": "Aunt's tin.", "tags": ["Sunday", "gravy"]}]}
    )
    text: Annotated[str, Field(max_length=4000)] = ""
    tags: Annotated[list[TagText], Field(max_length=12)] = []


def view_of(house: House, roast_id: str, session: Session) -> s.RoastOut:
    """A roast as every command answers with it."""
    return views.roast(now(house.roasts, house.devices, roast_id, session))


@router.get("")
def list_roasts(
    house: HouseDep, past: Annotated[int, Query(ge=0, le=500)] = 20
) -> list[s.RoastLine]:
    """Every roast that is not over and the last ``past`` of those that are, the latest serving
    first. The Book has them all, page by page."""
    found = house.roasts.recent(past)
    return [s.RoastLine.model_validate(h, from_attributes=True) for h in found]


@router.post("", status_code=201)
def lay(house: HouseDep, body: PlanBody) -> s.RoastOut:
    """Lay a joint on the block."""
    roast_id, session = house.roasts.lay(Plan.of(body.model_dump(mode="json")))
    return view_of(house, roast_id, session)


@router.post("/in-already", status_code=201)
def already_in(house: HouseDep, body: InAlreadyBody) -> s.RoastOut:
    """A joint that is in the oven already: from four answers to a roast that is followed."""
    facts = body.model_dump(mode="json", exclude={"at", "dial_c", "core_c"})
    name = body.name or Joint.of(facts["joint"]).facts.name
    plan = Plan.of(facts | {"name": name, "serve_at": body.at.isoformat()})
    found = house.roasts.already_in(plan, body.dial_c, body.at, body.core_c)
    return view_of(house, *found)


@router.get("/{roast_id}")
def get_roast(house: HouseDep, roast_id: RoastId) -> s.RoastOut:
    """One roast with its log."""
    return view_of(house, roast_id, house.roasts.session(roast_id))


@router.patch("/{roast_id}")
def change(house: HouseDep, roast_id: RoastId, body: PlanChange) -> s.RoastOut:
    """Change the plan while the joint is on the block."""
    asked = Changed.of(body.model_dump(mode="json", exclude_unset=True))
    before = house.roasts.session(roast_id)
    session = house.roasts.change(roast_id, asked)
    if asked.serve_at is not None:
        house.days.moved_on_block(roast_id, before)
        session = house.roasts.session(roast_id)
    return view_of(house, roast_id, session)


@router.post("/{roast_id}/again", status_code=201)
def again(house: HouseDep, roast_id: RoastId, body: AgainBody) -> s.RoastOut:
    """The same once more, for another hour and perhaps another weight, oven or company."""
    new_id, session = house.roasts.again(
        roast_id, body.serve_at.isoformat(), body.weight_kg, body.name, body.oven_id
    )
    if body.people is not None:
        house.days.change(session.plan.serve_at[:10], {"people": body.people})
        session = house.roasts.session(new_id)  # the day hands its hour on
    return view_of(house, new_id, session)


@router.post("/{roast_id}/way")
def choose(house: HouseDep, roast_id: RoastId, body: ChoiceBody) -> s.RoastOut:
    """Choose a way."""
    return view_of(house, roast_id, house.roasts.choose(roast_id, body.method, body.school))


@router.post("/{roast_id}/put-in")
def put_in(
    house: HouseDep, roast_id: RoastId, body: PutInBody, delivery: DeliveryDep
) -> s.RoastOut:
    """The door closes; from here minutes count."""
    return view_of(house, roast_id, house.roasts.put_in(roast_id, body.core_c, body.at, delivery))


@router.post("/{roast_id}/readings", status_code=201)
def read(
    house: HouseDep, roast_id: RoastId, body: ReadingBody, delivery: DeliveryDep
) -> s.RoastOut:
    """A reading. When this answers it is on disk."""
    high = body.low_c if body.high_c is None else body.high_c
    session = house.roasts.read(
        roast_id,
        body.low_c,
        high,
        body.place,
        body.minute,
        body.instrument,
        body.spot,
        delivery,
        body.who,
    )
    return view_of(house, roast_id, session)


@router.post("/{roast_id}/readings-csv", status_code=201)
def read_csv(house: HouseDep, roast_id: RoastId, body: CsvBody) -> s.RoastOut:
    """Readings from a CSV text, all of them or none."""
    return view_of(house, roast_id, house.roasts.read_csv(roast_id, body.csv))


class CsvResponse(PlainTextResponse):
    """A table as text."""

    media_type = "text/csv"


@router.get("/{roast_id}/readings.csv", response_class=CsvResponse)
def write_csv(house: HouseDep, roast_id: RoastId) -> CsvResponse:
    """The readings and events that count, as CSV."""
    return CsvResponse(house.roasts.write_csv(roast_id))


@router.post("/{roast_id}/stage-end")
def end_stage(
    house: HouseDep, roast_id: RoastId, body: StageEndBody, delivery: DeliveryDep
) -> s.RoastOut:
    """Turned down, switched off, or taken out."""
    return view_of(
        house, roast_id, house.roasts.end_stage(roast_id, body.stage, body.minute, delivery)
    )


@router.get("/{roast_id}/levers")
def levers(house: HouseDep, roast_id: RoastId, need: Need = "sooner") -> s.LeversOut:
    """What would help now, the best first; each worked out in full."""
    offered = house.roasts.levers(roast_id)
    session = offered.following.session
    found = ranked(need, offered.base, offered.found, session.plan.wanted_c)
    return views.levers(offered.following, offered.following.oven, offered.base, found)


@router.get("/{roast_id}/delays")
def delays(
    house: HouseDep, roast_id: RoastId, by_min: Annotated[float, Query(ge=5, le=180)]
) -> s.LeversOut:
    """Ways to be ready so much later, each worked out in full."""
    offered = house.roasts.delays(roast_id, by_min)
    return views.levers(offered.following, offered.following.oven, offered.base, offered.found)


@router.get("/{roast_id}/troubles")
def list_troubles(house: HouseDep, roast_id: RoastId) -> list[TroubleLine]:
    """What may go wrong where the roast stands."""
    status = house.roasts.session(roast_id).status
    return [
        TroubleLine.of(t) for t in TROUBLES.values() if status == "roasting" or t.when != "oven"
    ]


@router.get("/{roast_id}/troubles/{code}")
def trouble(
    house: HouseDep, roast_id: RoastId, code: Annotated[str, Path(max_length=30)]
) -> s.TroubleOut:
    """The hazard, what to do now, and what helps tonight."""
    found, offered = house.roasts.trouble(roast_id, code)
    return views.trouble(found, offered, offered.following.oven)


@router.post("/{roast_id}/levers", status_code=201)
def pull_lever(house: HouseDep, roast_id: RoastId, body: LeverBody) -> s.RoastOut:
    """Take one; it can be taken back."""
    return view_of(house, roast_id, house.roasts.pull_lever(roast_id, body.code, body.by_min))


@router.post("/{roast_id}/marks", status_code=201)
def mark(house: HouseDep, roast_id: RoastId, body: MarkBody, delivery: DeliveryDep) -> s.RoastOut:
    """Something seen, done or found."""
    session = house.roasts.mark(
        roast_id,
        body.what,
        body.text,
        body.minute,
        seconds=body.seconds,
        oven_id=body.oven_id,
        sense_code=body.sense,
        by=delivery,
    )
    return view_of(house, roast_id, session)


@router.post("/{roast_id}/correct")
def correct(house: HouseDep, roast_id: RoastId, body: CorrectBody) -> s.RoastOut:
    """Other data for an earlier entry; the log keeps both, and the past is computed anew."""
    given = body.model_dump(mode="json", exclude_unset=True)
    # Null says nothing, but for a core that nobody measured at the door after all.
    part = {k: v for k, v in given.items() if v is not None or k == "core_c"}
    return view_of(house, roast_id, house.roasts.correct(roast_id, part.pop("seq"), part))


@router.get("/{roast_id}/senses")
def list_senses(house: HouseDep, roast_id: RoastId) -> list[s.SenseOut]:
    """The signs that hold for this cut, and what each speaks of."""
    cut = house.roasts.session(roast_id).plan.joint.facts
    return views.senses(senses_for(cut))


@router.post("/{roast_id}/tips")
def attach(house: HouseDep, roast_id: RoastId, body: AttachBody) -> s.RoastOut:
    """An instrument's tip goes into this joint, sits elsewhere in it, or is pulled out."""
    if body.place is None:
        session = house.devices.detach(roast_id, body.device, body.channel)
    else:
        session = house.devices.attach(roast_id, body.device, body.channel, body.place)
    return view_of(house, roast_id, session)


@router.post("/{roast_id}/answer")
def answer(
    house: HouseDep, roast_id: RoastId, body: AnswerBody, delivery: DeliveryDep
) -> s.RoastOut:
    """An alarm was heard: it is silent on every screen."""
    return view_of(house, roast_id, house.roasts.answer(roast_id, body.code, body.minute, delivery))


@router.post("/{roast_id}/carve")
def carve(house: HouseDep, roast_id: RoastId, body: CarveBody, delivery: DeliveryDep) -> s.RoastOut:
    """Carving begins."""
    return view_of(house, roast_id, house.roasts.carve(roast_id, body.minute, delivery))


@router.post("/{roast_id}/close")
def close(house: HouseDep, roast_id: RoastId, body: CloseBody, delivery: DeliveryDep) -> s.RoastOut:
    """It is over, and was not carved."""
    return view_of(house, roast_id, house.roasts.close(roast_id, body.why, delivery))


@router.post("/{roast_id}/verdict")
def judge(house: HouseDep, roast_id: RoastId, body: VerdictBody) -> s.RoastOut:
    """The cook's word."""
    return view_of(house, roast_id, house.roasts.judge(roast_id, body.verdict, body.change))


@router.post("/{roast_id}/weights", status_code=201)
def weigh(
    house: HouseDep, roast_id: RoastId, body: WeightBody, delivery: DeliveryDep
) -> s.RoastOut:
    """What it weighed: as bought, trimmed, cooked, carved, eaten; its bones."""
    return view_of(house, roast_id, house.roasts.weigh(roast_id, body.what, body.kg, delivery))


@router.put("/{roast_id}/notes")
def note(house: HouseDep, roast_id: RoastId, body: NotesBody) -> s.RoastOut:
    """What is to be remembered of it, and words to find it by; instead of what was."""
    return view_of(house, roast_id, house.roasts.note(roast_id, body.text, body.tags))


@router.post("/{roast_id}/withdraw")
def withdraw(house: HouseDep, roast_id: RoastId, body: WithdrawBody) -> s.RoastOut:
    """Take an event out of what counts; the log keeps it."""
    return view_of(house, roast_id, house.roasts.withdraw(roast_id, body.seq))


@router.get("/{roast_id}/outlook")
def outlook(house: HouseDep, roast_id: RoastId) -> s.OutlookOut:
    """What is expected from now on."""
    return views.outlook(expected(house.roasts, house.devices, roast_id))


alarm_router = APIRouter(prefix="/alarms", tags=["alarms"])


@alarm_router.get("")
def list_alarms(house: HouseDep) -> list[s.AlarmOut]:
    """What is still to be heard, of every roast under way; screens ring by their own clock."""
    return [views.alarm(d) for d in due(house.roasts, house.devices)]
