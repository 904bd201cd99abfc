"""What the project says of itself is so: docs, locks, pictures, settings."""

import re
import shutil
import subprocess
import sys
from pathlib import Path

import pytest
from django.db import connection

HOME = Path(__file__).parents[1]
DOCS = HOME / "docs"
sys.path.insert(0, str(HOME / "scripts"))


def test_generated_docs_are_those_of_the_code() -> None:
    from generate_docs import generated

    for name, text in generated().items():
        assert (DOCS / name).read_text() == text, f"{name}: run 'make generated'"


@pytest.mark.parametrize("page", ["README.md", *(f"docs/{p.name}" for p in DOCS.glob("*.md"))])
def test_links_lead_somewhere(page: str) -> None:
    text = (HOME / page).read_text()
    for link in re.findall(r"\]\(([^)#]+)", text):
        if "://" not in link:
            assert ((HOME / page).parent / link).exists(), link


def test_pictures_are_few_and_all_linked() -> None:
    pictures = list((DOCS / "screenshots").glob("*.png"))
    assert 0 < len(pictures) < 20
    readme = (HOME / "README.md").read_text()
    assert all(p.name in readme for p in pictures)


@pytest.mark.parametrize(
    "lock", ["requirements.txt", "requirements-dev.txt", "web/package-lock.json"]
)
def test_locks_hold_hashes_and_no_address_of_a_registry(lock: str) -> None:
    text = (HOME / lock).read_text()
    if lock.endswith(".json"):
        assert '"resolved"' not in text
        assert text.count('"integrity"') > 50
    else:
        assert "://" not in text
        names = re.findall(r"^[a-z0-9][^\s=]*==", text, re.M)
        blocks = re.split(r"^(?=[a-z0-9][^\s=]*==)", text, flags=re.M)[1:]
        assert len(names) == len(blocks)
        assert all("--hash=sha256:" in block for block in blocks)


def test_make_names_every_target_of_the_readme() -> None:
    makefile = (HOME / "Makefile").read_text()
    for target in re.findall(r"make ([a-z-]+)", (HOME / "README.md").read_text()):
        assert re.search(rf"^{target}:", makefile, re.M), target


@pytest.mark.parametrize(
    ("pragma", "value"),
    [("foreign_keys", 1), ("recursive_triggers", 1), ("synchronous", 2), ("journal_mode", "wal")],
)
def test_database_is_set_up_as_promised(db: None, pragma: str, value: object) -> None:
    with connection.cursor() as cursor:
        cursor.execute(f"PRAGMA {pragma}")
        assert cursor.fetchone()[0] == value
    assert connection.transaction_mode == "IMMEDIATE"


def test_core_names_no_maker_tool_or_codename_of_the_demo() -> None:
    names = "palstek tidewerk rettungsring lotse funke lotsenboot kogge faehre ewer deichfunk"
    world = re.compile(rf"\b({'|'.join(names.split())}|wattl\w*)\b")
    for path in (HOME / "anleitung" / "core").rglob("*.py"):
        assert not world.findall(path.read_text().lower()), path


def test_import_contract_is_kept() -> None:
    script = Path(sys.executable).parent / "lint-imports"
    done = subprocess.run([script, "--no-logo"], cwd=HOME, capture_output=True, check=False)
    assert done.returncode == 0, done.stdout.decode()


def test_every_module_mirrors_into_a_test_folder() -> None:
    """Core's packages each have tests of their own."""
    packages = {p.name for p in (HOME / "anleitung/core").iterdir() if (p / "__init__.py").exists()}
    tested = {p.name for p in (HOME / "tests/core").iterdir() if p.is_dir()}
    assert packages - tested <= {"guide", "documents"}


@pytest.mark.parametrize(
    ("program", "prints", "says"),
    [
        ("python3", "exit 1", "is too old. Install Python 3.11 or newer."),
        ("node", "case $1 in -e) exit 1;; *) echo v18.0.0;; esac", "Node v18.0.0 is too old."),
        ("npm", "echo 9.1.0", "npm 9.1.0 is too old. Run: npm install -g npm@11"),
        ("node", None, "Node is missing."),
    ],
)
def test_what_a_machine_lacks_is_said_in_words(
    program: str, prints: str | None, says: str, tmp_path: Path
) -> None:
    """A machine on which one program is old or missing, and all others are right."""
    real = {name: shutil.which(name) for name in ("sh", "python3", "node", "npm", "cut", "id")}
    real["python3"] = sys.executable  # on some machines python3 is a script with needs of its own
    for name, path in real.items():
        if name != program:
            (tmp_path / name).write_text(f'#!/bin/sh\nexec {path} "$@"\n')
            (tmp_path / name).chmod(0o755)
    if prints is not None:
        (tmp_path / program).write_text(f"#!/bin/sh\n{prints}\n")
        (tmp_path / program).chmod(0o755)
    done = subprocess.run(
        [HOME / "scripts" / "need", "demo"],
        env={"PATH": str(tmp_path)},
        capture_output=True,
        check=False,
    )
    assert done.returncode == 1
    assert says in done.stderr.decode()


def test_no_two_shapes_of_the_api_have_one_name() -> None:
    """The description keeps one of two that are called alike, and says nothing."""
    seen: dict[str, str] = {}
    for path in sorted((HOME / "anleitung/api").glob("*.py")):
        for name in re.findall(r"^class (\w+)\(Schema\)", path.read_text(), re.M):
            assert name not in seen, f"{name}: {path.name} and {seen[name]}"
            seen[name] = path.name
