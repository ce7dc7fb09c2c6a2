"""Whose word a tap gives, and whether that person stands by it: by being signed in with the own
PIN, or by a PIN of the second person.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from tribodex.core.errors import Field, TribodexError
from tribodex.core.job.commands import CounterSign, HandOver, Sign
from tribodex.core.people import Right, Word, words_in
from tribodex.usecases.people.ports import Account, Acting, KeepsPeople, PlantSite

SECOND_BY_SITE = "this site has every record signed by two"


class NotYours(TribodexError):
    """A tap under a name that is not there to give it, or beyond what that person may do."""

    def __init__(self, detail: str, *fields: Field) -> None:
        super().__init__(detail)
        self.fields = fields


class PinNeeded(TribodexError):
    """Somebody has still to stand by a tap with the own PIN. Nothing was stored; the tap waits for
    it.
    """

    def __init__(self, account: Account, field: str) -> None:
        super().__init__(
            f"The PIN of {account.name} is needed. Nothing is lost: it is sent as soon as that is"
            " there."
        )
        self.fields = (
            Field(field, f"{account.name} stands by this with the own PIN.", account.id),
        )


@dataclass(frozen=True)
class Needed:
    """Whose PIN a tap needs."""

    account: Account
    word: Word


def ask_words(
    store: KeepsPeople, acting: Acting, command: Any, client_event_id: str, *, one_tap: bool
) -> None:
    """Everybody whose word the command gives stands by it.

    Raises NotYours for a name that signs in nowhere here or that may not, PinNeeded where a PIN is
    missing.
    """
    words = list(words_in(command))
    if isinstance(command, HandOver):
        _ask_taker(store, acting, command)
    if not words:
        return
    proven = store.proofs(client_event_id) if not one_tap else frozenset[str]()
    for needed in _needed(store, acting, words, one_tap):
        if not one_tap and needed.account.id not in proven:
            raise PinNeeded(needed.account, needed.word.field)


def _needed(
    store: KeepsPeople, acting: Acting, words: list[Word], one_tap: bool
) -> Iterator[Needed]:
    # Who has no way in proves nothing; in the demonstration everybody comes in by one tap.
    able = (
        account
        for account in store.accounts()
        if account.left_at is None and (one_tap or account.can_sign_in)
    )
    by_name = {account.name.casefold(): account for account in able}
    for word in words:
        account = by_name.get(word.name.casefold())
        if account is None:
            if word.decides:
                may = ", ".join(
                    sorted(
                        one.name for one in by_name.values() if _may_decide(one, acting.site, word)
                    )
                )
                raise NotYours(
                    f"{word.name} does not sign in here.",
                    Field(word.field, f"Nobody here is called {word.name}.", may or "a person"),
                )
            # Whoever signs in nowhere here is passed on as hearsay: it stands as what somebody
            # said, under the name of who typed it.
            continue
        if word.decides and not _may_decide(account, acting.site, word):
            raise NotYours(
                _why_not(account, acting.site, word),
                Field(word.field, f"{account.name} may not.", "somebody who may"),
            )
        # Any word of a signature or a decision is asked for, also the own one; what one says
        # oneself stands under one's name already.
        if word.decides or account.id != acting.account.id:
            yield Needed(account, word)


def _may_decide(account: Account, site: PlantSite, word: Word) -> bool:
    right = Right.COUNTER_SIGN if word.counters else Right.SIGN
    return account.rights.may(right, site.id) and (word.signs or not account.works_under)


def _why_not(account: Account, site: PlantSite, word: Word) -> str:
    if account.works_under and not word.counters:
        return (
            f"{account.name} works under somebody: that person decides, with the own name and PIN."
        )
    what = "counter-sign" if word.counters else "sign or decide"
    return f"{account.name} may not {what} at {site.name}."


def _ask_taker(store: KeepsPeople, acting: Acting, command: HandOver) -> None:
    """A job is given to somebody who can take it. Raises NotYours."""
    # By the very name under which that person's work is listed.
    taker = next(
        (
            account
            for account in store.accounts()
            if account.name == command.to.strip() and account.left_at is None
        ),
        None,
    )
    if taker is None or not taker.rights.may(Right.WORK, acting.site.id):
        may = ", ".join(
            account.name
            for account in store.accounts()
            if account.left_at is None and account.rights.may(Right.WORK, acting.site.id)
        )
        raise NotYours(
            f"{command.to} cannot take it.", Field("to", "Nobody of that name works here.", may)
        )


def ask_reader(
    store: KeepsPeople, acting: Acting, name: str, client_event_id: str, *, one_tap: bool
) -> None:
    """Whoever read a figure in print as well stands by it. Raises NotYours for a name that signs in
    nowhere here, PinNeeded without a PIN.
    """
    if not name.strip():
        return
    able = [
        account
        for account in store.accounts()
        if account.left_at is None
        and (one_tap or account.can_sign_in)
        and account.rights.may(Right.READ, acting.site.id)
    ]
    account = next(
        (one for one in able if one.name.casefold() == " ".join(name.split()).casefold()), None
    )
    if account is None:
        may = ", ".join(sorted(one.name for one in able if one.id != acting.account.id))
        raise NotYours(
            f"{name} does not sign in here.",
            Field("second", f"Nobody here is called {name}.", may or "a person"),
        )
    if not one_tap and account.id not in store.proofs(client_event_id):
        raise PinNeeded(account, "second")


def second_eyes(store: KeepsPeople, acting: Acting, command: Any) -> str:
    """Why somebody else signs a record too; empty where nobody needs to."""
    if not isinstance(command, Sign):
        return ""
    # Whoever signs, on whose device it may be.
    wanted = " ".join(command.name.split()).casefold()
    signer = next(
        (account for account in store.accounts() if account.name.casefold() == wanted),
        acting.account,
    )
    if signer.works_under:
        over = store.account(signer.works_under)
        return f"{signer.name} works under {over.name if over else 'somebody'}"
    return SECOND_BY_SITE if acting.site.four_eyes else ""


def right_of(command: Any) -> Right:
    """What somebody must be allowed to, to do this to a job.

    >>> from tribodex.core.job.commands import AddNote, Sign
    >>> right_of(AddNote("done")), right_of(Sign("Wren Ashby", "fitter"))
    (<Right.WORK: 'work'>, <Right.SIGN: 'sign'>)
    """
    if isinstance(command, CounterSign):
        return Right.COUNTER_SIGN
    if isinstance(command, Sign):
        return Right.SIGN
    return Right.WORK
