"""The laws of the engine on guides made of the real actions, and what a proof adds to a run."""

import json
import os
import subprocess
import sys
from functools import cache

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anleitung.core.diagrams.run import Budget, run_all
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.proof.prove import prove
from anleitung.core.proof.result import ProofOut
from anleitung.core.proof.run.compile import compile_bundle
from tests.core.bundles import bundle
from tests.core.diagrams.laws import LAWS
from tests.core.proof.random_guides import narrowed, random_bundle, small_base


@cache
def base() -> Bundle:
    return small_base()


@settings(max_examples=400)
@given(st.integers(0, 2**32))
def test_laws_hold_for_random_guides(seed: int) -> None:
    _, procedure = compile_bundle(random_bundle(seed, base=base()))
    procedure = narrowed(procedure, seed, most=24)
    run = run_all(procedure, Budget())
    assert run.finished
    for law in LAWS:
        law(procedure, run)


def test_random_guides_get_somewhere() -> None:
    """The generator is worth something only if phones live on and different things are found."""
    alive = 0
    found: set[str] = set()
    for seed in range(200):
        _, procedure = compile_bundle(random_bundle(seed, base=base()))
        procedure = narrowed(procedure, seed, most=24)
        run = run_all(procedure, Budget())
        alive += run.alive[-1] is not procedure.space.false
        found |= {finding for finding, _, _ in run.findings}
        for finding, subject, _ in run.findings:
            assert subject or "{subject}" not in BY_ID[finding].says, finding
    assert alive >= 100
    assert len(found) >= 18


@pytest.mark.parametrize("name", ["clean-install-one-slot", "base-update"])
def test_same_bytes_under_any_hash_seed(name: str) -> None:
    """Law 6, in processes of their own."""
    code = (
        "from tests.core.bundles import bundle; from anleitung.core.proof.prove import prove;"
        f"print(prove(bundle({name!r})).model_dump_json())"
    )
    prints = {
        subprocess.run(
            [sys.executable, "-c", code],
            env={**os.environ, "PYTHONHASHSEED": seed},
            capture_output=True,
            check=True,
        ).stdout
        for seed in ("0", "1", "4711")
    }
    assert len(prints) == 1
    assert json.loads(prints.pop())["findings"]


def test_a_proof_is_the_same_after_travelling_as_json() -> None:
    proof = prove(bundle("clean-install-one-slot"))
    assert ProofOut.model_validate_json(proof.model_dump_json()) == proof


def test_trace_names_the_groups_of_phones_that_change() -> None:
    trace = {t.step: t for t in prove(bundle("clean-install")).trace}
    [data] = [c for c in trace["first-start"].changes if c.names == ("user data",)]
    assert (data.before, data.after) == ("empty", "fresh")
    assert data.phones.words == "choice data clean"
    assert not data.settles
    [cut] = [c for c in trace["format-data"].changes if c.is_loss]
    assert cut.names == ("apps with their settings", "photos and files")


def test_promise_counts_phones_that_keep_it_whatever_they_choose() -> None:
    admission = "(option.data is clean or system is wattlaeufer and platform <= 13)"
    edit = ("guide.yaml", admission, "always")
    proof = prove(bundle("clean-install", edit))
    [hang] = [f for f in proof.findings if f.id == "data-of-another-system"]
    assert hang.phones is not None
    assert hang.phones.words == "system stock, choice data keep"
    running = next(p for p in proof.promises if p.condition == "mode is system")
    assert running.of - running.kept == hang.phones.count


def test_a_locked_phone_on_a_foreign_system_does_not_exist() -> None:
    edit = ("guide.yaml", "bootloader is locked and system is stock and every slot", "every slot")
    proof = prove(bundle("unlock", edit))
    seen = [f.witness.facts for f in proof.findings if f.witness is not None]
    assert all(not (facts.get("system") and "bootloader" not in facts) for facts in seen)
