"""Core and service results in the API's words."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict
from datetime import UTC, datetime, timedelta

import numpy as np

from trencher.api import schemas as s
from trencher.core.belief.agenda import AgendaStep
from trencher.core.belief.standing import StageSpan
from trencher.core.belief.words import to_do, was_done
from trencher.core.catalogue.cuts import Cut, facts_of
from trencher.core.catalogue.senses import Sense
from trencher.core.catalogue.troubles import Trouble
from trencher.core.entries import RoastEntry
from trencher.core.method.stages import (
    Method,
    Minutes,
    Oven,
    Rate,
    Rest,
    Stage,
    Turn,
    UntilCore,
    UntilFalling,
    UntilHeld,
    UntilOutcome,
    UntilPeak,
)
from trencher.core.outcome.outcomes import HeatMap, Slice, heat_map, servings, slices_of
from trencher.core.oven import OvenRecord
from trencher.core.planner.cautions import Caution, Verdict
from trencher.core.planner.doubt import Z80, Band
from trencher.core.planner.forecast import Forecast
from trencher.core.planner.levers import Lever, Result
from trencher.core.planner.printed import PrintedBeside
from trencher.core.planner.reckon import Reckoned, Reckoning, verdict
from trencher.core.planner.setup import kitchen
from trencher.core.session import Session, counted
from trencher.core.thermal.calibration import PIVOT_C, Calibration
from trencher.core.thermal.history import Row
from trencher.formats.plan import BuyBody, CareBody, JointBody
from trencher.service.alarms import Due, dial_now
from trencher.service.devices import Instrument
from trencher.service.hours import hour
from trencher.service.live import live, trace
from trencher.service.now import Expected, Now
from trencher.service.ovens import Tonight
from trencher.service.planning import Way
from trencher.service.roasts import Following, Levers


def cut(c: Cut) -> s.CutOut:
    """A cut."""
    return s.CutOut.of(c, own=facts_of(c) if "own" in c.sources else None)


def oven(record: OvenRecord) -> s.OvenOut:
    """An oven."""
    return s.OvenOut(id=record.id, name=record.name, **record.plain())


def _range(value: float, band: Band | None) -> s.Range80:
    if band is None:
        return s.Range80(value=value, low=None, high=None)
    return s.Range80(value=value, low=min(band.low, value), high=max(band.high, value))


def _slices(slices: tuple[Slice, ...]) -> list[s.SliceOut]:
    return [
        s.SliceOut.of(x, centre_c=round(x.centre_c, 2), mean_c=round(x.mean_c, 2)) for x in slices
    ]


def _map(m: HeatMap) -> s.MapOut:
    return s.MapOut.of(
        m,
        at_mm=np.round(m.at_mm, 1).tolist(),
        half_mm=np.round(m.half_mm, 1).tolist(),
        edges=np.round(m.edges, 4).tolist(),
        highest_c=np.round(m.highest_c, 1).tolist(),
    )


def _kind(stage: Stage) -> str:
    return type(stage).__name__.casefold()


def forecast(f: Forecast, cautions: tuple[Caution, ...]) -> s.ForecastOut:
    """A forecast for a screen."""
    bands = f.bands
    k = kitchen(f.roast)
    return s.ForecastOut.of(
        f,
        stages=[
            s.StageOut.of(
                x,
                text=str(x.stage),
                kind=_kind(x.stage),
                air_c=k.true_air(x.stage) if isinstance(x.stage, Oven) else None,
            )
            for x in f.stages
        ],
        from_cold=isinstance(first := f.stages[0].stage, Oven) and first.cold,
        pull_min=_range(f.pull_min, bands.pull_min if bands else None),
        peak_c=_range(f.peak_c, bands.peak_c if bands else None),
        loss=f.loss.fraction,
        crisp=f.faces.crisp_top,
        crackling=f.faces.crackles,
        servings=servings(f.cooked_kg),
        shares80={} if bands is None else {n: (b.low, b.high) for n, b in bands.shares.items()},
        put_coat_on_min=None if f.scorched is None else f.scorched.later_min,
        series=[
            (
                round(float(r[0]), 2),
                round(float(r[1]), 1),
                round(float(r[2]), 1),
                round(float(r[3]), 2),
            )
            for r in f.series
        ],
        slices=_slices(f.slices),
        map=_map(f.map),
        cautions=cautions,
    )


def beside(b: PrintedBeside) -> s.BesideOut:
    """A printed rule beside the model."""
    return s.BesideOut.of(b, computed_min=b.computed)


def way(w: Way) -> s.WayOut:
    """A way for a screen."""
    return s.WayOut.of(w, forecast=None if w.forecast is None else forecast(w.forecast, w.cautions))


ENDS: dict[type, str] = {
    Minutes: "minutes",
    Rate: "rate",
    UntilCore: "core",
    UntilPeak: "peak",
    UntilHeld: "held",
    UntilFalling: "falling",
    UntilOutcome: "outcome",
}


def block(stage: Stage) -> s.BlockOut:
    """A stage as a block."""
    length = stage.length
    value: float | None = None
    if isinstance(length, Minutes | Rate):
        value = length.min
    elif isinstance(length, UntilCore | UntilPeak | UntilHeld):
        value = length.temp.c
    dress = ""
    if isinstance(stage, Oven):
        liquid = "liquid" if stage.liquid_ml is not None else ""
        pot = "lid" if stage.pot else ""
        dress = " ".join(x for x in (stage.cover, pot, stage.bed, liquid) if x)
    elif isinstance(stage, Rest):
        dress = stage.how
    return s.BlockOut(
        text=str(stage),
        kind=_kind(stage),  # type: ignore[arg-type]
        air_c=stage.temp.c if isinstance(stage, Oven) else None,
        ends="none" if isinstance(stage, Turn) else ENDS[type(length)],  # type: ignore[arg-type]
        value=None if isinstance(stage, Turn) else value,
        dress=dress,
        cold=isinstance(stage, Oven) and stage.cold,
        tasks=[s.TaskOut.of(t, text=str(t)) for t in stage.tasks],
    )


def shaped(method: Method, way: Way) -> s.MethodOut:
    """A method by hand, as far as it could be worked out."""
    return s.MethodOut.of(
        way,
        method=str(method),
        blocks=[block(x) for x in method.stages],
        pull_stage=method.pull_index,
        forecast=None if way.forecast is None else forecast(way.forecast, way.cautions),
    )


def _reckoned(r: Reckoned, wanted_c: float) -> s.ReckonedOut:
    return s.ReckonedOut.of(r, method=str(r.method), verdict=verdict(r, wanted_c))


def reckoning(found: Reckoning, wanted_c: float) -> s.ReckoningOut:
    """A text read and worked out."""
    reading = found.reading
    return s.ReckoningOut.of(
        reading,
        method=None if reading.method is None else str(reading.method),
        result=None if found.result is None else _reckoned(found.result, wanted_c),
        opens=[
            s.OpenOut.of(a, choices=[_reckoned(c, wanted_c) for c in a.choices])
            for a in found.answers
        ],
        stages=[] if reading.method is None else [str(x) for x in reading.method.stages],
    )


LINE_FROM_C, LINE_TO_C, LINE_STEP_C = 60.0, 260.0, 10.0


def calibration(c: Calibration) -> s.CalibrationOut:
    """A dial's line with its band."""
    heats = np.arange(LINE_FROM_C, LINE_TO_C + 1.0, LINE_STEP_C)
    return s.CalibrationOut(
        n=c.n,
        sd_c=c.sd_at(PIVOT_C),
        line=[
            s.DialLineOut(
                true_c=float(t),
                error_c=c.error_at(t),
                low_c=c.error_at(t) - Z80 * c.sd_at(t),
                high_c=c.error_at(t) + Z80 * c.sd_at(t),
            )
            for t in heats
        ],
    )


