"""Signing in, with a code where one is set up; coming in by an invitation; a forgotten password."""

from typing import Any

from django.contrib.auth import login
from django.contrib.auth.forms import AuthenticationForm
from django.contrib.auth.models import User
from django.contrib.auth.views import LoginView
from django.http import HttpRequest, HttpResponse, HttpResponseRedirect
from django.shortcuts import render
from django.utils import timezone
from django.utils.http import url_has_allowed_host_and_scheme
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_http_methods
from django_otp import login as otp_login

from anleitung.accounts.errors import LinkUsed, PeopleRefused
from anleitung.accounts.log_ins import mark_known
from anleitung.accounts.second_factor import device_of
from anleitung.accounts.services.invite import come_in, open_invitation

WAITS = "anleitung_waits_for_code"
BACKEND = "django.contrib.auth.backends.ModelBackend"
# A password that was given counts so long for the code that follows, in seconds.
PATIENCE = 300


class SignIn(LoginView):
    template_name = "reader/login.html"

    def form_valid(self, form: AuthenticationForm) -> HttpResponse:
        user = form.get_user()
        if device_of(user) is not None:
            self.request.session[WAITS] = {
                "user": user.pk,
                "at": timezone.now().timestamp(),
                "next": self.get_success_url(),
            }
            return HttpResponseRedirect("/login/code")
        response = super().form_valid(form)
        mark_known(response, user.get_username())
        return response

    def get_context_data(self, **kwargs: Any) -> dict[str, Any]:
        again = getattr(self.request, "log_in_again", 0)
        return super().get_context_data(**kwargs) | {"again_minutes": (again + 59) // 60}


@never_cache
@require_http_methods(["GET", "POST"])
def sign_in_with_code(request: HttpRequest) -> HttpResponse:
    """The second half of signing in. Wrong codes slow the next try down (django-otp)."""
    waits = request.session.get(WAITS) or {}
    if timezone.now().timestamp() - waits.get("at", 0) > PATIENCE:
        return HttpResponseRedirect("/login")
    user = User.objects.filter(pk=waits.get("user") or 0, is_active=True).first()
    device = device_of(user) if user is not None else None
    if user is None or device is None:
        return HttpResponseRedirect("/login")
    fault = ""
    if request.method == "POST":
        allowed, _why = device.verify_is_allowed()
        if not allowed:
            fault = "Too many wrong codes. Wait a moment, then try again."
        elif device.verify_token("".join(request.POST.get("code", "").split())[:12]):
            del request.session[WAITS]
            login(request, user, backend=BACKEND)
            otp_login(request, device)
            response = HttpResponseRedirect(_inside(request, waits.get("next", "/c/")))
            mark_known(response, user.get_username())
            return response
        else:
            fault = "This code is not right, or was used already."
    return render(request, "accounts/code.html", {"fault": fault})


def _inside(request: HttpRequest, path: str) -> str:
    is_here = url_has_allowed_host_and_scheme(path, allowed_hosts={request.get_host()})
    return path if is_here else "/c/"


@never_cache
@require_http_methods(["GET", "POST"])
def invited(request: HttpRequest, secret: str) -> HttpResponse:
    now, fault = timezone.now(), ""
    given = {name: request.POST.get(name, "")[:200] for name in ("name", "email")}
    try:
        invitation = open_invitation(secret, now=now)
        if request.method == "POST":
            password = request.POST.get("password", "")[:200]
            user = come_in(secret=secret, password=password, now=now, **given)
            login(request, user, backend=BACKEND)
            return HttpResponseRedirect("/account")
    except LinkUsed as error:
        return render(request, "accounts/link_used.html", {"says": str(error)}, status=410)
    except PeopleRefused as error:
        fault = str(error)
    context = {"invitation": invitation, "fault": fault, "given": given}
    return render(request, "accounts/invited.html", context, status=422 if fault else 200)
