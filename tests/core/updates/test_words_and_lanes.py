"""What is said of packages and builds, and which builds stand in one row."""

import pytest

from anleitung.core.documents.build import Build, Shipment
from anleitung.core.updates.lanes import lanes
from anleitung.core.updates.moves import Graph, is_lawful
from anleitung.core.updates.ways import standings
from anleitung.core.updates.words import megabytes, package_words, standing_words
from tests.core.demo_catalogue import graph, reader


@pytest.mark.parametrize(
    ("size", "words"),
    [
        (61_300_000, "61.3 MB"),
        (999_900_000, "999.9 MB"),
        (1_000_000_000, "1.00 GB"),
        (2_193_700_000, "2.19 GB"),
    ],
)
def test_sizes(size: int, words: str) -> None:
    assert megabytes(size) == words


@pytest.mark.parametrize(
    ("package", "words"),
    [
        ({"kind": "full"}, "full, from any build"),
        ({"kind": "emergency"}, "through emergency mode, from any build"),
        ({"kind": "incremental", "from_build": "A"}, "from A only"),
        ({"kind": "range", "from_least": "A", "from_most": "B"}, "from A to B"),
    ],
)
def test_packages(package: dict[str, str], words: str) -> None:
    made = Shipment.model_validate({"name": "f", "size": 1, **package})
    assert package_words(made) == words


@pytest.mark.parametrize(
    ("codename", "found"),
    [
        ("palstek", {"KU", "BI", "HO"}),
        ("poller", {"M6 BI", "K6 BI", "M6 HO"}),
        ("klampe", {"KU", "BI"}),
        ("achtknoten", {"KU", "HO"}),
    ],
)
def test_lanes_are_named_by_what_tells_them_apart(codename: str, found: set[str]) -> None:
    assert set(lanes(graph(codename).builds, reader(codename)).values()) == found


def test_lanes_without_a_scheme_are_the_regions() -> None:
    assert set(lanes(graph("poller").builds, None).values()) == {"BI", "HO"}


def build(name: str, region: str = "KU", rollback: int = 1, **more: object) -> Build:
    value = {"build": name, "platform": 1, "release": "1", "region": region}
    return Build.model_validate({**value, "rollback_index": rollback, "order": 1, **more})


FULL = Shipment(kind="full", name="f", size=1)
ALSO = Shipment(kind="full", name="f", size=1, from_regions=("BI",))


@pytest.mark.parametrize(
    ("start", "goal", "package", "lawful"),
    [
        (build("A"), build("B"), FULL, True),
        (build("A", rollback=2), build("B"), FULL, False),
        (build("A", rollback=1), build("B", rollback=2), FULL, True),
        (build("A", "BI"), build("B"), FULL, False),
        (build("A", "BI"), build("B"), ALSO, True),
        (build("A", "HO"), build("B"), ALSO, False),
        (build("A"), build("B", withdrawn=True), FULL, False),
        (build("A", withdrawn=True), build("B"), FULL, True),
        (build("A", edition="leuchtnetz"), build("B"), FULL, False),
        (build("A", edition="leuchtnetz"), build("B", edition="leuchtnetz"), FULL, True),
        (build("A"), build("B"), None, True),
        (build("A", "BI"), build("B"), None, False),
    ],
)
def test_what_is_lawful(start: Build, goal: Build, package: Shipment | None, lawful: bool) -> None:
    assert is_lawful(start, goal, package) is lawful


def placed(*builds: Build) -> Graph:
    return Graph([b.model_copy(update={"order": i}) for i, b in enumerate(builds)])


def words_of(made: Graph, name: str) -> list[str]:
    return [words for _, words in standing_words(name, standings(made)[name], made)]


def test_smaller_of_two_packages_for_one_move_is_taken() -> None:
    small = Shipment(kind="incremental", name="s", size=3, from_build="A")
    large = Shipment(kind="full", name="l", size=9)
    made = placed(build("A"), build("B", shipped=(large, small)))
    assert [m.package.name for m in made.moves["A"]] == ["s"]


def test_range_takes_its_ends_and_what_lies_between() -> None:
    package = Shipment(kind="range", name="r", size=1, from_least="B", from_most="C")
    made = placed(build("A"), build("B"), build("C"), build("D", shipped=(package,)), build("E"))
    assert [name for name, moves in made.moves.items() if moves] == ["B", "C"]


def test_range_whose_end_is_unknown_makes_no_move_and_is_named() -> None:
    package = Shipment(kind="range", name="r", size=1, from_least="B", from_most="Z")
    made = placed(build("B"), build("D", shipped=(package,)))
    assert made.moves["B"] == ()
    assert [u.missing for u in made.unknown] == ["Z"]


def test_full_package_leads_back_as_well_while_the_index_stays() -> None:
    made = placed(build("A", shipped=(FULL,)), build("B", shipped=(FULL,)))
    assert made.reaches("A", "A")
    assert words_of(made, "A") == []


def test_raised_index_closes_the_way_back() -> None:
    made = placed(build("A", shipped=(FULL,)), build("B", rollback=2, shipped=(FULL,)))
    assert words_of(made, "A")[0].startswith("once left, there is no way back")
    assert not made.reaches("B", "A")


def test_newest_of_an_edition_is_no_dead_end() -> None:
    made = placed(build("A", edition="leuchtnetz"), build("B", shipped=(FULL,)))
    assert not standings(made)["A"].is_dead_end
    other = placed(build("A"), build("B", edition="leuchtnetz"), build("C"))
    assert standings(other)["A"].is_dead_end
