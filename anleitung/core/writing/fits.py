"""What may stand in a field of a step, the best first: closed choices, and names of documents."""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass
from types import UnionType
from typing import Annotated, Any, Literal, Union, get_args, get_origin

from anleitung.core.documents.base import Typed
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.by_hand import EFFECTS
from anleitung.core.phone.actions.switch_setting import SWITCHES
from anleitung.core.shorthand.forms import BY_NAME
from anleitung.core.writing.here import Here

Kind = Literal[
    "partition", "file", "files", "choice", "choices", "yes-no", "name", "text", "condition",
    "number", "pairs", "build", "lines",
]  # fmt: skip
MAX_OFFERED = 60


@dataclass(frozen=True, slots=True)
class Offer:
    """value: as it is written; says: in words; why_not: what speaks against it here, "" for

    nothing; new: it comes into the guide with this row.
    """

    value: str
    says: str = ""
    why_not: str = ""
    new: bool = False


def kind_of(action: str, name: str) -> Kind:
    types = set(_plain(BY_NAME[action].model_fields[name].annotation))
    literal = bool(closed(action, name))
    known = _names(action, name)
    if known is not None:
        return "files" if known[0] == "file" and tuple in types else known[0]
    if Typed in types:
        return "condition"
    if bool in types:
        return "yes-no"
    if int in types:
        return "number"
    if literal:
        return "choices" if tuple in types else "choice"
    if dict in types:
        return "pairs"
    return "lines" if tuple in types else "text"


def _plain(annotation: Any) -> Iterator[Any]:
    origin = get_origin(annotation)
    if origin in (Union, UnionType):
        for each in get_args(annotation):
            yield from _plain(each)
    elif origin is Annotated:
        yield from _plain(get_args(annotation)[0])
    elif origin is Literal:
        yield Literal
    else:
        yield origin or annotation


def closed(action: str, name: str) -> tuple[str, ...]:
    """The values of a field that has a closed choice of them."""

    def values(annotation: Any) -> Iterator[str]:
        origin = get_origin(annotation)
        if origin is Literal:
            yield from map(str, get_args(annotation))
        elif origin in (Union, UnionType, tuple):
            for each in get_args(annotation):
                yield from values(each)
        elif origin is Annotated:
            yield from values(get_args(annotation)[0])

    return tuple(dict.fromkeys(values(BY_NAME[action].model_fields[name].annotation)))


def offers(
    action: str, name: str, here: Here, *, most: int | None = MAX_OFFERED
) -> tuple[Offer, ...]:
    """Those against which nothing speaks first; else in the order of the documents."""
    kind = kind_of(action, name)
    found: list[Offer]
    known = _names(action, name)
    if known is not None:
        found = list(known[1](action, here))
    elif kind == "yes-no":
        found = [Offer("yes"), Offer("no")]
    else:
        found = [_closed(action, name, value, here) for value in closed(action, name)]
    return tuple(sorted(found, key=lambda o: (bool(o.why_not), o.new)))[:most]


def _closed(action: str, name: str, value: str, here: Here) -> Offer:
    """A value of a closed choice, with what the codename says of it."""
    device = here.bundle.device
    dual = device.layout.slots == "dual"
    why = ""
    if action == "enter" and name == "mode":
        modes = here.bundle.world.modes
        if value not in modes:
            why = _("{codename} has no such mode").format(codename=device.codename)
        elif here.modes == {value}:
            why = _("the phone is in it already")
    elif name in ("where", "slot") and not dual and value in ("other", "both", "a", "b", "each"):
        why = _("{codename} has one slot").format(codename=device.codename)
    elif value == "card" and not device.hardware.card_slot:
        why = _("{codename} takes no card").format(codename=device.codename)
    return Offer(value, "", why)


def _partitions(action: str, here: Here) -> Iterator[Offer]:
    for part in here.bundle.device.layout.partitions:
        yield Offer(part.name, part.role)


def file_offers(action: str, here: Here, *, any_role: bool = False) -> tuple[Offer, ...]:
    """Files that the action may take, those first against which nothing speaks."""
    found = _files(action, here, any_role=any_role)
    return tuple(sorted(found, key=lambda o: (bool(o.why_not), o.new)))[:MAX_OFFERED]


def _files(action: str, here: Here, *, any_role: bool = False) -> Iterator[Offer]:
    kind: type[Step] = BY_NAME[action]
    codename = here.bundle.device.codename
    for package in here.shelf.packages.values():
        why = ""
        if not any_role and kind.takes and package.role not in kind.takes:
            why = _("a file of this kind ({role}) does not belong there").format(role=package.role)
        if package.codenames and codename not in package.codenames:
            why = _("this file is for {others}").format(others=", ".join(package.codenames))
        listed = package.id in here.bundle.guide.files
        yield Offer(package.id, package.name, why, not listed)


