"""What models and fields were called in files of earlier versions, and what they are called now."""

from __future__ import annotations

from typing import Any

MODELS = {"schools.ownschool": "schools.ownmethod", "decks.earlier": "decks.valuerevision"}
FIELDS = {
    "reviews.review": {"school": "method", "school_table": "method_table"},
    "training.sitting": {"school": "method", "school_table": "method_table"},
    "training.setwall": {"school": "method"},
    "jobs.room": {"turn": "rotation_deg"},
}


def current_label(label: str) -> str:
    """Return today's label of a model, `app.model`, in small letters where it was renamed."""
    return MODELS.get(label.lower(), label)


def current_fields(label: str, fields: dict[str, Any]) -> dict[str, Any]:
    """Return the fields of a record under today's names; `label` is today's."""
    renamed = FIELDS.get(label.lower(), {})
    return {renamed.get(name, name): value for name, value in fields.items()}
