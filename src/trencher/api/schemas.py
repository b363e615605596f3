"""What crosses the wire. Temperatures °C, times in minutes or ISO hours, masses kg, lengths mm."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, JsonValue

from trencher.core.joint import LIMITS

Id = Annotated[str, Field(min_length=1, max_length=60, pattern=r"^[a-z0-9-]+$")]
Celsius = Annotated[float, Field(ge=-60, le=400)]
Minute = Annotated[float, Field(ge=0, le=48 * 60)]


def _bounds(name: str) -> Any:
    low, high, unit = LIMITS[name]
    return Field(ge=low, le=high, description=f"{unit}")


class In(BaseModel):
    """A body we accept: nothing unknown, no NaN."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class Out(BaseModel):
    """A body we send."""

    model_config = ConfigDict(json_schema_serialization_defaults_required=True)


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


class JointBody(In):
    """A joint; a length nobody measured is null and will be estimated."""

    cut: Annotated[str, Field(min_length=1, max_length=60)]
    weight_kg: Annotated[float, _bounds("weight_kg")]
    thickness_mm: Annotated[float | None, _bounds("thickness_mm")] = None
    width_mm: Annotated[float | None, _bounds("width_mm")] = None
    length_mm: Annotated[float | None, _bounds("length_mm")] = None
    start_c: Annotated[float, _bounds("start_c")] = 7.0
    fat_mm: Annotated[float | None, _bounds("fat_mm")] = None
    surface: Literal["wet", "blotted", "dried"] = "blotted"
    own: dict[str, JsonValue] | None = None


JOINT_EXAMPLE: dict[str, JsonValue] = {
    "cut": "beef-sirloin-boned", "weight_kg": 1.9, "thickness_mm": 105, "width_mm": None,
    "length_mm": 205, "start_c": 6,
}  # fmt: skip


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


class PlanBody(In):
    """A joint laid on the block."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "name": "Sirloin for the supper", "joint": JOINT_EXAMPLE,
                    "oven_id": "house-oven", "wanted_c": 57, "rest_min": 40,
                    "serve_at": "2026-10-03T19:00:00+01:00",
                }
            ]
        }
    )  # fmt: skip
    name: Annotated[str, Field(min_length=1, max_length=80)]
    joint: JointBody
    oven_id: Id
    wanted_c: Annotated[float, Field(ge=30, le=99)]
    rest_min: Annotated[float, Field(ge=0, le=240)] = 30.0
    serve_at: datetime


class PlanChange(In):
    """The parts of a plan that change; what is left out stays."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"wanted_c": 55}]})
    name: Annotated[str, Field(min_length=1, max_length=80)] | None = None
    joint: JointBody | None = None
    oven_id: Id | None = None
    wanted_c: Annotated[float, Field(ge=30, le=99)] | None = None
    rest_min: Annotated[float, Field(ge=0, le=240)] | None = None
    serve_at: datetime | None = None


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
    """The door closes. ``core_c``: the core now; null if nobody measured."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"core_c": 6.5}]})
    core_c: Annotated[float, Field(ge=-25, le=45)] | None = None


class ReadingBody(In):
    """A reading. ``high_c`` for one that flickers between two; ``minute`` null: now."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"low_c": 38.5}]})
    low_c: Annotated[float, Field(ge=-25, le=130)]
    high_c: Annotated[float, Field(ge=-25, le=130)] | None = None
    place: Literal["core", "thin_end", "near_surface", "unknown"] = "core"
    minute: Minute | None = None


class CsvBody(In):
    """Readings as CSV: a header ``minute,core_c[,place]``, then a line each."""

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
    what: Annotated[str, Field(min_length=1, max_length=20)]
    text: Annotated[str, Field(max_length=400)] = ""
    minute: Minute | None = None


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


