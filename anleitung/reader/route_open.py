"""What a route comes to on phones of which not everything was said."""

from collections.abc import Iterator, Mapping
from typing import Any

from anleitung.core.conditions.model import Is
from anleitung.core.diagrams.space import FactKind
from anleitung.core.documents.base import Typed
from anleitung.core.guide.bundle import Bundle
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.proof.explain.words import condition_words, fact_words, values_words
from anleitung.core.routes.answer import Answered
from anleitung.core.routes.for_all import Failing
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.missing import unmet_of
from anleitung.core.routes.search import Route
from anleitung.core.routes.spread import Answer, Spread
from anleitung.core.routes.what_follows import Follows
from anleitung.core.sheet.seen_at import seen_at
from anleitung.reader.route_asked import Question
from anleitung.reader.route_shown import losses_out, stuck_out

_VERDICTS = Texts(
    {
        "holds": N_("it holds with"),
        "open": N_("it depends on more with"),
        "not": N_("not this way with"),
    }
)


def decides_out(question: Question, spread: Spread) -> dict[str, Any]:
    """The fact that decides most, with its values by what follows from each; {} for none."""
    if not spread.fact:
        return {}
    bundle = next(iter(question.ground.bundles.values()))
    return {
        "fact": fact_words(bundle, spread.fact),
        "seen_at": _seen_at(bundle, spread.fact),
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


def _seen_at(bundle: Bundle, fact: str) -> list[str]:
    """Where a reader finds the answer, as far as the documents tell."""
    asked = Typed(condition=Is(fact, ""), typed=fact)
    return list(seen_at(bundle, [asked]))


def _verdict(answer: Answer) -> str:
    if answer.holds in (0, answer.of):
        return "holds" if answer.holds else "not"
    return "open"


def open_out(question: Question, told: Answered) -> dict[str, Any]:
    """What each answer to the question that decides most leads to, where no chain holds on all."""
    assert told.whatever is not None
    spread = told.choices[0].spread
    bundle, looked = _any_bundle(question.ground), {each.value for each in told.follows}
    stranded = told.whatever.stranded
    return {
        "is_cut": told.whatever.is_cut,
        "stranded": _phone_words(question.ground, told.phone or {}, stranded) if stranded else "",
        "fact": fact_words(bundle, spread.fact) if spread.fact else "",
        "fact_id": spread.fact,
        "seen_at": _seen_at(bundle, spread.fact) if spread.fact else [],
        "answers": list(_alike(question, spread.fact, told.follows)),
        "others": [
            _value_out(question, spread.fact, answer.value)
            for answer in spread.answers
            if answer.value not in looked
        ],
    }


def _alike(question: Question, fact: str, follows: tuple[Follows, ...]) -> Iterator[dict[str, Any]]:
    """Answers that lead to the same legs, told together; those without a way come last."""
    found: dict[object, list[Follows]] = {}
    for each in follows:
        legs = None if each.route is None else tuple(leg.move.key for leg in each.route.legs)
        found.setdefault(legs, []).append(each)
    for _legs, alike in sorted(found.items(), key=lambda each: each[0] is None):
        route = alike[0].route
        yield {
            "values": [_value_out(question, fact, each.value) for each in alike],
            "titles": None if route is None else [leg.move.title for leg in route.legs],
            "holds": sum(each.holds for each in alike),
            "of": sum(each.kinds for each in alike),
            "decided": all(each.is_decided for each in alike),
        }


def _value_out(question: Question, fact: str, value: str) -> dict[str, str]:
    return {
        "words": values_words(_any_bundle(question.ground), fact, (value,)),
        "address": question.address(**{fact: value}),
    }


def failing_out(
    question: Question, phone: Mapping[str, str], route: Route, failing: Failing
) -> dict[str, Any]:
    """A phone that is as the reader says, and what happens to it on this way. phone: the one on

    which the way was found.
    """
    ground = question.ground
    found: dict[str, Any] = {
        "phone": _phone_words(ground, phone, failing.phone),
        "is_left": not route.legs,
        "lost": losses_out(failing.lost),
        "tools": [ground.world.tools[tool].name for tool in sorted(failing.tools)],
    }
    if failing.leg is not None:
        move, refusal = route.legs[failing.leg].move, failing.refusal
        found |= {"leg": failing.leg + 1, "title": move.title}
        if refusal is not None and refusal.finding:
            found["stuck"] = stuck_out(refusal)
        elif refusal is not None:
            unmet = unmet_of(ground, move, failing.before.after, failing.phone)
            found["unlisted"] = refusal.unlisted
            # A guide that says nothing of modes begins with a phone that runs its system.
            wants = unmet or (Is("mode", "system"),)
            found["unmet"] = [condition_words(move.bundle, part) for part in wants]
    return found


def elsewhere_out(question: Question, told: Answered) -> dict[str, Any]:
    assert told.elsewhere is not None
    facts = dict(_differs(question.ground, told.phone or {}, told.elsewhere.phone))
    return {
        "phone": _phone_words(question.ground, told.phone or {}, told.elsewhere.phone),
        "titles": [move.title for move in told.elsewhere.moves],
        "address": question.address(**facts),
    }


def _differs(
    ground: Ground, phone: Mapping[str, str], other: Mapping[str, str]
) -> Iterator[tuple[str, str]]:
    for fact in ground.space.facts:
        if fact.kind is FactKind.PHONE and other[fact.name] != phone[fact.name]:
            yield fact.name, other[fact.name]


def _phone_words(ground: Ground, phone: Mapping[str, str], other: Mapping[str, str]) -> str:
    """The other phone, by what is otherwise on it."""
    bundle = _any_bundle(ground)
    parts = [
        f"{fact_words(bundle, name)} {values_words(bundle, name, (value,))}"
        for name, value in _differs(ground, phone, other)
    ]
    if not parts:
        return _("a phone on which a step by hand turns out otherwise")
    return _("a phone with {parts}").format(parts=", ".join(parts))


def _any_bundle(ground: Ground) -> Bundle:
    """Any of the codename, for its words."""
    return next(iter(ground.bundles.values()))