def tonight(t: Tonight) -> s.TonightOut:
    """An oven with tonight's joint in it."""
    return s.TonightOut.of(
        t.fit,
        oven_id=t.oven.id,
        name=t.oven.name,
        tin=None if t.fit.tin is None else t.fit.tin.name,
        forecast=None if t.forecast is None else forecast(t.forecast, ()),
        reason=t.reason,
    )


def _readings(session: Session) -> list[s.ReadingOut]:
    return [s.ReadingOut.of(r) for r in session.readings]


def senses(signs: Sequence[Sense]) -> list[s.SenseOut]:
    """What a cook without a thermometer goes by."""
    return [s.SenseOut.model_validate(sign, from_attributes=True) for sign in signs]


def roast(found: Now) -> s.RoastOut:
    """A roast as it stands, with its log, and what is expected of it."""
    session, plan, expected = found.session, found.session.plan, found.expected
    now = {e.seq: e for e in counted(session)}
    return s.RoastOut.of(
        session,
        plan,
        id=found.roast_id,
        joint=JointBody(**plan.joint.plain()),
        oven=oven(found.oven),
        serve_at=hour(plan.serve_at),
        care=CareBody.model_validate(plan.care, from_attributes=True),
        buy=BuyBody(**asdict(plan.buy)),
        put_in_at=None if session.put_in_at is None else hour(session.put_in_at),
        readings=_readings(session),
        attached=[s.AttachedOut.of(a) for a in session.attached if a.to_min is None],
        verdict=_verdict(session),
        log=[
            s.LogLine.model_construct(
                entry=now.get(e.seq, e),
                correctable=bool(e.CORRECTABLE),
                withdrawable=e.WITHDRAWABLE,
                withdrawn=e.seq in session.withdrawn,
                corrected=e.seq in session.corrected,
            )
            for e in session.log
            if isinstance(e, RoastEntry)
        ],
        outlook=None if expected is None else outlook(expected),
        alarms=None if expected is None else [alarm(d) for d in expected.alarms],
    )


