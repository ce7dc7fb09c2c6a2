"""The log's figures on paper: the first ones to read, all of them as a QR code (ISO/IEC 18004)."""

from __future__ import annotations

import segno
from markupsafe import Markup

from tribodex.usecases.chain import ChainView

# Enough that nobody finds another log with the same ones by chance: 64 bits.
SHOWN, GROUP = 16, 4


def first_figures(chain: ChainView) -> str:
    """The first figures of the newest entry's digest, in groups.

    >>> first_figures(ChainView("a", 1, 3, "0123456789abcdef" * 4, "k", None, None, ()))
    '0123 4567 89ab cdef'
    """
    return " ".join(chain.head[at : at + GROUP] for at in range(0, SHOWN, GROUP))


def chain_qr(chain: ChainView) -> Markup:
    """Job, number of entries, digest and key as a QR code, drawn."""
    return qr(
        f"Tribodex record {chain.number}, {chain.entries} entries\n{chain.head}\nkey {chain.key}"
    )


def qr(text: str) -> Markup:
    """A text as a QR code: SVG that takes the size of its place."""
    # The drawing is made of figures alone: nothing of the text stands in it as text.
    return Markup(
        segno.make(text, error="l", micro=False).svg_inline(
            omitsize=True, border=2, dark="#1c2126", svgclass=None, lineclass=None
        )
    )
