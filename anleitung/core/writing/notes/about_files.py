"""Digests and links that notes give of a file: held against what is on record, never over it."""

import re
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from anleitung.core.documents.package import Package
from anleitung.core.files.lists import all_digests
from anleitung.core.marked import gettext as _
from anleitung.core.writing.notes.known import Known

LINK = re.compile(r"\bhttps?://[^\s<>\"')\]]+", re.IGNORECASE)
_HEX = re.compile(r"(?<![0-9a-fA-F])(?:[0-9a-fA-F]{128}|[0-9a-fA-F]{64}|[0-9a-fA-F]{40}|"
                  r"[0-9a-fA-F]{32})(?![0-9a-fA-F])")  # fmt: skip
_NAME = re.compile(r"[\w.+-]*\w\.[a-z][a-z0-9]{0,4}\b", re.IGNORECASE)
# What may stand beside a digest on a line of its own; other words may speak of another file.
_LABEL = re.compile(
    r"\b(?:sha-?\d*|md5|blake\w*|digests?|(?:check)?sums?|hash(?:es)?|its|the|is|file|in|hex)\b"
    r"|[\W\d_]",
    re.IGNORECASE,
)
# Which digest a row of hex digits can be; 64 and 128 digits may be another than the usual one.
_BY_LENGTH = {128: ("sha512", "blake2b"), 64: ("sha256", "blake3"), 40: ("sha1",), 32: ("md5",)}
_CALLED = {
    "sha512": re.compile(r"\bsha-?512", re.IGNORECASE),
    "sha256": re.compile(r"\bsha-?256", re.IGNORECASE),
    "blake2b": re.compile(r"\bblake-?2", re.IGNORECASE),
    "blake3": re.compile(r"\bblake-?3", re.IGNORECASE),
}
# A digest on a line of its own belongs to the file of the last lines, and to none further up.
_NEAR = 2
MAX_LINK = 300

# same: as on record; new: nothing of the kind is on record; other: something else is.
Standing = Literal["same", "new", "other", "unknown-file", "whose"]


@dataclass(frozen=True, slots=True)
class ToldOfFile:
    """file: its id, "" where none is known; kind: link, or the algorithm of a digest."""

    file: str
    kind: str
    value: str
    standing: Standing
    says: str


@dataclass(slots=True)
class AboutFiles:
    """Reads line after line: what a line tells of files."""

    known: Known
    _last: str = ""
    _at: int = -10

    def read(self, number: int, line: str) -> tuple[ToldOfFile, ...]:
        links = [m[0].rstrip(".,;") for m in LINK.finditer(line)]
        bare = LINK.sub(" ", line)
        digests = [m[0].lower() for m in _HEX.finditer(bare)]
        names = list(dict.fromkeys(m[0] for m in _NAME.finditer(bare)))
        found = [self._of_link(link, names) for link in links if len(link) <= MAX_LINK]
        found += self._of_digests(digests, names, number, bare)
        if len(names) == 1:
            self._last, self._at = names[0], number
        elif not names and links:
            self._last, self._at = file_of(links[-1]), number
        elif names:
            self._last = ""
        return tuple(found)

    def _of_link(self, link: str, names: list[str]) -> ToldOfFile:
        own = file_of(link)
        name = own if self._package(own) or len(names) != 1 else names[0]
        package = self._package(name)
        if package is None:
            says = _("no file is known for {link}").format(link=link)
            return ToldOfFile("", "link", link, "unknown-file", says)
        if link in package.sources:
            says = _("the link to {name} is on record").format(name=package.name)
            return ToldOfFile(package.id, "link", link, "same", says)
        says = _("the link goes to the sources of {name}").format(name=package.name)
        return ToldOfFile(package.id, "link", link, "new", says)

    def _of_digests(
        self, digests: list[str], names: list[str], number: int, bare: str
    ) -> Iterator[ToldOfFile]:
        alone = not _LABEL.sub("", _HEX.sub("", bare))
        if not names and alone and self._last and number - self._at <= _NEAR:
            names = [self._last]
        paired = len(names) == 1 or len(names) == len(digests)
        for place, digest in enumerate(digests):
            if not paired:
                says = _("it is not clear of which file {digest}… is the digest")
                yield ToldOfFile("", "", digest, "whose", says.format(digest=digest[:12]))
                continue
            name = names[0] if len(names) == 1 else names[place]
            yield self._of_digest(digest, name, bare)

    def _of_digest(self, digest: str, name: str, bare: str) -> ToldOfFile:
        kinds = kinds_of(digest, bare)
        package = self._package(name)
        if package is None:
            says = _("{name} is not known here. Drop it into the file set to compare its digest")
            return ToldOfFile("", kinds[0], digest, "unknown-file", says.format(name=name))
        there = all_digests(package)
        for kind in kinds:
            if there.get(kind) == digest:
                says = _("the digest of {name} is the one on record").format(name=package.name)
                return ToldOfFile(package.id, kind, digest, "same", says)
        # By its length alone it is taken for the usual kind.
        if kinds[0] in there:
            says = _("on record {name} has another digest, {digest}…")
            says = says.format(name=package.name, digest=there[kinds[0]][:12])
            return ToldOfFile(package.id, kinds[0], digest, "other", says)
        says = _("the digest goes to the file {name}").format(name=package.name)
        return ToldOfFile(package.id, kinds[0], digest, "new", says)

    def _package(self, name: str) -> Package | None:
        packages = self.known.shelf.packages.values()
        return next((p for p in packages if p.name.lower() == name.lower()), None)


def kinds_of(digest: str, text: str) -> tuple[str, ...]:
    """The algorithms that a row of hex digits can be of: the one that the text names, else all of

    its length, the usual one first.
    """
    kinds = _BY_LENGTH[len(digest)]
    named = tuple(kind for kind in kinds if kind in _CALLED and _CALLED[kind].search(text))
    return named or kinds


def file_of(link: str) -> str:
    """The name of the file that a link ends in."""
    return re.split(r"[?#]", link)[0].rstrip("/").rpartition("/")[2]


def with_told(package: Package, told: ToldOfFile) -> Package:
    """With what is new of it; what is on record stays as it is."""
    if told.kind == "link":
        if told.value in package.sources or len(package.sources) >= 10:
            return package
        return package.model_copy(update={"sources": (*package.sources, told.value)})
    if told.kind in all_digests(package):
        return package
    if told.kind == "sha256":
        return package.model_copy(update={"sha256": told.value})
    also = package.also.model_copy(update={told.kind: told.value})
    return package.model_copy(update={"also": also})
