"""Changes of the demo's guides that the model does not notice, and why that is right.

Every guide of the demo is changed in one place: a step left out, doubled or moved; a field of a
step or of a document to another legal value. What proves as clean as before has survived; survivors
are grouped, and each group has one sentence in ``survivors.yaml`` that says why that is right.
A group without one fails the run. Run by ``make survivors``; the sample is drawn by a fixed seed.
"""

import json
import sys
from collections import Counter, defaultdict
from collections.abc import Iterator
from multiprocessing import Pool
from pathlib import Path
from random import Random
from typing import Any

import yaml
from pydantic import ValidationError

from anleitung.core.diagrams.run import Budget
from anleitung.core.documents.build import Build
from anleitung.core.documents.device import Device
from anleitung.core.documents.package import Package
from anleitung.core.documents.program import Program
from anleitung.core.documents.tool import Tool
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.guide.document import Guide
from anleitung.core.proof.finding import Severity
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.proof.prove import found_by
from anleitung.core.proof.run.compile import run_bundle
from anleitung.demo.bundles import demo_bundle, guide_names
from anleitung.demo.catalogue import codenames

HERE = Path(__file__).parent
REASONS = HERE / "survivors.yaml"
PAGE = HERE.parent / "docs" / "survivors.md"
EXAMPLES = HERE.parent / "var" / "survivors.json"  # every survivor, to be read by group
SAMPLE, SEED = 20_000, 20_261_127

Place = tuple[str | int, ...]
# What the model leaves to readers: words, pictures, times, sources, names.
TEXT = frozenset(
    [
        "format",
        "id",
        "title",
        "summary",
        "introduction",
        "prose",
        "sight",
        "sight_kept",
        "says",
        "ask",
        "asks",
        "because",
        "note",
        "pictures",
        "duration",
        "messages",
        "tries",
        "way_back",
        "advice",
        "agree_to",
        "caution_words",
        "no_copy",
        "name",
        "maker",
        "market_names",
        "told_apart_by",
        "differs",
        "where_the_build_is_shown",
        "scheme",
        "build_names",
        "region_names",
        "sources",
        "licence",
        "also",
        "sha256",
        "there",
        "not_there",
        "spoils",
        "why",
        "takes",
        "switch",
        "missing_because",
        "seen_after",
        "asked_from",
        "token_shown",
        "starts_by",
        "worked",
        "versions",
        "codename",
        "keys",
        "moments",
        "again",
        "window",
        "until",
        "patch_level",
        "shipped",
        "published",
        "by",
        "pattern",
        "needs",
        "refuses_signs",
        "storage_gb",
        "battery_mah",
    ]
)


def bundle_of(codename: str, name: str) -> Bundle:
    return demo_bundle(codename, name)


def plain(bundle: Bundle) -> dict[str, Any]:
    """The documents of a bundle, by kind."""
    found = {
        "guide": bundle.guide,
        "device": bundle.device,
        "builds": bundle.builds,
        "packages": bundle.packages,
        "tools": bundle.tools,
        "programs": bundle.programs,
    }
    return {
        kind: [each.model_dump(mode="json", exclude_defaults=True) for each in value]
        if isinstance(value, tuple)
        else value.model_dump(mode="json", exclude_defaults=True)
        for kind, value in found.items()
    }


def made(base: Bundle, documents: dict[str, Any]) -> Bundle:
    return Bundle(
        Guide.model_validate(documents["guide"]),
        Device.model_validate(documents["device"]),
        tuple(map(Build.model_validate, documents["builds"])),
        tuple(map(Package.model_validate, documents["packages"])),
        tuple(map(Tool.model_validate, documents["tools"])),
        base.schemes,
        tuple(map(Program.model_validate, documents["programs"])),
    )


def loud(bundle: Bundle) -> set[tuple[str, str]]:
    """(finding, step) of all stops and warnings; a proof that is not finished is one."""
    compiled = run_bundle(bundle, Budget())
    if not compiled.run.finished:
        return {("not finished", "")}
    found = found_by(compiled)
    return {(f.finding, f.step) for f in found if BY_ID[f.finding].severity is not Severity.NOTE}


