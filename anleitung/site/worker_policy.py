"""The policy of the script that computes digests: WebAssembly may run there and nowhere else."""

from collections.abc import Callable

from django.http import HttpRequest
from django.http.response import HttpResponseBase

WORKER = "/static/assets/digest.worker-"


class WorkerPolicy:
    """Middleware, inside of the one that writes the policy.

    A worker obeys the policy of its own response and not that of the page that starts it.
    """

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        response = self.get_response(request)
        if request.path.startswith(WORKER):
            response._csp_update = {"script-src": ["'wasm-unsafe-eval'"]}  # type: ignore[attr-defined]
        return response
