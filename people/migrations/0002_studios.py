"""Give everybody who has an account a studio of their own, so that nothing changes hands."""

from django.conf import settings
from django.db import migrations


def make_studios(apps, schema_editor):
    app, name = settings.AUTH_USER_MODEL.split(".")
    User = apps.get_model(app, name)
    Studio, Member = apps.get_model("people", "Studio"), apps.get_model("people", "Member")
    for user in User.objects.filter(membership=None).order_by("pk"):
        called = f"{user.first_name} {user.last_name}".strip() or user.username
        studio = Studio.objects.create(name=f"Studio of {called}"[:80])
        Member.objects.create(user=user, studio=studio, role="owner", joined=user.date_joined)


class Migration(migrations.Migration):
    dependencies = [("people", "0001_initial"), migrations.swappable_dependency(settings.AUTH_USER_MODEL)]

    operations = [migrations.RunPython(make_studios, migrations.RunPython.noop)]
