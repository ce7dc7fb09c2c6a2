"""What a next move is: an instruction in words, why, and what could go wrong."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from tribodex.core.working import Verdict


class Ask(StrEnum):
    """What the kernel itself asks for; every topic has words of its own."""

    CONFIRM = "confirm_gate"
    TICK = "tick_step"
    HELD = "held"
    ACCEPT = "accept_alarm"
    SIGN = "sign"
    COUNTER_SIGN = "counter_sign"
    NOTHING = "nothing"


@dataclass(frozen=True)
class Move:
    """The next move. `do` names what the person is asked to do; the interface offers the tap that
    goes with it.

    `gate` is set where one is to be confirmed; `points` are lines of a list: explanations that are
    left, ways out. A topic's own move adds what its panel draws. `stops`: nothing goes on here
    before it is answered. `states`: what a step needs that no work of this job would show, to be
    said by name at `states_at`.
    """

    do: str
    headline: str
    why: str
    risk: str = ""
    gate: str | None = None
    points: tuple[str, ...] = ()
    states: str = ""
    states_at: str = ""
    stops: bool = False


def stopped_by(do: str, verdict: Verdict, way: str = "") -> Move:
    """The move that answers a judgement that stops: its word and its reason; `way`: how, where the
    reason does not say it.
    """
    return Move(do, f"Stop: {verdict.word}", verdict.reason, way, stops=True)
