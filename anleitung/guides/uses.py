"""Which guides carry a document of the catalogue."""

from anleitung.catalogue.services.enter import catalogue_documents
from anleitung.guides.load import readable
from anleitung.guides.models import Draft, Revision


def guides_with(kind: str, codename: str, name: str) -> list[str]:
    """Each revision and draft that carries it, by name; nothing that they carry is deleted."""
    rows: list[Draft | Revision] = [
        *Revision.objects.select_related("guide").order_by("guide__slug", "number"),
        *Draft.objects.select_related("guide").order_by("guide__slug"),
    ]
    found = []
    for row, bundle in readable(rows):
        if codename and row.guide.codename != codename:
            continue
        if (kind, codename, name) in {a for a, _ in catalogue_documents(bundle)}:
            state = row.version if isinstance(row, Revision) else "draft"
            found.append(f"{row.title} {state}")
    return found
