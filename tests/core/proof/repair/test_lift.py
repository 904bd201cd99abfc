"""Edits for one of several codenames, as edits of the whole guide."""

import pytest

from anleitung.core.diagrams.run import Budget
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.prove import everything_found, prove
from anleitung.core.proof.repair.find_fix import find_fix
from anleitung.core.proof.repair.lift import lift
from anleitung.core.proof.run.compile import run_bundle
from anleitung.demo.bundles import bundle_files

CASES = [
    # (text that goes, text instead, codename, finding, whether others stay as they were)
    ("bootloader is unlocked and update", "update", "schotstek", "boot-once-while-locked", True),
    (
        '  - {id: turn-on-debugging, action: switch, setting: debugging, to: "on"}\n',
        "",
        "schotstek",
        "nothing-to-confirm",
        False,
    ),
    (
        "  - {id: see-phone, action: see-phone, tool: lotse}\n",
        "",
        "palstek",
        "phone-not-seen",
        True,
    ),
    (
        '{what: apps, no_copy: "The stock system copies no settings of apps; note what you must '
        'sign in to again"}, ',
        "",
        "palstek",
        "undeclared-loss",
        True,
    ),
]


def spoiled(old: str, new: str) -> Bundle:
    files = bundle_files("palstek", "wattlaeufer-tidewerk")
    text = files["guide.yaml"].decode()
    assert old in text
    return read_bundle(files | {"guide.yaml": text.replace(old, new).encode()})


@pytest.mark.parametrize(("old", "new", "codename", "finding", "kept"), CASES)
def test_a_fix_of_one_codename_is_one_of_the_whole_guide(
    old: str, new: str, codename: str, finding: str, kept: bool
) -> None:
    whole = spoiled(old, new)
    mine = run_bundle(whole.for_codename(codename), Budget())
    found = next(f for f in everything_found(mine) if f.finding == finding)
    fix = find_fix(mine, found)
    assert fix is not None
    guide = lift(whole, codename, fix.guide)
    assert guide is not None
    mended = whole.with_guide(guide)
    assert mended.for_codename(codename).guide == fix.guide
    assert finding not in {f.id for f in prove(mended.for_codename(codename)).findings}
    for other in set(whole.codenames) - {codename}:
        before, after = whole.for_codename(other), mended.for_codename(other)
        assert (before.fingerprint == after.fingerprint) is kept


def test_what_is_no_edit_of_that_codename_is_none_of_the_guide() -> None:
    whole = spoiled("and update is none\n", "\n")
    guide = whole.for_codename("palstek").guide
    turned = guide.model_copy(update={"steps": (*guide.steps[1:], guide.steps[0])})
    assert lift(whole, "schotstek", turned) is None
