"""Pictures as they are kept: turned upright, made smaller, re-encoded; whatever a camera wrote
beside the picture (place, serial) is gone.
"""

from __future__ import annotations

import io
import threading
from contextlib import nullcontext
from dataclasses import dataclass
from typing import Literal

from PIL import Image, ImageOps, UnidentifiedImageError

from tribodex.core.errors import InvalidInput

LARGEST_BYTES = 12 * 2**20
LONG_SIDE, QUALITY, MOST_PIXELS = 1600, 80, 60_000_000
# A picture takes three bytes a point while it is made smaller, twice; larger ones come one at a
# time.
MANY_PIXELS = 12_000_000
_ONE_AT_A_TIME = threading.Lock()


@dataclass(frozen=True)
class Kept:
    """What is kept of a picture, sheet or spoken note."""

    kind: Literal["photo", "sheet", "voice"]
    mime: str
    data: bytes


def to_keep(data: bytes) -> Kept:
    """A photograph re-encoded; a PDF or a recording as it is. Raises InvalidInput for anything
    else, or for what is too large.
    """
    if len(data) > LARGEST_BYTES:
        raise InvalidInput.at(
            "file",
            f"{len(data) / 2**20:.0f} MB is too large.",
            f"at most {LARGEST_BYTES // 2**20} MB",
        )
    if data.startswith(b"%PDF-"):
        return Kept("sheet", "application/pdf", data)
    if (voice := _voice(data)) is not None:
        return Kept("voice", voice, data)
    try:
        with Image.open(io.BytesIO(data), formats=("JPEG", "PNG", "WEBP")) as opened:
            if opened.width * opened.height > MOST_PIXELS:
                raise InvalidInput.at(
                    "file",
                    f"{opened.width} × {opened.height} points are too many.",
                    "a photograph of a usual camera",
                )
            # A photograph is read no larger than it is kept, where its format can do that.
            opened.draft("RGB", (LONG_SIDE, LONG_SIDE))
            with _ONE_AT_A_TIME if opened.width * opened.height > MANY_PIXELS else nullcontext():
                upright = _smaller(opened)
    except (
        UnidentifiedImageError,
        OSError,
        SyntaxError,
        ValueError,
        Image.DecompressionBombError,
    ) as error:
        raise InvalidInput.at(
            "file",
            "This is no picture that can be read here.",
            "a photograph as JPEG, PNG or WebP, a PDF, or a recording",
        ) from error
    made = io.BytesIO()
    # A new file without anything of the old one's header.
    Image.frombytes("RGB", upright.size, upright.tobytes()).save(
        made, "JPEG", quality=QUALITY, optimize=True
    )
    return Kept("photo", "image/jpeg", made.getvalue())


def _smaller(opened: Image.Image) -> Image.Image:
    # Smaller before it is turned: turning needs the whole of it twice.
    made = opened if opened.mode in ("RGB", "L") else opened.convert("RGB")
    made.thumbnail((LONG_SIDE, LONG_SIDE))
    return ImageOps.exif_transpose(made).convert("RGB")


def _voice(data: bytes) -> str | None:
    """What a recording is, by how it begins: Matroska/WebM, Ogg, MPEG-4 audio or WAVE; None where
    it is none of them.
    """
    if data.startswith(b"\x1a\x45\xdf\xa3"):
        return "audio/webm"
    if data.startswith(b"OggS"):
        return "audio/ogg"
    if data[4:8] == b"ftyp":
        return "audio/mp4"
    if data.startswith(b"RIFF") and data[8:12] == b"WAVE":
        return "audio/wav"
    return None
