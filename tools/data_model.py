"""Draw docs/data-model.md from the models: a diagram for each app, with what refers to what.

Without --write only check.
"""

from __future__ import annotations

import os
import sys
from pathlib import Path

import django
from django.apps import apps
from django.db import models

PAGE = Path(__file__).parent.parent / "docs" / "data-model.md"
HEAD = """# The data model

Drawn from the models by `make data-model`; `make check` fails where it no longer matches. A table keeps the name it was
first given (`db_table`, `label`), so that renaming a model moves no rows. Keys of other apps are named, not drawn.
"""


def page() -> str:
    parts = [HEAD]
    for config in apps.get_app_configs():
        models = list(config.get_models()) if Path(config.path).parent == PAGE.parent.parent else []
        if models:
            parts.append(f"## {config.name}\n\n```mermaid\nerDiagram\n{_diagram(models)}\n```\n")
    return "\n".join(parts)


def _diagram(found: list[type[models.Model]]) -> str:
    lines: list[str] = []
    for model in found:
        lines.append(f"  {model.__name__} {{")
        for field in model._meta.local_fields:
            kind = "key" if field.is_relation else field.get_internal_type().removesuffix("Field").lower()
            to = f' "{field.related_model._meta.label}"' if field.is_relation and field.related_model else ""
            lines.append(f"    {kind} {field.name}{to}")
        lines.append("  }")
        relations = [
            field for field in (*model._meta.local_fields, *model._meta.local_many_to_many) if field.is_relation
        ]
        for field in relations:
            if field.related_model in found:
                many = "}o--o{" if field.many_to_many else "|o--||" if field.one_to_one else "}o--||"
                lines.append(f"  {model.__name__} {many} {field.related_model.__name__} : {field.name}")
    return "\n".join(lines)


def main() -> None:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "studio.settings")
    django.setup()
    if "--write" in sys.argv:
        PAGE.write_text(page(), encoding="utf-8")
    elif not PAGE.exists() or PAGE.read_text(encoding="utf-8") != page():
        sys.exit("docs/data-model.md does not match the models: run `make data-model`")


if __name__ == "__main__":
    main()
