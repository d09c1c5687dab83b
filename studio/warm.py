"""What is loaded when a server starts, so that nobody's first page waits for it."""

from __future__ import annotations

import gc
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
    _calm_collector()


def _calm_collector() -> None:
    """Let what was loaded at the start out of the search for garbage: going through all of it takes some 150 ms, in
    which every thread of the worker waits."""
    gc.collect()
    gc.freeze()
