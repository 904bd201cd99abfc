"""Putting builds in their lines and in order, as their naming scheme says."""

from collections.abc import Iterable

from anleitung.core.documents.build import Build
from anleitung.core.schemes.decode import CannotDecode, Decoded, Reader

UNREADABLE = "unreadable"


def place_builds(
    builds: Iterable[Build], reader: Reader | None, *, always: bool = False
) -> tuple[Build, ...]:
    """The builds with line and order, oldest first within each line.

    Those that bring an order keep it; with always, only where the scheme says nothing: numbers of
    one bundle mean nothing beside those of another. Without a scheme, and where a string does not
    read, a build stands in a line of its own: it can be compared with none.
    """
    given = tuple(builds)
    decoded = {b.build: _read(reader, b.build) for b in given if always or b.order is None}
    kins = {d.kin for d in decoded.values() if d is not None}
    ages: dict[tuple[str, ...], dict[tuple[int | str, ...], int]] = {}
    for kin in kins:
        every = {d.age for d in decoded.values() if d is not None and d.kin == kin}
        ages[kin] = {age: i for i, age in enumerate(sorted(every))}
    placed = []
    for number, build in enumerate(given):
        found = decoded.get(build.build)
        says_nothing = found is None or not found.age
        if build.order is not None and (not always or says_nothing):
            placed.append(build)
            continue
        if found is None or not found.age:
            update = {"line": f"{UNREADABLE}-{number}", "order": 0}
        else:
            line = "main" if len(kins) == 1 else "-".join(found.kin).lower()
            update = {"line": line, "order": ages[found.kin][found.age]}
        placed.append(build.model_copy(update=update))
    return tuple(sorted(placed, key=lambda b: (*b.place, b.build)))


def _read(reader: Reader | None, text: str) -> Decoded | None:
    if reader is None:
        return None
    try:
        return reader.read(text)
    except CannotDecode:
        return None


def neighbours_of(
    builds: Iterable[Build], reader: Reader | None, text: str
) -> tuple[Build | None, Build | None]:
    """Of a build that is not listed: the newest older and the oldest newer one of its line and

    its region. Both None where it does not read, or where none of them is listed.
    """
    decoded = _read(reader, text)
    region = decoded.fields.get("region") if decoded else None
    given = [b for b in builds if b.build != text and region in (None, b.region)]
    if not given:
        return None, None
    stranger = given[0].model_copy(update={"build": text, "order": None, "line": ""})
    placed = place_builds([*given, stranger], reader, always=True)
    mine = next(b for b in placed if b.build == text)
    line = [b for b in placed if b.line == mine.line and b is not mine]
    older = [b for b in line if b.place <= mine.place]
    newer = [b for b in line if b.place > mine.place]
    return (older[-1] if older else None), (newer[0] if newer else None)
