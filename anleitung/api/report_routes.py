"""Reports that a program sends for a tester, with a token for exactly this."""

from typing import Annotated

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Schema
from pydantic import Field

from anleitung.api.problems import FAILURES, ProblemOut
from anleitung.api.rights import MAINTAINERS, actor_of
from anleitung.guides.load import find_revision, load_whole
from anleitung.limits.addresses import client_address
from anleitung.limits.spend import address_name
from anleitung.reports.errors import InvalidReport
from anleitung.reports.services.submit import Filled, submit_report

router = Router(auth=MAINTAINERS)
FAILED = {FAILURES: ProblemOut}
Field200 = Annotated[str, Field(max_length=200)]


class ReportIn(Schema):
    """key: 16 to 64 letters, digits and hyphens, the same when it is sent again; base: the build

    string before the guide; options: choice by option; ending: worked, worked-with-trouble,
    gave-up, hangs, back-to-before or dead; step: where it ended, "" for the end; helped: as
    "step/number"; codename: of the phone, where the guide is for several.
    """

    key: Field200
    base: Field200
    variant: Field200
    options: Annotated[dict[Field200, Field200], Field(max_length=40)] = {}
    ending: Field200
    step: Field200 = ""
    helped: Field200 = ""
    codename: Annotated[str, Field(max_length=60)] = ""


class ReportedOut(Schema):
    reported: bool = True


@router.post("/revisions/{short}/reports", response={200: ReportedOut, **FAILED})
def post_report(request: HttpRequest, short: str, body: ReportIn) -> ReportedOut:
    """Under the name of whose token it is. Sent twice under one key, it counts once."""
    revision, actor, now = find_revision(short, body.codename), actor_of(request), timezone.now()
    if not body.codename and len(load_whole(revision).codenames) > 1:
        raise InvalidReport({"codename": "Say of which codename the phone is."})
    submit_report(
        revision=revision,
        filled=Filled(body.base, body.variant, body.options, body.ending, body.step, body.helped),
        key=body.key,
        source=f"person{actor.pk:026}",
        now=now,
        address=address_name(client_address(request), now),
        by=actor,
    )
    return ReportedOut()
