"""The change log of a guide, a codename or the site: a page, and a feed (Atom, RFC 4287)."""

from datetime import datetime
from typing import Any

from django.contrib.syndication.views import Feed
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils.feedgenerator import Atom1Feed
from django.utils.html import escape
from django.views.decorators.http import require_safe

from anleitung.core.marked import gettext as _
from anleitung.guides.changes import Change, changes_of
from anleitung.guides.errors import NotThere
from anleitung.reader.language import in_their_language

Told = tuple[str, str, list[Change]]


def _found(codename: str, slug: str) -> Told:
    try:
        changes = changes_of(codename, slug)
    except NotThere as error:
        raise Http404 from error
    if codename and not changes:
        raise Http404
    return codename, slug, changes


def _page(codename: str, slug: str) -> str:
    if slug:
        return f"/c/{codename}/guides/{slug}/changes"
    return f"/c/{codename}/changes" if codename else "/changes"


@require_safe
@in_their_language
def changes_page(request: HttpRequest, codename: str = "", slug: str = "") -> HttpResponse:
    codename, slug, changes = _found(codename, slug)
    title = changes[0].revision.title if slug else codename or _("all phones")
    feed = _page(codename, slug).replace("changes", "feed.atom")
    context = {"codename": codename, "title": title, "changes": changes, "feed": feed}
    return render(request, "reader/changes.html", context)


class ChangesFeed(Feed):  # type: ignore[type-arg]
    feed_type = Atom1Feed

    def get_object(self, request: HttpRequest, codename: str = "", slug: str = "") -> Told:
        return _found(codename, slug)

    def title(self, told: Told) -> str:
        codename, slug, changes = told
        if slug:
            return f"{changes[0].revision.title} ({codename}): what changed"
        return f"Guides for {codename or 'all phones'}: what changed"

    def subtitle(self, told: Told) -> str:
        return "Published and withdrawn versions, newest first."

    def link(self, told: Told) -> str:
        return _page(told[0], told[1])

    def items(self, told: Told) -> list[Change]:
        return told[2]

    def item_title(self, change: Any) -> str:
        what = f"{change.revision.title}, version {change.revision.version}"
        return f"Withdrawn: {what}" if change.withdrawn else what

    def item_description(self, change: Change) -> str:
        """Plain text: the feed marks it as HTML, so its signs are escaped."""
        lines = [f"Do not follow it: {change.withdrawn}"] if change.withdrawn else []
        return "<br>".join(escape(line) for line in (*lines, *change.lines))

    def item_link(self, change: Change) -> str:
        return change.path

    def item_guid(self, change: Change) -> str:
        """The same for a version whatever becomes of it, on any host."""
        return f"urn:sha256:{change.revision.fingerprint.removeprefix('sha256:')}"

    def item_author_name(self, change: Change) -> str:
        return change.revision.published_by.get_username()

    def item_pubdate(self, change: Change) -> datetime:
        return change.revision.published_at

    def item_updateddate(self, change: Change) -> datetime:
        return change.at
