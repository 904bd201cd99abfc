"""Moves, ways and what stands for ever, on the demo's builds and on random ones."""

from itertools import pairwise, product
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anleitung.core.documents.build import Build, Shipment
from anleitung.core.updates.moves import Graph
from anleitung.core.updates.offered import why_no_update
from anleitung.core.updates.ways import (
    Missing,
    NoSuchBuild,
    NoWay,
    Way,
    find_way,
    standings,
    ways_from,
)
from anleitung.core.updates.words import no_way_words, standing_words
from tests.core.demo_catalogue import device, graph, reader

PALSTEK = graph("palstek")


def goals(start: str, goal: str, by: Any) -> list[str]:
    way = find_way(PALSTEK, start, goal, by=by)
    assert isinstance(way, Way)
    return [leg.goal for leg in way.legs]


def test_fewest_legs_and_least_download_differ() -> None:
    ends = ("PS-12.1.0-KU.r1", "PS-13.0.5-KU.r4")
    assert goals(*ends, "legs") == ["PS-12.4.7-KU.r3", "PS-13.0.2-KU.r4", "PS-13.0.5-KU.r4"]
    assert goals(*ends, "download") == [
        "PS-12.2.0-KU.r1",
        "PS-12.4.1-KU.r2",
        "PS-12.4.7-KU.r3",
        "PS-13.0.2-KU.r4",
        "PS-13.0.5-KU.r4",
    ]
    assert find_way(PALSTEK, ends[0], ends[0], by="legs") == Way(())


@pytest.mark.parametrize(
    ("start", "goal", "answer", "says"),
    [
        (
            "PS-13.0.2-KU.r4",
            "PS-12.1.0-KU.r1",
            NoWay(frozenset({"rollback"})),
            "can ever make this way",
        ),
        (
            "PS-12.4.7-KU.r3",
            "PS-13.0.2-BI.r4",
            NoWay(frozenset({"region"})),
            "is for another region",
        ),
        ("PS-12.4.1-KU.r2", "PS-12.4.3-KU.r2", NoWay(frozenset({"withdrawn"})), "was withdrawn"),
        (
            "PS-12.4.1-HO.r2",
            "PS-13.0.5-HO.r4",
            NoWay(frozenset({"package"}), Missing("PS-12.4.7-HO.r3", "PS-13.0.5-HO.r4")),
            "a package from PS-12.4.7-HO.r3 to PS-13.0.5-HO.r4",
        ),
    ],
)
def test_where_there_is_no_way_it_says_why(start: str, goal: str, answer: NoWay, says: str) -> None:
    found = find_way(PALSTEK, start, goal, by="legs")
    assert found == answer
    assert isinstance(found, NoWay)
    assert says in no_way_words(start, goal, found)


def test_package_whose_predecessor_is_unknown_is_kept_and_marked() -> None:
    (lost,) = PALSTEK.unknown
    assert (lost.build, lost.missing) == ("PS-13.0.5-HO.r4", "PS-13.0.4-HO.r4")
    assert all(m.goal != lost.build for moves in PALSTEK.moves.values() for m in moves)


def test_dead_ends_and_what_cannot_be_come_back_to() -> None:
    found = standings(PALSTEK)
    assert [n for n, s in found.items() if s.is_dead_end] == ["PS-12.4.7-HO.r3"]
    assert found["PS-12.4.7-KU.r3"].by_rollback
    assert not found["PS-12.1.0-KU.r1"].no_return
    words = dict(standing_words("PS-12.4.7-HO.r3", found["PS-12.4.7-HO.r3"], PALSTEK))
    assert "dead end" in words["care"]
    withdrawn = standing_words("PS-12.4.3-KU.r2", found["PS-12.4.3-KU.r2"], PALSTEK)
    assert withdrawn[0] == ("loss", "withdrawn")


def test_build_that_is_not_listed_is_an_error_with_its_name() -> None:
    with pytest.raises(NoSuchBuild, match=r"no build PS-1\.0\.0-KU\.r1"):
        ways_from(PALSTEK, "PS-1.0.0-KU.r1", by="legs")


WHY = [
    ("PS-12.4.8-KU.r3", "only-other-editions", "the edition of leuchtnetz"),
    ("PS-12.4.3-KU.r2", "withdrawn", "PS-13.0.5-KU.r4 can be reached by hand"),
    ("PS-12.4.7-HO.r3", "no-package", "no package in the catalogue leads there"),
    ("PS-12.2.0-KU.r1", "not-known", "is not known"),
    ("PS_12.2.0_KU_r1_full.twz", "not-known", "is not known"),
    ("PS-13.0.5-KU.r4", "newest", "this is the newest"),
    ("PS-12.4.9-KU.r3", "not-listed", "the catalogue does not hold it"),
    ("PS-12.4.7-XX.r3", "region-not-sold", "region XX: palstek has KU, BI, HO"),
    ("AK-11.0.9-KU.r1", "another-codename", "is not a build of this phone"),
    ("something", "not-read", "A system that was changed"),
]


