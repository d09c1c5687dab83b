"""Files of decks as long work: brought in, and taken back, while their person does something else."""

from __future__ import annotations

import time
from typing import Any

from django.contrib.auth.models import User

from background_jobs.doing import Progress, Result, Stopped, WorkError
from decks import files
from decks.models import Import
from people.queries import team
from prism import words
from prism.formats.deck import DeckFileError

IMPORT, UNDO = "deck-import", "deck-undo"


def _import(by: User, asked: dict[str, Any], *states: str) -> Import:
    file = Import.objects.filter(pk=asked["file"], owner__in=team(by), state__in=states).first()
    if file is None:
        raise WorkError(words.files.FILE_GONE)
    return file


def bring_in(by: User, asked: dict[str, Any], progress: Progress) -> Result:
    """Bring the rest of a file in, part by part; stopped, nothing of it is left. Raises `WorkError`, `Stopped`."""
    running = _import(by, asked, Import.State.RUNNING)
    try:
        while running.state == Import.State.RUNNING:
            progress(running.done, running.total)
            running = files.advance(running)
            time.sleep(files.BREATH)
    except Stopped:
        files.stop(running)
        raise
    except DeckFileError as wrong:
        raise WorkError(str(wrong)) from None
    if running.state != Import.State.DONE:
        raise WorkError(words.files.FILE_GONE)
    return Result(said=words.files.file_is_in(running.file_name, running.added, running.changed))


def undelete(by: User, asked: dict[str, Any], progress: Progress) -> Result:
    """Take a file back. Raises `WorkError`, `Stopped`."""
    left = files.undo(_import(by, asked, Import.State.DONE, Import.State.UNDOING), progress)
    return Result(said=words.files.left_behind(left.used, left.changed_since) or words.files.FILE_IS_OUT)
