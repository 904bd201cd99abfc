"""Texts that documents know to be shown at a step."""

from collections.abc import Iterator

from anleitung.core.diagrams.space import Node
from anleitung.core.documents.message import Message
from anleitung.core.phone.actions import Step
from anleitung.core.phone.take import tool_of
from anleitung.core.proof.run.compile import Compiled


def known_messages(compiled: Compiled) -> Iterator[tuple[Step, Message, Node]]:
    """What the documents of the tool, or of the recovery that runs, say is shown at a step."""
    run, space, world = compiled.run, compiled.procedure.space, compiled.bundle.world
    for i, row in enumerate(compiled.rows[: len(run.concerned)]):
        step = row.action
        if step is None or run.concerned[i] is space.false:
            continue
        tool = tool_of(step, world)
        for message in tool.messages if tool else ():
            if step.action in message.at:  # type: ignore[attr-defined]
                yield step, message, run.concerned[i]
        for recovery in world.recoveries:
            runs = space.where(run.states[i]["running"], recovery.id)
            here = space.both(run.concerned[i], runs)
            if here is space.false:
                continue
            for message in recovery.messages:
                if step.action in message.at:  # type: ignore[attr-defined]
                    yield step, message, here
