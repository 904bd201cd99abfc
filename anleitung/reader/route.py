"""From this phone to that aim: the chain of guides, told to a reader."""

from typing import Any

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils import timezone
from django.views.decorators.http import require_safe

from anleitung.catalogue.errors import NoSuchDocument
from anleitung.core.diagrams.run import BudgetSpent
from anleitung.core.formats.checksums import NAME as CHECKSUMS
from anleitung.core.formats.checksums import write_checksums
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import LOSS_WORDS
from anleitung.core.phone.world import NOT_LISTED
from anleitung.core.routes.aims import aims_of
from anleitung.core.routes.ground import UnknownFact
from anleitung.limits.addresses import client_address
from anleitung.limits.spend import TooMany, address_name, spend
from anleitung.reader.language import in_their_language
from anleitung.reader.problems import problem_page
from anleitung.reader.route_asked import KEEP, Question
from anleitung.reader.route_open import decides_out, elsewhere_out, failing_out, open_out
from anleitung.reader.route_shown import (
    choice_out,
    gap_out,
    in_the_way_out,
    missing_out,
    nearest_out,
    run_on_out,
    sheet_out,
    stuck_out,
)
from anleitung.reader.route_since import since
from anleitung.reader.views import CHOICES
from anleitung.routes.ask import NoSuchAim, OnGround, answer, ground_of

_LEFT_OUT = Texts(
    {
        "older": N_("it carries an older document of this phone"),
        "deprecated": N_("it is deprecated"),
        "dead": N_("readers report dead phones"),
    }
)


@require_safe
@in_their_language
def route_page(request: HttpRequest, codename: str) -> HttpResponse:
    try:
        on = ground_of(codename, now=timezone.now())
    except NoSuchDocument as error:
        raise Http404 from error
    if on is None:
        title, text = _("No guides for this phone yet."), _("No guides are published yet.")
        return problem_page(request, status=404, title=title, text=text)
    question = Question(on.ground, request.GET)
    told: dict[str, Any] = {}
    if question.aim:
        told = _answer(request, on, question)
    device = on.ground.world.device
    context = {
        "device": device,
        "aims": aims_of(on.ground),
        "asked": question,
        "left_out": [(title, _LEFT_OUT[why]) for title, why in on.left_out],
        "untried": on.untried,
        "is_older": on.is_older,
        "keep": [{"id": k, "words": LOSS_WORDS[k], "on": k in question.keep} for k in KEEP],
        "fields": list(question.fields()),
        "tools": question.tools(),
        "where": device.where_the_build_is_shown,
    }
    return render(request, "reader/route.html", context | told)


@require_safe
def route_checksums(request: HttpRequest, codename: str) -> HttpResponse:
    """One checksum list for all files of a route, as ``sha256sum -c`` reads it."""
    try:
        on = ground_of(codename, now=timezone.now())
    except NoSuchDocument as error:
        raise Http404 from error
    if on is None:
        raise Http404
    told = _answer(request, on, Question(on.ground, request.GET))
    if "files" not in told:
        raise Http404
    listed = [f for f in told["files"] if f["sha256"]]
    names = [f["name"] for f in listed]
    # Two files of one name lie in the folders of their legs.
    files = {
        f["name"] if names.count(f["name"]) == 1 else f"leg-{f['leg']}/{f['name']}": f["sha256"]
        for f in listed
    }
    response = HttpResponse(write_checksums(files), content_type="text/plain; charset=utf-8")
    response["Content-Disposition"] = f'attachment; filename="{CHECKSUMS}"'
    return response


def _answer(request: HttpRequest, on: OnGround, question: Question) -> dict[str, Any]:
    now = timezone.now()
    if question.foreign:
        return {
            "fault": _("This cannot be taken as it stands: {what}.").format(what=question.foreign)
        }
    try:
        spend(
            CHOICES,
            address_name(client_address(request), now),
            now=now,
            says=_("Many routes were asked for from here. Try again later."),
        )
        told = answer(on, question.asked())
    except TooMany as error:
        return {"fault": str(error)}
    except UnknownFact as error:
        return {"fault": _("This phone has no such property: {what}.").format(what=error.args[0])}
    except BudgetSpent:
        return {"fault": _("This could not be decided within its bound. Say more of your phone.")}
    except NoSuchAim as error:
        return {"fault": _("There is no such aim for this phone: {what}.").format(what=error)}
    if told.phone is None or told.found is None:
        return {"fault": _("What you said cannot all be true of one phone. Change one of it.")}
    if told.phone.get("base") == NOT_LISTED:
        return {
            "fault": _(
                "Your build is not in our list: nothing is proved from there, so no way is shown."
            ),
            "nearest": nearest_out(question),
        }
    chosen = min(max(question.chosen, 1), max(len(told.choices), 1))
    shown: dict[str, Any] = {
        "told": told,
        "legs_looked": told.found.legs,
        "choices": [
            choice_out(question, number, choice, number == chosen)
            for number, choice in enumerate(told.choices, 1)
        ],
        "stuck": [stuck_out(refusal) for refusal in told.stuck[:5]],
    }
    if told.choices:
        choice = told.choices[chosen - 1]
        shown |= {"spread": choice.spread, "decides": decides_out(question, choice.spread)}
        if choice.failing is not None:
            shown["failing"] = failing_out(question, told.phone, choice.route, choice.failing)
        if choice.route.legs:
            shown |= sheet_out(on, question, choice.route, choice.merged)
            shown["run_on"] = run_on_out(question, told.phone)
    if told.whatever is not None and told.whatever.route is None:
        shown["open"] = open_out(question, told)
    if told.elsewhere is not None:
        shown["elsewhere"] = elsewhere_out(question, told)
    titles = {m.name: m.title for m in on.ground.moves}
    shown["pinned"] = [
        (titles.get(n, n), question.address(unpin=n)) for n in sorted(question.through)
    ]
    shown["left_away"] = [
        (titles.get(n, n), question.address(take=n)) for n in sorted(question.without)
    ]
    if question.seen:
        shown["since"] = since(
            on, question.seen, told.choices[chosen - 1].route if told.choices else None
        )
    if told.in_the_way is not None:
        shown["in_the_way"] = in_the_way_out(question, told.in_the_way)
    if told.missing is not None:
        shown["missing"] = missing_out(told)
    if told.gap is not None:
        shown["gap"] = gap_out(question, told.gap)
    return shown
