"""Changing a password, and a new one by mail: Django's own views in our frame."""

from django.contrib.auth import views
from django.contrib.auth.decorators import login_required
from django.urls import path

PAGE, SAID = "accounts/password.html", "accounts/password_said.html"


def _said(heading: str, says: str) -> dict[str, str]:
    return {"heading": heading, "says": says}


passwords = [
    path(
        "password/change",
        login_required(
            views.PasswordChangeView.as_view(template_name=PAGE, success_url="/account")
        ),
    ),
    path(
        "password/forgotten",
        views.PasswordResetView.as_view(
            template_name=PAGE,
            email_template_name="accounts/password_mail.txt",
            subject_template_name="accounts/password_subject.txt",
            success_url="/password/sent",
        ),
    ),
    path(
        "password/sent",
        views.PasswordResetDoneView.as_view(
            template_name=SAID,
            extra_context=_said(
                "A mail is on its way",
                "If an account has this address, a link was sent to it. It works for an hour.",
            ),
        ),
    ),
    path(
        "password/new/<uidb64>/<token>",
        views.PasswordResetConfirmView.as_view(template_name=PAGE, success_url="/password/set"),
        name="password_reset_confirm",
    ),
    path(
        "password/set",
        views.PasswordResetCompleteView.as_view(
            template_name=SAID,
            extra_context=_said("Your new password is kept", "Sign in with it from now on."),
        ),
    ),
]
