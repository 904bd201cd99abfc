"""Bundles: the same fingerprint back, and one clear message for everything that is wrong."""

import io
import json
import locale
import zipfile
from random import Random

import jsonschema
import pytest
import yaml
from hypothesis import given, settings
from hypothesis import strategies as st

from anleitung.core.formats.pictures import read_picture
from anleitung.core.formats.read_bundle import (
    MAX_BYTES,
    InvalidBundle,
    read_bundle,
    read_zip,
)
from anleitung.core.formats.schema import DOCUMENTS, NAMES, json_schema
from anleitung.core.formats.write_bundle import write_bundle, write_zip
from anleitung.demo.bundles import bundle_files, guide_names
from anleitung.demo.catalogue import catalogue_files
from anleitung.standins.files import file_digest
from tests.core.bundles import bundle, edited_files
from tests.core.proof.random_guides import random_bundle, small_base

GOOD = bundle_files("palstek", "clean-install")


def faults_of(files: dict[str, bytes]) -> list[str]:
    with pytest.raises(InvalidBundle) as caught:
        read_bundle(files)
    return list(map(str, caught.value.faults))


@pytest.mark.parametrize("name", guide_names("palstek"))
def test_import_after_export_gives_the_same_fingerprint(name: str) -> None:
    first = bundle(name)
    brought = edited_files(name).items()
    pictures = [read_picture(c) for n, c in brought if n.startswith("pictures/")]
    files = write_bundle(first, pictures)
    again = read_bundle(read_zip(write_zip(files)))
    assert again.fingerprint == first.fingerprint
    assert write_bundle(again, pictures) == files


@settings(max_examples=25)
@given(st.integers(0, 10**9))
def test_random_guides_come_back_from_export_the_same(seed: int) -> None:
    made = random_bundle(seed, base=small_base())
    again = read_bundle(read_zip(write_zip(write_bundle(made))))
    assert again.fingerprint == made.fingerprint
    assert again.documents == made.documents


def _shuffled(value: object, random: Random) -> object:
    if isinstance(value, dict):
        items = list(value.items())
        random.shuffle(items)
        return {key: _shuffled(inner, random) for key, inner in items}
    return [_shuffled(each, random) for each in value] if isinstance(value, list) else value


@settings(max_examples=15)
@given(st.integers(0, 10**6), st.sampled_from(["\n", "\r\n", "\r"]), st.booleans())
def test_order_of_keys_line_ends_and_locale_do_not_matter(seed: int, ends: str, bom: bool) -> None:
    files = {}
    for name, content in GOOD.items():
        text = content.decode()
        if name.endswith(".yaml"):
            plain = yaml.load(text, Loader=yaml.BaseLoader)
            text = yaml.safe_dump(_shuffled(plain, Random(seed)), sort_keys=False)
        files[name] = (("\ufeff" if bom else "") + text.replace("\n", ends)).encode()
    before = locale.setlocale(locale.LC_ALL)
    locale.setlocale(locale.LC_ALL, "C.UTF-8" if seed % 2 else "C")
    try:
        assert read_bundle(files).fingerprint == bundle().fingerprint
    finally:
        locale.setlocale(locale.LC_ALL, before)


def test_condition_typed_otherwise_is_the_same_guide_and_keeps_its_typing() -> None:
    other = bundle("clean-install", ("guide.yaml", "on: variant is M6", "on: ( variant  in {M6} )"))
    assert other.fingerprint == bundle().fingerprint
    assert b"( variant in {M6} )" in write_bundle(other)["guide.yaml"]


def test_every_document_is_part_of_the_fingerprint() -> None:
    edits = (
        ("guide.yaml", "title: Install", "title: Put"),
        ("device.yaml", "Tidewerk", "Nordmole"),
        ("builds.yaml", "2024-03", "2024-04"),
        ("packages/wattlaeufer.yaml", "size: 310272", "size: 310273"),
        ("tools/lotse.yaml", "4.2 or newer", "4.3 or newer"),
        ("prose/base-in-both-slots.md", "hang", "stop"),
    )
    prints = {bundle("clean-install", edit).fingerprint for edit in edits}
    assert len(prints | {bundle().fingerprint}) == len(edits) + 1


