"""Passages: steps that many guides share, as a document with named places.

In the steps of a passage the id of a place stands where a guide gives a file, a partition, a tool,
a program or a build. A guide keeps the steps as they were taken, and its bundle carries the
passage, so that a passage that changes changes no guide until its maintainer takes it up.
"""

from collections.abc import Iterable, Iterator, Mapping
from typing import TYPE_CHECKING, Annotated, Any, Literal

from pydantic import Field, model_validator

from anleitung.core.conditions.model import Compare, Condition, In, Is, one_of
from anleitung.core.documents.base import Document, DocumentPlace, Id, ShortText, body_of
from anleitung.core.guide.in_conditions import CONDITIONS, condition_with
from anleitung.core.guide.nested import AnyStep, UsePassage
from anleitung.core.guide.walk import every_step

if TYPE_CHECKING:
    from anleitung.core.guide.document import Guide

MAX_STEPS = 60
PLACE = "the-"
PlaceKind = Literal["file", "partition", "tool", "program", "build"]


class PassagePlace(Document):
    """What a guide gives. id: the word that stands for it in the steps; says: what it is."""

    id: Id
    kind: PlaceKind
    says: ShortText


class Passage(Document):
    """codename, maker: for whose guides it is meant; neither: for all of the site."""

    id: Id
    title: ShortText
    codename: Id | None = None
    maker: ShortText | None = None
    places: Annotated[tuple[PassagePlace, ...], Field(max_length=20)] = ()
    steps: Annotated[tuple[AnyStep, ...], Field(min_length=1, max_length=MAX_STEPS)]

    @model_validator(mode="after")
    def _stands_by_itself(self) -> "Passage":
        if self.codename and self.maker:
            raise ValueError("a passage is for a codename or for a maker, not for both")
        ids = [place.id for place in self.places]
        twice = next((name for name in ids if ids.count(name) > 1), None)
        plain = next((name for name in ids if not name.startswith(PLACE)), None)
        if plain:
            says = "is called so that no word of a step is taken for it: its id begins with"
            raise ValueError(f"the place {plain!r} {says} {PLACE!r}")
        if twice:
            raise ValueError(f"the place {twice!r} stands twice")
        if any(isinstance(step, UsePassage) for step in every_step(self.steps)):
            raise ValueError("a passage cannot hold another passage")
        return self

    def is_for(self, codename: str, maker: str) -> bool:
        return self.codename in (None, codename) and self.maker in (None, maker)


def expanded(passage: Passage, row: str, given: Mapping[str, str]) -> list[dict[str, Any]]:
    """The steps as plain values, each id behind that of the row, with what is given in place."""
    put = PutGiven({place.id: given.get(place.id, place.id) for place in passage.places})
    return [_with_ids(put(body), row) for body in body_of(passage)["steps"]]


def use_of(passage: Passage, row: str, given: Mapping[str, str]) -> dict[str, Any]:
    """A row that takes the passage, as plain values."""
    return {
        "id": row,
        "action": "passage",
        "passage": passage.id,
        "says": passage.title,
        "given": dict(given),
        "steps": expanded(passage, row, given),
    }


def filled(value: Any, passages: Mapping[str, Passage]) -> Any:
    """A guide as it was read, where rows that name a passage and hold no steps get them."""
    if isinstance(value, list):
        return [filled(each, passages) for each in value]
    if not isinstance(value, dict):
        return value
    passage = passages.get(str(value.get("passage"))) if value.get("action") == "passage" else None
    if passage is not None and "steps" not in value and isinstance(value.get("id"), str):
        given = value.get("given", {})
        words = {str(k): str(v) for k, v in given.items()} if isinstance(given, dict) else {}
        return value | {
            "says": passage.title,
            "steps": expanded(passage, value["id"], words),
        }
    return {name: filled(inner, passages) for name, inner in value.items()}


