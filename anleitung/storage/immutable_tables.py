"""Triggers that keep stored rows as they are, whoever asks.

The insert is guarded as well: REPLACE removes the old row without a delete trigger unless
recursive triggers are on, so a new row may not meet an old one in any unique column.
"""

from collections.abc import Mapping
from dataclasses import dataclass

from django.db import connections


@dataclass(frozen=True, slots=True)
class Guard:
    """unique: the column groups that are unique in the table.

    once: a column that is empty at first; while it is, it and the columns in ``with_it`` may be
    filled in, once and for ever. always: columns that may change at any time. may_go: rows may be
    deleted. Every other change is refused.
    """

    unique: tuple[tuple[str, ...], ...]
    once: str = ""
    with_it: tuple[str, ...] = ()
    always: tuple[str, ...] = ()
    may_go: bool = False


# Table → what may happen to its rows.
Guarded = Mapping[str, Guard]


def trigger_sql(table: str, guard: Guard, columns: tuple[str, ...]) -> dict[str, str]:
    """Trigger name → statement that makes it. columns: all of the table."""
    meets = " OR ".join(
        "(" + " AND ".join(f'"{column}" = NEW."{column}"' for column in group) + ")"
        for group in guard.unique
    )
    message = f"RAISE(ABORT, 'published rows never change ({table})')"
    found = {
        f"{table}_no_update": (
            f"BEFORE UPDATE ON {table} WHEN {_forbidden(guard, columns)} "
            f"BEGIN SELECT {message}; END"
        ),
        f"{table}_no_replace": (
            f"BEFORE INSERT ON {table} WHEN EXISTS (SELECT 1 FROM {table} WHERE {meets}) "
            f"BEGIN SELECT {message}; END"
        ),
    }
    if not guard.may_go:
        found[f"{table}_no_delete"] = f"BEFORE DELETE ON {table} BEGIN SELECT {message}; END"
    return found


def _forbidden(guard: Guard, columns: tuple[str, ...]) -> str:
    """When a change of a row is refused."""

    def differs(names: tuple[str, ...]) -> str:
        tests = [f'OLD."{n}" IS NOT NEW."{n}"' for n in columns if n not in names]
        return "(" + (" OR ".join(tests) or "0") + ")"

    if not guard.once:
        return differs(guard.always) if guard.always else "1"
    while_empty = (*guard.always, guard.once, *guard.with_it)
    return (
        f'({differs(while_empty)} OR (OLD."{guard.once}" IS NOT NULL AND {differs(guard.always)}))'
    )


def install_triggers(guarded: Guarded, using: str = "default") -> None:
    connection = connections[using]
    present = set(connection.introspection.table_names())
    with connection.cursor() as cursor:
        for table, guard in guarded.items():
            if table not in present:
                continue
            about = connection.introspection.get_table_description(cursor, table)
            columns = tuple(column.name for column in about)
            for name in ("no_update", "no_delete", "no_replace"):
                cursor.execute(f"DROP TRIGGER IF EXISTS {table}_{name}")
            for name, body in trigger_sql(table, guard, columns).items():
                cursor.execute(f"CREATE TRIGGER {name} {body}")
