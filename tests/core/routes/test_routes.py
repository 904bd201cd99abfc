"""Routes over the guides of the demo: found, told apart, refused, and held against each phone."""

from collections.abc import Iterator
from dataclasses import replace
from functools import cache
from itertools import product
from random import Random

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anleitung.core.conditions.text import print_condition
from anleitung.core.diagrams.space import FactKind
from anleitung.core.documents.base import Typed
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.phone.actions.by_hand import ByHand
from anleitung.core.routes.aims import aims_of
from anleitung.core.routes.ground import Ground, UnknownFact
from anleitung.core.routes.missing import missing_link
from anleitung.core.routes.moves import FLAGGED, Flag, Move, Reported, moves_of, updates_of
from anleitung.core.routes.run import Leg, take
from anleitung.core.routes.search import Aim, Cost, Found, Route, holds, search
from anleitung.core.routes.spread import Through, phones_of, phones_through, spread_of
from anleitung.core.updates.moves import Graph
from anleitung.demo.bundles import bundle_files, guide_names

ROOTED = "system is wattlaeufer and root is present"


@cache
def ground(codename: str, *avoided: str) -> Ground:
    found: list[Move] = []
    bundles = {}
    for name in guide_names(codename):
        for bundle in read_bundle(bundle_files(codename, name)).each:
            if bundle.device.codename == codename:
                bundles[name] = bundle
                found += moves_of(name, bundle, avoided="held" if name in avoided else "")
    builds = {b.build: b for bundle in bundles.values() for b in bundle.placed}
    found += updates_of(next(iter(bundles.values())), Graph(list(builds.values())))
    return Ground(found)


def aim(text: str, *keep: str) -> Aim:
    return Aim(Typed.parse(text).condition, frozenset(keep))


def found(codename: str, text: str, *keep: str, **known: str) -> Found:
    on = ground(codename)
    facts = {name.replace("_", "-"): value for name, value in known.items()}
    return search(on, on.phone(facts), aim(text, *keep))


def names(route: Route) -> list[str]:
    return [leg.move.name for leg in route.legs]


@pytest.mark.parametrize(
    ("codename", "text", "known", "legs"),
    [
        ("palstek", ROOTED, {}, ["unlock", "clean-install", "root"]),
        ("palstek", "bootloader is unlocked and mode is system", {}, ["unlock"]),
        (
            "palstek",
            "system is stock and bootloader is locked",
            {"bootloader": "unlocked", "system": "wattlaeufer"},
            ["return-to-stock"],
        ),
        (
            "schotstek",
            "system is wattlaeufer and bootloader is locked",
            {},
            ["unlock", "own-key"],
        ),
    ],
)
def test_the_chain_is_found(
    codename: str, text: str, known: dict[str, str], legs: list[str]
) -> None:
    answer = found(codename, text, **known)
    assert names(answer.routes[0]) == legs
    assert all(holds(ground(codename), aim(text), r.after) for r in answer.routes)


def test_what_is_to_be_kept_takes_away_the_ways_that_lose_it() -> None:
    answer = found("palstek", ROOTED, "media")
    assert answer.routes == ()
    assert answer.legs >= 4


def test_an_aim_that_is_reached_already_needs_no_leg() -> None:
    answer = found("palstek", "system is stock")
    assert answer.already
    assert answer.routes[0].legs == ()


def test_without_a_guide_another_way_is_taken_or_none() -> None:
    on = ground("palstek")
    fewer = replace(aim(ROOTED), without=frozenset({"clean-install"}))
    without = search(on, on.phone({}), fewer)
    assert without.routes
    assert all("clean-install" not in names(r) for r in without.routes)
    none = replace(aim(ROOTED), without=frozenset({"unlock"}))
    assert not search(on, on.phone({}), none).routes


def test_a_held_guide_is_avoided() -> None:
    on = ground("palstek", "root")
    assert not search(on, on.phone({}), aim(ROOTED)).routes


def test_the_missing_link_names_what_nothing_leads_to() -> None:
    on = ground("palstek", "unlock")
    phone, wanted = on.phone({}), aim("system is wattlaeufer")
    link = missing_link(on, phone, wanted, search(on, phone, wanted))
    assert link is not None
    assert [print_condition(part) for part in link.unmet] == ["bootloader is unlocked"]
    # Nothing on klampe brings root: there is no guide of which only the beginning is missing.
    on = ground("klampe")
    phone, wanted = on.phone({}), aim("root is present")
    assert missing_link(on, phone, wanted, search(on, phone, wanted)) is None


