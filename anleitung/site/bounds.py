"""What is too large is refused by its announced length, before a byte of it is read."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse, JsonResponse

from anleitung.processes.server import MOST_BYTES


class BoundedBody:
    """Middleware. A body without a length is none: the server hands over nothing of it."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        length = request.META.get("CONTENT_LENGTH") or "0"
        if length.isdigit() and int(length) > MOST_BYTES:
            message = f"Larger than {MOST_BYTES // 1_000_000} MB; nothing of it was read."
            if request.path.startswith("/api/"):
                problem = {"code": "too-large", "message": message, "at": [], "standing": ""}
                return JsonResponse(problem, status=413)
            return HttpResponse(message, status=413, content_type="text/plain")
        return self.get_response(request)
