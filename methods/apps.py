"""Methods."""

from django.apps import AppConfig


class MethodsConfig(AppConfig):
    """Methods."""

    name = "methods"
    label = "schools"  # what its tables and archives are called
