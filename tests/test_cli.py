"""The command: exit status, output, errors; without a database."""

import io
import json
import os
import shutil
import subprocess
import sys
import zipfile
from pathlib import Path
from typing import Any

import pytest
from typer.testing import CliRunner

from anleitung.command.main import app
from anleitung.core.guide.walk import actions_of
from anleitung.core.shorthand.lines import print_line
from anleitung.standins.files import file_content
from tests.core.bundles import LOST, Edit, bundle, edited_files
from tests.core.formats.test_pictures import SECRET, photo

RUN = CliRunner()


def folder(home: Path, name: str, *edits: Edit) -> Path:
    for file, content in edited_files(name, edits).items():
        path = home / name / file
        path.parent.mkdir(parents=True, exist_ok=True)
        path.write_bytes(content)
    return home / name


def test_steps_are_written_as_lines_and_proved(tmp_path: Path) -> None:
    """The unlock guide of the demo, its steps printed as lines and read back by the command."""
    whole = bundle("unlock")
    lines = tmp_path / "steps.txt"
    lines.write_text("# the steps\n\n" + "\n".join(map(print_line, actions_of(whole.guide))))
    told = RUN.invoke(app, ["steps", str(lines)])
    assert told.exit_code == 0, told.output
    home = folder(tmp_path, "unlock")
    shutil.rmtree(home / "prose")
    text = (home / "guide.yaml").read_text()
    (home / "guide.yaml").write_text(text[: text.index("steps:\n")] + told.output)
    before = RUN.invoke(app, ["prove", str(folder(tmp_path / "as-it-was", "unlock"))])
    after = RUN.invoke(app, ["prove", str(home)])
    assert after.exit_code == before.exit_code == 0, after.output
    lines.write_text("get rettungsring and compare\nget rettungsring-3.2-palstek.img\n\ncharge")
    ring = str(folder(tmp_path, "clean-install"))
    told = RUN.invoke(app, ["steps", str(lines), "--bundle", ring])
    assert "- id: obtain-2\n  action: obtain\n  files:\n  - rettungsring\n" in told.output
    for text, says in (
        (
            "charge\nflsh radio",
            "line 2, column 1: no step begins with 'flsh'",
        ),
        ("a: charge\na: restart", "line 2: the id a is used twice"),
    ):
        lines.write_text(text)
        told = RUN.invoke(app, ["steps", str(lines)])
        assert (told.exit_code, says in told.output) == (2, True), told.output
    assert RUN.invoke(app, ["steps", str(tmp_path / "none")]).exit_code == 2


def test_notes_are_read_line_by_line(tmp_path: Path) -> None:
    notes = tmp_path / "notes.txt"
    notes.write_text("Last night:\n1. lotse write radio radio-12.4.7-m6.img --both\n2. charge\n")
    home = str(folder(tmp_path, "clean-install"))
    told = RUN.invoke(app, ["notes", str(notes), "--bundle", home])
    assert told.exit_code == 0, told.output
    assert "= flash radio radio-m6 to both slots  (command of lotse" in told.output
    assert "2 of 2 lines are steps, 0 are open." in told.output
    notes.write_text("lotse write radio other.img\n")
    told = RUN.invoke(app, ["notes", str(notes), "--bundle", home])
    assert (told.exit_code, "? other.img is not in the file set" in told.output) == (1, True)
    notes.write_text("x\n" * 10_001)
    told = RUN.invoke(app, ["notes", str(notes), "--bundle", home])
    assert (told.exit_code, "more than 10,000 lines" in told.output) == (2, True)


