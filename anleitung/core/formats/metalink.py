"""Metalink 4 (RFC 5854): files with size, digests and sources, read and written."""

import re
from collections.abc import Iterable
from dataclasses import dataclass
from xml.etree.ElementTree import Element, SubElement, indent, tostring

from defusedxml import DefusedXmlException
from defusedxml.ElementTree import ParseError, fromstring

from anleitung.core.formats.checksums import (
    LENGTHS,
    MAX_LIST_BYTES,
    MAX_LIST_LINES,
    InvalidList,
)

NAMESPACE = "urn:ietf:params:xml:ns:metalink"
_Q = f"{{{NAMESPACE}}}"
MAX_ENTRIES = MAX_LIST_LINES
# The names of RFC 5854 (IANA's hash function text names); others have no name there.
HASHES = {"sha-256": "sha256", "sha-512": "sha512", "sha-1": "sha1", "md5": "md5"}
_NAMES = {ours: theirs for theirs, ours in HASHES.items()}
_ROOT = re.compile(r"<(?:[^\W\d][\w.-]*:)?metalink[\s>/]")
_ADDRESS = re.compile(
    r"""(?:https?|ftp)://(?:[^\s<>"/?\#\[\]@]+|\[[0-9A-Fa-f:.]+\](?::[0-9]+)?)(?:[/?\#][^\s<>"]*)?""",
    re.IGNORECASE,
)
_LEAST_WANTED = 999_999  # RFC 5854: what a url without a priority has
_NOT_IN_XML = re.compile(r"[^\t\n\r\x20-\ud7ff\ue000-\ufffd\U00010000-\U0010ffff]")


@dataclass(frozen=True, slots=True)
class MetalinkFile:
    """size: None where it is not given. hashes: (algorithm, lower-case hex), as they stand.

    sources: addresses, the most wanted first.
    """

    name: str
    size: int | None
    hashes: tuple[tuple[str, str], ...]
    sources: tuple[str, ...]

    @property
    def digests(self) -> dict[str, str]:
        return dict(self.hashes)


@dataclass(frozen=True, slots=True)
class EntryFault:
    """name: of the file it is about."""

    name: str
    message: str


@dataclass(frozen=True, slots=True)
class Metalink:
    files: tuple[MetalinkFile, ...]
    faults: tuple[EntryFault, ...]


def looks_like_metalink(text: str) -> bool:
    """A list of digests never begins with a tag."""
    return text.lstrip("\ufeff \t\r\n").startswith("<") and _ROOT.search(text) is not None


def read_metalink(text: str) -> Metalink:
    """What is faulty in one file is told and takes nothing from the others. Raises InvalidList.

    Entities and external parts are refused before anything unfolds.
    """
    if len(text) > MAX_LIST_BYTES:
        raise InvalidList(f"larger than {MAX_LIST_BYTES // 1_000_000} MB; a Metalink is shorter")
    try:
        root = fromstring(text.lstrip("\ufeff \t\r\n"), forbid_dtd=True)
    except DefusedXmlException as error:
        raise InvalidList("a Metalink holds no entities and no document type") from error
    except (ParseError, ValueError, LookupError) as error:
        raise InvalidList(f"this is no XML: {error}") from error
    if root.tag != f"{_Q}metalink":
        raise InvalidList("this is XML, and no Metalink 4")
    entries = root.findall(f"{_Q}file")
    if len(entries) > MAX_ENTRIES:
        raise InvalidList(f"more than {MAX_ENTRIES:,} files")
    faults: list[EntryFault] = []
    files = [_file(each, faults) for each in entries]
    return Metalink(tuple(f for f in files if f is not None), tuple(faults))


def _file(each: Element, faults: list[EntryFault]) -> MetalinkFile | None:
    name = each.get("name", "")
    last = name.replace("\\", "/").rpartition("/")[2]
    if last in ("", ".", "..") or ".." in name.replace("\\", "/").split("/"):
        faults.append(EntryFault(name[:80], "this is no file name: it leaves its folder"))
        return None
    size = (each.findtext(f"{_Q}size") or "").strip()
    if size and not (size.isascii() and size.isdigit() and len(size) < 19):
        faults.append(EntryFault(last, f"the size {size[:30]!r} is no number of bytes"))
        size = ""
    hashes = []
    for found in each.findall(f"{_Q}hash"):
        algorithm = HASHES.get((found.get("type") or "").strip().lower())
        digest = "".join((found.text or "").split()).lower()
        if algorithm is None:
            continue
        if len(digest) != LENGTHS[algorithm] or not set(digest) <= set("0123456789abcdef"):
            faults.append(EntryFault(last, f"{digest[:20]!r} is no {algorithm} digest"))
            continue
        hashes.append((algorithm, digest))
    urls = [((url.text or "").strip(), _priority(url)) for url in each.findall(f"{_Q}url")]
    sources = tuple(a for a, _ in sorted(urls, key=lambda u: u[1]) if is_address(a))
    return MetalinkFile(last, int(size) if size else None, tuple(hashes), sources)


def _priority(url: Element) -> int:
    """From 1, the most wanted, to 999999; what is no such number counts as not given."""
    given = (url.get("priority") or "").strip()
    if given.isascii() and given.isdigit() and 1 <= int(given[:9]) <= _LEAST_WANTED:
        return int(given[:9])
    return _LEAST_WANTED


def is_address(text: str) -> bool:
    """A source may be said in words; only what can be fetched is an address."""
    return _ADDRESS.fullmatch(text) is not None and text.isprintable()


def write_metalink(files: Iterable[MetalinkFile]) -> str:
    """Characters that XML cannot hold are left out; sources that are no addresses too."""
    root = Element("metalink", xmlns=NAMESPACE)
    for each in sorted(files, key=lambda f: f.name):
        file = SubElement(root, "file", name=_NOT_IN_XML.sub("", each.name))
        if each.size is not None:
            SubElement(file, "size").text = str(each.size)
        for algorithm, digest in sorted(each.hashes):
            if algorithm in _NAMES:
                SubElement(file, "hash", type=_NAMES[algorithm]).text = digest
        addresses = [source for source in each.sources if is_address(source)]
        for priority, source in enumerate(addresses, 1):
            SubElement(file, "url", priority=str(priority)).text = source
    indent(root)
    return '<?xml version="1.0" encoding="UTF-8"?>\n' + tostring(root, encoding="unicode") + "\n"
