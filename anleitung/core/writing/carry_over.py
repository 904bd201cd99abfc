"""A guide of one codename as the beginning of one for another: what differs is asked, step by step.

Nothing of the other phone stays behind unseen: a row that names something that is of the other
codename, or says it in its texts, becomes an open question with what it could be here.
"""

import re
from collections.abc import Iterator
from gettext import gettext as _
from typing import Any

from anleitung.core.documents.base import body_of
from anleitung.core.documents.build import Build
from anleitung.core.documents.device import Device
from anleitung.core.documents.package import Package
from anleitung.core.documents.scheme import NamingScheme
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide, Unread
from anleitung.core.guide.nested import Nested, OneStep
from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.guide.script import RunScript
from anleitung.core.guide.walk import map_steps
from anleitung.core.phone.actions import Step
from anleitung.core.writing.questions import BESIDE, step_or_question, whole_body
from anleitung.core.writing.settle import row_asked, settle
from anleitung.core.writing.shelf import Shelf, carry
from anleitung.core.writing.tree import own_body
from anleitung.core.writing.view import line_of


def carry_over(
    source: Bundle,
    device: Device,
    builds: tuple[Build, ...],
    schemes: tuple[NamingScheme, ...],
    shelf: Shelf,
    begun: Guide,
) -> Bundle:
    """source: as it is for one codename; shelf: what is at hand for the other; begun: an empty

    guide of the new name, whose admission and promise stand until the author's are read.
    """
    over = _Over(source, device, builds, shelf)
    guide = source.guide.model_copy(
        update={
            "id": begun.id,
            "codename": device.codename,
            "title": begun.title,
            "lineage": begun.lineage,
            "also_for": (),
            "files": (),
            "programs": tuple(p for p in source.guide.programs if p in shelf.programs),
            "tools": tuple(t for t in source.guide.tools if t in shelf.tools),
            "admission": begun.admission,
            "promise": begun.promise.model_copy(update={"loses": source.guide.promise.loses}),
            "unread": tuple(over.head()),
        }
    )
    guide = map_steps(guide, over.row)
    for name, says in over.speaks.items():
        guide = row_asked(guide, name, says)
    bundle = Bundle(
        guide=guide,
        device=device,
        builds=builds,
        packages=(),
        tools=(),
        schemes=schemes,
        programs=(),
    )
    return settle(begun, carry(bundle, over.kept, shelf))


