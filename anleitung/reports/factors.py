"""By what the reports of one guide are compared."""

from anleitung.core.evidence.weights import Factor
from anleitung.core.guide.bundle import Bundle


def factors_of(bundle: Bundle) -> tuple[Factor, ...]:
    """Single factors by which reports are compared, with the values known at publishing."""
    return (
        Factor("base", tuple(b.build for b in bundle.placed), is_ordered=True),
        Factor("variant", tuple(v.id for v in bundle.device.variants)),
        *(Factor(f"option.{name}", choices) for name, choices in bundle.options.items()),
    )
