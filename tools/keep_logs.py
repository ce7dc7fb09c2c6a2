"""Keep logs of the present version as golden ones, before anything of what is stored changes:
`.venv/bin/python tools/keep_logs.py`.

The demonstration's jobs, and the shortest few of many random jobs that between them hold every kind
of entry and every kind that was corrected. A log that was kept before is never written over.
"""

from __future__ import annotations

import json
import sys
import tempfile
from collections.abc import Callable
from dataclasses import replace
from datetime import UTC, date, datetime
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "src")]

from hypothesis import HealthCheck, settings
from hypothesis.stateful import run_state_machine_as_test
from sqlalchemy.orm import Session
from tests.benches.adapter_unit import TAPPED, AdapterBench
from tests.benches.cartridge import CLOSING, SPINDLE, CartridgeBench, SpindleBench
from tests.benches.follower import SILENT, STUD, FollowerBench
from tests.benches.halves import SHEET as HALVES
from tests.benches.hub import BOTH, HubBench
from tests.benches.shaft import PLAN, ShaftBench
from tests.benches.shouldered import ShoulderBench
from tests.benches.units import COLLAR, SCREWS, UnitBench
from tests.core import test_alarms as alarms
from tests.core import test_blows as blows
from tests.core import test_closing as closing
from tests.core import test_feelers_taken as taken
from tests.core import test_fill as fill
from tests.core import test_look as signs
from tests.core import test_looks as looking
from tests.core import test_run_in as run_in
from tests.core import test_seals as seals
from tests.core import test_stop as rounds
from tests.core.any_sequence import AnySequence
from tests.core.other_kinds import SETTING, on_and_locked
from tests.core.test_follower import YOKE
from tests.core.test_into_hub import RING
from tests.core.test_parting import HAND_TIGHT
from tests.core.test_shaft_job import READINGS, read
from tests.helpers import DRAFT, FEELERS, make_bench
from tests.usecases import test_not_in_plant_yet as not_yet
from tests.usecases import test_not_the_positions as listed
from tests.usecases import test_scope as others

from tribodex.core.errors import TribodexError
from tribodex.core.failure.raceway import DamageSign, Face
from tribodex.core.fits.seat import SeatKind
from tribodex.core.job import commands as job_cmd
from tribodex.core.job import facts
from tribodex.core.job.places import ONLY_PLACE
from tribodex.core.job.proofs import What
from tribodex.core.job.rail import status
from tribodex.core.job.scope import Scope
from tribodex.core.job.signing import SecondEyes
from tribodex.core.lineup.floating import Floats
from tribodex.core.mounting.gauging import Phase, Row
from tribodex.core.removal.as_found import RingsFound
from tribodex.core.removal.ways import Ring, WayOff
from tribodex.core.shouldered.ways import WayOn
from tribodex.core.topics import fold
from tribodex.core.topics.adapter_unit import commands as drive
from tribodex.core.topics.as_found import commands as found
from tribodex.core.topics.bolts import commands as bolts
from tribodex.core.topics.care import commands as keep
from tribodex.core.topics.cartridge import commands as built
from tribodex.core.topics.follower import commands as roll
from tribodex.core.topics.grease import commands as grease
from tribodex.core.topics.hub import commands as into
from tribodex.core.topics.insert import commands as inside
from tribodex.core.topics.large_seal import commands as big
from tribodex.core.topics.lineup import commands as line
from tribodex.core.topics.look import commands as look
from tribodex.core.topics.lowering import commands as down
from tribodex.core.topics.prepare import commands as seat
from tribodex.core.topics.prepare.facts import Seen
from tribodex.core.topics.removal import commands as off
from tribodex.core.topics.runin import commands as run
from tribodex.core.topics.runin.facts import Noise
from tribodex.core.topics.seals import commands as seal
from tribodex.core.topics.shouldered import commands as on
from tribodex.core.topics.stock import commands as take
from tribodex.core.topics.stock.facts import MarkKind, Tightness
from tribodex.core.topics.stop import commands as walk
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered.looks import LookFound, LookTarget
from tribodex.core.topics.tapered.parting import CHECKS
from tribodex.core.topics.units import commands as house
from tribodex.core.training.virtual import VirtualBearing
from tribodex.core.units.forms import FloatBy
from tribodex.core.units.insert import Closed, HoleStep, Pin
from tribodex.core.units.screws import Footing
from tribodex.core.warmth.reading import ReadBy
from tribodex.launch.demo_data import prepare
from tribodex.launch.mariadb import LocalMariaDB
from tribodex.reference import load_reference
from tribodex.store.connecting import make_engine
from tribodex.store.log_keys import KeyFiles
from tribodex.store.repository import SqlStore
from tribodex.usecases.codec import encode
from tribodex.usecases.jobs import Loaded, desk_of, do, load
from tribodex.usecases.planning import make_plan
from tribodex.usecases.planning.given_cartridges import CartridgeDraft
from tribodex.usecases.ports import JobsAsked, Tap

REFERENCE = load_reference()
LOGS = ROOT / "tests" / "data" / "logs"
# A second set of one day has a letter.
PART = sys.argv[1] if len(sys.argv) > 1 else ""
Log = list[facts.Event]


def kept(job_id: str, log: Log) -> dict[str, Any]:
    """A log as stored, with what it says now."""
    job = Loaded(job_id, log, fold(log))
    state = job.tapered(ONLY_PLACE)
    final, verdict, first = (
        state.attempt.final(),
        state.attempt.final_verdict(),
        state.initial_closed(),
    )
    return {
        "job_id": job_id,
        "status": status(desk_of(REFERENCE, job)),
        "nut_deg": [round(a.nut_deg, 3) for a in state.attempts],
        "initial_um": first.summary.mean_um if first else None,
        "final": verdict.overall.word if verdict else None,
        "final_um": final.summary.mean_um if final else None,
        "events": [
            {
                "seq": e.seq,
                "client_event_id": e.client_event_id,
                "at": e.at,
                "kind": e.kind,
                "version": e.version,
                "payload": encode(e.fact),
                "actor": e.actor,
                "happened_at": e.happened_at.isoformat(),
                "recorded_at": e.recorded_at.isoformat(),
            }
            for e in log
        ],
    }


