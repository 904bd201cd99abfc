"""Which guides carry a document of the catalogue."""

from anleitung.catalogue.services.enter import catalogue_documents
from anleitung.guides.load import load_whole, readable
from anleitung.guides.models import Draft, Revision


def guides_with(kind: str, codename: str, name: str) -> list[str]:
    """Each revision and draft that carries it, by name; nothing that they carry is deleted."""
    rows: list[Draft | Revision] = [
        *Revision.objects.select_related("guide").order_by("guide__slug", "number"),
        *Draft.objects.select_related("guide").order_by("guide__slug"),
    ]
    found = []
    for row, _own in readable(rows):
        if (kind, codename, name) in {a for a, _ in catalogue_documents(load_whole(row))}:
            state = row.version if isinstance(row, Revision) else "draft"
            found.append(f"{row.title} {state}")
    return found
