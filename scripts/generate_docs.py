"""Writes what is generated from the code into docs/: JSON Schemas, findings, actions, commands."""

import ast
import inspect
import json
from pathlib import Path
from typing import get_args

from anleitung.core.conditions.text import parse_condition, print_condition
from anleitung.core.documents.base import FORMAT
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.formats.schema import NAMES, json_schema
from anleitung.core.phone import boot
from anleitung.core.phone.actions import ACTIONS
from anleitung.core.phone.cautions import CAUTIONS
from anleitung.core.proof.findings import BY_ID, CATALOGUE
from anleitung.demo.bundles import bundle_files

DOCS = Path(__file__).parents[1] / "docs"


def generated() -> dict[str, str]:
    """Path below docs/ → text."""
    found = {
        f"schemas/{name}.json": json.dumps(json_schema(name), ensure_ascii=False, indent=2) + "\n"
        for name in NAMES
    }
    found["vectors.json"] = _vectors()
    found["findings.md"] = _findings()
    found["actions.md"] = _actions()
    found["boot-rule.md"] = _boot_rule()
    return found


TYPED = (
    "always",
    "variant  is   M6",
    "variant not in {M6}",
    "variant not in {M6, K6}",
    'region in {"KU" ,BI, KU}',
    "base >= PS-12.4.1-KU.r2 and not (variant is K6 or every slot: system is stock)",
    "((variant is K6)) and (region is KU and carrier is deichfunk)",
    "variant is K6 and region is KU or carrier is deichfunk",
    "(variant is K6 or region is KU) and carrier is deichfunk",
    "not not variant is K6",
    'build is "two words"',
    'system is "is"',
    'build is "b\\u00f6 \\"7\\""',
    "every slot: (base >= PS-12.4.1-KU.r2 or always)",
)
BUNDLES = (("palstek", "unlock"), ("poller", "unlock"), ("achtknoten", "unlock"))


def _vectors() -> str:
    """Test vectors of docs/fingerprints.md: bodies with their payloads' digests, and conditions."""
    bundles = []
    for codename, name in BUNDLES:
        bundle = read_bundle(bundle_files(codename, name))
        documents = [
            {"name": each, "body": body, "fingerprint": bundle.manifest[each]}
            for each, body in sorted(bundle.documents.items())
        ]
        bundles.append({"documents": documents, "fingerprint": bundle.fingerprint})
    conditions = [{"typed": t, "canonical": print_condition(parse_condition(t))} for t in TYPED]
    found = {"format": FORMAT, "bundles": bundles, "conditions": conditions}
    return json.dumps(found, ensure_ascii=False, indent=1) + "\n"


def _findings() -> str:
    lines = [
        "# Findings",
        "",
        "Generated from the catalogue by `make generated`. *consequence*: comes out of the state",
        "of a phone; *course*: over the whole run; *document*: of the documents alone.",
        "",
    ]
    for kind in CATALOGUE:
        says = kind.says.replace("{subject}", "…")
        lines += [
            f"## {kind.id}",
            "",
            f"{kind.severity.value}, {kind.kind.value}. {says}",
            "",
            f"*Why it matters.* {kind.why} *What to do.* {kind.remedy}.",
            "",
        ]
    return "\n".join(lines)


def _actions() -> str:
    lines = ["# Actions", "", "Generated from the catalogue by `make generated`.", ""]
    for action in ACTIONS:
        [name] = get_args(action.model_fields["action"].annotation)
        module = __import__(action.__module__, fromlist=["x"])
        fields = [
            f"`{field}`" + ("" if info.is_required() else " (optional)")
            for field, info in action.model_fields.items()
            if field not in ("action", "id", "sight", "duration", "prose")
        ]
        lines += [
            f"## {name}",
            "",
            (module.__doc__ or "").strip(),
            "",
            f"Fields of its own: {', '.join(fields) or 'none'}.",
            "",
        ]
    lines += ["## Cautions that steps attach", ""]
    lines += [f"- `{name}`: {text}" for name, text in CAUTIONS.items()]
    return "\n".join(lines) + "\n"


def _boot_rule() -> str:
    """Every reason in the order in which the rule asks for it, read off its own source."""
    lines = [
        "# The boot rule",
        "",
        "Generated from `anleitung/core/phone/boot.py` by `make generated`: every reason that the",
        "rule knows, in the order in which it asks. A phone for which none of them holds starts.",
        "",
        "| asked | the phone | found as | in words |",
        "| --- | --- | --- | --- |",
    ]
    for number, (how, finding) in enumerate(boot_reasons(), 1):
        says = BY_ID[finding].says.replace("{subject}", "…")
        lines.append(f"| {number} | {how} | *{finding}* | {says} |")
    lines += [
        "",
        "*hangs*: it stays at its logo, and its software can be written anew. *dies*: only what is",
        "below its software can help. *starts, with a known trouble*: it depends on what the model",
        "does not know, or on luck.",
        "",
    ]
    return "\n".join(lines)


_HOW = {"STUCK": "hangs", "DEAD": "dies"}


def boot_reasons() -> list[tuple[str, str]]:
    """(what the phone does, finding), in the order of the checks of a start."""
    tree = ast.parse(inspect.getsource(boot))
    functions = {f.name: f for f in tree.body if isinstance(f, ast.FunctionDef)}
    chain = functions["check_start"].body[-1]
    assert isinstance(chain, ast.Return)
    assert isinstance(chain.value, ast.BoolOp)
    names = [call.func.id for call in chain.value.values]  # type: ignore[attr-defined]
    found = []
    for name in (*names, "start_system", "_first_start"):
        for node in _calls(functions[name]):
            if isinstance(node.func, ast.Name) and node.func.id == "NoStart":
                how, finding = node.args[0], node.args[1]
                found.append((_HOW[how.id], finding.value))  # type: ignore[attr-defined]
            elif isinstance(node.func, ast.Attribute) and node.func.attr == "find":
                found.append(("starts, with a known trouble", node.args[0].value))  # type: ignore[attr-defined]
    return found


def _calls(function: ast.FunctionDef) -> list[ast.Call]:
    calls = [node for node in ast.walk(function) if isinstance(node, ast.Call)]
    return sorted(calls, key=lambda node: (node.lineno, node.col_offset))


if __name__ == "__main__":
    for name, text in generated().items():
        path = DOCS / name
        path.parent.mkdir(exist_ok=True)
        path.write_text(text)