@pytest.mark.parametrize("known", [{"no-such": "x"}, {"variant": "X9"}])
def test_a_fact_that_the_codename_does_not_have_is_refused(known: dict[str, str]) -> None:
    with pytest.raises(UnknownFact):
        ground("palstek").phone(known)


def test_an_unknown_build_is_led_nowhere_that_was_not_proved() -> None:
    on = ground("palstek")
    answer = search(on, on.phone({"base": "PS-99-KU.r9"}), aim(ROOTED))
    assert answer.routes == ()


def chains(on: Ground, phone: dict[str, str], longest: int) -> Iterator[tuple[Leg, ...]]:
    """Every chain of moves that runs through, without any sense of what is good."""

    def further(legs: tuple[Leg, ...], state: object) -> Iterator[tuple[Leg, ...]]:
        yield legs
        if len(legs) == longest:
            return
        for move in on.moves:
            leg = take(on, move, state, phone)  # type: ignore[arg-type]
            if isinstance(leg, Leg):
                yield from further((*legs, leg), leg.after)

    yield from further((), on.state_of(phone))


def cost_of(on: Ground, phone: dict[str, str], legs: tuple[Leg, ...]) -> Cost:
    start, end = on.state_of(phone), legs[-1].after if legs else on.state_of(phone)
    # Slot by slot, as the model writes them.
    whole = {
        "apps": "present",
        "media": "present",
        "warranty": "intact",
        "protected-content": "full",
        f"cur.{on.world.first_ramdisk}.root": "present",
    }
    lost = {
        "root" if x.endswith(".root") else x
        for x, kept in whole.items()
        if start.get(x) == kept and end.get(x) != kept
    }
    return Cost(
        frozenset(lost),
        max((leg.risk for leg in legs), default=0),
        sum(leg.hands[1] for leg in legs),
        sum(leg.waiting[1] for leg in legs),
    )


@pytest.mark.parametrize("codename", ["klampe", "poller", "schotstek", "achtknoten"])
@pytest.mark.parametrize("seed", range(4))
def test_the_choices_are_those_of_trying_every_chain(codename: str, seed: int) -> None:
    random = Random(seed)
    on = with_flags(ground(codename), random)
    phone = some_phone(on, random)
    for named in random.sample(aims_of(on), k=2):
        wanted = Aim(named.condition, frozenset(random.sample(["apps", "media"], k=seed % 2)))
        answer = search(on, phone, wanted)
        every = [
            cost_of(on, phone, legs)
            for legs in chains(on, phone, answer.legs)
            if holds(on, wanted, legs[-1].after if legs else on.state_of(phone))
        ]
        fit = {c for c in every if not c.lost & wanted.keep}
        best = {c for c in fit if not any(o.beats(c) and o != c for o in fit)}
        assert {r.cost for r in answer.routes} == best, named.id


def with_flags(on: Ground, random: Random) -> Ground:
    """Some guides are reported to fail, on some phones or on all."""

    def flag(move: Move) -> Flag:
        options = [f"option.{option}" for option in move.bundle.options]
        factor = random.choice(["variant", "base", *options])
        values = {
            "variant": [v.id for v in move.bundle.device.variants],
            "base": [b.build for b in move.bundle.builds],
        }
        known = values.get(factor) or move.bundle.options[factor.removeprefix("option.")]
        return Flag(factor, random.choice(["", *known]), "It fails.")

    return Ground(
        [
            replace(m, reported=Reported(9, 8, (flag(m),))) if random.random() < 0.4 else m
            for m in on.moves
        ]
    )


