"""Addresses of training."""

from django.urls import path

from training import views

urlpatterns = [
    path("", views.training, name="training"),
    path("begin/", views.begin, name="sitting-begin"),
    path("<int:pk>/", views.sitting, name="sitting"),
    path("<int:pk>/<int:number>/", views.explained, name="wall"),
    path("<int:pk>/<int:number>/answer/", views.answer, name="wall-answer"),
]
