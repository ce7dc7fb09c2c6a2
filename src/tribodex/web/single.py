"""Single sign-on: away to the site's own provider, and back with its word."""

from __future__ import annotations

from hmac import compare_digest

from flask import Response, request
from flask_openapi3 import Tag
from pydantic import ConfigDict, Field

from tribodex.core.errors import NotFound, Refused
from tribodex.usecases.people.hashes import new_token
from tribodex.usecases.people.provider import Away, Provider
from tribodex.web.blueprint import Blueprint
from tribodex.web.coming_in import InAnswer, at_device, come_in, sign_in
from tribodex.web.context import context
from tribodex.web.models import Model
from tribodex.web.problems import Problem

api = Blueprint(
    "single",
    __name__,
    url_prefix="/api",
    abp_tags=[Tag(name="people")],
    abp_responses={404: Problem, 409: Problem, 429: Problem, 502: Problem},
)
AWAY = "tribodex_away"
AWAY_S = 600
# A page of ours: it sends on what came back with it.
BACK = "single-sign-on"


class Begun(Model):
    """Where the browser goes."""

    address: str


class NothingBody(Model):
    """Nothing is said."""

    model_config = ConfigDict(extra="forbid")


class BackBody(Model):
    """What the provider sent the browser back with."""

    model_config = ConfigDict(extra="forbid")
    code: str = Field(min_length=1, max_length=4000)
    state: str = Field(min_length=1, max_length=400)


@api.post("/single-sign-on/begin", responses={200: Begun}, summary="Go to the site's own sign-on")
def post_begin(body: NothingBody) -> Response:
    del body
    away = Away(new_token(), new_token(), new_token())
    answer = Response(
        Begun(address=_provider().address(away, _back())).model_dump_json(),
        content_type="application/json",
    )
    answer.set_cookie(
        AWAY,
        away.said(),
        max_age=AWAY_S,
        httponly=True,
        secure=request.is_secure,
        samesite="Lax",
        path=_PATH,
    )
    return answer


@api.post(
    "/single-sign-on", responses={200: InAnswer}, summary="Come back from the site's own sign-on"
)
def post_back(body: BackBody) -> Response:
    here, device, provider = context(), at_device(), _provider()
    away = Away.read(request.cookies.get(AWAY, ""))
    if away is None or not compare_digest(away.state.encode(), body.state.encode()):
        raise Refused("This browser did not go to the sign-on, or too long ago: begin again.")
    identity = provider.who(body.code, away, _back())
    with here.store() as store:
        answer = come_in(here, store, sign_in(store).by_provider(identity, device.known), device)
    # An answer counts once.
    answer.delete_cookie(AWAY, path=_PATH)
    return answer


_PATH = "/api/single-sign-on"


def _provider() -> Provider:
    provider = context().provider
    if provider is None:
        raise NotFound("There is no single sign-on here.")
    return provider


def _back() -> str:
    return f"{request.host_url}{BACK}"
