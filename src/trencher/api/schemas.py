"""What crosses the wire. Temperatures °C, times in minutes or ISO hours, masses kg, lengths mm."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from datetime import date, datetime
from typing import Annotated, Any, Literal, Self

from pydantic import (
    BaseModel,
    ConfigDict,
    Field,
    JsonValue,
    PlainSerializer,
)

from trencher.core.belief.places import LONGEST_NAME
from trencher.core.catalogue.coats import CoatId
from trencher.core.entries import Closing, MarkWhat, Planned, UseWhat
from trencher.core.method.edit import Kind
from trencher.core.method.schools import Thermometer
from trencher.formats.bodies import Id, In, When
from trencher.formats.day import (
    DayChange,
    GravyBody,
    HourText,
    JointOfDay,
    LimitsBody,
    SideEntry,
)
from trencher.formats.house import BandIn, GuestBody, TinBody
from trencher.formats.log import LoggedEntry, document
from trencher.formats.oven import OvenBody
from trencher.formats.plan import (
    JOINT_EXAMPLE,
    BuyBody,
    CareBody,
    JointBody,
    OfferBody,
    bounds,
)
from trencher.service.taking import DOES, Line
from trencher.store.backup import Content

Celsius = Annotated[float, Field(ge=-60, le=400)]
Minute = Annotated[float, Field(ge=0, le=48 * 60)]
StageIndex = Annotated[int, Field(ge=0, le=99)]


MISSING = object()


class Out(BaseModel):
    """A body we send."""

    model_config = ConfigDict(json_schema_serialization_defaults_required=True)

    @classmethod
    def of(cls, *sources: object, **more: Any) -> Self:
        """What ``sources`` have under the names of this body's fields, and ``more`` besides."""
        for name in cls.model_fields:
            for source in sources:
                if name not in more and (value := getattr(source, name, MISSING)) is not MISSING:
                    more[name] = value
        return cls.model_validate(more, from_attributes=True)


class Problem(Out):
    """What went wrong (after RFC 9457): a stable ``code`` and one sentence in ``detail``."""

    type: str
    title: str
    status: int
    code: str
    detail: str
    where: str = ""
    allowed: str = ""
    start: int | None = None
    end: int | None = None


class WishBody(In):
    """What ways are worked out for."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "joint": JOINT_EXAMPLE, "oven_id": "house-oven", "wanted_c": 57,
                    "rest_min": 40, "quick": False,
                }
            ]
        }
    )  # fmt: skip
    joint: JointBody
    oven_id: Id
    wanted_c: Annotated[float, Field(ge=30, le=99)]
    rest_min: Annotated[float, Field(ge=0, le=240)] = 30.0
    thermometer: Thermometer = "leave-in"
    quick: bool = Field(False, description="coarse and without bands: while something is pulled")


class MethodBody(WishBody):
    """One method to be worked out."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "joint": JOINT_EXAMPLE, "oven_id": "house-oven", "wanted_c": 57,
                    "rest_min": 40, "quick": False,
                    "method": "210C 20min; 155C until peak 57C; rest tented 40min",
                }
            ]
        }
    )  # fmt: skip
    method: Annotated[str, Field(min_length=1, max_length=4000)]


class LengthEdit(In):
    """A stage lasting so many minutes."""

    op: Literal["length"]
    stage: StageIndex
    minutes: Minute


class GoalEdit(In):
    """A stage until the core is at, or will climb to, so many °C."""

    op: Literal["goal"]
    stage: StageIndex
    core_c: Celsius
    peak: bool = True


class OutcomeEdit(In):
    """A stage until it is brown, crisp or tender."""

    op: Literal["outcome"]
    stage: StageIndex
    what: Literal["brown", "crisp", "tender"]


class HeatEdit(In):
    """A stage in air of so many °C."""

    op: Literal["heat"]
    stage: StageIndex
    air_c: Celsius


class InsertEdit(In):
    """A fresh stage before the one at this place."""

    op: Literal["insert"]
    stage: StageIndex
    kind: Kind


class SplitEdit(In):
    """A stage cut in two."""

    op: Literal["split"]
    stage: StageIndex
    after_min: Minute
    whole_min: Minute


class RemoveEdit(In):
    """A stage taken out."""

    op: Literal["remove"]
    stage: StageIndex


class MoveEdit(In):
    """A stage at another place."""

    op: Literal["move"]
    stage: StageIndex
    to: StageIndex


class HangEdit(In):
    """A task hung on a stage."""

    op: Literal["hang"]
    stage: StageIndex
    verb: Annotated[str, Field(max_length=20)]
    words: Annotated[str, Field(max_length=60)] = ""
    at_min: Minute | None = None
    every_min: Annotated[float, Field(ge=1, le=48 * 60)] | None = None


class UnhangEdit(In):
    """A task taken off a stage."""

    op: Literal["unhang"]
    stage: StageIndex
    task: Annotated[int, Field(ge=0, le=99)]


class DressEdit(In):
    """What closes a stage's joint in or carries it; how a rest is covered."""

    op: Literal["dress"]
    stage: StageIndex
    dress: Annotated[str, Field(max_length=20)]


