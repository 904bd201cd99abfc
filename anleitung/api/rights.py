"""Who may use the routes of a router: asked once, before any of them runs."""

from typing import Any, cast

from django.contrib.auth.models import User
from django.http import HttpRequest
from ninja.security import SessionAuth

from anleitung.accounts.roles import require_maintainer


class Maintainers(SessionAuth):
    """Lets maintainers pass, and raises NotAllowed for everybody else."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        require_maintainer(request.user)
        return request.user


MAINTAINERS = Maintainers()


def actor_of(request: HttpRequest) -> User:
    """The maintainer who passed."""
    return cast(User, request.user)
