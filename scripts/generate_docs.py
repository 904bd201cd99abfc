"""Writes what is generated from the code into docs/: JSON Schemas, findings, actions, commands."""

import json
from pathlib import Path
from typing import get_args

from anleitung.core.formats.schema import NAMES, json_schema
from anleitung.core.phone.actions import ACTIONS
from anleitung.core.proof.findings import CATALOGUE
from anleitung.core.sheet.cautions import CAUTIONS

DOCS = Path(__file__).parents[1] / "docs"


def generated() -> dict[str, str]:
    """Path below docs/ → text."""
    found = {
        f"schemas/{name}.json": json.dumps(json_schema(name), ensure_ascii=False, indent=2) + "\n"
        for name in NAMES
    }
    found["findings.md"] = _findings()
    found["actions.md"] = _actions()
    return found


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


if __name__ == "__main__":
    for name, text in generated().items():
        path = DOCS / name
        path.parent.mkdir(exist_ok=True)
        path.write_text(text)