Edit = Annotated[
    LengthEdit | GoalEdit | OutcomeEdit | HeatEdit | InsertEdit | SplitEdit | RemoveEdit
    | MoveEdit | HangEdit | UnhangEdit | DressEdit,
    Field(discriminator="op"),
]  # fmt: skip


class EditBody(MethodBody):
    """A method and one change of it."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "joint": JOINT_EXAMPLE, "oven_id": "house-oven", "wanted_c": 57,
                    "rest_min": 40, "quick": True,
                    "method": "210C 20min; 155C until peak 57C; rest tented 40min",
                    "edit": {"op": "heat", "stage": 1, "air_c": 140},
                }
            ]
        }
    )  # fmt: skip
    edit: Edit


class ReckonBody(WishBody):
    """A recipe's words, a label or a rule to be worked out for a joint."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "joint": JOINT_EXAMPLE, "oven_id": "house-oven", "wanted_c": 57,
                    "rest_min": 40, "text": "Roast at 180C for 20 min per lb plus 20",
                }
            ]
        }
    )  # fmt: skip
    text: Annotated[str, Field(min_length=1, max_length=6000)]
    answers: Annotated[dict[str, Annotated[int, Field(ge=0, le=50)]], Field(max_length=50)] = {}


class OwnMethodBody(In):
    """A method to be kept under a name."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {"name": "Sunday", "method": "210C 20min; 150C until peak 57C; rest open 30min"}
            ]
        }
    )
    name: Annotated[str, Field(min_length=1, max_length=60)]
    method: Annotated[str, Field(min_length=1, max_length=4000)]


class MethodsFileBody(In):
    """A file of methods; what is wrong in it is said line by line."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "format": "trencher/methods", "version": 1,
                    "methods": [{"name": "Sunday", "method": "160C until peak 57C"}],
                }
            ]
        }
    )  # fmt: skip
    format: JsonValue
    version: JsonValue
    methods: JsonValue


class AgainBody(In):
    """The same once more. ``weight_kg``, ``name``: null as it was."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [{"serve_at": "2026-10-10T19:00:00+01:00", "weight_kg": 2.4}]
        }
    )
    serve_at: When
    weight_kg: Annotated[float, bounds("weight_kg")] | None = None
    name: Annotated[str, Field(min_length=1, max_length=80)] | None = None


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
    of several in the middle the lowest counts; ``minute`` null: now."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"low_c": 38.5}]})
    low_c: Annotated[float, Field(ge=-25, le=130)]
    high_c: Annotated[float, Field(ge=-25, le=130)] | None = None
    place: Literal["core", "thin_end", "near_surface", "unknown"] = "core"
    instrument: Literal["probe", "spot"] = "probe"
    spot: Annotated[str, Field(max_length=LONGEST_NAME)] = ""
    minute: Minute | None = None


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


Channel = Annotated[str, Field(min_length=1, max_length=30)]
DeviceName = Annotated[str, Field(min_length=1, max_length=40, pattern=r"^[A-Za-z0-9][\w .-]*$")]


class PushedReading(In):
    """One value of an instrument. ``at`` (ISO, with zone) or ``age_s`` say when; neither: now."""

    channel: Channel
    value: Annotated[float, Field(ge=-1e5, le=1e5)]
    unit: Literal["C", "F", "g", "kg", "oz", "lb"] = "C"
    at: When | None = None
    age_s: Annotated[float, Field(ge=0, le=172800)] | None = None


class PushBody(In):
    """What an instrument sends. ``every_s``: how often it means to; ``battery`` from 0 to 1."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {"device": "my-probe", "every_s": 5, "battery": 0.8,
                 "readings": [{"channel": "1", "value": 38.4, "unit": "C"}]}
            ]
        }
    )  # fmt: skip
    device: DeviceName
    every_s: Annotated[float, Field(ge=0.2, le=3600)] = 10.0
    battery: Annotated[float, Field(ge=0, le=1)] | None = None
    readings: Annotated[list[PushedReading], Field(max_length=500)]


class PushedOut(Out):
    """How many of the values were new."""

    kept: int


class SampleOut(Out):
    """A channel's newest value: °C for ``c``, grams for ``g``."""

    channel: str
    at: datetime
    unit: str
    value: float


class InstrumentOut(Out):
    """An instrument. ``lost``: silent for more than two of its own intervals; ``low``: battery."""

    id: str
    name: str
    last_at: datetime
    every_s: float
    battery: float | None
    lost: bool
    low: bool
    latest: list[SampleOut]


class InstrumentsOut(Out):
    """The instruments, and the key they push with."""

    key: str
    instruments: list[InstrumentOut]


class AttachBody(In):
    """Where a channel's tip sits; ``place`` null: pulled out."""

    model_config = ConfigDict(
        json_schema_extra={"examples": [{"device": "my-probe", "channel": "1", "place": "core"}]}
    )
    device: DeviceName
    channel: Channel
    place: Literal["core", "thin_end", "near_surface", "air"] | None