def _verdict(session: Session) -> s.VerdictOut | None:
    found = session.verdict
    return None if found is None else s.VerdictOut.model_validate(found, from_attributes=True)


def figure(v: Verdict) -> s.FigureOut:
    """The authority's figure and the readings."""
    return s.FigureOut.of(v)


def instrument(i: Instrument) -> s.InstrumentOut:
    """An instrument as it stands."""
    d = i.state
    return s.InstrumentOut.of(
        d,
        i,
        last_at=_moment(d.last_at),
        latest=[s.SampleOut.of(x, at=_moment(x.at)) for x in d.latest],
    )


def _moment(seconds: float) -> datetime:
    return datetime.fromtimestamp(seconds, UTC)


def next_step(one: AgendaStep) -> s.NextOut:
    """A step with its words."""
    return s.NextOut.of(one, text=one.words, words=to_do(one), done=was_done(one))


def alarm(d: Due) -> s.AlarmOut:
    """What is to be heard."""
    return s.AlarmOut.of(d.alarm, d, put_in_at=d.at - timedelta(minutes=d.alarm.due_min))


def outlook(expected: Expected) -> s.OutlookOut:
    """The running roast for Fire and Board."""
    f = expected.following
    o, stands = f.outlook, f.standing
    record = o.walk.end.record[: o.walk.end.rows]
    every = np.arange(0.0, record[-1, Row.TIME], 180.0)
    air = np.interp(every, record[:, Row.TIME], record[:, Row.AIR])
    seqs = [r.seq for r in f.session.readings if r.minute <= o.now_min]
    map_of = heat_map(o.walk.end, _width_over_thickness(f.session))
    return s.OutlookOut.of(
        o,
        stands,
        f,
        put_in_at=f.put_in,
        pull_min=_range(o.pull_min, o.pull_band),
        peak_c=_range(o.peak_c, o.peak_band),
        end_min=o.walk.end.minutes,
        agenda=[next_step(x) for x in expected.steps],
        current_stage=f.line.current,
        stages=_stages(stands.spans),
        curve=[
            (round(float(a), 2), round(float(b), 2), round(float(c), 2), round(float(d), 2))
            for a, b, c, d in o.curve
        ],
        air=[
            (round(float(t) / 60, 2), round(float(a), 1)) for t, a in zip(every, air, strict=True)
        ],
        flags={seq: flag for seq, flag in zip(seqs, o.flags, strict=False) if flag},
        places=[s.SpotOut(**asdict(x)) for x in f.places],
        planned_pull_min=f.planned.pull_min,
        live=[
            s.LiveOut.model_validate(x, from_attributes=True) for x in live(f, expected.instruments)
        ],
        trace=[s.TraceOut.model_validate(x, from_attributes=True) for x in trace(f)],
        slices=_slices(slices_of(o.walk.end)),
        map=_map(map_of),
        figure=figure(f.verdict),
    )


def _width_over_thickness(session: Session) -> float:
    from trencher.core.joint import size_of

    size = size_of(session.plan.joint)
    high, low = max(size.width_mm, size.thickness_mm), min(size.width_mm, size.thickness_mm)
    return high / low


def _stages(spans: Sequence[StageSpan]) -> list[s.StageOut]:
    return [s.StageOut.of(x, text=str(x.stage), kind=_kind(x.stage)) for x in spans]


def levers(
    following: Following, record: OvenRecord, base: Result, found: Sequence[Lever]
) -> s.LeversOut:
    """What going on comes to, and what would help."""
    return s.LeversOut(
        base=_lever_result(base),
        options=[
            s.LeverOut.of(x, dial=dial_now(following, record, x), result=_lever_result(x.result))
            for x in found
            if x.result is not None
        ],
    )


def trouble(found: Trouble, offered: Levers, record: OvenRecord) -> s.TroubleOut:
    """A trouble and what helps tonight."""
    told = levers(offered.following, record, offered.base, offered.found)
    return s.TroubleOut.of(found, told, saves=list(offered.saves))


def _lever_result(r: Result) -> s.LeverResultOut:
    return s.LeverResultOut.of(r)


def _spread(all_of: list[s.ReadingOut], most: int | None) -> list[s.ReadingOut]:
    """At most so many of them, evenly, with the last."""
    if most is None or len(all_of) <= most:
        return all_of
    return [all_of[round(k * (len(all_of) - 1) / (most - 1))] for k in range(most)]


def book_line(roast_id: str, session: Session, readings: int | None = None) -> s.BookLine | None:
    """A finished roast's line, with no more than so many ``readings``; None for one that never went
    in."""
    if session.planned is None or session.method is None:
        return None
    return s.BookLine.of(
        session,
        session.plan,
        id=roast_id,
        cut=session.plan.joint.facts.name,
        weight_kg=session.plan.joint.weight_kg,
        served_at=hour(session.plan.serve_at),
        pulled_core_c=session.read_at_pull_c,
        readings=_spread(_readings(session), readings),
        verdict=_verdict(session),
    )
