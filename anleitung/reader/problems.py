"""Pages that say what went wrong, in words."""

import sys
from typing import Any

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.http.request import UnreadablePostError
from django.middleware.csrf import (
    REASON_BAD_ORIGIN,
    REASON_CSRF_TOKEN_MISSING,
    REASON_NO_CSRF_COOKIE,
)
from django.shortcuts import render

from anleitung.core.marked import gettext as _
from anleitung.reader.failures import failure_page, what_failed
from anleitung.reader.language import in_their_language


def problem_page(request: HttpRequest, *, status: int, title: str, text: str) -> HttpResponse:
    return render(request, "reader/problem.html", {"title": title, "text": text}, status=status)


@in_their_language
def not_found(request: HttpRequest, exception: Any = None) -> HttpResponse:
    return problem_page(
        request,
        status=404,
        title=_("Page not found"),
        text=_("The address may be cut short, or the guide was never published."),
    )


@in_their_language
def failed(request: HttpRequest) -> HttpResponse:
    error = sys.exc_info()[1]
    said = what_failed(error)
    if said is not None and error is not None:
        return failure_page(request, said, error)
    return problem_page(
        request,
        status=500,
        title=_("This page could not be made"),
        text=_("The fault is ours and was written down. What you ticked is kept in your browser."),
    )


@in_their_language
def csrf_failed(request: HttpRequest, reason: str = "") -> HttpResponse:
    """What could not be read is no form that was open for too long, and is not said to be one."""
    try:
        request.POST  # noqa: B018
    except (UnreadablePostError, OSError) as error:
        full = getattr(error.__cause__ or error, "errno", None) in (28, 122)
        return problem_page(
            request,
            status=507 if full else 400,
            title=_("The disk of the site is full") if full else _("The form came only in part"),
            text=_("Nothing was stored. What you ticked is kept; send it again later."),
        )
    if reason == REASON_NO_CSRF_COOKIE:
        title, text = (
            _("The form came without its cookie"),
            _(
                "This site needs one cookie to know that a form is its own. Allow it, load the "
                "page again and send the form once more. What you ticked is kept."
            ),
        )
    elif reason in (REASON_CSRF_TOKEN_MISSING, REASON_BAD_ORIGIN) or "Origin" in reason:
        title, text = (
            _("The form did not come from this site"),
            _("Open the guide here, and send the form from its own page."),
        )
    else:
        title, text = (
            _("The form was open for too long"),
            _("Go back, load the page again and send it once more. What you ticked is kept."),
        )
    wants_json = request.headers.get("Accept", "").startswith("application/json")
    if request.path.startswith("/api/") or wants_json:
        says = f"{title}. {text}"
        problem = {"code": "no-right", "message": says, "at": [], "standing": ""}
        return JsonResponse(problem | {"faults": {"key": says}}, status=403)
    return problem_page(request, status=403, title=title, text=text)
