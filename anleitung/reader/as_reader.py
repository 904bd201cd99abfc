"""A draft as a reader would see it: the parts of the readers' own page, for one phone."""

from collections.abc import Callable
from typing import cast

from csp.constants import SELF
from csp.decorators import csp_replace
from django.contrib.auth.decorators import login_required
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils import timezone
from django.views.decorators.cache import never_cache
from django.views.decorators.clickjacking import xframe_options_sameorigin
from django.views.decorators.http import require_safe

from anleitung.accounts.roles import is_maintainer
from anleitung.core.marked import gettext as _
from anleitung.guides.errors import NoPhoneLikeThat, NotThere
from anleitung.guides.load import find_draft, load_bundle
from anleitung.guides.walked import MOST_FACTS, walked
from anleitung.guides.written import written_proof
from anleitung.limits.spend import Limit, TooMany, person, spend
from anleitung.reader.course import options_of, rescues_of
from anleitung.reader.first import first_of
from anleitung.reader.problems import problem_page
from anleitung.reader.shown import known_bugs
from anleitung.reader.translated import InTheirWords

PAGES = Limit("as-reader", per_hour=6_000)
_FACT = "fact."
_View = Callable[[HttpRequest, str, str], HttpResponse]
# Shown in the editor, on this site and nowhere else.
_framed_here = cast(Callable[[_View], _View], csp_replace({"frame-ancestors": [SELF]}))


@require_safe
@never_cache
@login_required
@xframe_options_sameorigin
@_framed_here
def draft_page(request: HttpRequest, codename: str, slug: str) -> HttpResponse:
    """fact.NAME: what is told of the phone and its choices; host: whose commands are shown.

    Rows that the chosen phone passes over are left out.
    """
    if not is_maintainer(request.user):
        raise Http404
    says = _("Very many pages in this hour.")
    try:
        spend(PAGES, person(request.user), now=timezone.now(), says=says)
    except TooMany as error:
        return problem_page(request, status=429, title=says, text=str(error))
    try:
        draft = find_draft(codename, slug)
    except NotThere as error:
        raise Http404 from error
    sheet = written_proof(draft).sheet
    if sheet is None:
        return problem_page(
            request,
            status=200,
            title=_("Not proved yet"),
            text=_("The proof of this draft takes longer. Its page is shown when it is there."),
        )
    bundle = load_bundle(draft)
    facts = {
        name.removeprefix(_FACT): value
        for name, value in list(request.GET.dict().items())[:MOST_FACTS]
        if name.startswith(_FACT)
    }
    try:
        run = walked(bundle, facts)
    except NoPhoneLikeThat as error:
        return problem_page(request, status=422, title=_("No such phone"), text=str(error))
    host = request.GET.get("host", "")
    findings = [f for row in sheet.rows for f in row.findings] + list(sheet.general)
    known = {fact.name: fact.value for fact in run.facts}
    context = {
        "sheet": sheet,
        "translated": InTheirWords(bundle),
        "host": host or (sheet.hosts[0].id if sheet.hosts else ""),
        "is_for_this_phone": run.admitted,
        "passed_over": {step.id for step in run.steps if not step.concerned},
        "warnings": [f for f in findings if f.severity == "warn"],
        "known_bugs": known_bugs(bundle),
        "first": first_of(bundle.guide, bundle.device.codename),
        "rescues": rescues_of(bundle),
        "options": options_of(bundle, known),
    }
    return render(request, "reader/as_reader.html", context)
