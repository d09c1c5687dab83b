"""Tests of the core. In continuous integration, examples are the same every time; elsewhere they roam."""

import os

from hypothesis import settings

settings.register_profile("roam", deadline=None)
settings.register_profile("ci", deadline=None, derandomize=True)
settings.load_profile("ci" if os.environ.get("CI") else "roam")
