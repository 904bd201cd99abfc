"""Single slips: which are tried, what they do, and that trying them equals proving them anew."""

from dataclasses import replace

import pytest

from anleitung.core.diagrams.one import run_one
from anleitung.core.diagrams.run import Budget, Purse, run_all
from anleitung.core.diagrams.witness import find_witness
from anleitung.core.phone.world import EMPTY
from anleitung.core.proof.explain.reasons import find_whys
from anleitung.core.proof.rehearse.slips import HARMS, Harm, find_slips, try_slips, worst_at
from anleitung.core.proof.run.compile import Compiled, run_bundle
from tests.core.bundles import bundle
from tests.core.proof.situations_tools import BY_WINDOW, DOWNLOAD, load, tool
from tests.core.proof.small import (
    AT_BOOTLOADER,
    CHORD,
    FORMAT,
    IN_RING,
    INSTALL,
    OPEN,
    PLUG,
    RELOCK,
    RESTART,
    UNLOCKABLE,
    Step,
    flash,
    small,
)


def compiled(*steps: Step, admission: str = OPEN, loses: tuple[str, ...] = ()) -> Compiled:
    return run_bundle(small(*steps, admission=admission, loses=loses), Budget())


def harms(*steps: Step, **more: object) -> set[tuple[str, str, str]]:
    """(how, step, finding)"""
    return {(h.how, h.step, h.finding) for h in try_slips(compiled(*steps, **more)).harms}  # type: ignore[arg-type]


def test_every_kind_of_slip_is_tried() -> None:
    kinds = {slip.kind for slip in find_slips(run_bundle(bundle("clean-install"), Budget()))}
    usual = {"skip", "repeat", "swap", "other", "answer", "choice", "interrupted", "given-up"}
    assert kinds == usual
    by_keys = {slip.kind for slip in find_slips(run_bundle(bundle("unlock"), Budget()))}
    assert "key-window" in by_keys


@pytest.mark.parametrize(
    ("steps", "harm"),
    [
        # The other chip's radio, taken by mistake from the same set.
        (
            (*AT_BOOTLOADER, flash("radio-m6", "radio"), RESTART),
            ("dead", "s5", "firmware-of-another-variant"),
        ),
        # A low-level image that is cut half way.
        (
            (*AT_BOOTLOADER, flash("stock-ramdisk", "ramdisk"), RESTART),
            ("stuck", "s5", "partition-empty"),
        ),
        # The format left out.
        ((*IN_RING, FORMAT, INSTALL, RESTART), ("stuck", "s6", "data-of-another-system")),
    ],
)
def test_one_mistake_and_what_it_does(steps: tuple[Step, ...], harm: tuple[str, str, str]) -> None:
    assert harm in harms(*steps, loses=("apps", "media"))


def test_a_loss_that_was_not_said_is_told() -> None:
    copy: Step = {"action": "back-up", "what": ["apps", "media"], "checked": True}
    made = harms(copy, UNLOCKABLE, *AT_BOOTLOADER, RELOCK)
    assert ("lost", "s1", "undeclared-loss") in made


def test_nothing_is_told_of_a_guide_where_no_slip_harms() -> None:
    assert harms(CHORD, RESTART, loses=("apps", "media")) == set()


def test_the_worst_comes_first_and_stands_at_its_step() -> None:
    made = run_bundle(bundle("clean-install"), Budget())
    told = try_slips(made).harms
    assert [HARMS.index(h.how) for h in told] == sorted(HARMS.index(h.how) for h in told)
    worst: dict[str, Harm] = worst_at(told, made.rows)
    radio = worst["radio-for-m6"]
    assert (radio.how, radio.where) == ("dead", "first-start")
    assert radio.witness.startswith("a palstek with bootloader unlocked")
    assert "{" not in radio.says


@pytest.mark.parametrize("name", ["unlock", "clean-install", "root"])
def test_trying_a_slip_equals_proving_it_anew(name: str) -> None:
    """Law 5: every slip's harm is what a fresh run of the edited procedure finds."""
    made = run_bundle(bundle(name), Budget())
    told = {(h.step, h.slip): h for h in try_slips(made).harms}
    space, well = made.procedure.space, made.run.alive[-1]
    for slip in find_slips(made):
        fresh = run_all(replace(made.procedure, steps=slip.steps), Budget())
        ends = [n for (_s, how, _f), n in fresh.ended.items() if how in ("dead", "stuck")]
        hits = any(space.both(node, well) is not space.false for node in ends)
        harm = told.get((made.rows[slip.at].step.id, slip.says))
        assert (harm is not None) if hits else (harm is None or harm.how == "lost")


def test_an_interrupted_installation_leaves_the_other_slot_empty_and_the_old_one_running() -> None:
    made = compiled(*IN_RING, FORMAT, INSTALL, RESTART, loses=("apps", "media"))
    cuts = [s for s in find_slips(made) if s.kind == "interrupted" and s.at == 6]
    assert len(cuts) == 6, "one for each partition that it writes"
    slip = next(s for s in cuts if "writing of system" in s.says)
    nearest = find_witness(made.procedure.space, made.procedure.admitted)
    assert nearest is not None
    run = run_one(replace(made.procedure, steps=slip.steps), nearest.start(made.procedure.space))
    state = run.states[7]
    assert (state["slot"], state["mode"]) == ("a", "system")
    assert (state["cur.system.family"], state["other.system.family"]) == ("stock", EMPTY)


def test_files_and_switches_of_a_window_are_tried_the_other_way() -> None:
    made = run_bundle(small(*BY_WINDOW, load(table="off"), RESTART, **tool()), Budget())
    tried = [slip.says for slip in find_slips(made) if slip.at == 4 and slip.kind == "other"]
    assert "the switch table is left on" in tried
    assert "radio-12.4.7-k6.img is put into the slot modem" in tried
    found = {h.slip: (h.how, h.finding) for h in try_slips(made).harms}
    assert found["the switch table is left on"] == ("dead", "repartition-without-layout")


def test_another_answer_is_tried() -> None:
    steps = (PLUG, DOWNLOAD, {"action": "answer", "question": "sure", "answer": "yes"})
    asks = {
        "id": "sure",
        "after": "enter.download",
        "ask": "Go on?",
        "answers": [
            {"id": "yes", "says": "press volume up", "does": "goes-on"},
            {"id": "no", "says": "press volume down", "does": "starts"},
        ],
    }
    device = tool()["device"] | {"questions": [asks]}
    made = run_bundle(small(*steps, device=device), Budget())
    says = {slip.says for slip in find_slips(made)}
    assert "“press volume down” is answered instead" in says


def test_what_was_not_tried_to_an_end_is_not_called_harmless() -> None:
    made = run_bundle(bundle("clean-install"), Budget())
    whole, poor = try_slips(made), try_slips(made, Purse(reads=2_000))
    assert whole.untried == 0
    assert poor.tried + poor.untried == whole.tried
    assert poor.untried > 0
    assert any("not worked out" in why.says for why in find_whys(made, Purse(reads=1)))


def test_a_proof_that_would_take_long_is_not_finished() -> None:
    compiled = run_bundle(bundle("unlock"), Budget(reads=100))
    assert not compiled.run.finished
    assert run_bundle(bundle("unlock"), Budget(reads=1_000)).run.finished