def write(name: str, job_id: str, log: Log) -> None:
    """One file a log."""
    file = LOGS / f"{datetime.now(UTC):%Y-%m-%d}{PART}-{name}.json"
    if file.exists():
        raise SystemExit(
            f"{file.name} is there already: a golden log stays as it is. For another set of the"
            " same day: tools/keep_logs.py b"
        )
    file.write_text(
        json.dumps(kept(job_id, log), ensure_ascii=False, separators=(",", ":")) + "\n", "utf-8"
    )
    print(f"{file.name}: {len(log)} entries")


def of_demonstration() -> dict[str, Log]:
    """Every job of the demonstration."""
    with tempfile.TemporaryDirectory() as folder:
        database = LocalMariaDB(Path(folder), fast=True)
        database.start()
        try:
            prepare(ROOT, database, KeyFiles(database.folder / "keys"))
            engine = make_engine(database.app_url)
            with Session(engine) as session:
                store = SqlStore(session)
                return {
                    job.id: list(load(store, job.id).log)
                    for job in store.job_summaries(JobsAsked(limit=200))
                }
        finally:
            database.stop()


def covered(log: Log) -> set[tuple[str, str]]:
    """Kinds of entries in a log, and of what was corrected."""
    found = {(e.kind, "") for e in log}
    for event in log:
        if isinstance(event.fact, facts.Corrected | facts.JudgedAnew):
            replacement = event.fact.replacement
            found.add(
                (
                    event.kind,
                    facts.kind_of(type(replacement)) if replacement is not None else "withdrawn",
                )
            )
    return found


def of_every_kind() -> list[Log]:
    """Random jobs, thinned to the fewest and shortest that hold everything the many did."""
    seen: list[Log] = []

    class Watched(AnySequence):
        def teardown(self) -> None:
            if len(self.bench.log) > 3:
                try:
                    self.bench.do(job_cmd.Abandon("Tester", "kept as an example"))
                except TribodexError:
                    pass
                seen.append(list(self.bench.log))

    run_state_machine_as_test(
        Watched,
        settings=settings(
            max_examples=300,
            stateful_step_count=60,
            deadline=None,
            derandomize=True,
            suppress_health_check=list(HealthCheck),
        ),
    )
    missing = set().union(*(covered(log) for log in seen))
    chosen: list[Log] = []
    while missing:
        best = max(seen, key=lambda log: (len(covered(log) & missing), -len(log)))
        chosen.append(best)
        missing -= covered(best)
    return chosen


def of_hand() -> list[Log]:
    """What chance does not reach: a plan revised, a leaf followed against the nut, limits overruled
    by name, turns corrected twice.
    """
    reference = load_reference()
    plan = make_plan(reference, FEELERS, DRAFT)
    followed = make_bench(reference)
    followed.do(cmd.RevisePlan(plan, "the shaft was measured"))
    followed.ready(HAND_TIGHT)
    followed.do(cmd.TurnNut("60", "degrees"))
    turned = followed.job.last_seq
    followed.do(
        job_cmd.Correct(turned, "counted again", cmd.TurnNut("120", "degrees")),
        job_cmd.Correct(turned, "once more", cmd.TurnNut("130", "degrees")),
    )
    followed.gauge(Phase.DRIVE_UP, HAND_TIGHT)
    followed.gauge(Phase.DRIVE_UP, HAND_TIGHT)
    followed.do(cmd.FollowLeaf(tuple(CHECKS), "the nut was only hand-tight at the zero mark"))
    overruled = make_bench(reference)
    overruled.pass_gates()
    overruled.gauge(Phase.INITIAL, VirtualBearing(60, 0.385))
    overruled.do(
        cmd.AcceptOutside("group", "B. Boss", "maker agreed"),
        cmd.AcceptOutside("window", "B. Boss", "maker named another residual"),
    )
    overruled.do(
        cmd.SetZero(False),
        job_cmd.Correct(overruled.job.last_seq + 1, "tapped it after all", cmd.SetZero(True)),
    )
    return [followed.log, overruled.log]