def test_readers_reports_weigh_on_the_leg_that_such_a_phone_takes() -> None:
    """Where an older base is reported to fail, the way over a newer one comes first."""
    plain, old = ground("palstek"), "PS-12.4.1-KU.r2"
    told = Reported(24, 21, (Flag("base", old, "It fails."),))
    on = Ground(
        [replace(m, reported=told) if m.name == "clean-install" else m for m in plain.moves]
    )
    wanted, known = aim("system is wattlaeufer"), {"base": old, "bootloader": "unlocked"}
    direct = [r for r in search(plain, plain.phone(known), wanted).routes if len(r.legs) == 1]
    assert direct
    assert direct[0].cost.risk < FLAGGED
    routes = search(on, on.phone(known), wanted).routes
    assert routes[0].cost.risk < FLAGGED
    assert names(routes[0])[-1] == "clean-install"
    assert len(routes[0].legs) > 1
    for route in routes:
        mine = [leg for leg in route.legs if leg.flags]
        assert (route.cost.risk == FLAGGED) == bool(mine)
        assert {leg.move.name for leg in mine} <= {"clean-install"}
    # Another phone has nothing to do with it.
    other = {"base": "PS-12.4.7-KU.r3", "bootloader": "unlocked"}
    assert all(r.cost.risk < FLAGGED for r in search(on, on.phone(other), wanted).routes)


@pytest.mark.parametrize("codename", ["palstek", "schotstek", "klampe"])
def test_the_doors_of_all_guides_together_are_those_of_each(codename: str) -> None:
    on, random = ground(codename), Random(codename)
    shut = 0
    for _again in range(60):
        state = on.state_of(some_phone(on, random))
        for slot in random.sample(sorted(state), k=3):
            del state[slot]  # one that is not there speaks against nobody
        bits = on.hall.shut_out(state)
        each = [move.doors.shut_out(state) for move in on.moves]
        assert [bool(bits >> at & 1) for at in range(len(on.moves))] == each
        shut += sum(each)
    assert 0 < shut < 60 * len(on.moves)


@pytest.mark.parametrize(
    ("factor", "value"),
    [
        *(
            ("base", value)
            for value in ("", "PS-12.4.1-KU.r2", "PS-12.4.7-KU.r3", "PS-12.1.0-KU.r1")
        ),
        *(("variant", value) for value in ("M6", "K6")),
        *(("option.data", value) for value in ("clean", "keep")),
    ],
)
@pytest.mark.parametrize("over", [frozenset(), frozenset({"update PS-12.4.7-KU.r3"})])
def test_on_how_many_phones_a_report_fits_is_what_each_of_them_says(
    factor: str, value: str, over: frozenset[str]
) -> None:
    """The base counts as it is when the leg is begun, also after an update on the way."""
    plain, wanted = ground("palstek"), aim("system is wattlaeufer")
    told = Reported(24, 21, (Flag(factor, value, "It fails."),))
    on = Ground(
        [replace(m, reported=told) if m.name == "clean-install" else m for m in plain.moves]
    )
    known = {f.name: f.default for f in on.space.facts if f.kind is FactKind.PHONE}
    known |= {"bootloader": "unlocked", "base": "PS-12.4.1-KU.r2"}
    routes = search(plain, plain.phone(known), replace(wanted, through=over)).routes
    taken = next(r for r in routes if names(r)[-1] == "clean-install")
    moves = [next(m for m in on.moves if m.key == leg.move.key) for leg in taken.legs]
    assert over <= {move.name for move in moves}
    for name in ("variant", "region", "base"):
        del known[name]
    usual, fits, holding = on.phone({}), set(), set()
    hidden = {f.name for f in on.space.facts if f.kind is not FactKind.PHONE}
    for phone in on.space.starts(phones_of(on, known)):
        if any(phone[name] != usual[name] for name in hidden):
            continue
        state, flags = on.state_of(phone), 0
        for move in moves:
            leg = take(on, move, state, phone)
            if not isinstance(leg, Leg):
                break
            state, flags = leg.after, flags + len(leg.flags)
        else:
            kind = tuple(phone[f.name] for f in on.space.facts if f.kind is FactKind.PHONE)
            holding.add(kind)
            fits |= {kind} if flags else set()
    spread = spread_of(on, moves, known, wanted)
    assert holding
    assert (spread.holds, spread.flagged) == (len(holding), len(fits))


def some_phone(on: Ground, random: Random) -> dict[str, str]:
    """Any phone that there is, with everything hidden as it usually is."""
    space = on.space
    while True:
        phone = {
            f.name: random.choice(f.values) if f.kind is FactKind.PHONE else f.default
            for f in space.facts
        }
        if space.at(on.possible, phone) is True:
            return phone


