"""Who follows the demo's guide, and what is truly wrong with it."""

from anleitung.standins.readers import Defect, Population

SEED = 41
REPORTS = 120

CLEAN_INSTALL = Population(
    values={
        "base": (
            ("PS-12.2.0-KU.r1", 1.0),
            ("PS-12.2.0-BI.r1", 0.7),
            ("PS-12.4.1-KU.r2", 2.0),
            ("PS-12.4.1-BI.r2", 2.0),
            ("PS-12.4.7-KU.r3", 4.0),
            ("PS-12.4.7-BI.r3", 2.5),
            ("PS-12.4.7-HO.r3", 1.5),
        ),
        "variant": (("M6", 3.0), ("K6", 2.0)),
        "option.data": (("clean", 4.0), ("keep", 1.0)),
    },
    steps=("start-rettungsring", "install-wattlaeufer", "first-start"),
    defect=Defect("base", "PS-12.4.1-BI.r2", 0.8),
)
