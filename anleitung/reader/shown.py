"""What several pages show of a guide."""

from anleitung.catalogue.load import load_systems
from anleitung.core.documents.system import Feature
from anleitung.core.guide.bundle import Bundle


def known_bugs(bundle: Bundle) -> list[tuple[str, list[Feature]]]:
    """What is known not to work of the systems that the guide installs, in their releases."""
    installed = {p.content.family: p.content.build for p in bundle.packages if p.content}
    found = []
    for state in load_systems(bundle.device.codename):
        if state.system in installed:
            release = installed[state.system]
            bugs = [f for f in state.at(release) if f.state != "works"]
            found.append((f"{state.name} {release}", bugs))
    return [(name, bugs) for name, bugs in found if bugs]
