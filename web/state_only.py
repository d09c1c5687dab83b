"""Migrations that change what Django knows of the models, and no table."""

from __future__ import annotations

from django.db.backends.base.schema import BaseDatabaseSchemaEditor
from django.db.migrations import Migration
from django.db.migrations.state import ProjectState


class StateOnly(Migration):
    """A migration of validators, of choices, or of which app a model is in: it leaves the database alone.

    Django would build all models again for each field, some 0.05 s; built once, when the next migration asks for them,
    an older database comes up in two thirds of the time.
    """

    def apply(
        self, project_state: ProjectState, schema_editor: BaseDatabaseSchemaEditor, collect_sql: bool = False
    ) -> ProjectState:
        """Return the state with what this migration changes, its models to be built."""
        vars(project_state).pop("apps", None)
        return self.mutate_state(project_state, preserve=False)

    def unapply(
        self, project_state: ProjectState, schema_editor: BaseDatabaseSchemaEditor, collect_sql: bool = False
    ) -> ProjectState:
        """Return the state before it."""
        return project_state