def _programs(*kinds: str) -> Callable[[str, Here], Iterator[Offer]]:
    def found(action: str, here: Here) -> Iterator[Offer]:
        for program in here.shelf.programs.values():
            listed = program.id in here.bundle.guide.programs
            wrong = bool(kinds) and program.kind not in kinds
            why = _("{name} is a {kind}").format(name=program.name, kind=program.kind)
            yield Offer(program.id, program.name, why if wrong else "", not listed)

    return found


def _tools(action: str, here: Here) -> Iterator[Offer]:
    for tool in here.shelf.tools.values():
        yield Offer(tool.id, tool.name, "", tool.id not in here.bundle.guide.tools)


def _areas(action: str, here: Here) -> Iterator[Offer]:
    for part in here.bundle.device.layout.partitions:
        yield Offer(part.name, part.role)
    yield Offer("apps", _("user data, photos and files aside"))
    yield Offer("media", _("photos and files"))


def _words(action: str, here: Here) -> Iterator[Offer]:
    """Lines of the menus of the guide's programs."""
    for program in here.shelf.programs.values():
        listed = program.id in here.bundle.guide.programs
        for word in program.words:
            yield Offer(word.says, program.name, "", not listed)


def _builds(action: str, here: Here) -> Iterator[Offer]:
    for build in reversed(here.bundle.placed):
        yield Offer(build.build, "")


def _settings(action: str, here: Here) -> Iterator[Offer]:
    yield from (Offer(name, "") for name in SWITCHES if name in here.bundle.world.vocabulary)
    for name, fact in here.bundle.world.own.items():
        if fact.switch:
            yield Offer(name, fact.says)


def _on_off(action: str, here: Here) -> Iterator[Offer]:
    yield from (Offer(value) for value in ("on", "off"))


def _facts(action: str, here: Here) -> Iterator[Offer]:
    yield from (Offer(name, "") for name in EFFECTS)


def _questions(action: str, here: Here) -> Iterator[Offer]:
    for question in here.bundle.device.questions:
        yield Offer(question.id, question.ask)


def _expected(action: str, here: Here) -> Iterator[Offer]:
    """Programs, and add-ons of the set."""
    for program in here.shelf.programs.values():
        yield Offer(program.id, program.name, "", program.id not in here.bundle.guide.programs)
    for package in here.bundle.packages:
        if package.role == "add-on":
            yield Offer(package.id, package.name)


def _answers(action: str, here: Here) -> Iterator[Offer]:
    for question in here.bundle.device.questions:
        if question.after == action:
            yield from (Offer(a.id, a.says) for a in question.answers)


def _guides(action: str, here: Here) -> Iterator[Offer]:
    yield from (Offer(name, title) for name, title in here.guides)


_Find = Callable[[str, Here], Iterator[Offer]]
_NAMES: dict[str, tuple[Kind, _Find]] = {
    "partition": ("partition", _partitions),
    "file": ("file", _files),
    "files": ("file", _files),
    "queued": ("file", _files),
    "program": ("name", _programs()),
    "tool": ("name", _tools),
    "areas": ("choices", _areas),
    "word": ("name", _words),
    "setting": ("name", _settings),
    "unknown": ("choices", _facts),
    "question": ("name", _questions),
    "expects": ("name", _expected),
    "answered": ("name", _answers),
    "way_back": ("name", _guides),
}
# Where a field of the same name means something else.
_OF_ACTION: dict[tuple[str, str], tuple[Kind, _Find] | None] = {
    ("write-window", "files"): None,
    ("take-update", "to"): ("build", _builds),
    ("switch", "to"): ("name", _on_off),
}


def _names(action: str, name: str) -> tuple[Kind, _Find] | None:
    """How the values of a field are found that names something, None for other fields."""
    return _OF_ACTION.get((action, name), _NAMES.get(name))


def names_things(action: str, name: str) -> bool:
    """Whether the values of a field are names of what is there, and not free words."""
    return _names(action, name) is not None


@dataclass(frozen=True, slots=True)
class Misfit:
    """A value of a field that is not known here, or that something speaks against."""

    field: str
    value: str
    says: str
    is_known: bool


def misfits(plain: Mapping[str, Any], here: Here) -> Iterator[Misfit]:
    """plain: a step as plain values. Every field that names something or is a closed choice."""
    action = str(plain["action"])
    for name, value in plain.items() if action in BY_NAME else ():
        if name in ("action", "id") or name not in BY_NAME[action].model_fields:
            continue
        named = names_things(action, name)
        if not named and kind_of(action, name) not in ("choice", "choices"):
            continue
        there = {offer.value: offer for offer in offers(action, name, here, most=None)}
        for each in value if isinstance(value, list) else [value]:
            offer = there.get(str(each))
            if offer is not None and offer.why_not:
                yield Misfit(name, str(each), offer.why_not, True)
            elif offer is None and named:
                yield Misfit(
                    name, str(each), _("{name} is not known here").format(name=each), False
                )


def unknown_name(plain: Mapping[str, Any], here: Here) -> str:
    """What a step names that is not there, in words; "" where all of it is known."""
    return next((each.says for each in misfits(plain, here) if not each.is_known), "")
