"""Which reports of earlier states of a guide still speak for a later one."""

from collections.abc import Sequence
from dataclasses import dataclass

from django.db.models import QuerySet

from anleitung.core.diagrams.run import Budget
from anleitung.core.proof.run.compile import Compiled, run_bundle
from anleitung.core.revisions.carried_over import CarriedOver
from anleitung.guides.errors import NotForCodename, UnreadableGuide
from anleitung.guides.load import load_bundle
from anleitung.guides.models import Revision
from anleitung.jobs.work import Tick
from anleitung.reports.models import Report

# Older states than these are not looked at: nothing of them speaks for this one.
MOST_EARLIER = 20


@dataclass(frozen=True, slots=True)
class FromEarlier:
    """version: of the earlier state; speak: reports of it that count; broken: those that do not,

    by what broke the link.
    """

    version: str
    speak: int
    broken: dict[str, int]


def reports_of(revision: Revision) -> QuerySet[Report]:
    """Those of phones of the chosen codename."""
    return Report.objects.filter(revision=revision, codename=revision.chosen)


def values_of(report: Report) -> dict[str, str]:
    """Factor → value."""
    values = {"base": report.base, "variant": report.variant}
    return values | {f"option.{name}": choice for name, choice in report.options.items()}


def log_of(revision: Revision) -> QuerySet[Report]:
    """Reports of it and of the states before it, whether or not they speak for it."""
    return Report.objects.filter(
        revision__guide=revision.guide_id,
        revision__number__lte=revision.number,
        revision__number__gt=revision.number - MOST_EARLIER,
        codename=revision.chosen,
    )


def inherit(
    revision: Revision, earlier: Sequence[Report], tick: Tick
) -> tuple[list[Report], list[FromEarlier]]:
    """(reports that still speak, what became of those of each earlier state, the newest first)."""
    by_state: dict[int, list[Report]] = {}
    for report in earlier:
        by_state.setdefault(report.revision_id, []).append(report)
    if not by_state:
        return [], []
    states = Revision.objects.filter(pk__in=by_state).select_related("guide").order_by("-number")
    now = run_bundle(load_bundle(revision), Budget())
    speak, told = [], []
    for number, state in enumerate(states):
        tick(number, len(states))
        state.chosen = revision.chosen
        kept, broken = _of_state(state, by_state[state.pk], now)
        speak += kept
        told.append(FromEarlier(state.version, len(kept), broken))
    return speak, told


def _of_state(
    state: Revision, reports: Sequence[Report], now: Compiled
) -> tuple[list[Report], dict[str, int]]:
    try:
        carried = CarriedOver(run_bundle(load_bundle(state), Budget()), now)
    except (UnreadableGuide, NotForCodename) as error:
        return [], {str(error): len(reports)}
    known: dict[tuple[tuple[str, str], ...], str] = {}
    kept: list[Report] = []
    broken: dict[str, int] = {}
    for report in reports:
        values = values_of(report)
        key = tuple(sorted(values.items()))
        if key not in known:
            known[key] = carried.broken_by(values)
        if known[key]:
            broken[known[key]] = broken.get(known[key], 0) + 1
        else:
            kept.append(report)
    return kept, broken
