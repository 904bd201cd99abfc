"""Maintainers who want it are told by mail that a draft is to be read."""

from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.core.mail import send_mail

from anleitung.accounts.roles import is_maintainer
from anleitung.jobs.models import Job
from anleitung.jobs.work import JobKind, Tick
from anleitung.review.models import ReviewRequest

KIND = "tell-of-review"


def _tell(job: Job, tick: Tick) -> dict[str, Any]:
    asked = ReviewRequest.objects.filter(pk=job.args["request"], ended_at=None)
    request = asked.select_related("guide", "by").first()
    if request is None:  # ended before anybody was told
        return {"told": 0}
    wanted = User.objects.filter(wishes__reviews=True, is_active=True).exclude(email="")
    people = [u for u in wanted.exclude(pk=request.by_id) if is_maintainer(u)]
    for number, user in enumerate(people):
        tick(number, len(people))
        send_mail(f"To be read: {request.guide}", _text(request), None, [user.email])
    return {"told": len(people)}


def _text(request: ReviewRequest) -> str:
    guide = request.guide
    said = f"\n\n{request.says}" if request.says else ""
    return (
        f"{request.by} asks you to read the draft of {guide}.{said}\n\n"
        f"{settings.SITE_ADDRESS}/c/{guide.codename}/guides/{guide.slug}/review\n\n"
        "You asked for such mails on the page of your account, and can end them there.\n"
    )


WORK = JobKind(KIND, "telling maintainers of a review", _tell, again=True)
