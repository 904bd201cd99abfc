"""The catalogue of builds as CSV (RFC 4180): a row for each package, or for a build without one."""

import csv
import io
import re
from collections.abc import Mapping, Sequence
from typing import Any

from anleitung.core.documents.build import Build
from anleitung.core.errors import AnleitungError
from anleitung.core.formats.build_list import ListRow, require_few_lines
from anleitung.core.formats.check_document import InvalidDocument, check_document
from anleitung.core.marked import gettext as _

OF_BUILD = (
    "build",
    "platform",
    "release",
    "region",
    "rollback_index",
    "line",
    "order",
    "patch_level",
    "released",
    "edition",
    "withdrawn",
    "notes",
    "known_bugs",
)
OF_PACKAGE = ("kind", "name", "size", "from_build", "from_least", "from_most", "from_regions")
PREFIX = "package_"
COLUMNS = (*OF_BUILD, *(PREFIX + name for name in OF_PACKAGE))
OF_ORDER = ("line", "order")
LISTS = {"known_bugs": "; ", "from_regions": " "}
# Within a list of words, what would end a word has a backslash before it.
_WORD = re.compile(r"(?:[^;\\]|\\.|\\$)+", re.DOTALL)
# A table program would take these for a formula; such a cell gets an apostrophe before it.
FORMULA = ("=", "+", "-", "@", "\t", "\r")


class InvalidCsv(AnleitungError):
    code = "invalid-csv"


def looks_like_csv(text: str) -> bool:
    first = text.lstrip("\ufeff").partition("\n")[0]
    return "," in first and "build" in [c.strip().strip('"') for c in first.split(",")]


def write_build_csv(builds: Sequence[Build]) -> str:
    out = io.StringIO(newline="")
    writer = csv.writer(out)
    writer.writerow(COLUMNS)
    for build in builds:
        own = [_cell(name, getattr(build, name)) for name in OF_BUILD]
        for package in build.shipped or (None,):
            row = [_cell(n, getattr(package, n)) if package else "" for n in OF_PACKAGE]
            writer.writerow([*own, *row])
    return out.getvalue()


def _cell(name: str, value: Any) -> str:
    if value is None or value is False:
        return ""
    if value is True:
        return "yes"
    text = LISTS[name].join(map(_escaped, value)) if name in LISTS else str(value)
    # A text that begins with an apostrophe gets one more, so that reading takes one off.
    return f"'{text}" if text.startswith((*FORMULA, "'")) else text


def _escaped(word: str) -> str:
    return word.replace("\\", "\\\\").replace(";", "\\;")


def read_build_csv(text: str, *, listed: Mapping[str, Build]) -> tuple[ListRow, ...]:
    """Rows of one build are its packages. Raises InvalidCsv, TooManyLines.

    listed: the builds as the catalogue holds them; a table without the columns of the order leaves
    theirs as it is.
    """
    require_few_lines(text)
    reader = csv.DictReader(io.StringIO(text.lstrip("\ufeff"), newline=""), strict=True)
    names = [name.strip() for name in reader.fieldnames or ()]
    unknown = [name for name in names if name not in COLUMNS]
    if unknown or len(set(names)) != len(names):
        what = f"no column is called {unknown[0][:60]!r}" if unknown else "a column stands twice"
        raise InvalidCsv(_("{what}; known are: {all}").format(what=what, all=", ".join(COLUMNS)))
    reader.fieldnames = names
    grouped: dict[str, tuple[int, dict[str, Any]]] = {}
    refused: list[ListRow] = []
    try:
        for row in reader:
            if None in row or None in row.values():
                says = _("this row has more or fewer cells than the header")
                refused.append(ListRow(reader.line_num, str(row)[:80], "unreadable", says))
                continue
            cells = {n: _text(v) for n, v in row.items()}
            first = _collect(reader.line_num, cells, grouped)
            if first:
                says = _("says otherwise of this build than line {line}").format(line=first)
                refused.append(ListRow(reader.line_num, cells["build"], "incomplete", says))
    except csv.Error as error:
        raise InvalidCsv(f"line {reader.line_num}: {error}") from error
    kept = [name for name in OF_ORDER if name not in names]
    taken = [_judged(line, value, listed, kept) for line, value in grouped.values()]
    return tuple(sorted([*refused, *taken], key=lambda r: r.line))


def _text(value: str) -> str:
    return value[1:] if value.startswith("'") and value[1:].startswith((*FORMULA, "'")) else value


def _collect(line: int, row: dict[str, str], grouped: dict[str, tuple[int, Any]]) -> int:
    """The line that this row contradicts, 0 where it adds to its build."""
    own = {n: _value(n, row[n]) for n in OF_BUILD if row.get(n)}
    package = {n: _value(n, row[PREFIX + n]) for n in OF_PACKAGE if row.get(PREFIX + n)}
    first, value = grouped.setdefault(row.get("build", ""), (line, {**own, "shipped": []}))
    if own != {n: value[n] for n in OF_BUILD if n in value}:
        return first
    if package:
        value["shipped"].append(package)
    return 0


def _value(name: str, text: str) -> Any:
    if name not in LISTS:
        return text
    if name != "known_bugs":
        return text.split()
    words = (re.sub(r"\\([;\\])", r"\1", word) for word in _WORD.findall(text))
    return [word.strip() for word in words if word.strip()]


def _judged(
    line: int, value: dict[str, Any], listed: Mapping[str, Build], kept: Sequence[str]
) -> ListRow:
    name = str(value.get("build", ""))[:120]
    try:
        build = check_document("build", value)
    except InvalidDocument as error:
        says = "; ".join(f"{'.'.join(map(str, f.at))}: {f.message}" for f in error.faults)
        return ListRow(line, name or _("(no build)"), "incomplete", says)
    assert isinstance(build, Build)
    fields = tuple((n, str(value[n])) for n in ("platform", "region", "released") if n in value)
    known = listed.get(build.build)
    if known is None:
        return ListRow(line, name, "new", "", fields, build)
    build = build.model_copy(update={each: getattr(known, each) for each in kept})
    if known == build:
        return ListRow(line, name, "known", _("is in the catalogue as it stands here"), fields)
    return ListRow(line, name, "changed", _("differs from the catalogue"), fields, build)