def test_prove_a_guide_for_several_codenames(tmp_path: Path) -> None:
    path = str(folder(tmp_path, "tidewerk-old-base"))
    both = RUN.invoke(app, ["prove", path])
    assert both.exit_code == 1
    assert [both.output.count(f"(tidewerk-old-base, {c})") for c in ("palstek", "schotstek")] == [
        1,
        1,
    ]
    one = RUN.invoke(app, ["prove", path, "--codename", "palstek"])
    assert (one.exit_code, "No finding." in one.output) == (0, True)
    told = json.loads(RUN.invoke(app, ["prove", path, "--format", "json"]).output)
    assert {c: len(p["findings"]) for c, p in told.items()} == {"palstek": 0, "schotstek": 2}
    none = RUN.invoke(app, ["prove", path, "--codename", "poller"])
    assert (none.exit_code, "it is for" in none.output or "not for poller" in none.output) == (
        2,
        True,
    )
    assert len(RUN.invoke(app, ["checksums", path]).output.splitlines()) == 4


@pytest.mark.parametrize(
    ("name", "more", "status", "says"),
    [
        ("clean-install", [], 0, "No finding."),
        ("clean-install-one-slot", [], 1, "2 stops."),
        ("base-update", [], 1, "1 stop, 2 warnings."),
        ("clean-install", ["--paths", "3"], 3, "Not finished: the budget was spent at step"),
    ],
)
def test_prove(name: str, more: list[str], status: int, says: str, tmp_path: Path) -> None:
    result = RUN.invoke(app, ["prove", str(folder(tmp_path, name)), *more])
    assert result.exit_code == status
    assert says in result.output


def test_slips_are_printed_with_what_they_do(tmp_path: Path) -> None:
    path = folder(tmp_path, "clean-install")
    result = RUN.invoke(app, ["prove", str(path), "--slips"])
    assert result.exit_code == 0
    assert " slips tried, " in result.output
    made = json.loads(RUN.invoke(app, ["prove", str(path), "--slips", "--format", "json"]).output)
    assert made["slips"]["tried"] > len(made["slips"]["harms"]) > 10
    worst = made["slips"]["harms"][0]
    assert worst["harm"] == "dead"
    assert worst["step"] in result.output


def test_what_stands_behind_the_row_that_ends_it_is_printed(tmp_path: Path) -> None:
    path = folder(tmp_path, "keep-rettungsring-too-early")
    plain = RUN.invoke(app, ["prove", str(path)])
    told = RUN.invoke(app, ["prove", str(path), "--behind"])
    assert (plain.exit_code, told.exit_code) == (1, 1)
    assert "Add --behind to see what would be found after it." in plain.output
    assert "Behind that step" not in plain.output
    made = json.loads(RUN.invoke(app, ["prove", str(path), "--behind", "--format", "json"]).output)
    there = {(each["id"], each["step"]) for each in made["findings"]}
    further = {(each["id"], each["step"]) for each in made["behind"]["findings"]}
    assert further
    assert not further & there
    text = " ".join(told.output.split("Behind that step")[1].split())
    assert all(" ".join(each.split()) in text for each in made["behind"]["supposed"])
    assert all(f"[{name}]" in text for name, _ in further)


@pytest.mark.parametrize(
    ("more", "looked", "says"),
    [
        ([], "not-needed", "--behind has nothing to look at"),
        (["--paths", "3"], "not-finished", "so --behind was not looked at"),
    ],
)
def test_where_nothing_was_looked_for_behind_a_row_it_says_why(
    more: list[str], looked: str, says: str, tmp_path: Path
) -> None:
    asked = ["prove", str(folder(tmp_path, "clean-install")), "--behind", *more]
    assert says in " ".join(RUN.invoke(app, asked).output.split())
    made = json.loads(RUN.invoke(app, [*asked, "--format", "json"]).output)
    assert made["behind"] == {"looked": looked}


def test_not_finished_wins_and_what_was_found_is_printed(tmp_path: Path) -> None:
    edits = (("guide.yaml", LOST, "  loses: [media]\n"),)
    path = folder(tmp_path, "unlock", *edits)
    full = json.loads(RUN.invoke(app, ["prove", str(path), "--format", "json"]).output)
    cut = RUN.invoke(app, ["prove", str(path), "--paths", str(full["paths"] - 2)])
    assert cut.exit_code == 3
    assert "[undeclared-loss]" in cut.output


