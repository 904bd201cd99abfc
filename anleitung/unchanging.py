"""Triggers that keep published rows as they are, whoever asks.

The insert is guarded as well: REPLACE removes the old row without a delete trigger unless
recursive triggers are on, so a new row may not meet an old one in any unique column.
"""

from collections.abc import Mapping

from django.db import connections

# Table → the column groups that are unique in it.
Guarded = Mapping[str, tuple[tuple[str, ...], ...]]


def trigger_sql(table: str, unique: tuple[tuple[str, ...], ...]) -> dict[str, str]:
    """Trigger name → statement that makes it."""
    meets = " OR ".join(
        "(" + " AND ".join(f"{column} = NEW.{column}" for column in columns) + ")"
        for columns in unique
    )
    message = f"RAISE(ABORT, 'published rows never change ({table})')"
    return {
        f"{table}_no_update": f"BEFORE UPDATE ON {table} BEGIN SELECT {message}; END",
        f"{table}_no_delete": f"BEFORE DELETE ON {table} BEGIN SELECT {message}; END",
        f"{table}_no_replace": (
            f"BEFORE INSERT ON {table} WHEN EXISTS (SELECT 1 FROM {table} WHERE {meets}) "
            f"BEGIN SELECT {message}; END"
        ),
    }


def install_triggers(guarded: Guarded, using: str = "default") -> None:
    connection = connections[using]
    present = set(connection.introspection.table_names())
    with connection.cursor() as cursor:
        for table, unique in guarded.items():
            if table not in present:
                continue
            for name, body in trigger_sql(table, unique).items():
                cursor.execute(f"DROP TRIGGER IF EXISTS {name}")
                cursor.execute(f"CREATE TRIGGER {name} {body}")
