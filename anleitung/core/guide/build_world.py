"""Building the world of a bundle: what the steps of its guide run in."""

from typing import TYPE_CHECKING

from anleitung.core.conditions.model import ALWAYS, Condition, any_of
from anleitung.core.phone.own_facts import own_facts
from anleitung.core.phone.vocabulary import vocabulary
from anleitung.core.phone.world import World, build_order

if TYPE_CHECKING:
    from anleitung.core.guide.bundle import Bundle
    from anleitung.core.guide.document import Promise


def _declared(promise: "Promise") -> dict[str, Condition]:
    """What is said to be lost, and on which phones."""
    found: dict[str, list[Condition]] = {}
    for loss in promise.losses:
        found.setdefault(loss.what, []).append(loss.when.condition if loss.when else ALWAYS)
    return {what: ALWAYS if ALWAYS in when else any_of(when) for what, when in found.items()}


def build_world(bundle: "Bundle") -> World:
    """The file set is what the guide lists; a package beside it is not in the set."""
    order = build_order(bundle.placed)
    listed = {p.id: p for p in bundle.packages if p.id in bundle.guide.files}
    # As the guide lists them: the first that has a command for a step is the one.
    own = own_facts(bundle.device, bundle.programs, bundle.tools, listed.values())
    tools = tuple(t for name in bundle.guide.tools for t in bundle.tools if t.id == name)
    return World(
        device=bundle.device,
        builds=bundle.placed,
        packages=listed,
        options=bundle.options,
        declared=_declared(bundle.guide.promise),
        kept_by=tuple(
            (loss, f"option.{option.id}", choice.id)
            for option in bundle.guide.options
            for choice in option.choices
            for loss in choice.keeps
        ),
        order=order,
        hanging=bundle.guide.admits_hanging,
        parted=bundle.guide.admits_parted,
        standing=bundle.guide.admits_standing,
        at_hand=bundle.guide.at_hand,
        own=own,
        vocabulary=vocabulary(
            bundle.device,
            bundle.placed,
            bundle.options,
            order,
            bundle.programs,
            tools,
            own,
            bundle.packages,
        ),
        programs={p.id: p for p in bundle.programs},
        tools={t.id: t for t in tools},
    )
