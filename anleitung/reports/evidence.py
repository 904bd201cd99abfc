"""The evidence of a revision: worked out once per change by the worker, and only read here."""

from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.db.models import QuerySet
from pydantic import ValidationError

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
from anleitung.reports.models import Lifted, Report

KIND = "evidence"
_NOTHING = EvidenceOut(runs=0, failed=0, trouble=0, dead=0, builds=(), flags=(), dead_notice="")


@dataclass(frozen=True, slots=True)
class Evidence:
    """counted: what was worked out last; waiting: reports that came in since and wait for it."""

    counted: EvidenceOut
    waiting: int


def reports_of(revision: Revision) -> QuerySet[Report]:
    """Those of phones of the chosen codename."""
    return Report.objects.filter(revision=revision, codename=revision.chosen)


def notices_of(revision: Revision) -> QuerySet[Lifted]:
    """Notices that were taken down, of the chosen codename."""
    return Lifted.objects.filter(revision=revision, codename=revision.chosen)


def counted_reports(revision: Revision) -> list[CountedReport]:
    """Per source and set of factor values the first report only, in the order of arrival."""
    found: dict[tuple[object, ...], CountedReport] = {}
    for report in reports_of(revision).order_by("id").iterator():
        values = {"base": report.base, "variant": report.variant}
        values |= {f"option.{name}": choice for name, choice in report.options.items()}
        key = (report.source, *sorted(values.items()))
        if key not in found:
            found[key] = CountedReport(values, Ending(report.ending), report.at)
    return list(found.values())


def evidence_for(revision: Revision, *, now: datetime) -> EvidenceOut:
    return read_evidence(revision, now=now).counted


def read_evidence(revision: Revision, *, now: datetime) -> Evidence:
    """Costs a few small queries, however many reports there are, and writes nothing."""
    newest = reports_of(revision).order_by("-id").first()
    if newest is None:
        return Evidence(_NOTHING, 0)
    upto, counted = _kept(revision)
    waiting = 0
    if upto < newest.pk:
        waiting = reports_of(revision).filter(pk__gt=upto).count()
    notice = _notice(revision, now=now)
    return Evidence(
        counted.model_copy(update={"dead_notice": notice}),
        waiting,
    )


def _kept(revision: Revision) -> tuple[int, EvidenceOut]:
    """(the newest report that is in it, the evidence). What another version of this program kept

    in another form is none, and all reports wait.
    """
    kept: Any = find_outcome(KIND, _key(revision))
    try:
        return kept["newest"], EvidenceOut.model_validate(kept["evidence"])
    except (KeyError, TypeError, ValidationError):
        return 0, _NOTHING


def ask_for_what_waits(*, now: datetime) -> None:
    """For reports whose counting was lost when everything ended: the worker looks at its start."""
    pairs = Report.objects.order_by("revision", "codename").values_list("revision", "codename")
    for pk, codename in pairs.distinct():
        revision = Revision.objects.select_related("guide").get(pk=pk)
        revision.chosen = codename
        if read_evidence(revision, now=now).waiting:
            ask_for_evidence(revision, now=now)


def ask_for_evidence(revision: Revision, *, now: datetime) -> None:
    """The worker works it out; one that waits already will count everything that came before it."""
    args = {"revision": revision.pk, "codename": revision.chosen}
    begin_for_site(kind=KIND, key=_key(revision), args=args, now=now)


def _key(revision: Revision) -> str:
    return f"{revision.fingerprint} {revision.chosen}".strip()


def _work_out(job: Job, tick: Tick) -> dict[str, Any]:
    revision = Revision.objects.get(pk=job.args["revision"])
    revision.chosen = job.args.get("codename", "")
    newest = reports_of(revision).order_by("-id").first()
    factors = factors_of(load_bundle(revision))
    reports = group_values(counted_reports(revision), factors)
    evidence = evidence_of(reports, factors)
    return {
        "newest": newest.pk if newest else 0,
        "evidence": evidence.model_dump(mode="json"),
    }


WORK = JobKind(KIND, "evidence", _work_out, again=True)


def _notice(revision: Revision, *, now: datetime) -> str:
    """Of dead phones that were reported lately, after the last notice that was taken down."""
    lifted = notices_of(revision).order_by("-last").first()
    dead = reports_of(revision).filter(
        ending=Ending.DEAD.value,
        at__gt=now - DEAD_NOTICE,
        pk__gt=lifted.last if lifted else 0,
    )
    first: dict[str, datetime] = {}
    for source, at in dead.order_by("at").values_list("source", "at")[:1_000]:
        first.setdefault(source, at)
    return dead_notice(list(first.values()))
