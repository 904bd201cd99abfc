"""A checksum list of somebody else, held against a file set."""

from collections.abc import Sequence
from dataclasses import dataclass
from gettext import gettext as _
from typing import Literal

from anleitung.core.documents.package import Package
from anleitung.core.files.lists import all_digests
from anleitung.core.formats.checksums import InvalidList, read_checksums
from anleitung.core.formats.metalink import looks_like_metalink, read_metalink

Verdict = Literal["agrees", "differs", "not-in-set", "not-listed", "unreadable"]


@dataclass(frozen=True, slots=True)
class Compared:
    verdict: Verdict
    name: str
    says: str


def compare_list(packages: Sequence[Package], text: str) -> tuple[Compared, ...]:
    """text: two-column, tagged, or Metalink 4. Raises InvalidList where nothing can be read."""
    told: list[Compared] = []
    listed: dict[str, dict[str, str]] = {}
    if looks_like_metalink(text):
        listed = {f.name: f.digests for f in read_metalink(text)}
    else:
        read = read_checksums(text)
        for line in read.lines:
            listed.setdefault(line.name, {})[line.algorithm] = line.digest
        told = [Compared("unreadable", f"line {f.line}", f.message) for f in read.faults]
    if not listed:
        raise InvalidList("no line of this reads as a digest and a file name")
    known = {p.name: p for p in packages}
    for name, digests in sorted(listed.items()):
        told.append(_compare(name, digests, known.get(name)))
    for package in packages:
        if package.name not in listed and package.derived is None:
            told.append(Compared("not-listed", package.name, _("the list says nothing of it")))
    return tuple(told)


def _compare(name: str, digests: dict[str, str], package: Package | None) -> Compared:
    if package is None:
        return Compared("not-in-set", name, _("no file of the set has this name"))
    own = all_digests(package)
    # 64 digits without a tag may be either of two digests; what agrees with one, agrees.
    shared = [a for a in digests if a in own]
    if not shared:
        says = _("the list gives {theirs}, the set {ours}: nothing to compare")
        theirs, ours = ", ".join(digests), ", ".join(own) or _("no digest")
        return Compared("differs", name, says.format(theirs=theirs, ours=ours))
    wrong = [a for a in shared if digests[a] != own[a]]
    if wrong:
        says = _("{algorithm}: the list says {theirs}…, the set {ours}…")
        a = wrong[0]
        return Compared(
            "differs", name, says.format(algorithm=a, theirs=digests[a][:12], ours=own[a][:12])
        )
    return Compared("agrees", name, ", ".join(shared))
