"""Where findings come from: entry rules, the gate, demands of steps, rules of their own.

Read off the sources: a finding belongs to the first room of these in which it is raised.
"""

from collections import Counter
from pathlib import Path

from anleitung.core.phone.writing import QUESTIONS
from anleitung.core.proof.findings.catalogue import BY_ID, RULES

PHONE = Path(__file__).parents[1] / "anleitung/core/phone"
ENTRY = ("clauses.py", "entry.py", "boot.py")


def sources(*names: str) -> str:
    return "".join((PHONE / name).read_text() for name in names)


def main() -> None:
    own = {rule.__module__.rpartition(".")[2].replace("_", "-") for rule in RULES}
    gate = {f for question in QUESTIONS for f in question.findings}
    entry = sources(*ENTRY)
    rooms: Counter[str] = Counter()
    for finding in BY_ID:
        if f'"{finding}"' in entry:
            rooms["entry rules and needs"] += 1
        elif finding in gate:
            rooms["the gate for writing"] += 1
        elif finding in own:
            rooms["a rule of their own"] += 1
        else:
            rooms["demands and effects of steps"] += 1
    for room, count in rooms.most_common():
        print(f"{count:4} {room}")
    shared = len(BY_ID) - rooms["a rule of their own"]
    print(
        f"{len(BY_ID)} findings; {shared} ({shared / len(BY_ID):.0%}) without a rule of their own"
    )


if __name__ == "__main__":
    main()
