"""Addresses of the tinting machine."""

from django.urls import path

from tinting import views

urlpatterns = [
    path("", views.machine, name="machine"),
    path("systems/", views.bring_in, name="tinting-system-new"),
    path("systems/<int:pk>/export/", views.export, name="tinting-system-export"),
    path("systems/<int:pk>/delete/", views.soft_delete, name="tinting-system-delete"),
    path("systems/<int:pk>/restore/", views.undelete, name="tinting-system-restore"),
]
