"""What the demo is asked for: chains of several legs, real choices, true missing links."""

from dataclasses import replace
from typing import Any

import pytest

from anleitung.core.conditions.model import In, atoms
from anleitung.core.conditions.text import print_condition
from anleitung.core.documents.build import Build
from anleitung.core.routes.aims import aims_of, newest_of, standings_of
from anleitung.core.routes.files import wants_of
from anleitung.core.routes.merge import merge_copies
from anleitung.core.routes.missing import aim_gap, missing_link, stuck_short
from anleitung.core.routes.search import Route, search
from anleitung.core.routes.spread import spread_of
from anleitung.core.routes.timeline import timeline_of
from anleitung.core.schemes.place import neighbours_of
from tests.core.routes.test_routes import aim, found, ground, names

KIEBITZ = "system is kiebitz and mode is system"
BOTH = "every slot: base >= PS-12.4.7-KU.r3 and mode is system"
UPDATED = ["update PS-12.4.7-KU.r3", "update PS-13.0.2-KU.r4"]


@pytest.mark.parametrize(
    ("codename", "text", "known", "legs"),
    [
        (
            "schotstek",
            KIEBITZ,
            {"base": "SK-12.6.0-KU.r1"},
            ["update SK-13.1.0-KU.r2", "update SK-13.1.3-KU.r2", "unlock", "generic-kiebitz"],
        ),
        (
            "achtknoten",
            KIEBITZ,
            {"base": "AK-10.3.0-KU.r0"},
            ["unlock", "update AK-11.0.9-KU.r1", "install-kiebitz"],
        ),
        (
            "poller",
            "system is wattlaeufer and mode is system",
            {"base": "KAI9-M6/BI/2204"},
            ["unlock", "update KAI9-M6/BI/2219c", "install-wattlaeufer"],
        ),
        (
            "klampe",
            "second is sturmvogel and every slot: base >= KAI22-V2/KU/2509",
            {"base": "KAI22-V2/KU/2406"},
            ["update KAI22-V2/KU/2509", "second-system", "update KAI22-V2/KU/2531c"],
        ),
        (
            "palstek",
            "system is wattlaeufer and build is 5.1",
            {"base": "PS-12.4.7-KU.r3"},
            ["unlock", "clean-install", "update-wattlaeufer"],
        ),
        (
            "palstek",
            f"bootloader is unlocked and system is stock and {BOTH}",
            {"base": "PS-12.2.0-KU.r1"},
            ["unlock", *UPDATED],
        ),
    ],
)
def test_chains_of_three_legs_and_more(
    codename: str, text: str, known: dict[str, str], legs: list[str]
) -> None:
    assert names(found(codename, text, **known).routes[0]) == legs


@pytest.mark.parametrize(
    ("text", "known", "ways"),
    [
        # Slow and with nothing that hangs, or at once with an interruption that ends the phone.
        (BOTH, {"base": "PS-12.1.0-KU.r1", "bootloader": "unlocked"}, [UPDATED, ["base-update"]]),
        (
            "system is wattlaeufer",
            {"base": "PS-12.4.1-KU.r2"},
            [["unlock", "clean-install"], ["unlock", "clean-install-one-slot"]],
        ),
    ],
)
def test_choices_of_which_each_is_better_in_something(
    text: str, known: dict[str, str], ways: list[list[str]]
) -> None:
    routes = found("palstek", text, **known).routes
    assert [names(r) for r in routes] == ways
    assert routes[0].cost.risk < routes[1].cost.risk
    assert routes[1].cost.hands < routes[0].cost.hands or (
        routes[1].cost.waiting < routes[0].cost.waiting
    )


@pytest.mark.parametrize(
    ("codename", "base", "before", "unmet"),
    [
        ("schotstek", "SK-13.1.0-KU.r2", "own-key", "every slot: base is SK-13.1.3-KU.r2"),
        ("palstek", "PS-13.0.2-KU.r4", "clean-install", "every slot: base <= PS-12.4.7-KU.r3"),
    ],
)
def test_true_missing_links(codename: str, base: str, before: str, unmet: str) -> None:
    on, wanted = ground(codename), aim("system is wattlaeufer and mode is system")
    phone = on.phone({"base": base})
    link = missing_link(on, phone, wanted, search(on, phone, wanted))
    assert link is not None
    assert (link.before.name, [print_condition(p) for p in link.unmet]) == (before, [unmet])