def test_golden_fingerprint() -> None:
    """Changed bytes mean a new format version, not a new number here."""
    assert bundle("unlock").fingerprint == GOLDEN


GOLDEN = "sha256:bc88c796066de3a2783e0128a43580bed51ec1079d0791b228e9f88e1262b2ff"

BAD = [
    (
        "guide.yaml",
        "id: clean-install\n",
        "id: Clean Install\n",
        "guide.yaml, line 2: id: expected small letters, digits and single hyphens, a letter "
        "first, got 'Clean Install'",
    ),
    (
        "guide.yaml",
        "files: [rettungsring, wattlaeufer, radio-m6, firmware-m6, radio-k6, firmware-k6]\ntools",
        "files: rettungsring\ntools",
        "guide.yaml, line 22: files: expected a list, got 'rettungsring'",
    ),
    (
        "guide.yaml",
        "file: radio-m6, where: both",
        "file: radio-m6, where: sideways",
        "guide.yaml, line 69: steps.otherwise.then.where: expected 'running', 'other', 'both', "
        "'a', 'b' or 'each', got 'sideways'",
    ),
    (
        "device.yaml",
        "  - {id: wattlaeufer, name: Wattläufer, platforms: [12, 13], "
        'releases: ["4.2", "5.0"], recovery: lotsenboot}',
        "  - wattlaeufer",
        "device.yaml, line 94: other_systems: expected fields (name: value), got 'wattlaeufer'",
    ),
    (
        "guide.yaml",
        "    verify: true",
        "    verify: perhaps",
        "guide.yaml, line 29: steps.verify: expected true or false, got 'perhaps'",
    ),
    (
        "guide.yaml",
        "format: anleitung/1\n",
        "",
        "guide.yaml, line 1: expected the line 'format: anleitung/1' first",
    ),
    (
        "guide.yaml",
        "codename: palstek",
        "codename: palstek\nfavourite: yes",
        "guide.yaml, line 4: favourite: no such field here; check the spelling, or remove it",
    ),
    (
        "guide.yaml",
        "action: format-data",
        "action: formt-data",
        "guide.yaml, line 84: steps.choices.clean: no action is called 'formt-data'; known:",
    ),
    (
        "guide.yaml",
        "- id: agree\n",
        "- id: copy-media\n",
        "guide.yaml, line 48: steps.id: step id 'copy-media' is used twice; each needs its own",
    ),
    (
        "guide.yaml",
        "mode: bootloader\n    by",
        "mode: bootloader\n    mode: recovery\n    by",
        "guide.yaml, line 55: the key 'mode' stands twice (column 5)",
    ),
    (
        "guide.yaml",
        "on: variant is M6",
        "on: variant is M7",
        "guide.yaml, line 66: steps.otherwise.on: variant is never 'M7'; known: K6, M6",
    ),
    (
        "guide.yaml",
        "on: variant is M6",
        "on: variant is",
        "guide.yaml, line 66: steps.otherwise.on: cannot be read at the end",
    ),
    (
        "guide.yaml",
        "usual: [240, 360]",
        "usual: [four, 360]",
        "guide.yaml, line 113: steps.duration.usual: expected a whole number, got ",
    ),
    (
        "guide.yaml",
        "title: Install",
        "title: &t Install",
        "guide.yaml, line 4: anchors (&name) are not used in a bundle (column 8)",
    ),
    (
        "guide.yaml",
        "title: Install",
        "title: !!python/none Install",
        "guide.yaml, line 4: tags (!name) are not used in a bundle (column 8)",
    ),
    ("guide.yaml", "title: Install", "title: [Install", "guide.yaml, line 5: not YAML:"),
    (
        "guide.yaml",
        "option: data\n",
        "option: date\n",
        "guide.yaml, line 81: steps.option: the guide has no option 'date'",
    ),
    (
        "guide.yaml",
        "      keep: []\n",
        "",
        "guide.yaml, line 82: steps.choices: steps for each choice of data (clean, keep)",
    ),
    (
        "guide.yaml",
        "[lotse, funke]",
        "[lotse, zange]",
        "guide.yaml, line 23: tools: no document in the bundle has the id zange",
    ),
    (
        "device.yaml",
        "usual_variant: M6",
        "usual_variant: M9",
        "device.yaml, line 1: usual_variant is M9; variants are ['M6', 'K6']",
    ),
    (
        "device.yaml",
        "codename: palstek",
        "codename: poller",
        "guide.yaml, line 3: codename: the guide is for palstek, the device is poller",
    ),
    (
        "packages/radio-m6.yaml",
        "sha256: 1cd3",
        "sha256: 1c",
        "packages/radio-m6.yaml, line 6: sha256: expected 64 hex digits in lower case, "
        "got 62 characters. Copy the whole value from the release page",
    ),
    (
        "packages/radio-m6.yaml",
        "id: radio-m6",
        "id: radio-m7",
        "packages/radio-m6.yaml, line 2: id: this id belongs into a file "
        "named packages/radio-m7.yaml",
    ),
    (
        "packages/radio-m6.yaml",
        "name: radio-12.4.7-m6.img",
        "name: ../radio.img",
        "packages/radio-m6.yaml, line 3: name: a file name is one plain name",
    ),
    (
        "packages/radio-m6.yaml",
        "variants: [M6]",
        "variants: [M7]",
        "packages/radio-m6.yaml, line 11: variants: palstek has no variant M7",
    ),
    (
        "packages/wattlaeufer.yaml",
        "writes_to: other\n",
        "",
        "packages/wattlaeufer.yaml, line 1: switches_slot needs writes_to: other or both",
    ),
    (
        "builds.yaml",
        "size: 2104300000",
        "size: much",
        "builds.yaml, line 11: builds.shipped.size: expected a whole number, got ",
    ),
    (
        "tools/lotse.yaml",
        "./lotse write {partition} ./{file} --both",
        "./lotse write {part}",
        "tools/lotse.yaml, line 17: commands: flash.both, kogge: no placeholder is called "
        "'part'; known: file, partition",
    ),
]