def of_shaft() -> Log:
    """Every kind of entry of a shaft's own stages, and some of them corrected."""
    shaft = ShaftBench()
    shaft.do(cmd.RevisePlan(PLAN, "the shaft was measured"), at="1")
    shaft.pass_gates()
    shaft.do(take.MakeMark(MarkKind.NUT_SIDE, "towards the drive", "1"))
    shaft.do(
        job_cmd.Correct(
            shaft.job.last_seq,
            "looked again",
            take.MakeMark(MarkKind.NUT_SIDE, "away from the drive", "1"),
        )
    )
    shaft.do(take.ReadNumbers("SN 518", "H 316", "22218 K C3", "79.95 mm", "1"))
    shaft.do(
        job_cmd.Correct(
            shaft.job.last_seq,
            "read again",
            take.ReadNumbers("SN 518", "H 318", "22218 K C3", "79.95 mm", "1"),
        )
    )
    shaft.do(
        take.CheckPart(
            "bearing", "22218 K C3", "22218 K", "1", "B. Boss", "the only one on the shelf"
        )
    )
    shaft.do(take.PutIn("jack under the shaft"))
    shaft.do(
        take.TakeOut(shaft.job.last_seq),
        take.SayJoint("base bolts", Tightness.SNUG),
        take.Attach("0" * 64, "photo", "cap off"),
    )
    shaft.do(
        take.Attach("1" * 64, "voice", "how it sounds", belongs_to=2),
        take.Attach("0" * 64, "photo", "cap off", marks="arrow 0 0 0.5 0.5"),
    )
    shaft.do(job_cmd.ConfirmGate("untouched", ("snug", "untouched")), at="1")
    shaft.do(found.ReadAsFound("0", "4 mm", RingsFound.NONE, "0.06", "12.4 mm", "cap hot"), at="1")
    shaft.do(
        job_cmd.Correct(
            shaft.job.last_seq,
            "misread",
            found.ReadAsFound("0.02 mm", "4 mm", RingsFound.NONE, "0.05"),
        ),
        at="1",
    )
    shaft.do(
        off.SayTight(Ring.INNER, "no", "no"),
        off.ChooseWay(WayOff.RELEASE),
        off.BackNutOff("13 mm", True),
        at="1",
    )
    shaft.do(job_cmd.Correct(shaft.job.last_seq, "misread", off.BackNutOff("3 mm", True)), at="1")
    shaft.do(
        off.SayCocked("sleeve turned"),
        off.SayStraight("burr in the slot"),
        job_cmd.ConfirmGate("way_clear", ("fingers", "in_line")),
        at="1",
    )
    shaft.do(off.SayOff("with one blow"), at="1")
    shaft.do(
        look.SeeMark(28, "b"),
        look.SeeMark(2, "b", "doubtful"),
        look.SeeMark(29, "", "destroyed"),
        look.CleanParts(),
        at="1",
    )
    shaft.do(
        look.SeeMark(15, "b"),
        job_cmd.Correct(
            shaft.job.last_seq + 1, "scored, seen with the loupe", look.SeeMark(15, "c")
        ),
        at="1",
    )
    shaft.do(
        look.CountRollers("19"),
        look.PointLoad("6 o'clock"),
        look.MarkFinding(Face.BORE, DamageSign.OXIDE, "100 mm", "200 mm", width="30 mm"),
        at="1",
    )
    shaft.do(
        look.ConcludeLook(),
        look.JudgePart("bearing", False),
        look.MakeUnusable("bearing", "both rings cut", "seen by B. Boss"),
        at="1",
    )
    shaft.do(job_cmd.ClosePoint(max(shaft.job.open_points), "new sleeve is here", "B. Boss"))
    shaft.do(job_cmd.SetStageAside("fill", "sealed for life"), at="1")
    shaft.do(job_cmd.TakeStageUp("fill"), at="1")
    shaft.do(
        seat.PlanSeat(SeatKind.SLEEVE, "80 mm", "by the drawing"),
        seat.SayWarmth("24 °C", "23 °C"),
        seat.SeeOnSeat(Seen.NICK, "left"),
        at="1",
    )
    shaft.do(seat.DressSeat(shaft.job.last_seq), at="1")
    read(shaft, "1", ("79.985 mm", "79.70 mm", *READINGS[2:]))
    shaft.do(seat.JudgeSeat(), seat.AcceptSeat("B. Boss", "for a week"), at="1")
    wrong = next(e.seq for e in shaft.log if getattr(e.fact, "typed", "") == "79.70 mm")
    shaft.do(job_cmd.Correct(wrong, "read 79.97", seat.ReadSeat(1, 2, "79.97 mm")), at="1")
    shaft.do(
        line.SayFloat("2", Floats.SEAT, "outer"),
        line.SayMark("2", "1010 mm"),
        line.SayRings("2", "60 mm"),
        line.LaySleeve("1", "12 mm"),
    )
    shaft.do(
        line.SayRunning("steel", "concrete", "18 °C", "60 °C", "25 °C", "50 °C", "-5 °C"),
        line.SetOffset("0.2 mm"),
        line.SayGap("flinger", "1 mm"),
    )
    shaft.do(
        line.SayFeet("1", "0 + 0.04"),
        line.ReadAlignment("1", "1 mm", "1000 mm"),
        line.SayBoltHoles("1", "18 mm", "16 mm", "0.5 mm"),
    )
    shaft.do(cmd.StartGauging(Phase.INITIAL, 1), at="1")
    for row in Row:
        shaft.do(cmd.BracketPlace(1, row, "0.12"), at="1")
    shaft.do(cmd.CloseGauging(), at="1")
    shaft.do(cmd.SetZero(True), cmd.TurnNut("30"), cmd.Release("sleeve slipped"), at="1")
    shaft.do(
        job_cmd.OpenPoint("find why", "close"), job_cmd.Abandon("Tester", "kept as an example")
    )
    return shaft.log


def of_pair() -> Log:
    """A cross-located pair: its end play said, and said again."""
    bench = ShaftBench((Floats.CROSS, Floats.CROSS))
    bench.do(
        line.SayMark("1", "200 mm"),
        line.SayMark("2", "1000 mm"),
        line.SayRunning("steel", "steel", "20 °C", "90 °C", "30 °C"),
    )
    bench.do(
        line.LaySleeve("1", "31 mm", "away from the datum", True),
        line.ReadEndPlay("0.5 mm", "outer"),
    )
    bench.do(job_cmd.Correct(bench.job.last_seq, "read again", line.ReadEndPlay("1.2 mm", "outer")))
    return bench.log


def of_shoulder() -> Log:
    """Every kind of entry of a ring onto its shoulder, and some of them corrected."""
    shoulder = ShoulderBench()
    shoulder.prepared()
    shoulder.at_one(on.ChooseWayOn(WayOn.HEAT), on.SayShaftWarmth("20 °C"))
    shoulder.at_one(
        job_cmd.Correct(shoulder.job.last_seq, "other thermometer", on.SayShaftWarmth("68 °F"))
    )
    shoulder.gate("ready_warm")
    shoulder.at_one(
        on.ReadRing("127 °C", "110 °C"), on.RenewRing("went over its limit"), on.ReadRing("96 °C")
    )
    shoulder.at_one(
        job_cmd.Correct(shoulder.job.last_seq, "read 95", on.ReadRing("95 °C", "84 °C")),
        on.SwitchOff(),
    )
    shoulder.at_one(
        on.ReadRing("25 °C"), on.HeatAgain(), on.ReadRing("95 °C", "84 °C"), on.SwitchOff()
    )
    shoulder.at_one(
        on.StopOn("it tilted"),
        on.SayStraightOn("burr, stoned off"),
        on.ReadGaps("0.5 + 0.5 + 0.5 + 0.5", "70 mm"),
    )
    shoulder.at_one(on.PushHome(), on.TryShoulder("top"))
    shoulder.at_one(
        job_cmd.Correct(shoulder.job.last_seq, "feeler was bent", on.TryShoulder("")),
        on.HoldFast("80 N·m", tab_bent=True),
    )
    shoulder.at_one(on.TurnByHand(True))
    return shoulder.log


