"""Two states of a guide compared by meaning: what they do to phones, then what they say."""

from collections.abc import Iterator

from anleitung.core.diagrams.boxes import describe
from anleitung.core.diagrams.space import Node
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.nested import Nested, OneStep
from anleitung.core.marked import N_, Texts, counted, ngettext
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import LOSS_WORDS, Step
from anleitung.core.proof.explain.words import boxes_words
from anleitung.core.proof.finding import Severity
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.proof.run.compile import Compiled
from anleitung.core.revisions.compared import (
    LEVELS,
    ComparisonOut,
    Level,
    RowPairOut,
    RowSideOut,
    SaidOut,
)
from anleitung.core.revisions.effects import Effects
from anleitung.core.revisions.ends import ends_said
from anleitung.core.revisions.match import Pair, doing_of, plain_of
from anleitung.core.revisions.sets import sets_said


def compare(first: Compiled, second: Compiled) -> ComparisonOut:
    """first: the earlier state. Both of one codename, run to their ends."""
    if not (first.run.finished and second.run.finished):
        return _unfinished(first, second)
    effects = Effects(first, second)
    rows = tuple(_row(effects, pair) for pair in effects.pairs)
    of_phones = [*_of_phones(effects)]
    said = [*of_phones, *sets_said(first.bundle, second.bundle), *_of_rows(rows)]
    said.sort(key=lambda each: LEVELS.index(each.level))
    level: Level = said[0].level if said else "same"
    changes = any(row.how in ("effect", "added", "removed") for row in rows)
    equal = not of_phones and not changes and not any(s.kind in _NOT_EQUAL for s in said)
    fell = effects.whole_phones(effects.fell_out, effects.admitted_second)
    came = effects.whole_phones(effects.came_in, effects.admitted_first)
    return ComparisonOut(
        finished=True,
        equal=equal,
        level=level,
        reason=said[0].says if said else "",
        admitted_first=effects.kinds(effects.admitted_first),
        admitted_second=effects.kinds(effects.admitted_second),
        came=effects.kinds(came),
        fell=effects.kinds(fell),
        said=tuple(said),
        rows=rows,
    )


# Files, and documents that say what a reader types and sees: two that differ are not the same.
_NOT_EQUAL = ("file", "document")


def _unfinished(first: Compiled, second: Compiled) -> ComparisonOut:
    which = _("earlier") if not first.run.finished else _("later")
    says = _("The proof of the {which} state is not finished, so nothing is known to be the same")
    told = SaidOut(level="major", kind="unfinished", says=says.format(which=which))
    return ComparisonOut(
        finished=False,
        equal=False,
        level="major",
        reason=told.says,
        admitted_first=0,
        admitted_second=0,
        came=0,
        fell=0,
        said=(told,),
        rows=(),
    )


def which(effects: Effects, part: Node, within: Node) -> str:
    """Which phones, as ": …", "" for all of those around it."""
    if part is within:
        return ""
    words = boxes_words(effects.second.bundle, describe(effects.space, part, within, most=2))
    return f": {words}" if words else ""


def kinds_of_phone(number: int) -> str:
    return counted(number, "{n} kind of phone", "{n} kinds of phone")


def _of_phones(effects: Effects) -> Iterator[SaidOut]:
    yield from _admission(effects)
    space = effects.space
    if effects.ends_otherwise is not space.false:
        n = effects.kinds(effects.ends_otherwise)
        says = _("{kinds} come to another end{which}").format(
            kinds=kinds_of_phone(n), which=which(effects, effects.ends_otherwise, effects.common)
        )
        yield SaidOut(level="major", kind="end", says=says, phones=n)
    for loss, more, less in effects.losses():
        for phones, words, level in (
            (more, _("{kinds} lose {what} now{which}"), "major"),
            (less, _("{kinds} no longer lose {what}{which}"), "minor"),
        ):
            if phones is not space.false:
                n = effects.kinds(phones)
                says = words.format(
                    kinds=kinds_of_phone(n),
                    what=LOSS_WORDS[loss],
                    which=which(effects, phones, effects.well),
                )
                yield SaidOut(level=_level(level), kind="loss", says=says, phones=n)
    for told in ends_said(effects):
        n = effects.kinds(told.phones)
        says = told.says.format(
            kinds=kinds_of_phone(n), which=which(effects, told.phones, effects.well)
        )
        yield SaidOut(level="minor" if told.release else "major", kind="end", says=says, phones=n)
    for finding, more, less in effects.findings():
        kind = BY_ID[finding]
        weight: Level = "major" if kind.severity is Severity.STOP else "minor"
        for phones, words in (
            (more, _("New for {kinds}: {what}{which}")),
            (less, _("Mended for {kinds}: {what}{which}")),
        ):
            if phones is not space.false:
                n = effects.kinds(phones)
                says = words.format(
                    kinds=kinds_of_phone(n),
                    what=kind.message("…").rstrip("."),
                    which=which(effects, phones, effects.common),
                )
                yield SaidOut(level=weight, kind="finding", says=says, phones=n)


def _level(name: str) -> Level:
    return next(level for level in LEVELS if level == name)


