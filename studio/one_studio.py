"""One studio out of a database that several share: what is left in a copy once the others are erased from it.

The erasing is done by a program of its own, whose database is the copy; the one that is served is only read.
"""

from __future__ import annotations

import os
import subprocess
import sys
from pathlib import Path
from tempfile import TemporaryDirectory

from django.conf import settings
from django.contrib.auth.models import User

from people.erasing import erase_studio
from people.models import Studio
from people.queries import studio_of
from prism import words
from studio import archive, backups

_PROGRAM = """
import sys; from pathlib import Path
import django; django.setup()
from studio.one_studio import _export_what_is_left
print(_export_what_is_left(sys.argv[1], *map(Path, sys.argv[2:])))
"""


class OneStudioError(ValueError):
    """A studio that cannot be taken out by itself; the message says why."""


def export_of(username: str, path: Path) -> str:
    """Write the studio of one of its people to an archive, and return what is in it, in words.

    Raises `OneStudioError`, and `BackupError` where no copy can be made.
    """
    if not User.objects.filter(username=username, membership__isnull=False).exists():
        raise OneStudioError(words.people.nobody_called(username))
    if not os.access(path.resolve().parent, os.W_OK):
        raise OneStudioError(words.archives.folder_unwritable(str(path.parent)))
    with TemporaryDirectory() as folder:
        copy = backups.back_up(Path(folder))
        done = subprocess.run(
            [sys.executable, "-c", _PROGRAM, username, str(path.resolve()), str(copy)],
            cwd=settings.ROOT, env=os.environ | {"DATABASE": str(copy)}, capture_output=True, text=True, check=False,
        )  # fmt: skip
    if done.returncode:
        raise OneStudioError(done.stderr.strip().rpartition("\n")[2])
    return done.stdout.rstrip()


def _export_what_is_left(username: str, path: Path, copy: Path) -> str:
    if backups.database() != copy:  # the others are erased from a copy, and from nothing else
        raise OneStudioError(str(backups.database()))
    own = studio_of(User.objects.get(username=username))
    for other in Studio.objects.exclude(pk=own.pk):
        erase_studio(other)
    User.objects.filter(membership=None).delete()
    told = archive.export(path)
    return words.archives.archive_told(told.counts, told.digest)
