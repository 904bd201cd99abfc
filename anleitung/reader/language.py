"""In which language a reader is spoken to: as they chose, else as their browser asks.

Only pages of readers are translated. What is stored or worked out for everybody stays in English:
see ``anleitung.core.marked``.
"""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from functools import wraps
from typing import Any
from urllib.parse import urlencode

from django.conf import settings
from django.http import HttpRequest, HttpResponse, HttpResponseRedirect
from django.utils import translation
from django.utils.cache import patch_vary_headers
from django.utils.translation import trans_real

from anleitung.core.marked import ENGLISH, speaking

COOKIE = "anleitung_language"
PARAMETER = "lang"
LANGUAGES = dict(settings.LANGUAGES)
A_YEAR = 365 * 24 * 3600
View = Callable[..., HttpResponse]


@contextmanager
def spoken_to(language: str) -> Iterator[None]:
    """Pages and core speak this language until it is over."""
    speaker = None if language == ENGLISH else trans_real.translation(language)
    with translation.override(language), speaking(language, speaker):
        yield


def language_of(request: HttpRequest) -> str:
    if request.path.startswith("/api/"):
        return ENGLISH
    chosen = request.COOKIES.get(COOKIE, "")
    if chosen in LANGUAGES:
        return chosen
    for asked, _weight in trans_real.parse_accept_lang_header(
        request.headers.get("Accept-Language", "").lower()
    ):
        if (known := asked.split("-")[0]) in LANGUAGES:
            return known
    return ENGLISH


def other_languages(request: HttpRequest, language: str) -> list[dict[str, str]]:
    """Links to this very page in the other languages."""
    kept = [(k, v) for k, vs in request.GET.lists() if k != PARAMETER for v in vs]
    return [
        {
            "id": each,
            "name": name,
            "address": f"{request.path}?{urlencode([*kept, (PARAMETER, each)])}",
        }
        for each, name in LANGUAGES.items()
        if each != language
    ]


def in_their_language(view: View) -> View:
    """A page of readers. A language in the address is kept as their choice and leaves it again."""

    @wraps(view)
    def spoken(request: HttpRequest, *args: Any, **more: Any) -> HttpResponse:
        chosen = request.GET.get(PARAMETER, "") if request.method in ("GET", "HEAD") else ""
        if chosen in LANGUAGES:
            kept = [(k, v) for k, vs in request.GET.lists() if k != PARAMETER for v in vs]
            back = HttpResponseRedirect(request.path + (f"?{urlencode(kept)}" if kept else ""))
            secure = settings.SECURE
            back.set_cookie(
                COOKIE, chosen, max_age=A_YEAR, samesite="Lax", secure=secure, httponly=True
            )
            return back
        language = language_of(request)
        with spoken_to(language):
            response = view(request, *args, **more)
        if "Content-Language" not in response:
            response["Content-Language"] = language
        patch_vary_headers(response, ("Accept-Language", "Cookie"))
        return response

    return spoken


def languages(request: HttpRequest) -> dict[str, Any]:
    """For every template: what is spoken, and the way to the others."""
    language = translation.get_language() or ENGLISH
    return {"language": language, "other_languages": other_languages(request, language)}