@cache
def tried(codename: str, text: str, seed: int) -> tuple[Ground, list[Move], Aim, Through]:
    """A way for the usual phone, and all phones that come through it as it is wished."""
    random = Random(seed)
    on = with_flags(ground(codename), random)
    (first, *_) = search(on, on.phone({}), aim(text)).routes
    moves = [leg.move for leg in first.legs]
    # Wishes that the usual phone's own way may well go against.
    keep = random.sample(["apps", "root", "warranty", "protected-content"], k=random.choice([0, 1]))
    tools = frozenset(random.sample(sorted(on.world.tools), k=random.choice([0, 1])))
    wanted = replace(aim(text, *keep), no_tools=tools)
    return on, moves, wanted, phones_through(on, moves, on.possible, wanted)


@settings(max_examples=200)
@given(st.integers(0, 10**9))
def test_the_spread_says_of_each_phone_what_running_it_says(seed: int) -> None:
    random = Random(seed)
    codename, text = random.choice(
        [
            ("palstek", ROOTED),
            ("schotstek", "system is wattlaeufer"),
            ("poller", "bootloader is unlocked"),
            ("klampe", "second is sturmvogel"),
        ]
    )
    on, moves, wanted, through = tried(codename, text, seed % 8)
    phone = some_phone(on, random)
    if random.random() < 0.7:
        # Near the usual phone, where the legs lead somewhere.
        usual = on.phone({})
        phone = {k: v if random.random() < 0.1 else usual[k] for k, v in phone.items()}
        if on.space.at(on.possible, phone) is not True:
            return
    ended_well, flags, needed = True, 0, frozenset[str]()
    legs: list[Leg] = []
    state = on.state_of(phone)
    for move in moves:
        leg = take(on, move, state, phone)
        if not isinstance(leg, Leg):
            ended_well = False
            break
        state = leg.after
        legs.append(leg)
        flags, needed = flags + len(leg.flags), needed | leg.tools()
    lost = cost_of(on, phone, tuple(legs)).lost
    there = ended_well and holds(on, wanted, state)
    well = there and not lost & wanted.keep and not needed & wanted.no_tools
    assert on.space.at(through.well, phone) is well
    assert on.space.at(through.reported, phone) is (well and flags > 0)
    losing = {loss for loss, some in through.lost.items() if on.space.at(some, phone) is True}
    assert losing == (lost if well else frozenset())


def test_the_fact_that_decides_most_is_named_with_its_answers() -> None:
    on, wanted = ground("palstek"), aim(ROOTED)
    moves = [leg.move for leg in search(on, on.phone({}), wanted).routes[0].legs]
    told = spread_of(on, moves, {}, wanted)
    assert told.finished
    assert 0 < told.holds < told.of
    assert told.fact in {f.name for f in on.space.facts}
    assert sum(a.of for a in told.answers) == told.of
    assert sum(a.holds for a in told.answers) == told.holds
    everything = {f.name: f.default for f in on.space.facts if f.kind is FactKind.PHONE}
    known = spread_of(on, moves, everything, wanted)
    assert (known.of, known.is_for_all, known.fact) == (1, True, "")
    assert on.space.count(phones_of(on, everything)) >= 1


@pytest.mark.parametrize("codename", ["palstek", "klampe", "poller", "schotstek", "achtknoten"])
def test_every_aim_can_be_asked_of_every_codename(codename: str) -> None:
    on = ground(codename)
    aims = aims_of(on)
    assert len({a.id for a in aims}) == len(aims)
    for named, keep in product(aims[:3], [frozenset[str](), frozenset({"apps"})]):
        assert search(on, on.phone({}), Aim(named.condition, keep)).legs >= 0


def test_how_a_step_by_hand_turns_out_in_one_guide_tells_nothing_of_another() -> None:
    bundle = ground("achtknoten").bundles["unlock"]
    step = ByHand(action="by-hand", id="by-hand", says="Wait for it", unknown=("screen-lock",))
    steps = (step, *bundle.guide.steps)
    by_hand = bundle.with_guide(bundle.guide.model_copy(update={"steps": steps}))
    moves = [*moves_of("one", by_hand), *moves_of("two", by_hand)]
    on = Ground(moves)
    turns = [f for f in on.space.facts if f.name.endswith("by-hand.screen-lock")]
    assert [f.name.partition(": ")[0] for f in turns] == ["one", "two"]
    wanted = aim("bootloader is unlocked")
    assert spread_of(on, moves[:1], {}, wanted).finished
    assert not spread_of(on, [moves[0], moves[0]], {}, wanted).finished
