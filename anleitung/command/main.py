"""The ``anleitung`` command: proving without a database, on the same core as the site.

What proving does not need is imported by the command that does: reading the program is most of the
time of a short proof.
"""

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

from anleitung.command.prove import prove_command
from anleitung.command.reading import FOUND, UNREADABLE, Format, PathArgument, bundle_at, fail
from anleitung.command.with_site import audit_command, pull_command, push_command
from anleitung.core.documents.package import Package
from anleitung.core.formats.read_bundle import InvalidBundle, read_scheme
from anleitung.core.formats.schema import NAMES, json_schema
from anleitung.core.guide.bundle import Bundle
from anleitung.core.schemes.decode import AmbiguousScheme, CannotDecode, Comparison, Reader

app = typer.Typer(
    help="Proves install guides for phones on a model of the phone.",
    no_args_is_help=True,
    add_completion=False,
    rich_markup_mode=None,
)


@app.command("fingerprint")
def fingerprint_command(path: PathArgument) -> None:
    """Print the fingerprint of a bundle."""
    typer.echo(bundle_at(path).fingerprint)


@app.command("steps")
def steps_command(
    lines: Annotated[Path, typer.Argument(help="A file with one step in each line.")],
    bundle: Annotated[
        Path | None, typer.Option("--bundle", help="Its files may be called by their names.")
    ] = None,
) -> None:
    """Print lines such as 'flash radio radio.img to both slots' as the steps of a guide. Exit
    status: 0 all read, 2 a line that is no step."""
    from anleitung.core.shorthand.outline import steps_as_yaml
    from anleitung.core.shorthand.values import UnreadableLine

    names = {p.name: p.id for p in bundle_at(bundle).packages} if bundle else {}
    try:
        typer.echo(steps_as_yaml(lines.read_text("utf-8"), names), nl=False)
    except (UnreadableLine, UnicodeDecodeError) as error:
        fail(f"{lines}: {error}")
    except OSError as error:
        fail(f"{lines}: {error.strerror or error}")


@app.command("notes")
def notes_command(
    notes: Annotated[Path, typer.Argument(help="A file with notes, as they were typed.")],
    bundle: Annotated[Path, typer.Option("--bundle", help="Its tools and files are known.")],
) -> None:
    """Say of every line of notes which step it is, and from what: short forms, commands of the
    bundle's tools, and the field's own words.

    Exit status: 0 read, 1 a line with an open question, 2 unreadable."""
    from anleitung.core.shorthand.values import UnreadableLine
    from anleitung.core.writing.notes.known import Known
    from anleitung.core.writing.notes.read import read_notes
    from anleitung.core.writing.shelf import Shelf

    whole = bundle_at(bundle).each[0]
    known = Known(whole, Shelf().with_bundle(whole))
    try:
        read = read_notes(notes.read_text("utf-8"), known)
    except (UnreadableLine, ValueError) as error:
        fail(f"{notes}: {error}")
    except OSError as error:
        fail(f"{notes}: {error.strerror or error}")
    for note in read:
        typer.echo(f"{note.number:4} {note.text}")
        for row in note.rows:
            for step in row.steps:
                told = f"{step['joins']} above" if "joins" in step else _line_of(step)
                typer.echo(f"       {'?' if row.open_about else '='} {told}  ({row.says})")
            if row.open_about:
                typer.echo(f"       ? {row.open_about}")
    asked = [note for note in read if note.read_as in ("step", "open")]
    still_open = sum(note.read_as == "open" for note in asked)
    typer.echo(f"{len(asked) - still_open} of {len(asked)} lines are steps, {still_open} are open.")
    if still_open:
        raise typer.Exit(FOUND)


def _line_of(step: dict[str, Any]) -> str:
    from anleitung.core.shorthand.lines import print_line, step_of

    return print_line(step_of(step, "it")).removeprefix("it: ")


@app.command("schema")
def schema_command(
    name: Annotated[str, typer.Argument(help=f"One of: {', '.join(NAMES)}.")],
) -> None:
    """Print the JSON Schema of one kind of document."""
    if name not in NAMES:
        fail(f"No schema is called {name!r}; there are: {', '.join(NAMES)}.")
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
        fail(str(error))
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
    from anleitung.command.files_at_hand import FolderRefused, files_at_hand
    from anleitung.core.files.lists import wanted_algorithms
    from anleitung.core.files.match import match_files

    packages = _set_of(bundle_at(path))
    try:
        at_hand = list(files_at_hand(folder, wanted_algorithms(packages)))
    except (FolderRefused, OSError) as error:
        fail(str(error))
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
    from anleitung.core.formats.pictures import InvalidPicture, clean_picture

    try:
        kept = clean_picture(file.read_bytes())
        place = bundle / kept.name
        place.parent.mkdir(parents=True, exist_ok=True)
        place.write_bytes(kept.content)
    except (InvalidPicture, OSError) as error:
        fail(f"{file}: {error}")
    typer.echo("pictures:")
    typer.echo(f"  - {{sha256: {kept.digest}, width: {kept.width}, height: {kept.height},")
    typer.echo('     alt: "say here what is to be seen"}')


@app.command("checksums")
def checksums_command(
    path: PathArgument,
    form: Annotated[Form, typer.Option("--form", help="Which form.")] = Form.TWO_COLUMN,
) -> None:
    """Print the checksum list of a bundle's file set."""
    from anleitung.core.files.lists import checksum_list

    typer.echo(checksum_list(_set_of(bundle_at(path)), form.value), nl=False)


def _set_of(bundle: Bundle) -> list[Package]:
    """Of a guide for several codenames the files of all: their names are unique."""
    known = {package.id: package for package in bundle.packages}
    return [known[name] for name in bundle.guide.files]


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


app.command("prove")(prove_command)
app.command("push")(push_command)
app.command("pull")(pull_command)
app.command("audit")(audit_command)


def _reader(path: Path) -> Reader:
    try:
        return Reader(read_scheme(path.name, path.read_bytes()))
    except (InvalidBundle, AmbiguousScheme) as error:
        fail(str(error))
    except OSError as error:
        fail(f"{path}: {error.strerror or error}")


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