class _Over:
    """kept: ids of the rows that were carried over as they are; speaks: of rows that hold others,

    what they say of the other phone.
    """

    def __init__(
        self, source: Bundle, device: Device, builds: tuple[Build, ...], shelf: Shelf
    ) -> None:
        self.source, self.device, self.shelf = source, device, shelf
        self.kept: list[str] = []
        self.speaks: dict[str, str] = {}
        self._parts = {p.name: p.role for p in source.device.layout.partitions}
        self._there = {p.name: p.role for p in device.layout.partitions}
        self._modes = {m.mode for m in device.modes}
        self._foreign = self._foreign_words({b.build for b in builds})

    def head(self) -> Iterator[Unread]:
        """The conditions of the other guide, to be looked at: they are about another phone."""
        says = _("carried over from {codename}: check whether it holds here too").format(
            codename=self.source.device.codename
        )
        body = body_of(self.source.guide)
        yield Unread(where="admission", text=body["admission"], says=says)
        holds = "; ".join(body["promise"]["holds"])
        yield Unread(where="promise", text=holds[:4_000], says=says)
        for name in ("introduction", "summary", "agree_to", "caution_words", "options"):
            foreign = self._said({"it": body.get(name)})
            if foreign:
                says = self._speaks(foreign)
                yield Unread(where=name, text=foreign, says=says, of_what_stands=True)

    def _foreign_words(self, builds: set[str]) -> tuple[str, ...]:
        """Words that belong to the other phone and not to this one."""
        own = {self.device.codename, *(v.id for v in self.device.variants), *builds}
        own |= {*self.device.market_names, self.device.maker}
        of = self.source.device
        words = {of.codename, *(v.id for v in of.variants), *of.market_names}
        words |= {b.build for b in self.source.builds}
        words |= {p.name for p in self.source.packages if p.id not in self.shelf.packages}
        if of.maker != self.device.maker:
            words.add(of.maker)
        return tuple(sorted(words - own, key=len, reverse=True))

    def row(self, step: OneStep) -> OneStep:
        if isinstance(step, Nested):
            # What does not fit of its condition is asked by ``settle``.
            foreign = self._said(own_body(step))
            if foreign:
                self.speaks[step.id] = self._speaks(foreign)
            return step
        if isinstance(step, OpenQuestion):
            return step
        asked = list(self._asked(step))
        if not asked:
            self.kept.append(step.id)
            return step
        return self._question(step, asked)

    def _asked(self, step: Step) -> Iterator[tuple[str, list[Step]]]:
        """(what differs, what the step could be here)."""
        if isinstance(step, RunScript):
            yield _("a script does what it was written for: for another codename"), []
            return
        for file in step.used_files():
            yield from self._file(step, file)
        part = getattr(step, "partition", None)
        if part is not None and part not in self._there:
            says = _("{codename} has no partition {part}").format(
                codename=self.device.codename, part=part
            )
            like = [n for n, role in self._there.items() if role == self._parts.get(part)]
            yield says, [step.model_copy(update={"partition": n}) for n in like]
        mode = getattr(step, "mode", None)
        if mode is not None and self._modes and mode not in self._modes:
            yield (
                _("{codename} has no mode {mode}").format(codename=self.device.codename, mode=mode),
                [],
            )
        if step.chord_to() is not None and not any(c.reaches == mode for c in self.device.chords):
            yield _("{codename} has no such keys").format(codename=self.device.codename), []
        where = getattr(step, "where", None)
        if where in ("other", "both", "a", "b") and self.device.layout.slots != "dual":
            yield (
                _("{codename} has one slot").format(codename=self.device.codename),
                [step.model_copy(update={"where": "running"})],
            )
        foreign = self._said(body_of(step))
        if foreign:
            yield self._speaks(foreign), [step]

    def _speaks(self, word: str) -> str:
        return _("it speaks of {word}, which is of {codename}").format(
            word=word, codename=self.source.device.codename
        )

    def _file(self, step: Step, file: str) -> Iterator[tuple[str, list[Step]]]:
        theirs = next((p for p in self.source.packages if p.id == file), None)
        ours = self.shelf.packages.get(file)
        if theirs is not None and ours is not None and body_of(ours) == body_of(theirs):
            return
        name = theirs.name if theirs else file
        says = _("{name} is a file for {codename}").format(
            name=name, codename=self.source.device.codename
        )
        yield says, [_with_file(step, file, p.id) for p in self._like(theirs)]

    def _like(self, package: Package | None) -> list[Package]:
        """Files of this codename that do what the other one did there."""
        if package is None:
            return []
        return [
            p
            for p in self.shelf.packages.values()
            if p.role == package.role
            and (p.content.family if p.content else "")
            == (package.content.family if package.content else "")
        ]

    def _said(self, body: dict[str, Any]) -> str:
        """A word of the other phone in the texts of a row, "" for none."""
        for text in _texts(body):
            for word in self._foreign:
                if re.search(rf"(?<![\w.-]){re.escape(word)}(?![\w-])", text, re.IGNORECASE):
                    return word
        return ""

    def _question(self, step: Step, asked: list[tuple[str, list[Step]]]) -> OneStep:
        picks = [pick for _says, steps in asked for pick in steps]
        beside = {k: v for k, v in whole_body(step).items() if k in BESIDE}
        return step_or_question(
            {
                **beside,
                "id": step.id,
                "action": "open",
                "text": line_of(step),
                "about": "carried-over",
                "says": "; ".join(says for says, _steps in asked)[:400],
                "picks": [{"does": whole_body(p)} for p in picks[:12]],
            }
        )


def _with_file(step: Step, file: str, other: str) -> Step:
    """The same step with another file, wherever it names it."""

    def put(value: Any) -> Any:
        if isinstance(value, dict):
            return {k: put(v) for k, v in value.items()}
        if isinstance(value, list):
            return list(map(put, value))
        return other if value == file else value

    body = {k: v if k == "id" else put(v) for k, v in body_of(step).items()}
    return type(step).model_validate(body | {"action": step.action})  # type: ignore[attr-defined]


def _texts(value: Any) -> Iterator[str]:
    if isinstance(value, str):
        yield value
    elif isinstance(value, dict):
        for inner in value.values():
            yield from _texts(inner)
    elif isinstance(value, list):
        for inner in value:
            yield from _texts(inner)
