"""The page that says how a device comes to trust this server, and why it should."""

from __future__ import annotations

from tribodex.exchange.chain_mark import qr
from tribodex.exchange.paper import environment


def trust_page(address: str, fingerprint: str, nonce: str = "") -> str:
    """The page, complete in itself. `address` is where browsers go, without a path; `fingerprint`
    the authority's SHA-256, in groups.
    """
    plain = address.replace("https://", "http://", 1)
    made = environment().get_template("trust.html")
    return made.render(
        address=address,
        plain=f"{plain}/trust",
        fingerprint=fingerprint,
        qr_code=qr(f"{plain}/trust"),
        nonce=nonce,
    )
