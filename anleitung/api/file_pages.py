"""Putting together what the file pages show."""

from collections.abc import Sequence

from anleitung.api.file_shapes import (
    DigestOut,
    FileLineOut,
    FileSetOut,
    FilesPageOut,
    ListLineOut,
    MatchedOut,
    MatterOut,
    RoomOut,
    SetLineOut,
)
from anleitung.core.documents.file_rules import WEAK
from anleitung.core.documents.package import Package
from anleitung.core.files.compare import compare_list
from anleitung.core.files.lists import all_digests, wanted_algorithms
from anleitung.core.files.match import FileAtHand, match_files
from anleitung.core.files.room import Assumptions, room_needed
from anleitung.core.files.words import demand_words, derived_words, name_words, way_words
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.walk import rows_of
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.obtain import Obtain
from anleitung.core.sheet.build import size_words
from anleitung.core.sheet.clock import span_words
from anleitung.guides.file_sets import matters_of, newest_sets, state_of
from anleitung.guides.known_files import known_bytes
from anleitung.guides.load import Stored, load_bundle
from anleitung.guides.models import Revision


def files_page(codename: str) -> FilesPageOut:
    return FilesPageOut(
        sets=[
            SetLineOut(
                slug=row.guide.slug,
                short=row.short if isinstance(row, Revision) else "",
                title=row.title,
                state=state_of(row),
                files=len(each.packages),
            )
            for row, each in newest_sets()
            if each.bundle.device.codename == codename
        ],
        matters=[
            MatterOut(kind=m.kind, tone=m.tone, says=m.says, sets=list(m.sets))
            for m in matters_of(codename)
        ],
    )


def file_set(row: Stored, assume: Assumptions) -> FileSetOut:
    bundle = load_bundle(row)
    packages = list(bundle.world.packages.values())
    used = _used(bundle)
    fetched = {n for n, r in enumerate(rows_of(bundle.guide), 1) if isinstance(r.step, Obtain)}
    first = {
        file: min((n for n in steps if n not in fetched), default=9_999)
        for file, steps in used.items()
    }
    ordered = sorted(packages, key=lambda p: (first.get(p.id, 10_000), p.name))
    return FileSetOut(
        title=row.title,
        state=state_of(row),
        slug=row.guide.slug,
        short=row.short if isinstance(row, Revision) else "",
        fingerprint=row.fingerprint,
        files=[_line(p, used.get(p.id, []), bundle) for p in ordered],
        algorithms=sorted(wanted_algorithms(packages)),
        room=_room(bundle, packages, assume),
    )


def _used(bundle: Bundle) -> dict[str, list[int]]:
    """Package → numbers of the steps that use it."""
    found: dict[str, list[int]] = {}
    for number, row in enumerate(rows_of(bundle.guide), 1):
        if isinstance(row.step, Step):
            for file in row.step.used_files():
                found.setdefault(file, []).append(number)
    return found


def _line(package: Package, used: list[int], bundle: Bundle) -> FileLineOut:
    return FileLineOut(
        id=package.id,
        name=package.name,
        role=package.role,
        size=package.size,
        size_words=size_words(package.size),
        digests=[
            DigestOut(algorithm=a, digest=d, weak=a in WEAK)
            for a, d in all_digests(package).items()
        ],
        writes=list(package.writes),
        demands=demand_words(package),
        name_rule=name_words(package),
        ways=way_words(package),
        sources=list(package.sources),
        licence=package.licence or "",
        derived=derived_words(package, bundle.world.packages),
        used_at=used,
    )


def _room(bundle: Bundle, packages: Sequence[Package], assume: Assumptions) -> RoomOut:
    room = room_needed(bundle.guide, packages, bundle.device, assume)
    return RoomOut(
        download=size_words(room.download),
        host=size_words(room.host),
        internal=size_words(room.internal),
        inner=size_words(room.inner),
        download_time=_time(room.download_seconds),
        copy_time=_time(room.copy_seconds),
        write_time=_time(room.write_seconds),
        warnings=list(room.warnings),
    )


def _time(seconds: int) -> str:
    return span_words((seconds, seconds)) if seconds >= 60 else f"{seconds} s"


def matched(row: Stored, found: Sequence[FileAtHand]) -> list[MatchedOut]:
    packages = list(load_bundle(row).world.packages.values())
    return [
        MatchedOut(verdict=m.verdict, name=m.name, package=m.package, says=m.says, inside=m.inside)
        for m in match_files(packages, found, known_bytes(row, found, drafts=True))
        # What lies in a zip is only worth a line where it is one of the set.
        if not m.inside or m.verdict in ("right", "misnamed")
    ]


def compared(row: Stored, text: str) -> list[ListLineOut]:
    packages = list(load_bundle(row).world.packages.values())
    return [
        ListLineOut(verdict=c.verdict, name=c.name, says=c.says)
        for c in compare_list(packages, text)
    ]
