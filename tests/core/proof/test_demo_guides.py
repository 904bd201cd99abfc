"""The guides of the demo: proved clean from their bundles, each faulty draft with its finding."""

import pytest

from anleitung.core.diagrams.run import Budget
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.phone.actions.by_hand import ByHand
from anleitung.core.proof.explain.choices import compare_choices
from anleitung.core.proof.prove import prove
from anleitung.core.proof.rehearse.rescue import prove_way_back, ways_named_in
from anleitung.core.proof.run.compile import run_bundle
from anleitung.demo.bundles import (
    DRAFTS,
    bundle_files,
    faults,
    guide_names,
    shared_guides,
)
from anleitung.demo.bundles import demo_bundle as demo
from anleitung.demo.catalogue import codenames

FAULTY = [(c, n) for c in codenames() for n in faults(c)]
GUIDES = [(c, n) for c in codenames() for n in guide_names(c) if n not in DRAFTS]
SHARED = [(c, n) for c, n in shared_guides() if n not in {name for _c, name in FAULTY}]


@pytest.mark.parametrize(("codename", "name"), [*GUIDES, *SHARED])
def test_published_guide_is_proved_clean(codename: str, name: str) -> None:
    proof = prove(demo(codename, name))
    assert proof.finished
    assert [(f.id, f.step, f.subject) for f in proof.findings] == []
    assert all(p.kept == p.of > 0 for p in proof.promises)


@pytest.mark.parametrize(("codename", "name"), FAULTY)
def test_faulty_draft_shows_its_finding(codename: str, name: str) -> None:
    wanted = faults(codename)[name]["finds"]
    bundle = read_bundle(bundle_files(codename, name))
    assert wanted in {f.id for each in bundle.each for f in prove(each).findings}


def test_there_are_some_twenty_guides_each_with_a_faulty_draft_and_none_by_hand() -> None:
    assert len(GUIDES) >= 20
    spoiled = {(c, faults(c)[n]["of"]) for c, n in FAULTY}
    # Those of the first guide stand among the drafts of their own.
    assert set(GUIDES) - spoiled <= {("palstek", "clean-install"), ("palstek", "base-both-slots")}
    for codename, name in GUIDES:
        for row in run_bundle(demo(codename, name), Budget()).rows:
            assert not isinstance(row.step, ByHand)


@pytest.mark.parametrize(
    ("name", "step", "rescued"),
    [
        ("clean-install", "install-wattlaeufer", True),
        ("base-both-slots", "radio-for-k6", True),
        ("two-legs", "first-leg", True),
    ],
)
def test_rescue_guide_starts_from_where_readers_hang(name: str, step: str, rescued: bool) -> None:
    compiled = run_bundle(demo("palstek", name), Budget())
    guide = dict(ways_named_in(compiled.bundle.guide))[step]
    way = prove_way_back(compiled, step, demo("palstek", guide))
    assert way.of > 0
    assert (way.rescued == way.of) is rescued
    assert way.why == ""


def test_rescue_that_begins_in_the_system_does_not_start_from_a_hang() -> None:
    compiled = run_bundle(demo("palstek", "clean-install"), Budget())
    way = prove_way_back(compiled, "install-wattlaeufer", demo("palstek", "unlock"))
    assert way.rescued == 0
    assert way.why == "its admission does not let them in"
    by_system = prove_way_back(compiled, "install-wattlaeufer", demo("palstek", "base-both-slots"))
    assert by_system.rescued == 0


def test_rescue_of_another_codename_is_refused() -> None:
    compiled = run_bundle(demo("palstek", "clean-install"), Budget())
    with pytest.raises(ValueError, match="same codename"):
        prove_way_back(compiled, "first-start", demo("poller", "return-to-stock"))


@pytest.mark.parametrize(
    ("codename", "name", "option", "advised", "why"),
    [
        ("poller", "return-to-stock", "data", "keep", "it spares apps with their settings"),
        ("poller", "install-wattlaeufer", "wipe", "apps", "it spares photos and files"),
        ("palstek", "return-to-stock", "lock", "stay-open", "it takes less time"),
        ("achtknoten", "install-kiebitz", "size", "none", "it takes less time"),
    ],
)
def test_choices_side_by_side(
    codename: str, name: str, option: str, advised: str, why: str
) -> None:
    compared = compare_choices(run_bundle(demo(codename, name), Budget()))
    found = next(c for c in compared if c.option == option)
    assert found.advised == advised
    assert found.why.startswith(why)
    assert all(o.well == o.admitted > 0 for o in found.outcomes)


def test_the_advice_depends_on_the_phone() -> None:
    compiled = run_bundle(demo("palstek", "clean-install"), Budget())
    space = compiled.procedure.space
    on_stock = space.where(space.var("system"), "stock")
    [everybody], [stock] = compare_choices(compiled), compare_choices(compiled, on_stock)
    assert everybody.advised == "keep"
    assert (stock.advised, stock.why) == ("clean", "it is the only one for this phone")
