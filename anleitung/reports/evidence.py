"""The evidence of a revision: worked out once per change by the worker, and only read here."""

from collections.abc import Iterable, Sequence
from dataclasses import asdict, dataclass
from datetime import datetime
from typing import Any

from django.db.models import QuerySet

from anleitung.core.evidence.report import (
    DEAD_NOTICE,
    CountedReport,
    Ending,
    EvidenceOut,
    dead_notice,
    evidence_of,
)
from anleitung.core.evidence.values import group_values
from anleitung.guides.load import load_bundle
from anleitung.guides.models import Revision
from anleitung.jobs.models import Job
from anleitung.jobs.outcomes import find_outcome
from anleitung.jobs.services.ask import begin_for_site
from anleitung.jobs.work import JobKind, Tick
from anleitung.reports.factors import factors_of
from anleitung.reports.inherit import (
    MOST_EARLIER,
    FromEarlier,
    inherit,
    log_of,
    reports_of,
    values_of,
)
from anleitung.reports.models import Lifted, Report

KIND = "evidence"
NOTHING = EvidenceOut(runs=0, failed=0, trouble=0, dead=0, builds=(), flags=(), dead_notice="")


@dataclass(frozen=True, slots=True)
class Evidence:
    """counted: what was worked out last; waiting: reports that came in since and wait for it.

    carried: what was inherited from earlier states, and what was not.
    """

    counted: EvidenceOut
    waiting: int
    carried: tuple[FromEarlier, ...] = ()


def notices_of(revision: Revision) -> QuerySet[Lifted]:
    """Notices that were taken down, of the chosen codename."""
    return Lifted.objects.filter(revision=revision, codename=revision.chosen)


def counted_reports(reports: Iterable[Report]) -> list[CountedReport]:
    """Per source and set of factor values the first report only, in the order of arrival."""
    found: dict[tuple[object, ...], CountedReport] = {}
    for report in sorted(reports, key=lambda each: each.pk):
        values = values_of(report)
        key = (report.source, *sorted(values.items()))
        if key not in found:
            found[key] = CountedReport(values, Ending(report.ending), report.at)
    return list(found.values())


def evidence_for(revision: Revision, *, now: datetime) -> EvidenceOut:
    return read_evidence(revision, now=now).counted


def read_evidence(revision: Revision, *, now: datetime) -> Evidence:
    """Costs a few small queries, however many reports there are, and writes nothing."""
    newest = log_of(revision).order_by("-id").first()
    if newest is None:
        return Evidence(NOTHING, 0)
    kept = _kept(revision)
    waiting = 0
    if kept.upto < newest.pk:
        waiting = log_of(revision).filter(pk__gt=kept.upto).count()
    notice = _notice(revision, kept.dead, now=now)
    counted = kept.counted.model_copy(update={"dead_notice": notice})
    return Evidence(counted, waiting, kept.carried)


@dataclass(frozen=True, slots=True)
class _Kept:
    """upto: the newest report that was looked at; dead: inherited reports of dead phones."""

    upto: int
    counted: EvidenceOut
    carried: tuple[FromEarlier, ...] = ()
    dead: tuple[int, ...] = ()


def _kept(revision: Revision) -> _Kept:
    """What another version of this program kept in another form is none, and all reports wait."""
    kept: Any = find_outcome(KIND, _key(revision))
    try:
        return _Kept(
            kept["newest"],
            EvidenceOut.model_validate(kept["evidence"]),
            tuple(FromEarlier(**each) for each in kept["carried"]),
            tuple(map(int, kept["dead"])),
        )
    except (KeyError, TypeError, ValueError):
        return _Kept(0, NOTHING)


def revision_before(revision: Revision) -> Revision | None:
    """The one before it, for the same codename; withdrawn or not."""
    earlier = (
        Revision.objects.filter(guide=revision.guide, number__lt=revision.number)
        .order_by("-number")
        .first()
    )
    if earlier is not None:
        earlier.chosen = revision.chosen
    return earlier


def not_known_here(earlier: EvidenceOut, mine: EvidenceOut) -> EvidenceOut:
    """The earlier state's, without what the later one inherited and says itself."""
    told = {(flag.factor, flag.value) for flag in mine.flags}
    left = tuple(flag for flag in earlier.flags if (flag.factor, flag.value) not in told)
    return earlier.model_copy(update={"flags": left})


def ask_for_what_waits(*, now: datetime) -> None:
    """For reports whose counting was lost when everything ended: the worker looks at its start."""
    pairs = Report.objects.order_by("revision", "codename").values_list("revision", "codename")
    for pk, codename in pairs.distinct():
        revision = Revision.objects.select_related("guide").get(pk=pk)
        revision.chosen = codename
        if read_evidence(revision, now=now).waiting:
            ask_for_evidence(revision, now=now)


def ask_for_evidence(revision: Revision, *, now: datetime) -> None:
    """The worker works it out; one that waits already will count everything that came before it.

    Later states may inherit from this one, and are worked out as well.
    """
    later = Revision.objects.filter(guide=revision.guide, number__gte=revision.number)
    for each in later.order_by("number")[:MOST_EARLIER]:
        each.chosen = revision.chosen
        args = {"revision": each.pk, "codename": each.chosen}
        begin_for_site(kind=KIND, key=_key(each), args=args, now=now)


def _key(revision: Revision) -> str:
    return f"{revision.fingerprint} {revision.chosen}".strip()


def _work_out(job: Job, tick: Tick) -> dict[str, Any]:
    revision = Revision.objects.get(pk=job.args["revision"])
    revision.chosen = job.args.get("codename", "")
    log = list(log_of(revision).order_by("id"))
    factors = factors_of(load_bundle(revision))
    own = [report for report in log if report.revision_id == revision.pk]
    inherited, carried = inherit(revision, [r for r in log if r.revision_id != revision.pk], tick)
    # One log in the order of arrival, worked out anew: so the statistics stay valid.
    reports = group_values(counted_reports([*own, *inherited]), factors)
    evidence = evidence_of(reports, factors)
    return {
        "newest": log[-1].pk if log else 0,
        "evidence": evidence.model_dump(mode="json"),
        "carried": [asdict(each) for each in carried],
        "dead": [r.pk for r in inherited if r.ending == Ending.DEAD.value],
    }


WORK = JobKind(KIND, "evidence", _work_out, again=True)


def _notice(revision: Revision, inherited: Sequence[int], *, now: datetime) -> str:
    """Of dead phones that were reported lately, after the last notice that was taken down."""
    lifted = notices_of(revision).order_by("-last").first()
    dead = (reports_of(revision) | Report.objects.filter(pk__in=inherited)).filter(
        ending=Ending.DEAD.value,
        at__gt=now - DEAD_NOTICE,
        pk__gt=lifted.last if lifted else 0,
    )
    first: dict[str, datetime] = {}
    for source, at in dead.order_by("at").values_list("source", "at")[:1_000]:
        first.setdefault(source, at)
    return dead_notice(list(first.values()))
