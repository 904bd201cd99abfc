"""A condition while it is typed: what it says, what is wrong with it, what may come next."""

import re
from dataclasses import dataclass

from anleitung.core.conditions.model import Term, Vocabulary, conjuncts
from anleitung.core.conditions.text import (
    InvalidCondition,
    check_condition,
    parse_condition,
)
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.explain.words import condition_words
from anleitung.core.writing.complete import Completion

MOST = 14
_WORDS = re.compile(r'"(?:[^"\\]|\\.)*"?|[<>]=?|[(){},:]|[^\s(){},:<>"]+')


@dataclass(frozen=True, slots=True)
class Looked:
    """words: each part that must be true; fault: "" where it can be read."""

    words: tuple[str, ...]
    fault: str
    offers: tuple[Completion, ...]


def look_at_condition(text: str, bundle: Bundle) -> Looked:
    """text: up to where the author is."""
    words: tuple[str, ...] = ()
    fault = ""
    try:
        condition = parse_condition(text)
        faults = check_condition(condition, bundle.world.vocabulary)
        if faults:
            fault = faults[0].partition("; known:")[0]
        else:
            words = tuple(condition_words(bundle, c) for c in conjuncts(condition))
    except InvalidCondition as error:
        fault = error.message
    return Looked(words, fault, _offers(text, bundle))


def _offers(text: str, bundle: Bundle) -> tuple[Completion, ...]:
    told = _WORDS.findall(text)
    begun = "" if not told or text[-1:].isspace() or told[-1] in "(){},:" else told.pop()
    kept = text[: len(text) - len(begun)]
    nexts = _nexts(told, bundle)
    wanted = begun.lower().strip('"')
    found = [n for n in nexts if n != begun and n.lower().strip('"').startswith(wanted)]
    found += [n for n in nexts if n not in found and len(wanted) > 1 and wanted in n.lower()]
    whole: list[Completion] = []
    if begun and begun in nexts:
        # The word is whole already, and what comes behind it may be written at once.
        behind = _nexts([*told, begun], bundle)
        whole = [Completion(f"{text} {n} ", n, "", "") for n in behind]
    return (*whole, *(Completion(f"{kept}{n} ", n, "", "") for n in found))[:MOST]


def _nexts(told: list[str], bundle: Bundle) -> list[str]:
    vocabulary = bundle.world.vocabulary
    last = told[-1] if told else ""
    before = told[-2] if len(told) > 1 else ""
    if (last in ("", "and", "or", "(", "not") and before != "is") or last == ":":
        slots = ["every slot:", *(["other slot:"] if bundle.world.has_two_slots else [])]
        return [*_facts_first(vocabulary), *slots, "not"]
    if last in vocabulary and before not in ("is", "<", ">", "<=", ">="):
        ordered = vocabulary[last].order is not None
        return ["is", "is not", "in {", *([">=", "<=", ">", "<"] if ordered else [])]
    fact = _fact_of(told, vocabulary)
    if fact is None:
        return ["and", "or"]
    if last in ("is", "not", "{", ",", "<", ">", "<=", ">="):
        return _values(vocabulary[fact])
    return ["and", "or"]


_USUAL = ("bootloader", "variant", "base", "system", "build", "slot", "data", "mode", "update")


def _facts_first(names: Vocabulary) -> list[str]:
    return [n for n in _USUAL if n in names] + sorted(n for n in names if n not in _USUAL)


def _fact_of(told: list[str], vocabulary: Vocabulary) -> str | None:
    """The fact that the value to come is of."""
    for word in reversed(told):
        if word in ("and", "or", "("):
            return None
        if word in vocabulary:
            return word
    return None


def _values(term: Term) -> list[str]:
    values = sorted(term.values or ())
    if term.order is not None:  # the newest first
        place = term.order.place
        values.sort(key=lambda v: place.get(v, ("", -1))[1], reverse=True)
    printed = [v if re.fullmatch(r"[A-Za-z0-9][A-Za-z0-9._/+-]*", v) else f'"{v}"' for v in values]
    return [v for v in printed if " " not in v]
