"""Core and service results in the API's words."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict
from datetime import UTC, datetime

import numpy as np

from trencher.api import schemas as s
from trencher.core.belief.agenda import Step
from trencher.core.belief.standing import Span
from trencher.core.belief.words import to_do, was_done
from trencher.core.catalogue.cuts import Cut, facts_of
from trencher.core.catalogue.safety import Profile
from trencher.core.catalogue.senses import Sense
from trencher.core.catalogue.troubles import Trouble
from trencher.core.entries import RoastEntry
from trencher.core.joint import Joint, Size
from trencher.core.method.prose import Place
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
from trencher.core.planner.cautions import Caution, Verdict
from trencher.core.planner.doubt import Z80, Band
from trencher.core.planner.forecast import Forecast
from trencher.core.planner.fragile import Disturbance
from trencher.core.planner.levers import Lever, Result
from trencher.core.planner.printed import Beside
from trencher.core.planner.reckon import Reckoned, Reckoning, verdict
from trencher.core.planner.setup import kitchen
from trencher.core.planner.whatif import Difference
from trencher.core.session import Session, counted
from trencher.core.thermal.calibration import PIVOT_C, Calibration
from trencher.formats.plan import BuyBody, CareBody, JointBody
from trencher.service.alarms import dial_now
from trencher.service.devices import Instrument
from trencher.service.hours import hour
from trencher.service.live import live, trace
from trencher.service.ovens import Tonight
from trencher.service.planning import Way, Wish, cooker_of, oven_sd_c
from trencher.service.roasts import Following, Levers
from trencher.store.repository import OvenRecord


def cut(c: Cut) -> s.Cut:
    """A cut."""
    return s.Cut(
        id=c.id, kind=c.kind, name=c.name, aliases=list(c.aliases), usual_kg=c.usual_kg,
        wanted_c=c.wanted_c, collagen=c.collagen, rind=c.rind, bone_share=c.bone_share,
        trim_share=c.trim_share, note=c.note, sources=list(c.sources), fat_mm=c.fat_mm,
        own=facts_of(c) if "own" in c.sources else None,
    )  # fmt: skip


def oven(record: OvenRecord) -> s.Oven:
    """An oven."""
    return s.Oven(id=record.id, name=record.name, **record.facts)


def _range(value: float, band: Band | None) -> s.Range80:
    if band is None:
        return s.Range80(value=value, low=None, high=None)
    return s.Range80(value=value, low=min(band.low, value), high=max(band.high, value))


def _slices(slices: tuple[Slice, ...]) -> list[s.SliceOut]:
    return [
        s.SliceOut(
            from_mm=x.from_mm, to_mm=x.to_mm, centre_c=round(x.centre_c, 2),
            mean_c=round(x.mean_c, 2), half_mm=x.half_mm,
        )
        for x in slices
    ]  # fmt: skip


def _map(m: HeatMap) -> s.MapOut:
    return s.MapOut(
        at_mm=np.round(m.at_mm, 1).tolist(),
        half_mm=np.round(m.half_mm, 1).tolist(),
        edges=np.round(m.edges, 4).tolist(),
        highest_c=np.round(m.highest_c, 1).tolist(),
        length_mm=m.length_mm,
        width_over_thickness=m.width_over_thickness,
    )


def _size(size: Size) -> s.SizeOut:
    return s.SizeOut(
        thickness_mm=size.thickness_mm, width_mm=size.width_mm, length_mm=size.length_mm,
        estimated=list(size.estimated), mismatch=size.mismatch,
    )  # fmt: skip


def _kind(stage: Stage) -> str:
    return type(stage).__name__.casefold()


def forecast(f: Forecast, cautions: tuple[Caution, ...]) -> s.ForecastOut:
    """A forecast for a screen."""
    bands = f.bands
    k = kitchen(f.roast)
    return s.ForecastOut(
        stages=[
            s.StageOut(
                text=str(x.stage), kind=_kind(x.stage), start_min=x.start_min, end_min=x.end_min,
                core_c=x.core_c, surface_c=x.surface_c,
                air_c=k.true_air(x.stage) if isinstance(x.stage, Oven) else None, dial_c=x.dial_c,
            )
            for x in f.stages
        ],
        from_cold=isinstance(first := f.stages[0].stage, Oven) and first.cold,
        size=_size(f.size),
        pull_min=_range(f.pull_min, bands.pull_min if bands else None),
        pull_core_c=f.pull_core_c,
        peak_c=_range(f.peak_c, bands.peak_c if bands else None),
        peak_min=f.peak_min,
        carryover_c=f.carryover_c,
        end_min=f.end_min,
        loss=f.loss.fraction,
        even_fraction=f.even_fraction,
        rim_mm=f.rim_mm,
        crust=f.crust,
        crisp=f.faces.crisp_top,
        crackling=f.faces.crackles,
        tenderness=f.tenderness,
        late_c=f.late_c,
        cooked_kg=f.cooked_kg,
        servings=servings(f.cooked_kg),
        shares80={} if bands is None else {n: (b.low, b.high) for n, b in bands.shares.items()},
        put_coat_on_min=None if f.scorched is None else f.scorched.later_min,
        series=[
            (round(float(r[0]), 2), round(float(r[1]), 1), round(float(r[2]), 1),
             round(float(r[3]), 2))
            for r in f.series
        ],
        slices=_slices(f.slices),
        map=_map(f.map),
        notes=[s.NoteOut(code=n.code, text=n.text) for n in f.notes],
        cautions=[s.NoteOut(code=c.code, text=c.text) for c in cautions],
    )  # fmt: skip


def beside(b: Beside) -> s.BesideOut:
    """A printed rule beside the model."""
    return s.BesideOut(
        who=b.who, rule=b.rule, air_c=b.air_c, until_c=b.until_c, gives=b.gives,
        computed_min=b.computed, ends_c=b.ends_c, why=list(b.why),
    )  # fmt: skip


def way(w: Way) -> s.WayOut:
    """A way for a screen."""
    return s.WayOut(
        id=w.id, name=w.name, words=w.words, needs=list(w.needs), hands_on_min=w.hands_on_min,
        method=w.method,
        forecast=None if w.forecast is None else forecast(w.forecast, w.cautions),
        unsuited=w.unsuited, reason=w.reason,
    )  # fmt: skip


def disturbance(d: Disturbance) -> s.DisturbanceOut:
    """A disturbance."""
    return s.DisturbanceOut(
        code=d.code, stage=d.stage, peak_c=d.peak_c, later_min=d.later_min, colder_c=d.colder_c,
        harm=d.harm, text=d.text, guard=d.guard,
    )  # fmt: skip


def difference(d: Difference) -> s.DifferenceOut:
    """A what-if."""
    return s.DifferenceOut(
        code=d.code, words=d.words, minutes=d.minutes, degrees=d.degrees, crust=d.crust,
        even=d.even, reason=d.reason,
    )  # fmt: skip


ENDS: dict[type, str] = {
    Minutes: "minutes", Rate: "rate", UntilCore: "core", UntilPeak: "peak", UntilHeld: "held",
    UntilFalling: "falling", UntilOutcome: "outcome",
}  # fmt: skip


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
        tasks=[
            s.TaskOut(text=str(t), verb=t.verb, words=t.words, at_min=t.at_min,
                      every_min=t.every_min)
            for t in stage.tasks
        ],
    )  # fmt: skip


def shaped(method: Method, way: Way) -> s.MethodOut:
    """A method by hand, as far as it could be worked out."""
    return s.MethodOut(
        method=str(method),
        blocks=[block(x) for x in method.stages],
        pull_stage=method.pull_index,
        hands_on_min=way.hands_on_min,
        forecast=None if way.forecast is None else forecast(way.forecast, way.cautions),
        reason=way.reason,
    )


def _reckoned(r: Reckoned, wanted_c: float) -> s.ReckonedOut:
    return s.ReckonedOut(
        words=r.words, method=str(r.method), pull_min=r.pull_min, pull_core_c=r.pull_core_c,
        peak_c=r.peak_c, earlier_min=r.earlier_min,
        dials=[
            s.DialStepOut(written=d.written, air=d.air, here_c=d.here_c, dial_c=d.dial_c)
            for d in r.dials
        ],
        verdict=verdict(r, wanted_c),
    )  # fmt: skip


def reckoning(found: Reckoning, wanted_c: float) -> s.ReckoningOut:
    """A text read and worked out."""
    reading = found.reading
    return s.ReckoningOut(
        method=None if reading.method is None else str(reading.method),
        result=None if found.result is None else _reckoned(found.result, wanted_c),
        opens=[
            s.OpenOut(
                code=a.code, question=a.question, gap=a.gap, spread_c=a.spread_c,
                choices=[_reckoned(c, wanted_c) for c in a.choices],
            )
            for a in found.answers
        ],
        stages=[] if reading.method is None else [str(x) for x in reading.method.stages],
        read=[_place(p) for p in reading.read],
        left=[_place(p) for p in reading.left],
    )  # fmt: skip


def _place(p: Place) -> s.PlaceOut:
    return s.PlaceOut(start=p.start, end=p.end, text=p.text, stages=list(p.stages))


LINE_FROM_C, LINE_TO_C, LINE_STEP_C = 60.0, 260.0, 10.0


def calibration(c: Calibration) -> s.CalibrationOut:
    """A dial's line with its band."""
    heats = np.arange(LINE_FROM_C, LINE_TO_C + 1.0, LINE_STEP_C)
    return s.CalibrationOut(
        n=c.n,
        sd_c=c.sd_at(PIVOT_C),
        line=[
            s.DialLineOut(
                true_c=float(t), error_c=c.error_at(t), low_c=c.error_at(t) - Z80 * c.sd_at(t),
                high_c=c.error_at(t) + Z80 * c.sd_at(t),
            )
            for t in heats
        ],
    )  # fmt: skip


