"""Where the studio's own fonts lie, for whatever is drawn or typeset."""

from __future__ import annotations

from pathlib import Path

from django.conf import settings

FONTS = Path(settings.ROOT) / "studio" / "static" / "fonts"
