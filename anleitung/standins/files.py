"""The small files that stand in for real packages: made from their name, the same everywhere."""

from hashlib import sha256


def file_content(name: str, size: int) -> bytes:
    """size: bytes. A stream of digests, seeded with the name: looks random, packs badly."""
    blocks = (sha256(f"{name}:{i}".encode()).digest() for i in range(size // 32 + 1))
    return b"".join(blocks)[:size]


def file_digest(name: str, size: int) -> str:
    return sha256(file_content(name, size)).hexdigest()