def test_json_holds_what_the_manual_says(tmp_path: Path) -> None:
    path = folder(tmp_path, "clean-install-one-slot")
    made = json.loads(RUN.invoke(app, ["prove", str(path), "--format", "json"]).output)
    assert made["finished"] is True
    assert made["phones"]["admitted"] <= made["phones"]["counted"]
    stop, other = made["findings"]
    assert (stop["id"], other["id"]) == ("base-too-old", "below-rollback-index")
    assert {"id", "subject", "severity", "step", "message", "witness", "phones"} <= set(stop)
    assert "firmware base of the other slot PS-12.2.0-KU.r1 or older" in stop["phones"]["words"]
    assert stop["witness"]["facts"]["other-base"] == "PS-12.1.0-KU.r1"
    assert [p["kept"] < p["of"] for p in made["promises"]] == [True] * 3
    steps = {t["step"]: t["changes"] for t in made["trace"]}
    assert steps["into-bootloader"][0]["after"] == "bootloader"


def test_folder_and_zip_have_one_fingerprint(tmp_path: Path) -> None:
    path = folder(tmp_path, "unlock")
    packed = tmp_path / "unlock.zip"
    with zipfile.ZipFile(packed, "w") as archive:
        for file in path.rglob("*"):
            archive.write(file, file.relative_to(path))
    prints = {RUN.invoke(app, ["fingerprint", str(p)]).output for p in (path, packed)}
    assert len(prints) == 1


@pytest.mark.parametrize(
    "name",
    ["guide", "device", "builds", "package", "tool", "scheme", "build", "system", "proof"],
)
def test_schema(name: str) -> None:
    assert json.loads(RUN.invoke(app, ["schema", name]).output)["type"] == "object"


def test_errors_are_told_with_file_and_line(tmp_path: Path) -> None:
    path = folder(tmp_path, "unlock", ("guide.yaml", "title:", "titel:"))
    result = RUN.invoke(app, ["prove", str(path)])
    assert result.exit_code == 2
    assert "guide.yaml, line 4: titel: no such field here" in result.output


def test_link_out_of_the_folder_is_refused(tmp_path: Path) -> None:
    path = folder(tmp_path, "unlock")
    (tmp_path / "secret").write_text("x")
    (path / "prose" / "unlock.md").unlink()
    os.symlink(tmp_path / "secret", path / "prose" / "unlock.md")
    result = RUN.invoke(app, ["prove", str(path)])
    assert (result.exit_code, "leaves the folder" in result.output) == (2, True)


@pytest.mark.parametrize("args", [["prove"], ["prove", "/nowhere"], ["schema", "x"], ["fly"]])
def test_wrong_use_is_status_two(args: list[str]) -> None:
    assert RUN.invoke(app, args).exit_code == 2


def test_command_needs_neither_settings_nor_database(tmp_path: Path) -> None:
    """As installed: the console script, with no Django settings in sight."""
    script = Path(os.sys.executable).parent / "anleitung"  # type: ignore[attr-defined]
    done = subprocess.run(
        [script, "prove", folder(tmp_path, "unlock")],
        env={"PATH": "/usr/bin", "LANG": "C"},
        cwd=tmp_path,
        capture_output=True,
        check=False,
    )
    assert done.returncode == 0, done.stderr
    assert "Unlock the bootloader" in done.stdout.decode()


NORDMOLE = Path(__file__).parents[1] / "anleitung/demo/data/schemes/nordmole.yaml"


def test_decode_prints_fields_and_what_could_not_be_read() -> None:
    args = ["decode", "--scheme", str(NORDMOLE), "2219c_KAI9_M6_BI_full.mol", "KAI9"]
    shown = RUN.invoke(app, args)
    assert shown.exit_code == 1
    assert "  chip             M6" in shown.output
    assert "'KAI9' does not read as a Nordmole build" in shown.output
    told = json.loads(RUN.invoke(app, [*args[:-1], "--format", "json"]).output)
    assert told[0]["fields"]["week"] == "2219"
    assert told[0]["form"] == "file"
    assert told[0]["error"] is None


