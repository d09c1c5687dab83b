"""Methods."""

from django.apps import AppConfig


class MethodsConfig(AppConfig):
    name = "methods"
    label = "schools"  # what its tables and archives are called
