"""Does a scheme read some string in two ways?

Each form is a small automaton whose states are (part, progress). Two walks through the same
characters are followed side by side; where they part and both arrive, the string they spell is
the example. Dates are taken as digits, which can only find too much, never too little.
"""

from collections import deque
from collections.abc import Iterator
from dataclasses import dataclass
from string import ascii_lowercase, ascii_uppercase, digits

from anleitung.core.documents.scheme import (
    Date,
    Fixed,
    Form,
    Letters,
    NamingScheme,
    Number,
    OneOfList,
    Respin,
)

State = tuple[int, int, int, int]  # form, part, which alternative of it, characters taken


@dataclass(frozen=True, slots=True)
class TwoWays:
    """text reads as both forms, or in two ways as the one."""

    text: str
    first: str
    second: str


@dataclass(frozen=True, slots=True)
class _Piece:
    """One alternative of a part: which characters at each place, least and most of them."""

    places: tuple[frozenset[str], ...]
    least: int


_UPPER, _LOWER, _DIGITS = map(frozenset, (ascii_uppercase, ascii_lowercase, digits))


def _pieces(part: object) -> tuple[_Piece, ...]:
    match part:
        case Fixed(text=text):
            return (_spelled(text),)
        case OneOfList(values=values):
            return tuple(map(_spelled, values))
        case Letters(least=least, most=most, case=case):
            return (_Piece((_UPPER if case == "upper" else _LOWER,) * most, least),)
        case Number(least=least, most=most):
            return (_Piece((_DIGITS,) * most, least),)
        case Date(form=form):
            return (_Piece((_DIGITS,) * len(form), len(form)),)
        case Respin():
            return (_Piece((_LOWER,), 0),)
    raise TypeError(part)


def _spelled(text: str) -> _Piece:
    return _Piece(tuple(frozenset(c) for c in text), len(text))


class _Automaton:
    def __init__(self, forms: tuple[Form, ...]) -> None:
        self.forms = tuple(tuple(_pieces(p) for p in form.parts) for form in forms)
        # One sign of each kind suffices, beside those that are spelled out somewhere.
        spelled = {
            next(iter(place))
            for form in self.forms
            for part in form
            for piece in part
            for place in piece.places
            if len(place) == 1
        }
        self.signs = sorted({"A", "a", "1"} | spelled)

    def begins(self) -> Iterator[State]:
        for form, parts in enumerate(self.forms):
            for i, piece in enumerate(parts[0]):
                yield (form, 0, i, 0)
                if piece.least == 0:
                    yield from self._enter(form, 1)

    def _enter(self, form: int, part: int) -> Iterator[State]:
        """The states in which the next character may be taken, from this part on."""
        if part < len(self.forms[form]):
            for i, piece in enumerate(self.forms[form][part]):
                yield (form, part, i, 0)
                if piece.least == 0:
                    yield from self._enter(form, part + 1)

    def after(self, state: State, sign: str) -> Iterator[State]:
        """Where one stands after taking the sign: at the part it belongs to."""
        form, part, i, taken = state
        piece = self.forms[form][part][i]
        if taken < len(piece.places) and sign in piece.places[taken]:
            yield (form, part, i, taken + 1)

    def ready(self, state: State) -> Iterator[State]:
        """The state itself, and those of later parts where this one may end."""
        form, part, i, taken = state
        yield state
        if taken >= self.forms[form][part][i].least:
            yield from self._enter(form, part + 1)

    def ends(self, state: State) -> bool:
        form, part, i, taken = state
        parts = self.forms[form]
        return taken >= parts[part][i].least and all(
            any(piece.least == 0 for piece in later) for later in parts[part + 1 :]
        )


def find_two_ways(scheme: NamingScheme) -> TwoWays | None:
    """The shortest string that the scheme reads in two ways, by one form or by two; or None."""
    return _search(scheme.forms)


def _search(forms: tuple[Form, ...]) -> TwoWays | None:
    automaton = _Automaton(forms)
    begins = sorted(set(automaton.begins()))
    queue: deque[tuple[State, State, bool, str]] = deque()
    seen: set[tuple[State, State, bool]] = set()

    def step(a: State, b: State, parted: bool, text: str) -> TwoWays | None:
        for sign in automaton.signs:
            for x in automaton.after(a, sign):
                for y in automaton.after(b, sign):
                    apart = parted or x != y
                    if (x, y, apart) in seen:
                        continue
                    seen.add((x, y, apart))
                    spelled = text + sign
                    if apart and automaton.ends(x) and automaton.ends(y):
                        return TwoWays(spelled, forms[x[0]].id, forms[y[0]].id)
                    queue.append((x, y, apart, spelled))
        return None

    for a in begins:
        for b in begins:
            found = step(a, b, False, "")
            if found is not None:
                return found
    while queue:
        a, b, parted, text = queue.popleft()
        for x in automaton.ready(a):
            for y in automaton.ready(b):
                found = step(x, y, parted, text)
                if found is not None:
                    return found
    return None