@pytest.mark.parametrize(("file", "old", "new", "message"), BAD, ids=[b[3][:70] for b in BAD])
def test_one_clear_message_with_file_and_line(file: str, old: str, new: str, message: str) -> None:
    faults = faults_of(edited_files("clean-install", [(file, old, new)]))
    assert faults[0].startswith(message), faults[0]
    assert len(faults) == 1, faults


def test_all_faults_are_reported_at_once() -> None:
    edits = [
        ("guide.yaml", "title: Install", "titel: Install"),
        ("packages/radio-m6.yaml", "size: 22016", "size: -1"),
        ("builds.yaml", "platform: 13", "platform: Grund"),
    ]
    faults = faults_of(edited_files("clean-install", edits))
    assert [fault.split(":")[0] for fault in faults] == [
        "builds.yaml, line 90",
        "guide.yaml, line 1",
        "guide.yaml, line 4",
        "packages/radio-m6.yaml, line 5",
    ]


@pytest.mark.parametrize(
    ("files", "message"),
    [
        (GOOD | {"guide.yaml": b"\xff\xfe"}, "guide.yaml, line 1: not UTF-8"),
        (GOOD | {"guide.yaml": b""}, "guide.yaml, line 1: the file is empty"),
        (GOOD | {"guide.yaml": b"- a\n"}, "guide.yaml, line 1: expected fields"),
        (GOOD | {"guide.yaml": b"a: 1\n---\nb: 1\n"}, "guide.yaml, line 2: one document per file"),
        (GOOD | {"guide.yaml": b"a: " + b"[" * 40}, "guide.yaml, line 1: nested deeper than 30"),
        (
            GOOD | {"guide.yaml": b"a: [" + b"1," * 250_000 + b"1]"},
            "guide.yaml, line 1: more than 200000 values",
        ),
        (GOOD | {"guide.yaml": b"x: 1\nb: [*a, *a]\n"}, "guide.yaml, line 2: aliases"),
        (
            GOOD
            | {
                "guide.yaml": b"format: anleitung/1\nsteps:\n"
                + b"- {id: a, action: unlock}\n" * 2001
            },
            "guide.yaml, line 2: more than 2000 steps",
        ),
        (GOOD | {"../out.yaml": b"a"}, "../out.yaml: this path leaves the folder"),
        (GOOD | {"/etc/out": b"a"}, "/etc/out: this path leaves the folder"),
        (GOOD | {"virus.exe": b"a"}, "virus.exe: a bundle has no such file"),
        (GOOD | {"prose/nowhere.md": b"a"}, "prose/nowhere.md: the guide has no step nowhere"),
        (
            GOOD | {"SHA256SUMS": b"0" * 64 + b"  radio-12.4.7-m6.img\n"},
            "SHA256SUMS: radio-12.4.7-m6.img: the list says 000000000000…",
        ),
        (GOOD | {"SHA256SUMS": b"nonsense\n"}, "SHA256SUMS, line 1: expected a digest"),
        (GOOD | {"prose/agree.md": b"x" * (MAX_BYTES + 1)}, "the bundle: larger than 5 MB"),
        ({}, "builds.yaml: is missing from the bundle"),
    ],
    ids=lambda value: value[:50] if isinstance(value, str) else "",
)
def test_bad_bundle(files: dict[str, bytes], message: str) -> None:
    assert faults_of(files)[0].startswith(message)


