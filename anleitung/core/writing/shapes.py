"""Values of several parts, line by line: pairs, and lists of which each item has fields.

Every field that is neither a word nor a list of words has its shape here.
"""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass
from typing import Any, Literal

from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.by_hand import EFFECTS
from anleitung.core.writing.fits import Offer, file_offers
from anleitung.core.writing.here import Here

# line: a step in its short form.
ColumnKind = Literal["text", "condition", "pick", "line"]


@dataclass(frozen=True, slots=True)
class Column:
    """name: of the field of an item; of a pair "key" and "value". by_key: what fits beside each

    key, where that differs; needed: a line without it is not written yet.
    """

    name: str
    says: str
    kind: ColumnKind
    offers: tuple[Offer, ...] = ()
    by_key: Mapping[str, tuple[Offer, ...]] | None = None
    needed: bool = True


@dataclass(frozen=True, slots=True)
class Shape:
    """pairs: a key each and its value; fixed: there are these keys and no others."""

    pairs: bool
    columns: tuple[Column, ...]
    fixed: tuple[str, ...] = ()


def shape_of(action: str, name: str, body: Mapping[str, Any], here: Here) -> Shape | None:
    """None for a field that is one word, or a list of words."""
    find = _SHAPES.get((action, name))
    return find(body, here) if find else None


def _words(values: Any) -> tuple[Offer, ...]:
    return tuple(Offer(str(value)) for value in values)


_ON_OFF = _words(("on", "off"))


def _pairs(key: Column, value: Column, fixed: tuple[str, ...] = ()) -> Shape:
    return Shape(True, (key, value), fixed)


def _effects(body: Mapping[str, Any], here: Here) -> Shape:
    own = here.bundle.world.own
    values = {name: _words(each) for name, each in EFFECTS.items()}
    values |= {name: _words(fact.values) for name, fact in own.items()}
    facts = (*_words(EFFECTS), *(Offer(name, fact.says) for name, fact in own.items()))
    return _pairs(
        Column("key", _("what"), "pick", facts),
        Column("value", _("is then"), "pick", by_key=values),
    )


def _switches_of_recovery(body: Mapping[str, Any], here: Here) -> Shape:
    programs = here.shelf.programs.values()
    switches = {o.id: Offer(o.id, o.says) for p in programs for o in p.options}
    return _pairs(
        Column("key", _("a switch"), "pick", tuple(switches.values())),
        Column("value", _("stands"), "pick", _ON_OFF),
    )


def _window(body: Mapping[str, Any], here: Here) -> Any:
    tool = here.shelf.tools.get(str(body.get("tool")))
    return tool.window if tool else None


def _slots_of_window(body: Mapping[str, Any], here: Here) -> Shape:
    window = _window(body, here)
    slots = tuple(Offer(s.id, s.name) for s in window.slots) if window else ()
    return _pairs(
        Column("key", _("a slot of the window"), "pick", slots),
        Column("value", _("gets"), "pick", file_offers("write-window", here)),
    )


def _switches_of_window(body: Mapping[str, Any], here: Here) -> Shape:
    window = _window(body, here)
    options = window.options if window else ()
    switches = tuple(Offer(o.id, o.name) for o in options if o.id)
    return _pairs(
        Column("key", _("a switch"), "pick", switches),
        Column("value", _("stands"), "pick", _ON_OFF),
    )


def _images(body: Mapping[str, Any], here: Here) -> Shape:
    parts = _words(p.name for p in here.bundle.device.layout.partitions)
    slots = _words(("running", "other", "both", "a", "b"))
    return Shape(
        False,
        (
            Column("partition", _("partition"), "pick", parts),
            Column("file", _("gets"), "pick", file_offers("flash-set", here)),
            Column("where", _("in slot"), "pick", slots, needed=False),
        ),
    )


def _parts(body: Mapping[str, Any], here: Here) -> Shape:
    return Shape(
        False,
        (
            Column("does", _("does"), "line"),
            Column("when", _("only if"), "condition", needed=False),
            Column("asks", _("asks before"), "text", needed=False),
        ),
    )


def _cases(body: Mapping[str, Any], here: Here) -> Shape:
    return Shape(
        False,
        (
            Column("id", _("a short name"), "text"),
            Column("says", _("the answer"), "text"),
            Column("when", _("is so where"), "condition"),
        ),
    )


def _files_for_phone(body: Mapping[str, Any], here: Here) -> Shape:
    return Shape(
        False,
        (
            Column("file", _("the file"), "pick", file_offers("flash", here, any_role=True)),
            Column("says", _("the answer"), "text"),
            Column("when", _("is so where"), "condition"),
        ),
    )


def _given(body: Mapping[str, Any], here: Here) -> Shape:
    """The places of the passage, of which each has its own kind."""
    passage = here.shelf.passages.get(str(body.get("passage")))
    places = passage.places if passage else ()
    shelf, device = here.shelf, here.bundle.device
    of_kind: dict[str, tuple[Offer, ...]] = {
        "file": file_offers("flash", here, any_role=True),
        "partition": _words(p.name for p in device.layout.partitions),
        "tool": tuple(Offer(t.id, t.name) for t in shelf.tools.values()),
        "program": tuple(Offer(p.id, p.name) for p in shelf.programs.values()),
        "build": _words(b.build for b in reversed(here.bundle.placed)),
    }
    return _pairs(
        Column("key", _("place"), "pick", tuple(Offer(p.id, p.says) for p in places)),
        Column("value", _("here is"), "pick", by_key={p.id: of_kind[p.kind] for p in places}),
        tuple(place.id for place in places),
    )


_SHAPES: dict[tuple[str, str], Callable[[Mapping[str, Any], Here], Shape]] = {
    ("by-hand", "sets"): _effects,
    ("install", "options"): _switches_of_recovery,
    ("write-window", "files"): _slots_of_window,
    ("write-window", "options"): _switches_of_window,
    ("flash-set", "images"): _images,
    ("script", "parts"): _parts,
    ("cases", "cases"): _cases,
    ("file-for-phone", "files"): _files_for_phone,
    ("passage", "given"): _given,
}


def with_lines(value: Any, line_of: Callable[[Mapping[str, Any]], str]) -> Any:
    """Parts of a script as they are shown: each step as a line."""
    return [{**each, "does": line_of(each["does"])} for each in value]


def read_lines(
    change: Mapping[str, Any], read: Callable[[str], dict[str, Any]]
) -> Iterator[tuple[str, Any]]:
    """The fields of an edit, where the parts of a script may be given as lines."""
    for name, value in change.items():
        yield name, [_part(each, read) for each in value] if _has_lines(value) else value


def comparable(value: Any) -> Any:
    """The same for a value as it stands and as it was read from lines, whose steps have no ids."""
    if not isinstance(value, list):
        return value
    return [
        {**each, "does": {k: v for k, v in each["does"].items() if k != "id"}}
        if isinstance(each, dict) and isinstance(each.get("does"), dict)
        else each
        for each in value
    ]


def _has_lines(value: Any) -> bool:
    return isinstance(value, list) and any(
        isinstance(each, dict) and isinstance(each.get("does"), str) for each in value
    )


def _part(each: Any, read: Callable[[str], dict[str, Any]]) -> Any:
    if not isinstance(each, dict) or not isinstance(each.get("does"), str):
        return each
    does = {"id": "does", **read(each["does"])}
    return {k: v for k, v in {**each, "does": does}.items() if v not in (None, "")}
