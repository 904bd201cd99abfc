"""What stands where in a part of a scheme: the one source of both its expression and the search.

A part is one of several pieces, no two of which share a string. A piece says which characters may
stand at each of its places, and how many of them must.
"""

import re
from dataclasses import dataclass
from itertools import groupby, product
from string import ascii_lowercase, ascii_uppercase, digits

from anleitung.core.documents.scheme import (
    Date,
    Fixed,
    Letters,
    Number,
    OneOfList,
    Part,
    Respin,
)

Place = frozenset[str]
_Places = tuple[Place, ...]


@dataclass(frozen=True, slots=True)
class Piece:
    """One alternative of a part: which characters at each place, least and most of them."""

    places: _Places
    least: int


_UPPER, _LOWER, _DIGIT = map(frozenset, (ascii_uppercase, ascii_lowercase, digits))
_NOT_ZERO = _DIGIT - {"0"}


def pieces_of(part: Part) -> tuple[Piece, ...]:
    match part:
        case Fixed(text=text):
            return (_whole(_spelled(text)),)
        case OneOfList(values=values):
            # Longer ones first: an expression takes the first that fits.
            return tuple(_whole(_spelled(v)) for v in sorted(values, key=lambda v: (-len(v), v)))
        case Letters(least=least, most=most, case=case):
            return (Piece((_UPPER if case == "upper" else _LOWER,) * most, least),)
        case Number(least=least, most=most) if least == most:
            return (Piece((_DIGIT,) * most, least),)
        case Number(least=least, most=most):
            longer = Piece((_NOT_ZERO, *(_DIGIT,) * (most - 1)), max(least, 2))
            return (Piece((_DIGIT,), 1), longer) if least == 1 else (longer,)
        case Date(form=form):
            return tuple(_whole(places) for places in _dates(form))
        case Respin():
            return (Piece((_LOWER,), 0),)


def expression_of(part: Part) -> str:
    """A regular expression, made here and never by a user, for exactly these pieces."""
    return "|".join(map(_expression, pieces_of(part)))


def _whole(places: _Places) -> Piece:
    return Piece(places, len(places))


def _spelled(text: str) -> _Places:
    return tuple(frozenset(c) for c in text)


def _expression(piece: Piece) -> str:
    must, may = piece.places[: piece.least], piece.places[piece.least :]
    found = ""
    for place, run in groupby(must):
        count = sum(1 for _ in run)
        found += _class(place) + (f"{{{count}}}" if count > 1 else "")
    if may:
        # The optional tail of a piece is made of one kind of character.
        found += f"{_class(may[0])}{{0,{len(may)}}}"
    return found


def _class(place: Place) -> str:
    known = {_UPPER: "[A-Z]", _LOWER: "[a-z]", _DIGIT: "[0-9]", _NOT_ZERO: "[1-9]"}
    if place in known:
        return known[place]
    if len(place) == 1:
        return re.escape(next(iter(place)))
    return f"[{''.join(sorted(place))}]"


# Two digits each, as (first, second). Weeks go to 53, whichever years have so many.
_ANY = ((_DIGIT, _DIGIT),)
_D = frozenset
_WEEKS = ((_D("0"), _NOT_ZERO), (_D("1234"), _DIGIT), (_D("5"), _D("0123")))
_MONTHS = ((_D("0"), _NOT_ZERO), (_D("1"), _D("012")))
_LONG = ((_D("0"), _D("13578")), (_D("1"), _D("02")))
_SHORT = ((_D("0"), _D("469")), (_D("1"), _D("1")))
_FEBRUARY = ((_D("0"), _D("2")),)
_TO_28 = ((_D("0"), _NOT_ZERO), (_D("1"), _DIGIT), (_D("2"), _D("012345678")))
_TO_30 = ((_D("0"), _NOT_ZERO), (_D("12"), _DIGIT), (_D("3"), _D("0")))
_TO_31 = ((_D("0"), _NOT_ZERO), (_D("12"), _DIGIT), (_D("3"), _D("01")))
_DAY_29 = ((_D("2"), _D("9")),)
_BY_FOUR = ((_D("02468"), _D("048")), (_D("13579"), _D("26")))
_BY_FOUR_NOT_00 = ((_D("0"), _D("48")), (_D("2468"), _D("048")), (_D("13579"), _D("26")))
_00 = ((_D("0"), _D("0")),)


def _dates(form: str) -> list[_Places]:
    """Every date that there is: 30 February is none, 29 February only in a leap year."""
    if form in ("yyww", "yymm"):
        return _joined(_ANY, _WEEKS if form == "yyww" else _MONTHS)
    full = form.startswith("yyyy")
    years = (_ANY, _ANY) if full else (_ANY,)
    found = [
        *_joined(*years, _LONG, _TO_31),
        *_joined(*years, _SHORT, _TO_30),
        *_joined(*years, _FEBRUARY, _TO_28),
    ]
    if not full:  # of this century, whose years 00, 04, … are all leap years
        return [*found, *_joined(_BY_FOUR, _FEBRUARY, _DAY_29)]
    return [
        *found,
        *_joined(_ANY, _BY_FOUR_NOT_00, _FEBRUARY, _DAY_29),
        *_joined(_BY_FOUR, _00, _FEBRUARY, _DAY_29),
    ]


def _joined(*groups: tuple[tuple[Place, Place], ...]) -> list[_Places]:
    return [tuple(c for pair in pairs for c in pair) for pairs in product(*groups)]
