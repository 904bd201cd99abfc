"""Signing in."""

from typing import Any

from django.contrib.auth.forms import AuthenticationForm
from django.contrib.auth.views import LoginView
from django.http import HttpResponse

from anleitung.accounts.log_ins import mark_known


class SignIn(LoginView):
    template_name = "reader/login.html"

    def form_valid(self, form: AuthenticationForm) -> HttpResponse:
        response = super().form_valid(form)
        mark_known(response, form.get_user().get_username())
        return response

    def get_context_data(self, **kwargs: Any) -> dict[str, Any]:
        again = getattr(self.request, "log_in_again", 0)
        return super().get_context_data(**kwargs) | {"again_minutes": (again + 59) // 60}
