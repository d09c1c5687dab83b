import django.db.models.deletion
import django.utils.timezone
import people.models
import web.capability_links
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    replaces = [('people', '0001_initial'), ('people', '0002_studios'), ('people', '0003_viewings'), ('people', '0004_letterhead'), ('people', '0005_habits'), ('people', '0006_events'), ('people', '0007_digests'), ('people', '0008_more_events'), ('people', '0009_erased')]

    initial = True

    dependencies = [
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name='Studio',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=80)),
                ('created', models.DateTimeField(auto_now_add=True)),
                ('letterhead', models.CharField(blank=True, max_length=300)),
                ('picture', models.BinaryField(blank=True, null=True)),
            ],
        ),
        migrations.CreateModel(
            name='Event',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('what', models.CharField(choices=[('in', 'signed in'), ('out', 'signed out'), ('password', 'changed the pass phrase'), ('second-on', 'set a second step up'), ('second-off', 'took the second step off'), ('export', 'took out'), ('invite', 'invited'), ('role', 'changed a role'), ('close', 'closed an account'), ('reopen', 'opened an account again'), ('erase', 'erased a name'), ('archive', 'made an archive of the studio'), ('restore', 'restored the studio'), ('backup', 'made a copy of the database')], max_length=12)),
                ('detail', models.CharField(blank=True, max_length=200)),
                ('at', models.DateTimeField(db_index=True, default=django.utils.timezone.now)),
                ('user', models.ForeignKey(null=True, on_delete=django.db.models.deletion.CASCADE, related_name='events', to=settings.AUTH_USER_MODEL)),
            ],
            options={
                'ordering': ['-at', '-id'],
            },
        ),
        migrations.CreateModel(
            name='Member',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('role', models.CharField(choices=[('owner', 'owner'), ('specialist', 'specialist'), ('junior', 'junior')], default='owner', max_length=10)),
                ('joined', models.DateTimeField(default=django.utils.timezone.now)),
                ('closed', models.DateTimeField(blank=True, null=True)),
                ('dates', models.CharField(choices=[('day', '5 Nov 2026'), ('month', 'Nov 5, 2026'), ('iso', '2026-11-05')], default='day', max_length=8)),
                ('decimal', models.CharField(choices=[('point', '12.5'), ('comma', '12,5')], default='point', max_length=8)),
                ('paper', models.CharField(choices=[('A4', 'A4'), ('Letter', 'Letter')], default='A4', max_length=8)),
                ('units', models.CharField(choices=[('metric', 'metres, litres'), ('us', 'feet, gallons (US)')], default='metric', max_length=8)),
                ('erased', models.DateTimeField(blank=True, null=True)),
                ('user', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='membership', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='members', to='people.studio')),
            ],
            options={
                'ordering': ['joined', 'id'],
            },
        ),
        migrations.CreateModel(
            name='Feed',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('seed', models.CharField(blank=True, default=web.capability_links._seed, editable=False, max_length=32)),
                ('digest', models.CharField(editable=False, max_length=64, unique=True)),
                ('member', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='feed', to='people.member')),
            ],
            options={
                'abstract': False,
            },
        ),
        migrations.CreateModel(
            name='Invitation',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=80)),
                ('role', models.CharField(choices=[('owner', 'owner'), ('specialist', 'specialist'), ('junior', 'junior')], default='specialist', max_length=10)),
                ('made', models.DateTimeField(default=django.utils.timezone.now)),
                ('expires', models.DateTimeField(default=people.models._expiry)),
                ('used', models.DateTimeField(blank=True, null=True)),
                ('withdrawn', models.DateTimeField(blank=True, null=True)),
                ('seed', models.CharField(blank=True, default=web.capability_links._seed, editable=False, max_length=32)),
                ('digest', models.CharField(editable=False, max_length=64, unique=True)),
                ('made_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('studio', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='invitations', to='people.studio')),
            ],
            options={
                'ordering': ['-made', '-id'],
            },
        ),
    ]
