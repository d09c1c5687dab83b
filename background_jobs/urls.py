"""Addresses of long work."""

from django.urls import path

from background_jobs import views

urlpatterns = [
    path("works/<int:pk>/", views.show, name="work"),
    path("works/<int:pk>/stop/", views.stop, name="work-stop"),
    path("works/<int:pk>/result/", views.result, name="work-result"),
]
