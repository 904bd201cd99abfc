"""Builds find their line and order by the scheme, whatever order they came in."""

from random import Random

from hypothesis import given
from hypothesis import strategies as st

from anleitung.core.documents.build import Build
from anleitung.core.schemes.place import place_builds
from tests.core.demo_catalogue import graph, reader


def unplaced(codename: str) -> list[Build]:
    builds = graph(codename).builds.values()
    return [b.model_copy(update={"line": "main", "order": None}) for b in builds]


@given(st.integers(0, 10**6))
def test_order_of_entry_does_not_matter(seed: int) -> None:
    builds = unplaced("palstek")
    Random(seed).shuffle(builds)
    assert place_builds(builds, reader("palstek")) == tuple(graph("palstek").builds.values())


def test_regions_stand_in_one_line_only_where_the_scheme_compares_them() -> None:
    assert {b.line for b in graph("palstek").builds.values()} == {"main"}
    assert {b.line for b in graph("poller").builds.values()} == {
        "kai-9-m6-bi",
        "kai-9-k6-bi",
        "kai-9-m6-ho",
    }


def test_what_does_not_read_is_compared_with_nothing() -> None:
    odd = [b.model_copy(update={"build": f"odd{i}"}) for i, b in enumerate(unplaced("palstek"))]
    assert len({b.line for b in place_builds(odd, reader("palstek"))}) == len(odd)
    assert len({b.line for b in place_builds(unplaced("palstek"), None)}) == len(odd)


def test_given_order_stands() -> None:
    given_order = [b.model_copy(update={"order": 7}) for b in unplaced("palstek")]
    assert {b.place for b in place_builds(given_order, reader("palstek"))} == {("main", 7)}


def test_catalogue_goes_by_the_scheme_whatever_numbers_builds_bring() -> None:
    """Builds of a bundle bring numbers of their own, and stand beside others that bring none."""
    mixed = [
        b.model_copy(update={"order": 900 - i}) if i % 2 else b
        for i, b in enumerate(unplaced("palstek"))
    ]
    told = place_builds(mixed, reader("palstek"), always=True)
    assert [(b.build, b.place) for b in told] == [
        (b.build, b.place) for b in graph("palstek").builds.values()
    ]
    odd = [mixed[1].model_copy(update={"build": "odd"})]
    assert place_builds(odd, reader("palstek"), always=True)[0].order == mixed[1].order
