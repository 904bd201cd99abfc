"""What was done to a draft, in words for its history."""

from collections.abc import Sequence

from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide
from anleitung.core.guide.nested import Nested
from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions import Step
from anleitung.core.shorthand.lines import print_line
from anleitung.core.writing import ops
from anleitung.core.writing.tree import stored_rows


def edits_words(before: Bundle, after: Bundle, edits: Sequence[ops.AnyEdit]) -> str:
    """One sentence of the first edit, with how many more there were."""
    says = _edit(before.guide, after.guide, edits[0])
    more = len(edits) - 1
    return says if not more else _("{says}, and {more} more").format(says=says, more=more)


def _edit(before: Guide, after: Guide, edit: ops.AnyEdit) -> str:
    match edit:
        case ops.Head(field=field):
            return _("{field} written").format(field=field.replace("_", " "))
        case ops.AnswerHead(field=field, take=take):
            says = _("{field}: taken") if take else _("{field}: what stands is right")
            return says.format(field=field.replace("_", " "))
        case ops.Write(id=str(name)) | ops.Put(id=name) | ops.Set(id=name) | ops.Pick(id=name):
            return _("written: {row}").format(row=row_words(after, name))
        case ops.Write(line=line):
            return _("new: {row}").format(row=line[:120])
        case ops.Insert(steps=steps):
            return _("{count} put in").format(count=_rows(len(steps)))
        case ops.Remove(ids=ids):
            return _("removed: {row}").format(row=_those(before, ids))
        case ops.Move(ids=ids):
            return _("moved: {row}").format(row=_those(before, ids))
        case ops.Duplicate(ids=ids):
            return _("duplicated: {row}").format(row=_those(before, ids))
        case ops.Fold(ids=ids):
            return _("folded: {row}").format(row=_those(before, ids))
        case ops.Unfold(id=name):
            return _("taken out of: {row}").format(row=row_words(before, name))
        case ops.AsProse(id=name):
            return _("kept as text: {row}").format(row=row_words(before, name))


def typed_in(edits: Sequence[ops.AnyEdit]) -> str:
    """The row or field that is being typed in, "" where it is more or something else."""
    match edits:
        case [ops.Put(id=name) | ops.Set(id=name)]:
            return f"row {name}"
        case [ops.Head(field=field)]:
            return f"head {field}"
    return ""


def _those(guide: Guide, ids: Sequence[str]) -> str:
    return row_words(guide, ids[0]) if len(ids) == 1 else _rows(len(ids))


def _rows(count: int) -> str:
    return _("1 row") if count == 1 else _("{count} rows").format(count=count)


def row_words(guide: Guide, name: str) -> str:
    """The row as a short line; its id where it is not there."""
    found = stored_rows(guide).get(name)
    if found is None:
        return name
    step = found.step
    if isinstance(step, OpenQuestion):
        return f"“{step.text[:100]}”"
    if isinstance(step, Nested):
        return step.sentence(guide)[:120]
    assert isinstance(step, Step)
    return print_line(step).partition(": ")[2].partition(" | ")[0][:120]