def of_follower() -> tuple[Log, Log]:
    """Every kind of entry of a cam follower, stud and yoke, and some of them corrected."""
    stud, yoke = FollowerBench(STUD), FollowerBench(YOKE)
    stud.at_one(roll.FitStud("20.010 mm", "20.000 mm"))
    stud.at_one(
        job_cmd.Correct(stud.job.last_seq, "misread", roll.FitStud("20.004 mm", "20.000 mm"))
    )
    for one in (stud, yoke):
        one.at_one(*([roll.FitStud("20.002 mm", "20.000 mm")] if one is yoke else []))
        one.gate("ready_follower")
        one.at_one(roll.SetFollower("unloaded"))
    stud.at_one(roll.ClampStud("200 N·m", "dry", "no. 2"))
    yoke.at_one(roll.BackPlates(True), roll.SayPlug(True), roll.TurnRoller(True))
    stud.at_one(roll.SayPlug(True), roll.TurnRoller(True))
    return [*stud.log], [*yoke.log]


def of_unit() -> tuple[Log, Log]:
    """Every kind of entry of a housed unit and of an insert replaced in one, and some of them
    corrected.
    """
    unit, insert = UnitBench(SCREWS, SCREWS), UnitBench(COLLAR, floats=(Floats.HELD,))
    unit.gate("ready_unit", "1")
    unit.do(
        house.SlideOn(False, "stops at a burr"),
        house.SlideOn(True),
        house.FindFloat(FloatBy.RING_OUTER),
        at="1",
    )
    unit.do(
        job_cmd.Correct(unit.job.last_seq, "looked again", house.FindFloat(FloatBy.RING_INNER)),
        at="1",
    )
    unit.onto("2", FloatBy.RING_OUTER)
    unit.bolt("1")
    unit.lock("1")
    unit.do(
        job_cmd.Correct(
            unit.job.last_seq, "misread", house.LockUnit("8 N·m", 2, "key", Footing.FLAT, "yes")
        ),
        at="1",
    )
    unit.do(house.TryUnit(True), house.TightenAgain("8 N·m", "6 h"), at="1")
    insert.gate("ready_insert", "1")
    insert.do(
        inside.TakeInsertOut(True, "polished"),
        inside.MeasureFitting("14", "20"),
        inside.SeeBore("marked", True),
        at="1",
    )
    insert.do(
        inside.EnterInsert("other", Pin.IN_SLOT), inside.EnterInsert("marked", Pin.IN_SLOT), at="1"
    )
    insert.do(inside.CentreInsert("6", "8.5", "60", True), at="1")
    insert.do(
        job_cmd.Correct(
            insert.job.last_seq, "misread", inside.CentreInsert("6", "6.1", "60", True)
        ),
        inside.CloseHole(Closed.PLUG),
        at="1",
    )
    return [*unit.log], [*insert.log]


def of_adapter_unit() -> Log:
    """Every kind of entry of a unit on an adapter sleeve, and each of them corrected."""
    made = AdapterBench(TAPPED)
    made.at(
        drive.TapRim(False),
        job_cmd.Correct(made.job.last_seq + 1, "it moved", drive.TapRim(True)),
        drive.TapRim(False),
    )
    made.at(
        drive.MarkUnitZero(),
        job_cmd.Correct(made.job.last_seq + 1, "said at once", drive.MarkUnitZero(tapped=True)),
    )
    made.at(
        drive.CountPlate(4, 9),
        job_cmd.Correct(made.job.last_seq + 1, "counted again", drive.CountPlate(4, 10)),
    )
    made.at(
        drive.TurnUnitNut("1.4"),
        job_cmd.Correct(made.job.last_seq + 1, "misread", drive.TurnUnitNut("1.1")),
    )
    made.at(
        drive.SeePlate("9"),
        job_cmd.Correct(made.job.last_seq + 1, "looked again", drive.SeePlate("6")),
    )
    made.at(
        drive.FitPlate("6", "6 N·m"),
        job_cmd.Correct(made.job.last_seq + 1, "another hole", drive.FitPlate("4", "6 N·m")),
    )
    made.at(
        drive.TryDriven(True),
        job_cmd.Correct(made.job.last_seq + 1, "felt again", drive.TryDriven(False, "stiff")),
    )
    made.at(
        drive.BackUnitNut("driven too far"), drive.MarkUnitZero(tapped=True), drive.TurnUnitNut("1")
    )
    made.do(job_cmd.Abandon("Tester", "kept as an example"))
    return made.log


def of_halves() -> Log:
    """Every kind of entry of a bearing in two halves, and its joints corrected."""
    made = UnitBench(HALVES, floats=(Floats.HELD,))
    made.onto("1", FloatBy.HOUSING)
    made.gate("ready_join", "1")
    made.do(house.JoinHalves("22 N·m", 1, "wrench 1", True), at="1")
    made.do(
        job_cmd.Correct(
            made.job.last_seq, "two passes", house.JoinHalves("22 N·m", 2, "wrench 1", True)
        ),
        at="1",
    )
    made.bolt("1")
    return [*made.log]


