# The tables of the machine and its cans move here from instruments as they are.

import django.db.models.deletion
import django.utils.timezone
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    initial = True

    dependencies = [
        ('decks', '0008_strips_have_names'),
        ('instruments', '0003_machine'),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.SeparateDatabaseAndState(
            database_operations=[
                migrations.RunSQL('ALTER TABLE instruments_machine RENAME TO tinting_machine',
                                  'ALTER TABLE tinting_machine RENAME TO instruments_machine'),
                migrations.RunSQL('ALTER TABLE instruments_batch RENAME TO tinting_batch',
                                  'ALTER TABLE tinting_batch RENAME TO instruments_batch'),
            ],
            state_operations=[
                migrations.CreateModel(
                    name='Machine',
                    fields=[
                        ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                        ('serial', models.PositiveIntegerField(default=0)),
                        ('levels', models.JSONField(default=dict)),
                        ('owner', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='tinting_machine', to=settings.AUTH_USER_MODEL)),
                    ],
                ),
                migrations.CreateModel(
                    name='Batch',
                    fields=[
                        ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                        ('percent', models.FloatField(default=0.0)),
                        ('name', models.CharField(max_length=160)),
                        ('can', models.CharField(max_length=20)),
                        ('serial', models.PositiveIntegerField()),
                        ('base', models.CharField(max_length=12)),
                        ('wanted', models.JSONField()),
                        ('given', models.JSONField()),
                        ('dispensed', models.DateTimeField(auto_now_add=True)),
                        ('colour', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='batches', to='decks.colour')),
                        ('owner', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='batches', to=settings.AUTH_USER_MODEL)),
                    ],
                    options={'ordering': ['serial']},
                ),
                migrations.AddConstraint(
                    model_name='batch',
                    constraint=models.UniqueConstraint(fields=('owner', 'serial'), name='batch_serial'),
                ),
            ],
        ),
        migrations.CreateModel(
            name='System',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=80)),
                ('table', models.JSONField()),
                ('changed', models.DateTimeField(default=django.utils.timezone.now)),
                ('deleted', models.DateTimeField(blank=True, null=True)),
                ('owner', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.CASCADE, related_name='tinting_systems', to=settings.AUTH_USER_MODEL)),
            ],
            options={'ordering': ['-changed', '-id']},
        ),
    ]
