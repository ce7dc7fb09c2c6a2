"""Grease guns of the crib: what ten strokes weighed, and what is in them."""

from __future__ import annotations

import statistics
from collections.abc import Sequence
from dataclasses import asdict, dataclass
from datetime import datetime

from tribodex.core.errors import InvalidInput
from tribodex.core.grease.strokes import STROKE_G, GreaseGun
from tribodex.core.quantities import parse_mass_g
from tribodex.core.working import number
from tribodex.usecases.crib.checks import checked_day
from tribodex.usecases.crib.shelf import history, latest
from tribodex.usecases.draft.collector import Collector
from tribodex.usecases.draft.given import AS_TYPED
from tribodex.usecases.ports import CribItem
from tribodex.usecases.shape import Shape

# Strokes that are weighed at once, and more weighings than anybody does.
WEIGHED_STROKES, MOST_WEIGHINGS = 10, 20
# Ten strokes of one gun weigh the same within a few tenths; more than this is a slip, or air (own
# choice).
MOST_APART = 1.5


@AS_TYPED
@dataclass(frozen=True)
class GunDraft:
    """A gun as typed: what each ten strokes weighed, with semicolons between several weighings."""

    name: str = ""
    weighings: str = ""
    weighed_on: str = ""
    grease: str = ""
    meant: str = ""


@dataclass(frozen=True)
class GunView:
    """A gun with how it came to be what it is; `stroke` in words: 1.3 g ± 0.05 g."""

    id: str
    gun: GreaseGun
    stroke: str
    draft: GunDraft
    version: int
    actor: str
    recorded_at: datetime
    withdrawn: bool
    history: tuple[str, ...]


_GUN = Shape(GunDraft)


def read_gun_draft(draft: GunDraft) -> GreaseGun:
    """A gun from what was typed: mean of a stroke, and twice the spread of several weighings.
    Raises InvalidInput with the fields to correct.
    """
    errors = Collector()
    if not draft.name.strip():
        errors.add(
            "name",
            "A gun has a name, so that a record can say which was used.",
            "for example “gun 2, red band”",
        )
    errors.take(lambda: checked_day(draft.weighed_on, "weighed_on"))
    texts = [text for text in draft.weighings.split(";") if text.strip()]
    if not 1 <= len(texts) <= MOST_WEIGHINGS:
        errors.add(
            "weighings",
            "What do ten strokes of it weigh?",
            "13.1 g; 12.8 g; 13.0 g: ten strokes each, once or several times",
        )
    each = [errors.take(lambda text=text: _one(text)) for text in texts[:MOST_WEIGHINGS]]  # type: ignore[misc]
    errors.check()
    strokes = [grams for grams in each if grams is not None]
    spread = 2 * statistics.stdev(strokes) if len(strokes) > 1 else 0.0
    return GreaseGun(draft.name.strip(), round(statistics.fmean(strokes), 3), round(spread, 3))


def weighed_alike(draft: GunDraft) -> None:
    """Raises InvalidInput where the weighings cannot be of one gun; what was kept before stays
    readable.
    """
    strokes = [_one(text) for text in draft.weighings.split(";") if text.strip()]
    if max(strokes) > MOST_APART * min(strokes):
        low, high = (
            number(round(grams * WEIGHED_STROKES, 2)) for grams in (min(strokes), max(strokes))
        )
        raise InvalidInput.at(
            "weighings",
            f"Weighings of {low} g and {high} g are not of one gun: one stroke in place of ten, or"
            " air in it.",
            "ten strokes each, again",
        )


def _one(typed: str) -> float:
    grams = parse_mass_g(typed, "weighings") / WEIGHED_STROKES
    if not STROKE_G[0] <= grams <= STROKE_G[1]:
        raise InvalidInput.at(
            "weighings",
            f"Ten strokes of {number(grams * 10)} g are out of range.",
            "what ten strokes weigh together, 0.5 to 200 g",
        )
    return grams


def gun_item(draft: GunDraft) -> dict[str, str]:
    """A gun as it is kept."""
    return asdict(draft)


def guns_shelf(items: Sequence[CribItem]) -> list[GunView]:
    """Every gun with its history, withdrawn ones too."""
    views = []
    for item in latest(items, "gun"):
        draft = _GUN.validate_python(item.payload)
        gun = read_gun_draft(draft)
        stroke = (
            f"{number(round(gun.stroke_g, 2))}"
            f" g{f' ± {number(round(gun.spread_g, 2))} g' if gun.spread_g else ''}"
        )
        shown = (
            item.version,
            item.by,
            item.recorded_at,
            item.withdrawn,
            history(items, item.item_id),
        )
        views.append(GunView(item.item_id, gun, stroke, draft, *shown))
    return views


def guns_of(items: Sequence[CribItem]) -> list[GreaseGun]:
    """The guns on offer, as they were weighed: newest versions, withdrawn ones left out."""
    return [view.gun for view in guns_shelf(items) if not view.withdrawn]
