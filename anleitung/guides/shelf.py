"""What an author has at hand on a codename: the catalogue's tools and programs, and all files

of its guides.
"""

from anleitung.catalogue.errors import NoSuchDocument
from anleitung.catalogue.load import load_device, load_passages, load_programs, load_tools
from anleitung.core.documents.package import Package
from anleitung.core.writing.shelf import Shelf
from anleitung.guides.load import Stored, chosen_for, guides_of, is_for, readable
from anleitung.guides.models import Draft, Revision


def shelf_of(codename: str) -> Shelf:
    """The newest state of each guide; of files with one id, that of the newest guide counts."""
    packages: dict[str, Package] = {}
    # Their texts are only read where a bundle is not at hand already.
    guides = list(guides_of(codename).values_list("pk", flat=True))
    newest: dict[int, Stored] = {}
    for revision in (
        Revision.objects.filter(guide__in=guides)
        .defer("files")
        .select_related("guide")
        .order_by("number")
    ):
        newest[revision.guide_id] = revision
    for draft in Draft.objects.filter(guide__in=guides).defer("files").select_related("guide"):
        newest[draft.guide_id] = draft
    rows = [newest[pk] for pk in sorted(newest)]
    states = [chosen_for(row, codename) for row in rows]
    for _row, bundle in readable([row for row in states if is_for(row)]):
        for package in bundle.packages:
            packages[package.id] = package
    return Shelf(
        packages,
        {p.id: p for p in load_programs()},
        {t.id: t for t in load_tools()},
        {p.id: p for p in load_passages() if p.is_for(codename, _maker(codename))},
    )


def _maker(codename: str) -> str:
    try:
        return load_device(codename).maker
    except NoSuchDocument:
        return ""  # its guides brought a codename that the catalogue does not hold


def shelf_for(row: Stored) -> Shelf:
    return shelf_of(row.chosen or row.guide.codename)
