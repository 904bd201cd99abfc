"""Findings for other programs: at file and line, in forms that others read."""

import json
import xml.etree.ElementTree as ElementTree
from pathlib import Path
from typing import Any

import pytest
from pydantic import BaseModel
from sarif_pydantic import Sarif
from typer.testing import CliRunner

from anleitung.command.main import app
from anleitung.core.formats.places import Places
from tests.core.bundles import edited_files


def written(home: Path, name: str, *edits: tuple[str, str, str]) -> Path:
    for file, content in edited_files(name, edits).items():
        path = home / name / file
        path.parent.mkdir(parents=True, exist_ok=True)
        path.write_bytes(content)
    return home / name


def printed(path: Path, form: str, *more: str) -> tuple[int, str]:
    done = CliRunner().invoke(app, ["prove", str(path), "--format", form, *more])
    return done.exit_code, done.stdout


def unknown_fields(value: Any) -> list[str]:
    """What the foreign reader has no place for, anywhere."""
    if isinstance(value, BaseModel):
        found = [n for n in value.model_extra or {} if n != "$schema"]
        return found + [
            x for n in type(value).model_fields for x in unknown_fields(getattr(value, n))
        ]
    if isinstance(value, list):
        return [x for each in value for x in unknown_fields(each)]
    return []


def test_sarif_names_the_line_and_a_foreign_reader_takes_it(tmp_path: Path) -> None:
    path = written(tmp_path, "base-update")
    status, text = printed(path, "sarif")
    assert status == 1
    read = Sarif.model_validate(json.loads(text))
    assert unknown_fields(read) == []
    [run] = read.runs
    assert run.results is not None
    errors = [r for r in run.results if r.level is not None and r.level.value == "error"]
    assert [r.rule_id for r in errors] == ["firmware-of-another-variant"]
    told = json.loads(text)["runs"][0]["results"]
    at = next(r for r in told if r["level"] == "error")["locations"][0]["physicalLocation"]
    line = at["region"]["startLine"]
    guide = (path / "guide.yaml").read_text().splitlines()
    assert at["artifactLocation"]["uri"].endswith("base-update/guide.yaml")
    assert "id: start" in "\n".join(guide[line - 1 : line + 1])
    rules = json.loads(text)["runs"][0]["tool"]["driver"]["rules"]
    assert [rules[r["ruleIndex"]]["id"] for r in told] == [r["ruleId"] for r in told]


@pytest.mark.parametrize("paths", ["1", ""])
def test_not_finished_is_neither_clean_nor_passed(tmp_path: Path, paths: str) -> None:
    path = written(tmp_path, "unlock")
    more = ["--paths", paths] if paths else []
    status, text = printed(path, "sarif", *more)
    run = json.loads(text)["runs"][0]
    assert run["invocations"][0]["executionSuccessful"] == (not paths)
    assert any(r["ruleId"] == "not-finished" for r in run["results"]) == bool(paths)
    again, xml = printed(path, "junit", *more)
    suite = ElementTree.fromstring(xml)[0]
    assert (suite.get("errors"), suite.get("failures")) == ("1" if paths else "0", "0")
    assert len(suite.findall(".//error")) == bool(paths)
    assert len(suite.findall("testcase")) == int(suite.get("tests", "0"))
    assert status == again == (3 if paths else 0)


def test_a_test_report_fails_for_each_stop(tmp_path: Path) -> None:
    status, xml = printed(written(tmp_path, "base-update"), "junit")
    suite = ElementTree.fromstring(xml)[0]
    assert (status, suite.get("name"), suite.get("failures")) == (1, "palstek/base-update", "3")
    stops = [c for c in suite if c.find("failure[@type='stop']") is not None]
    [case] = stops
    failure = case.find("failure")
    assert failure is not None
    assert "another variant" in (failure.get("message") or "")
    assert (case.get("file") or "").endswith("guide.yaml")


def test_a_place_is_that_of_the_step_its_passage_or_its_package() -> None:
    files = {
        "guide.yaml": b"id: g\nsteps:\n  - id: one\n    do: x\n  - use: p\n    id: two\n",
        "passages/p.yaml": b"id: p\nsteps:\n  - id: within\n",
        "packages/radio.yaml": b"id: radio\n",
    }
    places = Places(files)
    assert places.of("one", "") == ("guide.yaml", 3)
    assert places.of("two", "radio") == ("guide.yaml", 5)
    assert places.of("two.within", "") == ("passages/p.yaml", 3)
    assert places.of("", "radio") == ("packages/radio.yaml", 1)
    assert places.of("end", "nothing") == ("guide.yaml", 1)