def of_cartridge() -> Log:
    """Every kind of entry of a cartridge, and some of them corrected."""
    made = CartridgeBench(CartridgeDraft(**{**CLOSING.__dict__, "separable": "floating"}))
    made.warm_on()
    made.gate("ready_housing")
    made.do(
        built.SetOuterRing("floating"),
        built.ReadCooled("55 °C", "20 °C"),
        built.ReadCooled("30 °C", "20 °C"),
    )
    made.do(
        built.MeasureBelow("120 mm", "160 mm"),
        built.EnterHousing(False, "cocked"),
        built.EnterHousing(True),
        built.TurnOver("140 mm", "150 mm"),
    )
    made.do(job_cmd.Correct(made.job.last_seq, "misread", built.TurnOver("140 mm", "180 mm")))
    made.second_on()
    made.do(
        built.TightenPair("95 N·m", "hook", True, True),
        built.PackBetween("60 g"),
        built.DrawByCover("floating", "home"),
    )
    made.cover("fixed")
    made.cover("floating")
    made.do(
        built.TurnCartridge(True),
        built.SetFlinger("drive", "0.8 mm", True, True),
        built.SetFlinger("far", "0.2 mm", False, True),
    )
    made.do(
        job_cmd.Correct(
            made.job.last_seq, "misread", built.SetFlinger("far", "0.8 mm", False, True)
        ),
        built.TopUp("20 g", True),
    )
    return made.log


def of_spindle() -> Log:
    """An upright spindle with retaining rings and a handle rod, every new kind of entry and most of
    them corrected.
    """
    made = SpindleBench(replace(SPINDLE, rod="drive"))
    made.warm_on()
    ring = built.SeatRing("fixed", "shaft", True, True, True, "14 mm", "13 mm")
    made.do(
        ring, job_cmd.Correct(made.job.last_seq + 1, "misread", replace(ring, ends_after="6 mm"))
    )
    made.gate("ready_housing")
    made.do(
        built.UseRod(False),
        job_cmd.Correct(made.job.last_seq + 1, "said again", built.UseRod(False)),
        built.ReadCooled("30 °C", "20 °C"),
    )
    made.do(built.MeasureBelow("120 mm", "130 mm"))
    made.do(
        job_cmd.Correct(made.job.last_seq, "wrong block", built.MeasureBelow("120 mm", "160 mm")),
        built.EnterHousing(True),
        built.UseRod(True),
    )
    made.ring("fixed", "bore", "10 mm", "19 mm")
    made.gate("ready_cover")
    made.clear_cover("fixed")
    made.do(built.TakePartOff("cover.drive", "seal pinched"))
    made.clear_cover("fixed")
    made.do(built.TurnOver("140 mm", "180 mm"))
    made.second_on()
    made.do(built.TakeNext("ring_shaft.floating"))
    made.ring("floating", "shaft", "14 mm", "6 mm")
    return [*made.log]


def of_setting() -> Log:
    """A tapered roller bearing whose end play is read, too tight at first, and corrected."""
    made = on_and_locked(**SETTING)
    made.do(
        on.ReadSetting("0.02 mm"),
        job_cmd.Correct(made.job.last_seq + 1, "misread", on.ReadSetting("0.07 mm")),
        at="1",
    )
    made.do(on.TurnByHand(True), at="1")
    return [*made.log]


def of_after() -> Log:
    """Every kind of entry after locking: seals, grease, closing, running in, keeping; and some of
    them corrected.
    """
    made = ShaftBench()
    made.pass_gates()
    made.pass_gates_left()
    made.do(seals.LIP, seal.PutRingOn("inboard", "away"), at="1")
    made.do(
        job_cmd.Correct(made.job.last_seq, "looked again", seal.PutRingOn("inboard", "toward")),
        at="1",
    )
    made.do(seal.SetSeal("inboard", True, True), at="1")
    made.do(
        seals.LABYRINTH,
        seals.joined("inboard"),
        seal.PutRingOn("inboard"),
        seals.placed("inboard", "2 mm", "0.6 mm"),
        at="2",
    )
    made.do(seal.PurgeSeal("inboard", True, "14"), at="2")
    fill.filled(made, "1")
    made.do(
        grease.ChooseLubricant("oil", "Mill oil", oil="VG 150"),
        grease.FillOil("55 mm", True, True, "new washer"),
        at="2",
    )
    made.do(
        fill.CHOOSE,
        grease.PlanFill("stored", volume="600 cm³"),
        grease.PackBearing("full", True),
        at="2",
    )
    made.do(
        grease.FillCorner(1, "200 g"),
        job_cmd.Correct(made.job.last_seq + 1, "weighed", grease.FillCorner(1, "140 g")),
        at="2",
    )
    made.do(
        seals.V_RING,
        seal.PutRingOn("inboard", "toward", free="11 mm"),
        seal.PushVRing("inboard", "7.2", True),
        at="2",
    )
    made.do(
        job_cmd.Correct(
            made.job.last_seq,
            "read the scale wrong",
            seal.PushVRing("inboard", "9.1", True, "11 mm"),
        ),
        at="2",
    )
    made.do(
        grease.TagStored("drain and run in before service"),
        grease.LeaveAsMade("filled by its maker"),
        at="2",
    )
    made.do(
        down.LowerIn("Tobit at the hoist, Ines at the seals", "gear", True, "none", "85 kg"), at="1"
    )
    made.do(
        job_cmd.Correct(
            made.job.last_seq,
            "ring was in",
            down.LowerIn("Tobit, Ines", "gear", True, "in", "85 kg", "1.5 mm"),
        ),
        at="1",
    )
    closing.closed(made, "1")
    made.do(bolts.LoosenJoint("cap", "ring caught"), at="1")
    closing.tighten(made, "cap", "1")
    made.do(bolts.LookRubbing(True), at="1")
    closing.closed(made, "2", ("2 mm", "2 mm"))
    made.mounted_by_others(What.CLOSED)
    run_in.ready(made)
    made.do(run.BumpDirection(False), run.BumpDirection(True), run.StartRun("cold", "20 °C"))
    run_in.reads(made, 0, "20 °C", "20-25")
    made.do(
        job_cmd.Correct(
            made.job.last_seq,
            "other field",
            run.ReadWarmth("2", "15-20", ReadBy.STRIP, Noise.EVEN, after="0"),
        )
    )
    made.do(
        run.GreaseRunning("1", "5 strokes", "10"),
        run.StopRun("end of shift"),
        run.StartRun("warm", "20 °C"),
    )
    run_in.reads(made, 5, "31 °C", "<40")
    made.do(run.ConcludeRun(False, "wait for Monday"))
    made.do(job_cmd.FromPaper("Bram Sedgeley", "2026-06-01 09:30", bolts.LookRubbing(True)), at="2")
    made.do(job_cmd.SayPaper("Orla Tennick", "locked at Q14 and tried, shaft on two jacks"))
    made.do(keep.SayBearing("22218 K C3"), run_in.SET, at="1")
    made.do(
        job_cmd.Correct(made.job.last_seq, "runs longer", replace(run_in.SET, hours_per_day="20")),
        at="1",
    )
    return made.log


