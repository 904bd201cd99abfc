"""The map of a codename: held against single phones, and against guides that are led astray."""

from dataclasses import replace
from typing import Any

import pytest

from anleitung.core.conditions.text import print_condition
from anleitung.core.diagrams.witness import find_witness
from anleitung.core.documents.base import Typed
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide, Prerequisite, Promise
from anleitung.core.phone.actions.charge import Charge
from anleitung.core.routes.chart import chart_of
from anleitung.core.routes.declared import Declared, declared_of
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.moves import moves_of
from anleitung.core.routes.reach import as_sold, reach_of
from anleitung.core.routes.rescues import unrescued_of
from anleitung.core.routes.run import Leg, take
from tests.core.routes.test_routes import ground

UNLOCKED = "bootloader is unlocked and system is stock"
PHONES = ("achtknoten", "klampe", "palstek", "poller", "schotstek")


@pytest.mark.parametrize("codename", PHONES)
def test_each_way_on_the_map_is_one_that_a_single_phone_goes(codename: str) -> None:
    """What was run on all phones at once is run again on one of them, leg by leg."""
    on = ground(codename)
    names = frozenset(m.name for m in on.moves)
    reach = reach_of(on, on.moves, as_sold(on), wanted=names, most_runs=600)
    assert len(reach.first_way) > 3
    for name, end in reach.first_way.items():
        witness = find_witness(on.space, end.phones)
        assert witness is not None
        phone = witness.start(on.space)
        assert phone["bootloader"] == "locked"
        state = on.state_of(phone)
        for move in end.legs:
            leg = take(on, move, state, phone)
            assert isinstance(leg, Leg), (name, move.name, leg)
            state = leg.after


def made(name: str, admission: str, promise: str, *before: str, steps: Any = None) -> Bundle:
    """A guide of palstek with an admission and an end of its own."""
    base = ground("palstek").bundles["unlock"]
    guide = base.guide.model_copy(
        update={
            "id": name,
            "title": name,
            "admission": Typed.parse(admission),
            "promise": Promise(holds=(Typed.parse(promise),)),
            "steps": steps or (Charge(action="charge", id="charge"),),
            "prerequisites": tuple(Prerequisite(guide=b, reason="so it is said") for b in before),
        }
    )
    return replace(base, guide=Guide.model_validate(guide.model_dump(by_alias=True)))


def with_more(*more: Bundle, avoided: str = "", only: tuple[str, ...] = ()) -> Ground:
    names = only or ("unlock", "base-both-slots", "clean-install", "keep-rettungsring")
    kept = [m for m in ground("palstek").moves if m.name in names]
    kept = [replace(m, avoided="deprecated") if m.name == avoided else m for m in kept]
    return Ground([*kept, *(m for b in more for m in moves_of(b.guide.id, b))])


def test_a_guide_that_no_phone_as_sold_comes_to_says_what_it_still_wants() -> None:
    lost = made("lost", "bootloader is unlocked and root is present", "root is present")
    (found,) = chart_of(with_more(lost)).breaks
    assert [print_condition(part) for part in found.unmet] == ["root is present"]
    assert (found.name, found.stuck) == ("lost", False)
    # With a guide that brings it, the chain joins.
    joined = chart_of(with_more(lost, ground("palstek").bundles["root"]))
    assert joined.breaks == ()
    assert joined.ways["lost"] == ("unlock", "clean-install", "root", "lost")


def test_guides_that_want_one_another_first_are_a_circle() -> None:
    """Nothing unlocks the phone here: each of the two opens the other, and neither is reached."""

    def wanting(name: str, more: str) -> Bundle:
        bundle = ground("schotstek").bundles[name]
        admission = Typed.parse(f"{bundle.guide.admission} and {more}")
        return replace(bundle, guide=bundle.guide.model_copy(update={"admission": admission}))

    two = (
        wanting("generic-kiebitz", "system is stock"),
        wanting("return-to-stock", "not system is stock"),
    )
    circle = [m for bundle in two for m in moves_of(bundle.guide.id, bundle)]
    found = chart_of(Ground(circle))
    assert found.circles == (("generic-kiebitz", "return-to-stock"),)
    assert (found.ways, found.breaks) == ({}, ())
    opened = [m for m in ground("schotstek").moves if m.name == "unlock"]
    # What opens them is there and avoided: they depend on it, and on one another only then.
    avoided = [replace(m, avoided="deprecated") for m in opened]
    hung = chart_of(Ground([*circle, *avoided]))
    assert (hung.circles, {h.name for h in hung.hangs}) == (
        (),
        {"generic-kiebitz", "return-to-stock"},
    )
    assert chart_of(Ground([*circle, *opened])).circles == ()


