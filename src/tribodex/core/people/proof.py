"""What proves who somebody is: a password at a device for the first time, a PIN beside the
machine."""

from __future__ import annotations

from tribodex.core.errors import InvalidInput

# Short enough to tap with a glove; wrong ones are counted where it is checked.
PIN_LEAST, PIN_MOST = 4, 8
# Length helps more than rules of letters (NIST SP 800-63B, from memory).
PASSWORD_LEAST, PASSWORD_MOST = 10, 200
_RUN = "01234567890"


def check_pin(pin: str, field: str = "pin") -> str:
    """A PIN that may be kept. Raises InvalidInput for one that a stranger would try first.

    >>> check_pin(" 4071 ")
    '4071'
    >>> check_pin("1234")
    Traceback (most recent call last):
    ...
    tribodex.core.errors.InvalidInput: A PIN in a row, or of one digit, is the first that anybody
    tries.
    """
    pin = pin.strip()
    if not (pin.isascii() and pin.isdigit() and PIN_LEAST <= len(pin) <= PIN_MOST):
        raise InvalidInput.at(
            field,
            f"A PIN is {PIN_LEAST} to {PIN_MOST} digits.",
            "for example the digits of a part number that only you think of",
        )
    doubled = len(pin) % 2 == 0 and pin[: len(pin) // 2] == pin[len(pin) // 2 :]
    if len(set(pin)) == 1 or pin in _RUN or pin in _RUN[::-1] or doubled:
        raise InvalidInput.at(
            field,
            "A PIN in a row, or of one digit, is the first that anybody tries.",
            "digits in no order",
        )
    return pin


def check_password(password: str, *known: str, field: str = "password") -> str:
    """A password that may be kept; `known`: names that it must not be. Raises InvalidInput.

    >>> check_password("three oats at dawn", "Wren Ashby")
    'three oats at dawn'
    """
    if not PASSWORD_LEAST <= len(password) <= PASSWORD_MOST:
        raise InvalidInput.at(
            field,
            f"A password is at least {PASSWORD_LEAST} letters.",
            "a few words that belong to nothing, blanks allowed",
        )
    if len(set(password)) < PASSWORD_LEAST // 2:
        raise InvalidInput.at(
            field, "That is one letter over and over.", "a few words that belong to nothing"
        )
    plain = "".join(password.lower().split())
    if any(
        name and plain in ("".join(name.lower().split()), "".join(name.lower().split()) * 2)
        for name in known
    ):
        raise InvalidInput.at(field, "That is your own name.", "a few words that belong to nothing")
    return password
