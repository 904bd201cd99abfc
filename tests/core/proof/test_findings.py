"""The examples of the findings, and stories in whole guides: one edit, and where it is found."""

import re
from pathlib import Path

import pytest

import anleitung.core.phone
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.finding import Nature
from anleitung.core.proof.findings.catalogue import BY_ID, CATALOGUE
from anleitung.core.proof.prove import prove
from anleitung.core.proof.result import FindingOut
from anleitung.demo.bundles import bundle_files
from anleitung.demo.examples import HOME, bundle_of, examples
from tests.core.bundles import LOST, Edit, bundle
from tests.core.proof.small import CHORD, GET, RESTART, small

G, W, R = "guide.yaml", "packages/wattlaeufer.yaml", "packages/rettungsring.yaml"
RADIO = "packages/radio-m6.yaml"
ALL_FILES = "rettungsring, wattlaeufer, radio-m6, firmware-m6, radio-k6, firmware-k6"
LOCKED = (G, "bootloader is unlocked and every slot", "every slot")
# K6 phones of any base, listed or not, keep it.
ANY_BASE = (
    (G, " and every slot: base >= PS-12.1.0-KU.r1\n", "\n"),
    (G, 'on: "every slot: base >= PS-12.4.7-KU.r3"', "on: variant is K6"),
    (G, "  and every slot: base <= PS-12.4.7-KU.r3 and", "  and"),
)
DIGEST = re.search(r"sha256: .*\n", bundle_files("palstek", "base-update")[RADIO].decode())[0]
FORMAT = """        - id: format-data
          action: format-data
          sight: The last line says “data made anew”
          messages:
            - text: "E: cannot open *, no such place"
              means: harmless
              do: Go on. It is the place that is just being made anew.
              causes: [the data was made anew a moment ago, this layout has no such partition]
"""
FORMAT_TAKEN_OUT = ((G, "      clean:\n" + FORMAT, "      clean: []\n"),)

# finding, base guide, edits, step at which it is found ("" for none, "end" after the last)
STORIES: list[tuple[str, str, tuple[Edit, ...], str]] = [
    (
        "nothing-to-confirm",
        "unlock",
        ((G, 'setting: debugging\n    to: "on"', 'setting: debugging\n    to: "off"'),),
        "agree",
    ),
    (
        "file-not-at-hand",
        "clean-install",
        (
            (
                G,
                f"files: [{ALL_FILES}]\n    verify",
                "files: [wattlaeufer, radio-m6, firmware-m6, radio-k6, firmware-k6]\n    verify",
            ),
        ),
        "start-rettungsring",
    ),
    ("file-wiped", "install-from-storage", (), "install-wattlaeufer"),
    (
        "unique-partition-touched",
        "clean-install",
        ((G, "partition: radio, file: radio-m6", "partition: calibration, file: radio-m6"),),
        "radio-for-m6",
    ),
    ("flash-while-locked", "clean-install", (LOCKED,), "radio-for-m6"),
    ("undeclared-loss", "unlock", ((G, LOST, ""),), "unlock"),
    (
        "backup-not-checked",
        "unlock",
        ((G, LOST, "  loses: [apps]\n"), (G, "    checked: true\n", "")),
        "unlock",
    ),
    (
        "recovery-refuses",
        "clean-install",
        ((W, "[rettungsring, lotsenboot]", "[lotsenboot]"),),
        "install-wattlaeufer",
    ),
    (
        "temporary-recovery-gone",
        "clean-install",
        (
            (
                G,
                "  - id: install-wattlaeufer\n",
                "  - {id: again, action: enter, mode: recovery, by: menu}\n"
                "  - id: install-wattlaeufer\n",
            ),
        ),
        "install-wattlaeufer",
    ),
    (
        "demand-not-met",
        "clean-install",
        ((W, "writes_to: other", "demands: variant is M6\nwrites_to: other"),),
        "install-wattlaeufer",
    ),
    (
        "recovery-takes-only-signed",
        "clean-install",
        (
            LOCKED,
            (
                G,
                "action: boot-once\n    file: rettungsring",
                "action: enter\n    mode: recovery\n    by: chord",
            ),
            (
                G,
                "  - id: base-in-both-slots",
                "  - {id: cable, action: connect}\n  - id: base-in-both-slots",
            ),
            (W, "installed_by: [rettungsring, lotsenboot]\n", ""),
        ),
        "install-wattlaeufer",
    ),
    ("base-too-old", "clean-install-one-slot", (), "first-start"),
    ("data-of-another-system", "clean-install", FORMAT_TAKEN_OUT, "first-start"),
    (
        "promise-not-kept",
        "clean-install",
        ((G, "    - mode is system\n", "    - debugging is on\n"),),
        "end",
    ),
    ("admitted-not-proved", "clean-install", ANY_BASE, ""),
    ("no-give-up-time", "base-update", (), "start"),
]


