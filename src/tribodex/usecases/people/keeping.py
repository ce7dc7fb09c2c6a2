"""The people of a plant: who is here, what each may do, who left; and the sites."""

from __future__ import annotations

import secrets
import uuid
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime

from tribodex.core.errors import InvalidInput, NotFound, Refused
from tribodex.core.people import Right, Rights, check_password, check_pin
from tribodex.usecases.people.hashes import Hashes
from tribodex.usecases.people.ports import Account, Acting, KeepsPeople, PlantSite, Session
from tribodex.usecases.people.signing_in import person_name, sign_in_name
from tribodex.usecases.ports import ConcurrentWriter

# Letters of a first password that are not mistaken for one another.
_PLAIN = "abcdefghkmnpqrstuvwxyz23456789"
SETTINGS = {
    "units": ("mm", "inch"),
    "look": ("light", "dark"),
    "number": ("point", "comma"),
    "text": ("usual", "large", "largest"),
}


@dataclass(frozen=True)
class PersonDraft:
    """A person as an administrator types it. `works_under`: the id of who counter-signs, empty for
    nobody.
    """

    name: str
    handle: str = ""
    rights: Mapping[str, Sequence[str]] | None = None
    works_under: str = ""


@dataclass(frozen=True)
class Given:
    """A person with a first password, told once."""

    account: Account
    first_password: str


