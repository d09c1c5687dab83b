from django.db import migrations

MOVED = {
    "viewings": ("Viewing", "ViewingPhoto", "Correction", "Decision", "RuledOut", "SamplePlan"),
    "documents": ("Shared", "ClientAnswer", "DocumentEdit"),
}


def name_things(apps, schema_editor):
    """Name what was changed by the app it is in now."""
    Change = apps.get_model("records", "Change")
    for app, names in MOVED.items():
        for name in names:
            Change.objects.filter(thing=f"reviews.{name}").update(thing=f"{app}.{name}")


class Migration(migrations.Migration):

    dependencies = [
        ('records', '0001_changes'),
        ('reviews', '0023_apps_beside'),
    ]

    operations = [migrations.RunPython(name_things, migrations.RunPython.noop)]
