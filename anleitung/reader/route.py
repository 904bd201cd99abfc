"""From this phone to that aim: the chain of guides, told to a reader."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any
from urllib.parse import urlencode

from django.http import Http404, HttpRequest, HttpResponse, QueryDict
from django.shortcuts import render
from django.utils import timezone
from django.views.decorators.http import require_safe

from anleitung.catalogue.errors import NoSuchDocument
from anleitung.core.conditions.model import Condition
from anleitung.core.diagrams.run import BudgetSpent
from anleitung.core.documents.package import Package
from anleitung.core.formats.checksums import NAME as CHECKSUMS
from anleitung.core.formats.checksums import write_checksums
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.base import LOSS_WORDS
from anleitung.core.phone.cautions import CAUTIONS
from anleitung.core.phone.world import NOT_LISTED
from anleitung.core.proof.explain.words import (
    condition_words,
    fact_words,
    subject_words,
    values_words,
)
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.routes.aims import aims_of
from anleitung.core.routes.ground import Ground, UnknownFact
from anleitung.core.routes.run import Leg, Refusal
from anleitung.core.routes.search import Route
from anleitung.core.routes.spread import Answer, Spread
from anleitung.core.sheet.build import size_words
from anleitung.core.sheet.clock import span_words
from anleitung.guides.load import address_of
from anleitung.limits.addresses import client_address
from anleitung.limits.spend import TooMany, address_name, spend
from anleitung.reader.check import NOTHING_GIVEN, Given, read_build
from anleitung.reader.language import in_their_language
from anleitung.reader.views import CHOICES
from anleitung.routes.ask import MOST_SHOWN, Answered, Asked, OnGround, answer, ground_of

RISKS = Texts(
    {
        0: N_("nothing is written that cannot be undone"),
        1: N_("one step or more has no way back"),
        2: N_("an interrupted step leaves a phone that hangs; a guide leads back from there"),
        3: N_("an interrupted step leaves a phone that hangs, and no guide is named for it"),
    }
)
_LEFT_OUT = Texts(
    {
        "older": N_("it carries an older document of this phone"),
        "deprecated": N_("it is deprecated"),
        "dead": N_("readers report dead phones"),
    }
)
_VERDICTS = Texts(
    {
        "holds": N_("it holds with"),
        "open": N_("it depends on more with"),
        "not": N_("not this way with"),
    }
)
# Of the phone: what a reader is asked for, where phones of the codename differ in it.
ASKED = ("variant", "region", "carrier", "bootloader", "system")
KEEP = ("apps", "media")
FULL = 1000  # units of the drawn time scale


@require_safe
@in_their_language
def route_page(request: HttpRequest, codename: str) -> HttpResponse:
    try:
        on = ground_of(codename, now=timezone.now())
    except NoSuchDocument as error:
        raise Http404 from error
    if on is None:
        raise Http404
    question = _Question(on.ground, request.GET)
    told: dict[str, Any] = {}
    if question.aim:
        told = _answer(request, on, question)
    device = on.ground.world.device
    context = {
        "device": device,
        "aims": aims_of(on.ground),
        "asked": question,
        "left_out": [(title, _LEFT_OUT[why]) for title, why in on.left_out],
        "keep": [{"id": k, "words": LOSS_WORDS[k], "on": k in question.keep} for k in KEEP],
        "fields": list(question.fields()),
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
    told = _answer(request, on, _Question(on.ground, request.GET))
    if "files" not in told:
        raise Http404
    files = {f["name"]: f["sha256"] for f in told["files"] if f["sha256"]}
    response = HttpResponse(write_checksums(files), content_type="text/plain; charset=utf-8")
    response["Content-Disposition"] = f'attachment; filename="{CHECKSUMS}"'
    return response


class _Question:
    """What the address asks, as far as it can be."""

    def __init__(self, ground: Ground, query: QueryDict) -> None:
        self.ground = ground
        bundle = next(iter(ground.bundles.values()))
        self.given: Given = NOTHING_GIVEN
        if build := query.get("build", "")[:200]:
            self.given = read_build(bundle, build)
        self.aim = query.get("to", "")[:130]
        self.keep = frozenset(k for k in query.getlist("keep")[:5] if k in KEEP)
        self.without = frozenset(w[:130] for w in query.getlist("without")[:20])
        self.known: dict[str, str] = {}
        for fact in ground.space.facts:
            if (value := query.get(fact.name, "")) in fact.values:
                self.known[fact.name] = value
        if self.given.build and not self.given.fault:
            self.known["base"] = self.given.build
        way = query.get("way", "")[:3]
        self.chosen = int(way) if way.isascii() and way.isdecimal() else 1

    def fields(self) -> Iterator[dict[str, Any]]:
        bundle = next(iter(self.ground.bundles.values()))
        for name in ASKED:
            if name not in self.ground.space.level_of:
                continue
            values = self.ground.space.facts[self.ground.space.level_of[name]].values
            if len(values) > 1:
                yield {
                    "name": name,
                    "words": fact_words(bundle, name),
                    "values": [
                        {
                            "id": v,
                            "words": values_words(bundle, name, (v,)),
                            "on": self.known.get(name) == v,
                        }
                        for v in values
                    ],
                }

    def asked(self) -> Asked:
        return Asked(self.aim, tuple(sorted(self.known.items())), self.keep, self.without)

    def address(self, **more: Any) -> str:
        """This question with something else in it."""
        parts: list[tuple[str, str]] = [("to", self.aim)]
        parts += [(k, v) for k, v in self.known.items() if k not in more and k != "base"]
        if self.given.build and "base" not in more:
            parts.append(("build", self.given.build))
        if not more.pop("keep_nothing", False):
            parts += [("keep", k) for k in sorted(self.keep)]
        without = self.without | {more.pop("leave")} if "leave" in more else self.without
        parts += [("without", w) for w in sorted(without)]
        return "?" + urlencode([*parts, *((k, str(v)) for k, v in more.items())])


def _answer(request: HttpRequest, on: OnGround, question: _Question) -> dict[str, Any]:
    now = timezone.now()
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
    except KeyError:
        return {"fault": _("There is no such aim for this phone.")}
    if told.phone is None or told.found is None:
        return {"fault": _("What you said cannot all be true of one phone. Change one of it.")}
    if told.phone.get("base") == NOT_LISTED:
        return {
            "fault": _(
                "Your build is not in our list: nothing is proved from there, so no way is shown."
            )
        }
    routes = told.found.routes[:MOST_SHOWN]
    chosen = min(max(question.chosen, 1), max(len(routes), 1))
    shown: dict[str, Any] = {
        "told": told,
        "legs_looked": told.found.legs,
        "choices": [
            _choice(question, n, route, spread, n == chosen)
            for n, (route, spread) in enumerate(zip(routes, told.spreads, strict=True), 1)
        ],
        "stuck": [_stuck(refusal) for refusal in told.found.refused if refusal.finding][:5],
    }
    if routes and routes[chosen - 1].legs:
        shown |= _sheet(on, question, routes[chosen - 1], told.spreads[chosen - 1])
    if told.takes:
        shown["takes"] = _losses(told.takes)
        shown["without_keeping"] = question.address(keep_nothing=True)
    if told.missing is not None:
        shown["missing"] = _missing(told)
    return shown


def _choice(
    question: _Question, number: int, route: Route, spread: Spread, on: bool
) -> dict[str, Any]:
    return {
        "number": number,
        "on": on,
        "address": question.address(way=number) + "#way",
        "titles": [leg.move.title for leg in route.legs],
        "lost": _losses(route.cost.lost),
        "risk": RISKS[route.cost.risk],
        "hands": span_words(_sum(leg.hands for leg in route.legs)),
        "waiting": span_words(_sum(leg.waiting for leg in route.legs)),
        "spread": spread,
    }


def _losses(lost: frozenset[str]) -> str:
    return ", ".join(LOSS_WORDS[loss] for loss in LOSS_WORDS if loss in lost)


def _sum(spans: Iterator[tuple[int, int]]) -> tuple[int, int]:
    found = list(spans)
    return (sum(s[0] for s in found), sum(s[1] for s in found))


@dataclass(frozen=True)
class _Drawn:
    """A leg on the time scale. x, hands, waiting: units of FULL."""

    x: int
    hands: int
    waiting: int

    @property
    def after_hands(self) -> int:
        return self.x + self.hands


def _sheet(on: OnGround, question: _Question, route: Route, spread: Spread) -> dict[str, Any]:
    whole = sum(leg.hands[1] + leg.waiting[1] for leg in route.legs) or 1
    at, legs = 0, []
    files: dict[str, dict[str, Any]] = {}
    cautions: dict[str, str] = {}
    for number, leg in enumerate(route.legs, 1):
        wide = FULL * (leg.hands[1] + leg.waiting[1]) // whole
        hands = FULL * leg.hands[1] // whole
        drawn = _Drawn(at, hands, max(wide - hands, 0))
        at += wide
        for package in _packages(leg, question.known.get("variant", "")):
            files.setdefault(package.sha256 or package.name, _file(package, number))
        for step in _steps(leg):
            for caution in step.cautions(leg.move.bundle.world):
                own = leg.move.bundle.guide.caution_words
                cautions.setdefault(caution, own.get(caution, CAUTIONS[caution]))
        legs.append(_leg(on, question, number, leg, drawn))
    bundle = route.legs[0].move.bundle
    decides = {}
    if spread.fact:
        decides = {
            "fact": fact_words(bundle, spread.fact),
            "answers": [
                {"says": _VERDICTS[verdict], "values": values}
                for verdict in _VERDICTS
                if (
                    values := [
                        {
                            "words": values_words(bundle, spread.fact, (a.value,)),
                            "address": question.address(**{spread.fact: a.value}),
                        }
                        for a in spread.answers
                        if _verdict(a) == verdict
                    ]
                )
            ],
        }
    return {
        "legs": legs,
        "files": list(files.values()),
        "download": size_words(sum(f["size"] for f in files.values())),
        "list_address": "route/SHA256SUMS" + question.address(way=question.chosen),
        "cautions": list(cautions.values()),
        "spread": spread,
        "decides": decides,
        "whole": span_words(_sum((x[0] + y[0], x[1] + y[1]) for x, y in _times(route))),
    }


def _verdict(answer: Answer) -> str:
    if answer.holds in (0, answer.of):
        return "holds" if answer.holds else "not"
    return "open"


def _times(route: Route) -> Iterator[tuple[tuple[int, int], tuple[int, int]]]:
    return ((leg.hands, leg.waiting) for leg in route.legs)


def _leg(on: OnGround, question: _Question, number: int, leg: Leg, drawn: _Drawn) -> dict[str, Any]:
    revision = on.revisions.get(leg.move.name)
    query = {k: question.known[k] for k in ("variant",) if k in question.known}
    address = f"{address_of(revision)}?{urlencode(query)}" if revision and query else ""
    return {
        "number": number,
        "title": leg.move.title,
        "version": revision.version if revision else "",
        "address": address or (address_of(revision) if revision else ""),
        "choices": leg.move.choice_words,
        "lost": _losses(frozenset(leg.lost)),
        "cuts": bool(leg.cuts),
        "no_return": bool(leg.no_return),
        "hands": span_words(leg.hands),
        "waiting": span_words(leg.waiting),
        "steps": len(leg.steps),
        # Between two legs the phone is left as the first one ended.
        "may_stop": leg.after["mode"] == "system",
        "reported": leg.move.reported,
        "leave": question.address(leave=leg.move.name),
        "drawn": drawn,
    }


def _steps(leg: Leg) -> Iterator[Step]:
    mine = set(leg.steps)
    return (r.step for r in leg.move.rows if r.step.id in mine and isinstance(r.step, Step))


def _packages(leg: Leg, variant: str) -> list[Package]:
    """variant: as far as it is told; a guide gets the files of all."""
    known = leg.move.bundle.world.packages
    used = dict.fromkeys(f for step in _steps(leg) for f in step.used_files())
    files = [known[f] for f in used if f in known]
    return [f for f in files if not (variant and f.variants) or variant in f.variants]


def _file(package: Package, leg: int) -> dict[str, Any]:
    return {
        "name": package.name,
        "size": package.size,
        "size_words": size_words(package.size),
        "sha256": package.sha256 or "",
        "leg": leg,
    }


def _stuck(refusal: Refusal) -> dict[str, Any]:
    kind = BY_ID[refusal.finding]
    number = next(
        (n for n, row in enumerate(refusal.move.rows, 1) if row.step.id == refusal.step), 0
    )
    return {
        "title": refusal.move.title,
        "number": number,
        "says": kind.message(subject_words(refusal.move.bundle, kind.about, refusal.subject)),
    }


def _missing(told: Answered) -> dict[str, Any]:
    link = told.missing
    assert link is not None

    def words(parts: tuple[Condition, ...]) -> list[str]:
        return [condition_words(link.before.bundle, part) for part in parts]

    return {
        "title": link.before.title,
        "after": [leg.move.title for leg in link.way.legs],
        "unmet": words(link.unmet),
    }
