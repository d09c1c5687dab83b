from django.db import migrations

MOVED = {
    "viewings": ("viewing", "viewingphoto", "correction", "decision", "ruledout", "sampleplan"),
    "documents": ("shared", "clientanswer", "documentedit"),
    "search": ("meaning",),
}


def move_content_types(apps, schema_editor):
    """Let the records of changes and permissions follow their models."""
    ContentType = apps.get_model("contenttypes", "ContentType")
    for app, names in MOVED.items():
        ContentType.objects.filter(app_label=app, model__in=names).delete()
        ContentType.objects.filter(app_label="reviews", model__in=names).update(app_label=app)


class Migration(migrations.Migration):

    dependencies = [
        ('contenttypes', '0002_remove_content_type_name'),
        ('documents', '0001_initial'),
        ('reviews', '0022_method'),
        ('search', '0001_initial'),
        ('training', '0004_viewings_app'),
        ('viewings', '0001_initial'),
    ]

    operations = [
        # the tables stay as they are; the models are those of the apps beside
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.DeleteModel(name=name)
                for name in (
                    'ClientAnswer', 'Shared', 'DocumentEdit', 'Meaning', 'RuledOut', 'Decision', 'Correction',
                    'SamplePlan', 'ViewingPhoto', 'Viewing',
                )
            ],
        ),
        migrations.RunPython(move_content_types, migrations.RunPython.noop),
    ]
