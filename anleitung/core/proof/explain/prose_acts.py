"""What prose tells a reader to do: sentences that begin with an act, and commands of a tool.

Prose is not run. What it tells to do beyond its step is proved by nobody.
"""

import re
from collections.abc import Iterable, Iterator
from functools import cache

from markdown_it import MarkdownIt

from anleitung.core.documents.tool import Tool

_WRITES = frozenset(
    {
        "flash",
        "flash-set",
        "write-window",
        "write-from-system",
        "install",
        "second",
        "keep-recovery",
        "take-update",
    }
)
_ERASES = frozenset(
    {"wipe", "format-data", "menu", "remove", "delete", "flash-set", "write-window"}
)
_SWITCHES = frozenset({"switch", "app", "menu", "write-window", "set-active", "remove", "charge"})
# An act → the actions that do it. Whatever a step is by hand or by a script is its author's word.
ACTS = {
    **dict.fromkeys(("flash", "write", "overwrite", "sideload", "downgrade"), _WRITES),
    **dict.fromkeys(("update", "upgrade", "install"), _WRITES | {"app", "install-driver"}),
    **dict.fromkeys(("wipe", "erase", "format", "clear", "reset", "delete", "remove"), _ERASES),
    **dict.fromkeys(("enable", "disable", "toggle", "activate", "deactivate"), _SWITCHES),
    **dict.fromkeys(("lock", "relock", "re-lock"), frozenset({"relock"})),
    "unlock": frozenset({"unlock"}),
    "repartition": frozenset({"write-window"}),
    "root": _WRITES | {"app", "derive", "boot-once"},
    "patch": _WRITES | {"app", "derive"},
    "restore": frozenset({"restore", "menu"}),
}
_ON_TRUST = frozenset({"by-hand", "script"})
_LEADS = (
    r"(?:(?:then|now|next|first|finally|afterwards|after that|please|also|and|so|just)[,:]?\s+)*"
)
_MUST = r"(?:you\s+(?:must|should|need to|have to|can|may)\s+(?:also\s+|then\s+|now\s+)?)?"
_BEGINS = re.compile(rf"^{_LEADS}{_MUST}({'|'.join(sorted(ACTS, key=len, reverse=True))})\b", re.I)
_ENDS = re.compile(r"(?<=[.!?;:])\s+|\n+")


@cache
def _reader() -> MarkdownIt:
    return MarkdownIt("commonmark")


def acts_told(prose: str, done: frozenset[str], programs: frozenset[str]) -> Iterator[str]:
    """The sentences and commands of a prose that none of the actions ``done`` does.

    programs: first words of the commands of the guide's tools.
    """
    if done & _ON_TRUST:
        return
    for text, code in _pieces(prose):
        if code:
            first = text.split(maxsplit=1)[0] if text.strip() else ""
            if first.removeprefix("./").removesuffix(".exe") in programs and " " in text.strip():
                yield text.strip()
            continue
        for sentence in _ENDS.split(text):
            told = _BEGINS.match(sentence.strip())
            if told is not None and not done & ACTS[told[1].lower()]:
                yield sentence.strip()


def _pieces(prose: str) -> Iterator[tuple[str, bool]]:
    """(text, whether it is code), paragraph by paragraph."""
    for token in _reader().parse(prose):
        if token.type in ("fence", "code_block"):
            yield from ((line, True) for line in token.content.splitlines())
        elif token.type == "inline":
            words = []
            for part in token.children or ():
                if part.type == "code_inline":
                    yield part.content, True
                    words.append(part.content)
                elif part.type in ("softbreak", "hardbreak"):
                    words.append(" ")
                else:
                    words.append(part.content)
            yield "".join(words), False


def programs_of(tools: Iterable[Tool]) -> frozenset[str]:
    """What a reader types first to give a command of these tools."""
    found = set()
    for tool in tools:
        found.add(tool.id)
        for patterns in tool.commands.values():
            for pattern in patterns.values():
                first = pattern.split(maxsplit=1)[0]
                found.add(first.removeprefix("./").removesuffix(".exe"))
    return frozenset(found)