class Keeper:
    """What an administrator does. Nobody gives or takes rights at a site that the own rights do not
    administer.
    """

    def __init__(self, store: KeepsPeople, acting: Acting, hashes: Hashes, now: datetime) -> None:
        self._store, self._acting, self._hashes, self._now = store, acting, hashes, now
        self._own = set(acting.account.rights.sites_with(Right.ADMINISTER))

    def add(self, draft: PersonDraft) -> Given:
        """A new person with a first password. Raises InvalidInput with the fields to correct."""
        account = Account(
            uuid.uuid4().hex, person_name(draft.name), rank=len(self._store.accounts())
        )
        return self._let_in(self._with(account, draft), f"added {account.name}")

    def change(self, account_id: str, draft: PersonDraft) -> Account:
        """Rights, sign-in name, and under whom somebody works; the name in logs stays. Raises as
        add(), NotFound.
        """
        account = self._person(account_id)
        if " ".join(draft.name.split()) != account.name:
            raise InvalidInput.at(
                "name",
                "Logs name people: a name stays what it is.",
                f"{account.name}; for another name add another person",
            )
        changed = self._with(account, draft)
        self._not_the_last(account, changed)
        self._keep(changed)
        words = "; ".join(
            f"{site}: {', '.join(rights) or 'nothing'}"
            for site, rights in changed.rights.said().items()
        )
        self._store.add_act(
            self._acting.act(self._now, "changed rights", f"{account.name}: {words or 'no rights'}")
        )
        return changed

    def let_in(self, account_id: str) -> Given:
        """A new first password for somebody who forgot it or had none; sessions end. Raises
        NotFound, Refused without a sign-in name.
        """
        account = self._person(account_id, whole=True)
        if not account.handle:
            raise InvalidInput.at(
                "handle", f"{account.name} has no name to sign in with yet.", "give one first"
            )
        self._end_all(account)
        return self._let_in(account, f"new password for {account.name}")

    def leave(self, account_id: str) -> Account:
        """Somebody left: nothing is open to that name any more, and lists show a pseudonym; signed
        records keep the name.
        """
        account = self._person(account_id, whole=True)
        if account.id == self._acting.account.id:
            raise Refused("Somebody else says that you left.")
        left = sum(1 for account in self._store.accounts() if account.left_at is not None)
        gone = replace(
            account,
            left_at=self._now,
            pseudonym=f"Former person {left + 1}",
            password="",
            pin="",
            identity="",
            rights=Rights(),
        )
        self._not_the_last(account, gone)
        self._end_all(account)
        for one in self._store.accounts():
            if one.works_under == account.id:
                self._store.keep_account(replace(one, works_under=self._acting.account.id))
        self._keep(replace(gone, handle=""))
        self._store.add_act(self._acting.act(self._now, "left", gone.pseudonym))
        return gone

    def end(self, session_id: str) -> None:
        """End a session of anybody whom the own rights administer."""
        for account in self._store.accounts():
            if any(
                session.id == session_id for session in self._store.sessions(account.id)
            ) and self._administers(account):
                self._store.end_sessions([session_id], self._now)
                self._store.add_act(self._acting.act(self._now, "ended a session", account.shown))
                return
        raise NotFound("There is no such session here.")

    def sessions(self) -> list[Session]:
        """Sessions of everybody whom the own rights administer, the newest first."""
        return [session for session in self._store.sessions() if self._administers(session.account)]

    def keep_site(self, site: PlantSite, *, new: bool = True) -> PlantSite:
        """What holds at a site; a new one is administered by who adds it. Raises InvalidInput,
        NotFound for one that is not one's own.
        """
        name = " ".join(site.name.split())[:120]
        if not name:
            raise InvalidInput.at("name", "A site has a name.", "what people call it")
        if not 1 <= site.quiet_min <= 24 * 60:
            raise InvalidInput.at(
                "quiet_min", f"{site.quiet_min} minutes cannot be meant.", "1 to 1440; usual is 30"
            )
        if not 1 <= site.offline_days <= 60:
            raise InvalidInput.at(
                "offline_days", f"{site.offline_days} days cannot be meant.", "1 to 60; usual is 7"
            )
        sites = self._store.sites()
        if any(one.id != site.id and one.name.casefold() == name.casefold() for one in sites):
            raise InvalidInput.at("name", f"There is a site “{name}” already.", "another name")
        if not new and site.id not in self._own:
            raise NotFound("There is no such site here.")
        kept = replace(site, name=name, id=f"s-{uuid.uuid4().hex[:12]}" if new else site.id)
        self._store.keep_site(kept)
        if new:
            own = self._acting.account
            self._keep(replace(own, rights=Rights.of({**own.rights.said(), kept.id: list(Right)})))
        eyes = "four eyes" if kept.four_eyes else "one signature"
        words = f"{name}: {kept.quiet_min} min, {kept.offline_days} days, {eyes}"
        self._store.add_act(
            self._acting.act(self._now, "added a site" if new else "changed a site", words)
        )
        return kept

    def _let_in(self, account: Account, what: str) -> Given:
        password = "-".join("".join(secrets.choice(_PLAIN) for _ in range(5)) for _ in range(3))
        # Whoever is let in anew is linked anew with the site's own sign-on, by the name to sign in
        # with.
        given = (
            replace(account, password=self._hashes.made(password), must_change=True, identity="")
            if account.handle
            else account
        )
        self._keep(given)
        self._store.add_act(self._acting.act(self._now, "let somebody in", what))
        return Given(given, password if account.handle else "")

    def _with(self, account: Account, draft: PersonDraft) -> Account:
        handle = sign_in_name(draft.handle) if draft.handle.strip() else ""
        said = dict(account.rights.said())
        for site, rights in (draft.rights or {}).items():
            if site not in self._own:
                if sorted(rights) == sorted(said.get(site, [])):
                    continue
                raise InvalidInput.at(
                    f"rights.{site}", "You do not administer that site.", "sites of your own"
                )
            said[site] = list(rights)
        under = draft.works_under
        if under:
            over = self._store.account(under)
            if (
                over is None
                or over.left_at is not None
                or over.id == account.id
                or over.works_under
            ):
                raise InvalidInput.at(
                    "works_under",
                    "Under whom?",
                    "somebody who may counter-sign, and who works under nobody",
                )
        known = Rights.of(said)
        if under and any(
            right in known.by_site[site]
            for site in known.by_site
            for right in (Right.COUNTER_SIGN, Right.ADMINISTER)
        ):
            raise InvalidInput.at(
                "works_under",
                "Whoever counter-signs or administers works under nobody.",
                "no such rights, or nobody above",
            )
        return replace(account, handle=handle, rights=known, works_under=under)

    def _keep(self, account: Account) -> None:
        try:
            self._store.keep_account(account)
        except ConcurrentWriter as error:
            raise InvalidInput.at(
                "name",
                "This name, or this sign-in name, is another person's.",
                "another one; two of a name by a letter",
            ) from error

    def _person(self, account_id: str, *, whole: bool = False) -> Account:
        """Somebody whom the own rights administer; `whole`: at every site where that person may do
        anything.
        """
        account = self._store.account(account_id)
        if account is None or account.left_at is not None or not self._administers(account):
            raise NotFound("There is no such person here.")
        if whole and (elsewhere := set(account.rights.sites) - self._own):
            raise Refused(
                f"{account.name} works at {len(elsewhere)} other site(s) too: somebody who"
                " administers those as well does this."
            )
        return account

    def _administers(self, account: Account) -> bool:
        """Whoever has rights only elsewhere is not this administrator's; whoever has none at all is
        anybody's.
        """
        return not account.rights.sites or bool(self._own & set(account.rights.sites))

    def _not_the_last(self, before: Account, after: Account) -> None:
        """A site keeps somebody who administers it. Raises Refused."""
        lost = set(before.rights.sites_with(Right.ADMINISTER)) - set(
            after.rights.sites_with(Right.ADMINISTER)
        )
        for site in lost:
            others = (
                account
                for account in self._store.accounts()
                if account.id != before.id and account.can_sign_in
            )
            if not any(other.rights.may(Right.ADMINISTER, site) for other in others):
                raise Refused(
                    f"{before.name} is the last one who administers that site: somebody else first."
                )

    def _end_all(self, account: Account) -> None:
        self._store.end_sessions(
            [session.id for session in self._store.sessions(account.id)], self._now
        )


def own_secrets(account: Account, hashes: Hashes, *, password: str = "", pin: str = "") -> Account:
    """With another password or PIN, as the person chose it. Raises InvalidInput for one that is
    easily guessed.
    """
    changed = account
    if password:
        changed = replace(
            changed,
            password=hashes.made(check_password(password, account.name, account.handle)),
            must_change=False,
        )
    if pin:
        changed = replace(changed, pin=hashes.made(check_pin(pin)))
    return changed


def own_settings(account: Account, given: Mapping[str, str]) -> Account:
    """With what the person set for the screen. Raises InvalidInput for what nobody can set."""
    for name, value in given.items():
        if name not in SETTINGS:
            raise InvalidInput.at(name, f"“{name}” is nothing that is set.", ", ".join(SETTINGS))
        if value not in SETTINGS[name]:
            raise InvalidInput.at(
                name, f"“{value}” is not one of the choices.", ", ".join(SETTINGS[name])
            )
    return replace(account, settings={**account.settings, **given})
