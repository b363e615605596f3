"""What crosses the wire. Temperatures °C, times in minutes or ISO hours, masses kg, lengths mm."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, Literal, Self

from pydantic import BaseModel, ConfigDict, Field, JsonValue, PlainSerializer

from trencher.core.entries import Planned
from trencher.core.method.edit import Kind
from trencher.core.method.schools import Thermometer
from trencher.core.plan import Assumable
from trencher.formats.bodies import Id, In
from trencher.formats.log import LoggedEntry, document
from trencher.formats.oven import OvenBody
from trencher.formats.plan import JOINT_EXAMPLE, BuyBody, CareBody, JointBody

Minute = Annotated[float, Field(ge=0, le=48 * 60)]


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
                    "joint": JOINT_EXAMPLE,
                    "oven_id": "house-oven",
                    "wanted_c": 57,
                    "rest_min": 40,
                    "quick": False,
                }
            ]
        }
    )
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
                    "joint": JOINT_EXAMPLE,
                    "oven_id": "house-oven",
                    "wanted_c": 57,
                    "rest_min": 40,
                    "quick": False,
                    "method": "210C 20min; 155C until peak 57C; rest tented 40min",
                }
            ]
        }
    )
    method: Annotated[str, Field(min_length=1, max_length=4000)]


Channel = Annotated[str, Field(min_length=1, max_length=30)]
DeviceName = Annotated[str, Field(min_length=1, max_length=40, pattern=r"^[A-Za-z0-9][\w .-]*$")]


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


"""Two numbers, said in words that every reader of such descriptions knows."""


class OvenOut(OvenBody):
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


class CutOut(Out):
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


class Range80(Out):
    """A value with its 80 % band; the band is null where it was not computed."""

    value: float
    low: float | None
    high: float | None


class StageOut(Out):
    """A stage: minutes from the start; ``dial_c`` what this dial must show."""

    text: str
    kind: str
    start_min: float
    end_min: float
    core_c: float
    surface_c: float
    air_c: float | None
    dial_c: float | None


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
    oven: OvenOut
    wanted_c: float
    rest_min: float
    thermometer: Thermometer
    serve_at: datetime
    ahead_min: float
    care: CareBody
    buy: BuyBody
    assumed: list[Assumable]
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
    """A finished roast: what was planned, what happened. ``peak_open``: nobody read on after the
    highest reading, so it may have climbed further."""

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
    peak_open: bool
    closed: str
    readings: list[ReadingOut]
    verdict: VerdictOut | None


class RecordOut(Out):
    """A record that cannot be read (``why``), or was put aside (``at``)."""

    kind: Literal["roast", "day", "oven", "setting"]
    id: str
    name: str
    why: str
    at: datetime | None


TonightOut.model_rebuild()


# --- days ---------------------------------------------------------------------------------------
Date = Annotated[str, Field(pattern=r"^\d{4}-\d{2}-\d{2}$")]


# --- buying -------------------------------------------------------------------------------------


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
