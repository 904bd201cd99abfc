"""Over many seeds of the demo's reports: how often its defect is flagged, and anything false."""

import sys
import time

from anleitung.core.evidence.claims import Policy
from anleitung.core.evidence.judge import Outcome, judge
from anleitung.core.evidence.report import READINGS, Ending
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.demo.bundles import bundle_files
from anleitung.demo.world import CLEAN_INSTALL, REPORTS
from anleitung.reports.factors import factors_of
from anleitung.standins.readers import readers


def main(seeds: int) -> None:
    factors = factors_of(read_bundle(bundle_files("palstek", "clean-install")))
    defect = (CLEAN_INSTALL.defect.factor, CLEAN_INSTALL.defect.value)
    hit = false = 0
    began = time.perf_counter()
    for seed in range(seeds):
        told = list(readers(CLEAN_INSTALL, count=REPORTS, seed=seed))
        flagged = set()
        for reading, alpha in READINGS:
            fine = (Ending.WORKED, Ending.TROUBLE) if reading == "failed" else (Ending.WORKED,)
            outcomes = [Outcome(each.values, each.ending not in fine) for each in told]
            flags = judge(outcomes, factors, alpha=alpha, policy=Policy())
            flagged |= {flag.combination for flag in flags}
        hit += defect in flagged
        false += bool(flagged - {defect})
    took = (time.perf_counter() - began) / seeds
    print(
        f"{seeds} seeds, {REPORTS} reports each, true rate {CLEAN_INSTALL.defect.rate}, failures "
        f"posted {CLEAN_INSTALL.posted:g} times as often: defect flagged in {hit / seeds:.1%}, "
        f"anything false in {false / seeds:.1%}; {took * 1e3:.0f} ms a judgement"
    )


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 200)
