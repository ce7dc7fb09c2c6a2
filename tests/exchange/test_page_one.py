"""Page one of every log that was kept says what it said, word for word. A difference is read line
by line before it is kept anew: `TRIBODEX_KEEP_PAGES=1 ./run test tests/exchange/test_page_one.py`.
"""

from __future__ import annotations

import html
import io
import os
import re
from pathlib import Path

import pytest
from pypdf import PdfReader

from tests.exchange.golden import LOGS, read
from tribodex.core.job.facts import Signed
from tribodex.core.topics import fold
from tribodex.exchange.paper import Paper
from tribodex.exchange.record_page import render_html, render_pdf
from tribodex.usecases.books import Reference
from tribodex.usecases.chain import ChainView
from tribodex.usecases.jobs import Loaded
from tribodex.usecases.record import record

PAGES = Path(__file__).resolve().parents[1] / "data" / "page_one"


def words_of(page: str) -> str:
    """The text of page one, a line for each paragraph, term or figure."""
    body = page[page.index('<section class="certificate"') : page.index("</section>")]
    body = re.sub(r"<(?:/p|/li|/dt|/dd|/h1|/h2|/text|br)[^>]*>", "\n", body)
    lines = (
        re.sub(r"\s+", " ", html.unescape(re.sub(r"<[^>]+>", "", line))).strip()
        for line in body.split("\n")
    )
    return "\n".join(line for line in lines if line) + "\n"


@pytest.mark.parametrize("path", LOGS, ids=lambda p: p.stem)
def test_page_one_says_what_it_said(path: Path, reference: Reference) -> None:
    kept, log = read(path)
    said = words_of(
        render_html(record(reference, Loaded(kept["job_id"], log, fold(log))), short=True)
    )
    page = PAGES / f"{path.stem}.txt"
    if os.environ.get("TRIBODEX_KEEP_PAGES"):
        PAGES.mkdir(exist_ok=True)
        page.write_text(said, "utf-8")
    assert said == page.read_text("utf-8")


def test_no_page_is_kept_of_a_log_that_is_not() -> None:
    assert {page.stem for page in PAGES.glob("*.txt")} == {path.stem for path in LOGS}


@pytest.mark.parametrize("paper", list(Paper))
def test_two_bearings_from_make_safe_to_keep_are_one_page(
    paper: Paper, reference: Reference
) -> None:
    """As it stands before it is signed: with all that was done and shown."""
    kept, log = read(next(path for path in LOGS if path.stem == "2026-11-29-0017"))
    unsigned = [event for event in log if not isinstance(event.fact, Signed)]
    chained = ChainView(
        kept["job_id"],
        20,
        len(unsigned),
        "0123456789abcdef" * 4,
        "019e6aeb39a63923",
        None,
        None,
        (),
    )
    page = render_pdf(
        record(reference, Loaded(kept["job_id"], unsigned, fold(unsigned)), chained),
        paper,
        short=True,
    )
    assert len(PdfReader(io.BytesIO(page)).pages) == 1
