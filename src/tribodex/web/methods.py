"""Which methods an address answers to, apart from the front end's one page for every address."""

from __future__ import annotations

from flask import Flask
from werkzeug.routing import Map, Rule

PAGE = "page"
_KEY = "tribodex.own_addresses"


def methods_of(app: Flask, path: str) -> frozenset[str]:
    """The methods that are taken there; empty where the address is not known."""
    own: Map | None = app.extensions.get(_KEY)
    if own is None:
        rules = (
            Rule(rule.rule, methods=rule.methods, endpoint=rule.endpoint)
            for rule in app.url_map.iter_rules()
            if rule.endpoint != PAGE
        )
        own = app.extensions[_KEY] = Map(rules, converters=app.url_map.converters)
    return frozenset(own.bind("").allowed_methods(path))
