"""What a clause of notes may speak of: the files, partitions, programs and words of a guide."""

import re
from collections.abc import Iterable
from dataclasses import dataclass
from functools import cached_property

from anleitung.core.documents.package import Package
from anleitung.core.documents.program import Program
from anleitung.core.guide.bundle import Bundle
from anleitung.core.phone.facts import MODES
from anleitung.core.shorthand.forms import FORMS
from anleitung.core.shorthand.lines import text_of
from anleitung.core.writing.shelf import Shelf

_SLOTS = (
    ("both", re.compile(r"\b(?:both|each|either|all|two) (?:the )?slots?\b|\bslots? a and b\b")),
    ("other", re.compile(r"\b(?:the )?other slot\b")),
    ("a", re.compile(r"\bslot a\b")),
    ("b", re.compile(r"\bslot b\b")),
)


@dataclass(frozen=True)
class Known:
    bundle: Bundle
    shelf: Shelf

    @cached_property
    def files(self) -> tuple[tuple[str, Package], ...]:
        """(what it may be called, file), longer names first."""
        found: dict[str, Package] = {}
        for package in self.shelf.packages.values():
            found.setdefault(package.name.lower(), package)
            found.setdefault(package.id, package)
        return tuple(sorted(found.items(), key=lambda item: -len(item[0])))

    @cached_property
    def partitions(self) -> dict[str, str]:
        """Name → role."""
        return {p.name: p.role for p in self.bundle.device.layout.partitions}

    @cached_property
    def programs(self) -> tuple[tuple[str, Program], ...]:
        """(word by which it is called, program), longer first: a part of a name may be enough."""
        found: dict[str, Program] = {}
        for program in self.shelf.programs.values():
            for name in (program.name.lower().removeprefix("the "), program.id):
                found.setdefault(name, program)
                if program.kind == "recovery":
                    for part in _parts(name):
                        if part not in self._plain_words:
                            found.setdefault(part, program)
        return tuple(sorted(found.items(), key=lambda item: -len(item[0])))

    @cached_property
    def _plain_words(self) -> frozenset[str]:
        """Words that say something else already: of short forms, partitions and modes."""
        words = {w for forms in FORMS.values() for f in forms for w in text_of(f).split()}
        return frozenset({*words, *"|".join(words).split("|"), *self.partitions, *MODES})

    @cached_property
    def menu_words(self) -> tuple[str, ...]:
        return tuple(w.says for p in self.shelf.programs.values() for w in p.words)

    def files_in(self, text: str) -> list[str]:
        """Ids of the files that are named, in their order."""
        found: list[tuple[int, str]] = []
        left = text.lower()
        for name, package in self.files:
            at = _whole_word(name, left)
            if at is not None and package.id not in [f for _at, f in found]:
                found.append((at, package.id))
                left = left[:at] + " " * len(name) + left[at + len(name) :]
        return [file for _at, file in sorted(found)]

    def described(self, text: str) -> list[str]:
        """Files that a list says in words, "k6 radio + firmware": each item one file,

        or none at all. A variant that is said once goes for the items after it.
        """
        items = re.split(r"\s*(?:\+|,|\band\b|&)\s*", re.sub(r"^.*?\bget\s+", "", text.lower()))
        variants = {v.id.lower() for v in self.bundle.device.variants}
        found: list[str] = []
        variant: set[str] = set()
        for item in items:
            words = set(re.findall(r"[a-zäöüß]{2,}[0-9]*|[a-z]?[0-9][0-9.]*", item)) - {
                "the",
                "from",
            }
            variant = words & variants or variant
            fits = self._described(words, variant)
            if len(fits) != 1:
                return []
            found += fits
        return list(dict.fromkeys(found))

    def _described(self, words: set[str], variant: set[str]) -> list[str]:
        program = next((self.program_in(w, "recovery") for w in words if self.program_in(w)), None)
        if program is not None:
            return self.image_of(program)
        plain = {w.replace("ä", "ae").replace("ö", "oe").replace("ü", "ue") for w in words}
        if not plain - variant:
            return []  # it says nothing of which file it is
        fits = []
        for package in self.shelf.packages.values():
            parts = set(re.split(r"[^a-z0-9.]+", package.name.lower()))
            parts |= set(re.split(r"[^a-z0-9]+", package.name.lower()))
            of = {v.lower() for v in package.variants}
            if plain - variant <= parts and (not variant or variant & of or not of):
                fits.append(package)
        names = {package.name: package.id for package in reversed(fits)}
        return list(names.values()) if len(names) == 1 else [p.id for p in fits]

    def builds_in(self, text: str) -> list[str]:
        """Listed builds that are named, in their order."""
        low = text.lower()
        found = [(low.find(b.build.lower()), b.build) for b in self.bundle.builds]
        return [build for at, build in sorted(found) if at >= 0]

    def partition_in(self, text: str) -> str | None:
        """The partition that is named, outside of file names."""
        bare = self.without_files(text)
        return next((n for n in self.partitions if _whole_word(n, bare) is not None), None)

    def without_files(self, text: str) -> str:
        bare = text.lower()
        for name, _package in self.files:
            if "." in name or "_" in name:
                bare = bare.replace(name, " ")
        return bare

    def program_in(self, text: str, *kinds: str) -> Program | None:
        low = text.lower()
        for name, program in self.programs:
            if (not kinds or program.kind in kinds) and _whole_word(name, low) is not None:
                return program
        return None

    def image_of(self, program: Program) -> list[str]:
        """The files that bring this recovery."""
        return [
            p.id
            for p in self.shelf.packages.values()
            if p.content and p.content.recovery == program.id and p.role == "recovery"
        ]

    def slots_in(self, text: str) -> str | None:
        return next((value for value, words in _SLOTS if words.search(text.lower())), None)

    def homes_of(self, file: str) -> list[str]:
        """The partitions where this file can belong: those that its name or its role names."""
        package = self.shelf.packages[file]
        words = set(re.split(r"[^a-z]+", f"{package.name} {package.id}".lower()))
        named = [name for name in self.partitions if name in words]
        if named:
            return named
        roles = {"kernel": "boot", "ramdisk": "ramdisk", "root": "ramdisk", "recovery": "recovery"}
        wanted = roles.get(package.role, package.role)
        return [name for name, role in self.partitions.items() if role == wanted]


def _parts(name: str) -> Iterable[str]:
    """A recovery with a long name is called by its end: its last letters, four and more."""
    return (name[i:] for i in range(3, len(name) - 3)) if len(name) > 8 else ()


def _whole_word(word: str, text: str) -> int | None:
    match = re.search(rf"(?<![\w.-]){re.escape(word)}(?![\w-]|\.\w)", text)
    return match.start() if match else None
