"""Files that are made from others, and what installers check beside the variant."""

import pytest

from anleitung.core.formats.read_bundle import InvalidBundle, read_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.prove import prove
from tests.core.bundles import edited_files

MADE = b"""format: anleitung/1
id: ramdisk-made
name: ramdisk-made.img
role: ramdisk
size: 48128
derived: {source: %s, made: patched, place: %s, by: the recovery patches it, pattern: "ring-*.img"}
variants: [M6, K6]
content: {family: rettungsring, build: "3.2", recovery: rettungsring}
"""


def made(source: str, place: str, *steps: str, verify: bool = True) -> Bundle:
    """The install guide, whose recovery is made from the downloaded one and then started."""
    edits = [
        ("guide.yaml", "file: rettungsring\n", "file: ramdisk-made\n"),
        ("guide.yaml", "tools: [", "tools: ["),
        (
            "guide.yaml",
            "  - id: start-rettungsring\n",
            "".join(f"  - {{id: made-{i}, {step}}}\n" for i, step in enumerate(steps))
            + "  - id: start-rettungsring\n",
        ),
    ]
    if not verify:
        edits.append(("guide.yaml", "verify: true", "verify: false"))
    files = edited_files("clean-install", edits)
    text = files["guide.yaml"].decode()
    head, _, rest = text.partition("files: [")
    files["guide.yaml"] = f"{head}files: [ramdisk-made, {rest}".encode()
    files["packages/ramdisk-made.yaml"] = MADE % (source.encode(), place.encode())
    return read_bundle(files)


def found(bundle: Bundle) -> set[tuple[str, str]]:
    return {(f.id, f.subject) for f in prove(bundle).findings}


def test_made_on_the_host_it_can_be_used_and_needs_no_digest() -> None:
    told = found(made("rettungsring", "host", "action: derive, file: ramdisk-made"))
    assert not {f for f in told if "ramdisk-made" in f[1]}
    assert ("file-in-no-step", "rettungsring") not in told, "it is what the other is made from"


def test_not_made_yet_it_is_not_at_hand() -> None:
    assert ("file-not-at-hand", "ramdisk-made") in found(made("rettungsring", "host"))


def test_made_from_an_unchecked_file_it_is_unchecked() -> None:
    bundle = made("rettungsring", "host", "action: derive, file: ramdisk-made", verify=False)
    assert ("file-used-unchecked", "ramdisk-made") in found(bundle)


def test_made_on_the_phone_its_source_must_be_there() -> None:
    told = found(made("rettungsring", "phone", "action: derive, file: ramdisk-made"))
    assert ("wrong-mode", "system") in told


CHAINS = [
    ("ramdisk-made", "ramdisk-made is made from itself"),
    ("nowhere", "no document in the bundle has the id nowhere"),
]


@pytest.mark.parametrize(("source", "says"), CHAINS)
def test_chain_must_end_at_a_known_file(source: str, says: str) -> None:
    with pytest.raises(InvalidBundle, match=says):
        made(source, "host")


ASKS = [
    ("regions: [KU]", True),
    ("platforms: [12, 13]", False),
    ("platforms: [13]", True),
    ("exact_base: PS-12.4.7-KU.r3", True),
    ("refused_by: [sturmhaube]", False),
]


@pytest.mark.parametrize(("asks", "stops"), ASKS)
def test_what_an_installer_checks(asks: str, stops: bool) -> None:
    edit = ("packages/wattlaeufer.yaml", "role: system\n", f"role: system\n{asks}\n")
    told = found(read_bundle(edited_files("clean-install", [edit])))
    refused = {("demand-not-met", "wattlaeufer"), ("package-for-another-region", "wattlaeufer")}
    assert bool(refused & told) is stops


def test_recovery_that_refuses_a_package_is_found() -> None:
    edits = [
        ("packages/wattlaeufer.yaml", "installed_by: [rettungsring, lotsenboot]\n", ""),
        ("packages/wattlaeufer.yaml", "role: system", "role: system\nrefused_by: [rettungsring]"),
    ]
    told = found(read_bundle(edited_files("clean-install", edits)))
    assert ("recovery-refuses", "wattlaeufer") in told
