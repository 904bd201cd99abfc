"""The usual two-column checksum list: digest, a mark, name."""

import re

_LINE = re.compile(r"(\\?)([0-9a-fA-F]{64}) [ *](.+)")
NAME = "SHA256SUMS"


def write_checksums(digests: dict[str, str]) -> str:
    """digests: file name → SHA-256. Sorted by name; accepted by ``sha256sum -c``."""
    lines = []
    for name, digest in sorted(digests.items()):
        escaped = name.replace("\\", "\\\\").replace("\n", "\\n")
        lines.append(f"{chr(92) if escaped != name else ''}{digest}  {escaped}\n")
    return "".join(lines)


def read_checksums(text: str) -> tuple[dict[str, str], list[int]]:
    """File name → lower-case digest, and the numbers of the lines that cannot be read."""
    found: dict[str, str] = {}
    unreadable = []
    for number, line in enumerate(text.splitlines(), 1):
        if not line.strip() or line.startswith("#"):
            continue
        match = _LINE.fullmatch(line)
        if match is None:
            unreadable.append(number)
            continue
        name = match[3]
        if match[1]:
            name = re.sub(r"\\(.)", lambda m: "\n" if m[1] == "n" else m[1], name)
        found[name] = match[2].lower()
    return found, unreadable
