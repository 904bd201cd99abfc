"""A route in words and on a time scale, as a reader is told it."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Any
from urllib.parse import urlencode

from anleitung.core.conditions.model import Condition
from anleitung.core.documents.package import Package
from anleitung.core.marked import N_, Texts
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.base import LOSS_WORDS
from anleitung.core.phone.cautions import CAUTIONS
from anleitung.core.proof.explain.words import (
    condition_words,
    fact_words,
    subject_words,
    values_words,
)
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.routes.run import Leg, Refusal
from anleitung.core.routes.search import Route
from anleitung.core.routes.spread import Answer, Spread
from anleitung.core.sheet.build import size_words
from anleitung.core.sheet.clock import span_words
from anleitung.guides.load import address_of
from anleitung.reader.route_asked import ASKED, Question
from anleitung.routes.ask import Answered, OnGround

RISKS = Texts(
    {
        0: N_("no step that nothing takes back, none that must not be interrupted"),
        1: N_("one step or more has no way back"),
        2: N_("an interrupted step leaves a phone that hangs; a guide is named that leads back"),
        3: N_("an interrupted step leaves a phone that hangs, and no guide is named for it"),
    }
)
_VERDICTS = Texts(
    {
        "holds": N_("it holds with"),
        "open": N_("it depends on more with"),
        "not": N_("not this way with"),
    }
)
FULL = 1000  # units of the drawn time scale


def choice_out(
    question: Question, number: int, route: Route, spread: Spread, on: bool
) -> dict[str, Any]:
    return {
        "number": number,
        "on": on,
        "address": question.address(way=number) + "#way",
        "titles": [leg.move.title for leg in route.legs],
        "lost": losses_out(route.cost.lost),
        "risk": RISKS[route.cost.risk],
        "hands": span_words(_sum(leg.hands for leg in route.legs)),
        "waiting": span_words(_sum(leg.waiting for leg in route.legs)),
        "spread": spread,
    }


def losses_out(lost: frozenset[str]) -> str:
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


def sheet_out(on: OnGround, question: Question, route: Route) -> dict[str, Any]:
    whole = sum(leg.hands[1] + leg.waiting[1] for leg in route.legs) or 1
    at, legs = 0, []
    files: dict[tuple[str, str], dict[str, Any]] = {}
    cautions: dict[str, str] = {}
    for number, leg in enumerate(route.legs, 1):
        wide = FULL * (leg.hands[1] + leg.waiting[1]) // whole
        hands = FULL * leg.hands[1] // whole
        drawn = _Drawn(at, hands, max(wide - hands, 0))
        at += wide
        for package in _packages(leg, question.known.get("variant", "")):
            files.setdefault((package.name, package.sha256 or ""), _file(package, number))
        for step in _steps(leg):
            for caution in step.cautions(leg.move.bundle.world):
                own = leg.move.bundle.guide.caution_words
                cautions.setdefault(caution, own.get(caution, CAUTIONS[caution]))
        legs.append(_leg(on, question, number, leg, drawn))
    return {
        "legs": legs,
        "files": list(files.values()),
        "download": size_words(sum(f["size"] for f in files.values())),
        "list_address": "route/SHA256SUMS" + question.address(way=question.chosen),
        "cautions": list(cautions.values()),
        "whole": span_words(_sum((x[0] + y[0], x[1] + y[1]) for x, y in _times(route))),
    }


def decides_out(question: Question, spread: Spread) -> dict[str, Any]:
    """The fact that decides most, with its values by what follows from each; {} for none."""
    if not spread.fact:
        return {}
    bundle = next(iter(question.ground.bundles.values()))
    return {
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


def _verdict(answer: Answer) -> str:
    if answer.holds in (0, answer.of):
        return "holds" if answer.holds else "not"
    return "open"


def _times(route: Route) -> Iterator[tuple[tuple[int, int], tuple[int, int]]]:
    return ((leg.hands, leg.waiting) for leg in route.legs)


def _leg(on: OnGround, question: Question, number: int, leg: Leg, drawn: _Drawn) -> dict[str, Any]:
    revision = on.revisions.get(leg.move.name)
    query = {k: question.known[k] for k in ("variant",) if k in question.known}
    address = f"{address_of(revision)}?{urlencode(query)}" if revision and query else ""
    return {
        "number": number,
        "title": leg.move.title,
        "version": revision.version if revision else "",
        "address": address or (address_of(revision) if revision else ""),
        "choices": leg.move.choice_words,
        "lost": losses_out(frozenset(leg.lost)),
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


def run_on_out(question: Question, phone: Mapping[str, str]) -> str:
    """The phone that the legs were found on, as far as readers are asked for it."""
    bundle = next(iter(question.ground.bundles.values()))
    return "; ".join(
        f"{fact_words(bundle, name)}: {values_words(bundle, name, (phone[name],))}"
        for name in (*ASKED, "base")
        if name in phone
    )


def stuck_out(refusal: Refusal) -> dict[str, Any]:
    kind = BY_ID[refusal.finding]
    number = next(
        (n for n, row in enumerate(refusal.move.rows, 1) if row.step.id == refusal.step), 0
    )
    return {
        "title": refusal.move.title,
        "number": number,
        "says": kind.message(subject_words(refusal.move.bundle, kind.about, refusal.subject)),
    }


def missing_out(told: Answered) -> dict[str, Any]:
    link = told.missing
    assert link is not None

    def words(parts: tuple[Condition, ...]) -> list[str]:
        return [condition_words(link.before.bundle, part) for part in parts]

    return {
        "title": link.before.title,
        "after": [leg.move.title for leg in link.way.legs],
        "unmet": words(link.unmet),
    }
