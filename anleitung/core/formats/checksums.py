"""Checksum lists: the two-column and the tagged form, read mixed, written as their programs do."""

import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace

from anleitung.core.errors import AnleitungError

NAME = "SHA256SUMS"
MAX_LIST_BYTES = 5_000_000  # so many that the most lines with long names fit
MAX_LIST_LINES = 20_000

# Hex digits → the algorithms that write so many; without a tag the first is what is usual.
BY_LENGTH = {
    32: ("md5",),
    40: ("sha1",),
    64: ("sha256", "blake3"),
    128: ("sha512", "blake2b"),
}
TAGS = {
    "MD5": "md5",
    "SHA1": "sha1",
    "SHA256": "sha256",
    "SHA512": "sha512",
    "BLAKE2b": "blake2b",
    "BLAKE3": "blake3",
}
LENGTHS = {name: length for length, names in BY_LENGTH.items() for name in names}

_BY_TAG = {tag.casefold(): name for tag, name in TAGS.items()}

_COLUMNS = re.compile(r"(\\?)([0-9A-Fa-f]+)(?: [ *]|\t)(.+)")
_TAGGED = re.compile(r"(\\?)([A-Za-z0-9/-]{2,16}) \((.+)\) ?= ?([0-9A-Fa-f ]+)")


class InvalidList(AnleitungError):
    """A list that is too large to be one, or holds nothing that can be read."""

    code = "invalid-list"


@dataclass(frozen=True, slots=True)
class Listed:
    """One line. algorithm: as its tag or its length says; name: without its folder.

    line: 0 where it was not read from a list. tagged: the list names the algorithm itself;
    otherwise the digest may be of any algorithm that writes so many digits.
    """

    name: str
    algorithm: str
    digest: str
    folder: str = ""
    line: int = 0
    tagged: bool = True

    @property
    def may_be(self) -> tuple[str, ...]:
        return (self.algorithm,) if self.tagged else BY_LENGTH[len(self.digest)]


@dataclass(frozen=True, slots=True)
class LineFault:
    line: int
    message: str


@dataclass(frozen=True)
class ChecksumList:
    """lines: in their order; faults: what could not be read, a sentence each."""

    lines: tuple[Listed, ...]
    faults: tuple[LineFault, ...]

    def digests(self, algorithm: str) -> dict[str, str]:
        """Name → digest, of one algorithm; the last of a name counts."""
        return {each.name: each.digest for each in self.lines if each.algorithm == algorithm}


@dataclass
class _Reading:
    default: str
    lines: list[Listed] = field(default_factory=list)
    faults: list[LineFault] = field(default_factory=list)


def read_checksums(text: str, *, algorithm: str = "sha256") -> ChecksumList:
    """Reads every line by itself, so forms may be mixed. Raises InvalidList.

    algorithm: what 64 digits without a tag mean, sha256 or blake3. Comments (#, ;) and empty lines
    are passed over; a byte-order mark and any line ends are taken.
    """
    if len(text) > MAX_LIST_BYTES:
        raise InvalidList(f"larger than {MAX_LIST_BYTES // 1_000_000} MB; a list is shorter")
    plain = text.removeprefix("\ufeff").replace("\r\n", "\n").replace("\r", "\n")
    lines = plain.removesuffix("\n").split("\n")
    if len(lines) > MAX_LIST_LINES:
        raise InvalidList(f"more than {MAX_LIST_LINES:,} lines")
    reading = _Reading(algorithm)
    for number, line in enumerate(lines, 1):
        if line.strip() and not line.lstrip().startswith(("#", ";")):
            _read_line(number, line, reading)
    return ChecksumList(tuple(reading.lines), tuple(reading.faults))


def _read_line(number: int, line: str, reading: _Reading) -> None:
    tagged = _TAGGED.fullmatch(line.strip())
    if tagged is not None:
        escaped, tag, name, digest = tagged.groups()
        algorithm = _BY_TAG.get(tag.casefold())
        if algorithm is None:
            known = ", ".join(TAGS)
            says = f"{tag} is no algorithm that is known here; known are {known}"
            reading.faults.append(LineFault(number, says))
            return
        found = Listed(name, algorithm, digest.replace(" ", ""), line=number)
        _take(found, escaped, reading)
        return
    columns = _COLUMNS.fullmatch(line.strip(" "))
    if columns is None:
        says = "expected a digest, two spaces and a file name, or the tagged form"
        reading.faults.append(LineFault(number, says))
        return
    escaped, digest, name = columns.groups()
    names = BY_LENGTH.get(len(digest))
    if names is None:
        says = f"{len(digest)} hex digits belong to no digest; 64 to SHA-256, 128 to SHA-512"
        reading.faults.append(LineFault(number, says))
        return
    algorithm = reading.default if reading.default in names else names[0]
    _take(Listed(name, algorithm, digest, line=number, tagged=False), escaped, reading)


def _take(found: Listed, escaped: str, reading: _Reading) -> None:
    number, algorithm = found.line, found.algorithm
    if len(found.digest) != LENGTHS[algorithm]:
        says = f"{algorithm} has {LENGTHS[algorithm]} hex digits, here are {len(found.digest)}"
        reading.faults.append(LineFault(number, says))
        return
    name = _unescape(found.name) if escaped else found.name
    folder, _, last = name.replace("\\", "/").rpartition("/") if not escaped else ("", "", name)
    if ".." in folder.split("/") or last in ("", ".", ".."):
        reading.faults.append(LineFault(number, "this path leaves its folder, or names no file"))
        return
    reading.lines.append(replace(found, name=last, digest=found.digest.lower(), folder=folder))


def _unescape(name: str) -> str:
    signs = {"n": "\n", "r": "\r"}
    return re.sub(r"\\(.)", lambda m: signs.get(m[1], m[1]), name)


def _escape(name: str) -> tuple[str, str]:
    """(mark, name) as the programs write names with line ends or backslashes."""
    escaped = name.replace("\\", "\\\\").replace("\n", "\\n").replace("\r", "\\r")
    return ("\\" if escaped != name else ""), escaped


def write_checksums(digests: Mapping[str, str]) -> str:
    """digests: file name → SHA-256. Sorted by name; accepted by ``sha256sum -c``."""
    lines = []
    for name, digest in sorted(digests.items()):
        mark, escaped = _escape(name)
        lines.append(f"{mark}{digest}  {escaped}\n")
    return "".join(lines)


def write_tagged(listed: Iterable[Listed]) -> str:
    """The tagged form, as ``sha256sum --tag`` writes it; several algorithms in one list."""
    tags = {algorithm: tag for tag, algorithm in TAGS.items()}
    lines = []
    for each in sorted(listed, key=lambda x: (x.name, x.algorithm)):
        mark, escaped = _escape(each.name)
        lines.append(f"{mark}{tags[each.algorithm]} ({escaped}) = {each.digest}\n")
    return "".join(lines)