class RenameBody(In):
    """What an instrument is called."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"name": "Two tips"}]})
    name: Annotated[str, Field(min_length=1, max_length=60)]


class AttachedOut(Out):
    """A channel that sits in this joint now."""

    device: str
    channel: str
    place: str


class LiveOut(Out):
    """What an attached channel showed last. ``flag``: why it is not believed, or ""."""

    device: str
    name: str
    channel: str
    place: str
    value_c: float
    at: datetime
    every_s: float
    low: bool
    flag: str


class PlateOut(Out):
    """A guest's slice, counted from 0 at the thick end; null: eats none of it. ``flash``: a moment
    in the pan first."""

    name: str
    slice: int | None
    target_c: float
    flash: bool
    strict: bool
    why: str
    standing: Literal["met", "not_met", "unknown"] | None


class CarvingNote(Out):
    """One thing to mind in carving, temperatures and lengths marked."""

    topic: str
    words: str


class PortionOut(Out):
    """Something that is claimed or kept, by its code."""

    code: str
    words: str


class CarvingOut(Out):
    """Guests on slices; the coolest, the end to begin at (thick or thin), and what is left whole.
    ``others``: slices of guests who are not named; ``claims``: portion → name; ``read``: slice → °C
    measured in it; ``strict_words``: the figure for the strict plates."""

    others: list[int]
    claims: dict[str, str]
    notes: list[CarvingNote]
    portions: list[PortionOut]
    read: dict[int, float]

    plates: list[PlateOut]
    coolest: int
    begin: str
    spare: list[int]
    strict_words: str


class SliceBody(In):
    """What the middle of a slice reads, counted from 0 at the thick end. ``minute`` null: now."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"slice": 0, "low_c": 71.5}]})
    slice: Annotated[int, Field(ge=0, le=200)]
    low_c: Annotated[float, Field(ge=-25, le=130)]
    minute: Minute | None = None


class ClaimBody(In):
    """Who has a portion; "" nobody."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"portion": "bone", "name": "Ines"}]})
    portion: Annotated[str, Field(min_length=1, max_length=20)]
    name: Annotated[str, Field(max_length=40)] = ""


class KeepBody(In):
    """What goes into the fridge, weighed or not; ``minute`` null: now. ``plan``, ``on``: for which
    meal, and its date."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [{"what": "slices", "kg": 0.6, "plan": "cold, with chutney"}]
        }
    )
    what: Annotated[str, Field(min_length=1, max_length=20)]
    kg: Annotated[float, Field(gt=0, le=30)] | None = None
    minute: Annotated[float, Field(ge=0, le=14 * 24 * 60)] | None = None
    plan: Annotated[str, Field(max_length=120)] = ""
    on: date | None = None


class UseBody(In):
    """What was done with a batch: eaten, reheated, frozen or thrown; ``kg`` null: all of it."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"batch": 12, "what": "eaten"}]})
    batch: Annotated[int, Field(ge=1, le=1_000_000)]
    what: UseWhat
    kg: Annotated[float, Field(gt=0, le=30)] | None = None


class UseOut(Out):
    """What was done with a batch, and when."""

    what: str
    at: datetime
    kg: float | None


class BatchOut(Out):
    """Something put away, with its clock. ``use_by``: its last day, null: it may not be kept;
    ``serves``: plates of hearty and of small eaters."""

    roast_id: str
    roast: str
    seq: int
    what: str
    kg: float | None
    left_kg: float | None
    serves: tuple[int, int] | None
    kept_at: datetime
    plan: str
    on: date | None
    use_by: date | None
    standing: Literal["keep", "eat_now", "discard"]
    words: str
    over: bool
    reheated: bool
    uses: list[UseOut]


class KeptOut(Out):
    """What was put away of a roast; the clock of what still stands out, null before it is
    carved. ``left_min``: until it should be in the fridge."""

    batches: list[BatchOut]
    kinds: list[PortionOut]
    out_min: float | None
    left_min: float | None
    standing: Literal["keep", "eat_now", "discard"] | None
    words: str
    reheat: str


class AnswerBody(In):
    """An alarm that was heard. ``minute`` null: now."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"code": "look:48"}]})
    code: Annotated[str, Field(min_length=1, max_length=40)]
    minute: Minute | None = None


class AlarmOut(Out):
    """Something to be heard at ``at``. ``stage`` that ends, or ``mark`` that is set, when it is
    reported ``done`` (the button's word); ``out``: the take-out itself; ``loud`` goes before what
    is not; from ``until`` on it is not heard any more."""

    roast_id: str
    name: str
    resting: bool
    code: str
    at: datetime
    put_in_at: datetime
    words: str
    stage: int | None
    mark: str | None
    done: str
    out: bool
    loud: bool
    until: datetime | None


class TraceOut(Out):
    """A point of what an instrument showed in the joint."""

    minute: float
    value_c: float
    place: str
    doubted: bool


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


class SenseOut(Out):
    """A sign to go by without a thermometer. ``speaks``: of core, surface or tenderness; ``low_c``
    to ``high_c``: where the middle is then, for what speaks of the core."""

    code: str
    channel: str
    words: str
    speaks: str
    means: str
    surely: str
    low_c: float | None
    high_c: float | None
    source: str


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


"""Two numbers, said in words that every reader of such descriptions knows."""


class Oven(OvenBody):
    """A kept oven."""

    model_config = ConfigDict(extra="ignore")
    id: str