def found(of: Bundle, finding: str) -> list[FindingOut]:
    return [each for each in prove(of).findings if each.id == finding]


@pytest.mark.parametrize("finding", sorted(BY_ID))
def test_example(finding: str) -> None:
    """Found in the bad one, at all steps that it names and no other; silent in the good one."""
    example = examples()[finding]
    hits = found(bundle_of(example.bad), finding)
    assert sorted({hit.step for hit in hits}) == sorted(example.at)
    for hit in hits:
        assert "{" not in hit.message
        assert hit.subject or "{subject}" not in BY_ID[finding].says
        assert hit.message.endswith((".", "”"))
        by_document = BY_ID[finding].nature is Nature.DOCUMENT or hit.phones is None
        assert (hit.witness is None) == by_document
    assert not found(bundle_of(example.good), finding)


@pytest.mark.parametrize(("finding", "base", "edits", "step"), STORIES, ids=[s[0] for s in STORIES])
def test_story_of_a_whole_guide(
    finding: str, base: str, edits: tuple[Edit, ...], step: str
) -> None:
    assert step in [hit.step for hit in found(bundle(base, *edits), finding)]
    assert not found(bundle(base if edits else "clean-install"), finding)


def test_every_data_file_is_the_example_of_a_finding() -> None:
    files = {path.stem for path in HOME.glob("*/*.yaml")}
    assert files == {finding.replace("-", "_") for finding in BY_ID}


def test_no_id_is_used_twice_not_even_a_former_one() -> None:
    ids = [i for kind in CATALOGUE for i in (kind.id, *kind.former_ids)]
    assert len(ids) == len(set(ids))
    modules = {path.stem for path in HOME.glob("*/*.py")} - {"__init__"}
    assert modules == {finding.replace("-", "_") for finding in BY_ID}


def test_published_demo_guides_are_clean() -> None:
    for name in ("unlock", "clean-install"):
        assert prove(bundle(name)).findings == ()


def test_what_stands_behind_an_end_is_said_to_be_possible() -> None:
    """Of phones that end at a step nothing is known after it; of those that go on, all is."""
    made = small(CHORD, RESTART, admission="bootloader is unlocked", promise="base is 1")
    ended = small(GET, {"action": "format-data"}, RESTART)
    told = {f.id: f.after for f in prove(ended).findings}
    assert "did not reach" in told["wrong-mode"]
    assert {f.after for f in prove(made).findings} == {""}


def test_what_is_said_of_something_says_of_what() -> None:
    """A sentence with a gap is never raised about nothing."""
    home = Path(anleitung.core.phone.__file__).parent
    raised = [
        each
        for file in home.rglob("*.py")
        for each in re.findall(r'\.(?:stop|find)\(\s*"([a-z-]+)",\s*""', file.read_text("utf-8"))
    ]
    assert len(raised) > 20
    assert [each for each in raised if "{subject}" in BY_ID[each].says] == []
