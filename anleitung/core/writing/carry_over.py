"""A guide of one codename as the beginning of one for another: what differs is asked, step by step.

Nothing of the other phone stays behind unseen: a row that names something that is of the other
codename, or says it in its texts, becomes an open question with what it could be here.
"""

import json
import re
from collections.abc import Callable, Iterator
from dataclasses import replace
from typing import Any

from anleitung.core.documents.base import body_of
from anleitung.core.documents.package import Package
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide, Unread
from anleitung.core.guide.nested import Nested, OneStep, Steps, UsePassage
from anleitung.core.guide.open_question import MAX_PICKS, OpenQuestion
from anleitung.core.guide.script import RunScript
from anleitung.core.guide.walk import actions_within, map_steps
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions import Step
from anleitung.core.writing.fits import misfits
from anleitung.core.writing.here import Here
from anleitung.core.writing.questions import BESIDE, step_or_question, whole_body
from anleitung.core.writing.settle import row_asked, settle
from anleitung.core.writing.shelf import Shelf, carry
from anleitung.core.writing.tree import in_every_list, own_body
from anleitung.core.writing.view import line_of


def carry_over(
    source: Bundle, begun: Bundle, shelf: Shelf, guides: tuple[tuple[str, str], ...] = ()
) -> Bundle:
    """source: as it is for one codename; begun: an empty guide for the other, whose admission and

    promise stand until the author's are read; shelf, guides: what is at hand there.
    """
    over = _Over(source, Here(begun, shelf, guides=guides))
    guide = source.guide.model_copy(
        update={
            "id": begun.guide.id,
            "codename": begun.device.codename,
            "title": begun.guide.title,
            "lineage": begun.guide.lineage,
            "also_for": (),
            "prerequisites": (),
            "files": (),
            "programs": tuple(p for p in source.guide.programs if p in shelf.programs),
            "tools": tuple(t for t in source.guide.tools if t in shelf.tools),
            "admission": begun.guide.admission,
            "promise": begun.guide.promise.model_copy(update={"loses": source.guide.promise.loses}),
            "unread": tuple(over.head()),
        }
    )
    guide = map_steps(over.without_passages(guide), over.row)
    for name, says in over.speaks.items():
        guide = row_asked(guide, name, says)
    bundle = replace(begun, guide=guide, packages=(), tools=(), programs=())
    return settle(begun.guide, carry(bundle, over.kept, shelf))


Change = Callable[[Step], Step]


