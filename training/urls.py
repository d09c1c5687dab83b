"""Addresses of training."""

from django.urls import path

from training import views

urlpatterns = [
    path("", views.training, name="training"),
    path("begin/", views.begin, name="sitting-begin"),
    path("follow/", views.follow, name="training-follow"),
    path("agree/", views.agree, name="training-agree"),
    path("of/<int:pk>/", views.of_review, name="training-of-review"),
    path("people/<int:pk>/", views.person, name="training-person"),
    path("studio/", views.set_wall, name="studio-wall-set"),
    path("studio/<int:pk>/", views.studio_wall, name="studio-wall"),
    path("studio/<int:pk>/down/", views.take_down, name="studio-wall-down"),
    path("<int:pk>/", views.sitting, name="sitting"),
    path("<int:pk>/<int:number>/", views.explained, name="wall"),
    path("<int:pk>/<int:number>/answer/", views.answer, name="wall-answer"),
]