class DialLineOut(Out):
    """What is believed of a dial at one true heat: dial − true, and eight in ten between."""

    true_c: float
    error_c: float
    low_c: float
    high_c: float


class CalibrationOut(Out):
    """An oven's dial against what was measured."""

    n: int
    sd_c: float
    line: list[DialLineOut]


class TinsBody(In):
    """Every tin of the kitchen."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {"tins": [{"name": "Tray", "length_mm": 420, "width_mm": 340, "depth_mm": 25}]}
            ]
        }
    )
    tins: Annotated[list[TinBody], Field(max_length=20)]


class ShelfOut(Out):
    """A shelf with the joint on it: room above it, and what a bare element adds."""

    shelf: int
    clear_mm: float
    hotter_c: float
    fits: bool


class TonightOut(Out):
    """An oven with tonight's joint in it."""

    oven_id: str
    name: str
    fits: bool
    words: list[str]
    shelves: list[ShelfOut]
    tin: str | None
    forecast: ForecastOut | None
    reason: str


class WhichOvenOut(Out):
    """The same way in every oven, and which suits."""

    best: str | None
    advice: str
    ovens: list[TonightOut]


class ClockBody(In):
    """The demo's clock: another pace, or forward by some minutes."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"pace": 60}]})
    pace: Annotated[float, Field(ge=0, le=600)] | None = None
    forward_min: Annotated[float, Field(ge=0, le=24 * 60)] | None = None


class ClockOut(Out):
    """The hour as this Trencher has it."""

    now: datetime
    pace: float
    demo: bool


class Cut(Out):
    """A cut of the catalogue."""

    id: str
    kind: str
    name: str
    aliases: list[str]
    usual_kg: float
    wanted_c: float
    collagen: bool
    rind: bool
    bone_share: float
    trim_share: float
    note: str
    sources: list[str]
    fat_mm: float
    own: dict[str, JsonValue] | None


class OwnCutBody(In):
    """A cut of one's own. ``meat`` stands for a composition; bone and fat as bought."""

    model_config = ConfigDict(
        json_schema_extra={"examples": [{"name": "Goat neck", "kind": "game", "collagen": True}]}
    )

    name: Annotated[str, Field(min_length=1, max_length=80)]
    kind: Literal["beef", "lamb", "pork", "game"]
    meat: Literal["lean", "marbled", "fatty"] = "lean"
    bone_share: Annotated[float, Field(ge=0.0, le=0.5)] = 0.0
    fat_mm: Annotated[float, bounds("fat_mm")] = 0.0
    usual_kg: Annotated[float, bounds("weight_kg")] = 1.5
    wanted_c: Annotated[float, Field(ge=30.0, le=99.0)] = 58.0
    collagen: bool = False
    rind: bool = False
    rolled: bool = False


class BandOut(Out):
    """A doneness word and where it starts."""

    word: str
    from_c: float


class BandsBody(In):
    """Doneness words as this kitchen uses them."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {"bands": [{"word": "rare", "from_c": 48}, {"word": "pink", "from_c": 56}]}
            ]
        }
    )
    bands: Annotated[list[BandIn], Field(min_length=2, max_length=12)]


class SaltOut(Out):
    """A kind of salt and what a level teaspoon of it weighs, g."""

    id: str
    name: str
    teaspoon_g: float


class CoatOut(Out):
    """What is put on a joint: its allergens, what a cover does to it, and the task (``hangs`` with
    ``word``) that puts it on during the roast."""

    id: CoatId
    name: str
    allergens: list[str]
    cover: str
    hangs: Literal["baste", "add"]
    word: str


class PeopleBody(In):
    """Everybody who is named."""

    model_config = ConfigDict(
        json_schema_extra={"examples": [{"people": [{"name": "Bram", "avoids": ["pork"]}]}]}
    )
    people: Annotated[list[GuestBody], Field(max_length=200)]


class Catalogue(Out):
    """What can be chosen from."""

    cuts: list[Cut]
    bands: list[BandOut]
    coats: list[CoatOut]
    salts: list[SaltOut]
    profiles: list[dict[str, str]]
    limits: dict[str, tuple[float, float]]
    people: list[GuestBody]
    flags: dict[str, str]
    profile: str
    demo: bool


class Range80(Out):
    """A value with its 80 % band; the band is null where it was not computed."""

    value: float
    low: float | None
    high: float | None


class StageOut(Out):
    """A stage: minutes from the start; ``dial_c`` what this dial must show; ``planned_end_min``
    in a running roast when a stage by the clock was to end."""

    text: str
    kind: str
    start_min: float
    end_min: float
    core_c: float
    surface_c: float
    air_c: float | None
    dial_c: float | None
    planned_end_min: float | None = None


class NoteOut(Out):
    """Something to be said: code and sentence; temperatures in it are marked, ``{c:70}``, in °C."""

    code: str
    text: str


class SliceOut(Out):
    """One slice, its highest temperatures."""

    from_mm: float
    to_mm: float
    centre_c: float
    mean_c: float
    half_mm: float


class MapOut(Out):
    """Highest temperature of every cell; see docs/formats.md."""

    at_mm: list[float]
    half_mm: list[float]
    edges: list[float]
    highest_c: list[list[float]]
    length_mm: float
    width_over_thickness: float


class SizeOut(Out):
    """The joint's outer measures, and which of them are estimates."""

    thickness_mm: float
    width_mm: float
    length_mm: float
    estimated: list[str]
    mismatch: float | None


