"""Long work as an app."""

from django.apps import AppConfig


class BackgroundJobsConfig(AppConfig):
    """The queue of long work."""

    name = "background_jobs"
    label = "works"  # what its tables and archives are called
    default_auto_field = "django.db.models.BigAutoField"
