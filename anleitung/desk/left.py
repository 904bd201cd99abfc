"""What is unfinished on a codename: for whoever takes it over from somebody else."""

from dataclasses import dataclass
from datetime import datetime

from django.contrib.auth.models import User

from anleitung.desk.desk import read_desk
from anleitung.guides.load import guides_of
from anleitung.guides.models import Contest, Draft, Revision
from anleitung.review.models import Remark, ReviewRequest


@dataclass(frozen=True, slots=True)
class Left:
    """kind: of what; text: a sentence; path: where it is."""

    kind: str
    text: str
    path: str


def left_on(codename: str, *, actor: User, now: datetime) -> list[Left]:
    """Drafts, reviews asked for, remarks, contested stops, and the matters of the desk."""
    guides = guides_of(codename)
    found = [
        Left(
            "draft",
            f"“{draft.title}”, last changed by {draft.updated_by} on {draft.updated_at:%-d %B %Y}",
            _path(draft.guide.slug, codename, "?v=draft"),
        )
        for draft in Draft.objects.filter(guide__in=guides).select_related("guide", "updated_by")
    ]
    asked = ReviewRequest.objects.filter(guide__in=guides, ended_at=None)
    found += [
        Left(
            "review",
            f"{each.by} asked for a review of {each.guide.slug}",
            _path(each.guide.slug, codename, "/review"),
        )
        for each in asked.select_related("guide", "by")
    ]
    remarks = Remark.objects.filter(guide__in=guides, resolved_at=None)
    found += [
        Left("remark", f"{r.by}: {r.text}", _path(r.guide.slug, codename, "/review"))
        for r in remarks.select_related("guide", "by").order_by("pk")
    ]
    found += _contested(codename)
    begin = f"/c/{codename}"
    for group in read_desk(actor=actor, now=now).groups:
        found += [
            Left(group.title, m.text, m.path)
            for m in group.matters
            if m.path.startswith((f"{begin}/", f"{begin}?")) or m.path == begin
        ]
    return found


def _contested(codename: str) -> list[Left]:
    """Of states that stand: drafts and what is published."""
    states = {
        row.fingerprint: row.guide.slug
        for kind in (Draft, Revision)
        for row in kind.objects.filter(guide__in=guides_of(codename)).select_related("guide")
    }
    contests = Contest.objects.filter(fingerprint__in=list(states)).select_related("by", "second")
    return [
        Left(
            "contested stop",
            f"{c.by} contests {c.finding}"
            + ("" if c.second else ", without a second signature")
            + f": {c.reason}",
            _path(states[c.fingerprint], codename, ""),
        )
        for c in contests.order_by("pk")
    ]


def _path(slug: str, codename: str, rest: str) -> str:
    return f"/c/{codename}/guides/{slug}{rest}"
