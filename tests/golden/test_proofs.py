"""Findings, promises, traces and slips of every guide and faulty draft of the demo, as before."""

import json

import pytest

from tests.golden.proofs import EVERY, FILE, said

BEFORE = json.loads(FILE.read_text()) if FILE.exists() else {}


@pytest.mark.parametrize(("codename", "name"), EVERY)
def test_the_proof_says_what_it_said(codename: str, name: str) -> None:
    assert said(codename, name) == BEFORE[f"{codename}/{name}"]


def test_nothing_was_left_out() -> None:
    assert sorted(BEFORE) == sorted(f"{c}/{n}" for c, n in EVERY)
    assert sum(len(each["findings"]) for each in BEFORE.values()) >= 24
    assert sum(len(each["slips"]) for each in BEFORE.values()) >= 100
