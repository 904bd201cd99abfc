"""The rescue guides that a guide names, as they are published, run from where its readers hang."""

from anleitung.core.proof.rehearse.rescue import WayBack, prove_way_back, ways_named_in
from anleitung.core.proof.run.compile import Compiled
from anleitung.guides.errors import NotForCodename, UnreadableGuide
from anleitung.guides.load import chosen_for, guides_of, load_bundle, newest_revisions
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
        except (UnreadableGuide, NotForCodename):
            found.append((WayBack(step, guide, 0, 0, "it cannot be read any more"), guide))
            continue
        found.append((prove_way_back(compiled, step, rescue), revision.title))
    return found


def named_by(revision: Revision) -> list[Revision]:
    """The published guides that name this one as a way back: withdrawn, it rescues nobody there."""
    found = []
    for other in newest_revisions(revision.chosen or revision.guide.codename):
        if other.guide_id == revision.guide_id:
            continue
        try:
            named = {guide for _step, guide in ways_named_in(load_bundle(other).guide)}
        except (UnreadableGuide, NotForCodename):
            continue
        if revision.guide.slug in named:
            found.append(other)
    return found


def published(codename: str, slug: str) -> Revision | None:
    """The newest published revision that stands."""
    rows = Revision.objects.filter(
        guide__in=guides_of(codename), guide__slug=slug, withdrawal__isnull=True
    )
    newest = rows.select_related("guide").order_by("-pk").first()
    return chosen_for(newest, codename) if newest is not None else None
