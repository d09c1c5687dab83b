"""What is loaded when a server starts, so that nobody's first page waits for it."""

from __future__ import annotations

import gc
from pathlib import Path

from django.conf import settings
from django.template.loader import get_template
from django.urls import reverse

from prism.method import load
from prism.reading import read
from prism.stimulus import from_lab


def warm() -> None:
    """Load the parts of the libraries that are slow to import, the views and what a reading rests on, and compile the
    templates of every app."""
    import scipy.linalg
    import scipy.optimize
    import scipy.spatial  # noqa: F401

    reverse("home")  # imports every view
    read(from_lab((80.0, 0.0, 2.0)), load())
    for folder in sorted(Path(settings.ROOT).glob("*/templates")):
        for path in sorted(folder.rglob("*.html")):
            get_template(path.relative_to(folder).as_posix())
    _calm_collector()


def _calm_collector() -> None:
    """Let what was loaded at the start out of the search for garbage: going through all of it takes some 150 ms, in
    which every thread of the worker waits."""
    gc.collect()
    gc.freeze()
