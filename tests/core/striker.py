"""Somebody who drives by blows."""

from __future__ import annotations

from tests.helpers import Bench
from tribodex.core.mounting.gauging import Outcome, Phase
from tribodex.core.topics.tapered import commands as cmd
from tribodex.core.topics.tapered.leaves import next_cell
from tribodex.core.topics.tapered.moves import Do


class Striker:
    """A fitter who strikes: every blow takes less than the one before, until the spanner is too
    small; nobody counts a degree.
    """

    def __init__(
        self, bench: Bench, first_um: float = 7.0, falls: float = 0.93, initial_um: float = 127.0
    ) -> None:
        self.bench, self.left_um, self.loss_um, self.falls = bench, initial_um, first_um, falls

    def gauge(self, phase: Phase, places: int | None = None) -> None:
        self.bench.do(cmd.StartGauging(phase, places))
        while (gauging := self.bench.state.open_gauging()) and (
            todo := next_cell(self.bench.state, gauging)
        ):
            cell, choice = todo
            goes_in = choice.stack.thickness_um <= self.left_um
            outcome = Outcome.PASSES if goes_in else Outcome.STOPS
            self.bench.do(
                cmd.TryLeaf(cell.place, cell.row, f"{choice.stack.thickness_um} µm", outcome)
            )
        self.bench.do(cmd.CloseGauging())

    def strike(self, count: int, same: bool = True) -> None:
        for _ in range(count):
            self.left_um -= self.loss_um
            self.loss_um *= self.falls
        self.bench.do(cmd.StrikeBlows(count, same))

    def follow(self, most: int = 40) -> list[str]:
        """Do what is said until it is to be signed, or a release is; what was asked, in order."""
        asked: list[str] = []
        for _ in range(most):
            move = self.bench.move()
            asked.append(move.do)
            match move.do:
                case Do.STRIKE if "heavier" in move.headline or move.headline.startswith("Lighter"):
                    # Another hammer, as it is said.
                    self.loss_um = 5.0 if "heavier" in move.headline else max(0.5, self.loss_um / 3)
                    self.strike(1, same=False)
                case Do.STRIKE:
                    self.strike(move.blows or 1)  # type: ignore[attr-defined]
                case Do.GAUGE:
                    self.gauge(Phase.DRIVE_UP, move.places)  # type: ignore[attr-defined]
                case Do.SEAT:
                    self.bench.do(cmd.SeatNut(washer_thickness="1.75 mm"))
                case Do.LOCK if move.turn_deg is None:  # type: ignore[attr-defined]
                    self.bench.do(cmd.SeeTab("1.5", "degrees"))
                case Do.LOCK:
                    self.left_um -= 0.39 * move.turn_deg  # type: ignore[attr-defined]
                    self.bench.do(cmd.Lock(f"{move.turn_deg:.2f}"))  # type: ignore[attr-defined]
                case Do.GAUGE_FINAL:
                    self.gauge(Phase.FINAL)
                case "confirm_gate":
                    assert move.gate
                    self.bench.pass_gate(move.gate)
                case _:
                    return asked
        raise AssertionError(f"no end: {asked}")
