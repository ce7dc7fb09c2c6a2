"""Somebody comes in, by whichever way: the device, the session and its cookies."""

from __future__ import annotations

from dataclasses import dataclass

from flask import Response, request

from tribodex.store.repository import SqlStore
from tribodex.usecases.people.hashes import new_token, seal_of, token_hash
from tribodex.usecases.people.signing_in import Device, Entered, SignIn
from tribodex.usecases.people.views import Me, me
from tribodex.usecases.shape import Shape
from tribodex.web.access import DEVICE, SEALED, SESSION, device_name
from tribodex.web.context import Context, context, reply
from tribodex.web.models import Whole

DEVICE_DAYS = 400


@dataclass(frozen=True)
class In:
    """Who came in, and the secret that taps of that person carry on this device."""

    me: Me
    tap: str


class InAnswer(Whole[In]):
    """Who came in."""


IN = Shape(In)


@dataclass(frozen=True)
class AtDevice:
    """This browser, and its secret: a new one where it had none."""

    known: Device
    secret: str


def at_device() -> AtDevice:
    """The browser that asks, also one that was never here."""
    secret = request.cookies.get(DEVICE, "") or new_token()
    return AtDevice(Device(token_hash(secret)[:32], device_name(request.user_agent.string)), secret)


def sign_in(store: SqlStore) -> SignIn:
    """Who is it, as this server asks."""
    here = context()
    return SignIn(store.who, here.hashes, here.tries, here.now())


def come_in(
    here: Context, store: SqlStore, entered: Entered, device: AtDevice, status: int = 200
) -> Response:
    """The answer to somebody who came in, with the cookies of the session."""
    answer = reply(
        IN, In(me(store.who, entered.session, one_tap=here.one_tap), entered.tap_token), status
    )
    seconds = max(60, round((entered.session.ends_at - here.now()).total_seconds()))
    for name, value, age, hidden in (
        (SESSION, entered.token, seconds, True),
        # Read by our own pages alone, and sent back with what they write.
        (SEALED, seal_of(entered.token), seconds, False),
        (DEVICE, device.secret, DEVICE_DAYS * 24 * 3600, True),
    ):
        answer.set_cookie(
            name, value, max_age=age, httponly=hidden, secure=request.is_secure, samesite="Lax"
        )
    return answer
