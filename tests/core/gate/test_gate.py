"""The gate: every stop and warning in exactly one line, and nothing unlooked at is "kept"."""

from dataclasses import replace
from datetime import UTC, datetime, timedelta
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anleitung.core.gate.gate import ASKED_NOTES, LINE_OF, gate_of, key_of_finding, line_of
from anleitung.core.gate.model import (
    TITLES,
    FileFact,
    Gate,
    GateFacts,
    GateLine,
    Proved,
    Reading,
    Run,
    WaiverOut,
    WayFact,
)
from anleitung.core.proof.findings.catalogue import BY_ID, CATALOGUE
from anleitung.core.proof.result import CountsOut, FindingOut, PhonesOut, PromiseOut, ProofOut

NOW = datetime(2026, 11, 1, 12, 0, tzinfo=UTC)
DAY = timedelta(days=1)


def finding(id_: str, step: str = "s1", **more: Any) -> FindingOut:
    known = BY_ID[id_]
    told = {
        "id": id_,
        "kind": known.nature.value,
        "severity": known.severity.value,
        "subject": "",
        "step": step,
        "message": f"{id_} at {step}",
        "why": "",
        "remedy": "",
        "witness": None,
        "phones": PhonesOut(count=2, of=4, words="variant K6", exact=True),
    }
    return FindingOut.model_validate(told | more)


def proved(*findings: FindingOut, promises: Any = (), **more: Any) -> Proved:
    proof = ProofOut(
        fingerprint="sha256:0",
        model="1",
        finished=True,
        unfinished_at=None,
        phones=CountsOut(admitted=4, counted=4, starts=4),
        paths=1,
        findings=findings,
        promises=promises,
        trace=(),
    )
    stops = tuple(f for f in findings if f.severity == "stop")
    return Proved(**({"codename": "palstek", "proof": proof, "open_stops": stops} | more))


def facts(*findings: FindingOut, **more: Any) -> GateFacts:
    known: dict[str, Any] = {"actor": "ann", "now": NOW, "proved": (proved(*findings),)}
    return GateFacts(**(known | more))


def line(gate: Gate, id_: str) -> GateLine:
    return next(each for each in gate.lines if each.id == id_)


def test_with_nothing_in_the_way_it_is_open() -> None:
    gate = gate_of(facts())
    assert gate.is_open
    assert [each.id for each in gate.lines] == list(TITLES)
    assert {each.state for each in gate.lines} == {"kept"}
    assert gate.pair == "none"


def test_the_table_names_known_findings_and_lines() -> None:
    assert set(LINE_OF) | ASKED_NOTES <= set(BY_ID)
    assert set(LINE_OF.values()) <= set(TITLES)


@pytest.mark.parametrize("id_", [each.id for each in CATALOGUE])
def test_every_finding_stands_in_one_line_and_blocks_there(id_: str) -> None:
    found = finding(id_)
    gate = gate_of(facts(found))
    at = [each.id for each in gate.lines for item in each.items if item.says == found.message]
    if found.severity == "note" and id_ not in ASKED_NOTES:
        assert (at, gate.is_open) == ([], True)
        return
    assert at == [line_of(found)]
    assert not gate.is_open
    [item] = line(gate, at[0]).items
    # A stop is never let stand by one person's reason.
    assert bool(item.key) == (found.severity != "stop")


WAIVER = WaiverOut(by="ann", at=NOW, reason="Known, and told in the text.")


@given(
    st.lists(
        st.tuples(st.sampled_from([each.id for each in CATALOGUE]), st.sampled_from("abc")),
        max_size=8,
        unique=True,
    ),
    st.data(),
)
def test_it_opens_only_when_each_is_answered_for(
    which: list[tuple[str, str]], data: st.DataObject
) -> None:
    findings = [finding(id_, step) for id_, step in which]
    asked = [f for f in findings if line_of(f) is not None]
    waived = [f for f in asked if data.draw(st.booleans())]
    keys = {key_of_finding("palstek", f): WAIVER for f in waived}
    contested = tuple(f for f in asked if f.severity == "stop" and data.draw(st.booleans()))
    stops = tuple(f for f in asked if f.severity == "stop" and f not in contested)
    told = facts(proved=(proved(*findings, open_stops=stops),), waivers=keys)
    left = [f for f in asked if f in stops or (f.severity != "stop" and f not in waived)]
    gate = gate_of(told)
    assert gate.is_open == (not left)
    open_items = [i for each in gate.lines for i in each.items if i.waiver is None]
    assert sorted(i.says for i in open_items) == sorted(f.message for f in left)


@pytest.mark.parametrize(
    "change",
    [
        {"message": "another message"},
        {"step": "s2"},
        {"subject": "radio"},
        {"phones": PhonesOut(count=3, of=4, words="variant K6", exact=True)},
        {"phones": PhonesOut(count=2, of=4, words="variant M6", exact=True)},
        {"phones": None},
    ],
)
def test_what_became_another_warning_is_not_let_through(change: dict[str, Any]) -> None:
    first = finding("no-give-up-time")
    keys = {key_of_finding("palstek", first): WAIVER}
    assert gate_of(facts(first, waivers=keys)).is_open
    other = first.model_copy(update=change)
    assert not gate_of(facts(other, waivers=keys)).is_open
    elsewhere = (proved(first, codename="klampe"),)
    assert not gate_of(facts(proved=elsewhere, waivers=keys)).is_open


def promise(kept: int, of: int = 4) -> PromiseOut:
    return PromiseOut(condition="x", words="unlocked", kept=kept, of=of)


CONTESTED = proved(finding("promise-not-kept"), promises=(promise(3),), open_stops=())
UNFINISHED = replace(
    proved(),
    proof=proved().proof.model_copy(update={"finished": False, "unfinished_at": "s3"}),  # type: ignore[union-attr]
)


