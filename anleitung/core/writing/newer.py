"""A newer release of a file: which one it follows, and a guide with it in the place of that one.

The names say which is newer. All else that a document says of the older file is taken over, but
for what can only be true of its own bytes.
"""

import re
from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Any

from pydantic import ValidationError

from anleitung.core.documents.base import body_of
from anleitung.core.documents.package import Content, Package
from anleitung.core.guide.bundle import Bundle
from anleitung.core.marked import gettext as _
from anleitung.core.schemes.decode import AmbiguousScheme, CannotDecode
from anleitung.core.writing.questions import first_fault
from anleitung.core.writing.replace import Changed
from anleitung.core.writing.settle import settle
from anleitung.core.writing.tree import EditRefused

# A number with dots, a word with a number in it, a plain word, or what stands between them.
_TOKEN = re.compile(
    r"\d+(?:\.\d+)*[a-z]?(?![a-z0-9])|[A-Za-z]+\d+(?![\w])|[A-Za-z0-9]+|[^A-Za-z0-9]"
)
_NUMBERS = re.compile(r"\d+")
# What is only true of the bytes of the older file, or was only found there.
_OF_ITS_BYTES = ("sha256", "also", "size", "sources", "unpacked_size")


@dataclass(frozen=True, slots=True)
class NewFile:
    """size: bytes. before: name of the file whose place it takes; build: that it holds, "" where

    the names say it; source: an address, "" for none yet.
    """

    name: str
    sha256: str
    size: int
    before: str
    build: str = ""
    source: str = ""


def follows(name: str, before: str, fixed: frozenset[str] = frozenset()) -> dict[str, str] | None:
    """The parts of the older name that are others in the newer one: old → new; None where

    it is no later release of the same file. fixed: words that tell files apart, as variants do.
    """
    mine, theirs = _TOKEN.findall(name), _TOKEN.findall(before)
    if len(mine) != len(theirs):
        return None
    moved = [(old, new) for old, new in zip(theirs, mine, strict=True) if old != new]
    if not moved or any(not _is_later(new, old, fixed) for old, new in moved[:1]):
        return None
    if any(_stem(old) != _stem(new) or {old.lower(), new.lower()} & fixed for old, new in moved):
        return None
    return dict(moved)


def _is_later(new: str, old: str, fixed: frozenset[str]) -> bool:
    return _age(new) > _age(old)


def _age(token: str) -> tuple[tuple[int, ...], str]:
    numbers = tuple(int(each) for each in _NUMBERS.findall(token)[:8])
    return numbers, token[-1:] if token[-1:].isalpha() else ""


def _stem(token: str) -> str:
    """The letters before its numbers; all of a token without any."""
    return re.split(r"\d", token, maxsplit=1)[0]


def older_names(name: str, packages: Iterable[Package], fixed: frozenset[str]) -> list[str]:
    """Names of the files that this one follows, the latest first."""
    names = dict.fromkeys(p.name for p in packages if p.derived is None)
    found = [each for each in names if follows(name, each, fixed) is not None]
    return sorted(found, key=lambda each: [_age(t) for t in _TOKEN.findall(each)], reverse=True)


def words_apart(bundle: Bundle) -> frozenset[str]:
    """Words in names that say for which phone a file is, and are no release."""
    device = bundle.device
    words = [device.codename, *(v.id for v in device.variants), *device.market_names]
    return frozenset(word.lower() for word in words)


def with_newer(bundle: Bundle, file: NewFile, codename: str = "") -> Changed | None:
    """bundle: with all its codenames; codename: whose builds the names speak of.

    None where no file of the guide has the older name. Raises EditRefused.
    """
    older = next((p for p in bundle.packages if p.name == file.before), None)
    if older is None:
        return None
    if older.derived is not None:
        says = _("{name} is made from another file: give the newer release of that one")
        raise EditRefused(says.format(name=older.name))
    mine = bundle.for_codename(codename) if codename in bundle.codenames else bundle.each[0]
    newer = _package(mine, older, file)
    packages = tuple(
        newer if p is older else _made_from(p, older, newer, bundle) for p in bundle.packages
    )
    made = settle(bundle.guide, replace(bundle, packages=packages))
    return Changed(made, ((older.name, newer.name),))


