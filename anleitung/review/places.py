"""The parts of a guide that can be remarked on, each by a name that stays with it."""

from typing import Literal

from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.walk import rows_of
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.sheet.build import admission_words

PlaceKind = Literal["row", "file", "condition", "head"]

# Fields of the head that have words of their own.
_HEAD = ("title", "summary", "introduction", "promise", "options", "files", "tools", "programs")


_HEAD_WORDS: Texts[str] = Texts(
    {
        "title": N_("The title"),
        "summary": N_("The summary"),
        "introduction": N_("The introduction"),
        "promise": N_("What is promised"),
        "options": N_("The options"),
        "files": N_("The set of files"),
        "tools": N_("The tools"),
        "programs": N_("The programs"),
    }
)


def places_of(bundle: Bundle) -> list[tuple[PlaceKind, str, str]]:
    """(kind, place, words) of every part that is no row, in the order of reading."""
    head: list[tuple[PlaceKind, str, str]] = [("head", name, _HEAD_WORDS[name]) for name in _HEAD]
    conditions: list[tuple[PlaceKind, str, str]] = [
        ("condition", "admission", _("Who is admitted"))
    ]
    conditions += [
        ("condition", row.step.id, typed.typed)
        for row in rows_of(bundle.guide)
        for _place, typed in row.step.conditions()
    ]
    files: list[tuple[PlaceKind, str, str]] = [
        ("file", p.id, p.name) for p in bundle.packages if p.id in bundle.guide.files
    ]
    return [*head[:3], conditions[0], *head[3:], *files, *conditions[1:]]


def words_at(bundle: Bundle, kind: PlaceKind, place: str) -> str | None:
    """What stands there now; None where there is no such part (any more)."""
    one = next(iter(bundle.each))  # words need one phone; the parts are the same for all
    match kind:
        case "row":
            return _of_row(one, place)
        case "file":
            return next((p.name for p in bundle.packages if p.id == place), None)
        case "condition":
            return _of_condition(one, place)
        case "head":
            return _of_head(bundle, place)


def _of_row(bundle: Bundle, place: str) -> str | None:
    row = next((r for r in rows_of(bundle.guide) if r.step.id == place), None)
    if row is None:
        return None
    return row.action.sentence(bundle.world) if row.action is not None else row.step.id


def _of_condition(bundle: Bundle, place: str) -> str | None:
    """place: admission, or the id of a row that holds a condition."""
    if place == "admission":
        return "; ".join(admission_words(bundle))
    row = next((r for r in rows_of(bundle.guide) if r.step.id == place), None)
    held = row.step.conditions() if row is not None else ()
    return "; ".join(typed.typed for _place, typed in held) or None


def _of_head(bundle: Bundle, place: str) -> str | None:
    if place not in _HEAD:
        return None
    value = getattr(bundle.guide, place)
    return value if isinstance(value, str) else ""
