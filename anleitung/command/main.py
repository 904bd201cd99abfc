"""The ``anleitung`` command: proving without a database, on the same core as the site."""

import json
import os
import sys
import traceback
from contextlib import suppress
from dataclasses import asdict
from enum import Enum
from pathlib import Path
from typing import Annotated, Any, NoReturn

import typer
from rich.console import Console
from rich.padding import Padding
from rich.table import Table
from rich.text import Text

from anleitung.command.files_at_hand import FolderRefused, files_at_hand
from anleitung.command.folder import load_files
from anleitung.core.diagrams.run import Budget
from anleitung.core.documents.package import Package
from anleitung.core.files.lists import checksum_list, wanted_algorithms
from anleitung.core.files.match import match_files
from anleitung.core.formats.pictures import InvalidPicture, clean_picture
from anleitung.core.formats.read_bundle import InvalidBundle, read_bundle, read_scheme
from anleitung.core.formats.schema import NAMES, json_schema
from anleitung.core.guide.bundle import Bundle
from anleitung.core.phone.clauses import DEAD, STUCK
from anleitung.core.proof.prove import report
from anleitung.core.proof.rehearse.slips import LOST, Harm, Tried, try_slips
from anleitung.core.proof.result import FindingOut, ProofOut
from anleitung.core.proof.run.compile import END, run_bundle
from anleitung.core.schemes.decode import AmbiguousScheme, CannotDecode, Comparison, Reader

CLEAN, FOUND, UNREADABLE, NOT_FINISHED = 0, 1, 2, 3

app = typer.Typer(
    help="Proves install guides for phones on a model of the phone.",
    no_args_is_help=True,
    add_completion=False,
    rich_markup_mode=None,
)


class Format(Enum):
    TEXT = "text"
    JSON = "json"


PathArgument = Annotated[Path, typer.Argument(help="The folder or zip file of a bundle.")]


@app.command("prove")
def prove_command(
    path: PathArgument,
    form: Annotated[Format, typer.Option("--format", help="How to print it.")] = Format.TEXT,
    paths: Annotated[
        int, typer.Option(help="Budget: paths in all; over it the proof is not finished.", min=1)
    ] = Budget().paths,
    slips: Annotated[
        bool, typer.Option("--slips", help="Try every single slip as well, and say what it does.")
    ] = False,
) -> None:
    """Run the guide for every phone it admits. Exit status: 0 clean, 1 a stop or warning,
    2 unreadable, 3 not finished."""
    bundle = _read(path)
    compiled = run_bundle(bundle, Budget(paths=paths))
    proof = report(compiled)
    rehearsed = try_slips(compiled) if slips and proof.finished else Tried([], 0, 0)
    if form is Format.JSON:
        printed = proof.model_dump(mode="json")
        if slips:
            printed["slips"] = {
                "tried": rehearsed.tried,
                "untried": rehearsed.untried,
                "harms": [_harm_of(harm) for harm in rehearsed.harms],
            }
        typer.echo(json.dumps(printed, ensure_ascii=False, indent=2))
    else:
        _print_proof(bundle, proof)
        if slips and proof.finished:
            _print_slips(rehearsed)
    if not proof.finished:
        raise typer.Exit(NOT_FINISHED)
    if any(f.severity in ("stop", "warn") for f in proof.findings):
        raise typer.Exit(FOUND)


@app.command("fingerprint")
def fingerprint_command(path: PathArgument) -> None:
    """Print the fingerprint of a bundle."""
    typer.echo(_read(path).fingerprint)


@app.command("schema")
def schema_command(
    name: Annotated[str, typer.Argument(help=f"One of: {', '.join(NAMES)}.")],
) -> None:
    """Print the JSON Schema of one kind of document."""
    if name not in NAMES:
        _fail(f"No schema is called {name!r}; there are: {', '.join(NAMES)}.")
    typer.echo(json.dumps(json_schema(name), ensure_ascii=False, indent=2))


SchemeOption = Annotated[Path, typer.Option("--scheme", help="The YAML file of a naming scheme.")]


@app.command("decode")
def decode_command(
    strings: Annotated[list[str], typer.Argument(help="Build strings or file names.")],
    scheme: SchemeOption,
    form: Annotated[Format, typer.Option("--format", help="How to print it.")] = Format.TEXT,
) -> None:
    """Take build strings or file names apart. Exit status: 0 all read, 1 some not, 2 wrong use."""
    reader = _reader(scheme)
    answers = [_decoded(reader, text) for text in strings]
    if form is Format.JSON:
        typer.echo(json.dumps(answers, ensure_ascii=False, indent=2))
    else:
        for answer in answers:
            typer.echo(answer["string"])
            for name, value in answer["fields"].items():
                typer.echo(f"  {name:16} {value or '(none)'}")
            for note in (*answer["notes"], *filter(None, [answer["error"]])):
                typer.echo(f"  {note}")
    if any(answer["error"] for answer in answers):
        raise typer.Exit(FOUND)


