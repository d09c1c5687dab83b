"""Sentences of archives of a whole studio."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from prism.messages.text import capital, count, listed, shortened

ARCHIVE_NOT_EMPTY = "This database is not empty: restore into a new one, named by DATABASE, after manage.py migrate."
ARCHIVE_BROKEN = "The file is incomplete or broken, so nothing was restored. Use another copy."
ARCHIVE_ALTERED = "The file was changed after it was written, so nothing was restored."
ARCHIVE_NONE = "This file is not the archive of a studio."
ARCHIVE_NEWER = "A newer version wrote this archive. Update this studio first. Nothing was restored."


def archive_missing(name: str) -> str:
    return f"{name}: there is no such file."


def folder_unwritable(folder: str) -> str:
    return f"{folder}: there is no such folder, or nothing can be written there."


def archive_told(counts: Mapping[str, int], digest: str) -> str:
    lines = [f"{count:>9,} {name}" for name, count in counts.items()]
    return "\n".join([*lines, f"{sum(counts.values()):>9,} in all", f"digest {digest}"])


def archive_held(same: bool) -> str:
    return (
        "Restored as it was archived." if same else "Restored from an older version: what is new has its usual value."
    )


JOB_FILE_BROKEN = "The file is incomplete or broken, so nothing was imported. Use another copy."
JOB_FILE_NONE = "This file is neither an archived job nor the JSON of a document: choose one that a studio wrote."
JOB_FILE_NEWER = "A newer version wrote this file. Update this studio first. Nothing was imported."
JOB_FILE_ALTERED = "The file was changed after it was written, so nothing was imported."


DOCUMENT_NEWER = "A newer version wrote this document. Update this studio first."


def document_wrong(path: Sequence[str], what: str) -> str:
    where = " › ".join(path) or "the document"
    return f"In {where}: {shortened(what, 200)}. Nothing was imported."


def document_taken_up(name: str) -> str:
    return f"The review of {name} was imported with its document."


def job_file_too_large(megabytes: int) -> str:
    return f"The file is larger than {megabytes} MB: archive the whole studio instead."


def job_file_names_too_many(most: int) -> str:
    return f"The file names more than {most} people who are not in this studio. Nothing was imported."


def archive_wrong(what: str) -> str:
    return f"The archive holds an impossible value: {what} Nothing was restored."


def job_file_wrong(what: str) -> str:
    return f"The file holds an impossible value: {what} Nothing was imported."


def job_taken_up(title: str, colours: int, people: Sequence[str]) -> str:
    text = f"{title} was imported."
    if colours:
        were = "were" if colours > 1 else "was"
        text += f" {capital(count(colours, 'colour'))} {were} new to this studio and came along."
    if people:
        text += f" {listed(list(people))} {'are' if len(people) > 1 else 'is'} named in it but without an account here."
    return text


BACKUP_NONE = "This file is not a copy of a studio. Nothing was changed."
BACKUP_NEWER = "This copy is of a newer version. Update this studio first. Nothing was changed."
DATABASE_SOUND = "The database is sound."


def backup_missing(path: str) -> str:
    return f"There is no file {path}. Name one that `backup` made."


def backup_failed(folder: str, reason: str) -> str:
    return f"No copy could be made in {folder}: {reason}. Make room there, or name another folder."


def backup_faulty(wrong: Sequence[str]) -> str:
    return f"The copy is faulty and is not used: {'; '.join(wrong)}."


def backup_restored(before: str) -> str:
    back = f" What was there before is in {before}." if before else ""
    return f"The studio is as it was in the copy.{back} Restart its servers."


def backup_before_migrating(path: str) -> str:
    return f"Copied to {path} first. To go back: the earlier version of the studio, then `manage.py restore {path}`."


def database_faulty(wrong: Sequence[str]) -> str:
    return f"The database is damaged: {'; '.join(wrong)}. Stop the studio, and restore the last copy."


_KEPT_SO_FAR = "so this was not saved. What you saved before is safe."
STORE_TROUBLES = {
    "disk is full": f"The studio’s disk is full, {_KEPT_SO_FAR} Make room there, then go back and send it again.",
    "readonly database": f"The studio’s database cannot be written at the moment, {_KEPT_SO_FAR} "
    "Ask the person who runs the studio, then send it again.",
    "unable to open database file": f"The studio’s database cannot be opened, {_KEPT_SO_FAR} Its disk may be full, or "
    "its folder read-only. Ask the person who runs the studio, then send it again.",
    "database is locked": f"The studio is very busy, {_KEPT_SO_FAR} Go back and send it again in a moment.",
    "disk I/O error": f"The studio’s disk does not answer, {_KEPT_SO_FAR} "
    "Ask the person who runs the studio, then send it again.",
    "malformed": "The studio’s database is damaged. Ask the person who runs the studio to restore the last copy.",
}
"""What is said where the database refuses, by what SQLite says."""
