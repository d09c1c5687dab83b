"""What models, fields and drivers were called in earlier versions, and what they are called now."""

from __future__ import annotations

from typing import Any

_MOVED = {
    "viewings": ("Viewing", "ViewingPhoto", "Correction", "Decision", "RuledOut", "SamplePlan"),
    "documents": ("Shared", "ClientAnswer", "DocumentEdit"),
}
MODELS = {
    "schools.ownschool": "schools.OwnMethod",
    "decks.earlier": "decks.ValueRevision",
    **{f"reviews.{name.lower()}": f"{app}.{name}" for app, names in _MOVED.items() for name in names},
}
DRIVERS = {
    "prism.replay.ReplayedReader": "prism.devices.replayed_reader.ReplayedReader",
    "prism.tint.dispenser.SimulatedDispenser": "prism.devices.dispenser.SimulatedDispenser",
    "prism.meters.SimulatedMeter": "prism.devices.meters.SimulatedMeter",
    "prism.meters.SimulatedCompass": "prism.devices.meters.SimulatedCompass",
}
FIELDS = {
    "reviews.review": {"school": "method", "school_table": "method_table"},
    "training.sitting": {"school": "method", "school_table": "method_table"},
    "training.setwall": {"school": "method"},
    "jobs.room": {"turn": "rotation_deg"},
}


def current_label(label: str) -> str:
    """Return today's label of a model, `app.Model`; the same where it was not renamed."""
    return MODELS.get(label.lower(), label)


def current_fields(label: str, fields: dict[str, Any]) -> dict[str, Any]:
    """Return the fields of a record under today's names; `label` is today's."""
    renamed = FIELDS.get(label.lower(), {})
    renamed_fields = {renamed.get(name, name): value for name, value in fields.items()}
    if label.lower() == "records.change" and isinstance(renamed_fields.get("thing"), str):
        renamed_fields["thing"] = current_label(renamed_fields["thing"])
    return renamed_fields
