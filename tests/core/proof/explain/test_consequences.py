"""What follows from a proof: promises that could be made, losses per choice, who is turned away."""

from anleitung.core.diagrams.run import Budget
from anleitung.core.diagrams.space import FactKind
from anleitung.core.proof.explain.consequences import (
    find_losses,
    find_turned_away,
    propose_promises,
)
from anleitung.core.proof.prove import prove
from anleitung.core.proof.run.compile import Compiled, run_bundle
from tests.core.bundles import Edit, bundle
from tests.core.proof.small import CHORD, FORMAT, IN_RING, INSTALL, RESTART, small


def compiled(name: str, *edits: Edit) -> Compiled:
    return run_bundle(bundle(name, *edits), Budget())


def test_what_is_proposed_holds_for_every_phone_and_was_not_so_before() -> None:
    guide = "guide.yaml"
    without = (guide, "    - system is wattlaeufer\n", "")
    made = compiled("clean-install", without)
    told = {p.condition for p in propose_promises(made)}
    assert {"build is 5.0", "platform is 13"} <= told
    for condition in told:
        edit = (guide, "    - mode is system\n", f"    - {condition!r}\n")
        proof = prove(bundle("clean-install", without, edit))
        kept = [p for p in proof.promises if p.condition == condition]
        assert [p.kept == p.of for p in kept] == [True]


def test_what_is_promised_or_was_so_before_is_not_proposed() -> None:
    told = {p.condition for p in propose_promises(compiled("clean-install"))}
    assert "system is wattlaeufer" not in told
    assert "mode is system" not in told
    assert propose_promises(run_bundle(small(CHORD, RESTART), Budget())) == []


def test_both_slots_are_proposed_only_where_both_are_so() -> None:
    both = run_bundle(
        small(
            *(*IN_RING, FORMAT, INSTALL, RESTART),
            packages={"wattlaeufer": {"writes_to": "both"}},
        ),
        Budget(),
    )
    told = [p.condition for p in propose_promises(both)]
    assert "every slot: system is wattlaeufer" in told
    one = run_bundle(small(*IN_RING, FORMAT, INSTALL, RESTART), Budget())
    assert "every slot: system is wattlaeufer" not in [p.condition for p in propose_promises(one)]


def test_losses_are_told_for_each_choice() -> None:
    told = {(each.what, each.choices[:5]): each for each in find_losses(compiled("clean-install"))}
    clean, keep = told["apps", "Start"], told["media", "Keep "]
    assert (clean.phones, keep.phones) == (clean.of, 0)
    assert 0 < keep.of < clean.of
    [apps, media] = find_losses(compiled("unlock"))
    assert (apps.choices, apps.phones, media.phones) == ("", apps.of, media.of)


def test_each_part_of_the_admission_turns_somebody_away() -> None:
    made = compiled("unlock")
    told = find_turned_away(made)
    assert told[0].words == "the bootloader is locked"
    assert all(0 < each.phones < each.of for each in told)
    space = made.procedure.space
    admitted = space.count(made.procedure.admitted, frozenset({FactKind.PHONE}))
    assert max(each.phones for each in told) <= told[0].of - admitted
