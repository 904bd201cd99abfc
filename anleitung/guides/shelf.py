"""What an author has at hand on a codename: the catalogue's tools and programs, and all files

of its guides.
"""

from anleitung.catalogue.load import load_programs, load_tools
from anleitung.core.documents.package import Package
from anleitung.core.writing.shelf import Shelf
from anleitung.guides.load import Stored, chosen_for, guides_of, is_for, newest_state, readable


def shelf_of(codename: str) -> Shelf:
    """The newest state of each guide; of files with one id, that of the newest guide counts."""
    packages: dict[str, Package] = {}
    states = [chosen_for(newest_state(guide), codename) for guide in guides_of(codename)]
    for _row, bundle in readable([row for row in states if is_for(row)]):
        for package in bundle.packages:
            packages[package.id] = package
    return Shelf(
        packages,
        {p.id: p for p in load_programs()},
        {t.id: t for t in load_tools()},
    )


def shelf_for(row: Stored) -> Shelf:
    return shelf_of(row.chosen or row.guide.codename)
