"""Phones that hang at the start: admitted where a guide says so, and rescued part by part."""

import pytest

from anleitung.core.diagrams.run import Budget
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.phone.facts import damaged_parts
from anleitung.core.proof.prove import found_by, report
from anleitung.core.proof.repair.find_fix import find_fix
from anleitung.core.proof.run import compile as compile_
from anleitung.core.proof.run.compile import Compiled, run_bundle
from anleitung.demo.bundles import bundle_files

RESCUES = ("achtknoten", "palstek", "poller", "schotstek")


def _run(codename: str, old: bytes = b"", new: bytes = b"") -> Compiled:
    files = bundle_files(codename, "return-to-stock")
    guide = files["guide.yaml"]
    assert old in guide
    return run_bundle(read_bundle({**files, "guide.yaml": guide.replace(old, new)}), Budget())


def _hanging(compiled: Compiled) -> frozenset[str]:
    """The parts that are damaged on some admitted phone."""
    space = compiled.procedure.space
    hang = space.where(compiled.procedure.start["mode"], "stuck")
    here = space.both(compiled.procedure.admitted, hang)
    return frozenset(map(str, space.leaves_within(space.var("damaged"), here)))


@pytest.mark.parametrize("codename", RESCUES)
def test_a_rescue_guide_is_proved_for_phones_that_hang(codename: str) -> None:
    compiled = _run(codename)
    parts = damaged_parts(compiled.bundle.device)
    assert _hanging(compiled)
    assert _hanging(compiled) <= set(parts)
    assert not compiled.run.findings
    assert compiled.run.alive[-1] is compiled.procedure.admitted


def test_a_guide_that_says_nothing_of_it_admits_none() -> None:
    compiled = _run("achtknoten", b" and mode in {system, stuck}")
    assert "damaged" not in compiled.procedure.space.level_of


def test_what_is_not_written_back_still_hangs() -> None:
    """The set without its boot image helps all but the phones whose boot image is damaged."""
    compiled = _run("achtknoten", b"      - {partition: boot, file: factory-boot}\n")
    space, run = compiled.procedure.space, compiled.run
    hurt = space.where(space.var("damaged"), "boot")
    ended = space.minus(compiled.procedure.admitted, run.alive[-1])
    assert space.minus(space.both(compiled.procedure.admitted, hurt), ended) is space.false


def test_starts_that_were_not_worked_out_are_not_guessed(monkeypatch: pytest.MonkeyPatch) -> None:
    """Then no step is run: the proof is not finished, and says nothing is kept."""
    monkeypatch.setattr(compile_, "_FOR_STARTS", Budget(reads=1))
    compiled = _run("achtknoten")
    assert not compiled.run.finished
    assert not compiled.run.findings
    proof = report(compiled)
    assert not proof.finished
    assert proof.unfinished_at == compiled.rows[0].step.id


def test_what_a_rescue_cannot_take_off_must_be_at_hand() -> None:
    """A phone that hangs cannot be signed out: the guide says so first, or is warned."""
    said = _run("schotstek")
    silent = _run("schotstek", b"at_hand: [account]\n", b"")
    asked = [f for f in report(silent).findings if f.id == "account-asked-for"]
    assert not [f for f in report(said).findings if f.id == "account-asked-for"]
    assert [f.step for f in asked] == ["first-start"]


def test_a_fix_says_that_it_must_be_at_hand() -> None:
    """Signing out before is tried first, and helps nobody whose phone does not start."""
    silent = _run("schotstek", b"at_hand: [account]\n", b"")
    which = next(f for f in found_by(silent) if f.finding == "account-asked-for")
    fix = find_fix(silent, which)
    assert fix is not None
    assert fix.guide.at_hand == ("account",)
    assert "must be at hand" in fix.says