def _package(bundle: Bundle, older: Package, file: NewFile) -> Package:
    moved = follows(file.name, older.name, words_apart(bundle)) or {}
    plain: dict[str, Any] = {k: v for k, v in body_of(older).items() if k not in _OF_ITS_BYTES}
    plain |= {"name": file.name, "sha256": file.sha256, "size": file.size}
    if file.source:
        plain["sources"] = [file.source]
    if older.version and older.version in moved:
        plain["version"] = moved[older.version]
    elif older.version:
        raise EditRefused(
            _("The name of {name} does not say its version, as {before} does").format(
                name=file.name, before=older.name
            )
        )
    if older.exact_base and any(old in older.exact_base for old in moved):
        plain["exact_base"] = _one_build(bundle, older.exact_base, moved, file.name)
    if older.content is not None:
        plain["content"] = plain["content"] | {"build": _build(bundle, older, file, moved)}
    try:
        return Package.model_validate(plain)
    except ValidationError as error:
        raise EditRefused(first_fault(error, plain)) from error


def _build(bundle: Bundle, older: Package, file: NewFile, moved: dict[str, str]) -> str:
    """What stands on the phone after it was written. Raises EditRefused where nothing says it."""
    assert older.content is not None
    known = [build.build for build in bundle.builds]
    held = older.content.build
    if held not in known:
        # A system or recovery of its own: its release is a part of the name.
        told = file.build or moved.get(held, "")
        if not told:
            says = _("Which release does {name} hold? {before} holds {held}, and no name says it")
            raise EditRefused(says.format(name=file.name, before=older.name, held=held))
        return told
    if file.build:
        if file.build not in known:
            says = _("No build {build} is known here. Add it to the codename first")
            raise EditRefused(says.format(build=file.build))
        return file.build
    read = _read_name(bundle, file.name)
    return read if read in known else _one_build(bundle, held, moved, file.name)


def _one_build(bundle: Bundle, held: str, moved: dict[str, str], name: str) -> str:
    """The one build that differs from ``held`` as the names do. Raises EditRefused."""
    told = {old: new for old, new in moved.items() if old in _TOKEN.findall(held)}

    def fits(build: str) -> bool:
        changed = follows(build, held) or {}
        return bool(told) and all(changed.get(old) == new for old, new in told.items())

    found = [each.build for each in bundle.builds if fits(each.build)]
    if len(found) == 1:
        return found[0]
    which = ", ".join(found) or _("none that is known here fits; add it first")
    says = _("Which build is meant by {name}, in the place of {held}: {which}?")
    raise EditRefused(says.format(name=name, held=held, which=which))


def taken_over(older: Package) -> list[str]:
    """What was said of the older file and is taken to hold for the newer one, in words."""
    body = body_of(older)
    content = {k: v for k, v in body.pop("content", {}).items() if k not in ("family", "build")}
    left_out = {"id", "name", "role", "version", *_OF_ITS_BYTES}
    told = {**{k: v for k, v in body.items() if k not in left_out}, **content}
    fields = Package.model_fields | Content.model_fields
    return [f"{fields[k].title or k.replace('_', ' ')}: {_short(v)}" for k, v in told.items()]


def _short(value: Any) -> str:
    if isinstance(value, list):
        return ", ".join(map(_short, value))
    if isinstance(value, dict):
        return ", ".join(f"{name} {_short(inner)}" for name, inner in value.items())
    return str(value)


def _read_name(bundle: Bundle, name: str) -> str:
    """The build that a name says by the scheme of the codename, "" for none."""
    try:
        reader = bundle.build_reader
        return reader.build_string(reader.decode(name)) if reader else ""
    except (AmbiguousScheme, CannotDecode):
        return ""


def _made_from(package: Package, older: Package, newer: Package, bundle: Bundle) -> Package:
    """A file that is made from the older one, over any number of links, holds the newer release."""
    by_id = {p.id: p for p in bundle.packages}
    at, seen = package, set[str]()
    while at.derived is not None and at.id not in seen:
        seen.add(at.id)
        source = by_id.get(at.derived.source)
        if source is None:
            return package
        at = source
    if at is not older or package is older or package.content is None or newer.content is None:
        return package
    if older.content is None or package.content.build != older.content.build:
        return package
    content = package.content.model_copy(update={"build": newer.content.build})
    return package.model_copy(update={"content": content})
