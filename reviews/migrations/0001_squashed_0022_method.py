import django.db.models.deletion
import django.utils.timezone
import documents.models
import web.capability_links
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    replaces = [('reviews', '0001_initial'), ('reviews', '0002_neutral_white'), ('reviews', '0003_valued'), ('reviews', '0004_comparing'), ('reviews', '0005_strength'), ('reviews', '0006_findings'), ('reviews', '0007_rooms'), ('reviews', '0008_schemes'), ('reviews', '0009_viewings'), ('reviews', '0010_documents'), ('reviews', '0011_sharing'), ('reviews', '0012_photos'), ('reviews', '0013_pairs_and_corrections'), ('reviews', '0014_meaning'), ('reviews', '0015_viewings_found'), ('reviews', '0016_practice'), ('reviews', '0017_digests'), ('reviews', '0018_going_together'), ('reviews', '0019_viewing_of_person'), ('reviews', '0020_decisions_whole'), ('reviews', '0021_steps_renamed'), ('reviews', '0022_method')]

    initial = True

    dependencies = [
        ('decks', '0001_squashed_0014_value_revision'),
        ('jobs', '0001_squashed_0005_rotation_deg'),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name='Correction',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('scale', models.CharField(max_length=10)),
                ('mean', models.FloatField()),
                ('half', models.FloatField()),
                ('count', models.PositiveIntegerField()),
                ('readings', models.JSONField(blank=True, default=list)),
                ('at', models.DateTimeField(default=django.utils.timezone.now)),
                ('undone', models.DateTimeField(blank=True, null=True)),
                ('practised', models.BooleanField(default=False)),
                ('by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('person', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.CASCADE, related_name='corrections', to=settings.AUTH_USER_MODEL)),
                ('room', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.CASCADE, related_name='corrections', to='jobs.room')),
                ('undone_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
            ],
            options={
                'ordering': ['-at', '-id'],
            },
        ),
        migrations.CreateModel(
            name='Review',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('neutral', models.CharField(choices=[('painted', 'painted'), ('whites', 'painted, its light end through my reference whites'), ('grey', 'mathematical grey')], default='painted', max_length=10)),
                ('neutral_a', models.FloatField(default=0.0)),
                ('neutral_b', models.FloatField(default=0.0)),
                ('step', models.CharField(default='reading', max_length=20)),
                ('surround', models.CharField(choices=[('white', 'white board'), ('pale', 'pale grey'), ('mid', 'mid grey'), ('dark', 'dark grey')], default='pale', max_length=5)),
                ('names_shown', models.BooleanField(default=True)),
                ('edge_view', models.BooleanField(default=False)),
                ('verdict', models.TextField(blank=True)),
                ('notes', models.TextField(blank=True)),
                ('intake_notes', models.TextField(blank=True)),
                ('created', models.DateTimeField(auto_now_add=True)),
                ('updated', models.DateTimeField(auto_now_add=True)),
                ('deleted', models.DateTimeField(blank=True, null=True)),
                ('neutral_white', models.JSONField(blank=True, null=True)),
                ('valued', models.DateTimeField(default=django.utils.timezone.now)),
                ('hand_order', models.JSONField(blank=True, default=list)),
                ('shuffle', models.PositiveIntegerField(default=0)),
                ('wall_order', models.CharField(choices=[('chosen', 'as chosen'), ('lrv', 'LRV'), ('warmth', 'warmth'), ('creaminess', 'creaminess'), ('undertone', 'undertone'), ('hand', 'by hand'), ('shuffled', 'shuffled')], default='chosen', max_length=10)),
                ('wall_view', models.CharField(choices=[('two', 'two'), ('three', 'three'), ('all', 'all')], default='two', max_length=5)),
                ('withhold', models.BooleanField(default=False)),
                ('can', models.CharField(default='gallon', max_length=20)),
                ('strength', models.FloatField(default=0.0)),
                ('findings', models.JSONField(blank=True, default=dict)),
                ('method', models.CharField(db_column='school', default='wall-practice', max_length=40)),
                ('method_table', models.JSONField(blank=True, db_column='school_table', null=True)),
                ('beside', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to='decks.colour')),
                ('colour', models.ForeignKey(on_delete=django.db.models.deletion.RESTRICT, related_name='reviews', to='decks.colour')),
                ('owner', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='reviews', to=settings.AUTH_USER_MODEL)),
                ('room', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='reviews', to='jobs.room')),
            ],
            options={
                'ordering': ['-updated', '-id'],
            },
        ),
        migrations.CreateModel(
            name='Observation',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('seen', models.JSONField()),
                ('note', models.CharField(blank=True, max_length=400)),
                ('light', models.CharField(blank=True, max_length=80)),
                ('computed', models.JSONField()),
                ('agreement', models.CharField(max_length=6)),
                ('at', models.DateTimeField(default=django.utils.timezone.now)),
                ('by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('colour', models.ForeignKey(on_delete=django.db.models.deletion.RESTRICT, related_name='+', to='decks.colour')),
                ('review', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='observations', to='reviews.review')),
            ],
            options={
                'ordering': ['-at', '-id'],
            },
        ),
        migrations.CreateModel(
            name='Meaning',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made_for', models.DateTimeField()),
                ('lrv', models.FloatField()),
                ('tokens', models.TextField()),
                ('text', models.TextField()),
                ('review', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='meaning', to='reviews.review')),
            ],
        ),
        migrations.CreateModel(
            name='KeptScheme',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('character', models.CharField(max_length=10)),
                ('name', models.CharField(blank=True, max_length=60)),
                ('score', models.FloatField()),
                ('made', models.DateTimeField(auto_now_add=True)),
                ('deleted', models.DateTimeField(blank=True, null=True)),
                ('review', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='schemes', to='reviews.review')),
            ],
            options={
                'ordering': ['-made', '-id'],
            },
        ),
        migrations.CreateModel(
            name='DocumentEdit',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('section', models.CharField(max_length=20)),
                ('text', models.TextField(blank=True)),
                ('computed', models.TextField(blank=True)),
                ('edited', models.BooleanField(default=False)),
                ('left_out', models.BooleanField(default=False)),
                ('position', models.PositiveSmallIntegerField(blank=True, null=True)),
                ('at', models.DateTimeField(auto_now=True)),
                ('by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('review', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='document_edits', to='reviews.review')),
            ],
        ),
        migrations.CreateModel(
            name='Decision',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('sheen', models.CharField(blank=True, choices=[('flat', 'flat'), ('matte', 'matte'), ('eggshell', 'eggshell'), ('satin', 'satin'), ('semi-gloss', 'semi-gloss'), ('gloss', 'gloss')], max_length=10)),
                ('litres', models.FloatField(blank=True, null=True)),
                ('reason', models.CharField(max_length=1000)),
                ('made', models.DateTimeField(default=django.utils.timezone.now)),
                ('reopened', models.DateTimeField(blank=True, null=True)),
                ('formula', models.JSONField(blank=True, null=True)),
                ('paint', models.CharField(blank=True, max_length=80)),
                ('by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('colour', models.ForeignKey(on_delete=django.db.models.deletion.RESTRICT, related_name='+', to='decks.colour')),
                ('reopened_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('review', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='decisions', to='reviews.review')),
            ],
            options={
                'ordering': ['-made', '-id'],
            },
        ),
        migrations.CreateModel(
            name='Board',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('state', models.CharField(choices=[('pinned', 'pinned'), ('added', 'brought in'), ('out', 'taken away')], max_length=6)),
                ('kind', models.CharField(blank=True, max_length=8)),
                ('why', models.CharField(blank=True, max_length=20)),
                ('colour', models.ForeignKey(on_delete=django.db.models.deletion.RESTRICT, related_name='+', to='decks.colour')),
                ('review', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='boards', to='reviews.review')),
            ],
            options={
                'ordering': ['id'],
            },
        ),
        migrations.CreateModel(
            name='RuledOut',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('reason', models.CharField(blank=True, max_length=1000)),
                ('colour', models.ForeignKey(on_delete=django.db.models.deletion.RESTRICT, related_name='+', to='decks.colour')),
                ('decision', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='ruled_out', to='reviews.decision')),
            ],
            options={
                'ordering': ['id'],
            },
        ),
        migrations.CreateModel(
            name='SamplePlan',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('size', models.CharField(choices=[('thumbnail', 'thumbnail'), ('A5', 'A5'), ('A4', 'A4'), ('A3', 'A3'), ('A2', 'A2')], default='A4', max_length=10)),
                ('ground', models.CharField(choices=[('board', 'board'), ('sheet', 'sheet'), ('wall', 'wall')], default='board', max_length=5)),
                ('coats', models.PositiveSmallIntegerField(default=2)),
                ('decide', models.DateField(blank=True, null=True)),
                ('margin', models.BooleanField(default=True)),
                ('review', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='sample_plan', to='reviews.review')),
            ],
        ),
        migrations.CreateModel(
            name='SchemePlace',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('place', models.CharField(max_length=8)),
                ('share', models.FloatField()),
                ('colour', models.ForeignKey(on_delete=django.db.models.deletion.RESTRICT, related_name='+', to='decks.colour')),
                ('scheme', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='places', to='reviews.keptscheme')),
            ],
            options={
                'ordering': ['id'],
            },
        ),
        migrations.CreateModel(
            name='Shared',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('made', models.DateTimeField(default=django.utils.timezone.now)),
                ('expires', models.DateTimeField(default=documents.models._expiry)),
                ('withdrawn', models.DateTimeField(blank=True, null=True)),
                ('visits', models.PositiveIntegerField(default=0)),
                ('last_visit', models.DateTimeField(blank=True, null=True)),
                ('seed', models.CharField(blank=True, default=web.capability_links._seed, editable=False, max_length=32)),
                ('digest', models.CharField(editable=False, max_length=64, unique=True)),
                ('home', models.BooleanField(default=False)),
                ('job', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='shared', to='jobs.job')),
                ('made_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('reviews', models.ManyToManyField(related_name='shared', to='reviews.review')),
            ],
            options={
                'ordering': ['-made', '-id'],
            },
        ),
        migrations.CreateModel(
            name='ClientAnswer',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('answer', models.CharField(choices=[('yes', 'yes'), ('no', 'no'), ('ask', 'a question')], max_length=3)),
                ('text', models.CharField(blank=True, max_length=1000)),
                ('name', models.CharField(blank=True, max_length=80)),
                ('at', models.DateTimeField(default=django.utils.timezone.now)),
                ('read', models.DateTimeField(blank=True, null=True)),
                ('review', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='client_answers', to='reviews.review')),
                ('shared', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='answers', to='reviews.shared')),
            ],
            options={
                'ordering': ['-at', '-id'],
            },
        ),
        migrations.CreateModel(
            name='Shortlisted',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('position', models.PositiveSmallIntegerField()),
                ('colour', models.ForeignKey(on_delete=django.db.models.deletion.RESTRICT, related_name='+', to='decks.colour')),
                ('review', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='shortlist', to='reviews.review')),
            ],
            options={
                'ordering': ['position', 'id'],
            },
        ),
        migrations.CreateModel(
            name='Viewing',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('why', models.CharField(default='own', max_length=10)),
                ('at', models.DateTimeField()),
                ('wall', models.CharField(choices=[('north', 'north'), ('east', 'east'), ('south', 'south'), ('west', 'west')], default='north', max_length=8)),
                ('sky', models.CharField(blank=True, choices=[('', 'any sky'), ('clear', 'clear'), ('overcast', 'overcast')], max_length=8)),
                ('seen', models.JSONField(blank=True, null=True)),
                ('words', models.CharField(blank=True, max_length=1000)),
                ('answer', models.CharField(blank=True, choices=[('yes', 'yes'), ('again', 'again'), ('no', 'no')], max_length=5)),
                ('lamps_on', models.BooleanField(default=False)),
                ('lux', models.FloatField(blank=True, null=True)),
                ('predicted', models.JSONField(blank=True, null=True)),
                ('seen_at', models.DateTimeField(blank=True, null=True)),
                ('sent', models.UUIDField(blank=True, editable=False, null=True, unique=True)),
                ('deleted', models.DateTimeField(blank=True, null=True)),
                ('undertone', models.CharField(blank=True, choices=[('red', 'red'), ('orange', 'orange'), ('yellow', 'yellow'), ('green', 'green'), ('blue', 'blue'), ('purple', 'purple'), ('none', 'none')], max_length=8)),
                ('beside', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.RESTRICT, related_name='+', to='decks.colour')),
                ('by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('colour', models.ForeignKey(on_delete=django.db.models.deletion.RESTRICT, related_name='+', to='decks.colour')),
                ('planned_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('review', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='viewings', to='reviews.review')),
                ('room', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='viewings', to='jobs.room')),
            ],
            options={
                'ordering': ['at', 'id'],
            },
        ),
        migrations.CreateModel(
            name='ViewingPhoto',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('content', models.BinaryField()),
                ('at', models.DateTimeField(default=django.utils.timezone.now)),
                ('by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('viewing', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='photo', to='reviews.viewing')),
            ],
        ),
        migrations.AddIndex(
            model_name='review',
            index=models.Index(fields=['owner', 'deleted', '-updated'], name='review_listing'),
        ),
        migrations.AddConstraint(
            model_name='documentedit',
            constraint=models.UniqueConstraint(fields=('review', 'section'), name='section_once'),
        ),
        migrations.AddConstraint(
            model_name='decision',
            constraint=models.UniqueConstraint(condition=models.Q(('reopened__isnull', True)), fields=('review',), name='one_decision_in_force'),
        ),
        migrations.AddConstraint(
            model_name='board',
            constraint=models.UniqueConstraint(fields=('review', 'colour'), name='board_once'),
        ),
        migrations.AddConstraint(
            model_name='ruledout',
            constraint=models.UniqueConstraint(fields=('decision', 'colour'), name='ruled_out_once'),
        ),
        migrations.AddConstraint(
            model_name='schemeplace',
            constraint=models.UniqueConstraint(fields=('scheme', 'place'), name='scheme_place_once'),
        ),
        migrations.AddConstraint(
            model_name='shortlisted',
            constraint=models.UniqueConstraint(fields=('review', 'colour'), name='shortlisted_once'),
        ),
        migrations.AddIndex(
            model_name='viewing',
            index=models.Index(fields=['review', 'deleted', 'at'], name='viewing_listing'),
        ),
        migrations.AddIndex(
            model_name='viewing',
            index=models.Index(fields=['review', 'deleted', 'seen_at', 'answer'], name='viewing_seen'),
        ),
        migrations.AddIndex(
            model_name='viewing',
            index=models.Index(fields=['seen_at', 'at'], name='viewing_waiting'),
        ),
        migrations.AddIndex(
            model_name='viewing',
            index=models.Index(fields=['by', 'seen_at'], name='viewing_of_person'),
        ),
    ]
