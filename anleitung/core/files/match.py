"""Files that somebody has, held against a file set: by digest first and by name second."""

import unicodedata
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Literal

from anleitung.core.documents.package import Package
from anleitung.core.marked import gettext as _

Verdict = Literal["right", "misnamed", "wrong-bytes", "derived", "broken", "unknown", "missing"]
HEAD_BYTES = 512
_PAGE = (b"<!doctype html", b"<html", b"<head", b"<?xml")


def looks_like_page(head: bytes) -> bool:
    """head: the first HEAD_BYTES of a file."""
    return head.lstrip().lower().startswith(_PAGE)


@dataclass(frozen=True, slots=True)
class FileAtHand:
    """A file at hand. digests: algorithm → hex; inside: the zip file in which it lies, or "".

    is_page: its first bytes are those of a web page. broken: why it, or what is packed in it,
    cannot be read to its end; then its digests are those of no whole file unless it is the
    archive itself.
    """

    name: str
    size: int
    digests: Mapping[str, str]
    is_page: bool = False
    inside: str = ""
    broken: str = ""


@dataclass(frozen=True, slots=True)
class Matched:
    """name: of the file at hand, or of the one that is missing. package: its id, "" for none."""

    verdict: Verdict
    name: str
    package: str
    says: str
    inside: str = ""


@dataclass(frozen=True)
class KnownBytes:
    """Digests known elsewhere: of older revisions, of other guides. sha256 → what it is."""

    by_sha256: Mapping[str, str] = field(default_factory=dict)


NOTHING_KNOWN = KnownBytes()


def match_files(
    packages: Sequence[Package], found: Sequence[FileAtHand], known: KnownBytes = NOTHING_KNOWN
) -> tuple[Matched, ...]:
    """One line for each file at hand, in their order, then one for each that is missing."""
    judged = [_judged(each, packages, known) for each in found]
    there = {m.package for m in judged}
    missing = [_missing(p) for p in packages if p.id not in there]
    return (*judged, *missing)


def _judged(found: FileAtHand, packages: Sequence[Package], known: KnownBytes) -> Matched:
    if not found.broken:
        return _judge(found, packages, known)
    if found.digests:
        told = _judge(found, packages, known)
        if told.verdict != "unknown":
            says = _("{says}. What is packed in it was not looked at: {why}")
            return replace(told, says=says.format(says=told.says, why=found.broken))
    named = next((p for p in packages if _same_name(p.name, found.name)), None)
    package = named.id if named and not found.inside else ""
    return Matched("broken", found.name, package, found.broken, found.inside)


def _judge(found: FileAtHand, packages: Sequence[Package], known: KnownBytes) -> Matched:
    same = next((p for p in packages if _same_bytes(p, found)), None)
    if same is not None:
        return _right(found, same)
    named = next((p for p in packages if _same_name(p.name, found.name)), None)
    if named is not None and named.derived is None:
        says = _why_wrong(found, named, known)
        return Matched("wrong-bytes", found.name, named.id, says, found.inside)
    made = next((p for p in packages if p.derived and p.derived.names(found.name)), None)
    if made is not None:
        says = _("made by yourself: no digest can be known; check the file it was made from")
        return Matched("derived", found.name, made.id, says, found.inside)
    says = known.by_sha256.get(found.digests.get("sha256", ""), "")
    says = _("not in this set; its bytes are {what}").format(what=says) if says else ""
    return Matched("unknown", found.name, "", says or _("not in this set"), found.inside)


def _same_bytes(package: Package, found: FileAtHand) -> bool:
    """Every digest that both know agrees, and at least one strong one is among them."""
    wanted = {"sha256": package.sha256, **package.also.given}
    shared = [(wanted[a], d) for a, d in found.digests.items() if wanted.get(a)]
    strong = any(
        wanted.get(a) for a in ("sha256", "sha512", "blake2b", "blake3") if a in found.digests
    )
    return strong and all(a == b for a, b in shared)


def _right(found: FileAtHand, package: Package) -> Matched:
    if package.naming.rule == "fixed":
        wanted = str(package.naming.fixed)
        if found.name in (wanted, package.name):
            more = "" if found.name == wanted else _("; rename it to {name}").format(name=wanted)
            says = _("the right bytes{more}").format(more=more)
            return Matched("right", found.name, package.id, says, found.inside)
    elif package.naming.rule == "free" or found.name == package.name:
        return Matched("right", found.name, package.id, _("the right bytes"), found.inside)
    else:
        wanted = package.name
    says = _("the right bytes under another name: rename it to {name}").format(name=wanted)
    return Matched("misnamed", found.name, package.id, says, found.inside)


def _why_wrong(found: FileAtHand, package: Package, known: KnownBytes) -> str:
    other = known.by_sha256.get(found.digests.get("sha256", ""))
    if other:
        return _("other bytes under this name: they are {what}").format(what=other)
    if found.is_page:
        return _("this is a web page, not the file: the host showed a page instead. Fetch it again")
    if found.size < package.size:
        return _("cut short: {got:,} of {want:,} bytes. Fetch it again").format(
            got=found.size, want=package.size
        )
    if found.size == package.size:
        return _("other bytes of the same length: broken on the way, or replaced. Do not use it")
    return _("other bytes: {got:,} instead of {want:,}. Replaced under the same name?").format(
        got=found.size, want=package.size
    )


def _missing(package: Package) -> Matched:
    if package.derived is not None:
        says = _("still to be made: {by}").format(by=package.derived.by)
        return Matched("missing", package.derived.pattern, package.id, says)
    return Matched("missing", package.name, package.id, _("not among your files"))


def _same_name(a: str, b: str) -> bool:
    """Names that differ only in how their letters are composed, or in case, look the same."""
    return folded_name(a) == folded_name(b)


def folded_name(name: str) -> str:
    return unicodedata.normalize("NFC", name).casefold()