def of_alarms() -> Log:
    """A stop accepted by name, what was done outside the job, a run with its stops stored; and one
    corrected.
    """
    made = alarms.running()
    alarms.warm(made, "1", (0, "20"), (40, "101"))
    made.do(
        job_cmd.Correct(
            made.job.last_seq,
            "the other scale",
            run.ReadWarmth("1", "38", ReadBy.THERMOMETER, Noise.EVEN, after="40"),
        )
    )
    alarms.warm(made, "2", (0, "20"), (40, "102"))
    made.do(
        grease.ChooseLubricant("grease", "Mill grease", "lithium", "clean"),
        grease.PlanFill("middling", volume="600 cm³"),
        at="1",
    )
    made.do(grease.PackBearing("none", False), at="1")
    made.do(job_cmd.AcceptAlarm(made.job.last_seq, "P. Arden", "packed by its maker"), at="1")
    return made.log


def of_seal() -> Log:
    """Every kind of entry of a large shaft seal, and one corrected."""
    made = seals.SealBench()
    made.prepared()
    made.do(
        big.UseStraps(False, "two"),
        big.PressAt(12),
        big.PressAt(6),
        big.PressAt(3),
        big.PressAt(9),
        big.UseStraps(True),
        at="1",
    )
    made.do(big.SeatFlat(True), big.CoverSeal("30 N·m", "no. 3", True), at="1")
    made.do(
        job_cmd.Correct(made.job.last_seq, "misread", big.CoverSeal("38 N·m", "no. 3", True)),
        at="1",
    )
    return made.log


def of_seal_alone() -> Log:
    """A labyrinth alone on a bearing that stays, every entry of it corrected."""
    made = others.Walker(load_reference(), Scope.SEAL, plan=others.FittedDraft(shaft="100 mm"))
    made.gate("safe")

    def again(reason: str, command: object) -> None:
        made.say(job_cmd.Correct(made.job.log[-1].seq, reason, command))  # type: ignore[arg-type]

    made.say(
        replace(
            seals.LABYRINTH,
            sides="outboard",
            screw="M6",
            moves_away="0.9 mm",
            moves_back="0.1 mm",
            grease="Mill grease 2",
        )
    )
    made.say(seals.joined("outboard", first=False))
    again("looked again", seals.joined("outboard"))
    made.say(
        seal.PutRingOn("outboard"),
        seals.placed("outboard", "1.6 mm", "0.7 mm", screws_at="9 N·m", wrench="key 1"),
    )
    again(
        "misread", seals.placed("outboard", "1.6 mm", "0.7 mm", screws_at="5 N·m", wrench="key 1")
    )
    made.say(
        seal.SetSeal("outboard", True, False),
        seal.PurgeSeal("outboard", True, "14"),
        seal.KeepSeal("7", source="sheet"),
    )
    again("another sheet", seal.KeepSeal("14", "300", "16", "sheet of the seal"))
    return list(made.job.log)


def of_silent() -> Log:
    """A follower whose sheet is silent about oil on the thread; who answered was misheard."""
    made = FollowerBench(SILENT)
    made.set_in()
    made.at_one(
        roll.ClampStud("120 N·m", "oiled", "no. 2"),
        roll.SayClampThread("dry", "the maker, by telephone"),
    )
    made.at_one(
        job_cmd.Correct(
            made.job.last_seq, "misheard", roll.SayClampThread("oiled", "the maker, in writing")
        )
    )
    made.at_one(
        roll.ClampStud("120 N·m", "oiled", "no. 2"), roll.SayPlug(True), roll.TurnRoller(True)
    )
    return made.log


def of_hole() -> Log:
    """An insert greased through a plugged hole, its strokes corrected."""
    made = UnitBench(COLLAR, floats=(Floats.HELD,))
    made.gate("ready_insert", "1")
    made.do(
        inside.TakeInsertOut(False),
        inside.MeasureFitting("14", "20"),
        inside.SeeBore("marked", True),
        at="1",
    )
    made.do(
        inside.EnterInsert("marked", Pin.IN_SLOT),
        inside.CentreInsert("6", "6.1", "60", True),
        inside.CloseHole(Closed.PLUG),
        at="1",
    )
    made.do(
        *(inside.GreaseThroughHole(step) for step in (HoleStep.PLUG_OUT, HoleStep.FITTING_IN)),
        at="1",
    )
    made.do(inside.GreaseThroughHole(HoleStep.STROKES, "1", "hard"), at="1")
    made.do(
        job_cmd.Correct(
            made.job.last_seq,
            "it went easily",
            inside.GreaseThroughHole(HoleStep.STROKES, "1", "easy"),
        ),
        at="1",
    )
    made.do(inside.GreaseThroughHole(HoleStep.PLUG_BACK), at="1")
    return made.log


def of_ring() -> Log:
    """A large ring whose open side and shaft are asked, taken out and begun again, each of them
    corrected.
    """
    made = seals.SealBench()
    made.opened()
    made.do(
        big.WarmRing("12 °C"),
        big.RestRing("1.5"),
        big.ReadySeat(True, True),
        big.LaySpring(True, True),
        at="1",
    )
    for wrong, right in (
        (big.SayOpenSide("away"), big.SayOpenSide("medium")),
        (big.MeetShaft(False), big.MeetShaft(True)),
    ):
        made.do(wrong, at="1")
        made.do(job_cmd.Correct(made.job.last_seq, "looked again", right), at="1")
    made.do(
        big.PressAt(6),
        big.TakeRingOut("begun at 6"),
        big.SayOpenSide("medium"),
        big.PressAt(9),
        at="1",
    )
    made.do(job_cmd.Correct(made.job.last_seq, "said again", big.PressAt(9)), at="1")
    made.do(
        job_cmd.Correct(made.job.last_seq - 1, "wrong hour tapped", None, withdraw=True), at="1"
    )
    made.do(
        *(big.PressAt(hour) for hour in (12, 6, 3, 9)),
        big.SeatFlat(True),
        big.CoverSeal("38 N·m", "no. 3", True),
        at="1",
    )
    return made.log


