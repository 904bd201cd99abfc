"""Findings for code hosting and CI: SARIF 2.1.0 and the XML of test reports (JUnit's form)."""

import xml.etree.ElementTree as ElementTree
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from anleitung.core.formats.places import Places
from anleitung.core.model_version import MODEL_VERSION
from anleitung.core.proof.result import FindingOut, ProofOut

SCHEMA = (
    "https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json"
)
LEVELS = {"stop": "error", "warn": "warning", "note": "note"}
UNFINISHED = "not-finished"


@dataclass(frozen=True, slots=True)
class Told:
    """One proof of a bundle. home: the path of its folder as it is to be named, "" for none."""

    home: str
    codename: str
    guide: str
    proof: ProofOut
    places: Places


def as_sarif(told: Sequence[Told]) -> dict[str, Any]:
    """One run over all bundles. Each finding is a result at file and line."""
    rules: dict[str, dict[str, Any]] = {}
    results = []
    for each in told:
        for finding in each.proof.findings:
            rules.setdefault(finding.id, _rule(finding))
            results.append(_result(each, finding, list(rules).index(finding.id)))
        if not each.proof.finished:
            rules.setdefault(UNFINISHED, {"id": UNFINISHED})
            results.append(_unfinished(each, list(rules).index(UNFINISHED)))
    driver = {
        "name": "anleitung",
        "semanticVersion": _semantic(MODEL_VERSION),
        "rules": list(rules.values()),
    }
    # Not finished is not clean: whoever only counts results must not take it for that.
    done = all(each.proof.finished for each in told)
    return {
        "$schema": SCHEMA,
        "version": "2.1.0",
        "runs": [
            {
                "tool": {"driver": driver},
                "invocations": [{"executionSuccessful": done}],
                "results": results,
            }
        ],
    }


def _semantic(version: str) -> str:
    parts = version.split(".")
    return ".".join([*parts, "0", "0"][:3])


def _rule(finding: FindingOut) -> dict[str, Any]:
    rule: dict[str, Any] = {
        "id": finding.id,
        "defaultConfiguration": {"level": LEVELS[finding.severity]},
    }
    if finding.why:
        rule["fullDescription"] = {"text": finding.why}
    if finding.remedy:
        rule["help"] = {"text": finding.remedy}
    return rule


def _result(told: Told, finding: FindingOut, rule: int) -> dict[str, Any]:
    return {
        "ruleId": finding.id,
        "ruleIndex": rule,
        "level": LEVELS[finding.severity],
        "message": {"text": _words(told, finding)},
        "locations": [_location(told, finding.step, finding.subject)],
        "partialFingerprints": {
            "finding/v1": "/".join(
                (told.codename, told.guide, finding.id, finding.subject, finding.step)
            )
        },
    }


def _unfinished(told: Told, rule: int) -> dict[str, Any]:
    at = told.proof.unfinished_at or ""
    text = f"{told.codename}: the proof is not finished; its budget was spent at step {at}."
    return {
        "ruleId": UNFINISHED,
        "ruleIndex": rule,
        "level": "error",
        "message": {"text": text},
        "locations": [_location(told, at, "")],
    }


def _location(told: Told, step: str, subject: str) -> dict[str, Any]:
    file, line = told.places.of(step, subject)
    return {
        "physicalLocation": {
            "artifactLocation": {"uri": _path(told, file)},
            "region": {"startLine": line},
        }
    }


def _path(told: Told, file: str) -> str:
    return f"{told.home}/{file}" if told.home else file


def _words(told: Told, finding: FindingOut) -> str:
    phones = finding.phones
    which = ""
    if phones is not None:
        which = f" {phones.count:,} of {phones.of:,} kinds of phone"
        which += f": {phones.words}." if phones.words else "."
    remedy = f" {finding.remedy}." if finding.remedy else ""
    return f"{told.codename}: {finding.message}{which}{remedy}"


def as_test_report(told: Sequence[Told]) -> str:
    """A suite for each guide and codename, a case for each finding; stops and warnings fail.

    A guide without either is one case that passes. What is not finished is an error.
    """
    root = ElementTree.Element("testsuites", name="anleitung")
    for each in told:
        failing = [f for f in each.proof.findings if f.severity in ("stop", "warn")]
        suite = ElementTree.SubElement(
            root,
            "testsuite",
            name=f"{each.codename}/{each.guide}",
            tests=str(max(len(failing), 1)),
            failures=str(len(failing)),
            errors=str(int(not each.proof.finished)),
        )
        for finding in failing:
            case = _case(suite, each, finding.id, finding.step, finding.subject)
            failure = ElementTree.SubElement(
                case, "failure", message=_printable(finding.message), type=finding.severity
            )
            failure.text = _printable(f"{_words(each, finding)} {finding.why}")
        if not failing:
            at = each.proof.unfinished_at or ""
            case = _case(suite, each, "proof", at, "")
            if not each.proof.finished:
                says = f"not finished: the budget was spent at step {at}"
                ElementTree.SubElement(case, "error", message=says, type=UNFINISHED)
        elif not each.proof.finished:
            suite.set("tests", str(len(failing) + 1))
            case = _case(suite, each, "proof", each.proof.unfinished_at or "", "")
            ElementTree.SubElement(case, "error", message="not finished", type=UNFINISHED)
    ElementTree.indent(root)
    return ElementTree.tostring(root, encoding="unicode", xml_declaration=True) + "\n"


def _case(
    suite: ElementTree.Element, told: Told, name: str, step: str, subject: str
) -> ElementTree.Element:
    file, line = told.places.of(step, subject)
    return ElementTree.SubElement(
        suite,
        "testcase",
        name=f"{name} {step}".strip(),
        classname=f"{told.codename}.{told.guide}",
        file=_path(told, file),
        line=str(line),
    )


def _printable(text: str) -> str:
    """Without the controls that XML has no place for."""
    return "".join(c for c in text if c >= " " or c in "\t\n")
