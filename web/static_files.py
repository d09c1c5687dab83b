"""Static files as they are served: compressed, under names that change with their content."""

from __future__ import annotations

from whitenoise.storage import CompressedManifestStaticFilesStorage as Manifest

_, _IMPORTS = Manifest._js_module_import_aggregation_patterns


class Hashed(Manifest):  # type: ignore[misc]
    """Files whose imports of each other are renamed too, in the studio's own scripts: what packages ship imports files
    that they do not ship."""

    patterns = (*Manifest.patterns, ("studio/*.js", _IMPORTS))
