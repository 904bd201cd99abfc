"""The evidence of a revision, read from its reports."""

from datetime import datetime

from anleitung.core.evidence.report import CountedReport, Ending, EvidenceOut, evidence_of
from anleitung.guides.load import load_bundle
from anleitung.guides.models import Revision
from anleitung.kept import Kept
from anleitung.reports.factors import factors_of
from anleitung.reports.models import Report


def counted_reports(revision: Revision) -> list[CountedReport]:
    """Per source and set of factor values the first report only, in the order of arrival."""
    found: dict[tuple[object, ...], CountedReport] = {}
    for report in Report.objects.filter(revision=revision).order_by("id"):
        values = {"base": report.base, "variant": report.variant}
        values |= {f"option.{name}": choice for name, choice in report.options.items()}
        key = (report.source, *sorted(values.items()))
        if key not in found:
            found[key] = CountedReport(values, Ending(report.ending), report.at)
    return list(found.values())


# Reports are only added, so the newest one stands for all of them; a notice may end by the hour.
_JUDGED: Kept[tuple[str, str, str], EvidenceOut] = Kept()


def evidence_for(revision: Revision, *, now: datetime) -> EvidenceOut:
    newest = Report.objects.filter(revision=revision).order_by("-id").first()
    key = (revision.fingerprint, newest.key if newest else "", f"{now:%Y-%m-%d %H}")
    return _JUDGED.get_or(
        key,
        lambda: evidence_of(counted_reports(revision), factors_of(load_bundle(revision)), now=now),
    )
