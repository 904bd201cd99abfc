"""What an author says in words of their own in a guide: found, and said in another language.

Any field whose type is ShortText or Prose is such a wording, wherever it stands, so that a new kind
of step needs nothing here. What a step does is in none of them.
"""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass
from functools import cache
from typing import Any, Literal, TypeVar, get_args

from pydantic import AfterValidator, BaseModel

from anleitung.core.documents.message import Message
from anleitung.core.documents.plain_text import plain_prose, plain_text
from anleitung.core.guide.document import Guide, Unread
from anleitung.core.guide.nested import Nested
from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.guide.walk import rows_of
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.menu import Menu

State = Literal["translated", "changed", "missing"]

# What the phone shows, letter by letter, and what is not for readers.
_NOT_SAID: frozenset[tuple[type[BaseModel], str]] = frozenset(
    {(Message, "text"), (Menu, "word"), (Guide, "lineage"), (OpenQuestion, "text")}
)
_Doc = TypeVar("_Doc", bound=BaseModel)


@dataclass(frozen=True, slots=True)
class Wording:
    """place: "title", "options data ask", "step unlock sight": it stays when rows move.

    is_prose: Markdown of any length; else one short line.
    """

    place: str
    text: str
    is_prose: bool = False


Say = Callable[[Wording], str]


@dataclass(frozen=True, slots=True)
class Translated:
    """original: the words that were translated; says: in the other language."""

    original: str
    says: str


@dataclass(frozen=True, slots=True)
class Standing:
    """How a wording stands. before: what was translated, where the original changed since."""

    wording: Wording
    state: State
    says: str = ""
    before: str = ""


def wordings_of(guide: Guide) -> tuple[Wording, ...]:
    """In the order of the document; empty ones are none."""
    found: list[Wording] = []

    def gather(wording: Wording) -> str:
        found.append(wording)
        return wording.text

    _said(guide, "", gather)
    return tuple(found)


def stand(guide: Guide, words: Mapping[str, Translated]) -> tuple[Standing, ...]:
    """words: by place. A wording that moved to another place keeps its translation.

    A changed original takes nothing but its own wording out of the translation.
    """
    by_text = {each.original: each.says for each in words.values() if each.says}
    found = []
    for wording in wordings_of(guide):
        mine = words.get(wording.place)
        if mine is not None and mine.says and mine.original == wording.text:
            found.append(Standing(wording, "translated", mine.says))
        elif wording.text in by_text:
            found.append(Standing(wording, "translated", by_text[wording.text]))
        elif mine is not None and mine.says:
            found.append(Standing(wording, "changed", mine.says, mine.original))
        else:
            found.append(Standing(wording, "missing"))
    return tuple(found)


def in_words(guide: Guide, standings: tuple[Standing, ...]) -> Guide:
    """The guide with what is translated; the rest stays in the words of its author."""
    done = [s for s in standings if s.state == "translated"]
    here = {(s.wording.place, s.wording.text): s.says for s in done}
    anywhere = {s.wording.text: s.says for s in done}

    def say(wording: Wording) -> str:
        text = wording.text
        return here.get((wording.place, text)) or anywhere.get(text, text)

    return _said(guide, "", say)


_PARTS = {
    "agree_to": "accepted before the start",
    "alt": "the picture in words",
    "ask": "question",
    "advice": "the author’s advice",
    "asks": "question",
    "causes": "cause",
    "caution_words": "caution",
    "choices": "answer",
    "do": "what to do",
    "introduction": "introduction",
    "loses": "loss",
    "messages": "message",
    "no_copy": "why no copy is made",
    "options": "choice",
    "prerequisites": "what comes first",
    "reason": "why",
    "pictures": "picture",
    "prose": "text",
    "sight": "what is seen",
    "sight_kept": "what is seen where the data was kept",
    "tries": "to try",
    "until": "what is waited for",
}


def place_words(guide: Guide, place: str) -> str:
    """ "step 4, what is seen", "choice data, answer clean"."""
    numbers = {row.step.id: number for number, row in enumerate(rows_of(guide), 1)}
    parts = place.split(" ")
    if parts[0] == "step" and parts[1] in numbers:
        parts[:2] = [f"step {numbers[parts[1]]}"]
    found: list[str] = []
    for part in parts:
        if part in ("says", "promise", "cases", "arms") and len(parts) > 1:
            continue
        named = _PARTS.get(part)
        if found and named is None and not part.startswith("step "):
            found[-1] += f" {part}"
        else:
            found.append(named or part)
    return ", ".join(found)


@cache
def _words(model: type[BaseModel], field: str) -> Literal["", "short", "prose"]:
    if (model, field) in _NOT_SAID or model is Unread:
        return ""
    info = model.model_fields[field]
    marks = (*info.metadata, *_marks(info.annotation))
    checks = {each.func for each in marks if isinstance(each, AfterValidator)}
    if plain_prose in checks:
        return "prose"
    return "short" if plain_text in checks else ""


def _marks(annotation: Any) -> Iterator[Any]:
    """What stands beside a type anywhere within it: tuple[ShortText, ...], ShortText | None."""
    yield from getattr(annotation, "__metadata__", ())
    for part in get_args(annotation):
        yield from _marks(part)


def _said(document: _Doc, path: str, say: Say) -> _Doc:
    if isinstance(document, Step | Nested):
        path = f"step {document.id}"
    changed: dict[str, Any] = {}
    for name in type(document).model_fields:
        value = getattr(document, name)
        words = _words(type(document), name)
        new = _value(value, f"{path} {name}".strip(), say, words=words)
        if new is not value:
            changed[name] = new
    return document.model_copy(update=changed) if changed else document


def _value(value: Any, path: str, say: Say, *, words: str) -> Any:
    """The very value again where nothing in it is said otherwise."""
    if isinstance(value, str):
        if not words or not value.strip():
            return value
        said = say(Wording(path, value, words == "prose"))
        return value if said == value else said
    if isinstance(value, BaseModel):
        return _said(value, path, say)
    if isinstance(value, tuple):
        parts = tuple(
            _value(each, f"{path} {getattr(each, 'id', at)}", say, words=words)
            for at, each in enumerate(value, 1)
        )
        return value if all(a is b for a, b in zip(parts, value, strict=True)) else parts
    if isinstance(value, dict):
        said_of = {k: _value(v, f"{path} {k}", say, words=words) for k, v in value.items()}
        return value if all(said_of[k] is v for k, v in value.items()) else said_of
    return value
