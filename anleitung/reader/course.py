"""What a reader is told of the course: choices side by side, and guides that lead back."""

from dataclasses import dataclass

from anleitung.core.diagrams.run import Budget
from anleitung.core.guide.bundle import Bundle
from anleitung.core.phone.actions.base import LOSS_WORDS
from anleitung.core.proof.choices import Compared, compare_choices
from anleitung.core.proof.compile import run_bundle
from anleitung.core.proof.way_back import ways_named_in
from anleitung.core.sheet.clock import span_words
from anleitung.guides.ways_back import published
from anleitung.kept import Kept

_COMPARED: Kept[str, list[Compared]] = Kept(most=64)


@dataclass(frozen=True, slots=True)
class ShownChoice:
    says: str
    loses: str
    takes: str
    advised: bool


@dataclass(frozen=True, slots=True)
class ShownOption:
    ask: str
    choices: tuple[ShownChoice, ...]
    why: str
    said: str


@dataclass(frozen=True, slots=True)
class Rescue:
    step: str
    short: str
    title: str


def options_of(bundle: Bundle) -> list[ShownOption]:
    """The choices of a guide, each with what it costs, over all phones that it admits."""
    compared = _COMPARED.get_or(
        bundle.fingerprint, lambda: compare_choices(run_bundle(bundle, Budget()))
    )
    return [
        ShownOption(
            ask=each.ask,
            choices=tuple(
                ShownChoice(
                    says=o.says,
                    loses=", ".join(LOSS_WORDS[loss] for loss in o.loses),
                    takes=span_words(o.seconds),
                    advised=o.choice == each.advised,
                )
                for o in each.outcomes
            ),
            why=each.why,
            said=each.said,
        )
        for each in compared
    ]


def rescues_of(bundle: Bundle) -> list[Rescue]:
    """The published rescue guide of each step that names one."""
    found = []
    for step, slug in ways_named_in(bundle.guide):
        revision = published(bundle.device.codename, slug)
        if revision is not None:
            found.append(Rescue(step, revision.short, revision.title))
    return found