def tonight(t: Tonight) -> s.TonightOut:
    """An oven with tonight's joint in it."""
    return s.TonightOut(
        oven_id=t.oven.id, name=t.oven.name, fits=t.fit.fits, words=list(t.fit.words),
        shelves=[
            s.ShelfOut(shelf=x.shelf, clear_mm=x.clear_mm, hotter_c=x.hotter_c, fits=x.fits)
            for x in t.fit.shelves
        ],
        tin=None if t.fit.tin is None else t.fit.tin.name,
        forecast=None if t.forecast is None else forecast(t.forecast, ()),
        reason=t.reason,
    )  # fmt: skip


def wish(body: s.WishBody, record: OvenRecord, profile: Profile) -> Wish:
    """The service's wish of a body."""
    joint = Joint.of(body.joint.model_dump())
    return Wish(
        joint=joint,
        cooker=cooker_of(record, joint),
        oven_sd_c=oven_sd_c(record),
        wanted_c=body.wanted_c,
        rest_min=body.rest_min,
        thermometer=body.thermometer,
        profile=profile,
    )


def _readings(session: Session) -> list[s.ReadingOut]:
    return [
        s.ReadingOut(
            seq=r.seq, minute=r.minute, low_c=r.low_c, high_c=r.high_c, place=r.place, spot=r.spot
        )
        for r in session.readings
    ]


