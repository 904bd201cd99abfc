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


_NO_BEHIND = {
    "not-finished": "The proof is not finished, so --behind was not looked at.",
    "not-needed": "Some phone reaches the end, or none comes in: --behind has nothing to look at.",
    "not-known": "No change gets a phone past that step, so what would come after it is not known.",
}


def behind_of(told: "tuple[str, Behind | None]") -> dict[str, object]:
    """looked: "looked", "not-finished", "not-needed" or "not-known"; the rest only when looked."""
    looked, behind = told
    if behind is None:
        return {"looked": looked}
    return {
        "looked": looked,
        "supposed": list(behind.supposed),
        "to_end": behind.to_end,
        "findings": [each.model_dump(mode="json") for each in behind.findings],
    }


def print_behind(told: "tuple[str, Behind | None]") -> None:
    console = Console(highlight=False, soft_wrap=False)
    looked, behind = told
    console.print()
    if behind is None:
        console.print(_NO_BEHIND[looked])
        return
    console.print(Text("Behind that step.", style="bold"), "It was run again with these changes:")
    for each in behind.supposed:
        console.print(Padding(Text(f"- {each}"), (0, 0, 0, 2)))
    if not behind.to_end:
        console.print("Even so no phone comes to the end; what follows is not known.")
    if not behind.findings:
        console.print("As far as that run went, it found no further stop or warning.")
        return
    console.print("These were found then:")
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
