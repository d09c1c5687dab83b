"""Ends of links give way to their digests: what was given out goes on working."""

from hashlib import sha256

import django.db.models.deletion
import web.capability_links
from django.db import migrations, models


def digest(apps, schema_editor):
    for one in apps.get_model("people", "Invitation").objects.iterator():
        one.digest = sha256(one.token.encode()).hexdigest()
        one.save(update_fields=["digest"])
    feed = apps.get_model("people", "Feed")
    for member in apps.get_model("people", "Member").objects.exclude(feed_token=None).iterator():
        feed.objects.create(member=member, seed="", digest=sha256(member.feed_token.encode()).hexdigest())


class Migration(migrations.Migration):

    dependencies = [("people", "0006_events")]

    operations = [
        migrations.RenameField("member", "feed", "feed_token"),
        migrations.AddField("invitation", "seed", models.CharField(blank=True, default="", editable=False, max_length=32)),
        migrations.AddField("invitation", "digest", models.CharField(editable=False, max_length=64, null=True)),
        migrations.CreateModel(
            "Feed",
            [
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("seed", models.CharField(blank=True, default=web.capability_links._seed, editable=False, max_length=32)),
                ("digest", models.CharField(editable=False, max_length=64, unique=True)),
                ("member", models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name="feed", to="people.member")),
            ],
            {"abstract": False},
        ),
        # going back, links lead nowhere, and only while there is one at most: the copy made before is the way back
        migrations.RunPython(digest, migrations.RunPython.noop),
        migrations.RemoveField("invitation", "token"),
        migrations.RemoveField("member", "feed_token"),
        migrations.AlterField("invitation", "seed", models.CharField(blank=True, default=web.capability_links._seed, editable=False, max_length=32)),
        migrations.AlterField("invitation", "digest", models.CharField(editable=False, max_length=64, unique=True)),
    ]
