"""Addresses of decks."""

from django.urls import path

from decks import import_views, views

urlpatterns = [
    path("", views.browse, name="colours"),
    path("plane/", views.plane_data, name="colour-plane"),
    path("<int:pk>/peek/", views.peek, name="colour-peek"),
    path("<int:pk>/", views.card, name="colour"),
    path("<int:pk>/put-back/<int:earlier>/", views.put_back, name="colour-put-back"),
    path("own/", views.own, name="own-colours"),
    path("own/<int:pk>/rename/", views.rename, name="own-rename"),
    path("own/<int:pk>/delete/", views.delete, name="own-delete"),
    path("own/<int:pk>/restore/", views.restore, name="own-restore"),
    path("sets/", views.sets, name="colour-sets"),
    path("sets/keep/", views.keep, name="colour-keep"),
    path("sets/<int:pk>/leave-out/<int:colour>/", views.leave_out, name="colour-leave-out"),
    path("export/", views.export, name="deck-export"),
    path("import/", import_views.bring_in, name="deck-import"),
    path("import/<int:pk>/", import_views.preview, name="deck-preview"),
    path("import/<int:pk>/looked/", import_views.looked, name="deck-looked"),
    path("import/<int:pk>/mend/<int:line>/", import_views.mend, name="deck-mend"),
    path("import/<int:pk>/apply/", import_views.apply, name="deck-apply"),
    path("import/<int:pk>/undo/", import_views.undo, name="deck-undo"),
    path("import/<int:pk>/cancel/", import_views.cancel, name="deck-cancel"),
    path("if/<int:pk>/", views.method_preview, name="method-preview"),
]
