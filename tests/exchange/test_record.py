"""The record as JSON, page and PDF: nothing of the job is missing from it."""

from __future__ import annotations

import io
import json
import re
from html import unescape

import pytest
from pydantic import TypeAdapter
from pypdf import PdfReader

from tests.helpers import BEGIN, DRAFT, MemoryStore, open_one
from tribodex.core.job import commands as job_cmd
from tribodex.core.job.facts import Event
from tribodex.core.mounting.gauging import Outcome
from tribodex.core.topics import fold
from tribodex.core.topics.tapered import TOPIC
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered.facts import LeafTried
from tribodex.core.training.virtual import VirtualBearing
from tribodex.exchange.paper import Paper, figure_words, um_words
from tribodex.exchange.plant_file import read_plant
from tribodex.exchange.record_page import render_html, render_pdf
from tribodex.launch.demo_jobs import VirtualFitter
from tribodex.reference.library import DATA
from tribodex.usecases.books import Reference
from tribodex.usecases.codec import decode
from tribodex.usecases.ports import Tap
from tribodex.usecases.record import Record, record


@pytest.fixture
def made(reference: Reference) -> Record:
    """A job with an overruled gate, a corrected reading, a second attempt, an open point and a
    signature.
    """
    store = MemoryStore()
    job = open_one(
        store,
        reference,
        "job-0001",
        "m-1-a",
        "<b>Noise</b> & heat",
        draft=DRAFT,
        tap=Tap("open-0001", "A. Fitter", BEGIN),
        at=BEGIN,
    )
    fitter = VirtualFitter(
        store, reference, job, VirtualBearing(125, 0.385), "A. Fitter", begins=BEGIN
    )
    for gate in ("safe", "to_gauge", "which_way"):
        fitter.say(job_cmd.ConfirmGate(gate, fitter.confirm(gate)))
    fitter.say(
        job_cmd.OverruleGate(
            "fit_up", "B. Boss", "machine stands in the shop", fitter.confirm("fit_up", ("shaft",))
        )
    )
    fitter.follow(3)
    fitter.say(cmd.TurnNut("260"))
    fitter.say(cmd.Release("past the window"))
    fitter.follow(40)
    leaf = next(
        e
        for e in reversed(fitter.job.log)
        if isinstance(e.fact, LeafTried) and e.fact.outcome is Outcome.PASSES
    )
    said = leaf.fact
    assert isinstance(said, LeafTried)
    again = cmd.TryLeaf(
        said.place, said.row, said.typed or f"{sum(said.leaves_um):g} µm", Outcome.DRAGS
    )
    fitter.say(job_cmd.Correct(leaf.seq, "pressed too hard", again))
    fitter.say(job_cmd.OpenPoint("order a spare sleeve"))
    fitter.say(job_cmd.Sign("A. Fitter", "fitter"))
    return record(reference, fitter.job)


def plain(html: str) -> str:
    return re.sub(r"\s+", " ", unescape(re.sub(r"<[^>]+>", " ", html)))


def test_the_page_holds_what_counts(made: Record) -> None:
    html = render_html(made)
    text = plain(html)
    for wanted in (
        "overridden by B. Boss",
        "machine stands in the shop",
        "Not confirmed: Shaft measured and smooth",
        "released: past the window",
        "attempt 2",
        "Corrected:",
        "pressed too hard",
        "order a spare sleeve",
        "Signed by A. Fitter, fitter",
        "22218 K C3",
        "ISO 5753-1",
        "lo = max(m, c₀ - r_max)",
        "stand above this tool",
    ):
        assert wanted in text, wanted


def test_what_people_type_cannot_become_markup(made: Record) -> None:
    html = render_html(made)
    assert "<b>Noise</b>" not in html and "&lt;b&gt;Noise&lt;/b&gt; &amp; heat" in html


def test_every_figure_prints_with_working_and_both_units(made: Record) -> None:
    text = plain(render_html(made))
    for figure in made.mountings[0].figures:
        assert figure.label in text and figure_words(figure) in text
        for line in figure.working:
            assert line.symbol in text
    assert re.search(r"\d\.\d{3} mm \(\d+\.\d thou\)", text)


def test_the_pdf_says_the_same(made: Record) -> None:
    data = render_pdf(made)
    reader = PdfReader(io.BytesIO(data))
    text = re.sub(r"\s+", " ", " ".join(page.extract_text() for page in reader.pages))
    assert 2 <= len(reader.pages) <= 5, "half of the ten pages it once took"
    for wanted in (
        "Mounting record 1: 22218 K C3",
        "overridden by B. Boss",
        "pressed too hard",
        "Signature",
        "figures and their working",
    ):
        assert wanted in text, wanted
    assert reader.pages[0].mediabox.width == pytest.approx(595, abs=1), "A4"
    fonts = {
        str(font.get_object()["/BaseFont"])
        for page in reader.pages
        for font in page["/Resources"]["/Font"].values()
    }
    assert any("B612" in font for font in fonts), fonts


def test_the_certificate_alone_is_one_page_that_says_what_counts(made: Record) -> None:
    for paper in Paper:
        reader = PdfReader(io.BytesIO(render_pdf(made, paper, short=True)))
        assert len(reader.pages) == 1
        first = re.sub(
            r"\s+", " ", PdfReader(io.BytesIO(render_pdf(made, paper))).pages[0].extract_text()
        )
        alone = re.sub(r"\s+", " ", reader.pages[0].extract_text())
        for wanted in (
            "22218 K C3",
            "Test machine",
            "Drive side",
            "Residual",
            "Reduction",
            "order a spare sleeve",
            "A. Fitter",
            "window",
            "overridden",
        ):
            assert wanted in first and wanted in alone, wanted


def test_json_holds_the_whole_log_and_can_be_folded_again(
    made: Record, reference: Reference
) -> None:
    data = json.loads(TypeAdapter(Record).dump_json(made))
    assert (data["format"], data["format_version"]) == ("tribodex.record", 6)
    payloads = [
        decode(event["kind"], event["payload"], event["schema_version"]) for event in data["events"]
    ]
    again = TypeAdapter(Record).validate_json(TypeAdapter(Record).dump_json(made))
    assert again == made
    events = [
        Event(e.seq, e.client_event_id, e.at, p, e.actor, e.happened_at, e.recorded_at)
        for e, p in zip(made.events, payloads, strict=True)
    ]
    job = fold(events)
    assert (
        job.signed is not None
        and len(job.of(TOPIC, "1").attempts) == 2
        and job.points[0].text == "order a spare sleeve"
    )


def test_words_for_lengths() -> None:
    assert um_words(101.6) == "0.102 mm (4.0 thou)"
    assert um_words(None) == "unknown"


def test_the_demonstration_plant_reads_and_a_broken_one_says_where(tmp_path) -> None:  # type: ignore[no-untyped-def]
    plant = read_plant(DATA / "demo" / "hollin_vale.yaml")
    assert len({machine.id for machine in plant.machines}) == len(plant.machines) >= 6 and all(
        machine.positions for machine in plant.machines
    )
    assert plant.feeler_sets[-1].leaves_um[0] == pytest.approx(38.1)
    broken = tmp_path / "plant.yaml"
    broken.write_text(
        "plant: {machines: [{id: a, name: A, positions: [{id: p, nam: x}]}], people: [],"
        " feeler_sets: []}"
    )
    with pytest.raises(ValueError, match=r"machines\.0\.positions\.0"):
        read_plant(broken)
