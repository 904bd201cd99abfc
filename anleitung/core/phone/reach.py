"""Which codenames the model can run: it never proves on a phone that it does not know."""

from collections.abc import Iterator
from gettext import gettext as _

from anleitung.core.documents.device import Device

Location = tuple[str | int, ...]


def beyond_the_model(device: Device) -> Iterator[tuple[Location, str]]:
    """Where a codename has what the model cannot run yet, and what that is."""
    layout = device.layout
    known = _(
        "the model of the phone cannot run this yet, so no guide for it can be proved: {what}"
    )
    if layout.slots != "dual":
        yield ("layout", "slots"), known.format(what=_("a phone with a single slot"))
    for i, part in enumerate(layout.partitions):
        at: Location = ("layout", "partitions", i)
        if part.role == "recovery":
            yield at, known.format(what=_("a recovery partition"))
        if part.inner:
            yield at, known.format(what=_("a container of resizable partitions"))
        if part.once:
            yield at, known.format(what=_("a partition that stands once beside two slots"))
    for i, cause in enumerate(device.unlocking.missing_because):
        if cause.cause == "patch-level":
            what = _("an unlock switch that wants a patch level")
            yield ("unlocking", "missing_because", i), known.format(what=what)
    if device.unlocking.way != "command":
        way = device.unlocking.way
        yield ("unlocking", "way"), known.format(what=_("unlocking by “{way}”").format(way=way))
