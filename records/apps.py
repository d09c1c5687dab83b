"""The record as an app: what of which model is recorded."""

from __future__ import annotations

from django.apps import AppConfig, apps

RECORDED: dict[str, list[str]] = {
    "jobs.Job": ["title", "client", "address", "town", "state", "notes", "coats", "spreading", "deleted"],
    "jobs.Room": ["name", "width", "depth", "height", "rotation_deg", "storey", "furnishing", "used_from", "used_until",
                  "notes", "correction", "deleted"],
    "jobs.Window": ["wall", "width", "height", "sill", "along", "outside", "hides", "glazing"],
    "jobs.LampSort": ["count", "lumens", "kelvin", "kind", "rendering", "dimmed", "hung"],
    "jobs.Surface": ["side", "to_paint", "colour", "material"],
    "jobs.Element": ["kind", "name", "area", "on", "colour", "material"],
    "jobs.ElementPart": ["colour", "material", "share"],
    "jobs.Finish": ["part", "colour", "sheen", "stays", "area"],
    "jobs.HandOver": ["to", "note", "read"],
    "jobs.WhiteRule": ["colour", "kind", "reason", "lifted"],
    "jobs.Metered": ["wall", "lux", "taken"],
    "jobs.RoomPhoto": ["of", "in_document", "deleted"],
    "reviews.Review": ["colour", "room", "method", "neutral", "neutral_a", "neutral_b", "withhold",
                       "verdict", "notes", "valued", "deleted"],
    "reviews.Board": ["colour", "state"],
    "reviews.Observation": ["colour", "seen", "agreement"],
    "reviews.Shortlisted": ["colour"],
    "reviews.KeptScheme": ["character", "deleted"],
    "viewings.SamplePlan": ["size", "ground", "coats", "margin", "decide"],
    "viewings.Viewing": ["colour", "at", "wall", "answer", "deleted"],
    "viewings.ViewingPhoto": ["at"],
    "viewings.Correction": ["scale", "mean", "undone"],
    "viewings.Decision": ["colour", "sheen", "paint", "litres", "reason", "reopened"],
    "documents.DocumentEdit": ["section", "edited", "left_out", "position"],
    "documents.Shared": ["expires", "withdrawn"],
    "documents.Published": ["withdrawn"],
    "documents.ClientAnswer": ["answer", "text", "name", "reply"],
}  # fmt: skip
"""The fields of each model whose changes are recorded; how a screen was left is none of it."""


class RecordsConfig(AppConfig):
    name = "records"
    default_auto_field = "django.db.models.BigAutoField"

    def ready(self) -> None:
        from auditlog.registry import auditlog

        for label, fields in RECORDED.items():
            auditlog.register(apps.get_model(label), include_fields=fields)
