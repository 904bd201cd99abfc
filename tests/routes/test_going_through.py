"""What guides did to phones is kept by the worker, and read by whoever answers."""

import json
from collections.abc import Callable
from datetime import timedelta
from typing import Any

import pytest
from django_tasks_db.models import DBTaskResult

from anleitung.core.diagrams.remembered import Remembered
from anleitung.core.routes.wishes import Wishes
from anleitung.demo.bundles import bundle_files
from anleitung.guides.models import Revision
from anleitung.guides.services.bring_in import bring_in
from anleitung.jobs.models import Outcome
from anleitung.jobs.outcomes import keep_outcome
from anleitung.routes import ask as asking
from anleitung.routes.ask import Asked, answer, ground_of
from anleitung.routes.going_through import go_through_codename, warm_routes
from anleitung.routes.kept_runs import KIND
from anleitung.routes.tasks import begin_everywhere, begin_going_through, go_through_guides
from anleitung.storage.recent import Kept
from tests.conftest import NOW
from tests.ready import publish


@pytest.fixture(autouse=True)
def new_process() -> Callable[[], None]:
    """Forgets what this process knows, as one that has just begun; a call does it again."""
    names = ("_ON", "_GROUNDS", "_MOVES", "_ANSWERS")
    patch = pytest.MonkeyPatch()

    def forget() -> None:
        for name in names:
            patch.setattr(asking, name, Kept(most=300))

    forget()
    yield forget  # type: ignore[misc]
    patch.undo()


def asked() -> tuple[Any, ...]:
    """The route to the other system, from an unlocked phone."""
    on = ground_of("palstek", now=NOW)
    assert on is not None
    known = (("bootloader", "unlocked"), ("system", "stock"))
    found = answer(on, Asked("system:wattlaeufer", known, Wishes())).found
    assert found is not None
    return tuple((route.cost, [leg.steps for leg in route.legs]) for route in found.routes)


def ran(monkeypatch: pytest.MonkeyPatch) -> list[int]:
    """Grows with each guide that is run, step by step."""
    found: list[int] = []
    whole: Any = Remembered._run

    def counted(remembered: Remembered[Any], state: Any) -> Any:
        if remembered._steps[0].id != "take":  # an offered update is one step, and is not kept
            found.append(len(state))
        return whole(remembered, state)

    monkeypatch.setattr(Remembered, "_run", counted)
    return found


def kept() -> dict[str, str]:
    return dict(Outcome.objects.filter(kind=KIND).values_list("key", "digest"))


def test_what_the_worker_went_through_is_not_run_again(
    two: Revision, new_process: Callable[[], None], monkeypatch: pytest.MonkeyPatch
) -> None:
    assert go_through_codename("palstek", now=NOW) == 2
    assert go_through_codename("palstek", now=NOW) == 0
    first = asked()
    assert first
    new_process()
    assert warm_routes(now=NOW) == 2
    runs = ran(monkeypatch)
    assert asked() == first
    assert runs == []


def test_a_process_that_runs_already_learns_it_at_the_next_question(
    two: Revision, new_process: Callable[[], None], monkeypatch: pytest.MonkeyPatch
) -> None:
    go_through_codename("palstek", now=NOW)
    new_process()
    ground_of("palstek", now=NOW)
    runs = ran(monkeypatch)
    assert asked()
    assert runs == []


def edited(change: Callable[[dict[str, Any]], None]) -> None:
    for row in Outcome.objects.filter(kind=KIND, key__contains=" "):
        body = json.loads(row.body)
        change(body)
        Outcome.objects.filter(pk=row.pk).update(body=json.dumps(body))


@pytest.mark.parametrize(
    "change",
    [
        lambda body: body.update(told=body["told"] + " "),
        lambda body: body.update(told=body["told"].replace("present", "lost")),
        lambda body: body.update(model="another"),
        lambda body: body.update(seal="0" * 64),
        lambda body: body.update(seal=7),
        lambda body: body.pop("seal"),
        lambda body: body.update(told=["not", "a", "text"]),
    ],
)
def test_what_was_edited_or_is_of_another_model_counts_for_nothing(
    two: Revision,
    new_process: Callable[[], None],
    monkeypatch: pytest.MonkeyPatch,
    change: Callable[[dict[str, Any]], None],
) -> None:
    first = asked()
    go_through_codename("palstek", now=NOW)
    edited(change)
    new_process()
    assert warm_routes(now=NOW) == 0
    runs = ran(monkeypatch)
    assert asked() == first
    assert runs
    # The worker keeps it anew, though nothing was published meanwhile.
    assert go_through_codename("palstek", now=NOW) == 2
    new_process()
    assert warm_routes(now=NOW) == 2


@pytest.mark.parametrize("lost", ["a new key", "a row"])
def test_what_does_not_count_any_more_is_kept_anew(
    two: Revision, new_process: Callable[[], None], settings: Any, lost: str
) -> None:
    go_through_codename("palstek", now=NOW)
    if lost == "a row":
        Outcome.objects.filter(kind=KIND, key__contains=" ").first().delete()  # type: ignore[union-attr]
    else:
        settings.SECRET_KEY = "another-key-of-the-site-0123456789-0123456789"
    # By the same process, which knows it all still, and by one that has just begun.
    assert go_through_codename("palstek", now=NOW) == (1 if lost == "a row" else 2)
    new_process()
    assert go_through_codename("palstek", now=NOW) == 0
    assert warm_routes(now=NOW) == 2


def test_a_new_version_changes_what_is_kept_of_its_guide_only(
    two: Revision, maintainer: Any
) -> None:
    go_through_codename("palstek", now=NOW)
    before = kept()
    files = bundle_files("palstek", "unlock")
    text = files["guide.yaml"].decode().replace("title: ", "title: Once more, ", 1)
    draft = bring_in(
        actor=maintainer, files={**files, "guide.yaml": text.encode()}, replaces="", now=NOW
    ).draft
    seen = draft.fingerprint
    publish(actor=maintainer, codename="palstek", slug="unlock", seen=seen, now=NOW)
    assert go_through_codename("palstek", now=NOW) == 1
    after = kept()
    assert len(after) == len(before)
    same = [key for key in after if " " in key and key in before]
    assert [after[key] == before[key] for key in same] == [True]


def test_what_waits_is_gone_through_once_and_by_a_worker_that_starts_at_once(two: Revision) -> None:
    for begin, waits in (
        (lambda: begin_going_through("palstek", now=NOW), timedelta(minutes=1)),
        (lambda: begin_everywhere(now=NOW), timedelta()),
        (lambda: begin_going_through("palstek", now=NOW), timedelta()),
    ):
        begin()
        [waiting] = DBTaskResult.objects.filter(task_path=go_through_guides.module_path)
        assert waiting.run_after == NOW + waits


def test_a_codename_that_cannot_be_gone_through_takes_nothing_down(
    db: None, caplog: pytest.LogCaptureFixture
) -> None:
    go_through_guides.call("nobody")
    assert "were not gone through" in caplog.text


def test_it_outlives_what_else_is_kept(two: Revision, monkeypatch: pytest.MonkeyPatch) -> None:
    """It is made once for a version: dropped for newer outcomes, it would not be made again."""
    go_through_codename("palstek", now=NOW)
    before = kept()
    monkeypatch.setattr("anleitung.jobs.outcomes.MOST", 2)
    for number in range(5):
        keep_outcome("links", f"one {number}", number, now=NOW + timedelta(days=100 + number))
    assert Outcome.objects.filter(kind="links", key__startswith="one ").count() == 2
    assert kept() == before
