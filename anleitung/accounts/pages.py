"""The pages of one's own account, of the people of the site, and of its mails."""

from collections.abc import Callable
from datetime import datetime
from email import message_from_bytes
from email import policy as mail_policy
from pathlib import Path
from typing import Any, cast

from django.conf import settings
from django.contrib.auth import logout
from django.contrib.auth.decorators import login_required
from django.contrib.auth.models import User
from django.http import HttpRequest, HttpResponse, HttpResponseRedirect
from django.shortcuts import render
from django.utils import timezone
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_http_methods, require_safe

from anleitung.accounts.errors import LinkUsed, PeopleRefused, TokenRefused
from anleitung.accounts.keepers import keepers_of, orphaned, policy
from anleitung.accounts.models import HandOver, Invitation, Keeper, Token, Wishes
from anleitung.accounts.roles import (
    NotAllowed,
    is_administrator,
    is_maintainer,
    require_administrator,
    require_tester,
)
from anleitung.accounts.second_factor import device_of, drawn, forget_codes, new_device, secret_of
from anleitung.accounts.services.hand_over import agree, ask_for, may_give, offer, refuse
from anleitung.accounts.services.invite import ROLES, invite, take_invitation_back
from anleitung.accounts.services.people import close_account, give_role, set_policy
from anleitung.accounts.services.tokens import SCOPES, make_token, revoke_token
from anleitung.audit.record import note

REFUSED = (PeopleRefused, LinkUsed, TokenRefused, NotAllowed)
MOST_MAILS = 100
# What a form asks for → what is done; it gives what is shown once, "" for nothing.
Deed = Callable[[HttpRequest, User, datetime], str]


def _person(request: HttpRequest) -> User:
    return cast(User, request.user)


def _number(request: HttpRequest) -> int:
    value = request.POST.get("number", "")
    return int(value) if value.isascii() and value.isdigit() and len(value) < 12 else 0


def _done(request: HttpRequest, deeds: dict[str, Deed]) -> tuple[str, str]:
    """(what is shown once, what was refused) of the form that was sent."""
    deed = deeds.get(request.POST.get("do", ""))
    if request.method != "POST" or deed is None:
        return "", ""
    try:
        return deed(request, _person(request), timezone.now()), ""
    except REFUSED as error:
        return "", str(error)


# What the next page shows once; a reload shows it no more, and does nothing twice.
ONCE = "anleitung_shown_once"


def _shown_after(request: HttpRequest, once: str, path: str) -> HttpResponse:
    if once:
        request.session[ONCE] = once
    return HttpResponseRedirect(path)


def _text(request: HttpRequest, name: str) -> str:
    return request.POST.get(name, "")[:1_000]


def _make_token(request: HttpRequest, actor: User, now: datetime) -> str:
    scopes = request.POST.getlist("scope")[:10]
    _, secret = make_token(actor=actor, name=_text(request, "name"), scopes=scopes, now=now)
    return secret


def _revoke(request: HttpRequest, actor: User, now: datetime) -> str:
    revoke_token(actor=actor, number=_number(request), now=now)
    return ""


def _mail_address(request: HttpRequest, actor: User, now: datetime) -> str:
    actor.email = _text(request, "email")[:200].strip()
    actor.save(update_fields=["email"])
    reviews = request.POST.get("reviews") == "yes"
    Wishes.objects.update_or_create(user=actor, defaults={"reviews": reviews})
    return ""


def _agree(request: HttpRequest, actor: User, now: datetime) -> str:
    agree(actor=actor, number=_number(request), now=now)
    return ""


def _refuse(request: HttpRequest, actor: User, now: datetime) -> str:
    refuse(actor=actor, number=_number(request), now=now)
    return ""


def _offer(request: HttpRequest, actor: User, now: datetime) -> str:
    codename, taker = _text(request, "codename"), _text(request, "taker")
    offer(actor=actor, codename=codename, taker=taker, now=now)
    return ""


def _ask(request: HttpRequest, actor: User, now: datetime) -> str:
    codename, reason = _text(request, "codename"), _text(request, "reason")
    ask_for(actor=actor, codename=codename, reason=reason, now=now)
    return ""


def _invite(request: HttpRequest, actor: User, now: datetime) -> str:
    codenames = _text(request, "codenames").replace(",", " ").split()[:50]
    _, secret = invite(actor=actor, role=_text(request, "role"), codenames=codenames, now=now)
    return request.build_absolute_uri(f"/invited/{secret}")


def _take_back(request: HttpRequest, actor: User, now: datetime) -> str:
    take_invitation_back(actor=actor, number=_number(request), now=now)
    return ""


def _role(request: HttpRequest, actor: User, now: datetime) -> str:
    give_role(actor=actor, name=_text(request, "name"), role=_text(request, "role"), now=now)
    return ""


def _close(request: HttpRequest, actor: User, now: datetime) -> str:
    erase = request.POST.get("erase") == "yes"
    close_account(actor=actor, name=_text(request, "name"), erase=erase, now=now)
    return ""


def _no_codes(request: HttpRequest, actor: User, now: datetime) -> str:
    """For somebody whose device is lost."""
    require_administrator(actor)
    user = User.objects.filter(username=_text(request, "name"), is_superuser=False).first()
    if user is not None:
        forget_codes(user)
        note(actor, "codes taken away", f"person {user.pk}", now=now)
    return ""


def _policy(request: HttpRequest, actor: User, now: datetime) -> str:
    months = request.POST.get("orphaned_after", "")
    set_policy(
        actor=actor,
        administrators_need_code=request.POST.get("codes") == "yes",
        orphaned_after=int(months) if months.isascii() and months.isdigit() else 0,
        now=now,
    )
    return ""