class ForecastOut(Out):
    """What a method will do. ``shares80``: eight in ten of loss, crust, crisp, tenderness and
    even_fraction lie between; empty where bands were not computed."""

    stages: list[StageOut]
    from_cold: bool
    size: SizeOut
    pull_min: Range80
    pull_core_c: float
    peak_c: Range80
    peak_min: float
    carryover_c: float
    end_min: float
    loss: float
    even_fraction: float | None
    rim_mm: float | None
    crust: float
    crisp: float
    crackling: bool | None
    tenderness: float
    late_c: float
    cooked_kg: float
    servings: tuple[int, int]
    shares80: dict[str, tuple[float, float]]
    put_coat_on_min: float | None
    series: list[tuple[float, float, float, float]]
    slices: list[SliceOut]
    map: MapOut
    notes: list[NoteOut]
    cautions: list[NoteOut]


class WayOut(Out):
    """A school worked out for a joint. ``unsuited``: why it is not for it, and not worked out;
    ``reason``: why it was tried and does not get there. Temperatures in both are marked."""

    id: str
    name: str
    words: str
    needs: list[str]
    hands_on_min: float
    method: str
    forecast: ForecastOut | None
    unsuited: str
    reason: str


class WaysOut(Out):
    """All ways for a wish."""

    quick: bool
    ways: list[WayOut]


class BesideOut(Out):
    """A printed rule beside the model, at the rule's own air and take-out: who prints it, the rule
    as read out, what it gives and what is computed in minutes, the peak that take-out leads to,
    and why they differ."""

    who: str
    rule: str
    air_c: float
    until_c: float | None
    gives: tuple[float, float]
    computed_min: float | None
    ends_c: float | None
    why: list[str]


class DisturbanceOut(Out):
    """A step gone wrong: what it costs and how to guard against it; ``harm`` in degrees."""

    code: str
    stage: int
    peak_c: float
    later_min: float
    colder_c: float
    harm: float
    text: str
    guard: str


class DifferenceOut(Out):
    """One thing different: minutes for who waits for the goal, degrees for who keeps to the
    clock; null where it cannot be said."""

    code: str
    words: str
    minutes: float | None
    degrees: float | None
    crust: float
    even: float | None
    reason: str


class TaskOut(Out):
    """A task hung on a stage."""

    text: str
    verb: str
    words: str
    at_min: float | None
    every_min: float | None


class BlockOut(Out):
    """A stage as a block to be handled. ``ends``: by what; ``value``: its minutes or °C."""

    text: str
    kind: Kind
    air_c: float | None
    ends: Literal["minutes", "rate", "core", "peak", "held", "falling", "outcome", "none"]
    value: float | None
    dress: str
    cold: bool
    tasks: list[TaskOut]


class MethodOut(Out):
    """A method as text and as blocks, and what it does; ``reason`` where it cannot be walked."""

    method: str
    blocks: list[BlockOut]
    pull_stage: int
    hands_on_min: float
    forecast: ForecastOut | None
    reason: str


class DialStepOut(Out):
    """A heat as written, as this oven's air, and as this dial's number."""

    written: str
    air: str | None
    here_c: float
    dial_c: float


class ReckonedOut(Out):
    """One reading worked out; ``verdict`` says what it would do, temperatures marked."""

    words: str
    method: str
    pull_min: float | None
    pull_core_c: float | None
    peak_c: float | None
    earlier_min: float | None
    dials: list[DialStepOut]
    verdict: str


class OpenOut(Out):
    """A place that is open or said in two ways, with every reading worked out."""

    code: str
    question: str
    gap: str
    spread_c: float
    choices: list[ReckonedOut]


class PlaceOut(Out):
    """A stretch of the text; ``stages``: which of the method's it became a part of."""

    start: int
    end: int
    text: str
    stages: list[int]


class ReckoningOut(Out):
    """A text read and worked out; ``result`` null where nothing in it heats."""

    method: str | None
    stages: list[str]
    result: ReckonedOut | None
    opens: list[OpenOut]
    read: list[PlaceOut]
    left: list[PlaceOut]


class OwnMethodOut(Out):
    """A method kept under a name."""

    id: str
    name: str
    method: str


class RoastLine(Out):
    """A roast in a list."""

    id: str
    name: str
    status: str
    serve_at: datetime


class LogLine(Out):
    """A line of the log, as it counts now; ``corrected``: it once said otherwise; ``correctable``,
    ``withdrawable``: what may be done to it."""

    entry: Annotated[LoggedEntry, PlainSerializer(document)]
    correctable: bool
    withdrawable: bool
    withdrawn: bool
    corrected: bool


class ReadingOut(Out):
    """A reading that counts."""

    seq: int
    minute: float
    low_c: float
    high_c: float
    place: str
    spot: str


class VerdictOut(Out):
    """The cook's word."""

    verdict: str
    change: str


