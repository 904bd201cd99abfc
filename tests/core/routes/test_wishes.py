"""What of the wishes stands in the way, held against searching without each of them."""

from itertools import combinations
from random import Random

import pytest

from anleitung.core.routes.aims import aims_of
from anleitung.core.routes.moves import MOST_CHOICES, moves_of, ways_to_choose
from anleitung.core.routes.search import Aim, search
from anleitung.core.routes.wishes import MOST_TRIED, Wishes, as_wished, in_the_way
from anleitung.demo.bundles import bundle_files
from tests.core.bundles import bundle
from tests.core.routes.test_routes import aim, ground

WATT = aim("system is wattlaeufer and mode is system").condition
NOTHING: frozenset[str] = frozenset()


@pytest.mark.parametrize(
    ("wishes", "takes", "opens"),
    [
        (Wishes(without=frozenset({"unlock"})), NOTHING, [("without", "unlock")]),
        (Wishes(keep=frozenset({"media"})), {"media"}, []),
        # Each of the two takes it: neither alone opens anything.
        (Wishes(frozenset({"media"}), frozenset({"unlock"})), NOTHING, []),
        (
            Wishes(through=frozenset({"unlock", "second"})),
            NOTHING,
            [("through", "second")],
        ),
        (Wishes(no_tools=frozenset({"lotse"})), NOTHING, [("no_tools", "lotse")]),
    ],
)
def test_what_stands_in_the_way_is_named(
    wishes: Wishes, takes: frozenset[str], opens: list[tuple[str, str]]
) -> None:
    on = ground("palstek")
    held = in_the_way(on, on.phone({"bootloader": "locked"}), WATT, wishes)
    assert held is not None
    assert (held.takes, list(held.opens)) == (takes, opens)


def test_where_there_is_no_way_at_all_no_wish_is_blamed() -> None:
    on = ground("palstek")
    phone = on.phone({"base": "PS-13.0.2-KU.r4"})
    assert not search(on, phone, Aim(WATT)).routes
    assert in_the_way(on, phone, WATT, Wishes(without=frozenset({"unlock"}))) is None
    assert in_the_way(on, on.phone({}), WATT, Wishes()) is None


def test_where_not_every_wish_was_tried_nothing_is_claimed_of_them() -> None:
    on = ground("palstek")
    phone = on.phone({"bootloader": "locked"})
    names = [f"guide-{n:02}" for n in range(MOST_TRIED)]  # none of them is in the way
    held = in_the_way(on, phone, WATT, Wishes(without=frozenset({*names, "unlock"})))
    assert held is not None
    assert (held.opens, held.is_cut) == ((), True)
    fewer = in_the_way(on, phone, WATT, Wishes(without=frozenset({*names[1:], "unlock"})))
    assert fewer is not None
    assert (fewer.opens, fewer.is_cut) == ((("without", "unlock"),), False)


@pytest.mark.parametrize("seed", range(8))
def test_a_wish_is_named_exactly_where_a_way_opens_without_it(seed: int) -> None:
    random = Random(seed)
    on = ground(random.choice(["palstek", "poller", "klampe"]))
    moves = sorted({m.name for m in on.moves})
    tools = sorted(on.world.tools)
    wanted = random.choice(aims_of(on)).condition
    wishes = Wishes(
        frozenset(random.sample(["apps", "media"], random.choice([0, 1]))),
        frozenset(random.sample(moves, 2)),
        frozenset(random.sample(moves, random.choice([0, 1]))),
        frozenset(random.sample(tools, random.choice([0, 1]))),
    )
    phone = on.phone({})
    if as_wished(on, phone, wanted, wishes).routes:
        return
    held = in_the_way(on, phone, wanted, wishes)
    free = as_wished(on, phone, wanted, Wishes()).routes
    assert (held is None) == (not free)
    if held is not None:
        opening = {
            (part, name)
            for part, name in wishes.one_by_one()
            if as_wished(on, phone, wanted, wishes.but(part, name)).routes
        }
        assert set(held.opens) == opening
        keepless = Wishes(NOTHING, wishes.without, wishes.through, wishes.no_tools)
        routes = as_wished(on, phone, wanted, keepless).routes
        assert bool(held.takes) == bool(wishes.keep and routes)
        assert all(r.cost.lost & wishes.keep for r in routes if held.takes)


def test_of_many_ways_to_choose_only_some_are_tried_and_that_can_be_told() -> None:
    options = "options:\n" + "".join(
        f"  - id: extra-{n}\n    ask: Extra {n}?\n    choices:\n"
        "      - {id: without, says: Without}\n      - {id: with-it, says: With it}\n"
        for n in range(5)
    )
    assert "options:\n" in bundle_files("palstek", "clean-install")["guide.yaml"].decode()
    many = bundle("clean-install", ("guide.yaml", "options:\n", options))
    few = bundle("clean-install")
    assert ways_to_choose(many) == 32 * ways_to_choose(few) > MOST_CHOICES
    assert len(list(moves_of("many", many))) == MOST_CHOICES
    assert len(list(moves_of("few", few))) == ways_to_choose(few) <= MOST_CHOICES
    tried = [move.choices for move in moves_of("many", many)]
    assert all(first != second for first, second in combinations(tried, 2))