def _close_mine(request: HttpRequest, actor: User, now: datetime) -> str:
    if _text(request, "name") != actor.get_username():
        raise PeopleRefused("Type your name to close your account.")
    erase = request.POST.get("erase") == "yes"
    close_account(actor=actor, name=actor.get_username(), erase=erase, now=now)
    return ""


OWN: dict[str, Deed] = {
    "close-mine": _close_mine,
    "token": _make_token,
    "revoke": _revoke,
    "email": _mail_address,
    "agree": _agree,
    "refuse": _refuse,
}
PEOPLE: dict[str, Deed] = {
    "offer": _offer,
    "ask": _ask,
    "agree": _agree,
    "refuse": _refuse,
    "invite": _invite,
    "take-back": _take_back,
    "role": _role,
    "close": _close,
    "no-codes": _no_codes,
    "policy": _policy,
}


@never_cache
@login_required
@require_http_methods(["GET", "POST"])
def account(request: HttpRequest) -> HttpResponse:
    """One's own name, address, tokens and codenames."""
    me = _person(request)
    once, fault = _done(request, OWN)
    if request.method == "POST" and not fault:
        if request.POST.get("do") == "close-mine":
            logout(request)
            return HttpResponseRedirect("/")
        return _shown_after(request, once, "/account")
    context = {
        "fault": fault,
        "secret": request.session.pop(ONCE, ""),
        "tokens": Token.objects.filter(user=me, ended_at=None).order_by("-pk"),
        "scopes": SCOPES,
        "keeps": Keeper.objects.filter(user=me, until=None).order_by("codename"),
        "offered": HandOver.objects.filter(taker=me, ended_at=None).select_related("giver"),
        "wants_reviews": Wishes.objects.filter(user=me, reviews=True).exists(),
        "has_codes": device_of(me) is not None,
        "is_maintainer": is_maintainer(me),
    }
    return render(request, "accounts/account.html", context, status=422 if fault else 200)


@never_cache
@login_required
@require_http_methods(["GET", "POST"])
def people(request: HttpRequest) -> HttpResponse:
    """Who keeps what; for administrators also invitations, roles and policies."""
    me, now = _person(request), timezone.now()
    try:
        require_tester(me)
    except NotAllowed as error:
        return render(request, "accounts/link_used.html", {"says": str(error)}, status=403)
    once, fault = _done(request, PEOPLE)
    if request.method == "POST" and not fault:
        return _shown_after(request, once, "/people")
    names = known_codenames()
    lost = orphaned(names, now=now)
    standing = HandOver.objects.filter(ended_at=None).select_related("giver", "taker")
    context = {
        "fault": fault,
        "once": request.session.pop(ONCE, ""),
        "codenames": [
            {"codename": c, "keepers": keepers_of(c), "orphaned": c in lost} for c in names
        ],
        "asked": [
            {"row": row, "may": row.given_at is None and may_give(me, row.codename, now=now)}
            for row in standing
        ],
        "is_maintainer": is_maintainer(me),
        "is_administrator": is_administrator(me),
        "roles": ROLES,
    }
    if is_administrator(me):
        rows = User.objects.filter(is_superuser=False).prefetch_related("groups")
        context |= {
            "people": [
                {
                    "user": user,
                    "role": ", ".join(g.name for g in user.groups.all()) or "no role",
                    "has_codes": device_of(user) is not None,
                }
                for user in rows.order_by("-is_active", "username")
            ],
            "invitations": Invitation.objects.filter(ended_at=None, until__gt=now),
            "policy": policy(),
        }
    return render(request, "accounts/people.html", context, status=422 if fault else 200)


def known_codenames() -> list[str]:
    """Those that anybody keeps or kept."""
    return sorted(set(Keeper.objects.values_list("codename", flat=True)))


@never_cache
@login_required
@require_http_methods(["GET", "POST"])
def second_factor(request: HttpRequest) -> HttpResponse:
    """Codes are set up with a first code, and given up with one."""
    me, fault = _person(request), ""
    device = device_of(me)
    waiting = None if device else new_device(me)
    code = "".join(request.POST.get("code", "").split())[:12]
    if request.method == "POST":
        held: Any = device or waiting
        if not held.verify_is_allowed()[0] or not held.verify_token(code):
            fault = "This code is not right, or was used already. Wait for the next one."
        elif device:
            device.delete()
            note(me, "codes given up", "own account", now=timezone.now())
            return HttpResponseRedirect("/account")
        else:
            held.confirmed = True
            held.save()
            note(me, "codes set up", "own account", now=timezone.now())
            return HttpResponseRedirect("/account")
    context = {"fault": fault, "has_codes": device is not None}
    if waiting:
        context |= {"secret": secret_of(waiting), "drawn": drawn(waiting)}
    return render(request, "accounts/second_factor.html", context, status=422 if fault else 200)


@never_cache
@login_required
@require_safe
def mails(request: HttpRequest) -> HttpResponse:
    """The mails that the site wrote to files instead of sending them: the newest first."""
    try:
        require_administrator(request.user)
    except NotAllowed as error:
        return render(request, "accounts/link_used.html", {"says": str(error)}, status=403)
    return render(request, "accounts/mails.html", {"mails": list(_mails())})


def _mails() -> Any:
    home = Path(settings.EMAIL_FILE_PATH)
    files = sorted(home.glob("*.log"), reverse=True) if home.is_dir() else []
    for path in files[:MOST_MAILS]:
        for part in reversed(path.read_bytes().split(b"\n" + b"-" * 79 + b"\n")):
            if not part.strip():
                continue
            mail = message_from_bytes(part.lstrip(), policy=mail_policy.default)
            yield {
                "to": mail["To"],
                "subject": mail["Subject"],
                "at": mail["Date"],
                "text": mail.get_content(),
            }
