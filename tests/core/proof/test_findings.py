"""One story per finding: a good guide, one edit that makes it bad, and where it is found."""

import re

import pytest

from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.findings import BY_ID, CATALOGUE
from anleitung.core.proof.result import FindingOut
from anleitung.core.proof.prove import prove
from anleitung.demo.bundles import bundle_files
from tests.core.bundles import Edit, bundle
from tests.core.proof.every_hazard import EVERY_HAZARD

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
        "wrong-mode",
        "unlock",
        ((G, "mode: bootloader\n    by: chord", "mode: recovery\n    by: chord"),),
        "unlock",
    ),
    (
        "no-link",
        "clean-install",
        ((G, "action: connect\n    confirm: true", "action: connect"),),
        "into-bootloader",
    ),
    (
        "nothing-to-confirm",
        "unlock",
        ((G, 'setting: debugging\n    to: "on"', 'setting: debugging\n    to: "off"'),),
        "agree",
    ),
    (
        "file-not-in-set",
        "clean-install",
        (
            (
                G,
                f"files: [{ALL_FILES}]\ntools",
                "files: [wattlaeufer, radio-m6, firmware-m6, radio-k6, firmware-k6]\ntools",
            ),
        ),
        "get-files",
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
    (
        "file-not-derived",
        "clean-install",
        ((G, "action: boot-once\n    file", "action: derive\n    file"),),
        "start-rettungsring",
    ),
    (
        "package-for-another-region",
        "clean-install",
        (("packages/radio-m6.yaml", "variants: [M6]", "variants: [M6]\nregions: [KU]"),),
        "radio-for-m6",
    ),
    (
        "file-used-unchecked",
        "clean-install",
        ((G, "    verify: true\n", ""),),
        "start-rettungsring",
    ),
    (
        "file-not-on-storage",
        "clean-install",
        ((G, "source: sideload", "source: internal"),),
        "install-wattlaeufer",
    ),
    ("file-wiped", "install-from-storage", (), "install-wattlaeufer"),
    (
        "no-such-partition",
        "clean-install",
        ((G, "partition: radio, file: radio-m6", "partition: modem, file: radio-m6"),),
        "radio-for-m6",
    ),
    (
        "unique-partition-touched",
        "clean-install",
        ((G, "partition: radio, file: radio-m6", "partition: calibration, file: radio-m6"),),
        "radio-for-m6",
    ),
    (
        "content-not-described",
        "clean-install",
        ((RADIO, "content: {family: stock, build: PS-12.4.7-KU.r3, signer: maker}\n", ""),),
        "radio-for-m6",
    ),
    ("flash-while-locked", "clean-install", (LOCKED,), "radio-for-m6"),
    ("boot-once-while-locked", "clean-install", (LOCKED,), "start-rettungsring"),
    (
        "not-a-recovery",
        "clean-install",
        ((R, ", recovery: rettungsring", ""),),
        "start-rettungsring",
    ),
    (
        "boot-once-of-another-variant",
        "clean-install",
        ((R, "[M6, K6]", "[M6]"),),
        "start-rettungsring",
    ),
    (
        "unlock-switch-off",
        "unlock",
        ((G, 'setting: unlock-switch\n    to: "on"', 'setting: unlock-switch\n    to: "off"'),),
        "unlock",
    ),
    (
        "unlock-never-permitted",
        "unlock",
        (
            (G, "  and carrier is not deichfunk and", "  and"),
            (G, "that: carrier is not deichfunk", "that: always"),
        ),
        "allow-unlocking",
    ),
    (
        "unlock-wait-running",
        "unlock",
        ((G, " and (carrier is not leuchtnetz or unlock-wait is over)", ""),),
        "allow-unlocking",
    ),
    ("already-unlocked", "unlock", ((G, "bootloader is locked and system", "system"),), "unlock"),
    ("undeclared-loss", "unlock", ((G, "  loses: [apps, media]\n", ""),), "unlock"),
    (
        "backup-not-checked",
        "unlock",
        ((G, "  loses: [apps, media]", "  loses: [apps]"), (G, "    checked: true\n", "")),
        "unlock",
    ),
    (
        "turned-away",
        "clean-install",
        ((G, "that: system is wattlaeufer", "that: variant is M6"),),
        "see-it-worked",
    ),
    (
        "check-not-decided",
        "clean-install",
        (*ANY_BASE, (G, "that: system is wattlaeufer", "that: base >= PS-12.4.1-KU.r2")),
        "see-it-worked",
    ),
    (
        "branch-not-decided",
        "clean-install",
        (
            (G, "every slot: base >= PS-12.1.0-KU.r1\n", "base >= PS-12.1.0-KU.r1\n"),
            (G, "and every slot: base <= PS-12.4.7-KU.r3 and", "and"),
        ),
        "base-in-both-slots",
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
        "demand-not-decided",
        "clean-install",
        (*ANY_BASE, (W, "writes_to: other", "demands: base >= PS-12.1.0-KU.r1\nwrites_to: other")),
        "install-wattlaeufer",
    ),
    ("firmware-of-another-variant", "base-update", (), "start"),
    (
        "foreign-image-while-locked",
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
        "first-start",
    ),
    (
        "image-of-another-variant",
        "clean-install",
        ((W, "variants: [M6, K6]", "variants: [M6]"),),
        "first-start",
    ),
    (
        "parts-of-different-systems",
        "clean-install",
        (
            (
                W,
                "[boot, ramdisk, vendor, system, product, verity]",
                "[boot, ramdisk, system, product, verity]",
            ),
        ),
        "first-start",
    ),
    ("base-too-old", "clean-install-one-slot", (), "first-start"),
    ("base-not-known", "clean-install", ANY_BASE, "first-start"),
    ("data-of-another-system", "clean-install", FORMAT_TAKEN_OUT, "first-start"),
    (
        "data-newer-than-system",
        "clean-install",
        (
            (
                W,
                'family: wattlaeufer, build: "5.0", platform: 13',
                'family: stock, build: "5.0", platform: 11',
            ),
            (G, "  and (option.data is clean or system is wattlaeufer and platform <= 13)\n", ""),
        ),
        "first-start",
    ),
    (
        "data-platform-not-known",
        "clean-install",
        ((W, 'build: "5.0", platform: 13', 'build: "5.0"'),),
        "first-start",
    ),
    (
        "promise-not-kept",
        "clean-install",
        ((G, "    - mode is system\n", "    - debugging is on\n"),),
        "end",
    ),
    (
        "promise-not-decided",
        "unlock",
        (
            (G, " and every slot: base >= PS-12.1.0-KU.r1", ""),
            (G, "    - system is stock\n", "    - base >= PS-12.1.0-KU.r1\n"),
        ),
        "end",
    ),
    ("admitted-not-proved", "clean-install", ANY_BASE, ""),
    ("no-give-up-time", "base-update", (), "start"),
    ("file-without-digest", "clean-install", ((RADIO, DIGEST, ""),), ""),
    (
        "file-in-no-step",
        "clean-install",
        ((G, "partition: radio, file: radio-m6", "partition: radio, file: firmware-m6"),),
        "",
    ),
]


