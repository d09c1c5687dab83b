"""Addresses of methods."""

from django.urls import path

from methods import views

urlpatterns = [
    path("", views.listing, name="methods"),
    path("copy/", views.copy, name="method-copy"),
    path("usual/", views.judge_by, name="method-usual"),
    path("<int:pk>/", views.edit, name="method-edit"),
    path("<int:pk>/delete/", views.delete, name="method-delete"),
    path("<int:pk>/restore/", views.restore, name="method-restore"),
]
