"""Jobs: one at a time, with progress, a stop, and an answer that is kept."""

import subprocess
import sys
from typing import Any

import pytest

from anleitung.guides.asked import ask_follows
from anleitung.guides.models import Revision
from anleitung.jobs.errors import JobFailed, JobRefused, UnderWay
from anleitung.jobs.models import Job, Outcome
from anleitung.jobs.outcomes import find_outcome, keep_outcome
from anleitung.jobs.services import run
from anleitung.jobs.services.ask import ask
from anleitung.jobs.services.run import run_job
from anleitung.jobs.services.stop import find_job, stop_job
from anleitung.jobs.work import KINDS, LAST, JobKind, Tick
from anleitung.mirrors.management.commands.run_worker import resume
from tests.conftest import NOW


@pytest.fixture
def waiting(settings: Any) -> None:
    """No worker comes: what is asked for stays under way."""
    settings.JOBS_INLINE = False
    settings.JOB_PATIENCE = 0.05


def slips(actor: Any, revision: Revision) -> Any:
    return ask_follows(actor=actor, row=revision, now=NOW)


def test_what_takes_long_is_under_way_until_the_worker_did_it(
    waiting: None, maintainer: Any, revision: Revision
) -> None:
    with pytest.raises(UnderWay) as told:
        slips(maintainer, revision)
    with pytest.raises(UnderWay) as again:
        slips(maintainer, revision)
    assert again.value.job.pk == told.value.job.pk
    run_job(told.value.job.pk)
    job = find_job(actor=maintainer, job_id=told.value.job.pk)
    assert (job.state, job.total > 20) == ("done", True)
    assert slips(maintainer, revision).tried == job.total


def test_one_at_a_time_and_a_stop(waiting: None, maintainer: Any, revision: Revision) -> None:
    with pytest.raises(UnderWay) as told:
        slips(maintainer, revision)
    with pytest.raises(JobRefused, match="trying every slip"):
        ask(actor=maintainer, kind="fixes", key="x", args={}, now=NOW)
    stop_job(actor=maintainer, job_id=told.value.job.pk, now=NOW)
    run_job(told.value.job.pk)
    assert find_job(actor=maintainer, job_id=told.value.job.pk).state == "stopped"
    with pytest.raises(JobRefused, match="at its end"):
        stop_job(actor=maintainer, job_id=told.value.job.pk, now=NOW)


def test_a_stop_in_the_middle_ends_the_work(
    maintainer: Any, monkeypatch: pytest.MonkeyPatch
) -> None:
    reached = []

    def work(job: Job, tick: Tick) -> list[int]:
        for number in range(100):
            monkeypatch.setattr(run, "EVERY", 0)  # told at once
            tick(number, 100)
            reached.append(number)
            if number == 3:
                stop_job(actor=maintainer, job_id=job.pk, now=NOW)
        return reached

    monkeypatch.setitem(KINDS, "count", JobKind("count", "counting", work))
    with pytest.raises(UnderWay):
        ask(actor=maintainer, kind="count", key="x", args={}, now=NOW)
    assert reached == [0, 1, 2, 3]
    assert find_outcome("count", "x") is None


def test_what_is_being_stored_is_not_said_to_be_stopped(
    maintainer: Any, monkeypatch: pytest.MonkeyPatch
) -> None:
    def work(job: Job, tick: Tick) -> str:
        tick(*LAST)
        with pytest.raises(JobRefused, match="at its end"):
            stop_job(actor=maintainer, job_id=job.pk, now=NOW)
        return "stored"

    monkeypatch.setitem(KINDS, "store", JobKind("store", "storing", work))
    assert ask(actor=maintainer, kind="store", key="x", args={}, now=NOW) == "stored"


def test_what_fails_is_told_in_words_and_leaves_room(
    maintainer: Any, monkeypatch: pytest.MonkeyPatch
) -> None:
    def breaks(job: Job, tick: Tick) -> None:
        raise ZeroDivisionError

    monkeypatch.setitem(KINDS, "breaks", JobKind("breaks", "breaking", breaks))
    for _ in range(2):
        with pytest.raises(JobFailed, match="the fault is ours"):
            ask(actor=maintainer, kind="breaks", key="x", args={}, now=NOW)


def test_somebody_elses_job_is_none_of_mine(
    waiting: None, maintainer: Any, revision: Revision, django_user_model: Any
) -> None:
    with pytest.raises(UnderWay) as told:
        slips(maintainer, revision)
    other = django_user_model.objects.create_user(username="tonnenleger", password="x")
    with pytest.raises(JobRefused):
        find_job(actor=other, job_id=told.value.job.pk)


def test_work_of_a_worker_that_was_killed_is_taken_up_again(
    waiting: None, maintainer: Any, revision: Revision
) -> None:
    with pytest.raises(UnderWay) as told:
        slips(maintainer, revision)
    Job.objects.filter(pk=told.value.job.pk).update(state="running", done=7)
    from django_tasks_db.models import DBTaskResult

    DBTaskResult.objects.all().delete()
    assert resume("jobs") >= 1
    job = find_job(actor=maintainer, job_id=told.value.job.pk)
    assert (job.state, job.done, DBTaskResult.objects.filter(queue_name="jobs").count()) == (
        "waiting",
        0,
        Job.objects.filter(state="waiting").count(),
    )


def test_an_outcome_that_was_edited_is_none(db: None) -> None:
    keep_outcome("x", "key", {"a": 1}, now=NOW)
    assert find_outcome("x", "key") == {"a": 1}
    Outcome.objects.update(body='{"a": 2}')
    assert find_outcome("x", "key") is None


def test_import_is_done_by_the_worker_in_the_name_of_who_asked(
    waiting: None, client_of_maintainer: Any, maintainer: Any
) -> None:
    from django.core.files.uploadedfile import SimpleUploadedFile

    from anleitung.core.formats.write_bundle import write_zip
    from tests.core.bundles import edited_files

    def send(content: bytes) -> Any:
        return client_of_maintainer.post(
            "/api/bundles", {"bundle": SimpleUploadedFile("b.zip", content)}
        )

    told = send(write_zip(edited_files("unlock")))
    assert (told.status_code, told.json()["state"]) == (202, "waiting")
    run_job(told.json()["id"])
    job = client_of_maintainer.get(f"/api/jobs/{told.json()['id']}").json()
    assert (job["state"], job["result"]["slug"]) == ("done", "unlock")
    assert bytes(Job.objects.get(pk=job["id"]).given or b"") == b""
    bad = send(b"no zip").json()
    run_job(bad["id"])
    problem = client_of_maintainer.get(f"/api/jobs/{bad['id']}").json()["problem"]
    assert problem["code"] == "invalid-bundle"


def test_the_worker_names_its_queues() -> None:
    done = subprocess.run(
        [sys.executable, "manage.py", "run_worker", "--queue", "other"],
        capture_output=True,
        check=False,
    )
    assert b"'default', 'jobs'" in done.stderr