class RoastOut(Out):
    """A roast as it stands. ``outlook``, ``alarms``: while it is in the oven or rests, if it can be
    followed; else null."""

    id: str
    name: str
    status: Literal["planning", "roasting", "resting", "done"]
    joint: JointBody
    oven: Oven
    wanted_c: float
    rest_min: float
    thermometer: Thermometer
    serve_at: datetime
    ahead_min: float
    care: CareBody
    buy: BuyBody
    school: str | None
    method: str | None
    pull_stage: int | None
    put_in_at: datetime | None
    start_c: float | None
    ends: dict[int, float]
    readings: list[ReadingOut]
    pulled_min: float | None
    carved_min: float | None
    closed: str
    planned: Planned | None
    attached: list[AttachedOut]
    verdict: VerdictOut | None
    last_seq: int
    log: list[LogLine]
    outlook: OutlookOut | None
    alarms: list[AlarmOut] | None


class FigureOut(Out):
    """The chosen authority's figure, and how the readings stand to it; ``strict``: the figure for
    people at greater risk. Temperatures are marked, ``{c:70}``, in °C. ``equal_min``: minutes at
    the reference of the authority's table of equal holds that the readings prove; null: unknown."""

    equal_min: float | None
    profile: str
    figure: str
    temp_c: float | None
    standing: Literal["met", "not_met", "unknown"]
    sentence: str
    strict: str


class LeverBody(In):
    """Which lever to take; ``by_min``: of those that delay by so much."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"code": "hotter"}]})
    code: Annotated[str, Field(min_length=1, max_length=70)]
    by_min: Annotated[float, Field(ge=5, le=180)] | None = None


class LeverResultOut(Out):
    """What the roast comes to. Minutes since it went in."""

    pull_min: float
    pull_core_c: float
    peak_c: float
    end_min: float
    even_fraction: float | None
    crust: float
    served_c: float


class LeverOut(Out):
    """One change, worked out in full; sentences with marked temperatures. ``dial``: what to set
    now on this oven, in its own marks; "" where nothing is set."""

    code: str
    words: str
    dial: str
    gains: list[str]
    costs: list[str]
    result: LeverResultOut


class LeversOut(Out):
    """What going on as it is comes to, and what would help, the best first."""

    base: LeverResultOut
    options: list[LeverOut]


class TroubleLine(Out):
    """A trouble, in a word; ``when``: in the oven, at rest, or any."""

    code: str
    words: str
    when: str


class TroubleOut(LeversOut):
    """What to do about a trouble: the hazard first, then now, then what helps. ``saves``: of a
    joint that goes too far, what thinner slices, sauce and choosing the slices save."""

    code: str
    words: str
    hazards: list[str]
    now: list[str]
    saves: list[str]


class NextOut(Out):
    """One thing to do: ``words`` the order, ``done`` the button's word. ``stage`` ends with it, or
    ``mark`` is set. ``low_min``, ``high_min``, ``core_c`` where the core decides; ``by_clock``: a
    minute that can be overdue; ``eye``: due when it looks so; ``face`` of ``faces`` in the pan."""

    code: str
    id: str
    due_min: float
    low_min: float | None
    high_min: float | None
    stage: int | None
    mark: str | None
    text: str
    words: str
    done: str
    core_c: float | None
    eye: str
    by_clock: bool
    loud: bool
    face: int
    faces: int


class SpotOut(Out):
    """A place the cook named, as it was read last: above the lowest one, off the middle."""

    name: str
    minute: float
    value_c: float
    over_c: float
    off_mm: float | None


class OutlookOut(Out):
    """What is expected from now on. ``curve``: minute, core, 10 %, 90 %; ``planned_core_c``: where
    the plan had the middle by now."""

    now: datetime
    now_min: float
    put_in_at: datetime
    core_c: float
    rate_c_min: float
    air_c: float
    pull_min: Range80
    pull_core_c: float
    peak_c: Range80
    peak_min: float
    end_min: float
    agenda: list[NextOut]
    current_stage: int
    stages: list[StageOut]
    curve: list[tuple[float, float, float, float]]
    air: list[tuple[float, float]]
    stuck: bool
    surprise: str
    places: list[SpotOut]
    left_alone: bool
    planned_core_c: float
    planned_pull_min: float
    hands_min: float
    air_there_min: float | None
    live: list[LiveOut]
    trace: list[TraceOut]
    flags: dict[int, str]
    slices: list[SliceOut]
    map: MapOut
    figure: FigureOut


class BookLine(Out):
    """A finished roast: what was planned, what happened. ``learned``: happened − planned."""

    id: str
    name: str
    cut: str
    weight_kg: float
    served_at: datetime
    school: str | None
    method: str
    wanted_c: float
    planned: Planned
    pulled_min: float | None
    pulled_core_c: float | None
    read_peak_c: float | None
    closed: str
    readings: list[ReadingOut]
    verdict: VerdictOut | None


class BookPage(Out):
    """Some lines of the Book. ``found``: how many there are of what was asked for; ``next``: what
    to skip for the page behind this one, null where there is none."""

    lines: list[BookLine]
    found: int
    next: int | None


class StrayOut(Out):
    """A record that cannot be read (``why``), or was put aside (``at``)."""

    record: Literal["roast", "day", "oven", "setting"]
    id: str
    name: str
    why: str
    at: datetime | None


class TakingLine(Out):
    """What taking a file in does with one thing of it; ``more``: how many entries are new."""

    what: Literal["roast", "oven", "day", "setting", "samples"]
    id: str
    name: str
    does: Literal["new", "more", "same", "copy", "kept"]
    words: str
    more: int


class TakingOut(Out):
    """What taking a file in does: the things it does something with, and how many there are of
    each kind and each doing."""

    lines: list[TakingLine]
    counts: dict[str, int]

    @classmethod
    def saying(cls, lines: Sequence[Line]) -> Self:
        """What is here already needs no line of its own."""
        told = [TakingLine(**vars(x), words=DOES[x.does]) for x in lines if x.does != "same"]
        counts = Counter(f"{x.what} {x.does}" for x in lines)
        return cls(lines=told, counts=dict(counts))


class BackupOut(Out):
    """What a saved kitchen holds. ``last``: the latest hour anything was entered; ``damaged``:
    records of it that cannot be read, which come along as they are; ``kept``: the name of the copy
    of what was here before, "" while nothing was changed."""

    roasts: int
    days: int
    ovens: int
    events: int
    last: datetime | None
    damaged: list[StrayOut]
    kept: str

    @classmethod
    def holding(cls, content: Content, kept: str) -> BackupOut:
        """As the store found it."""
        facts = {**vars(content), "last": content.last or None, "kept": kept}
        facts["damaged"] = [
            StrayOut.model_validate(x, from_attributes=True) for x in content.damaged
        ]
        return cls(**facts)


class StraysOut(Out):
    """Records that cannot be read and wait for a word, and those put aside."""

    damaged: list[StrayOut]
    aside: list[StrayOut]


BandsBody.model_rebuild()
TonightOut.model_rebuild()


# --- days ---------------------------------------------------------------------------------------
Date = Annotated[str, Field(pattern=r"^\d{4}-\d{2}-\d{2}$")]


class SlippedBody(In):
    """“I forgot …”: which slip, about which dish ("" for the table), said of which line."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"code": "plates_cold", "dish": ""}]})
    code: Annotated[str, Field(min_length=1, max_length=40)]
    dish: Annotated[str, Field(max_length=60)] = ""
    step: Annotated[str | None, Field(max_length=160)] = None


