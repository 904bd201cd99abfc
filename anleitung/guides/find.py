"""Guides by the words of their title."""

from anleitung.catalogue.jump import LONGEST, JumpPlace
from anleitung.guides.load import held_guides

MOST = 6


def find_guide_places(text: str) -> list[JumpPlace]:
    """Guides whose title or codename holds every typed word, by codename and name."""
    words = text[:LONGEST].casefold().split()
    if not words:
        return []
    found = []
    rows = held_guides().order_by("codename", "slug").prefetch_related("also_for")
    for guide in rows.select_related("draft"):
        newest = guide.revisions.order_by("-number").first()
        draft = getattr(guide, "draft", None)
        title = newest.title if newest else draft.title if draft else ""
        state = newest.version if newest else "draft"
        for codename in (guide.codename, *(a.codename for a in guide.also_for.all())):
            hay = f"{title} {codename} {guide.slug}".casefold()
            if title and all(word in hay for word in words):
                path = f"/c/{codename}/guides/{guide.slug}"
                found.append(JumpPlace("guide", title, f"{codename} {state}", path))
    return found[:MOST]
