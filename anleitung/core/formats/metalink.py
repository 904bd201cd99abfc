"""Metalink 4 (RFC 5854): files with size, digests and sources, read and written."""

from collections.abc import Iterable
from dataclasses import dataclass
from xml.etree.ElementTree import Element, SubElement, indent, tostring

from defusedxml import DefusedXmlException
from defusedxml.ElementTree import ParseError, fromstring

from anleitung.core.formats.checksums import LENGTHS, MAX_LIST_BYTES, InvalidList

NAMESPACE = "urn:ietf:params:xml:ns:metalink"
_Q = f"{{{NAMESPACE}}}"
MAX_ENTRIES = 2_000
# The names of RFC 5854 (IANA's hash function text names), and one that has no name there.
HASHES = {"sha-256": "sha256", "sha-512": "sha512", "sha-1": "sha1", "md5": "md5"}
_NAMES = {ours: theirs for theirs, ours in HASHES.items()}


@dataclass(frozen=True, slots=True)
class MetalinkFile:
    """size: None where it is not given. digests: algorithm → lower-case hex. sources: addresses."""

    name: str
    size: int | None
    digests: dict[str, str]
    sources: tuple[str, ...]


def looks_like_metalink(text: str) -> bool:
    return "<metalink" in text[:2_000]


def read_metalink(text: str) -> tuple[MetalinkFile, ...]:
    """Raises InvalidList. Entities and external parts are refused before anything unfolds."""
    if len(text) > MAX_LIST_BYTES:
        raise InvalidList(f"larger than {MAX_LIST_BYTES // 1_000_000} MB; a Metalink is shorter")
    try:
        root = fromstring(text, forbid_dtd=True)
    except DefusedXmlException as error:
        raise InvalidList("a Metalink holds no entities and no document type") from error
    except (ParseError, ValueError) as error:
        raise InvalidList(f"this is no XML: {error}") from error
    if root.tag != f"{_Q}metalink":
        raise InvalidList("this is XML, and no Metalink 4")
    files = root.findall(f"{_Q}file")
    if len(files) > MAX_ENTRIES:
        raise InvalidList(f"more than {MAX_ENTRIES:,} files")
    return tuple(_file(each) for each in files)


def _file(each: Element) -> MetalinkFile:
    name = each.get("name", "")
    last = name.replace("\\", "/").rpartition("/")[2]
    if last in ("", ".", "..") or ".." in name.replace("\\", "/").split("/"):
        raise InvalidList(f"{name[:80]!r} is no file name: it leaves its folder")
    size = (each.findtext(f"{_Q}size") or "").strip()
    if size and not (size.isascii() and size.isdigit() and len(size) < 19):
        raise InvalidList(f"{last}: the size {size[:30]!r} is no number of bytes")
    digests = {}
    for found in each.findall(f"{_Q}hash"):
        algorithm = HASHES.get((found.get("type") or "").lower())
        digest = "".join((found.text or "").split()).lower()
        if algorithm is None:
            continue
        if len(digest) != LENGTHS[algorithm] or not set(digest) <= set("0123456789abcdef"):
            raise InvalidList(f"{last}: {digest[:20]!r} is no {algorithm} digest")
        digests[algorithm] = digest
    sources = tuple((url.text or "").strip() for url in each.findall(f"{_Q}url"))
    return MetalinkFile(last, int(size) if size else None, digests, tuple(filter(None, sources)))


def write_metalink(files: Iterable[MetalinkFile]) -> str:
    root = Element("metalink", xmlns=NAMESPACE)
    for each in sorted(files, key=lambda f: f.name):
        file = SubElement(root, "file", name=each.name)
        if each.size is not None:
            SubElement(file, "size").text = str(each.size)
        for algorithm, digest in sorted(each.digests.items()):
            if algorithm in _NAMES:
                SubElement(file, "hash", type=_NAMES[algorithm]).text = digest
        for priority, source in enumerate(each.sources, 1):
            SubElement(file, "url", priority=str(priority)).text = source
    indent(root)
    return '<?xml version="1.0" encoding="UTF-8"?>\n' + tostring(root, encoding="unicode") + "\n"
