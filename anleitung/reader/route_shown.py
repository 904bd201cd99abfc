"""A route in words and on a time scale, as a reader is told it."""

from collections.abc import Iterator, Mapping
from typing import Any
from urllib.parse import urlencode

from anleitung.core.conditions.model import Condition
from anleitung.core.guide.walk import rows_of
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
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
from anleitung.core.routes.answer import Answered, Choice
from anleitung.core.routes.files import Wanted, wants_of
from anleitung.core.routes.merge import Merged
from anleitung.core.routes.missing import AimGap
from anleitung.core.routes.moves import FLAGGED
from anleitung.core.routes.run import Leg, Refusal
from anleitung.core.routes.search import Route
from anleitung.core.routes.wishes import InTheWay
from anleitung.core.schemes.place import neighbours_of
from anleitung.core.sheet.build import size_words
from anleitung.core.sheet.clock import span_words
from anleitung.guides.load import address_of
from anleitung.reader.route_asked import ASKED, Question
from anleitung.reader.route_scale import scale_out
from anleitung.reader.route_since import seen_of
from anleitung.routes.ask import OnGround

RISKS = Texts(
    {
        0: N_("no step that nothing takes back, none that must not be interrupted"),
        1: N_("one step or more has no way back"),
        2: N_("an interrupted step leaves a phone that hangs; a guide is named that leads back"),
        3: N_("an interrupted step leaves a phone that hangs, and no guide is named for it"),
        FLAGGED: N_("readers report failures on phones like this one"),
    }
)


def choice_out(question: Question, number: int, choice: Choice, on: bool) -> dict[str, Any]:
    route, spread = choice.route, choice.spread
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
        # What goes on others of these phones, though not on the one that the way was found on.
        "loses": [
            (LOSS_WORDS[loss], kinds)
            for loss, kinds in spread.loses
            if kinds and loss not in route.cost.lost
        ],
        "readers": _readers(route),
    }


def _readers(route: Route) -> str:
    """How it went on the leg that the fewest readers told of; updates are told of by nobody."""
    told = [leg.move.reported for leg in route.legs if not leg.move.is_update]
    if not told:
        return ""
    least = min(told, key=lambda each: each.runs)
    if not least.runs:
        return _("nobody has reported on one of its legs yet")
    says = _("on its least reported leg {well} of {runs} came through")
    return says.format(well=least.runs - least.failed, runs=least.runs)


def losses_out(lost: frozenset[str]) -> str:
    return ", ".join(LOSS_WORDS[loss] for loss in LOSS_WORDS if loss in lost)


def _sum(spans: Iterator[tuple[int, int]]) -> tuple[int, int]:
    found = list(spans)
    return (sum(s[0] for s in found), sum(s[1] for s in found))


def sheet_out(
    on: OnGround, question: Question, route: Route, merged: Merged | None
) -> dict[str, Any]:
    """merged: the same with copies made only once, where that was run and comes through."""
    gone = merged.route if merged else route
    skipped = merged.skipped if merged else {}
    cautions: dict[str, str] = {}
    for leg in gone.legs:
        for step in _steps(leg):
            for caution in step.cautions(leg.move.bundle.world):
                own = leg.move.bundle.guide.caution_words
                cautions.setdefault(caution, own.get(caution, CAUTIONS[caution]))
    wants = wants_of(gone, question.known.get("variant", ""))
    legs = [
        _leg(on, question, number, leg, skipped.get(number - 1, frozenset()))
        for number, leg in enumerate(gone.legs, 1)
    ]
    for leg_out in legs:
        leg_out["is_last"] = leg_out["number"] == len(legs)
    return {
        "legs": legs,
        "scale": scale_out(gone),
        "files": [_file(w) for w in wants.files],
        "download": size_words(wants.download),
        "worst": size_words(wants.worst),
        "worst_leg": wants.worst_leg,
        "list_address": "route/SHA256SUMS" + question.address(way=question.chosen),
        "share": question.address(way=question.chosen, seen=seen_of(on, route)),
        "cautions": list(cautions.values()),
        "whole": span_words(_sum((x[0] + y[0], x[1] + y[1]) for x, y in _times(gone))),
        "hands": span_words(_sum(x for x, _ in _times(gone))),
        "merged": merged is not None,
    }


def _times(route: Route) -> Iterator[tuple[tuple[int, int], tuple[int, int]]]:
    return ((leg.hands, leg.waiting) for leg in route.legs)


def _leg(
    on: OnGround, question: Question, number: int, leg: Leg, skipped: frozenset[str]
) -> dict[str, Any]:
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
        "flags": [(flag.words, flag in leg.flags) for flag in leg.move.reported.flags],
        "leave": question.address(leave=leg.move.name),
        "pin": "" if leg.move.name in question.through else question.address(pin=leg.move.name),
        "skipped": list(_skipped(leg, skipped)),
    }


def _skipped(leg: Leg, skipped: frozenset[str]) -> Iterator[dict[str, Any]]:
    """Steps of the guide that are not gone through, numbered as the guide does."""
    world = leg.move.bundle.world
    for number, row in enumerate(rows_of(leg.move.bundle.guide), 1):
        if row.step.id in skipped and isinstance(row.step, Step):
            yield {"number": number, "says": row.step.sentence(world)}


def _steps(leg: Leg) -> Iterator[Step]:
    mine = set(leg.steps)
    return (r.step for r in leg.move.rows if r.step.id in mine and isinstance(r.step, Step))


def _file(wanted: Wanted) -> dict[str, Any]:
    package = wanted.package
    return {
        "name": package.name,
        "size": package.size,
        "size_words": size_words(package.size),
        "sha256": package.sha256 or "",
        "leg": wanted.leg,
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


def in_the_way_out(question: Question, held: InTheWay) -> dict[str, Any]:
    """Wishes that stand in the way, each with the question asked without it."""
    titles = {m.name: m.title for m in question.ground.moves}
    tools = question.ground.world.tools
    words = {
        "without": _("leaving out “{name}”"),
        "through": _("only ways through “{name}”"),
        "no_tools": _("doing without {name}"),
    }
    less = {"without": "take", "through": "unpin", "no_tools": "has"}
    return {
        "takes": losses_out(held.takes),
        "without_keeping": question.address(keep_nothing=True),
        "opens": [
            {
                "says": words[part].format(
                    name=tools[name].name if part == "no_tools" else titles.get(name, name)
                ),
                "address": question.address(**{less[part]: name}),
            }
            for part, name in held.opens
        ],
        "unbound": question.address(unbound=True),
        "differ": held.differ,
        "is_cut": held.is_cut,
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


def gap_out(question: Question, gap: AimGap) -> dict[str, Any]:
    bundles = question.ground.bundles
    bundle = gap.way.legs[-1].move.bundle if gap.way.legs else next(iter(bundles.values()))
    return {
        "after": [leg.move.title for leg in gap.way.legs],
        "unmet": [condition_words(bundle, part) for part in gap.unmet],
    }


def nearest_out(question: Question) -> list[dict[str, str]]:
    """The builds next to one that is not listed, each with the question asked of it instead."""
    bundle = next(iter(question.ground.bundles.values()))
    world = question.ground.world
    older, newer = neighbours_of(world.builds, bundle.build_reader, question.given.build)
    found = []
    for build, says in ((older, _("the next older one")), (newer, _("the next newer one"))):
        if build is not None:
            found.append(
                {
                    "build": build.build,
                    "says": says,
                    "address": question.address(build=build.build),
                }
            )
    return found
