"""Migrations that say they change no column change none, and every field of theirs is still altered in the state."""

from django.db import connection
from django.db.migrations import AlterField, SeparateDatabaseAndState
from django.db.migrations.loader import MigrationLoader
from django.test import SimpleTestCase

from web.state_only import StateOnly


class LeavingTheDatabaseAlone(SimpleTestCase):
    def columns(self, state, key, operation):
        """Return what SQLite is told of a field: none of its rules."""
        field = state.models[key[0], operation.model_name_lower].fields[operation.name].clone()
        field.set_attributes_from_name(operation.name)
        _, path, arguments, options = field.deconstruct()
        options = {name: value for name, value in options.items() if name not in field.non_db_attrs}
        return path, arguments, options, field.db_parameters(connection)

    def test_they_change_no_column(self):
        loader, altered = MigrationLoader(None), 0
        for key, migration in loader.disk_migrations.items():
            if not isinstance(migration, StateOnly):
                continue
            before = loader.project_state(key, at_end=False)
            after = migration.apply(before.clone(), None)
            for operation in migration.operations:
                if isinstance(operation, SeparateDatabaseAndState):
                    self.assertEqual(operation.database_operations, [])
                    continue
                with self.subTest(key=key, field=operation.name):
                    self.assertIsInstance(operation, AlterField)
                    self.assertEqual(self.columns(before, key, operation), self.columns(after, key, operation))
                    rules = after.models[key[0], operation.model_name_lower].fields[operation.name]
                    self.assertEqual(rules.deconstruct()[1:], operation.field.deconstruct()[1:])
                    altered += 1
            self.assertNotIn("apps", vars(after))
        self.assertGreater(altered, 90)
