"""Who may use the routes of a router: asked once, before any of them runs."""

import re
from typing import Any, cast

from django.contrib.auth.models import User
from django.http import HttpRequest
from django.utils import timezone
from ninja.security import HttpBearer, SessionAuth

from anleitung.accounts.roles import NotAllowed, require_maintainer, require_tester
from anleitung.accounts.services.tokens import person_of

# What a tester sends; all else that changes something is for maintainers.
OF_TESTERS = re.compile(
    r"^/api/(compare|codenames/[^/]+/map|drafts/[^/]+/[^/]+/(runs|remarks|remarks/[0-9]+)"
    r"|revisions/[^/]+/reports)$"
)
# What a token for drafts may do: bring bundles in. Publishing and deciding take a person.
OF_DRAFT_TOKENS = re.compile(r"^/api/bundles$")
OF_REPORT_TOKENS = re.compile(r"^/api/revisions/[^/]+/reports$")


class Maintainers(SessionAuth):
    """Maintainers pass, and testers where they only read or tell; NotAllowed for the others."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        _require_role(request, request.user)
        return request.user


class ByToken(HttpBearer):
    """A program with a token of somebody, for what the token is for."""

    def authenticate(self, request: HttpRequest, token: str) -> Any:
        scope = _scope_for(request)
        if not scope:
            raise NotAllowed("No token is for this; sign in and do it yourself.", code="no-right")
        user = person_of(token, scope, now=timezone.now())
        if user is None:
            raise NotAllowed(
                "This token does not stand, or is not for this. Make one on the page of your "
                "account.",
                code="sign-in-first",
            )
        _require_role(request, user)
        request.user = user
        return user


def _scope_for(request: HttpRequest) -> str:
    """What a token must be for, "" where none is."""
    if request.method in ("GET", "HEAD"):
        return "read"
    if OF_DRAFT_TOKENS.match(request.path):
        return "draft"
    return "report" if OF_REPORT_TOKENS.match(request.path) else ""


def _require_role(request: HttpRequest, user: Any) -> None:
    if request.method in ("GET", "HEAD") or OF_TESTERS.match(request.path):
        require_tester(user)
    else:
        require_maintainer(user)


MAINTAINERS = [ByToken(), Maintainers()]


def actor_of(request: HttpRequest) -> User:
    """The person who passed."""
    return cast(User, request.user)
