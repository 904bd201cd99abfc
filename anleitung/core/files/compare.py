"""A checksum list of somebody else, held against a file set."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from gettext import gettext as _
from typing import Literal

from anleitung.core.documents.package import Package
from anleitung.core.files.lists import all_digests
from anleitung.core.files.match import folded_name
from anleitung.core.formats.checksums import InvalidList, Listed, read_checksums
from anleitung.core.formats.metalink import looks_like_metalink, read_metalink

Verdict = Literal["agrees", "differs", "contradicts", "not-in-set", "not-listed", "unreadable"]
WORDS = {
    "sha256": "SHA-256",
    "sha512": "SHA-512",
    "blake2b": "BLAKE2b",
    "blake3": "BLAKE3",
    "sha1": "SHA-1",
    "md5": "MD5",
}


@dataclass(frozen=True, slots=True)
class Compared:
    """contradicts: the list itself gives two different digests of one kind for this name."""

    verdict: Verdict
    name: str
    says: str


def compare_list(packages: Sequence[Package], text: str) -> tuple[Compared, ...]:
    """text: two-column, tagged, or Metalink 4. Raises InvalidList where nothing can be read."""
    lines, told = _lines_of(text)
    if not lines:
        raise InvalidList("no line of this reads as a digest and a file name")
    listed: dict[str, list[Listed]] = {}
    for line in lines:
        listed.setdefault(line.name, []).append(line)
    exact = {p.name: p for p in packages}
    alike = {folded_name(p.name): p for p in packages}
    met: set[str] = set()
    for name, given in sorted(listed.items()):
        package = exact.get(name)
        if package is None and (near := alike.get(folded_name(name))) is not None:
            # The set's own spelling in the list goes before one that only looks like it.
            package = near if near.name not in listed else None
        if package is not None:
            met.add(package.id)
        told.append(_compare(name, given, package))
    for package in packages:
        if package.id not in met and package.derived is None:
            told.append(Compared("not-listed", package.name, _("the list says nothing of it")))
    return tuple(told)


def _lines_of(text: str) -> tuple[list[Listed], list[Compared]]:
    """What can be read, and what cannot, each with where it stands."""
    if looks_like_metalink(text):
        found = read_metalink(text)
        lines = [
            Listed(file.name, algorithm, digest)
            for file in found.files
            for algorithm, digest in file.hashes
        ]
        return lines, [Compared("unreadable", f.name, f.message) for f in found.faults]
    read = read_checksums(text)
    return list(read.lines), [
        Compared("unreadable", f"line {f.line}", f.message) for f in read.faults
    ]


def _compare(name: str, given: Sequence[Listed], package: Package | None) -> Compared:
    own = all_digests(package) if package else {}
    twice = _contradiction(given, own)
    if twice:
        return Compared("contradicts", name, twice)
    if package is None:
        return Compared("not-in-set", name, _("no file of the set has this name"))
    # What the list gives by name is not what another, unnamed digest is of.
    named = {line.algorithm: line.digest for line in given if line.tagged}
    shared = [
        (line, [a for a in line.may_be if a in own and named.get(a, line.digest) == line.digest])
        for line in given
    ]
    shared = [(line, kinds) for line, kinds in shared if kinds]
    if not shared:
        says = _("the list gives {theirs}, the set {ours}: nothing to compare")
        theirs = ", ".join(dict.fromkeys(_kinds(line) for line in given))
        ours = ", ".join(WORDS[a] for a in own) or _("no digest")
        return Compared("differs", name, says.format(theirs=theirs, ours=ours))
    wrong = [(line, kinds) for line, kinds in shared if not _agreeing(line, kinds, own)]
    if wrong:
        return Compared("differs", name, _difference(*wrong[0], own))
    says = ", ".join(dict.fromkeys(WORDS[a] for line, k in shared for a in _agreeing(line, k, own)))
    if name != package.name:
        says = _("{digests}; in the set it is spelled {name}").format(
            digests=says, name=package.name
        )
    return Compared("agrees", name, says)


def _agreeing(line: Listed, kinds: Sequence[str], own: Mapping[str, str]) -> list[str]:
    return [a for a in kinds if own[a] == line.digest]


def _kinds(line: Listed) -> str:
    return _(" or ").join(WORDS[a] for a in line.may_be)


def _difference(line: Listed, kinds: Sequence[str], own: Mapping[str, str]) -> str:
    ours = _(", ").join(f"{WORDS[a]} {own[a][:12]}…" for a in kinds)
    says = _("the list says {theirs}… ({kind}), the set {ours}")
    told = says.format(theirs=line.digest[:12], kind=_kinds(line), ours=ours)
    others = [a for a in line.may_be if a not in own]
    if others:
        # So many digits without a tag may be of an algorithm that the set does not hold.
        more = _("; or the list means {others}, which the set does not hold")
        told += more.format(others=_(" or ").join(WORDS[a] for a in others))
    return told


def _contradiction(given: Sequence[Listed], own: Mapping[str, str]) -> str:
    """Two digests that cannot both be of one file: more different ones than kinds they may be."""
    by_length: dict[int, list[Listed]] = {}
    for line in given:
        by_length.setdefault(len(line.digest), []).append(line)
    for lines in by_length.values():
        digests = list(dict.fromkeys(line.digest for line in lines))
        if len(digests) < 2 or _assignable(lines, own):
            continue
        where = ", ".join(str(line.line) for line in lines if line.line)
        says = _("the list contradicts itself: {digests} for one name{where}")
        return says.format(
            digests=_(" and ").join(f"{d[:12]}…" for d in digests[:3]),
            where=_(" (lines {lines})").format(lines=where) if where else "",
        )
    return ""


def _assignable(lines: Sequence[Listed], own: Mapping[str, str]) -> bool:
    """Can each digest be of a kind of its own? An untagged one is what it agrees with, if any."""
    taken: dict[str, str] = {}
    left: list[Listed] = []
    for line in lines:
        kinds = line.may_be
        agreed = [a for a in kinds if own.get(a) == line.digest]
        if len(kinds) > 1 and not agreed:
            left.append(line)
            continue
        kind = agreed[0] if agreed else kinds[0]
        if taken.setdefault(kind, line.digest) != line.digest:
            return False
    for line in left:
        if line.digest in taken.values():
            continue
        free = next((a for a in line.may_be if a not in taken), None)
        if free is None:
            return False
        taken[free] = line.digest
    return True