def senses(signs: Sequence[Sense]) -> list[s.SenseOut]:
    """What a cook without a thermometer goes by."""
    return [s.SenseOut.model_validate(sign, from_attributes=True) for sign in signs]


def roast(roast_id: str, session: Session, record: OvenRecord) -> s.RoastOut:
    """A roast as it stands, with its log."""
    plan = session.plan
    now = {e.seq: e for e in counted(session)}
    return s.RoastOut(
        id=roast_id,
        name=plan.name,
        status=session.status,
        joint=JointBody(**plan.joint.plain()),
        oven=oven(record),
        wanted_c=plan.wanted_c,
        rest_min=plan.rest_min,
        thermometer=plan.thermometer,
        serve_at=hour(plan.serve_at),
        ahead_min=plan.ahead_min,
        care=CareBody.model_validate(plan.care, from_attributes=True),
        buy=BuyBody(**asdict(plan.buy)),
        school=session.school,
        method=session.method,
        pull_stage=session.pull_stage,
        put_in_at=None if session.put_in_at is None else hour(session.put_in_at),
        start_c=session.start_c,
        ends=dict(session.ends),
        readings=_readings(session),
        attached=[
            s.AttachedOut(device=a.device, channel=a.channel, place=a.place)
            for a in session.attached
            if a.to_min is None
        ],
        pulled_min=session.pulled_min,
        carved_min=session.carved_min,
        closed=session.closed,
        planned=session.planned,
        verdict=_verdict(session),
        last_seq=session.last_seq,
        log=[
            s.LogLine.model_construct(
                entry=now.get(e.seq, e), correctable=bool(e.CORRECTABLE),
                withdrawable=e.WITHDRAWABLE, withdrawn=e.seq in session.withdrawn,
                corrected=e.seq in session.corrected,
            )
            for e in session.log
            if isinstance(e, RoastEntry)
        ],
    )  # fmt: skip


def _verdict(session: Session) -> s.VerdictOut | None:
    found = session.verdict
    return None if found is None else s.VerdictOut.model_validate(found, from_attributes=True)


def figure(v: Verdict) -> s.FigureOut:
    """The authority's figure and the readings."""
    return s.FigureOut(
        profile=v.profile, figure=v.figure, temp_c=v.temp_c, standing=v.standing,
        sentence=v.sentence, strict=v.strict, equal_min=v.equal_min,
    )  # fmt: skip


def instrument(i: Instrument) -> s.InstrumentOut:
    """An instrument as it stands."""
    d = i.state
    return s.InstrumentOut(
        id=d.id, name=d.name, last_at=_moment(d.last_at), every_s=d.every_s, battery=d.battery,
        lost=i.lost, low=i.low,
        latest=[
            s.SampleOut(channel=x.channel, at=_moment(x.at), unit=x.unit, value=x.value)
            for x in d.latest
        ],
    )  # fmt: skip


def _moment(seconds: float) -> datetime:
    return datetime.fromtimestamp(seconds, UTC)


