"""Copies of the database, made while it is in use: whole, verified, dated, pruned by a rule; and the way back.

The file of the database alone is no copy: what was written last stands in the log beside it. SQLite's online backup
has both. Photos stand in the database, so that a copy is the whole studio.
"""

from __future__ import annotations

import sqlite3
from contextlib import closing
from datetime import UTC, datetime, timedelta
from pathlib import Path

from django.conf import settings
from django.core.management import call_command
from django.db import connection
from django.db.migrations.loader import MigrationLoader
from django.utils import timezone

from prism import words

PREFIX, STAMP = "studio-", "%Y%m%dT%H%M%SZ"
EVERY = timedelta(hours=24)
ALL_FOR, WEEKS, MONTHS = timedelta(days=7), 8, 24
"""How long every copy is kept, then for how many weeks one a week, and for how many months one a month."""


class BackupError(ValueError):
    """A copy that cannot be made, or is none to go back to; the message says why and what to do."""


def database() -> Path:
    return Path(str(connection.settings_dict["NAME"]))


def faults(path: Path) -> list[str]:
    """Return what is wrong with a database file: with its pages, and with rows that refer to none."""
    try:
        with closing(sqlite3.connect(f"file:{path}?mode=ro", uri=True)) as connection:
            faults = [str(row[0]) for row in connection.execute("PRAGMA integrity_check(10)") if row[0] != "ok"]
            faults += [
                f"{table}, row {row}: refers to none of {other}"
                for table, row, other, _ in connection.execute("PRAGMA foreign_key_check").fetchmany(10)
            ]
            return faults
    except sqlite3.DatabaseError as wrong:
        return [str(wrong)]


def back_up(folder: Path, why: str = "") -> Path:
    """Make a copy in a folder and return it; nothing stands there under its name until it was verified.

    Raises `BackupError`.
    """
    try:
        folder.mkdir(parents=True, exist_ok=True)
        now = datetime.now(UTC)
        path = folder / f"{PREFIX}{now.strftime(STAMP)}{f'-{why}' if why else ''}.sqlite3"
        part = path.with_suffix(".part")
        part.unlink(missing_ok=True)
        with closing(sqlite3.connect(part)) as copy:
            part.chmod(0o600)
            connection.ensure_connection()
            connection.connection.backup(copy)
            copy.execute("PRAGMA journal_mode=DELETE")
        wrong = faults(part)
        if wrong:
            raise BackupError(words.archives.backup_faulty(wrong))
        part.replace(path)
    except (OSError, sqlite3.Error) as wrong:
        raise BackupError(words.archives.backup_failed(str(folder), str(wrong))) from None
    return path


def made_at(path: Path) -> datetime | None:
    """Return when a copy was made, by its name; None for what is no copy of ours."""
    stamp = path.name.removeprefix(PREFIX)[:16]
    try:
        return datetime.strptime(stamp, STAMP).replace(tzinfo=UTC) if path.name.startswith(PREFIX) else None
    except ValueError:
        return None


def copies(folder: Path) -> list[tuple[datetime, Path]]:
    copies = [(made_at(path), path) for path in folder.glob(f"{PREFIX}*.sqlite3")]
    return sorted(((at, path) for at, path in copies if at), reverse=True)


def prune(folder: Path, now: datetime | None = None) -> list[Path]:
    """Delete the copies that the rule lets go, and return them; the newest one always stays."""
    moment = now or timezone.now()
    kept: set[tuple[str, int, int]] = set()
    gone = []
    for place, (at, path) in enumerate(copies(folder)):
        age = moment - at
        year, week, _ = at.isocalendar()
        mark = ("week", year, week) if age <= timedelta(weeks=WEEKS) else ("month", at.year, at.month)
        if place == 0 or age <= ALL_FOR:
            kept.add(mark)
        elif mark in kept or age > timedelta(days=31 * MONTHS):
            gone.append(path)
        else:
            kept.add(mark)
    for path in gone:
        path.unlink()
    return gone


def scheduled() -> None:
    """Make the day's copy where the last one is a day old; called by the queue. Raises `BackupError`."""
    folder = Path(settings.BACKUPS)
    there = copies(folder)
    if not there or timezone.now() - there[0][0] >= EVERY:
        back_up(folder)
        prune(folder)


def restore(path: Path) -> Path | None:
    """Make a copy the database, and bring it to this version; return the copy of what was there before, None for
    nothing. Raises `BackupError` for a file that is none, faulty, or of a newer version: all stays as it is then."""
    if not path.is_file():
        raise BackupError(words.archives.backup_missing(str(path)))
    wrong = faults(path)
    if wrong:
        raise BackupError(words.archives.backup_faulty(wrong))
    with closing(sqlite3.connect(f"file:{path}?mode=ro", uri=True)) as source:
        try:
            applied = set(source.execute("SELECT app, name FROM django_migrations"))
        except sqlite3.DatabaseError:
            raise BackupError(words.archives.BACKUP_NONE) from None
        if applied - set(MigrationLoader(None).disk_migrations):
            raise BackupError(words.archives.BACKUP_NEWER)
        before = back_up(Path(settings.BACKUPS), "before-restore") if _is_filled() else None
        connection.close()
        with closing(sqlite3.connect(database(), timeout=20)) as target:
            source.backup(target)
    call_command("migrate", verbosity=0)
    return before


def _is_filled() -> bool:
    return database().is_file() and "django_migrations" in connection.introspection.table_names()


def before_migrating() -> Path | None:
    """Make a copy where there is a database that migrations are about to change, and return it; None where there is
    none, or nothing to change."""
    if connection.in_atomic_block or not database().is_file() or not _is_filled():
        return None
    return back_up(Path(settings.BACKUPS), "before-migrating") if are_pending() else None


def are_pending() -> bool:
    """Whether migrations are to come that the database does not have yet."""
    loader = MigrationLoader(connection)
    return bool(set(loader.disk_migrations) - set(loader.applied_migrations))