def of_hub() -> Log:
    """Every kind of entry of a bearing into a tight hub, each that can be said again corrected."""
    made = HubBench(BOTH)
    made.prepared()

    def said(wrong: object, right: object) -> None:
        made.at_one(wrong)
        made.at_one(job_cmd.Correct(made.job.last_seq, "looked again", right))

    made.at_one(into.MeasureHole("62.040", True), into.RenewHub("hole worn"))
    said(into.MeasureHole("61.900", True), into.MeasureHole("61.975", True, "61.995"))
    made.begun()
    said(into.SayBearingWarmth("20 °C"), into.SayBearingWarmth("18 °C"))
    said(into.ReadHub("130 °C"), into.ReadHub("95 °C"))
    said(into.StopIn("it cocked"), into.StopIn("it cocked at 3 o'clock"))
    said(into.SayStraightIn("burr"), into.SayStraightIn("burr on the edge, stoned off"))
    made.at_one(into.ReadHub("95 °C"))
    said(into.PushIn(), into.PushIn("dropped in"))
    said(into.TryHub("top"), into.TryHub(""))
    made.at_one(RING)
    return made.log


def of_looks() -> Log:
    """Feeler and nut do not agree: lengths misread, numbers read again, parts that do not belong
    together, released, others fetched.
    """
    made = looking.stopped()
    made.do(looking.ends("30.00 mm", "30.36 mm"))
    made.do(
        job_cmd.Correct(
            made.job.last_seq, "micrometer read anew", looking.ends("30.00 mm", "30.82 mm")
        )
    )
    made.do(*looking.SOUND[:2], cmd.LookAt(LookTarget.ZERO, LookFound.BY_HAND))
    made.do(
        job_cmd.Correct(
            made.job.last_seq - 2,
            "marking wiped clean",
            cmd.LookAt(LookTarget.NUMBERS, LookFound.NO_PAIR),
        )
    )
    made.do(
        cmd.Release("not a pair"), cmd.LookAt(LookTarget.NUMBERS, LookFound.PAIR), cmd.SetZero(True)
    )
    return made.log


def of_signs() -> Log:
    """An old bearing passed, then a sign to scrap it; what was told, what stands in a record, the
    foot asked for by itself.
    """
    made = ShaftBench()
    made.do(job_cmd.ConfirmGate("safe", ("isolated", "stored", "load_off", "ppe")))
    made.do(look.SeeMark(33, "b", "recorded"), look.SeeMark(52, "c"), look.CleanParts(), at="1")
    made.do(
        *(look.SeeMark(int(mark[:-1]), mark[-1]) for mark in signs.CLEAN),
        look.JudgePart("bearing", True),
        at="1",
    )
    made.do(
        look.SeeMark(21, "c"),
        look.JudgePart("bearing", False),
        look.ConcludeLook("ELE", "P. Arden", "welded beside it"),
        at="1",
    )
    made.do(
        replace(run_in.SET, grease="Mill grease 2", looks="Seals: none torn or out\nBelt tension"),
        at="1",
    )
    return made.log


def of_meter() -> Log:
    """A stop where the hour meter was replaced."""
    made = rounds.RoundBench(
        replace(
            rounds.GREASED, meter_h=4210.0, meter_on=date(2026, 11, 1), opened_on=date(2026, 11, 30)
        )
    )
    made.do(walk.DoStop("standing", "8", meter="3", meter_old="4650"), at="1")
    made.do(
        job_cmd.Correct(
            made.job.last_seq,
            "read again",
            walk.DoStop("standing", "8", meter="4", meter_old="4655"),
        ),
        at="1",
    )
    return made.log


def of_feelers() -> Log:
    """A set that cannot prove the window, a finer one in hand, gauged with it; in the middle of a
    gauging a measured one.
    """
    made, truth = taken.small(), taken.TRUTH
    made.crib = (taken.METRIC, taken.FINE, taken.measured(taken.FINE, "t"))
    made.do(cmd.TakeFeelers("f"), cmd.SetZero(True), cmd.TurnNut("40"))
    made.gauge(Phase.DRIVE_UP, truth)
    made.do(
        cmd.TurnNut("10"),
        cmd.StartGauging(Phase.DRIVE_UP, 1),
        cmd.BracketPlace(1, Row.NUT_SIDE, "20 µm"),
        cmd.TakeFeelers("t"),
    )
    made.do(cmd.BracketPlace(1, Row.FAR_SIDE, "20 µm"), cmd.CloseGauging())
    return made.log


def of_puller() -> Log:
    """A puller that was too short, put right, and too weak by its plate."""
    made = ShoulderBench()
    made.at_one(off.SayTight(Ring.INNER, "no", "no"), off.ChooseWay(WayOff.PULLER))
    made.at_one(off.FitPuller("120 mm", "150 mm", "120 mm", "100"))
    made.at_one(
        job_cmd.Correct(
            made.job.last_seq, "measured again", off.FitPuller("200 mm", "150 mm", "120 mm", "100")
        )
    )
    return made.log


def of_round() -> Log:
    """Every kind of entry of a round, and one corrected."""
    made = rounds.RoundBench()
    made.do(job_cmd.TickStep("set_out", made.procedures[""].stage("set_out").steps[0].text))
    made.do(
        walk.DoStop(
            "standing", "10", temperature="51 °C", read_by="thermometer", found="seal torn"
        ),
        at="1",
    )
    made.do(
        job_cmd.Correct(
            made.job.last_seq,
            "counted again",
            walk.DoStop("standing", "8", temperature="51 °C", read_by="thermometer"),
        ),
        walk.SkipStop("guard locked"),
        at="2",
    )
    return made.log