class _Over:
    """kept: ids of the rows that were carried over as they are; speaks: of rows that hold others,

    what they say of the other phone.
    """

    def __init__(self, source: Bundle, here: Here) -> None:
        self.source, self.here = source, here
        self.device, self.shelf = here.bundle.device, here.shelf
        self.kept: list[str] = []
        self.speaks: dict[str, str] = {}
        self._parts = {p.name: p.role for p in source.device.layout.partitions}
        self._there = {p.name: p.role for p in self.device.layout.partitions}
        self._foreign = self._foreign_words()

    def head(self) -> Iterator[Unread]:
        """The conditions of the other guide, to be looked at: they are about another phone."""
        says = _("carried over from {codename}: check whether it holds here too").format(
            codename=self.source.device.codename
        )
        body = body_of(self.source.guide)
        yield Unread(where="admission", text=body["admission"], says=says)
        holds = "; ".join(body["promise"]["holds"])
        yield Unread(where="promise", text=holds[:4_000], says=says)
        if before := body.get("prerequisites"):
            text = json.dumps(before, ensure_ascii=False)
            yield Unread(where="prerequisites", text=text[:4_000], says=says)
        for name in ("introduction", "summary", "agree_to", "caution_words", "options"):
            foreign = self._said({"it": body.get(name)})
            if foreign:
                says = self._speaks(foreign)
                yield Unread(where=name, text=foreign, says=says, of_what_stands=True)

    def _foreign_words(self) -> tuple[str, ...]:
        """Words that belong to the other phone and not to this one."""
        there, here = _words_of(self.source), _words_of(self.here.bundle)
        there |= {p.name for p in self.source.packages if p.id not in self.shelf.packages}
        return tuple(sorted(there - here, key=len, reverse=True))

    def without_passages(self, guide: Guide) -> Guide:
        """Steps of a passage are the guide's own where anything in them differs here."""

        def change(steps: Steps) -> Steps:
            return tuple(
                inner
                for step in steps
                for inner in (
                    step.steps
                    if isinstance(step, UsePassage) and not self._is_the_same(step)
                    else (step,)
                )
            )

        return in_every_list(guide, change)

    def _is_the_same(self, row: UsePassage) -> bool:
        theirs = next((p for p in self.source.passages if p.id == row.passage), None)
        same = theirs is not None and self.shelf.passages.get(row.passage) == theirs
        plain = all(isinstance(step, Step) for step in row.steps)
        asked = (each for step in actions_within(row) for each in self._asked(step))
        return same and plain and not self._said(own_body(row)) and next(asked, None) is None

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

    def _asked(self, step: Step) -> Iterator[tuple[str, list[Change]]]:
        """(what differs, what could be changed about it)."""
        if isinstance(step, RunScript):
            yield _("a script does what it was written for: for another codename"), []
            return
        for file in step.used_files():
            yield from self._file(file)
        for each in misfits(whole_body(step), self.here):
            if each.field == "partition":
                role = self._parts.get(each.value)
                like = [name for name, other in self._there.items() if other == role]
                says = _("{codename} has no partition {part}").format(
                    codename=self.device.codename, part=each.value
                )
                yield says, [_with(partition=name) for name in like]
            elif each.field == "where":
                yield each.says, [_with(where="running")]
            elif each.value not in step.used_files():
                yield each.says, []
        mode = step.chord_to()
        if mode is not None and not any(c.reaches == mode for c in self.device.chords):
            yield _("{codename} has no such keys").format(codename=self.device.codename), []
        foreign = self._said(body_of(step))
        if foreign:
            yield self._speaks(foreign), []

    def _speaks(self, word: str) -> str:
        codename = self.source.device.codename
        if word.lower() == codename:
            return _("it speaks of {codename}").format(codename=codename)
        return _("it speaks of {word}, which is of {codename}").format(word=word, codename=codename)

    def _file(self, file: str) -> Iterator[tuple[str, list[Change]]]:
        theirs = next((p for p in self.source.packages if p.id == file), None)
        ours = self.shelf.packages.get(file)
        if theirs is not None and ours is not None and body_of(ours) == body_of(theirs):
            return
        name = theirs.name if theirs else file
        says = _("{name} is a file for {codename}").format(
            name=name, codename=self.source.device.codename
        )
        yield says, [_with_file(file, p.id) for p in self._like(theirs)]

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
                # A part of a version is another version: 12.4.7 is not within 12.4.70 or 2.12.4.7.
                if re.search(rf"(?<![\w.-]){re.escape(word)}(?!\.?\w|-\w)", text, re.IGNORECASE):
                    return word
        return ""

    def _question(self, step: Step, asked: list[tuple[str, list[Change]]]) -> OneStep:
        beside = {k: v for k, v in whole_body(step).items() if k in BESIDE}
        return step_or_question(
            {
                **beside,
                "id": step.id,
                "action": "open",
                "text": line_of(step),
                "about": "carried-over",
                "says": "; ".join(dict.fromkeys(says for says, _changes in asked))[:400],
                "picks": [{"does": whole_body(p)} for p in self._meant(step, asked)],
            }
        )

    def _meant(self, step: Step, asked: list[tuple[str, list[Change]]]) -> list[Step]:
        """What the step could be here: all that differs changed at once, and nothing left over."""
        found = [step]
        for _says, changes in asked:
            if changes:
                found = [change(each) for each in found for change in changes][:MAX_PICKS]
        foreign = {p.id for p in self.source.packages} - set(self.shelf.packages)
        return [
            each
            for each in found
            if not any(misfits(whole_body(each), self.here))
            and not foreign & set(each.used_files())
        ]


def _with(**fields: str) -> Change:
    return lambda step: step.model_copy(update=fields)


def _with_file(file: str, other: str) -> Change:
    """The same step with another file, wherever it names it."""

    def put(value: Any) -> Any:
        if isinstance(value, dict):
            return {k: put(v) for k, v in value.items()}
        if isinstance(value, list):
            return list(map(put, value))
        return other if value == file else value

    def change(step: Step) -> Step:
        body = {k: v if k == "id" else put(v) for k, v in body_of(step).items()}
        return type(step).model_validate(body | {"action": step.action})  # type: ignore[attr-defined]

    return change


def _words_of(bundle: Bundle) -> set[str]:
    """By which a phone, its parts and its releases are called, as they may stand in texts."""
    device = bundle.device
    words = {device.codename, device.maker, *device.market_names, *(v.id for v in device.variants)}
    words |= {part.name for part in device.layout.partitions}
    words |= {f"{each.mode} mode" for each in device.modes}
    for build in bundle.builds:
        # Readers are told a release by its number, and seldom by the whole build string.
        words |= {build.build, *_VERSION.findall(build.build)}
    return words


# A number of at least two parts, as 12.4.7 in a build string.
_VERSION = re.compile(r"(?<![\d.])\d+(?:\.\d+)+(?![\d.])")


def _texts(value: Any) -> Iterator[str]:
    if isinstance(value, str):
        yield value
    elif isinstance(value, dict):
        for name, inner in value.items():
            yield str(name)
            yield from _texts(inner)
    elif isinstance(value, list):
        for inner in value:
            yield from _texts(inner)