class DidBody(In):
    """A step that is done, or skipped; ``at`` for an earlier minute."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"step": "table/plates"}]})
    step: Annotated[str, Field(min_length=1, max_length=160)]
    skipped: bool = False
    at: When | None = None


class UndoBody(In):
    """Which event of the day to take back; null for the latest."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"seq": None}]})
    seq: Annotated[int | None, Field(ge=1, le=2**31)] = None


class StepOut(Out):
    """A line of the running order. Minutes before the plates are on the table, negative."""

    id: str
    dish: str
    code: str
    words: str
    at_min: float
    until_min: float
    hands_min: float
    latest_min: float | None
    after: list[str]
    who: str
    place: str
    note: str
    done_at: datetime | None
    skipped_at: datetime | None


class SpanOut(Out):
    """Something that takes a place for a while, for the picture."""

    dish: str
    kind: str
    lane: str
    from_min: float
    to_min: float
    label: str
    air_c: float | None
    note: str
    step: str


class ClashOut(Out):
    """Two things that cannot both be."""

    what: str
    dish: str
    other: str
    words: str
    from_min: float | None
    to_min: float | None


class RepairOut(Out):
    """One way out of a clash. ``change`` is a DayChange that makes it so."""

    code: str
    words: str
    costs: str
    works: bool
    change: DayChange


class WhereOut(Out):
    """Where the cook is in the order."""

    sentence: str
    late: list[str]
    now: list[str]
    next: str | None
    left: int


class DayJointOut(Out):
    """A joint of the day."""

    id: str
    name: str
    oven: str
    plates: int
    start_min: float
    out_min: float
    carve_min: float
    assumed: bool
    started: bool


class DaySideOut(Out):
    """A side of the day as it stands in the order. ``waits_min``: for the table, when it is ready.

    ``drag_min``: the start of the step that is drawn and dragged, None where it has no place.
    """

    id: str
    name: str
    kind: str
    hold: str
    hold_min: float
    waits_min: float | None
    look: str
    allergens: list[str]
    full_main: bool
    entry: SideEntry
    drag_min: float | None


class UndoOut(Out):
    """What the next undo would take back."""

    seq: int
    words: str


class DayOut(Out):
    """A day worked out. ``hands_min``: the sum of its steps' hands-on minutes; ``again_at``: since
    when the rest is planned anew."""

    stale: bool
    date: str
    serve_at: datetime
    now_min: float
    first_min: float
    knife_down_min: float
    people: int
    hands: int
    helpers: list[str]
    rings: int
    tins: int | None
    limits: LimitsBody
    joints: list[DayJointOut]
    joint_changes: dict[str, JointOfDay]
    sides: list[DaySideOut]
    steps: list[StepOut]
    spans: list[SpanOut]
    clashes: list[ClashOut]
    fits: bool
    hands_min: float
    price: float
    where: WhereOut
    undo: UndoOut | None
    again_at: datetime | None
    last_seq: int
    shelves: int
    quiet: tuple[HourText, HourText] | None
    away: tuple[HourText, HourText] | None
    gravy: GravyBody
    cautions: list[NoteOut]
    late: list[str]


