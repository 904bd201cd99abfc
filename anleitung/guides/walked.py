"""One phone through a guide, kept for a moment: several views of a page ask for the same one."""

from collections.abc import Mapping

from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.rehearse.bench import BenchOut, NoSuchPhone, walk
from anleitung.guides.errors import NoPhoneLikeThat
from anleitung.storage.recent import Kept

MOST_FACTS = 200
_WALKS: Kept[str, BenchOut] = Kept(most=40)


def walked(bundle: Bundle, facts: Mapping[str, str], slip: int | None = None) -> BenchOut:
    """facts, slip: as in ``walk``. Raises NoPhoneLikeThat."""
    key = f"{bundle.fingerprint} {bundle.device.codename} {sorted(facts.items())} {slip}"
    try:
        return _WALKS.get_or(key, lambda: walk(bundle, facts, slip))
    except NoSuchPhone as error:
        raise NoPhoneLikeThat(f"This codename has no phone with {error.args[0][:120]}.") from error
