"""Addresses of jobs and rooms."""

from django.urls import path

from jobs import photo_views, picture_views, room_views, views

urlpatterns = [
    path("jobs/", views.listing, name="jobs"),
    path("jobs/new/", views.new_job, name="job-new"),
    path("jobs/<int:pk>/", views.job, name="job"),
    path("jobs/<int:pk>/summary/", views.job_summary, name="job-summary"),
    path("jobs/<int:pk>/home/", views.home, name="job-home"),
    path("jobs/<int:pk>/paint/", views.paint, name="job-paint"),
    path("jobs/<int:pk>/white/", views.rule_white, name="job-white"),
    path("jobs/<int:pk>/white/<int:rule>/", views.toggle_rule, name="job-white-rule"),
    path("jobs/<int:pk>/edit/", views.edit_job, name="job-edit"),
    path("jobs/<int:pk>/hand-over/", views.hand_over, name="job-hand-over"),
    path("hand-overs/<int:handed>/", views.take_over, name="take-over"),
    path("jobs/<int:pk>/delete/", views.delete_job, name="job-delete"),
    path("jobs/<int:pk>/restore/", views.restore_job, name="job-restore"),
    path("jobs/<int:pk>/rooms/new/", room_views.new_room, name="job-room-new"),
    path("rooms/describe/", views.describe_room, name="room-describe"),
    path("jobs/<int:pk>/rooms/describe/", views.describe_room, name="job-room-describe"),
    path("jobs/<int:pk>/rooms/bring-in/", views.bring_in_room, name="job-room-bring-in"),
    path("rooms/<int:pk>/", room_views.room, name="room"),
    path("rooms/<int:pk>/picture.json", picture_views.picture, name="room-picture"),
    path("rooms/<int:pk>/picture.png", picture_views.picture_file, name="room-picture-file"),
    path("rooms/<int:pk>/photos/", photo_views.add, name="room-photo-add"),
    path("photos/<int:pk>/", photo_views.photo, name="room-photo"),
    path("photos/<int:pk>.jpg", photo_views.picture, name="room-photo-file"),
    path("photos/<int:pk>/change/", photo_views.change, name="room-photo-change"),
    path("photos/<int:pk>/keep/", photo_views.keep, name="room-photo-keep"),
    path("photos/<int:pk>/delete/", photo_views.delete, name="room-photo-delete"),
    path("photos/<int:pk>/restore/", photo_views.restore, name="room-photo-restore"),
    path("rooms/<int:pk>/edit/", room_views.edit_room, name="room-edit"),
    path("rooms/<int:pk>/white/", room_views.take_white, name="room-white"),
    path("rooms/<int:pk>/finishes/", room_views.finishes, name="room-finishes"),
    path("rooms/<int:pk>/copy/", room_views.copy_room, name="room-copy"),
    path("rooms/<int:pk>/delete/", room_views.delete_room, name="room-delete"),
    path("rooms/<int:pk>/restore/", room_views.restore_room, name="room-restore"),
    path("rooms/<int:pk>/export/", room_views.export_room, name="room-export"),
    path("rooms/<int:pk>/meter/", room_views.meter, name="room-meter"),
    path("rooms/<int:pk>/meter/<int:reading>/", room_views.use_reading, name="room-meter-use"),
]
