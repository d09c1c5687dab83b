"""Archives as tests and benches write them again: some of it changed, the digest made to fit."""

from __future__ import annotations

import json
import zipfile
from hashlib import sha256
from pathlib import Path
from typing import Any


def read(file: Path) -> tuple[dict[str, Any], bytes]:
    """Return the manifest of an archive, and its lines."""
    with zipfile.ZipFile(file) as held:
        return json.loads(held.read("manifest.json")), held.read("data.jsonl")


def write(file: Path, manifest: dict[str, Any], data: bytes) -> None:
    """Write an archive as it is said to be."""
    with zipfile.ZipFile(file, "w") as made:
        made.writestr("manifest.json", json.dumps(manifest))
        made.writestr("data.jsonl", data)


def write_fitting(file: Path, manifest: dict[str, Any], data: bytes) -> None:
    """Write an archive whose digest is that of its lines."""
    write(file, manifest | {"digest": sha256(data).hexdigest()}, data)