def _zip(entries: list[tuple[str, bytes]], method: int = zipfile.ZIP_DEFLATED) -> bytes:
    stream = io.BytesIO()
    with zipfile.ZipFile(stream, "w", method) as archive:
        for name, content in entries:
            archive.writestr(name, content)
    return stream.getvalue()


@pytest.mark.parametrize(
    ("data", "message"),
    [
        (b"PK nonsense", "the zip file: cannot be unpacked"),
        (_zip([("guide.yaml", b"x" * 80_000_000)]), "the zip file, unpacked: larger than 5 MB"),
        (_zip([("../guide.yaml", b"a")]), "../guide.yaml: this path leaves the folder"),
        (_zip([("c:\\guide.yaml", b"a")]), "this path leaves the folder"),
        (_zip([(f"prose/{i}.md", b"") for i in range(501)]), "the zip file: holds more than 500"),
        (_zip([("guide.yaml", b"a" * 99)])[:-30], "the zip file: cannot be unpacked"),
        (b"x" * (MAX_BYTES + 1), "the zip file: larger than 5 MB"),
    ],
    ids=["no zip", "bomb", "path", "drive", "many", "cut", "large"],
)
def test_bad_zip(data: bytes, message: str) -> None:
    with pytest.raises(InvalidBundle, match=message):
        read_zip(data)


def test_folder_packed_whole_is_read_as_well() -> None:
    packed = _zip([(f"clean-install/{name}", content) for name, content in GOOD.items()])
    assert read_bundle(read_zip(packed)).fingerprint == bundle().fingerprint


@pytest.mark.parametrize("name", NAMES)
def test_schemas_are_valid_and_demo_documents_obey_them(name: str) -> None:
    schema = json_schema(name)
    jsonschema.Draft202012Validator.check_schema(schema)
    files = {"package": "packages/wattlaeufer.yaml"}
    plain = [value for kind, _, value in catalogue_files() if kind == name]
    if name in ("guide", "builds", "package"):
        plain = [yaml.load(GOOD[files.get(name, f"{name}.yaml")], Loader=yaml.BaseLoader)]
        del plain[0]["format"]
    assert plain or name == "proof"
    for each in plain:
        typed = json.loads(DOCUMENTS[name].model_validate(each).model_dump_json(exclude_unset=True))
        jsonschema.validate({"format": "anleitung/1", **typed}, schema)


def test_demo_digests_are_those_of_the_stand_in_files() -> None:
    for package in bundle().packages:
        assert package.sha256 == file_digest(package.name, package.size)
