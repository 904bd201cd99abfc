"""A pasted list of builds, one a line: what each line became, before anything is stored."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, Literal

from anleitung.core.documents.build import MAX_BUILDS, Build
from anleitung.core.documents.device import Device
from anleitung.core.documents.scheme import Fixed
from anleitung.core.errors import AnleitungError
from anleitung.core.formats.check_document import InvalidDocument, check_document
from anleitung.core.marked import gettext as _
from anleitung.core.schemes.decode import CannotDecode, Decoded, Reader
from anleitung.core.schemes.judge import judge_fields

MAX_LINES = 25_000
Verdict = Literal["new", "changed", "known", "twice", "foreign", "incomplete", "unreadable"]
TAKEN: tuple[Verdict, ...] = ("new", "changed")


class TooManyLines(AnleitungError):
    code = "too-many-lines"


@dataclass(frozen=True, slots=True)
class ListRow:
    """line: counted from 1. build: what would be stored, for the verdicts new and changed."""

    line: int
    text: str
    verdict: Verdict
    says: str = ""
    fields: tuple[tuple[str, str], ...] = ()
    build: Build | None = None


@dataclass(frozen=True, slots=True)
class Filling:
    """What the strings do not say and holds for all lines."""

    platform: int | None = None
    rollback_index: int | None = None
    patch_level: str | None = None


@dataclass
class _Paste:
    device: Device
    reader: Reader | None
    listed: Mapping[str, Build]
    filling: Filling
    seen: set[str] = field(default_factory=set)


def read_build_list(
    text: str,
    *,
    device: Device,
    reader: Reader | None,
    listed: Mapping[str, Build],
    filling: Filling,
) -> tuple[ListRow, ...]:
    """listed: the builds that the catalogue holds. Empty lines are passed over.

    Raises TooManyLines before a single line is read.
    """
    lines = require_few_lines(text)
    paste = _Paste(device, reader, listed, filling)
    return tuple(_row(number, line, paste) for number, line in enumerate(lines, 1) if line.strip())


def require_few_lines(text: str) -> list[str]:
    lines = text.splitlines()
    if len(lines) > MAX_LINES:
        raise TooManyLines(
            _("{n} lines; at most {most} at once. Paste them in parts.").format(
                n=f"{len(lines):,}", most=f"{MAX_LINES:,}"
            )
        )
    return lines


def require_room(rows: Sequence[ListRow], listed: Mapping[str, Build]) -> None:
    """Raises TooManyLines where the catalogue of one codename would grow past its bound."""
    new = sum(row.verdict == "new" for row in rows)
    if len(listed) + new > MAX_BUILDS:
        raise TooManyLines(
            _(
                "{new} new builds beside the {old} that are there are more than the {most} one "
                "codename can hold. Take fewer lines; nothing was stored."
            ).format(new=f"{new:,}", old=f"{len(listed):,}", most=f"{MAX_BUILDS:,}")
        )


def _row(number: int, line: str, paste: _Paste) -> ListRow:
    shown = line.strip()[:120]
    if paste.reader is None:
        says = _("{codename} has no naming scheme; choose one on its page first, or bring a CSV")
        return ListRow(number, shown, "unreadable", says.format(codename=paste.device.codename))
    try:
        found = paste.reader.decode(line)
    except CannotDecode as error:
        return ListRow(number, shown, "unreadable", str(error))
    fields = tuple((name, value) for name, value in found.fields.items() if value)
    differs = [
        f.says
        for f in judge_fields(found, paste.reader.scheme, paste.device)
        if f.verdict == "differs"
    ]
    if differs:
        return ListRow(number, found.text, "foreign", "; ".join(differs), fields)
    build = paste.reader.build_string(found)
    if build in paste.seen:
        return ListRow(number, build, "twice", _("stands further up already"), fields)
    paste.seen.add(build)
    if build in paste.listed:
        return ListRow(number, build, "known", _("is in the catalogue already"), fields)
    return _new(number, build, found, fields, paste)


def _new(
    number: int, build: str, found: Decoded, fields: tuple[tuple[str, str], ...], paste: _Paste
) -> ListRow:
    assert paste.reader is not None
    value = told_by_string(found, paste.reader)
    value["build"] = build
    if paste.filling.patch_level:
        value["patch_level"] = paste.filling.patch_level
    for name, given in (
        ("platform", paste.filling.platform),
        ("rollback_index", paste.filling.rollback_index),
    ):
        if name not in value and given is not None:
            value[name] = given
    missing = [n for n in ("platform", "rollback_index", "region") if n not in value]
    if missing:
        words = " and ".join(n.replace("_", " ") for n in missing)
        says = _("its string does not say {what}; give it for all lines").format(what=words)
        return ListRow(number, build, "incomplete", says, fields)
    try:
        made = check_document("build", value)
    except InvalidDocument as error:
        return ListRow(number, build, "incomplete", str(error), fields)
    assert isinstance(made, Build)
    return ListRow(number, build, "new", "; ".join(found.notes), fields, made)


def told_by_string(found: Decoded, reader: Reader) -> dict[str, Any]:
    """Fields of a build document that its string says by the roles of the scheme's fields."""
    form = next(f for f in reader.scheme.forms if f.id == found.form)
    fields = found.fields  # made anew at each call
    value: dict[str, Any] = {}
    for part in form.parts:
        if isinstance(part, Fixed):
            continue
        if part.role in ("platform", "rollback-index"):
            value[part.role.replace("-", "_")] = int(fields[part.field])
        elif part.role == "region":
            value["region"] = fields[part.field]
    release = [fields.get(name, "") for name in reader.scheme.newer_by]
    value["release"] = ".".join(filter(None, release)) or found.text
    return value
