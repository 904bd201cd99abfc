"""Printing proofs and slips for a terminal."""

from typing import TYPE_CHECKING

from rich.console import Console
from rich.padding import Padding
from rich.table import Table
from rich.text import Text

from anleitung.core.guide.bundle import Bundle
from anleitung.core.phone.clauses import DEAD, STUCK
from anleitung.core.proof.rehearse.slips import LOST, Harm, Tried
from anleitung.core.proof.result import FindingOut, ProofOut
from anleitung.core.proof.run.compile import END

if TYPE_CHECKING:
    from anleitung.core.proof.repair.behind import Behind

_STYLES = {"stop": "bold red", "warn": "yellow", "note": "dim"}


def print_proof(bundle: Bundle, proof: ProofOut) -> None:
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
        for severity, word in (("stop", "stop"), ("warn", "warning"), ("note", "note"))
        if (n := sum(f.severity == severity for f in proof.findings))
    ]
    console.print(", ".join(counts) + ".")


_HARMS = {DEAD: "bricked", LOST: "loses data", STUCK: "hangs"}


def harm_of(harm: Harm) -> dict[str, str]:
    return {
        "harm": harm.how,
        "step": harm.step,
        "slip": harm.slip,
        "finding": harm.finding,
        "where": harm.where,
        "says": harm.says,
        "nearest": harm.witness,
    }


def print_slips(rehearsed: Tried) -> None:
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


def print_behind(behind: "Behind | None", ends: bool) -> None:
    """behind: None where there is nothing to tell. ends: no phone comes to the end as it is."""
    console = Console(highlight=False, soft_wrap=False)
    console.print()
    if behind is None:
        console.print(
            "What stands behind the row that ends it is not known: it could not be put right."
            if ends
            else "Some phone comes to the end as it is, so no row hides what stands behind it."
        )
        return
    console.print(Text("Behind the row that ends it.", style="bold"), "It was run again as if")
    for each in behind.supposed:
        console.print(Padding(Text(f"- {each}"), (0, 0, 0, 2)))
    if not behind.to_end:
        console.print("Even so no phone comes to the end; what follows is not known.")
    if not behind.findings:
        console.print("No further stop or warning as far as that.")
        return
    console.print("Then there would be:")
    console.print()
    for finding in behind.findings:
        _print_finding(console, finding)


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
