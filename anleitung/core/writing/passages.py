"""Passages while a guide is written: taken by a line, made of rows, and kept whole."""

import re
from collections.abc import Callable, Collection, Iterable, Iterator, Mapping
from functools import partial
from typing import Any

from pydantic import ValidationError

from anleitung.core.documents.base import ID_PATTERN, body_of
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide
from anleitung.core.guide.nested import Nested, OneStep, UsePassage
from anleitung.core.guide.passage import (
    PLACE,
    Passage,
    PassagePlace,
    PlaceKind,
    use_of,
    with_passages,
)
from anleitung.core.guide.rename import PutName
from anleitung.core.guide.walk import actions_within, every_step, uses_of_passages
from anleitung.core.marked import gettext as _
from anleitung.core.writing.questions import held_line
from anleitung.core.writing.replace import Put
from anleitung.core.writing.shelf import Shelf
from anleitung.core.writing.tree import EditRefused, own_body
from anleitung.core.writing.view import line_of

_LINE = re.compile(r"^passage (\S+)(?: with (.+))?$", re.IGNORECASE)
_FOLD = re.compile(
    r"^passage (?P<name>\S+)(?: for (?P<scope>all|maker))?(?: placing (?P<placed>.+?))?"
    r"(?: titled (?P<title>.+))?$",
    re.IGNORECASE,
)
_FILES = "files"  # in "placing": each file of the steps
_KINDS: tuple[PlaceKind, ...] = ("file", "tool", "program", "partition", "build")


def read_use(line: str, bundle: Bundle, shelf: Shelf) -> dict[str, Any] | None:
    """``passage NAME with PLACE=VALUE, …`` as a row; None where the line is no such one.

    What is missing or not known here makes it an open question that says so.
    """
    passages = shelf.passages
    found = _LINE.match(line)
    if found is None:
        return None
    passage = passages.get(found[1])
    if passage is None:
        return _open(line, _("no passage is called {name}").format(name=found[1]))
    given: dict[str, str] = {}
    for pair in filter(None, map(str.strip, (found[2] or "").split(","))):
        name, equals, value = map(str.strip, pair.partition("="))
        if not equals or name not in {place.id for place in passage.places}:
            places = ", ".join(place.id for place in passage.places) or _("none")
            says = _("{pair} names no place of it; its places: {places}")
            return _open(line, says.format(pair=pair, places=places))
        given[name] = value
    left = [f"{place.id}: {place.says}" for place in passage.places if not given.get(place.id)]
    if left:
        says = _("write what stands in its places, as “with place=name”: {places}")
        return _open(line, says.format(places="; ".join(left)))
    known = known_in_places(bundle, shelf)
    strange = [given[p.id] for p in passage.places if given[p.id] not in known[p.kind]]
    if strange:
        return _open(line, _("{name} is not known here").format(name=strange[0]))
    return use_of(passage, passage.id, given)


def known_in_places(bundle: Bundle, shelf: Shelf) -> dict[str, Collection[str]]:
    """What can stand in a place, by its kind."""
    return {
        "file": shelf.packages,
        "tool": shelf.tools,
        "program": shelf.programs,
        "partition": {part.name for part in bundle.device.layout.partitions},
        "build": {build.build for build in bundle.builds},
    }


def _open(line: str, says: str) -> dict[str, Any]:
    return {"action": "open", "text": line, "about": "not-read", "says": says[:400]}


def take_line(passage: Passage) -> str:
    """The line by which a guide takes it, with … for what it gives."""
    given = ", ".join(f"{place.id}=…" for place in passage.places)
    return f"passage {passage.id}{f' with {given}' if given else ''}"


def passage_about(passage: Passage) -> str:
    """For whose guides it is meant."""
    if passage.codename:
        return _("for guides of {codename}").format(codename=passage.codename)
    if passage.maker:
        return _("for guides of {maker}").format(maker=passage.maker)
    return _("for all guides")


def passage_lines(passage: Passage) -> Iterator[tuple[str, int]]:
    """Its steps as lines, each with how many rows it stands in."""

    def told(steps: Iterable[OneStep], depth: int) -> Iterator[tuple[str, int]]:
        for step in steps:
            if not isinstance(step, Nested):
                yield line_of(step), depth
                continue
            yield held_line(step), depth
            for at, inner in step.lists().items():
                if inner and len(step.lists()) > 1:
                    yield f"{at[-1]}:", depth + 1
                yield from told(inner, depth + 1)

    return told(passage.steps, 0)


