import django.db.models.deletion
import django.utils.timezone
import training.models
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    replaces = [('training', '0001_initial'), ('training', '0002_practice'), ('training', '0003_method')]

    initial = True

    dependencies = [
        ('reviews', '0001_squashed_0022_method'),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name='Agreed',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('since', models.DateTimeField(default=django.utils.timezone.now)),
                ('person', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='training_agreed', to=settings.AUTH_USER_MODEL)),
            ],
        ),
        migrations.CreateModel(
            name='SetWall',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('kind', models.CharField(max_length=12)),
                ('axis', models.CharField(max_length=20)),
                ('boards', models.JSONField()),
                ('accepted', models.JSONField()),
                ('choices', models.JSONField(default=list)),
                ('wanted', models.PositiveSmallIntegerField(default=1)),
                ('given', models.PositiveSmallIntegerField(default=0)),
                ('looks', models.JSONField(blank=True, default=dict)),
                ('apart', models.FloatField()),
                ('because', models.TextField()),
                ('shown_board', models.BigIntegerField(blank=True, null=True)),
                ('shown_said', models.TextField(blank=True)),
                ('direction', models.JSONField(blank=True, null=True)),
                ('origin', models.CharField(choices=[('review', 'a review'), ('viewing', 'a viewing'), ('studio', 'the studio')], max_length=8)),
                ('made', models.DateTimeField(default=django.utils.timezone.now)),
                ('withdrawn', models.DateTimeField(blank=True, null=True)),
                ('method', models.CharField(db_column='school', max_length=40)),
                ('owner', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='set_walls', to=settings.AUTH_USER_MODEL)),
                ('review', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='reviews.review')),
                ('viewing', models.OneToOneField(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='reviews.viewing')),
            ],
            options={
                'ordering': ['-made', '-id'],
            },
        ),
        migrations.CreateModel(
            name='Sitting',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('seed', models.PositiveBigIntegerField()),
                ('begun', models.DateTimeField(default=django.utils.timezone.now)),
                ('until', models.DateTimeField(default=training.models._end)),
                ('method', models.CharField(db_column='school', max_length=40)),
                ('method_table', models.JSONField(blank=True, db_column='school_table', null=True)),
                ('owner', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='sittings', to=settings.AUTH_USER_MODEL)),
            ],
            options={
                'ordering': ['-begun', '-id'],
            },
        ),
        migrations.CreateModel(
            name='Returning',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('kind', models.CharField(max_length=12)),
                ('axis', models.CharField(max_length=20)),
                ('card', models.JSONField()),
                ('due', models.DateTimeField()),
                ('owner', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='returning', to=settings.AUTH_USER_MODEL)),
            ],
            options={
                'ordering': ['due'],
                'constraints': [models.UniqueConstraint(fields=('owner', 'kind', 'axis'), name='one_return')],
            },
        ),
        migrations.CreateModel(
            name='Wall',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('number', models.PositiveSmallIntegerField()),
                ('kind', models.CharField(max_length=12)),
                ('axis', models.CharField(max_length=20)),
                ('boards', models.JSONField()),
                ('accepted', models.JSONField()),
                ('choices', models.JSONField(default=list)),
                ('wanted', models.PositiveSmallIntegerField(default=1)),
                ('picked', models.JSONField(default=list)),
                ('apart', models.FloatField()),
                ('because', models.TextField()),
                ('direction', models.JSONField(blank=True, null=True)),
                ('shown', models.DateTimeField(default=django.utils.timezone.now)),
                ('answered', models.DateTimeField(blank=True, null=True)),
                ('right', models.BooleanField(blank=True, null=True)),
                ('given', models.PositiveSmallIntegerField(default=0)),
                ('looks', models.JSONField(blank=True, default=dict)),
                ('shown_board', models.BigIntegerField(blank=True, null=True)),
                ('shown_said', models.TextField(blank=True)),
                ('set_wall', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='walls', to='training.setwall')),
                ('sitting', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='walls', to='training.sitting')),
            ],
            options={
                'ordering': ['sitting', 'number'],
                'constraints': [models.UniqueConstraint(fields=('sitting', 'number'), name='one_wall_a_number')],
            },
        ),
    ]
