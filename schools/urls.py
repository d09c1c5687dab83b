"""Addresses of schools."""

from django.urls import path

from schools import views

urlpatterns = [
    path("", views.listing, name="schools"),
    path("copy/", views.copy, name="school-copy"),
    path("usual/", views.judge_by, name="school-usual"),
    path("<int:pk>/", views.edit, name="school-edit"),
    path("<int:pk>/delete/", views.delete, name="school-delete"),
    path("<int:pk>/restore/", views.restore, name="school-restore"),
]