def _admission(effects: Effects) -> Iterator[SaidOut]:
    space = effects.space
    if effects.fell_out is not space.false:
        whole = effects.whole_phones(effects.fell_out, effects.admitted_second)
        part, words = whole, _("{kinds} that were admitted are turned away{which}")
        if whole is space.false:
            part = effects.fell_out
            words = _("{kinds} are turned away with a choice that they had{which}")
        n = effects.kinds(part)
        says = words.format(
            kinds=kinds_of_phone(n), which=which(effects, part, effects.admitted_first)
        )
        yield SaidOut(level="major", kind="admission", says=says, phones=n)
    if effects.came_in is not space.false:
        whole = effects.whole_phones(effects.came_in, effects.admitted_first)
        part, words = whole, _("{kinds} come in{which}")
        if whole is space.false:
            part, words = effects.came_in, _("{kinds} have a choice that they had not{which}")
        n = effects.kinds(part)
        says = words.format(
            kinds=kinds_of_phone(n), which=which(effects, part, effects.admitted_second)
        )
        yield SaidOut(level="minor", kind="admission", says=says, phones=n)


def _row(effects: Effects, pair: Pair) -> RowPairOut:
    first = _side(effects.first, pair.first)
    second = _side(effects.second, pair.second)
    if first is None:
        return RowPairOut(first=None, second=second, how="added")
    if second is None:
        return RowPairOut(first=first, second=None, how="removed")
    assert pair.first is not None
    assert pair.second is not None
    differs = effects.step_differs(pair)
    one, other = effects.first.rows[pair.first].step, effects.second.rows[pair.second].step
    if differs is not effects.space.false:
        n = effects.kinds(differs)
        means = _("something else changes for {kinds}{which}").format(
            kinds=kinds_of_phone(n), which=which(effects, differs, effects.common)
        )
        return RowPairOut(first=first, second=second, how="effect", means=means)
    if isinstance(other, Step) and other.on_trust and _told_by_hand(one) != _told_by_hand(other):
        means = _("done by hand otherwise: what that changes is on trust")
        return RowPairOut(first=first, second=second, how="effect", means=means)
    if pair.moved:
        means = _("stood at {n} before; it changes the same").format(n=first.number)
        return RowPairOut(first=first, second=second, how="moved", means=means)
    if _same_plain(one, other):
        return RowPairOut(first=first, second=second, how="same")
    if doing_of(one) == doing_of(other):
        means = _("words only: {what}").format(what=_words_of(one, other))
        return RowPairOut(first=first, second=second, how="words", means=means)
    means = _("done otherwise; it changes the same")
    return RowPairOut(first=first, second=second, how="otherwise", means=means)


def _told_by_hand(step: OneStep) -> str:
    """The words of a step by hand are what is done, and the model sees nothing of it."""
    return str(getattr(step, "says", ""))


_WORD_NAMES = Texts(
    {
        "prose": N_("the author's own"),
        "pictures": N_("pictures"),
        "sight": N_("what is seen"),
        "sight_kept": N_("what is seen where the data was kept"),
        "ask": N_("the question"),
        "says": N_("what is said"),
        "messages": N_("texts that may be seen"),
        "tries": N_("what to try"),
        "duration": N_("how long it takes"),
    }
)


def _words_of(one: OneStep, other: OneStep) -> str:
    mine, theirs = plain_of(one), plain_of(other)
    return ", ".join(_WORD_NAMES[n] for n in _WORD_NAMES if mine.get(n) != theirs.get(n))


def _same_plain(one: OneStep, other: OneStep) -> bool:
    return {**plain_of(one), "id": ""} == {**plain_of(other), "id": ""}


def _side(compiled: Compiled, place: int | None) -> RowSideOut | None:
    if place is None:
        return None
    step = compiled.rows[place].step
    return RowSideOut(id=step.id, number=place + 1, sentence=_sentence(step, compiled.bundle))


def _sentence(step: OneStep, bundle: Bundle) -> str:
    if isinstance(step, Nested):
        return step.sentence(bundle.guide)
    return step.sentence(bundle.world)


def _rows_said(how: str, n: int) -> str:
    match how:
        case "added":
            return ngettext("{n} step is new", "{n} steps are new", n)
        case "removed":
            return ngettext("{n} step is gone", "{n} steps are gone", n)
        case "effect":
            return ngettext("{n} step changes something else", "{n} steps change something else", n)
        case "moved":
            return ngettext("{n} step moved", "{n} steps moved", n)
        case "otherwise":
            return ngettext(
                "{n} step is done otherwise and changes the same",
                "{n} steps are done otherwise and change the same",
                n,
            )
    return ngettext(
        "{n} step says the same in other words", "{n} steps say the same in other words", n
    )


def _of_rows(rows: tuple[RowPairOut, ...]) -> Iterator[SaidOut]:
    for how in ("added", "removed", "effect", "moved", "otherwise", "words"):
        those = [row for row in rows if row.how == how]
        if those:
            sides = [row.second or row.first for row in those]
            numbers = ", ".join(str(side.number) for side in sides if side)
            n = len(those)
            says = f"{_rows_said(how, n).format(n=n)}: {numbers}"
            steps = tuple(side.id for side in sides if side)
            level: Level = "patch" if how == "words" else "minor"
            yield SaidOut(level=level, kind="steps", says=says, steps=steps)
