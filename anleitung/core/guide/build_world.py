"""Building the world of a bundle: what the steps of its guide run in."""

from typing import TYPE_CHECKING

from anleitung.core.phone.vocabulary import vocabulary
from anleitung.core.phone.world import World, build_order

if TYPE_CHECKING:
    from anleitung.core.guide.bundle import Bundle


def build_world(bundle: "Bundle") -> World:
    """The file set is what the guide lists; a package beside it is not in the set."""
    order = build_order(bundle.placed)
    listed = {p.id: p for p in bundle.packages if p.id in bundle.guide.files}
    # As the guide lists them: the first that has a command for a step is the one.
    tools = tuple(t for name in bundle.guide.tools for t in bundle.tools if t.id == name)
    return World(
        device=bundle.device,
        builds=bundle.placed,
        packages=listed,
        options=bundle.options,
        declared=frozenset(bundle.guide.promise.loses),
        order=order,
        vocabulary=vocabulary(
            bundle.device, bundle.placed, bundle.options, order, bundle.programs, tools
        ),
        programs={p.id: p for p in bundle.programs},
        tools={t.id: t for t in tools},
    )
