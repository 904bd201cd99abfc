"""All hazards and situations that have a story."""

from tests.core.proof.hazards import HAZARDS
from tests.core.proof.hazards_asked import ASKED
from tests.core.proof.situations import PACKAGES, RECOVERY
from tests.core.proof.situations_course import COURSE
from tests.core.proof.situations_tools import TOOLS

EVERY_HAZARD = [*HAZARDS, *ASKED, *RECOVERY, *PACKAGES, *TOOLS, *COURSE]
