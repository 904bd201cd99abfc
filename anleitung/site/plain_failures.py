"""Failures of pages and routes, each said as what it is."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse
from django.http.response import HttpResponseBase

from anleitung.reader.failures import failure_page, what_failed


class PlainFailures:
    """Middleware. Everything else that fails stays a fault of the program, written down as one.

    What fails outside of the views (saving a session, say) comes to the handler of status 500,
    which asks the same question.
    """

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        return self.get_response(request)

    def process_exception(self, request: HttpRequest, error: Exception) -> HttpResponse | None:
        said = what_failed(error)
        return failure_page(request, said, error) if said else None
