import django.db.models.deletion
import django.utils.timezone
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    replaces = [('jobs', '0001_initial'), ('jobs', '0002_company'), ('jobs', '0003_going_together'), ('jobs', '0004_lamp_kinds_and_furnishing'), ('jobs', '0005_rotation_deg')]

    initial = True

    dependencies = [
        ('decks', '0001_squashed_0014_value_revision'),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name='Element',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('material', models.CharField(blank=True, max_length=30)),
                ('kind', models.CharField(choices=[('floor', 'floor'), ('stone', 'stone'), ('tile', 'tile'), ('cabinets', 'cabinets'), ('brick', 'brick'), ('furniture', 'large furniture'), ('textiles', 'textiles')], max_length=10)),
                ('name', models.CharField(max_length=80)),
                ('area', models.FloatField(default=2.0)),
                ('on', models.CharField(choices=[('floor', 'floor'), ('ceiling', 'ceiling'), ('north', 'north'), ('east', 'east'), ('south', 'south'), ('west', 'west'), ('walls', 'all walls')], default='floor', max_length=8)),
                ('colour', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.RESTRICT, related_name='+', to='decks.colour')),
            ],
            options={
                'ordering': ['id'],
            },
        ),
        migrations.CreateModel(
            name='ElementPart',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('material', models.CharField(blank=True, max_length=30)),
                ('share', models.FloatField()),
                ('colour', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.RESTRICT, related_name='+', to='decks.colour')),
                ('element', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='parts', to='jobs.element')),
            ],
            options={
                'ordering': ['-share', 'id'],
            },
        ),
        migrations.CreateModel(
            name='Job',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('title', models.CharField(max_length=80)),
                ('client', models.CharField(blank=True, max_length=80)),
                ('address', models.CharField(blank=True, max_length=200)),
                ('town', models.CharField(blank=True, max_length=80)),
                ('latitude', models.FloatField(blank=True, null=True)),
                ('longitude', models.FloatField(blank=True, null=True)),
                ('zone', models.CharField(blank=True, max_length=60)),
                ('state', models.CharField(choices=[('looking', 'looking'), ('sampling', 'sampling'), ('decided', 'decided'), ('painted', 'painted')], default='looking', max_length=8)),
                ('notes', models.TextField(blank=True)),
                ('created', models.DateTimeField(auto_now_add=True)),
                ('updated', models.DateTimeField(default=django.utils.timezone.now)),
                ('deleted', models.DateTimeField(blank=True, null=True)),
                ('coats', models.PositiveSmallIntegerField(blank=True, null=True)),
                ('spreading', models.FloatField(blank=True, null=True)),
                ('changed_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('owner', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='jobs', to=settings.AUTH_USER_MODEL)),
            ],
            options={
                'ordering': ['-updated', '-id'],
            },
        ),
        migrations.CreateModel(
            name='Room',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=80)),
                ('width', models.FloatField(blank=True, null=True)),
                ('depth', models.FloatField(blank=True, null=True)),
                ('height', models.FloatField(blank=True, null=True)),
                ('storey', models.SmallIntegerField(default=0)),
                ('used_from', models.FloatField(default=7.0)),
                ('used_until', models.FloatField(default=23.0)),
                ('notes', models.TextField(blank=True)),
                ('correction', models.FloatField(blank=True, null=True)),
                ('created', models.DateTimeField(auto_now_add=True)),
                ('updated', models.DateTimeField(default=django.utils.timezone.now)),
                ('deleted', models.DateTimeField(blank=True, null=True)),
                ('furnishing', models.CharField(choices=[('bare', 'bare'), ('furnished', 'furnished'), ('heavy', 'heavy')], default='bare', max_length=10)),
                ('rotation_deg', models.FloatField(db_column='turn', default=0.0)),
                ('changed_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('job', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='rooms', to='jobs.job')),
                ('leads_to', models.ManyToManyField(blank=True, to='jobs.room')),
                ('open_to', models.ManyToManyField(blank=True, to='jobs.room')),
            ],
            options={
                'ordering': ['id'],
            },
        ),
        migrations.CreateModel(
            name='Metered',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('wall', models.CharField(choices=[('north', 'north'), ('east', 'east'), ('south', 'south'), ('west', 'west')], max_length=8)),
                ('at', models.DateTimeField()),
                ('sky', models.CharField(choices=[('clear', 'clear'), ('overcast', 'overcast')], max_length=8)),
                ('lamps_on', models.BooleanField(default=False)),
                ('lux', models.FloatField()),
                ('kelvin', models.FloatField(blank=True, null=True)),
                ('computed_lux', models.FloatField()),
                ('doubt', models.FloatField(default=0.04)),
                ('made', models.DateTimeField(auto_now_add=True)),
                ('taken', models.BooleanField(default=True)),
                ('by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('room', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='readings', to='jobs.room')),
            ],
            options={
                'ordering': ['-made', '-id'],
            },
        ),
        migrations.CreateModel(
            name='LampSort',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('count', models.PositiveSmallIntegerField(default=4)),
                ('lumens', models.FloatField(default=800.0)),
                ('kelvin', models.FloatField(default=2700.0)),
                ('kind', models.CharField(choices=[('led', 'led'), ('led-full', 'led-full'), ('led-rgb', 'led-rgb'), ('halogen', 'halogen'), ('fluorescent', 'fluorescent')], default='led', max_length=12)),
                ('rendering', models.FloatField(default=80.0)),
                ('dimmed', models.FloatField(default=100.0)),
                ('hung', models.CharField(choices=[('ceiling', 'ceiling'), ('pendant', 'pendant'), ('wall', 'wall'), ('table', 'table')], default='ceiling', max_length=8)),
                ('room', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='lamps', to='jobs.room')),
            ],
            options={
                'ordering': ['id'],
            },
        ),
        migrations.CreateModel(
            name='Finish',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('part', models.CharField(choices=[('walls', 'walls'), ('trim', 'trim'), ('ceiling', 'ceiling'), ('doors', 'doors')], max_length=8)),
                ('sheen', models.CharField(blank=True, choices=[('flat', 'flat'), ('matte', 'matte'), ('eggshell', 'eggshell'), ('satin', 'satin'), ('semi-gloss', 'semi-gloss'), ('gloss', 'gloss')], max_length=10)),
                ('stays', models.BooleanField(default=False)),
                ('area', models.FloatField(blank=True, null=True)),
                ('colour', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.RESTRICT, related_name='+', to='decks.colour')),
                ('room', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='finishes', to='jobs.room')),
            ],
            options={
                'ordering': ['id'],
            },
        ),
        migrations.AddField(
            model_name='element',
            name='room',
            field=models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='elements', to='jobs.room'),
        ),
        migrations.CreateModel(
            name='Surface',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('material', models.CharField(blank=True, max_length=30)),
                ('side', models.CharField(choices=[('floor', 'floor'), ('ceiling', 'ceiling'), ('north', 'north'), ('east', 'east'), ('south', 'south'), ('west', 'west')], max_length=8)),
                ('to_paint', models.BooleanField(default=False)),
                ('colour', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.RESTRICT, related_name='+', to='decks.colour')),
                ('room', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='surfaces', to='jobs.room')),
            ],
            options={
                'ordering': ['id'],
            },
        ),
        migrations.CreateModel(
            name='WhiteRule',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('kind', models.CharField(choices=[('pin', 'set'), ('forbid', 'ruled out')], max_length=6)),
                ('reason', models.CharField(max_length=300)),
                ('made', models.DateTimeField(auto_now_add=True)),
                ('lifted', models.DateTimeField(blank=True, null=True)),
                ('by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('colour', models.ForeignKey(on_delete=django.db.models.deletion.RESTRICT, related_name='+', to='decks.colour')),
                ('job', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='white_rules', to='jobs.job')),
                ('lifted_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
            ],
            options={
                'ordering': ['-made', '-id'],
            },
        ),
        migrations.CreateModel(
            name='Window',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('wall', models.CharField(choices=[('north', 'north'), ('east', 'east'), ('south', 'south'), ('west', 'west'), ('ceiling', 'ceiling (rooflight)')], max_length=8)),
                ('width', models.FloatField()),
                ('height', models.FloatField()),
                ('sill', models.FloatField(default=0.9)),
                ('along', models.FloatField(blank=True, null=True)),
                ('outside', models.CharField(choices=[('lawn', 'lawn'), ('open', 'open'), ('trees', 'trees'), ('brick', 'brick'), ('courtyard', 'courtyard'), ('street', 'street'), ('sea', 'sea'), ('snow', 'snow'), ('sand', 'sand')], default='lawn', max_length=10)),
                ('hides', models.FloatField(blank=True, null=True)),
                ('glazing', models.CharField(choices=[('single', 'single'), ('double', 'double'), ('low-e', 'low-e'), ('triple', 'triple'), ('grey', 'grey')], default='double', max_length=8)),
                ('room', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='windows', to='jobs.room')),
            ],
            options={
                'ordering': ['id'],
            },
        ),
        migrations.AddIndex(
            model_name='job',
            index=models.Index(fields=['owner', 'deleted', '-updated'], name='job_listing'),
        ),
        migrations.AddConstraint(
            model_name='finish',
            constraint=models.UniqueConstraint(fields=('room', 'part'), name='part_once'),
        ),
        migrations.AddConstraint(
            model_name='surface',
            constraint=models.UniqueConstraint(fields=('room', 'side'), name='side_once'),
        ),
    ]
