"""Does a scheme read some string in two ways?

Each form is a small automaton whose states are (part, progress). Two walks through the same
characters are followed side by side; where they part and both arrive, the string they spell is
the example. Both the search and the reader go by the same pieces, so the example really reads so.
"""

from collections import Counter, deque
from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

from anleitung.core.documents.scheme import MAX_STRING, Fixed, Form, NamingScheme
from anleitung.core.errors import AnleitungError
from anleitung.core.schemes.pieces import Place, pieces_of

BUDGET = 100_000  # pairs of states; about a second

State = tuple[int, int, int, int]  # form, part, which alternative of it, characters taken


@dataclass(frozen=True, slots=True)
class TwoWays:
    """text reads as both forms, or in two ways as the one."""

    text: str
    first: str
    second: str


class _Automaton:
    def __init__(self, forms: tuple[Form, ...]) -> None:
        self.forms = tuple(tuple(pieces_of(p) for p in form.parts) for form in forms)
        places = {
            place
            for form in self.forms
            for part in form
            for piece in part
            for place in piece.places
        }
        self.signs = _one_of_each(places)

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


def _one_of_each(places: set[Place]) -> list[str]:
    """One character of each kind: those that stand in the same places go the same ways."""
    ordered = sorted(places, key=sorted)
    kinds: dict[tuple[bool, ...], str] = {}
    for sign in sorted(frozenset().union(*places)):
        kinds.setdefault(tuple(sign in place for place in ordered), sign)
    return sorted(kinds.values())


class UndecidedScheme(AnleitungError):
    """The search ended before it was done: whether every string reads one way is not known."""

    code = "undecided-scheme"


def find_two_ways(scheme: NamingScheme, *, budget: int = BUDGET) -> TwoWays | None:
    """The shortest string that the scheme reads in two ways, by one form or by two; or None.

    Raises UndecidedScheme where the budget (pairs of states) does not suffice.
    """
    return _search(scheme.forms, budget)


@lru_cache(maxsize=64)  # asked for at each proof, of the few schemes that a site has
def _search(forms: tuple[Form, ...], budget: int) -> TwoWays | None:
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
                    if len(seen) > budget:
                        raise UndecidedScheme(_undecided(forms, seen, budget))
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
        if len(text) == MAX_STRING:  # no longer string is ever read
            continue
        for x in automaton.ready(a):
            for y in automaton.ready(b):
                found = step(x, y, parted, text)
                if found is not None:
                    return found
    return None


def _undecided(forms: tuple[Form, ...], seen: set[tuple[State, State, bool]], budget: int) -> str:
    """Names the two parts between which most of the search went on."""
    where = Counter((a[:2], b[:2]) for a, b, parted in seen if parted)
    first, second = where.most_common(1)[0][0] if where else ((0, 0), (0, 0))
    names = " and ".join(dict.fromkeys(_part_name(forms, *each) for each in (first, second)))
    return (
        f"cannot decide within {budget:,} steps whether every string reads in one way only: make "
        f"these parts more different: {names}. Separators of their own, or fixed lengths, help."
    )


def _part_name(forms: tuple[Form, ...], form: int, part: int) -> str:
    found = forms[form].parts[part]
    name = repr(found.text) if isinstance(found, Fixed) else found.field
    return f"{name} in the form {forms[form].id}"
