"""The commands that speak with a site: push, pull, audit."""

import json
import os
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Annotated

import typer

from anleitung.command.site import Site, SiteRefused, over_network
from anleitung.command.sync import Synced, SyncRefused, as_line, pull, push
from anleitung.core.record import Link, first_fault

DONE, LEFT, REFUSED = 0, 1, 2
MOST_RECORD = 200_000_000  # bytes

SiteOption = Annotated[str, typer.Option("--site", help="Its address, such as https://….")]
TokenOption = Annotated[
    str,
    typer.Option(
        "--token",
        envvar="ANLEITUNG_TOKEN",
        help="A token of your account; better in the variable than in the command.",
        show_envvar=True,
    ),
]
ReplaceOption = Annotated[
    bool, typer.Option("--replace", help="Also over what was changed on the other side.")
]
JsonOption = Annotated[bool, typer.Option("--json", help="Print a line of JSON for each guide.")]


def push_command(
    folder: Annotated[Path, typer.Argument(help="A bundle, or a folder of bundles.")],
    site: SiteOption,
    token: TokenOption = "",
    replace: ReplaceOption = False,
    as_json: JsonOption = False,
) -> None:
    """Bring bundles into drafts of a site; the proof is the answer. Exit status: 0 all there and
    without a stop, 1 a stop or a clash, 2 refused."""
    _run(lambda s: push(s, folder, replace=replace), site, token, as_json)


def pull_command(
    folder: Annotated[Path, typer.Argument(help="Where the bundles go, as codename/guide.")],
    site: SiteOption,
    token: TokenOption = "",
    replace: ReplaceOption = False,
    as_json: JsonOption = False,
) -> None:
    """Fetch the drafts of a site, or what is published, as bundles. Exit status as of push."""
    _run(lambda s: pull(s, folder, replace=replace), site, token, as_json)


def audit_command(
    where: Annotated[str, typer.Argument(help="A downloaded record, or the address of a site.")],
    token: TokenOption = "",
    head: Annotated[
        str, typer.Option("--head", help="The last digest, as it was written down elsewhere.")
    ] = "",
) -> None:
    """Check the record of who did what: nothing removed, nothing changed. Exit status: 0 it holds,
    1 it does not, 2 it cannot be read."""
    try:
        text = _record(where, token)
        links = [_link(line) for line in text.splitlines() if line.strip()]
    except (SiteRefused, OSError, ValueError, KeyError, TypeError) as error:
        typer.echo(f"{where}: {error}", err=True)
        raise typer.Exit(REFUSED) from error
    fault = first_fault(links, head)
    if fault:
        typer.echo(f"The record does not hold: {fault}.")
        raise typer.Exit(LEFT)
    last = links[-1].digest if links else "none"
    typer.echo(f"{len(links)} entries, each follows from the one before. The last digest: {last}")
    if not head:
        typer.echo("Whether entries are missing at its end is not known without --head.")


def _record(where: str, token: str) -> str:
    if "://" in where:
        return Site(token, over_network(where)).download("/record.jsonl").decode()
    path = Path(where)
    if path.stat().st_size > MOST_RECORD:
        raise ValueError(f"larger than {MOST_RECORD // 1_000_000} MB")
    return path.read_text("utf-8")


def _link(line: str) -> Link:
    told = json.loads(line)
    return Link(int(told["number"]), str(told["body"]), str(told["before"]), str(told["digest"]))


def _run(work: Callable[[Site], Iterator[Synced]], site: str, token: str, as_json: bool) -> None:
    if not token:
        typer.echo("Give a token: --token, or the variable ANLEITUNG_TOKEN.", err=True)
        raise typer.Exit(REFUSED)
    status = DONE
    try:
        for done in work(Site(token, over_network(os.fspath(site)))):
            typer.echo(json.dumps(as_line(done), ensure_ascii=False) if as_json else _words(done))
            status = max(status, _status(done))
    except (SiteRefused, SyncRefused, OSError) as error:
        typer.echo(str(error), err=True)
        raise typer.Exit(REFUSED) from error
    raise typer.Exit(status)


def _status(done: Synced) -> int:
    if done.outcome == "refused":
        return REFUSED
    return LEFT if done.outcome == "clash" or done.stops > 0 else DONE


def _words(done: Synced) -> str:
    proof = f" ({done.stops} stops, {done.warnings} warnings)" if done.stops >= 0 else ""
    return "\n  ".join([f"{done.guide} {done.says}{proof}", *done.findings])
