"""The record as a page and as a file: one JSON object a line, each an entry."""

import json
from collections.abc import Iterator
from typing import Any

from django.contrib.auth.decorators import login_required
from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from django.shortcuts import render
from django.utils import timezone
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_safe

from anleitung.accounts.roles import is_administrator
from anleitung.accounts.services.tokens import person_of
from anleitung.audit.models import Entry, Mark
from anleitung.audit.record import fault_of_record, links

SHOWN = 200


def _refused(request: HttpRequest) -> HttpResponse | None:
    """With a session, or a token for reading."""
    user: Any = request.user
    scheme, _, secret = request.headers.get("Authorization", "").partition(" ")
    if scheme.lower() == "bearer":
        user = person_of(secret.strip(), "read", now=timezone.now())
    if user is None or not user.is_authenticated:
        return HttpResponse("Sign in, or send a token.\n", status=401, content_type="text/plain")
    if is_administrator(user):
        return None
    says = {"says": "This is for administrators."}
    return render(request, "accounts/link_used.html", says, status=403)


@never_cache
@login_required
@require_safe
def record_page(request: HttpRequest) -> HttpResponse:
    refused = _refused(request)
    if refused is not None:
        return refused
    names = {m.mark: m.user.get_username() if m.user else "somebody who left" for m in _marks()}
    shown = []
    for entry in Entry.objects.order_by("-number")[:SHOWN]:
        body = json.loads(entry.body)
        who = names.get(body["who"], body["who"])
        shown.append({"number": entry.number, **body, "who": who, "digest": entry.digest})
    context = {"shown": shown, "fault": fault_of_record(), "head": shown[0] if shown else None}
    return render(request, "accounts/record.html", context)


def _marks() -> Iterator[Mark]:
    return Mark.objects.select_related("user").iterator()


@never_cache
@require_safe
def record_file(request: HttpRequest) -> HttpResponse | StreamingHttpResponse:
    """As ``anleitung audit`` reads it, also with a token. No names of people are in it."""
    refused = _refused(request)
    if refused is not None:
        return refused
    lines = (
        json.dumps({"number": x.number, "body": x.body, "before": x.before, "digest": x.digest})
        + "\n"
        for x in links()
    )
    return StreamingHttpResponse(lines, content_type="application/jsonl")