def test_where_no_guide_ends_with_the_aim_it_is_told_how_near_one_comes() -> None:
    on, wanted = ground("palstek"), aim("build is 5.1 and root is present")
    phone = on.phone({"bootloader": "unlocked", "system": "wattlaeufer"})
    answer = search(on, phone, wanted)
    assert (answer.routes, missing_link(on, phone, wanted, answer)) == ((), None)
    gap = aim_gap(on, wanted, answer)
    assert gap is not None
    assert len(gap.unmet) == 1
    assert aim_gap(on, aim("root is present and media is gone"), answer) is not None
    nothing = replace(answer, reached=answer.reached[:1])
    assert aim_gap(on, aim("build is 5.1 and root is present"), nothing) is None


def test_a_leg_that_is_asked_for_is_gone_through_and_one_that_needs_a_missing_tool_is_not() -> None:
    on = ground("palstek")
    phone = on.phone({"base": "PS-12.1.0-KU.r1", "bootloader": "unlocked"})
    free = aim(BOTH)
    pinned = replace(free, through=frozenset({"base-update"}))
    assert [names(r) for r in search(on, phone, pinned).routes] == [["base-update"]]
    without = search(on, phone, replace(free, no_tools=frozenset({"lotse"})))
    assert [names(r) for r in without.routes] == [UPDATED]
    assert all("lotse" not in leg.tools() for r in without.routes for leg in r.legs)
    (quick,) = search(on, phone, pinned).routes
    assert "lotse" in quick.legs[0].tools()
    # What is wanted and cannot be gone through leads nowhere.
    assert not search(on, phone, replace(free, through=frozenset({"second"}))).routes


def test_a_copy_that_stands_is_not_made_again_and_the_way_without_it_was_run() -> None:
    on = ground("palstek")
    phone, wanted = on.phone({}), aim("system is wattlaeufer and root is present")
    route = search(on, phone, wanted).routes[0]
    merged = merge_copies(on, phone, route, wanted)
    assert merged is not None
    assert merged.skipped == {1: frozenset({"copy-media"})}
    assert merged.route.cost.hands < route.cost.hands
    assert merged.route.cost.lost <= route.cost.lost
    assert "copy-media" not in merged.route.legs[1].steps
    # It holds for every phone for which the way with both copies does.
    first, second = (
        spread_of(on, moves, {}, wanted)
        for moves in ([leg.move for leg in route.legs], merged.moves)
    )
    assert (first.holds, first.of) == (second.holds, second.of)
    alone = search(on, phone, aim("bootloader is unlocked")).routes[0]
    assert merge_copies(on, phone, alone, aim("bootloader is unlocked")) is None


def test_the_time_scale_holds_every_leg_and_its_cuts_in_order() -> None:
    route = found("palstek", "system is wattlaeufer and root is present").routes[0]
    stretches = timeline_of(route)
    assert [s.begins for s in stretches[1:]] == [s.ends for s in stretches[:-1]]
    assert stretches[-1].ends == route.cost.hands + route.cost.waiting
    assert [len(s.cuts) for s in stretches] == [1, 0, 0]
    for stretch in stretches:
        inside = (*stretch.cuts, *stretch.no_returns)
        assert all(stretch.begins <= at <= stretch.ends for at in inside)


def test_files_are_fetched_once_and_room_is_told_at_the_worst_moment() -> None:
    route = found("palstek", "system is wattlaeufer and root is present").routes[0]
    wants = wants_of(route, "K6")
    names_of = [w.package.name for w in wants.files]
    assert len(names_of) == len(set(names_of))
    assert [w.leg for w in wants.files] == sorted(w.leg for w in wants.files)
    assert not any("m6" in name for name in names_of)
    assert len(wants_of(route, "").files) > len(wants.files)
    rooms = [
        sum(w.package.size for w in wants.files if w.last >= n)
        + sum(w.package.unpacked_size or 0 for w in wants.files if w.leg <= n <= w.last)
        for n in (1, 2, 3)
    ]
    assert (wants.worst, wants.worst_leg) == (max(rooms), rooms.index(max(rooms)) + 1)
    assert wants_of(Route((), route.cost, route.after), "") == type(wants)((), 0, 0, 0)


