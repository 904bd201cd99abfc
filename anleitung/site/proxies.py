"""Headers that only a proxy may write are taken off where no named proxy wrote them."""

from collections.abc import Callable

from django.http import HttpRequest
from django.http.response import HttpResponseBase

from anleitung.limits.addresses import is_from_proxy

OF_PROXIES = ("HTTP_X_FORWARDED_PROTO", "HTTP_X_FORWARDED_FOR", "HTTP_X_FORWARDED_HOST")


class OnlyNamedProxies:
    """Middleware, the outermost one."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        if not is_from_proxy(request):
            for name in OF_PROXIES:
                request.META.pop(name, None)
        return self.get_response(request)
