"""What is open of a phone: chains that hold whatever it is, and what each answer leads to."""

from collections.abc import Mapping, Sequence
from dataclasses import replace
from itertools import product
from random import Random

from anleitung.core.diagrams.space import FactKind
from anleitung.core.routes.aims import aims_of
from anleitung.core.routes.answer import Answered, answer_of
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.moves import Move
from anleitung.core.routes.run import Leg, take
from anleitung.core.routes.search import Aim, holds, search
from anleitung.core.routes.spread import phones_of, spread_of
from anleitung.core.routes.wishes import Wishes, wished
from tests.core.routes.test_routes import aim, cost_of, ground, names, some_phone

WATT = "system is wattlaeufer and mode is system"
NO_WISHES = Wishes()
CODENAMES = ["palstek", "klampe", "poller", "schotstek", "achtknoten"]
NEWEST = "every slot: base >= PS-12.4.7-KU.r3 and mode is system"


def asked(codename: str, text: str, wishes: Wishes = NO_WISHES, **known: str) -> Answered:
    facts = {name.replace("_", "-"): value for name, value in known.items()}
    return answer_of(ground(codename), aim(text).condition, facts, wishes)


def test_a_chain_that_holds_whatever_is_not_said_is_found_though_another_is_better_for_one() -> (
    None
):
    """An update that waits is met by a guide that does not ask what the phone runs."""
    told = asked(
        "palstek", WATT, bootloader="unlocked", system="stock", base="PS-12.4.7-KU.r3", variant="K6"
    )
    assert [names(c.route) for c in told.choices] == [
        ["clean-install"],
        ["emergency-base", "clean-install"],
    ]
    assert [c.spread.is_for_all for c in told.choices] == [False, True]
    first, last = told.choices
    assert last.failing is None
    assert first.failing is not None
    assert first.failing.phone["update"] == "waiting"
    # With everything said, the shorter one holds and nothing more is offered.
    told = asked("palstek", WATT, **{**first.failing.phone, "update": "none"})
    assert [names(c.route) for c in told.choices] == [["clean-install"]]
    assert told.whatever is None


def test_where_no_chain_holds_for_all_each_answer_has_its_own_way_or_none() -> None:
    told = asked("palstek", WATT, bootloader="locked", system="stock", base="PS-12.4.7-KU.r3")
    assert told.whatever is not None
    assert (told.whatever.route, told.whatever.is_cut) == (None, False)
    stranded = told.whatever.stranded
    assert stranded is not None
    assert stranded["carrier"] == "deichfunk"
    assert not search(ground("palstek"), stranded, aim(WATT)).routes
    assert told.choices[0].spread.fact == "carrier"
    ways = {each.value: each.route and names(each.route) for each in told.follows}
    assert ways == {
        "open": ["unlock", "clean-install"],
        "leuchtnetz": ["unlock", "clean-install"],
        "deichfunk": None,
    }


def test_where_only_others_have_a_way_one_of_them_is_named() -> None:
    told = asked("palstek", WATT, carrier="deichfunk")
    assert told.choices == ()
    assert told.elsewhere is not None
    assert [move.name for move in told.elsewhere.moves] == ["clean-install"]
    assert told.elsewhere.phone["bootloader"] == "unlocked"
    # One that is there already is no example of a way.
    told = asked("palstek", WATT, Wishes(keep=frozenset({"media"})))
    assert told.in_the_way is not None
    assert told.elsewhere is None or told.elsewhere.phone["system"] == "stock"
    told = asked("palstek", WATT, base="PS-13.0.2-KU.r4", system="stock")
    assert (told.choices, told.elsewhere) == ((), None)


