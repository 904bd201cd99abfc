"""What commands share: reading a bundle or ending with the reason, exit statuses, how to print."""

from enum import Enum
from pathlib import Path
from typing import Annotated, NoReturn

import typer

from anleitung.command.folder import load_files
from anleitung.core.formats.read_bundle import InvalidBundle, read_bundle
from anleitung.core.guide.bundle import Bundle

CLEAN, FOUND, UNREADABLE, NOT_FINISHED = 0, 1, 2, 3


class Format(Enum):
    TEXT = "text"
    JSON = "json"
    SARIF = "sarif"
    JUNIT = "junit"


PathArgument = Annotated[Path, typer.Argument(help="The folder or zip file of a bundle.")]


def bundle_at(path: Path) -> Bundle:
    return bundle_and_files_at(path)[0]


def bundle_and_files_at(path: Path) -> tuple[Bundle, dict[str, bytes]]:
    try:
        files = load_files(path)
        return read_bundle(files), files
    except InvalidBundle as error:
        fail(str(error))
    except OSError as error:
        fail(f"{path}: {error.strerror or error}")


def fail(message: str) -> NoReturn:
    typer.echo(message, err=True)
    raise typer.Exit(UNREADABLE)
