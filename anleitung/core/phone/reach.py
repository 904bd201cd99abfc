"""What of a codename no step can use yet: told where it is shown, and never proved on a guess."""

from collections.abc import Iterator
from gettext import gettext as _

from anleitung.core.documents.device import Device


def beyond_the_model(device: Device) -> Iterator[str]:
    for screen in device.modes:
        if screen.mode in ("download", "emergency"):
            yield _(
                "No step can be written for its {mode} mode yet, so guides that go through it "
                "cannot be proved."
            ).format(mode=screen.mode)
