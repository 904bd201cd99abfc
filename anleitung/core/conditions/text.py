"""Reading and printing conditions.

``base >= PS-12.4.1-KU.r3 and not (variant is K6 or every slot: system is stock)``
"""

import json
import re
from collections.abc import Iterable
from difflib import get_close_matches
from typing import Any, assert_never

from lark import Lark, Token, Transformer
from lark.exceptions import UnexpectedInput, UnexpectedToken

from anleitung.core.conditions.model import (
    ALWAYS,
    And,
    Compare,
    Condition,
    EverySlot,
    In,
    Is,
    Not,
    Or,
    OtherSlot,
    Vocabulary,
    all_of,
    any_of,
    one_of,
    placed_atoms,
)
from anleitung.core.errors import AnleitungError

MAX_LENGTH = 4_000
MAX_NESTING = 30

GRAMMAR = r"""
?start: any
?any: all ("or" all)*            -> any_of
?all: one ("and" one)*           -> all_of
?one: "not" one                  -> negated
    | "every" "slot" ":" one     -> every_slot
    | "other" "slot" ":" one     -> other_slot
    | "always"                   -> always
    | "(" any ")"
    | FACT "is" value            -> is_
    | FACT "is" "not" value      -> is_not
    | FACT "in" "{" value ("," value)* "}" -> in_
    | FACT "not" "in" "{" value ("," value)* "}" -> not_in
    | FACT OPERATOR value        -> compare
value: FACT | NUMBERED | QUOTED
OPERATOR: "<=" | ">=" | "<" | ">"
FACT: /[A-Za-z][A-Za-z0-9._\/+-]*/
NUMBERED: /[0-9][A-Za-z0-9._\/+-]*/
QUOTED: /"(?:[^"\\]|\\.)*"/
%ignore /[ \t\r\n]+/
"""

KEYWORDS = frozenset({"and", "or", "not", "every", "slot", "always", "is", "in"})
_PLAIN = re.compile(r"[A-Za-z0-9][A-Za-z0-9._/+-]*")


class InvalidCondition(AnleitungError):
    """A condition that cannot be read. column counts from 1."""

    code = "invalid-condition"

    def __init__(self, message: str, *, column: int = 1) -> None:
        super().__init__(message)
        self.message = message
        self.column = column


class _Build(Transformer[Token, Condition]):
    def value(self, parts: list[Token]) -> str:
        token = parts[0]
        if token.type != "QUOTED":
            return str(token)
        try:
            text = json.loads(str(token))
        except json.JSONDecodeError as error:
            raise InvalidCondition("a quoted value has a wrong escape") from error
        return str(text)

    def is_(self, parts: list[Any]) -> Condition:
        return Is(str(parts[0]), parts[1])

    def is_not(self, parts: list[Any]) -> Condition:
        return Not(Is(str(parts[0]), parts[1]))

    def in_(self, parts: list[Any]) -> Condition:
        return one_of(str(parts[0]), parts[1:])

    def not_in(self, parts: list[Any]) -> Condition:
        return Not(one_of(str(parts[0]), parts[1:]))

    def compare(self, parts: list[Any]) -> Condition:
        return Compare(str(parts[0]), str(parts[1]), parts[2])  # type: ignore[arg-type]

    def negated(self, parts: list[Condition]) -> Condition:
        return Not(parts[0])

    def every_slot(self, parts: list[Condition]) -> Condition:
        return EverySlot(parts[0])

    def other_slot(self, parts: list[Condition]) -> Condition:
        return OtherSlot(parts[0])

    def always(self, parts: list[Condition]) -> Condition:
        return ALWAYS

    def all_of(self, parts: list[Condition]) -> Condition:
        return all_of(parts)

    def any_of(self, parts: list[Condition]) -> Condition:
        return any_of(parts)


# The transformer runs inside the parser, so no tree is walked by recursion.
_PARSER = Lark(GRAMMAR, parser="lalr", transformer=_Build(), propagate_positions=False)