# -- the changes -------------------------------------------------------------------------------


def steps_in(value: Any, at: Place = ()) -> Iterator[tuple[Place, list[Any]]]:
    """Every list of steps, nested ones too."""
    if isinstance(value, dict):
        for name, inner in value.items():
            yield from steps_in(inner, (*at, name))
    elif isinstance(value, list):
        if value and all(isinstance(each, dict) and "action" in each for each in value):
            yield at, value
        for i, inner in enumerate(value):
            yield from steps_in(inner, (*at, i))


def fields_in(value: Any, at: Place, owner: str) -> Iterator[tuple[Place, str, str, Any]]:
    """(place, owner, field, value) of every field that the model could mind."""
    if isinstance(value, dict):
        owner = value.get("action", owner)
        for name, inner in value.items():
            if name in TEXT or name == "action":
                continue
            if isinstance(inner, dict | list) and not _is_flat(inner):
                yield from fields_in(inner, (*at, name), owner)
            else:
                yield (*at, name), owner, name, inner
    elif isinstance(value, list):
        for i, inner in enumerate(value):
            yield from fields_in(inner, (*at, i), owner)


def _is_flat(value: Any) -> bool:
    inner = value.values() if isinstance(value, dict) else value
    return all(not isinstance(each, dict | list) for each in inner)


class Pools:
    """What could stand in a field instead: the values that this field has anywhere in the demo."""

    def __init__(self, all_documents: list[dict[str, Any]]) -> None:
        self.values: dict[str, list[Any]] = defaultdict(list)
        for documents in all_documents:
            for kind, value in documents.items():
                for _at, _owner, name, inner in fields_in(value, (), kind):
                    if inner not in self.values[name]:
                        self.values[name].append(inner)

    def others(self, name: str, value: Any, own: dict[str, Any]) -> Iterator[tuple[str, Any]]:
        """(change in words, value instead)"""
        yield "left out", None
        if isinstance(value, bool):
            yield "turned", not value
            return
        if isinstance(value, int):
            yield "doubled", value * 2
            yield "halved", value // 2
            return
        if isinstance(value, list):
            for i in range(len(value)):
                yield "one taken out", [*value[:i], *value[i + 1 :]]
        if isinstance(value, dict):
            for key in value:
                yield "one taken out", {k: v for k, v in value.items() if k != key}
        pool = own if name in ("file", "partition") else {}
        for other in pool.get(name, self.values[name])[:12]:
            if other != value and type(other) is type(value):
                yield "another value", other


def changes(
    documents: dict[str, Any], pools: Pools, own: dict[str, list[Any]]
) -> Iterator[tuple[str, str, Place, Any]]:
    """(group, kind of change, place, value there instead); None takes the field or step out."""
    for at, steps in steps_in(documents["guide"]["steps"], ("guide", "steps")):
        for i, step in enumerate(steps):
            yield f"step {step['action']}", "left out", at, [*steps[:i], *steps[i + 1 :]]
            twice = json.loads(json.dumps(step).replace('"id": "', '"id": "again-'))
            yield f"step {step['action']}", "doubled", at, [*steps[: i + 1], twice, *steps[i + 1 :]]
            if i + 1 < len(steps):
                moved = [*steps[:i], steps[i + 1], step, *steps[i + 2 :]]
                yield f"step {step['action']}", "after the next", at, moved
    for kind, value in documents.items():
        for at, owner, name, inner in fields_in(value, (kind,), kind):
            for how, other in pools.others(name, inner, own):
                yield f"{owner}.{name}", how, at, other


def changed(documents: dict[str, Any], at: Place, value: Any) -> dict[str, Any]:
    copy: dict[str, Any] = json.loads(json.dumps(documents))
    inner: Any = copy
    for name in at[:-1]:
        inner = inner[name]
    if value is None:
        del inner[at[-1]]
    else:
        inner[at[-1]] = value
    return copy


