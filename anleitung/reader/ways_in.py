"""The pages that lead to a guide: all codenames, one codename, a guide's lasting address."""

from typing import Any, cast
from urllib.parse import urlencode

from django.contrib.auth.models import User
from django.http import Http404, HttpRequest, HttpResponse, HttpResponseRedirect
from django.shortcuts import render
from django.utils import timezone
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe
from django.views.decorators.vary import vary_on_cookie

from anleitung.accounts.keepers import orphaned
from anleitung.accounts.roles import is_maintainer, is_tester
from anleitung.catalogue.errors import NoSuchDocument
from anleitung.catalogue.jump import LONGEST, find_catalogue_places
from anleitung.catalogue.load import load_device, load_devices, load_systems
from anleitung.core.drawn.chords import draw_chord
from anleitung.core.drawn.names import find_namesakes
from anleitung.core.drawn.phone_words import carrier_words, unlocking_words
from anleitung.core.marked import spoken
from anleitung.desk.left import left_on
from anleitung.guides.errors import NotThere
from anleitung.guides.load import address_of, chosen_for, find_guide, is_for, newest_revisions
from anleitung.reader.language import in_their_language
from anleitung.reader.life import standings_out
from anleitung.reader.translated import title_in
from anleitung.reports.evidence import evidence_for


@require_safe
@in_their_language
def front(request: HttpRequest) -> HttpResponse:
    """Every codename by its maker, with its guides and how many flags each carries."""
    makers: dict[str, list[dict[str, Any]]] = {}
    now = timezone.now()
    for device in load_devices():
        guides = [
            {
                "revision": revision,
                "title": title_in(revision, spoken()),
                "flags": len(evidence_for(revision, now=now).flags),
            }
            for revision in newest_revisions(device.codename)
        ]
        makers.setdefault(device.maker, []).append({"device": device, "guides": guides})
    for entries in makers.values():
        entries.sort(key=lambda entry: (not entry["guides"], entry["device"].codename))
    asked = " ".join(request.GET.get("q", "")[:LONGEST].split())
    context = {
        "makers": sorted(makers.items()),
        "asked": asked,
        "places": [p for p in find_catalogue_places(asked) if p.codename],
    }
    return render(request, "reader/front.html", context)


@require_safe
@vary_on_cookie
def codename_page(request: HttpRequest, codename: str) -> HttpResponse:
    """The workbench for testers and maintainers; for readers the phone and its guides."""
    return workbench(request) if is_tester(request.user) else _phone_page(request, codename)


@in_their_language
def _phone_page(request: HttpRequest, codename: str) -> HttpResponse:
    try:
        device = load_device(codename)
    except NoSuchDocument as error:
        raise Http404 from error
    context = {
        "device": device,
        "revisions": [
            {"revision": row, "title": title_in(row, spoken())}
            for row in newest_revisions(codename)
        ],
        "orphaned": codename in orphaned([codename], now=timezone.now()),
        "namesakes": find_namesakes(device, load_devices()),
        "unlocking": unlocking_words(device),
        "carriers": [carrier_words(c) for c in device.carriers],
        "chords": [draw_chord(c, device.keys, device.modes) for c in device.chords],
        "standings": standings_out(codename, now=timezone.now()),
        "systems": [(s, s.at(None)) for s in load_systems(codename)],
    }
    return render(request, "reader/codename.html", context)


@require_safe
@vary_on_cookie
def guide_page(request: HttpRequest, codename: str, slug: str) -> HttpResponse:
    """The workbench for testers and maintainers; readers are led to the newest revision."""
    if is_tester(request.user):
        return workbench(request)
    try:
        guide = find_guide(codename, slug)
    except NotThere as error:
        raise Http404 from error
    found = guide.revisions.order_by("-number").select_related("guide").first()
    newest = chosen_for(found, codename) if found is not None else None
    if newest is None or not is_for(newest):
        raise Http404
    query = request.META.get("QUERY_STRING", "")
    return HttpResponseRedirect(address_of(newest) + (f"?{query}" if query else ""))


@require_safe
@never_cache
@ensure_csrf_cookie
def workbench(request: HttpRequest) -> HttpResponse:
    """The shell of the workbench; what it shows comes over the API."""
    if not request.user.is_authenticated:
        back = urlencode({"next": request.get_full_path()}, safe="/")
        return HttpResponseRedirect(f"/login?{back}")
    return render(request, "reader/workbench.html")


@require_safe
@never_cache
def left_page(request: HttpRequest, codename: str) -> HttpResponse:
    """What is unfinished on a codename, for maintainers."""
    if not is_maintainer(request.user):
        raise Http404
    left = left_on(codename, actor=cast(User, request.user), now=timezone.now())
    return render(request, "reader/left.html", {"codename": codename, "left": left})