def test_what_hangs_on_a_guide_that_no_route_takes_is_told_with_its_way() -> None:
    found = chart_of(with_more(avoided="unlock"))
    assert {h.name: h.over for h in found.hangs} == dict.fromkeys(
        ("base-both-slots", "clean-install", "keep-rettungsring"), "unlock"
    )
    assert found.breaks == ()
    assert {f.before for f in found.feeds}.isdisjoint({"unlock"})
    assert chart_of(with_more()).hangs == ()


def declared(*before: str, of: str = "keep-rettungsring", **more: Any) -> Declared:
    bundle = ground("palstek").bundles[of]
    chain = tuple(Prerequisite(guide=b, reason="so it is said") for b in before)
    changed = replace(bundle, guide=bundle.guide.model_copy(update={"prerequisites": chain}))
    others = tuple(n for n in ("unlock", "base-both-slots", "clean-install") if n != of)
    on = with_more(changed, only=others, **more)
    return next(d for d in declared_of(on, chart_of(on)) if d.guide == of)


@pytest.mark.parametrize(
    ("before", "kinds"),
    [
        (("unlock", "clean-install"), []),
        # What that guide does is not what this one needs.
        (("unlock", "base-both-slots", "clean-install"), [("not needed", "base-both-slots", ())]),
        (("clean-install", "unlock"), [("order", "", ("unlock", "clean-install"))]),
        (("unlock",), [("closed", "keep-rettungsring", ())]),
        (("unlock", "no-such-guide"), [("gone", "no-such-guide", ())]),
        # From the shelf the phone is locked: the chain lacks its beginning.
        (("clean-install",), [("also", "", ("unlock",))]),
    ],
)
def test_a_declared_chain_is_held_against_the_proofs(before: tuple[str, ...], kinds: Any) -> None:
    found = declared(*before)
    assert [(d.kind, d.other, d.names) for d in found.differences] == kinds
    nobody = any(kind in ("order", "closed", "gone") for kind, _other, _names in kinds)
    assert (found.through == 0) == nobody


def test_a_chain_that_leads_back_to_its_guide_is_told_once() -> None:
    first = made("first", UNLOCKED, "bootloader is unlocked", "second")
    second = made("second", UNLOCKED, "bootloader is unlocked", "first")
    on = with_more(first, second)
    found = {d.guide: d.differences for d in declared_of(on, chart_of(on)) if d.guide == "first"}
    assert [(d.kind, d.names) for d in found["first"]] == [("circle", ("first", "second", "first"))]


def test_ends_that_no_rescue_reaches_are_those_it_does_not_lead_back_from() -> None:
    found = {u.step: u for u in unrescued_of(ground("schotstek")) if u.guide == "own-key"}
    (one,) = found.values()
    assert (one.best, one.who) == ("return-to-stock", "region BI")
    assert 0 < one.rescued < one.of
    # Of phones that are all led back nothing is told.
    assert "return-to-stock" not in {u.guide for u in unrescued_of(ground("schotstek"))}
    # Without any guide for phones that hang nobody is led back.
    alone = Ground([m for m in ground("schotstek").moves if m.name == "own-key"])
    assert [(u.best, u.rescued) for u in unrescued_of(alone)] == [("", 0)]


def test_rescues_count_together_where_each_leads_some_phones_back() -> None:
    whole = ground("schotstek")
    (one,) = (u for u in unrescued_of(whole) if u.guide == "own-key")
    assert one.together == one.rescued
    rescue = whole.bundles["return-to-stock"]
    said = print_condition(rescue.guide.admission.condition)

    def narrowed(name: str, more: str) -> Bundle:
        update = {"id": name, "admission": Typed.parse(f"{said} and {more}")}
        return rescue.with_guide(rescue.guide.model_copy(update=update))

    first = narrowed("first", "variant is V1")
    second = narrowed("second", "variant is V1S")
    own_key = [m for m in whole.moves if m.name == "own-key"]
    some = Ground([*own_key, *moves_of("first", first)])
    both = Ground([*some.moves, *moves_of("second", second)])
    (half,) = (u for u in unrescued_of(some) if u.guide == "own-key")
    (all_,) = (u for u in unrescued_of(both) if u.guide == "own-key")
    assert half.together == half.rescued < one.rescued
    assert (all_.together, all_.who) == (one.rescued, "region BI")
    assert all_.rescued < all_.together