def pools_of_own(documents: dict[str, Any]) -> dict[str, list[Any]]:
    parts = documents["device"]["layout"]["partitions"]
    return {"file": documents["guide"].get("files", []), "partition": [p["name"] for p in parts]}


# -- the run -----------------------------------------------------------------------------------

Job = tuple[str, str, str, str, Place, Any]
_BASES: dict[tuple[str, str], tuple[Bundle, dict[str, Any], set[tuple[str, str]]]] = {}


def try_one(job: Job) -> tuple[str, str, str, str]:
    """(group, change, outcome, example): noticed, refused by the form, or survived."""
    codename, name, group, how, at, value = job
    if (codename, name) not in _BASES:
        base = bundle_of(codename, name)
        _BASES[codename, name] = (base, plain(base), loud(base))
    base, documents, before = _BASES[codename, name]
    example = f"{codename}/{name}: {'.'.join(map(str, at))}"
    if not group.startswith("step "):
        example += f" = {json.dumps(value, ensure_ascii=False)[:80]}"
    try:
        bundle = made(base, changed(documents, at, value))
        if check_bundle(bundle):
            return group, how, "refused", example
        after = loud(bundle)
    except (ValidationError, ValueError, LookupError):
        return group, how, "refused", example
    return group, how, "survived" if after <= before else "noticed", example


def jobs(sample: int) -> list[Job]:
    # A draft that is found to be wrong says so whatever else is changed in it.
    every = [(c, n) for c in codenames() for n in guide_names(c) if not loud(bundle_of(c, n))]
    documents = {each: plain(bundle_of(*each)) for each in every}
    pools = Pools(list(documents.values()))
    found = [
        (*each, *change)
        for each in every
        for change in changes(documents[each], pools, pools_of_own(documents[each]))
    ]
    random = Random(SEED)
    return random.sample(found, min(sample, len(found)))


def page(counts: Counter[str], groups: dict[str, list[str]], reasons: dict[str, str]) -> str:
    total = sum(counts.values())
    lines = [
        "# Survivors",
        "",
        "Generated by `make survivors`: every guide of the demo, changed in one place, and proved.",
        "What proves as clean as before has survived, and each group says why that is right.",
        "",
        f"{total:,} changes: {counts['noticed']:,} noticed by the model, {counts['refused']:,} "
        f"refused by the form, {counts['survived']:,} survived in {len(groups)} groups.",
        "",
        "| changed | how | times | why nothing is said |",
        "| --- | --- | --- | --- |",
    ]
    for group in sorted(groups):
        what, how = group.split(": ")
        lines.append(f"| {what} | {how} | {len(groups[group])} | {reasons.get(group, '**?**')} |")
    return "\n".join([*lines, ""])


def reason_of(group: str, reasons: dict[str, str]) -> str:
    """The sentence of the group, or that of its field or action whatever the change."""
    what, _how = group.split(": ")
    return reasons.get(group) or reasons.get(what) or ""


def main() -> None:
    sample = int(sys.argv[1]) if len(sys.argv) > 1 else SAMPLE
    reasons = yaml.safe_load(REASONS.read_text("utf-8")) if REASONS.exists() else {}
    counts: Counter[str] = Counter()
    groups: dict[str, list[str]] = defaultdict(list)
    with Pool() as pool:
        for group, how, outcome, example in pool.imap_unordered(try_one, jobs(sample), 50):
            counts[outcome] += 1
            if outcome == "survived":
                groups[f"{group}: {how}"].append(example)
    told = {group: reason_of(group, reasons) for group in groups}
    PAGE.write_text(page(counts, groups, told), "utf-8")
    EXAMPLES.write_text(json.dumps(groups, ensure_ascii=False, indent=1, sort_keys=True), "utf-8")
    open_groups = sorted(group for group, why in told.items() if not why)
    for group in open_groups:
        print(f"{group} ({len(groups[group])}): {sorted(groups[group])[0]}")
    print(f"{dict(counts)}, {len(groups)} groups, {len(open_groups)} without a reason")
    raise SystemExit(1 if open_groups else 0)


if __name__ == "__main__":
    main()
