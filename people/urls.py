"""Addresses of people."""

from django.urls import path

from people import account, views

urlpatterns = [
    path("people/", views.people, name="people"),
    path("people/detail/", views.keep_detail, name="detail"),
    path("people/habits/", views.keep_habits, name="habits"),
    path("people/invite/", views.invite, name="person-invite"),
    path("studio/", views.studio, name="studio"),
    path("studio/picture.jpg", views.studio_picture, name="studio-picture"),
    path("people/rename/", views.rename, name="studio-rename"),
    path("people/invitations/<int:pk>/withdraw/", views.withdraw, name="invitation-withdraw"),
    path("people/<int:pk>/role/", views.role, name="person-role"),
    path("people/<int:pk>/close/", views.close, name="person-close"),
    path("people/<int:pk>/reopen/", views.reopen, name="person-reopen"),
    path("people/<int:pk>/erase/", views.erase, name="person-erase"),
    path("account/", account.account, name="account"),
    path("account/password/", account.change_password, name="account-password"),
    path("account/second/", account.second_step, name="account-second"),
    path("account/sessions/", account.end_sessions, name="account-sessions"),
    path("join/<str:token>/", views.join, name="join"),
]