@pytest.mark.parametrize(("build", "reason", "says"), WHY)
def test_why_no_update(build: str, reason: str, says: str) -> None:
    found = why_no_update(
        build,
        device=device("palstek"),
        graph=PALSTEK,
        reader=reader("palstek"),
    )
    assert (found.reason, says in found.says) == (reason, True)


def test_newer_builds_for_other_regions_only() -> None:
    builds = [b for b in PALSTEK.builds.values() if b.build != "PS-13.0.5-HO.r4"]
    found = why_no_update(
        "PS-12.4.7-HO.r3", device=device("palstek"), graph=Graph(builds), reader=reader("palstek")
    )
    assert (found.reason, found.newest) == ("only-other-regions", "PS-13.0.5-KU.r4")


def test_regions_that_the_scheme_keeps_apart_are_not_newer_than_each_other() -> None:
    poller = graph("poller")
    found = why_no_update(
        "KAI9-M6/HO/2310b",
        device=device("poller"),
        graph=poller,
        reader=reader("poller"),
    )
    assert found.reason == "newest"


def made_of(*builds: dict[str, Any], listed: bool = True) -> Graph:
    """Builds a, b, c … in one line, the oldest first; the first one is asked about."""
    return Graph(
        [
            Build.model_validate(
                {"build": name, "platform": 1, "release": "1", "region": "KU", "rollback_index": 0}
                | ({"order": i} if listed else {"line": f"unreadable-{i}", "order": 0})
                | build
            )
            for i, (name, build) in enumerate(zip("abcde", builds, strict=False))
        ]
    )


FULL = {"kind": "full", "name": "f", "size": 1}
FROM_A = {"kind": "incremental", "name": "i", "size": 1, "from_build": "a"}
OTHERS = [
    ([{}, {"shipped": [FULL]}, {}], "not-known", "c is the newest, but no package", "b"),
    ([{}, {"withdrawn": True}], "newer-withdrawn", "the last of them b", ""),
    ([{"withdrawn": True}, {"withdrawn": True}], "newer-withdrawn", "This build was withdrawn", ""),
    (
        [{}, {"region": "BI", "shipped": [FULL | {"from_regions": ["KU"]}]}],
        "not-known",
        "a package takes phones of KU",
        "b",
    ),
    ([{}, {"region": "BI", "shipped": [FULL]}], "only-other-regions", "no package", "b"),
    ([{}, {"edition": "leuchtnetz", "shipped": [FULL]}], "only-other-editions", "b is", "b"),
    (
        [{"edition": "leuchtnetz"}, {"region": "BI"}, {"edition": "leuchtnetz"}],
        "no-package",
        "c is newer, but no package",
        "c",
    ),
    ([{"shipped": [FROM_A]}], "newest", "this is the newest", ""),
]


@pytest.mark.parametrize(("builds", "reason", "says", "newest"), OTHERS)
def test_every_answer_is_true_of_the_catalogue(
    builds: list[dict[str, Any]], reason: str, says: str, newest: str
) -> None:
    found = why_no_update("a", device=device("poller"), graph=made_of(*builds), reader=None)
    assert (found.reason, says in found.says, found.newest) == (reason, True, newest), found


def test_without_an_order_nothing_is_called_newer() -> None:
    alone = made_of({}, {"shipped": [FROM_A]}, listed=False)
    found = why_no_update("a", device=device("poller"), graph=alone, reader=None)
    assert (found.reason, found.newest) == ("not-comparable", "b")
    ended = why_no_update("b", device=device("poller"), graph=alone, reader=None)
    assert (ended.reason, ended.way) == ("not-comparable", None)
    assert (
        "naming scheme"
        in why_no_update("z", device=device("poller"), graph=alone, reader=None).says
    )


@st.composite
def catalogues(draw: Any) -> Graph:
    """Up to nine builds in two lines, of two regions and editions, with packages from anywhere."""
    count = draw(st.integers(2, 9))
    names = [f"b{i}" for i in range(count)]
    builds = []
    for i, name in enumerate(names):
        packages = []
        for n in range(draw(st.integers(0, 2))):
            kind = draw(st.sampled_from(["full", "incremental", "range"]))
            value: dict[str, Any] = {"kind": kind, "name": f"{name}-{n}", "size": n * 7 + i + 1}
            if kind == "incremental":
                value["from_build"] = draw(st.sampled_from([*names, "lost"]))
            if draw(st.booleans()):
                value["from_regions"] = ["KU"]
            if kind == "range":
                value["from_least"] = draw(st.sampled_from(names))
                value["from_most"] = draw(st.sampled_from(names))
            packages.append(value)
        builds.append(
            Build(
                build=name,
                platform=1,
                release=str(i),
                region=draw(st.sampled_from(["KU", "BI"])),
                edition=draw(st.sampled_from([None, None, "leuchtnetz"])),
                line=draw(st.sampled_from(["main", "main", "side"])),
                rollback_index=draw(st.integers(0, 2)),
                order=i,
                withdrawn=draw(st.booleans()),
                shipped=tuple(Shipment.model_validate(p) for p in packages),
            )
        )
    return Graph(builds)