def found(of: Bundle, finding: str) -> list[FindingOut]:
    return [each for each in prove(of).findings if each.id == finding]


@pytest.mark.parametrize(("finding", "base", "edits", "step"), STORIES, ids=[s[0] for s in STORIES])
def test_story(finding: str, base: str, edits: tuple[Edit, ...], step: str) -> None:
    hits = found(bundle(base, *edits), finding)
    assert step in [hit.step for hit in hits]
    for hit in hits:
        assert "{" not in hit.message
        assert (hit.witness is None) == (hit.kind == "document")
    # The control: without the edit it is not found; the drafts' own hazards are held against
    # the published guide.
    assert not found(bundle(base if edits else "clean-install"), finding)


def test_every_finding_has_a_story_and_every_story_a_finding() -> None:
    told = {story[0] for story in STORIES}
    assert told | {hazard.finding for hazard in EVERY_HAZARD} == set(BY_ID)
    assert len(told) == len(STORIES)


def test_no_id_is_used_twice_not_even_a_former_one() -> None:
    ids = [i for kind in CATALOGUE for i in (kind.id, *kind.former_ids)]
    assert len(ids) == len(set(ids))


def test_published_demo_guides_are_clean() -> None:
    for name in ("unlock", "clean-install"):
        assert prove(bundle(name)).findings == ()
