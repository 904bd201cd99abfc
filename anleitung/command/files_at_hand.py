"""Files in a folder, digested in streams; zip files are looked into without unpacking to disk."""

import hashlib
import zipfile
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from pathlib import Path
from typing import IO, Any

import blake3

from anleitung.core.errors import AnleitungError
from anleitung.core.files.match import HEAD_BYTES, FileAtHand, looks_like_page

CHUNK = 1 << 20
MAX_FILES = 500
MAX_INSIDE = 200
# A zip file that unfolds to more than this many times its size is no package but a bomb.
MOST_UNFOLDED = 100
MAX_INNER_BYTES = 16 * 2**30

_NO_CONTENTS = "it is no whole zip file: its table of contents is missing"

_MAKERS: dict[str, Callable[[], Any]] = {
    "sha256": hashlib.sha256,
    "sha512": hashlib.sha512,
    "sha1": lambda: hashlib.sha1(usedforsecurity=False),
    "md5": lambda: hashlib.md5(usedforsecurity=False),
    "blake2b": hashlib.blake2b,
    "blake3": blake3.blake3,
}


class FolderRefused(AnleitungError):
    code = "folder-refused"


class _Unfolds(Exception):
    """What is packed is larger than a package may be."""


@dataclass(frozen=True, slots=True)
class _Looked:
    """inside: the files of an archive that could be read; why: what kept the rest from it."""

    inside: tuple[FileAtHand, ...] = ()
    why: str = ""


def files_at_hand(folder: Path, algorithms: set[str]) -> Iterator[FileAtHand]:
    """Every file of the folder and below, by name, then what lies in its zip files.

    A file that cannot be read, and an archive that cannot be looked into, is told as broken, and
    the rest goes on. Links that leave the folder are passed over. Raises FolderRefused.
    """
    if not folder.is_dir():
        raise FolderRefused(f"{folder}: there is no such folder")
    home = folder.resolve()
    paths = sorted(p for p in folder.rglob("*") if p.is_file())
    if len(paths) > MAX_FILES:
        raise FolderRefused(f"{folder}: more than {MAX_FILES} files; choose the folder of the set")
    for path in paths:
        if not path.resolve().is_relative_to(home):
            continue
        try:
            looked = _look_into(path, algorithms)
            with path.open("rb") as stream:
                yield digested(path.name, stream, algorithms, broken=looked.why)
        except OSError as error:
            why = f"cannot be read ({error.strerror or error})"
            yield FileAtHand(path.name, 0, {}, broken=why)
            continue
        yield from looked.inside


def digested(
    name: str,
    stream: IO[bytes],
    algorithms: set[str],
    *,
    inside: str = "",
    most: int | None = None,
    broken: str = "",
) -> FileAtHand:
    """Reads the stream once for all digests; memory stays at one chunk."""
    running = {a: _MAKERS[a]() for a in sorted(algorithms)}
    size, head = 0, b""
    while chunk := stream.read(CHUNK):
        size += len(chunk)
        if most is not None and size > most:
            raise _Unfolds
        head = head or chunk[:HEAD_BYTES]
        for each in running.values():
            each.update(chunk)
    digests = {a: each.hexdigest() for a, each in running.items()}
    return FileAtHand(name, size, digests, looks_like_page(head), inside, broken)


def _look_into(path: Path, algorithms: set[str]) -> _Looked:
    """One level of a zip file. What a damaged one makes its readers raise is no closed list."""
    found: list[FileAtHand] = []
    try:
        if not zipfile.is_zipfile(path):
            # What begins as one and has lost its end is a damaged one; the rest are other files.
            with path.open("rb") as stream:
                begins = stream.read(2) == b"PK"
            lost = begins and path.suffix.lower() == ".zip"
            return _Looked(why=_NO_CONTENTS if lost else "")
        left = min(path.stat().st_size * MOST_UNFOLDED, MAX_INNER_BYTES)
        with zipfile.ZipFile(path) as archive:
            entries = [e for e in archive.infolist() if not e.is_dir()]
            for entry in entries[:MAX_INSIDE]:
                one = _look_at(archive, entry, path.name, algorithms, left)
                left -= one.size
                found.append(one)
            if len(entries) > MAX_INSIDE:
                why = f"more than {MAX_INSIDE} files are in it; the others were not looked at"
                return _Looked(tuple(found), why)
    except _Unfolds:
        return _Looked(
            tuple(found), f"it unfolds to more than {MOST_UNFOLDED} times its size, or without end"
        )
    except Exception as error:
        return _Looked(tuple(found), f"it is a damaged zip file ({_words(error)})")
    bad = [f.name for f in found if f.broken]
    return _Looked(tuple(found), f"damaged in it: {', '.join(bad[:3])}" if bad else "")


def _look_at(
    archive: zipfile.ZipFile, entry: zipfile.ZipInfo, inside: str, algorithms: set[str], left: int
) -> FileAtHand:
    # Only names are taken from inside, and nothing is written anywhere.
    name = entry.filename.replace("\\", "/").rpartition("/")[2]
    try:
        with archive.open(entry) as stream:
            return digested(name, stream, algorithms, inside=inside, most=left)
    except _Unfolds:
        raise
    except Exception as error:
        return FileAtHand(
            name, 0, {}, inside=inside, broken=f"cannot be unpacked ({_words(error)})"
        )


def _words(error: Exception) -> str:
    return " ".join(str(error).split())[:120] or type(error).__name__