@pytest.mark.parametrize(
    ("text", "around"),
    [
        ("PS-12.4.3-KU.r1", ("PS-12.4.1-KU.r2", "PS-12.4.7-KU.r3")),
        ("PS-11.0.0-KU.r1", ("", "PS-12.1.0-KU.r1")),
        ("PS-99.0.0-HO.r1", ("PS-12.4.7-HO.r3", "")),
        ("nothing of the kind", ("", "")),
    ],
)
def test_the_builds_next_to_one_that_is_not_listed(text: str, around: tuple[str, str]) -> None:
    bundle = ground("palstek").bundles["unlock"]

    def name(build: Build | None) -> str:
        return build.build if build else ""

    older, newer = neighbours_of(bundle.builds, bundle.build_reader, text)
    assert (name(older), name(newer)) == around


def test_each_state_of_the_phone_is_offered_what_is_not_so_on_it_yet() -> None:
    on = ground("palstek")
    offered: dict[Any, set[str]] = {
        tuple(s.known.values()): {a.id for a in s.aims} for s in standings_of(on)
    }
    assert list(offered) == [
        ("locked", "stock"),
        ("unlocked", "stock"),
        ("unlocked", "wattlaeufer"),
    ]
    shelf, opened, other = offered.values()
    assert {"unlocked", "system:wattlaeufer", "update:stock", "sale"} <= shelf
    assert "unlocked" not in opened
    assert {"update:wattlaeufer", "update-rooted:wattlaeufer", "stock", "sale"} <= other
    assert not {"system:wattlaeufer", "update:stock"} & other
    assert not {"update:wattlaeufer", "stock"} & shelf
    known = {a.id for a in aims_of(on)}
    assert shelf | opened | other <= known


def test_an_update_leads_on_never_back() -> None:
    order = {b.build: b.place for b in ground("palstek").world.builds}
    for move in ground("palstek").moves:
        if move.is_update:
            goal = order[move.name.removeprefix("update ")]
            named = [a for a in atoms(move.bundle.guide.admission.condition) if a.fact == "build"]
            starts = [s for a in named for s in (a.values if isinstance(a, In) else (a.value,))]
            assert starts
            assert all(order[s] < goal for s in starts if order[s][0] == goal[0])


@pytest.mark.parametrize(("bound", "legs"), [(1, 0), (60, 2)])
def test_a_search_that_reaches_its_bound_says_so_and_claims_no_more_than_it_tried(
    bound: int, legs: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    whole = found("palstek", "system is wattlaeufer and root is present")
    assert (whole.is_cut, whole.legs) == (False, 4)
    monkeypatch.setattr("anleitung.core.routes.search.MOST_RUNS", bound)
    cut = found("palstek", "system is wattlaeufer and root is present")
    assert cut.is_cut
    assert (cut.legs, cut.is_whole) == (legs, False)
    assert {r.cost for r in cut.routes} <= {r.cost for r in cut.reached}


def test_an_obvious_short_way_that_gets_stuck_is_told_and_no_guide_for_something_else() -> None:
    on, wanted = ground("palstek"), aim("system is wattlaeufer and mode is system")
    old = on.phone({"base": "PS-12.2.0-KU.r1", "bootloader": "unlocked"})
    (stuck,) = stuck_short(on, wanted, search(on, old, wanted))
    assert (stuck.move.name, stuck.finding) == ("clean-install-one-slot", "base-too-old")
    newer = on.phone({"base": "PS-12.4.1-KU.r2", "bootloader": "unlocked"})
    answer = search(on, newer, wanted)
    # A guide that is broken on every phone ends nowhere: it is no short way to anything.
    assert {r.move.name for r in answer.refused if r.finding} == {"install-from-storage"}
    assert stuck_short(on, wanted, answer) == ()


def test_the_newest_build_is_the_last_one_and_not_the_last_in_the_alphabet() -> None:
    on = ground("palstek")
    newest = max((b for b in on.world.builds if b.region == "KU"), key=lambda b: b.place)
    for name in ("PS-9.9.9-KU.r1", "PS-14.10.0-KU.r1"):
        order = -1 if "9.9" in name else (newest.order or 0) + 1
        made = newest.model_copy(update={"build": name, "order": order})
        text = newest_of((*on.world.builds, made))
        assert ("PS-14.10.0-KU.r1" in text) == (order > 0)
        assert "PS-9.9.9-KU.r1" not in text
