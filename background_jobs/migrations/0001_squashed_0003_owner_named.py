import django.db.models.deletion
import django.utils.timezone
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    replaces = [('works', '0001_work'), ('works', '0002_doer'), ('works', '0003_owner_named')]

    initial = True

    dependencies = [
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name='Work',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('kind', models.CharField(max_length=30)),
                ('asked', models.JSONField(default=dict)),
                ('title', models.CharField(max_length=120)),
                ('state', models.CharField(choices=[('waiting', 'waiting'), ('running', 'under way'), ('done', 'done'), ('stopped', 'stopped'), ('failed', 'failed')], default='waiting', max_length=8)),
                ('steps_done', models.PositiveIntegerField(default=0)),
                ('steps', models.PositiveIntegerField(default=0)),
                ('stop', models.BooleanField(default=False)),
                ('said', models.CharField(blank=True, max_length=400)),
                ('content', models.BinaryField(blank=True, null=True)),
                ('file_name', models.CharField(blank=True, max_length=120)),
                ('content_type', models.CharField(blank=True, max_length=60)),
                ('made', models.DateTimeField(default=django.utils.timezone.now)),
                ('moved', models.DateTimeField(default=django.utils.timezone.now)),
                ('ended', models.DateTimeField(blank=True, null=True)),
                ('doer', models.CharField(blank=True, max_length=120)),
                ('owner', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='background_jobs', to=settings.AUTH_USER_MODEL)),
            ],
            options={
                'ordering': ['-made', '-id'],
            },
        ),
    ]