@app.command("compare")
def compare_command(
    first: Annotated[str, typer.Argument(help="A build string.")],
    second: Annotated[str, typer.Argument(help="Another one.")],
    scheme: SchemeOption,
) -> None:
    """Say which of two builds is newer. Exit status: 0 said, 1 not comparable, 2 wrong use."""
    reader = _reader(scheme)
    try:
        a, b = reader.decode(first), reader.decode(second)
    except CannotDecode as error:
        _fail(str(error))
    told = reader.compare(a, b)
    if told is Comparison.NOT_COMPARABLE:
        typer.echo(f"{a.text} and {b.text} cannot be compared by this scheme")
        raise typer.Exit(FOUND)
    more = "" if told is Comparison.SAME else f" than {b.text}"
    typer.echo(f"{a.text} is {told.value}{more}")


class Form(Enum):
    TWO_COLUMN = "two-column"
    TAGGED = "tagged"
    METALINK = "metalink"


@app.command("verify")
def verify_command(
    path: PathArgument,
    folder: Annotated[Path, typer.Argument(help="The folder with the downloaded files.")],
    form: Annotated[Format, typer.Option("--format", help="How to print it.")] = Format.TEXT,
) -> None:
    """Hold the files of a folder against the set of a bundle. Exit status: 0 all there and right,
    1 something is not, 2 unreadable."""
    packages = _set_of(_read(path))
    try:
        at_hand = list(files_at_hand(folder, wanted_algorithms(packages)))
    except (FolderRefused, OSError) as error:
        _fail(str(error))
    told = match_files(packages, at_hand)
    # What lies in a zip is only worth a line where it is one of the set.
    told = tuple(m for m in told if not m.inside or m.verdict in ("right", "misnamed"))
    if form is Format.JSON:
        typer.echo(json.dumps([asdict(m) for m in told], ensure_ascii=False, indent=2))
    else:
        for m in told:
            where = f" (inside {m.inside})" if m.inside else ""
            typer.echo(f"{m.verdict:12} {m.name}{where}: {m.says}")
    # A broken file that is none of the set is told, and takes nothing from the set.
    if any(
        m.verdict in ("wrong-bytes", "misnamed", "missing", "broken") and m.package for m in told
    ):
        raise typer.Exit(FOUND)


@app.command("picture")
def picture_command(
    file: Annotated[Path, typer.Argument(help="A photo or drawing: PNG, WebP, JPEG or GIF.")],
    bundle: Annotated[Path, typer.Argument(help="The folder of the bundle.")],
) -> None:
    """Put a picture into a bundle, without where, when and with what it was taken, and print what
    its step says of it. Exit status: 0 written, 2 refused."""
    try:
        kept = clean_picture(file.read_bytes())
        place = bundle / kept.name
        place.parent.mkdir(parents=True, exist_ok=True)
        place.write_bytes(kept.content)
    except (InvalidPicture, OSError) as error:
        _fail(f"{file}: {error}")
    typer.echo("pictures:")
    typer.echo(f"  - {{sha256: {kept.digest}, width: {kept.width}, height: {kept.height},")
    typer.echo('     alt: "say here what is to be seen"}')


@app.command("checksums")
def checksums_command(
    path: PathArgument,
    form: Annotated[Form, typer.Option("--form", help="Which form.")] = Form.TWO_COLUMN,
) -> None:
    """Print the checksum list of a bundle's file set."""
    typer.echo(checksum_list(_set_of(_read(path)), form.value), nl=False)


def _set_of(bundle: Bundle) -> list[Package]:
    return list(bundle.world.packages.values())


def _decoded(reader: Reader, text: str) -> dict[str, Any]:
    try:
        found = reader.decode(text)
    except CannotDecode as error:
        return {"string": text, "form": None, "fields": {}, "notes": [], "error": str(error)}
    return {
        "string": found.text,
        "form": found.form,
        "fields": dict(found.fields),
        "notes": list(found.notes),
        "error": None,
    }


def _reader(path: Path) -> Reader:
    try:
        return Reader(read_scheme(path.name, path.read_bytes()))
    except (InvalidBundle, AmbiguousScheme) as error:
        _fail(str(error))
    except OSError as error:
        _fail(f"{path}: {error.strerror or error}")


def _read(path: Path) -> Bundle:
    try:
        return read_bundle(load_files(path))
    except InvalidBundle as error:
        _fail(str(error))
    except OSError as error:
        _fail(f"{path}: {error.strerror or error}")


def _fail(message: str) -> NoReturn:
    typer.echo(message, err=True)
    raise typer.Exit(UNREADABLE)