@settings(max_examples=150)
@given(catalogues())
def test_every_way_is_lawful_shortest_and_agrees_with_what_is_reached(made: Graph) -> None:
    for start in made.builds:
        legs, sizes = ways_from(made, start, by="legs"), ways_from(made, start, by="download")
        assert (
            set(legs)
            == set(sizes)
            == {g for g in made.builds if g != start and made.reaches(start, g)}
        )
        near = _by_steps(made, start)
        for goal, way in legs.items():
            assert len(way.legs) == near[goal] <= len(sizes[goal].legs)
            assert sizes[goal].download <= way.download
            assert [m.start for m in way.legs] == [start, *(m.goal for m in way.legs[:-1])]
            for a, b in pairwise([start, *(m.goal for m in way.legs)]):
                assert (a, b) in _moves_by_hand(made)


def _moves_by_hand(made: Graph) -> set[tuple[str, str]]:
    """docs/catalogue.md, "Update graph", said once more and otherwise."""
    found = set()
    for a, b in product(made.builds.values(), repeat=2):
        for p in b.shipped:
            ends = [made.builds.get(n or "") for n in (p.from_least, p.from_most)]
            fits = {
                "full": True,
                "incremental": p.from_build == a.build,
                "range": all(e and e.line == a.line == b.line for e in ends)
                and ends[0].place <= a.place <= ends[1].place,  # type: ignore[union-attr]
            }[p.kind]
            if (
                fits
                and a is not b
                and not b.withdrawn
                and a.rollback_index <= b.rollback_index
                and a.edition == b.edition
                and a.region in {b.region, *p.from_regions}
            ):
                found.add((a.build, b.build))
    return found


@settings(max_examples=300)
@given(catalogues())
def test_moves_and_reasons_are_those_of_the_plain_rule(made: Graph) -> None:
    moves = {(m.start, m.goal) for each in made.moves.values() for m in each}
    assert moves == _moves_by_hand(made)
    for start, goal in product(made.builds.values(), repeat=2):
        answer = find_way(made, start.build, goal.build, by="legs")
        if isinstance(answer, NoWay) and answer.missing is None:
            true = {
                "withdrawn": goal.withdrawn,
                "rollback": start.rollback_index > goal.rollback_index,
                "edition": start.edition != goal.edition,
                "region": start.region != goal.region,
            }
            assert answer.why
            assert all(true[why] for why in answer.why)


@settings(max_examples=300)
@given(catalogues())
def test_why_no_update_says_only_what_is_so(made: Graph) -> None:
    for mine in made.builds.values():
        found = why_no_update(mine.build, device=device("poller"), graph=made, reader=None)
        newer = [b for b in made.builds.values() if b.line == mine.line and b.place > mine.place]
        standing = [b for b in newer if not b.withdrawn]
        reached = [b for b in standing if made.reaches(mine.build, b.build)]
        same = [b for b in standing if (b.region, b.edition) == (mine.region, mine.edition)]
        assert (found.reason in ("newest", "newer-withdrawn")) <= (not standing)
        assert (found.reason == "newer-withdrawn") == bool(newer and not standing)
        assert (found.way is not None) == bool(reached)
        assert (found.reason == "no-package") == bool(same and not reached)
        assert (found.reason == "only-other-regions") <= all(
            b.region != mine.region for b in standing
        )
        assert (found.reason == "only-other-editions") <= (not same and not reached)


def _by_steps(made: Graph, start: str) -> dict[str, int]:
    """Distances by plain widening, the slow way."""
    near, ring, steps = {start: 0}, {start}, 0
    while ring:
        steps += 1
        ring = {m.goal for n in ring for m in made.moves[n]} - near.keys()
        near |= dict.fromkeys(ring, steps)
    return near


@settings(max_examples=150)
@given(catalogues())
def test_the_missing_package_opens_the_way(made: Graph) -> None:
    for start in made.builds:
        for goal in made.builds:
            answer = find_way(made, start, goal, by="legs")
            if not isinstance(answer, NoWay) or answer.missing is None:
                continue
            value = {"kind": "incremental", "name": "new", "size": 1}
            package = Shipment.model_validate(value | {"from_build": answer.missing.start})
            opened = made.builds[answer.missing.goal]
            builds = made.builds | {
                opened.build: opened.model_copy(update={"shipped": (*opened.shipped, package)})
            }
            assert isinstance(find_way(Graph(list(builds.values())), start, goal, by="legs"), Way)
