"""Texts that nobody means."""

from __future__ import annotations

from hypothesis import strategies as st

# What fingers, scanners and other programs send: signs, units in odd places, exponents, fractions,
# other scripts, huge numbers.
ODD = st.one_of(
    st.text(max_size=12),
    st.sampled_from(
        [
            "",
            " ",
            "0",
            "-1",
            "+5",
            "1e400",
            "1e-400",
            "nan",
            "inf",
            "-inf",
            "½",
            "１２",
            "٣",
            "1/0",
            "3 3/16",
            "0,12",
            "1.2.3",
            "0x10",
        ]
    ),
    st.sampled_from(
        [
            "0.12 mm",
            "4.5 thou",
            "120 µm",
            "120 um",
            "1/8 in",
            '3"',
            "5 ft",
            "12 furlongs",
            "°",
            "90°",
            "1 turn",
            "9" * 400,
            "--",
            "1_000",
        ]
    ),
    st.floats(allow_nan=True, allow_infinity=True).map(str),
    st.integers(-(10**12), 10**12).map(str),
)
