"""The second factor: time-based codes (RFC 6238), for whoever wants them and by policy."""

import base64
from typing import Any

import segno
from django.contrib.auth.models import User
from django.http import HttpRequest, HttpResponse, HttpResponseRedirect, JsonResponse
from django_otp.plugins.otp_totp.models import TOTPDevice

from anleitung.accounts.keepers import policy
from anleitung.accounts.roles import is_administrator

AT = "/account/second-factor"
# What is reached without the code that is demanded: setting it up, signing in and out.
OPEN = (AT, "/logout", "/login", "/static/")


def device_of(user: User) -> TOTPDevice | None:
    """The one that is in use."""
    return TOTPDevice.objects.filter(user=user, confirmed=True).first()


def new_device(user: User) -> TOTPDevice:
    """The one that waits for its first code."""
    found = TOTPDevice.objects.filter(user=user, confirmed=False).first()
    return found or TOTPDevice.objects.create(user=user, name="codes", confirmed=False)


def forget_codes(user: User) -> None:
    TOTPDevice.objects.filter(user=user).delete()


def secret_of(device: TOTPDevice) -> str:
    """To be typed into a program for codes."""
    return base64.b32encode(device.bin_key).decode().rstrip("=")


def drawn(device: TOTPDevice) -> str:
    """To be read by a camera: SVG."""
    code = segno.make(device.config_url, error="m")
    drawn_code: str = code.svg_inline(scale=4, border=2, dark="#000", light="#fff")
    return drawn_code


class CodeDemanded:
    """Where policy demands it, an administrator without codes sets them up before anything else."""

    def __init__(self, get_response: Any) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        user: Any = request.user
        if (
            user.is_authenticated
            and not request.path.startswith(OPEN)
            and is_administrator(user)
            and policy().administrators_need_code
            and device_of(user) is None
        ):
            if request.path.startswith("/api/"):
                says = "Administrators of this site sign in with a code. Set that up first."
                problem = {"code": "code-demanded", "message": says, "at": [], "standing": ""}
                return JsonResponse(problem, status=403)
            return HttpResponseRedirect(AT)
        response: HttpResponse = self.get_response(request)
        return response
