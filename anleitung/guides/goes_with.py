"""What goes with what on a codename: of all files of its guides, with today's documents."""

from hashlib import sha256

from pydantic import BaseModel

from anleitung.catalogue.load import load_builds, load_device, load_programs, load_schemes
from anleitung.core.diagrams.run import Budget
from anleitung.core.documents.package import Package
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.explain.goes_with import GoesWith, goes_with
from anleitung.guides.load import chosen_for, guides_of, is_for, newest_state, readable


class TableCellOut(BaseModel):
    """verdict: together, some, never, not known, or part of that system."""

    verdict: str
    words: str


class BesideOut(BaseModel):
    file: str
    role: str
    cells: list[TableCellOut]


class TableSystemOut(BaseModel):
    """name: as readers say it; parts: how many files it is written from, 0 for what is there."""

    name: str
    parts: int


class GoesWithOut(BaseModel):
    """left_out: ids that stand for different files in different guides; unplaced: files of which

    nobody says where they go, or that are too many for a table.
    """

    systems: list[TableSystemOut]
    rows: list[BesideOut]
    left_out: list[str]
    unplaced: list[str]
    finished: bool


def files_of(codename: str) -> tuple[Bundle | None, list[str]]:
    """Every file that a guide of the codename lists, and the ids that mean several files.

    None where no guide holds any. Raises NoSuchDocument.
    """
    device = load_device(codename)
    packages: dict[str, Package] = {}
    several: set[str] = set()
    guide = None
    rows = [chosen_for(newest_state(guide), codename) for guide in guides_of(codename)]
    states = [row for row in rows if is_for(row)]
    for _row, bundle in readable(states):
        guide = guide or bundle.guide
        for package in bundle.packages:
            if packages.setdefault(package.id, package) != package:
                several.add(package.id)
    if guide is None:
        return None, []
    bundle = Bundle(
        guide,
        device,
        tuple(load_builds(device).values()),
        tuple(p for p in packages.values() if p.id not in several),
        (),
        tuple(s for s in load_schemes() if s.id == device.scheme),
        tuple(load_programs()),
    )
    return bundle, sorted(several)


def key_of(bundle: Bundle, several: list[str]) -> str:
    """Another one wherever a document of it is another one."""
    told = [f"{name}{body}" for name, body in sorted(bundle.documents.items())]
    return sha256("".join([*told, *several]).encode()).hexdigest()


def goes_with_of(codename: str) -> GoesWithOut:
    bundle, several = files_of(codename)
    if bundle is None:
        return GoesWithOut(systems=[], rows=[], left_out=[], unplaced=[], finished=True)
    return _shown(bundle, goes_with(bundle, Budget()), several)


def _shown(bundle: Bundle, table: GoesWith, several: list[str]) -> GoesWithOut:
    names = {s.id: s.name for s in bundle.device.other_systems} | {"stock": "stock"}
    return GoesWithOut(
        systems=[
            TableSystemOut(
                name=f"{names.get(s.family, s.family)} {s.build}".strip(), parts=len(s.parts)
            )
            for s in table.systems
        ],
        rows=[
            BesideOut(
                file=row.package.name,
                role=row.package.role,
                cells=[TableCellOut(verdict=c.verdict, words=c.words) for c in row.cells],
            )
            for row in table.beside
        ],
        left_out=several,
        unplaced=[package.name for package in table.left_out],
        finished=table.finished,
    )
