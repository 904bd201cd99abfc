"""The version of the model: what its own sources come to.

Proofs are kept by it. Whatever can change a proof or its words stands in these folders, so none is
kept longer than the model that made it; nobody has to remember to raise a number.
"""

from functools import cache
from hashlib import blake2b
from pathlib import Path

_FOLDERS = ("conditions", "diagrams", "documents", "guide", "phone", "proof", "schemes")


def version_of(home: Path, *more: str) -> str:
    """Twelve letters over the names and the bytes of all modules below home. more: folders that

    count as well.
    """
    digest = blake2b(digest_size=6)
    for folder in (*_FOLDERS, *more):
        for path in sorted((home / folder).rglob("*.py")):
            content = path.read_bytes()
            digest.update(f"{path.relative_to(home).as_posix()} {len(content)}\n".encode())
            digest.update(content)
    return digest.hexdigest()


MODEL_VERSION = version_of(Path(__file__).parent)


@cache
def comparing_version() -> str:
    """A comparison is kept by what compares as well."""
    return version_of(Path(__file__).parent, "revisions")


@cache
def routing_version() -> str:
    """What guides did to phones on a route is kept by what runs routes as well."""
    return version_of(Path(__file__).parent, "routes")