def of_two() -> Log:
    """Handed over, signed under somebody, counter-signed, corrected and signed by two again."""
    made = rounds.RoundBench()
    made.do(job_cmd.HandOver("Ines Whitlow", "guard of the second one is locked"))
    made.do(walk.SkipStop("guard locked"), at="1")
    made.do(walk.SkipStop("guard locked"), at="2")
    skipped = made.job.last_seq
    made.more_books = {SecondEyes: SecondEyes("Tobit Marr works under Ines Whitlow")}
    made.do(job_cmd.Sign("Tobit Marr", "fitter"), job_cmd.CounterSign("Ines Whitlow", "supervisor"))
    made.do(
        job_cmd.Correct(skipped, "another guard", walk.SkipStop("guard of the drive locked")),
        at="2",
    )
    made.do(job_cmd.Sign("Tobit Marr", "fitter"), job_cmd.CounterSign("Ines Whitlow", "supervisor"))
    return made.log


def of_fitted() -> Log:
    """What others mounted, said anew and corrected; greased all the same."""
    walker = others.Walker(load_reference(), Scope.GREASE_AND_CLOSE, plan=others.SAID)
    walker.say(job_cmd.SayFitted("22220 K C3", "90 mm", seat="adapter_sleeve"))
    said = next(
        event.seq for event in reversed(walker.job.log) if isinstance(event.fact, facts.PlaceFitted)
    )
    walker.say(
        job_cmd.Correct(
            said,
            "read the other ring",
            job_cmd.SayFitted("22217 K C3", "75 mm", seat="adapter_sleeve"),
        )
    )
    walker.gate("safe")
    walker.say(grease.ChooseLubricant("grease", "Mill grease", "lithium", "clean"))
    return list(walker.job.log)


def of_listed() -> Log:
    """Another bearing than the plant's list has, put right by name; and another suffix accepted."""
    store, job = listed.opened(load_reference(), "22216 K C3", shaft="70 mm")
    put_right = take.ComparePosition("1", "P. Arden", "smaller housing fitted, list changed")
    tap = Tap("tap-00001", "Tester", job.log[0].happened_at)
    return list(
        do(store, load_reference(), job.id, put_right, tap, recorded_at=tap.happened_at).log
    )


def of_not_yet() -> Log:
    """A bearing that was not in the plant yet, given its position, and another one."""
    store, job = not_yet.opened(load_reference(), "drive end")
    not_yet.give_position(
        store, load_reference(), job.id, "q-1", not_yet.tap(1), recorded_at=job.log[0].happened_at
    )
    return list(
        not_yet.give_position(
            store,
            load_reference(),
            job.id,
            "p-1",
            not_yet.tap(2),
            recorded_at=job.log[0].happened_at,
        ).log
    )


def of_blows() -> Log:
    """Driven up by blows and feeler to the final gauging; one count of blows put right."""
    bench = make_bench(load_reference(), replace(DRAFT, method="B"))
    striker = blows.Striker(bench)
    bench.pass_gates()
    striker.gauge(Phase.INITIAL)
    striker.strike(1)
    bench.do(job_cmd.Correct(bench.job.last_seq, "two, said the mate", cmd.StrikeBlows(2, True)))
    striker.follow()
    return bench.log


# Kinds of work of which one log is kept, by name.
MADE: dict[str, Callable[[], Log]] = {
    "shoulder": of_shoulder,
    "hub": of_hub,
    "looks": of_looks,
    "feelers": of_feelers,
    "signs": of_signs,
    "meter": of_meter,
    "shaft": of_shaft,
    "pair": of_pair,
    "listed": of_listed,
    "cartridge": of_cartridge,
    "after": of_after,
    "alarms": of_alarms,
    "seal": of_seal,
    "round": of_round,
    "two": of_two,
    "fitted": of_fitted,
    "not-yet": of_not_yet,
    "blows": of_blows,
    "adapter-unit": of_adapter_unit,
    "halves": of_halves,
    "spindle": of_spindle,
    "setting": of_setting,
    "seal-alone": of_seal_alone,
    "silent": of_silent,
    "hole": of_hole,
    "ring": of_ring,
    "puller": of_puller,
}
# Two logs each.
PAIRS: dict[str, tuple[tuple[str, str], Callable[[], tuple[Log, Log]]]] = {
    "follower": (("stud", "yoke"), of_follower),
    "unit": (("unit", "insert"), of_unit),
}


def some(name: str) -> list[tuple[str, Log]]:
    """The logs of one kind of work, by name."""
    if name in PAIRS:
        names, made = PAIRS[name]
        return list(zip(names, made(), strict=True))
    return [(name, MADE[name]())]


def main() -> None:
    if sys.argv[2:]:
        for name, log in [found for asked in sys.argv[2:] for found in some(asked)]:
            write(name, f"any-{name}", log)
        return
    for job_id, log in sorted(of_demonstration().items()):
        write(job_id.removeprefix("hollin-vale-"), job_id, log)
    for i, log in enumerate(
        [
            *of_every_kind(),
            *of_hand(),
            of_shaft(),
            of_shoulder(),
            of_hub(),
            of_looks(),
            of_feelers(),
            of_signs(),
            of_meter(),
            *of_follower(),
            *of_unit(),
            of_cartridge(),
            of_after(),
            of_alarms(),
            of_seal(),
            of_round(),
            of_two(),
            of_fitted(),
            of_not_yet(),
            of_blows(),
            of_adapter_unit(),
            of_halves(),
            of_spindle(),
            of_setting(),
            of_seal_alone(),
            of_silent(),
            of_hole(),
            of_ring(),
            of_puller(),
        ],
        1,
    ):
        write(f"any-{i}", f"any-{i:04d}", log)


if __name__ == "__main__":
    main()