def with_passages(guide: "Guide", passages: Iterable[Passage]) -> "Guide":
    """The guide with its rows as these passages are now. Raises ValueError, as a guide does."""
    by_id = {passage.id: passage for passage in passages}

    def again(value: Any) -> Any:
        if isinstance(value, list):
            return [again(each) for each in value]
        if not isinstance(value, dict):
            return value
        passage = by_id.get(value.get("passage", "")) if value.get("action") == "passage" else None
        if passage is None:
            return {name: again(inner) for name, inner in value.items()}
        known = {place.id for place in passage.places}
        given = {k: v for k, v in value.get("given", {}).items() if k in known}
        return value | use_of(passage, value["id"], given)

    return type(guide).model_validate(again(body_of(guide)))


def given_otherwise(
    guide: "Guide", passages: Iterable[Passage], kind: str, old: str, new: str
) -> "Guide":
    """What stands in places of a kind under another name, and the steps with it."""
    there = tuple(passages)
    places = {(p.id, place.id) for p in there for place in p.places if place.kind == kind}

    def again(value: Any) -> Any:
        if isinstance(value, list):
            return [again(each) for each in value]
        if not isinstance(value, dict):
            return value
        found = {name: again(inner) for name, inner in value.items()}
        if value.get("action") == "passage":
            found["given"] = {
                place: new if given == old and (value["passage"], place) in places else given
                for place, given in value.get("given", {}).items()
            }
        return found

    return with_passages(type(guide).model_validate(again(body_of(guide))), there)


def passage_faults(
    uses: Mapping[DocumentPlace, UsePassage], passages: Iterable[Passage]
) -> Iterator[tuple[DocumentPlace, str]]:
    """What rows say of passages and is not so. uses: by their place."""
    by_id = {passage.id: passage for passage in passages}
    for at, row in uses.items():
        passage = by_id.get(row.passage)
        if passage is None:
            yield (*at, "passage"), f"the bundle has no passage {row.passage}"
            continue
        places = [place.id for place in passage.places]
        for name in places:
            if name not in row.given:
                says = next(p.says for p in passage.places if p.id == name)
                yield (*at, "given"), f"{name} is not given: {says}"
        for name in row.given:
            if name not in places:
                yield (*at, "given", name), f"the passage {row.passage} has no place {name}"
        if set(row.given) != set(places):
            continue
        try:
            taken = taken_from(passage, row)
        except ValueError:
            yield (*at, "given"), f"what is given does not fit the passage {row.passage}"
            continue
        if row != taken:
            yield (*at, "steps"), f"these are not the steps of the passage {row.passage}"


def taken_from(passage: Passage, row: UsePassage) -> UsePassage:
    """The row as it is where it holds the steps of the passage, with what is given in it."""
    beside = {"prose": row.prose, "pictures": row.pictures}
    return UsePassage.model_validate(use_of(passage, row.id, row.given)).model_copy(update=beside)


def _with_ids(value: Any, row: str) -> Any:
    """Whatever is a step in it gets an id behind that of the row."""
    if isinstance(value, list):
        return [_with_ids(each, row) for each in value]
    if not isinstance(value, dict):
        return value
    found = {name: _with_ids(inner, row) for name, inner in value.items()}
    if "action" in value and "id" in value:
        found["id"] = f"{row}-{value['id']}"
    return found


# Texts, in which a word that is called like a place is only a word.
_TEXTS = frozenset({"prose", "sight", "ask", "says", "id", "action", "text", "sight_kept", "word"})


class PutGiven:
    """What a guide gives in the places of a passage, in plain values at any depth."""

    def __init__(self, given: Mapping[str, str]) -> None:
        self._given = given

    def __call__(self, value: Any, field: str = "") -> Any:
        if isinstance(value, dict):
            return {self._given.get(n, n): self(inner, n) for n, inner in value.items()}
        if isinstance(value, list):
            return [self(each, field) for each in value]
        if not isinstance(value, str) or field in _TEXTS:
            return value
        if field in CONDITIONS:
            return condition_with(value, self._atom)
        return self._given.get(value, value)

    def _atom(self, atom: Condition) -> Condition:
        match atom:
            case Is(fact, value):
                return Is(self._fact(fact), self._given.get(value, value))
            case In(fact, values):
                return one_of(self._fact(fact), [self._given.get(v, v) for v in values])
            case Compare(fact, operator, value):
                return Compare(self._fact(fact), operator, self._given.get(value, value))
        return atom

    def _fact(self, fact: str) -> str:
        return ".".join(self._given.get(part, part) for part in fact.split("."))
