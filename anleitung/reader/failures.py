"""What fails below the pages is said as what it is: a full disk, a busy or damaged database."""

import logging
from dataclasses import dataclass

from django.core.exceptions import SuspiciousOperation
from django.db.utils import DatabaseError
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render

from anleitung.catalogue.errors import UnreadableDocument
from anleitung.core.marked import N_, gettext
from anleitung.guides.errors import UnreadableGuide
from anleitung.reader.language import language_of, spoken_to

_log = logging.getLogger(__name__)


@dataclass(frozen=True, slots=True)
class Said:
    status: int
    code: str
    title: str
    text: str
    again: int = 0  # seconds after which to try again, 0 for never


BUSY = Said(
    503,
    "busy",
    N_("The site is busy"),
    N_(
        "Something else is being written just now. Nothing of yours was stored, and nothing is "
        "lost: try again in a minute."
    ),
    60,
)
FULL = Said(
    507,
    "disk-full",
    N_("The disk of the site is full"),
    N_(
        "Nothing of yours was stored. Keep this page open and tell whoever runs the site; it can "
        "be sent again once there is room."
    ),
)
READ_ONLY = Said(
    503,
    "read-only",
    N_("The site cannot store anything just now"),
    N_("Its database can only be read. Nothing of yours was stored. Tell whoever runs the site."),
)
DAMAGED = Said(
    503,
    "damaged",
    N_("This cannot be shown"),
    N_(
        "What is stored of it is damaged or does not fit its fingerprint, so it is not shown at "
        "all. Everything else goes on. Whoever keeps this codename is told."
    ),
)
UNREADABLE = Said(
    400,
    "invalid-request",
    N_("This request cannot be read"),
    N_("It holds characters or numbers that do not exist, or it was cut short on the way."),
)


def failure_page(request: HttpRequest, said: Said, error: BaseException) -> HttpResponse:
    """In the form in which it was asked for, and in the language of whoever asked."""
    with spoken_to(language_of(request)):
        return _page(request, said, error)


def _page(request: HttpRequest, said: Said, error: BaseException) -> HttpResponse:
    title, text = gettext(said.title), gettext(said.text)
    _log.error("%s at %s: %s", said.code, request.path, error)
    response: HttpResponse
    if request.path.startswith("/api/") or request.headers.get("Accept", "").startswith(
        "application/json"
    ):
        body = {"code": said.code, "message": f"{title}. {text}"}
        response = JsonResponse(
            body | {"at": [], "standing": "", "faults": {"key": text}},
            status=said.status,
        )
    else:
        response = render(
            request,
            "reader/problem.html",
            {"title": title, "text": text},
            status=said.status,
        )
    if said.again:
        response["Retry-After"] = str(said.again)
    return response


def what_failed(error: BaseException | None) -> Said | None:
    if isinstance(error, UnreadableGuide | UnreadableDocument):
        return DAMAGED
    if isinstance(error, DatabaseError):
        text = str(error).lower()
        if "locked" in text or "busy" in text:
            return BUSY
        if "full" in text:
            return FULL
        if "readonly" in text or "read-only" in text:
            return READ_ONLY
        return None
    if isinstance(error, OSError) and error.errno in (28, 122):  # no space, quota
        return FULL
    # Of these only what comes from a request; the others are faults of the program.
    surrogate = isinstance(error, UnicodeEncodeError) and "surrogates" in error.reason
    too_large = isinstance(error, OverflowError) and "SQLite" in str(error)
    if surrogate or too_large or isinstance(error, SuspiciousOperation):
        return UNREADABLE
    return None
