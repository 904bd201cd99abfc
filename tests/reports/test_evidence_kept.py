"""Evidence is worked out once per change, and looking at it costs nothing."""

from datetime import timedelta
from typing import Any

import pytest
from django.db import transaction
from django.test import Client
from django.test.utils import CaptureQueriesContext
from hypothesis import given
from hypothesis import strategies as st

from anleitung.core.evidence.report import CountedReport, Ending
from anleitung.core.evidence.values import OTHERS, group_values
from anleitung.core.evidence.weights import Factor
from anleitung.guides.models import Revision
from anleitung.jobs.outcomes import keep_outcome
from anleitung.reports.errors import NoticeRefused
from anleitung.reports.evidence import ask_for_evidence, evidence_for, read_evidence
from anleitung.reports.models import Report
from anleitung.reports.services.lift_notice import lift_notice
from tests.conftest import NOW


def put(revision: Revision, number: int, *, base: str = "", ending: str = "worked") -> Report:
    return Report.objects.create(
        revision=revision,
        key=f"key-{number:012}",
        source=f"s{number}",
        base=base or f"made-up-{number}",
        variant="M6",
        options={"data": "clean"},
        ending=ending,
        at=NOW,
    )


def test_ten_thousand_made_up_builds_cost_a_page_nothing(revision: Revision) -> None:
    Report.objects.bulk_create(
        Report(
            revision=revision,
            key=f"key-{i:012}",
            source=f"s{i}",
            base=f"made-up-{i}",
            variant="M6",
            options={"data": "clean"},
            ending="worked",
            at=NOW,
        )
        for i in range(10_000)
    )
    assert read_evidence(revision, now=NOW).waiting == 10_000
    ask_for_evidence(revision, now=NOW)
    told = read_evidence(revision, now=NOW)
    assert (told.waiting, told.counted.runs) == (0, 10_000)
    assert len(told.counted.builds) <= 60
    [others] = [b for b in told.counted.builds if b.build == OTHERS]
    assert others.runs == 10_000 - 50
    page = Client().get(f"/r/{revision.short}")
    assert len(page.content) < 200_000


def test_looking_counts_nothing_and_writes_nothing(
    revision: Revision, django_assert_max_num_queries: Any, settings: Any
) -> None:
    put(revision, 1)
    ask_for_evidence(revision, now=NOW)
    settings.JOBS_INLINE = False
    put(revision, 2)
    with django_assert_max_num_queries(6) as looked:
        told = read_evidence(revision, now=NOW)
    assert isinstance(looked, CaptureQueriesContext)
    assert (told.waiting, told.counted.runs) == (1, 1)
    assert all(q["sql"].startswith("SELECT") for q in looked.captured_queries)


def test_what_was_kept_in_another_form_waits_to_be_counted_again(revision: Revision) -> None:
    put(revision, 1)
    keep_outcome("evidence", revision.fingerprint, {"newest": 99, "evidence": {"odd": 1}}, now=NOW)
    told = read_evidence(revision, now=NOW)
    assert (told.waiting, told.counted.runs) == (1, 0)


def test_a_notice_is_taken_down_with_a_reason_and_comes_back_with_a_new_report(
    revision: Revision, maintainer: Any
) -> None:
    put(revision, 1, ending="dead")
    assert "One report of a dead phone" in evidence_for(revision, now=NOW).dead_notice
    with pytest.raises(NoticeRefused, match="10 to 500"):
        lift_notice(actor=maintainer, short=revision.short, reason="no", now=NOW)
    wanted = {"actor": maintainer, "short": revision.short, "reason": "the battery was empty"}
    lifted = lift_notice(**wanted, now=NOW)
    assert evidence_for(revision, now=NOW).dead_notice == ""
    with pytest.raises(NoticeRefused, match="no notice"):
        lift_notice(**wanted, now=NOW)
    with pytest.raises(Exception, match="never change"), transaction.atomic():
        lifted.delete()
    put(revision, 2, ending="dead")
    assert "One report of a dead phone" in evidence_for(revision, now=NOW).dead_notice
    later = NOW + timedelta(days=15)
    assert evidence_for(revision, now=later).dead_notice == ""


@given(st.lists(st.integers(0, 9), max_size=40), st.integers(0, 5))
def test_what_a_report_counts_for_never_changes_afterwards(values: list[int], most: int) -> None:
    factors = (Factor("base", ("0", "1")),)
    reports = [CountedReport({"base": str(v)}, Ending.WORKED, NOW) for v in values]
    whole = group_values(reports, factors, most)
    for end in range(len(reports)):
        assert group_values(reports[:end], factors, most) == whole[:end]
    shown = {r.values["base"] for r in whole}
    assert len(shown - {"0", "1", OTHERS}) <= most
    assert all(r.values["base"] in ("0", "1") for r, v in zip(whole, values, strict=True) if v < 2)