_STYLES = {"stop": "bold red", "warn": "yellow", "note": "dim"}


def _print_proof(bundle: Bundle, proof: ProofOut) -> None:
    console = Console(highlight=False, soft_wrap=False)
    console.print(
        Text(bundle.guide.title, style="bold"),
        Text(f"({bundle.guide.id}, {bundle.device.codename})"),
    )
    console.print(Text(proof.fingerprint, style="dim"))
    console.print()
    if proof.finished:
        console.print(
            f"{proof.phones.admitted:,} of {proof.phones.counted:,} kinds of phone are admitted, "
            f"all run on {proof.paths:,} paths."
        )
    else:
        console.print(
            Text("Not finished: ", style="bold red")
            + Text(
                f"the budget was spent at step {proof.unfinished_at}. What was found until "
                "then follows; the rest is not known.",
                style="",
            )
        )
    for promise in proof.promises:
        kept = promise.kept == promise.of
        console.print(
            f"  {'kept' if kept else 'broken':7} {promise.words}"
            + ("" if kept else f" (kept for {promise.kept:,} of {promise.of:,})")
        )
    console.print()
    if not proof.findings:
        console.print("No finding." if proof.finished else "No finding so far.")
        return
    for finding in proof.findings:
        _print_finding(console, finding)
    counts = [
        f"{n} {word}{'s' if n != 1 else ''}"
        for word, n in (
            (word, sum(f.severity == word for f in proof.findings))
            for word in ("stop", "warn", "note")
        )
        if n
    ]
    console.print(", ".join(counts) + ".")


_HARMS = {DEAD: "bricked", LOST: "loses data", STUCK: "hangs"}


def _harm_of(harm: Harm) -> dict[str, str]:
    return {
        "harm": harm.how,
        "step": harm.step,
        "slip": harm.slip,
        "finding": harm.finding,
        "where": harm.where,
        "says": harm.says,
        "nearest": harm.witness,
    }


def _print_slips(rehearsed: Tried) -> None:
    console = Console(highlight=False, soft_wrap=False)
    console.print()
    told = f"{rehearsed.tried:,} slips tried, {len(rehearsed.harms):,} do harm."
    if rehearsed.untried:
        told += f" {rehearsed.untried:,} more were not tried to an end: nothing is known of them."
    console.print(Text(told, style="bold"))
    for harm in rehearsed.harms:
        table = Table.grid(padding=(0, 2))
        table.add_column(width=10)
        table.add_column(overflow="fold")
        table.add_row(_HARMS[harm.how], f"step {harm.step}: {harm.slip}")
        at = "the end" if harm.where == END else f"step {harm.where}"
        table.add_row("", Text(f"{at}: {harm.says} Nearest: {harm.witness}.", style="dim"))
        console.print(table)


def _print_finding(console: Console, finding: FindingOut) -> None:
    table = Table.grid(padding=(0, 2))
    table.add_column(width=4)
    table.add_column(overflow="fold")
    where = {"": "the documents", "end": "the end"}.get(finding.step, f"step {finding.step}")
    table.add_row(
        Text(finding.severity, style=_STYLES[finding.severity]),
        Text(f"{where}: {finding.message}"),
    )
    details = []
    if finding.phones is not None:
        which = f": {finding.phones.words}" if finding.phones.words else ""
        details.append(f"{finding.phones.count:,} of {finding.phones.of:,} phones{which}")
    if finding.witness is not None:
        details.append(f"nearest: {finding.witness.words}")
    details.append(f"{finding.remedy}. [{finding.id}]")
    if finding.after:
        details.append(f"{finding.after}.")
    for line in details:
        table.add_row("", Text(line, style="dim"))
    console.print(Padding(table, (0, 0, 1, 0)))


def main() -> None:
    """The command as a process. What fails beside the work itself is never taken for a verdict."""
    out = sys.stdout
    try:
        app()
    except SystemExit as ended:
        status = ended.code
    except UnicodeEncodeError as error:
        _give_up(f"The output is {error.encoding}, which has no {error.object[error.start]!r}.")
    except OSError as error:
        _give_up(f"The output could not be written: {error.strerror or error}.")
    except Exception:
        _give_up(f"The fault is in this program:\n{traceback.format_exc()}")
    if sys.stdout is not out:
        _give_up("")  # what reads the output has closed it, so nobody was told everything
    try:
        out.flush()
    except OSError as error:
        _give_up(f"The output could not be written: {error.strerror or error}.")
    raise SystemExit(status)


def _give_up(message: str) -> NoReturn:
    """Ends without another try to empty what is still to be written."""
    with suppress(OSError, UnicodeEncodeError):
        sys.stderr.write(f"{message}\n" if message else "")
        sys.stderr.flush()
    os._exit(UNREADABLE)