def random_question(seed: int) -> tuple[Ground, dict[str, str], Aim, Wishes]:
    random = Random(seed)
    whole = ground(random.choice(CODENAMES))
    on = Ground(random.sample(whole.moves, k=min(7, len(whole.moves))))
    phone, open_ = some_phone(on, random), None
    if seed % 2:
        # Guides that differ in what they ask of the phone, of which nearly all is said.
        whole = ground("palstek")
        asking = [m for m in whole.moves if m.name in ("emergency-base", "clean-install", "root")]
        others = {m.key: m for m in (*asking, *random.sample(whole.moves, k=3))}
        on = Ground(others.values())
        phone = on.phone({"bootloader": "unlocked"})
        open_ = {"update", *random.sample(sorted(phone), k=2)}
    facts = [f.name for f in on.space.facts if f.kind is FactKind.PHONE]
    told = {
        name: phone[name]
        for name in facts
        if (name not in open_ if open_ else random.random() < 0.5)
    }
    wishes = Wishes(
        frozenset(random.sample(["apps", "media", "root", "warranty"], k=random.choice([0, 0, 1]))),
        no_tools=frozenset(random.sample(sorted(on.world.tools), k=random.choice([0, 0, 1]))),
    )
    condition = random.choice(aims_of(on)).condition
    return on, told, wished(condition, wishes), wishes


def test_what_is_said_of_what_is_open_is_what_trying_everything_says() -> None:
    """Whether a chain holds for all; phones on which one fails, and which have a way elsewhere."""
    seen = dict.fromkeys(("for all", "taken along", "none", "failing", "elsewhere"), 0)
    for seed in range(120):
        on, known, wanted, wishes = random_question(seed)
        told = answer_of(on, wanted.condition, known, wishes)
        possible = phones_of(on, known)
        for choice in told.choices:
            moves = [leg.move for leg in choice.route.legs]
            assert (choice.failing is None) == choice.spread.is_for_all
            if choice.failing is not None:
                seen["failing"] += 1
                assert on.space.at(possible, choice.failing.phone) is True
                assert not comes_through(on, choice.failing.phone, moves, wanted)
        if told.elsewhere is not None:
            seen["elsewhere"] += 1
            other = told.elsewhere.phone
            assert on.space.at(possible, other) is True
            assert not comes_through(on, other, [], wanted)
            assert comes_through(on, other, told.elsewhere.moves, wanted)
        if told.choices and not any(c.spread.is_for_all for c in told.choices):
            assert told.whatever is not None
            assert not told.whatever.is_cut
            chains = (c for n in range(3) for c in product(on.moves, repeat=n))
            assert not any(spread_of(on, c, known, wanted).is_for_all for c in chains)
            seen["none"] += 1
        elif told.choices:
            seen["for all" if told.whatever is None else "taken along"] += 1
    assert all(seen.values()), seen


def comes_through(on: Ground, phone: Mapping[str, str], moves: Sequence[Move], wanted: Aim) -> bool:
    state, legs = on.state_of(phone), list[Leg]()
    for move in moves:
        leg = take(on, move, state, dict(phone))
        if not isinstance(leg, Leg) or leg.tools() & wanted.no_tools:
            return False
        state = leg.after
        legs.append(leg)
    lost = cost_of(on, dict(phone), tuple(legs)).lost
    return holds(on, wanted, state) and not lost & wanted.keep


def test_several_phones_come_there_by_the_same_legs_and_the_worst_of_them_counts() -> None:
    on, wanted = ground("palstek"), aim(NEWEST)
    known = {"bootloader": "unlocked", "base": "PS-12.1.0-KU.r1"}
    one = on.phone(known)
    other = on.phone({**known, "variant": "M6", "update": "waiting"})
    both = search(on, one, wanted, beside=[other])
    alone, beside = search(on, one, wanted), search(on, other, wanted)
    assert both.routes
    for route in both.routes:
        moves = [leg.move for leg in route.legs]
        assert all(comes_through(on, p, moves, wanted) for p in (one, other))
    fewest = min(len(route.legs) for route in both.routes)
    assert fewest >= max(min(len(r.legs) for r in f.routes) for f in (alone, beside))
    none = replace(wanted, without=frozenset(m.name for m in on.moves))
    assert search(on, one, none, beside=[other]).routes == ()
