"""``anleitung prove``: a bundle for every phone that it admits, and what was asked for besides."""

import json
from pathlib import Path
from typing import TYPE_CHECKING, Annotated, Any

import typer

from anleitung.command.print_proof import behind_of, harm_of, print_behind, print_proof, print_slips
from anleitung.command.reading import (
    FOUND,
    NOT_FINISHED,
    Format,
    PathArgument,
    bundle_and_files_at,
    fail,
)
from anleitung.core.diagrams.run import Budget
from anleitung.core.formats.for_ci import Told, as_sarif, as_test_report
from anleitung.core.formats.places import Places
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.prove import report
from anleitung.core.proof.rehearse.slips import Tried, try_slips
from anleitung.core.proof.run.compile import Compiled, run_bundle

if TYPE_CHECKING:
    from anleitung.core.proof.repair.behind import Behind

CodenameOption = Annotated[
    str, typer.Option("--codename", help="Only this one, of a guide for several.")
]


def prove_command(
    path: PathArgument,
    form: Annotated[Format, typer.Option("--format", help="How to print it.")] = Format.TEXT,
    paths: Annotated[
        int, typer.Option(help="Budget: paths in all; over it the proof is not finished.", min=1)
    ] = Budget().paths,
    slips: Annotated[
        bool, typer.Option("--slips", help="Try every single slip as well, and say what it does.")
    ] = False,
    behind: Annotated[
        bool,
        typer.Option(
            "--behind", help="If no phone gets past a step: what would be found after it."
        ),
    ] = False,
    codename: CodenameOption = "",
) -> None:
    """Run the guide for every phone it admits, one codename after the other. Exit status: 0 clean,
    1 a stop or warning, 2 unreadable, 3 not finished."""
    printed: dict[str, Any] = {}
    proofs = []
    told = []
    whole, files = bundle_and_files_at(path)
    places = Places(files)
    for bundle in _wanted(whole, codename):
        compiled = run_bundle(bundle, Budget(paths=paths))
        proofs.append(proof := report(compiled))
        told.append(Told(_home(path), bundle.device.codename, bundle.guide.id, proof, places))
        rehearsed = try_slips(compiled) if slips and proof.finished else Tried([], 0, 0)
        if form is Format.JSON:
            body = proof.model_dump(mode="json")
            if slips:
                body["slips"] = {
                    "tried": rehearsed.tried,
                    "untried": rehearsed.untried,
                    "harms": [harm_of(harm) for harm in rehearsed.harms],
                }
            if behind:
                body["behind"] = behind_of(_behind(compiled))
            printed[bundle.device.codename] = body
        elif form is Format.TEXT:
            if len(proofs) > 1:
                typer.echo()
            print_proof(bundle, proof)
            if slips and proof.finished:
                print_slips(rehearsed)
            if behind:
                print_behind(_behind(compiled))
            elif proof.finished and any(each.id == "nobody-arrives" for each in proof.findings):
                typer.echo("\nAdd --behind to see what would be found after it.")
    if form is Format.JSON:
        # A guide for one codename is printed as it always was.
        one = next(iter(printed.values())) if len(printed) == 1 else printed
        typer.echo(json.dumps(one, ensure_ascii=False, indent=2))
    if form is Format.SARIF:
        typer.echo(json.dumps(as_sarif(told), ensure_ascii=False, indent=2))
    if form is Format.JUNIT:
        typer.echo(as_test_report(told), nl=False)
    if not all(proof.finished for proof in proofs):
        raise typer.Exit(NOT_FINISHED)
    if any(f.severity in ("stop", "warn") for proof in proofs for f in proof.findings):
        raise typer.Exit(FOUND)


def _behind(compiled: Compiled) -> "tuple[str, Behind | None]":
    """Whether it was looked for, with what came of it."""
    from anleitung.core.proof.repair.behind import find_behind, nobody_arrives

    if not compiled.run.finished:
        return "not-finished", None
    if not nobody_arrives(compiled):
        return "not-needed", None
    found = find_behind(compiled)
    return ("looked" if found else "not-known"), found


def _home(path: Path) -> str:
    """As it was given, with slashes; "" for a zip file or the folder one stands in."""
    return "" if path.suffix == ".zip" else path.as_posix().removesuffix(".").strip("/")


def _wanted(bundle: Bundle, codename: str) -> tuple[Bundle, ...]:
    if codename and codename not in bundle.codenames:
        fail(f"The guide is for {' and '.join(bundle.codenames)}, not for {codename}.")
    return (bundle.for_codename(codename),) if codename else bundle.each