@pytest.mark.parametrize(
    ("a", "b", "status", "says"),
    [
        ("KAI9-M6/BI/2219", "KAI9-M6/BI/2219a", 0, "KAI9-M6/BI/2219 is older than"),
        ("KAI9-M6/BI/2219", "KAI9-M6/BI/2219", 0, "is the same release"),
        ("KAI9-M6/BI/2219", "KAI9-K6/BI/2219", 1, "cannot be compared by this scheme"),
        ("KAI9-M6/BI/2219", "KAI9-M6/KU/2219", 1, "cannot be compared by this scheme"),
        ("KAI9", "KAI9-M6/KU/2219", 2, "does not read"),
    ],
)
def test_compare(a: str, b: str, status: int, says: str) -> None:
    result = RUN.invoke(app, ["compare", "--scheme", str(NORDMOLE), a, b])
    assert (result.exit_code, says in result.output) == (status, True)


def test_scheme_that_reads_two_ways_is_wrong_use(tmp_path: Path) -> None:
    path = tmp_path / "scheme.yaml"
    text = NORDMOLE.read_text().replace('      - {kind: fixed, text: "-"}\n', "")
    path.write_text(text.replace("values: [M6, K6, V2]", "values: [6, 66]"))
    result = RUN.invoke(app, ["decode", "--scheme", str(path), "x"])
    assert result.exit_code == 2
    assert "in two ways" in result.output


@pytest.fixture
def downloads(tmp_path: Path) -> Path:
    """The files of a guide, as a reader would have them."""
    home = tmp_path / "downloads"
    home.mkdir()
    for package in bundle("clean-install").world.packages.values():
        (home / package.name).write_bytes(file_content(package.name, package.size))
    return home


def verify(tmp_path: Path, downloads: Path, *more: str) -> Any:
    return RUN.invoke(
        app, ["verify", str(folder(tmp_path, "clean-install")), str(downloads), *more]
    )


def test_verify_says_that_all_is_right(tmp_path: Path, downloads: Path) -> None:
    result = verify(tmp_path, downloads)
    assert result.exit_code == 0, result.output
    assert all(line.startswith("right ") for line in result.output.splitlines())


def test_verify_names_what_is_wrong_and_what_is_missing(tmp_path: Path, downloads: Path) -> None:
    first, second, third, *_ = sorted(downloads.iterdir())
    first.write_bytes(first.read_bytes()[:-5])
    second.rename(downloads / "renamed.img")
    third.unlink()
    (downloads / "note.txt").write_text("x")
    result = verify(tmp_path, downloads, "--format", "json")
    told = {m["name"]: m["verdict"] for m in json.loads(result.output)}
    assert result.exit_code == 1
    assert told[first.name] == "wrong-bytes"
    assert told["renamed.img"] == "misnamed"
    assert told[third.name] == "missing"
    assert told["note.txt"] == "unknown"


def test_verify_looks_into_zip_files_and_survives_bad_ones(tmp_path: Path, downloads: Path) -> None:
    first, second, *_ = sorted(downloads.iterdir())
    with zipfile.ZipFile(downloads / "all.zip", "w", zipfile.ZIP_DEFLATED) as archive:
        archive.write(first, "/etc/../" + first.name)
    first.unlink()
    second.unlink()
    (downloads / "broken.zip").write_bytes(b"PK\x03\x04" + b"\0" * 50)
    result = verify(tmp_path, downloads)
    assert f"right        {first.name} (inside all.zip)" in result.output
    assert f"missing      {second.name}" in result.output
    assert result.exit_code == 1


