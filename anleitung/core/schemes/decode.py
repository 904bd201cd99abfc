"""Decoding, composing and comparing by a scheme that reads every string in one way only.

The expression that matches is made here and never written by a user. Since the scheme is
unambiguous, at most one way leads to each place of a string, so matching cannot run away.
"""

import re
import unicodedata
from collections.abc import Callable, Mapping
from enum import Enum
from operator import itemgetter
from typing import Any, NamedTuple

from anleitung.core.documents.scheme import (
    MAX_STRING,
    Date,
    Fixed,
    Form,
    NamingScheme,
    Number,
    OneOfList,
    Part,
)
from anleitung.core.errors import AnleitungError
from anleitung.core.schemes.ambiguity import UndecidedScheme, find_two_ways
from anleitung.core.schemes.pieces import expression_of


class AmbiguousScheme(AnleitungError):
    code = "ambiguous-scheme"


class CannotDecode(AnleitungError):
    """at: the place, counted from 1, up to which some form could read the string; 0: none."""

    code = "cannot-decode"

    def __init__(self, message: str, *, at: int = 0) -> None:
        super().__init__(message)
        self.at = at


class CannotCompose(AnleitungError):
    code = "cannot-compose"


class Decoded(NamedTuple):
    """text: as it was read, after cleaning; notes: what was cleaned, a sentence each.

    age: what says which is newer, the weightiest first, () where the scheme does not say;
    kin: the fields that must be equal to be compared. A named tuple, since lists of a hundred
    thousand builds are read at once.
    """

    form: str
    text: str
    names: tuple[str, ...]
    values: tuple[str, ...]
    notes: tuple[str, ...]
    age: tuple[int | str, ...]
    kin: tuple[str, ...]

    @property
    def fields(self) -> dict[str, str]:
        """Name of each field → what stands there, in the order of the string."""
        return dict(zip(self.names, self.values, strict=True))


class Comparison(Enum):
    OLDER = "older"
    SAME = "the same release"
    NEWER = "newer"
    NOT_COMPARABLE = "not comparable"


# Looking a member up costs more than the comparison itself.
_OLDER, _SAME, _NEWER, _NOT_COMPARABLE = Comparison


class Reader:
    """A scheme made ready. Raises AmbiguousScheme with an example that reads two ways."""

    def __init__(self, scheme: NamingScheme) -> None:
        try:
            twice = find_two_ways(scheme)
        except UndecidedScheme as error:
            raise AmbiguousScheme(f"The scheme {scheme.id}: {error}") from error
        if twice is not None:
            forms = twice.first if twice.first == twice.second else f"{twice.first}, {twice.second}"
            raise AmbiguousScheme(
                f"The scheme {scheme.id} reads {twice.text!r} in two ways ({forms}). "
                "Put a separator between the fields, or give them a fixed length."
            )
        self.scheme = scheme
        self._forms = {form.id: form for form in scheme.forms}
        self._ready = [_ready(form, scheme) for form in scheme.forms]

    def read(self, text: str) -> Decoded:
        """Reads a string that is already clean. Raises CannotDecode."""
        for fullmatch, form, names, age, kin in self._ready:
            match = fullmatch(text)
            if match is not None:
                values = match.groups()
                return Decoded(form, text, names, values, (), age(values), kin(values))
        at = max(_reach(each, text) for each in self.scheme.forms)
        got = f"got {text[at : at + 12]!r}" if at < len(text) else "the string ends there"
        raise CannotDecode(
            f"{text[:MAX_STRING]!r} does not read as {self.scheme.name}: it fits up to place {at}, "
            f"then {got}.",
            at=at,
        )

    def decode(self, text: str) -> Decoded:
        """Cleans what a person pasted, says so, and reads it. Raises CannotDecode."""
        cleaned, notes = clean(text)
        try:
            found = self.read(cleaned)
        except CannotDecode:
            stem, dot, ending = cleaned.rpartition(".")
            if not dot or not 1 <= len(ending) <= 5:
                raise
            try:
                found = self.read(stem)
            except CannotDecode:
                stem = ""
            if not stem:
                raise
            notes = (*notes, f"the file ending .{ending} was taken off")
        return found._replace(notes=notes)

    def compose(self, form: str, fields: Mapping[str, str]) -> str:
        """Writes the fields in one of the forms. Raises CannotCompose."""
        known = self._forms.get(form)
        if known is None:
            raise CannotCompose(f"no form is called {form!r}; there are {', '.join(self._forms)}")
        text = "".join(
            part.text if isinstance(part, Fixed) else fields.get(part.field, "")
            for part in known.parts
        )
        try:
            read = self.read(text)
        except CannotDecode as error:
            raise CannotCompose(f"these fields make {text!r}, which does not read back") from error
        given = {p.field: fields.get(p.field, "") for p in known.parts if not isinstance(p, Fixed)}
        if read.form != form or dict(read.fields) != given:
            raise CannotCompose(f"these fields make {text!r}, which reads otherwise")
        return text

    @property
    def build_form(self) -> Form:
        """The first form in which builds are written."""
        return next(form for form in self.scheme.forms if form.what == "build")

    def build_string(self, found: Decoded) -> str:
        """The build that a string is of: a file name carries the same fields in another order.

        Where a file name does not say all of them, the text as it was read.
        """
        if found.form == self.build_form.id:
            return found.text
        try:
            return self.compose(self.build_form.id, found.fields)
        except CannotCompose:
            return found.text

    def compare(self, a: Decoded, b: Decoded) -> Comparison:
        """Is a older or newer than b? A strict partial order on what the scheme decodes."""
        mine, other = a.age, b.age
        if not mine or not other or a.kin != b.kin:
            return _NOT_COMPARABLE
        if mine < other:
            return _OLDER
        return _SAME if mine == other else _NEWER


