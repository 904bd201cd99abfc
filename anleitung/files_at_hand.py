"""Files in a folder, digested in streams; zip files are looked into without unpacking to disk."""

import hashlib
import zipfile
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import IO, Any

import blake3

from anleitung.core.errors import AnleitungError
from anleitung.core.files.match import HEAD_BYTES, Found, looks_like_page

CHUNK = 1 << 20
MAX_FILES = 500
MAX_INSIDE = 200
# A zip file that unfolds to more than this many times its size is no package but a bomb.
MOST_UNFOLDED = 100
MAX_INNER_BYTES = 16 * 2**30

_MAKERS: dict[str, Callable[[], Any]] = {
    "sha256": hashlib.sha256,
    "sha512": hashlib.sha512,
    "sha1": lambda: hashlib.sha1(usedforsecurity=False),
    "md5": lambda: hashlib.md5(usedforsecurity=False),
    "blake3": blake3.blake3,
}


class FolderRefused(AnleitungError):
    code = "folder-refused"


def files_at_hand(folder: Path, algorithms: set[str]) -> Iterator[Found]:
    """Every file of the folder and below, by name, then what lies in its zip files.

    Links that leave the folder are passed over. Raises FolderRefused.
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
        with path.open("rb") as stream:
            yield digested(path.name, stream, algorithms)
        yield from _inside(path, algorithms)


def digested(
    name: str, stream: IO[bytes], algorithms: set[str], *, inside: str = "", most: int | None = None
) -> Found:
    """Reads the stream once for all digests; memory stays at one chunk."""
    running = {a: _MAKERS[a]() for a in sorted(algorithms)}
    size, head = 0, b""
    while chunk := stream.read(CHUNK):
        size += len(chunk)
        if most is not None and size > most:
            raise FolderRefused(f"{inside}: {name} unfolds to more than a package holds")
        head = head or chunk[:HEAD_BYTES]
        for each in running.values():
            each.update(chunk)
    digests = {a: each.hexdigest() for a, each in running.items()}
    return Found(name, size, digests, looks_like_page(head), inside)


def _inside(path: Path, algorithms: set[str]) -> Iterator[Found]:
    if not zipfile.is_zipfile(path):
        return
    left = min(path.stat().st_size * MOST_UNFOLDED, MAX_INNER_BYTES)
    try:
        with zipfile.ZipFile(path) as archive:
            entries = [e for e in archive.infolist() if not e.is_dir()]
            for entry in entries[:MAX_INSIDE]:
                # Only names are taken from inside, and nothing is written anywhere.
                name = entry.filename.replace("\\", "/").rpartition("/")[2]
                with archive.open(entry) as stream:
                    found = digested(name, stream, algorithms, inside=path.name, most=left)
                left -= found.size
                yield found
    except (zipfile.BadZipFile, NotImplementedError, RuntimeError, OSError, EOFError):
        return
