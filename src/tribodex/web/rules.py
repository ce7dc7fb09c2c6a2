"""What everybody must be allowed to, by address and method: one line each. An address without a
line is open to nobody.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from types import MappingProxyType

from tribodex.core.people import Right


class SiteBy(StrEnum):
    """How the site of what is asked for is known."""

    # The one that the person chose, else the first of the own ones.
    HERE = "here"
    JOB = "the job's"
    # A job that is begun here; one that is there already is of this site, or not there.
    NEW_JOB = "the job's, once it is there"
    MACHINE = "the machine's"
    POSITION = "the position's"
    # What is the same for everybody.
    ANY = "any"


@dataclass(frozen=True)
class Rule:
    """Who may. Without a right anybody may, signed in or not; `taps`: also somebody whose tap
    waited on a device.
    """

    right: Right | None
    where: SiteBy = SiteBy.HERE
    taps: bool = False
    # Also for somebody who has still to choose a password.
    before_password: bool = False


OPEN = Rule(None)
ANYBODY = Rule(Right.READ, SiteBy.ANY)
OWN = Rule(Right.READ, SiteBy.ANY, before_password=True)
_READ, _PLAN, _PLANT, _CRIB = (
    Rule(right) for right in (Right.READ, Right.PLAN, Right.PLANT, Right.CRIB)
)
_ADMINISTER = Rule(Right.ADMINISTER)
_OF_JOB = Rule(Right.READ, SiteBy.JOB)

_JOB = "/api/jobs/<job_id>"
_PARTS = (
    *("log", "newest", "figures", "outline", "today", "shaft", "chain", "superseded", "looked"),
    *(
        "record.json",
        "record.html",
        "record.pdf",
        "plan.html",
        "plan.pdf",
        "mark-out.pdf",
        "mark-out.svg",
        "lead.ics",
    ),
)
_KINDS = (
    "",
    "/cartridge",
    "/early",
    "/fitted",
    "/follower",
    "/insert",
    "/shouldered",
    "/unit",
    "/unit/locks",
)
RULES = MappingProxyType(
    {
        # Pages and their files, what whoever watches the process asks, how a device comes to trust
        # the certificate, and the way in.
        **{
            ("GET", path): OPEN
            for path in (
                "/",
                "/<path:path>",
                "/assets/<path:name>",
                "/health",
                "/ready",
                "/trust",
                "/trust/site.crt",
                "/api/door",
            )
        },
        **{
            ("POST", f"/api/{path}"): OPEN
            for path in ("sign-in", "first-run", "switch", "single-sign-on/begin", "single-sign-on")
        },
        # By tokens of their own.
        **{
            ("GET", path): OPEN
            for path in (
                "/metrics",
                "/api/calendars/<token>/rounds.ics",
                "/api/calendars/<token>/positions/<position_id>.ics",
            )
        },
        # One's own.
        ("GET", "/api/me"): OWN,
        ("PUT", "/api/me/settings"): OWN,
        ("POST", "/api/me/secrets"): OWN,
        ("POST", "/api/sign-out"): OWN,
        ("GET", "/api/me/sessions"): OWN,
        ("DELETE", "/api/me/sessions/<session_id>"): OWN,
        ("GET", "/api/me/links"): OWN,
        ("POST", "/api/me/links"): ANYBODY,
        ("DELETE", "/api/me/links/<link_id>"): OWN,
        ("POST", "/api/proofs"): ANYBODY,
        # People and sites.
        ("GET", "/api/persons"): _ADMINISTER,
        ("POST", "/api/persons"): _ADMINISTER,
        ("PUT", "/api/persons/<person_id>"): _ADMINISTER,
        ("POST", "/api/persons/<person_id>/let-in"): _ADMINISTER,
        ("POST", "/api/persons/<person_id>/leave"): _ADMINISTER,
        ("GET", "/api/every-session"): _ADMINISTER,
        ("DELETE", "/api/every-session/<session_id>"): _ADMINISTER,
        ("GET", "/api/acts"): _ADMINISTER,
        ("POST", "/api/sites"): _ADMINISTER,
        ("PUT", "/api/sites/<site_id>"): _ADMINISTER,
        ("GET", "/api/people"): _READ,
        ("GET", "/api/board"): _READ,
        # What is the same everywhere.
        **{
            ("GET", path): ANYBODY
            for path in (
                "/api/openapi.json",
                "/api/ways",
                "/api/failure-marks",
                "/api/tables",
                "/api/tables/<table_id>",
                "/api/calculator/sheets",
                "/api/blank-sheets",
                "/api/print/blank.html",
                "/api/print/blank.pdf",
                "/api/record.css",
                "/api/fonts/<name>",
            )
        },
        # Rows of tables that are compared with print here.
        ("POST", "/api/tables/<table_id>/rows"): _CRIB,
        ("POST", "/api/tables/<table_id>/rows/<item_id>/withdraw"): _CRIB,
        ("GET", "/api/tables/<table_id>/rows/<item_id>/used"): _READ,
        ("GET", "/api/crib/cards/<item_id>/used"): _READ,
        # Worked out with the own cards of the site, and not kept.
        **{
            ("POST", path): _READ
            for path in ("/api/calculator", "/api/calculator/sheets/<sheet_id>")
        },
        **{("POST", f"/api/plan{kind}"): _READ for kind in _KINDS},
        **{("GET", f"/api/print/{name}"): _READ for name in ("plan.pdf", "strip.pdf", "strip.svg")},
        ("GET", "/api/sources"): _READ,
        # Jobs.
        ("GET", "/api/jobs"): _READ,
        ("POST", "/api/jobs"): Rule(Right.PLAN, SiteBy.NEW_JOB),
        ("GET", _JOB): _OF_JOB,
        **{("GET", f"{_JOB}/{part}"): _OF_JOB for part in _PARTS},
        ("GET", f"{_JOB}/attachments/<attachment_id>"): _OF_JOB,
        # What of a tap needs more than to work there is asked by the command itself.
        ("POST", f"{_JOB}/taps"): Rule(Right.WORK, SiteBy.JOB, taps=True),
        ("POST", f"{_JOB}/attachments"): Rule(Right.WORK, SiteBy.JOB),
        ("POST", f"{_JOB}/plan"): Rule(Right.PLAN, SiteBy.JOB),
        ("POST", f"{_JOB}/position"): Rule(Right.PLAN, SiteBy.JOB),
        ("POST", f"{_JOB}/looked"): _OF_JOB,
        # Rounds.
        ("GET", "/api/rounds"): _READ,
        ("GET", "/api/rounds.ics"): _READ,
        ("GET", "/api/rounds/<job_id>"): _OF_JOB,
        **{
            ("POST", f"/api/{kind}/<job_id>"): Rule(Right.PLAN, SiteBy.NEW_JOB)
            for kind in ("rounds", "keeping", "seals")
        },
        ("POST", "/api/stop-moves"): _PLAN,
        # The plant and its tools.
        ("GET", "/api/plant"): _READ,
        ("GET", "/api/plant/machines"): _READ,
        ("POST", "/api/plant/machines"): _PLANT,
        **{
            ("POST", f"/api/plant/machines/<machine_id>/{part}"): Rule(Right.PLANT, SiteBy.MACHINE)
            for part in ("positions", "shafts")
        },
        **{
            ("GET", f"/api/positions/<position_id>{part}"): Rule(Right.READ, SiteBy.POSITION)
            for part in ("", "/compared", "/due.ics", "/last-plan")
        },
        ("GET", "/api/crib"): _READ,
        **{
            ("POST", f"/api/crib/{kind}/<item_id>"): _CRIB
            for kind in ("gauges", "cards", "guns", "wrenches", "withdraw")
        },
        ("GET", "/api/half-plans"): _READ,
        ("GET", "/api/half-plans/<plan_id>"): _READ,
        ("PUT", "/api/half-plans/<plan_id>"): _PLAN,
        ("DELETE", "/api/half-plans/<plan_id>"): _PLAN,
    }
)
# Every calculator is one address by its name.
_CALCULATOR = "/api/calc/"


def rule_of(method: str, address: str) -> Rule | None:
    """The rule of an address as it is written in the map of addresses; None for one that has none:
    nobody may.
    """
    method = "GET" if method == "HEAD" else method
    if method == "POST" and address.startswith(_CALCULATOR):
        return ANYBODY
    return RULES.get((method, address))
