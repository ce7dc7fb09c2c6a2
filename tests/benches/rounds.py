"""A round by hand."""

from __future__ import annotations

from datetime import date

from tests.benches.shaft import REFERENCE, ShaftBench
from tribodex.core.job import facts
from tribodex.core.job.places import SHAFT, Place
from tribodex.core.schedule.due import CareKind
from tribodex.core.schedule.history import DoneSaid
from tribodex.core.topics import stop
from tribodex.core.topics.care.facts import CareWay
from tribodex.core.topics.stop.facts import StopPlan, StopPlanned
from tribodex.core.topics.stop.state import Stop

GREASED = StopPlan(
    "p-1",
    "Screw",
    "Drive end",
    "22218 K C3",
    (CareKind.GREASE, CareKind.LOOK),
    date(2026, 12, 1),
    CareWay.UNTIL_SHOWS,
    "Mill grease 2",
    10.4,
    8,
    "gun 2",
    1.3,
    True,
    last_c=50.0,
    last_on=date(2026, 11, 1),
)
INSERT = StopPlan(
    "p-2",
    "Belt",
    "Tail",
    "insert 207",
    (CareKind.GREASE,),
    date(2026, 12, 1),
    CareWay.SEALED_INSERT,
    "Mill grease 2",
    1.9,
    2,
    "gun 3",
    0.95,
    False,
)


class RoundBench(ShaftBench):
    """A round of two stops, in memory."""

    def __init__(self, *plans: StopPlan) -> None:
        super().__init__()
        own, shaft = REFERENCE.procedure("round-stop"), REFERENCE.procedure("job-round")
        found = plans or (GREASED, INSERT)
        self.procedures = {SHAFT: shaft, **{str(i): own for i in range(1, len(found) + 1)}}
        self.log.clear()
        places = tuple(
            Place(str(i), p.position_id, f"{p.machine}, {p.position}", own.id, own.version)
            for i, p in enumerate(found, 1)
        )
        planned = tuple(facts.Planned(str(i), StopPlanned(p)) for i, p in enumerate(found, 1))
        self._add(
            SHAFT, facts.JobOpened(1, "Round", "", "Mill", shaft.id, shaft.version, places, planned)
        )

    def stop(self, at: str = "1") -> Stop:
        return self.job.of(stop.TOPIC, at)

    def words(self, at: str = "1") -> list[str]:
        done = self.stop(at).done
        return [verdict.word for verdict in done.verdicts] if done is not None else []


def done(
    on: date,
    number: int,
    *kinds: CareKind,
    grams: float | None = None,
    warm: float | None = None,
    meter: float | None = None,
) -> DoneSaid:
    return DoneSaid("done", on, number, kinds, grams, None, warm, meter)