class _Ready(NamedTuple):
    """One form made ready: its expression, its fields, and what takes age and kin out of them."""

    fullmatch: Callable[[str], re.Match[str] | None]
    form: str
    names: tuple[str, ...]
    age: "Callable[[_Values], Any]"
    kin: "Callable[[_Values], Any]"


def _ready(form: Form, scheme: NamingScheme) -> _Ready:
    parts = [p for p in form.parts if not isinstance(p, Fixed)]
    names = tuple(p.field for p in parts)
    place = {name: i for i, name in enumerate(names)}
    whole = all(name in place for name in (*scheme.newer_by, *scheme.same))
    ranked = [place[n] for n in scheme.newer_by] if whole else []
    return _Ready(
        re.compile(_pattern(form)).fullmatch,
        form.id,
        names,
        _picker(ranked, [_ranker(parts[i]) for i in ranked]),
        _picker([place[n] for n in scheme.same] if whole else [], []),
    )


_Values = tuple[str, ...]


def _picker(places: list[int], ranks: list[Callable[[str], Any]]) -> Callable[[_Values], Any]:
    """Takes these places out of the values, ranked where ranks are given. Built once per form,

    since lists of a hundred thousand builds go through it.
    """
    if not places:
        return lambda values: ()
    if not ranks and len(places) == 1:
        only = places[0]
        return lambda values: (values[only],)
    if not ranks:
        return itemgetter(*places)
    if all(rank is int for rank in ranks) and len(places) > 1:
        take = itemgetter(*places)
        return lambda values: tuple(map(int, take(values)))
    paired = list(zip(places, ranks, strict=True))
    return lambda values: tuple([rank(values[i]) for i, rank in paired])


def clean(text: str) -> tuple[str, tuple[str, ...]]:
    """What a person pasted, without stray spaces and wide signs, and what was done.

    Raises CannotDecode for signs that only look like letters, and for what is too long.
    """
    notes = []
    stripped = "".join(text.split())
    if stripped != text:
        notes.append("spaces were taken out")
    plain = unicodedata.normalize("NFKC", stripped)
    if plain != stripped:
        notes.append("wide or styled signs were made plain")
    if not plain:
        raise CannotDecode("nothing was given")
    if len(plain) > MAX_STRING:
        raise CannotDecode(f"longer than {MAX_STRING} signs; a build string is shorter")
    for place, sign in enumerate(plain, 1):
        if not "!" <= sign <= "~":
            name = unicodedata.name(sign, "an unknown sign").lower()
            raise CannotDecode(
                f"place {place} holds {sign!r} ({name}), which may look like a usual letter. "
                "Type the string by hand.",
                at=place - 1,
            )
    return plain, tuple(notes)


def _pattern(form: Form) -> str:
    return "".join(
        re.escape(p.text) if isinstance(p, Fixed) else f"({expression_of(p)})" for p in form.parts
    )


def _reach(form: Form, text: str) -> int:
    """How far the form can read: the end of the longest run of whole parts."""
    best = 0
    pattern = ""
    for part in form.parts:
        pattern += f"(?:{expression_of(part)})"
        match = re.match(pattern, text)
        if match is None:
            break
        best = match.end()
    return best


def _ranker(part: Part) -> Callable[[str], int | str]:
    """What puts the values of a field in order."""
    match part:
        case Number() | Date():
            return int
        case OneOfList(values=values):
            return {value: i for i, value in enumerate(values)}.__getitem__
        case _:
            return str
