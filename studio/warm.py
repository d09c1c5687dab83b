"""What is loaded when a server starts, so that nobody's first page waits for it."""

from __future__ import annotations

from pathlib import Path

from django.conf import settings
from django.template.loader import get_template


def warm() -> None:
    """Load the parts of the libraries that are slow to import, and compile the templates of every app."""
    import scipy.optimize
    import scipy.spatial  # noqa: F401

    for folder in sorted(Path(settings.ROOT).glob("*/templates")):
        for path in sorted(folder.rglob("*.html")):
            get_template(path.relative_to(folder).as_posix())