def test_verify_refuses_a_zip_that_unfolds_without_end(tmp_path: Path, downloads: Path) -> None:
    with zipfile.ZipFile(downloads / "bomb.zip", "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("zeros", b"\0" * 50_000_000)
    result = verify(tmp_path, downloads)
    assert (result.exit_code, "broken       bomb.zip: it unfolds to more" in result.output) == (
        0,
        True,
    )


DAMAGED = {
    "deflate": zipfile.ZIP_DEFLATED,
    "lzma": zipfile.ZIP_LZMA,
    "bzip2": zipfile.ZIP_BZIP2,
    "stored": zipfile.ZIP_STORED,
}


@pytest.mark.parametrize("method", DAMAGED)
@pytest.mark.parametrize("place", [0, 9, 30, 60, -30, -1])
def test_verify_never_loses_its_verdicts(
    method: str, place: int, tmp_path: Path, downloads: Path
) -> None:
    """A damaged archive is told about, and everything else is judged as ever."""
    whole = io.BytesIO()
    with zipfile.ZipFile(whole, "w", DAMAGED[method]) as archive:
        archive.writestr("inner.img", bytes(range(256)) * 40)
    bad = bytearray(whole.getvalue())
    bad[place] ^= 0xFF
    (downloads / "0.zip").write_bytes(bad)
    (downloads / "1.zip").write_bytes(bad[: len(bad) // 2])
    result = verify(tmp_path, downloads, "--format", "json")
    told = {m["name"]: m["verdict"] for m in json.loads(result.output)}
    # Without its first two letters the half of one is just another file.
    half = "broken" if place else "unknown"
    assert (told.pop("0.zip") in ("broken", "unknown"), told.pop("1.zip")) == (True, half)
    assert (set(told.values()), result.exit_code) == ({"right"}, 0)


@pytest.mark.parametrize(
    ("environment", "says"),
    [
        ({"PYTHONIOENCODING": "latin-1"}, "output is latin-1, which has no"),
        ({}, "could not be written: No space"),
    ],
)
def test_what_cannot_be_printed_is_no_verdict(
    environment: dict[str, str], says: str, tmp_path: Path, downloads: Path
) -> None:
    (downloads / "śluza.img").write_text("x")
    command = [Path(sys.executable).parent / "anleitung", "verify"]
    full = environment or open("/dev/full", "w")  # noqa: SIM115
    done = subprocess.run(
        [*command, folder(tmp_path, "clean-install"), downloads],
        env=os.environ | environment,
        stdout=subprocess.PIPE if environment else full,  # type: ignore[arg-type]
        stderr=subprocess.PIPE,
        check=False,
    )
    assert (done.returncode, says in done.stderr.decode()) == (2, True), done.stderr


def test_verify_passes_over_links_that_leave_the_folder(tmp_path: Path, downloads: Path) -> None:
    (tmp_path / "secret").write_text("x")
    os.symlink(tmp_path / "secret", downloads / "secret")
    assert "secret" not in verify(tmp_path, downloads).output
    assert verify(tmp_path, tmp_path / "nowhere").exit_code == 2


@pytest.mark.parametrize("form", ["two-column", "tagged", "metalink"])
def test_checksums_in_each_form(form: str, tmp_path: Path, downloads: Path) -> None:
    path = folder(tmp_path, "clean-install")
    result = RUN.invoke(app, ["checksums", str(path), "--form", form])
    assert result.exit_code == 0
    if form == "metalink":
        assert "<metalink" in result.output
        return
    (downloads / "LIST").write_text(result.output)
    done = subprocess.run(
        ["cksum", "-a", "sha256", "--strict", "-c", "LIST"]
        if form == "two-column"
        else ["cksum", "--strict", "-c", "LIST"],
        cwd=downloads,
        capture_output=True,
        check=False,
    )
    assert done.returncode == 0, done.stdout


def test_picture_goes_into_a_bundle_without_what_it_carried(tmp_path: Path) -> None:
    home = folder(tmp_path, "unlock")
    (tmp_path / "photo.jpg").write_bytes(photo())
    result = RUN.invoke(app, ["picture", str(tmp_path / "photo.jpg"), str(home)])
    assert result.exit_code == 0
    digest = result.output.partition("sha256: ")[2][:64]
    assert SECRET not in (home / f"pictures/{digest}.webp").read_bytes()
    told = RUN.invoke(app, ["prove", str(home)])
    assert "no step shows this picture" in told.output
    refused = RUN.invoke(app, ["picture", str(home / "guide.yaml"), str(home)])
    assert (refused.exit_code, "cannot be read as a picture" in refused.output) == (2, True)
