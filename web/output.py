"""Files that commands write."""

from __future__ import annotations

from pathlib import Path

from django.core.management.base import CommandError


def written_to(out: Path, content: bytes) -> str:
    """Write a file, and return which and how large. Raises `CommandError` for what cannot be written."""
    try:
        out.write_bytes(content)
    except OSError as wrong:
        raise CommandError(f"{out}: {wrong.strerror}") from None
    return f"{out}: {len(content):,} bytes"