def next_step(one: Step) -> s.NextOut:
    """A step with its words."""
    return s.NextOut(
        code=one.code, id=one.id, due_min=one.due_min, low_min=one.low_min, high_min=one.high_min,
        stage=one.stage, mark=one.mark, text=one.words, words=to_do(one), done=was_done(one),
        core_c=one.core_c, eye=one.eye, by_clock=one.by_clock, loud=one.loud, face=one.face,
        faces=one.faces,
    )  # fmt: skip


def outlook(
    f: Following, steps: Sequence[Step], instruments: Sequence[Instrument] = ()
) -> s.OutlookOut:
    """The running roast for Fire and Board."""
    o, stands = f.outlook, f.standing
    record = o.walk.end.record[: o.walk.end.rows]
    every = np.arange(0.0, record[-1, 0], 180.0)
    air = np.interp(every, record[:, 0], record[:, 1])
    seqs = [r.seq for r in f.session.readings if r.minute <= o.now_min]
    map_of = heat_map(o.walk.end, _width_over_thickness(f.session))
    return s.OutlookOut(
        now=f.now,
        now_min=o.now_min,
        put_in_at=f.put_in,
        core_c=o.core_c,
        rate_c_min=o.rate_c_min,
        air_c=o.air_c,
        pull_min=_range(o.pull_min, o.pull_band),
        pull_core_c=o.pull_core_c,
        peak_c=_range(o.peak_c, o.peak_band),
        peak_min=o.peak_min,
        end_min=o.walk.end.minutes,
        agenda=[next_step(x) for x in steps],
        current_stage=f.line.current,
        stages=_stages(stands.spans),
        curve=[
            (round(float(a), 2), round(float(b), 2), round(float(c), 2), round(float(d), 2))
            for a, b, c, d in o.curve
        ],
        air=[
            (round(float(t) / 60, 2), round(float(a), 1)) for t, a in zip(every, air, strict=True)
        ],
        # Senses come after the readings, and are never flagged.
        flags={seq: flag for seq, flag in zip(seqs, o.flags, strict=False) if flag},
        stuck=o.stuck,
        surprise=o.surprise,
        places=[s.SpotOut(**asdict(x)) for x in f.places],
        left_alone=f.left_alone,
        planned_core_c=stands.planned_core_c,
        planned_pull_min=f.planned.pull_min,
        hands_min=stands.hands_min,
        air_there_min=stands.air_there_min,
        live=[s.LiveOut.model_validate(x, from_attributes=True) for x in live(f, instruments)],
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


def _stages(spans: Sequence[Span]) -> list[s.StageOut]:
    return [
        s.StageOut(
            text=str(x.stage), kind=_kind(x.stage), start_min=x.start_min, end_min=x.end_min,
            core_c=x.core_c, surface_c=x.surface_c, planned_end_min=x.planned_end_min,
            air_c=x.air_c, dial_c=x.dial_c,
        )
        for x in spans
    ]  # fmt: skip


def levers(
    following: Following, record: OvenRecord, base: Result, found: Sequence[Lever]
) -> s.LeversOut:
    """What going on comes to, and what would help."""
    return s.LeversOut(
        base=_lever_result(base),
        options=[
            s.LeverOut(
                code=x.code, words=x.words, dial=dial_now(following, record, x),
                gains=list(x.gains), costs=list(x.costs), result=_lever_result(x.result),
            )
            for x in found
            if x.result is not None
        ],
    )  # fmt: skip


def trouble(found: Trouble, offered: Levers, record: OvenRecord) -> s.TroubleOut:
    """A trouble and what helps tonight."""
    told = levers(offered.following, record, offered.base, offered.found)
    return s.TroubleOut(
        code=found.code, words=found.words, hazards=list(found.hazards), now=list(found.now),
        saves=list(offered.saves), base=told.base, options=told.options,
    )  # fmt: skip


def _lever_result(r: Result) -> s.LeverResultOut:
    return s.LeverResultOut(
        pull_min=r.pull_min, pull_core_c=r.pull_core_c, peak_c=r.peak_c, end_min=r.end_min,
        even_fraction=r.even_fraction, crust=r.crust, served_c=r.served_c,
    )  # fmt: skip


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
    return s.BookLine(
        id=roast_id,
        name=session.plan.name,
        cut=session.plan.joint.facts.name,
        weight_kg=session.plan.joint.weight_kg,
        served_at=hour(session.plan.serve_at),
        school=session.school,
        method=session.method,
        wanted_c=session.plan.wanted_c,
        planned=session.planned,
        pulled_min=session.pulled_min,
        pulled_core_c=session.read_at_pull_c,
        read_peak_c=session.read_peak_c,
        closed=session.closed,
        readings=_spread(_readings(session), readings),
        verdict=_verdict(session),
    )