class DaysOut(Out):
    """Dates with something on them, the one to show, and how many sit down on each."""

    dates: list[str]
    likely: str | None
    people: dict[str, int]


class SideStepOut(Out):
    """A step of a side."""

    where: str
    words: str
    minutes: float
    hands_min: float
    wait_min: float
    ref_c: float
    low_c: float
    high_c: float
    browns: bool


class SideOut(Out):
    """A side of the catalogue, or one's own."""

    id: str
    name: str
    kind: str
    hold: str
    hold_min: float
    in_tin: bool
    full_main: bool
    allergens: list[str]
    source: str
    steps: list[SideStepOut]


class SlipOut(Out):
    """A slip at this stage. ``possible``: mending is worth it; ``words`` then says how, else why it
    is left alone. ``until``: the last hour for it."""

    code: str
    dish: str
    asks: str
    costs: str
    words: str
    possible: bool
    until: datetime


# --- buying -------------------------------------------------------------------------------------
class BuyingBody(WishBody):
    """How much to buy: the joint as it is, who eats, what is left over, the price, other offers."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "joint": JOINT_EXAMPLE, "oven_id": "house-oven", "wanted_c": 57,
                    "rest_min": 40, "people": 8, "leftover_plates": 4, "price": 52.0,
                    "offers": [
                        {"name": "On the bone", "cut": "beef-fore-rib", "weight_kg": 3.0,
                         "price": 66.0}
                    ],
                }
            ]
        }
    )  # fmt: skip
    people: Annotated[int, Field(ge=1, le=200)]
    roast_id: Annotated[Id | None, Field(description="so that its table's other joints count")] = (
        None
    )
    leftover_plates: Annotated[float, Field(ge=0, le=200)] = 0
    price: Annotated[float | None, Field(ge=0, le=1e6)] = None
    offers: Annotated[list[OfferBody], Field(max_length=4)] = []
    table_on: date | None = None
    bone_kg: Annotated[float | None, Field(ge=0, le=20)] = None
    trim_kg: Annotated[float | None, Field(ge=0, le=20)] = None
    care: CareBody = CareBody()


class YieldOut(Out):
    """Where a raw weight goes, kg."""

    raw_kg: float
    bone_kg: float
    trim_kg: float
    fat_kg: float
    cooking_kg: float
    cooked_kg: float
    low_kg: float
    high_kg: float
    ribs: int | None
    plates: tuple[int, int]


class FatOut(Out):
    """One way with the fat cover: what it does to plates, time, crust and loss."""

    choice: Literal["trimmed", "cut_away", "eaten"]
    yields: YieldOut
    pull_min: float
    crust: float
    loss: float


class MealsOut(Out):
    """An offer as meals. ``dated``: what the date on its label asks for; ``reduced``: share."""

    name: str
    yields: YieldOut
    tonight: int
    later: int
    lost: int
    short: int
    per_plate: float | None
    dated: str
    reduced: float | None


class AtTableOut(Out):
    """Another joint that feeds the same people."""

    name: str
    cooked_kg: float


class BuyingOut(Out):
    """What this joint feeds, what to buy instead, and what each offer comes to. ``others``: joints
    of the same table, already counted."""

    others: list[AtTableOut]

    yields: YieldOut
    wanted_kg: float
    buy_kg: float
    buy_ribs: int | None
    over_plates: float
    fat: list[FatOut]
    meals: list[MealsOut]
    better: str
    keep_days: int
    card: list[str]
    figure: str
    figure_raised: list[str]


class SaltAdviceOut(Out):
    """When to salt with the time that is left."""

    when: Literal["now", "just_before", "at_table"]
    depth_mm: float
    words: str
    grams: float
    teaspoons: float
    salt: str
    thaw_fridge_h: float | None
    thaw_water_h: float | None


class SaltAskBody(In):
    """Salt and thawing for a joint, with so many hours left before it goes in."""

    model_config = ConfigDict(
        json_schema_extra={"examples": [{"joint": JOINT_EXAMPLE, "hours_left": 6.0}]}
    )
    joint: JointBody
    care: CareBody = CareBody()
    hours_left: Annotated[float, Field(ge=-1e6, le=1e6)]


class QuestionOut(Out):
    """A question as cooks ask it, the place that answers, and what is opened there in turn."""

    id: str
    words: list[str]
    place: Literal["block", "ways", "hand", "day", "fire", "board", "book", "ovens", "reckoner"]
    opens: list[str]
    answer: str


class AccessOut(Out):
    """How other screens of this network get in. ``on`` false: it is not served there. The pictures
    are data addresses; ``install_url`` and ``fingerprint`` null without TLS."""

    on: bool = False
    url: str | None = None
    urls: list[str] = []
    code: str | None = None
    door_qr: str | None = None
    install_url: str | None = None
    install_qr: str | None = None
    fingerprint: str | None = None
