"""The desk: matters by kind, ranked; guides by what they are for; trials kept apart."""

from collections.abc import Callable
from functools import partial
from typing import Any

import pytest
from django.db import connection
from django.test import Client
from django.test.utils import CaptureQueriesContext
from hypothesis import given
from hypothesis import strategies as st

from anleitung.demo.bundles import bundle_files
from anleitung.desk.desk import read_desk, read_guides
from anleitung.desk.matters import TITLES, Matter, grouped
from anleitung.guides.chain import neighbours
from anleitung.guides.errors import NoSuchGuide, TrialRefused
from anleitung.guides.models import Guide, Revision
from anleitung.guides.services.bring_in import bring_in
from anleitung.guides.services.set_trial import set_trial
from tests.conftest import NOW

KINDS = list(TITLES)
MATTERS = st.builds(
    Matter,
    kind=st.sampled_from(KINDS),
    harm=st.integers(0, 4),
    tone=st.sampled_from(["loss", "care", "plain"]),
    text=st.text(max_size=3),
    action=st.just("Look at it"),
    path=st.just("/c/"),
    readers=st.integers(0, 9),
    mine=st.booleans(),
)


@given(st.lists(MATTERS, max_size=30))
def test_no_matter_is_lost_and_the_most_harmful_group_comes_first(matters: list[Matter]) -> None:
    groups = grouped(matters)
    told = [matter for group in groups for matter in group.matters]
    assert sorted(map(repr, told)) == sorted(map(repr, matters))
    assert len({group.kind for group in groups}) == len(groups)
    worst = [min(m.harm for m in group.matters) for group in groups]
    assert worst == sorted(worst)
    for group in groups:
        ranks = [(not m.mine, m.harm, -m.readers) for m in group.matters]
        assert ranks == sorted(ranks)
        assert group.title == TITLES[group.kind]


@pytest.fixture
def loaded(demo: None, maintainer: Any) -> Any:
    return maintainer


def test_a_flag_stands_before_drafts_and_drafts_are_not_equal_to_it(loaded: Any) -> None:
    groups = read_desk(actor=loaded, now=NOW).groups
    assert [group.kind for group in groups] == ["reports", "chains", "drafts"]
    # That nobody looked at the chains yet is nobody's own matter, and no alarm.
    assert [group.tone for group in groups] == ["loss", "plain", "care"]
    assert not any(matter.mine for group in groups for matter in group.matters)
    publisher = Guide.objects.get(slug="unlock").revisions.get().published_by
    own = read_desk(actor=publisher, now=NOW)
    told = [m for group in own.groups if group.kind != "chains" for m in group.matters]
    assert told
    assert all(matter.mine for matter in told)
    assert [c.codename for c in own.codenames if c.mine] == ["palstek"]


def test_guides_come_by_aim_with_what_opens_the_way(loaded: Any) -> None:
    before = read_guides("palstek", actor=loaded, now=NOW)
    assert all(line.first == () for _, lines in before.by_aim for line in lines)
    neighbours(Guide.objects.get(slug="clean-install").revisions.get())  # as the worker does
    listed = read_guides("palstek", actor=loaded, now=NOW)
    assert [aim for aim, _ in listed.by_aim] == ["unlock", "base", "install"]
    install = dict(listed.by_aim)["install"]
    clean = next(line for line in install if line.state.slug == "clean-install")
    assert clean.first == (("Unlock the bootloader", "unlock"),)
    unlock = dict(listed.by_aim)["unlock"][0]
    assert unlock.first == ()  # nothing comes before it in the course of a phone


def test_a_trial_raises_no_matter_and_comes_back(loaded: Any) -> None:
    def drafts() -> int:
        groups = read_desk(actor=loaded, now=NOW).groups
        return sum(len(g.matters) for g in groups if g.kind == "drafts")

    before = drafts()
    change = {"actor": loaded, "codename": "palstek", "slug": "base-update"}
    set_trial(**change, is_trial=True)
    assert drafts() == before - 1
    listed = read_guides("palstek", actor=loaded, now=NOW)
    assert [line.state.slug for line in listed.trials] == ["base-update"]
    set_trial(**change, is_trial=False)
    assert drafts() == before


def test_what_readers_can_find_is_no_trial(loaded: Any) -> None:
    with pytest.raises(TrialRefused):
        set_trial(actor=loaded, codename="palstek", slug="unlock", is_trial=True)
    with pytest.raises(NoSuchGuide):
        set_trial(actor=loaded, codename="palstek", slug="nothing", is_trial=True)
    assert not Guide.objects.filter(is_trial=True).exists()


def test_the_front_page_groups_by_maker_and_says_what_is_flagged(loaded: Any) -> None:
    page = Client().get("/").content.decode()
    makers = [part.split("</h2>")[0] for part in page.split("<h2>")[1:]]
    assert makers == sorted(makers)
    assert "Tidewerk" in makers
    assert "1 flag</b>: it fails on some phones" in page


@pytest.mark.parametrize("path", ["/api/home", "/api/codenames/palstek/guides", "/api/work"])
def test_rights_are_asked_before_any_route_runs(path: str, django_user_model: Any) -> None:
    assert Client().get(path).json()["code"] == "sign-in-first"
    reader = Client()
    reader.force_login(django_user_model.objects.create_user("leser", password="x"))
    assert reader.get(path).json()["code"] == "no-right"


def test_more_guides_cost_the_desk_no_more_questions(
    maintainer: Any, revision: Revision, two: Revision
) -> None:
    """What is asked of each guide is asked of all at once."""

    def asked(read: Callable[[], object]) -> int:
        read()  # what is kept from then on
        with CaptureQueriesContext(connection) as all_of_it:
            read()
        return len(all_of_it)

    desk = partial(read_desk, actor=maintainer, now=NOW)
    guides = partial(read_guides, "palstek", actor=maintainer, now=NOW)

    def draft(name: str) -> None:
        bring_in(actor=maintainer, files=bundle_files("palstek", name), replaces="", now=NOW)

    draft("base-update")
    before = [asked(desk), asked(guides)]
    draft("root")
    draft("keep-rettungsring")
    assert [asked(desk), asked(guides)] == before
    assert sum(len(lines) for _aim, lines in guides().by_aim) == 5
