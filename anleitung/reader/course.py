"""What a reader is told of the course: choices side by side, and guides that lead back."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from anleitung.core.diagrams.run import Budget
from anleitung.core.guide.bundle import Bundle
from anleitung.core.phone.actions.base import LOSS_WORDS
from anleitung.core.proof.explain.choices import Compared, compare_choices
from anleitung.core.proof.rehearse.rescue import ways_named_in
from anleitung.core.proof.run.compile import run_bundle
from anleitung.core.sheet.clock import span_words
from anleitung.guides.load import address_of
from anleitung.guides.ways_back import published
from anleitung.storage.recent import Kept

_COMPARED: Kept[str, list[Compared]] = Kept(most=400, per_language=True)


@dataclass(frozen=True, slots=True)
class ShownChoice:
    says: str
    loses: str
    takes: str
    advised: bool
    is_open: bool
    comes: bool


@dataclass(frozen=True, slots=True)
class ShownOption:
    ask: str
    choices: tuple[ShownChoice, ...]
    why: str
    said: str


@dataclass(frozen=True, slots=True)
class Rescue:
    step: str
    address: str
    title: str


def options_of(
    bundle: Bundle,
    known: Mapping[str, str],
    *,
    may_work: Callable[[], bool] = lambda: True,
) -> list[ShownOption]:
    """The choices of a guide, each with what it costs, over all phones that it admits.

    known: what the reader has told of the phone; what no phone of the codename has is passed over.
    may_work: asked before a comparison is worked out anew; otherwise there is none this time.
    """
    # Only what there is makes a difference: nobody fills the memory with builds of their own.
    there = {
        "variant": {v.id for v in bundle.device.variants},
        "base": {b.build for b in bundle.builds},
        "system": {"stock", *(s.id for s in bundle.device.other_systems)},
    }
    told = {fact: value for fact, value in known.items() if value in there.get(fact, ())}
    key = f"{bundle.fingerprint} {sorted(told.items())}"
    # What every reader sees first is worked out once; only what somebody asks for beyond it counts.
    if not bundle.options or (told and key not in _COMPARED and not may_work()):
        return []
    compared = _COMPARED.get_or(key, lambda: _compared(bundle, told))
    return [
        ShownOption(
            ask=each.ask,
            choices=tuple(
                ShownChoice(
                    says=o.says,
                    loses=", ".join(LOSS_WORDS[loss] for loss in o.loses),
                    takes=span_words(o.seconds),
                    advised=o.choice == each.advised,
                    is_open=o.admitted > 0,
                    # Of a choice with which nobody comes through nothing is known to be kept.
                    comes=o.well > 0,
                )
                for o in each.outcomes
            ),
            why=each.why,
            said=each.said,
        )
        for each in compared
    ]


def _compared(bundle: Bundle, known: Mapping[str, str]) -> list[Compared]:
    compiled = run_bundle(bundle, Budget())
    space, phones = compiled.procedure.space, compiled.procedure.admitted
    for fact, value in known.items():
        phones = space.both(phones, space.where(space.var(fact), value))
    if phones is space.false:
        phones = compiled.procedure.admitted  # no phone of this guide: what it is for others
    return compare_choices(compiled, phones)


def rescues_of(bundle: Bundle) -> list[Rescue]:
    """The published rescue guide of each step that names one."""
    found = []
    for step, slug in ways_named_in(bundle.guide):
        revision = published(bundle.device.codename, slug)
        if revision is not None:
            found.append(Rescue(step, address_of(revision), revision.title))
    return found