def parse_condition(text: str) -> Condition:
    """Raises InvalidCondition with the column of the fault."""
    if len(text) > MAX_LENGTH:
        raise InvalidCondition(f"longer than {MAX_LENGTH} characters")
    _require_shallow(text)
    try:
        return _PARSER.parse(text)  # type: ignore[return-value]
    except UnexpectedInput as error:
        at_end = isinstance(error, UnexpectedToken) and error.token.type == "$END"
        column = len(text) + 1 if at_end or error.column < 1 else error.column
        near = "the end" if at_end else repr(text[column - 1 : column + 19].strip())
        raise InvalidCondition(
            f"cannot be read at {near}; write for example: bootloader is unlocked and "
            "base >= BUILD",
            column=column,
        ) from error


_WEIGHS = re.compile(r'"(?:[^"\\]|\\.)*"|[()]|\b(?:not|every|other(?=\s+slot))\b|\b(?:and|or)\b')


def _require_shallow(text: str) -> None:
    depth = 0
    prefixes = 0
    for match in _WEIGHS.finditer(text):
        token = match[0]
        if token == "(":
            depth += 1
        elif token == ")":
            depth -= 1
        elif token in ("not", "every", "other"):
            prefixes += 1
        elif token in ("and", "or"):
            prefixes = 0
        if depth + prefixes > MAX_NESTING:
            raise InvalidCondition(f"nested deeper than {MAX_NESTING}", column=match.start() + 1)


def print_condition(condition: Condition) -> str:
    """The canonical print: one line, as few brackets as possible."""
    match condition:
        case Is(fact, value):
            return f"{fact} is {_value(value)}"
        case Not(Is(fact, value)):
            return f"{fact} is not {_value(value)}"
        case In(fact, values):
            return f"{fact} in {{{', '.join(map(_value, values))}}}"
        case Compare(fact, operator, value):
            return f"{fact} {operator} {_value(value)}"
        case EverySlot(of):
            return f"every slot: {_tight(of)}"
        case OtherSlot(of):
            return f"other slot: {_tight(of)}"
        case Not(of):
            return f"not {_tight(of)}"
        case And(()):
            return "always"
        case And(parts):
            return " and ".join(f"({_print(p)})" if isinstance(p, Or) else _print(p) for p in parts)
        case Or(parts):
            return " or ".join(map(_print, parts))
        case other:
            assert_never(other)


_print = print_condition


def _tight(condition: Condition) -> str:
    loose = isinstance(condition, Or) or (isinstance(condition, And) and condition.parts != ())
    return f"({_print(condition)})" if loose else _print(condition)


def _value(value: str) -> str:
    if _PLAIN.fullmatch(value) and value not in KEYWORDS:
        return value
    return json.dumps(value, ensure_ascii=False)


def check_condition(condition: Condition, vocabulary: Vocabulary) -> list[str]:
    """What the condition names and nobody declared, one sentence each."""
    faults = []
    for atom, where in placed_atoms(condition):
        term = vocabulary.get(atom.fact)
        if term is None:
            says = f"no fact is called {atom.fact!r}" + _meant(atom.fact, vocabulary)
            faults.append(f"{says}; known: {', '.join(sorted(vocabulary))}")
            continue
        if not term.slots(where):
            faults.append(
                f"{atom.fact} is no fact of a slot that does not run; write it without other slot:"
            )
        if isinstance(atom, Compare) and term.order is None:
            faults.append(f"{atom.fact} has no order; compare it with 'is' or 'in'")
        values = atom.values if isinstance(atom, In) else (atom.value,)
        if term.values is not None:
            faults += [
                f"{atom.fact} is never {value!r}{_meant(value, term.values)}; "
                f"known: {', '.join(sorted(term.values))}"
                for value in values
                if value not in term.values
            ]
    return faults


def _meant(name: str, known: Iterable[str]) -> str:
    near = get_close_matches(name, list(known), n=2)
    return f", meant is perhaps {' or '.join(map(repr, near))}" if near else ""