class OvenBody(In):
    """An oven's profile."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [
                {
                    "name": "House oven", "marks": "C", "kind": "fan", "min_c": 50, "max_c": 240,
                    "cooling_fan": True, "preheat_min": 13, "dial_points": [[160, 12], [220, 7]],
                }
            ]
        }
    )  # fmt: skip
    name: Annotated[str, Field(min_length=1, max_length=60)]
    marks: Literal["C", "F", "gas"] = "C"
    kind: Literal["still", "fan", "air", "gas"] = "fan"
    min_c: Annotated[float, Field(ge=20, le=200)] | None = None
    max_c: Annotated[float, Field(ge=60, le=400)] | None = None
    cooling_fan: bool = False
    preheat_min: Annotated[float, Field(ge=1, le=90)] | None = None
    dial_points: Annotated[
        list[tuple[Annotated[float, Field(ge=20, le=400)], Annotated[float, Field(ge=-60, le=60)]]],
        Field(max_length=20),
    ] = []


class Oven(OvenBody):
    """A kept oven."""

    model_config = ConfigDict(extra="ignore")
    id: str


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
    fat_mm: Annotated[float, _bounds("fat_mm")] = 0.0
    usual_kg: Annotated[float, _bounds("weight_kg")] = 1.5
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


class BandIn(In):
    """A doneness word and where it starts."""

    word: Annotated[str, Field(min_length=1, max_length=30)]
    from_c: Annotated[float, Field(ge=-25, le=100)]


class Catalogue(Out):
    """What can be chosen from."""

    cuts: list[Cut]
    bands: list[BandOut]
    profiles: list[dict[str, str]]
    limits: dict[str, tuple[float, float]]
    people: list[dict[str, str]]
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
    """What a method will do."""

    stages: list[StageOut]
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
    series: list[tuple[float, float, float, float]]
    slices: list[SliceOut]
    map: MapOut
    notes: list[NoteOut]
    cautions: list[NoteOut]


class WayOut(Out):
    """A school worked out for a joint, or the reason why not."""

    id: str
    name: str
    words: str
    hands_on_min: int
    method: str
    forecast: ForecastOut | None
    reason: str


class WaysOut(Out):
    """All ways for a wish."""

    quick: bool
    ways: list[WayOut]


class RoastLine(Out):
    """A roast in a list."""

    id: str
    name: str
    status: str
    serve_at: datetime


class EventOut(Out):
    """A line of the log."""

    seq: int
    kind: str
    at: datetime
    data: dict[str, Any]
    withdrawn: bool


class ReadingOut(Out):
    """A reading that counts."""

    seq: int
    minute: float
    low_c: float
    high_c: float
    place: str


class PlannedOut(Out):
    """What was promised when the door closed."""

    pull_min: float
    pull_core_c: float
    peak_c: float
    peak_min: float
    end_min: float
    pull_band: tuple[float, float] | None
    peak_band: tuple[float, float] | None
    curve: list[tuple[float, float]]


class VerdictOut(Out):
    """The cook's word."""

    verdict: str
    change: str


class RoastOut(Out):
    """A roast as it stands."""

    id: str
    name: str
    status: Literal["planning", "roasting", "resting", "done"]
    joint: JointBody
    oven: Oven
    wanted_c: float
    rest_min: float
    serve_at: datetime
    school: str | None
    method: str | None
    pull_stage: int | None
    put_in_at: datetime | None
    start_c: float | None
    ends: dict[int, float]
    readings: list[ReadingOut]
    pulled_min: float | None
    carved_min: float | None
    planned: PlannedOut | None
    verdict: VerdictOut | None
    last_seq: int
    log: list[EventOut]


class FigureOut(Out):
    """The chosen authority's figure, and how the readings stand to it; ``strict``: the figure for
    people at greater risk. Temperatures are marked, ``{c:70}``, in °C."""

    profile: str
    figure: str
    temp_c: float | None
    standing: Literal["met", "not_met", "unknown"]
    sentence: str
    strict: str


class OutlookOut(Out):
    """What is expected from now on. ``curve``: minute, core, 10 %, 90 %."""

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
    look_min: float | None
    current_stage: int
    stages: list[StageOut]
    curve: list[tuple[float, float, float, float]]
    air: list[tuple[float, float]]
    flags: dict[int, str]
    slices: list[SliceOut]
    map: MapOut
    carve_from_min: float | None
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
    planned: PlannedOut
    pulled_min: float | None
    pulled_core_c: float | None
    read_peak_c: float | None
    readings: list[ReadingOut]
    verdict: VerdictOut | None


BandsBody.model_rebuild()
