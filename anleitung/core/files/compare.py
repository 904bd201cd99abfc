"""A checksum list of somebody else, held against a file set."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from anleitung.core.documents.package import Package
from anleitung.core.files.lists import all_digests
from anleitung.core.files.match import folded_name
from anleitung.core.formats.checksums import InvalidList, Listed, read_checksums
from anleitung.core.formats.metalink import looks_like_metalink, read_metalink
from anleitung.core.marked import gettext as _

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
    meant: dict[str, str] = {}
    for length in sorted({len(line.digest) for line in given}):
        lines = [line for line in given if len(line.digest) == length]
        reading = _reading(lines, own)
        if reading is None:
            return Compared("contradicts", name, _contradiction(lines))
        meant |= reading
    if package is None:
        return Compared("not-in-set", name, _("no file of the set has this name"))
    shared = [a for a in meant if a in own]
    if not shared:
        says = _("the list gives {theirs}, the set {ours}: nothing to compare")
        theirs = ", ".join(dict.fromkeys(_kinds(line) for line in given))
        ours = ", ".join(WORDS[a] for a in own) or _("no digest")
        return Compared("differs", name, says.format(theirs=theirs, ours=ours))
    wrong = [a for a in shared if meant[a] != own[a]]
    if wrong:
        return Compared("differs", name, _difference(given, wrong[0], meant, own))
    says = ", ".join(WORDS[a] for a in shared)
    if name != package.name:
        says = _("{digests}; in the set it is spelled {name}").format(
            digests=says, name=package.name
        )
    return Compared("agrees", name, says)


def _reading(lines: Sequence[Listed], own: Mapping[str, str]) -> dict[str, str] | None:
    """How these lines, of one length, can all be true: algorithm → digest. None: in no way.

    Without a tag a digest may be of any algorithm that writes so many digits, the usual one first;
    but one that is the set's own is that one, since no chance makes two the same. No algorithm has
    two digests of one file.
    """
    found: list[dict[str, str]] = [{}]
    for line in sorted(set(lines), key=lambda x: (not x.tagged, x.line)):
        agreed = [a for a in line.may_be if own.get(a) == line.digest]
        found = [
            {**reading, kind: line.digest}
            for reading in found
            for kind in (agreed or line.may_be)
            if reading.get(kind, line.digest) == line.digest
        ]
        found = list({tuple(sorted(r.items())): r for r in found}.values())
    return found[0] if found else None


def _kinds(line: Listed) -> str:
    return _(" or ").join(WORDS[a] for a in line.may_be)


def _difference(
    given: Sequence[Listed], kind: str, meant: Mapping[str, str], own: Mapping[str, str]
) -> str:
    says = _("the list says {theirs}… ({kind}), the set {ours}…")
    told = says.format(theirs=meant[kind][:12], kind=WORDS[kind], ours=own[kind][:12])
    others = {
        other
        for line in given
        if line.digest == meant[kind] and not line.tagged
        for other in line.may_be
        if other not in own and other not in meant
    }
    if others:
        # So many digits without a tag may be of an algorithm that the set does not hold.
        more = _("; or the list means {others}, which the set does not hold")
        told += more.format(others=_(" or ").join(WORDS[a] for a in sorted(others)))
    return told


def _contradiction(lines: Sequence[Listed]) -> str:
    digests = list(dict.fromkeys(line.digest for line in lines))
    where = ", ".join(str(line.line) for line in lines if line.line)
    says = _("the list contradicts itself: {digests} for one name{where}")
    return says.format(
        digests=_(" and ").join(f"{d[:12]}…" for d in digests[:3]),
        where=_(" (lines {lines})").format(lines=where) if where else "",
    )