def made_of(
    line: str, steps: Iterable[OneStep], codename: str, maker: str, there: Mapping[str, Passage]
) -> tuple[Passage, dict[str, str]] | None:
    """A line by which steps are folded, as a passage of them, and what they give in its places.

    ``passage NAME``, then ``for maker`` or ``for all``, ``placing NAME, …`` and ``titled …``; None
    where the line is no such one. One that is there under the name keeps its title, its scope and
    its places as far as the steps still have them and nothing else is said; where no places are
    named, each other file gets one. Raises EditRefused.
    """
    found = _FOLD.match(line)
    if found is None:
        return None
    name, scope = found["name"], found["scope"]
    if not re.fullmatch(ID_PATTERN, name):
        says = _("{name} is no name for a passage: small letters, digits and hyphens")
        raise EditRefused(says.format(name=name[:60]))
    steps = tuple(steps)
    old = there.get(name)
    given = _given_before(old, steps) if old else {}
    places = [place for place in (old.places if old else ()) if place.id in given]
    bodies: Any = [_whole(step) for step in steps]
    for kind, value in _to_place(found["placed"] or _FILES, steps, bodies):
        if not any(place.kind == kind and given[place.id] == value for place in places):
            says = _("as {file}").format(file=value)
            # Two things of one name get places of two names.
            place_id = _place(value) if _place(value) not in given else _place(f"{kind}-{value}")
            places.append(PassagePlace(id=place_id, kind=kind, says=says))
            given[place_id] = value
    for place in places:
        bodies = _put(place.kind, given[place.id], place.id)(bodies)
    plain: dict[str, Any] = {
        "id": name,
        "title": found["title"] or (old.title if old else name.replace("-", " ").capitalize()),
        "places": [body_of(place) for place in places],
        "steps": bodies,
    }
    if scope is None and old is not None:
        plain |= {"codename": old.codename, "maker": old.maker}
    elif scope is None:
        plain["codename"] = codename
    elif scope.lower() == "maker":
        plain["maker"] = maker
    try:
        return Passage.model_validate(plain), given
    except ValidationError as error:
        raise EditRefused(str(error.errors()[0]["msg"])) from error


def _to_place(
    named: str, steps: tuple[OneStep, ...], bodies: Any
) -> Iterator[tuple[PlaceKind, str]]:
    """What is named, with its kind: the first of which the steps name such a thing, unless it is

    said ("partition radio"). Raises EditRefused for what stands in none of them.
    """
    for each in filter(None, map(str.strip, named.split(","))):
        if each.lower() == _FILES:
            yield from (("file", file) for file in _files(steps))
            continue
        first, _space, rest = each.partition(" ")
        kinds = [kind for kind in _KINDS if rest and kind == first.lower()]
        value = rest.strip() if kinds else each
        kind = next((k for k in kinds or _KINDS if _put(k, value, PLACE)(bodies) != bodies), None)
        if kind is None:
            says = _("{name} stands in none of these steps, so it can be no place of theirs")
            raise EditRefused(says.format(name=each[:80]))
        yield kind, value


def _put(kind: str, value: str, place: str) -> Callable[[Any], Any]:
    """The place instead of what is given in it, in fields that name such a thing."""
    if kind == "program":
        return PutName("program", value, place)
    if kind == "partition":
        return partial(_partition, old=value, new=place)
    named: Any = kind
    return Put(named, value, place)


def _partition(value: Any, field: str = "", *, old: str, new: str) -> Any:
    """A file or a mode may be called as the partition is: only its own fields are changed."""
    if isinstance(value, dict):
        return {name: _partition(inner, name, old=old, new=new) for name, inner in value.items()}
    if isinstance(value, list):
        return [_partition(each, field, old=old, new=new) for each in value]
    return new if value == old and field in ("partition", "areas") else value


def _given_before(old: Passage, steps: Iterable[OneStep]) -> dict[str, str]:
    """What stands in its places in steps that were taken out of it, as their ids still say."""
    places = {place.id for place in old.places}
    theirs = {step.id: own_body(step) for step in every_step(old.steps)}
    given: dict[str, str] = {}

    def beside(mine: Any, was: Any) -> None:
        if isinstance(was, str) and was in places and isinstance(mine, str):
            given.setdefault(was, mine)
        elif isinstance(was, dict) and isinstance(mine, dict):
            for name in was.keys() & mine.keys():
                beside(mine[name], was[name])
        elif isinstance(was, list) and isinstance(mine, list):
            for one, other in zip(mine, was, strict=False):
                beside(one, other)

    for step in every_step(tuple(steps)):
        for name, body in theirs.items():
            if step.id == name or step.id.endswith(f"-{name}"):
                beside(own_body(step), body)
    return given


def _files(steps: Iterable[OneStep]) -> list[str]:
    found = (file for row in steps for step in actions_within(row) for file in step.used_files())
    return list(dict.fromkeys(found))


def _place(file: str) -> str:
    return f"{PLACE}{file}"[:60].rstrip("-")


def _whole(step: OneStep) -> dict[str, Any]:
    body: dict[str, Any] = step.model_dump(mode="json", exclude_defaults=True)
    return {**own_body(step), **body}


def taken_whole(before: Guide, guide: Guide, passages: Mapping[str, Passage]) -> Guide:
    """The guide with every row that takes a passage as that is. Raises EditRefused where an edit

    reached into one: what many guides share is not changed by the way.
    """
    uses = {row.id: row for row in uses_of_passages(guide).values()}
    if not uses:
        return guide
    for old in uses_of_passages(before).values():
        new = uses.get(old.id)
        same = new is not None and (new.passage, new.given) == (old.passage, old.given)
        if new is not None and same and new.steps != old.steps:
            says = _(
                "This step is of the passage {name}, which other guides may share. Take its steps "
                "out of it, change them, and fold them into the passage again."
            )
            raise EditRefused(says.format(name=old.says), old.id)
    try:
        return with_passages(guide, [p for name, p in passages.items() if name in _named(uses)])
    except ValidationError as error:
        raise EditRefused(str(error.errors()[0]["msg"])) from error


def _named(uses: Mapping[str, UsePassage]) -> set[str]:
    return {row.passage for row in uses.values()}