@pytest.mark.parametrize(
    ("more", "id_", "state", "says"),
    [
        ({"proved": (proved(proof=None),)}, "proof", "unknown", "not proved by this version"),
        ({"proved": (UNFINISHED,)}, "proof", "unknown", "its budget was spent at step s3"),
        ({"proved": (proved(proof=None),)}, "stops", "unknown", "before the proof is finished"),
        ({"proved": (UNFINISHED,)}, "warnings", "unknown", "before the proof is finished"),
        ({"proved": (UNFINISHED,)}, "words", "unknown", "before the proof is finished"),
        ({"proved": (UNFINISHED,)}, "promises", "unknown", "before the proof is finished"),
        (
            {"proved": (proved(changed=("tool lotse",), today_stops=None),)},
            "today",
            "unknown",
            "It is stale: tool lotse changed",
        ),
        (
            {"proved": (proved(changed=("tool lotse",), today_stops=2),)},
            "today",
            "open",
            "With today’s tool lotse it has 2 stops",
        ),
        ({"proved": (proved(fault="no such mode"),)}, "today", "open", "no such mode"),
        (
            {"proved": (proved(changed=("tool lotse",)),)},
            "today",
            "kept",
            "It carries an older tool lotse; it was proved with today’s as well",
        ),
        ({"files": (FileFact("r", "r.img", None),)}, "files", "unknown", "never looked at: r.img"),
        ({"files": (FileFact("r", "r.img", False, "gone"),)}, "files", "open", "r.img: gone"),
        ({"files": (FileFact("r", "r.img", True),)}, "files", "kept", "as it is on record"),
        ({"ways": None}, "ways-back", "unknown", "still being worked out"),
        (
            {"ways": (WayFact("palstek", "s2", "stock", 3, 5, "no link"),)},
            "ways-back",
            "open",
            "stock rescues 3 of the 5 kinds of phone that hang here: no link.",
        ),
        ({"ways": (WayFact("palstek", "s2", "stock", 5, 5, ""),)}, "ways-back", "kept", "was run"),
        ({"open_remarks": (("bo: why?", "s2", ""),)}, "remarks", "open", "bo: why?"),
        (
            {"proved": (proved(promises=(promise(4), promise(3))),)},
            "promises",
            "open",
            "unlocked: kept for 3 of 4 kinds of phone.",
        ),
        ({"proved": (proved(promises=(promise(0, of=0),)),)}, "promises", "open", "0 of 0"),
        ({"proved": (proved(promises=(promise(4),)),)}, "promises", "kept", "The promise is kept"),
        (
            {"proved": (proved(finding("wrong-mode"), promises=(promise(3),)),)},
            "promises",
            "unknown",
            "Not kept for every phone, as long as some stop on the way.",
        ),
        ({"proved": (CONTESTED,)}, "promises", "kept", "0 of 1 promises"),
        ({"cautions": 3}, "cautions", "kept", "3 cautions stand before their steps"),
    ],
)
def test_what_the_other_lines_say(more: dict[str, Any], id_: str, state: str, says: str) -> None:
    gate = gate_of(facts(**more))
    found = line(gate, id_)
    assert found.state == state
    assert says in " ".join((found.says, *(item.says for item in found.items)))
    assert gate.is_open == (state == "kept")


def by(who: str, verdict: str = "", days: float = 0) -> Reading:
    return Reading(by=who, at=NOW - days * DAY, verdict=verdict, says="x")  # type: ignore[arg-type]


RUN = Run(by="tess", at=NOW, phone="an M6")
BAD = replace(RUN, ended_well=False, says="hung")


@pytest.mark.parametrize(
    ("readings", "runs", "pair", "says"),
    [
        ((), (), "", "Nobody else has read this state"),
        ((by("ann", "approve"),), (), "", "Alone, read it again from 2 November, 12:00 UTC on."),
        ((by("ann", days=2),), (), "", "Read it once more"),
        ((by("ann", days=2), by("ann", days=1.1)), (), "", "Read it once more"),
        ((by("ann", days=1), by("ann")), (), "alone", "Read twice by ann"),
        ((by("ann", days=1), by("bo")), (), "", "Read it once more"),
        ((by("bo", "approve"),), (), "approved", "Approved by bo"),
        ((by("bo", "approve"), by("cy", "changes")), (), "", "cy asks for changes"),
        ((by("cy", "changes", 1), by("cy", "approve")), (), "approved", "Approved by cy"),
        ((by("bo", "approve", 1), by("bo", "changes")), (), "", "bo asks for changes"),
        ((by("bo", "approve", 1), by("bo")), (), "approved", "Approved by bo"),
        ((), (RUN,), "run", "tess ran exactly this to its good end, on an M6"),
        ((), (replace(RUN, by="ann"),), "", "Nobody else has read this state"),
        ((by("bo", "changes"),), (RUN,), "", "bo asks for changes"),
        ((by("bo", "approve"),), (BAD,), "", "tess ran it on an M6, and it did not end well: hung"),
        ((), (BAD, replace(RUN, at=NOW + DAY)), "run", "tess ran exactly this"),
        ((by("tess", "approve", -1),), (BAD,), "approved", "Approved by tess"),
        ((by("tess", "approve", 1),), (BAD,), "", "did not end well"),
    ],
)
def test_the_second_pair_of_eyes(
    readings: tuple[Reading, ...], runs: tuple[Run, ...], pair: str, says: str
) -> None:
    gate = gate_of(facts(stake="the phone itself", readings=readings, runs=runs))
    eyes = line(gate, "eyes")
    assert says in " ".join((eyes.says, *(item.says for item in eyes.items)))
    assert (gate.pair, gate.is_open) == (pair, pair != "")
