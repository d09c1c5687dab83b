"""Ends of clients' links give way to their digests: what was given out goes on working."""

from hashlib import sha256

import web.capability_links
from django.db import migrations, models


def digest(apps, schema_editor):
    for one in apps.get_model("reviews", "Shared").objects.iterator():
        one.digest = sha256(one.token.encode()).hexdigest()
        one.save(update_fields=["digest"])


class Migration(migrations.Migration):

    dependencies = [("reviews", "0016_practice")]

    operations = [
        migrations.AddField("shared", "seed", models.CharField(blank=True, default="", editable=False, max_length=32)),
        migrations.AddField("shared", "digest", models.CharField(editable=False, max_length=64, null=True)),
        # going back, links lead nowhere, and only while there is one at most: the copy made before is the way back
        migrations.RunPython(digest, migrations.RunPython.noop),
        migrations.RemoveField("shared", "token"),
        migrations.AlterField("shared", "seed", models.CharField(blank=True, default=web.capability_links._seed, editable=False, max_length=32)),
        migrations.AlterField("shared", "digest", models.CharField(editable=False, max_length=64, unique=True)),
    ]
