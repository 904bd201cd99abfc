"""The rescue guides that a guide names, as they are published, run from where its readers hang."""

from anleitung.core.proof.rehearse.rescue import WayBack, prove_way_back, ways_named_in
from anleitung.core.proof.run.compile import Compiled
from anleitung.guides.errors import UnreadableGuide
from anleitung.guides.load import load_bundle
from anleitung.guides.models import Revision


def ways_back_of(compiled: Compiled) -> list[tuple[WayBack, str]]:
    """(what comes of it, title of the rescue guide). One that is not published rescues nobody."""
    codename = compiled.bundle.device.codename
    known: dict[str, Revision | None] = {}
    found = []
    for step, guide in ways_named_in(compiled.bundle.guide):
        if guide not in known:
            known[guide] = published(codename, guide)
        revision = known[guide]
        if revision is None:
            found.append((WayBack(step, guide, 0, 0, "no such guide is published"), guide))
            continue
        try:
            rescue = load_bundle(revision)
        except UnreadableGuide:
            found.append((WayBack(step, guide, 0, 0, "it cannot be read any more"), guide))
            continue
        found.append((prove_way_back(compiled, step, rescue), revision.title))
    return found


def published(codename: str, slug: str) -> Revision | None:
    """The newest published revision that stands."""
    return (
        Revision.objects.filter(guide__codename=codename, guide__slug=slug, withdrawal__isnull=True)
        .order_by("-pk")
        .first()
    )
